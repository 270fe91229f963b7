using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;

namespace SideLamp.Core.Tables;

/// <summary>Cells parted by commas, semicolons or tabs. Source: RFC 4180.</summary>
internal static class CsvTables
{
    public static SourceTables Read(string text, FirstRow firstRow)
    {
        var notes = new Notes();
        var table = new TableBuilder("", notes, TextTables.LinesIn(text));
        using var parser = ParserOf(text, DelimiterOf(text), () => notes.Add("A cell has a quotation mark in the middle, or one that never ends: look at the file, it may have been cut off."));
        var rows = RowsOf(parser);
        Fill(table, rows, firstRow, notes);
        return new SourceTables([table.Build()], notes.All);
    }

    /// <summary>The rows of a text that say something, without end.</summary>
    public static IEnumerable<string[]> RowsOf(string text)
    {
        using var parser = ParserOf(text, DelimiterOf(text), null);
        foreach (var row in RowsOf(parser))
        {
            yield return row;
        }
    }

    /// <summary>Puts rows into a table: the first may name the columns.</summary>
    public static void Fill(TableBuilder table, IEnumerable<string[]> rows, FirstRow firstRow, Notes notes)
    {
        var first = true;
        foreach (var row in rows)
        {
            if (first)
            {
                first = false;
                if (firstRow == FirstRow.Names || (firstRow == FirstRow.Seen && IsHead(row)))
                {
                    table.Head(row);
                    continue;
                }

                if (firstRow == FirstRow.Seen)
                {
                    notes.Add("Its first row names no columns: they are called “column 1”, “column 2” and so on. Say so if it does name them.");
                }
            }

            if (!table.Takes())
            {
                break;
            }

            table.Add(row);
        }
    }

    /// <summary>Whether a text is a table of this kind: rows alike, with more than one cell.</summary>
    public static bool Is(string text)
    {
        var lengths = RowsOf(text.Length > 20_000 ? text[..20_000] : text).Take(20).Select(row => row.Length).ToList();
        // The last may have been cut off.
        var whole = text.Length > 20_000 && lengths.Count > 2 ? lengths[..^1] : lengths;
        return whole.Count >= 2 && whole[0] > 1 && whole.All(length => length == whole[0]);
    }

    /// <summary>A row that could name columns: words in every cell, no two alike, and nothing that is a value.</summary>
    private static bool IsHead(string[] row) =>
        row.All(cell => !string.IsNullOrWhiteSpace(cell) && cell.Length <= 80 && !Column.IsNumber(cell) && !Column.IsInstant(cell)) && row.Distinct(StringComparer.Ordinal).Count() == row.Length;

    private static CsvParser ParserOf(string text, string delimiter, Action? onOdd) =>
        new(
            new StringReader(text),
            new CsvConfiguration(CultureInfo.InvariantCulture)
            {
                Delimiter = delimiter,
                HasHeaderRecord = false,
                BadDataFound = onOdd is null ? null : _ => onOdd(),
                IgnoreBlankLines = true,
                Mode = CsvMode.RFC4180,
            }
        );

    private static IEnumerable<string[]> RowsOf(CsvParser parser)
    {
        while (parser.Read())
        {
            if (parser.Record is { } row && Array.Exists(row, cell => cell.Length > 0))
            {
                yield return row;
            }
        }
    }

    /// <summary>The one that stands most often outside of quotes in the first line.</summary>
    private static string DelimiterOf(string text)
    {
        var (quoted, tabs, semicolons, commas) = (false, 0, 0, 0);
        foreach (var letter in text)
        {
            quoted ^= letter == '"';
            if (!quoted && letter is '\n' or '\r')
            {
                break;
            }

            (tabs, semicolons, commas) = quoted
                ? (tabs, semicolons, commas)
                : (tabs + (letter == '\t' ? 1 : 0), semicolons + (letter == ';' ? 1 : 0), commas + (letter == ',' ? 1 : 0));
        }

        // Where commas stand in decimal numbers, each cell may hold one.
        return tabs > 0 ? "\t" : semicolons * 2 >= commas && semicolons > 0 ? ";" : ",";
    }
}
