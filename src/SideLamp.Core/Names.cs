namespace SideLamp.Core;

/// <summary>What the streamer calls things.</summary>
public static class Names
{
    /// <summary>In UTF-16 units.</summary>
    public const int Longest = 80;

    /// <summary>What is wrong with a name; null when it can be kept.</summary>
    /// <param name="thing">Such as <c>the seat</c>; empty = whatever the path says.</param>
    public static Fault? FaultIn(string? name, string path = "/name", string thing = "it") =>
        string.IsNullOrWhiteSpace(name) || name.Length > Longest ? new Fault(path, $"Give {thing} a name of 1 to {Longest} characters.") : null;

    /// <summary>As much of a name from elsewhere as a sentence can bear.</summary>
    public static string Shortened(string name) => name.Length > 60 ? Spelling.Clean(name[..60]) + "…" : name;
}
