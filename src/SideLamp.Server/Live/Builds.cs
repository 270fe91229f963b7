using System.Text.RegularExpressions;

namespace SideLamp.Server.Live;

/// <summary>Names the builds of the pages that this server serves, as their own files name them.</summary>
/// <param name="Desk">Empty where the pages were not built.</param>
public sealed partial record Builds(string Desk, string Output, string Remote)
{
    public static Builds In(string webRoot) => new(BuildOf(Path.Combine(webRoot, "index.html")), BuildOf(Path.Combine(webRoot, "out", "index.html")), BuildOf(Path.Combine(webRoot, "remote", "index.html")));

    private static string BuildOf(string page) => File.Exists(page) ? Named().Match(File.ReadAllText(page)).Groups[1].Value : "";

    [GeneratedRegex("<meta name=\"build\" content=\"([0-9a-f]+)\"")]
    private static partial Regex Named();
}
