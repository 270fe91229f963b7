using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using Json.Pointer;

namespace SideLamp.Core.Tables;

/// <summary>JSON as tables: a list of objects is one, its objects the rows; objects within them become dotted columns. Source: RFC 8259.</summary>
public static class JsonTables
{
    private const int MostTables = 20;
    private const int Deepest = 64;
    private const int DeepestColumn = 8;

    public static string? FaultIn(string pointer) =>
        JsonPointer.TryParse(pointer, out _) ? null : "This is not a JSON Pointer. It begins with / and names what leads to the list, such as /data/rows.";

    public static SourceTables Read(string text, string? rows)
    {
        using var document = Parsed(text);
        if (NewsTables.IsJsonFeed(document.RootElement) && rows is null)
        {
            return NewsTables.OfJson(document.RootElement);
        }

        var notes = new Notes();
        if (rows is null)
        {
            return new SourceTables(Found(document.RootElement, notes), notes.All);
        }

        return JsonPointer.Parse(rows).Evaluate(document.RootElement) is { } chosen
            ? new SourceTables([TableOf("", chosen, notes)], notes.All)
            : throw new UnreadableException($"There is nothing at {rows}. Look at what came in, and name what leads to the list.");
    }

    /// <summary>JSON whose texts can all be read.</summary>
    /// <exception cref="UnreadableException">It is no JSON.</exception>
    public static JsonDocument Parsed(string text)
    {
        try
        {
            return JsonDocument.Parse(HalfCharacters.Mended(text), new JsonDocumentOptions { MaxDepth = Deepest, CommentHandling = JsonCommentHandling.Skip, AllowTrailingCommas = true });
        }
        catch (JsonException error)
        {
            var place = error.LineNumber is { } line ? $" in line {line + 1}" : "";
            throw new UnreadableException($"This JSON is broken: it goes wrong{place}. It may have been cut off, or be nested more than {Deepest} deep.", error);
        }
    }

    /// <summary>What stands alone first, as one row; then each list of objects.</summary>
    private static ImmutableArray<Table> Found(JsonElement root, Notes notes)
    {
        var tables = ImmutableArray.CreateBuilder<Table>();
        if (root.ValueKind != JsonValueKind.Object)
        {
            return [TableOf("", root, notes)];
        }

        var lists = new List<(string Name, JsonElement List)>();
        Gather(root, "", lists, 0);
        var alone = new TableBuilder("", notes);
        new JsonShape(alone, "", lists.Select(one => one.Name).ToHashSet(StringComparer.Ordinal), 0).Fill(root);
        alone.EndRow();
        if (alone.Build() is { Columns.IsEmpty: false } table)
        {
            tables.Add(table);
        }

        foreach (var (name, list) in lists)
        {
            if (tables.Count == MostTables)
            {
                notes.Add($"It has more than {MostTables} lists: the first {MostTables} are used. Say where the rows are to have another one.");
                break;
            }

            tables.Add(TableOf(name, list, notes));
        }

        return tables.Count > 0 ? tables.ToImmutable() : throw new UnreadableException("There is nothing in this JSON: it is an empty object.");
    }

    /// <summary>The lists of objects, by their dotted names.</summary>
    private static void Gather(JsonElement element, string name, List<(string, JsonElement)> lists, int depth)
    {
        foreach (var member in element.EnumerateObject())
        {
            var own = name.Length == 0 ? member.Name : $"{name}.{member.Name}";
            if (IsTable(member.Value))
            {
                lists.Add((Spelling.Clean(own), member.Value));
            }
            else if (member.Value.ValueKind == JsonValueKind.Object && depth < DeepestColumn)
            {
                Gather(member.Value, own, lists, depth + 1);
            }
        }
    }

    private static bool IsTable(JsonElement value) => value.ValueKind == JsonValueKind.Array && value.EnumerateArray().Any(one => one.ValueKind == JsonValueKind.Object);

    private static Table TableOf(string name, JsonElement rows, Notes notes)
    {
        var table = new TableBuilder(name, notes);
        var shape = new JsonShape(table, "", null, 0);
        if (rows.ValueKind != JsonValueKind.Array)
        {
            Add(rows);
            return table.Build();
        }

        foreach (var row in rows.EnumerateArray())
        {
            if (!table.Takes())
            {
                break;
            }

            Add(row);
        }

        return table.Build();

        void Add(JsonElement row)
        {
            if (row.ValueKind == JsonValueKind.Object)
            {
                shape.Fill(row);
                table.EndRow();
            }
            else
            {
                table.Add(CellsOf(row));
            }
        }
    }

    /// <summary>The cells of a row that is no object: of a list each, else the one value.</summary>
    private static IEnumerable<(string Column, string Cell)> CellsOf(JsonElement row) =>
        row.ValueKind == JsonValueKind.Array ? row.EnumerateArray().Select((cell, at) => ($"column {(at + 1).ToString(CultureInfo.InvariantCulture)}", TextOf(cell))) : [("value", TextOf(row))];

    /// <summary>A list of plain values is one cell, its values parted by commas.</summary>
    public static string TextOf(JsonElement value) =>
        value.ValueKind switch
        {
            JsonValueKind.Null or JsonValueKind.Undefined => "",
            JsonValueKind.String => value.GetString()!,
            JsonValueKind.Array when value.EnumerateArray().All(one => one.ValueKind is not (JsonValueKind.Object or JsonValueKind.Array)) => string.Join(", ", value.EnumerateArray().Select(TextOf)),
            _ => value.GetRawText(),
        };
}
