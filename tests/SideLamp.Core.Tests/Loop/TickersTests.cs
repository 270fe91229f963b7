using NodaTime;
using SideLamp.Core.Airing;
using SideLamp.Core.Editing;
using SideLamp.Core.Feeds;
using SideLamp.Core.Keeping;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;
using SideLamp.Core.Tables;
using SideLamp.Core.Text;
using SideLamp.Core.Tickers;

namespace SideLamp.Core.Tests.Loop;

/// <summary>Tickers and rolls on air, folded into the demo show with the real layout.</summary>
public sealed class TickersTests : FoldedShow
{
    private static readonly GraphicId Strip = new("sightings");
    private static readonly GraphicId Thanks = new("thanks");
    private static readonly Feed Sheet = new(new("moths"), "Moths", "/tmp/moths.csv", Duration.FromSeconds(1), SourceKind.Csv);

    public TickersTests()
    {
        Stage = Stage with { Kept = Stage.Kept with { Show = Stage.Show.With(Sheet) } };
        Read("Elephant hawk-moth", "Setaceous Hebrew character", "Merveille du jour");
        Say(Strip, "line", "{% for row in moths.rows %}{{ row.name }}\n{% endfor %}");
    }

    private BeltRun Belt => Assert.Single(Stage.Air.Belts);

    // What enters comes at the edge, and what a feed changes moves nothing that is in sight.
    [Fact]
    public void A_strip_follows_its_feed_while_nothing_in_sight_moves()
    {
        Press(id => new PressLight(id, Strip));
        Assert.Empty(Seen());
        After(8000);
        var seen = Seen();
        Assert.Equal("Elephant hawk-moth", seen[0].Words);
        foreach (var rows in new string[][] { ["Old lady", "Elephant hawk-moth", "Merveille du jour"], ["Brimstone"], ["Merveille du jour", "Brimstone", "Old lady"] })
        {
            Read(rows);
            Assert.Equal(seen, Seen());
        }

        After(30_000);
        Assert.Equal(new[] { "Brimstone", "Merveille du jour", "Old lady" }, Seen().Select(one => one.Words).Distinct().Order());
        // It is the same strip after a restart.
        var kept = Codecs.Belts.Read(Codecs.Belts.Write(new KeptBelts([.. Stage.Air.Belts])));
        Assert.Equal(Seen(), Seen(Assert.Single(kept.All)));
        Assert.All(kept.All, belt => Assert.True(belt.IsSound));
    }

    [Fact]
    public void Pages_are_told_of_pieces_that_are_in_sight_though_the_feed_has_dropped_them()
    {
        Press(id => new PressLight(id, Strip));
        After(8000);
        Read("Brimstone");
        var airing = Stage.Air.Of(Strip)!;
        var node = Assert.Single(Book.DrawnOf(new Pinned(airing.Content, Stage.Kept.Contents[airing.Content]), Stage.Kept, airing.Id).Picture.Nodes, one => one.Belt is not null);
        var pieces = node.Belt!.Pieces.Select(piece => piece.Id).ToHashSet();
        Assert.True(pieces.IsSupersetOf(node.Belt.Program.Entries.Select(entry => entry.Piece).Concat(node.Belt.Program.Loop.Select(item => item.Piece))));
        Assert.All(node.Belt.Pieces, piece => Assert.NotEmpty(piece.Nodes));
    }

    [Fact]
    public void Rule_37_a_word_that_must_not_be_seen_is_gone_from_a_strip_at_once_and_so_is_what_the_audience_has_taken_back()
    {
        Press(id => new PressLight(id, Strip));
        After(8000);
        Assert.Contains(Seen(), one => one.Words.Contains("Hebrew", StringComparison.Ordinal));
        Assert.Null(Edit(new EditShow(new ShowEdit(Stage.Revision, NeverShow: new NeverShow(["Hebrew"])))));
        Assert.DoesNotContain(Seen(), one => one.Words.Contains("Hebrew", StringComparison.Ordinal));
        After(60_000);
        Assert.DoesNotContain(Seen(), one => one.Words.Contains("Hebrew", StringComparison.Ordinal));

        Assert.Null(Edit(new EditFeed(Sheet.Id, new FeedEdit(Stage.Revision) { Audience = true })));
        Assert.Empty(Seen());
        var keys = RowKeys.Fresh(Stage.Values[Sheet.Id].Tables[0], null);
        Press(id => new PressTick(id, Sheet.Id, keys[0]));
        Press(id => new PressTick(id, Sheet.Id, keys[2]));
        Press(id => new PressLight(id, Strip));
        After(14_000);
        Assert.Contains(Seen(), one => one.Words == "Merveille du jour");
        Press(id => new PressTick(id, Sheet.Id, keys[2], On: false));
        Assert.DoesNotContain(Seen(), one => one.Words == "Merveille du jour");
        Assert.Contains(Seen(), one => one.Words == "Elephant hawk-moth");
    }

    // Two troubles at once: what stays because it cannot be filled in anew, and must not be seen any more.
    [Fact]
    public void Rule_37_holds_for_a_strip_whose_words_cannot_be_filled_in_just_now()
    {
        Press(id => new PressLight(id, Strip));
        After(8000);
        var seen = Seen();
        Fold(new ReadingInput(Stage.Show.Feed(Sheet.Id)!, new FeedReading.Found(new SourceTables([new Table("", [Column.Of("other", ["moth"])])], [])), Now));
        Assert.Equal(seen, Seen());
        Assert.Null(Edit(new EditShow(new ShowEdit(Stage.Revision, NeverShow: new NeverShow(["Hebrew"])))));
        Assert.Empty(Seen());
        Read("Brimstone");
        After(3000);
        Assert.Equal("Brimstone", Seen().Select(one => one.Words).Distinct().Single());
    }

    [Fact]
    public void Lit_again_a_strip_begins_with_its_first_item_or_goes_on_as_it_is_set_also_after_a_month()
    {
        string FirstOf()
        {
            Press(id => new PressLight(id, Strip));
            After(3000);
            return Seen()[0].Words;
        }

        Assert.Equal("Elephant hawk-moth", FirstOf());
        After(3000);
        Press(id => new PressDark(id, Strip));
        After(2000);
        Assert.Empty(Stage.Air.Belts);
        Assert.Equal("Elephant hawk-moth", FirstOf());
        Assert.Null(Edit(new EditGraphic(Strip, new GraphicEdit(Stage.Revision) { Belt = new BeltSetting(GoesOn: true) })));
        Press(id => new PressPush(id, Strip));
        After(3000);
        Press(id => new PressDark(id, Strip));
        After(2000);
        var untold = Assert.Single(Stage.Air.Untold.Values);
        Assert.Equal("Merveille du jour", untold);
        Now += Duration.FromDays(30);
        Assert.Equal(untold, FirstOf());
        // What is gone from its list is nothing to go on from.
        Press(id => new PressDark(id, Strip));
        After(2000);
        Read("Brimstone", "Old lady");
        Assert.Equal("Brimstone", FirstOf());
    }

    [Fact]
    public void Pinned_lines_come_first_in_every_round_whatever_the_feed_brings_and_obey_the_never_show_list()
    {
        Assert.Null(Edit(new EditGraphic(Strip, new GraphicEdit(Stage.Revision) { Belt = new BeltSetting(Pinned: "Send yours\nand Hebrew letters") })));
        Press(id => new PressLight(id, Strip));
        After(3000);
        Assert.Equal("Send yours", Seen()[0].Words);
        Read("Brimstone");
        Assert.Equal(3, Belt.Program.Loop.Length);
        After(20_000);
        Assert.True(Seen().Select(one => one.Words).ToHashSet().SetEquals(["Send yours", "and Hebrew letters", "Brimstone"]));
        Assert.Null(Edit(new EditShow(new ShowEdit(Stage.Revision, NeverShow: new NeverShow(["Hebrew"])))));
        Assert.DoesNotContain(Seen(), one => one.Words.Contains("Hebrew", StringComparison.Ordinal));
    }

    [Fact]
    public void A_roll_stops_on_its_last_line_where_its_graphic_says_so()
    {
        Say(Thanks, "names", "one\ntwo\nthree");
        Assert.Null(Edit(new EditGraphic(Thanks, new GraphicEdit(Stage.Revision) { Belt = new BeltSetting(Ending: BeltEnd.Stops) })));
        Press(id => new PressLight(id, Thanks));
        After(2000);
        After((int)(Stage.Air.StayEndsOf(Stage.Air.Of(Thanks)!)!.Value - Now).TotalMilliseconds - 100);
        Assert.NotEmpty(Seen());
        Assert.Equal(Phase.Lit, Stage.Air.Of(Thanks)!.Phase);
        After(200);
        Assert.Equal(Phase.Leaving, Stage.Air.Of(Thanks)!.Phase);
    }

    [Fact]
    public void A_strip_with_nothing_left_to_tell_leaves_once_it_has_run_out()
    {
        Press(id => new PressLight(id, Strip));
        After(8000);
        Read();
        Assert.NotEmpty(Seen());
        Assert.NotNull(Stage.Air.StayEndsOf(Stage.Air.Of(Strip)!));
        After(20_000);
        After(2_000);
        Assert.Null(Stage.Air.Of(Strip));
        Assert.Empty(Stage.Air.Belts);
    }

    [Fact]
    public void A_roll_leaves_when_all_has_passed_and_then_what_follows_comes()
    {
        Assert.Null(Edit(new EditGraphic(Thanks, new GraphicEdit(Stage.Revision) { Then = new Follow(Names, Duration.FromSeconds(1)) })));
        Assert.NotNull(Edit(new EditGraphic(Strip, new GraphicEdit(Stage.Revision) { Then = new Follow(Names, Duration.Zero) })));
        Say(Thanks, "names", "one\ntwo\n\nthree");
        Press(id => new PressLight(id, Thanks));
        After(3000);
        var ends = Stage.Air.StayEndsOf(Stage.Air.Of(Thanks)!)!.Value;
        // What has not entered yet can still be edited: it is longer then, and nothing in sight has moved.
        var seen = Seen();
        Say(Thanks, "names", "one\ntwo\n\nthree\nfour\nfive", push: true);
        Assert.Equal(seen, Seen());
        var later = Stage.Air.StayEndsOf(Stage.Air.Of(Thanks)!)!.Value;
        Assert.True(later > ends);
        After((int)(later - Now).TotalMilliseconds - 50);
        Assert.Equal(Phase.Lit, Stage.Air.Of(Thanks)!.Phase);
        After(100);
        Assert.Equal(Phase.Leaving, Stage.Air.Of(Thanks)!.Phase);
        After(3000);
        Assert.Null(Stage.Air.Of(Thanks));
        Assert.NotNull(Stage.Air.Of(Names));
        // Lit again it begins at its first line.
        Press(id => new PressLight(id, Thanks));
        After(2500);
        Assert.Equal("one", Seen()[0].Words);
    }

    [Fact]
    public void A_hand_pauses_a_strip_brings_its_next_item_and_takes_one_off()
    {
        Press(id => new PressLight(id, Strip));
        After(8000);
        Press(id => new PressBelt(id, Strip, BeltAct.Pause));
        After(2000);
        var still = Seen();
        After(100_000);
        Assert.Equal(still, Seen());
        Press(id => new PressBelt(id, Strip, BeltAct.Remove, Belt.Program.Loop[0].Piece));
        Assert.DoesNotContain(Seen(), one => one.Words == "Elephant hawk-moth");
        Press(id => new PressBelt(id, Strip, BeltAct.Go));
        After(3000);
        Assert.NotEqual(still, Seen());
        // Nor does it come again, whatever the feed says, before the strip is lit anew.
        Read("Elephant hawk-moth", "Brimstone", "Merveille du jour");
        After(60_000);
        Assert.DoesNotContain(Seen(), one => one.Words == "Elephant hawk-moth");
        Assert.Contains(Seen(), one => one.Words == "Brimstone");
        Assert.Contains("taken off", string.Join(' ', Stage.Trail.Select(line => line.Sentence)), StringComparison.Ordinal);
        Assert.NotNull(Fold(new PressInput(new PressBelt(new("late"), Strip, BeltAct.Soon, "nobody"))).Refusal);
        Assert.NotNull(Fold(new PressInput(new PressBelt(new("dark"), Names, BeltAct.Pause))).Refusal);
    }

    // Direction by script: what is written from right to left runs from left to right.
    [Theory]
    [InlineData("דג\nפרפר לילה", true)]
    [InlineData("moth\nbeetle\nפרפר", false)]
    public void A_strip_runs_as_most_of_its_items_are_written(string items, bool mirrored)
    {
        Say(Strip, "line", items);
        Press(id => new PressLight(id, Strip));
        Assert.Equal(mirrored, Belt.Program.Mirrored);
    }

    [Fact]
    public void A_frame_of_another_rate_lets_a_strip_begin_anew_in_its_own_frames()
    {
        Press(id => new PressLight(id, Strip));
        After(8000);
        Assert.Null(Edit(new EditShow(new ShowEdit(Stage.Revision, Canvas: new CanvasWish(1280, 720, new Core.Frame.FrameRate(50, 1))))));
        Assert.Equal(50, Belt.Program.Rate.Numerator);
        // 180 px a second on a frame of 1920: 120 on this one, 2.4 px a frame, as whole px.
        Assert.Equal(2, Belt.Px);
    }

    private (string Words, long At)[] Seen() => Stage.Air.Belts.IsEmpty ? [] : Seen(Belt);

    private (string Words, long At)[] Seen(BeltRun belt)
    {
        var travel = Belts.TravelAt(belt.Program, Belts.FrameAt(belt.Program, Now));
        return [.. Belts.InSight(belt.Program, travel).Where(entry => !entry.Gone && entry.At < travel).Select(entry => (belt.Lines[entry.Piece], entry.At))];
    }

    private void Say(GraphicId graphic, string field, string words, bool push = false)
    {
        Assert.Null(Edit(new EditGraphic(graphic, new GraphicEdit(Stage.Revision, Words: Words((field, words))))));
        if (push)
        {
            Press(id => new PressPush(id, graphic));
        }
    }

    private void Read(params string[] names)
    {
        Fold(new ReadingInput(Stage.Show.Feed(Sheet.Id)!, new FeedReading.Found(new SourceTables([new Table("", [Column.Of("name", [.. names])])], [])), Now));
    }
}
