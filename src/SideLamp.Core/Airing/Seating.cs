using NodaTime;
using SideLamp.Core.Events;

namespace SideLamp.Core.Airing;

/// <summary>What happens in a seat: who enters, who is sent away, who takes over.</summary>
internal sealed class Seating(Scene scene) : ScenePart(scene)
{
    public void Enter(Prepared prepared, Origin origin, Duration? stay, bool alone = false, AlertEvent? said = null, bool byAudience = false)
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
        )
        {
            Said = said,
            ByAudience = byAudience,
            StaysFromUp = prepared.StaysFromUp,
        };
        State = State with { Airings = State.Airings.Add(airing), Count = State.Count + 1 };
        if (!prepared.WaitsForLeaver)
        {
            Begin(airing);
        }
    }

    public void Begin(Airing waiting)
    {
        var length = Facts.MotionOf(waiting.Content)?.Arrive ?? Duration.Zero;
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
    public void Send(Airing? airing, Origin by)
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
                var length = (Facts.MotionOf(airing.Content)?.Leave ?? Duration.Zero).TotalMilliseconds;
                Put(airing with { Phase = Phase.Leaving, Leg = new Leg(LegPath.Leave, Now, 0, 1, length), StayEnds = null, StepsAt = null });
                break;
        }

        Happenings.Add(new Happening(Now, HappeningKind.Darkened, airing.Graphic, by));
    }

    /// <summary>What is on its way out turns round, from where it is (rules 7 and 8).</summary>
    public void Return(Airing leaving, Prepared prepared, Origin origin, bool alone, AlertEvent? said = null, bool byAudience = false)
    {
        YieldTo(leaving, origin);
        var back = leaving with
        {
            Phase = leaving.Phase == Phase.Retracting ? Phase.Arriving : Phase.Reviving,
            Leg = leaving.Leg!.Turned(Now),
            Card = prepared.Card,
            Content = prepared.Content,
            Stay = prepared.Stay,
            StaysFromUp = prepared.StaysFromUp,
            // A video that decides begins anew: what is left of it would be gone at once.
            UpSince = prepared.StaysFromUp ? Now : leaving.UpSince,
            Origin = origin,
            Alone = alone,
            StayOver = false,
            Said = said,
            ByAudience = byAudience,
        };
        Put(back);
        Note(HappeningKind.Lit, back);
    }

    /// <summary>The picture is updated in place; only what differs moves (rule 5).</summary>
    public void HandOver(Airing airing, Prepared prepared, Origin origin, bool alone, AlertEvent? said = null, bool byAudience = false)
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
            StaysFromUp = prepared.StaysFromUp,
            Origin = origin,
            StayEnds = airing.Phase == Phase.Lit ? Now + prepared.Stay : null,
            StepsAt = airing.Phase == Phase.Lit ? FirstStep(prepared) : null,
            UpSince = Now,
            Alone = alone,
            TakenAt = another ? Now : airing.TakenAt,
            Said = said ?? (another ? null : airing.Said),
            ByAudience = byAudience,
        };
        Put(taken);
        Note(another ? HappeningKind.Lit : HappeningKind.Changed, taken);
    }

    /// <summary>Lights again what was lit, as it looked then. The seat is empty.</summary>
    public void Restore(Remembered one, Duration? stay)
    {
        if (State.AsideOf(one.Graphic) is not null || Scene.Prepare(one.Graphic, one.Card, null, one.Said) is not { } now)
        {
            return;
        }

        var prepared = AsItWas(one, now) with { Stay = stay };
        if (Facts.IsBarred(prepared.Content))
        {
            return;
        }

        if (State.Of(one.Graphic) is { } own)
        {
            if (own.Holds)
            {
                return;
            }

            if (own.Seat == prepared.Seat && own.Template == prepared.Template)
            {
                Return(own, prepared, one.Origin, alone: false, one.Said);
                return;
            }

            Drop(own);
        }

        Enter(prepared, one.Origin, stay, said: one.Said);
    }

    public Prepared AsItWas(Remembered one, Prepared now) =>
        one is { Content: { } look, Template: { } template } && Facts.MotionOf(look) is { } motion
            ? now with { Content = look, Template = template, Seat = one.Seat, Arrive = motion.Arrive, Leave = motion.Leave, StaysFromUp = one.StaysFromUp }
            : now with { StaysFromUp = one.StaysFromUp };

    /// <summary>The seat remembers what it held (rule 25). What only waited was not held.</summary>
    private void Recall(Airing airing)
    {
        if (airing.LitAt is not null && airing.Origin != Origin.Alert)
        {
            State = State with { Last = State.Last.SetItem(airing.Seat, Remembered.Of(airing, Now)) };
        }
    }

    /// <summary>What had made way for an alert has lost its seat to whoever takes the alert's place (rule 19).</summary>
    public void YieldTo(Airing airing, Origin by)
    {
        if (IsTaken(airing, by))
        {
            State = State with { Asides = State.Asides.RemoveAll(one => one.Cause == airing.Id) };
        }
    }

    /// <summary>Whether it is an alert that a person, or a rule of the streamer's, makes their own.</summary>
    public static bool IsTaken(Airing airing, Origin by) => airing.Origin == Origin.Alert && by != Origin.Alert;

    /// <summary>Whether another card or outfit is wished. Words that were only edited meanwhile wait for their push (rule 27).</summary>
    public static bool Differs(Airing airing, Prepared prepared, OutfitId? outfit) =>
        airing.Card != prepared.Card || (outfit is not null && airing.Content != prepared.Content);

    public Instant? FirstStep(Prepared? prepared) => prepared?.Cycle is { Every: { } every } && prepared.Cards.Length > 1 ? Now + every : null;
}
