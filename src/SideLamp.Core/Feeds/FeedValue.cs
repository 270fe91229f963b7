using System.Collections.Immutable;
using System.Text.Json.Serialization;
using NodaTime;
using SideLamp.Core.Tables;

namespace SideLamp.Core.Feeds;

/// <summary>The last good words of a feed, whatever becomes of its source.</summary>
/// <param name="ChangedAt">When they last differed from the ones before.</param>
public sealed record FeedValue(ImmutableArray<Table> Tables, Instant ChangedAt)
{
    /// <summary>The keys of the first table's rows, where somebody minds which row is which; null = nobody does, and they are told by their words.</summary>
    public ImmutableArray<string>? Keys { get; init; }

    /// <summary>Rows that are gone, and that the air or a hand still holds, by their keys.</summary>
    public ImmutableDictionary<string, GoneRow> Gone { get; init; } = ImmutableDictionary<string, GoneRow>.Empty;

    /// <summary>The key of the row that came last; null = it is not known.</summary>
    public string? Newest { get; init; }

    private const int RowsKept = 100;
    private const int LettersKept = 16_000;

    /// <summary>Whether there is more of it than <see cref="Brief"/> has.</summary>
    [JsonIgnore]
    public bool IsLong => !Brief().Tables.Zip(Tables).All(pair => ReferenceEquals(pair.First, pair.Second));

    /// <summary>Its rows as graphics see them.</summary>
    /// <param name="ticks">Of what the audience writes: the keys of the rows that may be seen.</param>
    public FeedRows RowsFor(Feed feed, ImmutableHashSet<string>? ticks = null) => FeedRows.Of(feed, Tables[0], feed.Audience ? default : Keys ?? default, feed.Audience ? ticks ?? [] : null);

    /// <summary>What the feed says now, in place of this.</summary>
    /// <param name="mindsRows">Whether somebody minds which row is which.</param>
    /// <param name="held">The rows that must not be lost, by their keys.</param>
    public FeedValue Next(ImmutableArray<Table> tables, Instant at, Feed feed, bool mindsRows, IReadOnlyCollection<string> held)
    {
        var next = new FeedValue(tables, at);
        if (!mindsRows || feed.Audience)
        {
            return next;
        }

        var before = RowsFor(feed);
        var known = Keys ?? RowKeys.Fresh(Tables[0], feed.KeyColumn);
        next = next with { Keys = FollowedKeys.Of(Tables[0], known, tables[0], feed.KeyColumn) };
        var after = next.RowsFor(feed);
        var (old, keys) = (known.ToHashSet(), next.Keys!.Value);
        var came = keys.Where(key => !old.Contains(key)).ToList();
        // Where rows come in at the top, the uppermost is the newest; else the lowest.
        var newest = came.Count == 0 ? Newest : came[0] == keys[0] && came[^1] != keys[^1] ? came[0] : came[^1];
        var gone = held.Where(key => after.IndexInAll(key) < 0 && (before.IndexInAll(key) >= 0 || Gone.ContainsKey(key)));
        return next with
        {
            Newest = newest,
            Gone = gone.ToImmutableDictionary(key => key, key => before.IndexInAll(key) is var row and >= 0 ? new GoneRow(Row(before.All, row), Math.Max(0, before.IndexOf(key))) : Gone[key]),
        };
    }

    private static Table Row(Table table, int row) => table with { Columns = [.. table.Columns.Select(column => column with { Cells = [column.Cells[row]] })] };

    /// <summary>What is kept of it at once, and shows until the source has been read again after a start: the first rows of each table.</summary>
    public FeedValue Brief()
    {
        var letters = LettersKept / Math.Max(1, Tables.Length);
        ImmutableArray<Table> tables = [.. Tables.Select(table => table.First(RowsKept, letters))];
        return this with { Tables = tables, Keys = Keys is { } keys ? keys[..Math.Min(keys.Length, tables[0].RowCount)] : null };
    }
}

/// <summary>A row that is in its table no more, and is held all the same.</summary>
/// <param name="Row">As it was last, in a table of its own.</param>
/// <param name="At">Where it stood among the rows that were used: the one that follows it stands there now.</param>
public sealed record GoneRow(Table Row, int At);
