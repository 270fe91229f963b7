using SideLamp.Core.Feeds;
using SideLamp.Core.Tables;
using SideLamp.Core.Templates;

namespace SideLamp.Core.Shows;

/// <summary>Columns and fields find each other by name, however it is capitalised and spaced; never by their order.</summary>
public static class Matching
{
    /// <summary>Whether a column's name means a field: its own name or its label.</summary>
    public static bool Means(string column, Field field) => Plain(column) is { Length: > 0 } plain && (plain == Plain(field.Name) || plain == Plain(field.Label));

    /// <summary>The placeholder for the column that fills a field; empty = none does.</summary>
    public static string WordFor(FeedId feed, Table table, Field field) =>
        table.Columns.FirstOrDefault(column => Means(column.Name, field)) is { } column ? $"{{{{ {FeedWords.WordOf(feed, [table], 0, column)} }}}}" : "";

    private static string Plain(string name) => string.Concat(name.Where(char.IsLetterOrDigit)).ToLowerInvariant();
}
