using System.Collections.Immutable;
using System.Text.Json.Serialization;
using NodaTime;

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
}

/// <summary>One stay of a picture in a seat, from its lighting until it is gone.</summary>
/// <param name="Look">What it shows, pinned: edits of the show do not reach it until they are pushed (rule 27).</param>
/// <param name="LitAt">When its arrival began; null while it waits. Hold motions count from here (rule 16).</param>
/// <param name="InAt">When its arrival was over; null before.</param>
/// <param name="Stay">How long it stays once it is in; null = until switched off.</param>
/// <param name="StayEnds">When the stay is over; null while it is not in, or has no end.</param>
/// <param name="Leg">The motion clock; null while waiting.</param>
/// <param name="UpSince">When its card came up, lit or stepped to: what shows once, counts from here. Null while it waits.</param>
/// <param name="Alone">Whether nothing follows it this time (rule 12).</param>
/// <param name="StayOver">Whether it is leaving because its stay is over, and not because somebody sent it away.</param>
public sealed record Airing(
    AiringId Id,
    GraphicId Graphic,
    CardId Card,
    SeatId Seat,
    TemplateId Template,
    LookId Look,
    Origin Origin,
    Phase Phase,
    Instant? LitAt,
    Instant? InAt,
    Duration? Stay,
    Instant? StayEnds,
    Leg? Leg,
    Instant? UpSince = null,
    bool Alone = false,
    bool StayOver = false
)
{
    /// <summary>Whether it holds its seat. At most one airing of a seat does.</summary>
    [JsonIgnore]
    public bool Holds => Phase is Phase.Waiting or Phase.Arriving or Phase.Lit or Phase.Reviving;
}

/// <summary>What lights out put out, to be brought back by lights back (rule 23).</summary>
/// <param name="Remaining">What was left of its stay; null = it had no end.</param>
public sealed record Remembered(GraphicId Graphic, CardId Card, SeatId Seat, Origin Origin, Duration? Remaining);

/// <summary>A graphic that comes by itself, after another that is gone (rule 12).</summary>
public sealed record Following(GraphicId Graphic, GraphicId After, Instant At);

/// <summary>All that is known about what is on air. Immutable; <see cref="Engine"/> makes the next one.</summary>
/// <param name="Now">The latest instant the engine has seen; time never runs backwards here (rule 1).</param>
/// <param name="Airings">In the order of their lighting.</param>
/// <param name="LightsOut">What was put out; null = the lights are not out.</param>
/// <param name="Recent">Commands of the last 60 s, so that a repeat does nothing (rule 30).</param>
/// <param name="Count">Airings so far; the next one's id.</param>
/// <param name="Followers">What comes by itself, in the order it was set off; null = nothing.</param>
public sealed record AirState(
    Instant Now,
    ImmutableList<Airing> Airings,
    ImmutableList<Remembered>? LightsOut,
    ImmutableDictionary<CommandId, Instant> Recent,
    long Count,
    ImmutableList<Following>? Followers = null
)
{
    public static AirState Dark(Instant now) =>
        new(now, [], null, ImmutableDictionary<CommandId, Instant>.Empty, 0);

    public Airing? Of(GraphicId graphic) => Airings.FirstOrDefault(airing => airing.Graphic == graphic);

    public Airing? HolderOf(SeatId seat) => Airings.FirstOrDefault(airing => airing.Seat == seat && airing.Holds);

    /// <summary>What is due, by looking at the state, never by a running timer: tests move the clock, and a restart forgets nothing.</summary>
    internal IEnumerable<Due> Dues()
    {
        foreach (var airing in Airings)
        {
            if (airing is { Leg: { } leg, Phase: not Phase.Lit })
            {
                yield return new Due(leg.End, DueKind.MotionEnd, airing.Id);
            }

            if (airing is { Phase: Phase.Lit, StayEnds: { } end })
            {
                yield return new Due(end, DueKind.StayEnd, airing.Id);
            }
        }

        foreach (var following in Followers ?? [])
        {
            yield return new Due(following.At, DueKind.Then, default, following);
        }
    }
}

/// <summary>Work that falls due. At equal instants the order of the kinds decides (rule 2).</summary>
internal sealed record Due(Instant At, DueKind Kind, AiringId Airing, Following? Following = null);

internal enum DueKind
{
    MotionEnd,
    StayEnd,
    Then,
}
