using System.Collections.Immutable;
using System.Text.Json.Serialization;
using NodaTime;

namespace SideLamp.Core.Timers;

/// <summary>A stretch of an interval, such as work or rest.</summary>
/// <param name="Length">1 s to 24 hours.</param>
/// <param name="Cue">What is run as it begins by itself; null = nothing.</param>
public sealed record TimerPhase(string Name, Duration Length, CueId? Cue = null);

/// <summary>What a timer of <see cref="TimerKind.Phases"/> goes through.</summary>
/// <param name="Each">The phases of a round, in their order; never empty.</param>
/// <param name="Rounds">How often they come, 1 to 20.</param>
/// <param name="Last">What comes in place of the last phase of the last round, such as a long rest; null = that phase itself.</param>
public sealed record PhasePlan(ImmutableArray<TimerPhase> Each, int Rounds, TimerPhase? Last = null)
{
    private const int MostPhases = 6;
    private const int MostRounds = 20;

    /// <summary>All of it, one after the other.</summary>
    public IEnumerable<TimerPhase> Plan() => Enumerable.Range(0, Count).Select(At);

    /// <summary>How many phases there are altogether.</summary>
    [JsonIgnore]
    public int Count => Each.Length * Rounds;

    /// <param name="at">From 0; what is beyond the plan is its last phase.</param>
    public TimerPhase At(int at) => at >= Count - 1 && Last is { } last ? last : Each[Math.Max(0, Math.Min(at, Count - 1)) % Each.Length];

    /// <summary>The round that a phase is of, from 1.</summary>
    public int RoundOf(int at) => Math.Min((at / Each.Length) + 1, Rounds);

    /// <param name="isCue">Whether there is such a cue.</param>
    public IEnumerable<Fault> Faults(Predicate<CueId> isCue)
    {
        if (Each.Length is 0 or > MostPhases)
        {
            yield return new Fault("/phases/each", $"A round has 1 to {MostPhases} phases.");
            yield break;
        }

        if (Rounds is < 1 or > MostRounds)
        {
            yield return new Fault("/phases/rounds", $"There are 1 to {MostRounds} rounds.");
        }

        foreach (var (phase, path) in Each.Select((phase, at) => (phase, $"/phases/each/{at}")).Concat(Last is { } last ? [(last, "/phases/last")] : Array.Empty<(TimerPhase, string)>()))
        {
            if (Names.FaultIn(phase.Name, path + "/name", "the phase") is { } unnamed)
            {
                yield return unnamed;
            }

            if (!Timer.IsLength(phase.Length))
            {
                yield return new Fault(path + "/length", "A phase lasts 1 s to 24 hours. Write it like 25:00 or 1:30:00.");
            }

            if (phase.Cue is { } cue && !isCue(cue))
            {
                yield return new Fault(path + "/cue", "The cue that the phase runs is gone.");
            }
        }
    }
}
