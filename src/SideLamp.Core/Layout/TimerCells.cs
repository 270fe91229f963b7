namespace SideLamp.Core.Layout;

/// <summary>How wide the letters of a timer are in a face, in em.</summary>
internal sealed record TimerCells(char WidestFigure, double Cell, double Colon, double Sign)
{
    public static TimerCells Of(TextStyle style, ITextShaper shaper)
    {
        double WidthOf(char letter) => shaper.ShapeLine($"{letter}", style, false).Width;
        var widest = "0123456789".MaxBy(WidthOf);
        return new TimerCells(widest, WidthOf(widest), WidthOf(':'), WidthOf('+'));
    }

    /// <summary>The words with every figure as wide as the widest.</summary>
    public string Widest(string room) => room.Replace('0', WidestFigure);
}
