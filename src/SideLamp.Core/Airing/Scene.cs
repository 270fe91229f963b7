using NodaTime;

namespace SideLamp.Core.Airing;

/// <summary>The state while one command or one due thing is being worked out: a scratch pad, never kept.</summary>
internal sealed class Scene(AirState state, IAirFacts facts)
{
    /// <summary>Lights out takes no longer than this (rule 21).</summary>
    private static readonly Duration OutWithin = Duration.FromMilliseconds(300);

    public AirState State { get; private set; } = state;

    public List<Happening> Happenings { get; } = [];

    private Instant Now => State.Now;

    public void MoveTo(Instant instant) => State = State with { Now = Instant.Max(State.Now, instant) };

    /// <summary>Does it; returns why not when it cannot.</summary>
    public string? Do(AirCommand command)
    {
        switch (command)
        {
            case Light light:
                return LightIt(light);
            case Darken dark:
                CancelFollowing(dark.Graphic);
                Send(State.Of(dark.Graphic), Origin.Person);
                return null;
            case Toggle toggle:
                return State.Of(toggle.Graphic) is { Holds: true } ? Do(new Darken(toggle.Graphic)) : Do(new Light(toggle.Graphic));
            case Push push:
                return PushIt(push.Graphic);
            case LightsOut:
                PutOut();
                return null;
            case LightsBack:
                return BringBack();
            case Remove remove:
                CancelFollowing(remove.Graphic);
                Drop(State.Of(remove.Graphic));
                State = State with { LightsOut = State.LightsOut?.RemoveAll(one => one.Graphic == remove.Graphic) };
                return null;
            default:
                throw new ArgumentException($"No such command: {command.GetType().Name}.", nameof(command));
        }
    }

    /// <summary>What a due instant brings: the end of a motion or of a stay.</summary>
    public void Turn(Due due)
    {
        MoveTo(due.At);
        if (due.Following is { } following)
        {
            Follow(following);
            return;
        }

        var airing = State.Airings.First(one => one.Id == due.Airing);
        switch (airing.Phase)
        {
            case Phase.Lit:
                Send(airing, Origin.Automatic);
                Put(State.Airings.First(one => one.Id == airing.Id) with { StayOver = true });
                break;
            case Phase.Arriving or Phase.Reviving:
                // A full stay counts from here (rules 8 and 11).
                Put(airing with { Phase = Phase.Lit, InAt = airing.InAt ?? Now, StayEnds = Now + airing.Stay });
                break;
            default:
                Drop(airing);
                if (airing is { StayOver: true, Alone: false } && facts.Prepare(airing.Graphic, airing.Card)?.Then is { } then)
                {
                    // The delay counts from the moment the graphic is gone (rule 12).
                    State = State with { Followers = (State.Followers ?? []).Add(new Following(then.Graphic, airing.Graphic, Now + then.Delay)) };
                }

                break;
        }
    }

    /// <summary>Nothing comes by itself any more.</summary>
    public void EndChains() => State = State with { Followers = null, Airings = [.. State.Airings.Select(airing => airing with { Alone = true })] };

    /// <summary>What comes by itself never sends away what a person lit (rule 14), nor anything while the lights are out.</summary>
    private void Follow(Following following)
    {
        State = State with { Followers = State.Followers!.Remove(following) };
        var free =
            State.LightsOut is null
            && State.Of(following.Graphic) is null
            && facts.Prepare(following.Graphic, null) is { } prepared
            && State.HolderOf(prepared.Seat) is not { Origin: Origin.Person };
        if (free)
        {
            LightIt(new Light(following.Graphic, null, Origin.Automatic));
        }
        else
        {
            Happenings.Add(new Happening(Now, HappeningKind.Skipped, following.Graphic, Origin.Automatic));
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

    /// <summary>What waits begins as soon as nothing is leaving its seat (rule 3, “after”).</summary>
    public void Settle()
    {
        foreach (var waiting in State.Airings.Where(airing => airing.Phase == Phase.Waiting))
        {
            if (!State.Airings.Any(other => other.Seat == waiting.Seat && !other.Holds))
            {
                Begin(waiting);
            }
        }
    }

    private string? LightIt(Light light)
    {
        if (facts.Prepare(light.Graphic, light.Card) is not { } prepared)
        {
            return "There is no such graphic any more.";
        }

        if (State.Of(light.Graphic) is { } own)
        {
            if (own.Seat == prepared.Seat || own.Holds)
            {
                Relight(own, prepared, light);
                return null;
            }

            // It is still leaving a seat it no longer has: it goes, and comes anew where it belongs.
            Drop(own);
        }

        var holder = State.HolderOf(prepared.Seat);
        if (holder is not null && holder.Template == prepared.Template && holder.Phase != Phase.Waiting)
        {
            HandOver(holder, prepared, light.Origin);
            return null;
        }

        Send(holder, light.Origin);
        Enter(prepared, light.Origin, prepared.Stay, light.Alone);
        return null;
    }

    /// <summary>It has an airing already (rules 4, 7 and 8).</summary>
    private void Relight(Airing own, Prepared prepared, Light light)
    {
        if (own.Phase is Phase.Retracting or Phase.Leaving)
        {
            if (State.HolderOf(own.Seat) is { } usurper)
            {
                Send(usurper, light.Origin);
            }

            Put(own with
            {
                Phase = own.Phase == Phase.Retracting ? Phase.Arriving : Phase.Reviving,
                Leg = own.Leg!.Turned(Now),
                Card = prepared.Card,
                Look = prepared.Look,
                Stay = prepared.Stay,
                Origin = light.Origin,
                Alone = light.Alone,
                StayOver = false,
            });
            Note(HappeningKind.Lit, own);
            return;
        }

        // Lighting the same again does nothing; another card is shown in place, and a person's step starts the stay anew (rule 11).
        if (own.Card != prepared.Card)
        {
            HandOver(own, prepared, light.Origin);
        }
    }

    /// <summary>The picture is updated in place; only what differs moves (rule 5).</summary>
    private void HandOver(Airing airing, Prepared prepared, Origin origin)
    {
        if (airing.Graphic != prepared.Graphic)
        {
            Note(HappeningKind.Gone, airing, airing.LitAt is { } since ? Now - since : null);
        }

        var taken = airing with
        {
            Graphic = prepared.Graphic,
            Card = prepared.Card,
            Look = prepared.Look,
            Stay = prepared.Stay,
            Origin = origin,
            StayEnds = airing.Phase == Phase.Lit ? Now + prepared.Stay : null,
            UpSince = Now,
        };
        Put(taken);
        Note(airing.Graphic != prepared.Graphic ? HappeningKind.Lit : HappeningKind.Changed, taken);
    }

    private void Enter(Prepared prepared, Origin origin, Duration? stay, bool alone = false)
    {
        var airing = new Airing(
            new AiringId($"a{State.Count + 1}"),
            prepared.Graphic,
            prepared.Card,
            prepared.Seat,
            prepared.Template,
            prepared.Look,
            origin,
            Phase.Waiting,
            null,
            null,
            stay,
            null,
            null,
            Alone: alone
        );
        State = State with { Airings = State.Airings.Add(airing), Count = State.Count + 1 };
        if (!prepared.WaitsForLeaver)
        {
            Begin(airing);
        }
    }

    private void Begin(Airing waiting)
    {
        var length = facts.Prepare(waiting.Graphic, waiting.Card)?.Arrive ?? Duration.Zero;
        var begun = waiting with
        {
            Phase = Phase.Arriving,
            LitAt = Now,
            UpSince = Now,
            Leg = new Leg(LegPath.Arrive, Now, 0, 1, length.TotalMilliseconds),
        };
        Put(begun);
        Note(HappeningKind.Lit, begun);
    }

    /// <summary>Sends an airing away from wherever it is (rules 6 and 9); one that is on its way out already stays on it.</summary>
    private void Send(Airing? airing, Origin by)
    {
        switch (airing?.Phase)
        {
            case Phase.Waiting:
                Drop(airing);
                return;
            case Phase.Arriving:
                Put(airing with { Phase = Phase.Retracting, Leg = airing.Leg!.Turned(Now), StayEnds = null });
                break;
            case Phase.Reviving:
                Put(airing with { Phase = Phase.Leaving, Leg = airing.Leg!.Turned(Now), StayEnds = null });
                break;
            case Phase.Lit:
                var length = facts.LeaveOf(airing.Look).TotalMilliseconds;
                Put(airing with { Phase = Phase.Leaving, Leg = new Leg(LegPath.Leave, Now, 0, 1, length), StayEnds = null });
                break;
            default:
                return;
        }

        Happenings.Add(new Happening(Now, HappeningKind.Darkened, airing.Graphic, by));
    }

    private string? PushIt(GraphicId graphic)
    {
        if (State.Of(graphic) is not { Holds: true } airing)
        {
            return "It is not lit, so there is nothing to push.";
        }

        if (facts.Prepare(graphic, airing.Card) is { } prepared && (prepared.Look, prepared.Stay) != (airing.Look, airing.Stay))
        {
            // A new seat is moved to within the same airing; whoever sits there gives way.
            if (prepared.Seat != airing.Seat)
            {
                Send(State.HolderOf(prepared.Seat), Origin.Person);
            }

            var restay = prepared.Stay != airing.Stay && airing.Phase == Phase.Lit;
            var pushed = airing with
            {
                Look = prepared.Look,
                Seat = prepared.Seat,
                Template = prepared.Template,
                Stay = prepared.Stay,
                StayEnds = restay ? Now + prepared.Stay : airing.StayEnds,
            };
            Put(pushed);
            Note(HappeningKind.Changed, pushed);
        }

        return null;
    }

    private void PutOut()
    {
        // A second press while things are leaving cuts at once.
        if (State.LightsOut is not null && State.Airings.Count > 0 && State.Airings.All(airing => !airing.Holds))
        {
            foreach (var airing in State.Airings)
            {
                Drop(airing);
            }

            return;
        }

        var memory = State.LightsOut ?? [];
        foreach (var airing in State.Airings.Where(airing => airing.Holds))
        {
            var remaining = airing.StayEnds is { } end ? end - Now : airing.Stay;
            memory = memory.RemoveAll(one => one.Seat == airing.Seat || one.Graphic == airing.Graphic).Add(new(airing.Graphic, airing.Card, airing.Seat, airing.Origin, remaining));
            Send(airing, Origin.Person);
        }

        foreach (var airing in State.Airings)
        {
            Put(airing with { Leg = airing.Leg!.Hurried(Now, OutWithin) });
        }

        State = State with { LightsOut = memory, Followers = null };
        Happenings.Add(new Happening(Now, HappeningKind.LightsOut, null, Origin.Person));
    }

    private string? BringBack()
    {
        if (State.LightsOut is not { } memory)
        {
            return "The lights are not out.";
        }

        State = State with { LightsOut = null };
        foreach (var one in memory)
        {
            if (facts.Prepare(one.Graphic, one.Card) is not { } prepared || State.HolderOf(prepared.Seat) is not null)
            {
                continue;
            }

            if (State.Of(one.Graphic) is { } leaving)
            {
                Drop(leaving);
            }

            Enter(prepared, one.Origin, one.Remaining);
        }

        Happenings.Add(new Happening(Now, HappeningKind.LightsBack, null, Origin.Person));
        return null;
    }

    private void Put(Airing airing) =>
        State = State with { Airings = State.Airings.SetItem(State.Airings.FindIndex(one => one.Id == airing.Id), airing) };

    private void Drop(Airing? airing)
    {
        if (airing is null)
        {
            return;
        }

        State = State with { Airings = State.Airings.RemoveAll(one => one.Id == airing.Id) };
        // What only waited was never shown, and is not logged as shown (rule 9).
        if (airing.LitAt is { } since)
        {
            Note(HappeningKind.Gone, airing, Now - since);
        }
    }

    private void Note(HappeningKind kind, Airing airing, Duration? shown = null) =>
        Happenings.Add(new Happening(Now, kind, airing.Graphic, airing.Origin, shown));
}
