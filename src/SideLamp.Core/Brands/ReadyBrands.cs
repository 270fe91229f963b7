using System.Collections.Immutable;
using SideLamp.Core.Colours;

namespace SideLamp.Core.Brands;

/// <summary>Brands that ship with the app, to begin from.</summary>
public static class ReadyBrands
{
    public static readonly ImmutableArray<Brand> All =
    [
        Brand.Night,
        Make("Daylight", "#fbf6ea #22301f #4d5a45 #547340 #8a5a12 #a63a25", "Lexend", new Shape(Corner.Rounded, 22), MotionFamily.SoftWipe, PlateStyle.Solid, new Shadow(0.28, 24, 8)),
        Make("Harbour", "#0d2238 #f2f6fa #a9bfd3 #62c0d4 #ffd166 #e4572e", "Barlow Condensed", new Shape(Corner.Slant, 22), MotionFamily.Slide, PlateStyle.Gradient, new Shadow(0.5, 18, 6)),
        Make("Reading room", "#2a1d1a #f7ebdd #cdb7a3 #c79a5b #f0c987 #d9694f", "Source Serif", new Shape(Corner.Square, 0), MotionFamily.Fade, PlateStyle.Outline),
        Make("Arcade", "#1c1233 #f6f1ff #c3b5e6 #8f7bff #5ef2d6 #ff5d8f", "Arimo", new Shape(Corner.Cut, 26), MotionFamily.Slide, PlateStyle.Glass),
    ];

    /// <param name="palette">Plate, ink, quiet, accent, glow and alarm.</param>
    private static Brand Make(string name, string palette, string family, Shape shape, MotionFamily motion, PlateStyle plates, Shadow? shadow = null)
    {
        var colours = palette.Split(' ').Select(code => Colour.Parse(code)!.Value).ToList();
        return new Brand(
            name,
            new Palette(colours[0], colours[1], colours[2], colours[3], colours[4], colours[5]),
            new Typography(family, family, []),
            shape,
            new MotionStyle(motion, 1, false),
            plates,
            [],
            Shadow: shadow
        );
    }
}
