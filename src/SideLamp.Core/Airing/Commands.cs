using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Shows;

namespace SideLamp.Core.Airing;

/// <summary>What somebody or something asks of the air.</summary>
public abstract record AirCommand;

/// <summary>Light a graphic with a card; null = the card that is up.</summary>
/// <param name="Alone">Whether what would follow it does not, this time (rule 12).</param>
public sealed record Light(GraphicId Graphic, CardId? Card = null, Origin Origin = Origin.Person, bool Alone = false) : AirCommand;

public sealed record Darken(GraphicId Graphic) : AirCommand;

/// <summary>Light what is dark, darken what is lit. For senders that cannot know which (rule 30).</summary>
public sealed record Toggle(GraphicId Graphic) : AirCommand;

/// <summary>Let the edits of a lit graphic go to air (rule 27).</summary>
public sealed record Push(GraphicId Graphic) : AirCommand;

/// <summary>Everything dark at once. A second time while things are still leaving cuts them (rule 21).</summary>
public sealed record LightsOut : AirCommand;

/// <summary>What lights out put out is lit again (rule 23).</summary>
public sealed record LightsBack : AirCommand;

/// <summary>The graphic is deleted: it is gone from the air in the same step (rule 26).</summary>
public sealed record Remove(GraphicId Graphic) : AirCommand;

/// <summary>What a graphic would show if it were lit now.</summary>
/// <param name="Arrive">Length of its arrival.</param>
/// <param name="Leave">Length of its departure.</param>
/// <param name="WaitsForLeaver">Rule 3: “after” instead of “across”.</param>
public sealed record Prepared(
    GraphicId Graphic,
    CardId Card,
    SeatId Seat,
    TemplateId Template,
    LookId Look,
    Duration? Stay,
    Duration Arrive,
    Duration Leave,
    bool WaitsForLeaver,
    Follow? Then = null
);

/// <summary>What the engine needs to know but does not work out: it never lays anything out.</summary>
public interface IAirFacts
{
    /// <summary>Null when there is no such graphic.</summary>
    /// <param name="card">Null = the card that is up.</param>
    Prepared? Prepare(GraphicId graphic, CardId? card);

    /// <summary>Length of the departure of a look that is on air.</summary>
    Duration LeaveOf(LookId look);
}

public enum HappeningKind
{
    Lit,
    Darkened,

    /// <summary>It has left the picture.</summary>
    Gone,

    /// <summary>It showed other words, or another card, without leaving.</summary>
    Changed,
    LightsOut,
    LightsBack,

    /// <summary>It would have come by itself, and did not: its seat was a person's, or it was lit already (rule 14).</summary>
    Skipped,
}

/// <summary>Something that happened on air, for the log.</summary>
/// <param name="Shown">Of <see cref="HappeningKind.Gone"/>: how long it had been in the picture.</param>
public sealed record Happening(Instant At, HappeningKind Kind, GraphicId? Graphic, Origin Origin, Duration? Shown = null);

/// <summary>What came of a command.</summary>
/// <param name="Refusal">Why nothing was done, in a sentence; null when it was done.</param>
public sealed record Step(AirState State, ImmutableArray<Happening> Happenings, string? Refusal = null);
