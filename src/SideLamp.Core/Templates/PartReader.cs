using System.Collections.Immutable;
using SideLamp.Core.Brands;
using SideLamp.Core.Tickers;

namespace SideLamp.Core.Templates;

/// <summary>Reads what is particular to each kind of part.</summary>
internal static class PartReader
{
    private const int MostColumns = 6;
    private const int LongestName = 40;

    /// <param name="child">Reads a part of this part.</param>
    /// <param name="row">Reads a part that is repeated for each line, which may show further fields.</param>
    public static Part Read(Cursor at, ReadingContext context, Func<Cursor, Part> child, Func<Cursor, ImmutableArray<string>, Part> row) =>
        at.String("part") switch
        {
            "row" => Group(at, Flow.Row, child),
            "column" => Group(at, Flow.Column, child),
            "layers" => Group(at, Flow.Layers, child),
            "free" => Group(at, Flow.Free, child),
            "text" => Text(at, context),
            "picture" => Picture(at, context),
            "meter" => Meter(at, context),
            "list" => List(at, context, row),
            "table" => Table(at, context),
            "belt" => Belt(at, context, row),
            "qr" => new QrPart { Id = at.String("id"), Field = context.FieldName(at, "field") },
            "mark" => new MarkPart { Id = at.String("id"), Surface = at.Object("surface") is { } surface ? DressReader.Surface(surface) : NoSurface(at) },
            var other => Unknown(at, other),
        };

    /// <summary>What people call a part.</summary>
    public static string? Name(Cursor at)
    {
        if (!at.Has("name"))
        {
            return null;
        }

        var name = at.String("name");
        if (string.IsNullOrWhiteSpace(name) || name.Length > LongestName)
        {
            at.Fault("name", $"A part's name has 1 to {LongestName} characters. Without one it is called by its id.");
        }

        return name;
    }

    private static GroupPart Unknown(Cursor at, string kind)
    {
        at.Fault("part", $"There is no part “{kind}”. There are: row, column, layers, free, text, picture, meter, list, table, belt, qr, mark.");
        return TemplateReader.Nothing;
    }

    private static Surface NoSurface(Cursor at)
    {
        at.Fault("surface", "A mark needs a surface.");
        return new Surface(new Paint("accent"));
    }

    private static GroupPart Group(Cursor at, Flow flow, Func<Cursor, Part> child) =>
        new()
        {
            Id = at.String("id"),
            Flow = flow,
            Parts = at.List("parts", child),
            Gap = at.Number("gap", 0, -500, 500),
            Padding = DressReader.Insets(at, "padding"),
            Along = at.Word("along", Align.Start),
            Across = at.Word("across", Align.Start),
            Surface = at.Object("surface", optional: true) is { } surface ? DressReader.Surface(surface) : null,
            Mask = at.Flag("mask", false),
            Feather = DressReader.Insets(at, "soft"),
        };

    private static TextPart Text(Cursor at, ReadingContext context)
    {
        if (at.Has("field") == at.Has("text"))
        {
            at.Fault("", "A text shows either a field or a text of its own: give “field” or “text”.");
        }

        return Lettering(at) with
        {
            Field = at.Has("field") ? context.FieldName(at, "field") : null,
            Text = at.Has("text") ? at.String("text") : null,
        };
    }

    /// <summary>How words are set, without which words.</summary>
    private static TextPart Lettering(Cursor at)
    {
        var size = at.Number("size", 36, 8, 600);
        return new TextPart
        {
            Id = at.String("id"),
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
            Ink = DressReader.Paint(at, "ink") ?? new Paint("ink"),
            Align = at.Word("align", TextAlign.Start),
            Case = at.Word("case", LetterCase.AsTyped),
            Underline = at.Flag("underline", false),
            Strike = at.Flag("strike", false),
            Outline = DressReader.Paint(at, "outline"),
            OutlineWidth = at.Number("outlineWidth", 0, 0, 20),
            Glow = DressReader.Paint(at, "glow"),
            GlowSize = at.Number("glowSize", 0, 0, 60),
        };
    }

    private static PicturePart Picture(Cursor at, ReadingContext context) =>
        new()
        {
            Id = at.String("id"),
            Field = at.Has("field") ? context.FieldName(at, "field") : null,
            Logo = at.Flag("logo", false),
            Cut = at.Word("cut", Cut.Brand),
            Cover = at.Flag("cover", true),
            Loop = at.Flag("loop", true),
            Outline = DressReader.Paint(at, "outline"),
            OutlineWidth = at.Number("outlineWidth", 0, 0, 40),
        };

    private static MeterPart Meter(Cursor at, ReadingContext context) =>
        new()
        {
            Id = at.String("id"),
            Value = context.FieldName(at, "value"),
            Of = at.Has("of") ? context.FieldName(at, "of") : null,
            Follows = at.Has("follows") ? context.FieldName(at, "follows") : null,
            Gone = at.Flag("gone", false),
            Trough = at.Object("trough", optional: true) is { } trough ? DressReader.Surface(trough) : new Surface(new Paint("trough"), Cut: Cut.Round),
            Fill = at.Object("fill", optional: true) is { } fill ? DressReader.Surface(fill) : new Surface(new Paint("accent"), new Paint("glow"), Cut: Cut.Round),
        };

    private static ListPart List(Cursor at, ReadingContext context, Func<Cursor, ImmutableArray<string>, Part> row) =>
        new()
        {
            Id = at.String("id"),
            Field = context.FieldName(at, "field"),
            Row = at.Object("row") is { } one ? row(one, ListRows.Fields) : TemplateReader.Nothing,
            Gap = at.Number("gap", 0, -500, 500),
            MaxRows = (int)at.Number("rows", 8, 1, 30),
        };

    private static BeltPart Belt(Cursor at, ReadingContext context, Func<Cursor, ImmutableArray<string>, Part> row)
    {
        var motion = at.Word("motion", BeltMotion.Crawl);
        return new()
        {
            Id = at.String("id"),
            Field = context.FieldName(at, "field"),
            Row = at.Object("row") is { } one ? row(one, ListRows.Fields) : TemplateReader.Nothing,
            Motion = motion,
            Speed = at.Number("speed", motion == BeltMotion.Climb ? 60 : 180, 10, 2000),
            Gap = at.Number("gap", motion == BeltMotion.Crawl ? 64 : 0, 0, 1000),
            Blank = at.Number("blank", 40, 0, 1000),
            Colon = at.Flag("colon", false),
            Tone = at.Has("tone") ? (int)at.Number("tone", 1, 1, ListRows.MostColumns) : null,
            Rounds = at.Has("rounds") ? (int)at.Number("rounds", 1, 1, 1000) : null,
            Ending = at.Word("ending", BeltEnd.RunsOff),
            Feather = DressReader.Insets(at, "soft"),
        };
    }

    private static TablePart Table(Cursor at, ReadingContext context)
    {
        var columns = at.List(
            "columns",
            column =>
            {
                var lettering = Lettering(column) with { Name = Name(column), Width = DressReader.Size(column, "width") };
                column.Finish();
                return lettering;
            }
        );
        if (columns.Length is 0 or > MostColumns)
        {
            at.Fault("columns", $"A table has 1 to {MostColumns} columns.");
        }

        return new TablePart
        {
            Id = at.String("id"),
            Field = context.FieldName(at, "field"),
            Columns = columns,
            Head = at.Flag("head", false),
            Gap = at.Number("gap", 24, 0, 500),
            RowGap = at.Number("rowGap", 8, 0, 500),
            MaxRows = (int)at.Number("rows", 8, 1, 30),
            Stripe = at.Object("stripe", optional: true) is { } stripe ? DressReader.Surface(stripe) : null,
        };
    }
}
