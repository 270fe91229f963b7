using System.Text.Json;

namespace SideLamp.Core.Media;

/// <summary>
/// Whether a vector animation is whole, draws and does nothing else, and can be drawn without holding up a page. Source: the
/// Lottie animation format.
/// </summary>
internal static class LottieIntake
{
    private const int LargestBytes = 2 << 20;

    /// <summary>Layers, with those of compositions each time they are used.</summary>
    private const long MostLayers = 1000;

    private const int MostCopies = 100;
    private const int LongestSide = 8192;
    private static readonly string[] Numbers = ["w", "h", "fr", "ip", "op"];

    /// <returns>What is wrong, in a sentence; null = nothing.</returns>
    public static string? TroubleOf(byte[] bytes)
    {
        if (bytes.Length > LargestBytes)
        {
            return $"The animation has {bytes.Length >> 10:N0} KiB; {LargestBytes >> 10:N0} are the most. Save it simpler, or as a video.";
        }

        try
        {
            using var document = JsonDocument.Parse(bytes, new JsonDocumentOptions { MaxDepth = 128 });
            return TroubleOf(document.RootElement);
        }
        catch (JsonException error)
        {
            return $"The animation is damaged at line {error.LineNumber + 1}.";
        }
        catch (InvalidOperationException)
        {
            // Half a character in a text of it.
            return "The animation is damaged: a text in it cannot be read.";
        }
    }

    private static string? TroubleOf(JsonElement root)
    {
        if (root.ValueKind != JsonValueKind.Object || Numbers.Any(name => NumberOf(root, name) is null) || ListOf(root, "layers") is not { } layers)
        {
            return "This is JSON, but no Lottie animation: it needs layers, w, h, fr, ip and op.";
        }

        if (NumberOf(root, "w") is not (> 0 and <= LongestSide) || NumberOf(root, "h") is not (> 0 and <= LongestSide) || NumberOf(root, "fr") is not (> 0 and <= 240))
        {
            return $"The animation is up to {LongestSide} px wide and high, and has up to 240 frames a second.";
        }

        var assets = (ListOf(root, "assets") ?? []).Where(one => one.ValueKind == JsonValueKind.Object).ToList();
        if (assets.Exists(asset => TextOf(asset, "p") is { } path && !path.StartsWith("data:image/", StringComparison.Ordinal)))
        {
            return "The animation refers to pictures that lie beside it. Save it with its pictures inside.";
        }

        if (Everything(root).Any(DoesMore))
        {
            return "The animation loads typefaces, or runs expressions. Save it with its words as shapes, and its expressions worked out.";
        }

        var compositions = assets.Where(asset => TextOf(asset, "id") is not null && ListOf(asset, "layers") is not null).GroupBy(asset => TextOf(asset, "id")!).ToDictionary(group => group.Key, group => ListOf(group.First(), "layers")!);
        return LayersOf(layers, compositions, []) > MostLayers || Everything(root).Any(HasManyCopies) ? "The animation uses its own parts again and again: it would be drawn too slowly. Save it simpler, or as a video." : null;
    }

    /// <summary>What the format can do beyond drawing: typefaces are style sheets from anywhere, and expressions are scripts.</summary>
    private static bool DoesMore(JsonElement one) =>
        TextOf(one, "fPath") is { Length: > 0 } || (one.TryGetProperty("x", out var code) && code.ValueKind == JsonValueKind.String);

    private static bool HasManyCopies(JsonElement one) =>
        TextOf(one, "ty") == "rp" && (!one.TryGetProperty("c", out var copies) || copies.ValueKind != JsonValueKind.Object || NumberOf(copies, "k") is not <= MostCopies);

    private static long LayersOf(List<JsonElement> layers, Dictionary<string, List<JsonElement>> compositions, Dictionary<string, long> known)
    {
        var sum = 0L;
        foreach (var layer in layers)
        {
            sum++;
            if (TextOf(layer, "refId") is { } id && compositions.TryGetValue(id, out var inner))
            {
                if (!known.TryGetValue(id, out var count))
                {
                    // One that holds itself is without end.
                    known[id] = MostLayers + 1;
                    known[id] = count = LayersOf(inner, compositions, known);
                }

                sum += count;
            }

            if (sum > MostLayers)
            {
                return sum;
            }
        }

        return sum;
    }

    /// <summary>Every object in it.</summary>
    private static IEnumerable<JsonElement> Everything(JsonElement root)
    {
        var open = new Stack<JsonElement>([root]);
        while (open.TryPop(out var one))
        {
            if (one.ValueKind == JsonValueKind.Object)
            {
                yield return one;
                foreach (var member in one.EnumerateObject())
                {
                    open.Push(member.Value);
                }
            }
            else if (one.ValueKind == JsonValueKind.Array)
            {
                foreach (var entry in one.EnumerateArray())
                {
                    open.Push(entry);
                }
            }
        }
    }

    private static double? NumberOf(JsonElement one, string name) =>
        one.TryGetProperty(name, out var value) && value.ValueKind == JsonValueKind.Number && value.TryGetDouble(out var number) && double.IsFinite(number) ? number : null;

    private static string? TextOf(JsonElement one, string name) =>
        one.ValueKind == JsonValueKind.Object && one.TryGetProperty(name, out var value) && value.ValueKind == JsonValueKind.String ? value.GetString() : null;

    private static List<JsonElement>? ListOf(JsonElement one, string name) =>
        one.TryGetProperty(name, out var value) && value.ValueKind == JsonValueKind.Array ? [.. value.EnumerateArray()] : null;
}
