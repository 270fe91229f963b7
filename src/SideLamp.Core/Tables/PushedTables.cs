using System.Collections.Immutable;

namespace SideLamp.Core.Tables;

/// <summary>Tables that programs push, whole or in part.</summary>
public static class PushedTables
{
    /// <summary>The fields of a form: one row.</summary>
    public static SourceTables OfFields(IEnumerable<(string Column, string Cell)> fields)
    {
        var notes = new Notes();
        var table = new TableBuilder("", notes);
        table.Add(fields);
        return new SourceTables([table.Build()], notes.All);
    }

    /// <summary>A text of one row: names and values where it holds such, else all of it in one cell.</summary>
    public static SourceTables OfRow(string text) => TextTables.LinesOf(text).Any(TextTables.IsPair) ? TextTables.Pairs(text) : TextTables.Whole(text);

    /// <summary>A table with another row in place of one of its own, or one more. Cells that the row does not name are empty there.</summary>
    /// <param name="table">Null = there is none yet.</param>
    /// <param name="at">Which row, from 0; as many as there are = one more.</param>
    /// <param name="row">Its first row.</param>
    /// <exception cref="UnreadableException">There is no such row, or no room for one more.</exception>
    public static Table WithRow(Table? table, int at, Table row)
    {
        var before = table ?? new Table("", []);
        Check(before, at);
        var names = before.Columns.Select(column => column.Name).Union(row.Columns.Select(column => column.Name)).Take(Table.MostColumns);
        return new Table(before.Name, [.. names.Select(name => With(before, name, at, row.RowCount > 0 ? row.Column(name)?.Cells[0] ?? "" : ""))]);
    }

    /// <summary>A table with another cell.</summary>
    /// <inheritdoc cref="WithRow"/>
    public static Table WithCell(Table? table, int at, string column, string cell)
    {
        var before = table ?? new Table("", []);
        Check(before, at);
        var one = OfFields([(Spelling.Clean(column), cell)]).Tables[0].Columns[0];
        if (before.Column(one.Name) is null && before.Columns.Length >= Table.MostColumns)
        {
            throw new UnreadableException($"There are {Table.MostColumns} columns, and there may be no more.");
        }

        var names = before.Columns.Select(known => known.Name).Union([one.Name]);
        return new Table(before.Name, [.. names.Select(name => name == one.Name || at == before.RowCount ? With(before, name, at, name == one.Name ? one.Cells[0] : "") : before.Column(name)!)]);
    }

    private static void Check(Table table, int at)
    {
        if (at < 0 || at > table.RowCount)
        {
            throw new UnreadableException($"There is no row {at:N0}: there are {table.RowCount:N0}, counted from 0, and row {table.RowCount:N0} would be one more.");
        }

        if (at >= Table.MostRows)
        {
            throw new UnreadableException($"There are {Table.MostRows:N0} rows, and there may be no more.");
        }
    }

    private static Column With(Table table, string name, int at, string cell)
    {
        var cells = table.Column(name)?.Cells ?? [.. Enumerable.Repeat("", table.RowCount)];
        return Column.Of(name, at == cells.Length ? cells.Add(cell) : cells.SetItem(at, cell));
    }
}
