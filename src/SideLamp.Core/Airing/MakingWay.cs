using NodaTime;

namespace SideLamp.Core.Airing;

/// <summary>Who makes way and comes back: for alerts, and under full-frame graphics.</summary>
internal sealed class MakingWay(Scene scene, Seating seating) : ScenePart(scene)
{
    /// <summary>What comes back is seen for at least this long (rule 17).</summary>
    private static readonly Duration LeastRest = Duration.FromSeconds(1);

    /// <summary>An alert that a hand sent away before it was seen this long comes again (rule 19).</summary>
    private static readonly Duration Seen = Duration.FromSeconds(1);

    /// <summary>What waits for its seat to be free of leavers begins where it is (rule 3, “after”).</summary>
    public void BeginWaiting()
    {
        foreach (var waiting in State.Airings.Where(airing => airing.Phase == Phase.Waiting))
        {
            if (!State.Airings.Any(other => other.Seat == waiting.Seat && !other.Holds))
            {
                Alone(() => seating.Begin(waiting), state => state with { Airings = state.Airings.RemoveAll(one => one.Id == waiting.Id) }, waiting.Graphic);
            }
        }
    }

    /// <summary>An alert that a hand sends away comes again if it was hardly seen.</summary>
    public void QueueAgain(Airing alert, bool yields)
    {
        if (alert.LitAt is not { } since || Now - since < Seen)
        {
            var was = State.LastAlert is { } last && last.Graphic == alert.Graphic ? last : new QueuedAlert(alert.Graphic, alert.Card, Now);
            State = State with { Alerts = State.Alerts.Insert(0, was with { Since = Now, Yields = yields, BlockedSince = null }) };
        }
    }

    /// <summary>A person lights in the seat of an alert: the person wins (rule 19).</summary>
    public void GiveWay(Airing alert)
    {
        QueueAgain(alert, yields: true);
        seating.YieldTo(alert, Origin.Person);
        seating.Send(alert, Origin.Person);
    }

    /// <summary>
    /// A full-frame graphic that has just been lit sends all others aside, if it is so set (rule 32). What the one before it had
    /// sent aside is now under this one; and comes back, if this one hides nothing.
    /// </summary>
    public void Cover(Prepared prepared)
    {
        var cover = State.Of(prepared.Graphic)!;
        if (!prepared.Covers)
        {
            // Only a full-frame graphic that has handed its airing over has left anything under it.
            foreach (var aside in State.Asides.Where(one => one.Cause == cover.Id && one.What.Under is not null))
            {
                ComeBack(aside);
            }

            return;
        }

        foreach (var other in State.Airings.Where(airing => airing.Holds && airing.Id != cover.Id && airing.Origin != Origin.Alert))
        {
            SendAside(other, cover.Id, cover.Graphic);
        }

        foreach (var aside in State.Asides.Where(one => one.What.Under is { } under && under != cover.Graphic && WaitsFor(under) is null))
        {
            State = State with { Asides = State.Asides.Replace(aside, new Aside(aside.What with { Under = cover.Graphic }, cover.Id)) };
        }
    }

    /// <param name="under">The full-frame graphic that hides it; null = an alert has its seat.</param>
    public void SendAside(Airing? airing, AiringId cause, GraphicId? under)
    {
        if (airing is null)
        {
            return;
        }

        // What was under it waits for the same; what had left its seat before it has lost it.
        var what = Remembered.Of(airing, Now) with { Under = under };
        var others = State.Asides.Select(one => one.Cause == airing.Id ? new Aside(one.What with { Under = one.What.Under ?? under }, cause) : one);
        State = State with { Asides = [.. others.Where(one => !one.What.Replaces(what)), new Aside(what, cause)] };
        Note(HappeningKind.Aside, airing);
        seating.Send(airing, Origin.Automatic);
    }

    /// <summary>Unless it is lit, or something else has taken its place meanwhile.</summary>
    public void AddAside(Aside aside)
    {
        if (State.Of(aside.What.Graphic) is not { Holds: true } && !State.Asides.Exists(one => one.What.Replaces(aside.What)))
        {
            State = State with { Asides = State.Asides.Add(aside) };
        }
    }

    /// <summary>What keeps things aside that are under this full-frame graphic: its airing, or what it is aside for itself. Null = nothing.</summary>
    public AiringId? WaitsFor(GraphicId cover) => State.Of(cover) is { Holds: true } airing ? airing.Id : State.AsideOf(cover)?.Cause;

    /// <summary>Full-frame graphics come back before what is under them.</summary>
    public static IEnumerable<T> CoversFirst<T>(IReadOnlyCollection<T> all, Func<T, Remembered> what) =>
        all.OrderByDescending(one => all.Count(other => what(other).Under == what(one).Graphic));

    /// <summary>What made way comes back with the rest of its stay, when what it made way for is gone.</summary>
    public void EndAsides()
    {
        foreach (var aside in CoversFirst(State.Asides.FindAll(one => !State.Airings.Any(airing => airing.Id == one.Cause)), one => one.What))
        {
            Alone(() => ComeBack(aside), state => state with { Asides = state.Asides.Remove(aside) }, aside.What.Graphic);
        }
    }

    private void ComeBack(Aside aside)
    {
        // It waits on: for its full-frame graphic that is back, or for the next alert, which has the seat already.
        var next = aside.What.Under is { } cover && WaitsFor(cover) is { } cause ? cause
            : State.HolderOf(aside.What.Seat) is { Origin: Origin.Alert } alert ? alert.Id
            : (AiringId?)null;
        if (next is { } on)
        {
            State = State with { Asides = State.Asides.Replace(aside, aside with { Cause = on }) };
            return;
        }

        State = State with { Asides = State.Asides.Remove(aside) };
        if (State.HolderOf(aside.What.Seat) is null)
        {
            seating.Restore(aside.What, aside.What.Remaining is { } rest ? Duration.Max(rest, LeastRest) : null);
        }
    }
}
