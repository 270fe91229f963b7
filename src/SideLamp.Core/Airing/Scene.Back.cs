using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Shows;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Airing;

// What was on air, again: lights out and back, a seat's last graphic, and undo.
internal sealed partial class Scene
{
    /// <summary>Lights out takes no longer than this (rule 21).</summary>
    private static readonly Duration OutWithin = Duration.FromMilliseconds(300);

    private const int MostActs = 30;

    /// <summary>Stepped values that were taken back.</summary>
    public ImmutableList<Count>? Uncounts { get; private set; }

    private CueId? _cue;

    private string? PutOut()
    {
        // A second press while things are leaving cuts at once.
        if (State.LightsOut is not null && !State.Airings.IsEmpty && State.Airings.TrueForAll(airing => !airing.Holds))
        {
            foreach (var airing in State.Airings)
            {
                Drop(airing);
            }

            return null;
        }

        var memory = State.LightsOut ?? [];
        foreach (var aside in State.Asides)
        {
            memory = With(memory, aside.What with { Under = State.Airings.Find(airing => airing.Id == aside.Cause) is { Origin: not Origin.Alert } cause ? cause.Graphic : null });
        }

        // What holds a seat comes after what had left it: it is what comes back there.
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

        State = State with { LightsOut = memory, Followers = null, Asides = [], CueSteps = [] };
        Happenings.Add(new Happening(Now, HappeningKind.LightsOut, null, Origin.Person));
        return null;
    }

    private static ImmutableList<Remembered> With(ImmutableList<Remembered> memory, Remembered one) =>
        memory.RemoveAll(other => other.Seat == one.Seat || other.Graphic == one.Graphic).Add(one);

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
            return "The lights are not out.";
        }

        RestoreAll(memory);
        Happenings.Add(new Happening(Now, HappeningKind.LightsBack, null, Origin.Person));
        return null;
    }

    private void RestoreAll(ImmutableList<Remembered> memory)
    {
        State = State with { LightsOut = null };
        foreach (var one in memory.Where(one => one.Under is null && State.HolderOf(one.Seat) is null))
        {
            Restore(one, one.Remaining);
        }

        foreach (var one in memory.Where(one => one.Under is not null && State.HolderOf(one.Seat) is null && State.AsideOf(one.Graphic) is null))
        {
            // What was under a full-frame graphic is under it again.
            if (State.Of(one.Under!.Value) is { Holds: true } cover)
            {
                State = State with { Asides = State.Asides.Add(new Aside(one with { Under = null }, cover.Id)) };
            }
            else
            {
                Restore(one, one.Remaining);
            }
        }
    }

    /// <summary>Lights again what was lit, as it looked then. The seat is empty.</summary>
    private void Restore(Remembered one, Duration? stay)
    {
        // A full-frame graphic that came back before it may have sent it aside already.
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
        one is { Look: { } look, Template: { } template } && facts.MotionOf(look) is { } motion
            ? now with { Look = look, Template = template, Seat = one.Seat, Arrive = motion.Arrive, Leave = motion.Leave }
            : now;

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

    /// <summary>Keeps what a person's command changed, seat by seat, so that it can be taken back (rule 24).</summary>
    public void Remember(AirState before, AirCommand command)
    {
        var counts = (command as Retouch)?.Counts;
        var what = WhatIs(command);
        if (what is null)
        {
            return;
        }

        var seats = before
            .Airings.Concat(State.Airings)
            .Select(airing => airing.Seat)
            .Distinct()
            .Select(seat => (Seat: seat, Before: before.HolderOf(seat), After: State.HolderOf(seat)))
            .Where(one => (one.Before?.Id, one.Before?.Graphic, one.Before?.Card, one.Before?.Look) != (one.After?.Id, one.After?.Graphic, one.After?.Card, one.After?.Look))
            .Select(one => new SeatChange(one.Seat, one.Before is { } was ? Remembered.Of(was, Now) : null, one.After?.Id, one.After?.Card, one.After?.Look))
            .ToImmutableArray();
        var switched = (before.LightsOut is null) != (State.LightsOut is null);
        var timers = TimerChanges(before);
        if (seats.IsEmpty && counts is null && timers is null && !switched)
        {
            return;
        }

        var act = new Act(Now, what, seats, counts, _cue, switched ? before.LightsOut : null, switched, AboutOf(command), timers);
        var acts = State.Acts.Add(act);
        State = State with { Acts = acts.Count > MostActs ? acts.RemoveAt(0) : acts };
    }

    private string? WhatIs(AirCommand command)
    {
        switch (command)
        {
            case Light { Origin: Origin.Person } or Toggle:
                return "light";
            case Darken:
                return "dark";
            case Push:
                return "push";
            case Retouch:
                return "count";
            case StepCard:
                return "card";
            case SetTimer { Origin: Origin.Person } set:
                return $"timer {facts.Timer(set.Setting.Timer)?.Name}";
            case RunCue run:
                _cue = run.Cue.Id;
                return run.Cue.Name;
            case LightsOut:
                return "lights out";
            case LightsBack:
                return "lights back";
            case BringBack:
                return "bring back";
            default:
                return null;
        }
    }

    /// <summary>Null = none.</summary>
    private ImmutableList<TimerChange>? TimerChanges(AirState before)
    {
        TimerRun? Of(AirState air, TimerId timer) => air.Timers.Find(run => run.Timer == timer);
        var changes = before
            .Timers.Concat(State.Timers)
            .Select(run => run.Timer)
            .Distinct()
            .Select(timer => new TimerChange(timer, Of(before, timer), Of(State, timer)))
            .Where(change => change.Before != change.After)
            .ToImmutableList();
        return changes.IsEmpty ? null : changes;
    }

    private GraphicId? AboutOf(AirCommand command) =>
        command switch
        {
            Light light => light.Graphic,
            Toggle toggle => toggle.Graphic,
            Darken dark => dark.Graphic,
            Push push => push.Graphic,
            Retouch retouch => retouch.Graphic,
            StepCard step => step.Graphic,
            BringBack back => State.HolderOf(back.Seat)?.Graphic,
            _ => null,
        };

    private string? UndoLast()
    {
        foreach (var act in State.Acts.Reverse())
        {
            var open = act.Seats.Where(seat => seat.IsStill(State.HolderOf(seat.Seat))).ToList();
            var timers = (act.Timers ?? []).Where(change => facts.Timer(change.Timer) is not null && State.Timers.Find(run => run.Timer == change.Timer) == change.After).ToList();
            if (open.Count == 0 && timers.Count == 0 && act.Counts is null && !act.Switched)
            {
                continue;
            }

            // Older acts stay: they can be taken back next. What came after this one can not be any more.
            State = State with { Acts = State.Acts.RemoveRange(State.Acts.IndexOf(act), State.Acts.Count - State.Acts.IndexOf(act)) };
            if (act.Cue is { } cue)
            {
                StopIt(cue);
            }

            if (act is { Switched: true, LightsOut: null })
            {
                // What was under a full-frame graphic is under it again.
                RestoreAll(State.LightsOut ?? []);
            }
            else
            {
                State = State with { LightsOut = act.Switched ? act.LightsOut : State.LightsOut };
                open.ForEach(PutBack);
            }

            foreach (var change in timers)
            {
                // It is where it would be if nobody had touched it.
                State = State with { Timers = [.. State.Timers.RemoveAll(run => run.Timer == change.Timer), .. change.Before is { } was ? [was] : Array.Empty<TimerRun>()] };
            }

            Uncounts = act.Counts;
            Happenings.Add(new Happening(Now, HappeningKind.TakenBack, act.Graphic, Origin.Person, What: act.What));
            return null;
        }

        return State.Acts.IsEmpty ? "There is nothing to take back." : "Something else has happened since. Nothing was taken back.";
    }

    private void PutBack(SeatChange seat)
    {
        var holder = State.HolderOf(seat.Seat);
        // Viewers' events are never taken back, and never come back.
        if (seat.Before is not { Origin: not Origin.Alert } before || facts.Prepare(before.Graphic, before.Card) is not { } now)
        {
            CancelFollowing(holder?.Graphic ?? default);
            Send(holder, Origin.Person);
            return;
        }

        State = State with { Asides = State.Asides.RemoveAll(one => one.What.Graphic == before.Graphic) };
        Choices.Add(new Choice(before.Graphic, now.Card));
        var prepared = AsItWas(before, now) with { Stay = before.Remaining };
        var free = State.Of(before.Graphic) is not { } own || own.Id == holder?.Id;
        if (free && holder is not null && holder.Template == prepared.Template && holder.Phase != Phase.Waiting)
        {
            HandOver(holder, prepared, before.Origin, alone: false);
            return;
        }

        Send(holder, Origin.Person);
        Restore(before, before.Remaining);
    }
}
