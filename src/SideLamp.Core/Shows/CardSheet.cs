using System.Collections.Immutable;
using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;
using SideLamp.Core.Templates;

namespace SideLamp.Core.Shows;

/// <summary>A block of a spreadsheet, or a CSV file, as rows of cells. Source: RFC 4180; tabs, semicolons and commas may part the cells.</summary>
public sealed record CardSheet(ImmutableArray<ImmutableArray<string>> Rows)
{
    private const int MostRows = 5000;
    private const int MostColumns = 60;

    /// <summary>Reads it all; rows may be of different lengths, and empty ones are left out.</summary>
    public static CardSheet Read(string text)
    {
        var whole = text.TrimStart('\uFEFF');
        var configuration = new CsvConfiguration(CultureInfo.InvariantCulture)
        {
            Delimiter = DelimiterOf(whole),
            HasHeaderRecord = false,
            BadDataFound = null,
            IgnoreBlankLines = true,
            Mode = CsvMode.RFC4180,
        };
        using var parser = new CsvParser(new StringReader(whole), configuration);
        var rows = ImmutableArray.CreateBuilder<ImmutableArray<string>>();
        while (rows.Count < MostRows && parser.Read())
        {
            ImmutableArray<string> row = [.. (parser.Record ?? []).Take(MostColumns)];
            if (row.Any(cell => cell.Length > 0))
            {
                rows.Add(row);
            }
        }

        return new CardSheet(rows.ToImmutable());
    }

    /// <summary>
    /// Which field each column belongs to, by the names in the first row: a field's own name or its label, however it is
    /// capitalised and spaced. Null = none of them.
    /// </summary>
    public ImmutableArray<string?> Match(Template template) =>
        Rows.IsEmpty ? [] : [.. Rows[0].Select(head => template.Fields.FirstOrDefault(field => Plain(field.Name) == Plain(head) || Plain(field.Label) == Plain(head))?.Name)];

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

    private static string Plain(string name) => string.Concat(name.Where(char.IsLetterOrDigit)).ToLowerInvariant();
}
