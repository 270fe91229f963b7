using System.Collections.Immutable;
using System.Text.Json;
using NodaTime;
using SideLamp.Core.Frame;

namespace SideLamp.Core.Templates;

/// <summary>
/// Reads the template format (docs/template-format.md). It never stops at the first fault: whoever writes a template by hand
/// sees all that is wrong, each with its path.
/// </summary>
public static class TemplateReader
{
    public const string Format = "side-lamp-template/1";
    private const int DeepestTree = 16;
    private const int MostParts = 400;
    private const int MostFields = 60;
    /// <summary>How files that people write by hand are read.</summary>
    public static readonly JsonDocumentOptions Lenient = new() { AllowTrailingCommas = true, CommentHandling = JsonCommentHandling.Skip, MaxDepth = 64, AllowDuplicateProperties = false };

    public static Checked<Template> Read(string json)
    {
        try
        {
            using var document = JsonDocument.Parse(json, Lenient);
            var faults = new List<Fault>();
            var template = ReadTemplate(new Cursor(document.RootElement, "", faults));
            return faults.Count > 0 ? Checked<Template>.Faulty(faults) : template;
        }
        catch (JsonException error)
        {
            return Checked<Template>.Faulty("", $"This is not JSON, or a name in it stands twice: line {error.LineNumber + 1}, place {error.BytePositionInLine + 1}.");
        }
        catch (InvalidOperationException)
        {
            return Checked<Template>.Faulty("", "A text in it holds half a character. Take it out.");
        }
    }

    private static Template ReadTemplate(Cursor at)
    {
        if (at.String("format") != Format)
        {
            at.Fault("format", $"Side Lamp reads “{Format}”.");
        }

        var fields = at.List("fields", ReadField);
        var context = new ReadingContext([.. fields.Select(field => field.Name)], [], []);
        foreach (var twice in fields.GroupBy(field => field.Name).Where(group => group.Count() > 1))
        {
            at.Fault("fields", $"Two fields are called “{twice.Key}”. Names must differ.");
        }

        if (fields.Length > MostFields)
        {
            at.Fault("fields", $"A template has up to {MostFields} fields.");
        }

        var seat = new SeatId(at.String("seat"));
        if (Seats.Find(seat) is null)
        {
            at.Fault("seat", $"There is no seat “{seat}”.");
        }

        at.Has("$schema");
        var template = new Template(
            new TemplateId(at.String("id")),
            at.String("name"),
            at.Word("kind", TemplateKind.Caption),
            at.String("about", ""),
            fields,
            seat,
            at.Has("stay") ? Duration.FromSeconds(at.Number("stay", 0, 0.5, 86400)) : null,
            at.Object("root") is { } root ? ReadPart(root, context, 1) : Nothing
        );
        foreach (var (part, property, id) in context.Named.Where(one => !context.Ids.Contains(one.Id)))
        {
            part.Fault(property, $"There is no part “{id}” in this template.");
        }

        at.Finish();
        return template;
    }

    private static Field ReadField(Cursor at)
    {
        var field = new Field(at.String("name"), at.String("label"), at.Word("kind", FieldKind.Text), at.String("sample", ""), at.Flag("onAir", true), at.Has("start") ? at.String("start") : null);
        at.Finish();
        return field;
    }

    private static Part ReadPart(Cursor at, ReadingContext context, int depth)
    {
        if (depth > DeepestTree || context.Ids.Count >= MostParts)
        {
            at.Fault("", $"Parts may be nested {DeepestTree} deep, and there may be {MostParts} of them.");
            return Nothing;
        }

        var id = at.String("id");
        if (id.Length > 40 || !id.All(letter => char.IsAsciiLetterLower(letter) || char.IsAsciiDigit(letter) || letter == '-'))
        {
            at.Fault("id", "Use up to 40 lower-case letters, digits and hyphens.");
        }
        else if (!context.Ids.Add(id))
        {
            at.Fault("id", $"Two parts are called “{id}”. Ids must differ.");
        }

        var part = PartReader.Read(at, context, child => ReadPart(child, context, depth + 1), (child, fields) => ReadPart(child, context with { Fields = context.Fields.Union(fields) }, depth + 1));
        var whole = part with
        {
            Name = PartReader.Name(at),
            Width = DressReader.Size(at, "width"),
            Height = DressReader.Size(at, "height"),
            MinWidth = at.Number("minWidth", 0, 0, 4096),
            MaxWidth = at.Has("maxWidth") ? at.Number("maxWidth", 0, 1, 4096) : null,
            OnlyIf = at.Has("onlyIf") ? context.FieldName(at, "onlyIf") : null,
            OnlyWith = at.Has("onlyWith") ? context.PartName(at, "onlyWith") : null,
            OnlyWithout = at.Has("onlyWithout") ? context.PartName(at, "onlyWithout") : null,
            Above = at.Flag("above", false),
            Hidden = at.Flag("hidden", false),
            Turn = at.Number("turn", 0, -360, 360),
            Flip = at.Word("flip", Flip.None),
            Alpha = at.Number("alpha", 1, 0, 1),
            At = at.Has("at") ? DressReader.Spot(at) : default,
            Start = at.Milliseconds("start", 0, 0, 3_600_000),
            End = at.Has("end") ? at.Milliseconds("end", 0, 0, 3_600_000) : null,
            Arrive = at.Object("arrive", optional: true) is { } arrive ? DressReader.Motion(arrive) : null,
            Leave = at.Object("leave", optional: true) is { } leave ? DressReader.Motion(leave) : null,
            Hold = at.Object("hold", optional: true) is { } hold ? DressReader.Hold(hold) : null,
        };
        // Only the workshop minds whether a part is locked.
        at.Flag("locked", false);
        FaultTimes(at, whole);
        at.Finish();
        return whole;
    }

    private static void FaultTimes(Cursor at, Part part)
    {
        if (part.End is { } end && end <= part.Start)
        {
            at.Fault("end", "A part goes after it has come: “end” must be later than “start”.");
        }

        if ((part.Start > Duration.Zero || part.End is not null) && part.Hold is not null)
        {
            at.Fault("hold", "A part with times of its own cannot hold a motion as well. Put it into a group, and give the hold to the one and the times to the other.");
        }
    }

    internal static GroupPart Nothing { get; } = new() { Id = "", Flow = Flow.Layers, Parts = [] };
}

/// <summary>What is known of a template while its parts are being read.</summary>
/// <param name="Fields">Names that parts may show.</param>
/// <param name="Ids">Of the parts read so far.</param>
/// <param name="Named">Parts that others go by, and where they are named; they may stand further on.</param>
internal sealed record ReadingContext(ImmutableHashSet<string> Fields, HashSet<string> Ids, List<(Cursor At, string Property, string Id)> Named)
{
    public string PartName(Cursor at, string name)
    {
        var id = at.String(name);
        Named.Add((at, name, id));
        return id;
    }

    public string FieldName(Cursor at, string name)
    {
        var field = at.String(name);
        if (!Fields.Contains(field))
        {
            at.Fault(name, $"There is no field “{field}” in this template.");
        }

        return field;
    }
}
