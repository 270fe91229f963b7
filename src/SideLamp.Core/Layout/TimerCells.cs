using SideLamp.Core.Timers;

namespace SideLamp.Core.Layout;

/// <summary>How wide the letters of a timer are in a face, in em.</summary>
/// <param name="Colon">So wide are a semicolon and a point, too.</param>
/// <param name="Sign">Of plus or minus.</param>
internal sealed record TimerCells(char WidestFigure, char WidestPoint, double Cell, double Colon, double Sign)
{
    public static TimerCells Of(TextStyle style, ITextShaper shaper)
    {
        double WidthOf(char letter) => shaper.ShapeLine($"{letter}", style, false).Width;
        var widest = "0123456789".MaxBy(WidthOf);
        var point = ":;.".MaxBy(WidthOf);
        return new TimerCells(widest, point, WidthOf(widest), WidthOf(point), Math.Max(WidthOf('+'), WidthOf(Timer.Minus[0])));
    }

    /// <summary>The words with every figure, and every colon or point, as wide as the widest.</summary>
    public string Widest(string room) => room.Replace('0', WidestFigure).Replace(':', WidestPoint).Replace('.', WidestPoint);
}
