using NodaTime;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Airing;

/// <summary>The on-air engine: given a state, a command and an instant it says what is lit and what happens next. Pure.</summary>
public static class Engine
{
    private const int MostWakes = 1000;
    private static readonly Duration RepeatWindow = Duration.FromSeconds(60);

    /// <summary>
    /// Does what a command asks. Everything that fell due before it happens first, and its instant is never before the last (rule 1).
    /// </summary>
    /// <param name="id">A command with an id that was seen within the last 60 s does nothing (rule 30).</param>
    public static Step Apply(AirState state, AirCommand command, IAirFacts facts, Instant instant, CommandId? id = null)
    {
        var step = new EngineStep(state, facts, Instant.Max(state.Now, instant));
        LetPass(step);
        var before = step.Done();
        if (id is { } seen && before.State.Recent.ContainsKey(seen))
        {
            return before;
        }

        if (step.Do(command) is { } refusal)
        {
            return before with { Refusal = refusal };
        }

        var done = step.Done();
        return id is { } fresh ? done with { State = done.State with { Recent = done.State.Recent.SetItem(fresh, done.State.Now) } } : done;
    }

    /// <summary>Lets time pass: all that falls due up to and at the instant happens, in order. An earlier instant changes nothing.</summary>
    public static Step Advance(AirState state, IAirFacts facts, Instant instant)
    {
        if (instant < state.Now)
        {
            return new Step(state, [], []);
        }

        var step = new EngineStep(state, facts, instant);
        LetPass(step);
        return step.Done();
    }

    private static void LetPass(EngineStep step)
    {
        step.Settle();
        var wakes = 0;
        while (step.State.NextDue() is { } due && due.At <= step.Until)
        {
            if (++wakes == MostWakes)
            {
                // A chain that feeds itself is switched off after a long sleep, not walked to its end (rule 29).
                step.EndChains();
                continue;
            }

            step.Wake(due);
        }

        step.MoveOn(RepeatWindow);
    }

    /// <summary>When to look again; null = nothing will happen by itself.</summary>
    public static Instant? NextWake(AirState state) => state.NextDue()?.At;

    /// <summary>
    /// The state without what is due next, which is gone from the air at once: for when working it out has failed, and would
    /// fail again (rule 31). Where nothing is due, what waits for its turn is what has failed, and goes.
    /// </summary>
    public static (AirState Air, string? What) WithoutNextDue(AirState state, Instant now) =>
        state.NextDue() switch
        {
            { } later when later.At > now => WithoutWaiting(state),
            null => WithoutWaiting(state),
            { What: Following following } => (state with { Followers = state.Followers?.Remove(following) }, "What follows a graphic"),
            { What: Repeat repeat } => (state with { Repeats = state.Repeats.Remove(repeat) }, "A graphic that comes by itself"),
            { What: TimerRun timer } => (state with { Timers = state.Timers.Replace(timer, timer with { Due = null }) }, $"Timer {timer.Timer}"),
            { What: Watch watch } => (state with { Watches = state.Watches.Remove(watch) }, "What a graphic is lit for"),
            { What: QueuedAlert alert } => (state with { Alerts = state.Alerts.Remove(alert) }, "An alert"),
            { What: CueStepAhead step } => (state with { CueSteps = state.CueSteps.Remove(step) }, $"A step of “{step.Name}”"),
            { } due => (state with { Airings = state.Airings.RemoveAll(airing => airing.Id == due.Airing) }, "The next move of a graphic"),
        };

    private static (AirState, string?) WithoutWaiting(AirState state) =>
        (state with { Alerts = [], Asides = [], Airings = state.Airings.RemoveAll(airing => airing.Phase == Phase.Waiting) }, null);
}
