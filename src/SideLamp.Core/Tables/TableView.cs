using System.Collections.Immutable;

namespace SideLamp.Core.Tables;

/// <summary>Which rows of a table are used, and in which order.</summary>
/// <param name="Only">What a row must be to be used: all of it.</param>
/// <param name="SortBy">The column that orders them; null = as they came.</param>
/// <param name="Most">How many are used, of the first; null = all.</param>
/// <param name="CountBy">A column whose values are counted in place of the rows: a tally; null = they are not.</param>
public sealed record TableView(ImmutableArray<RowTest> Only, string? SortBy = null, bool Descending = false, int? Most = null, string? CountBy = null)
{
    /// <summary>Of a tally: how many rows say so.</summary>
    public const string CountName = "count";

    /// <summary>Of a tally: out of a hundred, so that all are a hundred together. Source: largest remainder method.</summary>
    public const string ShareName = "share";

    private const int MostTests = 10;

    /// <summary>All rows, as they came.</summary>
    public static TableView All { get; } = new([]);

    public bool Equals(TableView? other) => other is not null && (SortBy, Descending, Most, CountBy) == (other.SortBy, other.Descending, other.Most, other.CountBy) && Only.SequenceEqual(other.Only);

    public override int GetHashCode() => HashCode.Combine(Only.Length, SortBy, Descending, Most, CountBy);

    /// <summary>All that is wrong with it.</summary>
    public IEnumerable<Fault> Faults()
    {
        if (Only.Length > MostTests)
        {
            yield return new Fault("/only", $"Rows are chosen by up to {MostTests} conditions.");
        }

        foreach (var (test, at) in Only.Select((test, at) => (test, at)))
        {
            foreach (var fault in test.Faults())
            {
                yield return fault with { Path = $"/only/{at}{fault.Path}" };
            }
        }

        if (Most is < 1 or > Table.MostRows)
        {
            yield return new Fault("/most", $"1 to {Table.MostRows:N0} rows are used. Leave it empty for all.");
        }
    }

    /// <summary>The first column that it asks for and a table does not have; null = it has them all.</summary>
    public string? MissingIn(Table table) =>
        Only.Select(test => test.Column).Append(CountBy).FirstOrDefault(name => name is not null && table.Column(name) is null)
        ?? (SortBy is not null && CountBy is null && table.Column(SortBy) is null ? SortBy : null);

    /// <summary>The rows that are used, in their order: which rows of the table they are. Of a tally: of <see cref="Tallied"/>.</summary>
    /// <returns>None where a column is missing: rows that nobody chose are not shown.</returns>
    public ImmutableArray<int> Of(Table table)
    {
        if (MissingIn(table) is not null && CountBy is null)
        {
            return [];
        }

        IEnumerable<int> rows = Enumerable.Range(0, table.RowCount);
        if (CountBy is null)
        {
            foreach (var test in Only)
            {
                var cells = table.Column(test.Column)!.Cells;
                rows = rows.Where(row => test.Holds(cells[row]));
            }
        }

        if (SortBy is { } name && table.Column(name) is { } column)
        {
            var order = column.Kind == ColumnKind.Number ? Comparer<string>.Create(ByNumber) : (IComparer<string>)StringComparer.InvariantCultureIgnoreCase;
            // Cells that say nothing come last, whichever way.
            var filled = rows.OrderBy(row => column.Cells[row].Length == 0);
            rows = Descending ? filled.ThenByDescending(row => column.Cells[row], order) : filled.ThenBy(row => column.Cells[row], order);
        }

        return [.. rows.Take(Most ?? int.MaxValue)];
    }

    /// <summary>The table, or in its place how often each value of a column is there, the most frequent first; ties as they came.</summary>
    public Table Tallied(Table table)
    {
        if (CountBy is not { } name || table.Column(name) is not { } column)
        {
            return CountBy is null ? table : table.First(0, 0);
        }

        var rows = (this with { CountBy = null, SortBy = null, Most = null }).Of(table);
        var groups = rows.Select(row => column.Cells[row].Trim()).Where(cell => cell.Length > 0).GroupBy(cell => cell, StringComparer.OrdinalIgnoreCase).OrderByDescending(group => group.Count()).ToList();
        ImmutableArray<int> counts = [.. groups.Select(group => group.Count())];
        return new Table(
            table.Name,
            [
                Column.Of(name, [.. groups.Select(group => group.First())]),
                new Column(CountName, ColumnKind.Number, [.. counts.Select(count => $"{count}")]),
                new Column(ShareName, ColumnKind.Number, [.. Shares(counts).Select(share => $"{share}")]),
            ]
        );
    }

    /// <summary>Whole parts of a hundred that are a hundred together. Source: largest remainder method (Hamilton); ties go to the first.</summary>
    public static ImmutableArray<int> Shares(ImmutableArray<int> counts)
    {
        var all = counts.Sum(count => (long)count);
        if (all == 0)
        {
            return [.. counts.Select(_ => 0)];
        }

        var shares = counts.Select(count => (int)(count * 100L / all)).ToArray();
        foreach (var at in Enumerable.Range(0, counts.Length).OrderByDescending(at => counts[at] * 100L % all).ThenBy(at => at).Take(100 - shares.Sum()))
        {
            shares[at]++;
        }

        return [.. shares];
    }

    private static int ByNumber(string one, string other) => NumberIn(one).CompareTo(NumberIn(other));

    private static decimal NumberIn(string cell) => decimal.TryParse(cell, System.Globalization.NumberStyles.Number, System.Globalization.CultureInfo.InvariantCulture, out var number) ? number : 0;
}
