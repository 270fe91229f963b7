using System.Globalization;

namespace SideLamp.Core.Colours;

/// <summary>A colour in sRGB: red, green, blue and alpha from 0 to 1, not premultiplied.</summary>
public readonly record struct Colour(double R, double G, double B, double A = 1)
{
    /// <summary>The least contrast of words on their ground. Source: WCAG 2.2, success criterion 1.4.3.</summary>
    public const double Readable = 4.5;

    public static readonly Colour Black = new(0, 0, 0);
    public static readonly Colour White = new(1, 1, 1);

    /// <summary>
    /// Relative luminance, 0 black to 1 white; alpha is ignored. Source: WCAG 2.2, “relative luminance”.
    /// </summary>
    public double Luminance => (0.2126 * Linear(R)) + (0.7152 * Linear(G)) + (0.0722 * Linear(B));

    /// <summary>Reads a colour as CSS Color 4 writes it, such as <c>#1c8</c>, <c>teal</c> or <c>oklch(70% 0.1 200)</c>; null when it is none.</summary>
    public static Colour? Parse(string? text) => text is null ? null : CssColour.Parse(text);

    /// <summary>The contrast ratio of two opaque colours, 1 to 21. Source: WCAG 2.2, “contrast ratio”.</summary>
    public static double Contrast(Colour one, Colour other)
    {
        var (light, dark) = (Math.Max(one.Luminance, other.Luminance), Math.Min(one.Luminance, other.Luminance));
        return (light + 0.05) / (dark + 0.05);
    }

    /// <summary>The way from this colour to <paramref name="other"/>, in sRGB; 0 is this, 1 is the other.</summary>
    public Colour Mix(Colour other, double share) =>
        new(R + ((other.R - R) * share), G + ((other.G - G) * share), B + ((other.B - B) * share), A + ((other.A - A) * share));

    /// <summary>This colour laid over an opaque ground. Source: W3C Compositing 1, “source over”.</summary>
    public Colour Over(Colour ground) => ground.Mix(this with { A = 1 }, A) with { A = 1 };

    /// <summary>With every channel between 0 and 1.</summary>
    public Colour Clamped() => new(Math.Clamp(R, 0, 1), Math.Clamp(G, 0, 1), Math.Clamp(B, 0, 1), Math.Clamp(A, 0, 1));

    public Colour Fade(double alpha) => this with { A = A * alpha };

    /// <summary>As CSS: <c>#rrggbb</c>, or <c>#rrggbbaa</c> when it lets something through.</summary>
    public string ToCss()
    {
        static int Byte(double channel) => (int)Math.Round(Math.Clamp(channel, 0, 1) * 255, MidpointRounding.AwayFromZero);
        var css = string.Create(CultureInfo.InvariantCulture, $"#{Byte(R):x2}{Byte(G):x2}{Byte(B):x2}");
        return A >= 1 ? css : css + Byte(A).ToString("x2", CultureInfo.InvariantCulture);
    }

    public override string ToString() => ToCss();

    /// <summary>A channel as an amount of light. Source: CSS Color 4, sRGB.</summary>
    internal static double Linear(double channel) => channel <= 0.04045 ? channel / 12.92 : Math.Pow((channel + 0.055) / 1.055, 2.4);

    /// <summary>An amount of light as a channel: the way back.</summary>
    internal static double Encoded(double light) => light <= 0.0031308 ? light * 12.92 : (1.055 * Math.Pow(light, 1 / 2.4)) - 0.055;
}
