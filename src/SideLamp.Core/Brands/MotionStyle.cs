

namespace SideLamp.Core.Brands;

public enum MotionFamily
{
    /// <summary>Plates are uncovered along their length while words rise into place.</summary>
    SoftWipe,

    /// <summary>Everything glides in from the side it stands on.</summary>
    Slide,

    /// <summary>Everything fades.</summary>
    Fade,
}

/// <summary>How things move.</summary>
/// <param name="Speed">1 is as the template says; 2 is twice as fast. 0.25 to 4.</param>
/// <param name="WaitsForLeaver">Whether a new graphic waits until the last one has left its seat (rule 3: “after” instead of “across”).</param>
/// <param name="Ease">How all motions spend their time; null = as each template says.</param>
public sealed record MotionStyle(MotionFamily Family, double Speed, bool WaitsForLeaver, Easing? Ease = null);
