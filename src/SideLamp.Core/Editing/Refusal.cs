using System.Collections.Immutable;

namespace SideLamp.Core.Editing;

public enum RefusalKind
{
    /// <summary>What was given is wrong: the faults say where.</summary>
    Faulty,

    /// <summary>What it is about is not there any more.</summary>
    NotFound,

    /// <summary>It cannot be done as things stand.</summary>
    Conflict,

    /// <summary>Too much waits already.</summary>
    Busy,
}

/// <summary>Why something was not done. Nothing was changed.</summary>
/// <param name="Title">In a sentence.</param>
/// <param name="Faults">What is wrong, each with its path.</param>
public sealed record Refusal(RefusalKind Kind, string Title, ImmutableArray<Fault> Faults)
{
    /// <summary>More than these help nobody, and would make a long answer of a short question.</summary>
    private const int MostFaults = 100;

    public static Refusal NotFound(string what) => new(RefusalKind.NotFound, $"There is no such {what} any more.", []);

    public static Refusal Faulty(IEnumerable<Fault> faults) => new(RefusalKind.Faulty, "Some of this cannot be kept. Nothing was changed.", [.. faults.Take(MostFaults)]);

    public static Refusal Conflict(string title) => new(RefusalKind.Conflict, title, []);

    public static Refusal Stale(string path) =>
        new(RefusalKind.Conflict, "Somebody changed this in another window. Nothing was overwritten; look at the new value first.", [new Fault(path, "It was changed since you last saw it.")]);

    public static Refusal Busy { get; } = new(RefusalKind.Busy, "Side Lamp is busy. Press again.", []);
}

/// <summary>Carries a refusal out of the middle of an edit, to whoever answers it.</summary>
public sealed class RefusedException(Refusal refusal) : Exception(refusal.Title)
{
    public Refusal Refusal { get; } = refusal;

    public static RefusedException NotFound(string what) => new(Refusal.NotFound(what));

    public static RefusedException Faulty(IEnumerable<Fault> faults) => new(Refusal.Faulty(faults));

    public static RefusedException Faulty(string path, string message) => Faulty([new Fault(path, message)]);

    public static RefusedException Conflict(string title) => new(Refusal.Conflict(title));

    /// <param name="below">What comes before each fault's path.</param>
    /// <exception cref="RefusedException">There is a fault.</exception>
    public static void ThrowIfAny(IEnumerable<Fault> faults, string below = "")
    {
        var all = faults.Take(101).Select(fault => fault with { Path = below + fault.Path }).ToList();
        if (all.Count > 0)
        {
            throw Faulty(all);
        }
    }
}
