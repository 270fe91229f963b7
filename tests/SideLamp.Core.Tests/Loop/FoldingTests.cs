using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Editing;
using SideLamp.Core.Feeds;
using SideLamp.Core.Frame;
using SideLamp.Core.Json;
using SideLamp.Core.Layout;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;
using SideLamp.Core.Tables;
using SideLamp.Rendering;
using SideLamp.StandIns;

namespace SideLamp.Core.Tests.Loop;

/// <summary>Inputs folded into the demo show, with the real layout.</summary>
public sealed class FoldingTests : FoldedShow
{
    [Fact]
    public void A_card_step_an_outfit_and_a_count_change_no_part_of_the_show()
    {
        Press(id => new PressLight(id, Names));
        Press(id => new PressStep(id, Names));
        Press(id => new PressCount(id, new("count"), "leftCount", By: 3));
        Assert.Same(Demo, Stage.Show);
        Assert.Equal("c2", Stage.Choices[Names].Card?.Value);
        var count = Stage.Show.Graphic(new("count"))!;
        Assert.Equal("40", Stage.Choices.Of(count).WordsOf(count.Cards[0])["leftCount"]);
        Press(id => new PressTakeBack(id));
        Assert.Equal("37", Stage.Choices.Of(count).WordsOf(count.Cards[0])["leftCount"]);
        // What is typed stands in place of what was counted.
        Press(id => new PressCount(id, new("count"), "leftCount", By: 1));
        Assert.Null(Edit(new EditGraphic(new("count"), new GraphicEdit(Stage.Revision, Words: Words(("leftCount", "5"))))));
        count = Stage.Show.Graphic(new("count"))!;
        Assert.Equal(("5", true), (Stage.Choices.Of(count).WordsOf(count.Cards[0])["leftCount"], Stage.Choices[count.Id].Counts.IsEmpty));
    }

    [Fact]
    public void Cards_in_another_order_leave_the_current_card_current()
    {
        var cards = Stage.Show.Graphic(Names)!.Cards;
        ImmutableArray<CardDraft> turned = [.. cards.Reverse().Select(card => new CardDraft(card.Words, card.Id))];
        Assert.Null(Stage.Choices[Names].Card);
        Assert.Null(Edit(new EditGraphic(Names, new GraphicEdit(Stage.Revision, Cards: turned))));
        Assert.Equal(cards[0].Id, Stage.Choices.Of(Stage.Show.Graphic(Names)!).UpCard.Id);
    }

    // The last writer wins per value, and the loser is told: a value, what contains it, and what lies in it are the same.
    [Fact]
    public void A_stale_edit_of_the_same_value_or_of_what_contains_it_is_refused_and_undo_counts_as_an_edit()
    {
        var old = Stage.Revision;
        Assert.Null(Edit(new EditGraphic(Names, new GraphicEdit(old, Cards: [new CardDraft(Words(("name", "Odalys")), new("c1"))])), "one"));
        Assert.Equal(RefusalKind.Conflict, Edit(new EditGraphic(Names, new GraphicEdit(old, Words: Words(("name", "Pim")))), "other")?.Kind);
        Assert.Null(Edit(new EditGraphic(Names, new GraphicEdit(old, Name: "Guests")), "other"));
        // A page's own edits are never stale for it.
        Assert.Null(Edit(new EditGraphic(Names, new GraphicEdit(old, Words: Words(("name", "Pim")))), "one"));
        var seen = Stage.Revision;
        Fold(new UndoInput("one", Back: true));
        Assert.Equal(RefusalKind.Conflict, Edit(new EditGraphic(Names, new GraphicEdit(seen, Words: Words(("name", "Ilse")))), "other")?.Kind);
        Assert.Null(Edit(new DeleteGraphic(new("vote")), "one"));
        Assert.Equal(RefusalKind.NotFound, Edit(new EditGraphic(new("vote"), new GraphicEdit(seen, Name: "V")), "other")?.Kind);
    }

    // Two people set up cues, timers, seats and areas at once: each entry has its own address, and each of its values its own path.
    [Fact]
    public void Entries_of_lists_are_edited_one_at_a_time_and_what_names_one_that_is_gone_is_cleared()
    {
        var old = Stage.Revision;
        Assert.Null(Edit(new EditEntry<Cue>(EntryLists.Cues, "opening", new CueEdit(old, Name: "Begin")), "one"));
        Assert.Null(Edit(new EditEntry<Cue>(EntryLists.Cues, "opening", new CueEdit(old) { Key = "z" }), "other"));
        Assert.Null(Edit(new EditEntry<Cue>(EntryLists.Cues, "check", new CueEdit(old, Name: "Look")), "other"));
        Assert.Equal(RefusalKind.Conflict, Edit(new EditEntry<Cue>(EntryLists.Cues, "opening", new CueEdit(old, Name: "Start")), "other")?.Kind);
        Assert.Equal(("Begin", "z"), (Stage.Show.Cue(new("opening"))!.Name, Stage.Show.Cue(new("opening"))!.Key));
        Fold(new UndoInput("one", Back: true));
        Assert.Equal("z", Stage.Show.Cue(new("opening"))!.Key);

        // The order is one value: who moved first is not overwritten.
        var first = Stage.Show.Cues[0].Id.Value;
        Assert.Null(Edit(new MoveEntry<Cue>(EntryLists.Cues, "goodnight", new PlaceWish(old, null)), "one"));
        Assert.Equal(RefusalKind.Conflict, Edit(new MoveEntry<Cue>(EntryLists.Cues, "check", new PlaceWish(old, first)), "other")?.Kind);
        Assert.Equal("goodnight", Stage.Show.Cues[0].Id.Value);
        Assert.Null(Edit(new AddEntry<Cue>(EntryLists.Cues, Stage.Show.Cues[0] with { Id = new(""), Key = null }, "goodnight", "abc")));
        Assert.Equal(("qabc", RefusalKind.NotFound), (Stage.Show.Cues[1].Id.Value, Edit(new AddEntry<Cue>(EntryLists.Cues, Stage.Show.Cues[0] with { Id = new("x"), Key = null }, "none", "abc"))?.Kind));

        // A timer that runs a cue, and a cue that sets a timer: what is gone is named nowhere.
        Assert.Null(Edit(new EditEntry<Timer>(EntryLists.Timers, "check", new TimerEdit(Stage.Revision) { Cue = new CueId("opening") })));
        Assert.Null(Edit(new DeleteEntry<Cue>(EntryLists.Cues, "opening")));
        Assert.Null(Stage.Show.Timer(new("check"))!.Cue);
        Assert.Null(Edit(new DeleteEntry<Timer>(EntryLists.Timers, "check")));
        Assert.DoesNotContain(Stage.Show.Cues.SelectMany(cue => cue.Steps).SelectMany(step => step.Timers), set => set.Timer.Value == "check");
        Assert.Equal(RefusalKind.NotFound, Edit(new EditEntry<Timer>(EntryLists.Timers, "check", new TimerEdit(Stage.Revision, Name: "C")))?.Kind);

        // The address stays when the name changes, whatever it was made with.
        var area = new KeepClear(new("given"), "Face / ~1", new Box(0, 0, 0.2, 0.2));
        Assert.Null(Edit(new AddEntry<KeepClear>(EntryLists.KeepClear, area, null, "bc")));
        Assert.Null(Edit(new EditEntry<KeepClear>(EntryLists.KeepClear, "abc", new KeepClearEdit(Stage.Revision, Name: "Face"))));
        Assert.Equal(area with { Id = new("abc"), Name = "Face" }, Stage.Show.KeepClear[^1]);

        // A seat that somebody sits in stays.
        var seat = new Seat(new("given"), "By the lamp", 1, 1, SeatKind.Spot, 30, new Box(0.1, 0.1, 0.5, 0.5));
        Assert.Null(Edit(new AddEntry<Seat>(EntryLists.Seats, seat, null, "a")));
        Assert.Null(Edit(new EditGraphic(Names, new GraphicEdit(Stage.Revision, Seat: new SeatId("own-1")))));
        Assert.Contains("sits in this seat", Edit(new DeleteEntry<Seat>(EntryLists.Seats, "own-1"))?.Title, StringComparison.Ordinal);
    }

    [Fact]
    public void Edits_of_long_ago_are_forgotten_and_whoever_edits_on_a_revision_from_before_them_looks_first()
    {
        Stage = Enumerable.Range(0, 10_000).Aggregate(Stage, (so, at) => so.Edited([$"graphics/g{at}/name"], new Touch(2000 + at, "other")));
        Assert.InRange(Stage.Touched.Count, 1, 4000);
        Assert.Equal(RefusalKind.Conflict, Edit(new EditGraphic(Names, new GraphicEdit(1999, Name: "Guests")))?.Kind);
        Assert.Null(Edit(new EditGraphic(Names, new GraphicEdit(12_000, Name: "Guests"))));
    }

    // No layout, however large, holds up the loop: whoever asks lays it out before.
    [Fact]
    public void What_is_laid_out_ahead_is_not_laid_out_again_when_its_turn_comes()
    {
        var shaper = new CountingShaper(new TextShaper(Path.Combine(Root, "fonts"), face => face));
        var book = new PictureBook(Shelf, shaper, new LookAlikes(), _ => null);
        var folding = new Folding(book, Shelf);
        var ahead = new LayingAhead(folding, book);
        var live = Stage with { Kept = Stage.Kept with { Show = Stage.Show with { LiveEdits = true } } };
        var stage = Taken(live, new PressInput(new PressLight(new CommandId("p"), Names)));
        stage = Taken(stage, new EditInput(new EditGraphic(Names, new GraphicEdit(stage.Revision, Words: Words(("name", "Words that were never laid out before")))), "page"));
        stage = Taken(stage, new PressInput(new PressLight(new CommandId("q"), new("to-see"))));
        Taken(stage, new ReadingInput(stage.Show.Feed(new("species"))!, new FeedReading.Found(SourceTables.OfText("one thing\nanother thing")), Now));

        Stage Taken(Stage before, Input input)
        {
            shaper.Count = 0;
            ahead.Of(before, input, Now, Duration.Zero);
            Assert.True(shaper.Count > 0, $"{input.GetType().Name} was to be laid out.");
            shaper.Count = 0;
            var after = folding.Fold(before, input, Now, Duration.Zero).Stage;
            Assert.All(after.Air.Airings, airing => book.DrawnOf(new Pinned(airing.Content, after.Kept.Contents[airing.Content]), after.Kept));
            Assert.Equal(0, shaper.Count);
            return after;
        }
    }

    [Fact]
    public void What_is_left_out_of_an_edit_stays_and_null_is_none()
    {
        Assert.Null(Edit(new EditGraphic(new("sighting"), Read("""{"revision":9000000000000,"stay":9000,"key":"ß"}"""))));
        Assert.Equal((Duration.FromSeconds(9), "ß", Duration.FromMinutes(8)), Sighting());
        Assert.Null(Edit(new EditGraphic(new("sighting"), Read("""{"revision":9000000000000,"every":null,"key":null}"""))));
        Assert.Equal((Duration.FromSeconds(9), null, null), Sighting());

        (Duration? Stay, string? Key, Duration? Every) Sighting() => Stage.Show.Graphic(new("sighting")) is var one ? (one!.Stay, one.Key, one.Every) : default;
        static GraphicEdit Read(string json) => CoreJson.Read<GraphicEdit>(json);
    }

    [Fact]
    public void A_graphic_leaves_when_the_video_of_its_card_ends_however_it_came_up()
    {
        var (first, second) = (Stage.Show.Graphic(Names)!.Cards[0].Id, Stage.Show.Graphic(Names)!.Cards[1].Id);
        Assert.Null(Edit(new EditGraphic(Names, new GraphicEdit(Stage.Revision, EndsWithVideo: true, Card: first, Words: Words(("picture", "moth.webm"))) { Stay = Duration.FromSeconds(9), Then = new Follow(new("to-see"), Duration.Zero) })));
        Assert.Null(Edit(new EditGraphic(Names, new GraphicEdit(Stage.Revision, Card: second, Words: Words(("picture", ""))))));
        Press(id => new PressLight(id, Names, first));
        Assert.False(Picture().Nodes.Single(node => node.Image is not null).Image!.Loop);
        var begun = Now;
        After(2000);
        Assert.Equal(begun + Duration.FromSeconds(4), Aired().StayEnds);

        // A card without one stays as it says, counted as ever; back on the first one the video begins anew.
        Press(id => new PressLight(id, Names, second));
        Assert.Equal(Now + Duration.FromSeconds(9), Aired().StayEnds);
        Press(id => new PressLight(id, Names, first));
        Assert.Equal(Now + Duration.FromSeconds(4), Aired().StayEnds);
        After(3999);
        Assert.True(Aired().Holds);
        After(1);
        Assert.True(Aired().StayOver);

        // Lit again while it leaves, and after lights out and back: anew, too.
        Press(id => new PressLight(id, Names, first));
        Assert.Equal((Now, true), (Aired().UpSince, Aired().Holds));
        After(3000);
        Press(id => new PressLightsOut(id));
        After(2000);
        Press(id => new PressLightsBack(id));
        After(3900);
        Assert.True(Aired().Holds);
        After(200);
        Assert.False(Aired().Holds);
        After(3000);
        Assert.NotNull(Stage.Air.Of(new("to-see")));

        Core.Airing.Airing Aired() => Stage.Air.Of(Names)!;
        Picture Picture() => Book.PictureOf(new Pinned(Aired().Content, Stage.Kept.Contents[Aired().Content]), Stage.Kept);
    }

    [Fact]
    public void A_new_seat_begins_at_its_own_place()
    {
        Assert.Null(Edit(new EditGraphic(Names, new GraphicEdit(Stage.Revision, Place: Placement.Plain with { X = 900, Y = -300, Scale = 2 }))));
        Assert.Null(Edit(new EditGraphic(Names, new GraphicEdit(Stage.Revision, Seat: new SeatId("upper-right")))));
        Assert.Equal(Placement.Plain with { Scale = 2 }, Stage.Show.Graphic(Names)!.Place);
    }

    [Fact]
    public void Rule_27_and_36_with_live_edits_words_go_at_once_and_a_stay_never_begins_anew()
    {
        Assert.Null(Edit(new EditGraphic(Names, CoreJson.Read<GraphicEdit>("""{"revision":9000000000000,"stay":10000}"""))));
        Assert.Null(Edit(new EditShow(new ShowEdit(Stage.Revision, LiveEdits: true))));
        Press(id => new PressLight(id, Names));
        After(4000);
        var ends = Stage.Air.Of(Names)!.StayEnds;
        Assert.Null(Edit(new EditGraphic(Names, new GraphicEdit(Stage.Revision, Words: Words(("name", "Odalys T."))))));
        Assert.Null(Edit(new EditGraphic(Names, CoreJson.Read<GraphicEdit>("""{"revision":9000000000000,"stay":60000}"""))));
        var airing = Stage.Air.Of(Names)!;
        Assert.Equal((ends, "Odalys T."), (airing.StayEnds, Stage.Kept.Contents[airing.Content].Words["name"]));
    }

    [Fact]
    public void Rule_42_a_press_keeps_the_draft_of_its_page_in_the_same_step_or_does_nothing()
    {
        var began = Stage.Revision;
        PressLight Light(string id, string name) => new(new CommandId(id), Names) { Draft = new Draft(Names, new("c1"), Words(("name", name)), began) };
        Fold(new PressInput(Light("first", "Odalys T."), "page"));
        Assert.Equal(("Odalys T.", "Odalys T."), (Aired(), Kept()));
        // A repeat of it, after the words were changed, brings nothing back.
        Assert.Null(Edit(new EditGraphic(Names, new GraphicEdit(Stage.Revision, Words: Words(("name", "Pim")))), "page"));
        Fold(new PressInput(Light("first", "Odalys T."), "page"));
        Assert.Equal("Pim", Kept());
        // Words that somebody else has changed meanwhile are not shown, and not overwritten.
        Press(id => new PressDark(id, Names));
        After(2000);
        Assert.Equal(RefusalKind.Conflict, Fold(new PressInput(Light("second", "Late words"), "other")).Refusal?.Kind);
        Assert.Equal((false, "Pim"), (Stage.Air.Of(Names) is { Holds: true }, Kept()));

        string Kept() => Stage.Show.Graphic(Names)!.Cards[0].Words["name"];
        string Aired() => Stage.Kept.Contents[Stage.Air.Of(Names)!.Content].Words["name"];
    }

    [Fact]
    public void Rule_44_cards_that_are_set_to_take_turns_while_lit_begin_at_once()
    {
        Press(id => new PressLight(id, Names));
        After(2000);
        Assert.Null(Edit(new EditGraphic(Names, CoreJson.Read<GraphicEdit>("""{"revision":9000000000000,"cycle":{"order":"round","every":3000,"cards":[]}}"""))));
        // Another edit meanwhile does not begin the turn anew.
        After(2000);
        Assert.Null(Edit(new EditGraphic(new("lamp"), new GraphicEdit(Stage.Revision, Name: "Lamp"))));
        After(1100);
        Assert.Equal("c2", Stage.Air.Of(Names)!.Card.Value);
    }

    [Fact]
    public void A_feed_keeps_its_last_good_words_and_tells_how_its_source_is_doing()
    {
        var feed = Demo.Feeds[0];
        void Read(FeedReading reading) => Fold(new ReadingInput(feed, reading, Now));
        Read(new FeedReading.Missing());
        Assert.Equal(FeedHealth.Waiting, Stage.HealthOf(feed));
        Read(new FeedReading.Unreadable("no"));
        Assert.Equal(FeedHealth.Failing, Stage.HealthOf(feed));
        Read(new FeedReading.Found(SourceTables.OfText("one")));
        var first = Stage.Values[feed.Id];
        After(5000);
        Read(new FeedReading.Found(SourceTables.OfText("one\n")));
        Assert.Equal((first, Now), (Stage.Values[feed.Id], Stage.Conditions[feed.Id].ReadAt));
        Read(new FeedReading.Missing());
        Assert.Equal((FeedHealth.Stale, "one"), (Stage.HealthOf(feed), Stage.Values[feed.Id].Tables[0].Columns[0].Cells[0]));
        // A reading of a feed that has other settings by now counts no more.
        Fold(new ReadingInput(feed with { Path = "/elsewhere" }, new FeedReading.Found(SourceTables.OfText("two")), Now));
        Assert.Equal("one", Stage.Values[feed.Id].Tables[0].Columns[0].Cells[0]);
    }

    [Fact]
    public void A_feed_that_has_not_changed_for_longer_than_allowed_is_stale_and_its_graphic_shows_other_words_or_goes_dark()
    {
        var (moth, feed) = (new GraphicId("moth"), Demo.Feeds[0].Id);
        string Shown() => Book.PictureOf(new Pinned(Stage.Air.Of(moth)!.Content, Stage.Kept.Contents[Stage.Air.Of(moth)!.Content]), Stage.Kept).Nodes.Select(node => string.Concat(node.Line?.Spans.Select(span => span.Text) ?? [])).First(text => text.Contains("cloth", StringComparison.OrdinalIgnoreCase));
        void Read(string text) => Fold(new ReadingInput(Stage.Show.Feed(feed)!, new FeedReading.Found(SourceTables.OfText(text)), Now));

        Assert.Null(Edit(new EditFeed(feed, new FeedEdit(Stage.Revision) { StaleAfter = Duration.FromSeconds(60) })));
        Assert.Null(Edit(new EditGraphic(moth, new GraphicEdit(Stage.Revision) { WhenStale = new WhenStale("The cloth rests") })));
        Read("Brimstone");
        Press(id => new PressLight(id, moth));
        Assert.Equal("On the cloth: Brimstone", Shown());
        After(59_000);
        Assert.Equal((FeedHealth.Fresh, Now + Duration.FromMilliseconds(990)), (Stage.HealthOf(Stage.Show.Feed(feed)!), Folding.NextWake(Stage)));
        After(1000);
        Assert.Equal((FeedHealth.Stale, "The cloth rests"), (Stage.HealthOf(Stage.Show.Feed(feed)!), Shown()));
        Read("Brimstone");
        Assert.Equal("The cloth rests", Shown());
        Read("Old lady");
        Assert.Equal((FeedHealth.Fresh, "On the cloth: Old lady"), (Stage.HealthOf(Stage.Show.Feed(feed)!), Shown()));

        // Dark after a time, counted from the trouble or from its lighting, whichever is later; nobody takes that back.
        Assert.Null(Edit(new EditGraphic(moth, new GraphicEdit(Stage.Revision) { WhenStale = new WhenStale(DarkAfter: Duration.FromSeconds(30)) })));
        Fold(new ReadingInput(Stage.Show.Feed(feed)!, new FeedReading.Unreadable("no"), Now));
        After(29_000);
        Fold(new ReadingInput(Stage.Show.Feed(feed)!, new FeedReading.Unreadable("no"), Now));
        Assert.True(Stage.Air.Of(moth)!.Holds);
        var acts = Stage.Air.Acts.Count;
        After(1000);
        Assert.Equal((false, acts), (Stage.Air.Of(moth) is { Holds: true }, Stage.Air.Acts.Count));
        Assert.Contains(Stage.Trail, line => line.Sentence == "Moth in view goes dark: its feed “Moth on the cloth” is stale");
        Press(id => new PressLight(id, moth));
        After(90_000);
        Assert.True(Stage.Air.Of(moth)!.Holds);
        // A paused feed is not stale: somebody wants its last words.
        Assert.Null(Edit(new EditFeed(feed, new FeedEdit(Stage.Revision, Paused: true))));
        After(60_000);
        Assert.Equal((FeedHealth.Paused, true), (Stage.HealthOf(Stage.Show.Feed(feed)!), Stage.Air.Of(moth)!.Holds));
        Assert.Equal(2, Edit(new EditGraphic(moth, new GraphicEdit(Stage.Revision) { WhenStale = new WhenStale() }))!.Faults.Length + Edit(new EditFeed(feed, new FeedEdit(Stage.Revision) { StaleAfter = Duration.FromMilliseconds(10) }))!.Faults.Length);
    }

    [Fact]
    public void A_timer_that_is_started_twice_within_a_second_is_told_with_the_zero_of_its_own()
    {
        Press(id => new PressLight(id, new("check")));
        Press(id => new PressTimer(id, new("check"), TimerAct.Restart));
        var (first, at) = (Zero(), Stage.Air.Now);
        After(7);
        Press(id => new PressTimer(id, new("check"), TimerAct.Restart));
        Assert.True(Stage.Air.Now > at);
        Assert.Equal(Stage.Air.Now - at, Zero() - first);

        Instant Zero()
        {
            var airing = Stage.Air.Of(new("check"))!;
            return Book.PictureOf(new Pinned(airing.Content, Stage.Kept.Contents[airing.Content]), Stage.Kept).Nodes.Select(node => node.Line?.Digits?.Program.Zero).OfType<Instant>().First();
        }
    }

    [Fact]
    public void A_countdown_to_a_time_of_day_that_has_run_out_yesterday_is_for_today_when_the_show_is_opened_again()
    {
        Fold(new OpenedInput());
        After(26 * 3600 * 1000);
        var yesterday = Stage.Air.Timers.Single(run => run.Timer.Value == "ends");
        Assert.True(yesterday.AtEnd);
        // Time went by without a server.
        var kept = Stage;
        After(20 * 3600 * 1000);
        Stage = kept;
        Fold(new OpenedInput());
        var today = Stage.Air.Timers.Single(run => run.Timer.Value == "ends");
        Assert.False(today.AtEnd);
        Assert.InRange((today.Due!.Value - Now).TotalHours, 0, 24);
        // While it counts on past its zero a clock that is set changes nothing.
        After(25 * 3600 * 1000);
        var over = Stage.Air.Timers.Single(run => run.Timer.Value == "ends");
        Fold(new ClockSetInput());
        Assert.Equal(over, Stage.Air.Timers.Single(run => run.Timer.Value == "ends"));
    }

}
