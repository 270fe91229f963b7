using System.Collections.Immutable;
using CsCheck;
using NodaTime;
using SideLamp.Core.Airing;
using SideLamp.Core.Editing;
using SideLamp.Core.Feeds;
using SideLamp.Core.Json;
using SideLamp.Core.Layout;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;
using SideLamp.Core.Tables;
using SideLamp.Core.Text;

namespace SideLamp.Core.Tests.Loop;

/// <summary>Tables that drive graphics, folded into the demo show.</summary>
public sealed class RowsTests : FoldedShow
{
    private static readonly FeedId Guests = new("guests_sheet");
    private static readonly Feed Sheet = new(Guests, "Guests", "/tmp/guests.csv", Duration.FromSeconds(1), SourceKind.Csv);

    public RowsTests()
    {
        Stage = Stage with { Kept = Stage.Kept with { Show = Stage.Show.With(Sheet) } };
        Read("Odalys", "Pim", "Ilse");
    }

    // Rule 40: columns find their fields by name, each row is a card, and its key is the card's id.
    [Fact]
    public void Rule_40_rows_are_cards_that_change_in_place_and_stay_while_they_are_lit()
    {
        CardsFromRows();
        Assert.Equal(["Odalys", "Pim", "Ilse"], Shown());
        var cards = Stage.Kept.Chosen(Names)!.Value.Graphic.Cards;
        Press(id => new PressLight(id, Names, cards[1].Id));
        After(2000);
        var lit = Lit();
        Assert.Equal(("Pim", "role of Pim"), (OnAir("name"), OnAir("role")));

        // A mended typo is an update in place: the same airing, the same card, the same content.
        Read("Odalys", "Pim Carraway", "Ilse");
        Assert.Equal((lit.Id, lit.Card, lit.Content, "Pim Carraway"), (Lit().Id, Lit().Card, Lit().Content, OnAir("name")));
        // Rows come and go around it.
        Read("Benedek", "Ilse", "Pim Carraway");
        Assert.Equal("Pim Carraway", OnAir("name"));

        // It goes while it is lit, and stays; the next is the row that stands at its place.
        Read("Benedek", "Ilse", "Odalys");
        Read("Benedek", "Ilse");
        Assert.Equal(("Pim Carraway", lit.Id), (OnAir("name"), Lit().Id));
        Assert.DoesNotContain(lit.Card, Stage.Kept.Chosen(Names)!.Value.Graphic.CardIds);
        Read("Benedek", "Ilse", "Odalys");
        Press(id => new PressStep(id, Names));
        Assert.Equal("Odalys", OnAir("name"));

        // Gone between press and light: said, and nothing is lit in its place.
        Press(id => new PressDark(id, Names));
        After(2000);
        Assert.NotNull(Fold(new PressInput(new PressLight(new("late"), Names, lit.Card))).Refusal);
        Assert.Null(Stage.Air.Of(Names));
        // And no row at all.
        Read();
        Assert.Contains("no row", Fold(new PressInput(new PressLight(new("none"), Names))).Refusal?.Title, StringComparison.Ordinal);
    }

    // What stood up, and is gone while it is dark, makes way for the one at its place. Words typed once are those of all rows.
    [Fact]
    public void A_row_that_was_up_and_goes_while_dark_makes_way_and_words_are_typed_once_for_all_rows()
    {
        CardsFromRows();
        var cards = Stage.Kept.Chosen(Names)!.Value.Graphic.Cards;
        Press(id => new PressStep(id, Names, Card: cards[1].Id));
        Read("Odalys", "Ilse");
        Press(id => new PressLight(id, Names));
        Assert.Equal("Ilse", OnAir("name"));
        Assert.Null(Edit(new EditGraphic(Names, new GraphicEdit(Stage.Revision, Words: Words(("role", "{{ guests_sheet.role }}, tonight"))))));
        Press(id => new PressPush(id, Names));
        Assert.Equal("role of Ilse, tonight", OnAir("role"));
        // The cards written by hand are there again when the rows are let go.
        Assert.Null(Edit(new EditGraphic(Names, new GraphicEdit(Stage.Revision) { CardsFrom = (FeedId?)null })));
        Assert.Equal(Demo.Graphic(Names)!.Cards, Stage.Kept.Chosen(Names)!.Value.Graphic.Cards);
    }

    // A row that is lit is minded by the air alone, too: when its graphic takes its cards from elsewhere by now.
    [Fact]
    public void A_lit_row_stays_itself_when_its_graphic_takes_no_rows_any_more()
    {
        CardsFromRows();
        Press(id => new PressLight(id, Names, Stage.Kept.Chosen(Names)!.Value.Graphic.Cards[1].Id));
        Read("Odalys", "Pim Carraway", "Ilse");
        Assert.Null(Edit(new EditGraphic(Names, new GraphicEdit(Stage.Revision) { CardsFrom = (FeedId?)null })));
        Read("Pim Carraway", "Odalys", "Ilse");
        Assert.Equal("Pim Carraway", OnAir("name"));
        Read("Odalys", "Ilse");
        Assert.Equal("Pim Carraway", OnAir("name"));
    }

    [Fact]
    public void A_feed_has_its_rows_in_turn_is_stepped_and_held_by_hand_and_let_go_and_that_is_taken_back()
    {
        Assert.Null(Edit(new EditFeed(Guests, new FeedEdit(Stage.Revision) { Row = new RowRule(RowRuleKind.Turns, Every: Duration.FromSeconds(5)) })));
        Assert.Null(Edit(new EditGraphic(Names, new GraphicEdit(Stage.Revision, Words: Words(("name", "{{ guests_sheet.name }}"))))));
        Press(id => new PressLight(id, Names));
        Assert.Equal("Odalys", OnAir("name"));
        After(5000);
        Assert.Equal("Pim", OnAir("name"));
        // A row that is put before it moves nothing; turns that passed while nobody looked are passed over.
        Read("Benedek", "Odalys", "Pim", "Ilse");
        Assert.Equal("Pim", OnAir("name"));
        After(10_000);
        Assert.Equal("Benedek", OnAir("name"));

        Press(id => new PressRow(id, Guests));
        Assert.Equal("Odalys", OnAir("name"));
        After(60_000);
        Assert.Equal("Odalys", OnAir("name"));
        Press(id => new PressRow(id, Guests, By: -1));
        Assert.Equal("Benedek", OnAir("name"));
        Press(id => new PressTakeBack(id));
        Assert.Equal("Odalys", OnAir("name"));
        Press(id => new PressLetRow(id, Guests));
        After(5000);
        Assert.Equal("Pim", OnAir("name"));
        // Held, and gone: its last words stay; the next is the one at its place.
        Press(id => new PressRow(id, Guests, By: 0));
        Read("Benedek", "Odalys", "Ilse");
        Assert.Equal("Pim", OnAir("name"));
        Press(id => new PressRow(id, Guests));
        Assert.Equal("Ilse", OnAir("name"));
    }

    [Theory]
    [InlineData(RowRuleKind.First, "Odalys")]
    [InlineData(RowRuleKind.Last, "Ilse")]
    [InlineData(RowRuleKind.Number, "Pim")]
    [InlineData(RowRuleKind.Where, "Pim")]
    [InlineData(RowRuleKind.Newest, "Benedek")]
    public void A_feed_stands_where_its_rule_has_it(RowRuleKind kind, string name)
    {
        Assert.Null(Edit(new EditFeed(Guests, new FeedEdit(Stage.Revision) { Row = new RowRule(kind, Number: 2, Test: new RowTest("role", Comparison.Contains, "of pim")) })));
        Read("Odalys", "Pim", "Ilse");
        if (kind == RowRuleKind.Newest)
        {
            Read("Odalys", "Benedek", "Pim", "Ilse");
        }

        Assert.Equal(name, Placeholders.Fill("{{ guests_sheet.name }}", Stage.Kept.Feeds));
    }

    // What the audience writes waits for a tick; what is taken back, or written anew in its place, goes at once, and nothing brings it back.
    [Fact]
    public void Rule_37_what_the_audience_sent_waits_for_a_tick_and_goes_at_once_when_it_is_taken_back()
    {
        CardsFromRows();
        Assert.Null(Edit(new EditFeed(Guests, new FeedEdit(Stage.Revision) { Audience = true })));
        Assert.Contains("no row", Fold(new PressInput(new PressLight(new("none"), Names))).Refusal?.Title, StringComparison.Ordinal);
        Assert.Equal("", Placeholders.Fill("{{ guests_sheet.name }}{% for row in guests_sheet.rows %}{{ row.name }}{% endfor %}", Stage.Kept.Feeds));
        var keys = RowKeys.Fresh(Stage.Values[Guests].Tables[0], null);
        Press(id => new PressTick(id, Guests, keys[1]));
        Assert.Equal(["Pim"], Shown());
        Press(id => new PressLight(id, Names));
        After(2000);
        Assert.Equal("Pim", OnAir("name"));
        // Others come: nothing of it is seen.
        Read("Odalys", "Pim", "Ilse", "Benedek");
        Assert.Equal("Pim", OnAir("name"));

        Press(id => new PressTick(id, Guests, keys[1], On: false));
        Assert.False(Lit().Holds);
        After(300);
        Assert.Null(Stage.Air.Of(Names));
        foreach (var back in new Func<CommandId, Press>[] { id => new PressBringBack(id, new("lower-left")), id => new PressTakeBack(id), id => new PressLightsBack(id) })
        {
            Fold(new PressInput(back(new CommandId($"back{++_backs}"))));
            Assert.Null(Stage.Air.Of(Names));
        }

        Press(id => new PressTick(id, Guests));
        Press(id => new PressLight(id, Names, new CardId(keys[1])));
        After(2000);
        // Written anew by whoever wrote it.
        Read("Odalys", "Pim!", "Ilse", "Benedek");
        Assert.False(Lit().Holds);
    }

    [Fact]
    public void Rule_37_a_word_of_the_never_show_list_is_covered_or_holds_its_graphic_back_and_takes_it_off_the_air()
    {
        CardsFromRows();
        Press(id => new PressLight(id, Names));
        After(2000);
        Assert.Null(Edit(new EditShow(new ShowEdit(Stage.Revision, NeverShow: new NeverShow([" ODALYS ", "odalys"])))));
        Assert.Equal(["ODALYS"], Stage.Show.NeverShow.Words);
        Assert.Equal(("••••••", true), (Said("name"), Lit().Holds));
        Press(id => new PressLightsOut(id));
        Press(id => new PressLightsBack(id));
        Assert.Null(Edit(new EditShow(new ShowEdit(Stage.Revision, NeverShow: new NeverShow(["odalys"], NeverShowAct.HoldBack)))));
        Assert.False(Lit().Holds);
        After(300);
        Assert.Null(Stage.Air.Of(Names));
        Assert.Contains("never-show", Fold(new PressInput(new PressLight(new("again"), Names))).Refusal?.Title, StringComparison.Ordinal);
        Press(id => new PressLight(id, Names, Stage.Kept.Chosen(Names)!.Value.Graphic.Cards[1].Id));
        // It comes in by the feed, while it is lit.
        Read("Odalys", "Pim and Odalys", "Ilse");
        Assert.False(Stage.Air.Of(Names)?.Holds ?? false);
    }

    private static int _backs;

    private string Said(string field) => Book.Words.SaidNow(Shelf.Find(Stage.Show, Stage.Show.Graphic(Names)!.Template)!.Template, Stage.Kept.Contents[Lit().Content], Stage.Kept).Words[field];

    // Random edits of the table under a lit row: what viewers see is that row's words, and where those did not change it is the very same picture.
    [Fact]
    public void Whatever_becomes_of_the_table_a_lit_row_shows_its_own_words_and_never_flickers() =>
        Gen.Select(Gen.Int[0, 2], Gen.Select(Gen.Int[0, 3], Gen.Int[0, 9]).List[1, 10]).Sample(
            (up, edits) =>
            {
                var show = new RowsTests();
                show.CardsFromRows();
                var names = new List<string> { "Odalys", "Pim", "Ilse" };
                show.Press(id => new PressLight(id, Names, show.Stage.Kept.Chosen(Names)!.Value.Graphic.Cards[up].Id));
                var (airing, shown, seen, fresh) = (show.Lit(), names[up], show.Seen(), 0);
                foreach (var (kind, at) in edits)
                {
                    var before = names.ToList();
                    Change(names, kind, at, $"guest {++fresh}");
                    show.Read([.. names]);
                    Assert.Equal(airing.Id, show.Lit().Id);
                    Assert.Equal(airing.Content, show.Lit().Content);
                    if (names.Contains(shown) || !before.Contains(shown))
                    {
                        // It says what it said, or it was gone before.
                        Assert.Same(seen, show.Seen());
                    }
                    else if (kind == 0)
                    {
                        shown = names[before.IndexOf(shown)];
                        Assert.Equal(shown, show.OnAir("name"));
                        seen = show.Seen();
                    }
                    else
                    {
                        Assert.Same(seen, show.Seen());
                    }
                }
            },
            iter: 60
        );

    // A month, looked at every ten minutes, of a source that is away for an hour each night: what is lit keeps its words, what waits for the source comes and goes, and nothing grows.
    [Fact]
    public void A_month_with_a_source_that_fails_each_day_leaves_everything_as_it_was()
    {
        CardsFromRows();
        var bug = new GraphicId("lamp");
        Assert.Null(Edit(new EditFeed(Guests, new FeedEdit(Stage.Revision) { Row = new RowRule(RowRuleKind.Turns, Every: Duration.FromMinutes(1)) })));
        Assert.Null(Edit(new EditGraphic(bug, new GraphicEdit(Stage.Revision) { While = new Condition(Guests, new RowTest("Name", Comparison.Contains, "even")) })));
        Press(id => new PressLight(id, Names, Stage.Kept.Chosen(Names)!.Value.Graphic.Cards[1].Id));
        var (airing, came, sizes) = (Lit().Id, 0, new List<int>());
        for (var look = 0; look < 30 * 144; look++)
        {
            Now += Duration.FromMinutes(10);
            var away = look % 144 is >= 18 and < 24;
            if (away)
            {
                Fold(new ReadingInput(Sheet, new FeedReading.Unreadable("It is away."), Now));
            }
            else
            {
                Read($"Odalys {(look / 2 % 2 == 0 ? "even" : "odd")}", "Pim", $"Ilse {look}");
            }

            After(30_000);
            Assert.Equal((airing, "Pim", away), (Lit().Id, OnAir("name"), Stage.HealthOf(Stage.Show.Feed(Guests)!) == FeedHealth.Stale));
            came += Stage.Air.Of(bug) is { Holds: true } ? 1 : 0;
            if (look % 144 == 143)
            {
                sizes.Add(Stage.Kept.Contents.Count + Stage.Air.Acts.Count + Stage.Trail.Count + Stage.Values[Guests].Gone.Count + Stage.Air.Tallies.Count + Stage.Touched.Count + Stage.Air.Last.Count);
            }
        }

        Assert.InRange(came, 100, 30 * 144);
        Assert.True(sizes[^1] <= sizes[0] + 2, $"it grew from {sizes[0]} to {sizes[^1]}");
    }

    // A cue names a row by its key: wherever that stands by then, and as it is called by then; one that is gone is said, and then none of the cue is done (rule 20).
    [Fact]
    public void A_cue_lights_a_row_by_its_key_wherever_it_stands_and_none_of_it_when_the_row_is_gone()
    {
        CardsFromRows();
        var pim = Stage.Kept.Chosen(Names)!.Value.Graphic.Cards[1].Id;
        var cue = new Cue(new CueId("pim"), "Pim", null, [new CueStep(Duration.Zero, false, [new CueSetting(new("lamp"), CueAct.Light, null), new CueSetting(Names, CueAct.Light, pim)])]);
        Stage = Stage with { Kept = Stage.Kept with { Show = Stage.Show with { Cues = [cue] } } };
        Read("Benedek", "Odalys", "Ilse", "Pim");
        Read("Benedek", "Odalys", "Ilse", "Pim Carraway");
        Press(id => new PressCue(id, cue.Id));
        Assert.Equal(("Pim Carraway", pim), (OnAir("name"), Lit().Card));
        Press(id => new PressLightsOut(id));
        After(2000);
        Read("Benedek", "Odalys", "Ilse");
        Assert.Contains("gone", Fold(new PressInput(new PressCue(new("late"), cue.Id))).Refusal?.Title, StringComparison.Ordinal);
        Assert.Empty(Stage.Air.Airings);
    }

    // What cells say moves meters and sets numbers as typed words do; what is no number is none.
    [Fact]
    public void Numbers_and_meters_say_what_cells_say()
    {
        var goal = new GraphicId("goal");
        Read(["300"], "600");
        var bound = DrawnWith("{{ guests_sheet.name }}", "{{ guests_sheet.role | truncate: 3, '' }}");
        Assert.Equal(DrawnWith("300", "600"), bound);
        Read(["150"], "600");
        Assert.NotEqual(bound, DrawnWith("{{ guests_sheet.name }}", "600"));
        Assert.Equal(DrawnWith("150", "600"), DrawnWith("{{ guests_sheet.name }}", "600"));
        Read(["many"], "600");
        Assert.Equal(DrawnWith("many", "600"), DrawnWith("{{ guests_sheet.name }}", "600"));

        string DrawnWith(string reached, string of)
        {
            Assert.Null(Edit(new EditGraphic(goal, new GraphicEdit(Stage.Revision, Words: Words(("reached", reached), ("goal", of))))));
            var chosen = Stage.Kept.Chosen(goal)!.Value;
            return CoreJson.Write(Book.PictureOf(Book.ContentOf(Stage.Show, chosen, chosen.UpCard)!, Stage.Kept));
        }
    }

    // Words ask what a timer does: they change when it comes to zero, and are not laid out anew each second.
    [Fact]
    public void Words_change_when_a_timer_comes_to_zero()
    {
        var lamp = new GraphicId("lamp");
        Assert.Null(Edit(new EditGraphic(lamp, new GraphicEdit(Stage.Revision, Words: Words(("text", "{% if timers.check.over %}Now{% elsif timers.check.running %}Back in{% else %}Later{% endif %}"))))));
        Stage = Stage with { Kept = Stage.Kept with { Show = Stage.Show with { Timers = [.. Stage.Show.Timers.Select(timer => timer.Id.Value == "check" ? timer with { AtZero = Core.Timers.AtZero.Stop } : timer)] } } };
        Press(id => new PressLight(id, lamp));
        Assert.Equal("Later", Seen());
        Press(id => new PressTimer(id, new("check"), TimerAct.Start));
        Assert.Equal("Back in", Seen());
        After(719_000);
        Assert.Equal("Back in", Seen());
        After(2_000);
        Assert.Equal("Now", Seen());
        Press(id => new PressTimer(id, new("check"), TimerAct.Set, Duration.FromSeconds(60)));
        Assert.Equal("Later", Seen());
        Assert.NotNull(Placeholders.FaultIn("in {{ timers.check }} minutes"));
        Assert.NotNull(Placeholders.FaultIn("{{ timers.check.length }}"));

        string Seen() => Book.Words.SaidNow(Shelf.Find(Stage.Show, new("live-bug"))!.Template, Stage.Kept.Contents[Stage.Air.Of(lamp)!.Content], Stage.Kept).Words["text"];
    }

    // The index of what words take: a reading lays out what takes what it changed, and nothing else; counted.
    [Fact]
    public void A_reading_lays_out_only_what_it_touches()
    {
        var shaper = new CountingShaper(new Rendering.TextShaper(Path.Combine(Root, "fonts"), face => face));
        var book = new PictureBook(Shelf, shaper, new Rendering.LookAlikes(), _ => null);
        Assert.Null(Edit(new EditGraphic(Names, new GraphicEdit(Stage.Revision, Words: Words(("name", "{{ guests_sheet.name }}"))))));
        Press(id => new PressLight(id, Names));
        Press(id => new PressLight(id, new("to-see")));
        DrawAll();
        shaper.Count = 0;
        // Other rows, and other columns of its own row.
        Read(["Odalys", "Benedek"], role: "another role of");
        DrawAll();
        Assert.Equal(0, shaper.Count);
        Read("Odalys Thrupp", "Benedek");
        DrawAll();
        Assert.InRange(shaper.Count, 1, 12);
        Assert.Equal([new Taken(Guests, "name")], Placeholders.TakenBy("{{ guests_sheet.name | upcase }} and {{ guests_sheet['name'] }}"));
        Assert.Equal([new Taken(Guests, null)], Placeholders.TakenBy("{{ guests_sheet.rows.size }}"));

        void DrawAll() => Stage.Air.Airings.ToList().ForEach(airing => book.DrawnOf(new Pinned(airing.Content, Stage.Kept.Contents[airing.Content]), Stage.Kept));
    }

    private static void Change(List<string> names, int kind, int at, string fresh)
    {
        if (kind == 0 && names.Count > 0)
        {
            names[at % names.Count] += "!";
        }
        else if (kind == 1 && names.Count > 0)
        {
            names.RemoveAt(at % names.Count);
        }
        else if (kind == 2)
        {
            names.Insert(at % (names.Count + 1), fresh);
        }
        else
        {
            names.Reverse();
        }
    }

    private void CardsFromRows() => Assert.Null(Edit(new EditGraphic(Names, new GraphicEdit(Stage.Revision) { CardsFrom = (FeedId?)Guests })));

    private void Read(params string[] names) => Read(names, "role of");

    private void Read(string[] names, string role)
    {
        var table = new Table("", [Column.Of("Name", [.. names]), Column.Of("role", [.. names.Select(name => $"{role} {name}")])]);
        Now += Duration.FromMilliseconds(10);
        Fold(new ReadingInput(Sheet, new FeedReading.Found(new SourceTables([table], [])), Now));
    }

    private IEnumerable<string> Shown() => Stage.Kept.Chosen(Names)!.Value.Graphic.Cards.Select(card => Placeholders.Fill(card.Words["name"], Stage.Kept.Feeds with { Own = card.Row })!);

    private Core.Airing.Airing Lit() => Stage.Air.Of(Names)!;

    private string OnAir(string field)
    {
        var content = Stage.Kept.Contents[Lit().Content];
        return Placeholders.Fill(content.Words[field], Stage.Kept.Feeds with { Own = content.Row })!;
    }

    private Picture Seen() => Book.PictureOf(new Pinned(Lit().Content, Stage.Kept.Contents[Lit().Content]), Stage.Kept);
}
