using System.Collections.Immutable;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Nodes;
using SideLamp.Core.Layout;
using SideLamp.Core.Shows;
using SideLamp.Core.Templates;

namespace SideLamp.Core.Editing;

/// <summary>A new template of the streamer's own.</summary>
/// <param name="CopyOf">A template to copy.</param>
/// <param name="Source">A template file to take in, in place of a copy.</param>
public sealed record NewTemplate(TemplateId? CopyOf = null, string? Source = null);

/// <param name="Source">In the template format.</param>
public sealed record TemplateEdit(long Revision, string Source);

/// <param name="Fresh">40 random bits in hex: the template is named after them.</param>
public sealed record AddTemplate(NewTemplate Wish, string Fresh) : Edit
{
    private const int MostTemplates = 200;
    private static readonly JsonSerializerOptions Pretty = new() { WriteIndented = true, Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    public override Edited Apply(EditScope scope)
    {
        Edits.AtMost(MostTemplates, scope.Show.OwnTemplates.Length + 1, "", "templates of its own");
        var source = Wish.Source ?? (Wish.CopyOf is { } id ? scope.Shelf.Find(scope.Show, id)?.Source : null) ?? throw RefusedException.NotFound("template");
        var template = OwnTemplates.Checked(source, null, scope.Shelf);
        var fresh = new TemplateId($"own-{Fresh}");
        var body = JsonNode.Parse(source, documentOptions: TemplateReader.Lenient)!.AsObject();
        body["id"] = fresh.Value;
        body["name"] = Edits.Unused(template.Name, scope.Shelf.Of(scope.Show).Select(one => one.Template.Name));
        return new Edited(scope.Show with { OwnTemplates = scope.Show.OwnTemplates.Add(new OwnTemplate(fresh, body.ToJsonString(Pretty))) }, "a new template", []) { Id = fresh.Value };
    }
}

public sealed record EditTemplate(TemplateId Id, TemplateEdit Wish) : Edit
{
    public override long? Seen => Wish.Revision;

    public override Edited Apply(EditScope scope)
    {
        var (own, template) = (OwnTemplates.Find(scope.Show, Id), OwnTemplates.Checked(Wish.Source, Id, scope.Shelf));
        return new Edited(scope.Show with { OwnTemplates = scope.Show.OwnTemplates.Replace(own, own with { Source = Wish.Source }) }, $"template “{template.Name}”", [$"templates/{Id}"]);
    }
}

public sealed record DeleteTemplate(TemplateId Id) : Edit
{
    public override Edited Apply(EditScope scope)
    {
        var own = OwnTemplates.Find(scope.Show, Id);
        return scope.Show.Graphics.FirstOrDefault(graphic => graphic.Template == own.Id) is { } user
            ? throw RefusedException.Faulty("", $"“{user.Name}” is made from it. Delete that first, or give it another template.")
            : new Edited(scope.Show with { OwnTemplates = scope.Show.OwnTemplates.Remove(own) }, "a deleted template", [$"templates/{Id}"]);
    }
}

/// <summary>Templates of the streamer's own: copies of others, or taken in as files. A bundled one is never changed.</summary>
internal static class OwnTemplates
{
    private const int LongestSource = 1 << 20;

    public static OwnTemplate Find(Show show, TemplateId id) => show.OwnTemplates.FirstOrDefault(own => own.Id == id) ?? throw RefusedException.NotFound("template of your own");

    /// <exception cref="RefusedException">It is no template, with every fault; or it calls itself by another id.</exception>
    public static Template Checked(string source, TemplateId? id, Shelf shelf)
    {
        if (source.Length > LongestSource)
        {
            throw RefusedException.Faulty("", "A template has up to a million characters.");
        }

        var read = shelf.Check(source);
        if (read.Value is not { } template)
        {
            // A file from elsewhere shows no fields to write the faults beside: the first is told with its place.
            throw RefusedException.Faulty(id is null ? read.Faults.Prepend(new Fault("", $"This is not a template that Side Lamp can read. At {read.Faults[0].Path}: {read.Faults[0].Message}")) : read.Faults);
        }

        if (LayoutBudget.TextsIn(template.Root) is var texts && texts > LayoutBudget.MostTexts)
        {
            throw RefusedException.Faulty("/root", $"It sets {texts:N0} texts, with all rows of its lists; {LayoutBudget.MostTexts} are the most. Make it of fewer.");
        }

        if (LayoutBudget.FaultIn(template, template.WordsOf(ImmutableDictionary<string, string>.Empty)) is { } much)
        {
            throw RefusedException.Faulty("/fields", much);
        }

        return id is null || template.Id == id ? template : throw RefusedException.Faulty("/id", $"This template is called “{id}”.");
    }
}
