using SideLamp.Core.Tickers;

namespace SideLamp.Core.Templates;

/// <summary>
/// The lines of a list field, each set like the row of a list, moving through the part's box: a ticker, or a roll of credits.
/// Of a climb an empty line keeps its place as space.
/// </summary>
public sealed record BeltPart : Part
{
    /// <summary>Lines beyond this are left out, and the fit says so.</summary>
    public const int MostItems = 300;

    public required string Field { get; init; }

    public required Part Row { get; init; }

    public BeltMotion Motion { get; init; }

    /// <summary>In design px a second, rounded to whole px a frame of the show.</summary>
    public double Speed { get; init; }

    /// <summary>Between items, in design px.</summary>
    public double Gap { get; init; }

    /// <summary>Height of an empty line of a climb, in design px.</summary>
    public double Blank { get; init; }

    /// <summary>Whether a line without tabs is parted at its first colon, such as <c>Light: Pim</c>.</summary>
    public bool Colon { get; init; }

    /// <summary>The column that names a colour, as CSS has it or by a role of the brand: <c>accent</c> is that colour within its item. 1 to 6; null = none does.</summary>
    public int? Tone { get; init; }

    /// <summary>How often all items pass; null = for ever.</summary>
    public int? Rounds { get; init; }

    public BeltEnd Ending { get; init; }

    /// <summary>How far from each edge items fade away, in design px.</summary>
    public Insets Feather { get; init; }
}
