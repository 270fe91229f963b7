using System.Collections.Immutable;
using System.Security.Cryptography;
using System.Text;

namespace SideLamp.Core.Tables;

/// <summary>
/// Which row of a table is which, from one reading to the next. A row is known by its cell in a key column; without one by its
/// words, and a row whose words were mended by its place among those that stayed, and by being like what it was: another guest in
/// the place of one is another row, and must not come up on air because that one is lit. Keys are ids: short, plain, unique in a table.
/// </summary>
public static class RowKeys
{
    private const int FiguresOfHash = 12;

    /// <summary>The keys of a table that nothing is known of from before: tables that say the same have the same.</summary>
    /// <param name="keyColumn">Null = rows have no name of their own.</param>
    public static ImmutableArray<string> Fresh(Table table, string? keyColumn) => Named(HashesOf(table, keyColumn), new string?[table.RowCount]);

    /// <summary>The keys of a table that came after another: rows that stayed keep theirs.</summary>
    /// <param name="keys">Of the table before.</param>
    public static ImmutableArray<string> Next(Table before, ImmutableArray<string> keys, Table after, string? keyColumn)
    {
        if (keyColumn is not null && after.Column(keyColumn) is not null)
        {
            return Fresh(after, keyColumn);
        }

        var (old, now) = (HashesOf(before, null), HashesOf(after, null));
        var from = Unchanged(old, now);
        PairGaps(from, before, after);
        return Named(now, [.. from.Select(at => at < 0 ? null : keys[at])]);
    }

    /// <summary>Where each row stood before: rows that say the same are the same, twins in their order. Negative = nowhere.</summary>
    private static int[] Unchanged(string[] old, string[] now)
    {
        var places = new Dictionary<string, Queue<int>>();
        for (var at = 0; at < old.Length; at++)
        {
            if (!places.TryGetValue(old[at], out var twins))
            {
                places[old[at]] = twins = new Queue<int>(1);
            }

            twins.Enqueue(at);
        }

        return [.. now.Select(words => places.GetValueOrDefault(words) is { Count: > 0 } twins ? twins.Dequeue() : -1)];
    }

    /// <summary>Between two neighbours that kept their order, as many rows as were there before are those rows, with other words, where they are like them.</summary>
    private static void PairGaps(int[] from, Table before, Table after)
    {
        var stayed = from.Where(at => at >= 0).ToHashSet();
        var (afterNow, afterOld) = (0, 0);
        foreach (var (now, old) in LongestRun(from).Append((Now: from.Length, Old: before.RowCount)))
        {
            var came = Enumerable.Range(afterNow, now - afterNow).Where(at => from[at] < 0).ToList();
            var gone = Enumerable.Range(afterOld, old - afterOld).Where(at => !stayed.Contains(at)).ToList();
            if (came.Count == gone.Count)
            {
                foreach (var (fresh, former) in came.Zip(gone).Where(pair => Likeness.AreAlike(before, pair.Second, after, pair.First)))
                {
                    from[fresh] = former;
                }
            }

            (afterNow, afterOld) = (now + 1, old + 1);
        }
    }

    /// <summary>The most rows that stand in the same order as before. Source: longest increasing subsequence by patience sorting, common knowledge.</summary>
    private static List<(int Now, int Old)> LongestRun(int[] from)
    {
        var ends = new List<int>();
        var before = new int[from.Length];
        for (var now = 0; now < from.Length; now++)
        {
            if (from[now] < 0)
            {
                continue;
            }

            var (low, high) = (0, ends.Count);
            while (low < high)
            {
                var middle = (low + high) / 2;
                (low, high) = from[ends[middle]] < from[now] ? (middle + 1, high) : (low, middle);
            }

            before[now] = low > 0 ? ends[low - 1] : -1;
            if (low == ends.Count)
            {
                ends.Add(now);
            }
            else
            {
                ends[low] = now;
            }
        }

        var run = new List<(int, int)>();
        for (var now = ends.Count > 0 ? ends[^1] : -1; now >= 0; now = before[now])
        {
            run.Add((now, from[now]));
        }

        run.Reverse();
        return run;
    }

    /// <summary>Keys for rows that have none yet, of their words; twins are numbered.</summary>
    private static ImmutableArray<string> Named(string[] hashes, string?[] known)
    {
        var taken = known.OfType<string>().ToHashSet();
        var numbers = new Dictionary<string, int>();
        return
        [
            .. hashes.Select((hash, at) =>
            {
                if (known[at] is { } key)
                {
                    return key;
                }

                while (true)
                {
                    var number = numbers[hash] = numbers.GetValueOrDefault(hash) + 1;
                    var fresh = number == 1 ? hash : $"{hash}-{number}";
                    if (taken.Add(fresh))
                    {
                        return fresh;
                    }
                }
            }),
        ];
    }

    private static string[] HashesOf(Table table, string? keyColumn)
    {
        var named = keyColumn is null ? null : table.Column(keyColumn);
        var hashes = new string[table.RowCount];
        var words = new StringBuilder();
        for (var row = 0; row < hashes.Length; row++)
        {
            words.Clear();
            var isNamed = named is not null && named.Cells[row].Length > 0;
            foreach (var column in isNamed ? [named!] : table.Columns)
            {
                // With its length, so that cells cannot run into one another.
                words.Append(column.Cells[row].Length).Append(':').Append(column.Cells[row]);
            }

            hashes[row] = (isNamed ? "k" : "r") + Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(words.ToString())))[..FiguresOfHash];
        }

        return hashes;
    }
}
