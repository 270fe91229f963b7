using System.Text.RegularExpressions;
using NodaTime;

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

/// <summary>Times of day as instants.</summary>
public static class TimeOfDay
{
    /// <summary>
    /// When this time of day comes next. On the night that clocks go forward a time that is left out comes as much later as is
    /// left out; on the night they go back a time that comes twice is meant the first time. Source: NodaTime, lenient resolver.
    /// </summary>
    public static Instant Next(LocalTime time, DateTimeZone zone, Instant now)
    {
        var today = now.InZone(zone).Date;
        return Enumerable.Range(0, 3).Select(days => zone.AtLeniently(today.PlusDays(days) + time).ToInstant()).First(instant => instant > now);
    }
}
