using NodaTime;

namespace SideLamp.Core.Airing;

// Who makes way and comes back: alerts, full-frame graphics, and the hush that makes alerts wait.
internal sealed partial class Scene
{
    /// <summary>What comes back is seen for at least this long (rule 17).</summary>
    private static readonly Duration LeastRest = Duration.FromSeconds(1);

    /// <summary>An alert that a hand sent away before it was seen this long comes again (rule 19).</summary>
    private static readonly Duration Seen = Duration.FromSeconds(1);

    /// <summary>How long an alert stays whose graphic has no stay: it must leave by itself.</summary>
    private static readonly Duration AlertStay = Duration.FromSeconds(8);

    private const int MostAlerts = 20;

    private string? Queue(Alert alert)
    {
        if (facts.Prepare(alert.Graphic, alert.Card) is null)
        {
            return "There is no such graphic any more.";
        }

        if (State.Alerts.Count >= MostAlerts)
        {
            return $"{MostAlerts} alerts wait already. This one was left out.";
        }

        State = State with { Alerts = State.Alerts.Add(new QueuedAlert(alert.Graphic, alert.Card, Now)) };
        return null;
    }

    /// <summary>The next alert begins when no other is on air and nothing holds it back.</summary>
    private void NextAlert()
    {
        while (!State.Held && State.Alerts is [var alert, ..] && !State.Airings.Exists(airing => airing.Origin == Origin.Alert))
        {
            if (facts.Prepare(alert.Graphic, alert.Card) is not { } prepared)
            {
                State = State with { Alerts = State.Alerts.RemoveAt(0) };
                continue;
            }

            var holder = State.HolderOf(prepared.Seat);
            if (State.Of(alert.Graphic) is not null || State.AsideOf(alert.Graphic) is not null || (alert.Yields && holder is { Origin: Origin.Person }))
            {
                return;
            }

            State = State with { Alerts = State.Alerts.RemoveAt(0) };
            if (until - Now > Overdue)
            {
                Happenings.Add(new Happening(Now, HappeningKind.Missed, alert.Graphic, Origin.Alert));
                continue;
            }

            SendAside(holder, new AiringId($"a{State.Count + 1}"), under: null);
            Enter(prepared, Origin.Alert, prepared.Stay ?? AlertStay);
            Cover(prepared);
        }
    }

    /// <summary>A person lights in the seat of an alert: the person wins (rule 19).</summary>
    private void GiveWay(Airing alert)
    {
        if (alert.LitAt is not { } since || Now - since < Seen)
        {
            State = State with { Alerts = State.Alerts.Insert(0, new QueuedAlert(alert.Graphic, alert.Card, Now, Yields: true)) };
        }

        YieldTo(alert, Origin.Person);
        Send(alert, Origin.Person);
    }

    /// <summary>Whether it is an alert that a person, or a rule of the streamer's, makes their own.</summary>
    private static bool IsTaken(Airing airing, Origin by) => airing.Origin == Origin.Alert && by != Origin.Alert;

    /// <summary>What had made way for an alert has lost its seat to whoever takes the alert's place (rule 19).</summary>
    private void YieldTo(Airing airing, Origin by)
    {
        if (IsTaken(airing, by))
        {
            State = State with { Asides = State.Asides.RemoveAll(one => one.Cause == airing.Id) };
        }
    }

    /// <summary>
    /// A full-frame graphic that has just been lit sends all others aside, if it is so set (rule 32). What the one before it had
    /// sent aside is now under this one; and comes back, if this one hides nothing.
    /// </summary>
    private void Cover(Prepared prepared)
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
    private void SendAside(Airing? airing, AiringId cause, GraphicId? under)
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
        Send(airing, Origin.Automatic);
    }

    /// <summary>Unless it is lit, or something else has taken its place meanwhile.</summary>
    private void AddAside(Aside aside)
    {
        if (State.Of(aside.What.Graphic) is not { Holds: true } && !State.Asides.Exists(one => one.What.Replaces(aside.What)))
        {
            State = State with { Asides = State.Asides.Add(aside) };
        }
    }

    /// <summary>What keeps things aside that are under this full-frame graphic: its airing, or what it is aside for itself. Null = nothing.</summary>
    private AiringId? WaitsFor(GraphicId cover) => State.Of(cover) is { Holds: true } airing ? airing.Id : State.AsideOf(cover)?.Cause;

    /// <summary>Full-frame graphics come back before what is under them.</summary>
    private static IEnumerable<T> CoversFirst<T>(IReadOnlyCollection<T> all, Func<T, Remembered> what) =>
        all.OrderByDescending(one => all.Count(other => what(other).Under == what(one).Graphic));

    /// <summary>What made way comes back with the rest of its stay, when what it made way for is gone.</summary>
    private void EndAsides()
    {
        foreach (var aside in CoversFirst(State.Asides.FindAll(one => !State.Airings.Exists(airing => airing.Id == one.Cause)), one => one.What))
        {
            ComeBack(aside);
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
            Restore(aside.What, aside.What.Remaining is { } rest ? Duration.Max(rest, LeastRest) : null);
        }
    }

    private string? HushIt()
    {
        if (State.Hush is null)
        {
            State = State with { Hush = new Hushed(Now, []) };
            Happenings.Add(new Happening(Now, HappeningKind.Hush, null, Origin.Person));
        }

        return null;
    }

    private string? EndHush(bool run)
    {
        if (State.Hush is not { } hush)
        {
            return "There is no hush.";
        }

        State = State with { Hush = null };
        Happenings.Add(new Happening(Now, HappeningKind.HushOver, null, Origin.Person));
        if (!run)
        {
            foreach (var graphic in hush.Waiting.Concat(State.Alerts.Select(alert => alert.Graphic)))
            {
                Happenings.Add(new Happening(Now, HappeningKind.Skipped, graphic, Origin.Automatic));
            }

            State = State with { Alerts = [] };
            return null;
        }

        foreach (var graphic in hush.Waiting)
        {
            ComeByItself(graphic, !State.Waits);
        }

        return null;
    }

    private string? CallItOff(CallOff off)
    {
        // Pages know instants to the microsecond, roughly: alerts of one millisecond are alike.
        var alert = off.Since is { } since ? State.Alerts.Find(one => one.Graphic == off.Graphic && (one.Since - since).TotalMilliseconds is > -1 and < 1) : null;
        var held = off.Since is null && State.Hush is { } hush && hush.Waiting.Contains(off.Graphic) ? hush : null;
        if (alert is null && held is null)
        {
            return "It does not wait any more.";
        }

        State = State with
        {
            Alerts = alert is null ? State.Alerts : State.Alerts.Remove(alert),
            Hush = held is null ? State.Hush : held with { Waiting = held.Waiting.Remove(off.Graphic) },
        };
        Happenings.Add(new Happening(Now, HappeningKind.Skipped, off.Graphic, Origin.Person));
        return null;
    }
}
