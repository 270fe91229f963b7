using NodaTime;

namespace SideLamp.Core.Feeds;

/// <summary>How a feed's source is doing in this run of the server. Never kept.</summary>
/// <param name="ReadAt">When it was last read with success; null = not yet.</param>
/// <param name="Trouble">Why it cannot be read now, in a sentence; null when it can, or is only waited for.</param>
/// <param name="TroubleSince">Since when; null = it can be read.</param>
/// <param name="Note">What to know of what was read last, in sentences; null = nothing.</param>
public sealed record FeedCondition(Instant? ReadAt, string? Trouble, string? Note = null, Instant? TroubleSince = null)
{
    public static FeedCondition Unknown { get; } = new(null, null);

    /// <summary>The same, from when trouble began for the first time until it is over.</summary>
    public FeedCondition InTrouble(string trouble, Instant at) => this with { Trouble = trouble, TroubleSince = TroubleSince ?? at, Note = null };

    /// <param name="value">Its last good words; null = it has never brought any.</param>
    /// <param name="staleSince">Since when it counts as stale; null = it does not.</param>
    public FeedHealth Health(Feed feed, FeedValue? value, Instant? staleSince) =>
        feed.Paused ? FeedHealth.Paused
        : value is null ? (Trouble is null ? FeedHealth.Waiting : FeedHealth.Failing)
        : staleSince is not null ? FeedHealth.Stale
        : ReadAt is null && !feed.IsPushed ? FeedHealth.Loading
        : FeedHealth.Fresh;
}

public enum FeedHealth
{
    /// <summary>The source does not exist yet; that is no error.</summary>
    Waiting,

    /// <summary>There are words of an earlier run, and the source has not answered in this one.</summary>
    Loading,
    Fresh,

    /// <summary>There is a last good value, but the source cannot be read now, or has not changed for longer than the streamer allows.</summary>
    Stale,

    /// <summary>It has never been read, and cannot be.</summary>
    Failing,

    /// <summary>The streamer has told it to wait: its last words stay.</summary>
    Paused,
}
