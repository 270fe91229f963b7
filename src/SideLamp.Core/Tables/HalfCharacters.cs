using System.Globalization;
using System.Text;

namespace SideLamp.Core.Tables;

/// <summary>Escapes in JSON that are half a character, such as `\ud83d` alone: JSON allows them, and no text can hold them. Source: RFC 8259, section 8.2.</summary>
internal static class HalfCharacters
{
    private const int Length = 6;

    /// <summary>The same JSON, with U+FFFD in place of each.</summary>
    public static string Mended(string json)
    {
        StringBuilder? mended = null;
        for (var at = json.IndexOf('\\', StringComparison.Ordinal); at >= 0 && at < json.Length;)
        {
            var step = UnitAt(json, at) is not { } unit ? 2
                : char.IsHighSurrogate(unit) && UnitAt(json, at + Length) is { } next && char.IsLowSurrogate(next) ? 2 * Length
                : Length;
            if (step == Length && char.IsSurrogate(UnitAt(json, at)!.Value))
            {
                (mended ??= new StringBuilder(json)).Replace(json.AsSpan(at, Length), "\\ufffd", at, Length);
            }

            at = at + step < json.Length ? json.IndexOf('\\', at + step) : -1;
        }

        return mended?.ToString() ?? json;
    }

    /// <summary>The UTF-16 unit that an escape stands for; null = none begins here.</summary>
    private static char? UnitAt(string json, int at) =>
        at + Length <= json.Length && json[at] == '\\' && json[at + 1] == 'u' && ushort.TryParse(json.AsSpan(at + 2, Length - 2), NumberStyles.AllowHexSpecifier, CultureInfo.InvariantCulture, out var unit) ? (char)unit : null;
}
