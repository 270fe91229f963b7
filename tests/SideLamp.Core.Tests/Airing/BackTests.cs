using NodaTime;
using SideLamp.Core.Airing;
using SideLamp.Core.Shows;

namespace SideLamp.Core.Tests.Airing;

/// <summary>Cues, and what brings things back: undo, and the memory of a seat.</summary>
public sealed class BackTests : OnAir
{
    [Fact]
    public void Rule_20_a_cue_sets_everything_in_one_instant()
    {
        Light("d");
        After(1000);
        Assert.Null(Do(new RunCue(Cue(new CueSetting(new("a"), CueAct.Light, new("c2"), new("o1")), new CueSetting(new("d"), CueAct.Dark)))));
        Assert.Equal(("a", "c2", "a.c2.0o1"), (Lit, Of("a").Card.Value, Of("a").Content.Value));
        Assert.All(Log.Where(one => one.At == Now), one => Assert.Equal(Now, one.At));
    }

    [Fact]
    public void Rule_20_nothing_of_a_cue_happens_when_part_of_it_cannot()
    {
        Light("d");
        After(1000);
        var before = Air;
        Assert.Contains("Evening", Do(new RunCue(Cue(new CueSetting(new("d"), CueAct.Dark), new CueSetting(new("gone"), CueAct.Light)))), StringComparison.Ordinal);
        // Where, and what to do: it is heard in the middle of a show.
        Assert.Equal(
            "“Evening” was not run: the card that it brings up in “A” is gone. Right-click the cue to change it.",
            Do(new RunCue(Cue(new CueSetting(new("d"), CueAct.Dark), new CueSetting(new("a"), CueAct.Light, new("c9")))))
        );
        Assert.Equal(before, Air);
    }

    [Fact]
    public void Rule_20_a_later_setting_wins_in_a_seat_and_the_earlier_is_never_shown()
    {
        Do(new RunCue(Cue(new CueSetting(new("a"), CueAct.Light), new CueSetting(new("b"), CueAct.Light))));
        Assert.Equal("b", Lit);
        Assert.Empty(TimesLit("a"));
    }

    [Fact]
    public void Rule_20_only_these_darkens_all_others()
    {
        Light("a");
        Light("d");
        After(1000);
        Do(new RunCue(new Cue(new("cue"), "Evening", null, [new CueStep(Duration.Zero, true, [new CueSetting(new("a"), CueAct.Light)])])));
        Assert.Equal("a", Lit);
    }

    [Fact]
    public void Rule_20_what_a_cue_only_sets_keeps_its_light()
    {
        Light("a");
        After(1000);
        Do(new RunCue(Cue(new CueSetting(new("a"), CueAct.Set, new("c3")), new CueSetting(new("d"), CueAct.Set, new("c2")))));
        Assert.Equal(("a", "c3"), (Lit, Of("a").Card.Value));
        Light("d");
        Assert.Equal("c2", Of("d").Card.Value);
    }

    [Fact]
    public void Rules_04_and_20_a_cue_that_finds_all_as_it_wants_it_changes_nothing()
    {
        Stay("a", 5);
        var cue = Cue(new CueSetting(new("a"), CueAct.Light, new("c2"), new("o1")), new CueSetting(new("d"), CueAct.Set, new("c2")));
        Do(new RunCue(cue));
        Light("d");
        After(3000);
        var before = Air.Airings;
        Do(new RunCue(cue));
        Assert.Equal(before, Air.Airings);
        Assert.Equal(["Lit", "Lit"], Log.Where(one => one.Kind is HappeningKind.Lit or HappeningKind.Changed).Select(one => one.Kind.ToString()));
    }

    [Fact]
    public void A_step_of_a_cue_comes_after_its_delay_and_pressing_again_begins_anew()
    {
        var cue = Sequence();
        Do(new RunCue(cue));
        After(4000);
        Do(new RunCue(cue));
        After(4999);
        Assert.Equal("a", Lit);
        After(1);
        Assert.Equal("a d", Lit);
    }

    [Fact]
    public void Rule_21_lights_out_ends_a_cue_and_rule_29_an_overdue_step_is_missed()
    {
        Do(new RunCue(Sequence()));
        After(1000);
        Do(new LightsOut());
        After(10_000);
        Assert.Equal("", Lit);
        Do(new LightsBack());
        Do(new RunCue(Sequence()));
        After(20_000);
        Assert.Equal("a", Lit);
        Assert.Contains(Log, one => one is { Kind: HappeningKind.Missed, What: "Evening" });
    }

    [Fact]
    public void Rule_24_undo_of_a_cue_is_one_step_and_calls_off_what_was_still_to_come()
    {
        Light("b");
        Light("d");
        After(1000);
        var (b, d) = (Of("b").Content, Of("d").Content);
        Do(new RunCue(Cue(new CueSetting(new("a"), CueAct.Light), new CueSetting(new("d"), CueAct.Dark))));
        After(1000);
        Facts.Edits++;
        Assert.Null(Do(new TakeBack()));
        Assert.Equal("b d", Lit);
        // Just as they were, whatever was edited since.
        Assert.Equal((b, d), (Of("b").Content, Of("d").Content));
        Assert.Contains(Log, one => one.Kind == HappeningKind.TakenBack);
        Do(new RunCue(Sequence()));
        Do(new TakeBack());
        Assert.Empty(Air.CueSteps);
    }

    [Fact]
    public void Rule_24_what_changed_since_is_left_alone()
    {
        Stay("d", 2);
        Light("a");
        Light("d");
        After(10_000);
        // The last act was lighting d, which has left by itself meanwhile; so the one before it is taken back.
        Do(new TakeBack());
        Assert.Equal("", Lit);
        Assert.NotNull(Do(new TakeBack()));
    }

    [Fact]
    public void Rule_24_undo_gives_back_the_rest_of_a_stay_and_the_card()
    {
        Stay("a", 10);
        Light("a");
        After(600 + 4000);
        Do(new StepCard(new("a"), 1));
        Assert.Equal(Now + Duration.FromSeconds(10), Of("a").StayEnds);
        After(1000);
        Do(new TakeBack());
        Assert.Equal(("c1", Now + Duration.FromSeconds(6)), (Of("a").Card.Value, Of("a").StayEnds));
        Do(new Darken(new("a")));
        After(2000);
        Do(new TakeBack());
        Assert.Equal("a", Lit);
        After(600);
        Assert.Equal(Now + Duration.FromSeconds(6), Of("a").StayEnds);
    }

    [Fact]
    public void Rule_24_undo_of_lights_out_and_back()
    {
        Light("a");
        After(1000);
        Do(new LightsOut());
        After(1000);
        Do(new TakeBack());
        Assert.Equal(("a", false), (Lit, Air.Held));
        Do(new LightsOut());
        After(1000);
        Do(new LightsBack());
        After(1000);
        Do(new TakeBack());
        Assert.Equal(("", true), (Lit, Air.Held));
        Do(new LightsBack());
        Assert.Equal("a", Lit);
    }

    [Fact]
    public void Rule_24_a_stepped_number_is_taken_back_with_its_picture()
    {
        Light("a");
        After(1000);
        var before = Of("a").Content;
        var count = new Count(new("a"), new("c1"), "left", "3", "4");
        Do(new Retouch(new("a"), new("with four"), [count]));
        Assert.Equal("with four", Of("a").Content.Value);
        var step = Engine.Apply(Air, new TakeBack(), Facts, Now);
        Assert.Equal((before, count), (step.State.Of(new("a"))!.Content, step.Uncounts![0]));
    }

    [Fact]
    public void Rule_25_a_seat_brings_back_what_it_held_until_it_is_told_to_forget()
    {
        Do(new Light(new("a"), new CardId("c2")));
        After(1000);
        Do(new Darken(new("a")));
        After(5000);
        Do(new BringBack(new("lower-left")));
        Assert.Equal("c2", Of("a").Card.Value);
        Light("b");
        After(5000);
        Do(new BringBack(new("lower-left")));
        Assert.Equal("a", Lit);
        Do(new Forget(new("lower-left")));
        Assert.NotNull(Do(new BringBack(new("lower-left"))));
    }

    [Fact]
    public void Rule_26_what_is_deleted_does_not_come_back_in_any_way()
    {
        Facts.Every["a"] = Duration.FromSeconds(60);
        Stay("a", 2);
        Do(new SwitchEvery(new("a"), true));
        Light("a");
        After(1000);
        Do(new Alert(new("b"), PushesAside: true));
        Do(new Alert(new("a"), PushesAside: true));
        Do(new Remove(new("a")));
        Facts.Graphics.Remove("a");
        After(100_000);
        Assert.Equal("", Lit);
        Assert.NotNull(Do(new BringBack(new("upper-right"))));
        Assert.DoesNotContain(Air.Last.Values, one => one.Graphic.Value == "a");
        Assert.Empty(Air.Repeats);
    }

    [Fact]
    public void Rule_8_what_is_lit_again_while_leaving_goes_on_in_the_outfit_that_was_asked_for()
    {
        Light("a");
        After(1000);
        Do(new Light(new("a"), Outfit: new OutfitId("o1")));
        Assert.Equal(("a.c1.0o1", Phase.Lit), (Of("a").Content.Value, Of("a").Phase));
    }

    private static Cue Cue(params CueSetting[] settings) => new(new("cue"), "Evening", null, [new CueStep(Duration.Zero, false, [.. settings])]);

    private static Cue Sequence() =>
        new(
            new("cue"),
            "Evening",
            null,
            [
                new CueStep(Duration.Zero, false, [new CueSetting(new("a"), CueAct.Light)]),
                new CueStep(Duration.FromSeconds(5), false, [new CueSetting(new("d"), CueAct.Light)]),
            ]
        );
}
