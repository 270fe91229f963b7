using NodaTime;
using SideLamp.Core.Editing;
using SideLamp.Core.Json;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;

namespace SideLamp.Core.Tests.Loop;

/// <summary>Undo as the stage has it, and the bin: nothing that was deleted is lost at once.</summary>
public sealed class BinTests : FoldedShow
{
    private Binned InBin(string id) => Assert.Single(Stage.Kept.Bin.All, one => one.Id == id);

    private Refusal? OutOfBin(long no) => Fold(new OutOfBinInput("me", no)).Refusal;

    private void Deleted(Edit edit) => Assert.Null(Edit(edit));

    [Fact]
    public void A_deleted_graphic_comes_back_with_all_that_spoke_of_it_and_by_itself_where_its_edit_is_forgotten()
    {
        var before = Stage.Show;
        Deleted(new DeleteGraphic(Names));
        Assert.Null(OutOfBin(InBin("names").No));
        Assert.Equal(CoreJson.WriteWhole(before), CoreJson.WriteWhole(Stage.Show));
        Assert.Empty(Stage.Kept.Bin.All);

        // Later its edit is forgotten, or cannot be taken back, for its key is another's.
        Deleted(new DeleteGraphic(Names));
        Assert.Null(Edit(new EditGraphic(new GraphicId("moth"), new GraphicEdit(Stage.Revision) { Key = before.Graphic(Names)!.Key })));
        Assert.Contains("The key 1", Fold(new UndoInput("me", Back: true, Stage.History.Done[^2].No)).Refusal!.Title, StringComparison.Ordinal);
        Assert.Null(OutOfBin(InBin("names").No));
        var back = Stage.Show.Graphic(Names)!;
        Assert.Equal((before.Graphic(Names)!.Cards.Length, (string?)null), (back.Cards.Length, back.Key));
        Assert.Empty(Stage.Kept.Bin.All);
        // That, too, can be taken back; then it is in the bin again.
        Assert.Null(Fold(new UndoInput("another", Back: true)).Refusal);
        Assert.Null(Stage.Show.Graphic(Names));
        Assert.NotNull(InBin("names"));
    }

    [Fact]
    public void What_cannot_stand_alone_says_what_to_bring_back_first()
    {
        Assert.Null(Edit(new AddTemplate(new NewTemplate(CopyOf: new TemplateId("name")), "0a")));
        Assert.Null(Edit(new AddGraphic(new NewGraphic(new TemplateId("own-0a")), "0b")));
        Deleted(new DeleteGraphic(new GraphicId("g0b")));
        // Nor does undoing what it was made from take that away from under it.
        Assert.Null(OutOfBin(InBin("g0b").No));
        Assert.Contains("made from a template that was deleted", Fold(new UndoInput("me", Back: true, Stage.History.Done.First(edit => edit.What == "a new template").No)).Refusal!.Title, StringComparison.Ordinal);
        Deleted(new DeleteGraphic(new GraphicId("g0b")));
        Deleted(new DeleteTemplate(new TemplateId("own-0a")));
        // With its edit still known it does not come back without its template, either way.
        Assert.Contains("made from a template that was deleted", Fold(new UndoInput("me", Back: true, Stage.History.Done[^2].No)).Refusal!.Title, StringComparison.Ordinal);
        Assert.Contains("template", OutOfBin(InBin("g0b").No)!.Title, StringComparison.Ordinal);
        Stage = Stage with { Kept = Stage.Kept with { History = History.Empty } };
        Assert.Contains("template", OutOfBin(InBin("g0b").No)!.Title, StringComparison.Ordinal);
        Assert.Null(OutOfBin(InBin("own-0a").No));
        Assert.Null(OutOfBin(InBin("g0b").No));
        Assert.NotNull(Stage.Show.Graphic(new GraphicId("g0b")));
        Assert.Equal(RefusalKind.NotFound, OutOfBin(99)!.Kind);
    }

    [Fact]
    public void Two_of_one_name_that_are_deleted_at_once_are_two_edits_and_no_number_of_the_bin_comes_twice()
    {
        Assert.Null(Edit(new AddGraphic(new NewGraphic(CopyOf: Names, Name: "Twin"), "0a")));
        Assert.Null(Edit(new AddGraphic(new NewGraphic(CopyOf: Names, Name: "Twin"), "0b")));
        Deleted(new DeleteGraphic(new GraphicId("g0a")));
        Deleted(new DeleteGraphic(new GraphicId("g0b")));
        Assert.Equal(["deleted: Twin", "deleted: Twin"], Stage.History.Done.TakeLast(2).Select(edit => edit.What));
        var first = InBin("g0b").No;
        Assert.Null(OutOfBin(first));
        Now += Duration.FromSeconds(1);
        Deleted(new DeleteGraphic(new GraphicId("moth")));
        Assert.NotEqual(first, InBin("moth").No);
        Assert.Equal(RefusalKind.NotFound, OutOfBin(first)!.Kind);
    }

    [Fact]
    public void All_that_can_be_deleted_is_in_the_bin_for_thirty_days_and_a_brand_by_another_name_is_not()
    {
        var cue = Stage.Show.Cues[0];
        var timer = Stage.Show.Timers[0];
        var label = Stage.Show.Labels[0];
        Deleted(new DeleteEntry<Cue>(EntryLists.Cues, cue.Id.Value));
        Deleted(new DeleteEntry<Timer>(EntryLists.Timers, timer.Id.Value));
        Deleted(new DeleteEntry<Core.Events.Label>(EntryLists.Labels, label.Id.Value));
        var brand = Stage.Show.Brand;
        Assert.Null(Edit(new EditBrand(brand.Name, new BrandEdit(Stage.Revision, brand with { Name = "Moonless" }))));
        Assert.Equal([cue.Name, timer.Name, label.Name], Stage.Kept.Bin.All.Select(one => one.Name));
        Assert.Same(Stage.Kept.Bin, Stage.Kept.Bin.At(Now + Duration.FromDays(29)));
        Assert.Empty(Stage.Kept.Bin.At(Now + Duration.FromDays(31)).All);
        // The cue sets the timer, which went after it.
        Assert.Contains("bring it back first", OutOfBin(InBin(cue.Id.Value).No)!.Title, StringComparison.Ordinal);
        foreach (var one in Stage.Kept.Bin.All.Reverse())
        {
            Assert.Null(OutOfBin(one.No));
        }

        Assert.Empty(Stage.Kept.Bin.All);
        Assert.Contains(cue.Id, Stage.Show.Cues.Select(one => one.Id));
    }
}
