using System.Collections.Immutable;
using System.Security.Cryptography;
using System.Text;
using SideLamp.Core.Templates;
using SideLamp.Core.Tickers;

namespace SideLamp.Core.Layout;

/// <summary>The items of a belt.</summary>
/// <param name="Loop">The piece of each line, in the order of the list.</param>
/// <param name="Lines">The line of each piece that was measured, in the order of the parts.</param>
internal sealed record MeasuredBelt(ImmutableArray<string> Loop, ImmutableArray<(string Piece, string Line)> Lines);

// Belts: each line is measured by itself, once however often it stands there.
internal sealed partial class Measuring
{
    /// <summary>An item may be wider than the frame: it passes.</summary>
    private const int MostWindows = 3;

    private const int LettersOfAnId = 12;

    private Measured? MeasureBelt(BeltPart belt, double roomW, double roomH)
    {
        var lines = LinesOf(belt);
        var frozen = belts.GetValueOrDefault(belt.Id) is { } run ? run.Program.Entries.Select(entry => run.Lines.GetValueOrDefault(entry.Piece, "")) : [];
        var parts = new List<Measured>();
        var measured = new List<(string Piece, string Line)>();
        foreach (var line in lines.Take(BeltPart.MostItems).Concat(frozen).Distinct())
        {
            var piece = PieceOf(line);
            if (MeasureLine(belt, piece, line, belt.Motion == BeltMotion.Crawl ? roomW * MostWindows : roomW, roomH) is { } row)
            {
                parts.Add(row);
                measured.Add((piece, line));
            }
        }

        var known = measured.Select(one => one.Piece).ToHashSet();
        return parts.Count == 0
            ? null
            : new Measured(belt, belt.Motion == BeltMotion.Crawl ? 0 : parts.Max(row => row.W), belt.Motion == BeltMotion.Climb ? parts[0].H : parts.Max(row => row.H), [.. parts])
            {
                Belt = new MeasuredBelt([.. lines.Take(BeltPart.MostItems).Select(PieceOf).Where(known.Contains)], [.. measured]),
                Missing = Math.Max(0, lines.Count - BeltPart.MostItems),
            };
    }

    /// <summary>Lines with words; of a climb also those without, but for the first and the last.</summary>
    private List<string> LinesOf(BeltPart belt)
    {
        var lines = words.GetValueOrDefault(belt.Field, "").Split('\n').Select(line => line.TrimEnd()).ToList();
        return belt.Motion == BeltMotion.Climb && lines.Exists(line => line.Length > 0)
            ? lines[lines.FindIndex(line => line.Length > 0)..(lines.FindLastIndex(line => line.Length > 0) + 1)]
            : lines.FindAll(line => line.Length > 0);
    }

    private Measured? MeasureLine(BeltPart belt, string piece, string line, double roomW, double roomH)
    {
        var id = $"{belt.Id}/{piece}/";
        return line.Length == 0
            ? new Measured(new GroupPart { Id = id, Flow = Flow.Layers, Parts = [] }, 0, Px(belt.Blank), [])
            : new Measuring(belt.Row, brand, ListRows.Of(belt.Colon ? Parted(line) : line)[0].Words, ImmutableHashSet<string>.Empty, ImmutableDictionary<string, BeltRun>.Empty, shaper, scale, finish).Measure(Named(belt.Row, id), roomW, roomH);
    }

    private static string Parted(string line) =>
        line.IndexOf(": ", StringComparison.Ordinal) is var colon and > 0 && !line.Contains('\t') ? $"{line[..colon]}\t{line[(colon + 2)..]}" : line;

    /// <summary>Equal words have equal ids, wherever they stand.</summary>
    private static string PieceOf(string line) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(line)))[..LettersOfAnId];
}
