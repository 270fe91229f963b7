using NodaTime;

namespace SideLamp.Core.Timers;

/// <summary>How far a timer has come. A timer without a run stands at its beginning.</summary>
/// <param name="Since">Since when it has been running; null = it stands.</param>
/// <param name="Gone">What had gone by before that.</param>
/// <param name="Length">From the beginning to zero, with what was added; of counting up: unused.</param>
/// <param name="AtEnd">Whether zero has come: what happens then has happened.</param>
/// <param name="Room">The widest words that it shows until the engine says otherwise: what a layout keeps free.</param>
/// <param name="Due">When the engine looks at it next: at zero, when its words outgrow their room, or when the clocks of its zone are set; null = never.</param>
public sealed record TimerRun(TimerId Timer, Instant? Since, Duration Gone, Duration Length, bool AtEnd, string Room = "", Instant? Due = null)
{
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
            return this with { Room = room, Due = now + (Length - At(now)) };
        }

        var outgrown = TimerFace.Steps.Where(step => step > counted && TimerFace.Text(step, up: true, timer.Form).Length > room.TrimStart('+').Length).Select(step => (Duration?)step).FirstOrDefault();
        return this with { Room = room, Due = outgrown is { } step && counted >= Duration.Zero ? now + (step - counted) : null };
    }
}
