using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using Fluid.Values;
using Json.Pointer;
using NodaTime;
using NodaTime.Text;
using SideLamp.Core.Feeds;
using SideLamp.Core.Tables;

namespace SideLamp.Core.Events;

/// <summary>What an adapter reads out of what was sent.</summary>
/// <param name="Events">Each with its place in what was sent, such as <c>/3</c>; where there is but one that is empty.</param>
/// <param name="LeftOut">How many of its events have no type, and so are none of ours.</param>
public sealed record Adapted(ImmutableArray<(SentEvent Event, string Path)> Events, int LeftOut, ImmutableArray<Fault> Faults);

/// <summary>A value in what was sent, and what leads to it from its event.</summary>
/// <param name="Says">The beginning of it.</param>
public sealed record FoundValue(string Pointer, string Says);

/// <summary>Reads events as an <see cref="Adapter"/> says. Pure, and limited in time like all placeholders.</summary>
public static class Adapting
{
    /// <summary>Above it a plain number is of ms, below of s: as seconds it would be in the year 5138.</summary>
    private const long MostSeconds = 100_000_000_000;

    private const int MostLookedAt = 20;
    private const int MostOffered = 60;
    private const int MostEntries = 3;
    private const int LongestSaid = 60;

    /// <param name="sent">As <see cref="JsonTables.Parsed"/> reads it.</param>
    /// <param name="most">More events at once are a fault.</param>
    public static Adapted Read(Adapter adapter, JsonElement sent, int most)
    {
        if (JsonPointer.Parse(adapter.Each).Evaluate(sent) is not { } found)
        {
            return new Adapted([], 0, [new Fault("", $"There is nothing at {adapter.Each}, where “{adapter.Name}” has its events.")]);
        }

        var each = found.ValueKind == JsonValueKind.Array ? [.. found.EnumerateArray()] : new List<JsonElement> { found };
        if (each.Count > most)
        {
            return new Adapted([], 0, [new Fault(adapter.Each, $"At once there may be up to {most:N0} events.")]);
        }

        var faults = ImmutableArray.CreateBuilder<Fault>();
        var all = JsonWords.Of(sent);
        var (events, leftOut) = (ImmutableArray.CreateBuilder<(SentEvent, string)>(), 0);
        for (var at = 0; at < each.Count; at++)
        {
            var path = each.Count == 1 ? "" : $"/{at}";
            if (EventIn(adapter, each[at], all, path, faults) is { } one)
            {
                events.Add((one, path));
            }
            else
            {
                leftOut++;
            }
        }

        return new Adapted(events.ToImmutable(), leftOut, faults.ToImmutable());
    }

    /// <summary>What an adapter could take: the values of the first events, each place once.</summary>
    public static ImmutableArray<FoundValue> Offered(Adapter adapter, JsonElement sent)
    {
        var found = JsonPointer.TryParse(adapter.Each, out var each) ? each.Evaluate(sent) : null;
        var events = found is { ValueKind: JsonValueKind.Array } list ? list.EnumerateArray().Take(MostLookedAt) : found is { } one ? [one] : [];
        return [.. events.SelectMany(one => Leaves(one, "")).DistinctBy(leaf => leaf.Pointer).Take(MostOffered)];
    }

    private static IEnumerable<FoundValue> Leaves(JsonElement value, string pointer) =>
        value.ValueKind switch
        {
            JsonValueKind.Object => value.EnumerateObject().SelectMany(member => Leaves(member.Value, $"{pointer}/{member.Name.Replace("~", "~0", StringComparison.Ordinal).Replace("/", "~1", StringComparison.Ordinal)}")),
            JsonValueKind.Array => value.EnumerateArray().Take(MostEntries).SelectMany((entry, at) => Leaves(entry, $"{pointer}/{at}")),
            JsonValueKind.Null => [],
            _ when pointer.Length == 0 => [],
            _ => [new FoundValue(pointer, JsonTables.TextOf(value) is var text && text.Length > LongestSaid ? text[..LongestSaid] + "…" : text)],
        };

    /// <summary>Null = it has no type.</summary>
    private static SentEvent? EventIn(Adapter adapter, JsonElement one, FluidValue all, string path, ImmutableArray<Fault>.Builder faults)
    {
        var it = JsonWords.Of(one);
        var type = TextOf(ValueOf(Adapter.Type));
        if (type.Length == 0)
        {
            return null;
        }

        var time = TextOf(ValueOf(Adapter.Time));
        var at = time.Length == 0 ? null : TimeOf(time);
        if (time.Length > 0 && at is null)
        {
            faults.Add(new Fault($"{path}/time", $"“{(time.Length > 40 ? time[..40] + "…" : time)}” is no time such as 2026-11-27T21:40:00Z, and no number of seconds since 1970."));
        }

        var data = new JsonObject(adapter.Takes.Keys.Except(Adapter.Attributes).Select(part => KeyValuePair.Create(part, ValueOf(part))).Where(value => value.Value is not null));
        return new SentEvent(new EventKey($"/adapters/{adapter.Id}", TextOf(ValueOf(Adapter.Key))), type, at, JsonSerializer.SerializeToElement(data));

        JsonNode? ValueOf(string part)
        {
            var from = adapter.Takes.GetValueOrDefault(part, "");
            if (Adapter.IsPointer(from))
            {
                return JsonPointer.Parse(from).Evaluate(one) is { ValueKind: not JsonValueKind.Null } value ? JsonNode.Parse(value.GetRawText()) : null;
            }

            var (text, fault) = PlaceholderLanguage.Filled(from, [("it", it), ("all", all)]);
            if (fault is not null)
            {
                faults.Add(new Fault($"{path}/{part}", $"It cannot be filled in: {fault}"));
            }

            return text?.Trim() is { Length: > 0 } words ? JsonValue.Create(words) : null;
        }
    }

    private static string TextOf(JsonNode? value) =>
        value is null ? ""
        : value.GetValueKind() == JsonValueKind.String ? value.GetValue<string>()
        : value.ToJsonString();

    private static Instant? TimeOf(string text) =>
        long.TryParse(text, out var number) && Math.Abs((decimal)number) < MostSeconds * 1000m ? Math.Abs(number) < MostSeconds ? Instant.FromUnixTimeSeconds(number) : Instant.FromUnixTimeMilliseconds(number)
        : OffsetDateTimePattern.Rfc3339.Parse(text) is { Success: true } at ? at.Value.ToInstant()
        : null;
}
