using System.Collections.Immutable;
using NodaTime;

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

    public Extent Width { get; init; } = Extent.Hug;

    public Extent Height { get; init; } = Extent.Hug;

    /// <summary>Least width in design px; 0 = none.</summary>
    public double MinWidth { get; init; }

    /// <summary>Greatest width in design px; null = the room there is.</summary>
    public double? MaxWidth { get; init; }

    /// <summary>Name of a field: the part shows only while that field has words.</summary>
    public string? OnlyIf { get; init; }

    /// <summary>Whether it is drawn over its neighbours that lap under it.</summary>
    public bool Above { get; init; }

    public Motion? Arrive { get; init; }

    /// <summary>Null: the arrival, reversed.</summary>
    public Motion? Leave { get; init; }

    public Hold? Hold { get; init; }
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
}

public enum Flow
{
    Row,
    Column,
    Layers,
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
}

public enum TypeRole
{
    Heading,
    Body,
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

/// <summary>A picture from a field, or the brand's logo.</summary>
public sealed record PicturePart : Part
{
    public string? Field { get; init; }

    public bool Logo { get; init; }

    public Cut Cut { get; init; } = Cut.Brand;

    /// <summary>Whether the picture fills its box and loses its edges, or shows whole.</summary>
    public bool Cover { get; init; } = true;

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

/// <summary>A plain mark: a dot, a line, an edge of light.</summary>
public sealed record MarkPart : Part
{
    public required Surface Surface { get; init; }
}

/// <summary>A role of the palette, let through by <paramref name="Alpha"/> (0 clear to 1 solid).</summary>
public sealed record Paint(string Role, double Alpha = 1);

/// <summary>What a plate or mark is made of.</summary>
/// <param name="From">The colour, or where a gradient starts.</param>
/// <param name="To">Where the gradient ends; null = one colour.</param>
/// <param name="Angle">Of the gradient, in degrees as CSS counts them: 90 runs to the right, 180 down.</param>
/// <param name="Reach">Where the gradient has become its end colour, 0 to 1 of the way.</param>
/// <param name="Lit">Whether the brand's light falls over it from its starting side.</param>
/// <param name="Halo">A soft light around it; null = none.</param>
/// <param name="HaloSize">Radius of that light in design px.</param>
public sealed record Surface(
    Paint From,
    Paint? To = null,
    double Angle = 90,
    double Reach = 1,
    Cut Cut = Cut.Brand,
    bool Lit = false,
    Paint? Halo = null,
    double HaloSize = 0
);

/// <summary>How the corners of a surface are cut.</summary>
public enum Cut
{
    /// <summary>As the brand says.</summary>
    Brand,
    Square,

    /// <summary>Half circles at the ends; a circle when it is as high as wide.</summary>
    Round,
}

/// <summary>How a part comes or goes, told for coming.</summary>
/// <param name="From">The side it comes from, or is uncovered from.</param>
/// <param name="Delay">After the press (or after the darkening).</param>
/// <param name="For">How long it takes.</param>
/// <param name="Distance">How far it travels, in design px; 0 = its own height or width.</param>
public sealed record Motion(MotionKind Kind, Side From, Duration Delay, Duration For, double Distance = 0, Easing Ease = Easing.Settle);

public enum MotionKind
{
    Fade,

    /// <summary>It travels, and fades in on the way.</summary>
    Slide,

    /// <summary>It travels without fading: meant for masks.</summary>
    Rise,

    /// <summary>It stands still and is uncovered.</summary>
    Reveal,

    /// <summary>It grows from a point.</summary>
    Pop,
}

public enum Side
{
    Left,
    Right,
    Top,
    Bottom,
}

/// <summary>Named curves of CSS Easing Functions 1.</summary>
public enum Easing
{
    /// <summary>Fast, then settling: for coming.</summary>
    Settle,

    /// <summary>Slow at both ends.</summary>
    Smooth,
    Linear,
}

/// <summary>A motion that goes on while lit, counted from the lighting; updates never restart it (rule 16).</summary>
public sealed record Hold(HoldKind Kind, Duration Period);

public enum HoldKind
{
    Pulse,
    Breathe,
}
