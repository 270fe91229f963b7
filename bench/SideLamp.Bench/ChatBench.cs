using System.Diagnostics;
using SideLamp.Core.Chat;

namespace SideLamp.Bench;

/// <summary>Lines of a chat server that are parsed a second, with all of each that a message needs.</summary>
internal static class ChatBench
{
    private static readonly TimeSpan Span = TimeSpan.FromSeconds(2);

    /// <param name="file">Lines as a server sends them.</param>
    public static void Run(string file)
    {
        var lines = File.ReadAllBytes(file).AsSpan().Split((byte)'\n');
        var all = new List<byte[]>();
        var bytes = File.ReadAllBytes(file);
        foreach (var range in lines)
        {
            if (bytes[range] is { Length: > 0 } line)
            {
                all.Add(line);
            }
        }

        Parsed(all, TimeSpan.FromSeconds(1));
        Console.WriteLine(Parsed(all, Span).ToString("0", System.Globalization.CultureInfo.InvariantCulture));
    }

    /// <summary>Lines a second.</summary>
    private static double Parsed(List<byte[]> lines, TimeSpan span)
    {
        var (count, letters) = (0L, 0L);
        var began = Stopwatch.GetTimestamp();
        while (Stopwatch.GetElapsedTime(began) < span)
        {
            foreach (var line in lines)
            {
                if (!IrcLine.TryRead(line, out var read))
                {
                    throw new InvalidDataException("This is no line.");
                }

                letters += read.Nick.Length + read.UserAndHost.Length + (read.Tag("msgid"u8)?.Length ?? 0) + (read.Tag("account"u8)?.Length ?? 0) + (read.Tag("time"u8)?.Length ?? 0) + (read.Tag("role"u8)?.Length ?? 0);
                for (var at = read.ParameterCount - 1; at >= 0; at--)
                {
                    letters += IrcLine.Text(read.Parameter(at)).Length;
                }

                count++;
            }
        }

        return letters > 0 ? count / Stopwatch.GetElapsedTime(began).TotalSeconds : 0;
    }
}
