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
            var done = line.TrimStart().StartsWith(Done, StringComparison.OrdinalIgnoreCase);
            var marked = done || line.TrimStart().StartsWith(Open, StringComparison.Ordinal);
            var columns = (marked ? line.TrimStart()[Done.Length..] : line).Split('\t').Select(column => column.Trim()).Take(MostColumns).ToList();
            var words = columns.Select((text, at) => KeyValuePair.Create($"{at + 1}", text)).ToImmutableDictionary();
            var twin = seen[columns[0]] = seen.GetValueOrDefault(columns[0]) + 1;
            rows.Add(new ListRow(twin == 1 ? columns[0] : $"{columns[0]}~{twin}", words.Add("done", done ? Done : "").Add("open", done ? "" : Open)));
        }

        return rows;
    }
}
