namespace SideLamp.Core.Frame;

/// <summary>How a graphic stands in its seat, beside what the seat itself says.</summary>
/// <param name="X">Design px (1920×1080) to the right of where the seat would put it.</param>
/// <param name="Y">Design px down from there.</param>
/// <param name="Width">How wide it is, in design px: its words fit themselves into that; null = as the template says.</param>
/// <param name="Scale">1 = as drawn. Type is set anew at each size, never stretched. 0.25 to 4.</param>
/// <param name="Opacity">0 clear to 1 solid.</param>
public sealed record Placement(int X = 0, int Y = 0, int? Width = null, double Scale = 1, double Opacity = 1)
{
    public const int Farthest = 4000;
    public const int Narrowest = 40;

    public static Placement Plain { get; } = new();

    public IEnumerable<Fault> Faults()
    {
        if (Math.Abs(X) > Farthest || Math.Abs(Y) > Farthest)
        {
            yield return new Fault("/x", $"A graphic is moved by up to {Farthest} px either way.");
        }

        if (Width is < Narrowest or > Farthest)
        {
            yield return new Fault("/width", $"A graphic is {Narrowest} to {Farthest} px wide. Leave it empty to be as wide as the template says.");
        }

        if (Scale is < 0.25 or > 4)
        {
            yield return new Fault("/scale", "The size lies between 25 % and 400 %.");
        }

        if (Opacity is < 0 or > 1)
        {
            yield return new Fault("/opacity", "The opacity lies between 0 and 1.");
        }
    }
}
