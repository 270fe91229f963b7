using System.Text.Json.Serialization;
using NodaTime;

namespace SideLamp.Core.Shows;

/// <summary>A short motion of the whole graphic that draws the eye while it is lit.</summary>
/// <param name="Every">From one to the next, 2 s to 10 min; the first comes that long after the lighting.</param>
public sealed record Attention(AttentionKind Kind, Duration Every)
{
    private static readonly Duration Least = Duration.FromSeconds(2);
    private static readonly Duration Greatest = Duration.FromMinutes(10);

    [JsonIgnore]
    public Fault? Fault => Every < Least || Every > Greatest ? new Fault("/attention/every", "The attention effect comes every 2 s to 10 minutes.") : null;
}

public enum AttentionKind
{
    Bounce,

    /// <summary>A band of light runs over it.</summary>
    Sheen,
    Pulse,
}
