using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using SideLamp.Core.Json;

namespace SideLamp.Core.Keeping;

/// <summary>
/// How one kind of thing is kept: as JSON that says the version of its shape. Older shapes are brought up step by step when
/// they are read. A value that a record gained, and that has a default, needs no step.
/// </summary>
/// <param name="upgrades">The first makes version 1 of what has no version, and so on.</param>
public sealed class Codec<T>(params Action<JsonObject>[] upgrades)
    where T : class
{
    private const string VersionName = "v";

    public string Write(T value)
    {
        var body = CoreJson.WriteWhole(value);
        return string.Create(CultureInfo.InvariantCulture, $"{{\"{VersionName}\":{upgrades.Length},{body.AsSpan(1)}");
    }

    /// <exception cref="JsonException">It is no such thing.</exception>
    /// <exception cref="InvalidOperationException">It was kept by a later version of Side Lamp.</exception>
    public T Read(string json)
    {
        if (JsonNode.Parse(json) is not JsonObject body)
        {
            throw new JsonException("A JSON object was expected.");
        }

        var version = body[VersionName] is JsonValue told && told.TryGetValue<int>(out var number) ? number : 0;
        if (version > upgrades.Length)
        {
            throw new InvalidOperationException($"This show was kept by a later version of Side Lamp (shape {version}). Open it with that one.");
        }

        if (version < 0)
        {
            throw new JsonException("No shape has a number below 0.");
        }

        if (version == upgrades.Length)
        {
            return CoreJson.Read<T>(json);
        }

        try
        {
            foreach (var upgrade in upgrades[version..])
            {
                upgrade(body);
            }
        }
        catch (Exception error) when (error is InvalidOperationException or NullReferenceException or ArgumentException)
        {
            throw new JsonException("It is not of the shape that it says.", error);
        }

        return CoreJson.Read<T>(body.ToJsonString(CoreJson.Options));
    }

    /// <summary>Whether it is of an older shape.</summary>
    public bool IsOld(string json) => upgrades.Length > 0 && !json.StartsWith($"{{\"{VersionName}\":{upgrades.Length},", StringComparison.Ordinal);
}
