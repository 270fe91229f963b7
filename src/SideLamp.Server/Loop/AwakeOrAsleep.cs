using System.ComponentModel;
using System.Runtime.InteropServices;

namespace SideLamp.Server.Loop;

/// <summary>
/// The machine's time, with timestamps that go on while it sleeps: the usual ones of Linux stand still then, and a stay of
/// ten seconds would go on where it was in the evening before. Source: clock_gettime(2), CLOCK_BOOTTIME.
/// </summary>
public sealed partial class AwakeOrAsleep : TimeProvider
{
    private const int BootTime = 7;
    private const long PerSecond = 1_000_000_000;

    /// <summary>In ns.</summary>
    public override long TimestampFrequency => PerSecond;

    public override long GetTimestamp() =>
        ClockGetTime(BootTime, out var time) == 0 ? ((long)time.Seconds * PerSecond) + time.Nanoseconds : throw new Win32Exception(Marshal.GetLastPInvokeError());

    [LibraryImport("libc", EntryPoint = "clock_gettime", SetLastError = true)]
    private static partial int ClockGetTime(int clock, out TimeSpec time);

    [StructLayout(LayoutKind.Sequential)]
    private readonly struct TimeSpec
    {
        public readonly nint Seconds;
        public readonly nint Nanoseconds;
    }
}
