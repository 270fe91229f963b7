using System.Collections.Concurrent;
using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Feeds;
using SideLamp.Core.Tables;

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

/// <summary>What came in, as it can be shown.</summary>
/// <param name="Text">The first part of it; null where it is no text.</param>
/// <param name="Bytes">How many there are.</param>
public sealed record CameIn(string? Text, int Bytes)
{
    private const int Longest = 8000;

    public static CameIn Of(byte[] bytes) =>
        new(SourceText.Of(bytes.Length > Longest * 4 ? bytes[..(Longest * 4)] : bytes) is { } text ? Spelling.Clean(text.Length > Longest ? text[..Longest] : text) : null, bytes.Length);
}

/// <summary>The last reads of each feed in this run of the server, and what came in with the last of them that brought anything.</summary>
public sealed class FeedReads
{
    public const int Most = 20;

    private readonly ConcurrentDictionary<FeedId, ImmutableList<FeedRead>> _reads = new();

    private readonly ConcurrentDictionary<FeedId, CameIn> _cameIn = new();

    /// <summary>Null = nothing has come in yet.</summary>
    public CameIn? CameIn(FeedId feed) => _cameIn.GetValueOrDefault(feed);

    public void Take(FeedId feed, byte[] bytes) => _cameIn[feed] = Feeds.CameIn.Of(bytes);

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
