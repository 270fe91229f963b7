using System.Collections.Immutable;
using SideLamp.Core;
using SideLamp.Core.Airing;
using SideLamp.Core.Feeds;
using SideLamp.Core.Shows;

namespace SideLamp.Store;

/// <summary>Everything that outlives the server: the show, what is on air and in standby, the looks it refers to, and the feeds' last good values.</summary>
public sealed record Kept(
    Show Show,
    AirState Air,
    ImmutableDictionary<LookId, Look> Looks,
    ImmutableDictionary<FeedId, FeedState> Feeds
)
{
    public Standby Standby { get; init; } = Standby.Empty;
}

/// <summary>A line of the as-run record.</summary>
/// <param name="Name">The graphic's name at the time.</param>
public sealed record LogLine(Happening Happening, string? Name);
