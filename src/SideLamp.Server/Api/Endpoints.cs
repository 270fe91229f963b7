using Microsoft.AspNetCore.Http.HttpResults;
using SideLamp.Core;
using SideLamp.Core.Shows;
using SideLamp.Core.Templates;
using SideLamp.Rendering;
using SideLamp.Server.Loop;
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

    private static void MapShow(RouteGroupBuilder api)
    {
        api.MapGet("/show", (ShowLoop loop, Shelf shelf, AssetRepository assets) => ShowView.Of(loop.Stage, shelf, assets)).WithName("getShow");
        api.MapPatch(
                "/show",
                async (ShowEdit edit, PageName page, ShowLoop loop, Director director, AssetRepository assets) =>
                    new Receipt(
                        await loop.Ask((stage, now) =>
                        {
                            if (edit.Brand is { } brand)
                            {
                                Wardrobe.CheckFiles(brand, assets);
                            }

                            var (show, paths) = Editing.Apply(stage.Show, edit);
                            // The ways of working are no edits of the show's contents: undo leaves them alone.
                            var author = paths.All(path => path is "liveEdits" or "lookFirst" or "loudness") ? null : page.Value;
                            return director.Edit(stage, show, new EditNote(author, edit.Revision, string.Join(", ", paths.Select(path => InWords(path, stage.Show, show))), paths), now);
                        })
                    )
            )
            .WithName("editShow")
            .ProducesProblem(400)
            .ProducesProblem(409);
    }

    /// <summary>What an edit of a path of the show did, for whoever takes it back.</summary>
    private static string InWords(string path, Show before, Show after) =>
        path switch
        {
            "cues" => InWords("cues", before.Cues.Select(cue => (cue.Id.Value, cue.Name)), after.Cues.Select(cue => (cue.Id.Value, cue.Name))),
            "timers" => InWords("timers", before.Timers.Select(timer => (timer.Id.Value, timer.Name)), after.Timers.Select(timer => (timer.Id.Value, timer.Name))),
            "name" => "the show’s name",
            "ownSeats" => InWords("own seats", before.OwnSeats.Select(seat => (seat.Id.Value, seat.Name)), after.OwnSeats.Select(seat => (seat.Id.Value, seat.Name))),
            "seatOrder" => "drawing order",
            "keepClear" => "areas to keep clear",
            "savedFinishes" => "saved finishes",
            _ => path,
        };

    /// <summary>What became of a list of named things. Edits of one kind in one go are taken back together: two that are deleted are not.</summary>
    private static string InWords(string list, IEnumerable<(string Id, string Name)> before, IEnumerable<(string Id, string Name)> after)
    {
        var (old, now) = (before.ToDictionary(), after.ToDictionary());
        return old.Keys.FirstOrDefault(id => !now.ContainsKey(id)) is { } gone ? $"deleted: {old[gone]}"
            : now.Keys.FirstOrDefault(id => !old.ContainsKey(id)) is { } made ? $"new: {now[made]}"
            : now.Keys.FirstOrDefault(id => old[id] != now[id]) is { } named ? $"the name of {now[named]}"
            : list;
    }

    private static void MapGraphics(RouteGroupBuilder api)
    {
        api.MapPost(
                "/graphics",
                async (NewGraphic wish, PageName page, ShowLoop loop, Director director, Shelf shelf) =>
                {
                    string? id = null;
                    var revision = await loop.Ask((stage, now) =>
                    {
                        var (show, made) = Editing.Add(stage.Show, wish, shelf);
                        id = made.Id.Value;
                        return director.Edit(stage, show, new EditNote(page.Value, stage.Revision, $"new: {made.Name}"), now);
                    });
                    return new Receipt(revision, id);
                }
            )
            .WithName("addGraphic")
            .ProducesProblem(400)
            .ProducesProblem(404);
        api.MapPatch(
                "/graphics/{id}",
                async (string id, GraphicEdit edit, PageName page, ShowLoop loop, Director director, Shelf shelf, PictureBook book) =>
                    new Receipt(
                        await loop.Ask((stage, now) =>
                        {
                            var (show, paths) = Editing.Apply(stage.Show, new GraphicId(id), edit, shelf);
                            OnAirRules.Check(stage, show, new GraphicId(id), book, shelf);
                            var what = $"{show.Graphic(new GraphicId(id))!.Name}: {string.Join(", ", paths.Select(path => path.Split('/')[2]).Distinct())}";
                            // Which card is up is a choice for the air, not an edit.
                            var author = paths.All(path => path.EndsWith("/up", StringComparison.Ordinal)) ? null : page.Value;
                            return director.Edit(stage, show, new EditNote(author, edit.Revision, what, paths), now);
                        })
                    )
            )
            .WithName("editGraphic")
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapDelete(
                "/graphics/{id}",
                async (string id, PageName page, ShowLoop loop, Director director) =>
                    new Receipt(
                        await loop.Ask((stage, now) =>
                        {
                            var graphic = stage.Show.Graphic(new GraphicId(id)) ?? throw RefusedException.NotFound("graphic");
                            return director.Edit(stage, stage.Show.Without(graphic), new EditNote(page.Value, stage.Revision, $"deleted: {graphic.Name}"), now);
                        })
                    )
            )
            .WithName("deleteGraphic")
            .ProducesProblem(404);
    }

    private static void MapShelf(RouteGroupBuilder api)
    {
        api.MapGet(
                "/templates/{id}/picture",
                (string id, ShowLoop loop, PictureBook book) =>
                    book.SampleOf(loop.Stage.Show, new TemplateId(id)) ?? throw RefusedException.NotFound("template")
            )
            .WithName("getSample")
            .ProducesProblem(404);
        api.MapPost(
                "/starter-sets/{id}",
                async (string id, PageName page, ShowLoop loop, Director director, Shelf shelf) =>
                    new Receipt(
                        await loop.Ask((stage, now) =>
                        {
                            var set = StarterSets.Find(id) ?? throw RefusedException.NotFound("starter set");
                            var show = set.Templates.Aggregate(stage.Show, (so, template) => Editing.Add(so, new NewGraphic(template), shelf).Show);
                            return director.Edit(stage, show, new EditNote(page.Value, stage.Revision, $"the set “{set.Name}”"), now);
                        })
                    )
            )
            .WithName("addStarterSet")
            .ProducesProblem(404);
    }

    private static void MapFeeds(RouteGroupBuilder api)
    {
        api.MapPost(
                "/feeds",
                async (NewFeed wish, PageName page, ShowLoop loop, Director director) =>
                    new Receipt(await loop.Ask((stage, now) => director.Edit(stage, Editing.Add(stage.Show, wish), new EditNote(page.Value, stage.Revision, $"new feed: {wish.Name}"), now)), wish.Id.Value)
            )
            .WithName("addFeed")
            .ProducesProblem(400);
        api.MapPatch(
                "/feeds/{id}",
                async (string id, FeedEdit edit, PageName page, ShowLoop loop, Director director) =>
                    new Receipt(
                        await loop.Ask((stage, now) =>
                        {
                            var (show, paths) = Editing.Apply(stage.Show, new FeedId(id), edit);
                            return director.Edit(stage, show, new EditNote(page.Value, edit.Revision, $"feed {id}", paths), now);
                        })
                    )
            )
            .WithName("editFeed")
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapDelete(
                "/feeds/{id}",
                async (string id, PageName page, ShowLoop loop, Director director) =>
                    new Receipt(
                        await loop.Ask((stage, now) =>
                        {
                            var feed = stage.Show.Feed(new FeedId(id)) ?? throw RefusedException.NotFound("feed");
                            var without = stage with { Kept = stage.Kept with { Feeds = stage.Feeds.Remove(feed.Id) } };
                            return director.Edit(without, stage.Show with { Feeds = stage.Show.Feeds.Remove(feed) }, new EditNote(page.Value, stage.Revision, $"deleted: {feed.Name}"), now);
                        })
                    )
            )
            .WithName("deleteFeed")
            .ProducesProblem(404);
    }

    private static void MapOutputs(RouteGroupBuilder api)
    {
        api.MapPatch(
                "/outputs/{id}",
                async (string id, OutputEdit edit, PageName page, ShowLoop loop, Director director) =>
                    new Receipt(
                        await loop.Ask((stage, now) =>
                        {
                            var output = stage.Show.Output(new OutputId(id)) ?? throw RefusedException.NotFound("output");
                            if (edit.Name is { } name && Names.FaultIn(name) is { } fault)
                            {
                                throw RefusedException.Faulty([fault]);
                            }

                            var edited = output with { Name = edit.Name ?? output.Name, Sounds = edit.Sounds ?? output.Sounds };
                            return director.Edit(stage, stage.Show.With(edited), new EditNote(page.Value, edit.Revision, $"output “{edited.Name}”", $"outputs/{id}"), now);
                        })
                    )
            )
            .WithName("editOutput")
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapPost(
                "/outputs/{id}/new-link",
                async (string id, ShowLoop loop, Director director) =>
                    new Receipt(
                        await loop.Ask((stage, now) =>
                        {
                            var output = stage.Show.Output(new OutputId(id)) ?? throw RefusedException.NotFound("output");
                            return director.Edit(stage, stage.Show.With(output with { Token = Ids.Secret() }), new EditNote(null, stage.Revision, "a new link"), now);
                        })
                    )
            )
            .WithName("newLink")
            .ProducesProblem(404);
    }

    private static void MapAssets(WebApplication app, RouteGroupBuilder api)
    {
        api.MapPost(
                "/assets",
                (HttpRequest request, AssetRepository assets, string? name) => Intake.Receive(request, assets, name)
            )
            .WithName("addAsset")
            .Accepts<byte[]>("application/octet-stream")
            .ProducesProblem(400);
        app.MapGet(
                "/assets/{id}",
                Results<PhysicalFileHttpResult, NotFound> (string id, AssetRepository assets, HttpContext context) =>
                {
                    var asset = assets.Find(new AssetId(id));
                    context.Response.Headers.CacheControl = "public, max-age=31536000, immutable";
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
                    return Core.Media.Tones.Wav(name) is { } wav ? TypedResults.File(wav, "audio/wav") : TypedResults.NotFound();
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
