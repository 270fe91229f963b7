using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Frame;

namespace SideLamp.Core.Tickers;

/// <summary>Where a belt stands: pure arithmetic in whole numbers, held to the pages' own by golden vectors.</summary>
public static class Belts
{
    private const long NanosecondsInASecond = 1_000_000_000;

    /// <summary>The frame that is shown at an instant; below 0 = it has not begun. One that stands still is at frame 0.</summary>
    public static long FrameAt(BeltProgram belt, Instant now) =>
        belt.Start is not { } start ? 0 : FloorDivide((now - start).ToInt128Nanoseconds() * belt.Rate.Numerator, (Int128)NanosecondsInASecond * belt.Rate.Denominator);

    /// <summary>When a frame begins, as the first whole ms at which it is shown.</summary>
    public static Instant InstantOf(BeltProgram belt, long frame)
    {
        var ms = -FloorDivide(-(Int128)frame * 1000 * belt.Rate.Denominator, belt.Rate.Numerator);
        return (belt.Start ?? Instant.MinValue) + Duration.FromMilliseconds(ms);
    }

    /// <summary>How many frames last at least this long.</summary>
    public static long FramesIn(FrameRate rate, Duration length) => -FloorDivide(-length.ToInt128Nanoseconds() * rate.Numerator, (Int128)NanosecondsInASecond * rate.Denominator);

    /// <summary>How far it has travelled, in px; never less at a later frame.</summary>
    public static long TravelAt(BeltProgram belt, long frame)
    {
        if (belt.Start is null)
        {
            return belt.Window;
        }

        var at = belt.Pace.Length - 1;
        while (at > 0 && belt.Pace[at].Frame > frame)
        {
            at--;
        }

        var pace = belt.Pace[at];
        return pace.Travel + (pace.Px * Math.Max(0, frame - pace.Frame));
    }

    /// <summary>The first frame at which it has travelled this far; null = never, as things stand.</summary>
    public static long? FrameOf(BeltProgram belt, long travel)
    {
        for (var at = 0; at < belt.Pace.Length; at++)
        {
            var (frame, from, px) = belt.Pace[at];
            if (from >= travel)
            {
                return frame;
            }

            var reached = px == 0 ? (long?)null : frame + ((travel - from + px - 1) / px);
            if (reached is { } found && (at == belt.Pace.Length - 1 || found < belt.Pace[at + 1].Frame))
            {
                return found;
            }
        }

        return null;
    }

    /// <summary>What is in sight when it has travelled this far.</summary>
    public static ImmutableArray<BeltEntry> InSight(BeltProgram belt, long travel) => Unroll(belt, travel, travel).Entries;

    /// <summary>All items that enter up to one place and are not yet out of sight at another, and how it goes on after them.</summary>
    /// <param name="after">A travel: what is out of sight by then is left out. However far it has come, that costs no more than a round.</param>
    /// <param name="upTo">A travel, at least <paramref name="after"/>.</param>
    public static (ImmutableArray<BeltEntry> Entries, BeltNext Next) Unroll(BeltProgram belt, long after, long upTo)
    {
        bool IsOut(long at, int length) => at + length + belt.Window <= after;
        var found = ImmutableArray.CreateBuilder<BeltEntry>();
        found.AddRange(belt.Entries.Where(entry => entry.At <= upTo && !IsOut(entry.At, entry.Length)));
        var (seq, at, index, round) = belt.Next;
        if (belt.Loop.IsEmpty)
        {
            return (found.ToImmutable(), belt.Next);
        }

        // Whole rounds that are out of sight are stepped over, not walked through.
        var length = RoundOf(belt);
        var over = Math.Max(0, (after - belt.Window - belt.Loop.Max(item => item.Length) - at) / length);
        over = belt.Rounds is { } most ? Math.Clamp(most - round - 1, 0, over) : over;
        (seq, at, round) = (seq + (over * belt.Loop.Length), at + (over * length), round + (int)over);
        while (at <= upTo && !(round >= belt.Rounds))
        {
            var item = belt.Loop[index];
            if (!IsOut(at, item.Length))
            {
                found.Add(new BeltEntry(seq, at, item.Length, item.Piece));
            }

            (seq, at, index) = (seq + 1, at + item.Length + belt.Gap, index + 1);
            (index, round) = index == belt.Loop.Length ? (0, round + 1) : (index, round);
        }

        return (found.ToImmutable(), new BeltNext(seq, at, index, round));
    }

    /// <summary>The travel at which nothing of it will be in sight any more; null = it goes on for ever.</summary>
    public static long? EndOf(BeltProgram belt) =>
        GoesOn(belt) ? null
        : LastOf(belt) is var (at, length) ? at + length + belt.Window
        // All of it has passed long ago.
        : belt.Next.Seq == 0 ? 0 : belt.Next.At - belt.Gap + belt.Window;

    /// <summary>Place and length of the last item of all; null = there is none in sight or to come, or there is always another one.</summary>
    public static (long At, int Length)? LastOf(BeltProgram belt)
    {
        if (GoesOn(belt))
        {
            return null;
        }

        var rounds = belt.Loop.IsEmpty ? 0 : Math.Max(0, belt.Rounds!.Value - belt.Next.Round);
        if (rounds > 0)
        {
            var passed = belt.Loop.Take(belt.Next.Index).Sum(item => (long)item.Length + belt.Gap);
            return (belt.Next.At + (rounds * RoundOf(belt)) - passed - belt.Gap - belt.Loop[^1].Length, belt.Loop[^1].Length);
        }

        return belt.Entries.IsEmpty ? null : (belt.Entries[^1].At, belt.Entries[^1].Length);
    }

    private static bool GoesOn(BeltProgram belt) => belt.Rounds is null && !belt.Loop.IsEmpty;

    private static long RoundOf(BeltProgram belt) => belt.Loop.Sum(item => (long)item.Length + belt.Gap);

    /// <summary>Towards minus infinity, as time runs. 128 bits: a show of years at nanoseconds overflows less.</summary>
    private static long FloorDivide(Int128 number, Int128 by)
    {
        var (quotient, rest) = Int128.DivRem(number, by);
        return (long)(rest < 0 ? quotient - 1 : quotient);
    }
}
