using System.Collections.Immutable;
using SideLamp.Core;
using SideLamp.Core.Brands;
using SideLamp.Core.Chat;
using SideLamp.Core.Events;
using SideLamp.Core.Feeds;
using SideLamp.Core.Frame;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;

namespace SideLamp.Server.Views;

/// <summary>What differs in a list whose entries are known by a key (their id; a brand's name).</summary>
/// <param name="Set">Entries that are new, or differ.</param>
/// <param name="Order">All keys as they come now, where one came, went or moved; null = those that were there, in their order.</param>
public sealed record Differing<T>(ImmutableArray<T> Set, ImmutableArray<string>? Order)
    where T : class
{
    /// <summary>Null when nothing differs.</summary>
    public static Differing<T>? Between<TSource>(ImmutableArray<TSource> before, ImmutableArray<TSource> after, Func<TSource, string> key, Func<TSource, T> view)
        where TSource : class
    {
        if (before == after)
        {
            return null;
        }

        var known = before.ToDictionary(key);
        var set = after.Where(one => known.GetValueOrDefault(key(one)) is not { } old || !old.Equals(one)).Select(view).ToImmutableArray();
        var order = after.Select(key).ToImmutableArray();
        var moved = !before.Select(key).SequenceEqual(order);
        return set.IsEmpty && !moved ? null : new Differing<T>(set, moved ? order : null);
    }
}

/// <summary>What was chosen of a graphic, or counted on its cards.</summary>
/// <param name="Up">The card that is lit next, or is lit.</param>
/// <param name="Worn">The outfit it shows in; null = all parts show.</param>
/// <param name="Words">What was counted, by card and field, in place of what the cards said.</param>
public sealed record ChoiceView(GraphicId Graphic, CardId Up, OutfitId? Worn, ImmutableDictionary<string, ImmutableDictionary<string, string>>? Words);

/// <summary>What differs between two revisions of the show. What is null is as it was.</summary>
/// <param name="From">The revision that this builds on: a page that is at another asks for the whole show.</param>
/// <param name="Choices">Of graphics that are not among <paramref name="Graphics"/>.</param>
public sealed record ShowNews(
    long From,
    long Rev,
    HeadView? Head,
    Differing<GraphicView>? Graphics,
    ImmutableArray<ChoiceView> Choices,
    Differing<Feed>? Feeds,
    Differing<Output>? Outputs,
    Differing<Cue>? Cues,
    Differing<DeskPage>? DeskPages,
    Differing<Timer>? Timers,
    Differing<Label>? Labels,
    Differing<AlertRule>? AlertRules,
    Differing<Adapter>? Adapters,
    Differing<ChatSource>? ChatSources,
    Differing<ChatCommand>? ChatCommands,
    Differing<Vote>? Votes,
    Differing<KeepClear>? KeepClear,
    Differing<SavedFinish>? SavedFinishes,
    Differing<Brand>? Brands,
    Differing<TemplateView>? Templates,
    HistoryView? History
)
{
    /// <summary>Null when both are the same revision.</summary>
    public static ShowNews? Between(Stage before, Stage after, Shelf shelf)
    {
        if (before.Revision == after.Revision)
        {
            return null;
        }

        var (old, now) = (before.Show, after.Show);
        // What was counted is told by itself, unless it was given up: then the card says again what it said, and is told whole.
        var changed = now.Graphics.Where(graphic => !HasSameWords(before, after, graphic)).Select(graphic => graphic.Id).ToHashSet();
        var choices = now.Graphics.Where(graphic => !changed.Contains(graphic.Id) && before.Choices[graphic.Id] != after.Choices[graphic.Id]).Select(graphic => ChoiceOf(before, after, graphic)).ToImmutableArray();
        var graphics = changed.Count == 0 && old.Graphics.Length == now.Graphics.Length
            ? null
            : new Differing<GraphicView>(
                [.. now.Graphics.Where(graphic => changed.Contains(graphic.Id)).Select(graphic => new GraphicView(after.Kept.Chosen(graphic), after.Kept.Feeds))],
                old.Graphics.Select(graphic => graphic.Id).SequenceEqual(now.Graphics.Select(graphic => graphic.Id)) ? null : [.. now.Graphics.Select(graphic => graphic.Id.Value)]
            );
        return new ShowNews(
            before.Revision,
            after.Revision,
            HasSameHead(old, now) ? null : HeadView.Of(now),
            graphics,
            choices,
            Differing<Feed>.Between(old.Feeds, now.Feeds, one => one.Id.Value, one => one),
            Differing<Output>.Between(old.Outputs, now.Outputs, one => one.Id.Value, one => one),
            Differing<Cue>.Between(old.Cues, now.Cues, one => one.Id.Value, one => one),
            Differing<DeskPage>.Between(old.DeskPages, now.DeskPages, one => one.Id.Value, one => one),
            Differing<Timer>.Between(old.Timers, now.Timers, one => one.Id.Value, one => one),
            Differing<Label>.Between(old.Labels, now.Labels, one => one.Id.Value, one => one),
            Differing<AlertRule>.Between(old.AlertRules, now.AlertRules, one => one.Id.Value, one => one),
            Differing<Adapter>.Between(old.Adapters, now.Adapters, one => one.Id.Value, one => one),
            Differing<ChatSource>.Between(old.ChatSources, now.ChatSources, one => one.Id.Value, one => one),
            Differing<ChatCommand>.Between(old.ChatCommands, now.ChatCommands, one => one.Id.Value, one => one),
            Differing<Vote>.Between(old.Votes, now.Votes, one => one.Id.Value, one => one),
            Differing<KeepClear>.Between(old.KeepClear, now.KeepClear, one => one.Id.Value, one => one),
            Differing<SavedFinish>.Between(old.SavedFinishes, now.SavedFinishes, one => one.Id.Value, one => one),
            old.Wardrobe == now.Wardrobe && old.Brand == now.Brand ? null : Differing<Brand>.Between(old.Brands, now.Brands, one => one.Name, one => one),
            old.OwnTemplates == now.OwnTemplates ? null : Differing<TemplateView>.Between([.. shelf.Of(old)], [.. shelf.Of(now)], one => one.Template.Id.Value, one => TemplateView.Of(one, now)),
            ReferenceEquals(before.History.Done, after.History.Done) && ReferenceEquals(before.History.Undone, after.History.Undone) && ReferenceEquals(before.Kept.Bin, after.Kept.Bin) ? null : HistoryView.Of(after.Kept)
        );
    }

    private static bool HasSameHead(Show old, Show now) =>
        old.Name == now.Name
        && old.Canvas == now.Canvas
        && old.Brand == now.Brand
        && old.LiveEdits == now.LiveEdits
        && old.LookFirst == now.LookFirst
        && old.Loudness == now.Loudness
        && old.NeverShow == now.NeverShow
        && old.Counting == now.Counting
        && old.AlertPace == now.AlertPace
        && old.ChatRules == now.ChatRules
        && old.OwnSeats == now.OwnSeats
        && old.SeatOrder == now.SeatOrder;

    private static bool HasSameWords(Stage before, Stage after, Graphic graphic) =>
        before.Show.Graphic(graphic.Id) is { } old
        && old.Equals(graphic)
        && (graphic.CardsFrom is null || ReferenceEquals(RowCards.Of(old, before.Kept.Feeds), RowCards.Of(graphic, after.Kept.Feeds)))
        && before.Choices[graphic.Id].Counts.Keys.Union(after.Choices[graphic.Id].Counts.Keys).All(key => after.Choices[graphic.Id].Counts.GetValueOrDefault(key) is { } now && (now.Value is not null || now == before.Choices[graphic.Id].Counts.GetValueOrDefault(key)));

    private static ChoiceView ChoiceOf(Stage before, Stage after, Graphic graphic)
    {
        var chosen = after.Kept.Chosen(graphic);
        var old = before.Choices[graphic.Id].Counts;
        var counted = chosen.Choice.Counts.Where(count => old.GetValueOrDefault(count.Key) != count.Value).Select(count => (Path: count.Key.Split('/', 2), count.Value.Value)).ToList();
        return new ChoiceView(
            graphic.Id,
            chosen.UpCard.Id,
            chosen.Worn?.Id,
            counted.Count == 0 ? null : counted.GroupBy(one => one.Path[0]).ToImmutableDictionary(card => card.Key, card => card.ToImmutableDictionary(one => one.Path[1], one => one.Value!))
        );
    }
}
