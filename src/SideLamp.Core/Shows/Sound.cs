using System.Text.Json.Serialization;
namespace SideLamp.Core.Shows;

/// <summary>What is heard when a graphic arrives.</summary>
/// <param name="Source">The name of a shipped tone (<see cref="Media.Tones"/>), or the id of a stored file.</param>
/// <param name="Level">0 silent to 1 full.</param>
public sealed record Sound(string Source, double Level)
{
    [JsonIgnore]
    public Fault? Fault => Level is < 0 or > 1 || string.IsNullOrWhiteSpace(Source) ? new Fault("/sound", "Choose a tone or a file, and a level of 0 to 1.") : null;
}

/// <summary>How loud the whole show is, on the outputs that sound.</summary>
/// <param name="Level">0 silent to 1 full; times each graphic's own.</param>
public sealed record Loudness(double Level, bool Muted)
{
    public static Loudness Full { get; } = new(1, false);
}
