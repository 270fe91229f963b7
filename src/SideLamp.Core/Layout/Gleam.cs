using System.Globalization;
using NodaTime;
using SideLamp.Core.Brands;
using SideLamp.Core.Templates;

namespace SideLamp.Core.Layout;

/// <summary>A band of light that runs over a part now and then, cut to the part's own shape.</summary>
internal static class Gleam
{
    /// <summary>100°, as the fill says.</summary>
    private const double Lean = 100 * Math.PI / 180;

    /// <param name="name">Of the light among the part's pieces: a part may have one of its own, and one that draws the eye.</param>
    /// <param name="box">Of the part, in px.</param>
    /// <param name="scale">px a design px is.</param>
    /// <param name="isMirrored">Whether it runs from right to left.</param>
    public static IEnumerable<Node> Over(Part part, string name, Duration period, Box box, Brand brand, Plating plating, double scale, bool isMirrored)
    {
        var shape = part switch
        {
            GroupPart { Surface: { } surface } => surface,
            MarkPart mark => mark.Surface,
            _ => null,
        };
        var radius = shape is null ? 0 : plating.Radius(shape.Cut, shape.Radius, box);
        var frame = $"{part.Id}/{name}";
        var band = box with { W = Math.Round(Math.Max(60 * scale, Math.Max(box.W * 0.3, box.H * 0.5))) };
        // The light leans: it ends before it comes to an upright edge, or that edge would be seen.
        var (across, down) = (band.W * Math.Sin(Lean), band.H * Math.Abs(Math.Cos(Lean)));
        var end = Math.Round(100 * down / (across + down), 1);
        var (none, light) = (brand.Palette.Glow.Fade(0).ToCss(), brand.Palette.Glow.Fade(0.4).ToCss());
        var fill = string.Create(CultureInfo.InvariantCulture, $"linear-gradient({(isMirrored ? 80 : 100)}deg,{none} {end}%,{light} 50%,{none} {100 - end}%)");
        var (start, way) = isMirrored ? (box.W, -1) : (-band.W, 1);
        return
        [
            new Node(frame, part.Id, box, box, radius, shape is null ? null : plating.ClipOf(shape, box), []),
            new Node($"{frame}/band", frame, band.Move(start, 0), box, null, null, [Motions.Sheen(period, way * (box.W + band.W))], new Plate(fill, null, 0, null, null)),
        ];
    }
}
