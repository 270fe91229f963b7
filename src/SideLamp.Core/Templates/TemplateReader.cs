using System.Collections.Immutable;
using System.Text.Json;
using NodaTime;
using SideLamp.Core.Brands;
using SideLamp.Core.Shows;

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
    private static readonly JsonDocumentOptions Options = new() { AllowTrailingCommas = true, CommentHandling = JsonCommentHandling.Skip, MaxDepth = 64 };

    public static Checked<Template> Read(string json)
    {
        try
        {
            using var document = JsonDocument.Parse(json, Options);
            var faults = new List<Fault>();
            var template = ReadTemplate(new Cursor(document.RootElement, "", faults));
            return faults.Count > 0 ? Checked<Template>.Faulty(faults) : template;
        }
        catch (JsonException error)
        {
            return Checked<Template>.Faulty("", $"This is not JSON: line {error.LineNumber + 1}, place {error.BytePositionInLine + 1}.");
        }
    }

    private static Template ReadTemplate(Cursor at)
    {
        if (at.String("format") != Format)
        {
            at.Fault("format", $"Side Lamp reads “{Format}”.");
        }

        var fields = at.List("fields", ReadField);
        var context = new Context([.. fields.Select(field => field.Name)], []);
        foreach (var twice in fields.GroupBy(field => field.Name).Where(group => group.Count() > 1))
        {
            at.Fault("fields", $"Two fields are called “{twice.Key}”. Names must differ.");
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
            at.Object("root") is { } root ? ReadPart(root, context, 1) : new GroupPart { Id = "", Flow = Flow.Layers, Parts = [] }
        );
        at.Finish();
        return template;
    }

    private static Field ReadField(Cursor at)
    {
        var field = new Field(at.String("name"), at.String("label"), at.Word("kind", FieldKind.Text), at.String("sample", ""));
        at.Finish();
        return field;
    }

    private static Part ReadPart(Cursor at, Context context, int depth)
    {
        if (depth > DeepestTree || context.Ids.Count >= MostParts)
        {
            at.Fault("", $"Parts may be nested {DeepestTree} deep, and there may be {MostParts} of them.");
            return new GroupPart { Id = "", Flow = Flow.Layers, Parts = [] };
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

        Part part = at.String("part") switch
        {
            "row" => ReadGroup(at, Flow.Row, context, depth),
            "column" => ReadGroup(at, Flow.Column, context, depth),
            "layers" => ReadGroup(at, Flow.Layers, context, depth),
            "text" => ReadText(at, context),
            "picture" => ReadPicture(at, context),
            "meter" => ReadMeter(at, context),
            "list" => ReadList(at, context, depth),
            "mark" => new MarkPart { Id = id, Surface = at.Object("surface") is { } surface ? ReadSurface(surface) : NoSurface(at) },
            var other => Unknown(at, other),
        };
        var whole = part with
        {
            Width = ReadExtent(at, "width"),
            Height = ReadExtent(at, "height"),
            MinWidth = at.Number("minWidth", 0, 0, 4096),
            MaxWidth = at.Has("maxWidth") ? at.Number("maxWidth", 0, 1, 4096) : null,
            OnlyIf = at.Has("onlyIf") ? FieldName(at, "onlyIf", context) : null,
            Above = at.Flag("above", false),
            Arrive = at.Object("arrive", optional: true) is { } arrive ? ReadMotion(arrive) : null,
            Leave = at.Object("leave", optional: true) is { } leave ? ReadMotion(leave) : null,
            Hold = at.Object("hold", optional: true) is { } hold
                ? new Hold(hold.Word("kind", HoldKind.Pulse), hold.Milliseconds("period", 2000, 200, 60_000))
                : null,
        };
        at.Finish();
        return whole;
    }

    private static Part Unknown(Cursor at, string kind)
    {
        at.Fault("part", $"There is no part “{kind}”. There are: row, column, layers, text, picture, meter, list, mark.");
        return new GroupPart { Id = "", Flow = Flow.Layers, Parts = [] };
    }

    private static Surface NoSurface(Cursor at)
    {
        at.Fault("surface", "A mark needs a surface.");
        return new Surface(new Paint("accent"));
    }

    private static GroupPart ReadGroup(Cursor at, Flow flow, Context context, int depth) =>
        new()
        {
            Id = at.String("id"),
            Flow = flow,
            Parts = at.List("parts", child => ReadPart(child, context, depth + 1)),
            Gap = at.Number("gap", 0, -500, 500),
            Padding = ReadInsets(at),
            Along = at.Word("along", Align.Start),
            Across = at.Word("across", Align.Start),
            Surface = at.Object("surface", optional: true) is { } surface ? ReadSurface(surface) : null,
            Mask = at.Flag("mask", false),
        };

    private static TextPart ReadText(Cursor at, Context context)
    {
        if (at.Has("field") == at.Has("text"))
        {
            at.Fault("", "A text shows either a field or a text of its own: give “field” or “text”.");
        }

        var size = at.Number("size", 36, 8, 600);
        return new TextPart
        {
            Id = at.String("id"),
            Field = at.Has("field") ? FieldName(at, "field", context) : null,
            Text = at.Has("text") ? at.String("text") : null,
            Type = at.Word("type", TypeRole.Body),
            Size = size,
            LeastSize = at.Number("leastSize", Math.Max(8, Math.Round(size * 0.6)), 8, size),
            GreatestSize = at.Number("greatestSize", size, size, 600),
            Fit = at.Word("fit", Fit.Shrink),
            MaxLines = (int)at.Number("lines", 1, 1, 12),
            Weight = (int)at.Number("weight", 400, 400, 700),
            Italic = at.Flag("italic", false),
            Spacing = at.Number("spacing", 0, -0.1, 0.5),
            LineHeight = at.Number("lineHeight", 1.2, 1, 2),
            Ink = ReadPaint(at, "ink") ?? new Paint("ink"),
            Align = at.Word("align", TextAlign.Start),
            Case = at.Word("case", LetterCase.AsTyped),
        };
    }

    private static PicturePart ReadPicture(Cursor at, Context context) =>
        new()
        {
            Id = at.String("id"),
            Field = at.Has("field") ? FieldName(at, "field", context) : null,
            Logo = at.Flag("logo", false),
            Cut = at.Word("cut", Cut.Brand),
            Cover = at.Flag("cover", true),
            Outline = ReadPaint(at, "outline"),
            OutlineWidth = at.Number("outlineWidth", 0, 0, 40),
        };

    private static MeterPart ReadMeter(Cursor at, Context context) =>
        new()
        {
            Id = at.String("id"),
            Value = FieldName(at, "value", context),
            Of = at.Has("of") ? FieldName(at, "of", context) : null,
            Trough = at.Object("trough", optional: true) is { } trough ? ReadSurface(trough) : new Surface(new Paint("trough"), Cut: Cut.Round),
            Fill = at.Object("fill", optional: true) is { } fill ? ReadSurface(fill) : new Surface(new Paint("accent"), new Paint("glow"), Cut: Cut.Round),
        };

    private static ListPart ReadList(Cursor at, Context context, int depth) =>
        new()
        {
            Id = at.String("id"),
            Field = FieldName(at, "field", context),
            Row = at.Object("row") is { } row ? ReadPart(row, context with { Fields = context.Fields.Union(ListRows.Fields) }, depth + 1) : Unknown(at, "row"),
            Gap = at.Number("gap", 0, -500, 500),
            MaxRows = (int)at.Number("rows", 8, 1, 30),
        };

    private static string FieldName(Cursor at, string name, Context context)
    {
        var field = at.String(name);
        if (!context.Fields.Contains(field))
        {
            at.Fault(name, $"There is no field “{field}” in this template.");
        }

        return field;
    }

    private static Surface ReadSurface(Cursor at)
    {
        var surface = new Surface(
            ReadPaint(at, "fill") ?? new Paint("plate"),
            ReadPaint(at, "to"),
            at.Number("angle", 90, 0, 360),
            at.Number("reach", 1, 0.05, 1),
            at.Word("cut", Cut.Brand),
            at.Flag("lit", false),
            ReadPaint(at, "halo"),
            at.Number("haloSize", 0, 0, 80)
        );
        at.Finish();
        return surface;
    }

    /// <summary>A role alone (<c>"ink"</c>), or with how much it lets through (<c>"ink/0.5"</c>).</summary>
    private static Paint? ReadPaint(Cursor at, string name)
    {
        if (!at.Has(name))
        {
            return null;
        }

        var parts = at.String(name).Split('/');
        var alpha = 1.0;
        var sound =
            Palette.Roles.Contains(parts[0])
            && parts.Length <= 2
            && (parts.Length == 1 || double.TryParse(parts[1], System.Globalization.CultureInfo.InvariantCulture, out alpha))
            && alpha is >= 0 and <= 1;
        if (!sound)
        {
            at.Fault(name, $"Name one of the roles {string.Join(", ", Palette.Roles)}, perhaps with an alpha: “ink/0.5”.");
        }

        return new Paint(parts[0], alpha);
    }

    private static Extent ReadExtent(Cursor at, string name)
    {
        if (!at.Has(name))
        {
            return Extent.Hug;
        }

        return at.Raw(name) switch
        {
            { ValueKind: JsonValueKind.Number } => new Extent(ExtentKind.Fixed, at.Number(name, 0, 0, 4096)),
            _ => at.Word(name, ExtentKind.Hug) == ExtentKind.Fill ? Extent.Fill : Extent.Hug,
        };
    }

    /// <summary>One number for all sides, or four as CSS orders them: top, right, bottom, left.</summary>
    private static Insets ReadInsets(Cursor at)
    {
        if (!at.Has("padding"))
        {
            return default;
        }

        if (at.Raw("padding").ValueKind == JsonValueKind.Number)
        {
            var all = at.Number("padding", 0, 0, 500);
            return new Insets(all, all, all, all);
        }

        var sides = at.Numbers("padding", 0, 500);
        if (sides.Length != 4)
        {
            at.Fault("padding", "Give one number, or four: top, right, bottom, left.");
            return default;
        }

        return new Insets(sides[0], sides[1], sides[2], sides[3]);
    }

    private static Motion ReadMotion(Cursor at)
    {
        var motion = new Motion(
            at.Word("kind", MotionKind.Fade),
            at.Word("from", Side.Left),
            at.Milliseconds("delay", 0, 0, 10_000),
            at.Milliseconds("for", 400, 0, 10_000),
            at.Number("distance", 0, 0, 4096),
            at.Word("ease", Easing.Settle)
        );
        at.Finish();
        return motion;
    }

    private sealed record Context(ImmutableHashSet<string> Fields, HashSet<string> Ids);
}
