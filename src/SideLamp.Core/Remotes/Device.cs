using System.Collections.Immutable;
using NodaTime;

namespace SideLamp.Core.Remotes;

/// <summary>A phone or another device that has been let in.</summary>
/// <param name="SecretHash">SHA-256 of what it proves itself with, in hex: who reads the file cannot speak for it.</param>
/// <param name="Since">When it was let in.</param>
public sealed record Device(string Id, string Name, string SecretHash, Instant Since)
{
    /// <summary>How many may be let in at a time.</summary>
    public const int Most = 20;

    /// <summary>In UTF-16 units.</summary>
    public const int LongestName = 40;

    public const string UsualName = "Phone";

    /// <summary>The wished name, or with a number behind it: two devices never have one name.</summary>
    /// <param name="wish">Nothing = the usual one.</param>
    public static string NameBeside(string? wish, ImmutableArray<Device> others)
    {
        var plain = string.IsNullOrWhiteSpace(wish) ? UsualName : wish.Trim();
        return Enumerable.Range(1, others.Length + 1)
            .Select(number => number == 1 ? plain : $"{plain} {number}")
            .First(name => others.All(other => !string.Equals(other.Name, name, StringComparison.OrdinalIgnoreCase)));
    }
}
