using System.Text;

namespace SideLamp.Core.Text;

/// <summary>
/// Bold and italic within words, typed as <c>*bold*</c> and <c>_italic_</c>. Inside the app they are noncharacters of Unicode, which
/// have no width, no direction and no glyph.
/// </summary>
public static class Emphasis
{
    private const char BoldOn = '\uFDD0';
    private const char BoldOff = '\uFDD1';
    private const char ItalicOn = '\uFDD2';
    private const char ItalicOff = '\uFDD3';

    public static bool IsMark(char letter) => letter is >= BoldOn and <= ItalicOff;

    /// <summary>Typed marks become real ones; a star among figures or inside a placeholder stays a star.</summary>
    public static string Mark(string typed) => Mark(Mark(typed, '*', BoldOn, BoldOff), '_', ItalicOn, ItalicOff);

    /// <summary>The words in runs: each mark by itself, and what stands between them.</summary>
    internal static IEnumerable<string> Runs(string words)
    {
        var from = 0;
        for (var at = 0; at < words.Length; at++)
        {
            if (IsMark(words[at]))
            {
                if (at > from)
                {
                    yield return words[from..at];
                }

                yield return words[at..(at + 1)];
                from = at + 1;
            }
        }

        if (from < words.Length)
        {
            yield return words[from..];
        }
    }

    /// <summary>The words alone.</summary>
    public static string Strip(string words) => words.Any(IsMark) ? string.Concat(words.Where(letter => !IsMark(letter))) : words;

    /// <summary>What holds at an index.</summary>
    public static (bool Bold, bool Italic) At(string words, int index)
    {
        var (bold, italic) = (false, false);
        foreach (var letter in words.AsSpan(0, index))
        {
            bold = letter == BoldOn || (bold && letter != BoldOff);
            italic = letter == ItalicOn || (italic && letter != ItalicOff);
        }

        return (bold, italic);
    }

    /// <summary>Marks that bring what holds at an index to a line that begins there.</summary>
    public static string Carried(string words, int index)
    {
        var (bold, italic) = At(words, index);
        return (bold ? $"{BoldOn}" : "") + (italic ? $"{ItalicOn}" : "");
    }

    private static string Mark(string typed, char sign, char on, char off)
    {
        if (!typed.Contains(sign, StringComparison.Ordinal))
        {
            return typed;
        }

        var marked = new StringBuilder(typed);
        var at = 0;
        while (at < typed.Length)
        {
            if (typed[at] == '{' && PlaceholderEnd(typed, at) is { } end)
            {
                at = end;
            }
            else if (typed[at] == sign && Opens(typed, at) && Closing(typed, at, sign) is { } closing)
            {
                (marked[at], marked[closing]) = (on, off);
                at = closing + 1;
            }
            else
            {
                at++;
            }
        }

        return marked.ToString();
    }

    private static bool Opens(string typed, int at) =>
        (at == 0 || !char.IsLetterOrDigit(typed[at - 1])) && at + 1 < typed.Length && !char.IsWhiteSpace(typed[at + 1]) && typed[at + 1] != typed[at];

    private static int? Closing(string typed, int opening, char sign)
    {
        for (var at = opening + 2; at < typed.Length && typed[at] != '\n'; at++)
        {
            if (typed[at] == sign && !char.IsWhiteSpace(typed[at - 1]) && (at + 1 == typed.Length || !char.IsLetterOrDigit(typed[at + 1])))
            {
                return at;
            }
        }

        return null;
    }

    private static int? PlaceholderEnd(string typed, int at)
    {
        var close = typed.AsSpan(at).StartsWith("{{", StringComparison.Ordinal) ? "}}" : typed.AsSpan(at).StartsWith("{%", StringComparison.Ordinal) ? "%}" : null;
        return close is not null && typed.IndexOf(close, at, StringComparison.Ordinal) is var end and >= 0 ? end + close.Length : null;
    }
}
