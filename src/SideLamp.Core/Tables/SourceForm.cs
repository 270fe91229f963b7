namespace SideLamp.Core.Tables;

/// <summary>What a source is, and so how a table is made of it.</summary>
public enum SourceKind
{
    /// <summary>A text, whole: one cell.</summary>
    Text,

    /// <summary>A text of which each line is a row.</summary>
    Lines,

    /// <summary>A text of lines such as <c>key: value</c>: one row, a column for each key.</summary>
    Pairs,

    /// <summary>A text of lines such as <c>[x] Brimstone</c>: a row for each, with the columns <c>text</c> and <c>done</c>.</summary>
    Checklist,

    /// <summary>Cells parted by commas, semicolons or tabs. Source: RFC 4180.</summary>
    Csv,

    /// <summary>A workbook (.xlsx): a table for each sheet.</summary>
    Sheet,

    /// <summary>Source: RFC 8259. A table for each list of objects.</summary>
    Json,
    Xml,

    /// <summary>News: RSS 2.0, Atom (RFC 4287) or JSON Feed 1.1.</summary>
    News,
}

/// <summary>What the first row of a table holds.</summary>
public enum FirstRow
{
    /// <summary>That is seen from it.</summary>
    Seen,

    /// <summary>The names of the columns.</summary>
    Names,

    /// <summary>Values, like all others.</summary>
    Values,
}

/// <summary>How a source is read.</summary>
/// <param name="Rows">Where the rows are: in JSON a JSON Pointer (RFC 6901), in XML a location path (XPath 1.0); null = they are looked for.</param>
public sealed record SourceForm(SourceKind Kind, string? Rows = null, FirstRow FirstRow = FirstRow.Seen)
{
    public const int LongestRows = 500;

    /// <summary>All that is wrong with it.</summary>
    public IEnumerable<Fault> Faults()
    {
        if (Rows is null)
        {
            yield break;
        }

        if (Kind is not (SourceKind.Json or SourceKind.Xml))
        {
            yield return new Fault("/rows", "Only in JSON and XML can it be said where the rows are. Leave it empty.");
        }
        else if (Rows.Length > LongestRows)
        {
            yield return new Fault("/rows", $"Say where the rows are in up to {LongestRows} characters.");
        }
        else if ((Kind == SourceKind.Json ? JsonTables.FaultIn(Rows) : XmlTables.FaultIn(Rows)) is { } fault)
        {
            yield return new Fault("/rows", fault);
        }
    }
}

/// <summary>A source that cannot be read. Its message says why in a sentence, and what to do.</summary>
public sealed class UnreadableException(string message, Exception? inner = null) : Exception(message, inner);
