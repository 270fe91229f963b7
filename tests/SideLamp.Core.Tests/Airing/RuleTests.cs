using NodaTime;
using SideLamp.Core.Airing;

namespace SideLamp.Core.Tests.Airing;

/// <summary>The rules of the design's seventh note, by their numbers.</summary>
public sealed class RuleTests : OnAir
{
    [Fact]
    public void Rule_1_a_command_never_happens_before_the_last_one()
    {
        Light("a");
        Now -= Duration.FromSeconds(10);
        Light("d");
        Assert.Equal(Start, Of("d").LitAt);
    }

    [Fact]
    public void Rule_1_what_falls_due_happens_before_the_command()
    {
        Light("a");
        After(600);
        Do(new Darken(new("a")));
        Assert.Equal(Phase.Leaving, Of("a").Phase);
    }

    [Fact]
    public void Rule_3_a_new_graphic_sends_the_holder_away_and_comes_across()
    {
        Light("a");
        After(1000);
        Light("b");
        Assert.Equal((Phase.Leaving, Phase.Arriving), (Of("a").Phase, Of("b").Phase));
    }

    [Fact]
    public void Rule_3_where_the_brand_waits_it_begins_when_the_last_leaver_is_gone()
    {
        Facts.WaitsForLeaver = true;
        Light("a");
        After(1000);
        Light("b");
        Assert.Equal(Phase.Waiting, Of("b").Phase);
        After(399);
        Assert.Equal(Phase.Waiting, Of("b").Phase);
        After(1);
        Assert.Equal((Phase.Arriving, Now), (Of("b").Phase, Of("b").LitAt));
        Assert.Null(Air.Of(new("a")));
    }

    [Fact]
    public void Rule_4_lighting_what_is_lit_does_nothing_but_another_card_is_shown_in_place()
    {
        Light("a");
        After(1000);
        var before = Of("a");
        Light("a");
        Assert.Equal(before, Of("a"));
        Do(new Light(new("a"), new CardId("c2")));
        Assert.Equal((before.Id, before.LitAt, "c2"), (Of("a").Id, Of("a").LitAt, Of("a").Card.Value));
    }

    [Fact]
    public void Rule_5_a_graphic_of_the_same_template_takes_the_airing_over()
    {
        Light("a");
        After(1000);
        var before = Of("a");
        Light("n");
        Assert.Null(Air.Of(new("a")));
        Assert.Equal((before.Id, before.LitAt, Phase.Lit), (Of("n").Id, Of("n").LitAt, Of("n").Phase));
    }

    [Fact]
    public void Rules_6_and_7_an_interrupted_arrival_goes_back_and_forward_from_where_it_is()
    {
        Light("a");
        After(200);
        Do(new Darken(new("a")));
        Assert.Equal((Phase.Retracting, LegPath.Arrive, 200.0), (Of("a").Phase, Of("a").Leg!.Path, Position("a")));
        After(50);
        Light("a");
        Assert.Equal((Phase.Arriving, 150.0), (Of("a").Phase, Position("a")));
        After(450);
        Assert.Equal(Phase.Lit, Of("a").Phase);
    }

    [Fact]
    public void Rule_8_what_is_leaving_comes_back_on_the_same_path_with_a_full_stay()
    {
        Facts.Graphics["a"] = ("lower-left", "name", Duration.FromSeconds(5));
        Light("a");
        After(5600);
        Assert.Equal(Phase.Leaving, Of("a").Phase);
        After(100);
        Light("a");
        Assert.Equal((Phase.Reviving, LegPath.Leave, 100.0), (Of("a").Phase, Of("a").Leg!.Path, Position("a")));
        After(100);
        Assert.Equal((Phase.Lit, Now + Duration.FromSeconds(5)), (Of("a").Phase, Of("a").StayEnds));
    }

    [Fact]
    public void Rule_9_what_waited_and_was_switched_off_was_never_shown()
    {
        Facts.WaitsForLeaver = true;
        Light("a");
        After(1000);
        Light("b");
        Do(new Darken(new("b")));
        After(1000);
        Assert.Empty(Air.Airings);
        Assert.DoesNotContain(Log, one => one.Graphic == new GraphicId("b"));
    }

    [Fact]
    public void Rule_10_three_lights_in_quick_succession_leave_one_holder()
    {
        Facts.WaitsForLeaver = true;
        Light("a");
        After(100);
        Light("b");
        Light("c");
        Assert.Equal((Phase.Retracting, Phase.Waiting), (Of("a").Phase, Of("c").Phase));
        Assert.Null(Air.Of(new("b")));
    }

    [Fact]
    public void Rule_11_a_stay_counts_from_the_end_of_the_arrival_and_a_card_step_starts_it_anew()
    {
        Facts.Graphics["a"] = ("lower-left", "name", Duration.FromSeconds(2));
        Light("a");
        After(600);
        Assert.Equal(Now + Duration.FromSeconds(2), Of("a").StayEnds);
        After(1500);
        Do(new Light(new("a"), new CardId("c2")));
        Assert.Equal(Now + Duration.FromSeconds(2), Of("a").StayEnds);
        After(2000);
        Assert.Equal(Phase.Leaving, Of("a").Phase);
    }

    [Fact]
    public void Rules_15_and_16_words_that_change_keep_the_airing_its_lighting_and_its_motion()
    {
        Light("a");
        After(300);
        var before = Of("a");
        Facts.Edits++;
        Do(new Push(new("a")));
        Assert.Equal(before with { Content = new ContentId("a.c1.1") }, Of("a"));
    }

    [Fact]
    public void Rule_21_lights_out_takes_300_ms_and_a_second_press_cuts()
    {
        Facts.Leave = Duration.FromSeconds(3);
        Light("a");
        Light("d");
        After(2000);
        Do(new LightsOut());
        After(299);
        Assert.Equal(2, Air.Airings.Length);
        Do(new LightsOut());
        Assert.Empty(Air.Airings);
        Assert.Equal(2, Air.LightsOut!.Count);
    }

    [Fact]
    public void Rule_21_whatever_is_on_its_way_is_gone_within_300_ms()
    {
        Facts.Arrive = Facts.Leave = Duration.FromSeconds(4);
        Light("a");
        Light("d");
        After(3900);
        Do(new Darken(new("d")));
        Do(new LightsOut());
        After(300);
        Assert.Empty(Air.Airings);
    }

    [Fact]
    public void Rules_22_and_23_what_was_lit_comes_back_with_its_remaining_stay_into_seats_still_empty()
    {
        Facts.Graphics["a"] = ("lower-left", "name", Duration.FromSeconds(10));
        Light("a");
        Light("d");
        After(600 + 4000);
        Do(new LightsOut());
        After(5000);
        Facts.Graphics["e"] = ("upper-right", "name", null);
        Light("e");
        Do(new LightsBack());
        Assert.Null(Air.Of(new("d")));
        Assert.Equal(Phase.Arriving, Of("a").Phase);
        After(600);
        Assert.Equal(Now + Duration.FromSeconds(6), Of("a").StayEnds);
        Assert.Null(Air.LightsOut);
    }

    [Fact]
    public void Rule_26_what_is_deleted_while_lit_is_gone_in_the_same_step()
    {
        Light("a");
        After(1000);
        Do(new Remove(new("a")));
        Assert.Empty(Air.Airings);
        Assert.Equal(Duration.FromMilliseconds(1000), Assert.Single(Log, one => one.Kind == HappeningKind.Gone).Shown);
    }

    [Fact]
    public void Rule_27_an_edit_reaches_the_air_only_when_it_is_pushed()
    {
        Light("a");
        After(1000);
        var pinned = Of("a").Content;
        Facts.Edits++;
        Advance();
        Assert.Equal(pinned, Of("a").Content);
        Do(new Push(new("a")));
        Assert.NotEqual(pinned, Of("a").Content);
    }

    [Fact]
    public void Rule_27_what_is_pushed_into_a_taken_seat_sends_its_holder_away()
    {
        Light("a");
        Light("d");
        After(1000);
        Facts.Graphics["a"] = ("upper-right", "name", null);
        Facts.Edits++;
        Do(new Push(new("a")));
        Assert.Equal(("upper-right", Phase.Leaving), (Of("a").Seat.Value, Of("d").Phase));
    }

    [Fact]
    public void Rule_29_what_fell_due_during_a_long_sleep_is_folded_in_order()
    {
        Facts.Graphics["a"] = ("lower-left", "name", Duration.FromSeconds(3));
        Light("a");
        After(3_600_000);
        Assert.Empty(Air.Airings);
        var gone = Assert.Single(Log, one => one.Kind == HappeningKind.Gone);
        Assert.Equal((Start + Duration.FromMilliseconds(4000), Duration.FromMilliseconds(4000)), (gone.At, gone.Shown));
    }

    [Fact]
    public void Rule_30_a_repeated_command_does_nothing_for_sixty_seconds()
    {
        Do(new Toggle(new("a")), "x");
        Do(new Toggle(new("a")), "x");
        Assert.True(Of("a").Holds);
        After(61_000);
        Do(new Toggle(new("a")), "x");
        Assert.False(Of("a").Holds);
    }

    [Fact]
    public void What_is_not_there_is_refused_and_changes_nothing()
    {
        var step = Engine.Apply(Air, new Light(new("gone")), Facts, Now);
        Assert.NotNull(step.Refusal);
        Assert.Empty(step.State.Airings);
        Assert.NotNull(Engine.Apply(Air, new LightsBack(), Facts, Now).Refusal);
        Assert.NotNull(Engine.Apply(Air, new Push(new("a")), Facts, Now).Refusal);
    }

    [Fact]
    public void A_card_that_is_gone_is_refused_and_no_other_is_shown_in_its_place()
    {
        Assert.Contains("card", Do(new Light(new("a"), new("c9"))), StringComparison.Ordinal);
        Light("a");
        After(1000);
        var before = Air.Airings;
        Assert.NotNull(Do(new Light(new("a"), new("c9"))));
        Assert.Equal(before, Air.Airings);
    }

    [Fact]
    public void Rule_05_the_time_on_air_is_counted_for_each_graphic_that_has_the_airing()
    {
        Light("a");
        After(5000);
        Light("n");
        Assert.Equal(Now, Of("n").OnAirSince);
        Assert.Equal(Start, Of("n").LitAt);
        After(2000);
        Do(new StepCard(new("n"), 1));
        After(1000);
        Do(new Darken(new("n")));
        After(400);
        Assert.Equal([("a", 5.0), ("n", 3.4)], Log.Where(one => one.Kind == HappeningKind.Gone).Select(one => (one.Graphic!.Value.Value, one.Shown!.Value.TotalSeconds)));
    }
}
