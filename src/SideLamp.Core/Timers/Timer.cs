using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json.Serialization;
using NodaTime;
using NodaTime.Text;
using SideLamp.Core.Tables;
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

    /// <summary>Of <see cref="TimerKind.Until"/>: the day that it counts to; null = whenever the time of day comes next.</summary>
    public LocalDate? Day { get; init; }

    /// <summary>Of words and dates: a place such as <c>de-DE</c>; null = English.</summary>
    public string? Locale { get; init; }

    /// <summary>Of dates: how they are written. Source: the patterns of NodaTime; null = <c>dddd, d MMMM</c>.</summary>
    public string? Pattern { get; init; }

    /// <summary>Of <see cref="TimerKind.Phases"/>, and kept where it is another kind for the time being.</summary>
    public PhasePlan? Phases { get; init; }

    /// <summary>What it does shortly before zero.</summary>
    public ImmutableArray<TimerWarning> Warnings { get; init; } = [];

    /// <summary>How events add time to it; null = they do not.</summary>
    public TimeDoor? Door { get; init; }

    /// <summary>What stands before what it counts past zero; null = it does not.</summary>
    [JsonIgnore]
    public string? Sign =>
        AtZero switch
        {
            AtZero.Over => "+",
            AtZero.Below => Minus,
            _ => null,
        };

    public const int Most = 40;
    public const string Minus = "−";
    private const string PlainDate = "dddd, d MMMM";
    private const int LongestPattern = 60;

    /// <summary>Days that pages are told of ahead.</summary>
    private const int DaysAhead = 8;
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

        if (Kind == TimerKind.Down && !IsLength(Length))
        {
            yield return new Fault("/length", "It counts down from 1 s to 24 hours. Write it like 12:00 or 1:30:00.");
        }

        if (Kind == TimerKind.Until && AtZero == AtZero.Again)
        {
            yield return new Fault("/atZero", "A time of day comes only once a day: let it stand at zero, or count on.");
        }

        if (Kind == TimerKind.Phases && Phases is null)
        {
            yield return new Fault("/phases", "Say which phases it goes through, such as work and rest.");
        }

        if (Zone is { } zone && DateTimeZoneProviders.Tzdb.GetZoneOrNull(zone) is null)
        {
            yield return new Fault("/zone", $"There is no zone “{zone}”. Zones look like Europe/Berlin; leave it empty for this computer’s.");
        }

        if (Locale is { } locale && Locales.FaultIn(locale) is { } strange)
        {
            yield return new Fault("/locale", strange);
        }

        if (Pattern is { } pattern && (pattern.Length is 0 or > LongestPattern || DatesBy(pattern, "en-GB") is null))
        {
            yield return new Fault("/pattern", "This is not a pattern for dates. It looks like d MMMM yyyy or dddd.");
        }

        if (Step < LeastStep || Step > GreatestStep)
        {
            yield return new Fault("/step", "Its buttons add or take away 1 s to 1 hour. Write it like 1:00 or 0:30.");
        }

        if (Cue is { } cue && !isCue(cue))
        {
            yield return new Fault("/cue", "The cue that it runs is gone.");
        }

        if (DeskKey.FaultIn(Key) is { } fault)
        {
            yield return new Fault("/key", fault);
        }

        if (Warnings.Length > TimerWarning.Most)
        {
            yield return new Fault("/warnings", $"It warns up to {TimerWarning.Most} times.");
        }

        foreach (var wrong in (Phases?.Faults(isCue) ?? []).Concat(Warnings.SelectMany((warning, at) => warning.Faults($"/warnings/{at}", isCue))).Concat(Door?.Faults() ?? []))
        {
            yield return wrong;
        }
    }

    /// <summary>The timer without cues that are gone.</summary>
    public Timer WithCues(Predicate<CueId> isCue)
    {
        CueId? Left(CueId? cue) => cue is { } id && isCue(id) ? cue : null;
        TimerPhase Of(TimerPhase phase) => phase with { Cue = Left(phase.Cue) };
        return this with
        {
            Cue = Left(Cue),
            Warnings = [.. Warnings.Select(warning => warning with { Cue = Left(warning.Cue) })],
            Phases = Phases is null ? null : Phases with { Each = [.. Phases.Each.Select(Of)], Last = Phases.Last is { } last ? Of(last) : null },
        };
    }

    /// <summary>The lengths of what follows by itself at zero, in its order.</summary>
    /// <param name="phase">The one that runs, from 0.</param>
    public ImmutableArray<Duration> Following(int phase)
    {
        if (Kind == TimerKind.Down)
        {
            return AtZero == AtZero.Again ? [Length] : [];
        }

        if (Kind != TimerKind.Phases || Phases is null)
        {
            return [];
        }

        var lengths = Phases.Plan().Select(one => one.Length).ToImmutableArray();
        var at = Math.Min(phase + 1, lengths.Length);
        return [.. lengths[at..], .. AtZero == AtZero.Again ? lengths[..at] : []];
    }

    /// <summary>Days as they are written, this one first.</summary>
    public ImmutableArray<string> DatesFrom(LocalDate day)
    {
        var written = DatesBy(Pattern ?? PlainDate, Locale ?? "en-GB") ?? DatesBy(PlainDate, "en-GB")!;
        return [.. Enumerable.Range(0, DaysAhead).Select(days => written.Format(day.PlusDays(days)))];
    }

    public static bool IsLength(Duration length) => length >= LeastLength && length <= GreatestLength;

    private static LocalDatePattern? DatesBy(string pattern, string locale)
    {
        try
        {
            return LocalDatePattern.Create(pattern, Locales.Find(locale));
        }
        catch (Exception error) when (error is InvalidPatternException or CultureNotFoundException)
        {
            return null;
        }
    }
}
