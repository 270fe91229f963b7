using System.Text.Json.Serialization;
using NodaTime;
using SideLamp.Core.Events;

namespace SideLamp.Core.Airing;

/// <summary>Where an airing is on its way. A graphic without an airing is dark.</summary>
public enum Phase
{
    /// <summary>It holds the seat, and begins when the last leaver is gone.</summary>
    Waiting,
    Arriving,
    Lit,

    /// <summary>Its arrival runs backwards.</summary>
    Retracting,
    Leaving,

    /// <summary>Its departure runs backwards.</summary>
    Reviving,
}

/// <summary>Who lit it. What comes by itself never sends away what a person lit (rule 14).</summary>
public enum Origin
{
    Person,
    Automatic,

    /// <summary>An event of a viewer's; one at a time (rules 17 to 19).</summary>
    Alert,
}

/// <summary>One stay of a picture in a seat, from its lighting until it is gone.</summary>
/// <param name="Content">What it shows, pinned: edits of the show do not reach it until they are pushed (rule 27).</param>
/// <param name="LitAt">When its arrival began; null while it waits. Hold motions count from here (rule 16).</param>
/// <param name="InAt">When its arrival was over; null before.</param>
/// <param name="Stay">How long it stays once it is in, or of a video how long it plays; null = until switched off.</param>
/// <param name="StayEnds">When the stay is over; null while it is not in, or has no end.</param>
/// <param name="Leg">The motion clock; null while waiting.</param>
/// <param name="UpSince">When its card came up, lit or stepped to: what shows once, counts from here. Null while it waits.</param>
/// <param name="Alone">Whether nothing follows it this time (rule 12).</param>
/// <param name="StepsAt">When its next card comes up by itself; null = it does not.</param>
/// <param name="Steps">How many cards have come up by themselves in this airing.</param>
/// <param name="TakenAt">When this graphic took the airing over from another (rule 5); null = it is its own from its lighting.</param>
/// <param name="StayOver">Whether it is leaving because its stay is over, and not because somebody sent it away.</param>
public sealed record Airing(
    AiringId Id,
    GraphicId Graphic,
    CardId Card,
    SeatId Seat,
    TemplateId Template,
    ContentId Content,
    Origin Origin,
    Phase Phase,
    Instant? LitAt,
    Instant? InAt,
    Duration? Stay,
    Instant? StayEnds,
    Leg? Leg,
    Instant? UpSince = null,
    bool Alone = false,
    bool StayOver = false,
    Instant? StepsAt = null,
    int Steps = 0,
    Instant? TakenAt = null
)
{
    /// <summary>What the alert or the message tells that lit it; null = none did.</summary>
    public AlertEvent? Said { get; init; }

    /// <summary>Whether its stay is that of a video, and counts from <see cref="UpSince"/>.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool StaysFromUp { get; init; }

    /// <summary>Whether a viewer's command has lit it.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool ByAudience { get; init; }

    /// <summary>Whether it is there for something that a viewer did or wrote.</summary>
    [JsonIgnore]
    public bool IsOfAudience => ByAudience || Said is not null || Origin == Origin.Alert;

    /// <summary>When its stay is over, once it is in; null = it has no end.</summary>
    public Instant? EndOfStay(Instant inAt) => StaysFromUp && UpSince + Stay is { } over ? Instant.Max(over, inAt) : inAt + Stay;

    /// <summary>Since when viewers see this graphic; null while it waits.</summary>
    [JsonIgnore]
    public Instant? OnAirSince => TakenAt ?? LitAt;

    /// <summary>Whether it holds its seat. At most one airing of a seat does.</summary>
    [JsonIgnore]
    public bool Holds => Phase is Phase.Waiting or Phase.Arriving or Phase.Lit or Phase.Reviving;
}
