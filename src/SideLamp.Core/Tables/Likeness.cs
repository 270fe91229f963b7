namespace SideLamp.Core.Tables;

/// <summary>Whether a row may be another one with a few words mended.</summary>
internal static class Likeness
{
    /// <summary>Of letter pairs. Source: the coefficient of Dice (1945); the bound is our own choice.</summary>
    private const double Least = 0.5;

    private const int LongestLookedAt = 400;

    /// <summary>The first cell that says something is like it was, or most cells are.</summary>
    public static bool AreAlike(Table one, int at, Table other, int there)
    {
        var shared = one.Columns.Select(column => (Was: column.Cells[at], Is: other.Column(column.Name)?.Cells[there])).Where(pair => pair.Is is not null && (pair.Was.Length > 0 || pair.Is.Length > 0)).ToList();
        return shared.Count == 0 || AreAlike(shared[0].Was, shared[0].Is!) || shared.Count(pair => AreAlike(pair.Was, pair.Is!)) * 2 > shared.Count;
    }

    /// <summary>Whether one text may be the other one, mended: both are numbers, one holds the other, or they share most letter pairs.</summary>
    public static bool AreAlike(string one, string other) =>
        string.Equals(one, other, StringComparison.OrdinalIgnoreCase)
        || (Column.IsNumber(one) && Column.IsNumber(other))
        || (one.Length > 0 && other.Length > 0 && (one.Contains(other, StringComparison.OrdinalIgnoreCase) || other.Contains(one, StringComparison.OrdinalIgnoreCase) || Dice(one, other) >= Least));

    private static double Dice(string one, string other)
    {
        var pairs = PairsOf(one).GroupBy(pair => pair).ToDictionary(same => same.Key, same => same.Count());
        var (all, shared) = (pairs.Values.Sum(), 0);
        foreach (var pair in PairsOf(other))
        {
            all++;
            if (pairs.TryGetValue(pair, out var left) && left > 0)
            {
                (pairs[pair], shared) = (left - 1, shared + 1);
            }
        }

        return all == 0 ? 0 : 2.0 * shared / all;
    }

    private static IEnumerable<(char, char)> PairsOf(string text)
    {
        for (var at = 1; at < Math.Min(text.Length, LongestLookedAt); at++)
        {
            yield return (char.ToLowerInvariant(text[at - 1]), char.ToLowerInvariant(text[at]));
        }
    }
}
