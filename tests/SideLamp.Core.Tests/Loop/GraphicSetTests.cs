using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Editing;
using SideLamp.Core.Frame;
using SideLamp.Core.Json;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;
using SideLamp.StandIns;

namespace SideLamp.Core.Tests.Loop;

/// <summary>A set of one's own, from one show to another.</summary>
public sealed class GraphicSetTests : FoldedShow
{
    private GraphicSet SetOf(params IEnumerable<GraphicId> ids) => GraphicSet.Of(Stage.Show, Stage.Kept.Choices, ids.ToHashSet());

    /// <summary>As a file carries it.</summary>
    private static GraphicSet Carried(GraphicSet set) => CoreJson.Read<GraphicSet>(CoreJson.WriteWhole(set));

    private void BeginEmpty() => Stage = Stage with { Kept = Kept.Of(DemoShow.Empty("t"), Now) };

    /// <summary>A show with what a set must not lose: an own template in an own seat, cards in turns, something that follows.</summary>
    private ImmutableArray<GraphicId> Prepared()
    {
        Assert.Null(Edit(new AddTemplate(new NewTemplate(CopyOf: new TemplateId("name")), "t1")));
        Assert.Null(Edit(new AddEntry<Seat>(EntryLists.Seats, new Seat(default, "Beside the lamp", 0, 0, SeatKind.Spot, 4, new Box(0.1, 0.1, 0.4, 0.4)), null, "s1")));
        var seat = Stage.Show.OwnSeats[^1].Id;
        Assert.Null(Edit(new EditGraphic(Names, new GraphicEdit(0, Template: new TemplateId("own-t1"), Seat: seat) { Stay = Duration.FromSeconds(9), Cycle = new Cycle(CycleOrder.Round, Duration.FromSeconds(4), [new CardId("c2"), new CardId("c3")]) })));
        Assert.Null(Edit(new EditGraphic(Names, new GraphicEdit(0) { Then = new Follow(new GraphicId("moth"), Duration.FromSeconds(2)) })));
        // A timer that another show may have under the same word.
        return [Names, new GraphicId("moth"), new GraphicId("check"), new GraphicId("count"), new GraphicId("guests")];
    }

    [Fact]
    public void A_set_comes_whole_into_another_show_and_goes_out_of_that_as_it_came()
    {
        var ids = Prepared();
        var set = Carried(SetOf(ids));
        var before = Stage.Show;
        BeginEmpty();
        var empty = Stage.Show;
        var reply = Fold(new EditInput(new AddGraphicSet(set, "0a"), "page"));
        Assert.Null(reply.Refusal);
        var names = Stage.Show.Graphic(new GraphicId(reply.Id!))!;
        var old = before.Graphic(Names)!;
        Assert.Equal((old.Name, old.Key, old.Stay), (names.Name, names.Key, names.Stay));
        Assert.Equal(old.Cards.Select(Said), names.Cards.Select(Said));
        Assert.Equal([names.Cards[1].Id, names.Cards[2].Id], names.Cycle!.Cards);
        Assert.Equal(before.Graphic(new GraphicId("moth"))!.Name, Stage.Show.Graphic(names.Then!.Graphic)!.Name);
        Assert.Equal("Beside the lamp", Stage.Show.Seat(names.Seat)!.Name);
        Assert.True(Stage.Show.OwnTemplates.Any(own => own.Id == names.Template));
        // What comes from feeds stays with the show that has them.
        Assert.All(Stage.Show.Graphics, graphic => Assert.Null(graphic.CardsFrom));

        // Out again it is the same but for the ids that it has here.
        Assert.Equal(Plain(set), Plain(Carried(SetOf(Stage.Show.Graphics.Select(graphic => graphic.Id)))));
        Assert.Null(Fold(new UndoInput("page", Back: true)).Refusal);
        Assert.Equal((0, 0, 0, empty.Timers.Length), (Stage.Show.Graphics.Length, Stage.Show.OwnTemplates.Length, Stage.Show.OwnSeats.Length, Stage.Show.Timers.Length));

        static string Said(Card card) => string.Join('|', card.Words.OrderBy(word => word.Key, StringComparer.Ordinal));
        static string Plain(GraphicSet one) =>
            string.Join(
                '\n',
                one.Graphics.Select(graphic => CoreJson.WriteWhole(graphic.As with { Template = null, Seat = null, Cards = [.. graphic.As.Cards!.Value.Select(card => card with { Id = null })], Then = default, Cycle = default }))
                    .Concat(one.Timers.Select(CoreJson.WriteWhole))
                    .Concat(one.Seats.Select(seat => CoreJson.WriteWhole(seat with { Id = default })))
            );
    }

    [Fact]
    public void Where_it_came_from_it_takes_no_key_and_uses_the_timers_templates_and_seats_that_are_there()
    {
        var set = Carried(SetOf(Prepared()));
        var before = Stage.Show;
        Assert.Null(Edit(new AddGraphicSet(set, "0a")));
        var show = Stage.Show;
        Assert.Equal(before.Graphics.Length + 5, show.Graphics.Length);
        Assert.DoesNotContain(Keys.Of(show).GroupBy(one => one.Key), same => same.Count() > 1);
        Assert.Equal(show.Graphics.Length, show.Graphics.Select(graphic => graphic.Name).Distinct().Count());
        Assert.Equal((before.Timers.Length, before.OwnTemplates.Length, before.OwnSeats.Length), (show.Timers.Length, show.OwnTemplates.Length, show.OwnSeats.Length));

        // A timer of the same word that runs otherwise stays as it is, and the set brings its own under another word.
        var timer = show.Timers.Single(one => one.Id.Value == set.Timers[0].Id.Value);
        Assert.Null(Edit(new EditEntry<Timer>(EntryLists.Timers, timer.Id.Value, new TimerEdit(0, Length: Duration.FromMinutes(77)))));
        Assert.Null(Edit(new AddGraphicSet(set, "0b")));
        var brought = Stage.Show.Timers[^1];
        Assert.Equal(($"{timer.Id}2", set.Timers[0].Length), (brought.Id.Value, brought.Length));
        Assert.Contains(Stage.Show.Graphics[^3..], graphic => graphic.Cards[0].Words.ContainsValue($"{{{{ timers.{brought.Id} }}}}"));
    }

    [Fact]
    public void What_cannot_be_kept_is_told_with_its_name_and_nothing_of_the_set_comes()
    {
        var set = Carried(SetOf(Names, new GraphicId("check")));
        var before = Stage.Show;
        GraphicSet With(int at, Func<GraphicEdit, GraphicEdit> change) => set with { Graphics = set.Graphics.SetItem(at, set.Graphics[at] with { As = change(set.Graphics[at].As) }) };
        foreach (var (wrong, says) in new[]
        {
            (set with { Format = "a set of another program" }, "side-lamp-set/1"),
            (set with { Graphics = [] }, "1 to 200"),
            (With(0, one => one with { Template = new TemplateId("no-such") }), "neither in the set nor on the shelf"),
            (With(0, one => one with { Template = null }), "neither in the set nor on the shelf"),
            (With(0, one => one with { Seat = new SeatId("attic") }), "no seat “attic”"),
            (With(1, one => one with { Speed = 90 }), "0.25 and 4"),
            (With(1, one => one with { Cards = [new CardDraft(Words(("time", new string('m', 5000))))] }), "5,000 characters"),
            (set with { Timers = [set.Timers[0] with { Id = new TimerId("Not A Word") }] }, "Not A Word"),
            (set with { Templates = [new OwnTemplate(new TemplateId("own-x"), "{}")] }, "own-x"),
        })
        {
            var refusal = Edit(new AddGraphicSet(wrong, "0a"));
            Assert.Contains(says, refusal!.Faults[0].Message, StringComparison.Ordinal);
            Assert.Same(before, Stage.Show);
        }

        // Ids that are there twice, or that follow what is not there, do no harm.
        Assert.Null(Edit(new AddGraphicSet(set with { Graphics = [set.Graphics[0], set.Graphics[0]] }, "0c")));
        Assert.Null(Edit(new AddGraphicSet(With(0, one => one with { Stay = Duration.FromSeconds(5), Then = new Follow(new GraphicId("gone"), Duration.Zero) }), "0d")));
        Assert.Null(Stage.Show.Graphics[^2].Then);
        Assert.Equal(RefusalKind.NotFound, Assert.Throws<RefusedException>(() => SetOf(new GraphicId("no-such"))).Refusal.Kind);
    }
}
