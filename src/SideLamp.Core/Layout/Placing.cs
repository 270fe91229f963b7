using System.Collections.Immutable;
using System.Globalization;
using NodaTime;
using SideLamp.Core.Brands;
using SideLamp.Core.Templates;

namespace SideLamp.Core.Layout;

/// <summary>The second pass: where everything stands, as nodes in drawing order.</summary>
internal sealed class Placing(Brand brand, double scale, Duration arrival)
{
    private readonly ImmutableArray<Node>.Builder _nodes = ImmutableArray.CreateBuilder<Node>();
    private readonly ImmutableArray<TextFit>.Builder _fits = ImmutableArray.CreateBuilder<TextFit>();
    private readonly Motions _motions = new(brand.Motion, scale);

    public Picture Picture(Box box)
    {
        Duration Longest(MovePath path) =>
            Duration.FromMilliseconds(
                _nodes.SelectMany(node => node.Moves).Where(move => move.Path == path).Select(move => move.Delay + move.Length).DefaultIfEmpty(0).Max()
            );
        return new Picture(box, _nodes.ToImmutable(), Longest(MovePath.Arrive), Longest(MovePath.Leave), _fits.ToImmutable());
    }

    public void Place(Measured measured, Box box, string? parent)
    {
        switch (measured.Part)
        {
            case GroupPart group:
                PlaceGroup(group, measured, box, parent);
                break;
            case TextPart text:
                PlaceText(text, measured.Text!, box, parent);
                break;
            case PicturePart picture:
                PlacePicture(picture, measured.Asset!, box, parent);
                break;
            case MeterPart meter:
                PlaceMeter(meter, measured.Share, box, parent);
                break;
            case ListPart list:
                PlaceList(list, measured, box, parent);
                break;
            case MarkPart mark:
                Add(mark, mark.Id, parent, box, plate: PlateOf(mark.Surface, box));
                break;
        }
    }

    private void PlaceGroup(GroupPart group, Measured measured, Box box, string? parent)
    {
        var radius = group.Surface is { } cut ? Radius(cut.Cut, box) : 0;
        var own = parent;
        if (group.Mask || group.Arrive is not null || group.Leave is not null || group.Hold is not null)
        {
            Add(group, group.Id, parent, box, mask: group.Mask ? radius : null, clip: group.Mask && group.Surface is { } shape ? ClipOf(shape.Cut, box) : null);
            own = group.Id;
        }

        if (group.Surface is { } surface)
        {
            _nodes.Add(new Node($"{group.Id}/plate", own, box, box, null, ClipOf(surface.Cut, box), [], PlateOf(surface, box)));
        }

        var inner = new Box(
            box.X + Px(group.Padding.Left),
            box.Y + Px(group.Padding.Top),
            box.W - Px(group.Padding.Left) - Px(group.Padding.Right),
            box.H - Px(group.Padding.Top) - Px(group.Padding.Bottom)
        );
        var lean = group.Mask && group.Surface is { } leaning && brand.Shape.Corner == Corner.Slant && ClipOf(leaning.Cut, box) is not null ? Px(brand.Shape.Radius) : 0;
        foreach (var (part, place) in SetOut(group, measured.Parts, inner).OrderBy(one => one.Part.Part.Above))
        {
            if (lean > 0 && part.Part is MarkPart edge && edge.Height.Kind == ExtentKind.Fill && place.X == box.X)
            {
                PlaceLeaningEdge(edge, place, lean, own);
            }
            else
            {
                Place(part, place, own);
            }
        }
    }

    /// <summary>An edge at the starting side of a slanted plate leans with it, or only a sliver of it would be seen.</summary>
    private void PlaceLeaningEdge(MarkPart edge, Box place, double lean, string? parent)
    {
        var box = place with { W = place.W + lean };
        var clip = string.Create(CultureInfo.InvariantCulture, $"polygon({lean}px 0,100% 0,{place.W}px 100%,0 100%)");
        Add(edge, edge.Id, parent, box, clip: clip, plate: PlateOf(edge.Surface, box));
    }

    private IEnumerable<(Measured Part, Box Place)> SetOut(GroupPart group, ImmutableArray<Measured> parts, Box inner)
    {
        if (group.Flow == Flow.Layers)
        {
            return parts.Select(part =>
            {
                var (w, h) = (Stretched(part.Part.Width, part.W, inner.W), Stretched(part.Part.Height, part.H, inner.H));
                return (part, new Box(inner.X + Aligned(group.Along, inner.W - w), inner.Y + Aligned(group.Across, inner.H - h), w, h));
            });
        }

        return group.Flow == Flow.Row
            ? Flowed(group, parts, inner.W, part => part.W, part => part.Part.Width)
                .Select(
                    (run, at) =>
                    {
                        var h = Stretched(parts[at].Part.Height, parts[at].H, inner.H);
                        return (parts[at], new Box(inner.X + run.At, inner.Y + Aligned(group.Across, inner.H - h), run.Length, h));
                    }
                )
            : Flowed(group, parts, inner.H, part => part.H, part => part.Part.Height)
                .Select(
                    (run, at) =>
                    {
                        var w = Stretched(parts[at].Part.Width, parts[at].W, inner.W);
                        return (parts[at], new Box(inner.X + Aligned(group.Across, inner.W - w), inner.Y + run.At, w, run.Length));
                    }
                );
    }

    /// <summary>Places and lengths along the flow. What fills shares the room that the others leave.</summary>
    private List<(double At, double Length)> Flowed(
        GroupPart group,
        ImmutableArray<Measured> parts,
        double room,
        Func<Measured, double> own,
        Func<Measured, Extent> extent
    )
    {
        var gap = Px(group.Gap);
        var spare = room - parts.Sum(own) - (gap * (parts.Length - 1));
        var fillers = parts.Count(part => extent(part).Kind == ExtentKind.Fill);
        var at = fillers > 0 ? 0 : Aligned(group.Along, spare);
        var between = fillers == 0 && group.Along == Align.Between && parts.Length > 1 ? spare / (parts.Length - 1) : 0;
        var runs = new List<(double, double)>();
        foreach (var part in parts)
        {
            var length = own(part) + (extent(part).Kind == ExtentKind.Fill ? Math.Floor(spare / fillers) : 0);
            runs.Add((Math.Round(at), length));
            at += length + gap + between;
        }

        return runs;
    }

    private static double Stretched(Extent extent, double own, double room) => extent.Kind == ExtentKind.Fill ? room : own;

    private static double Aligned(Align align, double spare) =>
        align switch
        {
            Align.Center => Math.Round(spare / 2),
            Align.End => spare,
            _ => 0,
        };

    private void PlaceMeter(MeterPart meter, double share, Box box, string? parent)
    {
        Add(meter, meter.Id, parent, box);
        _nodes.Add(new Node($"{meter.Id}/trough", meter.Id, box, box, null, null, [], PlateOf(meter.Trough, box) with { Ground = null }));
        // Even a little is seen as a whole round end, and nothing as nothing.
        var filled = box with { W = share == 0 ? 0 : Math.Max(box.H, Math.Round(box.W * share)) };
        _nodes.Add(new Node($"{meter.Id}/fill", meter.Id, filled, filled, null, null, [], PlateOf(meter.Fill, filled) with { Ground = null }));
    }

    private void PlaceList(ListPart list, Measured measured, Box box, string? parent)
    {
        Add(list, list.Id, parent, box);
        var y = box.Y;
        foreach (var row in measured.Parts)
        {
            Place(row, new Box(box.X, y, Stretched(row.Part.Width, row.W, box.W), row.H), list.Id);
            y += row.H + Px(list.Gap);
        }

        if (measured.Missing > 0)
        {
            _fits.Add(new TextFit(list.Id, list.Field, FitOutcome.Cut, 0, 0, measured.Parts.Length));
        }
    }

    private void PlaceText(TextPart part, FittedText text, Box box, string? parent)
    {
        var pitch = Measuring.Pitch(part, text);
        var top = box.Y + Math.Round((box.H - (pitch * text.Lines.Length)) / 2);
        // Lines are centred in their pitch by the height of capitals, as the eye does.
        var drop = Math.Round((pitch + (text.CapHeight * text.Size)) / 2);
        var ink = Painted(part.Ink).ToCss();
        var lines = text.Lines.Select(
            (line, at) =>
            {
                var width = line.Width * text.Size;
                var x = box.X + Math.Round(AlignedText(part.Align, line.Rtl, box.W - width));
                var baseline = top + (at * pitch) + drop;
                var inked = new Box(x + (line.Ink.X * text.Size), baseline + (line.Ink.Y * text.Size), line.Ink.W * text.Size, line.Ink.H * text.Size);
                var drawn = new TextLine(text.Size, line.Rtl, ink, Math.Round(line.Spacing * text.Size, 3), line.Spans);
                return (Box: new Box(x, baseline - text.Size, width, text.Size), Ink: inked, Drawn: drawn);
            }
        );
        Add(part, part.Id, parent, box);
        foreach (var (line, at) in lines.Select((line, at) => (line, at)))
        {
            _nodes.Add(new Node($"{part.Id}/{at}", part.Id, line.Box, line.Ink, null, null, [], Line: line.Drawn));
        }

        _fits.Add(new TextFit(part.Id, part.Field, text.Outcome, text.Size, Px(part.Size), text.Lines.Length));
    }

    private static double AlignedText(TextAlign align, bool rtl, double spare) =>
        align switch
        {
            TextAlign.Center => spare / 2,
            TextAlign.Right => spare,
            TextAlign.Start when rtl => spare,
            _ => 0,
        };

    private void PlacePicture(PicturePart part, string asset, Box box, string? parent) =>
        Add(
            part,
            part.Id,
            parent,
            box,
            image: new Image(
                asset,
                part.Cover,
                Radius(part.Cut, box),
                part.Outline is { } outline ? Painted(outline).ToCss() : null,
                Px(part.OutlineWidth)
            )
        );

    private void Add(Part part, string id, string? parent, Box box, double? mask = null, string? clip = null, Plate? plate = null, Image? image = null) =>
        _nodes.Add(new Node(id, parent, box, box, mask, clip, _motions.Of(part, box, arrival), plate, Image: image));

    private Plate PlateOf(Surface surface, Box box)
    {
        var first = Painted(surface.From);
        var to = surface.To is { } end ? Painted(end) : (Colour?)null;
        var (angle, reach) = (surface.Angle, surface.Reach);
        var style = StyleOf(surface);
        if (style == PlateStyle.Gradient)
        {
            (to, angle) = (first.Mix(brand.Palette.Accent.Fade(first.A), 0.18), 115);
        }
        else if (style == PlateStyle.Glass)
        {
            first = first.Fade(0.86);
        }

        var fill = to is { } second
            ? string.Create(CultureInfo.InvariantCulture, $"linear-gradient({angle}deg,{first.ToCss()} 0%,{second.ToCss()} {reach * 100:0.##}%)")
            : first.ToCss();
        // The brighter end of the brand's own gradient is what words are judged against.
        var ground = style == PlateStyle.Gradient && to is { } far ? far : first;
        return new Plate(fill, LightOf(surface, style), Radius(surface.Cut, box), ShadowOf(surface, style), ground.A >= 0.6 ? (ground with { A = 1 }).ToCss() : null);
    }

    /// <summary>The brand has its way with plain plates; what a template made on purpose stays as it made it.</summary>
    private PlateStyle StyleOf(Surface surface) =>
        surface.From.Role == "plate" && surface.To is null && (surface.Lit || surface.Cut != Cut.Square) ? brand.Plates : PlateStyle.Solid;

    private string? LightOf(Surface surface, PlateStyle style)
    {
        string Falling(string angle, Colour light, double alpha, int reach) =>
            $"linear-gradient({angle},{light.Fade(alpha).ToCss()} 0%,{light.Fade(0).ToCss()} {reach}%)";
        return style switch
        {
            PlateStyle.Lamplight when surface.Lit => Falling("100deg", brand.Palette.Glow, 0.2, 38),
            PlateStyle.Glass when surface.Lit => Falling("180deg", brand.Palette.Ink, 0.12, 45),
            _ => null,
        };
    }

    private string? ShadowOf(Surface surface, PlateStyle style)
    {
        if (surface.Halo is { } glow)
        {
            return string.Create(CultureInfo.InvariantCulture, $"0 0 {Px(surface.HaloSize)}px {Px(surface.HaloSize / 4)}px {Painted(glow).ToCss()}");
        }

        string Rim(Colour colour, double width) => $"inset 0 0 0 {Math.Max(1, Px(width)).ToString(CultureInfo.InvariantCulture)}px {colour.ToCss()}";
        return style switch
        {
            PlateStyle.Outline => Rim(brand.Palette.Accent, 3),
            PlateStyle.Glass => Rim(brand.Palette.Ink.Fade(0.28), 2),
            _ => null,
        };
    }

    /// <summary>The outline of shapes that a corner's radius cannot make; what is small stays a plain box.</summary>
    private string? ClipOf(Cut cut, Box box)
    {
        var c = Px(brand.Shape.Radius);
        if (cut != Cut.Brand || c == 0 || box.H < c * 2 || box.W < c * 4)
        {
            return null;
        }

        return brand.Shape.Corner switch
        {
            Corner.Cut => string.Create(CultureInfo.InvariantCulture, $"polygon({c}px 0,100% 0,100% calc(100% - {c}px),calc(100% - {c}px) 100%,0 100%,0 {c}px)"),
            Corner.Slant => string.Create(CultureInfo.InvariantCulture, $"polygon({c}px 0,100% 0,calc(100% - {c}px) 100%,0 100%)"),
            _ => null,
        };
    }

    private double Radius(Cut cut, Box box)
    {
        var half = Math.Floor(Math.Min(box.W, box.H) / 2);
        return cut switch
        {
            Cut.Round => half,
            Cut.Brand when brand.Shape.Corner == Corner.Rounded => Math.Min(half, Px(brand.Shape.Radius)),
            _ => 0,
        };
    }

    private Colour Painted(Paint paint) =>
        (brand.Palette.Find(paint.Role) ?? throw new InvalidOperationException($"No role {paint.Role}.")).Fade(paint.Alpha);

    private double Px(double design) => Math.Round(design * scale);
}
