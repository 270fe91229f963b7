using System.Buffers.Binary;
using CsCheck;
using NodaTime;
using SideLamp.Core.Media;

namespace SideLamp.Core.Tests.Media;

/// <summary>
/// Files put together by hand as the standards say (ISO/IEC 14496-12 for MP4, RFC 8794 and RFC 9559 for WebM, the Lottie format).
/// What Chromium itself films and plays is compared in the browser's tests.
/// </summary>
public sealed class PlayingTimeTests
{
    private static readonly byte[] Head = Box("ftyp", [.. "isom"u8, 0, 0, 2, 0]);
    private static readonly byte[] Ebml = Element(0x1A45DFA3, Element(0x4282, [.. "webm"u8]));

    [Fact]
    public void An_mp4_says_so_in_its_head_or_where_it_is_in_fragments()
    {
        // 600 ticks a second: 2.5 s.
        Assert.Equal(2500, Of(".mp4", [.. Head, .. Box("mdat", new byte[999]), .. Box("moov", [.. Box("udta", []), .. Box("mvhd", [0, 0, 0, 0, .. new byte[8], .. Int(600), .. Int(1500), .. new byte[80]])])]));
        Assert.Equal(2500, Of(".mp4", [.. Head, .. Box("moov", Box("mvhd", [1, 0, 0, 0, .. new byte[16], .. Int(600), .. Int(0), .. Int(1500), .. new byte[80]]))]));
        Assert.Equal(7000, Of(".mp4", [.. Head, .. Box("moov", [.. Box("mvhd", [0, 0, 0, 0, .. new byte[8], .. Int(1000), .. Int(0), .. new byte[80]]), .. Box("mvex", Box("mehd", [0, 0, 0, 0, .. Int(7000), .. Int(0)]))])]));
        Assert.Null(Of(".mp4", [.. Head, .. Box("moov", Box("mvhd", [0, 0, 0, 0, .. new byte[8], .. Int(0), .. Int(1500), .. new byte[80]]))]));
        Assert.Null(Of(".mp4", [.. Head, .. Box("moov", Box("mvhd", [0, 0, 0, 0, .. new byte[8], .. Int(1000), .. Int(uint.MaxValue), .. new byte[80]]))]));
    }

    [Fact]
    public void A_webm_says_so_in_ticks_or_by_its_last_pictures()
    {
        byte[] single = new byte[4], twofold = new byte[8];
        BinaryPrimitives.WriteSingleBigEndian(single, 2500);
        BinaryPrimitives.WriteDoubleBigEndian(twofold, 5000);
        Assert.Equal(2500, Of(".webm", [.. Ebml, .. Element(0x18538067, Element(0x1549A966, Element(0x4489, single)))]));
        Assert.Equal(2500, Of(".webm", [.. Ebml, .. Element(0x18538067, [.. Element(0xEC, new byte[300]), .. Element(0x1549A966, [.. Element(0x2AD7B1, [0x07, 0xA1, 0x20]), .. Element(0x4489, twofold)])])]));

        // Written while it was filmed: lengths of all ones, and no length in Info. Pictures at 0, 40, 1000 and 1040 ms.
        byte[] blocks(int time, params short[] at) => [0x1F, 0x43, 0xB6, 0x75, 0x01, .. Enumerable.Repeat((byte)0xFF, 7), .. Element(0xE7, Int(time)), .. at.SelectMany(one => Element(0xA3, [0x81, (byte)(one >> 8), (byte)one, 0x80, 9, 9, 9]))];
        Assert.Equal(1080, Of(".webm", [.. Ebml, 0x18, 0x53, 0x80, 0x67, 0xFF, .. Element(0x1549A966, []), .. blocks(0, 0, 40), .. blocks(1020, -20, 20)]));
        Assert.Null(Of(".webm", Ebml));
    }

    [Fact]
    public void An_animation_says_so_in_frames_and_a_still_does_not()
    {
        Assert.Equal(1500, Of(".json", [.. """{"ip":15,"op":60,"fr":30}"""u8]));
        Assert.Null(Of(".json", [.. """{"ip":15,"op":"60","fr":30}"""u8]));
        Assert.Null(Of(".json", [.. "{"u8]));
        Assert.Null(Of(".json", [.. "[1]"u8]));
        Assert.Null(Of(".png", [.. "{}"u8]));
    }

    // No file, however it is damaged, holds anything up or ends anything: it says nothing, or what stands there.
    [Fact]
    public void What_is_damaged_is_read_to_an_end()
    {
        byte[] mp4 = [.. Head, .. Box("moov", [.. Box("mvhd", [0, 0, 0, 0, .. new byte[8], .. Int(600), .. Int(1500), .. new byte[80]])])];
        byte[] webm = [.. Ebml, .. Element(0x18538067, [.. Element(0x1549A966, Element(0x2AD7B1, [0x0F, 0x42, 0x40])), .. Element(0x1F43B675, [.. Element(0xE7, [1]), .. Element(0xA3, [0x81, 0, 9, 0x80])])])];
        Gen.Select(Gen.Bool, Gen.Int[0, 200], Gen.Byte, Gen.Int[0, 200])
            .Sample(
                (isMp4, at, value, end) =>
                {
                    byte[] bytes = [.. isMp4 ? mp4 : webm];
                    bytes[at % bytes.Length] = value;
                    Assert.False(Of(isMp4 ? ".mp4" : ".webm", bytes[..Math.Min(end, bytes.Length)]) <= 0);
                    Of(isMp4 ? ".mp4" : ".webm", bytes);
                }
            );
    }

    private static double? Of(string ending, byte[] bytes)
    {
        using var file = new MemoryStream(bytes);
        return PlayingTime.Of(new AssetId($"a{ending}"), file)?.TotalMilliseconds;
    }

    private static byte[] Int(long number) => [(byte)(number >> 24), (byte)(number >> 16), (byte)(number >> 8), (byte)number];

    private static byte[] Box(string type, byte[] contents) => [.. Int(contents.Length + 8), .. System.Text.Encoding.ASCII.GetBytes(type), .. contents];

    private static byte[] Element(uint id, byte[] contents) => [.. Int(id).SkipWhile(one => one == 0), (byte)(0x40 | (contents.Length >> 8)), (byte)contents.Length, .. contents];
}
