using System.Collections.Immutable;
using SideLamp.Core.Tables;

namespace SideLamp.Core.Feeds;

/// <summary>A feed as words see it.</summary>
/// <param name="Tables">Of the first one the rows that are used, in their order.</param>
/// <param name="Here">The table in which it stands on a row: the first one, or what is left of a row that is gone.</param>
/// <param name="At">The row in that table; negative = it stands on none, and its columns say nothing.</param>
public sealed record FeedNow(ImmutableArray<Table> Tables, Table Here, int At)
{
    private static readonly Table NoTable = new("", []);

    /// <summary>Of what is no feed: its tables by their names, each with one row.</summary>
    public static FeedNow OfTables(ImmutableArray<Table> tables) => new([NoTable, .. tables], NoTable, -1);

    /// <summary>What a column says, where it stands; null = there is no such column.</summary>
    public string? CellOf(Column column) => At < 0 ? "" : column.Cells[At];
}

/// <summary>All feeds as words see them.</summary>
/// <param name="Stands">Where feeds stand, of those that do not stand where their rule alone has them.</param>
/// <param name="Ticks">Of feeds that the audience writes: the keys of the rows that may be seen.</param>
public sealed record FeedsNow(ImmutableArray<Feed> Feeds, ImmutableDictionary<FeedId, FeedValue> Values, ImmutableDictionary<FeedId, RowStand> Stands, ImmutableDictionary<FeedId, ImmutableHashSet<string>> Ticks)
{
    public static FeedsNow None { get; } = Of([], []);

    /// <summary>The row that a card is made from: its feed stands there for this card. Null = each stands where it stands for all.</summary>
    public RowRef? Own { get; init; }

    /// <summary>Pictures that cells name, by feed and by what the cell says. What is stored of them is what is seen.</summary>
    public ImmutableDictionary<FeedId, ImmutableDictionary<string, CellPicture>> Pictures { get; init; } = ImmutableDictionary<FeedId, ImmutableDictionary<string, CellPicture>>.Empty;

    public static FeedsNow Of(ImmutableArray<Feed> feeds, ImmutableDictionary<FeedId, FeedValue> values) => new(feeds, values, ImmutableDictionary<FeedId, RowStand>.Empty, ImmutableDictionary<FeedId, ImmutableHashSet<string>>.Empty);

    /// <summary>The rows of a feed that are used; null while nothing has come in.</summary>
    public FeedRows? RowsOf(FeedId id) => Values.TryGetValue(id, out var value) && Feeds.FirstOrDefault(feed => feed.Id == id) is { } feed ? value.RowsFor(feed, Ticks.GetValueOrDefault(id)) : null;

    /// <summary>What words may ask for besides feeds, by its word: of timers only what changes when the engine says so, and labels.</summary>
    public ImmutableDictionary<FeedId, Func<FeedNow>> Also { get; init; } = ImmutableDictionary<FeedId, Func<FeedNow>>.Empty;

    /// <summary>Null while nothing has come in.</summary>
    public FeedNow? this[FeedId id]
    {
        get
        {
            // A feed of a former version may be called so: its words go on saying what it says.
            if (Also.TryGetValue(id, out var also) && Feeds.All(feed => feed.Id != id))
            {
                return also();
            }

            if (!Values.TryGetValue(id, out var value) || Feeds.FirstOrDefault(one => one.Id == id) is not { } feed)
            {
                return null;
            }

            var rows = value.RowsFor(feed, Ticks.GetValueOrDefault(id));
            // Only of the first table's rows it is known which may be seen.
            var tables = feed.Audience ? [rows.Shown] : ReferenceEquals(rows.Shown, value.Tables[0]) ? value.Tables : value.Tables.SetItem(0, rows.Shown);
            var (here, at) = Own is { } own && own.Feed == id ? StandOn(own.Row, rows, value) : Standing(feed, rows, value);
            return new FeedNow(tables, here, at);
        }
    }

    /// <summary>Which row of those that are used a feed stands on; negative = none of them.</summary>
    public int Standing(FeedId id) => RowsOf(id) is { } rows && Feeds.First(one => one.Id == id) is var feed && Standing(feed, rows, Values[id]) is var (here, at) && ReferenceEquals(here, rows.Shown) ? at : -1;

    private (Table Here, int At) Standing(Feed feed, FeedRows rows, FeedValue value)
    {
        var rule = feed.Row ?? RowRule.First;
        if (Stands.TryGetValue(feed.Id, out var stand) && (stand.IsHeld || rule.Kind == RowRuleKind.Turns))
        {
            return rows.IndexOf(stand.Row) is var at and >= 0 ? (rows.Shown, at) : StandOn(stand.Row, rows, value) is var (here, was) && was >= 0 ? (here, was) : (rows.Shown, Math.Min(0, rows.Shown.RowCount - 1));
        }

        return (rows.Shown, PlaceOf(rule, rows, value));
    }

    /// <summary>Where a rule has it; negative = on no row.</summary>
    private static int PlaceOf(RowRule rule, FeedRows rows, FeedValue value)
    {
        var last = rows.Shown.RowCount - 1;
        return rule.Kind switch
        {
            RowRuleKind.Last => last,
            RowRuleKind.Newest when value.Newest is { } newest && rows.IndexOf(newest) is var at and >= 0 => at,
            RowRuleKind.Newest => last,
            RowRuleKind.Number => rule.Number - 1 <= last ? rule.Number!.Value - 1 : -1,
            RowRuleKind.Where => rule.Test is { } test && rows.Shown.Column(test.Column) is { } column ? Enumerable.Range(0, last + 1).FirstOrDefault(row => test.Holds(column.Cells[row]), -1) : -1,
            _ => Math.Min(0, last),
        };
    }

    /// <summary>A certain row, wherever it is, and be it gone by now.</summary>
    private static (Table Here, int At) StandOn(string key, FeedRows rows, FeedValue value) =>
        rows.IndexInAll(key) is var at and >= 0 ? (rows.All, at)
        : value.Gone.TryGetValue(key, out var gone) ? (gone.Row, 0)
        : (rows.All, -1);
}
