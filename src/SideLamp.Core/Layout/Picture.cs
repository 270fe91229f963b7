using System.Collections.Immutable;
using System.Text.Json.Serialization;
using NodaTime;
using SideLamp.Core.Media;
using SideLamp.Core.Templates;
using SideLamp.Core.Tickers;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Layout;

/// <summary>A laid-out graphic: every plate, picture and line of text with its place, size and motion. Pages draw it as it is.</summary>
/// <param name="Box">Where the graphic stands, in canvas px.</param>
/// <param name="Nodes">In drawing order; a parent stands before its children.</param>
/// <param name="Arrive">How long the arrival takes, from the press until everything is in.</param>
/// <param name="Leave">How long the departure takes.</param>
/// <param name="Fits">What became of each text.</param>
/// <param name="Reading">How long text that is split over pages takes to have shown them all; zero when none is.</param>
public sealed record Picture(Box Box, ImmutableArray<Node> Nodes, Duration Arrive, Duration Leave, ImmutableArray<TextFit> Fits, Duration Reading)
{
    /// <summary>How many words there are to read, but for figures that run and what moves through it.</summary>
    public int Words { get; init; }

    /// <summary>How long it should stay at the least, so that its words can be read twice: a suggestion, from common practice. Zero = there is nothing to read.</summary>
    public Duration Suggested { get; init; }

    /// <summary>How long the longest video or animation in it plays; null = there is none, or its file does not say.</summary>
    public Duration? Plays { get; init; }

    /// <summary>Whether its parts have changed sides, as its words run from right to left.</summary>
    public bool Mirrored { get; init; }

    /// <summary>The belts in it, as they would be begun now.</summary>
    [JsonIgnore]
    public ImmutableArray<LaidBelt> Belts { get; init; } = [];

    public static Picture Empty { get; } = new(default, [], Duration.Zero, Duration.Zero, [], Duration.Zero);
}

/// <summary>One thing to draw. At most one of plate, line, image, drawing and belt is given; none for a group.</summary>
/// <param name="Id"><c>part</c>, <c>part/plate</c>, or <c>part/0</c> for a line of text: the same piece keeps its id when words change.</param>
/// <param name="Parent">The group that carries, masks and moves it; null = the graphic itself.</param>
/// <param name="Box">In canvas px. For a line of text: the left edge, baseline − size, the advance width and the size.</param>
/// <param name="Ink">What it may paint on, in canvas px.</param>
/// <param name="Clip">CSS clip-path of what it is cut to, where that is no rounded box; null = none.</param>
/// <param name="Mask">Whether children are seen only inside the box, cut with corners of this radius in px; null = no mask.</param>
/// <param name="Stance">How it stands at rest; null = plainly.</param>
/// <param name="Feather">How far from the upper, right, lower and left edge children fade away, in px; null = not at all.</param>
/// <param name="Blur">Radius in px; 0 = sharp.</param>
/// <param name="Drain">Of a meter's filling: the timer that it runs with; null = it stays as it is.</param>
/// <param name="Belt">What moves through its box; null = nothing does.</param>
/// <param name="Under">Whether it lies under its parent, outside of the parent's mask, and not in it.</param>
public sealed record Node(
    string Id,
    string? Parent,
    Box Box,
    Box Ink,
    double? Mask,
    string? Clip,
    ImmutableArray<Move> Moves,
    Plate? Plate = null,
    TextLine? Line = null,
    Image? Image = null,
    Drawing? Drawing = null,
    Stance? Stance = null,
    ImmutableArray<double>? Feather = null,
    double Blur = 0,
    bool Under = false,
    Draining? Drain = null,
    Belt? Belt = null
);

/// <summary>A filling that runs with a timer that counts down.</summary>
/// <param name="Gone">Whether it is what has gone by, and grows; else it is what is left.</param>
public sealed record Draining(TimerProgram Program, bool Gone);

/// <summary>How a node stands at rest.</summary>
/// <param name="Turn">Degrees clockwise about its centre.</param>
/// <param name="FlipX">Whether left and right change places.</param>
/// <param name="FlipY">Whether top and bottom change places.</param>
/// <param name="Alpha">0 clear to 1.</param>
public sealed record Stance(double Turn, bool FlipX, bool FlipY, double Alpha);

/// <summary>A shape in one colour.</summary>
/// <param name="Side">Of the square it is drawn on, in units of the path.</param>
/// <param name="Path">In the syntax of SVG paths.</param>
public sealed record Drawing(int Side, string Path, string Ink);

/// <summary>A filled shape.</summary>
/// <param name="Fill">A CSS colour or gradient.</param>
/// <param name="Light">A gradient laid over the fill; null = none.</param>
/// <param name="Radius">Of the corners, in px.</param>
/// <param name="Halo">CSS shadows around it, or inside its edge; null = none.</param>
/// <param name="Ground">The opaque colour that words on it are judged against; null when it is not meant to carry words.</param>
public sealed record Plate(string Fill, string? Light, double Radius, string? Halo, string? Ground);

/// <summary>One line of text. The page sets it as it is told and never breaks it.</summary>
/// <param name="Size">Font size in whole px.</param>
/// <param name="Rtl">Whether its paragraph runs from right to left.</param>
/// <param name="Spacing">Between letters, in px.</param>
/// <param name="Spans">In logical order.</param>
/// <param name="Underline">Whether a line runs below the words.</param>
/// <param name="Strike">Whether a line runs through the words.</param>
/// <param name="Glow">CSS text-shadow; null = none.</param>
/// <param name="Outline">CSS colour of a line around each letter; null = none.</param>
/// <param name="OutlineWidth">In px.</param>
/// <param name="Digits">Of a timer: pages set its words themselves, in the spans' face; null = the spans are the words.</param>
public sealed record TextLine(
    double Size,
    bool Rtl,
    string Ink,
    double Spacing,
    ImmutableArray<Span> Spans,
    bool Underline = false,
    bool Strike = false,
    string? Glow = null,
    string? Outline = null,
    double OutlineWidth = 0,
    Digits? Digits = null
);

/// <summary>The cells that a timer's words are set in: all figures are equally wide, so that nothing shifts as they change.</summary>
/// <param name="Cell">Width of a figure in px.</param>
/// <param name="Colon">Width of a colon, a semicolon or a point in px.</param>
/// <param name="Sign">Width of a plus or minus sign in px.</param>
/// <param name="Align">Where the words stand when they are shorter than the line.</param>
/// <param name="Inks">A CSS colour for each warning of the program; null = as before. Null = no warnings.</param>
/// <param name="Upper">Whether its letters are capitals.</param>
public sealed record Digits(double Cell, double Colon, double Sign, TextAlign Align, TimerProgram Program, ImmutableArray<string?>? Inks = null, bool Upper = false);

/// <summary>Words in one face, or one emoji.</summary>
/// <param name="Face">Id of a face; for an emoji, null.</param>
/// <param name="Emoji">File name of the emoji's picture; null for words.</param>
public sealed record Span(string Text, string? Face, string? Emoji);

/// <summary>A stored picture, video or vector animation in its box. What moves counts its time from the lighting.</summary>
/// <param name="Asset">Id of the stored file.</param>
/// <param name="FocusX">What stays in sight where edges are lost, as a share of the width.</param>
/// <param name="Zoom">1 = as it fits; more = closer, about the focus.</param>
/// <param name="Loop">Whether what moves begins again at its end.</param>
/// <param name="Outline">CSS colour of a line drawn inside the edge; null = none.</param>
/// <param name="OutlineWidth">In px.</param>
public sealed record Image(
    string Asset,
    MediaKind Kind,
    bool Cover,
    double FocusX,
    double FocusY,
    double Zoom,
    bool Loop,
    double Radius,
    string? Outline,
    double OutlineWidth
);

/// <summary>How a node moves along one path. Time runs with the airing's motion clock.</summary>
/// <param name="Delay">ms of the motion clock before it starts.</param>
/// <param name="Length">ms it takes; of a hold, the period.</param>
/// <param name="Ease">Four numbers of a CSS cubic-bezier.</param>
/// <param name="Poses">Two or more. A motion ends (arrive) or begins (leave) at rest.</param>
/// <param name="Offsets">When each pose is reached, as a share of the length; null = evenly spread. The easing holds from one pose to the next.</param>
public sealed record Move(
    MovePath Path,
    double Delay,
    double Length,
    ImmutableArray<double> Ease,
    ImmutableArray<Pose> Poses,
    ImmutableArray<double>? Offsets = null
);

public enum MovePath
{
    Arrive,
    Leave,

    /// <summary>Repeats while lit, counted from the lighting.</summary>
    Hold,

    /// <summary>Runs once, counted from when the card came up, and stays at its last pose.</summary>
    Once,
}

/// <summary>How a node is shown at an instant of a motion, against its rest.</summary>
/// <param name="Dx">px to the right.</param>
/// <param name="Dy">px down.</param>
/// <param name="Scale">About its centre.</param>
/// <param name="Alpha">0 clear to 1.</param>
/// <param name="Clip">What is cut off, as shares (0 to 1) of the box: top, right, bottom, left; null = nothing.</param>
/// <param name="Turn">Degrees clockwise about its centre.</param>
/// <param name="Blur">Radius in px.</param>
public sealed record Pose(
    double Dx = 0,
    double Dy = 0,
    double Scale = 1,
    double Alpha = 1,
    ImmutableArray<double>? Clip = null,
    double Turn = 0,
    double Blur = 0
)
{
    public static readonly Pose Rest = new();
}

/// <summary>What became of a text in its room.</summary>
/// <param name="Field">The field it shows; null for words of the template's own.</param>
/// <param name="Size">px it got.</param>
/// <param name="Wished">px it would have liked.</param>
/// <param name="Pages">Over how many pages it is split.</param>
public sealed record TextFit(string Part, string? Field, FitOutcome Outcome, double Size, double Wished, int Lines, int Pages = 1);

public enum FitOutcome
{
    Kept,
    Shrunk,
    Grown,

    /// <summary>The words follow one another on several pages.</summary>
    Paged,

    /// <summary>The end of the words is missing.</summary>
    Cut,
}
