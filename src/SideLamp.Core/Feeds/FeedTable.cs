using System.Collections.Immutable;
using System.Text.Json.Serialization;
using NodaTime;

namespace SideLamp.Core.Feeds;

/// <summary>What a feed read: named columns, and rows of values.</summary>
public sealed record FeedTable(ImmutableArray<string> Columns, ImmutableArray<ImmutableArray<string>> Rows)
{
    /// <summary>A text file as a table: one row, whose column <c>text</c> is all of it without the line break at its end.</summary>
    public static FeedTable OfText(string text) => new(["text"], [[text.TrimEnd('\r', '\n')]]);
}

/// <summary>How a feed is doing. The last good value stays, whatever becomes of its source.</summary>
/// <param name="Table">The last good value; null = there has been none yet.</param>
/// <param name="ReadAt">When the source was last read with success.</param>
/// <param name="ChangedAt">When its value last differed from the one before.</param>
/// <param name="Trouble">Why it cannot be read now, in a sentence; null when it can, or is only waited for.</param>
public sealed record FeedState(FeedTable? Table, Instant? ReadAt, Instant? ChangedAt, string? Trouble)
{
    public static FeedState Untouched { get; } = new(null, null, null, null);

    [JsonIgnore]
    public FeedHealth Health =>
        (Table, Trouble) switch
        {
            (null, null) => FeedHealth.Waiting,
            (null, _) => FeedHealth.Failing,
            (_, null) => FeedHealth.Fresh,
            _ => FeedHealth.Stale,
        };

    public FeedState Read(FeedTable table, Instant at)
    {
        var same = Table is not null && Table.Columns.SequenceEqual(table.Columns) && Table.Rows.Length == table.Rows.Length
            && Table.Rows.Zip(table.Rows).All(pair => pair.First.SequenceEqual(pair.Second));
        return new FeedState(table, at, same ? ChangedAt : at, null);
    }

    public FeedState Failed(string trouble) => this with { Trouble = trouble };
}

public enum FeedHealth
{
    /// <summary>The source does not exist yet; that is no error.</summary>
    Waiting,
    Fresh,

    /// <summary>There is a last good value, but the source cannot be read now.</summary>
    Stale,

    /// <summary>It has never been read, and cannot be.</summary>
    Failing,
}
