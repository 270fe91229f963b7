using SideLamp.Core.Chat;
using SideLamp.Core.Events;
using SideLamp.Core.Feeds;
using SideLamp.Core.Shows;
using SideLamp.Core.Templates;

namespace SideLamp.Core.Loop;

/// <summary>Which pictures of cells a show needs stored: what is on air first, then what is up, then what a press may show next.</summary>
public static class WantedPictures
{
    /// <summary>All pictures together.</summary>
    public const int Most = 500;

    /// <summary>Of a feed that steps, so many rows are looked at from the one that it stands on.</summary>
    private const int RowsAhead = 100;

    /// <summary>Each once, the most urgent first; more than <see cref="Most"/> where there are more.</summary>
    public static IEnumerable<(FeedId Feed, string Name)> Of(Kept kept, Shelf shelf)
    {
        var feeds = kept.Feeds;
        var onAir = kept.Contents.Values.SelectMany(content => In(shelf.Read(content.TemplateSource)?.Template, content.Words, content.Row, content.Event));
        var bound = kept.Show.Graphics.Select(graphic => (Graphic: graphic, shelf.Find(kept.Show, graphic.Template)?.Template)).Where(one => MayName(one.Graphic, one.Template)).Select(one => (Chosen: kept.Chosen(one.Graphic), one.Template)).ToList();
        var up = bound.SelectMany(one => In(one.Template, one.Chosen.WordsOf(one.Chosen.UpCard), one.Chosen.UpCard.Row));
        var messages = bound.Where(one => kept.Show.ChatRules is { Pictures: true } rules && rules.Graphic == one.Chosen.Graphic.Id).SelectMany(one => MessagesAhead(kept).SelectMany(said => In(one.Template, one.Chosen.WordsOf(one.Chosen.UpCard), one.Chosen.UpCard.Row, said)));
        // All of them side by side, from what is up onwards: a long list takes no picture from a short one.
        var others = bound.SelectMany(one => CardsAhead(one.Chosen).SelectMany(card => In(one.Template, one.Chosen.WordsOf(card), card.Row)).SelectMany(words => StepsOf(words, feeds)).Select((words, at) => (words, at))).OrderBy(one => one.at).Select(one => one.words);
        return onAir.Concat(up).Concat(messages).Concat(others).Select(one => CellPictures.NamedBy(one.Words, With(feeds, one))).OfType<(FeedId, string)>().Distinct();
    }

    private static IEnumerable<AlertEvent> MessagesAhead(Kept kept) => kept.Chat.Queue.Waiting.Take(ViewerPictures.Ahead).Select(one => ShownMessage.Of(one.Message, kept.Show.ChatRules));

    private static FeedsNow With(FeedsNow feeds, Worded one)
    {
        var own = feeds with { Own = one.Row };
        return one.Event is { } told ? own with { Also = own.Also.SetItem(new(AlertEvent.Word), told.Told) } : own;
    }

    private static IEnumerable<Card> CardsAhead(Chosen chosen)
    {
        var cards = chosen.Graphic.Cards;
        var up = Math.Max(0, chosen.Graphic.CardIds.IndexOf(chosen.UpCard.Id));
        return cards.Skip(up).Concat(cards.Take(up));
    }

    private static bool MayName(Graphic graphic, Template? template) =>
        graphic.Cards.Select(card => card.Words).Append(graphic.CardsFrom?.Words).Any(words => words is not null && In(template, words, null).Any());

    /// <summary>What picture fields are filled in from.</summary>
    private static IEnumerable<Worded> In(Template? template, IReadOnlyDictionary<string, string> words, RowRef? row, AlertEvent? told = null) =>
        (template?.Fields ?? []).Where(field => field.Kind == FieldKind.Picture).Select(field => words.GetValueOrDefault(field.Name, "")).Where(Placeholders.Has).Select(one => new Worded(one, row, told));

    /// <summary>The same words on each of the rows that their feeds may step to.</summary>
    private static IEnumerable<Worded> StepsOf(Worded one, FeedsNow feeds) =>
        one.Row is not null
            ? [one]
            : Placeholders.TakenBy(one.Words).Where(taken => taken.Column is not null).Select(taken => taken.Feed).Distinct().SelectMany(feed => RowsAheadOf(feed, feeds)).Select(row => one with { Row = row });

    private static IEnumerable<RowRef> RowsAheadOf(FeedId feed, FeedsNow feeds)
    {
        var keys = feeds.RowsOf(feed)?.Keys ?? [];
        var first = Math.Max(0, feeds.Standing(feed));
        return Enumerable.Range(0, Math.Min(RowsAhead, keys.Length)).Select(at => new RowRef(feed, keys[(first + at) % keys.Length]));
    }

    /// <param name="Event">What it tells of; null = nothing that somebody did.</param>
    private sealed record Worded(string Words, RowRef? Row, AlertEvent? Event);
}
