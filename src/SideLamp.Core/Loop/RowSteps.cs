using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Airing;
using SideLamp.Core.Editing;
using SideLamp.Core.Feeds;
using SideLamp.Core.Shows;
using SideLamp.Core.Tables;

namespace SideLamp.Core.Loop;

/// <summary>Which rows feeds stand on: by turns, by hand, and when the rows themselves change.</summary>
public static class RowSteps
{
    /// <summary>What a feed says now, in place of what it said. A card whose row is gone while it is dark makes way for the one at its place.</summary>
    public static Stage Read(Stage stage, Feed feed, ImmutableArray<Table> tables, Instant at)
    {
        var takers = stage.Show.Graphics.Where(graphic => graphic.CardsFrom?.Feed == feed.Id).ToList();
        var stand = stage.Choices.Stands.GetValueOrDefault(feed.Id);
        var value = stage.Values.GetValueOrDefault(feed.Id);
        var held = stage.Kept.Contents.Values.Select(content => content.Row).Where(row => row?.Feed == feed.Id).Select(row => row!.Row).Append(stand?.Row).OfType<string>().ToHashSet();
        var minds = takers.Count > 0 || held.Count > 0 || feed.Row?.Kind is RowRuleKind.Newest or RowRuleKind.Turns;
        var next = value?.Next(tables, at, feed, minds, held) ?? new FeedValue(tables, at);
        var after = stage with { Kept = stage.Kept with { Values = stage.Values.SetItem(feed.Id, next) } };
        if (takers.Count == 0)
        {
            return after;
        }

        var ticks = stage.Choices.Ticks.GetValueOrDefault(feed.Id);
        var choices = value is null ? stage.Choices : takers.Aggregate(stage.Choices, (so, graphic) => Moved(so, graphic.Id, value.RowsFor(feed, ticks), next.RowsFor(feed, ticks)));
        var told = choices != stage.Choices || takers.Exists(graphic => !ReferenceEquals(RowCards.Of(graphic, stage.Kept.Feeds), RowCards.Of(graphic, after.Kept.Feeds)));
        // Other cards are news for pages, as edits are.
        return told ? after with { Kept = after.Kept with { Choices = choices }, Revision = after.Revision + 1 } : after;
    }

    /// <summary>When a feed's next row has its turn; null = none has by itself.</summary>
    public static Instant? Next(Stage stage) => stage.Show.Feeds.Select(feed => NextOf(stage, feed)).Min();

    /// <summary>When a feed's next row has its turn; null = it does not come by itself.</summary>
    public static Instant? NextOf(Stage stage, Feed feed) =>
        feed.Row is { Kind: RowRuleKind.Turns, Every: { } every } rule
        && stage.Kept.Feeds.RowsOf(feed.Id) is { Keys.Length: > 1 } rows
        && stage.Choices.Stands.GetValueOrDefault(feed.Id) is { IsHeld: false } stand
        && !(rule.Once && rows.IndexOf(stand.Row) == rows.Keys.Length - 1)
            ? stand.Since + every
            : null;

    /// <summary>The stage with a feed on the row that has its turn at an instant.</summary>
    public static Stage Told(Stage stage, Feed feed, Instant now)
    {
        var stand = stage.Choices.Stands.GetValueOrDefault(feed.Id);
        if (feed.Row is not { Kind: RowRuleKind.Turns, Every: { } every } rule)
        {
            return stand is { IsHeld: false } ? With(stage, feed.Id, null) : stage;
        }

        return stage.Kept.Feeds.RowsOf(feed.Id) is not { Keys.Length: > 0 } rows ? stage
            : stand is null ? With(stage, feed.Id, new RowStand(rows.Keys[0], now, IsHeld: false))
            : Turned(stage, feed, rows, rule, stand, every, now);
    }

    /// <summary>Without where feeds stand that are gone.</summary>
    public static Stage WithoutGone(Stage stage) => stage.Choices.Stands.Keys.Where(id => stage.Show.Feed(id) is null).ToList().Aggregate(stage, (so, id) => With(so, id, null));

    /// <summary>It stays on the row where it is until a hand lets it go on.</summary>
    public static Stage Held(Stage stage, FeedId feed) => stage.Choices.Stands.GetValueOrDefault(feed) is { } stand ? With(stage, feed, stand with { IsHeld = true }) : stage;

    public static Stage With(Stage stage, FeedId feed, RowStand? stand) => stage with { Kept = stage.Kept with { Choices = stage.Choices.With(feed, stand) } };

    /// <summary>What a press does with a feed's row, and what to call that.</summary>
    /// <exception cref="RefusedException">There is no such feed, or no such row.</exception>
    public static (RowChange Change, string What) ChangeFor(Stage stage, Press press, Instant now)
    {
        var id = press is PressRow step ? step.Feed : ((PressLetRow)press).Feed;
        var feed = stage.Show.Feed(id) ?? throw RefusedException.NotFound("feed");
        var stand = stage.Choices.Stands.GetValueOrDefault(id);
        if (press is PressLetRow)
        {
            // By turns it goes on from where it was held.
            var free = feed.Row?.Kind == RowRuleKind.Turns ? stand! with { IsHeld = false, Since = now } : null;
            return stand is { IsHeld: true } ? (new RowChange(id, stand, free), $"“{feed.Name}”: by itself again") : throw RefusedException.Conflict($"“{feed.Name}” is not held.");
        }

        var rows = stage.Kept.Feeds.RowsOf(id);
        if (rows is null || rows.Keys.IsEmpty)
        {
            throw RefusedException.Conflict($"“{feed.Name}” has no row to go to.");
        }

        var (by, wished) = ((PressRow)press).Row is { } key ? (0, rows.IndexOf(key)) : (Math.Sign(((PressRow)press).By), PlaceOf(stage, id, rows, ((PressRow)press).By));
        if (wished < 0)
        {
            throw RefusedException.Conflict($"This row is gone from “{feed.Name}”.");
        }

        var at = (wished + by + rows.Keys.Length) % rows.Keys.Length;
        return (new RowChange(id, stand, new RowStand(rows.Keys[at], now, IsHeld: true)), $"“{feed.Name}”: row {at + 1}");
    }

    /// <summary>Where it stands. Of a row that is gone: so that the next is the one at its place.</summary>
    private static int PlaceOf(Stage stage, FeedId id, FeedRows rows, int by) =>
        stage.Kept.Feeds.Standing(id) is var at and >= 0 ? at
        : stage.Choices.Stands.GetValueOrDefault(id) is { } stand && stage.Values[id].Gone.TryGetValue(stand.Row, out var gone) ? (gone.At - (by > 0 ? 1 : 0) + rows.Keys.Length) % rows.Keys.Length
        : by > 0 ? rows.Keys.Length - 1
        : 0;

    /// <summary>A row of the audience's is ticked, or taken back.</summary>
    /// <exception cref="RefusedException">There is no such row any more, or nobody but the streamer writes the feed.</exception>
    public static Stage Ticked(Stage stage, PressTick press)
    {
        var feed = stage.Show.Feed(press.Feed) ?? throw RefusedException.NotFound("feed");
        var known = stage.Choices.Ticks.GetValueOrDefault(feed.Id) ?? [];
        var rows = stage.Values.TryGetValue(feed.Id, out var value) ? RowKeys.Fresh(value.Tables[0], null) : [];
        if (!feed.Audience || (press is { On: true, Row: { } wished } && !rows.Contains(wished)))
        {
            throw RefusedException.Conflict(feed.Audience ? "It is not there any more: whoever wrote it has changed it, or taken it back." : $"“{feed.Name}” is not marked as written by the audience: all its rows may be seen.");
        }

        // Of what is gone nothing needs to be known.
        var ticks = press.Row is { } row ? (press.On ? known.Add(row) : known.Remove(row)) : press.On ? [.. rows] : [];
        ticks = ticks.Count > Table.MostRows ? ticks.Intersect(rows) : ticks;
        var after = stage with { Kept = stage.Kept with { Choices = stage.Choices with { Ticks = stage.Choices.Ticks.SetItem(feed.Id, ticks) } } };
        return stage.Show.Graphics.Any(graphic => graphic.CardsFrom?.Feed == feed.Id) ? after with { Revision = after.Revision + 1 } : after;
    }

    private static Stage Turned(Stage stage, Feed feed, FeedRows rows, RowRule rule, RowStand stand, Duration every, Instant now)
    {
        if (stand.IsHeld || now < stand.Since + every)
        {
            return stage;
        }

        // Turns that passed while nobody was there are passed over.
        var turns = (long)Math.Floor((now - stand.Since) / every);
        var at = rows.IndexOf(stand.Row) is var place and >= 0 ? place : PlaceOf(stage, feed.Id, rows, 1);
        var next = rule.Once ? Math.Min(at + turns, rows.Keys.Length - 1) : (at + turns) % rows.Keys.Length;
        return With(stage, feed.Id, new RowStand(rows.Keys[(int)next], stand.Since + (every * turns), IsHeld: false));
    }

    private static Choices Moved(Choices choices, GraphicId graphic, FeedRows before, FeedRows after)
    {
        var choice = choices[graphic];
        var place = choice.Card is { } card && after.IndexOf(card.Value) < 0 ? before.IndexOf(card.Value) : -1;
        return place < 0 || after.Keys.IsEmpty ? choices : choices.With(graphic, choice with { Card = new CardId(after.Keys[Math.Min(place, after.Keys.Length - 1)]) });
    }
}
