using System.Collections.Immutable;
using SideLamp.Core.Feeds;

namespace SideLamp.Core.Shows;

/// <summary>What is chosen of one graphic for the air. None of it is an edit: undo of edits leaves it alone.</summary>
/// <param name="Card">The card that is lit next, or is lit; null = the first.</param>
/// <param name="Outfit">The outfit it wears; null = all parts show.</param>
public sealed record GraphicChoice(CardId? Card = null, OutfitId? Outfit = null)
{
    public static GraphicChoice None { get; } = new();

    /// <summary>Values that were stepped on the desk, in place of the card's own, by <see cref="CountKey"/>.</summary>
    public ImmutableSortedDictionary<string, Counted> Counts { get; init; } = ImmutableSortedDictionary.Create<string, Counted>(StringComparer.Ordinal);

    /// <summary>Names a value of a card. Field names hold no slash.</summary>
    public static string CountKey(CardId card, string field) => $"{card.Value}/{field}";

    /// <summary>An empty id = all parts show.</summary>
    public GraphicChoice Wearing(OutfitId outfit) => this with { Outfit = outfit.Value.Length == 0 ? null : outfit };

    /// <summary>Without what says something of cards that are gone.</summary>
    public GraphicChoice Within(Graphic graphic) =>
        this with
        {
            // Which rows there are is not known here.
            Card = Card is { } card && (graphic.CardsFrom is not null || graphic.Card(card) is not null) ? card : null,
            Outfit = Outfit is { } outfit && graphic.Outfits.Any(one => one.Id == outfit) ? outfit : null,
            Counts = graphic.CardsFrom is not null ? Counts : Counts.RemoveRange(Counts.Keys.Where(key => graphic.Card(new CardId(key.Split('/')[0])) is null)),
        };
}

/// <param name="Value">Null = untouched: the template's sample.</param>
public sealed record Counted(string? Value);

/// <summary>
/// What is chosen of all graphics; one that is not in it stands as it was made. What was chosen of one that is deleted stays, for
/// undo may bring it back.
/// </summary>
public sealed record Choices(ImmutableDictionary<GraphicId, GraphicChoice> All)
{
    /// <summary>Where feeds stand, of those that do not stand where their rule alone has them.</summary>
    public ImmutableDictionary<FeedId, RowStand> Stands { get; init; } = ImmutableDictionary<FeedId, RowStand>.Empty;

    public static Choices None { get; } = new(ImmutableDictionary<GraphicId, GraphicChoice>.Empty);

    public GraphicChoice this[GraphicId graphic] => All.GetValueOrDefault(graphic, GraphicChoice.None);

    public Chosen Of(Graphic graphic) => new(graphic, this[graphic.Id]);

    /// <summary>Of feeds that the audience writes: the keys of the rows that may be seen.</summary>
    public ImmutableDictionary<FeedId, ImmutableHashSet<string>> Ticks { get; init; } = ImmutableDictionary<FeedId, ImmutableHashSet<string>>.Empty;

    public Choices With(GraphicId graphic, GraphicChoice choice) => choice == this[graphic] ? this : this with { All = All.SetItem(graphic, choice) };

    /// <param name="stand">Null = where its rule has it.</param>
    public Choices With(FeedId feed, RowStand? stand) => this with { Stands = stand is null ? Stands.Remove(feed) : Stands.SetItem(feed, stand) };
}

/// <summary>A graphic with what is chosen of it.</summary>
public readonly record struct Chosen(Graphic Graphic, GraphicChoice Choice)
{
    /// <summary>The card that is up, with its own words: <see cref="WordsOf"/> tells those that show. Where its row is gone, the one that stands at its place.</summary>
    public Card UpCard
    {
        get
        {
            var up = Choice.Card;
            return Graphic.Cards.FirstOrDefault(card => card.Id == up) ?? Graphic.Cards[Math.Min(Graphic.GoneCards.FirstOrDefault(one => one.Card.Id == up).At, Graphic.Cards.Length - 1)];
        }
    }

    /// <summary>The outfit it wears; null = all parts show, also where that outfit is gone.</summary>
    public Outfit? Worn
    {
        get
        {
            var worn = Choice.Outfit;
            return Graphic.Outfits.FirstOrDefault(outfit => outfit.Id == worn);
        }
    }

    public Finish Finish => new(Worn?.Hidden ?? [], Graphic.Lettering, Graphic.Speed, Graphic.Attention, Graphic.Belt) { PlaysOnce = Graphic.EndsWithVideo };

    /// <summary>Whether it wears that outfit already; an empty id = all parts show.</summary>
    public bool Wears(OutfitId outfit) => (Worn?.Id.Value ?? "") == outfit.Value;

    /// <summary>In that outfit; an empty id = all parts show.</summary>
    public Chosen Wearing(OutfitId outfit) => this with { Choice = Choice.Wearing(outfit) };

    /// <summary>A card's words, with what was counted in their place.</summary>
    public ImmutableDictionary<string, string> WordsOf(Card card)
    {
        var words = card.Words;
        foreach (var (key, counted) in Choice.Counts)
        {
            if (key.Length > card.Id.Value.Length && key[card.Id.Value.Length] == '/' && key.StartsWith(card.Id.Value, StringComparison.Ordinal))
            {
                var field = key[(card.Id.Value.Length + 1)..];
                words = counted.Value is { } value ? words.SetItem(field, value) : words.Remove(field);
            }
        }

        return words;
    }

    /// <summary>The same graphic with the counted values in its cards.</summary>
    public Graphic WithCounts()
    {
        var self = this;
        return Choice.Counts.IsEmpty ? Graphic : Graphic with { Cards = [.. Graphic.Cards.Select(card => card with { Words = self.WordsOf(card) })] };
    }
}
