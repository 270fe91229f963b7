using NodaTime;

namespace SideLamp.Core.Airing;

/// <summary>What a hand, or a rule in its place, does with one graphic: light, dark, a card, a push.</summary>
internal sealed class Lighting(Scene scene, Seating seating, MakingWay makingWay) : ScenePart(scene)
{
    private const string NoSuchCard = "There is no such card any more.";
    /// <summary>What must not be seen is gone within this (rule 37).</summary>
    public static readonly Duration Within = Duration.FromMilliseconds(300);

    private const string GoneRow = "The row of this card is gone from its feed. Choose another one.";

    public string? LightIt(Light light)
    {
        if (Scene.Prepare(light.Graphic, light.Card, light.Outfit, light.Said) is not { } prepared)
        {
            return "There is no such graphic any more.";
        }

        if (light.Card is { } wished && prepared.Card != wished)
        {
            return NoSuchCard;
        }

        if (WhyDark(prepared) is { } why)
        {
            return why;
        }

        if (light.Card is not null || light.Outfit is not null)
        {
            Choices.Add(new Choice(light.Graphic, prepared.Card, light.Outfit));
        }

        if (State.AsideOf(light.Graphic) is { } aside)
        {
            State = State with { Asides = State.Asides.Remove(aside) };
        }

        if (State.Of(light.Graphic) is { } own && (own.Seat == prepared.Seat || own.Holds))
        {
            Relight(own, prepared, light);
        }
        else
        {
            // It may still be leaving a seat it no longer has: it goes, and comes anew where it belongs.
            Drop(State.Of(light.Graphic));
            LightInSeat(prepared, light);
        }

        makingWay.Cover(prepared);
        return null;
    }

    /// <summary>Why what there is must not be lit now, in a sentence; null = it may.</summary>
    public string? WhyDark(Prepared prepared) =>
        prepared.Unlit
        // A row that went while it was lit stays until something else is shown; once dark, it is not lit again (rule 40).
        ?? (prepared.GoneAt is not null && State.Of(prepared.Graphic) is not { Holds: true } ? GoneRow : null);

    private void LightInSeat(Prepared prepared, Light light)
    {
        var holder = State.HolderOf(prepared.Seat);
        if (holder is { Origin: Origin.Alert })
        {
            makingWay.GiveWay(holder);
        }
        else if (holder is not null && holder.Template == prepared.Template && holder.Phase != Phase.Waiting)
        {
            seating.HandOver(holder, prepared, light.Origin, light.Alone, light.Said, light.ByAudience);
            return;
        }
        else
        {
            seating.Send(holder, light.Origin);
        }

        seating.Enter(prepared, light.Origin, prepared.Stay, light.Alone, light.Said, light.ByAudience);
    }

    /// <summary>It has an airing already (rules 4, 7 and 8).</summary>
    private void Relight(Airing own, Prepared prepared, Light light)
    {
        if (own.Phase is Phase.Retracting or Phase.Leaving)
        {
            if (State.HolderOf(own.Seat) is { } usurper)
            {
                seating.Send(usurper, light.Origin);
            }

            seating.Return(own, prepared, light.Origin, light.Alone, light.Said ?? own.Said, light.ByAudience);
            return;
        }

        // Lighting the same again does nothing; another card or outfit is shown in place, and a person's step starts the stay anew (rule 11).
        if (Seating.IsTaken(own, light.Origin) || Seating.Differs(own, prepared, light.Outfit) || (light.Said is not null && light.Said != own.Said))
        {
            seating.HandOver(own, prepared, light.Origin, light.Alone, light.Said, light.ByAudience);
        }
    }

    public string? DarkenIt(GraphicId graphic, Origin by = Origin.Person)
    {
        CancelFollowing(graphic);
        // What is aside is forgotten (rule 18).
        State = State with { Asides = State.Asides.RemoveAll(one => one.What.Graphic == graphic) };
        seating.Send(State.Of(graphic), by);
        return null;
    }

    /// <summary>Early dark cancels what would follow (rule 12), and dark on what would come keeps it from coming.</summary>
    public void CancelFollowing(GraphicId graphic)
    {
        if (State.Of(graphic) is { StayOver: true } leaving)
        {
            Put(leaving with { StayOver = false });
        }

        if (State.Followers?.RemoveAll(one => one.Graphic == graphic || one.After == graphic) is { } rest)
        {
            State = State with { Followers = rest.IsEmpty ? null : rest };
        }
    }

    public string? StepIt(StepCard step)
    {
        var airing = State.Of(step.Graphic);
        if (Prepare(step.Graphic, airing is { Holds: true } ? airing.Card : null) is not { } now)
        {
            return "There is no such graphic any more.";
        }

        // Where a row is gone, the next one stands at its place.
        var at = now.GoneAt is { } was ? was - (step.By > 0 ? 1 : 0) : now.Cards.IndexOf(now.Card);
        var card = step.To ?? now.Cards[(at + step.By + now.Cards.Length) % now.Cards.Length];
        if (!now.Cards.Contains(card))
        {
            return NoSuchCard;
        }

        Choices.Add(new Choice(step.Graphic, card));
        return airing is { Holds: true } ? LightIt(new Light(step.Graphic, card, Alone: airing.Alone)) : null;
    }

    public string? PushIt(GraphicId graphic)
    {
        if (State.Of(graphic) is not { Holds: true } airing)
        {
            return "It is not lit, so there is nothing to push.";
        }

        // The stay is the airing's own: what is left of it stays as it is (rule 36).
        if (Prepare(graphic, airing.Card) is { } prepared && prepared.Content != airing.Content)
        {
            if (prepared.Unlit is { } why)
            {
                return why;
            }

            // A new seat is moved to within the same airing; whoever sits there gives way.
            if (prepared.Seat != airing.Seat)
            {
                seating.Send(State.HolderOf(prepared.Seat), Origin.Person);
            }

            var pushed = airing with
            {
                Card = prepared.Card,
                Content = prepared.Content,
                Seat = prepared.Seat,
                Template = prepared.Template,
            };
            Put(pushed);
            Note(HappeningKind.Changed, pushed);
        }

        return null;
    }

    public string? RetouchIt(Retouch retouch)
    {
        if (retouch.Content is { } look && State.Of(retouch.Graphic) is { Holds: true } airing)
        {
            Put(airing with { Content = look });
            Note(HappeningKind.Changed, airing);
        }

        return null;
    }

    /// <summary>It must not be seen any more (rule 37): it leaves at once, and is remembered nowhere.</summary>
    public string? RevokeIt(GraphicId graphic)
    {
        CancelFollowing(graphic);
        var airing = State.Of(graphic);
        seating.Send(airing, Origin.Automatic);
        if (State.Of(graphic) is { Leg: { } leg } leaving)
        {
            Put(leaving with { Leg = leg.Hurried(Now, Within) });
        }

        Forget(graphic);
        State = State with { Acts = [.. State.Acts.Select(act => act with { Seats = [.. act.Seats.Where(seat => seat.Before?.Graphic != graphic)] })] };
        Happenings.Add(new Happening(Now, HappeningKind.Revoked, graphic, Origin.Automatic));
        return null;
    }

    /// <summary>Deleted: gone from the air, and from all that may still come, in the same step (rule 26).</summary>
    public string? RemoveIt(GraphicId graphic)
    {
        CancelFollowing(graphic);
        Drop(State.Of(graphic));
        Forget(graphic);
        State = State with
        {
            Repeats = State.Repeats.RemoveAll(one => one.Graphic == graphic),
            Watches = State.Watches.RemoveAll(one => one.Graphic == graphic),
        };
        return null;
    }

    /// <summary>Nothing that the air remembers brings it back.</summary>
    private void Forget(GraphicId graphic) =>
        State = State with
        {
            LightsOut = State.LightsOut?.RemoveAll(one => one.Graphic == graphic),
            Asides = State.Asides.RemoveAll(one => one.What.Graphic == graphic),
            Alerts = State.Alerts.RemoveAll(one => one.Graphic == graphic),
            Last = State.Last.RemoveRange(State.Last.Where(one => one.Value.Graphic == graphic).Select(one => one.Key)),
            Hush = State.Hush is { } hush ? hush with { Waiting = hush.Waiting.Remove(graphic) } : null,
        };

    /// <summary>A cycle that was switched on begins at once, one that was switched off ends (rule 44).</summary>
    public string? RecycleIt(GraphicId graphic)
    {
        if (State.Of(graphic) is { Phase: Phase.Lit } airing)
        {
            Put(airing with { StepsAt = seating.FirstStep(Prepare(graphic, airing.Card)) });
        }

        return null;
    }

    public string? BringSeatBack(SeatId seat)
    {
        if (!State.Last.TryGetValue(seat, out var last) || Scene.Prepare(last.Graphic, last.Card, null, last.Said) is null)
        {
            return "No graphic waits to come back in this seat.";
        }

        return LightIt(new Light(last.Graphic, last.Card) { Said = last.Said });
    }

    public string? ForgetSeat(SeatId seat)
    {
        State = State with { Last = State.Last.Remove(seat) };
        return null;
    }
}
