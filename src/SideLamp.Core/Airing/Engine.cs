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
        var before = Advance(state, facts, instant);
        if (id is { } seen && before.State.Recent.ContainsKey(seen))
        {
            return before;
        }

        var scene = new Scene(before.State, facts, before.State.Now);
        if (scene.Do(command) is { } refusal)
        {
            return before with { Refusal = refusal };
        }

        scene.Settle();
        scene.Remember(before.State, command);
        var after = scene.State;
        after = id is { } fresh ? after with { Recent = after.Recent.SetItem(fresh, after.Now) } : after;
        return new Step(after, before.Happenings.AddRange(scene.Happenings), before.Choices.AddRange(scene.Choices), Uncounts: scene.Uncounts);
    }

    /// <summary>Lets time pass: all that falls due up to and at the instant happens, in order. An earlier instant changes nothing.</summary>
    public static Step Advance(AirState state, IAirFacts facts, Instant instant)
    {
        if (instant < state.Now)
        {
            return new Step(state, [], []);
        }

        var scene = new Scene(state, facts, instant);
        scene.Settle();
        var wakes = 0;
        while (NextDue(scene.State) is { } due && due.At <= instant)
        {
            if (++wakes == MostWakes)
            {
                // A chain that feeds itself is switched off after a long sleep, not walked to its end (rule 29).
                scene.EndChains();
                continue;
            }

            scene.Wake(due);
            scene.Settle();
        }

        scene.MoveTo(instant);
        var air = scene.State.Recent.IsEmpty
            ? scene.State
            : scene.State with { Recent = scene.State.Recent.RemoveRange(scene.State.Recent.Where(one => instant - one.Value > RepeatWindow).Select(one => one.Key)) };
        return new Step(air, [.. scene.Happenings], [.. scene.Choices]);
    }

    /// <summary>When to look again; null = nothing will happen by itself.</summary>
    public static Instant? NextWake(AirState state) => NextDue(state)?.At;

    /// <summary>
    /// The state without what is due next, which is gone from the air at once: for when working it out has failed, and would
    /// fail again (rule 31). Where nothing is due, what waits for its turn is what has failed, and goes.
    /// </summary>
    public static (AirState Air, string? What) WithoutNextDue(AirState state, Instant now) =>
        NextDue(state) switch
        {
            { } later when later.At > now => WithoutWaiting(state),
            null => WithoutWaiting(state),
            { What: Following following } => (state with { Followers = state.Followers?.Remove(following) }, "What follows a graphic"),
            { What: Repeat repeat } => (state with { Repeats = state.Repeats.Remove(repeat) }, "A graphic that comes by itself"),
            { What: TimerRun timer } => (state with { Timers = state.Timers.Replace(timer, timer with { Due = null }) }, $"Timer {timer.Timer}"),
            { What: CueStepAhead step } => (state with { CueSteps = state.CueSteps.Remove(step) }, $"A step of “{step.Name}”"),
            { } due => (state with { Airings = state.Airings.RemoveAll(airing => airing.Id == due.Airing) }, "The next move of a graphic"),
        };

    private static (AirState, string?) WithoutWaiting(AirState state) =>
        (state with { Alerts = [], Asides = [], Airings = state.Airings.RemoveAll(airing => airing.Phase == Phase.Waiting) }, null);

    /// <summary>Ties go by kind, then by the order of lighting (rule 2).</summary>
    private static Due? NextDue(AirState state)
    {
        Due? next = null;
        foreach (var due in state.Dues())
        {
            if (next is null || due.At < next.At || (due.At == next.At && due.Kind < next.Kind))
            {
                next = due;
            }
        }

        return next;
    }
}
