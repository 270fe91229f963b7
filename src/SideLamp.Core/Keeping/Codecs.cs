using System.Text.Json.Nodes;
using SideLamp.Core.Airing;
using SideLamp.Core.Brands;
using SideLamp.Core.Chat;
using SideLamp.Core.Editing;
using SideLamp.Core.Events;
using SideLamp.Core.Feeds;
using SideLamp.Core.Shows;
using SideLamp.Core.Tickers;

namespace SideLamp.Core.Keeping;

/// <summary>The codec of each kept thing.</summary>
public static class Codecs
{
    /// <summary>A show without its lists, which are kept entry by entry (<see cref="ShowLists"/>).</summary>
    public static Codec<Show> Head { get; } = new(WithLists, WithAddresses);

    public static Codec<Standby> Standby { get; } = new();

    public static Codec<AirState> Air { get; } = new(WithContents);

    public static Codec<Act> Act { get; } = new(WithContentsAndWays);

    public static Codec<GraphicChoice> Choice { get; } = new();

    public static Codec<Stands> Stands { get; } = new();

    public static Codec<KeptPictures> Pictures { get; } = new();

    public static Codec<KeptBelts> Belts { get; } = new();

    public static Codec<ThanksList> Thanks { get; } = new();

    public static Codec<KeptChat> Chat { get; } = new();

    /// <summary>A patch speaks of shows of its time: where their shape changes, its upgrade must follow, or forget it.</summary>
    public static Codec<EditDone> Edit { get; } = new();

    public static Codec<Binned> Binned { get; } = new();

    public static Codec<KeptQueue> Queue { get; } = new();

    public static Codec<KeptBars> Bars { get; } = new();

    public static Codec<FeedValue> Value { get; } = new(InTables);

    public static Codec<Brand> Brand { get; } = new(WithOwnFaces);

    public static Codec<ContentPieces> Content { get; } = new(InPieces);

    private static void WithLists(JsonObject head)
    {
        foreach (var list in new[] { "graphics", "feeds", "outputs", "wardrobe", "ownSeats", "seatOrder", "keepClear", "ownTemplates", "savedFinishes" })
        {
            head[list] ??= new JsonArray();
        }

        WithOwnFaces(head["brand"]!.AsObject());
    }

    /// <summary>Areas and finishes were known by their names, of which there could be two alike.</summary>
    private static void WithAddresses(JsonObject head)
    {
        foreach (var (list, letter) in new[] { ("keepClear", 'a'), ("savedFinishes", 'f') })
        {
            foreach (var (entry, at) in head[list]!.AsArray().Select((entry, at) => (entry, at)))
            {
                entry!["id"] = $"{letter}{at + 1}";
            }
        }
    }

    /// <summary>Brands have other logos and typefaces of their own; exported files of the first version lack them.</summary>
    private static void WithOwnFaces(JsonObject brand)
    {
        brand["alternates"] ??= new JsonArray();
        brand["type"]!["own"] ??= new JsonArray();
    }

    /// <summary>What an airing pins was called its look; and what comes by itself waited as long as the lights were out.</summary>
    private static void WithContents(JsonObject air)
    {
        Rename(air, "look", "content");
        air["waits"] = air["lightsOut"] is not null;
    }

    private static void WithContentsAndWays(JsonObject act)
    {
        Rename(act, "look", "content");
        var switched = act["switched"]?.GetValue<bool>() == true;
        act["wentOut"] = switched && act["lightsOut"] is null;
        act["waited"] = switched && act["lightsOut"] is not null;
    }

    private static void InPieces(JsonObject content)
    {
        content["template"] = content["templateSource"]?.DeepClone();
        WithOwnFaces(content["brand"]!.AsObject());
    }

    /// <summary>A feed had one table, written row by row, of which each cell was text.</summary>
    private static void InTables(JsonObject value)
    {
        var (columns, rows) = (value["table"]!["columns"]!.AsArray(), value["table"]!["rows"]!.AsArray());
        value["tables"] = new JsonArray(
            new JsonObject
            {
                ["name"] = "",
                ["columns"] = new JsonArray([.. columns.Select((name, at) => new JsonObject { ["name"] = name!.DeepClone(), ["kind"] = "text", ["cells"] = new JsonArray([.. rows.Select(row => row![at]!.DeepClone())]) })]),
            }
        );
        value.Remove("table");
    }

    private static void Rename(JsonNode? node, string from, string to)
    {
        switch (node)
        {
            case JsonObject body:
                foreach (var child in body.ToList())
                {
                    Rename(child.Value, from, to);
                }

                if (body.ContainsKey(from))
                {
                    var value = body[from];
                    body.Remove(from);
                    body[to] = value;
                }

                break;
            case JsonArray list:
                foreach (var child in list)
                {
                    Rename(child, from, to);
                }

                break;
        }
    }
}
