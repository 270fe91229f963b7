using System.Text.Json;

namespace SideLamp.Core.Tables;

/// <summary>
/// What the objects of one list are made of: which column of the table each member fills. Objects in a list are alike, so the
/// member that comes next is the one that came next in the object before: its name is compared, and not made anew each time.
/// </summary>
/// <param name="name">The dotted name of the object; empty = it is the row itself.</param>
/// <param name="without">Dotted names of what has a table of its own; null = nothing has.</param>
internal sealed class JsonShape(TableBuilder table, string name, HashSet<string>? without, int depth)
{
    private const int Deepest = 8;

    private readonly List<Member> _members = [];

    /// <summary>Puts the cells of an object into the row that the table is at.</summary>
    public void Fill(JsonElement element)
    {
        var at = 0;
        foreach (var property in element.EnumerateObject())
        {
            at = PlaceOf(property, at);
            var member = _members[at++];
            if (member.Name is not { } own)
            {
                continue;
            }

            if (property.Value.ValueKind == JsonValueKind.Object && depth < Deepest)
            {
                (member.Inner ??= new JsonShape(table, own, without, depth + 1)).Fill(property.Value);
            }
            else if ((member.Column ??= table.ColumnOf(own)) is { } column && column >= 0)
            {
                table.Put(column, JsonTables.TextOf(property.Value));
            }
        }
    }

    private int PlaceOf(JsonProperty property, int guess)
    {
        if (guess < _members.Count && property.NameEquals(_members[guess].Raw))
        {
            return guess;
        }

        var known = _members.FindIndex(member => property.NameEquals(member.Raw));
        if (known >= 0)
        {
            return known;
        }

        var raw = property.Name;
        var own = Spelling.Clean(name.Length == 0 ? raw : $"{name}.{raw}");
        _members.Add(new Member(raw, without?.Contains(own) == true ? null : own));
        return _members.Count - 1;
    }

    /// <param name="Raw">As it stands in the source.</param>
    /// <param name="Name">Dotted, as its column is called; null = it has a table of its own.</param>
    private sealed record Member(string Raw, string? Name)
    {
        /// <summary>Of a value; null = it has not been asked for, negative = there is no room for it.</summary>
        public int? Column { get; set; }

        /// <summary>Of an object.</summary>
        public JsonShape? Inner { get; set; }
    }
}
