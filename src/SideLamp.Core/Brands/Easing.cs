namespace SideLamp.Core.Brands;

/// <summary>How a motion spends its time. Source of the curves: CSS Easing Functions 1.</summary>
public enum Easing
{
    /// <summary>Fast, then settling: for coming.</summary>
    Settle,

    /// <summary>Slow at both ends.</summary>
    Smooth,
    Linear,

    /// <summary>A little too far, and back.</summary>
    Swing,
}
