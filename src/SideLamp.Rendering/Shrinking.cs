using SkiaSharp;

namespace SideLamp.Rendering;

/// <summary>Makes pictures smaller that are larger than anybody sees: an output loads them while the show runs.</summary>
public static class Shrinking
{
    /// <summary>In px: more than a graphic shows of any picture on a canvas of 1,920.</summary>
    public const int LongestSide = 2048;

    private const int LargestBytes = 4 << 20;

    /// <summary>What one picture may take to be unpacked. A JPEG can be unpacked at a part of its size.</summary>
    private const long MostPixels = 40_000_000;

    private const int Quality = 88;

    /// <summary>In px: of a picture that stands beside a name.</summary>
    private const int LongestOfStill = 512;

    /// <summary>The same picture, at most <see cref="LongestSide"/> px on its longer side, the right way up; the very same bytes where it is that, moves, or is none.</summary>
    public static byte[] Of(byte[] bytes)
    {
        using var data = SKData.CreateCopy(bytes);
        using var codec = SKCodec.Create(data);
        var large = codec is { FrameCount: <= 1 } && (Longest(codec) > LongestSide || bytes.Length > LargestBytes);
        return large ? Drawn(codec!, LongestSide) ?? bytes : bytes;
    }

    /// <summary>A small picture of it that does not move, whatever came: drawn anew from its first frame.</summary>
    /// <returns>Null where there is nothing to be seen in it at once: videos, vector pictures and whatever is damaged.</returns>
    public static byte[]? Still(byte[] bytes)
    {
        using var data = SKData.CreateCopy(bytes);
        using var codec = SKCodec.Create(data);
        return codec is null ? null : Drawn(codec, LongestOfStill);
    }

    private static int Longest(SKCodec codec) => Math.Max(codec.Info.Width, codec.Info.Height);

    /// <summary>Its first frame, the right way up; null where it is damaged, or would take too much to be unpacked.</summary>
    private static byte[]? Drawn(SKCodec codec, int longest)
    {
        // A JPEG is unpacked at so many eighths of its size; what is still too large then is drawn smaller.
        var read = codec.GetScaledDimensions(Math.Min(1f, MathF.Ceiling(8f * longest / Longest(codec)) / 8));
        if ((long)read.Width * read.Height > MostPixels)
        {
            return null;
        }

        using var bitmap = new SKBitmap(new SKImageInfo(read.Width, read.Height, SKColorType.Rgba8888, SKAlphaType.Premul, SKColorSpace.CreateSrgb()));
        if (codec.GetPixels(bitmap.Info, bitmap.GetPixels()) is not SKCodecResult.Success)
        {
            return null;
        }

        using var upright = Upright(bitmap, codec.EncodedOrigin, longest);
        using var image = SKImage.FromBitmap(upright);
        using var small = image.Encode(SKEncodedImageFormat.Webp, Quality);
        return small?.ToArray();
    }

    /// <summary>Turned as its camera was held (EXIF orientation), and as large as it may be.</summary>
    private static SKBitmap Upright(SKBitmap bitmap, SKEncodedOrigin origin, int longest)
    {
        var (w, h) = ((float)bitmap.Width, (float)bitmap.Height);
        var lies = origin is SKEncodedOrigin.LeftTop or SKEncodedOrigin.RightTop or SKEncodedOrigin.RightBottom or SKEncodedOrigin.LeftBottom;
        // Source: the orientations of EXIF 2.3, tag 0x0112; each maps what is stored to what is seen.
        var turned = origin switch
        {
            SKEncodedOrigin.TopRight => new SKMatrix(-1, 0, w, 0, 1, 0, 0, 0, 1),
            SKEncodedOrigin.BottomRight => new SKMatrix(-1, 0, w, 0, -1, h, 0, 0, 1),
            SKEncodedOrigin.BottomLeft => new SKMatrix(1, 0, 0, 0, -1, h, 0, 0, 1),
            SKEncodedOrigin.LeftTop => new SKMatrix(0, 1, 0, 1, 0, 0, 0, 0, 1),
            SKEncodedOrigin.RightTop => new SKMatrix(0, -1, h, 1, 0, 0, 0, 0, 1),
            SKEncodedOrigin.RightBottom => new SKMatrix(0, -1, h, -1, 0, w, 0, 0, 1),
            SKEncodedOrigin.LeftBottom => new SKMatrix(0, 1, 0, -1, 0, w, 0, 0, 1),
            _ => SKMatrix.Identity,
        };
        var (width, height) = lies ? (h, w) : (w, h);
        var scale = Math.Min(1f, longest / Math.Max(width, height));
        var upright = new SKBitmap(new SKImageInfo((int)Math.Max(1, Math.Round(width * scale)), (int)Math.Max(1, Math.Round(height * scale)), SKColorType.Rgba8888, SKAlphaType.Premul, SKColorSpace.CreateSrgb()));
        using var canvas = new SKCanvas(upright);
        canvas.Clear(SKColors.Transparent);
        canvas.Scale(upright.Width / width, upright.Height / height);
        canvas.Concat(turned);
        using var image = SKImage.FromBitmap(bitmap);
        canvas.DrawImage(image, 0, 0, new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
        return upright;
    }
}
