using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;
using SideLamp.Core.Tables;

namespace SideLamp.Core.Timers;

/// <summary>
/// Fields that show a timer: their words are the placeholder <c>{{ timers.tea }}</c> and nothing else. Any words may ask what it does:
/// <c>{% if timers.tea.over %}Now{% else %}Back in{% endif %}</c>.
/// </summary>
public static partial class TimerWords
{
    /// <summary>The word in placeholders; no feed may have it.</summary>
    public const string Name = "timers";

    /// <summary>The timer that these words show; null = none.</summary>
    public static TimerId? In(string words) => Whole().Match(words) is { Success: true } found ? new TimerId(found.Groups[1].Value) : null;

    /// <summary>Why these words cannot show a timer, in a sentence; null when they can, or want none.</summary>
    public static string? FaultIn(string words) =>
        Part().IsMatch(AskedOf().Replace(words, "")) && In(words) is null ? "A timer has a field to itself: leave only {{ timers.name }} in it. Other words may use timers.name.over, running, phase, next, round and rounds." : null;

    /// <summary>What words may ask of timers: a table for each, by its word, with whether it has come to zero, whether it runs, and which phase it is in.</summary>
    public static ImmutableArray<Table> Tables(IEnumerable<Timer> timers, IReadOnlyCollection<TimerRun> runs) =>
        [.. timers.Select(timer => new Table(timer.Id.Value, [.. Asked(timer, runs.FirstOrDefault(run => run.Timer == timer.Id)).Select(one => Column.Of(one.Name, [one.Says]))]))];

    private static IEnumerable<(string Name, string Says)> Asked(Timer timer, TimerRun? run)
    {
        yield return ("over", run?.AtEnd == true ? "true" : "false");
        yield return ("running", run is { Since: not null, AtEnd: false } ? "true" : "false");
        if (timer is { Kind: TimerKind.Phases, Phases: { } phases })
        {
            var at = run?.Phase ?? 0;
            yield return ("phase", phases.At(at).Name);
            yield return ("next", at + 1 < phases.Count ? phases.At(at + 1).Name : timer.AtZero == AtZero.Again ? phases.At(0).Name : "");
            yield return ("round", phases.RoundOf(at).ToString(CultureInfo.InvariantCulture));
            yield return ("rounds", phases.Rounds.ToString(CultureInfo.InvariantCulture));
        }
    }

    public static string Of(TimerId timer) => $"{{{{ {Name}.{timer.Value} }}}}";

    [GeneratedRegex(@"^\s*\{\{\s*timers\.([a-z][a-z0-9_]{0,39})\s*\}\}\s*$", RegexOptions.NonBacktracking)]
    private static partial Regex Whole();

    [GeneratedRegex(@"\btimers\.[a-z][a-z0-9_]{0,39}\.(over|running|phase|next|round|rounds)\b", RegexOptions.NonBacktracking)]
    private static partial Regex AskedOf();

    [GeneratedRegex(@"\{[\{%][^}]*\btimers\.", RegexOptions.NonBacktracking)]
    private static partial Regex Part();
}
