using System.Collections.Immutable;
using System.Security.Cryptography;
using System.Text;

namespace SideLamp.Core.Templates;

/// <summary>Lines of a list field, as the words of their rows.</summary>
public static class ListRows
{
    public const int MostColumns = 6;
    private const int LongestKey = 60;
    private const string Done = "[x]";
    private const string Open = "[ ]";

    /// <summary>The fields that a row's parts can name.</summary>
    public static readonly ImmutableArray<string> Fields = [.. Enumerable.Range(1, MostColumns).Select(column => $"{column}"), "done", "open"];

    /// <param name="Key">
    /// The line's own first words, so that a row keeps its identity when others come and go before it; twins are numbered. It has
    /// no slash in it, and no two rows have the same: <c>~</c> and <c>/</c> are written as RFC 6901 has them, so nothing typed looks like a number.
    /// </param>
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
            var key = KeyOf(columns[0]);
            var twin = seen[key] = seen.GetValueOrDefault(key) + 1;
            rows.Add(new ListRow(twin == 1 ? key : $"{key}~{twin}", words.Add("done", done ? Done : "").Add("open", done ? "" : Open)));
        }

        return rows;
    }

    /// <summary>Long words are told apart by a fingerprint.</summary>
    private static string KeyOf(string words)
    {
        var plain = words.Length <= LongestKey ? words : $"{words[..LongestKey]}#{Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(words)))[..16]}";
        return plain.Replace("~", "~0", StringComparison.Ordinal).Replace("/", "~1", StringComparison.Ordinal);
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
