using NodaTime;
using SideLamp.Core.Shows;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Airing;

/// <summary>Timers: they run on whatever is lit, through lights out and hush.</summary>
internal sealed class Timing(Scene scene) : ScenePart(scene)
{
    private static readonly Duration LongestRun = Duration.FromHours(99);

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
            var (midnight, set) = Facts.DayOf(timer, Now);
            Keep(timer, TimerRun.Fresh(timer, Duration.Zero) with { Since = midnight, Due = set });
            return null;
        }

        // It is always some time to a time of day: there is no beginning to stand at.
        var act = setting.Act == TimerAct.Reset && timer.Kind == TimerKind.Until ? TimerAct.Restart : setting.Act;
        if (act == TimerAct.Reset)
        {
            State = State with { Timers = State.Timers.RemoveAll(one => one.Timer == timer.Id) };
            return null;
        }

        var fresh = TimerRun.Fresh(timer, timer.Kind == TimerKind.Until ? Facts.Next(timer, Now) - Now : Duration.Zero);
        var before = run ?? fresh;
        Keep(
            timer,
            act switch
            {
                TimerAct.Start when before.Since is not null => before,
                // To a time of day it is always as long as it is from now.
                TimerAct.Start when (before.AtEnd && timer.AtZero != AtZero.Over) || timer.Kind == TimerKind.Until => fresh with { Since = Now },
                TimerAct.Start => before with { Since = Now },
                TimerAct.Restart => fresh with { Since = Now },
                TimerAct.Pause => before with { Since = null, Gone = before.At(Now) },
                TimerAct.Set => SetTo(timer, before, Duration.Max(Timer.LeastLength, setting.By ?? timer.Length)),
                _ => Longer(timer, before, setting.By ?? Duration.Zero),
            }
        );
        return null;
    }

    /// <summary>What had come to its end stands where it is set to; what counts on past zero counts down again.</summary>
    private TimerRun SetTo(Timer timer, TimerRun run, Duration to) =>
        timer.Kind == TimerKind.Up
            ? run with { Gone = to, Since = run.Since is null ? null : Now }
            : run with { Length = run.At(Now) + to, AtEnd = false };

    private TimerRun Longer(Timer timer, TimerRun run, Duration by)
    {
        var at = run.At(Now);
        if (timer.Kind == TimerKind.Up)
        {
            return run with { Gone = run.Gone + Duration.Max(by, -at) };
        }

        // Nothing is left at the least; only what counts on past zero may go further there.
        var least = timer.AtZero == AtZero.Over && run.AtEnd ? Duration.Zero : at;
        var longer = run with { Length = Duration.Min(Duration.Max(run.Length + by, least), at + LongestRun) };
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
}
