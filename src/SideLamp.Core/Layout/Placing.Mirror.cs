using SideLamp.Core.Templates;

namespace SideLamp.Core.Layout;

/// <content>What changes sides where a graphic is mirrored. Words, pictures and the brand's own shapes are never turned round themselves.</content>
internal sealed partial class Placing
{
    private Box Mirrored(Box box, Box within) => isMirrored ? box with { X = within.X + within.Right - box.Right } : box;

    private Insets SidesOf(Insets insets) => isMirrored ? insets with { Left = insets.Right, Right = insets.Left } : insets;

    private bool IsAtStart(Box box, Box within) => isMirrored ? box.Right == within.Right : box.X == within.X;

    /// <summary>A box of another width that begins where it began.</summary>
    private Box FromStart(Box box, double width) => isMirrored ? box with { X = box.Right - width, W = width } : box with { W = width };

    private TextAlign AlignOf(TextAlign align) =>
        (isMirrored, align) switch
        {
            (true, TextAlign.Left) => TextAlign.Right,
            (true, TextAlign.Right) => TextAlign.Left,
            _ => align,
        };

    private double TurnOf(Part part) => isMirrored ? 0 - part.Turn : part.Turn;

    private Stance? StanceOf(Part part)
    {
        // A meter fills from where reading begins.
        var across = (part.Flip is Flip.Across or Flip.Both) != (isMirrored && part is MeterPart);
        var down = part.Flip is Flip.Down or Flip.Both;
        return part.Turn == 0 && !across && !down && part.Alpha == 1 ? null : new Stance(TurnOf(part), across, down, part.Alpha);
    }
}
