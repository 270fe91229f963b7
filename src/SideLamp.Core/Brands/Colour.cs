using System.Globalization;

namespace SideLamp.Core.Brands;

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

    /// <summary>Reads <c>#rgb</c>, <c>#rrggbb</c> or <c>#rrggbbaa</c>; null when it is none of them.</summary>
    public static Colour? Parse(string? text)
    {
        if (text is null || text.Length is not (4 or 7 or 9) || text[0] != '#' || !text.AsSpan(1).ToString().All(char.IsAsciiHexDigit))
        {
            return null;
        }

        var hex = text.Length == 4 ? string.Concat(text.Skip(1).Select(digit => $"{digit}{digit}")) : text[1..];
        double Channel(int at) => int.Parse(hex.AsSpan(at, 2), NumberStyles.HexNumber, CultureInfo.InvariantCulture) / 255.0;
        return new Colour(Channel(0), Channel(2), Channel(4), hex.Length == 8 ? Channel(6) : 1);
    }

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

    public Colour Fade(double alpha) => this with { A = A * alpha };

    /// <summary>As CSS: <c>#rrggbb</c>, or <c>#rrggbbaa</c> when it lets something through.</summary>
    public string ToCss()
    {
        static int Byte(double channel) => (int)Math.Round(Math.Clamp(channel, 0, 1) * 255, MidpointRounding.AwayFromZero);
        var css = string.Create(CultureInfo.InvariantCulture, $"#{Byte(R):x2}{Byte(G):x2}{Byte(B):x2}");
        return A >= 1 ? css : css + Byte(A).ToString("x2", CultureInfo.InvariantCulture);
    }

    public override string ToString() => ToCss();

    private static double Linear(double channel) => channel <= 0.04045 ? channel / 12.92 : Math.Pow((channel + 0.055) / 1.055, 2.4);
}
