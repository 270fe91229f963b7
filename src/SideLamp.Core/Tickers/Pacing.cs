using System.Collections.Immutable;
using NodaTime;

namespace SideLamp.Core.Tickers;

/// <summary>How a belt comes to another speed: gently, and known to all pages before it happens.</summary>
internal static class Pacing
{
    /// <summary>Pages hear of a change before it begins; what is older than this is of no use to the latest of them.</summary>
    private static readonly Duration Notice = Duration.FromMilliseconds(300);

    /// <summary>A step of one px a frame each so many frames: speed changes without a jolt (our own choice).</summary>
    private const int FramesAStep = 6;

    /// <summary>How many px a frame faster it goes at the most to bring the next item.</summary>
    private const int MostHurry = 9;

    /// <summary>The belt going at its pace until it stops where it is to stop.</summary>
    public static BeltProgram FromTheStart(BeltProgram belt, int px) => Stopping(belt with { Pace = [new Pace(0, 0, px)] });

    /// <summary>The belt going at so many px a frame from soon on, until it stops where it is to stop.</summary>
    public static BeltProgram At(BeltProgram belt, Instant now, int px)
    {
        var start = StartOf(belt, now);
        return Stopping(belt with { Pace = [.. Settled(belt, start, now), .. Steps(belt.Motion, start, Belts.TravelAt(belt, start), PxBefore(belt, start), px)] });
    }

    /// <summary>The next item comes soon: a flip turns to it, else all goes faster until it is in sight.</summary>
    public static BeltProgram Hurried(BeltProgram belt, Instant now, int px)
    {
        var start = StartOf(belt, now);
        var travel = Belts.TravelAt(belt, start);
        var reach = belt.Loop.Concat([new BeltItem("", 1)]).Max(item => item.Length) + belt.Gap + belt.Window;
        if (Belts.Unroll(belt, travel, travel + reach).Entries.FirstOrDefault(entry => entry.At > travel) is not { } next)
        {
            return belt;
        }

        var settled = Settled(belt, start, now);
        if (belt.Motion == BeltMotion.Flip)
        {
            return Stopping(belt with { Pace = [.. settled, new Pace(start, next.At, px)] });
        }

        var wanted = next.At + Math.Min(next.Length, belt.Window) - travel;
        var plans = Enumerable.Range(px, MostHurry + 1).Select(fast => Burst(belt.Motion, start, travel, PxBefore(belt, start), fast, px, wanted)).ToList();
        return Stopping(belt with { Pace = [.. settled, .. plans.FindLast(plan => plan[^1].Travel - travel <= wanted) ?? plans[0]] });
    }

    /// <summary>Up to a speed, and back to another once that brings it as far as wanted.</summary>
    private static List<Pace> Burst(BeltMotion motion, long frame, long travel, int from, int fast, int to, long wanted)
    {
        var up = Steps(motion, frame, travel, from, fast).ToList();
        var down = Steps(motion, 0, 0, fast, to).ToList();
        var level = up[^1];
        var left = wanted - (level.Travel - travel) - down[^1].Travel;
        var hold = Math.Max(FramesAStep, left / Math.Max(1, fast));
        return [.. up, .. Steps(motion, level.Frame + hold, level.Travel + (hold * level.Px), fast, to)];
    }

    private static long StartOf(BeltProgram belt, Instant now) => Math.Max(0, Belts.FrameAt(belt, now + Notice));

    /// <summary>How fast it comes up to a frame: whatever was to begin there is told anew.</summary>
    private static int PxBefore(BeltProgram belt, long frame) => (belt.Pace.LastOrDefault(pace => pace.Frame < frame) ?? belt.Pace[0]).Px;

    /// <summary>What holds before a frame, as far back as any page may be.</summary>
    private static IEnumerable<Pace> Settled(BeltProgram belt, long start, Instant now)
    {
        var late = Belts.FrameAt(belt, now - Notice);
        var first = Math.Max(0, belt.Pace.ToList().FindLastIndex(pace => pace.Frame <= late));
        return belt.Pace.Skip(first).Where(pace => pace.Frame < start);
    }

    private static IEnumerable<Pace> Steps(BeltMotion motion, long frame, long travel, int from, int to)
    {
        if (motion == BeltMotion.Flip || from == to)
        {
            yield return new Pace(frame, travel, to);
            yield break;
        }

        for (var px = from + Math.Sign(to - from); ; px += Math.Sign(to - from))
        {
            yield return new Pace(frame, travel, px);
            if (px == to)
            {
                yield break;
            }

            (frame, travel) = (frame + FramesAStep, travel + ((long)px * FramesAStep));
        }
    }

    /// <summary>The travel at which a roll stands still, with its last item in the middle; null = it does not.</summary>
    public static long? StopOf(BeltProgram belt) =>
        belt is { End: BeltEnd.Stops, Motion: not BeltMotion.Flip } && Belts.LastOf(belt) is var (at, length) ? at + ((belt.Window + Math.Min(length, belt.Window)) / 2) : null;

    private static BeltProgram Stopping(BeltProgram belt)
    {
        if (StopOf(belt) is not { } stop || belt.Pace[^1] is not { Px: > 0 } pace)
        {
            return belt;
        }

        var frames = Math.Max(0, (stop - pace.Travel) / pace.Px);
        var (frame, travel) = (pace.Frame + frames, pace.Travel + (frames * pace.Px));
        var rest = (int)Math.Max(0, stop - travel);
        var last = frames == 0 ? belt.Pace.RemoveAt(belt.Pace.Length - 1) : belt.Pace;
        return belt with { Pace = rest > 0 ? [.. last, new Pace(frame, travel, rest), new Pace(frame + 1, travel + rest, 0)] : [.. last, new Pace(frame, travel, 0)] };
    }
}
