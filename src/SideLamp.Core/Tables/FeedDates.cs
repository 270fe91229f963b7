using System.Globalization;
using System.Text.RegularExpressions;

namespace SideLamp.Core.Tables;

/// <summary>Dates as news write them. Sources: RFC 822 with the years of RFC 2822, obsolete zones included; RFC 3339.</summary>
public static partial class FeedDates
{
    private static readonly string[] Months = ["jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"];

    /// <summary>Null = it is no date.</summary>
    public static DateTimeOffset? Parse(string text)
    {
        var date = text.Trim();
        if (Rfc3339().IsMatch(date))
        {
            return DateTimeOffset.TryParse(date, CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal, out var when) ? when : null;
        }

        var parts = Rfc822().Match(date);
        var month = Array.IndexOf(Months, parts.Success ? parts.Groups["month"].Value[..3].ToLowerInvariant() : "") + 1;
        if (month == 0)
        {
            return null;
        }

        int Number(string name) => parts.Groups[name] is { Success: true, Value: var figures } ? int.Parse(figures, CultureInfo.InvariantCulture) : 0;
        try
        {
            // Source: RFC 2822, 4.3: two figures up to 49 are of this century, three are years since 1900. A leap second is the last before it.
            var year = parts.Groups["year"].Value.Length switch { 2 => Number("year") + (Number("year") < 50 ? 2000 : 1900), 3 => Number("year") + 1900, _ => Number("year") };
            return new DateTimeOffset(year, month, Number("day"), Number("hour"), Number("minute"), Math.Min(59, Number("second")), ZoneOf(parts.Groups["zone"].Value));
        }
        catch (ArgumentOutOfRangeException)
        {
            return null;
        }
    }

    /// <summary>Source: RFC 822, 5.1; of military letters only Z is to be relied on (RFC 2822, 4.3), so all others are UTC, too.</summary>
    private static TimeSpan ZoneOf(string zone) =>
        zone.ToUpperInvariant() switch
        {
            "EDT" => TimeSpan.FromHours(-4),
            "EST" or "CDT" => TimeSpan.FromHours(-5),
            "CST" or "MDT" => TimeSpan.FromHours(-6),
            "MST" or "PDT" => TimeSpan.FromHours(-7),
            "PST" => TimeSpan.FromHours(-8),
            ['+' or '-', _, _, .. var rest] given => (given[0] == '-' ? -1 : 1) * new TimeSpan(int.Parse(given.AsSpan(1, 2), CultureInfo.InvariantCulture), int.Parse(rest.TrimStart(':').AsSpan(0, 2), CultureInfo.InvariantCulture), 0),
            _ => TimeSpan.Zero,
        };

    [GeneratedRegex(@"^([A-Za-z]{3,9},?\s+)?(?<day>\d{1,2})\s+(?<month>[A-Za-z]{3,9})\s+(?<year>\d{2,4})\s+(?<hour>\d{1,2}):(?<minute>\d{2})(:(?<second>\d{2}))?(\s*(?<zone>[A-Za-z]{1,5}|[+-]\d{2}:?\d{2}))?(\s*\([^)]*\))?$", RegexOptions.NonBacktracking)]
    private static partial Regex Rfc822();

    [GeneratedRegex(@"^\d{4}-\d{2}-\d{2}([Tt ]\d{2}:\d{2}(:\d{2}(\.\d+)?)?([Zz]|[+-]\d{2}:\d{2})?)?$", RegexOptions.NonBacktracking)]
    private static partial Regex Rfc3339();
}
