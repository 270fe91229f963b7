using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Airing;
using SideLamp.Core.Events;
using SideLamp.Core.Shows;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Tests.Airing;

/// <summary>Graphics <c>a</c>, <c>b</c> … whose templates, seats and stays a test says.</summary>
internal sealed class FakeFacts : IAirFacts
{
    public Dictionary<string, (string Seat, string Template, Duration? Stay)> Graphics { get; } =
        new()
        {
            ["a"] = ("lower-left", "name", null),
            ["b"] = ("lower-left", "caption", null),
            ["c"] = ("lower-left", "bug", null),
            ["n"] = ("lower-left", "name", null),
            ["d"] = ("upper-right", "bug", null),
        };

    public Dictionary<string, Follow> Then { get; } = [];

    public Duration Arrive { get; set; } = Duration.FromMilliseconds(600);

    public Duration Leave { get; set; } = Duration.FromMilliseconds(400);

    public bool WaitsForLeaver { get; set; }

    public Duration AlertGap { get; set; }

    /// <summary>Counts edits: looks made after an edit differ from those made before.</summary>
    public int Edits { get; set; }

    public Dictionary<string, Duration> Every { get; } = [];

    public Dictionary<string, Cycle> Cycles { get; } = [];

    /// <summary>The graphics whose stay is that of a video.</summary>
    public HashSet<string> Videos { get; } = [];

    /// <summary>The graphics that cannot be laid out.</summary>
    public HashSet<string> Poisoned { get; } = [];

    /// <summary>The graphics that send everything else aside.</summary>
    public HashSet<string> Covering { get; } = [];

    /// <summary>Cards and outfits that are up, as the show would keep them.</summary>
    public Dictionary<string, (string Card, string Outfit)> Up { get; private set; } = [];

    /// <summary>The same, with choices of its own from here on.</summary>
    public FakeFacts Copy()
    {
        var copy = (FakeFacts)MemberwiseClone();
        copy.Up = new(Up);
        return copy;
    }

    private static readonly ImmutableArray<CardId> Cards = [new("c1"), new("c2"), new("c3")];

    public Prepared? Prepare(GraphicId graphic, CardId? card, OutfitId? outfit = null, AlertEvent? said = null)
    {
        if (Poisoned.Contains(graphic.Value))
        {
            throw new InvalidOperationException($"{graphic} cannot be laid out");
        }

        if (!Graphics.TryGetValue(graphic.Value, out var one))
        {
            return null;
        }

        var (upCard, upOutfit) = Up.GetValueOrDefault(graphic.Value, ("c1", ""));
        var chosen = card is { } wished && Cards.Contains(wished) ? wished.Value : upCard;
        return new Prepared(
            graphic,
            new CardId(chosen),
            new SeatId(one.Seat),
            new TemplateId(one.Template),
            new ContentId($"{graphic}.{chosen}.{Edits}{outfit?.Value ?? upOutfit}{said?.Who}"),
            one.Stay,
            Arrive,
            Leave,
            WaitsForLeaver,
            Cards,
            Then.GetValueOrDefault(graphic.Value),
            Every.TryGetValue(graphic.Value, out var every) ? every : null,
            Cycles.GetValueOrDefault(graphic.Value),
            Covering.Contains(graphic.Value)
        )
        {
            StaysFromUp = one.Stay is not null && Videos.Contains(graphic.Value),
        };
    }

    /// <summary>What the show keeps of a step.</summary>
    public void Keep(IEnumerable<Choice> choices)
    {
        foreach (var choice in choices)
        {
            var (card, outfit) = Up.GetValueOrDefault(choice.Graphic.Value, ("c1", ""));
            Up[choice.Graphic.Value] = (choice.Card?.Value ?? card, choice.Outfit?.Value ?? outfit);
        }
    }

    /// <summary>The show's timers and cues, as far as timers need them.</summary>
    public Dictionary<string, Timer> Timers { get; } = [];

    public Dictionary<string, Cue> Cues { get; } = [];

    public string NameOf(GraphicId graphic) => graphic.Value.ToUpperInvariant();

    public Timer? Timer(TimerId timer) => Timers.GetValueOrDefault(timer.Value);

    public Cue? Cue(CueId cue) => Cues.GetValueOrDefault(cue.Value);

    public Duration Skew { get; set; }

    public Instant Next(Timer timer, Instant now) => SideLamp.Core.Timers.TimeOfDay.Next(timer, ZoneOf(timer), now + Skew) - Skew;

    public (LocalDate Today, Instant Midnight, ImmutableArray<ClockShift> Shifts) DayOf(Timer timer, Instant now) =>
        SideLamp.Core.Timers.TimeOfDay.DayOf(ZoneOf(timer), now) is var (today, midnight) ? (today, midnight, SideLamp.Core.Timers.TimeOfDay.ShiftsAfter(ZoneOf(timer), now)) : default;

    private static DateTimeZone ZoneOf(Timer timer) => timer.Zone is null ? DateTimeZone.Utc : SideLamp.Core.Timers.TimeOfDay.ZoneOf(timer.Zone);

    /// <summary>Looks that must not be on air.</summary>
    public HashSet<string> Barred { get; } = [];

    public bool IsBarred(ContentId content) => Barred.Contains(content.Value);

    /// <summary>Whether pictures cannot be laid out any more.</summary>
    public bool Broken { get; set; }

    public (Duration Arrive, Duration Leave)? MotionOf(ContentId look) => Broken ? throw new InvalidOperationException("broken") : (Arrive, Leave);
}
