using System.Collections.Immutable;
using SideLamp.Core.Tables;

namespace SideLamp.Core.Tickers;

/// <summary>What becomes of a belt's items when its list is another one.</summary>
internal static class BeltChange
{
    /// <summary>
    /// Where each item of the one list stands in the other, or −1: the longest common run of equal lines, then, in gaps that are
    /// equally long on both sides, pair by pair; what was moved is found wherever it is.
    /// </summary>
    public static ImmutableArray<int> Between(ImmutableArray<string> before, ImmutableArray<string> after)
    {
        var map = Enumerable.Repeat(-1, before.Length).ToArray();
        foreach (var (was, now) in CommonRun(before, after))
        {
            map[was] = now;
        }

        var taken = map.Where(at => at >= 0).ToHashSet();
        for (var from = 0; from < before.Length; from++)
        {
            if (map[from] >= 0)
            {
                continue;
            }

            var until = from;
            while (until < before.Length && map[until] < 0)
            {
                until++;
            }

            var first = from == 0 ? 0 : map[from - 1] + 1;
            var end = until == before.Length ? after.Length : map[until];
            if (end - first == until - from)
            {
                for (var at = from; at < until; at++)
                {
                    map[at] = first + at - from;
                    taken.Add(map[at]);
                }
            }

            from = until;
        }

        foreach (var from in Enumerable.Range(0, before.Length).Where(at => map[at] < 0))
        {
            if (Enumerable.Range(0, after.Length).FirstOrDefault(at => after[at] == before[from] && !taken.Contains(at), -1) is var moved and >= 0)
            {
                map[from] = moved;
                taken.Add(moved);
            }
        }

        return [.. map];
    }

    /// <summary>The item that comes next after an edit, so that what follows the last one still does, what was added included.</summary>
    public static BeltNext Next(BeltNext next, int length, ImmutableArray<int> map)
    {
        if (length == 0 || map.IsEmpty || next.Seq == 0)
        {
            return next with { Index = 0 };
        }

        // At the end of a round the last one is the loop's last: what was added behind it still belongs to that round.
        var (index, round) = next.Index == 0 ? (map.Length, next.Round - 1) : (next.Index, next.Round);
        var follows = map[index - 1] is var last and >= 0 ? last + 1
            // The last one is gone: what was to come after it does.
            : map.Skip(index).FirstOrDefault(at => at >= 0, index);
        return follows < length ? next with { Index = follows, Round = round } : next with { Index = 0, Round = round + 1 };
    }

    /// <summary>Entries as they are to be seen after an edit: where they stood, unless all of it has another size or look.</summary>
    public static ImmutableArray<BeltEntry> Redressed(ImmutableArray<BeltEntry> entries, ImmutableArray<BeltItem> before, ImmutableArray<BeltItem> after, ImmutableArray<int> map, Func<string, string> lineOf, LaidBelt laid, bool atOnce)
    {
        var stays = after.Select(item => item.Piece).ToHashSet();
        var now = laid.Items.DistinctBy(item => item.Piece).ToDictionary(item => item.Piece);
        var mended = new Dictionary<string, LaidItem>();
        foreach (var at in Enumerable.Range(0, before.Length).Where(at => map[at] >= 0 && !stays.Contains(before[at].Piece)))
        {
            mended.TryAdd(before[at].Piece, now[after[map[at]].Piece]);
        }

        var dressed = entries.Select(entry =>
            stays.Contains(entry.Piece) || entry.Gone ? entry
            // Words in sight are replaced where they stand only by such as fit there, and are the same item, mended.
            : mended.GetValueOrDefault(entry.Piece) is { } better && (better.Length <= entry.Length || laid.Motion == BeltMotion.Flip) && Likeness.AreAlike(lineOf(entry.Piece), better.Line) ? entry with { Piece = better.Piece }
            : atOnce ? entry with { Gone = true }
            : entry);
        var isRelaid = entries.Any(entry => before.Any(item => item.Piece == entry.Piece && item.Length == entry.Length) && now.GetValueOrDefault(entry.Piece) is { } other && other.Length != entry.Length);
        return isRelaid ? Relaid([.. dressed], now, laid.Gap) : [.. dressed];
    }

    /// <summary>Of another size: from the first in sight on, each behind the other.</summary>
    private static ImmutableArray<BeltEntry> Relaid(ImmutableArray<BeltEntry> entries, Dictionary<string, LaidItem> now, int gap)
    {
        var at = entries[0].At;
        var relaid = ImmutableArray.CreateBuilder<BeltEntry>();
        foreach (var entry in entries)
        {
            relaid.Add(entry with { At = at, Length = now.GetValueOrDefault(entry.Piece)?.Length ?? entry.Length });
            at += relaid[^1].Length + gap;
        }

        return relaid.ToImmutable();
    }

    /// <summary>Pairs of places of the longest common subsequence.</summary>
    private static IEnumerable<(int Was, int Now)> CommonRun(ImmutableArray<string> before, ImmutableArray<string> after)
    {
        var lengths = new int[before.Length + 1, after.Length + 1];
        for (var was = before.Length - 1; was >= 0; was--)
        {
            for (var now = after.Length - 1; now >= 0; now--)
            {
                lengths[was, now] = before[was] == after[now] ? lengths[was + 1, now + 1] + 1 : Math.Max(lengths[was + 1, now], lengths[was, now + 1]);
            }
        }

        for (var (was, now) = (0, 0); was < before.Length && now < after.Length;)
        {
            if (before[was] == after[now])
            {
                yield return (was++, now++);
            }
            else if (lengths[was + 1, now] >= lengths[was, now + 1])
            {
                was++;
            }
            else
            {
                now++;
            }
        }
    }
}
