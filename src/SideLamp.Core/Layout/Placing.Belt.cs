using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Colours;
using SideLamp.Core.Templates;
using SideLamp.Core.Tickers;

namespace SideLamp.Core.Layout;

// Belts: what moves through a box, piece by piece.
internal sealed partial class Placing
{
    /// <summary>Items nearer than this to the next one's beginning would be more than a page can hold at once, in px.</summary>
    private const int LeastAdvance = 48;

    private static readonly Duration LeastDwell = Duration.FromSeconds(4);
    private static readonly Duration MostDwell = Duration.FromSeconds(15);

    private readonly ImmutableArray<LaidBelt>.Builder _belts = ImmutableArray.CreateBuilder<LaidBelt>();

    private void PlaceBelt(BeltPart belt, Measured measured, Box box, string? parent)
    {
        var at = _nodes.Count;
        Add(belt, belt.Id, parent, box, mask: 0);
        var gap = belt.Motion == BeltMotion.Flip ? 0 : (int)Px(finish.Belt?.Gap ?? belt.Gap);
        var pieces = measured.Parts.Zip(measured.Belt!.Lines, (row, line) => (line.Piece, line.Line, Nodes: PieceOf(belt, row, line.Line, box), Length: LengthOf(belt, row, line.Line, gap))).ToList();
        var lengths = pieces.ToDictionary(piece => piece.Piece, piece => (piece.Length, piece.Line));
        var laid = new LaidBelt(
            belt.Id,
            belt.Motion,
            belt.Motion == BeltMotion.Crawl && pieces.Count(piece => piece.Nodes.Any(node => node.Line?.Rtl == true)) * 2 > pieces.Count,
            (int)(belt.Motion switch
            {
                BeltMotion.Crawl => box.W,
                BeltMotion.Climb => box.H,
                _ => 0,
            }),
            gap,
            belt.Motion == BeltMotion.Flip ? 1 : finish.Belt?.Px ?? (int)Math.Clamp(Math.Round(belt.Speed * scale / rate.PerSecond()), 1, Shows.BeltSetting.MostPx),
            finish.Belt?.Rounds is { } rounds ? (rounds == 0 ? null : rounds) : belt.Rounds,
            finish.Belt?.Ending ?? belt.Ending,
            [.. measured.Belt.Loop.Select(piece => new LaidItem(piece, lengths[piece].Length, lengths[piece].Line))]
        );
        _belts.Add(laid);
        var program = belts.GetValueOrDefault(belt.Id)?.Program ?? BeltRun.Standing(laid, rate);
        _nodes[at] = _nodes[at] with { Feather = FeatherOf(belt.Feather), Belt = new Belt(program, [.. pieces.Select(piece => new Piece(piece.Piece, piece.Nodes))]) };
        NoteMissing(belt.Id, belt.Field, measured);
    }

    /// <summary>A row as it stands in the belt's corner. It comes by travelling: its parts have no way in or out of their own.</summary>
    private ImmutableArray<Node> PieceOf(BeltPart belt, Measured row, string line, Box box)
    {
        var plain = _plating;
        _plating = ToneOf(belt, line) is { } tone ? new Plating(brand with { Palette = brand.Palette with { Accent = tone } }, scale, isMirrored) : plain;
        var (w, h) = (belt.Motion == BeltMotion.Crawl ? row.W : Stretched(row.Part.Width, row.W, box.W), belt.Motion == BeltMotion.Climb ? row.H : Stretched(row.Part.Height, row.H, box.H));
        var first = _nodes.Count;
        var place = new Box(box.X, belt.Motion == BeltMotion.Climb ? box.Y : box.Y + Math.Round((box.H - h) / 2), w, h);
        // What crawls is moved from the belt's corner, wherever it comes from.
        Place(row, belt.Motion == BeltMotion.Crawl ? place : Mirrored(place, box), belt.Id);
        ImmutableArray<Node> nodes = [.. _nodes.Skip(first).Select(node => node with { Moves = [.. node.Moves.Where(move => move.Path == MovePath.Hold)] })];
        _nodes.Count = first;
        _plating = plain;
        return nodes;
    }

    /// <summary>A colour of the item's own: what can be read on it is found as for the brand's.</summary>
    private Colour? ToneOf(BeltPart belt, string line) =>
        belt.Tone is { } column && ListRows.Of(line) is [var row, ..] && row.Words.GetValueOrDefault($"{column}") is { Length: > 0 } named && (brand.Palette.Find(named) ?? Colour.Parse(named)) is { } tone
            ? tone with { A = 1 }
            : null;

    private int LengthOf(BeltPart belt, Measured row, string line, int gap) =>
        belt.Motion switch
        {
            BeltMotion.Flip => (int)Belts.FramesIn(rate, Duration.Min(MostDwell, Duration.Max(LeastDwell, Reading.Twice(line)))),
            BeltMotion.Climb => Math.Max(1, (int)Math.Ceiling(row.H)),
            _ => Math.Max(LeastAdvance - gap, (int)Math.Ceiling(row.W)),
        };

    private ImmutableArray<double>? FeatherOf(Insets soft) => soft == default ? null : SidesOf(soft) is var edges ? [Px(edges.Top), Px(edges.Right), Px(edges.Bottom), Px(edges.Left)] : null;
}
