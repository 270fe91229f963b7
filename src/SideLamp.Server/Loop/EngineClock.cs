using NodaTime;

namespace SideLamp.Server.Loop;

/// <summary>
/// The engine's time: the wall time of the start plus what has passed since. A backward step of the machine's clock never
/// reaches the engine.
/// </summary>
public sealed class EngineClock(TimeProvider time)
{
    private readonly Instant _start = Instant.FromDateTimeOffset(time.GetUtcNow());
    private readonly long _stamp = time.GetTimestamp();

    public Instant Now => _start + Duration.FromTimeSpan(time.GetElapsedTime(_stamp));
}
