using NodaTime;

namespace SideLamp.Core.Timers;

/// <summary>Times of day as instants.</summary>
public static class TimeOfDay
{
    /// <summary>A zone of the IANA list; null, or one that is none by now = this machine's.</summary>
    public static DateTimeZone ZoneOf(string? id) => (id is null ? null : DateTimeZoneProviders.Tzdb.GetZoneOrNull(id)) ?? DateTimeZoneProviders.Tzdb.GetSystemDefault();

    /// <summary>When a clock of this zone stood at midnight, by the offset of now; and when it is set, null = never.</summary>
    public static (Instant Midnight, Instant? Set) DayOf(DateTimeZone zone, Instant now)
    {
        var interval = zone.GetZoneInterval(now);
        return (now - Duration.FromNanoseconds(now.InZone(zone).TimeOfDay.NanosecondOfDay), interval.HasEnd ? interval.End : null);
    }

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
