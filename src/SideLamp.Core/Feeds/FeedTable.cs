using System.Collections.Immutable;
using NodaTime;

namespace SideLamp.Core.Feeds;

/// <summary>What a feed read: named columns, and rows of cells.</summary>
public sealed record FeedTable(ImmutableArray<string> Columns, ImmutableArray<ImmutableArray<string>> Rows)
{
    /// <summary>The longest cell, in UTF-16 units; of what is longer, the first part is used.</summary>
    public const int LongestCell = 4000;

    /// <summary>A text file as a table: one row, whose column <c>text</c> is all of it without the line break at its end.</summary>
    public static FeedTable OfText(string text)
    {
        var clean = Spelling.Clean(text).TrimEnd('\r', '\n');
        return new(["text"], [[clean.Length <= LongestCell ? clean : Spelling.Clean(clean[..LongestCell])]]);
    }

    /// <summary>Whether it says the same.</summary>
    public bool Equals(FeedTable? other) =>
        other is not null
        && Columns.SequenceEqual(other.Columns)
        && Rows.Length == other.Rows.Length
        && Rows.Zip(other.Rows).All(pair => pair.First.SequenceEqual(pair.Second));

    public override int GetHashCode() => HashCode.Combine(Columns.Length, Rows.Length, Rows.IsDefaultOrEmpty || Rows[0].IsEmpty ? "" : Rows[0][0]);
}

/// <summary>The last good words of a feed, whatever becomes of its source.</summary>
/// <param name="ChangedAt">When they last differed from the ones before.</param>
public sealed record FeedValue(FeedTable Table, Instant ChangedAt);

/// <summary>What one look at a feed's source brought.</summary>
public abstract record FeedReading
{
    private FeedReading() { }

    /// <param name="Note">What the streamer should know of it, in a sentence; null = nothing.</param>
    public sealed record Found(FeedTable Table, string? Note = null) : FeedReading;

    /// <summary>There is nothing there, yet or any more. While nothing was ever read that is no error.</summary>
    public sealed record Missing : FeedReading;

    /// <param name="Trouble">Why not, in a sentence, and what to do.</param>
    public sealed record Unreadable(string Trouble) : FeedReading;
}

/// <summary>How a feed's source is doing in this run of the server. Never kept.</summary>
/// <param name="ReadAt">When it was last read with success; null = not yet.</param>
/// <param name="Trouble">Why it cannot be read now, in a sentence; null when it can, or is only waited for.</param>
/// <param name="Note">What to know of what was read last, in a sentence; null = nothing.</param>
public sealed record FeedCondition(Instant? ReadAt, string? Trouble, string? Note = null)
{
    public static FeedCondition Unknown { get; } = new(null, null);

    /// <param name="hasValue">Whether the feed has ever brought words.</param>
    public FeedHealth Health(bool hasValue) =>
        (hasValue, Trouble) switch
        {
            (false, null) => FeedHealth.Waiting,
            (false, _) => FeedHealth.Failing,
            (true, null) => FeedHealth.Fresh,
            _ => FeedHealth.Stale,
        };
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
