using SideLamp.Core.Layout;
using SideLamp.Core.Shows;
using SideLamp.Core.Tests.Loop;

namespace SideLamp.Core.Tests.Layout;

public sealed class RightToLeftTests : FoldedShow
{
    // Source: CSS Text 3, text-align: start is the right edge of what runs from right to left.
    [Theory]
    [InlineData("Odalys Thrupp of Hollow Lane", false, "שלום", true)]
    [InlineData("Odalys Thrupp of Hollow Lane", false, "garden moths", false)]
    [InlineData("اوداليس", true, "recorder of moths that came to the lamp", false)]
    [InlineData("שלום", true, "שלום וברכה לכל העשים", true)]
    public void Words_begin_where_their_script_begins_whatever_stands_above_them(string name, bool isNameRight, string role, bool isRoleRight)
    {
        var graphic = Graphic.Plain(new GraphicId("rtl"), "Rtl", Shelf.Bundled[new TemplateId("name")].Template);
        graphic = graphic with { Cards = [graphic.Cards[0] with { Words = Words(("name", name), ("role", role)) }] };
        Stage = Stage with { Kept = Stage.Kept with { Show = Stage.Show.With(graphic) } };
        var picture = Book.PictureOf(Book.ContentOf(Stage.Show, Stage.Kept.Chosen(graphic), graphic.Cards[0])!, Stage.Kept);
        Box Of(string part) => picture.Nodes.Single(node => node.Id == $"{part}/0").Box;
        var (over, under) = (Of("name"), Of("role"));
        var (left, right) = (Math.Min(over.X, under.X), Math.Max(over.Right, under.Right));
        Assert.All(new[] { (Box: over, IsRight: isNameRight), (Box: under, IsRight: isRoleRight) }, one => Assert.InRange(one.IsRight ? right - one.Box.Right : one.Box.X - left, 0, 1));
    }
}
