using NodaTime;
using SideLamp.Core.Shows;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Airing;

/// <summary>Timers: they run on whatever is lit, through lights out and hush.</summary>
internal sealed class Timing(Scene scene) : ScenePart(scene)
{
    private static readonly Duration LongestRun = Duration.FromHours(99);

    /// <summary>A time of day that went by this long ago is one of another day.</summary>
    private static readonly Duration HalfADay = Duration.FromHours(12);

    /// <summary>The longest that a time of day can be ahead, on the night that the clocks go back.</summary>
    private static readonly Duration LongestDay = Duration.FromHours(25);

    public string? SetIt(TimerSetting setting)
    {
        var run = State.Timers.Find(one => one.Timer == setting.Timer);
        if (Facts.Timer(setting.Timer) is not { } timer)
        {
            State = State with { Timers = State.Timers.RemoveAll(one => one.Timer == setting.Timer) };
            return run is null ? "There is no such timer any more." : null;
        }

        if (timer.Kind == TimerKind.Clock)
        {
            // Nobody starts or stops the time of day.
            ShowDay(timer);
            return null;
        }

        // It is always some time to a time of day: there is no beginning to stand at.
        var act = setting.Act == TimerAct.Reset && timer.Kind == TimerKind.Until ? TimerAct.Restart : setting.Act;
        if (act == TimerAct.Reset)
        {
            State = State with { Timers = State.Timers.RemoveAll(one => one.Timer == timer.Id) };
            return null;
        }

        if (act == TimerAct.Next && timer.Kind != TimerKind.Phases)
        {
            return $"“{timer.Name}” has no phases to go on to.";
        }

        var before = run ?? Fresh(timer);
        Keep(
            timer,
            act switch
            {
                TimerAct.Start when before.Since is not null => before,
                TimerAct.Start when timer.Kind == TimerKind.Until && !before.AtEnd && HasPassed(before) => ToTarget(timer, before),
                // To a time of day it is always as long as it is from now.
                TimerAct.Start when (before.AtEnd && timer.Sign is null) || timer.Kind == TimerKind.Until => Started(timer),
                TimerAct.Start => before with { Since = Now, Began = before.Began ?? Now },
                TimerAct.Restart => Started(timer),
                TimerAct.Pause => before with { Since = null, Gone = before.At(Now) },
                TimerAct.Set => SetTo(timer, before, Duration.Max(Timer.LeastLength, setting.By ?? timer.Length)),
                TimerAct.Next => NextPhase(timer, before) ?? before with { Gone = before.At(Now), Length = before.At(Now), AtEnd = true, Since = null },
                _ => Longer(timer, before, setting.By ?? Duration.Zero),
            }
        );
        return null;
    }

    /// <summary>What goes by the time of day does so by this machine's clock as it stands now: another clock, or another run of the server.</summary>
    public string? FollowClock(TimerId id)
    {
        if (Facts.Timer(id) is not { } timer || State.Timers.Find(one => one.Timer == id) is not { } run)
        {
            return null;
        }

        if (timer.Kind == TimerKind.Clock)
        {
            ShowDay(timer);
        }
        else if (timer.Kind == TimerKind.Until && run is { Since: not null, AtEnd: false })
        {
            Keep(timer, ToTarget(timer, run));
        }

        return null;
    }

    /// <summary>The next phase, from now on; null = there is none.</summary>
    public TimerRun? NextPhase(Timer timer, TimerRun run)
    {
        if (timer is not { Kind: TimerKind.Phases, Phases: { } phases })
        {
            return null;
        }

        var next = run.Phase + 1 < phases.Count ? run.Phase + 1 : timer.AtZero == AtZero.Again ? 0 : (int?)null;
        return next is { } at ? run with { Phase = at, Since = run.Since is null ? null : Now, Gone = Duration.Zero, Length = phases.At(at).Length, AtEnd = false } : null;
    }

    public TimerRun Longer(Timer timer, TimerRun run, Duration by)
    {
        var at = run.At(Now);
        if (timer.Kind == TimerKind.Up)
        {
            return run with { Gone = run.Gone + Duration.Max(by, -at) };
        }

        // Nothing is left at the least; only what counts on past zero may go further there.
        var least = timer.Sign is not null && run.AtEnd ? Duration.Zero : at;
        var most = Duration.Max(run.Length, at + LongestRun);
        var longer = run with { Length = Duration.Min(Duration.Max(run.Length + by, least), most), Target = run.Target + by };
        var ended = longer.Length <= at && run.AtEnd;
        // What had come to its end by itself runs on; what a hand had paused stays so.
        return longer with { AtEnd = ended, Since = run is { AtEnd: true, Since: null } && !ended ? Now : run.Since };
    }

    public void Keep(Timer timer, TimerRun run)
    {
        var others = State.Timers.RemoveAll(one => one.Timer == run.Timer);
        // A round that has begun later than now is looked at as from its beginning.
        State = State with { Timers = others.Add(run.Settled(timer, Instant.Max(Now, run.Since ?? Now))) };
    }

    /// <summary>A timer at its beginning. To a day that has gone by nothing is left, and nothing happens for it.</summary>
    public TimerRun Fresh(Timer timer)
    {
        if (timer.Kind != TimerKind.Until)
        {
            return TimerRun.Fresh(timer, Duration.Zero);
        }

        var next = Facts.Next(timer, Now);
        var fresh = TimerRun.Fresh(timer, Duration.Max(next - Now, Duration.Zero)) with { Target = next + Facts.Skew };
        return next > Now ? fresh : fresh with { AtEnd = true, Gone = timer.Sign is null ? Duration.Zero : Now - next };
    }

    private TimerRun Started(Timer timer) =>
        Fresh(timer) is var fresh && fresh.AtEnd && timer.Sign is null ? fresh : fresh with { Since = Now, Began = Now };

    private void ShowDay(Timer timer)
    {
        var (today, midnight, shifts) = Facts.DayOf(timer, Now);
        var tomorrow = timer.Form == TimerForm.Date ? midnight + Duration.FromDays(1) : (Instant?)null;
        var due = shifts.IsEmpty || shifts[0].At > tomorrow ? tomorrow : shifts[0].At;
        Keep(timer, TimerRun.Fresh(timer, Duration.Zero) with { Since = midnight, Today = today, Shifts = shifts, Due = due });
    }

    private bool HasPassed(TimerRun run) => run.Target is { } target && Now + Facts.Skew - target is var gone && gone >= Duration.Zero && gone < HalfADay;

    /// <summary>What has come meanwhile is at zero now, and never turns into what is left to tomorrow's; a clock that was set by days has another day.</summary>
    private TimerRun ToTarget(Timer timer, TimerRun run)
    {
        var left = (run.Target ?? Instant.MaxValue) - (Now + Facts.Skew);
        return HasPassed(run) || (left > Duration.Zero && (left <= LongestDay || timer.Day is not null))
            ? run with { Since = Now, Gone = Duration.Zero, Length = Duration.Max(left, Duration.Zero) }
            : Started(timer);
    }

    /// <summary>What had come to its end stands where it is set to; what counts on past zero counts down again.</summary>
    private TimerRun SetTo(Timer timer, TimerRun run, Duration to) =>
        timer.Kind == TimerKind.Up
            ? run with { Gone = to, Since = run.Since is null ? null : Now }
            : run with { Length = run.At(Now) + to, AtEnd = false, Target = run.Target is null ? null : Now + Facts.Skew + to };
}
