using System.Collections.Immutable;
using System.Globalization;
using SideLamp.Core.Airing;
using SideLamp.Core.Editing;
using SideLamp.Core.Feeds;
using SideLamp.Core.Shows;
using SideLamp.Core.Templates;

namespace SideLamp.Core.Loop;

/// <summary>Numbers on cards that are stepped by a press.</summary>
public static class Counts
{
    private const decimal Most = 1_000_000_000;

    /// <summary>The number of a field, stepped or set.</summary>
    /// <exception cref="RefusedException">It is no number, or a feed's.</exception>
    public static ImmutableList<Count> Step(Chosen chosen, Template template, PressCount press)
    {
        var (counted, known) = (CardOf(chosen, press.Card), template.Field(press.Field));
        if (known?.Kind != FieldKind.Number)
        {
            throw RefusedException.Faulty("/field", $"“{chosen.Graphic.Name}” has no number of that name.");
        }

        var words = chosen.WordsOf(counted);
        var text = words.GetValueOrDefault(known.Name, known.Sample);
        if (Placeholders.Has(text))
        {
            throw RefusedException.Conflict($"“{known.Label}” comes from a feed. It cannot be stepped here.");
        }

        _ = decimal.TryParse(text, NumberStyles.Number, CultureInfo.InvariantCulture, out var now);
        var next = press.To is { } to ? Clamped(to) : Clamped(Clamped(now) + Clamped(press.By ?? 1));
        return [new Count(chosen.Graphic.Id, counted.Id, known.Name, words.GetValueOrDefault(known.Name), next.ToString(CultureInfo.InvariantCulture))];
    }

    /// <summary>A new round: what is counted begins anew; other words stay, or go back to their starting values.</summary>
    public static ImmutableList<Count> Reset(Chosen chosen, Template template, PressReset press)
    {
        var counted = CardOf(chosen, press.Card);
        var words = chosen.WordsOf(counted);
        return
        [
            .. template
                .Fields.Where(field => field.Start is not null || !press.KeepWords)
                .Select(field => new Count(chosen.Graphic.Id, counted.Id, field.Name, words.GetValueOrDefault(field.Name), field.Start))
                .Where(count => count.Before != count.After),
        ];
    }

    /// <summary>The words of a content with the stepped values.</summary>
    public static ImmutableSortedDictionary<string, string> Put(ImmutableSortedDictionary<string, string> words, IEnumerable<Count> counts, Template template) =>
        counts.Aggregate(words, (so, count) => so.SetItem(count.Field, count.After ?? template.Field(count.Field)?.Sample ?? ""));

    public static Choices Put(Choices choices, IEnumerable<Count> counts) => counts.Aggregate(choices, (so, count) => Set(so, count, count.After));

    /// <summary>Only values that nobody has changed since go back.</summary>
    public static Choices Undo(Show show, Choices choices, IEnumerable<Count> counts) =>
        counts
            .Where(count => show.Graphic(count.Graphic) is { } graphic && graphic.Card(count.Card) is { } card && choices.Of(graphic).WordsOf(card).GetValueOrDefault(count.Field) == count.After)
            .Aggregate(choices, (so, count) => Set(so, count, count.Before));

    private static Choices Set(Choices choices, Count count, string? value)
    {
        var choice = choices[count.Graphic];
        return choices.With(count.Graphic, choice with { Counts = choice.Counts.SetItem(GraphicChoice.CountKey(count.Card, count.Field), new Counted(value)) });
    }

    private static decimal Clamped(decimal number) => Math.Clamp(number, -Most, Most);

    private static Card CardOf(Chosen chosen, CardId? card) => card is { } id ? chosen.Graphic.Card(id) ?? throw RefusedException.NotFound("card") : chosen.UpCard;
}
