using SideLamp.Core.Colours;
using SideLamp.Rendering;
using SkiaSharp;

namespace SideLamp.Core.Tests.Media;

public sealed class PictureColoursTests
{
    [Fact]
    public void The_colours_of_a_logo_are_those_that_cover_most_of_it_and_what_is_clear_is_none()
    {
        using var bitmap = new SKBitmap(new SKImageInfo(400, 400, SKColorType.Rgba8888, SKAlphaType.Unpremul));
        using (var canvas = new SKCanvas(bitmap))
        {
            canvas.Clear(SKColors.Transparent);
            using var violet = new SKPaint { Color = SKColor.Parse("#7b2d8b"), IsAntialias = true };
            using var gold = new SKPaint { Color = SKColor.Parse("#ffd166"), IsAntialias = true };
            canvas.DrawCircle(200, 200, 150, violet);
            canvas.DrawCircle(200, 200, 60, gold);
        }

        using var png = bitmap.Encode(SKEncodedImageFormat.Png, 100);
        var found = PictureColours.Of(png.ToArray());
        Near("#7b2d8b", found[0]);
        Near("#ffd166", found[1]);
        Assert.Equal(2, found.Count);
        Assert.Empty(PictureColours.Of("<svg xmlns=\"http://www.w3.org/2000/svg\"/>"u8.ToArray()));
        Assert.Empty(PictureColours.Of([]));

        static void Near(string wanted, Colour found)
        {
            var colour = Colour.Parse(wanted)!.Value;
            Assert.True(Math.Abs(colour.R - found.R) + Math.Abs(colour.G - found.G) + Math.Abs(colour.B - found.B) < 0.06, $"{found} stands where {wanted} should.");
        }
    }
}
