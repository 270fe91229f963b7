using System.Collections.Immutable;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Airing;

/// <summary>Remembers what a person did on air, so that it can be taken back (rule 24).</summary>
internal sealed class ActMemory(Scene scene) : ScenePart(scene)
{
    private const int MostActs = 30;

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
        if (seats.IsEmpty && counts is null && command is not StepRow && timers is null && !switched && forgotten.IsEmpty)
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
            Row = (command as StepRow)?.Change,
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
    public void RememberStep(CueId cue, AirState before)
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
        if (before.Airings == State.Airings)
        {
            return [];
        }

        var changes = ImmutableArray.CreateBuilder<SeatChange>();
        foreach (var seat in SeatsTouched(before.Airings, State.Airings))
        {
            var (was, now) = (before.HolderOf(seat), State.HolderOf(seat));
            if (!ReferenceEquals(was, now) && (was?.Id, was?.Graphic, was?.Card, was?.Content) != (now?.Id, now?.Graphic, now?.Card, now?.Content))
            {
                changes.Add(new SeatChange(seat, was is null ? null : Remembered.Of(was, Now), now?.Id, now?.Card, now?.Content));
            }
        }

        return changes.ToImmutable();
    }

    /// <summary>
    /// The seats of all airings that are not the very same objects as before: no other seat can have changed. Airings keep their
    /// order, so both lists are walked side by side.
    /// </summary>
    private static List<SeatId> SeatsTouched(ImmutableArray<Airing> before, ImmutableArray<Airing> after)
    {
        var seats = new List<SeatId>();
        var at = 0;
        foreach (var airing in before)
        {
            if (at < after.Length && ReferenceEquals(after[at], airing))
            {
                at++;
                continue;
            }

            Add(airing.Seat);
            if (at < after.Length && after[at].Id == airing.Id)
            {
                Add(after[at].Seat);
                at++;
            }
        }

        for (; at < after.Length; at++)
        {
            Add(after[at].Seat);
        }

        return seats;

        void Add(SeatId seat)
        {
            if (!seats.Contains(seat))
            {
                seats.Add(seat);
            }
        }
    }

    private string? WhatIs(AirCommand command)
    {
        switch (command)
        {
            case Light { Origin: Origin.Person } or Toggle:
                return "light";
            case Darken { By: Origin.Person }:
                return "dark";
            case Push:
                return "push";
            case Retouch:
                return "count";
            case StepRow row:
                return row.What;
            case StepCard:
                return "card";
            case SetTimer { Origin: Origin.Person } set:
                return $"timer {Facts.Timer(set.Setting.Timer)?.Name}";
            case DecideTime decide:
                return $"time of {Facts.Timer(decide.Timer)?.Name}";
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
}
