using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Events;

namespace SideLamp.Core.Airing;

/// <summary>The queue of alerts: who joins it, who has the turn, who leaves it unshown (rules 17 to 19 and 28).</summary>
internal sealed class Alerting(Scene scene, Seating seating, MakingWay makingWay) : ScenePart(scene)
{
    public const int Most = 20;
    private static readonly string Full = $"{Most} alerts wait already. This one was left out.";

    /// <summary>One more, by hand.</summary>
    public string? Queue(Alert alert)
    {
        if (Prepare(alert.Graphic, alert.Card) is not { } prepared)
        {
            return "There is no such graphic any more.";
        }

        if (prepared.Unlit is { } why)
        {
            return why;
        }

        if (State.Alerts.Count >= Most)
        {
            return Full;
        }

        Add(new QueuedAlert(alert.Graphic, alert.Card, Now) { PushesAside = alert.PushesAside });
        return null;
    }

    /// <summary>What viewers did, as rules have it: each joins the queue, is told with others of its kind, or is only counted.</summary>
    public string? Announce(Announce news)
    {
        string? refusal = null;
        foreach (var alert in news.Alerts)
        {
            var joined = false;
            Alone(
                () =>
                {
                    refusal = Join(alert with { Since = Now }) ?? refusal;
                    joined = true;
                },
                state => state,
                alert.Graphic
            );
            if (!joined)
            {
                Leave(alert);
            }
        }

        foreach (var late in news.Missed)
        {
            Leave(late);
        }

        return refusal;
    }

    /// <summary>Why it could not, of one that a hand has told again; else null.</summary>
    private string? Join(QueuedAlert alert)
    {
        if (!alert.IsAgain)
        {
            JoinOrFold(alert);
            return null;
        }

        if (State.Alerts.Count >= Most)
        {
            return Full;
        }

        Add(alert);
        return null;
    }

    private void JoinOrFold(QueuedAlert alert)
    {
        if (alert is not { Said: { } said, Rule: { } rule })
        {
            throw new ArgumentException("An alert of an event has a rule, and something to tell.", nameof(alert));
        }

        if (JoinsItsGift(alert, said))
        {
            return;
        }

        var burst = (State.Bursts.Find(one => one.Rule == rule && one.IsTest == said.IsTest) ?? new AlertBurst(rule, said.IsTest, [])).With(Now);
        var alike = State.Alerts.FindAll(one => one.Rule == rule && one is { Yields: false, IsAgain: false } && one.Said!.GoesWith(said));
        if ((burst.IsMany || State.Alerts.Count >= Most) && !alike.IsEmpty)
        {
            // Those that wait are told in one, at the place of the first.
            var all = alike.Skip(1).Select(one => one.Said!).Append(said).Aggregate(alike[0].Said!, (so, one) => so.With(one));
            State = State with { Alerts = State.Alerts.RemoveAll(one => alike.IndexOf(one) > 0).Replace(alike[0], alike[0] with { Said = all, Until = alert.Until }) };
            burst = burst with { Told = true };
        }
        else if (burst is { IsMany: true, Told: true } && alert.Until is not null)
        {
            if (burst.Quiet == 0)
            {
                Happenings.Add(new Happening(Now, HappeningKind.Quieted, alert.Graphic, Origin.Alert));
            }

            burst = burst with { Quiet = burst.Quiet + 1 + said.Others };
        }
        else if (State.Alerts.Count >= Most)
        {
            Leave(alert);
        }
        // Laid out by whoever tells it, ahead of its turn (`LayingAhead`).
        else if (Scene.Prepare(alert.Graphic, null, null, said) is not null)
        {
            Add(alert);
            burst = burst with { Told = burst.IsMany };
        }

        State = State with { Bursts = State.Bursts.RemoveAll(one => one.IsOver(Now) || (one.Rule == rule && one.IsTest == said.IsTest)).Add(burst) };
    }

    /// <summary>What one gift brings is told in one; what comes after that has been told is only counted.</summary>
    private bool JoinsItsGift(QueuedAlert alert, AlertEvent said)
    {
        if (State.Alerts.Find(one => one.Rule == alert.Rule && one is { Yields: false, IsAgain: false } && one.Said!.IsOfOneGift(said)) is { } waiting)
        {
            State = State with { Alerts = State.Alerts.Replace(waiting, waiting with { Said = waiting.Said!.With(said) }) };
            return true;
        }

        return State.LastAlert is { Said: { } last } shown && shown.Rule == alert.Rule && last.IsOfOneGift(said);
    }

    private void Add(QueuedAlert alert) => State = State with { Alerts = State.Alerts.Add(alert with { No = State.AlertCount + 1 }), AlertCount = State.AlertCount + 1 };

    /// <summary>It is not shown: whoever it was about is to be thanked otherwise.</summary>
    private void Leave(QueuedAlert alert)
    {
        State = State with { Alerts = State.Alerts.RemoveAll(one => one.No == alert.No) };
        Happenings.Add(new Happening(Now, HappeningKind.Missed, alert.Graphic, Origin.Alert));
        if (alert is { IsAgain: false, Said: { IsTest: false, Seqs.IsEmpty: false } said })
        {
            Scene.Unshown.Add(said);
        }
    }

    /// <summary>The next alert begins when no other is on air and nothing holds it back.</summary>
    public void Next()
    {
        foreach (var late in State.Alerts.Where(one => one.Until <= Now))
        {
            Leave(late);
        }

        if (State.HoldsAlerts)
        {
            // Whoever holds all of them back takes nobody's place in a seat from them.
            State = State.Alerts.Exists(one => one.BlockedSince is not null) ? State with { Alerts = [.. State.Alerts.Select(one => one with { BlockedSince = null })] } : State;
            return;
        }

        foreach (var alert in State.Alerts.OrderBy(one => one.Turn).ToList())
        {
            if (State.Airings.Any(airing => airing.Origin == Origin.Alert) || State.AlertsFrom > Now)
            {
                return;
            }

            if (!(alert.From > Now))
            {
                Alone(() => Begin(alert), state => state with { Alerts = state.Alerts.Remove(alert) }, alert.Graphic);
            }
        }
    }

    private void Begin(QueuedAlert alert)
    {
        if (Scene.Prepare(alert.Graphic, alert.Card, null, alert.Said) is not { } prepared)
        {
            State = State with { Alerts = State.Alerts.Remove(alert) };
            return;
        }

        var holder = State.HolderOf(prepared.Seat);
        var isTaken = holder is { Origin: Origin.Person } && (alert.Yields || !alert.PushesAside);
        if (isTaken || State.Of(alert.Graphic) is not null || State.AsideOf(alert.Graphic) is not null)
        {
            var since = alert.BlockedSince ?? Now;
            if (Now - since >= QueuedAlert.MostBlocked)
            {
                Leave(alert);
                return;
            }

            State = State with { Alerts = State.Alerts.Replace(alert, alert with { BlockedSince = since }) };
            return;
        }

        if (Until - Now > Scene.Overdue)
        {
            Leave(alert);
            return;
        }

        State = State with { Alerts = State.Alerts.Remove(alert), LastAlert = alert };
        makingWay.SendAside(holder, new AiringId($"a{State.Count + 1}"), under: null);
        seating.Enter(prepared, Origin.Alert, prepared.Stay ?? Scene.AlertStay, said: alert.Said);
        makingWay.Cover(prepared);
    }

    /// <summary>An event was taken back: what tells of it goes at once, and what waits does not come (rule 37).</summary>
    public string? Retract(Retract gone)
    {
        foreach (var alert in State.Alerts.Where(one => one.Said?.Seqs.Contains(gone.Event.Seq) == true))
        {
            State = State with { Alerts = alert.Said!.Without(gone.Event) is { } rest ? State.Alerts.Replace(alert, alert with { Said = rest }) : State.Alerts.Remove(alert) };
        }

        if (State.LastAlert is { Said: { } last } shown && last.Seqs.Contains(gone.Event.Seq))
        {
            State = State with { LastAlert = last.Without(gone.Event) is { } rest ? shown with { Said = rest } : null };
        }

        foreach (var airing in State.Airings.Where(one => one.Said?.Seqs.Contains(gone.Event.Seq) == true))
        {
            seating.Send(airing, Origin.Automatic);
            if (State.Airings.FirstOrDefault(one => one.Id == airing.Id) is { Leg: { } leg } leaving)
            {
                Put(leaving with { Leg = leg.Hurried(Now, Lighting.Within) });
            }

            Happenings.Add(new Happening(Now, HappeningKind.Revoked, airing.Graphic, Origin.Automatic));
        }

        return null;
    }

    /// <summary>Nothing that it remembers of what the audience sent comes back (rule 38).</summary>
    public string? ClearAudience()
    {
        foreach (var airing in State.Airings.Where(one => one.IsOfAudience))
        {
            seating.Send(airing, Origin.Person);
            if (State.Airings.FirstOrDefault(one => one.Id == airing.Id) is { Leg: { } leg } leaving)
            {
                Put(leaving with { Leg = leg.Hurried(Now, Lighting.Within) });
            }
        }

        State = State with
        {
            AlertPause = new AlertPause(Now, null),
            LastAlert = null,
            LightsOut = State.LightsOut?.RemoveAll(one => one.Said is not null),
            Asides = State.Asides.RemoveAll(one => one.What.Said is not null),
            Last = State.Last.RemoveRange(State.Last.Where(one => one.Value.Said is not null).Select(one => one.Key)),
            Acts = [.. State.Acts.Select(act => act with { Seats = [.. act.Seats.Where(seat => seat.Before?.Said is null)] })],
        };
        Happenings.Add(new Happening(Now, HappeningKind.AudienceCleared, null, Origin.Person));
        return null;
    }

    /// <summary>What a hand does with all of them.</summary>
    public string? Set(AlertAct act)
    {
        switch (act)
        {
            case AlertAct.Pause when State.AlertPause is not { Cue: null }:
                State = State with { AlertPause = new AlertPause(Now, null) };
                Happenings.Add(new Happening(Now, HappeningKind.AlertsPaused, null, Origin.Person));
                return null;
            case AlertAct.GoOn when State.AlertPause is not null:
                State = State with { AlertPause = null };
                Happenings.Add(new Happening(Now, HappeningKind.AlertsGoOn, null, Origin.Person));
                return null;
            case AlertAct.Skip:
                return Skip();
            case AlertAct.Repeat:
                if (State.LastAlert is not { } last)
                {
                    return "No alert has been shown yet.";
                }

                if (State.Alerts.Count >= Most)
                {
                    return Full;
                }

                State = State with { Alerts = State.Alerts.Insert(0, last with { No = State.AlertCount + 1, IsAgain = true, Since = Now, From = null, Until = null, BlockedSince = null, Turn = AlertTurn.Ahead }), AlertCount = State.AlertCount + 1 };
                return null;
            case AlertAct.Clear:
                foreach (var alert in State.Alerts)
                {
                    CalledOff(alert);
                }

                return null;
            default:
                return null;
        }
    }

    private string? Skip()
    {
        if (State.Airings.FirstOrDefault(one => one is { Origin: Origin.Alert, Holds: true }) is { } shown)
        {
            seating.Send(shown, Origin.Person);
            return null;
        }

        if (State.Alerts.OrderBy(one => one.Turn).FirstOrDefault() is not { } next)
        {
            return "No alert is on air, and none waits.";
        }

        CalledOff(next);
        return null;
    }

    /// <summary>A hand does not want it shown. It has counted all the same, and whoever gave something is still to be thanked.</summary>
    private void CalledOff(QueuedAlert alert)
    {
        State = State with { Alerts = State.Alerts.Remove(alert) };
        Happenings.Add(new Happening(Now, HappeningKind.Skipped, alert.Graphic, Origin.Person));
    }
}
