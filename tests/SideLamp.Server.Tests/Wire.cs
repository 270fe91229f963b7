using System.Text.Json.Nodes;

namespace SideLamp.Server.Tests;

/// <summary>What a page does with a change, told anew and as simply as can be: a second opinion on the protocol.</summary>
internal static class Wire
{
    public static void Apply(Dictionary<string, JsonNode> items, JsonNode change)
    {
        foreach (var id in List(change["drop"]))
        {
            items.Remove(id!.GetValue<string>());
        }

        foreach (var item in List(change["put"]))
        {
            items[Id(item!)] = item!.DeepClone();
        }

        foreach (var patch in List(change["patch"]))
        {
            var next = patch!["item"]!.DeepClone();
            var nodes = items[Id(next)]["nodes"]!.AsArray().ToDictionary(node => Id(node!), node => node!.DeepClone());
            var order = patch["order"] is { } told ? told.AsArray().Select(id => id!.GetValue<string>()).ToList() : [.. nodes.Keys];
            foreach (var node in List(patch["set"]))
            {
                nodes[Id(node!)] = node!.DeepClone();
            }

            next["nodes"] = new JsonArray([.. order.Select(id => nodes[id])]);
            items[Id(next)] = next;
        }
    }

    /// <summary>What a desk knows after these news.</summary>
    public static JsonObject Folded(JsonObject known, JsonObject news)
    {
        var next = known.DeepClone().AsObject();
        foreach (var (name, told) in news)
        {
            next[name] = Keys.TryGetValue(name, out var key) ? Folded(known[name], told!.AsObject(), key) : told?.DeepClone();
        }

        return next;
    }

    /// <summary>The whole show after these news of it.</summary>
    public static JsonObject ShowAfter(JsonObject show, JsonNode? news)
    {
        if (news is null)
        {
            return show;
        }

        Assert.Equal(show["revision"]!.GetValue<long>(), news["from"]!.GetValue<long>());
        var next = show.DeepClone().AsObject();
        next["revision"] = news["rev"]!.GetValue<long>();
        foreach (var (name, told) in news.AsObject())
        {
            if (name == "head")
            {
                foreach (var (part, stands) in told!.AsObject())
                {
                    next[part] = stands?.DeepClone();
                }
            }
            else if (name == "history")
            {
                next[name] = told?.DeepClone();
            }
            else if (told is JsonObject)
            {
                string KeyOf(JsonNode? entry) => entry![name == "brands" ? "name" : "id"]!.GetValue<string>();
                var entries = show[name]!.AsArray().ToDictionary(KeyOf, entry => entry!);
                foreach (var entry in List(told["set"]))
                {
                    entries[KeyOf(entry)] = entry!;
                }

                var order = told["order"] is { } keys ? keys.AsArray().Select(key => key!.GetValue<string>()) : show[name]!.AsArray().Select(KeyOf);
                next[name] = new JsonArray([.. order.Select(key => entries[key].DeepClone())]);
            }
        }

        foreach (var choice in List(news["choices"]))
        {
            var graphic = next["graphics"]!.AsArray().Single(one => Id(one!) == choice!["graphic"]!.GetValue<string>())!.AsObject();
            graphic["up"] = choice!["up"]!.DeepClone();
            graphic.Remove("worn");
            if (choice["worn"] is { } worn)
            {
                graphic["worn"] = worn.DeepClone();
            }

            foreach (var (card, words) in choice["words"] as JsonObject ?? [])
            {
                var said = graphic["cards"]!.AsArray().Single(one => Id(one!) == card)!["words"]!;
                foreach (var (field, value) in words!.AsObject())
                {
                    said[field] = value!.DeepClone();
                }
            }
        }

        return next;
    }

    /// <summary>What tells the entries of each topic apart.</summary>
    private static readonly Dictionary<string, string> Keys = new()
    {
        ["airings"] = "id",
        ["switches"] = "graphic",
        ["timers"] = "timer",
        ["labels"] = "label",
        ["thanks"] = "seq",
        ["feeds"] = "id",
        ["shapes"] = "id",
        ["pages"] = "id",
        ["held"] = "seat",
        ["trail"] = "no",
        ["assets"] = "id",
    };

    private static JsonArray Folded(JsonNode? known, JsonObject told, string key)
    {
        string KeyOf(JsonNode? entry) => entry![key]!.ToString();
        var entries = told["from"] is null ? [] : List(known).ToDictionary(KeyOf, entry => entry!.DeepClone());
        foreach (var gone in List(told["drop"]))
        {
            entries.Remove(gone!.GetValue<string>());
        }

        foreach (var entry in List(told["set"]))
        {
            entries[KeyOf(entry)] = entry!.DeepClone();
        }

        return [.. entries.Values];
    }

    private static string Id(JsonNode node) => node["id"]!.GetValue<string>();

    private static JsonArray List(JsonNode? node) => node as JsonArray ?? [];
}
