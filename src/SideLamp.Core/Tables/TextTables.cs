using System.Text.RegularExpressions;

namespace SideLamp.Core.Tables;

/// <summary>Texts as tables.</summary>
internal static partial class TextTables
{
    private const string TextColumn = "text";

    /// <summary>One cell, without the line breaks at its end.</summary>
    public static SourceTables Whole(string text)
    {
        var notes = new Notes();
        var table = new TableBuilder("", notes);
        table.Add([(TextColumn, text.TrimEnd('\r', '\n'))]);
        return new SourceTables([table.Build()], notes.All);
    }

    /// <summary>A row for each line that says something.</summary>
    public static SourceTables ByLine(string text) => ByLine(LinesOf(text), LinesIn(text));

    /// <inheritdoc cref="ByLine(string)"/>
    /// <param name="utf8">Of which it is known that they are.</param>
    public static SourceTables ByLine(byte[] utf8) => ByLine(LinesOf(utf8), utf8.AsSpan().Count((byte)'\n') + 1);

    private static SourceTables ByLine(IEnumerable<string> lines, int expected)
    {
        var notes = new Notes();
        var table = new TableBuilder("", notes, expected);
        table.Head([TextColumn]);
        foreach (var line in lines)
        {
            if (!table.Takes())
            {
                break;
            }

            table.Add(line);
        }

        return new SourceTables([table.Build()], notes.All);
    }

    /// <summary>A row for each line with a box before it; all others are notes of whoever wrote the list.</summary>
    public static SourceTables Checklist(string text) =>
        Rows(
            text,
            line => Box().Match(line) is { Success: true } box ? [box.Groups["text"].Value.Trim(), box.Groups["mark"].Value == " " ? "false" : "true"] : null,
            TextColumn,
            "done"
        );

    /// <summary>One row, a column for each key.</summary>
    public static SourceTables Pairs(string text)
    {
        var notes = new Notes();
        var table = new TableBuilder("", notes);
        var row = new List<(string, string)>();
        var without = 0;
        foreach (var line in LinesOf(text))
        {
            if (Pair().Match(line) is { Success: true } pair)
            {
                row.Add((pair.Groups["key"].Value.Trim(), pair.Groups["value"].Value.Trim()));
            }
            else
            {
                without++;
            }
        }

        if (without > 0)
        {
            notes.Add($"{without} {(without == 1 ? "line has" : "lines have")} no name and colon at the beginning, as in “moth: Brimstone”: {(without == 1 ? "it is" : "they are")} left out.");
        }

        if (row.Count > 0)
        {
            table.Add(row);
        }

        return new SourceTables([table.Build()], notes.All);
    }

    public static bool IsPair(string line) => Pair().IsMatch(line);

    /// <summary>The box at the beginning of a line: where its mark stands, and what is behind it. Null = it has none.</summary>
    public static (int MarkAt, string Words)? BoxIn(string line) => Box().Match(line) is { Success: true } box ? (box.Groups["mark"].Index, box.Groups["text"].Value.Trim()) : null;

    public static bool HasBox(string line) => Box().IsMatch(line);

    /// <summary>How many there are, of whatever kind.</summary>
    public static int LinesIn(string text) => text.AsSpan().Count('\n') + 1;

    /// <summary>The lines that say something.</summary>
    public static IEnumerable<string> LinesOf(string text)
    {
        for (var from = 0; from < text.Length;)
        {
            var length = text.AsSpan(from).IndexOfAny('\r', '\n');
            var line = length < 0 ? text.AsSpan(from) : text.AsSpan(from, length);
            from += line.Length + 1;
            if (!line.IsWhiteSpace())
            {
                yield return line.ToString();
            }
        }
    }

    private static IEnumerable<string> LinesOf(byte[] utf8)
    {
        using var reader = new StreamReader(new MemoryStream(utf8, writable: false));
        while (reader.ReadLine() is { } line)
        {
            if (!string.IsNullOrWhiteSpace(line))
            {
                yield return line;
            }
        }
    }

    private static SourceTables Rows(string text, Func<string, string[]?> cells, params string[] columns)
    {
        var notes = new Notes();
        var table = new TableBuilder("", notes, LinesIn(text));
        table.Head(columns);
        foreach (var line in LinesOf(text))
        {
            if (cells(line) is not { } row)
            {
                continue;
            }

            if (!table.Takes())
            {
                break;
            }

            table.Add(row);
        }

        return new SourceTables([table.Build()], notes.All);
    }

    [GeneratedRegex(@"^\s*([-*+]\s+)?\[(?<mark>[ xX✓✔])\](\s+(?<text>.*))?$", RegexOptions.NonBacktracking)]
    private static partial Regex Box();

    [GeneratedRegex(@"^\s*(?<key>[\p{L}\p{N}][\p{L}\p{N} ._-]{0,39}?)\s*[:=](\s+(?<value>.*)|\s*)$", RegexOptions.NonBacktracking)]
    private static partial Regex Pair();
}
