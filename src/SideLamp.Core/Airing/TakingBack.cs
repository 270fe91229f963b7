using SideLamp.Core.Timers;

namespace SideLamp.Core.Airing;

/// <summary>Takes a person’s last act on air back, seat by seat, where nothing has changed since (rule 24).</summary>
internal sealed class TakingBack(Scene scene, Seating seating, MakingWay makingWay, Lighting lighting, Blackout blackout, CueRunning cueRunning) : ScenePart(scene)
{
    public string? UndoLast()
    {
        foreach (var act in State.Acts.Reverse())
        {
            var open = act.Seats.Where(seat => seat.IsStill(State.HolderOf(seat.Seat))).ToList();
            var timers = (act.Timers ?? []).Where(change => Facts.Timer(change.Timer) is not null && State.Timers.Find(run => run.Timer == change.Timer) == change.After).ToList();
            if (open.Count == 0 && timers.Count == 0 && act.Counts is null && act.Row is null && !act.Switched && act.Forgotten is null or [])
            {
                continue;
            }

            // Older acts stay: they can be taken back next. What came after this one can not be any more.
            State = State with { Acts = State.Acts.RemoveRange(State.Acts.IndexOf(act), State.Acts.Count - State.Acts.IndexOf(act)) };
            if (act.Cue is { } cue)
            {
                cueRunning.StopIt(cue);
            }

            if (act.WentOut)
            {
                // What was under a full-frame graphic is under it again.
                blackout.RestoreAll(State.LightsOut ?? []);
                State = State with { LightsOut = act.LightsOut, Waits = act.Waited };
            }
            else
            {
                State = State with
                {
                    LightsOut = act.Switched ? act.LightsOut : State.LightsOut,
                    Waits = act.Switched ? act.Waited : State.Waits,
                    Asides = State.Asides.RemoveAll(one => act.Hidden?.Contains(one.What.Graphic) ?? false),
                };
                open.ForEach(PutBack);
                (act.Forgotten ?? []).ForEach(Unforget);
                (act.Uncovered ?? []).ForEach(Hide);
            }

            foreach (var change in timers)
            {
                // It is where it would be if nobody had touched it.
                State = State with { Timers = [.. State.Timers.RemoveAll(run => run.Timer == change.Timer), .. change.Before is { } was ? [was] : Array.Empty<TimerRun>()] };
            }

            Scene.Uncounts = act.Counts;
            Scene.Unrow = act.Row;
            Happenings.Add(new Happening(Now, HappeningKind.TakenBack, act.Graphic, Origin.Person, What: act.What));
            return null;
        }

        return State.Acts.IsEmpty ? "There is nothing to take back." : "Something else has happened since. Nothing was taken back.";
    }

    /// <summary>What was forgotten is aside again, if what it was aside for is there; else it is lit again.</summary>
    private void Unforget(Aside aside)
    {
        var cause = aside.What.Under is { } cover ? makingWay.WaitsFor(cover) : State.Airings.FirstOrDefault(one => one.Id == aside.Cause && one.Origin == Origin.Alert)?.Id;
        if (cause is { } id)
        {
            makingWay.AddAside(aside with { Cause = id });
        }
        else if (State.HolderOf(aside.What.Seat) is null)
        {
            seating.Restore(aside.What, aside.What.Remaining);
        }
    }

    /// <summary>What came back when its full-frame graphic went, or found its seat taken, is under it again.</summary>
    private void Hide(Aside aside)
    {
        if (aside.What.Under is not { } cover || makingWay.WaitsFor(cover) is not { } cause)
        {
            return;
        }

        if (State.Of(aside.What.Graphic) is { Holds: true } lit)
        {
            makingWay.SendAside(lit, cause, cover);
        }
        else if (State.HolderOf(aside.What.Seat) is not null)
        {
            makingWay.AddAside(aside with { Cause = cause });
        }
    }

    /// <summary>Viewers' events are never taken back, and never come back.</summary>
    private void PutBack(SeatChange seat)
    {
        var holder = State.HolderOf(seat.Seat);
        var before = seat.Before is { Origin: not Origin.Alert } was ? was : null;
        var now = before is null || (before.Content is { } look && Facts.IsBarred(look)) ? null : Scene.Prepare(before.Graphic, before.Card, null, before.Said);
        if (holder is { Origin: Origin.Alert } && before?.Graphic != holder.Graphic)
        {
            // What was here comes after it.
            seating.YieldTo(holder, Origin.Person);
            if (before is not null && now is not null)
            {
                makingWay.AddAside(new Aside(before, holder.Id));
            }

            return;
        }

        if (before is null || now is null)
        {
            lighting.CancelFollowing(holder?.Graphic ?? default);
            seating.Send(holder, Origin.Person);
            return;
        }

        State = State with { Asides = State.Asides.RemoveAll(one => one.What.Graphic == before.Graphic) };
        Choices.Add(new Choice(before.Graphic, now.Card));
        var prepared = seating.AsItWas(before, now) with { Stay = before.Remaining };
        var free = State.Of(before.Graphic) is not { } own || own.Id == holder?.Id;
        if (free && holder is not null && holder.Template == prepared.Template && holder.Phase != Phase.Waiting)
        {
            seating.HandOver(holder, prepared, before.Origin, alone: false, before.Said);
            return;
        }

        seating.Send(holder, Origin.Person);
        seating.Restore(before, before.Remaining);
    }
}
