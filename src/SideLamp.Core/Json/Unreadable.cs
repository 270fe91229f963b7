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
        return new Fault(PointerOf(error.Path) + (missing.Success ? "/" + missing.Groups[1].Value : ""), MessageOf(error));
    }

    /// <param name="message">A whole sentence: what is wrong and what to do.</param>
    internal static JsonException Because(string message) => new(Own + message);

    private static string MessageOf(JsonException error)
    {
        if (error.Message.StartsWith(Own, StringComparison.Ordinal))
        {
            return error.Message[Own.Length..].Split(" Path: ")[0];
        }

        // Only the kind of complaint is taken from the reader's own words, which name types.
        return error.Message switch
        {
            var one when one.Contains("missing required", StringComparison.Ordinal) => "Something that belongs here is missing.",
            var one when one.Contains("non-nullable", StringComparison.OrdinalIgnoreCase) || one.Contains("null", StringComparison.OrdinalIgnoreCase) => "There is no value here, and one is needed.",
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
