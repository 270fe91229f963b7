using SideLamp.Core.Media;
using SideLamp.Rendering;
using SkiaSharp;

namespace SideLamp.Core.Tests.Media;

public sealed class ShrinkingTests
{
    // Source: EXIF 2.3, tag 0x0112: where the 0th row and the 0th column of what is stored are seen.
    [Theory]
    [InlineData(1, "top", "left")]
    [InlineData(2, "top", "right")]
    [InlineData(3, "bottom", "right")]
    [InlineData(4, "bottom", "left")]
    [InlineData(5, "left", "top")]
    [InlineData(6, "right", "top")]
    [InlineData(7, "right", "bottom")]
    [InlineData(8, "left", "bottom")]
    public void A_photograph_is_made_smaller_and_stands_as_its_camera_was_held(int orientation, string row, string column)
    {
        SKColor[] corners = [SKColors.Red, SKColors.Lime, SKColors.Blue, SKColors.Yellow];
        var small = Shrinking.Of(Photograph(2400, 1800, corners, orientation));
        Assert.Equal("image/webp", MediaFile.Recognise(small).OrThrow().Type);
        using var seen = SKBitmap.Decode(small);
        Assert.Equal(orientation >= 5 ? (1536, 2048) : (2048, 1536), (seen.Width, seen.Height));
        // Stored: red at row 0 and column 0, lime at its other end, yellow at the other end of column 0.
        Near(corners[0], row, column);
        Near(corners[1], row, Other(column));
        Near(corners[2], Other(row), Other(column));
        Near(corners[3], Other(row), column);

        void Near(SKColor colour, string one, string other)
        {
            var x = one == "right" || other == "right" ? seen.Width - 100 : 100;
            var y = one == "bottom" || other == "bottom" ? seen.Height - 100 : 100;
            var found = seen.GetPixel(x, y);
            Assert.True(Math.Abs(found.Red - colour.Red) + Math.Abs(found.Green - colour.Green) + Math.Abs(found.Blue - colour.Blue) < 60, $"{found} stands where {colour} should.");
        }
    }

    private static string Other(string side) => side switch { "top" => "bottom", "bottom" => "top", "left" => "right", _ => "left" };

    [Fact]
    public void What_is_small_moves_or_is_no_picture_stays_as_it_is_and_what_is_clear_stays_clear()
    {
        byte[][] same = [Photograph(640, 480, [SKColors.Red], 6), "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"9000\" height=\"9000\"/>"u8.ToArray(), "no picture"u8.ToArray(), [], [0x89, 0x50, 0x4E, 0x47, 0x0D, 0x0A, 0x1A, 0x0A, 0, 0]];
        Assert.All(same, bytes => Assert.Same(bytes, Shrinking.Of(bytes)));
        using var clear = new SKBitmap(2600, 400);
        using var canvas = new SKCanvas(clear);
        canvas.Clear(SKColors.Transparent);
        using var png = clear.Encode(SKEncodedImageFormat.Png, 100);
        using var seen = SKBitmap.Decode(Shrinking.Of(png.ToArray()));
        Assert.Equal((2048, 0), (seen.Width, seen.GetPixel(9, 9).Alpha));
        // Of 40,000,000 px and more only what can be unpacked at a part of its size; the others are refused where they come in.
        using var vast = new SKBitmap(new SKImageInfo(9000, 5000, SKColorType.Gray8));
        using var vastPng = vast.Encode(SKEncodedImageFormat.Png, 100);
        var bytes = vastPng.ToArray();
        Assert.Same(bytes, Shrinking.Of(bytes));
        Assert.NotEmpty(MediaFile.Recognise(bytes).Faults);
        using var vastJpeg = vast.Encode(SKEncodedImageFormat.Jpeg, 60);
        Assert.Empty(MediaFile.Recognise(Shrinking.Of(vastJpeg.ToArray())).Faults);
    }

    // Source: GIF89a specification (from memory): two images of one pixel, the first red, the second green.
    private static byte[] Flashing => [.. "GIF89a"u8, 1, 0, 1, 0, 0x80, 0, 0, 255, 0, 0, 0, 255, 0, 0x21, 0xFF, 11, .. "NETSCAPE2.0"u8, 3, 1, 0, 0, 0, 0x21, 0xF9, 4, 0, 5, 0, 0, 0, 0x2C, 0, 0, 0, 0, 1, 0, 1, 0, 0, 2, 2, 0x44, 1, 0, 0x21, 0xF9, 4, 0, 5, 0, 0, 0, 0x2C, 0, 0, 0, 0, 1, 0, 1, 0, 0, 2, 2, 0x4C, 1, 0, 0x3B];

    [Fact]
    public void A_still_of_what_flashes_is_its_first_frame_and_what_has_none_is_not_taken()
    {
        using (var moving = SKCodec.Create(new MemoryStream(Flashing)))
        {
            Assert.Equal(2, moving.FrameCount);
        }

        var still = Shrinking.Still(Flashing)!;
        using var one = SKCodec.Create(new MemoryStream(still));
        Assert.Equal("image/webp", MediaFile.Recognise(still).OrThrow().Type);
        Assert.True(one.FrameCount <= 1);
        using var seen = SKBitmap.Decode(still);
        Assert.True(seen.GetPixel(0, 0) is { Red: > 200, Green: < 60 });
        using var small = SKBitmap.Decode(Shrinking.Still(Photograph(2400, 1800, [SKColors.Red], 6)));
        Assert.Equal((384, 512), (small.Width, small.Height));
        byte[][] none = ["<svg xmlns=\"http://www.w3.org/2000/svg\"/>"u8.ToArray(), "{\"v\":\"5.7\",\"layers\":[]}"u8.ToArray(), [0x1A, 0x45, 0xDF, 0xA3], [], Flashing[..20]];
        Assert.All(none, bytes => Assert.Null(Shrinking.Still(bytes)));
    }

    private static byte[] Photograph(int width, int height, SKColor[] corners, int orientation)
    {
        using var bitmap = new SKBitmap(width, height);
        using var canvas = new SKCanvas(bitmap);
        foreach (var (colour, at) in corners.Select((colour, at) => (colour, at)))
        {
            using var paint = new SKPaint { Color = colour };
            canvas.DrawRect(at is 1 or 2 ? width / 2 : 0, at >= 2 ? height / 2 : 0, width / 2f, height / 2f, paint);
        }

        using var jpeg = bitmap.Encode(SKEncodedImageFormat.Jpeg, 90);
        byte[] exif = [0xFF, 0xE1, 0, 34, .. "Exif\0\0"u8, .. "MM"u8, 0, 42, 0, 0, 0, 8, 0, 1, 0x01, 0x12, 0, 3, 0, 0, 0, 1, 0, (byte)orientation, 0, 0, 0, 0, 0, 0];
        var bytes = jpeg.ToArray();
        return [.. bytes[..2], .. exif, .. bytes[2..]];
    }
}
