using System.Text.Json.Serialization;
using NodaTime;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Events;

/// <summary>How events are counted.</summary>
/// <param name="Currency">What amounts without a currency are in, three letters.</param>
/// <param name="Turns">The time of day at which a new day, or month, begins: an evening ends after midnight.</param>
/// <param name="Zone">Of the IANA list; null = this machine's.</param>
public sealed record Counting(string Currency, LocalTime Turns, string? Zone = null)
{
    public static Counting AtFirst { get; } = new("EUR", new LocalTime(6, 0));

    [JsonIgnore]
    public DayTurn Days => new(TimeOfDay.ZoneOf(Zone), Turns);

    public IEnumerable<Fault> Faults()
    {
        if (!Money.IsCurrency(Currency))
        {
            yield return new Fault("/currency", "A currency is three capital letters, such as EUR.");
        }

        if (Zone is not null && DateTimeZoneProviders.Tzdb.GetZoneOrNull(Zone) is null)
        {
            yield return new Fault("/zone", $"There is no zone “{Zone}”. Zones look like Europe/Berlin; leave it empty for this computer’s.");
        }
    }
}
