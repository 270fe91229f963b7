using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using SideLamp.Core.Feeds;
using SideLamp.Core.Tables;

namespace SideLamp.Core.Shows;

/// <summary>
/// Cards from rows (rule 40). A graphic that takes its cards from a feed is seen with one card for each row that is used; the row's
/// key is the card's id. What stays the same is the very same object: a reading that changes one row makes one card anew.
/// </summary>
public static class RowCards
{
    /// <summary>Of a graphic whose feed has no row: its words are empty, and it is not lit.</summary>
    public static readonly CardId None = new("none");

    private static readonly ConditionalWeakTable<Graphic, List<Made>> Known = [];

    /// <summary>The graphic with the cards that it has now.</summary>
    public static Graphic Of(Graphic graphic, FeedsNow feeds)
    {
        if (graphic.CardsFrom is not { } from || graphic.Edited is not null)
        {
            return graphic;
        }

        var (rows, gone) = (feeds.RowsOf(from.Feed), feeds.Values.GetValueOrDefault(from.Feed)?.Gone ?? ImmutableDictionary<string, GoneRow>.Empty);
        var known = Known.GetOrCreateValue(graphic);
        lock (known)
        {
            var found = known.Find(made => ReferenceEquals(made.Rows, rows) && ReferenceEquals(made.Gone, gone));
            if (found is null)
            {
                known.Add(found = new Made(rows, gone, Expanded(graphic, from, rows, gone, known.LastOrDefault())));
                if (known.Count > 4)
                {
                    known.RemoveAt(0);
                }
            }

            return found.Graphic;
        }
    }

    private static Graphic Expanded(Graphic graphic, CardsFrom from, FeedRows? rows, ImmutableDictionary<string, GoneRow> gone, Made? before)
    {
        var old = (before?.Graphic.Cards ?? []).ToDictionary(card => card.Id.Value);
        // Words that take more than their own row may say something else whatever became of it.
        var whole = from.Words.Values.SelectMany(Placeholders.TakenBy).Any(one => one.Feed == from.Feed && one.Column is null);
        bool IsAsItWas(string key, int at) => !whole && before?.Rows is { } were && were.IndexOf(key) is var was and >= 0 && IsSameRow(were.Shown, was, rows!.Shown, at);
        ImmutableArray<Card> cards = rows is null ? [] : [.. rows.Keys.Take(Graphic.MostCards).Select((key, at) => old.GetValueOrDefault(key) is { } card && IsAsItWas(key, at) ? card : CardOf(from, key))];
        cards = cards.IsEmpty ? [CardOf(from, "")] : cards;
        var wereGone = before?.Graphic.GoneCards ?? [];
        ImmutableArray<(Card, int)> goneCards = [.. gone.Select(one => (wereGone.FirstOrDefault(was => was.Card.Id.Value == one.Key).Card ?? CardOf(from, one.Key), one.Value.At))];
        var asItWas = before is not null && cards.Length == before.Graphic.Cards.Length && cards.Zip(before.Graphic.Cards).All(pair => ReferenceEquals(pair.First, pair.Second)) && goneCards.SequenceEqual(wereGone);
        return asItWas && ReferenceEquals(before!.Graphic.Rows, rows) ? before.Graphic : graphic with { Cards = cards, GoneCards = goneCards, Rows = rows, Edited = graphic };
    }

    internal static Card CardOf(CardsFrom from, string key) => new(key.Length == 0 ? None : new CardId(key), from.Words) { Row = new RowRef(from.Feed, key) };

    private static bool IsSameRow(Table one, int at, Table other, int there) =>
        one.Columns.Length == other.Columns.Length && one.Columns.Zip(other.Columns).All(pair => pair.First.Name == pair.Second.Name && pair.First.Kind == pair.Second.Kind && pair.First.Cells[at] == pair.Second.Cells[there]);

    private sealed record Made(FeedRows? Rows, ImmutableDictionary<string, GoneRow> Gone, Graphic Graphic);
}
