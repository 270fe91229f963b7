using System.Collections.Immutable;
using System.Text.Json.Serialization;

namespace SideLamp.Core.Shows;

/// <summary>A named choice of which parts of a graphic show, apart from its words: any card can be shown in any outfit.</summary>
/// <param name="Hidden">Ids of the parts that do not show.</param>
public sealed record Outfit(OutfitId Id, string Name, ImmutableArray<string> Hidden);

/// <summary>How the words of one field are set, against what the template says.</summary>
/// <param name="Size">Times the template's size, 0.25 to 4.</param>
/// <param name="Family">A family of type; null = as the template says.</param>
public sealed record Lettering(double Size = 1, string? Family = null)
{
    public IEnumerable<Fault> Faults()
    {
        if (Size is < 0.25 or > 4)
        {
            yield return new Fault("/size", "Words have 25 % to 400 % of the template's size.");
        }
    }
}

/// <summary>How a graphic wears its template.</summary>
/// <param name="Hidden">Parts that do not show.</param>
/// <param name="Lettering">By field name.</param>
/// <param name="Speed">How fast it moves: 1 is as template and brand say, 2 is twice as fast. 0.25 to 4.</param>
/// <param name="Attention">What draws the eye while it is lit; null = nothing.</param>
/// <param name="Belt">How its items move; null = as the template says.</param>
public sealed record Finish(ImmutableArray<string> Hidden, ImmutableSortedDictionary<string, Lettering> Lettering, double Speed, Attention? Attention = null, BeltSetting? Belt = null)
{
    /// <summary>Whether videos and animations stop at their end, also where the template lets them begin again.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool PlaysOnce { get; init; }

    public static Finish Plain { get; } = new([], ImmutableSortedDictionary<string, Lettering>.Empty, 1);
}
