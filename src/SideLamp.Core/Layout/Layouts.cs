using System.Collections.Immutable;
using SideLamp.Core.Brands;
using SideLamp.Core.Shows;
using SideLamp.Core.Templates;

namespace SideLamp.Core.Layout;

/// <summary>Everything a picture is laid out from, besides the words of the moment.</summary>
/// <param name="Speed">How fast it moves: 1 is as template and brand say, 2 is twice as fast.</param>
public sealed record Dress(Template Template, Brand Brand, Canvas Canvas, SeatId Seat, Shows.Offset Offset, double Speed = 1);

/// <summary>Part tree + words + brand + seat → <see cref="Picture"/>.</summary>
public static class Layouts
{
    /// <summary>Lays out a graphic. Pure: the same arguments always give an equal picture.</summary>
    /// <param name="words">By field name, placeholders already filled in. An empty value folds its part away.</param>
    public static Picture Lay(Dress dress, IReadOnlyDictionary<string, string> words, ITextShaper shaper)
    {
        var seat = Seats.Find(dress.Seat) ?? throw new ArgumentException($"No seat {dress.Seat}.", nameof(dress));
        var room = Seats.Room(seat, dress.Canvas);
        var scale = dress.Canvas.Scale;
        if (new Measuring(dress.Brand, words, shaper, scale).Measure(dress.Template.Root, room.W, room.H) is not { } root)
        {
            return Picture.Empty;
        }

        var (w, h) = (Filled(root.Part.Width, root.W, room.W), Filled(root.Part.Height, root.H, room.H));
        var x = room.X + Shared(seat.Column, room.W - w) + Math.Round(dress.Offset.X * scale);
        var y = room.Y + Shared(seat.Row, room.H - h) + Math.Round(dress.Offset.Y * scale);
        var placing = new Placing(dress.Brand, scale, dress.Speed, Motions.ArrivalOf(dress.Template.Root));
        placing.Place(root, new Box(x, y, w, h), null);
        return placing.Picture(new Box(x, y, w, h));
    }

    private static double Filled(Extent extent, double own, double room) => extent.Kind == ExtentKind.Fill ? room : own;

    private static double Shared(int third, double spare) => Math.Round(spare * third / 2);
}
