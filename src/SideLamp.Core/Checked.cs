using System.Collections.Immutable;

namespace SideLamp.Core;

/// <summary>One thing that is wrong with what was given.</summary>
/// <param name="Path">Where: a JSON Pointer (RFC 6901) into what was given, such as <c>/fields/0/name</c>.</param>
/// <param name="Message">What is wrong and what to do, in a sentence.</param>
public sealed record Fault(string Path, string Message);

/// <summary>Either a valid value or every fault that kept it from being made. Never both, never neither.</summary>
public readonly record struct Checked<T>
    where T : class
{
    private Checked(T? value, ImmutableArray<Fault> faults)
    {
        Value = value;
        Faults = faults;
    }

    public T? Value { get; }

    public ImmutableArray<Fault> Faults { get; }

    public static implicit operator Checked<T>(T value) => new(value, []);

    public static Checked<T> Faulty(IEnumerable<Fault> faults) => new(null, [.. faults]);

    public static Checked<T> Faulty(string path, string message) => new(null, [new Fault(path, message)]);

    /// <summary>The value, for callers that know it to be valid (bundled files, tests).</summary>
    /// <exception cref="InvalidDataException">There are faults; the message names the first three.</exception>
    public T OrThrow() =>
        Value
        ?? throw new InvalidDataException(
            string.Join("; ", Faults.Take(3).Select(fault => $"{fault.Path}: {fault.Message}"))
        );
}
