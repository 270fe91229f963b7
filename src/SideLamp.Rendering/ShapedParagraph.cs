using System.Collections.Immutable;
using SideLamp.Core.Layout;

namespace SideLamp.Rendering;

/// <summary>
/// A paragraph that remembers its glyphs, so that most of its lines need no shaping of their own: where HarfBuzz says that letters
/// on either side have no say in each other's shape, a line cut out of it is what it would be by itself.
/// </summary>
/// <param name="Spacing">Between letters, in em.</param>
/// <param name="Graphemes">Where each ends; marks of emphasis are among them.</param>
internal sealed record ShapedParagraph(
    string Text,
    bool Rtl,
    ImmutableArray<double> Advance,
    ImmutableArray<int> Breaks,
    ImmutableArray<int> Cuts,
    double CapHeight,
    List<Run> Runs,
    double Spacing,
    List<int> Graphemes
) : Paragraph(Text, Rtl, Advance, Breaks, Cuts, CapHeight)
{
    /// <summary>Of one direction and one script: what is common to many scripts takes that of its neighbours, who may be gone in a line.</summary>
    private readonly bool _isPlain = !Rtl && Runs.TrueForAll(run => run.Item.Level == 0 && run.Item.Script == Runs[0].Item.Script);

    /// <summary>The runs of a line; null when it has to be shaped by itself.</summary>
    public List<Run>? RunsOf(int start, int end) => _isPlain && EndsAt(start) && EndsAt(end) ? [.. Runs.Select(run => Cut(run, start, end)).OfType<Run>()] : null;

    private static Run? Cut(Run run, int start, int end)
    {
        var (from, to) = (Math.Max(start, run.Item.Start), Math.Min(end, run.Item.Start + run.Item.Length));
        return from >= to ? null
            : to - from == run.Item.Length ? run
            : new Run(run.Text[(from - run.Item.Start)..(to - run.Item.Start)], run.Item, run.Glyphs.FindAll(glyph => glyph.Cluster >= from && glyph.Cluster < to));
    }

    /// <summary>Whether what stands before the index and what follows are shaped without each other.</summary>
    private bool EndsAt(int index)
    {
        var run = Runs.Find(run => run.Item.Start < index && index < run.Item.Start + run.Item.Length);
        return run is null || run.Glyphs.Exists(glyph => glyph.Cluster == index && !glyph.JoinsBefore);
    }
}
