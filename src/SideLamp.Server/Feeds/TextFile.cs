using System.Text;
using UtfUnknown;

namespace SideLamp.Server.Feeds;

/// <summary>What looking at a file brought.</summary>
/// <param name="Text">Its text; null when it could not be had.</param>
/// <param name="Trouble">Why not, in a sentence; null when it was only not there, or still being written.</param>
/// <param name="Missing">Whether there is no such file.</param>
public sealed record TextRead(string? Text, string? Trouble, bool Missing);

/// <summary>Reads text files that other programs are writing.</summary>
public static class TextFile
{
    public const int LargestBytes = 1 << 20;
    private static readonly UTF8Encoding StrictUtf8 = new(encoderShouldEmitUTF8Identifier: false, throwOnInvalidBytes: true);

    static TextFile() => Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);

    public static TextRead Read(string path)
    {
        try
        {
            // Shared with everyone: the program that writes it must never notice that we read.
            using var stream = new FileStream(path, FileMode.Open, FileAccess.Read, FileShare.ReadWrite | FileShare.Delete);
            if (stream.Length > LargestBytes)
            {
                return new TextRead(null, $"The file is {stream.Length / 1024} KiB large; Side Lamp reads text files up to 1,024 KiB.", false);
            }

            var bytes = new byte[stream.Length];
            stream.ReadExactly(bytes);
            return new TextRead(Decode(bytes), null, false);
        }
        catch (Exception error) when (error is FileNotFoundException or DirectoryNotFoundException)
        {
            return new TextRead(null, null, true);
        }
        catch (EndOfStreamException)
        {
            return new TextRead(null, null, false);
        }
        catch (UnauthorizedAccessException)
        {
            return new TextRead(null, Directory.Exists(path) ? "This is a folder, not a file." : "Side Lamp may not read this file. Change its permissions.", false);
        }
        catch (IOException error)
        {
            return new TextRead(null, $"The file cannot be read: {error.Message}", false);
        }
    }

    /// <summary>By its byte order mark; else as UTF-8 when it is valid; else by detection, which finds UTF-16 and Windows-1252.</summary>
    public static string Decode(byte[] bytes)
    {
        foreach (var encoding in new Encoding[] { StrictUtf8, Encoding.Unicode, Encoding.BigEndianUnicode })
        {
            var mark = encoding == StrictUtf8 ? Encoding.UTF8.GetPreamble() : encoding.GetPreamble();
            if (bytes.AsSpan().StartsWith(mark))
            {
                return encoding.GetString(bytes, mark.Length, bytes.Length - mark.Length);
            }
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
            var found = CharsetDetector.DetectFromBytes(bytes).Detected;
            // Short texts leave detection little to go by; below this it is a guess, and Windows-1252 the likeliest.
            var sure = found is { Confidence: > 0.6f, Encoding: not null } ? found.Encoding : Encoding.GetEncoding(1252);
            return sure.GetString(bytes);
        }
    }

    private static int ZerosFrom(byte[] bytes, int first) => bytes.Where((one, at) => at % 2 == first && one == 0).Count();
}
