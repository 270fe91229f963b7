using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Airing;
using SideLamp.Core.Events;
using SideLamp.Core.Shows;

namespace SideLamp.Core.Tests.Airing;

/// <summary>The queue of alerts: its turns, its limits, and what a hand does with it. The numbers are those of note 9, "Alerts, at first".</summary>
public sealed class AlertTests : OnAir
{
    private static readonly AlertId Rule = new("w1");
    private long _seq;

    public AlertTests()
    {
        Stay("a", 6);
        Stay("b", 6);
        Stay("d", 6);
        Facts.AlertGap = Duration.FromSeconds(1);
    }

    [Fact]
    public void Rule_17_an_alert_waits_for_what_a_hand_lit_at_most_20_s_then_is_left_out_and_to_be_thanked()
    {
        Light("c");
        Come("b", "tip");
        After(19_900);
        Assert.Equal(("c", 1), (Lit, Air.Alerts.Count));
        Assert.Empty(Unshown);
        After(200);
        Assert.Empty(Air.Alerts);
        Assert.Equal("tip 1", Unshown.Single().Name);
        Assert.Single(Log, one => one.Kind == HappeningKind.Missed);
    }

    [Fact]
    public void Rule_17_what_came_by_itself_makes_way_and_an_alert_in_another_seat_is_not_held_up_by_one_that_waits()
    {
        Do(new Light(new("a"), Origin: Origin.Automatic));
        After(1000);
        Come("b", "tip");
        Assert.Equal(("b", "a"), (Lit, Air.Asides.Single().What.Graphic.Value));
        After(600 + 6000 + 400 + 600);
        Assert.Equal("a", Lit);
        After(1000);
        Light("c");
        Come("b", "tip");
        Come("d", "tip");
        Assert.Equal("c d", Lit);
    }

    [Fact]
    public void One_at_a_time_with_a_gap_and_those_that_go_ahead_first()
    {
        Come("d", "tip");
        Come("d", "tip", turn: AlertTurn.Last);
        Come("d", "tip");
        Come("d", "tip", turn: AlertTurn.Ahead);
        Assert.Equal("tip 1", Of("d").Said!.Name);
        After(600 + 6000 + 400 + 900);
        Assert.Equal("", Lit);
        After(100);
        Assert.Equal("tip 4", Of("d").Said!.Name);
        After(8000);
        Assert.Equal("tip 3", Of("d").Said!.Name);
        After(8000);
        Assert.Equal("tip 2", Of("d").Said!.Name);
    }

    [Fact]
    public void An_alert_is_looked_at_before_it_comes_and_a_hand_may_drop_it()
    {
        Come("d", "tip", look: 5);
        Come("d", "tip", look: 5);
        After(4900);
        Assert.Equal("", Lit);
        Do(new SetAlerts(AlertAct.Skip));
        After(200);
        Assert.Equal("tip 2", Of("d").Said!.Name);
        Do(new SetAlerts(AlertAct.Skip));
        After(400);
        Assert.Empty(Air.Airings);
        Assert.Empty(Unshown);
        Do(new SetAlerts(AlertAct.Repeat));
        After(1000);
        Assert.Equal("tip 2", Of("d").Said!.Name);
    }

    [Fact]
    public void Follows_expire_after_a_minute_and_tips_never()
    {
        Do(new SetAlerts(AlertAct.Pause));
        Come("d", "follow", waits: 60);
        Come("d", "tip");
        After(59_000);
        Assert.Equal(2, Air.Alerts.Count);
        After(1100);
        Assert.Equal("tip 2", Air.Alerts.Single().Said!.Name);
        for (var hour = 0; hour < 60; hour++)
        {
            After(60_000);
        }

        Do(new SetAlerts(AlertAct.GoOn));
        Assert.Equal("tip 2", Of("d").Said!.Name);
    }

    [Fact]
    public void More_than_ten_follows_in_30_s_are_one_alert_and_then_quiet_which_is_said()
    {
        Do(new SetAlerts(AlertAct.Pause));
        for (var no = 0; no < 15; no++)
        {
            Come("d", "follow", waits: 60);
        }

        Assert.Equal("follow 1 and 14 others", Air.Alerts.Single().Said!.Who);
        Do(new SetAlerts(AlertAct.GoOn));
        Assert.Equal("d", Lit);
        for (var no = 0; no < 200; no++)
        {
            Come("d", "follow", waits: 60);
        }

        Assert.Empty(Air.Alerts);
        Assert.Single(Log, one => one.Kind == HappeningKind.Quieted);
        // Once they come slowly again, each has its own.
        After(31_000);
        Come("d", "follow", waits: 60);
        Assert.Equal("follow 216", Of("d").Said!.Name);
    }

    [Fact]
    public void Tips_fold_and_their_amounts_add_up_but_never_two_currencies_and_twenty_wait()
    {
        Do(new SetAlerts(AlertAct.Pause));
        for (var no = 0; no < 30; no++)
        {
            Come("d", "tip", unit: no % 2 == 0 ? "EUR" : "JPY", size: 100);
        }

        Assert.Equal([("EUR", 1500L, 14), ("JPY", 1500L, 14)], Air.Alerts.Select(one => (one.Said!.Unit, one.Said.Size, one.Said.Others)));
        Assert.Equal(30, Air.Alerts.Sum(one => one.Said!.Seqs.Count));
        for (var no = 0; no < 25; no++)
        {
            Come("d", "gift", rule: $"other {no}");
        }

        Assert.Equal(20, Air.Alerts.Count);
        Assert.Equal(7, Unshown.Count);
    }

    [Fact]
    public void Rule_37_an_event_that_is_taken_back_leaves_at_once_and_does_not_come()
    {
        Come("d", "tip");
        Come("d", "tip");
        After(1000);
        Do(new Retract(Event(1, "tip")));
        After(300);
        Assert.Empty(Air.Airings);
        Do(new SetAlerts(AlertAct.Repeat));
        Do(new Retract(Event(2, "tip")));
        After(5000);
        Assert.Empty(Air.Airings);
        Assert.Empty(Air.Alerts);
    }

    // Note 9: gifts that bring an event for each receiver are grouped by gift id.
    [Fact]
    public void What_one_gift_brings_is_told_in_one_and_what_comes_after_that_is_only_counted()
    {
        ViewerEvent Given(long seq, string kind, string gift) => Event(seq, kind) with { Name = kind == "gift" ? "Pim" : $"to {seq}", Gift = gift };
        void Tell(ViewerEvent one) => Do(new Announce([new QueuedAlert(new("d"), null, Now) { Said = AlertEvent.Of(one), Rule = new AlertId(one.Kind), From = Now + Duration.FromSeconds(5) }], []));
        Enumerable.Range(1, 12).ToList().ForEach(seq => Tell(Given(seq, "gift", "g1")));
        Enumerable.Range(21, 3).ToList().ForEach(seq => Tell(Given(seq, "member", "g1")));
        Tell(Given(31, "gift", "g2"));
        Assert.Equal([("Pim", 12L), ("to 21 and 2 others", 1L), ("Pim", 1L)], Air.Alerts.Select(one => (one.Said!.Who, one.Said.Size)));
        After(5000);
        Assert.Equal(12, Of("d").Said!.Size);
        Tell(Given(13, "gift", "g1"));
        Assert.Equal(2, Air.Alerts.Count);
    }

    [Fact]
    public void Where_the_one_who_is_named_takes_it_back_the_others_are_told_all_the_same()
    {
        Do(new SetAlerts(AlertAct.Pause));
        Enumerable.Range(0, 13).ToList().ForEach(_ => Come("d", "tip", unit: "EUR", size: 100));
        Do(new Retract(Event(1, "tip", "EUR", 100)));
        Do(new Retract(Event(3, "tip", "EUR", 100)));
        Assert.Equal(("tip 2 and 10 others", "11 EUR"), (Air.Alerts.Single().Said!.Who, Air.Alerts.Single().Said!.Amount));
        Enumerable.Range(1, 12).ToList().ForEach(seq => Do(new Retract(Event(seq, "tip", "EUR", 100))));
        Assert.Equal(("tip 13", "1 EUR"), (Air.Alerts.Single().Said!.Who, Air.Alerts.Single().Said!.Amount));
        Do(new Retract(Event(13, "tip", "EUR", 100)));
        Assert.Empty(Air.Alerts);
    }

    [Fact]
    public void A_cue_may_ask_for_quiet_until_the_next_one_and_what_a_hand_paused_stays_paused()
    {
        var quiet = new Cue(new("q1"), "Minute of silence", null, [new CueStep(Duration.Zero, false, [])]) { IsQuiet = true };
        var next = quiet with { Id = new("q2"), IsQuiet = false };
        Do(new RunCue(quiet));
        Come("d", "tip");
        After(30_000);
        Assert.Equal("", Lit);
        Do(new RunCue(next));
        Assert.Equal("d", Lit);
        Do(new SetAlerts(AlertAct.Pause));
        Do(new RunCue(next));
        Assert.NotNull(Air.AlertPause);
    }

    [Fact]
    public void The_most_demanding_rule_takes_an_event_and_amounts_of_other_currencies_meet_none()
    {
        var any = new AlertRule(new("any"), "tip", new("a"));
        var rules = ImmutableArray.Create(any, any with { Id = new("five"), Least = 5 }, any with { Id = new("first"), FirstTime = true }, any with { Id = new("off"), Least = 6, IsOff = true }, new AlertRule(new("tier"), "member", new("a")) { Tier = "Gold" });
        string? For(ViewerEvent one, bool first = false) => AlertRule.For(rules, one, first, "EUR")?.Id.Value;
        Assert.Equal(["five", "any", "first", "any", "tier", null], [For(Event(1, "tip", "EUR", 500)), For(Event(1, "tip", "EUR", 499)), For(Event(1, "tip", "EUR", 499), true), For(Event(1, "tip", "JPY", 9000)), For(Event(1, "member") with { Tier = " gold" }), For(Event(1, "member"))]);
    }

    private static ViewerEvent Event(long seq, string kind, string unit = "", long size = 1) => new(seq, new EventKey("test", $"{seq}"), kind, Instant.FromUnixTimeSeconds(1_800_000_000)) { Name = $"{kind} {seq}", Unit = unit, Size = size };

    private void Come(string graphic, string kind, string unit = "", long size = 1, int? waits = null, double look = 0, AlertTurn turn = AlertTurn.InTurn, string? rule = null) =>
        Do(
            new Announce(
                [
                    new QueuedAlert(new(graphic), null, Now)
                    {
                        Said = AlertEvent.Of(Event(++_seq, kind, unit, size)),
                        Rule = rule is null ? Rule : new AlertId(rule),
                        Turn = turn,
                        From = Now + Duration.FromSeconds(look),
                        Until = waits is { } s ? Now + Duration.FromSeconds(s) : null,
                    },
                ],
                []
            )
        );
}
