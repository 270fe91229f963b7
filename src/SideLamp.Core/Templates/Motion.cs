using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Brands;

namespace SideLamp.Core.Templates;

/// <summary>How a part comes or goes, told for coming.</summary>
/// <param name="From">The side it comes from, or is uncovered from.</param>
/// <param name="Delay">After the press (or after the darkening).</param>
/// <param name="For">How long it takes.</param>
/// <param name="Distance">How far it travels, in design px; 0 = its own height or width.</param>
/// <param name="Keys">Of <see cref="MotionKind.Keys"/>: the poses on the way, in the order of their time.</param>
public sealed record Motion(
    MotionKind Kind,
    Side From,
    Duration Delay,
    Duration For,
    double Distance = 0,
    Easing Ease = Easing.Settle,
    ImmutableArray<MotionKey> Keys = default
);

public enum MotionKind
{
    Fade,

    /// <summary>It travels, and fades in on the way.</summary>
    Slide,

    /// <summary>It travels without fading: meant for masks.</summary>
    Rise,

    /// <summary>It stands still and is uncovered.</summary>
    Reveal,

    /// <summary>It grows from a point.</summary>
    Pop,

    /// <summary>It comes out of a haze.</summary>
    Focus,

    /// <summary>As its keys say.</summary>
    Keys,
}

/// <summary>A pose on the way of an own motion, against the part at rest.</summary>
/// <param name="At">Share of the motion's time, 0 to 1. After the last key the part comes to rest.</param>
/// <param name="X">Design px to the right.</param>
/// <param name="Y">Design px down.</param>
/// <param name="Scale">About its centre, 0 to 10.</param>
/// <param name="Turn">Degrees clockwise.</param>
/// <param name="Alpha">0 clear to 1.</param>
/// <param name="Blur">Radius in design px.</param>
/// <param name="Wipe">Share of it that is still covered, 0 to 1.</param>
/// <param name="From">The side it is uncovered from.</param>
public sealed record MotionKey(double At, double X, double Y, double Scale, double Turn, double Alpha, double Blur, double Wipe, Side From);

public enum Side
{
    Left,
    Right,
    Top,
    Bottom,
}

/// <summary>A motion that goes on while lit, counted from the lighting; updates never restart it (rule 16).</summary>
public sealed record Hold(HoldKind Kind, Duration Period);

public enum HoldKind
{
    Pulse,
    Breathe,

    /// <summary>Round and round.</summary>
    Turn,

    /// <summary>A band of light runs over it now and then.</summary>
    Sheen,
}
