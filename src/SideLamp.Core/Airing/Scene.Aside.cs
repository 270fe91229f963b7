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

    private string? Queue(Alert alert)
    {
        if (facts.Prepare(alert.Graphic, alert.Card) is null)
        {
            return "There is no such graphic any more.";
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

            SendAside(holder, new AiringId($"a{State.Count + 1}"));
            Enter(prepared, Origin.Alert, prepared.Stay ?? AlertStay);
        }
    }

    /// <summary>A person lights in the seat of an alert: the person wins (rule 19).</summary>
    private void GiveWay(Airing alert)
    {
        if (alert.LitAt is not { } since || Now - since < Seen)
        {
            State = State with { Alerts = State.Alerts.Insert(0, new QueuedAlert(alert.Graphic, alert.Card, Now, Yields: true)) };
        }

        State = State with { Asides = State.Asides.RemoveAll(one => one.Cause == alert.Id) };
        Send(alert, Origin.Person);
    }

    /// <summary>A full-frame graphic sends all others aside, if it is so set (rule 32). What another had sent aside is now under this one.</summary>
    private void Cover(Prepared prepared, AiringId cause)
    {
        if (!prepared.Covers)
        {
            return;
        }

        State = State with { Asides = [.. State.Asides.Select(aside => IsAlert(aside.Cause) ? aside : aside with { Cause = cause })] };

        foreach (var other in State.Airings.Where(airing => airing.Holds && airing.Id != cause && airing.Origin != Origin.Alert))
        {
            SendAside(other, cause);
        }
    }

    private bool IsAlert(AiringId id) => State.Airings.Exists(airing => airing.Id == id && airing.Origin == Origin.Alert);

    private void SendAside(Airing? airing, AiringId cause)
    {
        if (airing is null)
        {
            return;
        }

        State = State with { Asides = State.Asides.Add(new Aside(Remembered.Of(airing, Now), cause)) };
        Note(HappeningKind.Aside, airing);
        Send(airing, Origin.Automatic);
    }

    /// <summary>What made way comes back with the rest of its stay, when what it made way for is gone.</summary>
    private void EndAsides()
    {
        foreach (var aside in State.Asides.Where(one => !State.Airings.Exists(airing => airing.Id == one.Cause)))
        {
            ComeBack(aside);
        }
    }

    /// <summary>A full-frame graphic has handed its airing to one that hides nothing.</summary>
    private void Uncover(AiringId cause)
    {
        foreach (var aside in State.Asides.Where(one => one.Cause == cause))
        {
            ComeBack(aside);
        }
    }

    private void ComeBack(Aside aside)
    {
        // The next alert has the seat already: it waits for that one too.
        if (State.HolderOf(aside.What.Seat) is { Origin: Origin.Alert } next)
        {
            State = State with { Asides = State.Asides.Replace(aside, aside with { Cause = next.Id }) };
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
            ComeByItself(graphic, State.LightsOut is null);
        }

        return null;
    }
}
