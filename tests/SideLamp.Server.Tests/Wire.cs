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

    private static string Id(JsonNode node) => node["id"]!.GetValue<string>();

    private static JsonArray List(JsonNode? node) => node as JsonArray ?? [];
}
