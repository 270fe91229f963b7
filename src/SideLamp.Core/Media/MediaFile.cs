using System.Text;

namespace SideLamp.Core.Media;

/// <summary>What a file is, by its contents: its name is never asked.</summary>
/// <param name="Type">Media type.</param>
/// <param name="Ending">What its id ends with, so that whoever has the id knows what the file shows; with its point.</param>
/// <param name="Font">Of a typeface: what it calls itself; null for all else.</param>
public sealed record MediaFile(string Type, string Ending, FontNames? Font = null)
{
    /// <summary>The largest picture or typeface, in bytes.</summary>
    public const int LargestPicture = 20 << 20;

    /// <summary>The largest video, in bytes.</summary>
    public const int LargestVideo = 200 << 20;

    private const string Kinds = "Use PNG, JPEG, WebP, GIF or SVG for a picture, WebM or MP4 for a video, Lottie JSON for a vector animation, WAV, MP3, Ogg or FLAC for a sound, TTF or OTF for a typeface";

    /// <summary>Recognises a whole file. Signatures and structures are those of the formats' own specifications (from memory).</summary>
    public static Checked<MediaFile> Recognise(byte[] bytes)
    {
        var (file, trouble) = Content(bytes);
        if (file is null)
        {
            return Checked<MediaFile>.Faulty("", trouble ?? $"This is not a file that Side Lamp can show. {Kinds}.");
        }

        var most = file.Type.StartsWith("video/", StringComparison.Ordinal) ? LargestVideo : LargestPicture;
        return bytes.Length > most ? Checked<MediaFile>.Faulty("", $"The file has {bytes.Length >> 20} MiB; {most >> 20} MiB are the most. Save it smaller.")
            : trouble is null ? file
            : Checked<MediaFile>.Faulty("", trouble);
    }

    private static (MediaFile? File, string? Trouble) Content(byte[] bytes) =>
        bytes.AsSpan() switch
        {
            [] => (null, "The file is empty."),
            [0x89, (byte)'P', (byte)'N', (byte)'G', 0x0D, 0x0A, 0x1A, 0x0A, ..] => (new MediaFile("image/png", ".png"), Containers.PngTrouble(bytes)),
            [0xFF, 0xD8, 0xFF, ..] => (new MediaFile("image/jpeg", ".jpg"), Containers.JpegTrouble(bytes)),
            [(byte)'G', (byte)'I', (byte)'F', (byte)'8', (byte)'7' or (byte)'9', (byte)'a', ..] => (new MediaFile("image/gif", ".gif"), Containers.GifTrouble(bytes)),
            [(byte)'R', (byte)'I', (byte)'F', (byte)'F', _, _, _, _, (byte)'W', (byte)'E', (byte)'B', (byte)'P', ..] => (new MediaFile("image/webp", ".webp"), Containers.WebpTrouble(bytes)),
            [(byte)'R', (byte)'I', (byte)'F', (byte)'F', _, _, _, _, (byte)'W', (byte)'A', (byte)'V', (byte)'E', ..] => (new MediaFile("audio/wav", ".wav"), Containers.RiffTrouble(bytes)),
            [(byte)'O', (byte)'g', (byte)'g', (byte)'S', ..] => (new MediaFile("audio/ogg", ".ogg"), null),
            [(byte)'f', (byte)'L', (byte)'a', (byte)'C', ..] => (new MediaFile("audio/flac", ".flac"), null),
            // An ID3 tag, or a frame of MPEG layer III at once.
            [(byte)'I', (byte)'D', (byte)'3', ..] or [0xFF, 0xFA or 0xFB or 0xF2 or 0xF3, ..] => (new MediaFile("audio/mpeg", ".mp3"), null),
            [0x1A, 0x45, 0xDF, 0xA3, ..] => (new MediaFile("video/webm", ".webm"), Containers.WebmTrouble(bytes)),
            [_, _, _, _, (byte)'f', (byte)'t', (byte)'y', (byte)'p', ..] => (new MediaFile("video/mp4", ".mp4"), Containers.Mp4Trouble(bytes)),
            [0x00, 0x01, 0x00, 0x00, ..] or [(byte)'t', (byte)'r', (byte)'u', (byte)'e', ..] => Typeface(bytes, "font/ttf", ".ttf"),
            [(byte)'O', (byte)'T', (byte)'T', (byte)'O', ..] => Typeface(bytes, "font/otf", ".otf"),
            [(byte)'t', (byte)'t', (byte)'c', (byte)'f', ..] => (null, "This is a collection of typefaces. Take them apart, and bring each TTF or OTF file by itself."),
            [(byte)'w', (byte)'O', (byte)'F', (byte)'F' or (byte)'2', ..] => (null, "This is a packed web font. Side Lamp measures with the very same file, so bring the TTF or OTF it was made from."),
            _ => Written(bytes),
        };

    private static (MediaFile? File, string? Trouble) Typeface(byte[] bytes, string type, string ending)
    {
        var read = FontNames.Read(bytes);
        return read.Value is { } names ? (new MediaFile(type, ending, names), null) : (new MediaFile(type, ending), read.Faults[0].Message);
    }

    /// <summary>Formats that are text: SVG and Lottie.</summary>
    private static (MediaFile? File, string? Trouble) Written(byte[] bytes)
    {
        var start = Encoding.UTF8.GetString(bytes.AsSpan(0, Math.Min(bytes.Length, 512))).TrimStart('\uFEFF', ' ', '\t', '\r', '\n');
        return start.StartsWith('<') ? (new MediaFile("image/svg+xml", ".svg"), SvgIntake.TroubleOf(bytes))
            : start.StartsWith('{') ? (new MediaFile("application/json", ".json"), LottieIntake.TroubleOf(bytes))
            : (null, null);
    }
}
