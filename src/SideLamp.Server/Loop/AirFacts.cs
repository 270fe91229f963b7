using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Airing;
using SideLamp.Core.Shows;
using SideLamp.Core.Timers;
using SideLamp.Store;

namespace SideLamp.Server.Loop;

/// <summary>What the engine wants to know of a show, from the layout. It remembers the looks that it has told of.</summary>
/// <param name="skew">By how much the machine's clock has been set ahead of the engine's: times of day are that clock's.</param>
public sealed class AirFacts(PictureBook book, Kept kept, Duration skew) : IAirFacts
{
    private readonly Dictionary<LookId, Look> _told = [];

    public Look? Look(LookId id) => _told.GetValueOrDefault(id) ?? kept.Looks.GetValueOrDefault(id);

    public Prepared? Prepare(GraphicId graphic, CardId? card, OutfitId? outfit = null)
    {
        if (kept.Show.Graphic(graphic) is not { } own)
        {
            return null;
        }

        var chosen = (card is { } wished ? own.Card(wished) : null) ?? own.UpCard;
        var worn = outfit is { } wish && !own.Wears(wish) ? own.Wearing(wish) : own;
        if (book.LookOf(kept.Show, worn, chosen) is not var (lookId, look))
        {
            return null;
        }

        _told[lookId] = look;
        var picture = book.PictureOf(lookId, look, kept);
        // Words on several pages stay until the last has been read, however short the stay is.
        var stay = own.Stay is { } least ? Duration.Max(least, picture.Reading) : (Duration?)null;
        return new Prepared(
            graphic,
            chosen.Id,
            own.Seat,
            own.Template,
            lookId,
            stay,
            picture.Arrive,
            picture.Leave,
            kept.Show.Brand.Motion.WaitsForLeaver,
            own.CardIds,
            own.Then,
            own.Every,
            own.Cycle,
            own.Covers
        );
    }

    public string NameOf(GraphicId graphic) => kept.Show.Graphic(graphic)?.Name ?? "a graphic that is gone";

    public Timer? Timer(TimerId timer) => kept.Show.Timer(timer);

    public Cue? Cue(CueId cue) => kept.Show.Cue(cue);

    public Instant Next(LocalTime time, Instant now) => TimeOfDay.Next(time, DateTimeZoneProviders.Tzdb.GetSystemDefault(), now + skew) - skew;

    public (Duration Arrive, Duration Leave)? MotionOf(LookId look) =>
        Look(look) is { } known && book.PictureOf(look, known, kept) is var picture ? (picture.Arrive, picture.Leave) : null;
}
