using NodaTime;

namespace SideLamp.Core.Timers;

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
