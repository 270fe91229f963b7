using System.Collections.Immutable;
using System.Text.RegularExpressions;
using SideLamp.Core.Events;
using SideLamp.Core.Feeds;
using SideLamp.Core.Frame;
using SideLamp.Core.Shows;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Editing;

/// <summary>Graphics as they are, with all that they cannot do without, to be brought into another show: what a set file holds.</summary>
/// <param name="Format"><see cref="Version1"/>.</param>
/// <param name="Timers">That their words show or ask.</param>
/// <param name="Templates">Those of the streamer's own that they are made from.</param>
/// <param name="Seats">Those of the show's own that they sit in.</param>
public sealed partial record GraphicSet(string Format, string Name, ImmutableArray<SetGraphic> Graphics, ImmutableArray<Timer> Timers, ImmutableArray<OwnTemplate> Templates, ImmutableArray<Seat> Seats)
{
    public const string Version1 = "side-lamp-set/1";

    /// <summary>Of the graphics in one.</summary>
    public const int Most = 200;

    /// <summary>Of its document, as JSON: no more than any edit may bring at once.</summary>
    public const int MostLetters = 5_000_000;

    /// <summary>These graphics of a show. What comes from feeds stays with the show that has them.</summary>
    /// <param name="choices">What was counted, and which outfit is worn, goes along.</param>
    /// <exception cref="RefusedException">None of them is there, or there are too many.</exception>
    public static GraphicSet Of(Show show, Choices choices, IReadOnlySet<GraphicId> ids)
    {
        var graphics = show.Graphics.Where(graphic => ids.Contains(graphic.Id)).Select(graphic => (Graphic: choices.Of(graphic).WithCounts(), Worn: choices[graphic.Id].Outfit)).ToImmutableArray();
        if (graphics.IsEmpty)
        {
            throw RefusedException.NotFound("graphic");
        }

        if (graphics.Length > Most)
        {
            throw RefusedException.Faulty("/graphics", $"A set holds up to {Most} graphics, and these are {graphics.Length}.");
        }

        var said = graphics.SelectMany(one => one.Graphic.Cards).SelectMany(card => card.Words.Values).SelectMany(words => Asked().Matches(words)).Select(found => new TimerId(found.Groups[1].Value)).ToHashSet();
        return new GraphicSet(
            Version1,
            $"Set of {show.Name}",
            [.. graphics.Select(one => new SetGraphic(one.Graphic.Id, AsEdit(one.Graphic, one.Worn, ids)))],
            [.. show.Timers.Where(timer => said.Contains(timer.Id)).Select(timer => timer.WithCues(_ => false))],
            [.. show.OwnTemplates.Where(own => graphics.Any(one => one.Graphic.Template == own.Id))],
            [.. show.OwnSeats.Where(seat => graphics.Any(one => one.Graphic.Seat == seat.Id))]
        );
    }

    /// <summary>What its words ask for that is not there: a set brings no feeds, for these are of one computer and one evening.</summary>
    public ImmutableArray<FeedId> MissingFrom(FeedsNow feeds) =>
        [
            .. Graphics
                .SelectMany(one => one.As.Cards ?? [])
                .SelectMany(card => card.Words.Values)
                .SelectMany(Placeholders.NeededBy)
                .Distinct()
                .Where(asked => asked.Value != AlertEvent.Word && !feeds.Also.ContainsKey(asked) && feeds.Feeds.All(feed => feed.Id != asked)),
        ];

    private static GraphicEdit AsEdit(Graphic graphic, OutfitId? worn, IReadOnlySet<GraphicId> ids) =>
        new(
            0,
            graphic.Name,
            graphic.Seat,
            graphic.Place,
            Speed: graphic.Speed,
            Cards: [.. graphic.Cards.Select(card => new CardDraft(card.Words, card.Id))],
            Outfits: graphic.Outfits,
            Lettering: graphic.Lettering,
            Template: graphic.Template,
            Covers: graphic.Covers,
            Still: graphic.Still,
            EndsWithVideo: graphic.EndsWithVideo,
            CountKeys: graphic.CountKeys
        )
        {
            Stay = graphic.Stay,
            Key = graphic.Key,
            Worn = worn,
            Then = graphic.Then is { } then && ids.Contains(then.Graphic) ? then : null,
            Every = graphic.Every,
            Cycle = graphic.Cycle,
            Attention = graphic.Attention,
            Belt = graphic.Belt,
            Sound = graphic.Sound,
            NextKey = graphic.NextKey,
        };

    /// <summary>Words that speak of another timer where they spoke of this one.</summary>
    public static string Renamed(string words, IReadOnlyDictionary<TimerId, TimerId> timers) =>
        Asked().Replace(words, found => timers.TryGetValue(new TimerId(found.Groups[1].Value), out var now) ? $"{TimerWords.Name}.{now.Value}" : found.Value);

    [GeneratedRegex(@"\btimers\.([a-z][a-z0-9_]{0,39})\b", RegexOptions.NonBacktracking)]
    private static partial Regex Asked();
}

/// <summary>A graphic of a set.</summary>
/// <param name="Id">That others of the set follow it by.</param>
/// <param name="As">All of it, as an edit that makes it so.</param>
public sealed record SetGraphic(GraphicId Id, GraphicEdit As);
