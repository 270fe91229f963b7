using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Shows;
using SideLamp.StandIns;

namespace SideLamp.Core.Tests.Shows;

/// <summary>Cues and keys of a show, checked when they are kept.</summary>
public sealed class CueTests
{
    private static readonly Show Demo = DemoShow.Make("/tmp", "http://127.0.0.1:7311", "token", new("p.png"), new("l.svg"), new("m.svg"));

    [Fact]
    public void The_demo_is_valid_and_each_key_belongs_to_one_thing()
    {
        Assert.Empty(Demo.Graphics.SelectMany(graphic => graphic.Faults()));
        Assert.Empty(Demo.Cues.SelectMany(cue => cue.Faults(Demo)));
        Assert.Empty(Demo.Timers.SelectMany(timer => timer.Faults(cue => Demo.Cue(cue) is not null)));
        Assert.DoesNotContain(Keys.Of(Demo).GroupBy(one => one.Key), same => same.Count() > 1);
    }

    [Fact]
    public void A_cue_says_what_is_wrong_with_it_and_where()
    {
        var cue = Demo.Cues[0] with
        {
            Name = " ",
            Key = "??",
            Steps =
            [
                new CueStep(Duration.FromSeconds(5), false, [new CueSetting(new("nobody"), CueAct.Light)]),
                new CueStep(Duration.FromSeconds(4), false, [new CueSetting(new("names"), CueAct.Light, new("c9"))]),
                new CueStep(Duration.FromSeconds(9), false, [new CueSetting(new("names"), CueAct.Light, null, new("tuxedo"))]),
            ],
        };
        Assert.Equal(["/key", "/name", "/steps/0/settings", "/steps/1/after", "/steps/1/settings", "/steps/2/settings"], cue.Faults(Demo).Select(fault => fault.Path).Order());
    }

    [Fact]
    public void A_graphic_that_goes_leaves_nothing_behind()
    {
        var names = Demo.Graphic(new("names"))!;
        var before = Demo.With(Demo.Graphic(new("quote"))! with { Then = new Follow(names.Id, Duration.Zero) });
        var after = before.Without(names);
        Assert.DoesNotContain(after.Cues.SelectMany(cue => cue.Steps).SelectMany(step => step.Settings), setting => setting.Graphic == names.Id);
        Assert.Null(after.Graphic(new("quote"))!.Then);
        Assert.Empty(after.Cues.SelectMany(cue => cue.Faults(after)));
    }

    [Theory]
    [InlineData(null, true)]
    [InlineData("q", true)]
    [InlineData("é", true)]
    [InlineData("", false)]
    [InlineData(" ", false)]
    [InlineData("ab", false)]
    [InlineData("?", false)]
    public void A_key_is_one_character_that_the_desk_does_not_use_itself(string? key, bool fine) => Assert.Equal(fine, DeskKey.FaultIn(key) is null);

    [Fact]
    public void What_never_leaves_cannot_come_again()
    {
        var names = Demo.Graphic(new("names"))!;
        Assert.Contains((names with { Every = Duration.FromMinutes(1) }).Faults(), fault => fault.Path == "/every");
        Assert.Empty((names with { Every = Duration.FromMinutes(1), Stay = Duration.FromSeconds(5) }).Faults());
        Assert.Contains((names with { Cycle = new Cycle(CycleOrder.Round, Duration.FromMilliseconds(200), ImmutableArray<CardId>.Empty) }).Faults(), fault => fault.Path == "/cycle");
        Assert.Contains((names with { Attention = new Attention(AttentionKind.Pulse, Duration.FromSeconds(1)) }).Faults(), fault => fault.Path == "/attention/every");
        Assert.Contains((names with { Sound = new Sound("bell", 2) }).Faults(), fault => fault.Path == "/sound");
    }
}
