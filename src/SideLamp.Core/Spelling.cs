using System.Text;

namespace SideLamp.Core;

/// <summary>What text can be spelled, kept and shaped: everything but halves of characters, noncharacters and control characters.</summary>
public static class Spelling
{
    /// <summary>The text without what has no spelling; line breaks and tabs stay. The same object where there is nothing to take out.</summary>
    public static string Clean(string text) => IsClean(text) ? text : Cleaned(text);

    /// <summary>Source: Unicode, noncharacters: U+FDD0 to U+FDEF, and the last two code points of each plane.</summary>
    public static bool IsNoncharacter(int rune) => rune is >= 0xFDD0 and <= 0xFDEF || (rune & 0xFFFE) == 0xFFFE;

    private static bool IsClean(string text)
    {
        if (!text.AsSpan().ContainsAnyExceptInRange(' ', '~'))
        {
            return true;
        }

        foreach (var letter in text)
        {
            // Most text needs no closer look. Astral noncharacters come as pairs of surrogates.
            if (letter < ' ' ? letter is not ('\n' or '\r' or '\t') : letter is >= '\x7F' and <= '\x9F' || letter >= '\uD800')
            {
                return false;
            }
        }

        return true;
    }

    private static string Cleaned(string text)
    {
        var clean = new StringBuilder(text.Length);
        for (var at = 0; at < text.Length; at++)
        {
            // Lone halves are no runes, and go.
            if (!Rune.TryGetRuneAt(text, at, out var rune))
            {
                continue;
            }

            at += rune.Utf16SequenceLength - 1;
            if (!IsNoncharacter(rune.Value) && (!Rune.IsControl(rune) || rune.Value is '\n' or '\r' or '\t' or 0x85 or '\v' or '\f'))
            {
                clean.Append(rune);
            }
        }

        return clean.ToString();
    }
}
