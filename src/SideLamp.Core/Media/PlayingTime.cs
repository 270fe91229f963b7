using System.Buffers.Binary;
using System.Text.Json;
using NodaTime;

namespace SideLamp.Core.Media;

/// <summary>How long a stored video or vector animation plays, as its file says.</summary>
public static class PlayingTime
{
    /// <summary>In seconds. What says more says nothing.</summary>
    private const double Longest = 1e7;

    /// <param name="name">Its ending tells its kind, as a store gives it by the contents.</param>
    /// <param name="file">Can be sought in. Only what is needed of it is read.</param>
    /// <returns>Null = it is a still, or does not say.</returns>
    /// <exception cref="IOException">It cannot be read.</exception>
    public static Duration? Of(AssetId name, Stream file)
    {
        double? seconds = Path.GetExtension(name.Value) switch
        {
            ".webm" => new Webm(file).Seconds(),
            ".mp4" => Mp4(file),
            ".json" => Lottie(file),
            _ => null,
        };
        return seconds is >= 0.001 and < Longest ? Duration.FromMilliseconds(Math.Round(seconds.Value * 1000)) : null;
    }

    /// <summary>Source: the Lottie animation format: from its first frame to its last, at its rate.</summary>
    private static double? Lottie(Stream file)
    {
        try
        {
            using var document = JsonDocument.Parse(file, new JsonDocumentOptions { MaxDepth = 128 });
            return (Number("op") - Number("ip")) / Number("fr");

            double? Number(string name) => document.RootElement.ValueKind == JsonValueKind.Object && document.RootElement.TryGetProperty(name, out var value) && value.ValueKind == JsonValueKind.Number ? value.GetDouble() : null;
        }
        catch (JsonException)
        {
            return null;
        }
    }

    /// <summary>
    /// Source: ISO/IEC 14496-12: in moov, mvhd tells a time scale and a length in it; of a film in fragments, which is not
    /// known when mvhd is written, mvex/mehd does.
    /// </summary>
    private static double? Mp4(Stream file)
    {
        if (Box(file, "moov", 0, file.Length) is not { } moov || Box(file, "mvhd", moov.From, moov.To) is not { } head)
        {
            return null;
        }

        Span<byte> bytes = stackalloc byte[32];
        if (!Read(file, head, bytes))
        {
            return null;
        }

        var isLong = bytes[0] == 1;
        double scale = BinaryPrimitives.ReadUInt32BigEndian(bytes[(isLong ? 20 : 12)..]);
        double length = isLong ? BinaryPrimitives.ReadUInt64BigEndian(bytes[24..]) : BinaryPrimitives.ReadUInt32BigEndian(bytes[16..]);
        // All ones: it is not known.
        if (length is 0 or uint.MaxValue or ulong.MaxValue)
        {
            length = Box(file, "mvex", moov.From, moov.To) is { } fragments && Box(file, "mehd", fragments.From, fragments.To) is { } whole && Read(file, whole, bytes[..12])
                ? (bytes[0] == 1 ? BinaryPrimitives.ReadUInt64BigEndian(bytes[4..]) : BinaryPrimitives.ReadUInt32BigEndian(bytes[4..]))
                : 0;
        }

        return length / scale;
    }

    /// <summary>Where the contents of the first box of a type lie; null = there is none.</summary>
    private static (long From, long To)? Box(Stream file, string type, long from, long to)
    {
        Span<byte> head = stackalloc byte[16];
        for (var at = from; at + 8 <= to;)
        {
            if (!Read(file, (at, to), head[..8]))
            {
                return null;
            }

            long length = BinaryPrimitives.ReadUInt32BigEndian(head);
            var begins = 8;
            if (length == 1 && Read(file, (at, to), head))
            {
                (length, begins) = ((long)Math.Min(long.MaxValue, BinaryPrimitives.ReadUInt64BigEndian(head[8..])), 16);
            }

            length = length == 0 ? to - at : length;
            if (length < begins || length > to - at)
            {
                return null;
            }

            if (System.Text.Encoding.Latin1.GetString(head[4..8]) == type)
            {
                return (at + begins, at + length);
            }

            at += length;
        }

        return null;
    }

    private static bool Read(Stream file, (long From, long To) within, Span<byte> bytes)
    {
        if (within.To - within.From < bytes.Length)
        {
            return false;
        }

        file.Position = within.From;
        return file.ReadAtLeast(bytes, bytes.Length, throwOnEndOfStream: false) == bytes.Length;
    }
}
