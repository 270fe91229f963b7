using SideLamp.Core;
using SideLamp.Core.Editing;
using SideLamp.Core.Shows;
using SideLamp.Server.Data;
using SideLamp.Server.Loop;

namespace SideLamp.Server.Api;

public sealed record TemplateSource(string Source);

/// <summary>Templates of the streamer's own.</summary>
public static class Workshop
{
    public static void MapWorkshop(this RouteGroupBuilder api)
    {
        api.MapPost("/templates", (NewTemplate wish, PageName page, ShowLoop loop) => loop.Edit(new AddTemplate(wish, Ids.Fresh()), page))
            .WithName("addTemplate")
            .ProducesProblem(400)
            .ProducesProblem(404);
        api.MapGet(
                "/templates/{id}/source",
                (string id, ShowLoop loop, Shelf shelf) => new TemplateSource((shelf.Find(loop.Stage.Show, new TemplateId(id)) ?? throw RefusedException.NotFound("template")).Source)
            )
            .WithName("getTemplate")
            .ProducesProblem(404);
        api.MapPut("/templates/{id}", (string id, TemplateEdit edit, PageName page, ShowLoop loop) => loop.Edit(new EditTemplate(new TemplateId(id), edit), page))
            .WithName("editTemplate")
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapDelete("/templates/{id}", (string id, PageName page, ShowLoop loop) => loop.Edit(new DeleteTemplate(new TemplateId(id)), page))
            .WithName("deleteTemplate")
            .ProducesProblem(400)
            .ProducesProblem(404);
    }
}
