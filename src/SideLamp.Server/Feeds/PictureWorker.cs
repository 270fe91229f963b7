using System.Collections.Concurrent;
using System.Collections.Immutable;
using SideLamp.Core;
using SideLamp.Core.Chat;
using SideLamp.Core.Feeds;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;
using SideLamp.Server.Data;
using SideLamp.Server.Live;
using SideLamp.Server.Loop;
using SideLamp.Store;

namespace SideLamp.Server.Feeds;

/// <summary>Has the pictures stored that cells of feeds name, before a press needs them, and tells the loop what is there.</summary>
public sealed class PictureWorker(ShowLoop loop, Shelf shelf, AssetRepository assets, FeedKeys keys, EngineClock clock, TimeProvider time, ServeOptions options, Findings findings, IHostApplicationLifetime life, ILogger<PictureWorker> logger) : BackgroundService
{
    private static readonly TimeSpan LookEvery = TimeSpan.FromSeconds(1);

    /// <summary>Pictures come, and edits are typed, in rows: they are told of together.</summary>
    private static readonly TimeSpan Quiet = TimeSpan.FromMilliseconds(50);

    private readonly ConcurrentDictionary<FeedId, FeedPictures> _feeds = new();
    private readonly Bell _bell = new();
    private Stage? _matched;

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        void Follow(Stage before, Stage after)
        {
            if (IsOther(before, after))
            {
                _bell.Ring();
            }
        }

        await life.Begun(stoppingToken);
        loop.Changed += Follow;
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                // On a thread of its own: to see what thousands of rows name takes a while.
                await OwnThread.Run(LookAfterAll);
                await _bell.Wait(LookEvery, stoppingToken);
                await Task.Delay(Quiet, stoppingToken);
            }
            catch (OperationCanceledException)
            {
                break;
            }
            catch (Exception error)
            {
                logger.LogError(error, "Pictures could not be looked after; it goes on.");
                await Task.Delay(LookEvery, CancellationToken.None);
            }
        }

        loop.Changed -= Follow;
        foreach (var feed in _feeds.Values)
        {
            feed.Dispose();
        }
    }

    /// <summary>Fetches the pictures of a feed anew.</summary>
    public void ReadNow(FeedId id)
    {
        if (_feeds.TryGetValue(id, out var feed))
        {
            feed.ReadNow();
            _bell.Ring();
        }
    }

    private static bool IsOther(Stage? before, Stage after) =>
        before is null || before.Show != after.Show || before.Values != after.Values || before.Choices != after.Choices || before.Kept.Contents != after.Kept.Contents
        || (after.Show.ChatRules.Pictures && before.Kept.Chat.Queue.Waiting != after.Kept.Chat.Queue.Waiting);

    private bool LookAfterAll()
    {
        var stage = loop.Stage;
        if (IsOther(_matched, stage))
        {
            Match(stage);
            _matched = stage;
        }

        foreach (var (id, feed) in _feeds)
        {
            if (stage.Show.PicturesFrom(id) is { Paused: false })
            {
                feed.Go();
            }

            Tell(id, feed, stage);
        }

        return true;
    }

    private void Match(Stage stage)
    {
        var wanted = WantedPictures.Of(stage.Kept, shelf).Take(WantedPictures.Most + 1).ToList();
        var tooMany = wanted.Count > WantedPictures.Most;
        findings.Set("pictures", tooMany ? $"The feeds name more than {WantedPictures.Most} pictures: those that come last are not fetched." : null);
        var byFeed = wanted.Take(WantedPictures.Most).GroupBy(one => one.Feed).ToDictionary(feed => feed.Key, feed => feed.Select(one => one.Name).ToList());
        foreach (var (id, pictures) in _feeds)
        {
            if ((!byFeed.ContainsKey(id) || stage.Show.PicturesFrom(id) is not { } feed || !pictures.IsFor(feed)) && _feeds.TryRemove(id, out _))
            {
                pictures.Dispose();
                findings.Set(KeyOf(id), null);
            }
        }

        foreach (var (id, names) in byFeed)
        {
            if (stage.Show.PicturesFrom(id) is { } feed)
            {
                _feeds.GetOrAdd(id, _ => new FeedPictures(feed, stage.Kept.Pictures.GetValueOrDefault(id, ImmutableDictionary<string, CellPicture>.Empty), new WebGetter(options.Port, FeedPictures.MostAtOnce), keys, assets, clock, time, _bell.Ring, logger)).Match(names);
            }
        }

        foreach (var id in stage.Kept.Pictures.Keys.Where(id => !_feeds.ContainsKey(id)))
        {
            loop.Tell(new PicturesInput(id, ImmutableDictionary<string, CellPicture>.Empty));
        }
    }

    private void Tell(FeedId id, FeedPictures feed, Stage stage)
    {
        var all = feed.All;
        if (ReferenceEquals(stage.Kept.Pictures.GetValueOrDefault(id), all))
        {
            return;
        }

        // A viewer whose picture is gone is no alarm: the first letter stands in its place.
        var troubles = (id == ViewerPictures.Source.Id ? [] : all.Values).Select(one => one.Trouble).OfType<string>().Order(StringComparer.Ordinal).ToList();
        findings.Set(KeyOf(id), troubles.Count == 0 ? null : $"{(troubles.Count == 1 ? "A picture" : $"{troubles.Count} pictures")} of “{feed.Feed.Name}” cannot be shown. {troubles[0]}");
        loop.Tell(new PicturesInput(id, all));
    }

    private static string KeyOf(FeedId id) => $"pictures/{id}";
}
