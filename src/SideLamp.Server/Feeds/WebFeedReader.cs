using SideLamp.Core.Feeds;
using SideLamp.Server.Data;
using SideLamp.Server.Loop;

namespace SideLamp.Server.Feeds;

/// <summary>Asks one feed's address at its own pace. The schedule is the retry: what fails is asked less and less often, and less often still where the server says so.</summary>
public sealed class WebFeedReader : FeedReader
{
    private static readonly TimeSpan LongestBackoff = TimeSpan.FromMinutes(5);

    /// <summary>A server that misses once is no trouble yet.</summary>
    private const int MissesToTrouble = 3;

    private const double Spread = 0.1;

    private readonly CancellationTokenSource _stop = new();
    private readonly Bell _nudge = new();
    private readonly WebGetter _getter;
    private readonly FeedKeys _keys;
    private readonly TimeProvider _time;
    private readonly ILogger _logger;
    private WebMark _mark = WebMark.None;
    private FeedReading? _found;
    private int _misses;

    public WebFeedReader(Feed feed, WebGetter getter, FeedKeys keys, FeedReads reads, FeedBudget budget, ShowLoop loop, EngineClock clock, TimeProvider time, ILogger logger)
        : base(feed, reads, budget, loop, clock, time)
    {
        (_getter, _keys, _time, _logger) = (getter, keys, time, logger);
        _ = Task.Run(ReadAll);
    }

    /// <summary>It has a time limit of its own.</summary>
    public override TimeSpan SilentFor => TimeSpan.Zero;

    public override void ReadNow()
    {
        TellAnew();
        _nudge.Ring();
    }

    public override void Dispose()
    {
        IsStopped = true;
        _stop.Cancel();
    }

    private async Task ReadAll()
    {
        using (_getter)
        {
            while (!IsStopped)
            {
                var wait = Feed.Every.ToTimeSpan();
                try
                {
                    Begin();
                    wait = await Look(wait);
                    await _nudge.Wait(wait, _stop.Token);
                }
                catch (OperationCanceledException) when (IsStopped)
                {
                    return;
                }
                catch (Exception error)
                {
                    // Whatever it is, the next look may go well; until then the streamer is told.
                    _logger.LogError(error, "Feed {Feed} could not be read.", Feed.Id);
                    Tell(new FeedReading.Unreadable("The address cannot be read. Side Lamp goes on trying."));
                    await Task.Delay(Feed.LeastWebEvery.ToTimeSpan(), _time, CancellationToken.None);
                }
            }
        }
    }

    /// <returns>When to look again.</returns>
    private async Task<TimeSpan> Look(TimeSpan usual)
    {
        // “It still stands” counts only while what stood is at hand.
        var answer = await _getter.Get(new WebAsk(new Uri(Feed.Path), _found is null ? WebMark.None : _mark, Feed.Private, _keys.Of(Feed.Id)), _stop.Token);
        switch (answer)
        {
            case WebAnswer.Came came:
                // On a thread of its own: what is large takes a while, and those of the pool answer presses.
                var reading = await OwnThread.Run(() => ReadingOf(came.Bytes));
                (_mark, _found, _misses) = reading is FeedReading.Found ? (came.Mark, reading, 0) : (WebMark.None, null, 0);
                Tell(reading);
                return usual;
            case WebAnswer.Stands:
                _misses = 0;
                Tell(_found!);
                return usual;
            case WebAnswer.Failed failed:
                _misses++;
                Tell(failed.IsPrivate || _misses >= MissesToTrouble ? new FeedReading.Unreadable(failed.Trouble) : new FeedReading.Missed(failed.Trouble));
                return failed.After ?? Backoff(usual, _misses);
            default:
                throw new InvalidOperationException();
        }
    }

    /// <summary>Twice as long each time, up to five minutes, and never all feeds at once.</summary>
    private static TimeSpan Backoff(TimeSpan usual, int misses)
    {
        var longest = usual > LongestBackoff ? usual : LongestBackoff;
        var wait = Math.Min(longest.TotalSeconds, usual.TotalSeconds * Math.Pow(2, Math.Min(misses, 20)));
        return TimeSpan.FromSeconds(wait * (1 - Spread + (Random.Shared.NextDouble() * 2 * Spread)));
    }
}
