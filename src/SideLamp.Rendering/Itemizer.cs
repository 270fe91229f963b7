using HarfBuzzSharp;
using SideLamp.Core.Text;

namespace SideLamp.Rendering;

/// <summary>A stretch of text that is shaped as one: one face, one script, one direction; or one emoji.</summary>
/// <param name="Font">Null for an emoji.</param>
/// <param name="Emoji">File name of the emoji's picture; null for words.</param>
internal sealed record Item(int Start, int Length, byte Level, Script Script, FontFile? Font, string? Emoji)
{
    public bool Rtl => (Level & 1) == 1;
}

/// <summary>Splits text into stretches that are shaped as one.</summary>
internal static class Itemizer
{
    /// <param name="levels">Of each UTF-16 unit.</param>
    /// <param name="graphemes">Where each ends.</param>
    /// <param name="fontsAt">The chosen face at an index, then its fallbacks.</param>
    public static List<Item> Split(string text, byte[] levels, List<int> graphemes, Func<int, List<FontFile>> fontsAt, EmojiSet emoji)
    {
        var items = new List<Item>();
        var (start, whole) = (0, true);
        var (last, length) = ((Item?)null, 0);
        var fonts = fontsAt(0);
        foreach (var end in graphemes)
        {
            if (Emphasis.IsMark(text[start]))
            {
                // A mark is never drawn; what follows it begins a stretch of its own.
                (fonts, whole, start) = (fontsAt(end), false, end);
                continue;
            }

            var grapheme = text.AsSpan(start, end - start);
            var picture = emoji.Find(grapheme);
            var covering = picture is null ? FirstCovering(fonts, grapheme) : null;
            picture ??= covering is null ? emoji.Find(grapheme, lastResort: true) : null;
            var font = picture is null ? covering ?? fonts[0] : null;
            var script = ScriptOf(grapheme) ?? last?.Script ?? Upcoming(text, end);
            if (whole && last is not null && font is not null && last.Font == font && last.Level == levels[start] && last.Script == script)
            {
                length += end - start;
            }
            else
            {
                Add();
                (last, length) = (new Item(start, 0, levels[start], script, font, picture), end - start);
            }

            (start, whole) = (end, true);
        }

        Add();
        return items;

        void Add()
        {
            if (last is not null)
            {
                items.Add(last with { Length = length });
            }
        }
    }

    /// <summary>From logical to visual order, left to right. Source: UAX #9, rule L2.</summary>
    public static List<T> Visual<T>(List<T> runs, Func<T, byte> level)
    {
        var visual = runs.ToList();
        for (var depth = runs.Select(level).DefaultIfEmpty((byte)0).Max(); depth > 0; depth--)
        {
            var start = 0;
            while (start < visual.Count)
            {
                var length = visual.Skip(start).TakeWhile(run => level(run) >= depth).Count();
                visual.Reverse(start, length);
                start += Math.Max(1, length);
            }
        }

        return visual;
    }

    private static FontFile? FirstCovering(List<FontFile> fonts, ReadOnlySpan<char> grapheme)
    {
        foreach (var font in fonts)
        {
            if (Covers(font, grapheme))
            {
                return font;
            }
        }

        return null;
    }

    private static bool Covers(FontFile font, ReadOnlySpan<char> grapheme)
    {
        foreach (var rune in grapheme.EnumerateRunes())
        {
            if (!IsInvisible(rune.Value) && !font.Has(rune.Value))
            {
                return false;
            }
        }

        return true;
    }

    /// <summary>Joiners and selectors steer shaping; no font need have a glyph for them.</summary>
    private static bool IsInvisible(int rune) => rune is 0x200C or 0x200D or 0x00AD or 0x2060 or (>= 0xFE00 and <= 0xFE0F);

    /// <summary>The script of the first letter that has one of its own; null when all are common to many.</summary>
    private static Script? ScriptOf(ReadOnlySpan<char> text)
    {
        foreach (var rune in text.EnumerateRunes())
        {
            var script = UnicodeFunctions.Default.GetScript((uint)rune.Value);
            if (script != Script.Common && script != Script.Inherited && script != Script.Unknown)
            {
                return script;
            }
        }

        return null;
    }

    private static Script Upcoming(string text, int from) => ScriptOf(text.AsSpan(from)) ?? Script.Latin;
}
