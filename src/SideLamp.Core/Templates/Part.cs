using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Brands;

namespace SideLamp.Core.Templates;

/// <summary>How wide or high a part is.</summary>
/// <param name="Kind">Fixed: exactly <paramref name="Px"/> design px. Hug: as its contents need. Fill: all the room that is left.</param>
public readonly record struct Extent(ExtentKind Kind, double Px = 0)
{
    public static readonly Extent Hug = new(ExtentKind.Hug);
    public static readonly Extent Fill = new(ExtentKind.Fill);
}

public enum ExtentKind
{
    Hug,
    Fill,
    Fixed,
}

/// <summary>Room inside the edges of a group, in design px.</summary>
public readonly record struct Insets(double Top, double Right, double Bottom, double Left);

/// <summary>One piece of a template.</summary>
public abstract record Part
{
    /// <summary>Unique in its template: 1 to 40 lower-case letters, digits, hyphens.</summary>
    public required string Id { get; init; }

    /// <summary>What people call it, 1 to 40 characters; null = as its id.</summary>
    public string? Name { get; init; }

    public Extent Width { get; init; } = Extent.Hug;

    public Extent Height { get; init; } = Extent.Hug;

    /// <summary>Least width in design px; 0 = none.</summary>
    public double MinWidth { get; init; }

    /// <summary>Greatest width in design px; null = the room there is.</summary>
    public double? MaxWidth { get; init; }

    /// <summary>Name of a field: the part shows only while that field has words.</summary>
    public string? OnlyIf { get; init; }

    /// <summary>Id of another part: this one shows only while that one is there.</summary>
    public string? OnlyWith { get; init; }

    /// <summary>Id of another part: this one shows only while that one is not there.</summary>
    public string? OnlyWithout { get; init; }

    /// <summary>Whether it is left out, for now: the workshop hides parts so.</summary>
    public bool Hidden { get; init; }

    /// <summary>Whether it is drawn over its neighbours that lap under it.</summary>
    public bool Above { get; init; }

    /// <summary>Degrees clockwise that it is turned by about its centre, once everything has its place; -360 to 360.</summary>
    public double Turn { get; init; }

    public Flip Flip { get; init; }

    /// <summary>0 clear to 1 solid, with all that is in it.</summary>
    public double Alpha { get; init; } = 1;

    /// <summary>In a free layer: where it stands, from the layer's upper left corner.</summary>
    public Spot At { get; init; }

    /// <summary>How long after the lighting it comes; zero = with its graphic.</summary>
    public Duration Start { get; init; }

    /// <summary>How long after the lighting it goes by itself; null = with its graphic.</summary>
    public Duration? End { get; init; }

    public Motion? Arrive { get; init; }

    /// <summary>Null: the arrival, reversed.</summary>
    public Motion? Leave { get; init; }

    public Hold? Hold { get; init; }
}

/// <summary>A place in a free layer, in design px.</summary>
public readonly record struct Spot(double X, double Y);

public enum Flip
{
    None,

    /// <summary>Left and right change places.</summary>
    Across,

    /// <summary>Top and bottom change places.</summary>
    Down,
    Both,
}

/// <summary>Other parts, set out in a row, a column, or over each other, perhaps on a surface of its own (a plate).</summary>
public sealed record GroupPart : Part
{
    public required Flow Flow { get; init; }

    public required ImmutableArray<Part> Parts { get; init; }

    /// <summary>Between neighbours, in design px; may be negative, so that parts lap over each other on purpose.</summary>
    public double Gap { get; init; }

    public Insets Padding { get; init; }

    /// <summary>Along the flow.</summary>
    public Align Along { get; init; }

    /// <summary>Across the flow; in layers, both ways.</summary>
    public Align Across { get; init; }

    public Surface? Surface { get; init; }

    /// <summary>Whether parts are seen only inside this group's edges: words can rise from behind an edge.</summary>
    public bool Mask { get; init; }

    /// <summary>How far from each edge parts fade away, in design px.</summary>
    public Insets Feather { get; init; }
}

public enum Flow
{
    Row,
    Column,
    Layers,

    /// <summary>Each part at its own place, over own artwork perhaps.</summary>
    Free,
}

public enum Align
{
    Start,
    Center,
    End,
    Between,
}

/// <summary>Words: of a field, or the same always.</summary>
public sealed record TextPart : Part
{
    public string? Field { get; init; }

    public string? Text { get; init; }

    public TypeRole Type { get; init; } = TypeRole.Body;

    /// <summary>Size in design px that the words would like.</summary>
    public required double Size { get; init; }

    /// <summary>Least size in design px that they may shrink to.</summary>
    public double LeastSize { get; init; }

    /// <summary>Greatest size in design px that they may grow to.</summary>
    public double GreatestSize { get; init; }

    public Fit Fit { get; init; } = Fit.Shrink;

    /// <summary>1 to 12.</summary>
    public int MaxLines { get; init; } = 1;

    public int Weight { get; init; } = 400;

    public bool Italic { get; init; }

    /// <summary>Between letters, in em. Left out in scripts whose letters join.</summary>
    public double Spacing { get; init; }

    /// <summary>From one baseline to the next, in sizes.</summary>
    public double LineHeight { get; init; } = 1.2;

    public Paint Ink { get; init; } = new("ink");

    public TextAlign Align { get; init; }

    public LetterCase Case { get; init; }

    public bool Underline { get; init; }

    /// <summary>Whether a line runs through the words.</summary>
    public bool Strike { get; init; }

    /// <summary>A line around each letter; null = none.</summary>
    public Paint? Outline { get; init; }

    /// <summary>Of that line, in design px.</summary>
    public double OutlineWidth { get; init; }

    /// <summary>A soft light, or dark, around the letters; null = none.</summary>
    public Paint? Glow { get; init; }

    /// <summary>Radius of that light in design px.</summary>
    public double GlowSize { get; init; }
}

/// <summary>What gives when the words do not fit. Cut always comes last.</summary>
public enum Fit
{
    /// <summary>They keep their size and wrap.</summary>
    Keep,

    /// <summary>They become smaller, down to the least size.</summary>
    Shrink,

    /// <summary>They become as large as the room lets them, up to the greatest size.</summary>
    Grow,

    /// <summary>They keep their size and are split over pages, which follow one another by reading time: nothing is lost.</summary>
    Pages,
}

public enum TextAlign
{
    /// <summary>Where the script begins: left, or right for Arabic and Hebrew.</summary>
    Start,
    Left,
    Center,
    Right,
}

public enum LetterCase
{
    AsTyped,
    Upper,
}

/// <summary>A picture, a video or a vector animation from a field, or the brand's logo. What moves starts anew at each lighting.</summary>
public sealed record PicturePart : Part
{
    public string? Field { get; init; }

    public bool Logo { get; init; }

    public Cut Cut { get; init; } = Cut.Brand;

    /// <summary>Whether the picture fills its box and loses its edges, or shows whole.</summary>
    public bool Cover { get; init; } = true;

    /// <summary>Whether what moves begins again at its end, or stays at its last picture.</summary>
    public bool Loop { get; init; } = true;

    public Paint? Outline { get; init; }

    /// <summary>Width of the outline in design px.</summary>
    public double OutlineWidth { get; init; }
}

/// <summary>How far something has come: a trough, filled in part.</summary>
public sealed record MeterPart : Part
{
    /// <summary>The field with the number that has been reached.</summary>
    public required string Value { get; init; }

    /// <summary>The field with the number that is the whole; null = 100.</summary>
    public string? Of { get; init; }

    /// <summary>The field whose timer it follows: it shows what is left of it. Null, or a field without a timer = it shows <see cref="Value"/>.</summary>
    public string? Follows { get; init; }

    /// <summary>Whether it shows what has gone by of that timer instead.</summary>
    public bool Gone { get; init; }

    public required Surface Trough { get; init; }

    public required Surface Fill { get; init; }
}

/// <summary>
/// A row for each line of a list field. Within a row the fields are <c>1</c> to <c>6</c> (the line's columns, parted by tabs) and
/// <c>done</c> or <c>open</c>, one of which has words: <c>[x]</c> before a line marks it done.
/// </summary>
public sealed record ListPart : Part
{
    public required string Field { get; init; }

    public required Part Row { get; init; }

    /// <summary>Between rows, in design px.</summary>
    public double Gap { get; init; }

    /// <summary>Lines beyond this are left out, and the fit says so. 1 to 30.</summary>
    public int MaxRows { get; init; } = 8;
}

/// <summary>The lines of a list field in columns that stand under each other. A column is as wide as its longest cell.</summary>
public sealed record TablePart : Part
{
    public required string Field { get; init; }

    /// <summary>How the cells of each column are set; 1 to 6.</summary>
    public required ImmutableArray<TextPart> Columns { get; init; }

    /// <summary>Whether the first line names the columns.</summary>
    public bool Head { get; init; }

    /// <summary>Between columns, in design px.</summary>
    public double Gap { get; init; }

    /// <summary>Between rows, in design px.</summary>
    public double RowGap { get; init; }

    /// <summary>Lines beyond this are left out, and the fit says so. 1 to 30.</summary>
    public int MaxRows { get; init; } = 8;

    /// <summary>Lies under every second row; null = nothing.</summary>
    public Surface? Stripe { get; init; }
}

/// <summary>Words as a QR code (ISO/IEC 18004), dark on light whatever the brand, with its quiet zone.</summary>
public sealed record QrPart : Part
{
    public required string Field { get; init; }
}

/// <summary>A plain mark: a dot, a line, an edge of light.</summary>
public sealed record MarkPart : Part
{
    public required Surface Surface { get; init; }
}
