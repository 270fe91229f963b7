using System.Collections.Immutable;
using System.Text;
using System.Text.Json;
using NodaTime;

namespace SideLamp.Core.Templates;

/// <summary>A place in a JSON document being read. What is missing or wrong is noted with its path, and a harmless value taken instead.</summary>
internal sealed record Cursor(JsonElement Element, string Path, List<Fault> Faults)
{
    private readonly HashSet<string> _asked = [];

    public bool Has(string name)
    {
        _asked.Add(name);
        return Element.ValueKind == JsonValueKind.Object && Element.TryGetProperty(name, out var value) && value.ValueKind != JsonValueKind.Null;
    }

    /// <summary>Notes what nobody asked for: most likely a slip of the pen, which would otherwise have no effect and no word about it.</summary>
    public void Finish()
    {
        foreach (var name in Element.ValueKind == JsonValueKind.Object ? Element.EnumerateObject().Select(one => one.Name) : [])
        {
            if (!_asked.Contains(name))
            {
                Fault(name, "There is no such property here.");
            }
        }
    }

    public JsonElement Raw(string name) => Element.GetProperty(name);

    public void Fault(string name, string message) => Faults.Add(new Fault(name.Length == 0 ? Path : $"{Path}/{name}", message));

    public string String(string name, string? otherwise = null)
    {
        if (Has(name) && Raw(name) is { ValueKind: JsonValueKind.String } value)
        {
            return value.GetString()!;
        }

        if (Has(name) || otherwise is null)
        {
            Fault(name, "A text in quotation marks belongs here.");
        }

        return otherwise ?? "";
    }

    public double Number(string name, double otherwise, double least, double greatest)
    {
        if (!Has(name))
        {
            return otherwise;
        }

        if (Raw(name) is { ValueKind: JsonValueKind.Number } value && value.GetDouble() is var number && number >= least && number <= greatest)
        {
            return number;
        }

        Fault(name, $"A number from {least} to {greatest} belongs here.");
        return otherwise;
    }

    public ImmutableArray<double> Numbers(string name, double least, double greatest)
    {
        if (
            Raw(name).ValueKind == JsonValueKind.Array
            && Raw(name).EnumerateArray().All(one => one.ValueKind == JsonValueKind.Number && one.GetDouble() >= least && one.GetDouble() <= greatest)
        )
        {
            return [.. Raw(name).EnumerateArray().Select(one => one.GetDouble())];
        }

        Fault(name, $"A list of numbers from {least} to {greatest} belongs here.");
        return [];
    }

    public Duration Milliseconds(string name, double otherwise, double least, double greatest) =>
        Duration.FromMilliseconds(Number(name, otherwise, least, greatest));

    public bool Flag(string name, bool otherwise)
    {
        if (!Has(name))
        {
            return otherwise;
        }

        if (Raw(name).ValueKind is JsonValueKind.True or JsonValueKind.False)
        {
            return Raw(name).GetBoolean();
        }

        Fault(name, "true or false belongs here.");
        return otherwise;
    }

    /// <summary>One of the names of an enumeration, written as <c>longText</c> or <c>long-text</c>.</summary>
    public T Word<T>(string name, T otherwise)
        where T : struct, Enum
    {
        if (!Has(name))
        {
            return otherwise;
        }

        if (
            Raw(name) is { ValueKind: JsonValueKind.String } value
            && Enum.TryParse<T>(value.GetString()!.Replace("-", "", StringComparison.Ordinal), ignoreCase: true, out var word)
            && Enum.IsDefined(word)
        )
        {
            return word;
        }

        Fault(name, $"One of these belongs here: {string.Join(", ", Enum.GetNames<T>().Select(Hyphened))}.");
        return otherwise;
    }

    public Cursor? Object(string name, bool optional = false)
    {
        if (!Has(name) && optional)
        {
            return null;
        }

        if (Has(name) && Raw(name).ValueKind == JsonValueKind.Object)
        {
            return new Cursor(Raw(name), $"{Path}/{name}", Faults);
        }

        Fault(name, "An object in braces belongs here.");
        return null;
    }

    public ImmutableArray<T> List<T>(string name, Func<Cursor, T> read)
    {
        if (Has(name) && Raw(name).ValueKind == JsonValueKind.Array)
        {
            return [.. Raw(name).EnumerateArray().Select((item, at) => read(new Cursor(item, $"{Path}/{name}/{at}", Faults)))];
        }

        Fault(name, "A list in square brackets belongs here.");
        return [];
    }

    /// <summary><c>LongText</c> as the format writes it: <c>long-text</c>.</summary>
    private static string Hyphened(string name)
    {
        var written = new StringBuilder();
        foreach (var letter in name)
        {
            if (char.IsAsciiLetterUpper(letter) && written.Length > 0)
            {
                written.Append('-');
            }

            written.Append(char.ToLowerInvariant(letter));
        }

        return written.ToString();
    }
}
