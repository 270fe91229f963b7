using System.Collections.Immutable;
using SideLamp.Core.Shows;

namespace SideLamp.Core.Airing;

// Cards stepped by hand, and cues.
internal sealed partial class Scene
{
    private string? StepIt(StepCard step)
    {
        var airing = State.Of(step.Graphic);
        if (facts.Prepare(step.Graphic, airing is { Holds: true } ? airing.Card : null) is not { } now)
        {
            return "There is no such graphic any more.";
        }

        var at = now.Cards.IndexOf(now.Card);
        var card = step.To ?? now.Cards[(at + step.By + now.Cards.Length) % now.Cards.Length];
        if (!now.Cards.Contains(card))
        {
            return NoSuchCard;
        }

        Choices.Add(new Choice(step.Graphic, card));
        return airing is { Holds: true } ? LightIt(new Light(step.Graphic, card, Alone: airing.Alone)) : null;
    }

    /// <summary>All of it is checked first; then it happens in one instant (rule 20).</summary>
    /// <param name="by">What runs it, where that is no person.</param>
    private string? RunIt(Cue cue, string? by = null)
    {
        if (cue.Steps.SelectMany(step => step.Timers).Any(one => facts.Timer(one.Timer) is null))
        {
            return NotRun(cue, "a timer that it sets is gone");
        }

        foreach (var setting in cue.Steps.SelectMany(step => step.Settings))
        {
            if (WhyNot(setting) is { } refusal)
            {
                return NotRun(cue, refusal);
            }
        }

        StopIt(cue.Id);
        Happenings.Add(new Happening(Now, HappeningKind.Cue, null, by is null ? Origin.Person : Origin.Automatic, What: cue.Name, By: by));
        Set(cue.Steps[0]);
        State = State with { CueSteps = State.CueSteps.AddRange(cue.Steps.Skip(1).Select(step => new CueStepAhead(cue.Id, cue.Name, step, Now + step.After))) };
        return null;
    }

    private string? StopIt(CueId cue)
    {
        State = State with { CueSteps = State.CueSteps.RemoveAll(one => one.Cue == cue) };
        return null;
    }

    private void TakeStep(CueStepAhead ahead)
    {
        State = State with { CueSteps = State.CueSteps.Remove(ahead) };
        if (until - Now > CueOverdue)
        {
            Happenings.Add(new Happening(Now, HappeningKind.Missed, null, Origin.Person, What: ahead.Name));
            return;
        }

        // What was deleted since the press is left out; the rest of the step is done.
        var before = State;
        Set(ahead.Step with { Settings = [.. ahead.Step.Settings.Where(one => WhyNot(one) is null)] });
        RememberStep(ahead.Cue, before);
    }

    private string? WhyNot(CueSetting setting) =>
        facts.Prepare(setting.Graphic, setting.Card, setting.Outfit) is not { } prepared ? "a graphic that it sets is gone"
        : setting.Card is { } card && prepared.Card != card ? $"the card that it brings up in “{facts.NameOf(setting.Graphic)}” is gone"
        : null;

    private static string NotRun(Cue cue, string why) => $"“{cue.Name}” was not run: {why}. Right-click the cue to change it.";

    private void Set(CueStep step)
    {
        foreach (var timer in step.Timers)
        {
            SetIt(timer);
        }

        // A later one wins in a seat: the earlier is not lit at all. What a newcomer sends away is not darkened besides.
        var lights = step.Settings.Where(one => one.Act == CueAct.Light).GroupBy(one => facts.Prepare(one.Graphic, one.Card, one.Outfit)!.Seat).Select(seat => seat.Last()).ToImmutableList();
        foreach (var one in lights)
        {
            LightIt(new Light(one.Graphic, one.Card, Outfit: one.Outfit));
        }

        foreach (var one in step.Settings.Where(one => one.Act == CueAct.Set))
        {
            Choices.Add(new Choice(one.Graphic, one.Card, one.Outfit));
            if (State.Of(one.Graphic) is { Holds: true } airing && facts.Prepare(one.Graphic, one.Card ?? airing.Card, one.Outfit) is { } prepared && Differs(airing, prepared, one.Outfit))
            {
                HandOver(airing, prepared, airing.Origin, airing.Alone);
            }
        }

        var kept = lights.Select(one => one.Graphic).Concat(step.Settings.Where(one => one.Act == CueAct.Set).Select(one => one.Graphic)).ToHashSet();
        var dark = step.OnlyThese ? State.Airings.Where(airing => airing.Holds).Select(airing => airing.Graphic).Concat(State.Asides.Select(one => one.What.Graphic)) : step.Settings.Where(one => one.Act == CueAct.Dark).Select(one => one.Graphic);
        foreach (var graphic in dark.Where(graphic => !kept.Contains(graphic)).ToList())
        {
            DarkenIt(graphic);
        }
    }
}
