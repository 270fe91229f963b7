using System.Collections.Immutable;
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
        Part().IsMatch(Asked().Replace(words, "")) && In(words) is null ? "A timer has a field to itself: leave only {{ timers.name }} in it. Other words may ask timers.name.over and timers.name.running." : null;

    /// <summary>What words may ask of timers: a table for each, by its word, with whether it has come to zero and whether it runs.</summary>
    public static ImmutableArray<Table> Tables(IEnumerable<Timer> timers, IReadOnlyCollection<TimerRun> runs) =>
        [
            .. timers.Select(timer => (timer.Id, Run: runs.FirstOrDefault(run => run.Timer == timer.Id)))
                .Select(one => new Table(one.Id.Value, [Column.Of("over", [one.Run?.AtEnd == true ? "true" : "false"]), Column.Of("running", [one.Run is { Since: not null, AtEnd: false } ? "true" : "false"])])),
        ];

    public static string Of(TimerId timer) => $"{{{{ {Name}.{timer.Value} }}}}";

    [GeneratedRegex(@"^\s*\{\{\s*timers\.([a-z][a-z0-9_]{0,39})\s*\}\}\s*$", RegexOptions.NonBacktracking)]
    private static partial Regex Whole();

    [GeneratedRegex(@"\btimers\.[a-z][a-z0-9_]{0,39}\.(over|running)\b", RegexOptions.NonBacktracking)]
    private static partial Regex Asked();

    [GeneratedRegex(@"\{[\{%][^}]*\btimers\.", RegexOptions.NonBacktracking)]
    private static partial Regex Part();
}
