using System.Globalization;
using System.Text;
using SideLamp.Server.Files;
using UtfUnknown;

namespace SideLamp.Server.Feeds;

/// <summary>One look at a file that another program writes.</summary>
/// <param name="Bytes">What was in it; null when it could not be had.</param>
/// <param name="Signature">Of the file; null when there is none.</param>
/// <param name="IsStill">Whether nothing changed while it was read.</param>
/// <param name="Trouble">Why it could not be had, in a sentence; null when it is only not there.</param>
public sealed record FileLook(byte[]? Bytes, FileSignature? Signature, bool IsStill, string? Trouble)
{
    public bool IsMissing => Bytes is null && Trouble is null;
}

/// <summary>Reads text files that other programs are writing.</summary>
public static class TextFile
{
    public const int LargestBytes = 1 << 20;

    /// <summary>More of it than this share is no text.</summary>
    private const double MostOddities = 0.02;

    private static readonly UTF8Encoding StrictUtf8 = new(encoderShouldEmitUTF8Identifier: false, throwOnInvalidBytes: true);

    static TextFile() => Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);

    /// <param name="known">What it was when it was last taken: an unchanged file need not be read again.</param>
    /// <returns>Null when it is just that.</returns>
    public static FileLook? Look(string path, FileSignature? known)
    {
        try
        {
            var (file, errno) = UnixFile.Open(path);
            if (file is null)
            {
                return new FileLook(null, null, true, errno switch
                {
                    UnixFile.NoEntry or UnixFile.NotAFolder => null,
                    UnixFile.NotAllowed => "Side Lamp may not read this file. Change its permissions.",
                    UnixFile.TooManyLinks => "This is a link that leads back to itself. Give the path of the file.",
                    _ => $"The file cannot be read (error {errno.ToString(CultureInfo.InvariantCulture)}). It may lie on a computer that is away.",
                });
            }

            using (file)
            {
                return Look(file, known);
            }
        }
        catch (IOException error)
        {
            return new FileLook(null, null, true, $"The file cannot be read: {error.Message.TrimEnd('.')}.");
        }
    }

    private static FileLook? Look(UnixFile file, FileSignature? known)
    {
        var (kind, before) = file.Ask();
        if (kind != FileKind.Regular)
        {
            return new FileLook(null, before, true, kind == FileKind.Folder ? "This is a folder, not a file. Give the path of a file in it." : "This is no file but a pipe or a device. Give the path of a text file.");
        }

        if (before.Size > LargestBytes)
        {
            return new FileLook(null, before, true, $"The file is {before.Size / 1024:N0} KiB large; Side Lamp reads text files up to {LargestBytes / 1024:N0} KiB.");
        }

        if (known == before)
        {
            return null;
        }

        // One more than fits tells that it has grown meanwhile.
        var bytes = file.Read(LargestBytes + 1);
        var after = file.Ask().Signature;
        return bytes.Length > LargestBytes ? new FileLook(null, after, false, $"The file is larger than {LargestBytes / 1024:N0} KiB, the most that Side Lamp reads.") : new FileLook(bytes, after, before == after, null);
    }

    /// <summary>The text of a file; null when it is none, but a picture, say, or a program.</summary>
    public static string? TextOf(byte[] bytes)
    {
        var text = Decode(bytes);
        var odd = text.Count(letter => letter is '\uFFFD' or '\0' || (char.IsControl(letter) && letter is not ('\n' or '\r' or '\t' or '\f' or '\v' or '\x1B' or '\x85')));
        return odd > text.Length * MostOddities ? null : text;
    }

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
            var found = CharsetDetector.DetectFromBytes(bytes).Detected;
            // Short texts leave detection little to go by; below this it is a guess, and Windows-1252 the likeliest.
            var sure = found is { Confidence: > 0.6f, Encoding: not null } ? found.Encoding : Encoding.GetEncoding(1252);
            return sure.GetString(bytes);
        }
    }

    private static int ZerosFrom(byte[] bytes, int first) => bytes.Where((one, at) => at % 2 == first && one == 0).Count();
}
