using NodaTime;
using SideLamp.Core.Airing;

namespace SideLamp.Core.Tests.Airing;

/// <summary>Who makes way for whom: alerts, hands, and full-frame graphics.</summary>
public sealed class AsideTests : OnAir
{
    public AsideTests() => Stay("b", 3);

    [Fact]
    public void Rule_17_an_alert_sends_the_holder_aside_and_it_comes_back_with_the_rest_of_its_stay()
    {
        Stay("a", 10);
        Light("a");
        After(600 + 4000);
        var look = Of("a").Content;
        Do(new Alert(new("b"), PushesAside: true));
        Assert.Equal(("b", "a"), (Lit, Air.Asides.Single().What.Graphic.Value));
        // 0.6 s to come, 3 s to stay, 0.4 s to go; then it comes back in 0.6 s, with 6 s left.
        Facts.Edits++;
        After(600 + 3000 + 400);
        Assert.Equal((Phase.Arriving, look), (Of("a").Phase, Of("a").Content));
        After(600);
        Assert.Equal(Now + Duration.FromSeconds(6), Of("a").StayEnds);
    }

    [Fact]
    public void Rule_17_what_comes_back_stays_at_least_a_second()
    {
        Stay("a", 5);
        Light("a");
        After(600 + 4900);
        Do(new Alert(new("b"), PushesAside: true));
        After(600 + 3000 + 400 + 600);
        Assert.Equal(Now + Duration.FromSeconds(1), Of("a").StayEnds);
    }

    [Fact]
    public void Rule_17_alerts_come_one_at_a_time_and_what_is_aside_waits_for_the_last()
    {
        Light("a");
        After(1000);
        Do(new Alert(new("b"), PushesAside: true));
        Do(new Alert(new("b"), PushesAside: true));
        Do(new Alert(new("d"), PushesAside: true));
        Stay("d", 3);
        Assert.Equal("b", Lit);
        After(4000);
        Assert.Equal("b", Lit);
        After(4000);
        // The next alert is in another seat: what was aside comes back beside it.
        Assert.Equal("d a", Lit);
        Assert.Equal(2, TimesLit("b").Count());
    }

    [Fact]
    public void Rule_18_dark_on_what_is_aside_forgets_it()
    {
        Light("a");
        After(1000);
        Do(new Alert(new("b"), PushesAside: true));
        Do(new Darken(new("a")));
        After(10_000);
        Assert.Equal("", Lit);
    }

    [Theory]
    [InlineData(500, 1)]
    [InlineData(1500, 0)]
    public void Rule_19_a_persons_press_beats_an_alert_which_comes_again_only_if_it_was_hardly_seen(int shown, int queued)
    {
        Light("a");
        After(1000);
        Do(new Alert(new("b"), PushesAside: true));
        After(shown);
        Light("c");
        Assert.Equal("c", Lit);
        Assert.Empty(Air.Asides);
        Assert.Equal(queued, Air.Alerts.Count);
        After(15_000);
        Assert.Equal("c", Lit);
        // It waits until the hand has freed the seat.
        Do(new Darken(new("c")));
        After(500);
        Assert.Equal(queued == 1 ? "b" : "", Lit);
    }

    [Fact]
    public void Rules_21_and_23_alerts_queue_while_the_lights_are_out_and_come_when_they_are_back()
    {
        Light("a");
        After(1000);
        Do(new LightsOut());
        Do(new Alert(new("b"), PushesAside: true));
        After(5000);
        Assert.Empty(Air.Airings);
        Do(new LightsBack());
        Assert.Equal(("b", "a"), (Lit, Air.Asides.Single().What.Graphic.Value));
    }

    [Fact]
    public void Rule_29_an_alert_that_was_due_long_ago_is_missed_and_not_shown()
    {
        Do(new Alert(new("b"), PushesAside: true));
        Do(new Alert(new("b"), PushesAside: true));
        After(3_600_000);
        Assert.Equal("", Lit);
        Assert.Single(TimesLit("b"));
        Assert.Single(Log, one => one.Kind == HappeningKind.Missed);
    }

    [Fact]
    public void Rule_32_a_full_frame_graphic_sends_the_others_aside_and_brings_them_back()
    {
        Full();
        Light("a");
        Light("d");
        After(1000);
        Light("full");
        Assert.Equal("full", Lit);
        Do(new Darken(new("full")));
        After(400);
        Assert.Equal("a d", Lit);
    }

    [Fact]
    public void Rule_32_without_that_wish_it_covers_by_drawing_order_alone()
    {
        Full();
        Facts.Covering.Clear();
        Light("a");
        Light("full");
        Assert.Equal("a full", Lit);
    }

    [Fact]
    public void Rules_23_and_32_lights_back_brings_the_full_frame_and_what_is_under_it_stays_under()
    {
        LightUnderFull();
        Do(new LightsOut());
        After(1000);
        Do(new LightsBack());
        Assert.Equal("full", Lit);
        After(1000);
        Do(new Darken(new("full")));
        After(1000);
        Assert.Equal("a", Lit);
    }

    [Fact]
    public void Rule_32_one_full_frame_after_another_keeps_the_others_aside()
    {
        Full();
        Facts.Graphics["break"] = ("full-frame", "break", null);
        Facts.Covering.Add("break");
        Light("a");
        After(1000);
        Light("full");
        After(1000);
        Light("break");
        After(5000);
        Assert.Equal("break", Lit);
        Do(new Darken(new("break")));
        After(1000);
        Assert.Equal("a", Lit);
    }

    [Fact]
    public void Rules_05_and_32_a_full_frame_that_hands_over_to_one_that_hides_nothing_lets_the_others_back()
    {
        Full();
        Facts.Graphics["clear"] = ("full-frame", "full", null);
        Light("a");
        After(1000);
        Light("full");
        After(1000);
        Light("clear");
        Assert.Equal("clear a", Lit);
    }

    [Fact]
    public void Rules_23_and_32_what_was_lit_over_a_full_frame_comes_back_and_not_what_was_under_it()
    {
        LightUnderFull();
        Light("b");
        After(1000);
        Do(new LightsOut());
        After(1000);
        Do(new LightsBack());
        Assert.Equal("full b", Lit);
    }

    [Fact]
    public void Rules_24_and_32_lights_out_taken_back_leaves_under_the_full_frame_what_was_there()
    {
        LightUnderFull();
        Do(new LightsOut());
        After(100);
        Do(new TakeBack());
        After(1000);
        Assert.Equal("full", Lit);
        Do(new Darken(new("full")));
        After(1000);
        Assert.Equal("a", Lit);
    }

    [Fact]
    public void Rules_24_and_32_a_full_frame_sent_away_by_mistake_comes_back_over_what_it_hid_and_under_what_was_over_it()
    {
        LightUnderFull();
        Light("d");
        After(1000);
        Do(new Darken(new("full")));
        After(3000);
        Assert.Equal("d a", Lit);
        Do(new TakeBack());
        Assert.Equal("d full", Lit);
        Do(new Darken(new("full")));
        After(3000);
        Assert.Equal("d a", Lit);
    }

    [Fact]
    public void Rules_18_and_24_what_was_forgotten_while_it_was_aside_is_aside_again()
    {
        LightUnderFull();
        Do(new Darken(new("a")));
        Assert.Empty(Air.Asides);
        Do(new TakeBack());
        Do(new Darken(new("full")));
        After(1000);
        Assert.Equal("a", Lit);
    }

    [Fact]
    public void Rules_17_and_32_an_alert_in_place_of_a_full_frame_keeps_aside_what_was_under_it()
    {
        LightUnderFull();
        Facts.Graphics["news"] = ("full-frame", "news", Duration.FromSeconds(2));
        Do(new Alert(new("news"), PushesAside: true));
        After(1000);
        Assert.Equal("news", Lit);
        After(3000);
        Assert.Equal("full", Lit);
        Do(new Darken(new("full")));
        After(1000);
        Assert.Equal("a", Lit);
    }

    [Fact]
    public void Rule_19_a_person_who_lights_what_is_on_air_as_an_alert_keeps_it()
    {
        Facts.Graphics["c"] = ("lower-left", "bug", Duration.FromSeconds(2));
        Light("a");
        After(1000);
        Do(new Alert(new("c"), PushesAside: true));
        After(1000);
        Facts.Graphics["c"] = ("lower-left", "bug", null);
        Light("c");
        After(60_000);
        Assert.Equal("c", Lit);
    }

    /// <summary>“a” is aside under a full-frame graphic.</summary>
    private void LightUnderFull()
    {
        Full();
        Light("a");
        After(1000);
        Light("full");
        After(1000);
    }

    private void Full()
    {
        Facts.Graphics["full"] = ("full-frame", "full", null);
        Facts.Covering.Add("full");
    }
}
