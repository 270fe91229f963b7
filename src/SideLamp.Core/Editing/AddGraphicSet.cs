using System.Collections.Immutable;
using SideLamp.Core.Frame;
using SideLamp.Core.Json;
using SideLamp.Core.Shows;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Editing;

/// <summary>Brings a set into the show: each of its graphics is made as a hand would make it, so that nothing comes in that no edit could have kept.</summary>
/// <param name="Fresh">40 random bits in hex: what is new is named after them.</param>
public sealed record AddGraphicSet(GraphicSet Set, string Fresh) : Edit
{
    public override Edited Apply(EditScope scope)
    {
        if (Set.Format != GraphicSet.Version1 || Set.Graphics.Length is 0 or > GraphicSet.Most)
        {
            throw RefusedException.Faulty("/graphics", $"Side Lamp reads sets of the format “{GraphicSet.Version1}”, with 1 to {GraphicSet.Most} graphics.");
        }

        var (now, templates) = WithAll(scope, Set.Templates, "template", Template, own => own.Id);
        (now, var seats) = WithAll(now, Set.Seats, "seat", Seat, seat => seat.Id);
        (now, var timers) = WithAll(now, Set.Timers, "timer", Timer, timer => timer.Id);
        var made = new Dictionary<GraphicId, GraphicId>();
        foreach (var (one, at) in Set.Graphics.Select((one, at) => (one, at)))
        {
            now = Told("graphic", one.As.Name, () => WithGraphic(now, one, at, templates, seats, timers));
            made[one.Id] = now.Show.Graphics[^1].Id;
        }

        // What follows what, and which cards take turns, can be said once all are there.
        foreach (var one in Set.Graphics)
        {
            now = Told("graphic", one.As.Name, () => WithTurns(now, one, made));
        }

        return new Edited(now.Show, $"the set “{Names.Shortened(Set.Name)}”", [.. made.Values.Select(id => $"graphics/{id}")]) { Choices = now.Choices, Id = made[Set.Graphics[0].Id].Value };
    }

    /// <summary>The show with these, or with those of its own that are just alike; and under which id each is known here.</summary>
    private static (EditScope Now, Dictionary<TId, TId> Ids) WithAll<T, TId>(EditScope scope, ImmutableArray<T> all, string word, Func<EditScope, T, int, (EditScope Now, TId Id)> add, Func<T, TId> idOf)
        where TId : notnull
    {
        var ids = new Dictionary<TId, TId>();
        foreach (var (one, at) in all.Select((one, at) => (one, at)))
        {
            (scope, ids[idOf(one)]) = Told(word, idOf(one).ToString(), () => add(scope, one, at));
        }

        return (scope, ids);
    }

    private (EditScope Now, TemplateId Id) Template(EditScope scope, OwnTemplate own, int at)
    {
        if (scope.Show.OwnTemplates.Contains(own))
        {
            return (scope, own.Id);
        }

        var edited = new AddTemplate(new NewTemplate(Source: own.Source), $"{Fresh}-{at}").Apply(scope);
        return (scope with { Show = edited.Show }, new TemplateId(edited.Id!));
    }

    private (EditScope Now, SeatId Id) Seat(EditScope scope, Seat seat, int at)
    {
        if (scope.Show.OwnSeats.FirstOrDefault(one => one with { Id = seat.Id } == seat) is { } alike)
        {
            return (scope, alike.Id);
        }

        var edited = new AddEntry<Seat>(EntryLists.Seats, seat, null, Fresh).Apply(scope);
        return (scope with { Show = edited.Show }, new SeatId(edited.Id!));
    }

    private (EditScope Now, TimerId Id) Timer(EditScope scope, Timer timer, int at)
    {
        timer = timer.WithCues(_ => false);
        if (scope.Show.Timer(timer.Id) is { } same && IsAlike(same, timer))
        {
            return (scope, timer.Id);
        }

        var word = timer.Id.Value[..Math.Min(36, timer.Id.Value.Length)];
        var free = Enumerable.Range(1, Core.Timers.Timer.Most + 1).Select(no => no == 1 ? timer.Id : new TimerId($"{word}{no}")).First(id => scope.Show.Timer(id) is null);
        var edited = new AddEntry<Timer>(EntryLists.Timers, timer with { Id = free, Key = Free(scope.Show, timer.Key) }, null, Fresh).Apply(scope);
        return (scope with { Show = edited.Show }, free);
    }

    /// <summary>Whether two timers run alike, whatever key or cue they have.</summary>
    private static bool IsAlike(Timer one, Timer other) => CoreJson.WriteWhole(one.WithCues(_ => false) with { Key = null }) == CoreJson.WriteWhole(other with { Key = null });

    private EditScope WithGraphic(EditScope scope, SetGraphic one, int at, Dictionary<TemplateId, TemplateId> templates, Dictionary<SeatId, SeatId> seats, Dictionary<TimerId, TimerId> timers)
    {
        var (wish, show) = (one.As, scope.Show);
        if (wish.Template is not { } named || templates.GetValueOrDefault(named, named) is var template && scope.Shelf.Find(show, template) is null)
        {
            throw RefusedException.Faulty("", "its template is neither in the set nor on the shelf.");
        }

        var made = new AddGraphic(new NewGraphic(template), $"{Fresh}-{at}").Made(scope);
        scope = scope with { Show = show.With(made) };
        var edited = new EditGraphic(
            made.Id,
            wish with
            {
                Name = wish.Name is { } name ? Edits.Unused(name, show.Graphics.Select(graphic => graphic.Name)) : null,
                Seat = wish.Seat is { } seat ? seats.GetValueOrDefault(seat, seat) : null,
                Template = null,
                Up = null,
                Card = null,
                Words = null,
                Cards = wish.Cards is { } cards ? [.. cards.Select(card => new CardDraft(card.Words.ToImmutableDictionary(word => word.Key, word => GraphicSet.Renamed(word.Value, timers))))] : null,
                Key = Free(show, wish.Key.Or(null)),
                NextKey = Free(show, wish.NextKey.Or(null)),
                CountKeys = wish.CountKeys?.ToImmutableSortedDictionary(keys => keys.Key, keys => new CountKeys(Free(show, keys.Value.Up), Free(show, keys.Value.Down))),
                Then = default,
                Cycle = default,
                // Feeds are of the show that it came from.
                CardsFrom = default,
                While = default,
                WhenStale = default,
            }
        ).Apply(scope);
        return scope with { Show = edited.Show, Choices = edited.Choices ?? scope.Choices };
    }

    private static EditScope WithTurns(EditScope scope, SetGraphic one, Dictionary<GraphicId, GraphicId> made)
    {
        var (then, cycle) = (one.As.Then.Or(null), one.As.Cycle.Or(null));
        if (then is null && cycle is null)
        {
            return scope;
        }

        var id = made[one.Id];
        // Its cards have come in their order, under ids of their own.
        var cards = (one.As.Cards ?? []).Zip(scope.Show.Graphic(id)!.Cards).Where(pair => pair.First.Id is not null).ToDictionary(pair => pair.First.Id!.Value, pair => pair.Second.Id);
        var wish = new GraphicEdit(0)
        {
            Then = then is not null && made.TryGetValue(then.Graphic, out var next) ? then with { Graphic = next } : default(Maybe<Follow?>),
            Cycle = cycle is null ? default(Maybe<Cycle?>) : cycle with { Cards = [.. cycle.Cards.Where(cards.ContainsKey).Select(card => cards[card])] },
        };
        var edited = new EditGraphic(id, wish).Apply(scope);
        return scope with { Show = edited.Show, Choices = edited.Choices ?? scope.Choices };
    }

    /// <summary>A key, unless something has it already.</summary>
    private static string? Free(Show show, string? key) => key is not null && Keys.Of(show).Any(one => one.Key == key) ? null : key;

    /// <summary>What is wrong is told with what it is wrong in: a file from elsewhere has no page to write it beside.</summary>
    private static T Told<T>(string word, string? name, Func<T> make)
    {
        try
        {
            return make();
        }
        catch (RefusedException error)
        {
            var why = error.Refusal.Faults is [var first, ..] ? first.Message : error.Refusal.Title;
            throw RefusedException.Faulty("", $"The {word} “{Names.Shortened(name ?? "")}” of this set cannot be kept: {why}");
        }
    }
}
