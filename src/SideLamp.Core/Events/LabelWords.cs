using System.Collections.Immutable;
using System.Globalization;
using System.Runtime.CompilerServices;
using SideLamp.Core.Feeds;
using SideLamp.Core.Tables;

namespace SideLamp.Core.Events;

/// <summary>What a label says now.</summary>
/// <param name="Text">Its words, or its fallback.</param>
/// <param name="Value">Of a goal: what is reached; else the figure as a number.</param>
/// <param name="IsEmpty">Whether nothing has happened that it could tell.</param>
/// <param name="Percent">Of a goal: rounded down, so that 100 means met; it may be more. Null = it is none.</param>
public sealed record LabelSaid(string Text, string Name, string Amount, decimal Value, int? Percent, bool IsEmpty);

/// <summary>What labels say, for words: the placeholder <c>{{ labels.top_tip }}</c>, and beside it <c>top_tip_name</c>, <c>_amount</c>, <c>_value</c>, and of goals <c>_target</c>, <c>_left</c>, <c>_percent</c>.</summary>
public static class LabelWords
{
    /// <summary>The word in placeholders; no feed may have it.</summary>
    public const string Name = "labels";

    /// <summary>As they were worked out last for these figures: each word that names a label asks for all of them.</summary>
    private static readonly ConditionalWeakTable<Figures, Told> Known = [];

    public static FeedNow Now(ImmutableArray<Label> labels, Figures figures)
    {
        if (!Known.TryGetValue(figures, out var told) || told.Labels != labels)
        {
            told = new Told(labels, Made(labels, figures));
            Known.AddOrUpdate(figures, told);
        }

        return told.Now;
    }

    private static FeedNow Made(ImmutableArray<Label> labels, Figures figures)
    {
        var table = new Table("", [.. labels.SelectMany(label => Columns(label, Of(label, figures))).Select(one => Column.Of(one.Name, [one.Says]))]);
        return new FeedNow([table], table, table.Columns.IsEmpty ? -1 : 0);
    }

    public static LabelSaid Of(Label label, Figures figures)
    {
        var figure = figures.Of(label.Kind, label.Over);
        var sum = figure.Sums.GetValueOrDefault(label.Unit);
        var one = label.Figure switch
        {
            LabelFigure.Latest => figure.Latest,
            LabelFigure.Top => figure.Tops.GetValueOrDefault(label.Unit),
            _ => null,
        };
        var size = label.Figure switch
        {
            LabelFigure.Count => figure.Count,
            LabelFigure.Total => sum,
            _ => one?.Size ?? 0,
        };
        // What is counted is no money: only sizes are.
        var unit = label.Figure == LabelFigure.Count ? "" : one?.Unit ?? label.Unit;
        var value = label.Start + (unit.Length == 0 ? size : new Money(size, unit).Amount);
        var amount = unit.Length == 0 ? value.ToString("#,##0.##", CultureInfo.InvariantCulture) : Money.Write(value, unit);
        var isEmpty = label.Figure is LabelFigure.Latest or LabelFigure.Top ? one is null : label.Target is null && figure.Count == 0 && size == 0 && label.Start == 0;
        var text = isEmpty ? label.Fallback : Placeholders.Fill(label.Words, Event(one, amount, value, figure.Count)) ?? label.Fallback;
        return new LabelSaid(text, one?.Name ?? "", isEmpty ? "" : amount, value, label.Target is { } target ? (int)decimal.Clamp(decimal.Floor(value / target * 100), 0, 9999) : null, isEmpty);
    }

    private static IEnumerable<(string Name, string Says)> Columns(Label label, LabelSaid said)
    {
        var id = label.Id.Value;
        yield return (id, said.Text);
        yield return ($"{id}_name", said.Name);
        yield return ($"{id}_amount", said.Amount);
        yield return ($"{id}_value", Plain(said.Value));
        if (label.Target is { } target)
        {
            yield return ($"{id}_target", Plain(target));
            yield return ($"{id}_left", Plain(decimal.Max(0, target - said.Value)));
            yield return ($"{id}_percent", said.Percent!.Value.ToString(CultureInfo.InvariantCulture));
        }
    }

    /// <summary>A feed of one row, so that a label's own words are filled in like any others.</summary>
    private static FeedsNow Event(ViewerEvent? one, string amount, decimal value, long count)
    {
        var cells = new[] { ("name", one?.Name ?? ""), ("amount", amount), ("value", Plain(value)), ("count", count.ToString(CultureInfo.InvariantCulture)), ("words", one?.Words ?? ""), ("tier", one?.Tier ?? "") };
        return FeedsNow.None with { Also = ImmutableDictionary<FeedId, Func<FeedNow>>.Empty.Add(new FeedId(AlertEvent.Word), () => AlertEvent.Told(cells)) };
    }

    private sealed record Told(ImmutableArray<Label> Labels, FeedNow Now);

    /// <summary>As a number field takes it.</summary>
    private static string Plain(decimal value) => value.ToString("0.####", CultureInfo.InvariantCulture);
}
