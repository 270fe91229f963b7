using System.Globalization;

namespace SideLamp.Core.Colours;

/// <summary>
/// Reads colours as CSS writes them. Source: CSS Color 4: hexadecimal, named, <c>rgb() hsl() hwb() oklab() oklch() color(srgb …)</c>,
/// old syntax with commas among them.
/// </summary>
internal static class CssColour
{
    public static Colour? Parse(string text)
    {
        var css = text.Trim().ToLowerInvariant();
        if (css.StartsWith('#'))
        {
            return Hex(css[1..]);
        }

        var open = css.IndexOf('(', StringComparison.Ordinal);
        return open < 0 ? Named(css)
            : css.EndsWith(')') ? Function(css[..open], css[(open + 1)..^1])
            : null;
    }

    private static Colour? Hex(string digits)
    {
        if (digits.Length is not (3 or 4 or 6 or 8) || !digits.All(char.IsAsciiHexDigit))
        {
            return null;
        }

        var hex = digits.Length < 6 ? string.Concat(digits.Select(digit => $"{digit}{digit}")) : digits;
        double Channel(int at) => int.Parse(hex.AsSpan(at, 2), NumberStyles.HexNumber, CultureInfo.InvariantCulture) / 255.0;
        return new Colour(Channel(0), Channel(2), Channel(4), hex.Length == 8 ? Channel(6) : 1);
    }

    /// <summary>The named colours of CSS are those of the framework's own table; “grey” may be written for “gray”.</summary>
    private static Colour? Named(string name)
    {
        if (name == "transparent")
        {
            return new Colour(0, 0, 0, 0);
        }

        var spelled = name.Replace("grey", "gray", StringComparison.Ordinal);
        return name.All(char.IsAsciiLetter) && Enum.TryParse<System.Drawing.KnownColor>(spelled, ignoreCase: true, out var known) && System.Drawing.Color.FromKnownColor(known) is { IsSystemColor: false } colour
            ? new Colour(colour.R / 255.0, colour.G / 255.0, colour.B / 255.0)
            : null;
    }

    private static Colour? Function(string name, string inside)
    {
        var words = inside.Replace(',', ' ').Replace("/", " / ", StringComparison.Ordinal).Split(' ', StringSplitOptions.RemoveEmptyEntries).Where(word => word != "/").ToList();
        if (name == "color")
        {
            return words is ["srgb", .. var channels] && Numbers(channels, [1, 1, 1]) is [var red, var green, var blue, var through] ? new Colour(red, green, blue, through).Clamped() : null;
        }

        return name switch
        {
            "rgb" or "rgba" when Numbers(words, [255, 255, 255]) is [var r, var g, var b, var alpha] => new Colour(r / 255, g / 255, b / 255, alpha).Clamped(),
            "hsl" or "hsla" when Numbers(words, [360, 100, 100]) is [var h, var s, var l, var alpha] => Hsl(h, s / 100, l / 100, alpha),
            "hwb" when Numbers(words, [360, 100, 100]) is [var h, var w, var b, var alpha] => Hwb(h, w / 100, b / 100, alpha),
            "oklab" when Numbers(words, [1, 0.4, 0.4]) is [var l, var a, var b, var alpha] => Of(l, Math.Sqrt((a * a) + (b * b)), Math.Atan2(b, a) * 180 / Math.PI, alpha),
            "oklch" when Numbers(words, [1, 0.4, 360]) is [var l, var c, var h, var alpha] => Of(l, c, h, alpha),
            _ => null,
        };
    }

    private static Colour Of(double lightness, double chroma, double hue, double alpha) =>
        new Oklch(Math.Clamp(lightness, 0, 1), Math.Max(0, chroma), hue).MappedToGamut(alpha).Clamped();

    /// <summary>Three channels and alpha, percentages taken of each channel's whole; null when they are not that.</summary>
    private static double[]? Numbers(List<string> words, double[] wholes)
    {
        if (words.Count is not (3 or 4))
        {
            return null;
        }

        var numbers = words.Select((word, at) => Number(word, at < 3 ? wholes[at] : 1)).ToList();
        return numbers.Any(number => number is null) ? null : [.. numbers.Take(3).Select(number => number!.Value), words.Count == 4 ? Math.Clamp(numbers[3]!.Value, 0, 1) : 1];
    }

    private static double? Number(string word, double whole)
    {
        if (word == "none")
        {
            return 0;
        }

        var (digits, share) = word switch
        {
            _ when word.EndsWith('%') => (word[..^1], whole / 100),
            _ when word.EndsWith("deg", StringComparison.Ordinal) => (word[..^3], 1),
            _ when word.EndsWith("turn", StringComparison.Ordinal) => (word[..^4], 360),
            _ when word.EndsWith("grad", StringComparison.Ordinal) => (word[..^4], 0.9),
            _ when word.EndsWith("rad", StringComparison.Ordinal) => (word[..^3], 180 / Math.PI),
            _ => (word, 1.0),
        };
        return double.TryParse(digits, NumberStyles.Float, CultureInfo.InvariantCulture, out var number) && double.IsFinite(number) ? number * share : null;
    }

    private static Colour Hsl(double hue, double saturation, double lightness, double alpha)
    {
        var (s, l) = (Math.Clamp(saturation, 0, 1), Math.Clamp(lightness, 0, 1));
        double Channel(double n)
        {
            var k = (((n + (hue / 30)) % 12) + 12) % 12;
            return l - (s * Math.Min(l, 1 - l) * Math.Max(-1, Math.Min(Math.Min(k - 3, 9 - k), 1)));
        }

        return new Colour(Channel(0), Channel(8), Channel(4), alpha).Clamped();
    }

    private static Colour Hwb(double hue, double white, double black, double alpha)
    {
        if (white + black >= 1)
        {
            var grey = white / (white + black);
            return new Colour(grey, grey, grey, alpha);
        }

        var pure = Hsl(hue, 1, 0.5, alpha);
        double Washed(double channel) => (channel * (1 - white - black)) + white;
        return new Colour(Washed(pure.R), Washed(pure.G), Washed(pure.B), alpha).Clamped();
    }
}
