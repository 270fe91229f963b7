using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Shows;

namespace SideLamp.Core.Airing;

/// <summary>Cues, and their steps that come later.</summary>
internal sealed class CueRunning(Scene scene, Seating seating, Lighting lighting, Timing timing, ActMemory actMemory) : ScenePart(scene)
{
    public static readonly Duration CueOverdue = Duration.FromSeconds(5);

    /// <summary>All of it is checked first; then it happens in one instant (rule 20).</summary>
    /// <param name="by">What runs it, where that is no person.</param>
    public string? RunIt(Cue cue, string? by = null)
    {
        if (cue.Steps.SelectMany(step => step.Timers).Any(one => Facts.Timer(one.Timer) is null))
        {
            return NotRun(cue, "a timer that it sets is gone");
        }

        // What must not be lit now may well be by the time of a later step.
        if (cue.Steps.SelectMany(step => step.Settings).Select(WhyNot).Concat(cue.Steps[0].Settings.Select(WhyDark)).OfType<string>().FirstOrDefault() is { } refusal)
        {
            return NotRun(cue, refusal);
        }

        StopIt(cue.Id);
        Happenings.Add(new Happening(Now, HappeningKind.Cue, null, by is null ? Origin.Person : Origin.Automatic, What: cue.Name, By: by));
        // Quiet that a cue asked for ends with the next one; what a hand paused stays so.
        if (State.AlertPause is not { Cue: null })
        {
            State = State with { AlertPause = cue.IsQuiet ? new AlertPause(Now, cue.Id) : null };
        }

        Set(cue.Steps[0]);
        State = State with { CueSteps = State.CueSteps.AddRange(cue.Steps.Skip(1).Select(step => new CueStepAhead(cue.Id, cue.Name, step, Now + step.After))) };
        return null;
    }

    public string? StopIt(CueId cue)
    {
        State = State with { CueSteps = State.CueSteps.RemoveAll(one => one.Cue == cue) };
        return null;
    }

    public void TakeStep(CueStepAhead ahead)
    {
        State = State with { CueSteps = State.CueSteps.Remove(ahead) };
        if (Until - Now > CueOverdue)
        {
            Happenings.Add(new Happening(Now, HappeningKind.Missed, null, Origin.Person, What: ahead.Name));
            return;
        }

        // What was deleted since the press is left out; the rest of the step is done.
        var before = State;
        Set(ahead.Step with { Settings = [.. ahead.Step.Settings.Where(one => (WhyNot(one) ?? WhyDark(one)) is null)] });
        actMemory.RememberStep(ahead.Cue, before);
    }

    private string? WhyNot(CueSetting setting) =>
        Prepare(setting.Graphic, setting.Card, setting.Outfit) is not { } prepared ? "a graphic that it sets is gone"
        : setting.Card is { } card && prepared.Card != card ? $"the card that it brings up in “{Facts.NameOf(setting.Graphic)}” is gone"
        : null;

    private string? WhyDark(CueSetting setting) =>
        setting.Act == CueAct.Light && lighting.WhyDark(Prepare(setting.Graphic, setting.Card, setting.Outfit)!) is { } why ? $"“{Facts.NameOf(setting.Graphic)}” cannot be lit. {why.TrimEnd('.')}" : null;

    private static string NotRun(Cue cue, string why) => $"“{cue.Name}” was not run: {why}. Right-click the cue to change it.";

    private void Set(CueStep step)
    {
        foreach (var timer in step.Timers)
        {
            timing.SetIt(timer);
        }

        // A later one wins in a seat: the earlier is not lit at all. What a newcomer sends away is not darkened besides.
        var lights = step.Settings.Where(one => one.Act == CueAct.Light).GroupBy(one => Prepare(one.Graphic, one.Card, one.Outfit)!.Seat).Select(seat => seat.Last()).ToImmutableList();
        foreach (var one in lights)
        {
            lighting.LightIt(new Light(one.Graphic, one.Card, Outfit: one.Outfit));
        }

        foreach (var one in step.Settings.Where(one => one.Act == CueAct.Set))
        {
            Choices.Add(new Choice(one.Graphic, one.Card, one.Outfit));
            if (State.Of(one.Graphic) is { Holds: true } airing && Prepare(one.Graphic, one.Card ?? airing.Card, one.Outfit) is { } prepared && Seating.Differs(airing, prepared, one.Outfit))
            {
                seating.HandOver(airing, prepared, airing.Origin, airing.Alone);
            }
        }

        var kept = lights.Select(one => one.Graphic).Concat(step.Settings.Where(one => one.Act == CueAct.Set).Select(one => one.Graphic)).ToHashSet();
        var dark = step.OnlyThese ? State.Airings.Where(airing => airing.Holds).Select(airing => airing.Graphic).Concat(State.Asides.Select(one => one.What.Graphic)) : step.Settings.Where(one => one.Act == CueAct.Dark).Select(one => one.Graphic);
        foreach (var graphic in dark.Where(graphic => !kept.Contains(graphic)).ToList())
        {
            lighting.DarkenIt(graphic);
        }
    }
}
