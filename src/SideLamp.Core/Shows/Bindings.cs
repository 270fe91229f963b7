using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using SideLamp.Core.Feeds;
using SideLamp.Core.Templates;

namespace SideLamp.Core.Shows;

/// <summary>Which feeds drive which graphics: a reading touches these and no others.</summary>
public static class Bindings
{
    private static readonly ConditionalWeakTable<Graphic, Bound> Known = [];

    /// <summary>The feeds that a graphic takes anything from: in its words, for its cards, or to be lit by.</summary>
    public static ImmutableArray<FeedId> FeedsOf(Graphic graphic, Template template)
    {
        if (Known.TryGetValue(graphic, out var known) && ReferenceEquals(known.Template, template))
        {
            return known.Feeds;
        }

        var words = graphic.Cards.SelectMany(card => card.Words.Values).Concat(graphic.CardsFrom?.Words.Values ?? []).Concat(template.Fields.Select(field => field.Sample));
        var feeds = words.Distinct().SelectMany(Placeholders.FeedsIn).Concat(new[] { graphic.CardsFrom?.Feed, graphic.While?.Feed }.OfType<FeedId>());
        var bound = new Bound(template, [.. feeds.Distinct()]);
        Known.AddOrUpdate(graphic, bound);
        return bound.Feeds;
    }

    /// <summary>Whether a feed says the same at two moments, wherever it stands.</summary>
    public static bool IsSame(FeedId feed, FeedsNow before, FeedsNow after) =>
        ReferenceEquals(before.Values.GetValueOrDefault(feed), after.Values.GetValueOrDefault(feed))
        && before.Stands.GetValueOrDefault(feed) == after.Stands.GetValueOrDefault(feed)
        && ReferenceEquals(before.Ticks.GetValueOrDefault(feed), after.Ticks.GetValueOrDefault(feed))
        && ReferenceEquals(before.Pictures.GetValueOrDefault(feed), after.Pictures.GetValueOrDefault(feed))
        && (before.Feeds == after.Feeds || ReferenceEquals(before.Feeds.FirstOrDefault(one => one.Id == feed), after.Feeds.FirstOrDefault(one => one.Id == feed)));

    private sealed record Bound(Template Template, ImmutableArray<FeedId> Feeds);
}
