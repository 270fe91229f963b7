using SideLamp.Core.Colours;

namespace SideLamp.Core.Brands;

public enum Corner
{
    Square,
    Rounded,

    /// <summary>Two opposite corners are cut off.</summary>
    Cut,

    /// <summary>The sides lean.</summary>
    Slant,
}

/// <summary>What the brand does with its plates.</summary>
public enum PlateStyle
{
    /// <summary>A warm light falls over them from one side.</summary>
    Lamplight,
    Solid,

    /// <summary>They run towards the accent.</summary>
    Gradient,

    /// <summary>A little of the picture shows through, under a bright rim.</summary>
    Glass,

    /// <summary>They have a line of the accent around them.</summary>
    Outline,
}

/// <summary>How plates are cut. <paramref name="Radius"/> is how much, in design px, 0 to 60.</summary>
public sealed record Shape(Corner Corner, int Radius);

/// <summary>What lies under main plates, so that they stand out from the picture.</summary>
/// <param name="Strength">0 none to 1 black.</param>
/// <param name="Size">How far it spreads, in design px, 0 to 40.</param>
/// <param name="Drop">How far below the plate it lies, in design px, 0 to 30.</param>
public sealed record Shadow(double Strength, double Size, double Drop);

public static class Plates
{
    /// <summary>How far the gradient of a brand's plates goes towards its accent.</summary>
    private const double GradientReach = 0.18;

    /// <summary>Where the gradient of a brand's plates ends.</summary>
    public static Colour FarEnd(Colour plate, Palette palette) => plate.Mix(palette.Accent.Fade(plate.A), GradientReach);
}
