using System.Collections.Immutable;
using System.Text.Json.Serialization;
using NodaTime;

namespace SideLamp.Core.Templates;

/// <summary>A named value of a template.</summary>
/// <param name="Name">What texts and columns are matched to; never its position.</param>
/// <param name="Sample">What shows until it has been touched.</param>
/// <param name="OnAir">Whether it may be changed while its graphic is lit.</param>
/// <param name="Start">Of a number that is counted: what it begins a new round with; null = it is not counted.</param>
public sealed record Field(string Name, string Label, FieldKind Kind, string Sample, bool OnAir = true, string? Start = null)
{
    /// <summary>Greatest length of a value, in UTF-16 units.</summary>
    public const int Longest = 4000;
}

public enum FieldKind
{
    /// <summary>One line: it can never hold a line break.</summary>
    Text,
    LongText,

    /// <summary>The id of a stored picture; empty = none.</summary>
    Picture,

    /// <summary>A decimal number, with a point.</summary>
    Number,

    /// <summary>One entry a line; columns parted by tabs; <c>[x]</c> or <c>[ ]</c> before a line of a checklist.</summary>
    List,
}

/// <summary>What a template is for; the shelf is sorted by it.</summary>
public enum TemplateKind
{
    LowerThird,
    Caption,
    Bug,
    Notice,
    Ticker,
    Timer,
    Alert,
    Label,
    List,
    Score,
    Chat,
    Picture,
    FullFrame,
}

/// <summary>A tree of parts with named fields.</summary>
/// <param name="Seat">Where a new graphic made from it goes.</param>
/// <param name="Stay">How long a new graphic made from it stays; null = until switched off.</param>
public sealed record Template(
    TemplateId Id,
    string Name,
    TemplateKind Kind,
    string About,
    ImmutableArray<Field> Fields,
    SeatId Seat,
    Duration? Stay,
    Part Root
)
{
    /// <summary>Whether anything moves through it: a ticker, or a roll.</summary>
    [JsonIgnore]
    public bool HasBelts { get; } = Holds(Root);

    private static bool Holds(Part part) => BeltsIn(part).Any();

    private static IEnumerable<BeltPart> BeltsIn(Part part) => part is BeltPart belt ? [belt] : part is GroupPart group ? group.Parts.SelectMany(BeltsIn) : [];

    /// <summary>The lists whose lines move through it.</summary>
    [JsonIgnore]
    public ImmutableArray<string> BeltFields { get; } = [.. BeltsIn(Root).Select(belt => belt.Field).Distinct()];

    /// <summary>Whether all that moves through it passes so many times and then it leaves.</summary>
    /// <param name="setting">What a graphic has it do; null = as it says itself.</param>
    public bool PassesOnce(Shows.BeltSetting? setting) => HasBelts && BeltsIn(Root).All(belt => (setting?.Rounds ?? belt.Rounds) > 0);

    public Field? Field(string name) => Fields.FirstOrDefault(field => field.Name == name);

    /// <summary>What a card with these words shows for each field: its own, or the sample of a field never touched.</summary>
    public ImmutableDictionary<string, string> WordsOf(IReadOnlyDictionary<string, string> words) =>
        Fields.ToImmutableDictionary(field => field.Name, field => words.GetValueOrDefault(field.Name, field.Sample));
}
