using System.Globalization;
using NodaTime;

namespace SideLamp.Server.Data;

/// <summary>
/// What the engine's time was when this machine started, kept beside the name that Linux gives to that start. A later run on a
/// machine that was not started anew goes on from it, whoever set the clock meanwhile. Source: random(4), boot_id.
/// </summary>
public sealed class BootFile(string folder, string bootId = "/proc/sys/kernel/random/boot_id")
{
    private string Name => Path.Combine(folder, "boot");

    /// <summary>Null when it was another start of the machine, or nothing is known.</summary>
    public Instant? Read() =>
        Boot() is { } boot && File.Exists(Name) && Lines(Name) is [var kept, var ticks, ..] && kept == boot && long.TryParse(ticks, CultureInfo.InvariantCulture, out var at) && InRange(at)
            ? Instant.FromUnixTimeTicks(at)
            : null;

    public void Keep(Instant atBoot)
    {
        try
        {
            File.WriteAllText(Name, $"{Boot()}\n{atBoot.ToUnixTimeTicks().ToString(CultureInfo.InvariantCulture)}\n");
        }
        catch (Exception error) when (error is IOException or UnauthorizedAccessException)
        {
            // A full disk: the next run believes the machine's clock.
        }
    }

    private string? Boot() => File.Exists(bootId) && Lines(bootId) is [{ Length: > 0 } id, ..] ? id : null;

    private static string[] Lines(string file)
    {
        try
        {
            return File.ReadAllLines(file);
        }
        catch (Exception error) when (error is IOException or UnauthorizedAccessException)
        {
            return [];
        }
    }

    private static bool InRange(long ticks) => ticks > 0 && ticks < Instant.FromUtc(9000, 1, 1, 0, 0).ToUnixTimeTicks();
}
