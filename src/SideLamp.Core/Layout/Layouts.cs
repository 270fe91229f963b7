using System.Collections.Immutable;
using SideLamp.Core.Brands;
using SideLamp.Core.Frame;
using SideLamp.Core.Shows;
using SideLamp.Core.Templates;
using SideLamp.Core.Tickers;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Layout;

/// <summary>Everything a picture is laid out from, besides the words of the moment.</summary>
public sealed record Dress(Template Template, Brand Brand, Setting Setting, Seat Seat, Placement Place, Finish Finish)
{
    /// <summary>A template as it is drawn, in its own seat.</summary>
    public static Dress Plain(Template template, Brand brand, Canvas canvas) =>
        new(template, brand, new Setting(canvas), Seats.Find(template.Seat) ?? throw new ArgumentException($"No seat {template.Seat}.", nameof(template)), Placement.Plain, Finish.Plain);
}

/// <summary>Part tree + words + brand + seat → <see cref="Picture"/>.</summary>
public static class Layouts
{
    /// <summary>Lays out a graphic. Pure: the same arguments always give an equal picture.</summary>
    /// <param name="words">By field name, placeholders already filled in. An empty value folds its part away.</param>
    /// <param name="belts">The belts that are on air, by part; null = they all stand still.</param>
    /// <param name="timers">What each field that shows a timer shows; its words are the widest that it comes to. Null = none do.</param>
    public static Picture Lay(Dress dress, IReadOnlyDictionary<string, string> words, ITextShaper shaper, IReadOnlyDictionary<string, TimerProgram>? timers = null, IReadOnlyDictionary<string, BeltRun>? belts = null)
    {
        belts ??= ImmutableDictionary<string, BeltRun>.Empty;
        timers ??= ImmutableDictionary<string, TimerProgram>.Empty;
        var (canvas, seat, place) = (dress.Setting.Canvas, dress.Seat, dress.Place);
        var room = Seats.Room(seat, canvas);
        var scale = canvas.Scale * place.Scale;
        var drawn = Placed(dress.Template.Root, place);
        if (new Measuring(drawn, dress.Brand, words, timers.Keys.ToHashSet(), belts, shaper, scale, dress.Finish).Measure(drawn, room.W, room.H) is not { } root)
        {
            return Picture.Empty;
        }

        var (w, h) = (Filled(root.Part.Width, root.W, room.W), Filled(root.Part.Height, root.H, room.H));
        var x = room.X + Shared(seat.Column, room.W - w) + Math.Round(place.X * canvas.Scale);
        var y = room.Y + Shared(seat.Row, room.H - h) + Math.Round(place.Y * canvas.Scale);
        var isMirrored = dress.Brand.Mirrors && Mirroring.IsRightToLeft(root);
        var placing = new Placing(dress.Brand, scale, canvas.Rate, dress.Finish, Motions.ArrivalOf(drawn), timers, belts, isMirrored);
        placing.PlaceRoot(root, new Box(x, y, w, h));
        return placing.Picture(new Box(x, y, w, h));
    }

    /// <summary>The root as the graphic wants it: of a width of its own, let through by its opacity.</summary>
    private static Part Placed(Part root, Placement place) =>
        root with
        {
            Alpha = root.Alpha * place.Opacity,
            Width = place.Width is { } width ? new Extent(ExtentKind.Fixed, width / place.Scale) : root.Width,
            MinWidth = place.Width is null ? root.MinWidth : 0,
            MaxWidth = place.Width is null ? root.MaxWidth : null,
        };

    private static double Filled(Extent extent, double own, double room) => extent.Kind == ExtentKind.Fill ? room : own;

    private static double Shared(int third, double spare) => Math.Round(spare * third / 2);
}
