using System.Collections.Immutable;
using NodaTime;

namespace SideLamp.Core.Airing;

// What was on air, again: lights out and back, and a seat's last graphic.
internal sealed partial class Scene
{
    /// <summary>Lights out takes no longer than this (rule 21).</summary>
    private static readonly Duration OutWithin = Duration.FromMilliseconds(300);

    private string? PutOut()
    {
        // A second press while things are leaving cuts at once.
        if (State.Waits && !State.Airings.IsEmpty && State.Airings.TrueForAll(airing => !airing.Holds))
        {
            foreach (var airing in State.Airings)
            {
                Drop(airing);
            }

            return null;
        }

        ImmutableList<Remembered> memory = [];
        foreach (var aside in State.Asides)
        {
            memory = With(memory, aside.What);
        }

        foreach (var airing in State.Airings.Where(airing => airing.Holds))
        {
            if (airing.Origin == Origin.Alert)
            {
                // An alert that was hardly seen comes again when the lights are back; one that was seen has had its turn.
                GiveWayToDark(airing);
                continue;
            }

            memory = With(memory, Remembered.Of(airing, Now));
            Send(airing, Origin.Person);
        }

        foreach (var airing in State.Airings)
        {
            Put(airing with { Leg = airing.Leg!.Hurried(Now, OutWithin) });
        }

        // Only the newest comes back; whoever presses again while all is dark loses nothing by it.
        State = State with { LightsOut = memory.IsEmpty ? State.LightsOut ?? memory : memory, Waits = true, Followers = null, Asides = [], CueSteps = [] };
        Happenings.Add(new Happening(Now, HappeningKind.LightsOut, null, Origin.Person));
        return null;
    }

    private static ImmutableList<Remembered> With(ImmutableList<Remembered> memory, Remembered one) =>
        memory.RemoveAll(one.Replaces).Add(one);

    private void GiveWayToDark(Airing alert)
    {
        var seen = alert.LitAt is { } since && Now - since >= Seen;
        if (!seen)
        {
            State = State with { Alerts = State.Alerts.Insert(0, new QueuedAlert(alert.Graphic, alert.Card, Now)) };
        }

        Send(alert, Origin.Person);
    }

    private string? BringAllBack()
    {
        if (State.LightsOut is not { } memory)
        {
            return "There is nothing to bring back: no lights were put out.";
        }

        RestoreAll(memory);
        Happenings.Add(new Happening(Now, HappeningKind.LightsBack, null, Origin.Person));
        return null;
    }

    private void RestoreAll(ImmutableList<Remembered> memory)
    {
        State = State with { LightsOut = null, Waits = false };
        foreach (var one in CoversFirst(memory, one => one))
        {
            // What was under a full-frame graphic is under it again.
            if (one.Under is { } under && WaitsFor(under) is { } cause)
            {
                AddAside(new Aside(one, cause));
            }
            else if (State.HolderOf(one.Seat) is null)
            {
                Restore(one, one.Remaining);
            }
        }
    }

    /// <summary>Lights again what was lit, as it looked then. The seat is empty.</summary>
    private void Restore(Remembered one, Duration? stay)
    {
        if (State.AsideOf(one.Graphic) is not null || facts.Prepare(one.Graphic, one.Card) is not { } now)
        {
            return;
        }

        var prepared = AsItWas(one, now) with { Stay = stay };
        if (State.Of(one.Graphic) is { } own)
        {
            if (own.Holds)
            {
                return;
            }

            if (own.Seat == prepared.Seat && own.Template == prepared.Template)
            {
                Return(own, prepared, one.Origin, alone: false);
                return;
            }

            Drop(own);
        }

        Enter(prepared, one.Origin, stay);
    }

    private Prepared AsItWas(Remembered one, Prepared now) =>
        one is { Content: { } look, Template: { } template } && facts.MotionOf(look) is { } motion
            ? now with { Content = look, Template = template, Seat = one.Seat, Arrive = motion.Arrive, Leave = motion.Leave }
            : now;

    private string? LetCome()
    {
        if (State.Waits)
        {
            State = State with { Waits = false };
            Happenings.Add(new Happening(Now, HappeningKind.LetCome, null, Origin.Person));
        }

        return null;
    }

    private string? BringSeatBack(SeatId seat)
    {
        if (!State.Last.TryGetValue(seat, out var last) || facts.Prepare(last.Graphic, last.Card) is null)
        {
            return "This seat remembers nothing.";
        }

        return LightIt(new Light(last.Graphic, last.Card));
    }

    private string? ForgetSeat(SeatId seat)
    {
        State = State with { Last = State.Last.Remove(seat) };
        return null;
    }

    /// <summary>The seat remembers what it held (rule 25). What only waited was not held.</summary>
    private void Recall(Airing airing)
    {
        if (airing.LitAt is not null && airing.Origin != Origin.Alert)
        {
            State = State with { Last = State.Last.SetItem(airing.Seat, Remembered.Of(airing, Now)) };
        }
    }
}
