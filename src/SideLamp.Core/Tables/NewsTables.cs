using System.Globalization;
using System.ServiceModel.Syndication;
using System.Text.Json;
using System.Xml;
using System.Xml.XPath;
using AngleSharp.Html.Parser;

namespace SideLamp.Core.Tables;

/// <summary>News: a row for each item, newest as the source has it. Sources: RSS 2.0, RFC 4287 (Atom), JSON Feed 1.1.</summary>
internal static class NewsTables
{
    private static readonly string[] Columns = ["title", "text", "link", "author", "published", "picture"];

    public static bool IsNews(XPathNavigator root) =>
        root is { LocalName: "rss", NamespaceURI: "" } or { LocalName: "feed", NamespaceURI: "http://www.w3.org/2005/Atom" };

    public static bool IsJsonFeed(JsonElement root) => TextOf(root, "version").StartsWith("https://jsonfeed.org/version/", StringComparison.Ordinal);

    public static SourceTables OfXml(string text)
    {
        using var reader = XmlReader.Create(new StringReader(text), XmlTables.SafeSettings);
        var rss = new Rss20FeedFormatter { DateTimeParser = Date };
        var atom = new Atom10FeedFormatter { DateTimeParser = Date };
        // The library throws whatever it meets, and says of none of it that it may.
        try
        {
            SyndicationFeedFormatter formatter = rss.CanRead(reader) ? rss : atom;
            formatter.ReadFrom(reader);
            return Rows(formatter.Feed.Items.Select(item => RowOf(item)));
        }
        catch (Exception error) when (error is not OutOfMemoryException)
        {
            throw new UnreadableException("This news feed (RSS 2.0 or Atom) is broken. The source may be broken, or cut off.", error);
        }
    }

    public static SourceTables OfJson(JsonElement root) =>
        !root.TryGetProperty("items", out var items) || items.ValueKind != JsonValueKind.Array
            ? throw new UnreadableException("This JSON Feed has no items.")
            : Rows(items.EnumerateArray().Where(item => item.ValueKind == JsonValueKind.Object).Select(RowOf));

    /// <summary>The words of HTML, as they would be read: without tags, scripts and styles.</summary>
    public static string WordsOf(string html)
    {
        if (!html.Contains('<', StringComparison.Ordinal) && !html.Contains('&', StringComparison.Ordinal))
        {
            return html.Trim();
        }

        using var document = new HtmlParser().ParseDocument(html.Length > LongestHtml ? html[..LongestHtml] : html);
        foreach (var unread in document.QuerySelectorAll("script, style, template, noscript"))
        {
            unread.Remove();
        }

        // Blocks stand apart, though nothing but their tags parts them.
        foreach (var block in document.QuerySelectorAll("p, br, div, li, h1, h2, h3, h4, h5, h6, tr, blockquote"))
        {
            block.After(document.CreateTextNode(" "));
        }

        return string.Join(' ', (document.Body?.TextContent ?? "").Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries));
    }

    private const int LongestHtml = 100_000;

    private static SourceTables Rows(IEnumerable<string[]> rows)
    {
        var notes = new Notes();
        var table = new TableBuilder("", notes);
        table.Head(Columns);
        foreach (var row in rows.TakeWhile(_ => table.Takes()))
        {
            table.Add(row);
        }

        return new SourceTables([table.Build()], notes.All);
    }

    private static string[] RowOf(SyndicationItem item)
    {
        var encoded = item.ElementExtensions.FirstOrDefault(one => one is { OuterName: "encoded", OuterNamespace: "http://purl.org/rss/1.0/modules/content/" })?.GetObject<XmlElement>()?.InnerText;
        var whole = (item.Content as TextSyndicationContent)?.Text;
        var when = item.PublishDate != default ? item.PublishDate : item.LastUpdatedTime;
        return
        [
            WordsOf(item.Title?.Text ?? ""),
            WordsOf(item.Summary?.Text ?? whole ?? encoded ?? ""),
            LinkOf(item, link => link.RelationshipType is null or "alternate"),
            string.Join(", ", item.Authors.Select(author => author.Name ?? author.Email).Where(name => !string.IsNullOrWhiteSpace(name))),
            when == default ? "" : Rfc3339(when),
            PictureOf(item),
        ];
    }

    private static string LinkOf(SyndicationItem item, Func<SyndicationLink, bool> which) => item.Links.FirstOrDefault(which) is { } link ? (link.GetAbsoluteUri() ?? link.Uri)?.ToString() ?? "" : "";

    private static string PictureOf(SyndicationItem item)
    {
        if (LinkOf(item, link => link.RelationshipType == "enclosure" && link.MediaType?.StartsWith("image/", StringComparison.Ordinal) == true) is { Length: > 0 } enclosed)
        {
            return enclosed;
        }

        var media = item.ElementExtensions.FirstOrDefault(one => one is { OuterName: "thumbnail" or "content", OuterNamespace: "http://search.yahoo.com/mrss/" });
        return media?.GetObject<XmlElement>()?.GetAttribute("url") ?? "";
    }

    private static string[] RowOf(JsonElement item)
    {
        var html = TextOf(item, "content_html");
        var text = TextOf(item, "content_text");
        var summary = TextOf(item, "summary");
        var author = item.TryGetProperty("authors", out var authors) && authors.ValueKind == JsonValueKind.Array && authors.GetArrayLength() > 0 ? authors[0] : item.TryGetProperty("author", out var old) ? old : default;
        var published = TextOf(item, "date_published");
        return
        [
            TextOf(item, "title"),
            summary.Length > 0 ? summary : text.Length > 0 ? text : WordsOf(html),
            TextOf(item, "url"),
            TextOf(author, "name"),
            FeedDates.Parse(published) is { } when ? Rfc3339(when) : published,
            TextOf(item, "image"),
        ];
    }

    private static string TextOf(JsonElement element, string name) =>
        element.ValueKind == JsonValueKind.Object && element.TryGetProperty(name, out var value) && value.ValueKind == JsonValueKind.String ? value.GetString()! : "";

    private static string Rfc3339(DateTimeOffset when) => when.UtcDateTime.ToString("yyyy-MM-ddTHH:mm:ssZ", CultureInfo.InvariantCulture);

    /// <summary>A date that cannot be read is none: the rest of the item is worth having.</summary>
    private static bool Date(XmlDateTimeData data, out DateTimeOffset when)
    {
        when = FeedDates.Parse(data.DateTimeString) ?? default;
        return true;
    }
}
