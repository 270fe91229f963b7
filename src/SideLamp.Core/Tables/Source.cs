using System.Xml;

namespace SideLamp.Core.Tables;

/// <summary>The bytes of a source as tables.</summary>
public static class Source
{
    /// <summary>The most that is read of one source, in bytes.</summary>
    public const int LargestBytes = 16 << 20;

    private const string NoText = "This is not text, but a picture, a program or the like. Choose another file.";

    /// <exception cref="UnreadableException">They are no such thing; its message says why, and what to do.</exception>
    public static SourceTables Read(byte[] bytes, SourceForm form)
    {
        if (form.Kind == SourceKind.Sheet)
        {
            return SheetTables.Read(bytes, form.FirstRow);
        }

        if (form.Kind == SourceKind.Lines && SourceText.IsPlainUtf8(bytes))
        {
            // Line by line, as nearly all are: the whole of it as one text would be the larger part of the work.
            return TextTables.ByLine(bytes);
        }

        var text = SourceText.Of(bytes) ?? throw new UnreadableException(NoText);
        return form.Kind switch
        {
            SourceKind.Lines => TextTables.ByLine(text),
            SourceKind.Pairs => TextTables.Pairs(text),
            SourceKind.Checklist => TextTables.Checklist(text),
            SourceKind.Csv => CsvTables.Read(text, form.FirstRow),
            SourceKind.Json => JsonTables.Read(text, form.Rows),
            SourceKind.Xml => XmlTables.Read(text, form.Rows),
            SourceKind.News => News(text),
            _ => TextTables.Whole(text),
        };
    }

    /// <summary>What these bytes most likely are.</summary>
    /// <param name="name">Of the file, or the address: what ends on .csv is a table, though it have one column.</param>
    /// <exception cref="UnreadableException">Nothing that words could come from.</exception>
    public static SourceForm Recognised(byte[] bytes, string name)
    {
        if (SheetTables.IsPacked(bytes))
        {
            return new SourceForm(SourceKind.Sheet);
        }

        var text = (SourceText.Of(bytes) ?? throw new UnreadableException(NoText)).Trim('\uFEFF', ' ', '\r', '\n', '\t');
        return new SourceForm(
            text switch
            {
                ['{' or '[', ..] when IsJson(text, out var isNews) => isNews ? SourceKind.News : SourceKind.Json,
                ['<', ..] => OfMarkup(text),
                _ => OfText(text, Path.GetExtension(name.Split('?', '#')[0])),
            }
        );
    }

    private static SourceTables News(string text)
    {
        if (text.AsSpan().TrimStart('\uFEFF').TrimStart() is not ['{', ..])
        {
            return NewsTables.OfXml(text.TrimStart('\uFEFF', ' ', '\r', '\n', '\t'));
        }

        using var document = JsonTables.Parsed(text);
        return NewsTables.OfJson(document.RootElement);
    }

    private static bool IsJson(string text, out bool isNews)
    {
        try
        {
            using var document = JsonTables.Parsed(text);
            isNews = NewsTables.IsJsonFeed(document.RootElement);
            return true;
        }
        catch (UnreadableException)
        {
            isNews = false;
            return false;
        }
    }

    private static SourceKind OfMarkup(string text)
    {
        if (text.StartsWith("<!doctype html", StringComparison.OrdinalIgnoreCase) || text.StartsWith("<html", StringComparison.OrdinalIgnoreCase))
        {
            throw new UnreadableException("This is a web page for people. Look for an address that gives CSV, JSON, XML or news (RSS).");
        }

        try
        {
            return NewsTables.IsNews(XmlTables.Parsed(text)) ? SourceKind.News : SourceKind.Xml;
        }
        catch (UnreadableException error) when (error.InnerException is XmlException)
        {
            return SourceKind.Text;
        }
    }

    private static SourceKind OfText(string text, string extension)
    {
        if (extension.ToUpperInvariant() is ".CSV" or ".TSV" or ".TAB")
        {
            return SourceKind.Csv;
        }

        var lines = TextTables.LinesOf(text).Take(200).ToList();
        return lines.Count(TextTables.HasBox) is var boxes && boxes > 0 && boxes * 2 >= lines.Count ? SourceKind.Checklist
            : lines.Count > 1 && lines.All(TextTables.IsPair) ? SourceKind.Pairs
            : CsvTables.Is(text) ? SourceKind.Csv
            : SourceKind.Text;
    }
}
