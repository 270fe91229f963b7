using NodaTime;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Airing;

/// <summary>What falls due, and whose business it is.</summary>
internal sealed class Dues(Scene scene, Seating seating, Timing timing, CueRunning cueRunning, ByItself byItself, Watching watching) : ScenePart(scene)
{
    private static readonly Duration LoopWithin = Duration.FromSeconds(1);
    private const int MostInASecond = 20;
    private const int MostTallies = 64;

    public void Wake(Due due)
    {
        Scene.MoveTo(due.At);
        if (IsLoop(due))
        {
            SwitchOff(due);
            return;
        }

        switch (due.What)
        {
            case Following following:
                byItself.Follow(following);
                return;
            case Repeat repeat:
                byItself.ComeAgain(repeat);
                return;
            case TimerRun timer:
                WakeTimer(timer);
                return;
            case CueStepAhead step:
                cueRunning.TakeStep(step);
                return;
            case QueuedAlert:
                // Whose turn it is, is settled after every step.
                return;
            case Watch watch:
                watching.Ripen(watch);
                return;
        }

        var airing = State.Airings.First(one => one.Id == due.Airing);
        switch (airing.Phase)
        {
            case Phase.Lit when due.Kind == DueKind.CardStep:
                byItself.NextInCycle(airing);
                break;
            case Phase.Lit:
                seating.Send(airing, Origin.Automatic);
                Put(State.Airings.First(one => one.Id == airing.Id) with { StayOver = true });
                break;
            case Phase.Arriving or Phase.Reviving:
                // A full stay counts from here (rules 8 and 11).
                Put(airing with { Phase = Phase.Lit, InAt = airing.InAt ?? Now, StayEnds = airing.EndOfStay(Now), StepsAt = seating.FirstStep(Prepare(airing.Graphic, airing.Card)) });
                break;
            default:
                byItself.Leave(airing);
                break;
        }
    }

    /// <summary>Counts how often a source falls due: one that does so again and again within a second would never end (rule 31).</summary>
    private bool IsLoop(Due due)
    {
        if (due.Source is not { } source)
        {
            return false;
        }

        var tally = State.Tallies.GetValueOrDefault(source) is { } known && Now - known.Since <= LoopWithin ? known with { Count = known.Count + 1 } : new Tally(Now, 1);
        var fresh = State.Tallies.Count < MostTallies ? State.Tallies : State.Tallies.RemoveRange(State.Tallies.Where(one => Now - one.Value.Since > LoopWithin).Select(one => one.Key));
        State = State with { Tallies = fresh.SetItem(source, tally) };
        return tally.Count > MostInASecond;
    }

    private void SwitchOff(Due due)
    {
        State = due.What switch
        {
            Following following => State with { Followers = State.Followers!.Remove(following) },
            Repeat repeat => State with { Repeats = State.Repeats.Remove(repeat) },
            // It stands: nothing makes it fall due again until a hand starts it.
            TimerRun timer => State with { Timers = State.Timers.Replace(timer, timer with { Since = null, Gone = timer.At(Now), Due = null }) },
            CueStepAhead step => State with { CueSteps = State.CueSteps.RemoveAll(one => one.Cue == step.Cue) },
            _ => State,
        };
        Happenings.Add(new Happening(Now, HappeningKind.SwitchedOff, due.GraphicIn(State), Origin.Automatic, What: due.Words(Facts)));
    }

    private void WakeTimer(TimerRun run)
    {
        if (Facts.Timer(run.Timer) is not { } timer)
        {
            State = State with { Timers = State.Timers.Remove(run) };
            return;
        }

        if (timer.Kind == TimerKind.Clock)
        {
            // Another day begins, or other clocks.
            timing.FollowClock(timer.Id);
            return;
        }

        if (run.AtEnd || timer.Kind == TimerKind.Up)
        {
            // Its words outgrow their room.
            timing.Keep(timer, run);
            return;
        }

        // How long ago this was: what is long overdue is folded (rule 29).
        var ago = Until - Now;
        var left = run.Length - run.At(Now);
        if (left > Duration.Zero)
        {
            timing.Keep(timer, run);
            foreach (var warning in timer.Warnings.Where(one => one.Left == left))
            {
                RunCueOf(timer, warning.Cue, ago);
            }

            return;
        }

        if (timing.NextPhase(timer, run) is { } next)
        {
            var cycle = timer.AtZero == AtZero.Again ? timer.Phases!.Plan().Aggregate(Duration.Zero, (sum, phase) => sum + phase.Length) : Duration.MaxValue;
            timing.Keep(timer, next with { Since = Now + (cycle * Math.Max(0, Math.Floor((ago - CueRunning.CueOverdue) / cycle))) });
            var phase = timer.Phases!.At(next.Phase);
            Happenings.Add(new Happening(Now, HappeningKind.PhaseBegan, null, Origin.Automatic, What: $"{timer.Name}: {phase.Name}, round {timer.Phases.RoundOf(next.Phase)} of {timer.Phases.Rounds}"));
            RunCueOf(timer, phase.Cue, ago);
            return;
        }

        switch (timer.AtZero)
        {
            case AtZero.Again when timer.Kind == TimerKind.Down:
                // Rounds that ended long ago are folded, up to the one whose end is not overdue yet (rule 29).
                var rounds = Math.Max(0, Math.Floor((ago - CueRunning.CueOverdue) / timer.Length));
                timing.Keep(timer, run with { Since = Now + (timer.Length * rounds), Gone = Duration.Zero, Length = timer.Length });
                break;
            case AtZero.Over or AtZero.Below:
                timing.Keep(timer, run with { AtEnd = true });
                break;
            default:
                timing.Keep(timer, run with { AtEnd = true, Since = null, Gone = run.Length });
                break;
        }

        Happenings.Add(new Happening(Now, HappeningKind.TimerEnded, null, Origin.Automatic, What: timer.Name));
        RunCueOf(timer, timer.Cue, ago);
    }

    private void RunCueOf(Timer timer, CueId? wished, Duration ago)
    {
        if (wished is not { } id || Facts.Cue(id) is not { } cue)
        {
            return;
        }

        // Nothing comes by itself during lights out (rule 21), nor long after its time (rule 29).
        var missed = State.Waits || ago > CueRunning.CueOverdue || cueRunning.RunIt(cue, $"timer {timer.Name}") is not null;
        if (missed)
        {
            Happenings.Add(new Happening(Now, HappeningKind.Missed, null, Origin.Automatic, What: cue.Name));
        }
    }

    /// <summary>Nothing comes by itself any more.</summary>
    public void EndChains()
    {
        State = State with
        {
            Followers = null,
            Repeats = [],
            CueSteps = [],
            Airings = [.. State.Airings.Select(airing => airing with { Alone = true, StepsAt = null })],
        };
        Happenings.Add(new Happening(Now, HappeningKind.ChainsEnded, null, Origin.Automatic));
    }
}
