using NodaTime;

namespace SideLamp.Server.Loop;

/// <summary>
/// The engine's time: the wall time of the start plus what has passed since. A backward step of the machine's clock never
/// reaches the engine.
/// </summary>
public sealed class EngineClock(TimeProvider time)
{
    private const long TicksPerMicrosecond = NodaConstants.TicksPerMillisecond / 1000;

    private readonly Instant _start = Instant.FromDateTimeOffset(time.GetUtcNow());
    private readonly long _stamp = time.GetTimestamp();

    private long _aheadMs;

    /// <summary>In whole µs: an instant that is kept and read back is the same.</summary>
    public Instant Now
    {
        get
        {
            var now = _start + Duration.FromTimeSpan(time.GetElapsedTime(_stamp)) + Duration.FromMilliseconds(Interlocked.Read(ref _aheadMs));
            return Instant.FromUnixTimeTicks(now.ToUnixTimeTicks() / TicksPerMicrosecond * TicksPerMicrosecond);
        }
    }

    /// <summary>Jumps forward, for rehearsals: whatever falls due on the way happens.</summary>
    public void Ahead(Duration by) => Interlocked.Add(ref _aheadMs, (long)by.TotalMilliseconds);
}
