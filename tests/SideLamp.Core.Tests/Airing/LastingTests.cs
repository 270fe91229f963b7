using NodaTime;
using SideLamp.Core.Airing;
using SideLamp.Core.Shows;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Tests.Airing;

/// <summary>What an evening must not forget, stick at or do for ever.</summary>
public sealed class LastingTests : OnAir
{
    [Fact]
    public void Rule_21_and_23_only_the_newest_lights_out_comes_back()
    {
        Light("a");
        After(1000);
        Do(new LightsOut());
        After(1000);
        Light("d");
        After(1000);
        Do(new LightsOut());
        After(1000);
        // Whoever presses once more while all is dark loses nothing by it.
        Do(new LightsOut());
        Do(new LightsBack());
        Assert.Equal("d", Lit);
    }

    [Fact]
    public void Rule_21_and_22_what_comes_by_itself_waits_after_lights_out_until_it_is_let_come()
    {
        Facts.Every["d"] = Duration.FromSeconds(5);
        Stay("d", 1);
        Do(new SwitchEvery(new("d"), true));
        Light("a");
        After(1000);
        Do(new LightsOut());
        After(1000);
        Light("a");
        After(10_000);
        Assert.Equal(("a", true), (Lit, Air.Waits));
        Do(new LetThemCome());
        After(3600);
        Assert.Equal(("a d", false), (Lit, Air.Waits));
        // What was put out can be brought back all the same, and that can be taken back.
        Assert.NotNull(Air.LightsOut);
    }

    [Fact]
    public void Rule_24_letting_come_what_waits_is_taken_back()
    {
        Light("a");
        After(1000);
        Do(new LightsOut());
        After(1000);
        Do(new LetThemCome());
        Do(new TakeBack());
        Assert.Equal((true, ""), (Air.Waits, Lit));
        Do(new TakeBack());
        Assert.Equal((false, "a"), (Air.Waits, Lit));
    }

    [Fact]
    public void Rule_36_a_push_leaves_the_time_that_is_left_as_it_is()
    {
        Stay("a", 10);
        Light("a");
        After(3000);
        var ends = Of("a").StayEnds;
        Stay("a", 60);
        Facts.Edits++;
        Do(new Push(new("a")));
        Assert.Equal((ends, Duration.FromSeconds(10), "a.c1.1"), (Of("a").StayEnds, Of("a").Stay, Of("a").Content.Value));
        // An edit of the stay alone is nothing to push.
        Stay("a", 5);
        var acts = Air.Acts.Count;
        Do(new Push(new("a")));
        Assert.Equal(acts, Air.Acts.Count);
    }

    [Fact]
    public void An_alert_never_sticks_whatever_is_made_of_it_while_it_is_on_air()
    {
        Do(new Alert(new("a")));
        After(1000);
        Facts.Edits++;
        Do(new Push(new("a")));
        Do(new RunCue(new Cue(new("c"), "C", null, [new CueStep(Duration.Zero, false, [new CueSetting(new("a"), CueAct.Set, new("c2"))])])));
        Do(new Alert(new("d")));
        for (var second = 0; second < 30; second++)
        {
            After(1000);
        }

        Assert.Equal("", Lit);
        Assert.Contains(Log, one => one is { Kind: HappeningKind.Lit, Origin: Origin.Alert, Graphic.Value: "d" });
    }

    [Fact]
    public void No_more_alerts_wait_than_anybody_will_ever_see()
    {
        Do(new Hush());
        for (var count = 0; count < 20; count++)
        {
            Assert.Null(Do(new Alert(new("a"))));
        }

        Assert.NotNull(Do(new Alert(new("a"))));
        Assert.Equal(20, Air.Alerts.Count);
    }

    [Fact]
    public void Rule_31_a_timer_whose_cue_ends_it_again_at_once_is_switched_off_and_said_and_the_rest_goes_on()
    {
        Facts.Timers["loop"] = new Timer(new("loop"), "Loop", TimerKind.Down, Duration.FromSeconds(1), default, AtZero.Again, new CueId("again"));
        Facts.Cues["again"] = new Cue(new("again"), "Again", null, [new CueStep(Duration.Zero, false, []) { Timers = [new TimerSetting(new("loop"), TimerAct.Add, -Duration.FromMinutes(1))] }]);
        Stay("a", 2);
        Light("a");
        Do(new SetTimer(new TimerSetting(new("loop"), TimerAct.Start)));
        After(1500);
        var said = Assert.Single(Log, one => one.Kind == HappeningKind.SwitchedOff);
        Assert.Equal("Timer “Loop”", said.What);
        Assert.Null(Air.Timers.Find(run => run.Timer.Value == "loop")!.Since);
        After(5000);
        Assert.Equal("", Lit);
        Assert.Single(Log, one => one.Kind == HappeningKind.SwitchedOff);
    }

    [Fact]
    public void Rule_31_a_ring_of_what_follows_at_once_is_switched_off_in_any_length()
    {
        Facts.Arrive = Facts.Leave = Duration.Zero;
        foreach (var (one, next) in new[] { ("a", "d"), ("d", "a") })
        {
            Facts.Then[one] = new Follow(new(next), Duration.Zero);
            Facts.Graphics[one] = Facts.Graphics[one] with { Stay = Duration.FromMilliseconds(1) };
        }

        Light("a");
        After(3000);
        Assert.Contains(Log, one => one.Kind == HappeningKind.SwitchedOff);
        Assert.Equal("", Lit);
    }

    [Fact]
    public void Rule_43_taking_back_a_cue_takes_back_the_steps_that_have_run_and_calls_off_the_rest()
    {
        Light("b");
        After(1000);
        CueStep Step(int seconds, string graphic) => new(Duration.FromSeconds(seconds), false, [new CueSetting(new(graphic), CueAct.Light)]);
        Do(new RunCue(new Cue(new("c"), "C", null, [Step(0, "a"), Step(2, "d"), Step(60, "b")])));
        After(3000);
        Assert.Equal("a d", Lit);
        Do(new TakeBack());
        After(1000);
        Assert.Equal(("b", 0), (Lit, Air.CueSteps.Count));
    }

    [Fact]
    public void Rule_44_cards_begin_to_take_turns_at_once_and_end_at_once()
    {
        Light("a");
        After(2000);
        Facts.Cycles["a"] = new Cycle(CycleOrder.Round, Duration.FromSeconds(1), []);
        Do(new Recycle(new("a")));
        After(1000);
        Assert.Equal("c2", Of("a").Card.Value);
        Facts.Cycles.Remove("a");
        Do(new Recycle(new("a")));
        After(5000);
        Assert.Equal("c2", Of("a").Card.Value);
    }
}
