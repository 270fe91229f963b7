namespace SideLamp.Core.Colours;

/// <summary>A colour by lightness, chroma and hue, as the eye sees them. Source: CSS Color 4, Oklab and OkLCh, with its own matrices.</summary>
/// <param name="L">Lightness, 0 black to 1 white.</param>
/// <param name="C">Chroma, 0 grey to about 0.4.</param>
/// <param name="H">Hue in degrees.</param>
public readonly record struct Oklch(double L, double C, double H)
{
    public static Oklch Of(Colour colour)
    {
        var (r, g, b) = (Colour.Linear(colour.R), Colour.Linear(colour.G), Colour.Linear(colour.B));
        var l = Math.Cbrt((0.4122214708 * r) + (0.5363325363 * g) + (0.0514459929 * b));
        var m = Math.Cbrt((0.2119034982 * r) + (0.6806995451 * g) + (0.1073969566 * b));
        var s = Math.Cbrt((0.0883024619 * r) + (0.2817188376 * g) + (0.6299787005 * b));
        var lightness = (0.2104542553 * l) + (0.7936177850 * m) - (0.0040720468 * s);
        var a = (1.9779984951 * l) - (2.4285922050 * m) + (0.4505937099 * s);
        var bb = (0.0259040371 * l) + (0.7827717662 * m) - (0.8086757660 * s);
        var hue = Math.Atan2(bb, a) * 180 / Math.PI;
        return new Oklch(lightness, Math.Sqrt((a * a) + (bb * bb)), hue < 0 ? hue + 360 : hue);
    }

    /// <summary>In sRGB; channels may lie outside 0 to 1 when sRGB lacks the colour.</summary>
    public Colour ToColour(double alpha = 1)
    {
        var (sin, cos) = Math.SinCos(H * Math.PI / 180);
        return OfLab(L, C * cos, C * sin, alpha);
    }

    /// <summary>From Oklab.</summary>
    public static Colour OfLab(double lightness, double a, double b, double alpha)
    {
        var l = Cube(lightness + (0.3963377774 * a) + (0.2158037573 * b));
        var m = Cube(lightness - (0.1055613458 * a) - (0.0638541728 * b));
        var s = Cube(lightness - (0.0894841775 * a) - (1.2914855480 * b));
        return new Colour(
            Colour.Encoded((4.0767416621 * l) - (3.3077115913 * m) + (0.2309699292 * s)),
            Colour.Encoded((-1.2684380046 * l) + (2.6097574011 * m) - (0.3413193965 * s)),
            Colour.Encoded((-0.0041960863 * l) - (0.7034186147 * m) + (1.7076147010 * s)),
            alpha
        );
    }

    /// <summary>The nearest in sRGB of the same lightness and hue: chroma is taken away until it is there.</summary>
    public Colour MappedToGamut(double alpha = 1)
    {
        if (IsInGamut(ToColour()))
        {
            return ToColour(alpha);
        }

        var (low, high) = (0.0, C);
        for (var step = 0; step < 24; step++)
        {
            var middle = (low + high) / 2;
            (low, high) = IsInGamut((this with { C = middle }).ToColour()) ? (middle, high) : (low, middle);
        }

        return (this with { C = low }).ToColour(alpha).Clamped();
    }

    private static bool IsInGamut(Colour colour) => new[] { colour.R, colour.G, colour.B }.All(channel => channel is >= -0.0001 and <= 1.0001);

    private static double Cube(double number) => number * number * number;
}
