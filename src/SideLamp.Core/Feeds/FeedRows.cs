using System.Collections.Frozen;
using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using SideLamp.Core.Tables;

namespace SideLamp.Core.Feeds;

/// <summary>
/// The rows of a feed as graphics see them: cleaned, chosen, in order, each known by its key. What is alike is worked out once and is
/// the very same object, so that a reading costs the loop nothing that was worked out before.
/// </summary>
public sealed class FeedRows
{
    private static readonly ConditionalWeakTable<Table, List<FeedRows>> Known = [];

    private readonly ImmutableArray<string> _known;
    private readonly Feed _feed;
    private readonly ImmutableHashSet<string>? _ticks;
    private readonly Lazy<FrozenDictionary<string, int>> _places;
    private readonly Lazy<FrozenDictionary<string, int>> _placesInAll;

    private FeedRows(Feed feed, Table raw, ImmutableArray<string> known, ImmutableHashSet<string>? ticks)
    {
        (_feed, _known, _ticks) = (feed, known, ticks);
        if (ticks is not null)
        {
            // By their words alone: what somebody writes anew in the place of what was ticked is another row, and waits for its own tick.
            var all = RowKeys.Fresh(raw, null);
            ImmutableArray<int> ticked = [.. Enumerable.Range(0, raw.RowCount).Where(row => ticks.Contains(all[row]))];
            (raw, known) = (Of(raw, ticked), [.. ticked.Select(row => all[row])]);
        }

        Seen = raw.RowCount;
        var clean = Cleaned(raw);
        var view = feed.View;
        Trouble ??= (view.MissingIn(clean) ?? MissingKey(raw)) is { } gone ? $"There is no column “{gone}” (any more), by which its rows are chosen, counted or known." : null;
        All = view.Tallied(clean);
        AllKeys = view.CountBy is not null ? RowKeys.Fresh(All, view.CountBy) : known.IsDefault ? RowKeys.Fresh(raw, feed.KeyColumn) : known;
        Order = view.Of(All);
        var isWhole = Order.Length == All.RowCount && Order.Select((row, at) => row == at).All(same => same);
        Shown = isWhole ? All : Of(All, Order);
        Keys = isWhole ? AllKeys : [.. Order.Select(row => AllKeys[row])];
        _places = new(() => PlacesOf(Keys));
        _placesInAll = isWhole ? _places : new(() => PlacesOf(AllKeys));
    }

    /// <summary>How many rows there are that may be seen, before they are chosen or counted.</summary>
    public int Seen { get; }

    /// <summary>Cleaned, of all rows, or a tally of them.</summary>
    public Table All { get; }

    public ImmutableArray<string> AllKeys { get; }

    /// <summary>The rows that are used, in their order.</summary>
    public Table Shown { get; }

    /// <summary>Of <see cref="Shown"/>.</summary>
    public ImmutableArray<string> Keys { get; }

    /// <summary>Which row of <see cref="All"/> each of <see cref="Shown"/> is.</summary>
    public ImmutableArray<int> Order { get; }

    /// <summary>What of the feed's settings its columns do not fit any more, in a sentence; null = they do.</summary>
    public string? Trouble { get; private set; }

    /// <param name="known">The keys of the rows as they are remembered; default = nothing is.</param>
    /// <param name="ticks">The keys of the rows that may be seen; null = all may.</param>
    public static FeedRows Of(Feed feed, Table raw, ImmutableArray<string> known, ImmutableHashSet<string>? ticks)
    {
        var made = Known.GetOrCreateValue(raw);
        lock (made)
        {
            var found = made.Find(one => one._known == known && ReferenceEquals(one._ticks, ticks) && SeesLike(one._feed, feed));
            if (found is null)
            {
                made.Add(found = new FeedRows(feed, raw, known, ticks));
                if (made.Count > 4)
                {
                    made.RemoveAt(0);
                }
            }

            return found;
        }
    }

    /// <summary>Where a row stands among those that are used; negative = it is not one of them.</summary>
    public int IndexOf(string key) => _places.Value.TryGetValue(key, out var at) ? at : -1;

    /// <summary>Where a row stands among all; negative = it is gone.</summary>
    public int IndexInAll(string key) => _placesInAll.Value.TryGetValue(key, out var at) ? at : -1;

    /// <summary>Whether both feeds make the same rows of the same table.</summary>
    public static bool SeesLike(Feed one, Feed other) => one.KeyColumn == other.KeyColumn && one.View.Equals(other.View) && one.Cleaning.SequenceEqual(other.Cleaning);

    private static Table Of(Table table, ImmutableArray<int> rows) => table with { Columns = [.. table.Columns.Select(column => column with { Cells = [.. rows.Select(row => column.Cells[row])] })] };

    private string? MissingKey(Table raw) => _feed.KeyColumn is { } key && raw.Column(key) is null ? key : null;

    private Table Cleaned(Table raw)
    {
        foreach (var cleaning in _feed.Cleaning)
        {
            if (raw.Column(cleaning.Column) is null)
            {
                Trouble = $"There is no column “{cleaning.Column}” (any more) to be cleaned.";
                continue;
            }

            raw = cleaning.Of(raw);
        }

        return raw;
    }

    private static FrozenDictionary<string, int> PlacesOf(ImmutableArray<string> keys) => keys.Select((key, at) => KeyValuePair.Create(key, at)).ToFrozenDictionary(StringComparer.Ordinal);
}
