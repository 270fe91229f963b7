using NodaTime;
using NodaTime.TimeZones;

namespace SideLamp.Core.Events;

/// <summary>Over which time something is counted.</summary>
public enum CountedOver
{
    Session,
    Today,
    Month,
    Ever,
}

/// <summary>From an instant on, and before another one.</summary>
/// <param name="To">Null = without end.</param>
public readonly record struct Bounds(Instant From, Instant? To = null)
{
    public static Bounds All { get; } = new(Instant.MinValue);

    /// <summary>Nothing lies within it.</summary>
    public static Bounds None { get; } = new(Instant.MaxValue, Instant.MaxValue);

    public bool Has(Instant at) => at >= From && (To is null || at < To);
}

/// <summary>One run of the show, by which figures are counted.</summary>
/// <param name="Ended">Null = it goes on.</param>
public sealed record Session(long No, Instant Began, Instant? Ended = null)
{
    public Bounds Bounds => new(Began, Ended);
}

/// <summary>When days and months turn for the streamer, whose evening ends after midnight.</summary>
/// <param name="Turns">The time of day at which a new day begins.</param>
public sealed record DayTurn(DateTimeZone Zone, LocalTime Turns)
{
    /// <summary>What each span is at an instant.</summary>
    public IReadOnlyDictionary<CountedOver, Bounds> At(Instant now, Session? session)
    {
        var today = DayOf(now);
        return new Dictionary<CountedOver, Bounds>
        {
            [CountedOver.Session] = session?.Bounds ?? Bounds.None,
            [CountedOver.Today] = new(StartOf(today), StartOf(today.PlusDays(1))),
            [CountedOver.Month] = new(StartOf(today.With(DateAdjusters.StartOfMonth)), StartOf(today.With(DateAdjusters.StartOfMonth).PlusMonths(1))),
            [CountedOver.Ever] = Bounds.All,
        };
    }

    /// <summary>When the next day begins.</summary>
    public Instant Next(Instant now) => StartOf(DayOf(now).PlusDays(1));

    /// <summary>On a night on which this time of day does not come, the day begins at the first moment after; where it comes twice, at the first.</summary>
    private Instant StartOf(LocalDate day) => Zone.ResolveLocal(day + Turns, Resolvers.CreateMappingResolver(Resolvers.ReturnEarlier, Resolvers.ReturnStartOfIntervalAfter)).ToInstant();

    private LocalDate DayOf(Instant now)
    {
        var date = now.InZone(Zone).Date;
        return now < StartOf(date) ? date.PlusDays(-1) : now >= StartOf(date.PlusDays(1)) ? date.PlusDays(1) : date;
    }
}
