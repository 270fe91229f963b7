using System.Collections.Immutable;
using NodaTime;

namespace SideLamp.Core.Timers;

/// <summary>Times of day as instants.</summary>
public static class TimeOfDay
{
    /// <summary>A zone of the IANA list; null, or one that is none by now = this machine's.</summary>
    public static DateTimeZone ZoneOf(string? id) => (id is null ? null : DateTimeZoneProviders.Tzdb.GetZoneOrNull(id)) ?? DateTimeZoneProviders.Tzdb.GetSystemDefault();

    /// <summary>So many changes of a zone's clocks pages are told ahead.</summary>
    private const int ShiftsAhead = 2;

    /// <summary>The day of a zone, and when a clock of it stood at that day's midnight, by the offset of now.</summary>
    public static (LocalDate Today, Instant Midnight) DayOf(DateTimeZone zone, Instant now) =>
        now.InZone(zone) is var here ? (here.Date, now - Duration.FromNanoseconds(here.TimeOfDay.NanosecondOfDay)) : default;

    /// <summary>The next times that the clocks of a zone are set.</summary>
    public static ImmutableArray<ClockShift> ShiftsAfter(DateTimeZone zone, Instant now)
    {
        var shifts = ImmutableArray.CreateBuilder<ClockShift>();
        for (var interval = zone.GetZoneInterval(now); interval.HasEnd && shifts.Count < ShiftsAhead;)
        {
            var next = zone.GetZoneInterval(interval.End);
            shifts.Add(new ClockShift(interval.End, (next.WallOffset - interval.WallOffset).ToTimeSpan().TotalMilliseconds));
            interval = next;
        }

        return shifts.ToImmutable();
    }

    /// <summary>When a timer comes to the time of day that it counts to; of one on a certain day when it comes or came.</summary>
    public static Instant Next(Timer timer, DateTimeZone zone, Instant now) => timer.Day is { } day ? At(day, timer.Until, zone) : Next(timer.Until, zone, now);

    /// <summary>This time of this day; what that night leaves out or has twice is meant as in <see cref="Next"/>.</summary>
    public static Instant At(LocalDate day, LocalTime time, DateTimeZone zone) => zone.AtLeniently(day + time).ToInstant();

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
