using SideLamp.Core.Colours;
using SideLamp.Core.Frame;
using SideLamp.Core.Layout;

namespace SideLamp.Core.Tests.Shows;

/// <summary>Figures that others have published.</summary>
public sealed class FigureTests
{
    // WCAG 2.2, contrast ratio: black on white from the definition, the greys as commonly published (from memory).
    [Theory]
    [InlineData("#000000", 21)]
    [InlineData("#767676", 4.54)]
    [InlineData("#777777", 4.48)]
    [InlineData("#ffffff", 1)]
    public void Contrast_on_white_is_as_WCAG_has_it(string colour, double ratio) =>
        Assert.Equal(ratio, Colour.Contrast(Colour.Parse(colour)!.Value, Colour.White), 0.005);

    // EBU R 95, safe areas for 16:9 (from memory).
    [Fact]
    public void Safe_areas_of_full_HD_are_as_EBU_R_95_has_them()
    {
        Assert.Equal(new Box(96, 54, 1728, 972), SafeAreas.Graphics(Canvas.FullHd));
        Assert.Equal(new Box(67, 38, 1786, 1004), SafeAreas.Action(Canvas.FullHd));
    }

    // CSS Easing Functions 1: "ease" is cubic-bezier(0.25, 0.1, 0.25, 1); its middle is from memory.
    [Fact]
    public void Ease_is_at_0_8024_in_the_middle_of_its_time() => Assert.Equal(0.8024, new CubicBezier(0.25, 0.1, 0.25, 1).At(0.5), 0.0001);

    [Theory]
    [InlineData("#fff", "#ffffff")]
    [InlineData("#12231D", "#12231d")]
    [InlineData("#12231d80", "#12231d80")]
    public void Colours_are_read_and_written(string text, string css) => Assert.Equal(css, Colour.Parse(text)!.Value.ToCss());

    [Theory]
    [InlineData("reddish")]
    [InlineData("rgb(1 2)")]
    [InlineData("ActiveBorder")]
    [InlineData("#12")]
    [InlineData("#12231g")]
    [InlineData(null)]
    public void What_is_no_colour_is_not_taken_for_one(string? text) => Assert.Null(Colour.Parse(text));

    [Fact]
    public void A_canvas_says_all_that_is_wrong_with_it()
    {
        var faults = Canvas.Of(10, 9000, new FrameRate(1, 1)).Faults;
        Assert.Equal(["/width", "/height", "/rate"], faults.Select(fault => fault.Path));
    }
}
