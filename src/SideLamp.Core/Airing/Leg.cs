using System.Text.Json.Serialization;
using NodaTime;

namespace SideLamp.Core.Airing;

/// <summary>Which of a picture's two motions the clock walks along.</summary>
public enum LegPath
{
    Arrive,
    Leave,
}

/// <summary>
/// A stretch of an airing's motion clock. Interrupting a motion adds a leg that walks the same path the other way
/// from where the clock is, so that nothing jumps (note 7, “Motion under interruption”).
/// </summary>
/// <param name="At">When the leg began.</param>
/// <param name="From">Where the clock stood then, in ms, 0 to <paramref name="Length"/>.</param>
/// <param name="Rate">ms of motion clock per ms of time: above 0 forwards, below 0 backwards, never 0.</param>
/// <param name="Length">Length of the path in ms.</param>
public sealed record Leg(LegPath Path, Instant At, double From, double Rate, double Length)
{
    /// <summary>Where the clock stands, in ms, 0 to the length; before the leg it stands at its beginning.</summary>
    public double PositionAt(Instant instant)
    {
        var passed = Math.Max(0, (instant - At).TotalMilliseconds);
        return Math.Clamp(From + (Rate * passed), 0, Length);
    }

    /// <summary>When the clock reaches the end it walks towards, in whole µs: an instant that is kept and read back is the same.</summary>
    [JsonIgnore]
    public Instant End => At + Duration.FromNanoseconds(Math.Ceiling((Rate > 0 ? Length - From : From) / Math.Abs(Rate) * 1e3) * 1e3);

    /// <summary>The other way, from where the clock stands; at least as fast as <paramref name="speed"/>.</summary>
    public Leg Turned(Instant instant, double speed = 1) =>
        this with
        {
            At = instant,
            From = PositionAt(instant),
            Rate = -Math.Sign(Rate) * speed,
        };

    /// <summary>The same way, fast enough to be over within <paramref name="limit"/>.</summary>
    public Leg Hurried(Instant instant, Duration limit)
    {
        var position = PositionAt(instant);
        var remaining = Rate > 0 ? Length - position : position;
        return this with
        {
            At = instant,
            From = position,
            Rate = Math.Sign(Rate) * Math.Max(Math.Abs(Rate), remaining / limit.TotalMilliseconds),
        };
    }
}
