using System.Text.Json;
using Microsoft.AspNetCore.Mvc;
using SideLamp.Core;
using SideLamp.Core.Editing;
using SideLamp.Core.Json;
using SideLamp.Server.Data;
using SideLamp.Server.Loop;
using SideLamp.Store;

namespace SideLamp.Server.Api;

/// <summary>Sets of graphics as files: from one show to another, or to somebody else.</summary>
public static class SetEndpoints
{
    public static void MapSets(this RouteGroupBuilder api)
    {
        api.MapGet(
                "/sets/file",
                // Which graphics: their ids, parted by commas.
                async (string graphics, ShowLoop loop, AssetRepository assets, HttpContext context) =>
                {
                    var kept = loop.Stage.Kept;
                    var set = GraphicSet.Of(kept.Show, kept.Choices, graphics.Split(',').Select(id => new GraphicId(id)).ToHashSet());
                    return TypedResults.File(await Intake.Packed(context, () => ShelfFiles.Pack(ShelfFiles.Set, Checked(CoreJson.WriteWhole(set)), assets)), "application/zip", "set.zip");
                }
            )
            .WithName("exportSet")
            .ProducesProblem(400)
            .ProducesProblem(404);
        api.MapPost(
                "/sets/file",
                async (HttpRequest request, PageName page, ShowLoop loop, AssetRepository assets) =>
                {
                    var set = await Intake.Alone(request, ShelfFiles.LargestFile, bytes => Read(ShelfFiles.Unpack(bytes, ShelfFiles.Set, assets)));
                    var made = await loop.Edit(new AddGraphicSet(set, Ids.Fresh()), page);
                    return new TakenSet(made.Revision, made.Id, made.IsKept, set.MissingFrom(loop.Stage.Kept.Feeds));
                }
            )
            .WithName("importSet")
            .WithMetadata(new RequestSizeLimitAttribute(ShelfFiles.LargestFile + 1024))
            .Accepts<byte[]>("application/octet-stream")
            .ProducesProblem(400);
    }

    /// <summary>What is saved is no more than is taken in.</summary>
    private static string Checked(string json) =>
        json.Length <= GraphicSet.MostLetters ? json : throw RefusedException.Faulty("/graphics", $"A set holds up to {GraphicSet.MostLetters:N0} letters, with all cards, and these are {json.Length:N0}. Choose fewer graphics.");

    private static GraphicSet Read(string json)
    {
        try
        {
            return CoreJson.Read<GraphicSet>(Checked(json));
        }
        catch (JsonException error)
        {
            var fault = Unreadable.FaultOf(error);
            throw RefusedException.Faulty("", $"This is not a set that Side Lamp can read. At {(fault.Path.Length == 0 ? "its beginning" : fault.Path)}: {fault.Message}");
        }
    }
}
