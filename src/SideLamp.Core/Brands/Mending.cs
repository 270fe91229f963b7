using SideLamp.Core.Colours;

namespace SideLamp.Core.Brands;

/// <summary>How well words of a role can be read where templates put them.</summary>
/// <param name="Role">Of the words.</param>
/// <param name="On">Of what they stand on.</param>
/// <param name="Ratio">WCAG contrast, 1 to 21; on plates that are no one colour, the worst of it.</param>
/// <param name="Mended">The nearest colour of the same hue that can be read there; null when it can be read already, or is worked out by the brand.</param>
public sealed record Legibility(string Role, string On, double Ratio, Colour? Mended);

public static class Mending
{
    private static readonly string[] OnPlate = ["ink", "quiet", "accent", "glow"];

    /// <summary>Every pair of words and ground that templates use.</summary>
    public static IEnumerable<Legibility> Of(Brand brand)
    {
        var grounds = GroundsOf(brand);
        foreach (var role in OnPlate)
        {
            var colour = brand.Palette.Find(role)!.Value;
            var ratio = grounds.Min(ground => Colour.Contrast(colour, ground));
            yield return new Legibility(role, "plate", ratio, ratio >= Colour.Readable ? null : Mended(colour, grounds));
        }

        yield return new Legibility("on-accent", "accent", Colour.Contrast(brand.Palette.Find("on-accent")!.Value, brand.Palette.Accent), null);
        yield return new Legibility("on-alarm", "alarm", Colour.Contrast(brand.Palette.Find("on-alarm")!.Value, brand.Palette.Alarm), null);
    }

    /// <summary>
    /// The nearest colour of the same hue that can be read on all these grounds: lighter or darker, whichever is the smaller step.
    /// Black or white when no colour of that hue can.
    /// </summary>
    public static Colour Mended(Colour colour, IReadOnlyCollection<Colour> grounds)
    {
        // As it will be written: rounding to a byte must not undo the mend.
        bool Reads(Colour one) => grounds.All(ground => Colour.Contrast(Colour.Parse(one.ToCss())!.Value, ground) >= Colour.Readable);
        var own = Oklch.Of(colour);
        var steps = Enumerable.Range(0, 201).Select(step => step / 200.0);
        var mended = steps
            .SelectMany(step => new[] { own.L + step, own.L - step })
            .Where(lightness => lightness is >= 0 and <= 1)
            .Select(lightness => (own with { L = lightness }).MappedToGamut(colour.A))
            .Where(Reads)
            .Select(one => (Colour?)one)
            .FirstOrDefault();
        return mended ?? new[] { Colour.Black, Colour.White }.MaxBy(end => grounds.Min(ground => Colour.Contrast(end, ground)));
    }

    /// <summary>What the brand's plates look like where words may stand on them: a gradient has two ends.</summary>
    private static List<Colour> GroundsOf(Brand brand)
    {
        var plate = brand.Palette.Plate;
        return brand.Plates == PlateStyle.Gradient ? [plate, Plates.FarEnd(plate, brand.Palette)] : [plate];
    }
}
