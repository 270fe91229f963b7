namespace SideLamp.Core.Templates;

/// <summary>A role of the palette, let through by <paramref name="Alpha"/> (0 clear to 1 solid).</summary>
public sealed record Paint(string Role, double Alpha = 1);

/// <summary>What a plate or mark is made of.</summary>
/// <param name="From">The colour, or where a gradient starts.</param>
/// <param name="To">Where the gradient ends; null = one colour.</param>
/// <param name="Angle">Of the gradient, in degrees as CSS counts them: 90 runs to the right, 180 down.</param>
/// <param name="Reach">Where the gradient has become its end colour, 0 to 1 of the way.</param>
/// <param name="Radius">Of the corners, or how deep they are cut, in design px; null = as the brand says.</param>
/// <param name="Lit">Whether it is a main plate: the brand's light falls over it and the brand's shadow lies under it.</param>
/// <param name="Shadow">Whether the brand's shadow lies under it though it is no main plate.</param>
/// <param name="Halo">A soft light around it; null = none.</param>
/// <param name="HaloSize">Radius of that light in design px.</param>
/// <param name="Outline">A line inside its edge; null = as the brand says.</param>
/// <param name="OutlineWidth">Of that line, in design px.</param>
public sealed record Surface(
    Paint From,
    Paint? To = null,
    double Angle = 90,
    double Reach = 1,
    Cut Cut = Cut.Brand,
    double? Radius = null,
    bool Lit = false,
    bool Shadow = false,
    Paint? Halo = null,
    double HaloSize = 0,
    Paint? Outline = null,
    double OutlineWidth = 0
);

/// <summary>How the corners of a surface are cut.</summary>
public enum Cut
{
    /// <summary>As the brand says.</summary>
    Brand,
    Square,

    /// <summary>Half circles at the ends; a circle when it is as high as wide.</summary>
    Round,

    /// <summary>By a radius, whatever the brand says.</summary>
    Rounded,

    /// <summary>Two opposite corners are cut off, whatever the brand says.</summary>
    Corner,

    /// <summary>The sides lean, whatever the brand says.</summary>
    Slant,
}
