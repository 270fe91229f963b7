using NodaTime;

namespace SideLamp.Core.Airing;

/// <summary>What comes by itself: what follows, what repeats, cards in turn; and the hush that makes it wait.</summary>
internal sealed class ByItself(Scene scene, Lighting lighting) : ScenePart(scene)
{
    public void Follow(Following following)
    {
        State = State with { Followers = State.Followers!.Remove(following) };
        ComeByItself(following.Graphic, !State.Waits);
    }

    /// <summary>What comes by itself never sends away what a person lit, nor an alert (rules 13 and 14).</summary>
    private void ComeByItself(GraphicId graphic, bool allowed)
    {
        var free =
            allowed
            && State.Of(graphic) is null
            && State.AsideOf(graphic) is null
            && Prepare(graphic, null) is { } prepared
            && Scene.IsFree(prepared.Seat);
        if (free)
        {
            lighting.LightIt(new Light(graphic, null, Origin.Automatic));
        }
        else
        {
            Happenings.Add(new Happening(Now, HappeningKind.Skipped, graphic, Origin.Automatic));
        }
    }

    public string? SwitchIt(SwitchEvery wish)
    {
        var rest = State.Repeats.RemoveAll(one => one.Graphic == wish.Graphic);
        var was = rest.Count < State.Repeats.Count;
        if (!wish.On)
        {
            State = State with { Repeats = rest };
            if (was)
            {
                Happenings.Add(new Happening(Now, HappeningKind.EverySwitchedOff, wish.Graphic, Origin.Person));
            }

            return null;
        }

        if (Prepare(wish.Graphic, null)?.Every is not { } every)
        {
            return "It is not set to come by itself: say how often first, under Timing.";
        }

        State = State with { Repeats = rest.Add(new Repeat(wish.Graphic, every, Now + every)) };
        Happenings.Add(new Happening(Now, HappeningKind.EverySwitchedOn, wish.Graphic, Origin.Person));
        return null;
    }

    /// <summary>An instant of the grid. Of those that passed while nobody was there, only the one that contains now counts (rule 29).</summary>
    public void ComeAgain(Repeat repeat)
    {
        if (Asleep && Prepare(repeat.Graphic, null) is { } prepared)
        {
            var shown = prepared.Arrive + (prepared.Stay ?? Duration.Zero) + prepared.Leave;
            if (Now + shown <= Until)
            {
                var passed = Math.Max(1, Math.Floor((Until - Now) / repeat.Interval));
                PutRepeat(repeat, Now + (repeat.Interval * passed));
                return;
            }
        }

        PutRepeat(repeat, Now + repeat.Interval);
        if (State.Hush is { } hush && !State.Waits)
        {
            State = State with { Hush = hush with { Waiting = hush.Waiting.Remove(repeat.Graphic).Add(repeat.Graphic) } };
            return;
        }

        ComeByItself(repeat.Graphic, !State.Waits);
    }

    private void PutRepeat(Repeat repeat, Instant next) => State = State with { Repeats = State.Repeats.Replace(repeat, repeat with { Next = next }) };

    /// <summary>The next of its cards comes up in place; its stay goes on, unless a video decides.</summary>
    public void NextInCycle(Airing airing)
    {
        var rest = airing with { StepsAt = null };
        if (Prepare(airing.Graphic, airing.Card) is not { Cycle: { Every: { } every } cycle } now || NextOf(airing, now, cycle) is not { } next)
        {
            Put(rest);
            return;
        }

        var stepped = airing with { Card = next.Card, Content = next.Content, UpSince = Now, Steps = airing.Steps + 1, StepsAt = Now + every };
        Put(airing.StaysFromUp || next.StaysFromUp ? stepped with { Stay = next.Stay, StayEnds = Now + next.Stay, StaysFromUp = next.StaysFromUp } : stepped);
        Choices.Add(new Choice(airing.Graphic, next.Card));
        Happenings.Add(new Happening(Now, HappeningKind.Changed, airing.Graphic, Origin.Automatic));
    }

    /// <summary>The next of its cards that may be seen; null = there is none.</summary>
    private Prepared? NextOf(Airing airing, Prepared now, Shows.Cycle cycle)
    {
        var (at, goneAt) = (airing.Card, now.GoneAt);
        for (var tries = 0; tries < now.Cards.Length && cycle.After(at, now.Cards, airing.Id.Value, goneAt) is { } card; tries++)
        {
            if (Prepare(airing.Graphic, card) is { Unlit: null } next)
            {
                return next;
            }

            (at, goneAt) = (card, null);
        }

        return null;
    }

    /// <summary>It is gone. What follows it is set off (rule 12), and its next card comes up where each lighting takes a new one.</summary>
    public void Leave(Airing airing)
    {
        Drop(airing);
        var prepared = Prepare(airing.Graphic, airing.Card);
        if (airing is { StayOver: true, Alone: false } && prepared?.Then is { } then)
        {
            // The delay counts from the moment the graphic is gone (rule 12).
            State = State with { Followers = (State.Followers ?? []).Add(new Following(then.Graphic, airing.Graphic, Now + then.Delay)) };
        }

        if (prepared?.Cycle is { Every: null } cycle && cycle.After(airing.Card, prepared.Cards, airing.Graphic.Value, prepared.GoneAt) is { } next)
        {
            Choices.Add(new Choice(airing.Graphic, next));
        }
    }

    public string? HushIt()
    {
        if (State.Hush is null)
        {
            State = State with { Hush = new Hushed(Now, []) };
            Happenings.Add(new Happening(Now, HappeningKind.Hush, null, Origin.Person));
        }

        return null;
    }

    public string? EndHush(bool run)
    {
        if (State.Hush is not { } hush)
        {
            return "The hush is over already.";
        }

        State = State with { Hush = null };
        Happenings.Add(new Happening(Now, HappeningKind.HushOver, null, Origin.Person));
        if (!run)
        {
            foreach (var graphic in hush.Waiting.Concat(State.Alerts.Select(alert => alert.Graphic)))
            {
                Happenings.Add(new Happening(Now, HappeningKind.Skipped, graphic, Origin.Automatic));
            }

            State = State with { Alerts = [] };
            return null;
        }

        foreach (var graphic in hush.Waiting)
        {
            ComeByItself(graphic, !State.Waits);
        }

        return null;
    }

    public string? CallItOff(CallOff off)
    {
        var alert = off.Alert is { } no ? State.Alerts.Find(one => one.No == no) : null;
        var held = off.Alert is null && State.Hush is { } hush && hush.Waiting.Contains(off.Graphic) ? hush : null;
        if (alert is null && held is null)
        {
            return "It does not wait any more.";
        }

        State = State with
        {
            Alerts = alert is null ? State.Alerts : State.Alerts.Remove(alert),
            Hush = held is null ? State.Hush : held with { Waiting = held.Waiting.Remove(off.Graphic) },
        };
        Happenings.Add(new Happening(Now, HappeningKind.Skipped, off.Graphic, Origin.Person));
        return null;
    }
}
