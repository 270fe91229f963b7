using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using NodaTime;
using SideLamp.Core.Brands;
using SideLamp.Core.Editing;
using SideLamp.Core.Events;
using SideLamp.Core.Feeds;
using SideLamp.Core.Frame;
using SideLamp.Core.Json;
using SideLamp.Core.Layout;
using SideLamp.Core.Media;
using SideLamp.Core.Shows;
using SideLamp.Core.Templates;
using SideLamp.Core.Text;
using SideLamp.Core.Tickers;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Loop;

/// <summary>A content and its fingerprint.</summary>
public sealed record Pinned(ContentId Id, Content Content);

/// <summary>A picture, and what of it could not be made.</summary>
public sealed record Drawn(Picture Picture, ImmutableArray<Fault> Faults);

/// <summary>Contents and pictures of graphics, remembered: a press finds its picture laid out already.</summary>
/// <param name="playingTimeOf">Of a stored file; null = it is a still, or does not say.</param>
public sealed class PictureBook(Shelf shelf, ITextShaper shaper, ILookAlikes lookAlikes, Func<AssetId, Duration?> playingTimeOf)
{
    /// <summary>What contents say.</summary>
    public WordBook Words { get; } = new(shelf, lookAlikes);

    private const long MostBytes = 128 << 20;

    /// <summary>Roughly, with its words, its moves and its id.</summary>
    private const long BytesPerNode = 900;

    private const long BytesPerContent = 2000;
    private readonly Remembered<ContentKey, Pinned> _contents = new(MostBytes / 4, (_, one) => BytesPerContent + one.Content.Words.Sum(word => word.Value.Length * 2L));
    private readonly Remembered<(ContentId, Setting, string), Picture> _pictures = new(MostBytes, (key, picture) => BytesPerNode * (picture.Nodes.Length + 1) + (key.Item3.Length * 2L));

    /// <summary>What a graphic would show with a card; null when its template is gone or cannot be read.</summary>
    /// <param name="said">What an alert tells; null = of a graphic of alerts, something that it might.</param>
    public Pinned? ContentOf(Show show, Chosen chosen, Card card, AlertEvent? said = null)
    {
        if (shelf.Find(show, chosen.Graphic.Template) is not { } kept)
        {
            return null;
        }

        var worn = chosen.Worn;
        return _contents.Of(
            new ContentKey(chosen.Graphic.Edited ?? chosen.Graphic, card, chosen.Choice.Counts, worn, kept.Source, show.Brand, show.OwnSeats, show.SeatOrder, said ?? show.SampleFor(chosen.Graphic.Id)),
            key =>
            {
                var words = kept.Template.WordsOf(chosen.WordsOf(card)).ToImmutableSortedDictionary(StringComparer.Ordinal);
                var content = new Content(kept.Source, show.Brand, show.Seat(chosen.Graphic.Seat) ?? Seats.All[0], chosen.Graphic.Place, chosen.Finish, words) { StaleWords = chosen.Graphic.WhenStale?.Words, Row = card.Row, Event = key.Said };
                return new Pinned(content.Id(), content);
            }
        );
    }

    /// <summary>A content with the feeds' values and the timers of now, laid out. Fields that cannot be filled in are empty, and said.</summary>
    /// <param name="airing">Whose belts run in it; null = they stand still.</param>
    /// <exception cref="Exception">It cannot be laid out: a fault of ours.</exception>
    public Drawn DrawnOf(Pinned pinned, Kept kept, AiringId? airing = null)
    {
        if (shelf.Read(pinned.Content.TemplateSource)?.Template is not { } template)
        {
            return new Drawn(Picture.Empty, [new Fault("/template", "Its template cannot be read.")]);
        }

        var (words, faults, _) = Words.SaidNow(template, pinned.Content, kept);
        if (LayoutBudget.FaultIn(template, words) is { } much)
        {
            // Only what a feed brings can be so much: what is typed is refused.
            return new Drawn(Picture.Empty, [new Fault("/words", much)]);
        }

        var timers = TimersOf(pinned.Content, kept);
        words = words.SetItems(timers.Select(one => KeyValuePair.Create(one.Field, one.Room)));
        return new Drawn(Laid(pinned, new Setting(kept.Show.Canvas), template, words, timers.ToImmutableDictionary(one => one.Field, one => one.Program), [.. kept.Air.Belts.Where(belt => belt.Airing == airing)]), faults);
    }

    /// <summary>Whether anything moves through it.</summary>
    public bool HasBelts(Content content) => shelf.Read(content.TemplateSource)?.Template.HasBelts == true;

    /// <summary>As <see cref="DrawnOf"/>, without what could not be filled in being said.</summary>
    public Picture PictureOf(Pinned pinned, Kept kept) => DrawnOf(pinned, kept).Picture;

    private static List<(string Field, string Room, TimerProgram Program)> TimersOf(Content content, Kept kept)
    {
        var shown = new List<(string, string, TimerProgram)>();
        foreach (var (field, words) in content.Words)
        {
            if (TimerWords.In(words) is { } id && kept.Show.Timer(id) is { } timer)
            {
                var run = kept.Air.Timers.Find(one => one.Timer == id) ?? TimerRun.Fresh(timer, Duration.Zero);
                shown.Add((field, run.Room, TimerFace.ProgramOf(timer, run, kept.Show.Canvas.Rate)));
            }
        }

        return shown;
    }

    private Picture Laid(Pinned pinned, Setting setting, Template template, ImmutableDictionary<string, string> words, ImmutableDictionary<string, TimerProgram> timers, ImmutableArray<BeltRun> belts)
    {
        // As pages are told it: a program told in whole seconds would be taken for another one of the same second.
        var programs = timers.OrderBy(one => one.Key, StringComparer.Ordinal).Select(one => $"{one.Key}{CoreJson.Write(one.Value)}");
        var key = string.Join('\u001f', words.OrderBy(one => one.Key, StringComparer.Ordinal).Select(one => one.Value).Concat(programs).Concat(belts.Select(CoreJson.Write)));
        var content = pinned.Content;
        return _pictures.Of((pinned.Id, setting, key), _ => Playing(Layouts.Lay(new Dress(template, content.Brand, setting, content.Seat, content.Place, content.Finish), words, shaper, timers, belts.ToDictionary(belt => belt.Part))));
    }

    /// <summary>With how long the longest of its videos and animations plays.</summary>
    private Picture Playing(Picture picture) =>
        picture with { Plays = picture.Nodes.Select(node => node.Image).Where(image => image is not null and not { Kind: MediaKind.Still }).Max(image => playingTimeOf(new AssetId(image!.Asset))) };

    /// <summary>A template with its sample words, in the show's brand; null when there is no such template.</summary>
    public Picture? SampleOf(Show show, TemplateId id)
    {
        if (shelf.Find(show, id) is not { Template: var template, Source: var source })
        {
            return null;
        }

        var words = template.Fields.ToImmutableSortedDictionary(field => field.Name, field => field.Sample, StringComparer.Ordinal);
        var plain = Dress.Plain(template, show.Brand, show.Canvas);
        var content = new Content(source, plain.Brand, plain.Seat, plain.Place, plain.Finish, words);
        return Laid(new Pinned(content.Id(), content), plain.Setting, template, Placeholders.FillAll(template, words, FeedsNow.None).Words, ImmutableDictionary<string, TimerProgram>.Empty, []);
    }

    /// <summary>What a brand is shown on: words on a plate.</summary>
    private static readonly TemplateId BrandSample = new("name");

    /// <summary>What was deleted, as it would look in the show of now; null where there is nothing to be seen of it.</summary>
    public Picture? PictureOf(Binned binned, Kept kept)
    {
        if (!BinKinds.Pictured.Contains(binned.Kind) || binned.In(kept.Show) is not { } show)
        {
            return null;
        }

        return binned.Kind == BinKinds.Templates ? SampleOf(show, new TemplateId(binned.Id))
            : binned.Kind == BinKinds.Brands ? show.Wearing(binned.Id) is { } dressed ? SampleOf(dressed, BrandSample) : null
            : (kept with { Show = show }).Chosen(new GraphicId(binned.Id)) is { } chosen && ContentOf(show, chosen, chosen.UpCard) is { } pinned ? PictureOf(pinned, kept with { Show = show })
            : null;
    }

    // By reference: every edit makes a new graphic, so an old key never means a new thing.
    private readonly record struct ContentKey(Graphic Graphic, Card Card, ImmutableSortedDictionary<string, Counted> Counts, Outfit? Worn, string Source, Brand Brand, ImmutableArray<Seat> OwnSeats, ImmutableArray<SeatId> SeatOrder, AlertEvent? Said)
    {
        public bool Equals(ContentKey other) =>
            ReferenceEquals(Graphic, other.Graphic)
            && ReferenceEquals(Card, other.Card)
            && ReferenceEquals(Counts, other.Counts)
            && ReferenceEquals(Worn, other.Worn)
            && ReferenceEquals(Source, other.Source)
            && ReferenceEquals(Brand, other.Brand)
            && OwnSeats == other.OwnSeats
            && SeatOrder == other.SeatOrder
            && Said == other.Said;

        public override int GetHashCode() =>
            HashCode.Combine(RuntimeHelpers.GetHashCode(Graphic), RuntimeHelpers.GetHashCode(Card), RuntimeHelpers.GetHashCode(Counts), RuntimeHelpers.GetHashCode(Brand));
    }
}
