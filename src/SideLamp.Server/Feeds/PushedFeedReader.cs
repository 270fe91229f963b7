using SideLamp.Core.Feeds;
using SideLamp.Server.Loop;

namespace SideLamp.Server.Feeds;

/// <summary>Stands where others read: what is pushed comes by itself.</summary>
public sealed class PushedFeedReader : FeedReader
{
    public PushedFeedReader(Feed feed, PushedFeeds pushed, FeedReads reads, FeedBudget budget, ShowLoop loop, EngineClock clock, TimeProvider time)
        : base(feed, reads, budget, loop, clock, time) => pushed.TellAgain(feed);

    public override TimeSpan SilentFor => TimeSpan.Zero;

    public override void ReadNow() { }

    public override void Dispose() => IsStopped = true;
}
