using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using SideLamp.Core;
using SideLamp.Core.Editing;
using SideLamp.Core.Loop;
using SideLamp.Core.Media;
using SideLamp.Core.Shows;
using SideLamp.Rendering;
using SideLamp.Server.Data;
using SideLamp.Server.Loop;
using SideLamp.Server.Security;
using SideLamp.Store;

namespace SideLamp.Server.Api;

/// <summary>What pages and programs can ask for over HTTP. No GET changes anything.</summary>
public static class Endpoints
{
    public static void MapApi(this WebApplication app)
    {
        var api = app.MapGroup("/api");
        MapShow(api);
        api.MapBrands();
        MapGraphics(api);
        MapShelf(api);
        api.MapSetUp();
        api.MapWorkshop();
        api.MapAir();
        MapFeeds(api);
        MapOutputs(api);
        MapAssets(app, api);
    }

    /// <summary>Hands an edit in, and tells what came of it.</summary>
    internal static async Task<Receipt> Edit(this ShowLoop loop, Edit edit, PageName page)
    {
        var (reply, revision, isKept) = await loop.Ask(new EditInput(edit, page.Value));
        return new Receipt(revision, reply.Id, isKept);
    }

    private static void MapShow(RouteGroupBuilder api)
    {
        api.MapGet("/show", (HttpContext context, ShowLoop loop, Shelf shelf, AssetRepository assets, Gatekeeper gate) => ShowView.Of(loop.Stage, shelf, assets, gate.MayReadLinks(context)))
            .WithName("getShow");
        api.MapPatch(
                "/show",
                (ShowEdit edit, PageName page, ShowLoop loop, AssetRepository assets) =>
                {
                    if (edit.Brand is { } brand)
                    {
                        BrandFiles.CheckFiles(brand, assets);
                    }

                    return loop.Edit(new EditShow(edit, Ids.Fresh()), page);
                }
            )
            .WithName("editShow")
            .ProducesProblem(400)
            .ProducesProblem(409);
    }

    private static void MapGraphics(RouteGroupBuilder api)
    {
        api.MapPost("/graphics", (NewGraphic wish, PageName page, ShowLoop loop) => loop.Edit(new AddGraphic(wish, Ids.Fresh()), page))
            .WithName("addGraphic")
            .ProducesProblem(400)
            .ProducesProblem(404);
        api.MapPatch("/graphics/{id}", (string id, GraphicEdit edit, PageName page, ShowLoop loop) => loop.Edit(new EditGraphic(new GraphicId(id), edit), page))
            .WithName("editGraphic")
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapDelete("/graphics/{id}", (string id, PageName page, ShowLoop loop) => loop.Edit(new DeleteGraphic(new GraphicId(id)), page))
            .WithName("deleteGraphic")
            .ProducesProblem(404);
    }

    private static void MapShelf(RouteGroupBuilder api)
    {
        api.MapGet("/templates/{id}/picture", (string id, ShowLoop loop, PictureBook book) => book.SampleOf(loop.Stage.Show, new TemplateId(id)) ?? throw RefusedException.NotFound("template"))
            .WithName("getSample")
            .ProducesProblem(404);
        api.MapPost("/starter-sets/{id}", (string id, PageName page, ShowLoop loop) => loop.Edit(new AddStarterSet(id, Ids.Fresh()), page))
            .WithName("addStarterSet")
            .ProducesProblem(404);
    }

    private static void MapFeeds(RouteGroupBuilder api)
    {
        api.MapPost("/feeds", (NewFeed wish, PageName page, ShowLoop loop) => loop.Edit(new AddFeed(wish), page)).WithName("addFeed").ProducesProblem(400);
        api.MapPatch("/feeds/{id}", (string id, FeedEdit edit, PageName page, ShowLoop loop) => loop.Edit(new EditFeed(new FeedId(id), edit), page))
            .WithName("editFeed")
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapDelete("/feeds/{id}", (string id, PageName page, ShowLoop loop) => loop.Edit(new DeleteFeed(new FeedId(id)), page)).WithName("deleteFeed").ProducesProblem(404);
    }

    private static void MapOutputs(RouteGroupBuilder api)
    {
        api.MapPatch("/outputs/{id}", (string id, OutputEdit edit, PageName page, ShowLoop loop) => loop.Edit(new EditOutput(new OutputId(id), edit), page))
            .WithName("editOutput")
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapPost(
                "/outputs/{id}/new-link",
                async (string id, PageName page, ShowLoop loop, RevokedLinks revoked) =>
                {
                    var old = loop.Stage.Show.Output(new OutputId(id))?.Token;
                    var receipt = await loop.Edit(new ReplaceLink(new OutputId(id), Ids.Secret()), page);
                    if (old is not null)
                    {
                        revoked.Add(old);
                    }

                    return receipt;
                }
            )
            .WithName("newLink")
            .ProducesProblem(404);
    }

    private static void MapAssets(WebApplication app, RouteGroupBuilder api)
    {
        api.MapPost("/assets", (HttpRequest request, AssetRepository assets, string? name) => Intake.Receive(request, assets, name))
            .WithName("addAsset")
            .WithMetadata(new RequestSizeLimitAttribute(MediaFile.LargestVideo + 1024))
            .Accepts<byte[]>("application/octet-stream")
            .ProducesProblem(400);
        app.MapGet(
                "/assets/{id}",
                Results<PhysicalFileHttpResult, NotFound> (string id, AssetRepository assets, HttpContext context) =>
                {
                    var asset = assets.Find(new AssetId(id));
                    context.Response.Headers.CacheControl = asset is null ? "no-store" : "public, max-age=31536000, immutable";
                    context.Response.Headers.ContentSecurityPolicy = "sandbox; default-src 'none'; style-src 'unsafe-inline'";
                    return asset is null || !File.Exists(assets.PathOf(asset.Id)) ? TypedResults.NotFound() : TypedResults.PhysicalFile(assets.PathOf(asset.Id), asset.Type, enableRangeProcessing: true);
                }
            )
            .ExcludeFromDescription();
        app.MapGet(
                "/tones/{name}.wav",
                Results<FileContentHttpResult, NotFound> (string name, HttpContext context) =>
                {
                    context.Response.Headers.CacheControl = "public, max-age=86400";
                    return Tones.Wav(name) is { } wav ? TypedResults.File(wav, "audio/wav") : TypedResults.NotFound();
                }
            )
            .ExcludeFromDescription();
        app.MapGet(
                "/emoji/{name}",
                Results<FileContentHttpResult, NotFound> (string name, TextShaper shaper, HttpContext context) =>
                {
                    context.Response.Headers.CacheControl = "public, max-age=31536000, immutable";
                    return shaper.Emoji.Read(name) is { } svg ? TypedResults.File(svg, "image/svg+xml") : TypedResults.NotFound();
                }
            )
            .ExcludeFromDescription();
    }
}
