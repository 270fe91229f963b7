using System.Text.Json;
using System.Text.Json.Nodes;
using SideLamp.Core;
using SideLamp.Core.Shows;
using SideLamp.Core.Templates;
using SideLamp.Server.Loop;

namespace SideLamp.Server.Api;

/// <summary>Templates of the streamer's own: copies of others, or taken in as files. A bundled one is never changed.</summary>
public static class Workshop
{
    private const int MostTemplates = 200;
    private const int LongestSource = 1 << 20;
    private static readonly JsonSerializerOptions Pretty = new() { WriteIndented = true, Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    public static void MapWorkshop(this RouteGroupBuilder api)
    {
        api.MapPost(
                "/templates",
                async (NewTemplate wish, PageName page, ShowLoop loop, Director director, Shelf shelf) =>
                {
                    string? id = null;
                    var revision = await loop.Ask((stage, now) =>
                    {
                        var made = Make(stage.Show, wish, shelf);
                        id = made.Id.Value;
                        return director.Edit(stage, stage.Show with { OwnTemplates = stage.Show.OwnTemplates.Add(made) }, new EditNote(page.Value, stage.Revision, "a new template"), now);
                    });
                    return new Receipt(revision, id);
                }
            )
            .WithName("addTemplate")
            .ProducesProblem(400)
            .ProducesProblem(404);
        api.MapGet(
                "/templates/{id}/source",
                (string id, ShowLoop loop, Shelf shelf) => new TemplateSource((shelf.Find(loop.Stage.Show, new TemplateId(id)) ?? throw RefusedException.NotFound("template")).Source)
            )
            .WithName("getTemplate")
            .ProducesProblem(404);
        api.MapPut(
                "/templates/{id}",
                async (string id, TemplateEdit edit, PageName page, ShowLoop loop, Director director) =>
                    new Receipt(
                        await loop.Ask((stage, now) =>
                        {
                            var (own, template) = (Own(stage.Show, id), Checked(edit.Source, new TemplateId(id)));
                            var show = stage.Show with { OwnTemplates = stage.Show.OwnTemplates.Replace(own, own with { Source = edit.Source }) };
                            return director.Edit(stage, show, new EditNote(page.Value, edit.Revision, $"template “{template.Name}”", $"templates/{id}"), now);
                        })
                    )
            )
            .WithName("editTemplate")
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapDelete(
                "/templates/{id}",
                async (string id, PageName page, ShowLoop loop, Director director) =>
                    new Receipt(
                        await loop.Ask((stage, now) =>
                        {
                            var own = Own(stage.Show, id);
                            if (stage.Show.Graphics.FirstOrDefault(graphic => graphic.Template == own.Id) is { } user)
                            {
                                throw RefusedException.Faulty("", $"“{user.Name}” is made from it. Delete that first, or give it another template.");
                            }

                            return director.Edit(stage, stage.Show with { OwnTemplates = stage.Show.OwnTemplates.Remove(own) }, new EditNote(page.Value, stage.Revision, "a deleted template"), now);
                        })
                    )
            )
            .WithName("deleteTemplate")
            .ProducesProblem(400)
            .ProducesProblem(404);
    }

    private static OwnTemplate Own(Show show, string id) => show.OwnTemplates.FirstOrDefault(own => own.Id.Value == id) ?? throw RefusedException.NotFound("template of your own");

    private static OwnTemplate Make(Show show, NewTemplate wish, Shelf shelf)
    {
        if (show.OwnTemplates.Length >= MostTemplates)
        {
            throw RefusedException.Faulty("", $"A show keeps up to {MostTemplates} templates of its own. Delete one first.");
        }

        var source = wish.Source ?? (wish.CopyOf is { } id ? shelf.Find(show, id)?.Source : null) ?? throw RefusedException.NotFound("template");
        var template = Checked(source, null);
        var fresh = new TemplateId(Ids.Fresh("own-"));
        var body = JsonNode.Parse(source, documentOptions: new JsonDocumentOptions { AllowTrailingCommas = true, CommentHandling = JsonCommentHandling.Skip })!.AsObject();
        body["id"] = fresh.Value;
        var names = shelf.Of(show).Select(one => one.Template.Name).ToHashSet();
        body["name"] = Enumerable.Range(1, MostTemplates + 2).Select(count => count == 1 ? template.Name : $"{template.Name} {count}").First(name => !names.Contains(name));
        return new OwnTemplate(fresh, body.ToJsonString(Pretty));
    }

    /// <exception cref="RefusedException">It is no template, with every fault; or it calls itself by another id.</exception>
    private static Template Checked(string source, TemplateId? id)
    {
        if (source.Length > LongestSource)
        {
            throw RefusedException.Faulty("", "A template has up to a million characters.");
        }

        var read = TemplateReader.Read(source);
        if (read.Value is not { } template)
        {
            // A file from elsewhere shows no fields to write the faults beside: the first is told with its place.
            throw RefusedException.Faulty(id is null ? read.Faults.Prepend(new Fault("", $"This is no template that Side Lamp reads. At {read.Faults[0].Path}: {read.Faults[0].Message}")) : read.Faults);
        }

        return id is null || template.Id == id ? template : throw RefusedException.Faulty("/id", $"This template is called “{id}”.");
    }
}
