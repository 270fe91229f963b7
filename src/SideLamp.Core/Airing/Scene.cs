using NodaTime;

namespace SideLamp.Core.Airing;

/// <summary>The state while one command or one due thing is being worked out: a scratch pad, never kept.</summary>
/// <param name="until">The instant that is being worked towards: what falls due long before it is overdue (rule 29).</param>
internal sealed partial class Scene(AirState state, IAirFacts facts, Instant until)
{
    public AirState State { get; private set; } = state;

    public List<Happening> Happenings { get; } = [];

    public List<Choice> Choices { get; } = [];

    /// <summary>Three are many: a show goes on, whatever a mistake here would do.</summary>
    private const int MostRounds = 20;

    private const string NoSuchCard = "There is no such card any more.";

    private Instant Now => State.Now;

    public void MoveTo(Instant instant) => State = State with { Now = Instant.Max(State.Now, instant) };

    /// <summary>Does it; returns why not when it cannot.</summary>
    public string? Do(AirCommand command) =>
        command switch
        {
            Light light => LightIt(light),
            Darken dark => DarkenIt(dark.Graphic),
            Toggle toggle => State.Of(toggle.Graphic) is { Holds: true } ? DarkenIt(toggle.Graphic) : LightIt(new Light(toggle.Graphic)),
            Push push => PushIt(push.Graphic),
            Retouch retouch => RetouchIt(retouch),
            StepCard step => StepIt(step),
            RunCue run => RunIt(run.Cue),
            StopCue stop => StopIt(stop.Cue),
            SetTimer set => SetIt(set.Setting),
            SwitchEvery wish => SwitchIt(wish),
            Alert alert => Queue(alert),
            Hush => HushIt(),
            EndHush end => EndHush(end.Run),
            CallOff off => CallItOff(off),
            LightsOut => PutOut(),
            LightsBack => BringAllBack(),
            LetThemCome => LetCome(),
            Recycle cycle => RecycleIt(cycle.Graphic),
            BringBack back => BringSeatBack(back.Seat),
            Forget forget => ForgetSeat(forget.Seat),
            TakeBack => UndoLast(),
            Remove remove => RemoveIt(remove.Graphic),
            _ => throw new ArgumentException($"No such command: {command.GetType().Name}.", nameof(command)),
        };

    /// <summary>Whose turn it is: alerts, then what had made way, then what waits for its seat to be free of leavers (rule 3, “after”).</summary>
    public void Settle()
    {
        // Most steps leave nothing that waits for anything.
        if (State.Alerts.IsEmpty && State.Asides.IsEmpty && !State.Airings.Exists(airing => airing.Phase == Phase.Waiting))
        {
            return;
        }

        // What has come back, or has lost its seat, may be what an alert waited for: until nothing changes any more.
        var before = default(AirState);
        for (var round = 0; State != before && round < MostRounds; round++)
        {
            before = State;
            NextAlert();
            EndAsides();
            foreach (var waiting in State.Airings.Where(airing => airing.Phase == Phase.Waiting))
            {
                if (!State.Airings.Exists(other => other.Seat == waiting.Seat && !other.Holds))
                {
                    Begin(waiting);
                }
            }
        }
    }

    private string? LightIt(Light light)
    {
        if (facts.Prepare(light.Graphic, light.Card, light.Outfit) is not { } prepared)
        {
            return "There is no such graphic any more.";
        }

        if (light.Card is { } wished && prepared.Card != wished)
        {
            return NoSuchCard;
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

        Cover(prepared);
        return null;
    }

    private void LightInSeat(Prepared prepared, Light light)
    {
        var holder = State.HolderOf(prepared.Seat);
        if (holder is { Origin: Origin.Alert })
        {
            GiveWay(holder);
        }
        else if (holder is not null && holder.Template == prepared.Template && holder.Phase != Phase.Waiting)
        {
            HandOver(holder, prepared, light.Origin, light.Alone);
            return;
        }
        else
        {
            Send(holder, light.Origin);
        }

        Enter(prepared, light.Origin, prepared.Stay, light.Alone);
    }

    private string? DarkenIt(GraphicId graphic)
    {
        CancelFollowing(graphic);
        // What is aside is forgotten (rule 18).
        State = State with { Asides = State.Asides.RemoveAll(one => one.What.Graphic == graphic) };
        Send(State.Of(graphic), Origin.Person);
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

            Return(own, prepared, light.Origin, light.Alone);
            return;
        }

        // Lighting the same again does nothing; another card or outfit is shown in place, and a person's step starts the stay anew (rule 11).
        if (IsTaken(own, light.Origin) || Differs(own, prepared, light.Outfit))
        {
            HandOver(own, prepared, light.Origin, light.Alone);
        }
    }

    /// <summary>Whether another card or outfit is wished. Words that were only edited meanwhile wait for their push (rule 27).</summary>
    private static bool Differs(Airing airing, Prepared prepared, OutfitId? outfit) =>
        airing.Card != prepared.Card || (outfit is not null && airing.Content != prepared.Content);

    /// <summary>What is on its way out turns round, from where it is (rules 7 and 8).</summary>
    private void Return(Airing leaving, Prepared prepared, Origin origin, bool alone)
    {
        YieldTo(leaving, origin);
        var back = leaving with
        {
            Phase = leaving.Phase == Phase.Retracting ? Phase.Arriving : Phase.Reviving,
            Leg = leaving.Leg!.Turned(Now),
            Card = prepared.Card,
            Content = prepared.Content,
            Stay = prepared.Stay,
            Origin = origin,
            Alone = alone,
            StayOver = false,
        };
        Put(back);
        Note(HappeningKind.Lit, back);
    }

    /// <summary>The picture is updated in place; only what differs moves (rule 5).</summary>
    private void HandOver(Airing airing, Prepared prepared, Origin origin, bool alone)
    {
        YieldTo(airing, origin);
        var another = airing.Graphic != prepared.Graphic;
        if (another)
        {
            Recall(airing);
            Note(HappeningKind.Gone, airing, airing.OnAirSince is { } since ? Now - since : null);
        }

        var taken = airing with
        {
            Graphic = prepared.Graphic,
            Card = prepared.Card,
            Content = prepared.Content,
            Stay = prepared.Stay,
            Origin = origin,
            StayEnds = airing.Phase == Phase.Lit ? Now + prepared.Stay : null,
            StepsAt = airing.Phase == Phase.Lit ? FirstStep(prepared) : null,
            UpSince = Now,
            Alone = alone,
            TakenAt = another ? Now : airing.TakenAt,
        };
        Put(taken);
        Note(another ? HappeningKind.Lit : HappeningKind.Changed, taken);
    }

    private void Enter(Prepared prepared, Origin origin, Duration? stay, bool alone = false)
    {
        var airing = new Airing(
            new AiringId($"a{State.Count + 1}"),
            prepared.Graphic,
            prepared.Card,
            prepared.Seat,
            prepared.Template,
            prepared.Content,
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
        var length = facts.MotionOf(waiting.Content)?.Arrive ?? Duration.Zero;
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
        if (airing is not { Holds: true })
        {
            return;
        }

        Recall(airing);
        switch (airing.Phase)
        {
            case Phase.Waiting:
                Drop(airing);
                return;
            case Phase.Arriving:
                Put(airing with { Phase = Phase.Retracting, Leg = airing.Leg!.Turned(Now), StayEnds = null, StepsAt = null });
                break;
            case Phase.Reviving:
                Put(airing with { Phase = Phase.Leaving, Leg = airing.Leg!.Turned(Now), StayEnds = null, StepsAt = null });
                break;
            default:
                var length = (facts.MotionOf(airing.Content)?.Leave ?? Duration.Zero).TotalMilliseconds;
                Put(airing with { Phase = Phase.Leaving, Leg = new Leg(LegPath.Leave, Now, 0, 1, length), StayEnds = null, StepsAt = null });
                break;
        }

        Happenings.Add(new Happening(Now, HappeningKind.Darkened, airing.Graphic, by));
    }

    private string? PushIt(GraphicId graphic)
    {
        if (State.Of(graphic) is not { Holds: true } airing)
        {
            return "It is not lit, so there is nothing to push.";
        }

        // The stay is the airing's own: what is left of it stays as it is (rule 36).
        if (facts.Prepare(graphic, airing.Card) is { } prepared && prepared.Content != airing.Content)
        {
            // A new seat is moved to within the same airing; whoever sits there gives way.
            if (prepared.Seat != airing.Seat)
            {
                Send(State.HolderOf(prepared.Seat), Origin.Person);
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

    private string? RetouchIt(Retouch retouch)
    {
        if (retouch.Content is { } look && State.Of(retouch.Graphic) is { Holds: true } airing)
        {
            Put(airing with { Content = look });
            Note(HappeningKind.Changed, airing);
        }

        return null;
    }

    /// <summary>Deleted: gone from the air, and from all that may still come, in the same step (rule 26).</summary>
    private string? RemoveIt(GraphicId graphic)
    {
        CancelFollowing(graphic);
        Drop(State.Of(graphic));
        State = State with
        {
            LightsOut = State.LightsOut?.RemoveAll(one => one.Graphic == graphic),
            Asides = State.Asides.RemoveAll(one => one.What.Graphic == graphic),
            Alerts = State.Alerts.RemoveAll(one => one.Graphic == graphic),
            Repeats = State.Repeats.RemoveAll(one => one.Graphic == graphic),
            Last = State.Last.RemoveRange(State.Last.Where(one => one.Value.Graphic == graphic).Select(one => one.Key)),
            Hush = State.Hush is { } hush ? hush with { Waiting = hush.Waiting.Remove(graphic) } : null,
        };
        return null;
    }

    private void Put(Airing airing) =>
        State = State with { Airings = State.Airings.SetItem(State.Airings.FindIndex(one => one.Id == airing.Id), Leaving(airing)) };

    /// <summary>An alert always leaves by itself, whatever was made of its graphic meanwhile: one that stayed would hold up all others.</summary>
    private Airing Leaving(Airing airing) =>
        airing is { Origin: Origin.Alert, Stay: null }
            ? airing with { Stay = AlertStay, StayEnds = airing.Phase == Phase.Lit ? Now + AlertStay : null }
            : airing;

    private void Drop(Airing? airing)
    {
        if (airing is null)
        {
            return;
        }

        State = State with { Airings = State.Airings.RemoveAll(one => one.Id == airing.Id) };
        // What only waited was never shown, and is not logged as shown (rule 9).
        if (airing.OnAirSince is { } since)
        {
            Note(HappeningKind.Gone, airing, Now - since);
        }
    }

    private void Note(HappeningKind kind, Airing airing, Duration? shown = null) =>
        Happenings.Add(new Happening(Now, kind, airing.Graphic, airing.Origin, shown));
}
