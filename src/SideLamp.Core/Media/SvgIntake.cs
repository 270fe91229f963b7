using System.Text.RegularExpressions;
using System.Xml;
using System.Xml.Linq;

namespace SideLamp.Core.Media;

/// <summary>Whether an SVG picture is whole, and can be drawn without holding up a page: a few lines that refer to one another can be a million shapes.</summary>
internal static partial class SvgIntake
{
    private const string Space = "http://www.w3.org/2000/svg";

    /// <summary>Elements, with all that references draw again.</summary>
    private const long MostDrawn = 100_000;

    private const int MostElements = 50_000;
    private const int DeepestTree = 200;

    /// <summary>Each is worked out pixel by pixel, again for every picture of a motion.</summary>
    private const int MostFiltered = 12;

    /// <summary>These take seconds at the size of a frame.</summary>
    private static readonly string[] Slow = ["feTurbulence", "feConvolveMatrix", "feDiffuseLighting", "feSpecularLighting"];

    /// <returns>What is wrong, in a sentence; null = nothing.</returns>
    public static string? TroubleOf(byte[] bytes)
    {
        try
        {
            using var reader = XmlReader.Create(new MemoryStream(bytes), new XmlReaderSettings { DtdProcessing = DtdProcessing.Ignore, XmlResolver = null, MaxCharactersInDocument = bytes.Length });
            reader.MoveToContent();
            if (reader.LocalName != "svg" || reader.NamespaceURI != Space)
            {
                return "This is XML, but no SVG picture: its first element must be <svg xmlns=\"http://www.w3.org/2000/svg\">.";
            }

            // Counted before it is built.
            return TooMuch(bytes) ?? TroubleOf(XElement.Load(reader));
        }
        catch (XmlException error)
        {
            return $"The SVG picture is damaged at line {error.LineNumber}, place {error.LinePosition}.";
        }
    }

    private static string? TooMuch(byte[] bytes)
    {
        using var reader = XmlReader.Create(new MemoryStream(bytes), new XmlReaderSettings { DtdProcessing = DtdProcessing.Ignore, XmlResolver = null });
        var elements = 0;
        while (reader.Read())
        {
            elements += reader.NodeType == XmlNodeType.Element ? 1 : 0;
            if (elements > MostElements || reader.Depth > DeepestTree)
            {
                return $"The SVG picture has more than {MostElements:N0} elements, or is nested too deeply. Save it simpler, or as a PNG.";
            }
        }

        return null;
    }

    private static string? TroubleOf(XElement root)
    {
        var all = root.DescendantsAndSelf().ToList();
        if (all.Find(one => Slow.Contains(one.Name.LocalName)) is { } slow)
        {
            return $"The SVG picture has a filter ({slow.Name.LocalName}) that takes too long to draw. Save it as a PNG.";
        }

        if (all.Count(one => one.Attributes().Any(attribute => attribute.Name.LocalName == "filter" || (attribute.Name.LocalName == "style" && attribute.Value.Contains("filter", StringComparison.Ordinal)))) > MostFiltered)
        {
            return $"The SVG picture draws through filters more than {MostFiltered} times. Save it as a PNG.";
        }

        var named = all.Where(one => one.Attribute("id") is not null).GroupBy(one => one.Attribute("id")!.Value).ToDictionary(group => group.Key, group => group.First());
        return DrawnBy(root, named, new Dictionary<XElement, long>()) > MostDrawn ? "The SVG picture refers to its own parts again and again: it would be drawn too slowly. Save it as a PNG." : null;
    }

    /// <summary>How many elements are drawn for one, with what it refers to. A circle counts as too many.</summary>
    private static long DrawnBy(XElement element, Dictionary<string, XElement> named, Dictionary<XElement, long> known)
    {
        if (known.TryGetValue(element, out var count))
        {
            return count;
        }

        // While it is being counted it is without end.
        known[element] = MostDrawn + 1;
        var sum = 1L;
        foreach (var child in element.Elements())
        {
            sum = Math.Min(MostDrawn + 1, sum + DrawnBy(child, named, known));
        }

        foreach (var target in element.Attributes().SelectMany(attribute => References().Matches(attribute.Value)).Select(match => match.Groups[1].Value))
        {
            sum = Math.Min(MostDrawn + 1, sum + (named.TryGetValue(target, out var other) ? DrawnBy(other, named, known) : 0));
        }

        return known[element] = sum;
    }

    [GeneratedRegex(@"(?:^\s*|url\(\s*['""]?)#([^'"")\s]+)")]
    private static partial Regex References();
}
