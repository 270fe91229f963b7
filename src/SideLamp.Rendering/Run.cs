using SideLamp.Core;

namespace SideLamp.Rendering;

/// <summary>One glyph of a run, in em.</summary>
/// <param name="Cluster">Index of the first letter that it stands for.</param>
/// <param name="Ink">What it paints on, from the pen.</param>
/// <param name="JoinsBefore">Whether the letters before it have a say in its shape or place. Source: HarfBuzz, HB_GLYPH_FLAG_UNSAFE_TO_BREAK.</param>
internal readonly record struct Glyph(int Cluster, double Advance, Box Ink, bool JoinsBefore);

/// <summary>An item, shaped.</summary>
/// <param name="Glyphs">From left to right.</param>
internal sealed record Run(string Text, Item Item, List<Glyph> Glyphs)
{
    public double Width { get; } = WidthOf(Glyphs);

    public Box Ink { get; } = InkOf(Glyphs);

    private static double WidthOf(List<Glyph> glyphs)
    {
        var width = 0.0;
        foreach (var glyph in glyphs)
        {
            width += glyph.Advance;
        }

        return width;
    }

    private static Box InkOf(List<Glyph> glyphs)
    {
        var (pen, ink) = (0.0, default(Box));
        foreach (var glyph in glyphs)
        {
            ink = glyph.Ink.IsEmpty ? ink : ink.Union(glyph.Ink.Move(pen, 0));
            pen += glyph.Advance;
        }

        return ink;
    }
}
