using System.Collections.Immutable;
using System.Globalization;
using NodaTime;
using SideLamp.Core.Brands;
using SideLamp.Core.Colours;
using SideLamp.Core.Frame;
using SideLamp.Core.Media;
using SideLamp.Core.Shows;
using SideLamp.Core.Templates;
using SideLamp.Core.Tickers;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Layout;

/// <summary>The second pass: where everything stands, as nodes in drawing order.</summary>
/// <param name="timers">What each field that shows a timer shows.</param>
/// <param name="belts">The belts that are on air, by part; the others stand still.</param>
/// <param name="isMirrored">Whether what the template has at the left stands at the right.</param>
internal sealed partial class Placing(Brand brand, double scale, FrameRate rate, Finish finish, Duration arrival, IReadOnlyDictionary<string, TimerProgram> timers, IReadOnlyDictionary<string, BeltRun> belts, bool isMirrored)
{
    private readonly ImmutableArray<Node>.Builder _nodes = ImmutableArray.CreateBuilder<Node>();
    private readonly ImmutableArray<TextFit>.Builder _fits = ImmutableArray.CreateBuilder<TextFit>();
    private readonly Motions _motions = new(brand.Motion, scale, finish.Speed, isMirrored);
    private Plating _plating = new(brand, scale, isMirrored);
    private Duration _reading;

    public Picture Picture(Box box)
    {
        Duration Longest(MovePath path) =>
            Duration.FromMilliseconds(
                _nodes.SelectMany(node => node.Moves).Where(move => move.Path == path).Select(move => move.Delay + move.Length).DefaultIfEmpty(0).Max()
            );
        var nodes = _nodes.ToImmutable();
        if (nodes.Select(node => node.Id).Distinct().Count() != nodes.Length)
        {
            throw new InvalidOperationException("Two pieces of a picture have the same id: pages could not tell them apart.");
        }

        var said = string.Join(' ', nodes.Where(node => node.Line is { Digits: null }).Select(node => string.Concat(node.Line!.Spans.Select(span => span.Text))));
        return new Picture(box, nodes, Longest(MovePath.Arrive), Longest(MovePath.Leave), _fits.ToImmutable(), _reading)
        {
            Belts = _belts.ToImmutable(),
            Mirrored = isMirrored,
            Words = (int)Math.Ceiling(Reading.WordsIn(said)),
            Suggested = said.Length == 0 ? Duration.Zero : Reading.Twice(said),
        };
    }

    /// <summary>The whole of it.</summary>
    public void PlaceRoot(Measured root, Box box)
    {
        Place(root, box, null);
        if (finish.Attention is { Kind: AttentionKind.Sheen } sheen)
        {
            _nodes.AddRange(Gleam.Over(root.Part, "attention", sheen.Every, box, brand, _plating, scale, isMirrored));
        }
        else if (finish.Attention is not null && At(root.Part.Id) is var at and >= 0)
        {
            _nodes[at] = _nodes[at] with { Moves = _nodes[at].Moves.Add(Motions.Draw(finish.Attention, scale)) };
        }
    }

    private int At(string id)
    {
        var at = _nodes.Count - 1;
        while (at >= 0 && _nodes[at].Id != id)
        {
            at--;
        }

        return at;
    }

    private void Place(Measured measured, Box box, string? parent)
    {
        var first = _nodes.Count;
        switch (measured.Part)
        {
            case GroupPart group:
                PlaceGroup(group, measured, box, parent);
                break;
            case TextPart text:
                PlaceText(text, measured, box, parent);
                break;
            case PicturePart picture:
                PlacePicture(picture, measured.Media!, box, parent);
                break;
            case MeterPart meter:
                PlaceMeter(meter, measured.Share, box, parent);
                break;
            case ListPart list:
                PlaceList(list, measured, box, parent);
                break;
            case BeltPart belt:
                PlaceBelt(belt, measured, box, parent);
                break;
            case TablePart table:
                PlaceTable(table, measured, box, parent);
                break;
            case QrPart qr:
                PlaceQr(qr, measured.Words!, box, parent);
                break;
            case MarkPart mark:
                Shadow(mark.Id, parent, mark.Surface, box, under: false);
                Add(mark, mark.Id, parent, box, clip: _plating.ClipOf(mark.Surface, box), plate: _plating.PlateOf(mark.Surface, box));
                break;
        }

        if (measured.Part.Hold is { Kind: HoldKind.Sheen } sheen)
        {
            _nodes.AddRange(Gleam.Over(measured.Part, "sheen", sheen.Period, box, brand, _plating, scale, isMirrored));
        }

        if (measured.Part.Turn != 0)
        {
            TurnInk(first, TurnOf(measured.Part), box);
        }
    }

    private void PlaceGroup(GroupPart group, Measured measured, Box box, string? parent)
    {
        var (own, first) = (parent, _nodes.Count);
        var feather = FeatherOf(group.Feather);
        if (group.Mask || feather is not null || StanceOf(group) is not null || group.Hold is not null || (parent is null && finish.Attention is not null) || Motions.Moves(group))
        {
            Add(
                group,
                group.Id,
                parent,
                box,
                mask: !group.Mask ? null : group.Surface is { } edge ? _plating.Radius(edge.Cut, edge.Radius, box) : 0,
                clip: group.Mask && group.Surface is { } shape ? _plating.ClipOf(shape, box) : null
            );
            _nodes[^1] = _nodes[^1] with { Feather = feather };
            own = group.Id;
        }

        if (group.Surface is { } surface)
        {
            Shadow(group.Id, own, surface, box, under: group.Mask || feather is not null);
            _nodes.Add(new Node($"{group.Id}/plate", own, box, box, null, _plating.ClipOf(surface, box), [], _plating.PlateOf(surface, box)));
        }

        var padding = SidesOf(group.Padding);
        var inner = new Box(
            box.X + Px(padding.Left),
            box.Y + Px(padding.Top),
            box.W - Px(padding.Left) - Px(padding.Right),
            box.H - Px(padding.Top) - Px(padding.Bottom)
        );
        var lean = group.Surface is { } leaning ? _plating.LeanOf(leaning, box) : 0;
        var edges = new List<(int At, double Width)>();
        foreach (var (part, unmirrored) in SetOut(group, measured.Parts, inner).OrderBy(one => one.Part.Part.Above))
        {
            var place = Mirrored(unmirrored, inner);
            if (lean > 0 && group.Mask && part.Part is MarkPart edge && edge.Height.Kind == ExtentKind.Fill && IsAtStart(place, box))
            {
                PlaceLeaningEdge(edge, place, lean, own);
                edges.Add((_nodes.Count - 1, place.W));
            }
            else
            {
                Place(part, place, own);
            }
        }

        if (lean > 0 && ClearOfWords(lean, box, _nodes.Skip(first)) is var less && less < lean)
        {
            LeanLess(Plating.Slanted(lean), less, edges, first);
        }
    }

    private IEnumerable<(Measured Part, Box Place)> SetOut(GroupPart group, ImmutableArray<Measured> parts, Box inner)
    {
        if (group.Flow == Flow.Free)
        {
            return parts.Select(part =>
            {
                var (x, y) = (Px(part.Part.At.X), Px(part.Part.At.Y));
                return (part, new Box(inner.X + x, inner.Y + y, Stretched(part.Part.Width, part.W, inner.W - x), Stretched(part.Part.Height, part.H, inner.H - y)));
            });
        }

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
                        return (parts[at], new Box(inner.X + Aligned(AcrossOf(group, parts[at]), inner.W - w), inner.Y + run.At, w, run.Length));
                    }
                );
    }

    /// <summary>Words that run from right to left begin at the right of their column, whatever stands above them.</summary>
    private Align AcrossOf(GroupPart column, Measured part) =>
        !isMirrored && column.Across == Align.Start && part is { Part: TextPart { Align: TextAlign.Start }, Text.Lines: var lines } && lines.All(line => line.Rtl && line.Text.Length > 0) ? Align.End : column.Across;

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
        _nodes.Add(new Node($"{meter.Id}/trough", meter.Id, box, box, null, null, [], _plating.PlateOf(meter.Trough, box) with { Ground = null }));
        if (meter.Follows is { } field && timers.GetValueOrDefault(field) is { Length: > 0 } timer)
        {
            _nodes.Add(new Node($"{meter.Id}/fill", meter.Id, box, box, null, null, [], _plating.PlateOf(meter.Fill, box) with { Ground = null }, Drain: new Draining(timer, meter.Gone)));
            return;
        }

        // Even a little is seen as a whole round end, and nothing as nothing.
        var filled = box with { W = share == 0 ? 0 : Math.Max(box.H, Math.Round(box.W * share)) };
        _nodes.Add(new Node($"{meter.Id}/fill", meter.Id, filled, filled, null, null, [], _plating.PlateOf(meter.Fill, filled) with { Ground = null }));
    }

    private void PlaceList(ListPart list, Measured measured, Box box, string? parent)
    {
        Add(list, list.Id, parent, box);
        var y = box.Y;
        foreach (var row in measured.Parts)
        {
            Place(row, Mirrored(new Box(box.X, y, Stretched(row.Part.Width, row.W, box.W), row.H), box), list.Id);
            y += row.H + Px(list.Gap);
        }

        NoteMissing(list.Id, list.Field, measured);
    }

    private void PlaceTable(TablePart table, Measured measured, Box box, string? parent)
    {
        Add(table, table.Id, parent, box);
        // Columns that fill share what the table is wider than its cells.
        var fillers = Math.Max(1, table.Columns.Count(column => column.Width.Kind == ExtentKind.Fill));
        var extra = Math.Floor((box.W - measured.W) / fillers);
        var widths = measured.Columns.Select((width, at) => width + (table.Columns[at].Width.Kind == ExtentKind.Fill ? extra : 0)).ToList();
        var y = box.Y;
        foreach (var (row, at) in measured.Parts.Select((row, at) => (row, at)))
        {
            var band = new Box(box.X, y, box.W, row.H);
            if (table.Stripe is { } stripe && at % 2 == 1)
            {
                var lapping = new Box(band.X - Px(table.RowGap), band.Y - Px(table.RowGap / 2), band.W + (2 * Px(table.RowGap)), band.H + Px(table.RowGap));
                _nodes.Add(new Node($"{row.Part.Id}stripe", table.Id, lapping, lapping, null, null, [], _plating.PlateOf(stripe, lapping) with { Ground = null }));
            }

            var x = box.X;
            foreach (var (cell, width) in row.Parts.Zip(widths))
            {
                if (cell.Text is not null)
                {
                    Place(cell, Mirrored(new Box(x, y + Math.Round((row.H - cell.H) / 2), width, cell.H), box), table.Id);
                }

                x += width + Px(table.Gap);
            }

            y += row.H + Px(table.RowGap);
        }

        NoteMissing(table.Id, table.Field, measured);
    }

    private void NoteMissing(string id, string field, Measured measured)
    {
        if (measured.Missing > 0)
        {
            _fits.Add(new TextFit(id, field, FitOutcome.Cut, 0, 0, measured.Parts.Length));
        }
    }

    /// <summary>Squares of whole px, dark on light: readers want both, whatever the brand's plates are.</summary>
    private void PlaceQr(QrPart qr, string words, Box box, string? parent)
    {
        Add(qr, qr.Id, parent, box);
        if (QrDrawing.Of(words) is not var (side, path) || side > Math.Min(box.W, box.H))
        {
            _fits.Add(new TextFit(qr.Id, qr.Field, FitOutcome.Cut, 0, 0, 0));
            return;
        }

        var (dark, light) = brand.Palette.Plate.Luminance < brand.Palette.Ink.Luminance ? (brand.Palette.Plate, brand.Palette.Ink) : (brand.Palette.Ink, brand.Palette.Plate);
        (dark, light) = Colour.Contrast(dark, light) >= 7 ? (dark, light) : (Colour.Black, Colour.White);
        var ground = new Plate(light.ToCss(), null, _plating.Radius(Cut.Rounded, null, box), null, light.ToCss());
        _nodes.Add(new Node($"{qr.Id}/ground", qr.Id, box, box, null, null, [], ground));
        var length = Math.Floor(Math.Min(box.W, box.H) / side) * side;
        var place = new Box(box.X + Math.Round((box.W - length) / 2), box.Y + Math.Round((box.H - length) / 2), length, length);
        _nodes.Add(new Node($"{qr.Id}/code", qr.Id, place, place, null, null, [], Drawing: new Drawing(side, path, dark.ToCss())));
    }

    private void PlacePicture(PicturePart part, MediaChoice choice, Box box, string? parent) =>
        Add(
            part,
            part.Id,
            parent,
            box,
            image: new Image(
                choice.Asset.Value,
                choice.Kind,
                choice.Cover ?? part.Cover,
                choice.FocusX,
                choice.FocusY,
                choice.Zoom,
                part.Loop && !finish.PlaysOnce,
                _plating.Radius(choice.Cut ?? part.Cut, null, box),
                part.Outline is { } outline ? _plating.Painted(outline).ToCss() : null,
                Px(part.OutlineWidth)
            )
        );

    private void Shadow(string id, string? parent, Surface surface, Box box, bool under)
    {
        if (_plating.ShadowUnder(id, parent, surface, box, under) is { } shadow)
        {
            _nodes.Add(shadow);
        }
    }

    /// <summary>What is turned paints elsewhere than it stands.</summary>
    private void TurnInk(int first, double turn, Box about)
    {
        for (var at = first; at < _nodes.Count; at++)
        {
            _nodes[at] = _nodes[at] with { Ink = _nodes[at].Ink.Turned(turn, about) };
        }
    }

    private void Add(Part part, string id, string? parent, Box box, double? mask = null, string? clip = null, Plate? plate = null, Image? image = null) =>
        _nodes.Add(new Node(id, parent, box, box, mask, clip, _motions.Of(part, box, arrival), plate, Image: image, Stance: StanceOf(part)));

    private double Px(double design) => Math.Round(design * scale);
}
