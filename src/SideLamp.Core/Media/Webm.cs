using System.Buffers.Binary;

namespace SideLamp.Core.Media;

/// <summary>
/// Reads how long a WebM video plays. Sources: RFC 8794 (EBML: an id, a length, contents; a length of all ones is not known),
/// RFC 9559 (Matroska: Info tells the length in ticks, and how long a tick is; clusters and their blocks tell when they are shown).
/// </summary>
internal sealed class Webm(Stream file)
{
    private const uint Segment = 0x18538067;
    private const uint Info = 0x1549A966;
    private const uint Cluster = 0x1F43B675;
    private const uint BlockGroup = 0xA0;
    private const uint TickLength = 0x2AD7B1;
    private const uint Length = 0x4489;
    private const uint ClusterTime = 0xE7;
    private const uint SimpleBlock = 0xA3;
    private const uint Block = 0xA1;

    /// <summary>One that holds others: these are read, others are passed over.</summary>
    private static readonly uint[] Opened = [Segment, Info, Cluster, BlockGroup];

    /// <summary>Some two hours of film that does not say how long it is. Longer ones are not looked through.</summary>
    private const int MostElements = 500_000;

    private double _tick = 1_000_000;

    /// <returns>Null = it holds nothing that says so.</returns>
    public double? Seconds()
    {
        double? told = null;
        double cluster = 0;
        var (last, before) = (0.0, 0.0);
        var (at, elements) = (0L, 0);
        while (told is null && Element(at) is { } element)
        {
            if (elements++ == MostElements)
            {
                return null;
            }

            switch (element.Id)
            {
                case TickLength:
                    _tick = Whole(element);
                    break;
                case Length:
                    told = Float(element);
                    break;
                case ClusterTime:
                    cluster = Whole(element);
                    break;
                case SimpleBlock or Block when TimeInCluster(element) is { } time && cluster + time > last:
                    (before, last) = (last, cluster + time);
                    break;
            }

            at = element.From + (Opened.Contains(element.Id) ? 0 : element.Length);
        }

        // What a browser or a camera program wrote while it went on does not say: its last picture stays as long as the one before it.
        var ticks = told ?? (last > 0 ? last + last - before : null);
        return ticks * _tick / 1e9;
    }

    /// <returns>Null = the end of the file, or nothing that can be read.</returns>
    private (uint Id, long From, long Length)? Element(long at)
    {
        file.Position = at;
        if (Number(4, keepsMark: true) is not { } id || Number(8, keepsMark: false) is not { } length)
        {
            return null;
        }

        var from = file.Position;
        // One that is not known reaches to the end; only those that are opened may have such a length.
        return length >= 0 && length <= file.Length - from ? ((uint)id, from, length) : Opened.Contains((uint)id) ? ((uint)id, from, file.Length - from) : null;
    }

    /// <summary>A number whose first byte tells by its leading zeros how many bytes it has. All ones give −1.</summary>
    /// <param name="keepsMark">Of an id, the bit that ends those zeros belongs to it.</param>
    private long? Number(int most, bool keepsMark)
    {
        var first = file.ReadByte();
        var bytes = first <= 0 ? most + 1 : System.Numerics.BitOperations.LeadingZeroCount((uint)first) - 23;
        if (bytes > most)
        {
            return null;
        }

        var number = keepsMark ? first : (long)first & (0xFF >> bytes);
        for (var at = 1; at < bytes; at++)
        {
            if (file.ReadByte() is var next and >= 0)
            {
                number = (number << 8) | (uint)next;
            }
            else
            {
                return null;
            }
        }

        return !keepsMark && number == (1L << (7 * bytes)) - 1 ? -1 : number;
    }

    /// <summary>A block begins with the number of its track and its time within the cluster, which has a sign.</summary>
    private double? TimeInCluster((uint Id, long From, long Length) block)
    {
        file.Position = block.From;
        Span<byte> time = stackalloc byte[2];
        return Number(8, keepsMark: false) is not null && file.ReadAtLeast(time, 2, throwOnEndOfStream: false) == 2 ? BinaryPrimitives.ReadInt16BigEndian(time) : null;
    }

    private double Whole((uint Id, long From, long Length) element)
    {
        file.Position = element.From;
        var number = 0.0;
        for (var at = 0; at < Math.Min(8, element.Length); at++)
        {
            number = (number * 256) + file.ReadByte();
        }

        return number;
    }

    private double? Float((uint Id, long From, long Length) element)
    {
        file.Position = element.From;
        Span<byte> bytes = stackalloc byte[8];
        var read = file.ReadAtLeast(bytes, (int)Math.Min(8, element.Length), throwOnEndOfStream: false);
        return (element.Length, read) switch
        {
            (4, >= 4) => BinaryPrimitives.ReadSingleBigEndian(bytes),
            (8, 8) => BinaryPrimitives.ReadDoubleBigEndian(bytes),
            _ => null,
        };
    }
}
