using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Airing;
using SideLamp.Core.Events;
using SideLamp.Core.Shows;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Loop;

/// <summary>What the engine wants to know of a show, from the layout. It remembers the contents that it has told of.</summary>
/// <param name="skew">By how much the machine's clock has been set ahead of the engine's: times of day are that clock's.</param>
public sealed class AirFacts(PictureBook book, Kept kept, Duration skew) : IAirFacts
{
    private readonly Dictionary<ContentId, Content> _told = [];

    public Content? Content(ContentId id) => _told.GetValueOrDefault(id) ?? kept.Contents.GetValueOrDefault(id);

    public Prepared? Prepare(GraphicId graphic, CardId? card, OutfitId? outfit = null, AlertEvent? said = null)
    {
        if (kept.Chosen(graphic) is not { } chosen)
        {
            return null;
        }

        var own = chosen.Graphic;
        chosen = outfit is { } wish && !chosen.Wears(wish) ? chosen.Wearing(wish) : chosen;
        var shown = (card is { } wished ? own.Card(wished) : null) ?? chosen.UpCard;
        if (book.ContentOf(kept.Show, chosen, shown, said) is not { } pinned)
        {
            return null;
        }

        _told[pinned.Id] = pinned.Content;
        var picture = book.PictureOf(pinned, kept);
        var plays = own.EndsWithVideo && picture.Plays is { } time ? Duration.Max(time, Graphic.LeastStay) : (Duration?)null;
        // Words on several pages stay until the last has been read, however short the stay is.
        var stay = (plays ?? own.Stay ?? (said is null ? null : StayOf(said))) is { } least ? Duration.Max(least, picture.Reading) : (Duration?)null;
        return new Prepared(
            graphic,
            shown.Id,
            own.Seat,
            own.Template,
            pinned.Id,
            stay,
            picture.Arrive,
            picture.Leave,
            kept.Show.Brand.Motion.WaitsForLeaver,
            own.CardIds,
            own.Then,
            own.Every,
            own.Cycle,
            own.Covers
        )
        {
            StaysFromUp = plays is not null,
            GoneAt = own.CardIds.Contains(shown.Id) ? null : own.GoneCards.FirstOrDefault(one => one.Card.Id == shown.Id).At,
            Unlit = (said is null ? WordBook.WhyNoHand(pinned.Content, own, kept.Show.ChatRules.Graphic == own.Id) : null) ?? (shown.Id == RowCards.None && own.CardsFrom is { } from ? $"“{own.Name}” takes its cards from “{kept.Show.Feed(from.Feed)?.Name ?? from.Feed.Value}”, which has no row to show now." : book.Words.BarOf(pinned.Content, kept)),
        };
    }

    /// <summary>As long as it takes to read: some fifteen letters a second, which is common practice for subtitles.</summary>
    private static Duration StayOf(AlertEvent said) => Duration.FromSeconds(Math.Clamp(3 + ((said.Who.Length + said.Words.Length) / 15.0), 6, 12));

    public Duration AlertGap => kept.Show.AlertPace.Gap;

    public bool IsBarred(ContentId content) => Content(content) is { } known && book.Words.BarOf(known, kept) is not null;

    public string NameOf(GraphicId graphic) => kept.Show.Graphic(graphic)?.Name ?? "a graphic that is gone";

    public Timer? Timer(TimerId timer) => kept.Show.Timer(timer);

    public Cue? Cue(CueId cue) => kept.Show.Cue(cue);

    public Duration Skew => skew;

    public Instant Next(Timer timer, Instant now) => TimeOfDay.Next(timer, TimeOfDay.ZoneOf(timer.Zone), now + skew) - skew;

    public (LocalDate Today, Instant Midnight, ImmutableArray<ClockShift> Shifts) DayOf(Timer timer, Instant now)
    {
        var zone = TimeOfDay.ZoneOf(timer.Zone);
        var (today, midnight) = TimeOfDay.DayOf(zone, now + skew);
        return (today, midnight - skew, [.. TimeOfDay.ShiftsAfter(zone, now + skew).Select(shift => shift with { At = shift.At - skew })]);
    }

    public (Duration Arrive, Duration Leave)? MotionOf(ContentId id) =>
        Content(id) is { } known && book.PictureOf(new Pinned(id, known), kept) is var picture ? (picture.Arrive, picture.Leave) : null;
}
