using System.Text.Json.Serialization;

namespace SideLamp.Core.Frame;

/// <summary>Pictures per second, kept as the exact fraction that video standards use (60000/1001 for 59.94).</summary>
public sealed record FrameRate(int Numerator, int Denominator)
{
    public static readonly FrameRate Sixty = new(60, 1);

    /// <summary>As a decimal number, for showing and comparing.</summary>
    public double PerSecond() => (double)Numerator / Denominator;
}

/// <summary>The size of the picture that the streamer makes, in px, and its frame rate.</summary>
public sealed record Canvas
{
    public const int LeastSide = 240;
    public const int GreatestSide = 4096;

    [JsonConstructor]
    private Canvas(int width, int height, FrameRate rate)
    {
        Width = width;
        Height = height;
        Rate = rate;
    }

    public static Canvas FullHd { get; } = new(1920, 1080, FrameRate.Sixty);

    /// <summary>Width in px, 240 to 4096.</summary>
    public int Width { get; }

    /// <summary>Height in px, 240 to 4096.</summary>
    public int Height { get; }

    public FrameRate Rate { get; }

    /// <summary>
    /// How many canvas px one design px is. Templates and brands are drawn for 1920×1080 (or 1080×1920 upright);
    /// a canvas of another size shows them larger or smaller, never stretched.
    /// </summary>
    [JsonIgnore]
    public double Scale => Math.Min(LongSide / 1920.0, ShortSide / 1080.0);

    private int LongSide => Math.Max(Width, Height);

    private int ShortSide => Math.Min(Width, Height);

    public static Checked<Canvas> Of(int width, int height, FrameRate rate)
    {
        var faults = new List<Fault>();
        foreach (var (path, side) in new[] { ("/width", width), ("/height", height) })
        {
            if (side is < LeastSide or > GreatestSide)
            {
                faults.Add(new Fault(path, $"{side} px is outside {LeastSide} to {GreatestSide} px."));
            }
        }

        if (rate.Denominator < 1 || rate.PerSecond() is < 20 or > 120)
        {
            faults.Add(new Fault("/rate", "The frame rate lies between 20 and 120 fps."));
        }

        return faults.Count > 0 ? Checked<Canvas>.Faulty(faults) : new Canvas(width, height, rate);
    }
}

/// <summary>
/// The parts of the frame that every viewer is sure to see. Source: EBU R 95, safe areas for 16:9 (from memory):
/// graphics safe is 5 % from each edge, action safe 3.5 %. Other shapes use the same shares.
/// </summary>
public static class SafeAreas
{
    public const double GraphicsShare = 0.05;
    public const double ActionShare = 0.035;

    public static Box Graphics(Canvas canvas) => Inset(canvas, GraphicsShare);

    public static Box Action(Canvas canvas) => Inset(canvas, ActionShare);

    private static Box Inset(Canvas canvas, double share)
    {
        var x = Math.Round(canvas.Width * share, MidpointRounding.AwayFromZero);
        var y = Math.Round(canvas.Height * share, MidpointRounding.AwayFromZero);
        return new Box(x, y, canvas.Width - (2 * x), canvas.Height - (2 * y));
    }
}
