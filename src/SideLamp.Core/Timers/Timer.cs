using NodaTime;
using SideLamp.Core.Text;

namespace SideLamp.Core.Timers;

/// <summary>A clock that graphics can show and that can set things off.</summary>
/// <param name="Id">The word placeholders use: <c>{{ timers.tea }}</c> shows the timer <c>tea</c>.</param>
/// <param name="Length">Of <see cref="TimerKind.Down"/>: from the start to zero, 1 s to 24 hours. Else unused.</param>
/// <param name="Until">Of <see cref="TimerKind.Until"/>: the time of day in its zone. Else unused.</param>
/// <param name="AtZero">What becomes of it then. Counting up has no zero.</param>
/// <param name="Cue">What is run at zero; null = nothing.</param>
/// <param name="Key">The key of the desk that starts and pauses it; null = none.</param>
public sealed record Timer(TimerId Id, string Name, TimerKind Kind, Duration Length, LocalTime Until, AtZero AtZero, CueId? Cue = null, string? Key = null)
{
    /// <summary>How its figures are written.</summary>
    public TimerForm Form { get; init; }

    /// <summary>Of what goes by the time of day: its zone, of the IANA list; null = this machine's.</summary>
    public string? Zone { get; init; }

    /// <summary>By how much the desk's buttons set it on or back, 1 s to 1 hour.</summary>
    public Duration Step { get; init; } = Duration.FromMinutes(1);

    public const int Most = 40;
    private static readonly Duration LeastStep = Duration.FromSeconds(1);
    private static readonly Duration GreatestStep = Duration.FromHours(1);
    public static readonly Duration LeastLength = Duration.FromSeconds(1);
    public static readonly Duration GreatestLength = Duration.FromHours(24);

    /// <summary>All that is wrong with this timer; empty when it is valid.</summary>
    /// <param name="isCue">Whether there is such a cue.</param>
    public IEnumerable<Fault> Faults(Predicate<CueId> isCue)
    {
        if (!PlaceholderName.IsOne(Id.Value))
        {
            yield return new Fault("/id", PlaceholderName.Rule);
        }

        if (Names.FaultIn(Name) is { } unnamed)
        {
            yield return unnamed;
        }

        if (Kind == TimerKind.Down && (Length < LeastLength || Length > GreatestLength))
        {
            yield return new Fault("/length", "It counts down from 1 s to 24 hours. Write it like 12:00 or 1:30:00.");
        }

        if (Kind == TimerKind.Until && AtZero == AtZero.Again)
        {
            yield return new Fault("/atZero", "A time of day comes only once a day: let it stand at zero, or count on.");
        }

        if (Zone is { } zone && DateTimeZoneProviders.Tzdb.GetZoneOrNull(zone) is null)
        {
            yield return new Fault("/zone", $"There is no zone “{zone}”. Zones look like Europe/Berlin; leave it empty for this computer’s.");
        }

        if (Step < LeastStep || Step > GreatestStep)
        {
            yield return new Fault("/step", "Its buttons set it on or back by 1 s to 1 hour. Write it like 1:00 or 0:30.");
        }

        if (Cue is { } cue && !isCue(cue))
        {
            yield return new Fault("/cue", "The cue that it runs is gone.");
        }

        if (DeskKey.FaultIn(Key) is { } fault)
        {
            yield return new Fault("/key", fault);
        }
    }
}

public enum TimerKind
{
    /// <summary>From a length to zero.</summary>
    Down,

    /// <summary>From zero.</summary>
    Up,

    /// <summary>To a time of day.</summary>
    Until,

    /// <summary>The time of day itself: it runs always.</summary>
    Clock,
}

/// <summary>How the figures of a timer are written; of the time of day in brackets.</summary>
public enum TimerForm
{
    /// <summary><c>0:07</c>, <c>12:30</c>, <c>1:09:20</c> (<c>9:07:33</c>).</summary>
    Clock,

    /// <summary>Minutes, however many: <c>69:20</c> (hours and minutes: <c>9:07</c>).</summary>
    Minutes,

    /// <summary>Minutes of two figures or more: <c>00:07</c> (<c>09:07</c>).</summary>
    TwoFigures,

    /// <summary>Tenths of a second where there is less than a minute: <c>7.4</c>; else as a clock.</summary>
    Tenths,
}

/// <summary>What becomes of a timer at zero.</summary>
public enum AtZero
{
    /// <summary>It stands at 0:00.</summary>
    Stop,

    /// <summary>It counts on, with a plus sign.</summary>
    Over,

    /// <summary>It begins anew: an interval.</summary>
    Again,
}
