using NodaTime;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Airing;

// What comes by itself: the ends of motions and stays, cards in turn, what follows, what repeats.
internal sealed partial class Scene
{
    /// <summary>What fell due longer ago than this is overdue: the server slept, or was not there (rule 29).</summary>
    private static readonly Duration Overdue = Duration.FromSeconds(10);

    /// <summary>Whether nobody has looked for so long that much may be overdue.</summary>
    private readonly bool _asleep = until - state.Now > Overdue;

    private static readonly Duration CueOverdue = Duration.FromSeconds(5);

    private static readonly Duration LoopWithin = Duration.FromSeconds(1);
    private const int MostInASecond = 20;
    private const int MostTallies = 64;

    public void Wake(Due due)
    {
        MoveTo(due.At);
        if (IsLoop(due))
        {
            SwitchOff(due);
            return;
        }

        switch (due.What)
        {
            case Following following:
                Follow(following);
                return;
            case Repeat repeat:
                ComeAgain(repeat);
                return;
            case TimerRun timer:
                WakeTimer(timer);
                return;
            case CueStepAhead step:
                TakeStep(step);
                return;
        }

        var airing = State.Airings.First(one => one.Id == due.Airing);
        switch (airing.Phase)
        {
            case Phase.Lit when due.Kind == DueKind.CardStep:
                NextInCycle(airing);
                break;
            case Phase.Lit:
                Send(airing, Origin.Automatic);
                Put(State.Airings.First(one => one.Id == airing.Id) with { StayOver = true });
                break;
            case Phase.Arriving or Phase.Reviving:
                // A full stay counts from here (rules 8 and 11).
                Put(airing with { Phase = Phase.Lit, InAt = airing.InAt ?? Now, StayEnds = Now + airing.Stay, StepsAt = FirstStep(facts.Prepare(airing.Graphic, airing.Card)) });
                break;
            default:
                Leave(airing);
                break;
        }
    }

    /// <summary>Counts how often a source falls due: one that does so again and again within a second would never end (rule 31).</summary>
    private bool IsLoop(Due due)
    {
        if (due.Source is not { } source)
        {
            return false;
        }

        var tally = State.Tallies.GetValueOrDefault(source) is { } known && Now - known.Since <= LoopWithin ? known with { Count = known.Count + 1 } : new Tally(Now, 1);
        var fresh = State.Tallies.Count < MostTallies ? State.Tallies : State.Tallies.RemoveRange(State.Tallies.Where(one => Now - one.Value.Since > LoopWithin).Select(one => one.Key));
        State = State with { Tallies = fresh.SetItem(source, tally) };
        return tally.Count > MostInASecond;
    }

    private void SwitchOff(Due due)
    {
        var about = due.What switch
        {
            Following following => following.Graphic,
            Repeat repeat => repeat.Graphic,
            _ => (GraphicId?)null,
        };
        State = due.What switch
        {
            Following following => State with { Followers = State.Followers!.Remove(following) },
            Repeat repeat => State with { Repeats = State.Repeats.Remove(repeat) },
            // It stands: nothing makes it fall due again until a hand starts it.
            TimerRun timer => State with { Timers = State.Timers.Replace(timer, timer with { Since = null, Gone = timer.At(Now), Due = null }) },
            CueStepAhead step => State with { CueSteps = State.CueSteps.RemoveAll(one => one.Cue == step.Cue) },
            _ => State,
        };
        var what = due.What switch
        {
            TimerRun timer => $"Timer “{facts.Timer(timer.Timer)?.Name}”",
            CueStepAhead step => $"Cue “{step.Name}”",
            _ => null,
        };
        Happenings.Add(new Happening(Now, HappeningKind.SwitchedOff, about, Origin.Automatic, What: what));
    }

    /// <summary>Nothing comes by itself any more.</summary>
    public void EndChains()
    {
        State = State with
        {
            Followers = null,
            Repeats = [],
            CueSteps = [],
            Airings = [.. State.Airings.Select(airing => airing with { Alone = true, StepsAt = null })],
        };
        Happenings.Add(new Happening(Now, HappeningKind.ChainsEnded, null, Origin.Automatic));
    }

    /// <summary>It is gone. What follows it is set off (rule 12), and its next card comes up where each lighting takes a new one.</summary>
    private void Leave(Airing airing)
    {
        Drop(airing);
        var prepared = facts.Prepare(airing.Graphic, airing.Card);
        if (airing is { StayOver: true, Alone: false } && prepared?.Then is { } then)
        {
            // The delay counts from the moment the graphic is gone (rule 12).
            State = State with { Followers = (State.Followers ?? []).Add(new Following(then.Graphic, airing.Graphic, Now + then.Delay)) };
        }

        if (prepared?.Cycle is { Every: null } cycle && cycle.After(airing.Card, prepared.Cards, airing.Graphic.Value) is { } next)
        {
            Choices.Add(new Choice(airing.Graphic, next));
        }
    }

    private Instant? FirstStep(Prepared? prepared) => prepared?.Cycle is { Every: { } every } && prepared.Cards.Length > 1 ? Now + every : null;

    /// <summary>A cycle that was switched on begins at once, one that was switched off ends (rule 44).</summary>
    private string? RecycleIt(GraphicId graphic)
    {
        if (State.Of(graphic) is { Phase: Phase.Lit } airing)
        {
            Put(airing with { StepsAt = FirstStep(facts.Prepare(graphic, airing.Card)) });
        }

        return null;
    }

    /// <summary>The next of its cards comes up in place; its stay goes on.</summary>
    private void NextInCycle(Airing airing)
    {
        var rest = airing with { StepsAt = null };
        if (
            facts.Prepare(airing.Graphic, airing.Card) is not { Cycle: { Every: { } every } cycle } now
            || cycle.After(airing.Card, now.Cards, airing.Id.Value) is not { } card
            || facts.Prepare(airing.Graphic, card) is not { } next
        )
        {
            Put(rest);
            return;
        }

        Put(airing with { Card = next.Card, Content = next.Content, UpSince = Now, Steps = airing.Steps + 1, StepsAt = Now + every });
        Choices.Add(new Choice(airing.Graphic, next.Card));
        Happenings.Add(new Happening(Now, HappeningKind.Changed, airing.Graphic, Origin.Automatic));
    }

    private void Follow(Following following)
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
            && facts.Prepare(graphic, null) is { } prepared
            && State.HolderOf(prepared.Seat) is null or { Origin: Origin.Automatic };
        if (free)
        {
            LightIt(new Light(graphic, null, Origin.Automatic));
        }
        else
        {
            Happenings.Add(new Happening(Now, HappeningKind.Skipped, graphic, Origin.Automatic));
        }
    }

    /// <summary>Early dark cancels what would follow (rule 12), and dark on what would come keeps it from coming.</summary>
    private void CancelFollowing(GraphicId graphic)
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

    private string? SwitchIt(SwitchEvery wish)
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

        if (facts.Prepare(wish.Graphic, null)?.Every is not { } every)
        {
            return "It is not set to come by itself: say how often first, under Timing.";
        }

        State = State with { Repeats = rest.Add(new Repeat(wish.Graphic, every, Now + every)) };
        Happenings.Add(new Happening(Now, HappeningKind.EverySwitchedOn, wish.Graphic, Origin.Person));
        return null;
    }

    /// <summary>An instant of the grid. Of those that passed while nobody was there, only the one that contains now counts (rule 29).</summary>
    private void ComeAgain(Repeat repeat)
    {
        if (_asleep && facts.Prepare(repeat.Graphic, null) is { } prepared)
        {
            var shown = prepared.Arrive + (prepared.Stay ?? Duration.Zero) + prepared.Leave;
            if (Now + shown <= until)
            {
                var passed = Math.Max(1, Math.Floor((until - Now) / repeat.Interval));
                Put(repeat, Now + (repeat.Interval * passed));
                return;
            }
        }

        Put(repeat, Now + repeat.Interval);
        if (State.Hush is { } hush && !State.Waits)
        {
            State = State with { Hush = hush with { Waiting = hush.Waiting.Remove(repeat.Graphic).Add(repeat.Graphic) } };
            return;
        }

        ComeByItself(repeat.Graphic, !State.Waits);
    }

    private void Put(Repeat repeat, Instant next) => State = State with { Repeats = State.Repeats.Replace(repeat, repeat with { Next = next }) };
}
