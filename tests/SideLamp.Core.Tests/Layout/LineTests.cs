using CsCheck;
using SideLamp.Core.Layout;
using SideLamp.Core.Text;
using SideLamp.Rendering;

namespace SideLamp.Core.Tests.Layout;

/// <summary>
/// Most lines are cut out of their paragraph without being shaped again. The reference is HarfBuzz itself, given the line alone.
/// </summary>
public sealed class LineTests : IDisposable
{
    private readonly TextShaper _shaper = new(Path.Combine(ArchitectureTests.Root(), "fonts"));

    [Fact]
    public void A_line_is_the_same_whether_it_is_cut_out_of_its_paragraph_or_shaped_by_itself()
    {
        string[] words = ["AVATAR", "To.", "Ty", "W", "office", "fi", "11", "r.", "Yes,", "*bold", "one*", "_slant_", "e\u0301", "no\u00A0break", "soft\u00ADhyphen", "well-known", "Ночная", "🦋", "❤️", "عثة", "夜の蛾", "“", "–", "  "];
        string[] faces = ["lexend-600", "arimo-400", "source-serif-400i", "barlow-condensed-500"];
        var cut = 0;
        Gen.Select(Gen.OneOf([.. words.Select(Gen.Const)]).Array[1, 8], Gen.OneOf([.. faces.Select(Gen.Const)]), Gen.OneOf(Gen.Const(0.0), Gen.Const(0.05)), Gen.Int[0, 1000], Gen.Int[0, 1000])
            .Sample(
                (some, face, spacing, first, last) =>
                {
                    var text = Emphasis.Mark(string.Join(' ', some));
                    var style = new TextStyle(face, spacing, "lexend-700", "source-serif-400i", "lexend-700");
                    var paragraph = _shaper.Shape(text, style);
                    var ends = paragraph.Breaks.Concat(paragraph.Cuts).Append(0).Distinct().Order().ToList();
                    var (one, other) = (ends[first % ends.Count], ends[last % ends.Count]);
                    var (start, end) = (Math.Min(one, other), Math.Max(one, other));
                    var line = _shaper.LineOf(paragraph, style, start, end);
                    var alone = _shaper.ShapeLine(Emphasis.Carried(text, start) + text[start..end], style, paragraph.Rtl);
                    Assert.Equal((alone.Text, alone.Rtl, alone.Spacing), (line.Text, line.Rtl, line.Spacing));
                    Assert.Equal(alone.Spans, line.Spans);
                    Assert.Equal(alone.Width, line.Width, 9);
                    Assert.Equal((alone.Ink.X, alone.Ink.Y, alone.Ink.W, alone.Ink.H), (line.Ink.X, line.Ink.Y, line.Ink.W, line.Ink.H), Near);
                    cut += ReferenceEquals(line, alone) ? 0 : 1;
                },
                threads: 1
            );
        Assert.True(cut > 0, "No line was cut out.");
    }

    public void Dispose() => _shaper.Dispose();

    private static bool Near((double, double, double, double) one, (double, double, double, double) other) =>
        Math.Abs(one.Item1 - other.Item1) + Math.Abs(one.Item2 - other.Item2) + Math.Abs(one.Item3 - other.Item3) + Math.Abs(one.Item4 - other.Item4) < 1e-8;
}
