using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Brands;
using SideLamp.Core.Shows;
using SideLamp.Core.Templates;

namespace SideLamp.Core.Layout;

/// <summary>Turns a part's motion, as the template and the brand tell it, into poses.</summary>
/// <param name="speed">Of the graphic; 2 is twice as fast.</param>
/// <param name="isMirrored">Whether what would come from the left comes from the right.</param>
internal sealed class Motions(MotionStyle style, double scale, double speed, bool isMirrored)
{
    /// <summary>Leaving takes less time than coming: nobody waits for a departure.</summary>
    private const double LeavingShare = 0.7;

    // Source: CSS Easing Functions 1, cubic-bezier(x1, y1, x2, y2).
    private static readonly ImmutableArray<double> Settle = [0.16, 0.84, 0.28, 1];
    private static readonly ImmutableArray<double> Smooth = [0.45, 0, 0.55, 1];
    private static readonly ImmutableArray<double> Linear = [0, 0, 1, 1];
    private static readonly ImmutableArray<double> Swing = [0.3, 1.45, 0.5, 1];

    /// <param name="arrivalOfAll">When the last part of the graphic is in: reversed departures mirror at it.</param>
    public ImmutableArray<Move> Of(Part part, Box box, Duration arrivalOfAll)
    {
        var moves = ImmutableArray.CreateBuilder<Move>();
        var late = part.Start > Duration.Zero;
        if (part.Arrive is { } arrive && !late)
        {
            moves.Add(Walk(MovePath.Arrive, arrive, Ms(arrive.Delay), Ms(arrive.For), Way(arrive, box)));
        }

        if (part.Leave is { } leave)
        {
            moves.Add(Walk(MovePath.Leave, leave, Ms(leave.Delay), Ms(leave.For), Back(Way(leave, box))));
        }
        else if (part.Arrive is { } back && !late)
        {
            var delay = (arrivalOfAll - back.Delay - back.For) * LeavingShare;
            moves.Add(Walk(MovePath.Leave, back, Ms(delay), Ms(back.For * LeavingShare), Back(Way(back, box))));
        }

        if (late || part.End is not null)
        {
            moves.Add(Appearance(part, box, late));
        }

        if (part.Hold is { Kind: not HoldKind.Sheen } hold)
        {
            moves.Add(new Move(MovePath.Hold, 0, hold.Period.TotalMilliseconds, hold.Kind == HoldKind.Turn ? Linear : Smooth, Poses(hold.Kind)));
        }

        return moves.ToImmutable();
    }

    /// <summary>Whether a part moves at all.</summary>
    public static bool Moves(Part part) => part.Arrive is not null || part.Leave is not null || part.Start > Duration.Zero || part.End is not null || part.Hold is { Kind: not HoldKind.Sheen };

    /// <summary>A band of light that runs across, in a third of the period and at most this long, and then rests.</summary>
    public static Move Sheen(Duration period, double way)
    {
        const double longest = 1600;
        var share = Math.Round(Math.Min(0.34, longest / period.TotalMilliseconds), 4);
        return new(MovePath.Hold, 0, period.TotalMilliseconds, Smooth, [Pose.Rest, new Pose(Dx: way), new Pose(Dx: way)], [0, share, 1]);
    }

    /// <summary>The whole graphic draws the eye at the end of each period, so that it never does while it is arriving.</summary>
    public static Move Draw(Attention attention, double scale)
    {
        const double takes = 900;
        var (up, half) = (Math.Round(-18 * scale), Math.Round(-7 * scale));
        Pose[] way = attention.Kind == AttentionKind.Bounce
            ? [Pose.Rest, new Pose(Dy: up), Pose.Rest, new Pose(Dy: half), Pose.Rest]
            : [Pose.Rest, new Pose(Scale: 1.05), Pose.Rest, new Pose(Scale: 1.05), Pose.Rest];
        var period = attention.Every.TotalMilliseconds;
        var start = 1 - (takes / period);
        return new(MovePath.Hold, 0, period, Smooth, [Pose.Rest, .. way], [0, .. way.Select((_, at) => Math.Round(start + ((1 - start) * at / (way.Length - 1)), 5))]);
    }

    /// <summary>One page among others: there from one instant to another, counted from when the words came up.</summary>
    /// <param name="until">Null = for good.</param>
    public static Move Page(Duration from, Duration? until)
    {
        const double turning = 260;
        var first = from == Duration.Zero;
        var gone = new Pose(Alpha: 0);
        var keys = first ? new List<(double At, Pose Pose)> { (0, Pose.Rest) } : [(0, gone), (from.TotalMilliseconds, gone), (from.TotalMilliseconds + turning, Pose.Rest)];
        if (until is { } end)
        {
            keys.AddRange([(end.TotalMilliseconds, Pose.Rest), (end.TotalMilliseconds + turning, gone)]);
        }

        return Once(keys, Smooth);
    }

    /// <summary>When the last of these parts is in, at the template's own speed.</summary>
    public static Duration ArrivalOf(Part part)
    {
        var own = part is { Arrive: { } arrive } && part.Start == Duration.Zero ? arrive.Delay + arrive.For : Duration.Zero;
        return part is GroupPart group ? group.Parts.Select(ArrivalOf).Append(own).Max() : own;
    }

    private Move Walk(MovePath path, Motion motion, double delay, double length, List<(double At, Pose Pose)> way)
    {
        var curve = Curve(style.Ease ?? motion.Ease);
        return new Move(
            path,
            delay,
            length,
            path == MovePath.Leave ? Reversed(curve) : curve,
            [.. way.Select(key => key.Pose)],
            way.Count == 2 ? null : [.. way.Select(key => key.At)]
        );
    }

    /// <summary>A part with times of its own: it comes with its arrival at its start, and goes with its departure at its end.</summary>
    private Move Appearance(Part part, Box box, bool late)
    {
        var keys = new List<(double At, Pose Pose)>();
        var start = part.Start.TotalMilliseconds;
        if (late)
        {
            var coming = part.Arrive is { } arrive ? Way(arrive, box) : [(0, new Pose(Alpha: 0)), (1, Pose.Rest)];
            var length = part.Arrive is { } motion ? Ms(motion.For) : 0;
            keys.Add((0, coming[0].Pose with { Alpha = 0 }));
            keys.Add((start, coming[0].Pose with { Alpha = 0 }));
            keys.AddRange(coming.Select(key => (start + (key.At * length), key.Pose)));
        }
        else
        {
            keys.Add((0, Pose.Rest));
        }

        if (part.End is { } end)
        {
            var going = (part.Leave ?? part.Arrive) is { } leave ? Back(Way(leave, box)) : [(0, Pose.Rest), (1, new Pose(Alpha: 0))];
            var length = (part.Leave ?? part.Arrive) is { } motion ? Ms(motion.For) : 0;
            // An end that comes before it is quite there cuts the arrival short.
            keys.RemoveAll(key => key.At > end.TotalMilliseconds);
            keys.AddRange(going.Select(key => (end.TotalMilliseconds + (key.At * length), key.Pose)));
            keys.Add((end.TotalMilliseconds + length, going[^1].Pose with { Alpha = 0 }));
        }

        return Once(keys, Smooth);
    }

    private static Move Once(List<(double At, Pose Pose)> keys, ImmutableArray<double> ease)
    {
        var length = Math.Max(1, keys[^1].At);
        // One pose alone is no motion: the last holds to the end.
        keys.Add((length, keys[^1].Pose));
        return new Move(MovePath.Once, 0, length, ease, [.. keys.Select(key => key.Pose)], [.. keys.Select(key => key.At / length)]);
    }

    /// <summary>The poses of coming, from away to rest.</summary>
    private List<(double At, Pose Pose)> Way(Motion motion, Box box)
    {
        if (motion.Kind != MotionKind.Keys)
        {
            return [(0, Away(motion, box)), (1, Pose.Rest)];
        }

        var keys = motion.Keys.Select(key => (key.At, PoseOf(key))).ToList();
        if (keys[0].At > 0)
        {
            keys.Insert(0, (0, keys[0].Item2));
        }

        if (keys[^1].At < 1)
        {
            keys.Add((1, Pose.Rest));
        }
        else
        {
            keys[^1] = (1, Pose.Rest);
        }

        return keys;
    }

    private static List<(double At, Pose Pose)> Back(List<(double At, Pose Pose)> way) => [.. way.Select(key => (1 - key.At, key.Pose)).Reverse()];

    private Pose PoseOf(MotionKey key) =>
        new(
            Across(Math.Round(key.X * scale)),
            Math.Round(key.Y * scale),
            key.Scale,
            key.Alpha,
            key.Wipe > 0 ? Covered(key.From, key.Wipe) : null,
            Across(key.Turn),
            Math.Round(key.Blur * scale, 1)
        );

    private Pose Away(Motion motion, Box box)
    {
        var kind = (style.Family, motion.Kind) switch
        {
            (MotionFamily.Fade, not MotionKind.Rise) => MotionKind.Fade,
            (MotionFamily.Slide, MotionKind.Reveal) => MotionKind.Slide,
            _ => motion.Kind,
        };
        var (x, y) = motion.From switch
        {
            Side.Left => (Across(-1), 0),
            Side.Right => (Across(1), 0),
            Side.Top => (0, -1),
            _ => (0, 1),
        };
        var whole = Math.Ceiling(x != 0 ? box.W : box.H);
        var way = motion.Distance > 0 ? Math.Round(motion.Distance * scale) : kind == MotionKind.Slide ? Math.Round(64 * scale) : whole;
        return kind switch
        {
            MotionKind.Fade => new Pose(Alpha: 0),
            MotionKind.Slide => new Pose(Dx: x * way, Dy: y * way, Alpha: 0),
            MotionKind.Rise => new Pose(Dx: x * way, Dy: y * way),
            MotionKind.Pop => new Pose(Scale: 0.6, Alpha: 0),
            MotionKind.Focus => new Pose(Scale: 1.06, Alpha: 0, Blur: Math.Round(18 * scale)),
            _ => new Pose(Clip: Covered(motion.From, 1)),
        };
    }

    /// <summary>What is cut off of a box that is uncovered from a side: shares of top, right, bottom, left.</summary>
    private ImmutableArray<double> Covered(Side from, double share)
    {
        var (left, right) = isMirrored ? (Side.Right, Side.Left) : (Side.Left, Side.Right);
        return [from == Side.Bottom ? share : 0, from == left ? share : 0, from == Side.Top ? share : 0, from == right ? share : 0];
    }

    /// <summary>A step to the right, or a turn clockwise: the other way round where it is mirrored.</summary>
    private double Across(double step) => isMirrored ? 0 - step : step;

    private static ImmutableArray<Pose> Poses(HoldKind kind) =>
        kind switch
        {
            HoldKind.Pulse => [Pose.Rest, new Pose(Scale: 0.72, Alpha: 0.55), Pose.Rest],
            HoldKind.Turn => [Pose.Rest, new Pose(Turn: 360)],
            _ => [Pose.Rest, new Pose(Scale: 1.04), Pose.Rest],
        };

    private double Ms(Duration duration) => Math.Round(duration.TotalMilliseconds / (style.Speed * speed), 3);

    private static ImmutableArray<double> Curve(Easing easing) =>
        easing switch
        {
            Easing.Settle => Settle,
            Easing.Smooth => Smooth,
            Easing.Swing => Swing,
            _ => Linear,
        };

    /// <summary>The same curve walked backwards.</summary>
    private static ImmutableArray<double> Reversed(ImmutableArray<double> curve) => [1 - curve[2], 1 - curve[3], 1 - curve[0], 1 - curve[1]];
}
