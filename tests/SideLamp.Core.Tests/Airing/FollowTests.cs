using NodaTime;
using SideLamp.Core.Airing;
using SideLamp.Core.Shows;

namespace SideLamp.Core.Tests.Airing;

/// <summary>What follows when a stay is over (rule 12).</summary>
public sealed class FollowTests : OnAir
{
    [Fact]
    public void Rule_12_what_follows_comes_after_its_delay_from_the_moment_the_one_before_is_gone()
    {
        Chain();
        Light("a");
        After(600 + 5000 + 400);
        Assert.Null(Air.Of(new("a")));
        After(1999);
        Assert.Null(Air.Of(new("d")));
        After(1);
        Assert.Equal((Phase.Arriving, Origin.Automatic), (Of("d").Phase, Of("d").Origin));
    }

    [Fact]
    public void Rule_12_early_dark_cancels_what_would_follow()
    {
        Chain();
        Light("a");
        After(3000);
        Do(new Darken(new("a")));
        After(20_000);
        Assert.Empty(Air.Airings);
        // While it leaves by itself it can still be called off, and while the follower waits for its delay too.
        Light("a");
        After(5700);
        Do(new Darken(new("a")));
        After(20_000);
        Assert.Empty(Air.Airings);
        Light("a");
        After(6500);
        Do(new Darken(new("d")));
        After(20_000);
        Assert.Empty(Air.Airings);
    }

    [Fact]
    public void Rule_12_a_graphic_can_be_lit_without_what_follows()
    {
        Chain();
        Do(new Light(new("a"), Alone: true));
        After(20_000);
        Assert.Empty(Air.Airings);
    }

    [Fact]
    public void Rule_12_without_what_follows_is_said_of_one_lighting_and_not_of_the_airing()
    {
        Chain();
        Facts.Graphics["n"] = ("lower-left", "name", null);
        // It takes over the airing of one that was lit alone, and is followed all the same.
        Do(new Light(new("n"), Alone: true));
        After(1000);
        Light("a");
        After(20_000);
        Assert.Equal("d", Lit);
        Do(new Darken(new("d")));
        After(1000);
        // Another card of it is the same lighting.
        Do(new Light(new("a"), Alone: true));
        After(1000);
        Do(new StepCard(new("a"), 1));
        After(20_000);
        Assert.Equal("", Lit);
    }

    [Fact]
    public void Rule_14_what_follows_never_sends_away_what_a_person_lit_and_says_so()
    {
        Chain();
        Facts.Graphics["e"] = ("upper-right", "name", null);
        Light("e");
        Light("a");
        After(20_000);
        Assert.Equal(Phase.Lit, Of("e").Phase);
        Assert.Null(Air.Of(new("d")));
        Assert.Contains(Log, one => one is { Kind: HappeningKind.Skipped, Graphic.Value: "d" });
    }

    [Fact]
    public void Rule_21_lights_out_calls_off_what_would_follow()
    {
        Chain();
        Light("a");
        After(6500);
        Do(new LightsOut());
        After(20_000);
        Assert.Empty(Air.Airings);
    }

    [Fact]
    public void Rule_29_a_chain_that_feeds_itself_ends_after_a_thousand_wakes_of_one_sleep()
    {
        Chain();
        Facts.Then["d"] = new Follow(new("a"), Duration.Zero);
        Facts.Graphics["d"] = ("upper-right", "bug", Duration.FromSeconds(1));
        Light("a");
        After(60_000);
        Assert.NotEmpty(Air.Airings.Select(airing => airing.Graphic).Concat((Air.Followers ?? []).Select(one => one.Graphic)));
        Now += Duration.FromDays(30);
        After(0);
        After(60_000);
        Assert.Empty(Air.Airings);
    }

    private void Chain()
    {
        Facts.Graphics["a"] = ("lower-left", "name", Duration.FromSeconds(5));
        Facts.Then["a"] = new Follow(new("d"), Duration.FromSeconds(2));
    }
}
