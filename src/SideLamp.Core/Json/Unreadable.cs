using System.Text.Json;
using System.Text.RegularExpressions;

namespace SideLamp.Core.Json;

/// <summary>Says in words for a person why JSON could not be read: never with names of our own types.</summary>
public static partial class Unreadable
{
    /// <summary>Begins the messages that our own converters write; all others are the reader's, for programmers.</summary>
    internal const string Own = "\u200B";

    private const int LongestPath = 200;

    /// <summary>Where the JSON stopped making sense, as far as its reader can tell.</summary>
    public static Fault FaultOf(JsonException error)
    {
        // Of what is missing the reader tells the names, but not the place.
        var missing = Missing().Match(error.Message);
        var inner = error.Message.StartsWith(Own, StringComparison.Ordinal) && error.Message.Split(Own) is [_, _, var below, ..] ? below : "";
        return new Fault(PointerOf(error.Path) + inner + (missing.Success ? "/" + missing.Groups[1].Value : ""), MessageOf(error));
    }

    /// <param name="message">A whole sentence: what is wrong and what to do.</param>
    internal static JsonException Because(string message) => new(Own + message);

    /// <summary>Reads a value within another; what is wrong in it is told with its place.</summary>
    internal static T Inner<T>(ref Utf8JsonReader reader, JsonSerializerOptions options, string where)
    {
        try
        {
            return JsonSerializer.Deserialize<T>(ref reader, options)!;
        }
        catch (JsonException error)
        {
            throw Within(where, error);
        }
    }

    /// <summary>The same complaint from within a list or a value of ours, whose reader does not know where it stands: the place is told on.</summary>
    /// <param name="where">A JSON Pointer from there, such as <c>/3</c>.</param>
    internal static JsonException Within(string where, JsonException error)
    {
        var fault = FaultOf(error);
        return new($"{Own}{fault.Message}{Own}{where}{fault.Path}");
    }

    private static string MessageOf(JsonException error)
    {
        if (error.Message.StartsWith(Own, StringComparison.Ordinal))
        {
            return error.Message.Split(Own)[1];
        }

        // Only the kind of complaint is taken from the reader's own words, which name types.
        return error.Message switch
        {
            var one when one.Contains("missing required", StringComparison.Ordinal) => "Something that belongs here is missing.",
            var one when one.Contains("non-nullable", StringComparison.OrdinalIgnoreCase) || one.Contains("null", StringComparison.OrdinalIgnoreCase) => "There is no value here, and one is needed.",
            var one when one.Contains("could not be mapped", StringComparison.Ordinal) => "Nothing of this name belongs here. Reload the page, if a page of Side Lamp sent it.",
            var one when one.Contains("could not be converted", StringComparison.Ordinal) => "The value here is of another kind than belongs there.",
            var one when one.Contains("depth", StringComparison.Ordinal) => "This is nested too deeply.",
            _ => error.LineNumber is { } line ? $"This is not JSON: look at line {line + 1}, place {(error.BytePositionInLine ?? 0) + 1}." : "This cannot be read as JSON.",
        };
    }

    [GeneratedRegex("missing required properties including: '([^']{1,60})'")]
    private static partial Regex Missing();

    /// <summary><c>$.brand.palette.plate</c> as a JSON Pointer.</summary>
    private static string PointerOf(string? path)
    {
        var pointer = (path ?? "").TrimStart('$').Replace("['", ".", StringComparison.Ordinal).Replace("']", "", StringComparison.Ordinal).Replace("[", "/", StringComparison.Ordinal).Replace("]", "", StringComparison.Ordinal).Replace('.', '/');
        return pointer.Length > LongestPath ? pointer[..LongestPath] : pointer;
    }
}
