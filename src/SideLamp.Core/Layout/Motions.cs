using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Brands;
using SideLamp.Core.Templates;

namespace SideLamp.Core.Layout;

/// <summary>Turns a part's motion, as the template and the brand tell it, into poses.</summary>
internal sealed class Motions(MotionStyle style, double scale)
{
    /// <summary>Leaving takes less time than coming: nobody waits for a departure.</summary>
    private const double LeavingShare = 0.7;

    // Source: CSS Easing Functions 1, cubic-bezier(x1, y1, x2, y2).
    private static readonly ImmutableArray<double> Settle = [0.16, 0.84, 0.28, 1];
    private static readonly ImmutableArray<double> Smooth = [0.45, 0, 0.55, 1];
    private static readonly ImmutableArray<double> Linear = [0, 0, 1, 1];

    /// <param name="arrivalOfAll">When the last part of the graphic is in: reversed departures mirror at it.</param>
    public ImmutableArray<Move> Of(Part part, Box box, Duration arrivalOfAll)
    {
        var moves = ImmutableArray.CreateBuilder<Move>();
        if (part.Arrive is { } arrive)
        {
            moves.Add(new Move(MovePath.Arrive, Ms(arrive.Delay), Ms(arrive.For), Curve(arrive.Ease), [Away(arrive, box), Pose.Rest]));
        }

        if (part.Leave is { } leave)
        {
            moves.Add(new Move(MovePath.Leave, Ms(leave.Delay), Ms(leave.For), Reversed(Curve(leave.Ease)), [Pose.Rest, Away(leave, box)]));
        }
        else if (part.Arrive is { } back)
        {
            var delay = (arrivalOfAll - back.Delay - back.For) * LeavingShare;
            moves.Add(
                new Move(MovePath.Leave, Ms(delay), Ms(back.For * LeavingShare), Reversed(Curve(back.Ease)), [Pose.Rest, Away(back, box)])
            );
        }

        if (part.Hold is { } hold)
        {
            moves.Add(new Move(MovePath.Hold, 0, hold.Period.TotalMilliseconds, Smooth, Poses(hold)));
        }

        return moves.ToImmutable();
    }

    /// <summary>When the last of these parts is in, at the template's own speed.</summary>
    public static Duration ArrivalOf(Part part)
    {
        var own = part.Arrive is { } arrive ? arrive.Delay + arrive.For : Duration.Zero;
        return part is GroupPart group ? group.Parts.Select(ArrivalOf).Append(own).Max() : own;
    }

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
            Side.Left => (-1, 0),
            Side.Right => (1, 0),
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
            _ => new Pose(Clip: [motion.From == Side.Bottom ? 1 : 0, motion.From == Side.Left ? 1 : 0, motion.From == Side.Top ? 1 : 0, motion.From == Side.Right ? 1 : 0]),
        };
    }

    private static ImmutableArray<Pose> Poses(Hold hold) =>
        hold.Kind switch
        {
            HoldKind.Pulse => [Pose.Rest, new Pose(Scale: 0.72, Alpha: 0.55), Pose.Rest],
            _ => [Pose.Rest, new Pose(Scale: 1.04), Pose.Rest],
        };

    private double Ms(Duration duration) => Math.Round(duration.TotalMilliseconds / style.Speed, 3);

    private static ImmutableArray<double> Curve(Easing easing) =>
        easing switch
        {
            Easing.Settle => Settle,
            Easing.Smooth => Smooth,
            _ => Linear,
        };

    /// <summary>The same curve walked backwards.</summary>
    private static ImmutableArray<double> Reversed(ImmutableArray<double> curve) => [1 - curve[2], 1 - curve[3], 1 - curve[0], 1 - curve[1]];
}
