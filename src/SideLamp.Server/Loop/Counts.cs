using System.Collections.Immutable;
using System.Globalization;
using SideLamp.Core;
using SideLamp.Core.Airing;
using SideLamp.Core.Feeds;
using SideLamp.Core.Shows;
using SideLamp.Core.Templates;

namespace SideLamp.Server.Loop;

/// <summary>Numbers on cards that are stepped by a press.</summary>
public static class Counts
{
    private const decimal Most = 1_000_000_000;

    /// <summary>The number of a field, stepped or set.</summary>
    /// <param name="by">What is added; null where <paramref name="to"/> is given.</param>
    /// <exception cref="RefusedException">It is no number, or a feed's.</exception>
    public static ImmutableList<Count> Step(Graphic graphic, Template template, CardId? card, string field, decimal? by, decimal? to)
    {
        var (counted, known) = (CardOf(graphic, card), template.Field(field));
        if (known?.Kind != FieldKind.Number)
        {
            throw RefusedException.Faulty("/field", $"“{graphic.Name}” has no number called “{field}”.");
        }

        var text = counted.Words.GetValueOrDefault(field, known.Sample);
        if (Placeholders.Has(text))
        {
            throw new RefusedException(409, $"“{known.Label}” comes from a feed. It cannot be stepped here.", []);
        }

        _ = decimal.TryParse(text, NumberStyles.Number, CultureInfo.InvariantCulture, out var now);
        var next = Math.Clamp(to ?? (now + (by ?? 1)), -Most, Most);
        return [new Count(graphic.Id, counted.Id, field, counted.Words.GetValueOrDefault(field), next.ToString(CultureInfo.InvariantCulture))];
    }

    /// <summary>A new round: what is counted begins anew; other words stay, or go back to their starting values.</summary>
    public static ImmutableList<Count> Reset(Graphic graphic, Template template, CardId? card, bool keepWords)
    {
        var counted = CardOf(graphic, card);
        return
        [
            .. template
                .Fields.Where(field => field.Start is not null || !keepWords)
                .Select(field => new Count(graphic.Id, counted.Id, field.Name, counted.Words.GetValueOrDefault(field.Name), field.Start))
                .Where(count => count.Before != count.After),
        ];
    }

    /// <summary>The words with the stepped values.</summary>
    public static ImmutableSortedDictionary<string, string> Put(ImmutableSortedDictionary<string, string> words, IEnumerable<Count> counts, IReadOnlyDictionary<string, string> samples) =>
        counts.Aggregate(words, (so, count) => so.SetItem(count.Field, count.After ?? samples.GetValueOrDefault(count.Field, "")));

    public static Stage Put(Stage stage, IEnumerable<Count> counts) =>
        counts.Aggregate(stage with { Revision = stage.Revision + 1 }, (so, count) => Set(so, count, count.After));

    /// <summary>Only values that nobody has changed since go back.</summary>
    public static Stage Undo(Stage stage, IEnumerable<Count> counts) =>
        counts
            .Where(count => stage.Show.Graphic(count.Graphic)?.Card(count.Card)?.Words.GetValueOrDefault(count.Field) == count.After)
            .Aggregate(stage with { Revision = stage.Revision + 1 }, (so, count) => Set(so, count, count.Before));

    private static Stage Set(Stage stage, Count count, string? value)
    {
        if (stage.Show.Graphic(count.Graphic) is not { } graphic || graphic.Card(count.Card) is not { } card)
        {
            return stage;
        }

        var words = value is null ? card.Words.Remove(count.Field) : card.Words.SetItem(count.Field, value);
        return stage with
        {
            Kept = stage.Kept with { Show = stage.Show.With(graphic with { Cards = graphic.Cards.Replace(card, card with { Words = words }) }) },
            Touched = stage.Touched.SetItem($"graphics/{count.Graphic}/words/{count.Card}/{count.Field}", new Touch(stage.Revision, null)),
        };
    }

    private static Card CardOf(Graphic graphic, CardId? card) => card is { } id ? graphic.Card(id) ?? throw RefusedException.NotFound("card") : graphic.UpCard;
}
