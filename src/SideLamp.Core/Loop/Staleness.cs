using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Airing;
using SideLamp.Core.Feeds;
using SideLamp.Core.Shows;

namespace SideLamp.Core.Loop;

/// <summary>Which feeds are stale, since when, and which graphics go dark for it. A paused feed is not: somebody wants its last words.</summary>
internal static class Staleness
{
    /// <summary>The stage with what is stale at an instant.</summary>
    public static Stage Told(Stage stage, Instant now)
    {
        var stale = ImmutableDictionary.CreateBuilder<FeedId, Instant>();
        foreach (var feed in stage.Show.Feeds)
        {
            if (Since(stage, feed, now) is { } since)
            {
                stale[feed.Id] = since;
            }
        }

        var known = stage.Kept.Stale;
        return stale.Count == known.Count && stale.All(one => known.TryGetValue(one.Key, out var since) && since == one.Value)
            ? stage
            : stage with { Kept = stage.Kept with { Stale = stale.ToImmutable() } };
    }

    /// <summary>When a feed becomes stale by its age, or a graphic is to go dark; null = neither comes by itself.</summary>
    public static Instant? Next(Stage stage) =>
        stage.Show.Feeds.Where(feed => !stage.Kept.Stale.ContainsKey(feed.Id)).Select(feed => AgesAt(stage, feed)).Concat(stage.Air.Airings.Select(airing => DarkAt(stage, airing)?.At)).Min();

    /// <summary>The graphics that are to be dark by now, each with the feed that is stale.</summary>
    public static IEnumerable<(GraphicId Graphic, FeedId Feed)> Due(Stage stage, Instant now) =>
        from airing in stage.Air.Airings
        let dark = DarkAt(stage, airing)
        where dark is { } due && due.At <= now
        select (airing.Graphic, dark.Value.Feed);

    private static Instant? Since(Stage stage, Feed feed, Instant now) =>
        feed.Paused ? null
        : stage.Conditions.GetValueOrDefault(feed.Id)?.TroubleSince is { } trouble ? trouble
        : AgesAt(stage, feed) is { } aged && aged <= now ? aged
        : null;

    private static Instant? AgesAt(Stage stage, Feed feed) => feed.Paused ? null : stage.Values.GetValueOrDefault(feed.Id)?.ChangedAt + feed.StaleAfter;

    /// <summary>A press lights it for its whole time, though its feed has been stale for longer; a second one for as long as one likes.</summary>
    private static (Instant At, FeedId Feed)? DarkAt(Stage stage, Airing.Airing airing)
    {
        if (stage.Kept.Stale.IsEmpty || !airing.Holds || airing.OnAirSince is not { } lit || stage.Show.Graphic(airing.Graphic)?.WhenStale?.DarkAfter is not { } after || stage.Kept.Contents.GetValueOrDefault(airing.Content) is not { } content)
        {
            return null;
        }

        var feeds = content.Words.Values.SelectMany(Placeholders.FeedsIn).Where(stage.Kept.Stale.ContainsKey).OrderBy(feed => stage.Kept.Stale[feed]).ToList();
        return feeds.Count == 0 || stage.WentDark.GetValueOrDefault(airing.Graphic) == stage.Kept.Stale[feeds[0]] ? null : (Instant.Max(lit, stage.Kept.Stale[feeds[0]]) + after, feeds[0]);
    }
}
