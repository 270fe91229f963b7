using System.Buffers;
using System.Text;
using System.Text.Unicode;
using UtfUnknown;

namespace SideLamp.Core.Tables;

/// <summary>The text that bytes are.</summary>
public static class SourceText
{
    /// <summary>More of it than this share is no text.</summary>
    private const double MostOddities = 0.02;

    /// <summary>What is no text: damage, and controls but for those that part words, lines and pages, or switch colours.</summary>
    private static readonly SearchValues<char> Odd = SearchValues.Create([.. Enumerable.Range(0, 0xA0).Select(letter => (char)letter).Where(letter => char.IsControl(letter) && letter is not ('\n' or '\r' or '\t' or '\f' or '\v' or '\x1B' or '\x85')), '\uFFFD']);

    private static readonly UTF8Encoding StrictUtf8 = new(encoderShouldEmitUTF8Identifier: false, throwOnInvalidBytes: true);

    static SourceText() => Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);

    /// <summary>The text of a file; null when it is none, but a picture, say, or a program.</summary>
    public static string? Of(byte[] bytes)
    {
        var text = Decode(bytes);
        var odd = 0;
        for (var rest = MayBeOdd(text) ? text.AsSpan() : []; rest.IndexOfAny(Odd) is var at and >= 0; rest = rest[(at + 1)..])
        {
            odd++;
        }

        return odd > text.Length * MostOddities ? null : text;
    }

    /// <summary>Whether they are UTF-8 in which nothing is odd, so that they are a text whatever is asked.</summary>
    public static bool IsPlainUtf8(ReadOnlySpan<byte> bytes)
    {
        if (!Utf8.IsValid(bytes) || bytes.ContainsAnyInRange((byte)0, (byte)'\b') || bytes.ContainsAnyInRange((byte)0x0E, (byte)0x1F) || bytes.Contains((byte)0x7F) || bytes.IndexOf("\uFFFD"u8) >= 0)
        {
            return false;
        }

        // Controls from U+0080 to U+009F.
        for (var rest = bytes; rest.IndexOf((byte)0xC2) is var at and >= 0; rest = rest[(at + 2)..])
        {
            if (rest[at + 1] < 0xA0)
            {
                return false;
            }
        }

        return true;
    }

    /// <summary>Told many times faster than where they are: of most texts no more need be known.</summary>
    private static bool MayBeOdd(ReadOnlySpan<char> text) => text.ContainsAnyInRange('\0', '\b') || text.ContainsAnyInRange('\x0E', '\x1F') || text.ContainsAnyInRange('\x7F', '\x9F') || text.Contains('\uFFFD');

    /// <summary>By its byte order mark; else as UTF-8 when it is valid; else by detection, which finds UTF-16 and Windows-1252. Never throws: what is damaged becomes U+FFFD.</summary>
    public static string Decode(byte[] bytes)
    {
        // UTF-32 is not among what programs write beside a stream: its mark would be taken for UTF-16's and two zeros.
        if (bytes is [0xEF, 0xBB, 0xBF, ..] or [0xFF, 0xFE, ..] or [0xFE, 0xFF, ..])
        {
            using var reader = new StreamReader(new MemoryStream(bytes), Encoding.UTF8, detectEncodingFromByteOrderMarks: true);
            return reader.ReadToEnd();
        }

        // Latin text in UTF-16 without a mark has a zero in every other byte; UTF-8 text has none.
        if (bytes.Length >= 2 && bytes.Length % 2 == 0 && bytes.Contains((byte)0))
        {
            var (even, odd) = (ZerosFrom(bytes, 0), ZerosFrom(bytes, 1));
            return (odd >= even ? Encoding.Unicode : Encoding.BigEndianUnicode).GetString(bytes);
        }

        try
        {
            return StrictUtf8.GetString(bytes);
        }
        catch (DecoderFallbackException)
        {
            var found = CharsetDetector.DetectFromBytes(bytes.Length > LongestLook ? bytes[..LongestLook] : bytes).Detected;
            // Short texts leave detection little to go by; below this it is a guess, and Windows-1252 the likeliest.
            var sure = found is { Confidence: > 0.6f, Encoding: not null } ? found.Encoding : Encoding.GetEncoding(1252);
            return sure.GetString(bytes);
        }
    }

    /// <summary>A text, how its letters are written, and where it begins in bytes; no encoding where it would not be written again as it was.</summary>
    public static (string Text, Encoding? Encoding, int Begin) Encoded(byte[] bytes)
    {
        var text = Decode(bytes);
        foreach (var encoding in new[] { new UTF8Encoding(encoderShouldEmitUTF8Identifier: true), Encoding.Unicode, Encoding.BigEndianUnicode, Encoding.GetEncoding(1252) })
        {
            var begin = bytes.AsSpan().StartsWith(encoding.GetPreamble()) ? encoding.GetPreamble().Length : 0;
            if (encoding.GetBytes(text).AsSpan().SequenceEqual(bytes.AsSpan(begin)))
            {
                return (text, encoding, begin);
            }
        }

        return (text, null, 0);
    }

    /// <summary>Detection reads every byte several times.</summary>
    private const int LongestLook = 1 << 20;

    private static int ZerosFrom(byte[] bytes, int first)
    {
        var zeros = 0;
        for (var at = first; at < bytes.Length; at += 2)
        {
            zeros += bytes[at] == 0 ? 1 : 0;
        }

        return zeros;
    }
}
