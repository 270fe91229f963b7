using NodaTime;
using SideLamp.Core.Events;
using SideLamp.Core.Loop;

namespace SideLamp.Core.Tests.Loop;

/// <summary>What events set off, folded into the demo show, whose rules take follows and tips.</summary>
public sealed class HearingTests : FoldedShow
{
    private long _seq;

    public HearingTests()
    {
        Tell(Figures.None with { Session = new Session(1, Now - Duration.FromHours(1)) });
        Fold(new OpenedInput());
    }

    [Fact]
    public void Rule_29_what_came_just_before_a_stop_fires_for_10_s_else_it_is_missed_and_to_be_thanked()
    {
        Come(One("follow", "In time", seconds: 9), isLate: true);
        Come(One("follow", "Too late", seconds: 11), isLate: true);
        // Note 9: of what a sender tells late nothing fires that is older than 30 s.
        Come(One("follow", "Told late", seconds: 29));
        Come(One("tip", "Told too late", seconds: 31));
        Assert.Equal(["In time", "Told late"], Stage.Air.Alerts.Select(one => one.Said!.Name));
        Assert.Equal(["Too late", "Told too late"], Stage.Kept.Thanks.All.Where(one => one.IsUnshown).Select(one => one.Said.Name));
        Assert.Equal(2, Stage.Trail.Count(line => line.Sentence.EndsWith("was missed", StringComparison.Ordinal)));
    }

    [Fact]
    public void Outside_a_session_an_event_lights_nothing_and_whoever_it_was_is_to_be_thanked()
    {
        Tell(Stage.Kept.Figures with { Session = Stage.Kept.Figures.Session! with { Ended = Now } });
        Come(One("follow", "After the show"));
        Assert.Empty(Stage.Air.Alerts);
        Assert.Equal(["After the show"], Stage.Kept.Thanks.All.Select(one => one.Said.Name));
    }

    [Fact]
    public void What_a_hand_does_to_what_is_counted_is_logged()
    {
        Come(One("tip", "") with { Key = new EventKey(EventKey.ByHand, "1"), IsCorrection = true, Size = -250, Times = 0 });
        Come(One("follow", "Pim") with { Key = new EventKey(EventKey.ByHand, "2") });
        Tell(Stage.Kept.Figures with { Session = new Session(2, Now) });
        Tell(Stage.Kept.Figures with { Session = new Session(1, Now - Duration.FromHours(1)) });
        Assert.Equal(["Corrected: tip -2.50 EUR, 0 in number", "Entered by hand: follow 1", "A fresh session began", "The last session goes on"], Stage.Trail.Select(line => line.Sentence));
    }

    // Note 9: the first lighting after four dark hours offers a fresh session.
    [Fact]
    public void The_first_lighting_by_hand_after_four_dark_hours_offers_a_fresh_session_once()
    {
        Light();
        Assert.False(Stage.Air.OffersFresh);
        Dark(Duration.FromHours(3.9));
        Light();
        Assert.False(Stage.Air.OffersFresh);
        Dark(Duration.FromHours(4.1));
        Assert.False(Stage.Air.OffersFresh);
        Light();
        Assert.True(Stage.Air.OffersFresh);
        Press(id => new PressSameSession(id));
        Assert.False(Stage.Air.OffersFresh);
        Dark(Duration.FromHours(5));
        Light();
        Assert.True(Stage.Air.OffersFresh);
        Tell(Stage.Kept.Figures with { Session = new Session(2, Now) });
        Assert.False(Stage.Air.OffersFresh);
        // Where a fresh one was begun while it was dark, none is offered.
        Dark(Duration.FromHours(5));
        Tell(Stage.Kept.Figures with { Session = new Session(3, Now) });
        Light();
        Assert.False(Stage.Air.OffersFresh);
    }

    [Fact]
    public void What_one_gift_brings_is_one_line_to_thank_and_whoever_was_given_a_membership_is_none()
    {
        Come(One("gift", "Pim") with { Gift = "g1" }, One("gift", "Pim") with { Gift = "g1" }, One("member", "Ilse") with { Gift = "g1" }, One("gift", "Pim") with { Gift = "g2" });
        Assert.Equal([("Pim", 2L), ("Pim", 1L)], Stage.Kept.Thanks.All.Select(one => (one.Said.Who, one.Said.Size)));
    }

    [Fact]
    public void An_event_that_cannot_be_shown_or_reckoned_keeps_no_other_one_back_and_no_figure_stands_still()
    {
        Come(One("follow", Poison), One("tip", "Vast") with { Unit = "???", Size = long.MaxValue }, One("follow", "Ilse"));
        Assert.Equal((_seq, _seq), (Stage.Air.Heard, Stage.Kept.Figures.Newest));
        Until("Ilse");
        Assert.Contains(Stage.Trail, line => line.Sentence.Contains("left out", StringComparison.Ordinal));
        Come(One("follow", "Pim"));
        Until("Pim");
    }

    private void Until(string name)
    {
        for (var second = 0; second < 60 && Stage.Air.LastAlert?.Said?.Name != name; second++)
        {
            After(1000);
        }

        Assert.True(name == Stage.Air.LastAlert?.Said?.Name, string.Join('\n', Stage.Trail.Select(line => line.Sentence)));
    }

    private ViewerEvent One(string kind, string name, int seconds = 0) =>
        new(++_seq, new EventKey("test", $"{_seq}"), kind, Now - Duration.FromSeconds(seconds)) { Name = name, Unit = kind == "tip" ? "EUR" : "", Size = kind == "tip" ? 500 : 1 };

    private void Come(ViewerEvent one, bool isLate) => Fold(new FiguresInput(Stage.Kept.Figures with { Newest = one.Seq }, [new HeardEvent(one.Seq, one, IsFirst: false, IsTakenBack: false) { IsLate = isLate }]));

    private void Come(params ViewerEvent[] all) => Fold(new FiguresInput(Stage.Kept.Figures with { Newest = all[^1].Seq }, [.. all.Select(one => new HeardEvent(one.Seq, one, IsFirst: false, IsTakenBack: false))]));

    private void Tell(Figures figures) => Fold(new FiguresInput(figures, []));

    private void Light() => Press(id => new PressLight(id, Names));

    private void Dark(Duration time)
    {
        Press(id => new PressDark(id, Names));
        After(2000);
        After((int)time.TotalMilliseconds);
    }
}
