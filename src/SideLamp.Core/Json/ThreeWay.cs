using System.Text.Json;
using System.Text.Json.Nodes;

namespace SideLamp.Core.Json;

/// <summary>Takes one change out of a document that may have changed elsewhere since: an inverse patch, value by value.</summary>
public static class ThreeWay
{
    /// <summary>
    /// Both documents without what is the same in them. Entries of lists keep their <c>id</c>; where one came, went or moved, the
    /// others stand there by their ids alone. <see cref="Revert"/> takes these for the whole.
    /// </summary>
    public static (JsonNode? Before, JsonNode? After) Difference(JsonNode? before, JsonNode? after)
    {
        if (before is JsonObject once && after is JsonObject then)
        {
            var (was, now) = (new JsonObject(), new JsonObject());
            foreach (var key in once.Concat(then).Select(pair => pair.Key).Distinct().Where(key => key == "id" || !JsonNode.DeepEquals(once[key], then[key])))
            {
                var both = once.ContainsKey(key) && then.ContainsKey(key);
                var (older, newer) = both ? Difference(once[key], then[key]) : (once[key]?.DeepClone(), then[key]?.DeepClone());
                Put(was, once, key, older);
                Put(now, then, key, newer);
            }

            return (was, now);
        }

        return before is JsonArray listOnce && after is JsonArray listThen && HaveIds(listOnce, listThen) && HaveOneOfEach(listOnce) && HaveOneOfEach(listThen)
            ? Difference(listOnce, listThen)
            : (before?.DeepClone(), after?.DeepClone());
    }

    private static (JsonArray Before, JsonArray After) Difference(JsonArray before, JsonArray after)
    {
        var isOrdered = before.Select(IdOf).SequenceEqual(after.Select(IdOf));
        var (was, now) = (new JsonArray(), new JsonArray());
        foreach (var entry in before.Where(entry => !isOrdered || !JsonNode.DeepEquals(entry, Find(after, IdOf(entry)))))
        {
            was.Add(Find(after, IdOf(entry)) is { } then ? Difference(entry, then).Before : entry!.DeepClone());
        }

        foreach (var entry in after.Where(entry => !isOrdered || !JsonNode.DeepEquals(entry, Find(before, IdOf(entry)))))
        {
            now.Add(Find(before, IdOf(entry)) is { } once ? Difference(once, entry).After : entry!.DeepClone());
        }

        return (was, now);
    }

    private static void Put(JsonObject into, JsonObject from, string key, JsonNode? value)
    {
        if (from.ContainsKey(key))
        {
            into[key] = value;
        }
    }

    /// <summary>
    /// What <paramref name="current"/> would be without the change from <paramref name="before"/> to <paramref name="after"/>. Lists
    /// whose entries have an <c>id</c> are compared entry by entry; other lists are values.
    /// </summary>
    /// <param name="conflicts">Gathers the paths of values that were changed again since: those cannot be taken back.</param>
    public static JsonNode? Revert(JsonNode? current, JsonNode? after, JsonNode? before, List<string> conflicts, string path = "")
    {
        if (JsonNode.DeepEquals(after, before))
        {
            return current?.DeepClone();
        }

        if (JsonNode.DeepEquals(current, after))
        {
            return before?.DeepClone();
        }

        if (current is JsonObject now && after is JsonObject then && before is JsonObject once)
        {
            var keys = now.Concat(then).Concat(once).Select(pair => pair.Key).Distinct();
            return new JsonObject(
                keys.Where(key => now.ContainsKey(key) || (once.ContainsKey(key) && !then.ContainsKey(key)))
                    .Select(key => KeyValuePair.Create(key, (Key: key, Value: Revert(now[key], then[key], once[key], conflicts, $"{path}/{key}"))))
                    // A key that the change had brought goes with it.
                    .Where(pair => once.ContainsKey(pair.Key) || !then.ContainsKey(pair.Key) || pair.Value.Value is not null)
                    .Select(pair => KeyValuePair.Create(pair.Key, pair.Value.Value))
            );
        }

        if (current is JsonArray list && after is JsonArray listThen && before is JsonArray listOnce && HaveIds(list, listThen, listOnce))
        {
            return RevertList(list, listThen, listOnce, conflicts, path);
        }

        conflicts.Add(path);
        return current?.DeepClone();
    }

    private static JsonArray RevertList(JsonArray current, JsonArray after, JsonArray before, List<string> conflicts, string path)
    {
        var entries = new List<JsonNode?>();
        foreach (var entry in current)
        {
            var id = IdOf(entry);
            var (then, once) = (Find(after, id), Find(before, id));
            if (then is not null && once is null)
            {
                // The change brought it; whoever worked on it since would lose that.
                if (!JsonNode.DeepEquals(entry, then))
                {
                    conflicts.Add($"{path}/{id}");
                }

                continue;
            }

            entries.Add(Revert(entry, then, once, conflicts, $"{path}/{id}"));
        }

        foreach (var (gone, at) in before.Select((entry, at) => (entry, at)).Where(one => Find(after, IdOf(one.entry)) is null && Find(current, IdOf(one.entry)) is null))
        {
            entries.Insert(Math.Min(at, entries.Count), gone?.DeepClone());
        }

        // A change of order alone is taken back when nobody else has changed the order.
        var order = before.Select(IdOf).ToList();
        var moved = !after.Select(IdOf).SequenceEqual(order) && current.Select(IdOf).SequenceEqual(after.Select(IdOf));
        var sorted = moved ? entries.OrderBy(entry => order.IndexOf(IdOf(entry)) is var place and >= 0 ? place : int.MaxValue) : entries.AsEnumerable();
        return new JsonArray([.. sorted]);
    }

    /// <summary>Whether one document is the other with other words and numbers in it, and nothing else.</summary>
    /// <param name="places">Gathers the paths of what differs.</param>
    public static bool IsRetyped(JsonNode? before, JsonNode? after, List<string> places, string path = "")
    {
        if (JsonNode.DeepEquals(before, after))
        {
            return true;
        }

        if (before is JsonObject once && after is JsonObject then)
        {
            return once.Concat(then).Select(pair => pair.Key).Distinct().All(key => IsRetyped(once[key], then[key], places, $"{path}/{key}"));
        }

        if (before is JsonArray listOnce && after is JsonArray listThen)
        {
            return EntryNames(listOnce) is var names && names.SequenceEqual(EntryNames(listThen)) && names.Select((name, at) => (name, at)).All(one => IsRetyped(listOnce[one.at], listThen[one.at], places, $"{path}/{one.name}"));
        }

        places.Add(path);
        return IsTyped(before) && IsTyped(after);
    }

    private static bool IsTyped(JsonNode? value) => value is null || value.GetValueKind() is JsonValueKind.String or JsonValueKind.Number;

    /// <summary>What tells the entries of a list apart: their ids, or their places.</summary>
    private static List<string> EntryNames(JsonArray list) => [.. list.Select((entry, at) => HaveIds(list) ? IdOf(entry) : $"{at}")];

    private static bool HaveIds(params JsonArray[] lists) => lists.All(list => list.All(entry => entry is JsonObject one && one["id"] is JsonValue));

    /// <summary>Of twins nobody could say which one an edit was of.</summary>
    private static bool HaveOneOfEach(JsonArray list) => list.Select(IdOf).Distinct().Count() == list.Count;

    private static string IdOf(JsonNode? entry) => entry!["id"]!.ToString();

    private static JsonNode? Find(JsonArray list, string id) => list.FirstOrDefault(entry => IdOf(entry) == id);
}
