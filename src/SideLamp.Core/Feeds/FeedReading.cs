using SideLamp.Core.Tables;

namespace SideLamp.Core.Feeds;

/// <summary>What one look at a feed's source brought.</summary>
public abstract record FeedReading
{
    private FeedReading() { }

    public sealed record Found(SourceTables Content) : FeedReading;

    /// <summary>There is nothing there, yet or any more. While nothing was ever read that is no error.</summary>
    public sealed record Missing : FeedReading;

    /// <summary>It did not come this time, which is no trouble yet.</summary>
    /// <param name="Trouble">Why not, in a sentence.</param>
    public sealed record Missed(string Trouble) : FeedReading;

    /// <param name="Trouble">Why not, in a sentence, and what to do.</param>
    public sealed record Unreadable(string Trouble) : FeedReading;
}
