using System.Collections.Concurrent;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Feeds;
using SideLamp.Core.Shows;
using SideLamp.Server.Loop;

namespace SideLamp.Server.Feeds;

/// <summary>Looks at each feed's file, at its own pace, and tells the loop what it found.</summary>
public sealed class FeedWorker(ShowLoop loop, EngineClock clock, TimeProvider time) : BackgroundService
{
    /// <summary>How long an emptied file may stay so before it is believed: many programs empty a file, then write it.</summary>
    private static readonly Duration EmptyGrace = Duration.FromMilliseconds(400);

    /// <summary>A text is believed when it reads the same after this long: before, it may be half-written.</summary>
    private static readonly TimeSpan Settling = TimeSpan.FromMilliseconds(40);

    /// <summary>“Read just now” needs no finer grain, and each telling costs a turn of the loop.</summary>
    private static readonly Duration TellEvery = Duration.FromSeconds(1);

    private readonly ConcurrentDictionary<FeedId, (Feed Feed, CancellationTokenSource Stop)> _running = new();

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        void Follow(Stage before, Stage after)
        {
            if (before.Show.Feeds != after.Show.Feeds)
            {
                Match(after.Show, stoppingToken);
            }
        }

        loop.Changed += Follow;
        Match(loop.Stage.Show, stoppingToken);
        await Task.Delay(Timeout.InfiniteTimeSpan, time, stoppingToken).ContinueWith(_ => { }, TaskScheduler.Default);
        loop.Changed -= Follow;
    }

    /// <summary>One watcher for each feed of the show, and no others. Called in the loop's turn only.</summary>
    private void Match(Show show, CancellationToken stop)
    {
        foreach (var (id, (feed, running)) in _running)
        {
            if (show.Feed(id) != feed && _running.TryRemove(id, out _))
            {
                running.Cancel();
            }
        }

        foreach (var feed in show.Feeds.Where(feed => !_running.ContainsKey(feed.Id)))
        {
            var stopping = CancellationTokenSource.CreateLinkedTokenSource(stop);
            _running[feed.Id] = (feed, stopping);
            _ = Watch(feed, stopping.Token);
        }
    }

    private async Task Watch(Feed feed, CancellationToken stop)
    {
        // Not disposed: the watcher may ring once more while it is taken down.
        var nudge = new SemaphoreSlim(0);
        using var watcher = WatcherOf(feed.Path, nudge);
        string? last = null;
        Instant? emptySince = null;
        try
        {
            while (true)
            {
                var read = await Settled(feed, last, stop);
                var doubtful = read.Text is { Length: 0 } && last is { Length: > 0 };
                emptySince = doubtful ? emptySince ?? clock.Now : null;
                if (!doubtful || clock.Now - emptySince >= EmptyGrace)
                {
                    last = read.Text ?? last;
                    var at = clock.Now;
                    loop.Tell($"feed/{feed.Id}", stage => Fold(stage, feed, read, at));
                }

                // Polled, for a watcher may miss what happens on another computer's share; nudged, so that a local file need not wait.
                await nudge.WaitAsync(feed.Every.ToTimeSpan(), stop);
            }
        }
        catch (OperationCanceledException)
        {
            // The feed was changed or deleted, or the server stops.
        }
    }

    /// <summary>Rings when something happens to the file; null where folders cannot be watched.</summary>
    private static FileSystemWatcher? WatcherOf(string path, SemaphoreSlim nudge)
    {
        try
        {
            var watcher = new FileSystemWatcher(Path.GetDirectoryName(path) ?? "/", Path.GetFileName(path));
            void Ring(object sender, FileSystemEventArgs what)
            {
                if (nudge.CurrentCount == 0)
                {
                    nudge.Release();
                }
            }

            watcher.Changed += Ring;
            watcher.Created += Ring;
            watcher.Deleted += Ring;
            watcher.Renamed += Ring;
            watcher.EnableRaisingEvents = true;
            return watcher;
        }
        catch (Exception error) when (error is ArgumentException or IOException)
        {
            return null;
        }
    }

    private async Task<TextRead> Settled(Feed feed, string? last, CancellationToken stop)
    {
        var read = TextFile.Read(feed.Path);
        while (read.Text is not null && read.Text != last)
        {
            await Task.Delay(Settling, time, stop);
            var again = TextFile.Read(feed.Path);
            if (again == read)
            {
                break;
            }

            read = again;
        }

        return read;
    }

    private static Stage Fold(Stage stage, Feed feed, TextRead read, Instant at)
    {
        if (stage.Show.Feed(feed.Id) != feed)
        {
            return stage;
        }

        var state = stage.Feeds.GetValueOrDefault(feed.Id, FeedState.Untouched);
        var next = read switch
        {
            { Text: { } text } => Refreshed(state, FeedTable.OfText(text), at),
            { Trouble: { } trouble } => state.Failed(trouble),
            { Missing: true } when state.Table is not null => state.Failed("The file is gone. Its last words stay until it is back."),
            _ => state,
        };
        return next == state ? stage : stage with { Kept = stage.Kept with { Feeds = stage.Feeds.SetItem(feed.Id, next) } };
    }

    private static FeedState Refreshed(FeedState state, FeedTable table, Instant at)
    {
        var read = state.Read(table, at);
        var news = read.ChangedAt != state.ChangedAt || state.Trouble is not null || state.ReadAt is null || at - state.ReadAt > TellEvery;
        return news ? read : state;
    }
}
