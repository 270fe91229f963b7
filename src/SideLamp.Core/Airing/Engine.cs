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
}
