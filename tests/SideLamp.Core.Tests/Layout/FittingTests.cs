using CsCheck;
using SideLamp.Core.Layout;
using SideLamp.Core.Templates;

namespace SideLamp.Core.Tests.Layout;

public sealed class FittingTests
{
    private static readonly EvenShaper Shaper = new();

    [Theory]
    [InlineData(Fit.Keep, 1, "short", FitOutcome.Kept, 40)]
    [InlineData(Fit.Shrink, 1, "fourteen chars", FitOutcome.Shrunk, 28)]
    [InlineData(Fit.Grow, 1, "short", FitOutcome.Grown, 60)]
    [InlineData(Fit.Keep, 1, "fourteen chars", FitOutcome.Cut, 40)]
    [InlineData(Fit.Keep, 2, "fourteen chars", FitOutcome.Kept, 40)]
    public void What_gives_is_what_was_asked_for(Fit fit, int lines, string text, FitOutcome outcome, double size)
    {
        // Every letter is half an em wide: 14 letters at 28 px are 196 px.
        var fitted = Fitting.Lay(new FitRequest(text, new TextStyle("any"), 200, 40, 20, 60, fit, lines), Shaper);
        Assert.Equal((outcome, size), (fitted.Outcome, fitted.Size));
    }

    [Fact]
    public void A_cut_ends_with_an_ellipsis_and_a_broken_word_loses_nothing()
    {
        var cut = Fitting.Lay(new FitRequest("one two three four five", new TextStyle("any"), 100, 20, 20, 20, Fit.Keep, 1), Shaper);
        Assert.EndsWith("…", Assert.Single(cut.Lines).Text, StringComparison.Ordinal);
        var broken = Fitting.Lay(new FitRequest("abcdefghijklmnop", new TextStyle("any"), 100, 20, 20, 20, Fit.Keep, 2), Shaper);
        Assert.Equal("abcdefghijklmnop", string.Concat(broken.Lines.Select(line => line.Text)));
    }

    [Fact]
    public void Two_lines_are_made_as_even_as_they_go()
    {
        var fitted = Fitting.Lay(new FitRequest("aaaa bbbb cccc dddd ee", new TextStyle("any"), 200, 20, 20, 20, Fit.Keep, 3), Shaper);
        Assert.Equal(["aaaa bbbb", "cccc dddd ee"], fitted.Lines.Select(line => line.Text));
    }

    [Fact]
    public void No_line_is_wider_than_its_room_and_no_word_is_lost_unless_it_says_so() =>
        Gen.Select(Gen.String[Gen.Char["abc def"], 1, 60], Gen.Int[30, 400], Gen.Int[1, 4], Gen.Int[0, 2])
            .Sample(
                (text, width, lines, fit) =>
                {
                    if (string.IsNullOrWhiteSpace(text))
                    {
                        return;
                    }

                    var fitted = Fitting.Lay(new FitRequest(text.Trim(), new TextStyle("any"), width, 40, 12, 60, (Fit)fit, lines), Shaper);
                    Assert.True(fitted.Lines.Length <= lines);
                    Assert.All(fitted.Lines, line => Assert.True(line.Width * fitted.Size <= width + 0.01));
                    Assert.Equal(fitted.Size, Math.Round(fitted.Size));
                    if (fitted.Outcome != FitOutcome.Cut)
                    {
                        var shown = string.Concat(fitted.Lines.Select(line => line.Text)).Replace(" ", "", StringComparison.Ordinal);
                        Assert.Equal(text.Replace(" ", "", StringComparison.Ordinal), shown);
                    }
                }
            );

    /// <summary>Every letter is half an em wide, and lines break at spaces.</summary>
    private sealed class EvenShaper : ITextShaper
    {
        public Paragraph Shape(string text, TextStyle style)
        {
            var every = Enumerable.Range(1, text.Length);
            return new Paragraph(
                text,
                false,
                [.. Enumerable.Range(0, text.Length + 1).Select(at => at * 0.5)],
                [.. every.Where(at => at == text.Length || (text[at - 1] == ' ' && text[at] != ' '))],
                [.. every],
                0.7
            );
        }

        public ShapedLine ShapeLine(string text, TextStyle style, bool rtl) =>
            new(text, rtl, text.Length * 0.5, 0, new Box(0, -0.7, text.Length * 0.5, 0.9), [new Span(text, style.Face, null)]);
    }
}
