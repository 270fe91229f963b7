using SideLamp.Core.Colours;
using SideLamp.Core.Editing;
using SideLamp.Core.Frame;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;
using SideLamp.Core.Templates;
using SideLamp.StandIns;

namespace SideLamp.Core.Tests.Loop;

/// <summary>How a show begins: sets, and the answers to three questions.</summary>
public sealed class BeginningTests : FoldedShow
{
    private void BeginEmpty() => Stage = Stage with { Kept = Kept.Of(DemoShow.Empty("t"), Now) };

    public static TheoryData<string> Sets => [.. StarterSets.All.Select(set => set.Id)];

    [Theory]
    [MemberData(nameof(Sets))]
    public void Nothing_of_a_set_lies_on_anything_else_of_it_and_each_has_a_key(string set)
    {
        BeginEmpty();
        Assert.Null(Edit(new AddStarterSet(set, "0a")));
        var graphics = Stage.Show.Graphics;
        Assert.Equal(graphics.Length, graphics.Select(graphic => graphic.Key).OfType<string>().Distinct().Count());
        var boxes = graphics
            .Where(graphic => Stage.Show.Seat(graphic.Seat)!.Kind != SeatKind.Frame)
            .Select(graphic => (Graphic: graphic, Book.PictureOf(Book.ContentOf(Stage.Show, Stage.Kept.Chosen(graphic), graphic.Cards[0])!, Stage.Kept).Box))
            .ToList();
        var overlaps = from one in boxes from other in boxes where string.CompareOrdinal(one.Graphic.Id.Value, other.Graphic.Id.Value) < 0 && one.Graphic.Seat != other.Graphic.Seat && Overlap(one.Box, other.Box) select $"{one.Graphic.Name} ({one.Graphic.Seat}) {one.Box} and {other.Graphic.Name} ({other.Graphic.Seat}) {other.Box}";
        Assert.True(!overlaps.Any(), string.Join("\n", overlaps));
        // A timer that a graphic shows is there, and says what it says.
        Assert.All(Stage.Show.Timers, timer => Assert.Contains(graphics, graphic => graphic.Cards[0].Words.ContainsValue($"{{{{ timers.{timer.Id.Value} }}}}")));
        Assert.Equal(StarterSets.Find(set)!.Pieces.Count(piece => piece.Timer is not null), Stage.Show.Timers.Length);

        // Twice the same set: no key and no timer is taken from the first.
        Assert.Null(Edit(new AddStarterSet(set, "0b")));
        Assert.DoesNotContain(Keys.Of(Stage.Show).GroupBy(one => one.Key), same => same.Count() > 1);
        Assert.Equal(Stage.Show.Timers.Length, Stage.Show.Timers.Select(timer => timer.Id).Distinct().Count());

        static bool Overlap(Box one, Box other) => one.X < other.Right && other.X < one.Right && one.Y < other.Bottom && other.Y < one.Bottom;
    }

    [Fact]
    public void Three_answers_make_a_show_in_one_edit_that_can_be_taken_back()
    {
        BeginEmpty();
        var before = Stage.Show;
        var reply = Fold(new EditInput(new Begin(new BeginWish("talk", "Odalys Thrupp", "The Lantern Cloth", "#7b2d8b", "#ffd166"), "0a"), "page"));
        Assert.Null(reply.Refusal);
        var name = Stage.Show.Graphic(new GraphicId(reply.Id!))!;
        Assert.Equal(("The Lantern Cloth", "Odalys Thrupp", "#7b2d8b"), (Stage.Show.Name, name.Cards[0].Words["name"], Stage.Show.Brand.Palette.Plate.ToCss()));
        // What is lit first says nothing that nobody wrote.
        Assert.False(UntouchedWords(name));
        Assert.Equal("The Lantern Cloth", Stage.Show.Graphics.Single(graphic => graphic.Template == new TemplateId("starting-soon")).Cards[0].Words["title"]);
        Assert.Contains(before.Brand.Name, Stage.Show.Wardrobe.Select(brand => brand.Name));
        Assert.Null(Fold(new UndoInput("page", Back: true)).Refusal);
        Assert.Equal((before.Name, 0, before.Brand.Name), (Stage.Show.Name, Stage.Show.Graphics.Length, Stage.Show.Brand.Name));
        Assert.Equal("/plate", Edit(new Begin(new BeginWish("talk", Plate: "no colour"), "0b"))!.Faults[0].Path);
        Assert.Equal(RefusalKind.NotFound, Edit(new Begin(new BeginWish("no set"), "0c"))!.Kind);
        // With no answers but the kind, brand and name stay.
        Assert.Null(Edit(new Begin(new BeginWish("making"), "0d")));
        Assert.Equal((before.Name, before.Brand), (Stage.Show.Name, Stage.Show.Brand));
    }

    private bool UntouchedWords(Graphic graphic) => Shelf.Find(Stage.Show, graphic.Template)!.Template.Fields.Any(field => field.Sample.Length > 0 && graphic.Cards[0].Words.GetValueOrDefault(field.Name, field.Sample) == field.Sample);

    // Source: WCAG 2.2, success criterion 1.4.3.
    [Theory]
    [InlineData("#000000", null)]
    [InlineData("#ffffff", "#ffff00")]
    [InlineData("#808080", "#818181")]
    [InlineData("#7b2d8b", "#7b2d8b")]
    [InlineData("#ff5d00", "#00ff00")]
    [InlineData("#777777", null)]
    public void Whatever_two_colours_somebody_has_words_can_be_read_on_them(string plate, string? accent)
    {
        var palette = Core.Brands.Palette.From(Colour.Parse(plate)!.Value, Colour.Parse(accent), Colour.Parse("#c8553d")!.Value);
        Assert.All(new[] { palette.Ink, palette.Quiet, palette.Accent, palette.Glow }, colour => Assert.True(Colour.Contrast(colour, palette.Plate) >= 4.5, $"{colour} on {palette.Plate}"));
    }
}
