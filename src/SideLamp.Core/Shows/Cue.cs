using System.Collections.Immutable;
using System.Text.Json.Serialization;
using NodaTime;

namespace SideLamp.Core.Shows;

/// <summary>One press that sets many things.</summary>
/// <param name="Key">As of a graphic; null = none.</param>
/// <param name="Steps">The first is done at the press; 1 to 20.</param>
public sealed record Cue(CueId Id, string Name, string? Key, ImmutableArray<CueStep> Steps)
{
    /// <summary>Whether alerts wait from it on, until the next cue: a serious moment.</summary>
    public bool IsQuiet { get; init; }

    public const int Most = 60;
    private const int MostSteps = 20;
    private const int MostSettings = 400;
    private static readonly Duration Longest = Duration.FromHours(1);

    public IEnumerable<Fault> Faults(Show show)
    {
        if (Names.FaultIn(Name) is { } unnamed)
        {
            yield return unnamed;
        }

        if (DeskKey.FaultIn(Key) is { } fault)
        {
            yield return new Fault("/key", fault);
        }

        if (Steps.Length is 0 or > MostSteps)
        {
            yield return new Fault("/steps", $"A cue has 1 to {MostSteps} steps.");
        }

        for (var at = 0; at < Steps.Length; at++)
        {
            if (Steps[at].After < Duration.Zero || Steps[at].After > Longest || (at > 0 && Steps[at].After < Steps[at - 1].After))
            {
                yield return new Fault($"/steps/{at}/after", "Steps come in the order of their time, within an hour of the press.");
            }

            foreach (var setting in Steps[at].Settings.Where(one => show.Graphic(one.Graphic) is not { } graphic || (one.Card is { } card && graphic.CardsFrom is null && graphic.Card(card) is null) || (one.Outfit is { Value.Length: > 0 } outfit && graphic.Outfits.All(known => known.Id != outfit))))
            {
                var name = show.Graphic(setting.Graphic)?.Name;
                yield return new Fault($"/steps/{at}/settings", name is null ? "A graphic that it sets is gone." : $"A card or an outfit of “{name}” that it sets is gone.");
            }

            if (Steps[at].Timers.Any(one => show.Timer(one.Timer) is null))
            {
                yield return new Fault($"/steps/{at}/timers", "A timer that it sets is gone.");
            }

            if (Steps[at].Timers.Select(one => one.Fault).FirstOrDefault(one => one is not null) is { } wrong)
            {
                yield return wrong with { Path = $"/steps/{at}/timers" + wrong.Path };
            }

            if (Steps[at].Settings.Length > MostSettings || Steps[at].Timers.Length > MostSettings)
            {
                yield return new Fault($"/steps/{at}/settings", $"A step sets up to {MostSettings} graphics and timers.");
            }
        }
    }

    /// <summary>The cue without a graphic that is deleted.</summary>
    public Cue Without(GraphicId graphic) =>
        Steps.Any(step => step.Settings.Any(one => one.Graphic == graphic)) ? this with { Steps = [.. Steps.Select(step => step with { Settings = step.Settings.RemoveAll(one => one.Graphic == graphic) })] } : this;
}

/// <param name="After">From the press.</param>
/// <param name="OnlyThese">Whether everything else that is lit goes dark.</param>
/// <param name="Settings">What is not in it is left alone.</param>
public sealed record CueStep(Duration After, bool OnlyThese, ImmutableArray<CueSetting> Settings)
{
    /// <summary>What it does with timers; what is not in it is left alone.</summary>
    public ImmutableArray<TimerSetting> Timers { get; init; } = [];
}

/// <summary>What a cue, or a press, does with a timer.</summary>
/// <param name="By">Of <see cref="TimerAct.Add"/>: how much; less than nothing takes away. Of <see cref="TimerAct.Set"/>: what it shows from now on.</param>
public sealed record TimerSetting(TimerId Timer, TimerAct Act, Duration? By = null)
{
    [JsonIgnore]
    public Fault? Fault =>
        Act == TimerAct.Add && (By is not { } by || by < -Timers.Timer.GreatestLength || by > Timers.Timer.GreatestLength)
            ? new Fault("/by", "Say how much to add, in ms: up to 24 hours, or less than nothing to take away.")
            : Act == TimerAct.Set && (By is not { } to || to < Timers.Timer.LeastLength || to > Timers.Timer.GreatestLength)
                ? new Fault("/by", "Say what it is set to, in ms: 1 s to 24 hours.")
                : null;
}

public enum TimerAct
{
    /// <summary>It runs, from where it stands; from its beginning where it had come to its end.</summary>
    Start,
    Pause,

    /// <summary>It runs from its beginning.</summary>
    Restart,

    /// <summary>It stands at its beginning.</summary>
    Reset,

    /// <summary>There is more left; of counting up: more has gone by.</summary>
    Add,

    /// <summary>So much is left from now on, or has gone by; it runs or stands as before.</summary>
    Set,

    /// <summary>It goes on to its next phase; after the last one it is at its end.</summary>
    Next,
}

/// <summary>What a cue does with a graphic.</summary>
/// <param name="Card">The card that comes up; null = the one that is up.</param>
/// <param name="Outfit">The outfit it wears from now on; null = as it is, empty = all parts show.</param>
public sealed record CueSetting(GraphicId Graphic, CueAct Act, CardId? Card = null, OutfitId? Outfit = null);

public enum CueAct
{
    Light,
    Dark,

    /// <summary>Lit or dark as it is; its card and outfit are set.</summary>
    Set,
}
