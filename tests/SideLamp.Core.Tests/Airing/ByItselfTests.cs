using NodaTime;
using SideLamp.Core.Airing;
using SideLamp.Core.Shows;

namespace SideLamp.Core.Tests.Airing;

/// <summary>What comes by itself: <em>every</em>, cards in turn, hush, and what fell due while nobody was there.</summary>
public sealed class ByItselfTests : OnAir
{
    [Fact]
    public void Rule_13_every_is_a_fixed_grid_from_when_it_was_switched_on_start_to_start()
    {
        Again("d", stay: 2, every: 10);
        Seconds(45);
        // Chosen by hand from the rule: switched on at 0, every 10 s.
        Assert.Equal([10, 20, 30, 40], TimesLit("d"));
        Do(new SwitchEvery(new("d"), false));
        Seconds(60);
        Assert.Equal(4, TimesLit("d").Count());
    }

    [Fact]
    public void Rule_13_an_occurrence_is_skipped_while_it_is_not_dark_or_a_person_has_the_seat_and_the_grid_stands()
    {
        Again("d", stay: 2, every: 10);
        Facts.Graphics["e"] = ("upper-right", "name", null);
        Light("e");
        Seconds(15);
        Assert.Equal("e", Lit);
        Do(new Darken(new("e")));
        Seconds(10);
        Assert.Equal([20], TimesLit("d"));
        Assert.Contains(Log, one => one is { Kind: HappeningKind.Skipped, Graphic.Value: "d" });
    }

    [Fact]
    public void Rule_13_nothing_repeats_that_is_not_set_to()
    {
        Assert.NotNull(Do(new SwitchEvery(new("a"), true)));
        Assert.Null(Engine.NextWake(Air));
    }

    [Fact]
    public void Rule_2_at_equal_instants_a_stay_ends_before_what_repeats_begins()
    {
        // The seat becomes free and is taken in the same instant: what ends comes first, so that nothing is skipped.
        Facts.Arrive = Facts.Leave = Duration.Zero;
        Again("d", stay: 2, every: 10);
        Facts.Graphics["e"] = ("upper-right", "name", Duration.FromSeconds(4));
        Seconds(6);
        Light("e");
        Seconds(4);
        Assert.Equal("d", Lit);
    }

    [Theory]
    [InlineData(CycleOrder.Round, "c1 c2 c3 c1 c2")]
    [InlineData(CycleOrder.Once, "c1 c2 c3")]
    public void Rule_11_cards_come_up_by_themselves_and_leave_the_stay_alone(CycleOrder order, string expected)
    {
        Facts.Cycles["a"] = new Cycle(order, Duration.FromSeconds(3), []);
        Stay("a", 14);
        Assert.Equal(expected, string.Join(' ', CardsOf("a", 14)));
        Seconds(2);
        Assert.Empty(Air.Airings);
    }

    [Fact]
    public void Cards_that_are_chosen_take_turns_and_the_others_do_not()
    {
        Facts.Cycles["a"] = new Cycle(CycleOrder.Round, Duration.FromSeconds(3), [new("c3"), new("c1")]);
        Assert.Equal("c1 c3 c1 c3", string.Join(' ', CardsOf("a", 11)));
    }

    [Fact]
    public void A_shuffle_shows_each_card_once_before_any_comes_again()
    {
        Facts.Cycles["a"] = new Cycle(CycleOrder.Shuffle, Duration.FromSeconds(2), []);
        var shown = CardsOf("a", 30);
        for (var at = 0; at + 3 <= shown.Count; at++)
        {
            Assert.Equal(3, shown.Skip(at).Take(3).Distinct().Count());
        }
    }

    [Fact]
    public void A_new_card_each_time_comes_up_when_the_graphic_is_gone()
    {
        Facts.Cycles["a"] = new Cycle(CycleOrder.Round, null, []);
        var shown = new List<string>();
        for (var time = 0; time < 4; time++)
        {
            Light("a");
            shown.Add(Of("a").Card.Value);
            Do(new Darken(new("a")));
            Seconds(2);
        }

        Assert.Equal(["c1", "c2", "c3", "c1"], shown);
    }

    [Fact]
    public void A_persons_step_starts_the_turn_of_the_cards_anew()
    {
        Facts.Cycles["a"] = new Cycle(CycleOrder.Round, Duration.FromSeconds(10), []);
        Light("a");
        After(600 + 9000);
        Do(new StepCard(new("a"), 1));
        Seconds(9);
        Assert.Equal("c2", Of("a").Card.Value);
        Seconds(1);
        Assert.Equal("c3", Of("a").Card.Value);
    }

    [Theory]
    [InlineData(true, "d")]
    [InlineData(false, "")]
    public void Rule_28_during_a_hush_every_and_alerts_wait_hands_work_and_the_release_runs_or_drops(bool run, string lit)
    {
        Again("d", stay: 2, every: 10);
        Do(new Hush());
        Do(new Alert(new("b"), PushesAside: true));
        Light("a");
        Seconds(31);
        Assert.Equal("a", Lit);
        Do(new EndHush(run));
        Assert.Equal(run ? "d b" : "a", Lit);
        Assert.Equal(lit.Length > 0, Air.Of(new("d")) is not null);
        Assert.Empty(Air.Alerts);
    }

    [Fact]
    public void Rule_28_what_waits_is_called_off_one_by_one_and_the_rest_comes()
    {
        Again("d", stay: 2, every: 10);
        Do(new Hush());
        Do(new Alert(new("b")));
        var first = Air.Alerts[0].No;
        Seconds(11);
        Do(new Alert(new("b")));
        Do(new CallOff(new("b"), first));
        Do(new CallOff(new("d"), null));
        Assert.Equal("It does not wait any more.", Do(new CallOff(new("d"), null)));
        Assert.Single(Air.Alerts);
        Do(new EndHush(true));
        Assert.Equal("b", Lit);
        Assert.Null(Air.Of(new("d")));
    }

    [Fact]
    public void Rule_21_every_is_held_during_lights_out_and_goes_on_with_lights_back()
    {
        Again("d", stay: 2, every: 10);
        Do(new LightsOut());
        Seconds(25);
        Assert.Empty(Air.Airings);
        Do(new LightsBack());
        Seconds(5);
        Assert.Equal([30], TimesLit("d"));
    }

    [Theory]
    [InlineData(3601, "d")]
    [InlineData(3605, "")]
    public void Rule_29_after_a_sleep_every_keeps_only_the_occurrence_that_contains_now(int seconds, string lit)
    {
        Again("d", stay: 2, every: 10);
        After(seconds * 1000);
        Assert.Equal(lit, Lit);
        Assert.Equal(lit.Length > 0 ? [3600] : [], TimesLit("d"));
        // The grid stands as it was switched on.
        Assert.Equal(Start + Duration.FromSeconds(3610), Engine.NextWake(Engine.Advance(Air, Facts, Start + Duration.FromSeconds(3608)).State));
    }

    [Fact]
    public void Rule_29_a_cycle_of_a_month_ends_in_one_sleep_and_says_so()
    {
        Facts.Cycles["a"] = new Cycle(CycleOrder.Round, Duration.FromSeconds(1), []);
        Light("a");
        Now += Duration.FromDays(30);
        Advance();
        Assert.Equal("a", Lit);
        Assert.Contains(Log, one => one.Kind == HappeningKind.ChainsEnded);
    }

    private void Again(string graphic, double stay, double every)
    {
        Stay(graphic, stay);
        Facts.Every[graphic] = Duration.FromSeconds(every);
        Do(new SwitchEvery(new(graphic), true));
    }

    /// <summary>The cards that show, one after another, from the lighting on.</summary>
    private List<string> CardsOf(string graphic, int seconds)
    {
        Light(graphic);
        After(600);
        var shown = new List<string>();
        for (var second = 0; second < seconds; second++)
        {
            if (Air.Of(new(graphic)) is { } airing && shown.LastOrDefault() != airing.Card.Value)
            {
                shown.Add(airing.Card.Value);
            }

            Seconds(1);
        }

        return shown;
    }

    /// <summary>Second by second, as a server that is awake looks.</summary>
    private void Seconds(int seconds)
    {
        for (var second = 0; second < seconds; second++)
        {
            After(1000);
        }
    }
}
