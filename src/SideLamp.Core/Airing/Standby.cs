using SideLamp.Core.Shows;

namespace SideLamp.Core.Airing;

/// <summary>What is loaded to be looked at before it is lit: a graphic, a cue, or neither.</summary>
public sealed record Standby(GraphicId? Graphic = null, CueId? Cue = null)
{
    public static Standby Empty { get; } = new();

    /// <summary>Whether what it names is still there.</summary>
    public bool IsIn(Show show) => (Graphic is not { } graphic || show.Graphic(graphic) is not null) && (Cue is not { } cue || show.Cue(cue) is not null);
}
