using System.Collections.Immutable;

namespace SideLamp.Core.Brands;

/// <summary>The show's colours by role. A template names roles, never colours.</summary>
/// <param name="Plate">What words stand on.</param>
/// <param name="Ink">Words of the first rank.</param>
/// <param name="Quiet">Words of the second rank.</param>
/// <param name="Accent">Lines, marks and small plates.</param>
/// <param name="Glow">The brightest touch: lamps, the lit end of a meter.</param>
/// <param name="Alarm">What must not be missed.</param>
public sealed record Palette(Colour Plate, Colour Ink, Colour Quiet, Colour Accent, Colour Glow, Colour Alarm)
{
    /// <summary>The colour of a role; null when there is no such role.</summary>
    public Colour? Find(string role) =>
        role switch
        {
            "plate" => Plate,
            "ink" => Ink,
            "quiet" => Quiet,
            "accent" => Accent,
            "glow" => Glow,
            "alarm" => Alarm,
            "on-accent" => ReadableOn(Accent),
            "on-alarm" => ReadableOn(Alarm),
            // A faint trough in a plate, for meters and dividers.
            "trough" => Ink.Fade(0.13),
            _ => null,
        };

    /// <summary>Whichever of plate and ink can be read better there, taken towards black or white until it can be read well.</summary>
    private Colour ReadableOn(Colour ground)
    {
        var dark = Colour.Contrast(Plate, ground) >= Colour.Contrast(Ink, ground);
        var (own, end) = dark ? (Plate, Plate.Luminance < ground.Luminance ? Colour.Black : Colour.White) : (Ink, Ink.Luminance < ground.Luminance ? Colour.Black : Colour.White);
        var steps = Enumerable.Range(0, 11).Select(step => own.Mix(end, step / 10.0));
        return steps.FirstOrDefault(colour => Colour.Contrast(colour, ground) >= Colour.Readable, end);
    }

    public static readonly ImmutableArray<string> Roles =
    [
        "plate", "ink", "quiet", "accent", "glow", "alarm", "on-accent", "on-alarm", "trough",
    ];
}

/// <summary>The families of type. Each names a family of <see cref="Typefaces"/>.</summary>
public sealed record Typography(string Heading, string Body);

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
public sealed record MotionStyle(MotionFamily Family, double Speed, bool WaitsForLeaver);

/// <summary>Palette, type, logo, shape and motion; every graphic wears it.</summary>
public sealed record Brand(string Name, Palette Palette, Typography Type, Shape Shape, MotionStyle Motion, AssetId? Logo = null, PlateStyle Plates = PlateStyle.Lamplight)
{
    /// <summary>The brand a new show wears: the demo's garden at night.</summary>
    public static Brand Night { get; } =
        new(
            "Lantern night",
            new Palette(
                Plate: new(0x12 / 255.0, 0x23 / 255.0, 0x1d / 255.0),
                Ink: new(0xf6 / 255.0, 0xe7 / 255.0, 0xc1 / 255.0),
                Quiet: new(0xb9 / 255.0, 0xc4 / 255.0, 0xa2 / 255.0),
                Accent: new(0x9f / 255.0, 0xb5 / 255.0, 0x8a / 255.0),
                Glow: new(0xff / 255.0, 0xcf / 255.0, 0x70 / 255.0),
                Alarm: new(0xc8 / 255.0, 0x55 / 255.0, 0x3d / 255.0)
            ),
            new Typography("Lexend", "Lexend"),
            new Shape(Corner.Rounded, 16),
            new MotionStyle(MotionFamily.SoftWipe, 1, false)
        );

    /// <summary>All that is wrong with this brand; empty when it is valid.</summary>
    public IEnumerable<Fault> Faults()
    {
        foreach (var (path, family) in new[] { ("/type/heading", Type.Heading), ("/type/body", Type.Body) })
        {
            if (!Typefaces.Families.Contains(family))
            {
                yield return new Fault(path, $"There is no typeface “{family}”. There are: {string.Join(", ", Typefaces.Families)}.");
            }
        }

        if (Shape.Radius is < 0 or > 60)
        {
            yield return new Fault("/shape/radius", "A corner's radius lies between 0 and 60 px.");
        }

        if (Motion.Speed is < 0.25 or > 4)
        {
            yield return new Fault("/motion/speed", "The speed lies between 0.25 and 4 times the usual.");
        }
    }
}
