using System.Collections.Concurrent;
using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Feeds;

namespace SideLamp.Server.Feeds;

public enum ReadResult
{
    /// <summary>It said something else than before.</summary>
    Changed,

    /// <summary>It said the same.</summary>
    Same,

    /// <summary>There was nothing.</summary>
    Missing,

    /// <summary>It did not come, or could not be read.</summary>
    Failed,
}

/// <summary>One read of a feed's source.</summary>
/// <param name="Took">How long that was.</param>
/// <param name="Why">Of what failed, in a sentence; null otherwise.</param>
public sealed record FeedRead(Instant At, Duration Took, ReadResult Result, string? Why);

/// <summary>The last reads of each feed in this run of the server.</summary>
public sealed class FeedReads
{
    public const int Most = 20;

    private readonly ConcurrentDictionary<FeedId, ImmutableList<FeedRead>> _reads = new();

    /// <summary>The last one last.</summary>
    public ImmutableList<FeedRead> Of(FeedId feed) => _reads.GetValueOrDefault(feed, []);

    /// <param name="isSame">Whether the read before brought the same.</param>
    public void Add(FeedId feed, FeedReading reading, bool isSame, Instant at, Duration took)
    {
        var read = reading switch
        {
            FeedReading.Found => new FeedRead(at, took, isSame ? ReadResult.Same : ReadResult.Changed, null),
            FeedReading.Missed missed => new FeedRead(at, took, ReadResult.Failed, missed.Trouble),
            FeedReading.Unreadable unreadable => new FeedRead(at, took, ReadResult.Failed, unreadable.Trouble),
            _ => new FeedRead(at, took, ReadResult.Missing, null),
        };
        _reads.AddOrUpdate(feed, [read], (_, reads) => (reads.Count < Most ? reads : reads.RemoveAt(0)).Add(read));
    }
}
