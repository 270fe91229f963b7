using System.Collections.Immutable;

namespace SideLamp.Core.Templates;

/// <summary>Lines of a list field, as the words of their rows.</summary>
public static class ListRows
{
    private const int MostColumns = 6;
    private const string Done = "[x]";
    private const string Open = "[ ]";

    /// <summary>The fields that a row's parts can name.</summary>
    public static readonly ImmutableArray<string> Fields = [.. Enumerable.Range(1, MostColumns).Select(column => $"{column}"), "done", "open"];

    /// <param name="Key">The line's own first words, so that a row keeps its identity when others come and go before it.</param>
    public sealed record ListRow(string Key, ImmutableDictionary<string, string> Words);

    /// <summary>The rows of a list; lines without words are left out.</summary>
    public static List<ListRow> Of(string list)
    {
        var rows = new List<ListRow>();
        var seen = new Dictionary<string, int>();
        foreach (var line in list.Split('\n').Where(line => line.Trim().Length > 0))
        {
            var done = IsDone(line);
            var columns = (IsMarked(line) ? line.TrimStart()[Done.Length..] : line).Split('\t').Select(column => column.Trim()).Take(MostColumns).ToList();
            var words = columns.Select((text, at) => KeyValuePair.Create($"{at + 1}", text)).ToImmutableDictionary();
            var twin = seen[columns[0]] = seen.GetValueOrDefault(columns[0]) + 1;
            rows.Add(new ListRow(twin == 1 ? columns[0] : $"{columns[0]}~{twin}", words.Add("done", done ? Done : "").Add("open", done ? "" : Open)));
        }

        return rows;
    }

    /// <summary>A list in a few words, for whoever switches it: how far a checklist has come, or else its rows one after the other.</summary>
    public static string InOneLine(string list)
    {
        var rows = Of(list);
        return list.Split('\n').Any(IsMarked)
            ? $"{rows.Count(row => row.Words["done"].Length > 0)} of {rows.Count} ticked"
            : string.Join(" · ", rows.Select(row => string.Join(' ', Enumerable.Range(1, MostColumns).Select(column => row.Words.GetValueOrDefault($"{column}", "")).Where(text => text.Length > 0))));
    }

    private static bool IsMarked(string line) => IsDone(line) || line.TrimStart().StartsWith(Open, StringComparison.Ordinal);

    private static bool IsDone(string line) => line.TrimStart().StartsWith(Done, StringComparison.OrdinalIgnoreCase);
}
