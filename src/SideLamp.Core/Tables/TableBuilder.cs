using System.Collections.Immutable;
using System.Globalization;
using System.Runtime.InteropServices;

namespace SideLamp.Core.Tables;

/// <summary>
/// Makes a table row by row, within its bounds: what is over is told and left out. Columns are found by their names, those of
/// the head or new ones; a row that has no cell for one has an empty cell there.
/// </summary>
/// <param name="expected">About how many rows there will be: then no column has to grow.</param>
internal sealed class TableBuilder(string name, Notes notes, int expected = 16)
{
    private readonly List<Cells> _cells = [];
    private readonly List<string> _names = [];
    private readonly Dictionary<string, int> _places = new(StringComparer.Ordinal);
    private int _rows;

    public int Rows => _rows;

    /// <summary>Whether it takes another row; if not, that has been noted.</summary>
    public bool Takes()
    {
        if (_rows < Table.MostRows && notes.Weight < Table.MostWeight)
        {
            return true;
        }

        notes.Add(_rows < Table.MostRows ? $"It holds too much for one source: the first {_rows:N0} rows are used." : $"There are more than {Table.MostRows:N0} rows: the first {Table.MostRows:N0} are used.");
        return false;
    }

    /// <summary>The columns in their order. Names that are missing or stand twice get names of their own, and that is told.</summary>
    public void Head(IReadOnlyList<string> names)
    {
        for (var at = 0; at < Math.Min(names.Count, Table.MostColumns); at++)
        {
            var wanted = Cell(names[at]).Trim();
            if (wanted.Length == 0)
            {
                wanted = Unnamed(at);
                notes.Add($"Column {at + 1} has no name: it is called “{wanted}”.");
            }

            var own = wanted;
            for (var count = 2; _places.ContainsKey(own); count++)
            {
                own = $"{wanted} ({count.ToString(CultureInfo.InvariantCulture)})";
            }

            if (own != wanted)
            {
                notes.Add($"Two columns are called “{wanted}”: the other one is called “{own}”.");
            }

            Named(own);
        }

        TellColumns(names.Count);
    }

    /// <summary>A row by the places of its columns. One that is longer than the head makes columns without a name.</summary>
    public void Add(params ReadOnlySpan<string> row)
    {
        if (row.Length > _names.Count)
        {
            if (_rows > 0 && _names.Count < Table.MostColumns)
            {
                notes.Add($"Row {_rows + 1:N0} has {row.Length} cells, more than the rows before it.");
            }

            while (_names.Count < Math.Min(row.Length, Table.MostColumns))
            {
                Named(Free(Unnamed(_names.Count)));
            }

            TellColumns(row.Length);
        }

        for (var at = 0; at < Math.Min(row.Length, _names.Count); at++)
        {
            Put(at, row[at]);
        }

        _rows++;
    }

    /// <summary>A row by the names of its columns; of cells of one name the last counts.</summary>
    public void Add(IEnumerable<(string Column, string Cell)> row)
    {
        foreach (var (column, cell) in row)
        {
            if (ColumnOf(column) is var at and >= 0)
            {
                Put(at, cell);
            }
        }

        _rows++;
    }

    /// <summary>The place of a column, which is made where there is none of that name; negative where there is no room for it.</summary>
    public int ColumnOf(string column)
    {
        if (_places.TryGetValue(column, out var at))
        {
            return at;
        }

        TellColumns(_names.Count + 1);
        return _names.Count < Table.MostColumns ? Named(column) : -1;
    }

    /// <summary>A cell of the row that is being made; of cells of one column the last counts.</summary>
    public void Put(int column, string cell)
    {
        var cells = _cells[column];
        var clean = Cell(cell);
        notes.Weight += Table.WeightOf(clean);
        if (cells.Count == _rows)
        {
            cells.Add(clean);
        }
        else if (cells.Count > _rows)
        {
            cells.Last = clean;
        }
        else
        {
            Pad(column, _rows);
            cells.Add(clean);
        }
    }

    /// <summary>The row is whole.</summary>
    public void EndRow() => _rows++;

    public Table Build()
    {
        var columns = ImmutableArray.CreateBuilder<Column>(_names.Count);
        for (var at = 0; at < _names.Count; at++)
        {
            Pad(at, _rows);
            columns.Add(Column.Of(_names[at], _cells[at].ToImmutable()));
        }

        return new Table(name, columns.MoveToImmutable());
    }

    /// <summary>What can be shown of a cell.</summary>
    private string Cell(string text)
    {
        var clean = Spelling.Clean(text);
        if (clean.Length <= Table.LongestCell)
        {
            return clean;
        }

        notes.Add($"A cell has {clean.Length:N0} letters: of each, the first {Table.LongestCell:N0} are used.");
        return Spelling.Clean(clean[..Table.LongestCell]);
    }

    private void Pad(int column, int rows)
    {
        var cells = _cells[column];
        notes.Weight += (rows - cells.Count) * Table.WeightOf("");
        while (cells.Count < rows)
        {
            cells.Add("");
        }
    }

    private int Named(string column)
    {
        _places[column] = _names.Count;
        _names.Add(column);
        _cells.Add(new Cells(Math.Clamp(expected, 1, Table.MostRows)));
        return _names.Count - 1;
    }

    private string Free(string wanted) => _places.ContainsKey(wanted) ? Free(wanted + "′") : wanted;

    private static string Unnamed(int at) => $"column {(at + 1).ToString(CultureInfo.InvariantCulture)}";

    /// <summary>The cells of one column.</summary>
    private sealed class Cells(int room)
    {
        private string[] _all = new string[room];

        public int Count { get; private set; }

        public string Last
        {
            set => _all[Count - 1] = value;
        }

        public void Add(string cell)
        {
            if (Count == _all.Length)
            {
                Array.Resize(ref _all, Count * 2);
            }

            _all[Count++] = cell;
        }

        /// <summary>Where they fill their room they are handed over, and not copied: nothing is added afterwards.</summary>
        public ImmutableArray<string> ToImmutable()
        {
            Array.Resize(ref _all, Count);
            return ImmutableCollectionsMarshal.AsImmutableArray(_all);
        }
    }

    private void TellColumns(int count)
    {
        if (count > Table.MostColumns)
        {
            notes.Add($"There are more than {Table.MostColumns} columns: the first {Table.MostColumns} are used.");
        }
    }
}
