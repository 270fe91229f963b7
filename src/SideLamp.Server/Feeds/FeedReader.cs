using NodaTime;
using SideLamp.Core.Feeds;
using SideLamp.Core.Loop;
using SideLamp.Core.Tables;
using SideLamp.Server.Loop;

namespace SideLamp.Server.Feeds;

/// <summary>Looks at one feed's source at its own pace: one that hangs holds up nothing else.</summary>
public abstract class FeedReader(Feed feed, FeedReads reads, FeedBudget budget, ShowLoop loop, EngineClock clock, TimeProvider time) : IDisposable
{
    /// <summary>“Read just now” needs no finer grain, and each telling costs a turn of the loop.</summary>
    private static readonly TimeSpan TellEvery = TimeSpan.FromSeconds(1);

    private volatile bool _stopped;
    private FeedReading? _told;
    private long _toldAt;
    private Instant _began;

    public Feed Feed => feed;

    /// <summary>How long the source has not answered; zero while it is not asked, or has a time limit of its own.</summary>
    public abstract TimeSpan SilentFor { get; }

    /// <summary>Reads the source anew at once, whether it seems to have changed or not.</summary>
    public abstract void ReadNow();

    /// <summary>It reads no more; one that hangs is left behind.</summary>
    public abstract void Dispose();

    protected bool IsStopped
    {
        get => _stopped;
        set => _stopped = value;
    }

    /// <summary>What was told last; null = nothing yet.</summary>
    protected FeedReading? Told => _told;

    /// <summary>A look begins: how long it takes is told with what it brings.</summary>
    protected void Begin() => _began = clock.Now;

    /// <summary>Lets the next reading be told, though it be the same.</summary>
    protected void TellAnew() => _toldAt = 0;

    protected void Tell(FeedReading reading)
    {
        var same = _told is not null && reading == _told;
        if (IsStopped || (same && _toldAt != 0 && time.GetElapsedTime(_toldAt) < TellEvery))
        {
            return;
        }

        (_told, _toldAt) = (reading, time.GetTimestamp());
        var now = clock.Now;
        reads.Add(feed.Id, reading, same, now, now - _began);
        loop.Tell(new ReadingInput(feed, reading, now));
    }

    /// <summary>What these bytes make.</summary>
    protected FeedReading ReadingOf(byte[] bytes)
    {
        reads.Take(feed.Id, bytes);
        try
        {
            var content = Source.Read(bytes, feed.Form);
            foreach (var table in content.Tables)
            {
                // Here, and not on the loop, which compares by it.
                _ = table.Fingerprint;
            }

            return budget.Takes(feed.Id, content.Tables) ? new FeedReading.Found(content) : new FeedReading.Unreadable($"All feeds together hold more than {FeedBudget.Most >> 20} MB with this. Let one of them give less, or delete one.");
        }
        catch (UnreadableException error)
        {
            return new FeedReading.Unreadable(error.Message);
        }
    }
}
