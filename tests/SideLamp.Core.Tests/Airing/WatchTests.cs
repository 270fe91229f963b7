using CsCheck;
using NodaTime;
using SideLamp.Core.Airing;

namespace SideLamp.Core.Tests.Airing;

/// <summary>Rule 35: what is lit while something is so.</summary>
public sealed class WatchTests : OnAir
{
    private static readonly Duration On = Duration.FromSeconds(2);
    private static readonly Duration Off = Duration.FromSeconds(10);

    [Fact]
    public void Rule_35_it_comes_after_two_seconds_of_it_and_goes_after_ten_without()
    {
        Tell("a", true);
        After(1999);
        Assert.Equal("", Lit);
        After(1);
        Assert.Equal("a", Lit);
        Assert.Equal(Origin.Automatic, Of("a").Origin);
        Tell("a", false);
        After(9999);
        Assert.Equal("a", Lit);
        After(1);
        Assert.Equal("", Lit);
    }

    // However it flickers, there are at least two seconds of it before a lighting, and ten without before a departure.
    [Fact]
    public void Rule_35_nothing_flaps() =>
        Gen.Select(Gen.Bool, Gen.Int[0, 14_000]).Array[1, 30].Sample(told =>
        {
            var test = new WatchTests();
            var (at, so, since) = (Start, false, Start - Off);
            foreach (var (holds, wait) in told)
            {
                test.Tell("a", holds);
                (since, so) = holds == so ? (since, so) : (at, holds);
                var before = test.Log.Count;
                test.After(wait);
                at += Duration.FromMilliseconds(wait);
                foreach (var happened in test.Log.Skip(before))
                {
                    Assert.True(happened.Kind != HappeningKind.Lit || (so && happened.At - since == On), "it came too early or too late");
                    Assert.True(happened.Kind != HappeningKind.Darkened || (!so && happened.At - since == Off), "it went too early or too late");
                }

                Assert.True(test.Lit == "a" || !so || at - since < On);
                Assert.True(test.Lit == "" || so || at - since < Off);
            }
        });

    [Fact]
    public void Rule_35_hands_win_what_was_darkened_stays_dark_until_it_was_otherwise_and_what_a_hand_lit_is_left_alone()
    {
        Tell("a", true);
        After(2000);
        Do(new Darken(new("a")));
        After(60_000);
        Assert.Equal("", Lit);
        // A flicker is not otherwise.
        Tell("a", false);
        After(9000);
        Tell("a", true);
        After(60_000);
        Assert.Equal("", Lit);
        Tell("a", false);
        After(10_000);
        Tell("a", true);
        After(2000);
        Assert.Equal("a", Lit);

        Do(new Darken(new("a")));
        Light("a");
        Tell("a", false);
        After(60_000);
        Assert.Equal("a", Lit);
    }

    // It waits for whoever has the seat, for a hush and after lights out; and for what is lit for a like reason.
    [Fact]
    public void Rules_14_21_and_28_it_waits_for_its_seat_for_a_hush_and_for_the_lights()
    {
        Light("b");
        Tell("a", true);
        After(5000);
        Assert.Equal("b", Lit);
        Do(new Darken(new("b")));
        Assert.Equal("a", Lit);

        Do(new LightsOut());
        After(5000);
        Assert.Equal("", Lit);
        Do(new LetThemCome());
        Assert.Equal("a", Lit);
        Do(new LightsOut());
        Do(new LightsBack());
        After(5000);
        Assert.Equal("a", Lit);

        Tell("c", true);
        After(5000);
        Assert.Equal("a", Lit);
        Tell("a", false);
        After(10_000);
        Assert.Equal("c", Lit);

        Do(new Hush());
        Tell("d", true);
        After(5000);
        Assert.Equal("c", Lit);
        Do(new EndHush(true));
        Assert.Equal("c d", Lit);
        Do(new Alert(new("n"), PushesAside: true));
        After(30_000);
        Assert.Equal("d c", Lit);
    }

    private void Tell(string graphic, bool holds) => Do(new Watched(new(graphic), holds, On, Off));
}
