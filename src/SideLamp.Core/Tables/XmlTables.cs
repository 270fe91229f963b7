using System.Collections.Immutable;
using System.Text.RegularExpressions;
using System.Xml;
using System.Xml.XPath;

namespace SideLamp.Core.Tables;

/// <summary>XML as tables: elements of one name beside each other are rows; their attributes and elements the columns.</summary>
internal static partial class XmlTables
{
    private const int MostTables = 20;
    private const int MostNodes = 200_000;
    private const int Deepest = 100;
    private const int DeepestColumn = 8;

    /// <summary>What is wrong with a path; null when it is one.</summary>
    public static string? FaultIn(string path)
    {
        // Location paths alone, that go down once: whatever goes up, sideways or deep twice can be made to take for ever.
        var plain = Condition().Replace(path, "");
        if (!Location().IsMatch(path) || plain.Split("//").Length > 2 || Turns(plain) || Condition().Matches(path).Any(one => Turns(one.Value) || one.Value.Contains("//", StringComparison.Ordinal)))
        {
            return "Name the elements that lead to the rows, such as /garden/reading or //reading[@kind='night'].";
        }

        try
        {
            return XPathExpression.Compile(path).ReturnType == XPathResultType.NodeSet ? null : "This finds no elements. Name what leads to the rows, such as /garden/reading.";
        }
        catch (XPathException)
        {
            return "This is no path. Name the elements that lead to the rows, such as /garden/reading.";
        }
    }

    /// <summary>Whether a path goes elsewhere than down, or asks for the last, which is looked for anew at each node.</summary>
    private static bool Turns(string path) => path.Contains("..", StringComparison.Ordinal) || path.Contains("::", StringComparison.Ordinal) || path.Contains("last(", StringComparison.Ordinal);

    public static SourceTables Read(string text, string? rows)
    {
        var document = Parsed(text);
        if (NewsTables.IsNews(document) && rows is null)
        {
            return NewsTables.OfXml(text);
        }

        var notes = new Notes();
        var root = document.DocumentElement!;
        if (rows is null)
        {
            return new SourceTables(Found(root, notes), notes.All);
        }

        var table = new TableBuilder("", notes);
        var nodes = document.CreateNavigator()!.Select(Unprefixed(rows, document));
        foreach (var node in nodes.Cast<XPathNavigator>().TakeWhile(_ => table.Takes()))
        {
            table.Add(node.UnderlyingObject is XmlElement element ? CellsOf(element, notes) : [("value", node.Value)]);
        }

        return table.Rows > 0 ? new SourceTables([table.Build()], notes.All) : throw new UnreadableException($"There is nothing at {rows}. Look at what came in, and name what leads to the rows.");
    }

    /// <summary>Declarations of types are passed over, and nothing is ever fetched.</summary>
    /// <exception cref="UnreadableException">It is no XML.</exception>
    public static XmlDocument Parsed(string text)
    {
        try
        {
            using var reader = new BoundedReader(new StringReader(text));
            var document = new XmlDocument { XmlResolver = null };
            document.Load(reader);
            return document;
        }
        catch (XmlException error)
        {
            throw new UnreadableException($"This is no whole XML: it goes wrong in line {error.LineNumber}. It may have been cut off.", error);
        }
    }

    /// <summary>Refuses what would take a hundred times its letters, or more steps into it than there is room for, while it is built.</summary>
    private sealed class BoundedReader : XmlTextReader
    {
        private int _count;

        public BoundedReader(TextReader text)
            : base(text)
        {
            (DtdProcessing, XmlResolver, Normalization) = (DtdProcessing.Ignore, null, true);
        }

        public override bool Read() =>
            ++_count > MostNodes || Depth > Deepest ? throw new UnreadableException($"This XML has more than {MostNodes:N0} nodes, or nests more than {Deepest} deep. Let the source give less of it.") : base.Read();
    }

    public static XmlReaderSettings SafeSettings => new() { DtdProcessing = DtdProcessing.Ignore, XmlResolver = null, MaxCharactersFromEntities = 10_000 };

    /// <summary>The elements that have most others of their name beside them, wherever they stand; else the whole of it as one row.</summary>
    private static ImmutableArray<Table> Found(XmlElement root, Notes notes)
    {
        var groups = new List<(string Name, List<XmlElement> Rows)>();
        Gather(root, "", groups, 0);
        var tables = ImmutableArray.CreateBuilder<Table>();
        var alone = new TableBuilder("", notes);
        alone.Add(CellsOf(root, null));
        if (alone.Build() is { Columns.IsEmpty: false } whole)
        {
            tables.Add(whole);
        }

        foreach (var (name, rows) in groups.Take(MostTables))
        {
            var table = new TableBuilder(name, notes, rows.Count);
            foreach (var row in rows.TakeWhile(_ => table.Takes()))
            {
                table.Add(CellsOf(row, notes));
            }

            tables.Add(table.Build());
        }

        return tables.Count > 0 ? tables.ToImmutable() : throw new UnreadableException("There is nothing in this XML but its outermost element.");
    }

    private static void Gather(XmlElement parent, string name, List<(string, List<XmlElement>)> groups, int depth)
    {
        foreach (var group in parent.ChildNodes.OfType<XmlElement>().GroupBy(one => one.LocalName))
        {
            var own = name.Length == 0 ? group.Key : $"{name}.{group.Key}";
            var rows = group.ToList();
            if (rows.Count > 1 && rows.Any(HasParts))
            {
                groups.Add((own, rows));
            }
            else if (rows is [var only] && depth < DeepestColumn)
            {
                Gather(only, own, groups, depth + 1);
            }
        }
    }

    private static bool HasParts(XmlElement element)
    {
        for (var node = element.HasAttributes ? null : element.FirstChild; node is not null; node = node.NextSibling)
        {
            if (node is XmlElement)
            {
                return true;
            }
        }

        return element.HasAttributes;
    }

    /// <param name="notes">Takes what a row holds rows of its own under; null = those have tables of their own.</param>
    private static IEnumerable<(string Column, string Cell)> CellsOf(XmlElement element, Notes? notes) => Cells(element, "", 0, notes);

    private static IEnumerable<(string Column, string Cell)> Cells(XmlElement element, string name, int depth, Notes? notes)
    {
        string Own(string part) => name.Length == 0 ? part : $"{name}.{part}";
        for (var at = 0; element.HasAttributes && at < element.Attributes.Count; at++)
        {
            var attribute = element.Attributes[at];
            if (attribute.Prefix == "xmlns" || attribute.Name == "xmlns")
            {
                continue;
            }

            yield return (Own(attribute.LocalName), attribute.Value.Trim());
        }

        var children = ChildrenOf(element);
        if (children.Count == 0)
        {
            if (element.InnerText.Trim() is { Length: > 0 } words)
            {
                yield return (name.Length == 0 ? "value" : name, words);
            }

            yield break;
        }

        foreach (var (child, others) in children)
        {
            var own = Own(child.LocalName);
            if (others is null && !HasParts(child))
            {
                if (child.InnerText.Trim() is { Length: > 0 } words)
                {
                    yield return (own, words);
                }
            }
            else if (others is null && depth < DeepestColumn)
            {
                foreach (var cell in Cells(child, own, depth + 1, notes))
                {
                    yield return cell;
                }
            }
            else if (others is not null && !others.Prepend(child).Any(HasParts))
            {
                yield return (own, string.Join(", ", others.Prepend(child).Select(one => one.InnerText.Trim())));
            }
            else
            {
                notes?.Add($"Rows hold rows of their own, “{Spelling.Clean(own)}”: those are left out. Say where the rows are to have them.");
            }
        }
    }

    /// <summary>The elements within one, by their names: the first of each, and the others of its name, where there are any. Names for which a table has no room are passed over.</summary>
    private static List<(XmlElement First, List<XmlElement>? Others)> ChildrenOf(XmlElement element)
    {
        var children = new List<(XmlElement First, List<XmlElement>? Others)>();
        for (var node = element.FirstChild; node is not null; node = node.NextSibling)
        {
            if (node is not XmlElement child)
            {
                continue;
            }

            var at = children.FindIndex(one => one.First.LocalName == child.LocalName);
            if (at >= 0)
            {
                var (first, others) = children[at];
                others ??= [];
                others.Add(child);
                children[at] = (first, others);
            }
            else if (children.Count <= Table.MostColumns)
            {
                children.Add((child, null));
            }
        }

        return children;
    }

    /// <summary>Names without a prefix mean elements of that name in whatever namespace: nobody who types a path has one at hand.</summary>
    private static string Unprefixed(string path, XmlDocument document) =>
        document.DocumentElement!.NamespaceURI.Length == 0 ? path : Step().Replace(path, step => $"{step.Groups["before"].Value}*[local-name()='{step.Groups["name"].Value}']");

    [GeneratedRegex(@"^/{1,2}[\w.*@:-]+(\[[^\[\]]*\])*(/{1,2}[\w.*@:-]+(\[[^\[\]]*\])*)*$", RegexOptions.NonBacktracking)]
    private static partial Regex Location();

    [GeneratedRegex(@"\[[^\]]*\]", RegexOptions.NonBacktracking)]
    private static partial Regex Condition();

    [GeneratedRegex(@"(?<before>(^|/)/?)(?<name>[A-Za-z_][\w.-]*)", RegexOptions.None, 100)]
    private static partial Regex Step();
}
