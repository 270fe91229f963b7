using NodaTime;
using SideLamp.Core.Brands;

namespace SideLamp.Core.Timers;

/// <summary>What a timer does shortly before zero.</summary>
/// <param name="Left">So much is left then, 1 s to 24 hours.</param>
/// <param name="Ink">The colour role its figures wear from then on; null = as before.</param>
/// <param name="Pulse">Whether its figures draw the eye then, once.</param>
/// <param name="Cue">What is run then; null = nothing.</param>
public sealed record TimerWarning(Duration Left, string? Ink = null, bool Pulse = false, CueId? Cue = null)
{
    public const int Most = 4;

    /// <param name="isCue">Whether there is such a cue.</param>
    public IEnumerable<Fault> Faults(string path, Predicate<CueId> isCue)
    {
        if (!Timer.IsLength(Left))
        {
            yield return new Fault(path + "/left", "It warns while 1 s to 24 hours are left. Write it like 1:00 or 0:30.");
        }

        if (Ink is { } ink && !Palette.Roles.Contains(ink))
        {
            yield return new Fault(path + "/ink", $"There is no colour “{ink}” in brands. There are {string.Join(", ", Palette.Roles)}.");
        }

        if (Cue is { } cue && !isCue(cue))
        {
            yield return new Fault(path + "/cue", "The cue that it runs is gone.");
        }
    }
}
