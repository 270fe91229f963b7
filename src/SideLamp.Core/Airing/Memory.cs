using System.Collections.Immutable;
using System.Text.Json.Serialization;
using NodaTime;
using SideLamp.Core.Events;
using SideLamp.Core.Feeds;
using SideLamp.Core.Shows;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Airing;

/// <summary>What a seat held, so that it can be lit again just as it was.</summary>
/// <param name="Remaining">What was left of its stay; null = it had no end.</param>
/// <param name="Template">Of the look.</param>
/// <param name="Content">What it showed; null = whatever is prepared.</param>
/// <param name="Under">The full-frame graphic that had sent it aside (rule 32); null = it was not aside.</param>
public sealed record Remembered(
    GraphicId Graphic,
    CardId Card,
    SeatId Seat,
    Origin Origin,
    Duration? Remaining,
    TemplateId? Template = null,
    ContentId? Content = null,
    GraphicId? Under = null
)
{
    /// <summary>What a viewer wrote that it shows; null = nothing.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public AlertEvent? Said { get; init; }

    /// <summary>As of an airing: its video begins anew.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool StaysFromUp { get; init; }

    /// <summary>Whether both want the same place: it is the same graphic, or the same seat, in the open or under a full-frame graphic.</summary>
    public bool Replaces(Remembered other) => Graphic == other.Graphic || (Seat == other.Seat && Under is null == other.Under is null);

    /// <summary>An airing as it is now; its stay is frozen.</summary>
    public static Remembered Of(Airing airing, Instant now) =>
        new(airing.Graphic, airing.Card, airing.Seat, airing.Origin, airing is { StaysFromUp: false, StayEnds: { } end } ? end - now : airing.Stay, airing.Template, airing.Content) { Said = airing.Said, StaysFromUp = airing.StaysFromUp };
}

/// <summary>It left its seat for an alert or under a full-frame graphic, and comes back when that is gone (rules 17 and 32).</summary>
/// <param name="Cause">The airing that it made way for.</param>
public sealed record Aside(Remembered What, AiringId Cause);

/// <summary>A graphic that comes by itself, after another that is gone (rule 12).</summary>
public sealed record Following(GraphicId Graphic, GraphicId After, Instant At);

/// <summary>A step of a cue that is still to come. Its settings are as they were at the press.</summary>
public sealed record CueStepAhead(CueId Cue, string Name, CueStep Step, Instant At);

/// <summary>A graphic that comes by itself again and again: a fixed grid, start to start, from when it was switched on (rule 13).</summary>
/// <param name="Next">The next instant of the grid.</param>
public sealed record Repeat(GraphicId Graphic, Duration Interval, Instant Next);

/// <summary>A serious moment: what comes by itself waits (rule 28).</summary>
/// <param name="Waiting">What would have come by its <em>every</em> meanwhile, each once.</param>
public sealed record Hushed(Instant Since, ImmutableList<GraphicId> Waiting);

/// <summary>A value on a card that was stepped, or set back, on the desk.</summary>
/// <param name="Before">Null = untouched: the template's sample.</param>
/// <param name="After">Likewise.</param>
public sealed record Count(GraphicId Graphic, CardId Card, string Field, string? Before, string? After);

/// <summary>A feed that a hand has taken to another row, or let go.</summary>
/// <param name="Before">Where it stood; null = where its rule had it.</param>
/// <param name="After">Likewise.</param>
public sealed record RowChange(FeedId Feed, RowStand? Before, RowStand? After);

/// <summary>An act of a person's on air, for undo (rule 24). It holds what was before.</summary>
/// <param name="What">In a few words.</param>
/// <param name="Seats">The seats that it changed.</param>
public sealed record Act(Instant At, string What, ImmutableArray<SeatChange> Seats)
{
    /// <summary>Rises from act to act.</summary>
    public long Seq { get; init; }

    /// <summary>The graphic that it was about; null = many, or none.</summary>
    public GraphicId? Graphic { get; init; }

    /// <summary>The cue that it was; null = none.</summary>
    public CueId? Cue { get; init; }

    /// <summary>The values that it stepped; null = none.</summary>
    public ImmutableList<Count>? Counts { get; init; }

    /// <summary>The row that it took a feed to; null = none.</summary>
    public RowChange? Row { get; init; }

    /// <summary>What it did with timers; null = nothing.</summary>
    public ImmutableList<TimerChange>? Timers { get; init; }

    /// <summary>Whether it was a lights out that put something out: undo lights that again.</summary>
    public bool WentOut { get; init; }

    /// <summary>Whether it was lights out or back, or let come what waited.</summary>
    public bool Switched { get; init; }

    /// <summary>What lights out remembered before it; only where <see cref="Switched"/>.</summary>
    public ImmutableList<Remembered>? LightsOut { get; init; }

    /// <summary>Whether what comes by itself waited before it; only where <see cref="Switched"/>.</summary>
    public bool Waited { get; init; }

    /// <summary>What was aside and is not any more; null = nothing.</summary>
    public ImmutableList<Aside>? Forgotten { get; init; }

    /// <summary>What was aside under a full-frame graphic that was sent away; null = nothing.</summary>
    public ImmutableList<Aside>? Uncovered { get; init; }

    /// <summary>What lights back brought under a full-frame graphic; null = nothing.</summary>
    public ImmutableList<GraphicId>? Hidden { get; init; }
}

/// <param name="Before">Null = it stood at its beginning.</param>
/// <param name="After">Likewise.</param>
public sealed record TimerChange(TimerId Timer, TimerRun? Before, TimerRun? After);

/// <param name="Before">What the seat held; null = nothing.</param>
/// <param name="After">The airing that held it then; null = none.</param>
/// <param name="Card">Its card.</param>
/// <param name="Content">Its look.</param>
public sealed record SeatChange(SeatId Seat, Remembered? Before, AiringId? After, CardId? Card, ContentId? Content)
{
    /// <summary>Whether nothing has changed in the seat since.</summary>
    public bool IsStill(Airing? holder) => (holder?.Id, holder?.Card, holder?.Content) == (After, Card, Content);
}
