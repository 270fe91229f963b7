using System.Collections.Immutable;
using SideLamp.Core.Tables;
using SideLamp.Core.Templates;

namespace SideLamp.Core.Shows;

/// <summary>A block of a spreadsheet, or a CSV file, as rows of cells. Source: RFC 4180; tabs, semicolons and commas may part the cells.</summary>
public sealed record CardSheet(ImmutableArray<ImmutableArray<string>> Rows)
{
    private const int MostRows = 5000;
    private const int MostColumns = 60;

    /// <summary>Reads it all; rows may be of different lengths, and empty ones are left out.</summary>
    public static CardSheet Read(string text) =>
        new([.. CsvTables.RowsOf(text.TrimStart('\uFEFF')).Take(MostRows).Select(row => row.Take(MostColumns).ToImmutableArray())]);

    /// <summary>
    /// Which field each column belongs to, by the names in the first row: a field's own name or its label, however it is
    /// capitalised and spaced. Null = none of them.
    /// </summary>
    public ImmutableArray<string?> Match(Template template) =>
        Rows.IsEmpty ? [] : [.. Rows[0].Select(head => template.Fields.FirstOrDefault(field => Matching.Means(head, field))?.Name)];
}
