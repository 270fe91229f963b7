using NodaTime;
using SideLamp.Core.Brands;
using SideLamp.Core.Templates;

namespace SideLamp.Core.Layout;

/// <summary>A band of light that runs over a part now and then, cut to the part's own shape.</summary>
internal static class Gleam
{
    /// <param name="box">Of the part, in px.</param>
    /// <param name="scale">px a design px is.</param>
    public static IEnumerable<Node> Over(Part part, Duration period, Box box, Brand brand, Plating plating, double scale)
    {
        var shape = part switch
        {
            GroupPart { Surface: { } surface } => surface,
            MarkPart mark => mark.Surface,
            _ => null,
        };
        var radius = shape is null ? 0 : plating.Radius(shape.Cut, shape.Radius, box);
        var frame = $"{part.Id}/sheen";
        var band = box with { W = Math.Max(Math.Round(60 * scale), Math.Round(box.W * 0.3)) };
        var light = brand.Palette.Glow;
        var fill = $"linear-gradient(100deg,{light.Fade(0).ToCss()} 0%,{light.Fade(0.4).ToCss()} 50%,{light.Fade(0).ToCss()} 100%)";
        return
        [
            new Node(frame, part.Id, box, box, radius, shape is null ? null : plating.ClipOf(shape, box), []),
            new Node($"{frame}/band", frame, band.Move(-band.W, 0), box, null, null, [Motions.Sheen(period, box.W + band.W)], new Plate(fill, null, 0, null, null)),
        ];
    }
}
