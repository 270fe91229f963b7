using System.Buffers.Binary;

namespace SideLamp.Core.Media;

/// <summary>Whether a file of a known format is whole, as far as its outermost structure tells. Null = nothing found wrong.</summary>
internal static class Containers
{
    private const int LongestSide = 16384;

    /// <summary>Unpacked, each takes four bytes of every page that shows it.</summary>
    private const long MostPixels = 40_000_000;
    private static readonly byte[] Segment = [0x18, 0x53, 0x80, 0x67];
    private const string CutOff = "The file is cut off: its end is missing. Copy or save it again.";

    /// <summary>Source: PNG specification: chunks of length, type, data, checksum; IHDR first, IEND last.</summary>
    public static string? PngTrouble(byte[] bytes)
    {
        if (bytes.Length < 33 || !bytes.AsSpan(12, 4).SequenceEqual("IHDR"u8))
        {
            return "The picture is damaged: it does not begin as a PNG does.";
        }

        var (at, drawn) = (8L, false);
        while (at + 12 <= bytes.Length)
        {
            var length = BinaryPrimitives.ReadUInt32BigEndian(bytes.AsSpan((int)at));
            var type = bytes.AsSpan((int)at + 4, 4);
            drawn |= type.SequenceEqual("IDAT"u8);
            if (type.SequenceEqual("IEND"u8))
            {
                return drawn ? SizeTrouble(BinaryPrimitives.ReadUInt32BigEndian(bytes.AsSpan(16)), BinaryPrimitives.ReadUInt32BigEndian(bytes.AsSpan(20))) : "The picture is damaged: nothing is drawn in it.";
            }

            at += 12 + length;
        }

        return CutOff;
    }

    /// <summary>Source: ITU-T T.81: markers from SOI to EOI; the frame header gives the size.</summary>
    public static string? JpegTrouble(byte[] bytes)
    {
        var at = 2;
        while (at + 9 < bytes.Length && bytes[at] == 0xFF)
        {
            var marker = bytes[at + 1];
            if (marker is >= 0xC0 and <= 0xCF and not (0xC4 or 0xC8 or 0xCC))
            {
                var trouble = SizeTrouble(BinaryPrimitives.ReadUInt16BigEndian(bytes.AsSpan(at + 7)), BinaryPrimitives.ReadUInt16BigEndian(bytes.AsSpan(at + 5)));
                // Some programs write zeros after the end.
                var end = bytes.AsSpan().TrimEnd((byte)0);
                return trouble ?? (end is [.., 0xFF, 0xD9] ? null : CutOff);
            }

            at += 2 + (marker is 0xFF ? -1 : BinaryPrimitives.ReadUInt16BigEndian(bytes.AsSpan(at + 2)));
        }

        return "The picture is damaged: it does not say how large it is.";
    }

    /// <summary>Source: GIF89a specification: the trailer is the byte 3B.</summary>
    public static string? GifTrouble(byte[] bytes) =>
        bytes.Length < 14 || bytes.AsSpan().TrimEnd((byte)0)[^1] != 0x3B
            ? CutOff
            : SizeTrouble(BinaryPrimitives.ReadUInt16LittleEndian(bytes.AsSpan(6)), BinaryPrimitives.ReadUInt16LittleEndian(bytes.AsSpan(8)));

    /// <summary>Source: RIFF: the length of all that follows stands at byte 4.</summary>
    public static string? RiffTrouble(byte[] bytes) => BinaryPrimitives.ReadUInt32LittleEndian(bytes.AsSpan(4)) + 8L > bytes.Length ? CutOff : null;

    /// <summary>Source: WebP container specification: VP8X, VP8L or VP8 is the first chunk, and tells the size.</summary>
    public static string? WebpTrouble(byte[] bytes) =>
        RiffTrouble(bytes) ?? (bytes.Length < 30 ? CutOff
        : bytes.AsSpan(12, 4).SequenceEqual("VP8X"u8) ? SizeTrouble(Sixteen(bytes, 24) + ((uint)bytes[26] << 16) + 1, Sixteen(bytes, 27) + ((uint)bytes[29] << 16) + 1)
        : bytes.AsSpan(12, 4).SequenceEqual("VP8L"u8) ? SizeTrouble((BinaryPrimitives.ReadUInt32LittleEndian(bytes.AsSpan(21)) & 0x3FFF) + 1, ((BinaryPrimitives.ReadUInt32LittleEndian(bytes.AsSpan(21)) >> 14) & 0x3FFF) + 1)
        : bytes.AsSpan(12, 4).SequenceEqual("VP8 "u8) ? SizeTrouble(Sixteen(bytes, 26) & 0x3FFF, Sixteen(bytes, 28) & 0x3FFF)
        : "The picture is damaged: it does not say how large it is.");

    private static uint Sixteen(byte[] bytes, int at) => BinaryPrimitives.ReadUInt16LittleEndian(bytes.AsSpan(at));

    /// <summary>Source: Matroska: after the EBML header comes a segment (18 53 80 67).</summary>
    public static string? WebmTrouble(byte[] bytes) =>
        bytes.AsSpan(0, Math.Min(bytes.Length, 4096)).IndexOf(Segment) < 0 ? "The video is damaged: nothing is filmed in it."
        : bytes.AsSpan(0, Math.Min(bytes.Length, 4096)).IndexOf("webm"u8) < 0 ? "This is a Matroska video, which browsers do not play. Save it as WebM."
        : null;

    /// <summary>Source: ISO/IEC 14496-12: boxes of length and type; moov holds what is needed to play.</summary>
    public static string? Mp4Trouble(byte[] bytes)
    {
        var (at, found) = (0L, false);
        while (at + 8 <= bytes.Length)
        {
            long length = BinaryPrimitives.ReadUInt32BigEndian(bytes.AsSpan((int)at));
            found |= bytes.AsSpan((int)at + 4, 4).SequenceEqual("moov"u8);
            length = length switch
            {
                0 => bytes.Length - at,
                1 when at + 16 <= bytes.Length => (long)Math.Min(long.MaxValue, BinaryPrimitives.ReadUInt64BigEndian(bytes.AsSpan((int)at + 8))),
                _ => length,
            };
            if (length < 8 || at + length > bytes.Length)
            {
                return CutOff;
            }

            at += length;
        }

        return found ? null : CutOff;
    }

    private static string? SizeTrouble(uint width, uint height) =>
        width == 0 || height == 0 ? "The picture is damaged: it has no size."
        : width > LongestSide || height > LongestSide || (long)width * height > MostPixels ? $"The picture has {width} × {height} px; {LongestSide} px a side are the most, and {MostPixels / 1_000_000} million px altogether. Save it smaller."
        : null;
}
