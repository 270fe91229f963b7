using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using SideLamp.Core;
using SideLamp.Core.Chat;
using SideLamp.Core.Editing;
using SideLamp.Core.Events;
using SideLamp.Core.Frame;
using SideLamp.Core.Loop;
using SideLamp.Core.Media;
using SideLamp.Core.Shows;
using SideLamp.Rendering;
using SideLamp.Server.Data;
using SideLamp.Server.Loop;
using SideLamp.Server.Remotes;
using SideLamp.Server.Security;
using SideLamp.Server.Views;
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
        MapAssets(api);
        api.MapSetUp();
        api.MapWorkshop();
        api.MapSets();
        api.MapAir();
        api.MapFeeds();
        MapOutputs(api);
        MapLists(api);
        api.MapEvents();
        api.MapChat();
        api.MapNetwork();
        app.MapFiles();
    }

    /// <summary>Hands an edit in, and tells what came of it.</summary>
    internal static async Task<Receipt> Edit(this ShowLoop loop, Edit edit, PageName page)
    {
        var (reply, stage, isKept) = await loop.Ask(new EditInput(edit, page.Value));
        return new Receipt(stage.Revision, reply.Id, isKept);
    }

    /// <summary>Hands an edit in, and answers with what it changed.</summary>
    /// <param name="now">Finds that on the stage; it gets the id of what was made, or changed its own.</param>
    internal static async Task<Receipt<T>> Edit<T>(this ShowLoop loop, Edit edit, PageName page, Func<Stage, string, T?> now)
        where T : class
    {
        var (reply, stage, isKept) = await loop.Ask(new EditInput(edit, page.Value));
        return new Receipt<T>(stage.Revision, reply.Id, isKept, now(stage, reply.Id ?? "") ?? throw new InvalidOperationException("What was edited is gone."));
    }

    private static void MapShow(RouteGroupBuilder api)
    {
        api.MapGet("/show", (HttpContext context, ShowLoop loop, Shelf shelf, Gatekeeper gate) => new ShowView(loop.Stage, shelf, gate.MayReadLinks(context)))
            .WithName("getShow");
        // After an edit that was answered as not kept yet: whether it is by now.
        api.MapGet("/disk", (Keeper keeper, DataFolder folder) => new DiskHealth(keeper.IsLevel, folder.FreeBytes)).WithName("getDisk");
        api.MapPatch(
                "/show",
                (ShowEdit edit, PageName page, ShowLoop loop) => loop.Edit(new EditShow(edit), page, (stage, _) => HeadView.Of(stage.Show))
            )
            .WithName("editShow")
            .ProducesProblem(400)
            .ProducesProblem(409);
    }

    private static void MapGraphics(RouteGroupBuilder api)
    {
        api.MapPost("/graphics", (NewGraphic wish, PageName page, ShowLoop loop) => loop.Edit(new AddGraphic(wish, Ids.Fresh()), page, GraphicNow))
            .WithName("addGraphic")
            .ProducesProblem(400)
            .ProducesProblem(404);
        api.MapPatch("/graphics/{id}", (string id, GraphicEdit edit, PageName page, ShowLoop loop) => loop.Edit(new EditGraphic(new GraphicId(id), edit), page, (stage, _) => GraphicNow(stage, id)))
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
        api.MapPost("/begin", (BeginWish wish, PageName page, ShowLoop loop) => loop.Edit(new Begin(wish, Ids.Fresh()), page))
            .WithName("begin")
            .ProducesProblem(400)
            .ProducesProblem(404);
        api.MapGet("/assets/{id}/colours", (string id, AssetRepository assets) => assets.Find(new AssetId(id)) is { } known && known.Type.StartsWith("image/", StringComparison.Ordinal) && File.Exists(assets.PathOf(known.Id)) ? (string[])[.. PictureColours.Of(File.ReadAllBytes(assets.PathOf(known.Id))).Select(colour => colour.ToCss())] : throw RefusedException.NotFound("picture"))
            .WithName("getColours")
            .Produces<string[]>()
            .ProducesProblem(404);
    }

    /// <summary>Lists that a person edits: one entry at a time, each by its address.</summary>
    private static void MapLists(RouteGroupBuilder api)
    {
        MapList<Cue, CueEdit>(api, EntryLists.Cues, "Cue");
        MapList<DeskPage, DeskPageEdit>(api, EntryLists.DeskPages, "DeskPage");
        api.MapPost("/desk-pages/{id}/place", (string id, PlaceWish wish, PageName page, ShowLoop loop) => loop.Edit(new MoveEntry<DeskPage>(EntryLists.DeskPages, id, wish), page))
            .WithName("moveDeskPage")
            .ProducesProblem(404)
            .ProducesProblem(409);
        MapList<Timer, TimerEdit>(api, EntryLists.Timers, "Timer");
        MapList<Label, LabelEdit>(api, EntryLists.Labels, "Label");
        MapList<AlertRule, AlertEdit>(api, EntryLists.Alerts, "AlertRule");
        MapList<ChatSource, ChatSourceEdit>(api, EntryLists.ChatSources, "ChatSource");
        MapList<ChatCommand, ChatCommandEdit>(api, EntryLists.ChatCommands, "ChatCommand");
        MapList<Vote, VoteEdit>(api, EntryLists.Votes, "Vote");
        MapList<Adapter, AdapterEdit>(api, EntryLists.Adapters, "Adapter");
        MapList<Seat, SeatEdit>(api, EntryLists.Seats, "Seat");
        MapList<KeepClear, KeepClearEdit>(api, EntryLists.KeepClear, "KeepClear");
        MapList<SavedFinish, SavedFinishEdit>(api, EntryLists.SavedFinishes, "SavedFinish");
        api.MapPost("/cues/{id}/place", (string id, PlaceWish wish, PageName page, ShowLoop loop) => loop.Edit(new MoveEntry<Cue>(EntryLists.Cues, id, wish), page))
            .WithName("moveCue")
            .ProducesProblem(404)
            .ProducesProblem(409);
    }

    private static void MapList<T, TEdit>(RouteGroupBuilder api, EntryList<T> list, string name)
        where T : class
        where TEdit : EntryEdit<T>
    {
        T? Now(Stage stage, string id) => list.Find(stage.Show, id);
        // An entry without an id gets one.
        api.MapPost($"/{list.Name}", (T entry, string? after, PageName page, ShowLoop loop) => loop.Edit(new AddEntry<T>(list, entry, after, Ids.Fresh()), page, Now))
            .WithName($"add{name}")
            .ProducesProblem(400)
            .ProducesProblem(404);
        api.MapPatch($"/{list.Name}/{{id}}", (string id, TEdit edit, PageName page, ShowLoop loop) => loop.Edit(new EditEntry<T>(list, id, edit), page, Now))
            .WithName($"edit{name}")
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapDelete($"/{list.Name}/{{id}}", (string id, PageName page, ShowLoop loop) => loop.Edit(new DeleteEntry<T>(list, id), page))
            .WithName($"delete{name}")
            .ProducesProblem(404)
            .ProducesProblem(409);
    }

    private static GraphicView? GraphicNow(Stage stage, string id) => stage.Show.Graphic(new GraphicId(id)) is { } graphic ? new GraphicView(stage.Kept.Chosen(graphic), stage.Kept.Feeds) : null;

    private static void MapOutputs(RouteGroupBuilder api)
    {
        api.MapPatch("/outputs/{id}", (string id, OutputEdit edit, PageName page, ShowLoop loop, HttpContext context, Gatekeeper gate) => loop.Edit(new EditOutput(new OutputId(id), edit), page, (stage, _) => stage.Show.Output(new OutputId(id))?.Told(gate.MayReadLinks(context))))
            .WithName("editOutput")
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapPost(
                "/outputs/{id}/new-link",
                async (string id, PageName page, ShowLoop loop, RevokedLinks revoked, HttpContext context, Gatekeeper gate) =>
                {
                    var old = loop.Stage.Show.Output(new OutputId(id))?.Token;
                    var receipt = await loop.Edit(new ReplaceLink(new OutputId(id), Ids.Secret()), page, (stage, _) => stage.Show.Output(new OutputId(id))?.Told(gate.MayReadLinks(context)));
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

    private static void MapAssets(RouteGroupBuilder api) =>
        api.MapPost("/assets", (HttpRequest request, AssetRepository assets, string? name) => Intake.Receive(request, assets, name))
            .WithName("addAsset")
            .WithMetadata(new RequestSizeLimitAttribute(MediaFile.LargestVideo + 1024))
            .Accepts<byte[]>("application/octet-stream")
            .ProducesProblem(400);

    /// <summary>What pictures are made of: outputs ask for it.</summary>
    internal static void MapFiles(this IEndpointRouteBuilder app)
    {
        app.MapGet(
                "/assets/{id}",
                Results<PhysicalFileHttpResult, NotFound> (string id, AssetRepository assets, HttpContext context) =>
                {
                    var asset = assets.Find(new AssetId(id)) is { } known && File.Exists(assets.PathOf(known.Id)) ? known : null;
                    context.Response.Headers.CacheControl = asset is null ? "no-store" : "public, max-age=31536000, immutable";
                    context.Response.Headers.ContentSecurityPolicy = "sandbox; default-src 'none'; style-src 'unsafe-inline'";
                    return asset is null ? TypedResults.NotFound() : TypedResults.PhysicalFile(assets.PathOf(asset.Id), asset.Type, enableRangeProcessing: true);
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
