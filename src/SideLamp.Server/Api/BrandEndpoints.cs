using System.Collections.Immutable;
using Microsoft.AspNetCore.Mvc;
using SideLamp.Core.Brands;
using SideLamp.Core.Editing;
using SideLamp.Core.Loop;
using SideLamp.Server.Data;
using SideLamp.Server.Loop;
using SideLamp.Store;

namespace SideLamp.Server.Api;

/// <param name="OnAir">Whether what is lit changes too, at once.</param>
public sealed record WearWish(string Name, bool OnAir);

/// <summary>The brands that a show keeps: looking at one, editing it and wearing it are three acts.</summary>
public static class BrandEndpoints
{
    public static void MapBrands(this RouteGroupBuilder api)
    {
        api.MapPost("/brands", (NewBrand wish, PageName page, ShowLoop loop) => loop.Edit(new AddBrand(wish), page, Named)).WithName("addBrand").ProducesProblem(400).ProducesProblem(404);
        api.MapPut("/brands/worn", (WearWish wish, PageName page, ShowLoop loop) => loop.Edit(new WearBrand(wish.Name, wish.OnAir), page, (stage, _) => stage.Show.Brand)).WithName("wearBrand").ProducesProblem(404);
        // A name is told beside the address, never in it: what a person calls things may be “a/b” or “..”.
        api.MapPatch(
                "/brands",
                (string name, BrandEdit edit, PageName page, ShowLoop loop, AssetRepository assets) =>
                {
                    BrandFiles.CheckFiles(edit.Brand, assets);
                    return loop.Edit(new EditBrand(name, edit), page, Named);
                }
            )
            .WithName("editBrand")
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapGet("/brands/legibility", (string name, ShowLoop loop) => Mending.Of(Find(loop.Stage, name)).ToImmutableArray()).WithName("getLegibility").ProducesProblem(404);
        api.MapDelete("/brands", (string name, PageName page, ShowLoop loop) => loop.Edit(new DeleteBrand(name), page)).WithName("deleteBrand").ProducesProblem(400).ProducesProblem(404);
        api.MapPost(
                "/brands/file",
                async (HttpRequest request, PageName page, ShowLoop loop, AssetRepository assets) =>
                    await loop.Edit(new ImportBrand(await Intake.Alone(request, BrandFiles.LargestFile, bytes => BrandFiles.Unpack(bytes, assets))), page, Named)
            )
            .WithName("importBrand")
            .WithMetadata(new RequestSizeLimitAttribute(BrandFiles.LargestFile + 1024))
            .Accepts<byte[]>("application/octet-stream")
            .ProducesProblem(400);
        api.MapGet(
                "/brands/file",
                async (string name, ShowLoop loop, AssetRepository assets, HttpContext context) =>
                {
                    var brand = Find(loop.Stage, name);
                    context.Response.Headers.ContentDisposition = "attachment";
                    return await Intake.Packed(context, () => BrandFiles.Pack(brand, assets));
                }
            )
            .WithName("exportBrand")
            .ProducesProblem(404);
    }

    private static Brand? Named(Stage stage, string name) => stage.Show.Brands.FirstOrDefault(one => one.Name == name);

    private static Brand Find(Stage stage, string name) => Named(stage, name) ?? throw RefusedException.NotFound("brand");
}
