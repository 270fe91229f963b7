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
    private const string NoElement = "There is no element in this XML. It may have been cut off.";

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
            return "This is not a path. Name the elements that lead to the rows, such as /garden/reading.";
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
        if (rows is null)
        {
            return new SourceTables(Found(document, notes), notes.All);
        }

        var table = new TableBuilder("", notes);
        foreach (var node in document.Select(Unprefixed(rows, document)).Cast<XPathNavigator>().TakeWhile(_ => table.Takes()))
        {
            if (node.NodeType == XPathNodeType.Element)
            {
                Add(node, table, notes);
            }
            else
            {
                table.Add([("value", node.Value)]);
            }
        }

        return table.Rows > 0 ? new SourceTables([table.Build()], notes.All) : throw new UnreadableException($"There is nothing at {rows}. Look at what came in, and name what leads to the rows.");
    }

    /// <summary>Its outermost element. Declarations of types are passed over, and nothing is ever fetched.</summary>
    /// <exception cref="UnreadableException">It is no XML.</exception>
    public static XPathNavigator Parsed(string text)
    {
        try
        {
            using var reader = new BoundedReader(new StringReader(text));
            var root = new XPathDocument(reader).CreateNavigator();
            return root.MoveToChild(XPathNodeType.Element) ? root : throw new UnreadableException(NoElement);
        }
        catch (XmlException error)
        {
            throw new UnreadableException(error.LineNumber > 0 ? $"This XML is broken: it goes wrong in line {error.LineNumber}. It may have been cut off." : NoElement, error);
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

        /// <summary>What a declaration of types would explain; those are passed over.</summary>
        public override void ResolveEntity() =>
            throw new UnreadableException($"Line {LineNumber} of this XML has “&{Name};”, which only a declaration of types could explain, and those are not read. Let the source write the letters themselves.");
    }

    public static XmlReaderSettings SafeSettings => new() { DtdProcessing = DtdProcessing.Ignore, XmlResolver = null, MaxCharactersFromEntities = 10_000 };

    /// <summary>The elements that have most others of their name beside them, wherever they stand; else the whole of it as one row.</summary>
    private static ImmutableArray<Table> Found(XPathNavigator root, Notes notes)
    {
        var groups = new List<(string Name, List<XPathNavigator> Rows)>();
        Gather(root, "", groups, 0);
        var tables = ImmutableArray.CreateBuilder<Table>();
        var alone = new TableBuilder("", notes);
        Add(root, alone, null);
        if (alone.Build() is { Columns.IsEmpty: false } whole)
        {
            tables.Add(whole);
        }

        foreach (var (name, rows) in groups.Take(MostTables))
        {
            var table = new TableBuilder(name, notes, rows.Count);
            foreach (var row in rows.TakeWhile(_ => table.Takes()))
            {
                Add(row, table, notes);
            }

            tables.Add(table.Build());
        }

        return tables.Count > 0 ? tables.ToImmutable() : throw new UnreadableException("There is nothing in this XML but its outermost element.");
    }

    private static void Gather(XPathNavigator parent, string name, List<(string, List<XPathNavigator>)> groups, int depth)
    {
        foreach (var (first, others) in ChildrenOf(parent))
        {
            var own = name.Length == 0 ? first.LocalName : $"{name}.{first.LocalName}";
            if (others is null)
            {
                if (depth < DeepestColumn)
                {
                    Gather(first, own, groups, depth + 1);
                }
            }
            else if (HasParts(first) || others.Any(HasParts))
            {
                groups.Add((own, [first, .. others]));
            }
        }
    }

    /// <summary>Whether there is more in an element than words.</summary>
    private static bool HasParts(XPathNavigator element)
    {
        if (element.HasAttributes)
        {
            return true;
        }

        var inside = element.MoveToChild(XPathNodeType.Element);
        if (inside)
        {
            element.MoveToParent();
        }

        return inside;
    }

    /// <summary>Adds an element as a row.</summary>
    /// <param name="notes">Takes what a row holds rows of its own under; null = those have tables of their own.</param>
    private static void Add(XPathNavigator element, TableBuilder table, Notes? notes)
    {
        Put(element, "", 0, table, notes);
        table.EndRow();
    }

    private static void Put(XPathNavigator element, string name, int depth, TableBuilder table, Notes? notes)
    {
        if (element.MoveToFirstAttribute())
        {
            do
            {
                Put(table, Own(name, element), element.Value);
            }
            while (element.MoveToNextAttribute());

            element.MoveToParent();
        }

        var children = ChildrenOf(element);
        if (children.Count == 0)
        {
            PutWords(table, name.Length == 0 ? "value" : name, element);
            return;
        }

        foreach (var (child, others) in children)
        {
            var own = Own(name, child);
            if (others is null && !HasParts(child))
            {
                PutWords(table, own, child);
            }
            else if (others is null && depth < DeepestColumn)
            {
                Put(child, own, depth + 1, table, notes);
            }
            else if (others is not null && !HasParts(child) && !others.Any(HasParts))
            {
                Put(table, own, string.Join(", ", others.Prepend(child).Select(one => one.Value.Trim())));
            }
            else
            {
                notes?.Add($"Rows hold rows of their own, “{Spelling.Clean(own)}”: those are left out. Say where the rows are to have them.");
            }
        }
    }

    private static string Own(string name, XPathNavigator part) => name.Length == 0 ? part.LocalName : $"{name}.{part.LocalName}";

    private static void PutWords(TableBuilder table, string column, XPathNavigator element)
    {
        if (element.Value.Trim() is { Length: > 0 } words)
        {
            Put(table, column, words);
        }
    }

    private static void Put(TableBuilder table, string column, string words)
    {
        if (table.ColumnOf(column) is var at and >= 0)
        {
            table.Put(at, words.Trim());
        }
    }

    /// <summary>The elements within one, by their names: the first of each, and the others of its name, where there are any. Names for which a table has no room are passed over.</summary>
    private static List<(XPathNavigator First, List<XPathNavigator>? Others)> ChildrenOf(XPathNavigator element)
    {
        var children = new List<(XPathNavigator First, List<XPathNavigator>? Others)>();
        var node = element.Clone();
        for (var any = node.MoveToChild(XPathNodeType.Element); any; any = node.MoveToNext(XPathNodeType.Element))
        {
            var at = children.FindIndex(one => one.First.LocalName == node.LocalName);
            if (at >= 0)
            {
                var (first, others) = children[at];
                others ??= [];
                others.Add(node.Clone());
                children[at] = (first, others);
            }
            else if (children.Count <= Table.MostColumns)
            {
                children.Add((node.Clone(), null));
            }
        }

        return children;
    }

    /// <summary>Names without a prefix mean elements of that name in whatever namespace: nobody who types a path has one at hand.</summary>
    private static string Unprefixed(string path, XPathNavigator root) =>
        root.NamespaceURI.Length == 0 ? path : Step().Replace(path, step => $"{step.Groups["before"].Value}*[local-name()='{step.Groups["name"].Value}']");

    [GeneratedRegex(@"^/{1,2}[\w.*@:-]+(\[[^\[\]]*\])*(/{1,2}[\w.*@:-]+(\[[^\[\]]*\])*)*$", RegexOptions.NonBacktracking)]
    private static partial Regex Location();

    [GeneratedRegex(@"\[[^\]]*\]", RegexOptions.NonBacktracking)]
    private static partial Regex Condition();

    [GeneratedRegex(@"(?<before>(^|/)/?)(?<name>[A-Za-z_][\w.-]*)", RegexOptions.None, 100)]
    private static partial Regex Step();
}
