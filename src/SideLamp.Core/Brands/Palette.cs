using System.Collections.Immutable;
using SideLamp.Core.Colours;

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
    /// <summary>All roles from one or two colours of somebody's own: words that can be read on them, in their hue.</summary>
    /// <param name="accent">Null = the plate's own hue, as far from it as it must be.</param>
    public static Palette From(Colour plate, Colour? accent, Colour alarm)
    {
        // As they will be written: rounding to a byte must not undo what was worked out.
        static Colour Written(Colour colour) => Colour.Parse((colour with { A = 1 }).ToCss())!.Value;
        var ground = Written(plate);
        var isDark = Colour.Contrast(ground, Colour.White) >= Colour.Contrast(ground, Colour.Black);
        var end = isDark ? Colour.White : Colour.Black;
        var ink = end.Mix(ground, 0.06);
        var hue = Oklch.Of(accent ?? ground);
        var mark = Mending.Mended((accent ?? (hue with { L = isDark ? 0.78 : 0.45 }).MappedToGamut()) with { A = 1 }, [ground]);
        var glow = Mending.Mended((hue with { L = isDark ? 0.88 : 0.38, C = Math.Max(hue.C, 0.09) }).MappedToGamut(), [ground]);
        return new Palette(ground, Written(Mending.Mended(ink, [ground])), Written(Mending.Mended(ink.Mix(ground, 0.28), [ground])), Written(mark), Written(glow), alarm);
    }

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
