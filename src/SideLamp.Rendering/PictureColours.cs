using SideLamp.Core.Colours;
using SkiaSharp;

namespace SideLamp.Rendering;

/// <summary>The colours that a picture is made of.</summary>
public static class PictureColours
{
    private const int Side = 64;

    /// <summary>So many of them, at the most.</summary>
    public const int Most = 5;

    /// <summary>Colours that differ less than this to the eye count as one. Source: distance in Oklab; 0.02 is just seen side by side (common practice).</summary>
    private const double Alike = 0.09;

    /// <summary>
    /// Those that cover most of it, the most first; what is clear counts for nothing. None where it cannot be unpacked: vector
    /// pictures and what is no picture.
    /// </summary>
    public static IReadOnlyList<Colour> Of(byte[] bytes)
    {
        using var data = SKData.CreateCopy(bytes);
        using var codec = SKCodec.Create(data);
        if (codec is null || (long)codec.Info.Width * codec.Info.Height > 40_000_000)
        {
            return [];
        }

        using var whole = SKBitmap.Decode(codec);
        using var small = whole?.Resize(new SKImageInfo(Side, Side, SKColorType.Rgba8888, SKAlphaType.Unpremul), new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
        return small is null ? [] : Gathered(small.Pixels.Where(pixel => pixel.Alpha > 200).Select(pixel => new Colour(pixel.Red / 255.0, pixel.Green / 255.0, pixel.Blue / 255.0)));
    }

    private static List<Colour> Gathered(IEnumerable<Colour> all)
    {
        // First alike to the byte's upper bits, then alike to the eye.
        var counted = all.GroupBy(one => ((int)(one.R * 15.99), (int)(one.G * 15.99), (int)(one.B * 15.99)))
            .Select(same => (Colour: same.Aggregate((sum, one) => new Colour(sum.R + one.R, sum.G + one.G, sum.B + one.B)) is var sum ? new Colour(sum.R / same.Count(), sum.G / same.Count(), sum.B / same.Count()) : default, Count: same.Count()))
            .OrderByDescending(one => one.Count);
        var found = new List<(Colour Colour, int Count)>();
        foreach (var one in counted)
        {
            var at = found.FindIndex(other => Distance(other.Colour, one.Colour) < Alike);
            if (at < 0)
            {
                found.Add(one);
            }
            else
            {
                found[at] = (found[at].Colour, found[at].Count + one.Count);
            }
        }

        var least = found.Sum(one => one.Count) / 50;
        return [.. found.Where(one => one.Count >= least).OrderByDescending(one => one.Count).Take(Most).Select(one => one.Colour)];
    }

    private static double Distance(Colour one, Colour other)
    {
        var (a, b) = (Oklch.Of(one), Oklch.Of(other));
        var (ax, ay, bx, by) = (a.C * Math.Cos(a.H * Math.PI / 180), a.C * Math.Sin(a.H * Math.PI / 180), b.C * Math.Cos(b.H * Math.PI / 180), b.C * Math.Sin(b.H * Math.PI / 180));
        return Math.Sqrt(Math.Pow(a.L - b.L, 2) + Math.Pow(ax - bx, 2) + Math.Pow(ay - by, 2));
    }
}
