using System.Collections.Immutable;

namespace SideLamp.Core.Frame;

/// <summary>A place in the frame that holds one graphic at a time.</summary>
/// <param name="Column">0 left, 1 middle, 2 right: the side of the picture that stays put when it grows.</param>
/// <param name="Row">0 upper, 1 middle, 2 lower: likewise.</param>
/// <param name="Kind">A corner-like spot, a strip over the whole width, or the whole frame.</param>
/// <param name="Z">Drawing order: a higher seat is drawn over a lower one.</param>
/// <param name="Room">Of an own seat: its room as shares (0 to 1) of the frame; null = as the named seats have it.</param>
public sealed record Seat(SeatId Id, string Name, int Column, int Row, SeatKind Kind, int Z, Box? Room = null)
{
    public IEnumerable<Fault> Faults()
    {
        if (Names.FaultIn(Name, thing: "the seat") is { } unnamed)
        {
            yield return unnamed;
        }

        if (Column is < 0 or > 2 || Row is < 0 or > 2)
        {
            yield return new Fault("/column", "A seat lies in one of three columns and three rows: 0, 1 or 2.");
        }

        if (Room is not { } room || room.X < 0 || room.Y < 0 || room.W < 0.02 || room.H < 0.02 || room.Right > 1.0001 || room.Bottom > 1.0001)
        {
            yield return new Fault("/room", "A seat's room lies within the frame, and is at least 2 % of it wide and high.");
        }
    }
}

public enum SeatKind
{
    Spot,
    Strip,
    Frame,
}

/// <summary>The twelve named seats that every show has.</summary>
public static class Seats
{
    public static readonly ImmutableArray<Seat> All =
    [
        new(new("upper-left"), "Upper left", 0, 0, SeatKind.Spot, 20),
        new(new("upper-middle"), "Upper middle", 1, 0, SeatKind.Spot, 21),
        new(new("upper-right"), "Upper right", 2, 0, SeatKind.Spot, 22),
        new(new("left"), "Left", 0, 1, SeatKind.Spot, 23),
        new(new("middle"), "Middle", 1, 1, SeatKind.Spot, 24),
        new(new("right"), "Right", 2, 1, SeatKind.Spot, 25),
        new(new("lower-left"), "Lower left", 0, 2, SeatKind.Spot, 26),
        new(new("lower-middle"), "Lower middle", 1, 2, SeatKind.Spot, 27),
        new(new("lower-right"), "Lower right", 2, 2, SeatKind.Spot, 28),
        new(new("upper-strip"), "Upper strip", 1, 0, SeatKind.Strip, 10),
        new(new("lower-strip"), "Lower strip", 1, 2, SeatKind.Strip, 11),
        new(new("full-frame"), "Full frame", 1, 1, SeatKind.Frame, 40),
    ];

    /// <summary>Room in design px that the lower spots leave free, so that a lower strip can run beneath them.</summary>
    public const double LowerStripBand = 84;

    private static readonly ImmutableDictionary<SeatId, Seat> ById = All.ToImmutableDictionary(seat => seat.Id);

    public static Seat? Find(SeatId id) => ById.GetValueOrDefault(id);

    /// <summary>The room a seat offers, in canvas px. A picture is anchored to it by the seat's column and row.</summary>
    public static Box Room(Seat seat, Canvas canvas)
    {
        if (seat.Room is { } own)
        {
            return new Box(Math.Round(own.X * canvas.Width), Math.Round(own.Y * canvas.Height), Math.Round(own.W * canvas.Width), Math.Round(own.H * canvas.Height));
        }

        var safe = SafeAreas.Graphics(canvas);
        return seat.Kind switch
        {
            SeatKind.Frame => new Box(0, 0, canvas.Width, canvas.Height),
            SeatKind.Strip => new Box(0, safe.Y, canvas.Width, safe.H),
            _ when seat.Row == 2 => safe with { H = Math.Round(safe.H - (LowerStripBand * canvas.Scale)) },
            _ => safe,
        };
    }
}
