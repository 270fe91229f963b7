using System.Collections.Concurrent;
using SideLamp.Core;
using SideLamp.Core.Feeds;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;
using SideLamp.Server.Data;
using SideLamp.Server.Loop;

namespace SideLamp.Server.Feeds;

/// <summary>Keeps one reader for each feed of the show, and tells when one hangs: a file on a computer that is away can hold a reader for ever.</summary>
public sealed class FeedWorker(ShowLoop loop, EngineClock clock, TimeProvider time, ServeOptions options, FeedKeys keys, FeedReads reads, FeedBudget budget, PushedFeeds pushed, IHostApplicationLifetime life, ILogger<FeedWorker> logger) : BackgroundService
{
    private static readonly TimeSpan LookEvery = TimeSpan.FromSeconds(1);
    private static readonly TimeSpan HangsAfter = TimeSpan.FromSeconds(5);

    private readonly ConcurrentDictionary<FeedId, FeedReader> _readers = new();
    private readonly Bell _bell = new();

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        void Follow(Stage before, Stage after)
        {
            if (before.Show.Feeds != after.Show.Feeds)
            {
                _bell.Ring();
            }
        }

        // The demo's web is one of those who are asked, and listens no sooner than we do.
        await life.Begun(stoppingToken);
        loop.Changed += Follow;
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                Match(loop.Stage.Show);
                TellHanging();
                await _bell.Wait(LookEvery, stoppingToken);
            }
            catch (OperationCanceledException)
            {
                break;
            }
            catch (Exception error)
            {
                logger.LogError(error, "Feeds could not be looked after; it goes on.");
            }
        }

        loop.Changed -= Follow;
        foreach (var reader in _readers.Values)
        {
            reader.Dispose();
        }
    }

    /// <summary>Reads it now, though nothing seems to have changed.</summary>
    public void ReadNow(FeedId id)
    {
        if (_readers.TryGetValue(id, out var reader))
        {
            reader.ReadNow();
        }
    }

    /// <summary>One reader for each feed that is read, and no others.</summary>
    private void Match(Show show)
    {
        foreach (var (id, reader) in _readers)
        {
            if ((!reader.Feed.ReadsLike(show.Feed(id)) || reader.Feed.Paused) && _readers.TryRemove(id, out _))
            {
                reader.Dispose();
                if (show.Feed(id) is null)
                {
                    budget.Forget(id);
                    pushed.SetAside(id);
                }
            }
        }

        foreach (var feed in show.Feeds.Where(feed => !feed.Paused && !_readers.ContainsKey(feed.Id)))
        {
            _readers[feed.Id] = ReaderOf(feed);
        }
    }

    private FeedReader ReaderOf(Feed feed)
    {
        if (feed.IsPushed)
        {
            // A feed that came otherwise than by being added, too.
            keys.EnsurePush(feed.Id);
        }

        return feed.IsPushed ? new PushedFeedReader(feed, pushed, reads, budget, loop, clock, time)
            : feed.IsWeb ? new WebFeedReader(feed, new WebGetter(options.Port), keys, reads, budget, loop, clock, time, logger)
            : new FileFeedReader(feed, reads, budget, loop, clock, time, logger);
    }

    private void TellHanging()
    {
        foreach (var reader in _readers.Values.Where(reader => reader.SilentFor > HangsAfter))
        {
            loop.Tell(new ReadingInput(reader.Feed, new FeedReading.Unreadable($"The file has not answered for {reader.SilentFor.TotalSeconds:0} s. It may lie on a computer that is away."), clock.Now));
        }
    }
}
