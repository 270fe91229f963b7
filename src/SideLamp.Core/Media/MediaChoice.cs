using System.Collections.Immutable;
using System.Globalization;
using SideLamp.Core.Templates;

namespace SideLamp.Core.Media;

/// <summary>What a stored file shows.</summary>
public enum MediaKind
{
    Still,
    Video,

    /// <summary>Vector animation (Lottie JSON).</summary>
    Animation,
}

/// <summary>
/// The value of a picture field: which stored file, and how much of it is seen. Written <c>id</c>, or
/// <c>id;fit=contain;focus=0.3,0.2;zoom=1.5;cut=round</c>; what is left out is as the template says.
/// </summary>
/// <param name="Cover">Whether it fills its box and loses its edges, or shows whole; null = as the template says.</param>
/// <param name="FocusX">What must stay in sight, as a share of the width, 0 to 1.</param>
/// <param name="FocusY">Likewise of the height.</param>
/// <param name="Zoom">1 = as it fits, up to 8 = closer, about the focus.</param>
/// <param name="Cut">Null = as the template says.</param>
public sealed record MediaChoice(AssetId Asset, bool? Cover = null, double FocusX = 0.5, double FocusY = 0.5, double Zoom = 1, Cut? Cut = null)
{
    private const double GreatestZoom = 8;
    private const int HashLength = 64;
    private static readonly ImmutableHashSet<string> Settings = ["fit", "cut", "zoom", "focus"];

    /// <summary>By the ending of the id, which the store gives by the file's contents.</summary>
    public MediaKind Kind =>
        Path.GetExtension(Asset.Value) switch
        {
            ".webm" or ".mp4" => MediaKind.Video,
            ".json" => MediaKind.Animation,
            _ => MediaKind.Still,
        };

    /// <summary>Whether a file can be shown by a picture field: a still, a video or an animation.</summary>
    public static bool CanShow(MediaFile file) => file.Type.StartsWith("image/", StringComparison.Ordinal) || file.Type.StartsWith("video/", StringComparison.Ordinal) || file.Type == "application/json";

    /// <summary>Reads a field's value; what it does not understand it leaves as the template says.</summary>
    /// <returns>Null when no file is named.</returns>
    public static MediaChoice? Parse(string? value)
    {
        var parts = (value ?? "").Split(';', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries);
        return parts.Length == 0 ? null : parts.Skip(1).Aggregate(new MediaChoice(new AssetId(parts[0])), With);
    }

    /// <summary>A field's value in two: which picture, and how much of it is seen. The picture may be named by an address, which may hold semicolons of its own.</summary>
    public static (string Source, string Settings) Split(string value)
    {
        var end = value.Length;
        for (var at = value.LastIndexOf(';'); at >= 0 && Settings.Contains(value[(at + 1)..end].Split('=')[0].Trim()); at = at > 0 ? value.LastIndexOf(';', at - 1) : -1)
        {
            end = at;
        }

        return (value[..end].Trim(), value[end..]);
    }

    /// <summary>Whether this is the id of a stored file: a hash of its bytes and an ending.</summary>
    public static bool IsStored(string source) => source.IndexOf('.') is HashLength && source[..HashLength].All(char.IsAsciiHexDigitLower) && source[(HashLength + 1)..].All(char.IsAsciiLetterOrDigit);

    private static MediaChoice With(MediaChoice choice, string setting)
    {
        var pair = setting.Split('=', 2, StringSplitOptions.TrimEntries);
        var text = pair.Length == 2 ? pair[1] : "";
        switch (pair[0])
        {
            case "fit":
                return choice with { Cover = text switch { "cover" => true, "contain" => false, _ => null } };
            case "cut":
                return choice with { Cut = text switch { "round" => Templates.Cut.Round, "square" => Templates.Cut.Square, _ => null } };
            case "zoom" when Number(text) is { } zoom:
                return choice with { Zoom = Math.Clamp(zoom, 1, GreatestZoom) };
            case "focus" when text.Split(',') is [var x, var y] && Number(x) is { } focusX && Number(y) is { } focusY:
                return choice with { FocusX = Math.Clamp(focusX, 0, 1), FocusY = Math.Clamp(focusY, 0, 1) };
            default:
                return choice;
        }
    }

    private static double? Number(string text) =>
        double.TryParse(text, CultureInfo.InvariantCulture, out var number) && double.IsFinite(number) ? number : null;
}
