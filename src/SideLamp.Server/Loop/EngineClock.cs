using NodaTime;

namespace SideLamp.Server.Loop;

/// <summary>
/// The engine's time: the wall time of the start plus what has passed since, also while the machine slept. Whoever sets the
/// machine's clock, forward or backward, does not reach the engine; only times of day follow that clock.
/// </summary>
/// <param name="time">Its timestamps go on while the machine sleeps.</param>
public sealed class EngineClock(TimeProvider time)
{
    private const long TicksPerMicrosecond = NodaConstants.TicksPerMillisecond / 1000;

    /// <summary>Clocks are slewed by less than this; more is a clock that has been set.</summary>
    private static readonly Duration LeastSetting = Duration.FromSeconds(2);

    private Instant _start = Instant.FromDateTimeOffset(time.GetUtcNow());
    private readonly long _stamp = time.GetTimestamp();

    private long _aheadMs;
    private long _leaptToMs = long.MinValue;
    private long _skewMs;

    /// <summary>In whole µs: an instant that is kept and read back is the same.</summary>
    public Instant Now
    {
        get
        {
            var now = Passed + Duration.FromMilliseconds(Interlocked.Read(ref _aheadMs));
            return Instant.FromUnixTimeTicks(now.ToUnixTimeTicks() / TicksPerMicrosecond * TicksPerMicrosecond);
        }
    }

    /// <summary>By how much the machine's clock has been set ahead since the start; below zero: back.</summary>
    public Duration Skew => Duration.FromMilliseconds(Interlocked.Read(ref _skewMs));

    private Instant Passed => _start + Duration.FromTimeSpan(time.GetElapsedTime(_stamp));

    /// <summary>What it is, or was, when the machine started.</summary>
    public Instant AtBoot => Passed - Duration.FromTimeSpan(time.GetElapsedTime(0));

    /// <summary>Before anything happens: what was kept is never later than now, also on a machine whose clock was set back since.</summary>
    /// <param name="atBoot">As an earlier run knew it, on a machine that runs since: what has passed is known whatever its clock says. Null = its clock is believed.</param>
    public void GoOnFrom(Instant kept, Instant? atBoot = null)
    {
        var passed = atBoot is { } start ? start + Duration.FromTimeSpan(time.GetElapsedTime(0)) : Now;
        _start += Instant.Max(kept, passed) - Now;
        WasSet();
    }

    /// <summary>Looks at the machine's clock: whether it has been set since the last look.</summary>
    public bool WasSet()
    {
        if (Told() is not { } told)
        {
            return false;
        }

        var skew = told - Passed;
        var by = skew - Skew;
        if (by < LeastSetting && by > -LeastSetting)
        {
            return false;
        }

        Interlocked.Exchange(ref _skewMs, (long)skew.TotalMilliseconds);
        return true;
    }

    /// <summary>What the machine's clock says; null = a time that no calendar here reaches (after the year 9999), which is not believed.</summary>
    private Instant? Told()
    {
        try
        {
            return Instant.FromDateTimeOffset(time.GetUtcNow());
        }
        catch (ArgumentOutOfRangeException)
        {
            return null;
        }
    }

    /// <summary>How long ago something was that a page says was then, by the engine's time as the page knew it.</summary>
    public Duration AgeOf(Instant then)
    {
        // A page that has not heard of a leap yet is not late for it.
        var leaptTo = Interlocked.Read(ref _leaptToMs);
        return Now - (leaptTo == long.MinValue ? then : Instant.Max(then, Instant.FromUnixTimeMilliseconds(leaptTo)));
    }

    /// <summary>Jumps forward, for rehearsals: whatever falls due on the way happens.</summary>
    public void Ahead(Duration by)
    {
        Interlocked.Add(ref _aheadMs, (long)by.TotalMilliseconds);
        Interlocked.Exchange(ref _leaptToMs, Now.ToUnixTimeMilliseconds());
    }
}
