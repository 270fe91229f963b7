using System.Globalization;
using SideLamp.Core.Brands;
using SideLamp.Core.Colours;
using SideLamp.Core.Templates;

namespace SideLamp.Core.Layout;

/// <summary>What surfaces look like in a brand: fill, light, corners, rim and shadow.</summary>
/// <param name="isMirrored">Whether light and gradients fall from the other side.</param>
internal sealed class Plating(Brand brand, double scale, bool isMirrored)
{
    /// <summary>Of corners that are round whatever the brand says, in design px, unless the template gives its own.</summary>
    private const double UsualRadius = 16;

    public Plate PlateOf(Surface surface, Box box)
    {
        var first = Painted(surface.From);
        var to = surface.To is { } end ? Painted(end) : (Colour?)null;
        var (angle, reach) = (surface.Angle, surface.Reach);
        var style = StyleOf(surface);
        if (style == PlateStyle.Gradient)
        {
            (to, angle) = (Plates.FarEnd(first, brand.Palette), 115);
        }
        else if (style == PlateStyle.Glass)
        {
            first = first.Fade(0.86);
        }

        var fill = to is { } second
            ? string.Create(CultureInfo.InvariantCulture, $"linear-gradient({Angle(angle)}deg,{first.ToCss()} 0%,{second.ToCss()} {reach * 100:0.##}%)")
            : first.ToCss();
        // The brighter end of the brand's own gradient is what words are judged against.
        var ground = style == PlateStyle.Gradient && to is { } far ? far : first;
        return new Plate(fill, LightOf(surface, style), Radius(surface.Cut, surface.Radius, box), RimOf(surface, style), ground.A >= 0.6 ? (ground with { A = 1 }).ToCss() : null);
    }

    /// <summary>The brand has its way with plain plates; what a template made on purpose stays as it made it.</summary>
    private PlateStyle StyleOf(Surface surface) =>
        surface.From.Role == "plate" && surface.To is null && (surface.Lit || surface.Cut != Cut.Square) ? brand.Plates : PlateStyle.Solid;

    private string? LightOf(Surface surface, PlateStyle style)
    {
        string Falling(int angle, Colour light, double alpha, int reach) =>
            $"linear-gradient({Angle(angle)}deg,{light.Fade(alpha).ToCss()} 0%,{light.Fade(0).ToCss()} {reach}%)";
        return style switch
        {
            PlateStyle.Lamplight when surface.Lit => Falling(100, brand.Palette.Glow, 0.2, 38),
            PlateStyle.Glass when surface.Lit => Falling(180, brand.Palette.Ink, 0.12, 45),
            _ => null,
        };
    }

    /// <summary>Light around it, or a line inside its edge.</summary>
    private string? RimOf(Surface surface, PlateStyle style)
    {
        if (surface.Halo is { } glow)
        {
            return string.Create(CultureInfo.InvariantCulture, $"0 0 {Px(surface.HaloSize)}px {Px(surface.HaloSize / 4)}px {Painted(glow).ToCss()}");
        }

        string Rim(Colour colour, double width) => $"inset 0 0 0 {Math.Max(1, Px(width)).ToString(CultureInfo.InvariantCulture)}px {colour.ToCss()}";
        if (surface.Outline is { } line)
        {
            return Rim(Painted(line), surface.OutlineWidth);
        }

        return style switch
        {
            PlateStyle.Outline => Rim(brand.Palette.Accent, 3),
            PlateStyle.Glass => Rim(brand.Palette.Ink.Fade(0.28), 2),
            _ => null,
        };
    }

    /// <summary>The outline of shapes that a corner's radius cannot make; null for boxes, and for what is too small to be cut.</summary>
    public string? ClipOf(Surface surface, Box box)
    {
        var (corner, c) = CornersOf(surface.Cut, surface.Radius, box);
        if (c == 0 || box.H < c * 2 || box.W < c * 4)
        {
            return null;
        }

        return corner switch
        {
            Corner.Cut => string.Create(CultureInfo.InvariantCulture, $"polygon({c}px 0,100% 0,100% calc(100% - {c}px),calc(100% - {c}px) 100%,0 100%,0 {c}px)"),
            Corner.Slant => Slanted(c),
            _ => null,
        };
    }

    /// <summary>The outline of a plate whose sides lean by so many px.</summary>
    public static string Slanted(double lean) => string.Create(CultureInfo.InvariantCulture, $"polygon({lean}px 0,100% 0,calc(100% - {lean}px) 100%,0 100%)");

    /// <summary>How far the sides of a surface lean, in px; 0 = they stand upright.</summary>
    public double LeanOf(Surface surface, Box box) =>
        CornersOf(surface.Cut, surface.Radius, box) is (Corner.Slant, var lean) && ClipOf(surface, box) is not null ? lean : 0;

    public double Radius(Cut cut, double? radius, Box box) =>
        CornersOf(cut, radius, box) is (Corner.Rounded, var r) ? Math.Min(Math.Floor(Math.Min(box.W, box.H) / 2), r) : 0;

    /// <summary>The brand's shadow under a surface, as a node of its own that no reveal and no mask of its plate cuts off; null = none.</summary>
    public Node? ShadowUnder(string id, string? parent, Surface surface, Box box, bool under)
    {
        if (brand.Shadow is not { Strength: > 0 } shadow || !(surface.Lit || surface.Shadow))
        {
            return null;
        }

        var dark = Colour.Black.Fade(shadow.Strength).ToCss();
        var (size, drop) = (Px(shadow.Size), Px(shadow.Drop));
        var node = new Node($"{id}/shadow", parent, box, box, null, null, [], Under: under);
        return ClipOf(surface, box) is { } clip
            ? node with { Box = box.Move(0, drop), Clip = clip, Blur = Math.Round(size / 2), Plate = new Plate(dark, null, 0, null, null) }
            : node with
            {
                Plate = new Plate(
                    "#00000000",
                    null,
                    Radius(surface.Cut, surface.Radius, box),
                    string.Create(CultureInfo.InvariantCulture, $"0 {drop}px {size}px {dark}"),
                    null
                ),
            };
    }

    private (Corner Corner, double Depth) CornersOf(Cut cut, double? radius, Box box) =>
        cut switch
        {
            Cut.Brand => (brand.Shape.Corner, Px(radius ?? brand.Shape.Radius)),
            Cut.Round => (Corner.Rounded, Math.Floor(Math.Min(box.W, box.H) / 2)),
            Cut.Rounded => (Corner.Rounded, Px(radius ?? UsualRadius)),
            Cut.Corner => (Corner.Cut, Px(radius ?? UsualRadius)),
            Cut.Slant => (Corner.Slant, Px(radius ?? UsualRadius)),
            _ => (Corner.Square, 0),
        };

    /// <summary>Of a gradient, in degrees as CSS counts them: 90 = to the right.</summary>
    private double Angle(double angle) => isMirrored ? 360 - angle : angle;

    public Colour Painted(Paint paint) =>
        (brand.Palette.Find(paint.Role) ?? throw new InvalidOperationException($"No role {paint.Role}.")).Fade(paint.Alpha);

    private double Px(double design) => Math.Round(design * scale);
}
