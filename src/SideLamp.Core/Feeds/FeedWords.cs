using System.Collections;
using System.Collections.Immutable;
using System.Globalization;
using Fluid;
using Fluid.Values;
using SideLamp.Core.Tables;

namespace SideLamp.Core.Feeds;

/// <summary>
/// What placeholders see of a table: the columns of one row by their names, and <c>rows</c>. Of a feed that is its first table, where it
/// stands on a row, and its other tables by their names, of which the first row shows. A name that cannot be written after a point is also known with _ in place of what disturbs.
/// </summary>
public sealed class FeedWords : IFluidIndexable
{
    /// <summary>As many rows as a loop may have steps.</summary>
    private const int MostRows = 1000;

    internal const string RowsName = "rows";

    private readonly Table _table;
    private readonly Table _here;
    private readonly int _at;
    private readonly ImmutableArray<Table> _others;
    private readonly ICollection<string> _missing;

    private FeedWords(FeedNow feed, ImmutableArray<Table> others, ICollection<string> missing) => (_table, _here, _at, _others, _missing) = (feed.Tables[0], feed.Here, feed.At, others, missing);

    public int Count => _table.Columns.Length;

    public IEnumerable<string> Keys => _table.Columns.Select(column => column.Name);

    /// <summary>A feed as placeholders see it; nothing while it has no row.</summary>
    /// <param name="missing">Takes the names that were asked for and that no column or table has.</param>
    internal static FluidValue Of(FeedNow feed, ICollection<string> missing) =>
        feed.At < 0 && feed.Tables.All(one => one.RowCount == 0) ? NilValue.Instance : new DictionaryValue(new FeedWords(feed, feed.Tables[1..], missing));

    /// <summary>The column of a feed's row that a name means; null = it means none.</summary>
    internal static Column? ColumnOf(FeedNow feed, string name) => Named(feed.Here.Columns, name, column => column.Name);

    /// <summary>How placeholders call a column's cell in the first row of its table.</summary>
    /// <param name="at">Which of the feed's tables it is in.</param>
    public static string WordOf(FeedId feed, ImmutableArray<Table> tables, int at, Column column)
    {
        var columns = tables[at].Columns.Select(one => one.Name);
        return at == 0
            ? feed.Value + Step(column.Name, columns)
            : feed.Value + Step(tables[at].Name, tables[0].Columns.Select(one => one.Name).Concat(tables[1..].Select(one => one.Name))) + Step(column.Name, columns);
    }

    /// <summary>A step to a name: after a point, when that finds it among all names, and else in brackets.</summary>
    private static string Step(string name, IEnumerable<string> all)
    {
        var plain = Plain(name);
        var names = all.ToList();
        var found = names.Find(one => one == plain) ?? names.Find(one => Plain(one) == plain);
        return found == name && plain.Length > 0 && !char.IsAsciiDigit(plain[0]) ? $".{plain}"
            : name.Contains('"', StringComparison.Ordinal) ? $"['{name}']"
            : $"[\"{name}\"]";
    }

    /// <summary>A name as it can be written after a point.</summary>
    private static string Plain(string name) => string.Concat(name.Select(letter => char.IsAsciiLetterOrDigit(letter) ? char.ToLowerInvariant(letter) : '_'));

    public bool TryGetValue(string name, out FluidValue value)
    {
        value =
            Named(_here.Columns, name, column => column.Name) is { } column ? (_at >= 0 ? CellValue(column, _at) : NilValue.Instance)
            : Named(_others, name, one => one.Name) is { } other ? new DictionaryValue(new FeedWords(new FeedNow([other], other, Math.Min(0, other.RowCount - 1)), [], _missing))
            : name == RowsName ? new ArrayValue(new Rows(_table, _missing))
            : Missing(name, _missing);
        return !value.IsNil();
    }

    private static NilValue Missing(string name, ICollection<string> missing)
    {
        missing.Add(name);
        return NilValue.Instance;
    }

    private static T? Named<T>(ImmutableArray<T> all, string name, Func<T, string> nameOf)
        where T : class => all.FirstOrDefault(one => nameOf(one) == name) ?? all.FirstOrDefault(one => Plain(nameOf(one)) == name);

    private static FluidValue CellValue(Column column, int row) =>
        (column.Kind, column.Cells[row]) switch
        {
            (_, "") => NilValue.Instance,
            (ColumnKind.Number, var cell) => new NumberCell(cell),
            (ColumnKind.Truth, var cell) => BooleanValue.Create(cell == "true"),
            (_, var cell) => new StringValue(cell),
        };

    /// <summary>Made one by one as they are asked for: most words show a few of many.</summary>
    private sealed class Rows(Table table, ICollection<string> missing) : IReadOnlyList<FluidValue>
    {
        public int Count => Math.Min(MostRows, table.RowCount);

        public FluidValue this[int index] => new DictionaryValue(new Row(table, index, missing));

        public IEnumerator<FluidValue> GetEnumerator() => Enumerable.Range(0, Count).Select(at => this[at]).GetEnumerator();

        IEnumerator IEnumerable.GetEnumerator() => GetEnumerator();
    }

    private sealed class Row(Table table, int at, ICollection<string> missing) : IFluidIndexable
    {
        public int Count => table.Columns.Length;

        public IEnumerable<string> Keys => table.Columns.Select(column => column.Name);

        public bool TryGetValue(string name, out FluidValue value)
        {
            value = Named(table.Columns, name, column => column.Name) is { } column ? CellValue(column, at) : Missing(name, missing);
            return !value.IsNil();
        }
    }
}
