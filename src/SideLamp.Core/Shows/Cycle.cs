using System.Collections.Immutable;
using System.Text.Json.Serialization;
using NodaTime;

namespace SideLamp.Core.Shows;

/// <summary>How the cards of a graphic come up by themselves.</summary>
/// <param name="Every">How long each is up while the graphic is lit; null = a new one each time it is lit.</param>
/// <param name="Cards">Which take part, in their order; empty = all.</param>
public sealed record Cycle(CycleOrder Order, Duration? Every, ImmutableArray<CardId> Cards)
{
    private static readonly Duration Least = Duration.FromSeconds(1);

    [JsonIgnore]
    public Fault? Fault =>
        Every < Least || Every > Graphic.GreatestStay ? new Fault("/cycle", "A card stays for 1 s to 24 hours.") : null;

    /// <summary>The card that comes up next.</summary>
    /// <param name="all">All cards of the graphic.</param>
    /// <param name="seed">Of the shuffled order: the same seed gives the same order.</param>
    /// <param name="goneAt">Of a card that is gone: where it stood. Null = it is there.</param>
    /// <returns>Null when the way is at its end, or there is no other card.</returns>
    public CardId? After(CardId current, ImmutableArray<CardId> all, string seed, int? goneAt = null)
    {
        var chosen = Cards.IsEmpty ? all : [.. Cards.Where(all.Contains)];
        if (chosen.IsEmpty || (chosen.Length == 1 && chosen[0] == current))
        {
            return null;
        }

        var way = Order == CycleOrder.Shuffle ? [.. chosen.OrderBy(card => Hash($"{seed}/{card.Value}")).ThenBy(card => card.Value, StringComparer.Ordinal)] : chosen;
        var at = goneAt is { } was && Cards.IsEmpty ? Math.Min(was, way.Length) - 1 : way.IndexOf(current);
        return at == way.Length - 1 && Order == CycleOrder.Once ? null : way[(at + 1) % way.Length];
    }

    /// <summary>FNV-1a: the same in every run, as a shuffle that is told twice must be.</summary>
    private static uint Hash(string text) => text.Aggregate(2166136261u, (hash, letter) => unchecked((hash ^ letter) * 16777619u));
}

public enum CycleOrder
{
    /// <summary>To the last card, which stays up.</summary>
    Once,

    /// <summary>Round and round.</summary>
    Round,

    /// <summary>In a mixed order, each once before any comes again.</summary>
    Shuffle,
}
