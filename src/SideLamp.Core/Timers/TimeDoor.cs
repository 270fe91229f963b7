using NodaTime;

namespace SideLamp.Core.Timers;

/// <summary>How events add time to a timer.</summary>
/// <param name="PerUnit">For each unit of an event, such as one of a gift's, 1 s to 1 hour.</param>
/// <param name="MostEach">The most that one event adds; null = no limit.</param>
/// <param name="MostHour">The most that all events of an hour add; null = no limit.</param>
/// <param name="Latest">A time of day after the start that it never runs beyond; null = no limit.</param>
public sealed record TimeDoor(Duration PerUnit, Duration? MostEach = null, Duration? MostHour = null, LocalTime? Latest = null)
{
    /// <summary>Which events add by themselves, each by its size: money in the show's currency, gifts, visitors, months. Empty = none.</summary>
    public string Kind { get; init; } = "";

    private const int LongestKind = 40;
    private static readonly Duration MostPerUnit = Duration.FromHours(1);

    public IEnumerable<Fault> Faults()
    {
        if (PerUnit < Timer.LeastLength || PerUnit > MostPerUnit)
        {
            yield return new Fault("/door/perUnit", "Each unit adds 1 s to 1 hour. Write it like 0:30.");
        }

        if (Kind.Length > LongestKind)
        {
            yield return new Fault("/door/kind", "The kind of event is one word, such as tip.");
        }

        foreach (var (most, path) in new[] { (MostEach, "/door/mostEach"), (MostHour, "/door/mostHour") })
        {
            if (most is { } limit && !Timer.IsLength(limit))
            {
                yield return new Fault(path, "A limit is 1 s to 24 hours. Write it like 10:00.");
            }
        }
    }
}

/// <summary>Time that an event added, or would add.</summary>
/// <param name="Event">Which one: each adds once.</param>
/// <param name="From">Whose it was, as it is told on our pages.</param>
public sealed record AddedTime(string Event, Duration By, Instant At, string From)
{
    public const int LongestEvent = 200;

    /// <summary>So many additions of a timer are told apart, and so many that wait.</summary>
    public const int MostKnown = 100;
}
