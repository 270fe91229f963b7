using System.Collections.Immutable;
using NodaTime;

namespace SideLamp.Core.Airing;

/// <summary>All lights out, and back again (rules 21 to 23).</summary>
internal sealed class Blackout(Scene scene, Seating seating, MakingWay makingWay) : ScenePart(scene)
{
    /// <summary>Lights out takes no longer than this (rule 21).</summary>
    private static readonly Duration OutWithin = Duration.FromMilliseconds(300);

    public string? PutOut()
    {
        // A second press while things are leaving cuts at once.
        if (State.Waits && !State.Airings.IsEmpty && State.Airings.All(airing => !airing.Holds))
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
            seating.Send(airing, Origin.Person);
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
        makingWay.QueueAgain(alert, yields: false);
        seating.Send(alert, Origin.Person);
    }

    public string? BringAllBack()
    {
        if (State.LightsOut is not { } memory)
        {
            return "There is nothing to bring back: no lights were put out.";
        }

        RestoreAll(memory);
        Happenings.Add(new Happening(Now, HappeningKind.LightsBack, null, Origin.Person));
        return null;
    }

    public void RestoreAll(ImmutableList<Remembered> memory)
    {
        State = State with { LightsOut = null, Waits = false };
        foreach (var one in MakingWay.CoversFirst(memory, one => one))
        {
            // What was under a full-frame graphic is under it again.
            if (one.Under is { } under && makingWay.WaitsFor(under) is { } cause)
            {
                makingWay.AddAside(new Aside(one, cause));
            }
            else if (State.HolderOf(one.Seat) is null)
            {
                seating.Restore(one, one.Remaining);
            }
        }
    }

    public string? LetCome()
    {
        if (State.Waits)
        {
            State = State with { Waits = false };
            Happenings.Add(new Happening(Now, HappeningKind.LetCome, null, Origin.Person));
        }

        return null;
    }
}
