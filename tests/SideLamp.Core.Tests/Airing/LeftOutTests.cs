using NodaTime;
using SideLamp.Core.Airing;
using SideLamp.Core.Shows;

namespace SideLamp.Core.Tests.Airing;

/// <summary>Rule 31: what is due and cannot be worked out is left out alone, and said; time moves on, and so does all else.</summary>
public sealed class LeftOutTests : OnAir
{
    /// <summary>Ways in which <c>b</c> comes by itself within two seconds.</summary>
    private static readonly Dictionary<string, Action<LeftOutTests>> Ways = new()
    {
        ["follows"] = test =>
        {
            test.Stay("n", 1);
            test.Facts.Then["n"] = new Follow(new("b"), Duration.FromMilliseconds(500));
            test.Light("n");
        },
        ["every"] = test =>
        {
            test.Stay("b", 1);
            test.Facts.Every["b"] = Duration.FromSeconds(2);
            test.Do(new SwitchEvery(new("b"), On: true));
        },
        ["alert"] = test =>
        {
            test.Stay("n", 1);
            test.Stay("a", 1);
            test.Do(new Alert(new("n")));
            test.Do(new Alert(new("b")));
            test.Do(new Alert(new("a")));
        },
        ["condition"] = test => test.Do(new Watched(new("b"), Holds: true, Duration.FromSeconds(1), Duration.FromSeconds(1))),
        ["cue"] = test => test.Do(new RunCue(new Cue(new("q"), "Later", null, [new CueStep(Duration.Zero, false, []), new CueStep(Duration.FromSeconds(1), false, [new CueSetting(new("b"), CueAct.Light)])]))),
        ["aside"] = test =>
        {
            test.Light("b");
            test.Stay("a", 1);
            test.Do(new Alert(new("a"), PushesAside: true));
        },
    };

    public static TheoryData<string> All => [.. Ways.Keys];

    [Theory]
    [MemberData(nameof(All))]
    public void It_is_left_out_alone_and_all_else_goes_on(string way)
    {
        Stay("d", 3);
        Light("d");
        Ways[way](this);
        Facts.Poisoned.Add("b");
        Pass(10);
        Assert.NotEqual("b", Lit);
        Assert.Contains(Log, one => one.Kind == HappeningKind.LeftOut);
        // What had its stay has left, an alert behind it has come, and nothing is due any more that was due then.
        Assert.Null(Air.Of(new("d")));
        Assert.Equal(way is "alert" or "aside" ? 1 : 0, TimesLit("a").Count());
        Assert.True(Engine.NextWake(Air) is not { } next || next > Now);
        Light("c");
        Assert.Equal("c", Lit);
    }

    [Fact]
    public void A_card_that_cannot_be_laid_out_leaves_the_one_before_it_on_air()
    {
        Facts.Cycles["b"] = new Cycle(CycleOrder.Round, Duration.FromSeconds(1), []);
        Light("b");
        Facts.Poisoned.Add("b");
        Pass(5);
        Assert.Equal("b", Lit);
        Assert.Single(Log, one => one.Kind == HappeningKind.LeftOut);
    }

    [Fact]
    public void What_cannot_leave_in_its_own_way_is_gone_at_once()
    {
        Stay("a", 1);
        Light("a");
        Light("d");
        After(1000);
        Facts.Broken = true;
        Pass(5);
        Assert.Equal("d", Lit);
    }

    private void Pass(int seconds)
    {
        for (var half = 0; half < 2 * seconds; half++)
        {
            After(500);
        }
    }
}
