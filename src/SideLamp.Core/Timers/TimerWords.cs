using System.Text.RegularExpressions;

namespace SideLamp.Core.Timers;

/// <summary>Fields that show a timer: their words are the placeholder <c>{{ timers.tea }}</c> and nothing else.</summary>
public static partial class TimerWords
{
    /// <summary>The word in placeholders; no feed may have it.</summary>
    public const string Name = "timers";

    /// <summary>The timer that these words show; null = none.</summary>
    public static TimerId? In(string words) => Whole().Match(words) is { Success: true } found ? new TimerId(found.Groups[1].Value) : null;

    /// <summary>Why these words cannot show a timer, in a sentence; null when they can, or want none.</summary>
    public static string? FaultIn(string words) =>
        Part().IsMatch(words) && In(words) is null ? "A timer has a field to itself: leave only {{ timers.name }} in it." : null;

    public static string Of(TimerId timer) => $"{{{{ {Name}.{timer.Value} }}}}";

    [GeneratedRegex(@"^\s*\{\{\s*timers\.([a-z][a-z0-9_]{0,39})\s*\}\}\s*$", RegexOptions.NonBacktracking)]
    private static partial Regex Whole();

    [GeneratedRegex(@"\{[\{%][^}]*\btimers\.", RegexOptions.NonBacktracking)]
    private static partial Regex Part();
}
