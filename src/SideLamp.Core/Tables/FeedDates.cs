using System.Buffers;
using System.Globalization;

namespace SideLamp.Core.Tables;

/// <summary>Dates as news write them. Sources: RFC 822 with the years of RFC 2822, obsolete zones included; RFC 3339.</summary>
public static class FeedDates
{
    private static readonly string[] Months = ["jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"];

    private static readonly SearchValues<char> TimeLetters = SearchValues.Create("0123456789:");

    /// <summary>In hours. Source: the IANA zone Pacific/Kiritimati; .NET takes none that is farther.</summary>
    private const int FarthestZone = 14;

    /// <summary>Null = it is no date.</summary>
    public static DateTimeOffset? Parse(string text)
    {
        var date = text.Trim();
        return date.Length < 10 ? null
            : date[4] == '-' ? (Column.IsInstant(date.ToUpperInvariant()) && DateTimeOffset.TryParse(date, CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal, out var when) ? when : null)
            : OfMail(date);
    }

    /// <summary>Such as <c>Sat, 20 Jun 2026 22:41:05 +0200 (a comment)</c>; the name of the day, seconds and zone may be left out.</summary>
    private static DateTimeOffset? OfMail(string date)
    {
        var comment = date.IndexOf('(', StringComparison.Ordinal);
        var parts = (comment < 0 ? date : date[..comment]).Split([' ', ',', '\t', '\n', '\r'], 8, StringSplitOptions.RemoveEmptyEntries);
        if (parts is [[>= 'A' and <= 'z', ..], .. var rest])
        {
            parts = rest;
        }

        if (parts is not [var day, { Length: >= 3 } name, { Length: >= 2 and <= 4 } years, var clock, ..] || parts.Length > 5 || Array.IndexOf(Months, name[..3].ToLowerInvariant()) is not (>= 0 and var month))
        {
            return null;
        }

        // A zone may follow the time without a space.
        var end = clock.AsSpan().IndexOfAnyExcept(TimeLetters);
        var zone = parts.Length == 5 ? parts[4] : end >= 0 ? clock[end..] : "";
        var times = (end >= 0 ? clock[..end] : clock).Split(':');
        if (NumberIn(day) is not { } days || NumberIn(years) is not { } year || times.Length is not (2 or 3) || (parts.Length == 5 && end >= 0) || ZoneOf(zone) is not { } offset)
        {
            return null;
        }

        // In the first and the last year there are no instants in some zones.
        // Source: RFC 2822, 4.3: two figures up to 49 are of this century, three are years since 1900. A leap second is the last before it.
        year = years.Length switch { 2 => year + (year < 50 ? 2000 : 1900), 3 => year + 1900, _ => year };
        return NumberIn(times[0]) is { } hour && NumberIn(times[1]) is { } minute && NumberIn(times.Length == 3 ? times[2] : "0") is { } second && year is > 1 and < 9999 && days is > 0 && days <= DateTime.DaysInMonth(year, month + 1) && hour < 24 && minute < 60 && second <= 60
            ? new DateTimeOffset(year, month + 1, days, hour, minute, Math.Min(59, second), offset)
            : null;
    }

    private static int? NumberIn(string figures) => figures.Length <= 4 && int.TryParse(figures, NumberStyles.None, CultureInfo.InvariantCulture, out var number) ? number : null;

    /// <summary>Source: RFC 822, 5.1; of military letters only Z is to be relied on (RFC 2822, 4.3), so all others are UTC, too.</summary>
    /// <returns>Null = it is none.</returns>
    private static TimeSpan? ZoneOf(string zone) =>
        zone.ToUpperInvariant() switch
        {
            "EDT" => TimeSpan.FromHours(-4),
            "EST" or "CDT" => TimeSpan.FromHours(-5),
            "CST" or "MDT" => TimeSpan.FromHours(-6),
            "MST" or "PDT" => TimeSpan.FromHours(-7),
            "PST" => TimeSpan.FromHours(-8),
            ['+' or '-', _, _, .. var rest] given => NumberIn(given[1..3]) is { } hours and <= FarthestZone && rest.TrimStart(':') is { Length: 2 } two && NumberIn(two) is { } minutes and < 60 && (hours < FarthestZone || minutes == 0) ? (given[0] == '-' ? -1 : 1) * new TimeSpan(hours, minutes, 0) : null,
            { Length: <= 5 } letters when letters.All(char.IsAsciiLetter) => TimeSpan.Zero,
            _ => null,
        };
}
