using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using SideLamp.Core.Json;
using SideLamp.Core.Templates;

namespace SideLamp.Core.Shows;

/// <summary>What differs between two states of a show, and nothing else: small, and of no time.</summary>
/// <param name="Before">A JSON object with <c>head</c>, and the lists that differ by their names. Of each list those entries that differ, <c>{id, body}</c>; where one came, went or moved all of them, the others by their ids alone. Of what differs only the values that do.</param>
/// <param name="After">Likewise.</param>
public sealed record ShowPatch(string Before, string After)
{
    private const string Head = "head";
    private const string Id = "id";
    private const string Body = "body";
    private const string Source = "source";

    /// <summary>How long it is.</summary>
    [JsonIgnore]
    public int Letters => Before.Length + After.Length;

    /// <summary>The way back.</summary>
    [JsonIgnore]
    public ShowPatch Reversed => new(After, Before);

    /// <summary>Where words and numbers stand anew, as typing and dragging leave them; null where anything came, went, moved or was switched.</summary>
    public string? Retyped()
    {
        var places = new List<string>();
        return ThreeWay.IsRetyped(Opened(Before), Opened(After), places) ? string.Join('\n', places) : null;
    }

    /// <summary>With the documents that templates are opened, too.</summary>
    private static JsonObject Opened(string written)
    {
        var patch = JsonNode.Parse(written)!.AsObject();
        foreach (var body in patch[ShowLists.Templates]?.AsArray().Select(one => one![Body]).OfType<JsonObject>().Where(body => body[Source] is not null) ?? [])
        {
            body[Source] = JsonNode.Parse(body[Source]!.GetValue<string>(), documentOptions: TemplateReader.Lenient);
        }

        return patch;
    }

    public static ShowPatch Between(Show before, Show after)
    {
        var (was, now) = (new JsonObject(), new JsonObject());
        var (headWas, headNow) = (ShowLists.HeadOf(before), ShowLists.HeadOf(after));
        if (headWas != headNow)
        {
            (was[Head], now[Head]) = ThreeWay.Difference(Written(headWas), Written(headNow));
        }

        foreach (var list in ShowLists.All)
        {
            Compare(list, before, after, was, now);
        }

        return new ShowPatch(was.ToJsonString(CoreJson.Options), now.ToJsonString(CoreJson.Options));
    }

    /// <summary>The show with <see cref="Before"/> in place of <see cref="After"/>; what else has changed since stays.</summary>
    /// <returns>Null when somebody has changed the same values since.</returns>
    /// <exception cref="System.Text.Json.JsonException">It was made by a Side Lamp whose shows were of another shape.</exception>
    public Show? Revert(Show current)
    {
        var (before, after) = (JsonNode.Parse(Before)!.AsObject(), JsonNode.Parse(After)!.AsObject());
        var conflicts = new List<string>();
        var show = current;
        if (after[Head] is { } head)
        {
            var merged = CoreJson.Read<Show>(ThreeWay.Revert(Written(ShowLists.HeadOf(current)), head, before[Head], conflicts)!.ToJsonString(CoreJson.Options));
            show = ShowLists.All.Aggregate(merged, (so, list) => list.With(so, list.Entries(current).Select(one => one.Entry)));
            // What did not change stays the very same object, so that nothing is laid out or written anew for it.
            show = show with
            {
                Brand = CoreJson.WriteWhole(show.Brand) == CoreJson.WriteWhole(current.Brand) ? current.Brand : show.Brand,
                Canvas = show.Canvas == current.Canvas ? current.Canvas : show.Canvas,
            };
        }

        foreach (var list in ShowLists.All.Where(list => after[list.Name] is not null))
        {
            show = Reverted(list, show, before[list.Name]!.AsArray(), after[list.Name]!.AsArray(), conflicts);
        }

        return conflicts.Count > 0 ? null : show;
    }

    private static void Compare(ShowList list, Show before, Show after, JsonObject was, JsonObject now)
    {
        var (old, fresh) = (list.Entries(before).ToList(), list.Entries(after).ToList());
        var isOrdered = old.Select(one => one.Id).SequenceEqual(fresh.Select(one => one.Id));
        var (others, froms) = (fresh.ToDictionary(one => one.Id, one => one.Entry), old.ToDictionary(one => one.Id, one => one.Entry));
        var same = old.Where(one => others.TryGetValue(one.Id, out var other) && ReferenceEquals(one.Entry, other)).Select(one => one.Id).ToHashSet();
        if (isOrdered && same.Count == old.Count)
        {
            return;
        }

        JsonArray Listed(List<(string Id, object Entry)> all, Dictionary<string, object> beside, bool isOld) =>
            [
                .. all.Where(one => !isOrdered || !same.Contains(one.Id))
                    .Select(one =>
                        same.Contains(one.Id) ? new JsonObject { [Id] = one.Id }
                        : !beside.TryGetValue(one.Id, out var other) ? new JsonObject { [Id] = one.Id, [Body] = Written(one.Entry) }
                        : new JsonObject { [Id] = one.Id, [Body] = isOld ? ThreeWay.Difference(Written(one.Entry), Written(other)).Before : ThreeWay.Difference(Written(other), Written(one.Entry)).After }
                    ),
            ];

        (was[list.Name], now[list.Name]) = (Listed(old, others, isOld: true), Listed(fresh, froms, isOld: false));
    }

    private static Show Reverted(ShowList list, Show show, JsonArray before, JsonArray after, List<string> conflicts)
    {
        var touched = before.Concat(after).Where(one => one![Body] is not null).Select(one => one![Id]!.GetValue<string>()).ToHashSet();
        var entries = list.Entries(show).ToDictionary(one => one.Id, one => one.Entry);
        // Of what the change left alone nothing is written, and nothing read.
        var current = new JsonArray([.. list.Entries(show).Select(one => touched.Contains(one.Id) ? new JsonObject { [Id] = one.Id, [Body] = Written(one.Entry) } : new JsonObject { [Id] = one.Id })]);
        var merged = ThreeWay.Revert(current, after, before, conflicts, list.Name)!.AsArray();
        return conflicts.Count > 0 ? show : list.With(show, merged.Select(one => one![Body] is { } body ? list.Read(body.ToJsonString(CoreJson.Options)) : entries[one[Id]!.GetValue<string>()]));
    }

    private static JsonNode Written(object value) => JsonNode.Parse(CoreJson.WriteWhole(value))!;
}
