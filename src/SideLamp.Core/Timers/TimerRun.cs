using System.Collections.Immutable;
using NodaTime;

namespace SideLamp.Core.Timers;

/// <summary>How far a timer has come. A timer without a run stands at its beginning.</summary>
/// <param name="Since">Since when it has been running; null = it stands.</param>
/// <param name="Gone">What had gone by before that.</param>
/// <param name="Length">From the beginning to zero, with what was added; of counting up: unused.</param>
/// <param name="AtEnd">Whether zero has come: what happens then has happened.</param>
/// <param name="Room">The widest words that it shows until the engine says otherwise: what a layout keeps free.</param>
/// <param name="Due">When the engine looks at it next: at a warning, at zero, when its words outgrow their room, or when another day or other clocks begin in its zone; null = never.</param>
public sealed record TimerRun(TimerId Timer, Instant? Since, Duration Gone, Duration Length, bool AtEnd, string Room = "", Instant? Due = null)
{
    /// <summary>Of phases: the one it is in, from 0.</summary>
    public int Phase { get; init; }

    /// <summary>Of a time of day that it counts to: when that is by this machine's clock, with what was added.</summary>
    public Instant? Target { get; init; }

    /// <summary>Of the time of day: what is known of its zone ahead.</summary>
    public ImmutableArray<ClockShift> Shifts { get; init; } = [];

    /// <summary>Of the time of day: the day whose midnight it counts from.</summary>
    public LocalDate? Today { get; init; }

    /// <summary>When it was started from its beginning; null = it has not been.</summary>
    public Instant? Began { get; init; }

    /// <summary>What events added, the latest last.</summary>
    public ImmutableList<AddedTime> Added { get; init; } = [];

    /// <summary>What came after zero: it waits for a hand.</summary>
    public ImmutableList<AddedTime> Offered { get; init; } = [];

    /// <summary>What has gone by.</summary>
    public Duration At(Instant now) => Gone + (Since is { } since ? now - since : Duration.Zero);

    /// <summary>A timer that nobody has started yet.</summary>
    /// <param name="untilNext">To the time of day it counts to.</param>
    public static TimerRun Fresh(Timer timer, Duration untilNext)
    {
        var length = timer.Kind switch
        {
            TimerKind.Down => timer.Length,
            TimerKind.Until => untilNext,
            TimerKind.Phases => timer.Phases?.At(0).Length ?? Timers.Timer.LeastLength,
            _ => Duration.Zero,
        };
        return new TimerRun(timer.Id, null, Duration.Zero, length, false).Settled(timer, Instant.MinValue);
    }

    /// <summary>The same with the room that its words need now, and the instant at which to look at it again.</summary>
    public TimerRun Settled(Timer timer, Instant now)
    {
        var (counted, room) = TimerFace.RoomOf(timer, this, now);
        if (timer.Kind == TimerKind.Clock)
        {
            return this with { Room = room };
        }

        if (Since is null)
        {
            return this with { Room = room, Due = null };
        }

        if (timer.Kind != TimerKind.Up && !AtEnd)
        {
            var left = Length - At(now);
            var warning = timer.Warnings.Select(one => one.Left).Where(at => at < left).DefaultIfEmpty(Duration.Zero).Max();
            return this with { Room = room, Due = now + (left - warning) };
        }

        return this with { Room = room, Due = TimerFace.Outgrown(timer, counted, room) is { } step ? now + (step - counted) : null };
    }
}
