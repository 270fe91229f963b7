using System.Globalization;
using SideLamp.Core.Frame;
using SideLamp.Core.Templates;

namespace SideLamp.Core.Layout;

/// <content>Plates whose sides lean, and the edges that lean with them.</content>
internal sealed partial class Placing
{
    /// <summary>What words keep to a leaning side at least, in design px.</summary>
    private const double ClearPx = 12;

    /// <summary>How far a plate may lean: as the brand has it, or less where words would come near its edges.</summary>
    private double ClearOfWords(double lean, Box box, IEnumerable<Node> inside)
    {
        foreach (var ink in inside.Where(node => node.Line is not null).Select(node => node.Ink))
        {
            // The left side leans in at the top, the right one at the bottom.
            var (above, below) = ((ink.Y - box.Y) / box.H, (ink.Bottom - box.Y) / box.H);
            lean = Math.Min(lean, (ink.X - box.X - Px(ClearPx)) / Math.Max(0.01, 1 - above));
            lean = Math.Min(lean, (box.Right - ink.Right - Px(ClearPx)) / Math.Max(0.01, below));
        }

        return Math.Max(0, Math.Floor(lean));
    }

    /// <summary>Plate, mask, shadow and edges that were drawn with one lean get a smaller one.</summary>
    private void LeanLess(string clip, double lean, IEnumerable<(int At, double Width)> edges, int first)
    {
        for (var at = first; at < _nodes.Count; at++)
        {
            if (_nodes[at].Clip == clip)
            {
                _nodes[at] = _nodes[at] with { Clip = Plating.Slanted(lean) };
            }
        }

        foreach (var (at, width) in edges)
        {
            var box = FromStart(_nodes[at].Box, width + lean);
            _nodes[at] = _nodes[at] with { Box = box, Ink = box, Clip = LeaningEdge(lean, width) };
        }
    }

    private static string LeaningEdge(double lean, double width) => string.Create(CultureInfo.InvariantCulture, $"polygon({lean}px 0,100% 0,{width}px 100%,0 100%)");

    /// <summary>An edge at the starting side of a slanted plate leans with it, or only a sliver of it would be seen.</summary>
    private void PlaceLeaningEdge(MarkPart edge, Box place, double lean, string? parent)
    {
        var box = FromStart(place, place.W + lean);
        Add(edge, edge.Id, parent, box, clip: LeaningEdge(lean, place.W), plate: _plating.PlateOf(edge.Surface, box));
    }
}
