using System.Collections.Immutable;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Airing;

// Undo of what a person did on air (rule 24).
internal sealed partial class Scene
{
    private const int MostActs = 30;

    /// <summary>Stepped values that were taken back.</summary>
    public ImmutableList<Count>? Uncounts { get; private set; }

    private CueId? _cue;

    /// <summary>Keeps what a person's command changed, seat by seat, so that it can be taken back (rule 24).</summary>
    public void Remember(AirState before, AirCommand command)
    {
        var counts = (command as Retouch)?.Counts;
        var what = WhatIs(command);
        if (what is null)
        {
            return;
        }

        var seats = SeatChanges(before);
        var switched = !ReferenceEquals(before.LightsOut, State.LightsOut) || before.Waits != State.Waits;
        var timers = TimerChanges(before);
        var forgotten = before.Asides.FindAll(one => State.AsideOf(one.What.Graphic) is null);
        if (seats.IsEmpty && counts is null && timers is null && !switched && forgotten.IsEmpty)
        {
            return;
        }

        var uncovered = before.Asides.FindAll(one => one.What.Under is { } cover && before.Of(cover) is { Holds: true } && State.Of(cover) is not { Holds: true });
        var hidden = switched ? State.Asides.Select(one => one.What.Graphic).Where(graphic => before.AsideOf(graphic) is null).ToImmutableList() : null;
        var act = new Act(Now, what, seats)
        {
            Seq = State.ActCount + 1,
            Graphic = AboutOf(command),
            Cue = _cue,
            Counts = counts,
            Timers = timers,
            WentOut = command is LightsOut && !ReferenceEquals(before.LightsOut, State.LightsOut),
            Switched = switched,
            LightsOut = switched ? before.LightsOut : null,
            Waited = switched && before.Waits,
            Forgotten = forgotten,
            Uncovered = uncovered,
            Hidden = hidden,
        };
        var acts = State.Acts.Add(act);
        State = State with { Acts = acts.Count > MostActs ? acts.RemoveAt(0) : acts, ActCount = act.Seq };
    }

    /// <summary>A later step of a cue has run: taking the cue back takes that back as well (rule 43).</summary>
    private void RememberStep(CueId cue, AirState before)
    {
        if (State.Acts.FindLast(one => one.Cue == cue) is not { } act)
        {
            return;
        }

        // What the seat held before the cue is still what it goes back to.
        var seats = SeatChanges(before).Aggregate(act.Seats, (so, change) => so.FirstOrDefault(one => one.Seat == change.Seat) is { } first && first.IsStill(before.HolderOf(change.Seat))
            ? so.Replace(first, change with { Before = first.Before })
            : so.RemoveAll(one => one.Seat == change.Seat).Add(change));
        var timers = (TimerChanges(before) ?? []).Aggregate(act.Timers ?? [], (so, change) => so.Find(one => one.Timer == change.Timer) is { } first ? so.Replace(first, change with { Before = first.Before }) : so.Add(change));
        var forgotten = (act.Forgotten ?? []).AddRange(before.Asides.FindAll(one => State.AsideOf(one.What.Graphic) is null));
        // Under a number of its own: what is kept of an act is never rewritten.
        var grown = act with { Seats = seats, Timers = timers.IsEmpty ? null : timers, Forgotten = forgotten, Seq = State.ActCount + 1 };
        State = State with { Acts = State.Acts.Replace(act, grown), ActCount = grown.Seq };
    }

    private ImmutableArray<SeatChange> SeatChanges(AirState before)
    {
        if (ReferenceEquals(before.Airings, State.Airings))
        {
            return [];
        }

        var changes = ImmutableArray.CreateBuilder<SeatChange>();
        // Most airings are the very same objects as before: only the seats of the others can have changed.
        var others = before.Airings.Where(airing => !Holds(State.Airings, airing)).Concat(State.Airings.Where(airing => !Holds(before.Airings, airing)));
        foreach (var seat in others.Select(airing => airing.Seat).Distinct())
        {
            var (was, now) = (before.HolderOf(seat), State.HolderOf(seat));
            if (!ReferenceEquals(was, now) && (was?.Id, was?.Graphic, was?.Card, was?.Content) != (now?.Id, now?.Graphic, now?.Card, now?.Content))
            {
                changes.Add(new SeatChange(seat, was is null ? null : Remembered.Of(was, Now), now?.Id, now?.Card, now?.Content));
            }
        }

        return changes.ToImmutable();
    }

    private static bool Holds(ImmutableList<Airing> all, Airing one)
    {
        foreach (var airing in all)
        {
            if (ReferenceEquals(airing, one))
            {
                return true;
            }
        }

        return false;
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
            case LetThemCome:
                return "let come what waits";
            case BringBack:
                return "bring back";
            default:
                return null;
        }
    }

    /// <summary>Null = none.</summary>
    private ImmutableList<TimerChange>? TimerChanges(AirState before)
    {
        if (ReferenceEquals(before.Timers, State.Timers))
        {
            return null;
        }

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
            if (open.Count == 0 && timers.Count == 0 && act.Counts is null && !act.Switched && act.Forgotten is null or [])
            {
                continue;
            }

            // Older acts stay: they can be taken back next. What came after this one can not be any more.
            State = State with { Acts = State.Acts.RemoveRange(State.Acts.IndexOf(act), State.Acts.Count - State.Acts.IndexOf(act)) };
            if (act.Cue is { } cue)
            {
                StopIt(cue);
            }

            if (act.WentOut)
            {
                // What was under a full-frame graphic is under it again.
                RestoreAll(State.LightsOut ?? []);
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

            Uncounts = act.Counts;
            Happenings.Add(new Happening(Now, HappeningKind.TakenBack, act.Graphic, Origin.Person, What: act.What));
            return null;
        }

        return State.Acts.IsEmpty ? "There is nothing to take back." : "Something else has happened since. Nothing was taken back.";
    }

    /// <summary>What was forgotten is aside again, if what it was aside for is there; else it is lit again.</summary>
    private void Unforget(Aside aside)
    {
        var cause = aside.What.Under is { } cover ? WaitsFor(cover) : State.Airings.Find(one => one.Id == aside.Cause && one.Origin == Origin.Alert)?.Id;
        if (cause is { } id)
        {
            AddAside(aside with { Cause = id });
        }
        else if (State.HolderOf(aside.What.Seat) is null)
        {
            Restore(aside.What, aside.What.Remaining);
        }
    }

    /// <summary>What came back when its full-frame graphic went, or found its seat taken, is under it again.</summary>
    private void Hide(Aside aside)
    {
        if (aside.What.Under is not { } cover || WaitsFor(cover) is not { } cause)
        {
            return;
        }

        if (State.Of(aside.What.Graphic) is { Holds: true } lit)
        {
            SendAside(lit, cause, cover);
        }
        else if (State.HolderOf(aside.What.Seat) is not null)
        {
            AddAside(aside with { Cause = cause });
        }
    }

    /// <summary>Viewers' events are never taken back, and never come back.</summary>
    private void PutBack(SeatChange seat)
    {
        var holder = State.HolderOf(seat.Seat);
        var before = seat.Before is { Origin: not Origin.Alert } was ? was : null;
        var now = before is null ? null : facts.Prepare(before.Graphic, before.Card);
        if (holder is { Origin: Origin.Alert } && before?.Graphic != holder.Graphic)
        {
            // What was here comes after it.
            YieldTo(holder, Origin.Person);
            if (before is not null && now is not null)
            {
                AddAside(new Aside(before, holder.Id));
            }

            return;
        }

        if (before is null || now is null)
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
