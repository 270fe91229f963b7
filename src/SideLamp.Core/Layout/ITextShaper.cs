using System.Collections.Immutable;
using SideLamp.Core.Text;

namespace SideLamp.Core.Layout;

/// <summary>What decides the width of words besides their size.</summary>
/// <param name="Face">Id of the first face; letters it lacks come from the shipped fallbacks.</param>
/// <param name="Spacing">Between letters, in em.</param>
/// <param name="Bold">Face of emphasised words (<see cref="Emphasis"/>); null = as the others.</param>
public sealed record TextStyle(string Face, double Spacing = 0, string? Bold = null, string? Italic = null, string? BoldItalic = null)
{
    public string FaceOf(bool bold, bool italic) => ((bold, italic) switch { (true, true) => BoldItalic, (true, false) => Bold, (false, true) => Italic, _ => null }) ?? Face;
}

/// <summary>The core's view of text shaping. Widths are in em, so that fitting is arithmetic.</summary>
public interface ITextShaper
{
    /// <summary>Shapes a paragraph as one long line, to choose its breaks from.</summary>
    /// <param name="text">Without line breaks.</param>
    Paragraph Shape(string text, TextStyle style);

    /// <summary>Shapes a chosen line by itself: kerning at its ends differs from the paragraph's.</summary>
    ShapedLine ShapeLine(string text, TextStyle style, bool rtl);

    /// <summary>A line of a paragraph of that style, shaped by itself.</summary>
    /// <param name="end">Index behind its last letter.</param>
    ShapedLine LineOf(Paragraph paragraph, TextStyle style, int start, int end) =>
        ShapeLine(Emphasis.Carried(paragraph.Text, start) + paragraph.Text[start..end], style, paragraph.Rtl);
}

/// <summary>A shaped paragraph.</summary>
/// <param name="Rtl">Direction by its first strong letter. Source: UAX #9, rules P2 and P3.</param>
/// <param name="Advance">Width in em of the text before each index; one more than the text is long.</param>
/// <param name="Breaks">Indices, in rising order, where a line may end. Source: UAX #14. The text's length is the last.</param>
/// <param name="Cuts">Indices, in rising order, where both a grapheme (UAX #29) and a shaping cluster end.</param>
/// <param name="CapHeight">Height of a capital in em.</param>
public record Paragraph(
    string Text,
    bool Rtl,
    ImmutableArray<double> Advance,
    ImmutableArray<int> Breaks,
    ImmutableArray<int> Cuts,
    double CapHeight
);

/// <summary>One line as it will be drawn.</summary>
/// <param name="Width">Advance width in em.</param>
/// <param name="Spacing">Between letters, in em: the style's, or 0 where letters join.</param>
/// <param name="Ink">What the letters paint on, in em: x from the left edge, y from the baseline, down.</param>
public sealed record ShapedLine(string Text, bool Rtl, double Width, double Spacing, Box Ink, ImmutableArray<Span> Spans);
