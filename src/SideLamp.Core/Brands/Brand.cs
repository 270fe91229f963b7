using System.Collections.Immutable;

namespace SideLamp.Core.Brands;

/// <summary>Palette, type, logo, shape and motion; every graphic wears it.</summary>
/// <param name="Name">Unique among a show's brands; 1 to 40 characters.</param>
/// <param name="Alternates">Other logos, to change to.</param>
/// <param name="Logo">The logo in use; null = none.</param>
/// <param name="Shadow">Null = none.</param>
/// <param name="Mirrors">Whether graphics whose words run from right to left stand the other way round: pictures, bars and motions change sides.</param>
public sealed record Brand(
    string Name,
    Palette Palette,
    Typography Type,
    Shape Shape,
    MotionStyle Motion,
    PlateStyle Plates,
    ImmutableArray<AssetId> Alternates,
    AssetId? Logo = null,
    Shadow? Shadow = null,
    bool Mirrors = false
)
{
    public const int LongestName = 40;
    private const int MostAlternates = 12;

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
            new Typography("Lexend", "Lexend", []),
            new Shape(Corner.Rounded, 16),
            new MotionStyle(MotionFamily.SoftWipe, 1, false),
            PlateStyle.Lamplight,
            [],
            Shadow: new Shadow(0.45, 26, 8)
        );

    /// <summary>All that is wrong with this brand; empty when it is valid.</summary>
    public IEnumerable<Fault> Faults()
    {
        if (string.IsNullOrWhiteSpace(Name) || Name.Length > LongestName)
        {
            yield return new Fault("/name", $"Give the brand a name of 1 to {LongestName} characters.");
        }

        foreach (var fault in Type.Faults())
        {
            yield return fault with { Path = "/type" + fault.Path };
        }

        if (Shape.Radius is < 0 or > 60)
        {
            yield return new Fault("/shape/radius", "A corner's radius lies between 0 and 60 px.");
        }

        if (Motion.Speed is < 0.25 or > 4)
        {
            yield return new Fault("/motion/speed", "The speed lies between 0.25 and 4 times the usual.");
        }

        if (Shadow is { } shadow && (shadow.Strength is < 0 or > 1 || shadow.Size is < 0 or > 40 || shadow.Drop is < 0 or > 30))
        {
            yield return new Fault("/shadow", "A shadow's strength lies between 0 and 1, its size between 0 and 40 px, its drop between 0 and 30 px.");
        }

        if (Alternates.Length > MostAlternates)
        {
            yield return new Fault("/alternates", $"A brand has up to {MostAlternates} other logos.");
        }
    }
}
