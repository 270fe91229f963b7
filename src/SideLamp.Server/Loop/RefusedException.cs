using System.Collections.Immutable;
using SideLamp.Core;

namespace SideLamp.Server.Loop;

/// <summary>Something was asked that cannot be done. It becomes a problem document (RFC 9457) for whoever asked.</summary>
public sealed class RefusedException(int status, string title, ImmutableArray<Fault> faults) : Exception(title)
{
    /// <summary>An HTTP status.</summary>
    public int Status { get; } = status;

    /// <summary>What is wrong, each with its path.</summary>
    public ImmutableArray<Fault> Faults { get; } = faults;

    public static RefusedException NotFound(string what) => new(404, $"There is no such {what} any more.", []);

    public static RefusedException Faulty(IEnumerable<Fault> faults) => new(400, "Some of this cannot be kept. Nothing was changed.", [.. faults]);

    public static RefusedException Faulty(string path, string message) => Faulty([new Fault(path, message)]);

    /// <exception cref="RefusedException">There is a fault.</exception>
    public static void ThrowIfAny(IEnumerable<Fault> faults)
    {
        var all = faults.ToList();
        if (all.Count > 0)
        {
            throw Faulty(all);
        }
    }

    public static RefusedException Stale(string path) =>
        new(409, "Somebody changed this in another window. Nothing was overwritten; look at the new value first.", [new Fault(path, "It was changed since you last saw it.")]);

    public static RefusedException Busy() => new(503, "Side Lamp is busy. Press again.", []);
}
