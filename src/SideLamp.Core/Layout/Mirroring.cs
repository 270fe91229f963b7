using SideLamp.Core.Templates;

namespace SideLamp.Core.Layout;

/// <summary>Which graphics stand the other way round, where the brand has them do so.</summary>
internal static class Mirroring
{
    /// <summary>Whether a graphic's words run from right to left: the first of its fields that has letters decides, in the order of the tree.</summary>
    public static bool IsRightToLeft(Measured root) => FirstWords(root)?.Rtl == true;

    private static ShapedLine? FirstWords(Measured measured)
    {
        if (measured.Part is TextPart { Field: not null })
        {
            var text = measured.Pages.IsDefaultOrEmpty ? measured.Text : measured.Pages[0];
            return text?.Lines.FirstOrDefault(line => line.Text.Any(char.IsLetter));
        }

        return measured.Parts.IsDefaultOrEmpty ? null : measured.Parts.Select(FirstWords).FirstOrDefault(line => line is not null);
    }
}
