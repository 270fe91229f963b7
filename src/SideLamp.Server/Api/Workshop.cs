using Microsoft.AspNetCore.Mvc;
using SideLamp.Core;
using SideLamp.Core.Editing;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;
using SideLamp.Server.Data;
using SideLamp.Server.Loop;
using SideLamp.Server.Views;
using SideLamp.Store;

namespace SideLamp.Server.Api;

public sealed record TemplateSource(string Source);

/// <summary>Templates of the streamer's own.</summary>
public static class Workshop
{
    public static void MapWorkshop(this RouteGroupBuilder api)
    {
        api.MapPost("/templates", (NewTemplate wish, PageName page, ShowLoop loop, Shelf shelf) => loop.Edit(new AddTemplate(wish, Ids.Fresh()), page, (stage, id) => Own(stage, shelf, id)))
            .WithName("addTemplate")
            .ProducesProblem(400)
            .ProducesProblem(404);
        api.MapGet(
                "/templates/{id}/source",
                (string id, ShowLoop loop, Shelf shelf) => new TemplateSource((shelf.Find(loop.Stage.Show, new TemplateId(id)) ?? throw RefusedException.NotFound("template")).Source)
            )
            .WithName("getTemplate")
            .ProducesProblem(404);
        api.MapGet(
                "/templates/{id}/file",
                async (string id, ShowLoop loop, Shelf shelf, AssetRepository assets, HttpContext context) =>
                {
                    var source = (shelf.Find(loop.Stage.Show, new TemplateId(id)) ?? throw RefusedException.NotFound("template")).Source;
                    return TypedResults.File(await Intake.Packed(context, () => ShelfFiles.Pack(ShelfFiles.Template, source, assets)), "application/zip", $"{id}.zip");
                }
            )
            .WithName("exportTemplate")
            .ProducesProblem(400)
            .ProducesProblem(404);
        api.MapPost(
                "/templates/file",
                async (HttpRequest request, PageName page, ShowLoop loop, Shelf shelf, AssetRepository assets) =>
                    await loop.Edit(new AddTemplate(new NewTemplate(Source: await Intake.Alone(request, ShelfFiles.LargestFile, bytes => ShelfFiles.Unpack(bytes, ShelfFiles.Template, assets))), Ids.Fresh()), page, (stage, id) => Own(stage, shelf, id))
            )
            .WithName("importTemplate")
            .WithMetadata(new RequestSizeLimitAttribute(ShelfFiles.LargestFile + 1024))
            .Accepts<byte[]>("application/octet-stream")
            .ProducesProblem(400);
        api.MapPut("/templates/{id}", (string id, TemplateEdit edit, PageName page, ShowLoop loop, Shelf shelf) => loop.Edit(new EditTemplate(new TemplateId(id), edit), page, (stage, _) => Own(stage, shelf, id)))
            .WithName("editTemplate")
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapDelete("/templates/{id}", (string id, PageName page, ShowLoop loop) => loop.Edit(new DeleteTemplate(new TemplateId(id)), page))
            .WithName("deleteTemplate")
            .ProducesProblem(400)
            .ProducesProblem(404);
    }

    private static TemplateView? Own(Stage stage, Shelf shelf, string id) => shelf.Find(stage.Show, new TemplateId(id)) is { } template ? TemplateView.Of(template, stage.Show) : null;
}
