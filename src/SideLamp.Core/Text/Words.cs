using System.Globalization;
using System.Text;
using SideLamp.Core.Templates;

namespace SideLamp.Core.Text;

/// <summary>Makes words from anywhere safe to show and to lay out.</summary>
public static class Words
{
    private const int MostMarks = 4;

    /// <summary>
    /// One spelling (Unicode NFC), no control characters, no bidi overrides, at most four combining marks on a letter.
    /// In a single-line field line breaks and tabs become spaces.
    /// </summary>
    public static string Clean(string text, FieldKind kind)
    {
        var clean = new StringBuilder(text.Length);
        var marks = 0;
        foreach (var rune in Normal(text).EnumerateRunes())
        {
            var category = Rune.GetUnicodeCategory(rune);
            marks = category is UnicodeCategory.NonSpacingMark or UnicodeCategory.EnclosingMark ? marks + 1 : 0;
            if (marks > MostMarks || IsBidiControl(rune.Value))
            {
                continue;
            }

            if (rune.Value is '\n' or '\r' or '\t' or 0x2028 or 0x2029 or 0x85 or '\v' or '\f')
            {
                clean.Append(rune.Value == '\t' ? (kind == FieldKind.List ? '\t' : ' ') : kind is FieldKind.LongText or FieldKind.List ? '\n' : ' ');
            }
            else if (category is not (UnicodeCategory.Control or UnicodeCategory.Surrogate) && rune.Value != 0xFEFF)
            {
                clean.Append(rune);
            }
        }

        var single = clean.ToString();
        return single.Length > Field.Longest ? Cut(single) : single;
    }

    /// <summary>CRLF counts as one break. What has no spelling is gone already, or normalising would throw.</summary>
    private static string Normal(string text) => Spelled(text.Replace("\r\n", "\n", StringComparison.Ordinal));

    /// <summary>The app's own marks of emphasis are noncharacters, and stay.</summary>
    private static string Spelled(string text) =>
        text.Any(Emphasis.IsMark) ? string.Concat(Emphasis.Runs(text).Select(run => run.Length == 1 && Emphasis.IsMark(run[0]) ? run : Spelling.Clean(run).Normalize(NormalizationForm.FormC))) : Spelling.Clean(text).Normalize(NormalizationForm.FormC);

    /// <summary>Source: UAX #9, “Directional Formatting Characters”.</summary>
    private static bool IsBidiControl(int rune) => rune is 0x200E or 0x200F or 0x061C or (>= 0x202A and <= 0x202E) or (>= 0x2066 and <= 0x2069);

    private static string Cut(string text) => text[..(char.IsHighSurrogate(text[Field.Longest - 1]) ? Field.Longest - 1 : Field.Longest)];
}
