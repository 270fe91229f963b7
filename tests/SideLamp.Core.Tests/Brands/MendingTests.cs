using CsCheck;
using SideLamp.Core.Brands;
using SideLamp.Core.Colours;
using SideLamp.Core.Json;

namespace SideLamp.Core.Tests.Brands;

public sealed class MendingTests
{
    private static readonly Gen<Colour> Colours = Gen.Select(Gen.Byte, Gen.Byte, Gen.Byte, (r, g, b) => new Colour(r / 255.0, g / 255.0, b / 255.0));

    [Fact]
    public void A_mended_colour_can_be_read_and_keeps_its_hue() =>
        Gen.Select(Colours, Colours).Sample((words, plate) =>
        {
            var mended = Mending.Mended(words, [plate]);
            var written = Colour.Parse(mended.ToCss())!.Value;
            Assert.True(Colour.Contrast(written, plate) >= Colour.Readable || written == Colour.Black || written == Colour.White);
            var (before, after) = (Oklch.Of(words), Oklch.Of(written));
            // A grey has no hue, and near black and white a step of one byte turns the hue far.
            if (before.C > 0.03 && after.C > 0.03 && after.L is > 0.25 and < 0.98)
            {
                var turned = Math.Abs(before.H - after.H);
                Assert.True(Math.Min(turned, 360 - turned) < 6, $"{words} became {written}: {before.H:0} to {after.H:0} degrees");
            }
        });

    [Fact]
    public void What_can_be_read_already_is_left_alone()
    {
        Assert.All(Mending.Of(Brand.Night), one => Assert.Null(one.Mended));
        var faint = Brand.Night with { Palette = Brand.Night.Palette with { Quiet = Colour.Parse("#2a4036")!.Value } };
        Assert.Equal("quiet", Assert.Single(Mending.Of(faint), one => one.Mended is not null).Role);
    }

    [Fact]
    public void Words_on_a_gradient_are_judged_where_they_are_hardest_to_read()
    {
        var brand = ReadyBrands.All.First(one => one.Plates == PlateStyle.Gradient);
        var solid = Mending.Of(brand with { Plates = PlateStyle.Solid }).First().Ratio;
        Assert.True(Mending.Of(brand).First().Ratio < solid);
    }

    [Fact]
    public void A_brand_goes_to_a_file_and_comes_back_the_same()
    {
        Assert.All(ReadyBrands.All, brand => Assert.Equal(CoreJson.Write(brand), CoreJson.Write(CoreJson.Read<Brand>(CoreJson.WriteWhole(brand)))));
    }

    [Fact]
    public void A_brand_says_all_that_is_wrong_with_it()
    {
        var wrong = Brand.Night with { Name = " ", Type = new Typography("Handwriting", "Lexend", []), Shape = new Shape(Corner.Cut, 900), Shadow = new Shadow(2, 0, 0) };
        Assert.Equal(["/name", "/shadow", "/shape/radius", "/type/figures", "/type/heading"], wrong.Faults().Select(fault => fault.Path).Order(StringComparer.Ordinal));
    }
}
