using System.Collections.Immutable;
using SideLamp.Core.Brands;
using SideLamp.Core.Frame;
using SideLamp.Core.Layout;
using SideLamp.Core.Shows;
using SideLamp.Core.Templates;
using SideLamp.Core.Tests.Loop;
using SideLamp.Rendering;

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

    public static TheoryData<string> Templates => [.. Shelf.Bundled.Keys.Select(id => id.Value)];

    [Theory]
    [MemberData(nameof(Templates))]
    public void Where_the_brand_mirrors_everything_but_the_words_stands_and_moves_the_other_way_round(string name)
    {
        var template = Shelf.Bundled[new TemplateId(name)].Template;
        using var shaper = new TextShaper(Path.Combine(Root, "fonts"));
        Picture Lay(bool mirrors, string words) =>
            Layouts.Lay(
                Dress.Plain(template, Brand.Night with { Mirrors = mirrors }, Canvas.FullHd),
                template.Fields.ToDictionary(field => field.Name, field => field.Kind switch { FieldKind.Number => "40", FieldKind.Picture => "", FieldKind.List => $"[x] {words}\t{words}\n[ ] {words}\t{words}", _ => words }),
                shaper
            );

        // Words from left to right are left alone.
        Assert.Equal(System.Text.Json.JsonSerializer.Serialize(Lay(false, "Odalys")), System.Text.Json.JsonSerializer.Serialize(Lay(true, "Odalys")));

        var (plain, mirrored) = (Lay(false, "שלום"), Lay(true, "שלום"));
        Assert.Equal(plain.Box, mirrored.Box);
        if (plain.Nodes.All(node => node.Line is null && node.Belt is null))
        {
            // It says nothing in letters, such as a code to scan.
            return;
        }

        var texts = TextsIn(template.Root).ToHashSet();
        // A meter is turned round as a whole; what is on a belt is moved by the belt.
        var compared = plain.Nodes.Where(node => node.Line is null && !node.Id.Split('/').Any(texts.Contains) && !node.Id.EndsWith("/fill", StringComparison.Ordinal)).ToList();
        foreach (var node in compared)
        {
            var other = mirrored.Nodes.Single(one => one.Id == node.Id);
            Assert.True(Math.Abs(other.Box.X - (plain.Box.X + plain.Box.Right - node.Box.Right)) <= 1, $"{node.Id}: {node.Box} is not mirrored at {other.Box} in {plain.Box}");
            Assert.Equal((node.Box.Y, node.Box.W, node.Box.H), (other.Box.Y, other.Box.W, other.Box.H));
            Assert.Equal(node.Moves.SelectMany(move => move.Poses).Select(Turned), other.Moves.SelectMany(move => move.Poses).Select(pose => (pose.Dx, pose.Turn, Clip(pose.Clip))));
        }

        static (double, double, string) Turned(Pose pose) => (0 - pose.Dx, 0 - pose.Turn, Clip(pose.Clip is [var top, var right, var bottom, var left] ? [top, left, bottom, right] : null));
        static string Clip(ImmutableArray<double>? clip) => clip is { } shares ? string.Join(' ', shares) : "";
    }

    [Fact]
    public void Words_of_several_pages_say_which_way_they_run_too()
    {
        var template = Shelf.Bundled[new TemplateId("quote")].Template;
        using var shaper = new TextShaper(Path.Combine(Root, "fonts"));
        Picture Lay(bool mirrors) => Layouts.Lay(Dress.Plain(template, Brand.Night with { Mirrors = mirrors }, Canvas.FullHd), Words(("quote", string.Join(' ', Enumerable.Repeat("שלום לכל העשים", 40))), ("who", ""), ("where", "")), shaper);
        Assert.Contains(Lay(true).Fits, fit => fit.Pages > 1);
        Assert.NotEqual(Lay(false).Nodes.Single(node => node.Id == "edge").Box.X, Lay(true).Nodes.Single(node => node.Id == "edge").Box.X);
    }

    private static IEnumerable<string> TextsIn(Part part) =>
        part switch
        {
            TextPart => [part.Id],
            GroupPart group => group.Parts.SelectMany(TextsIn),
            ListPart list => TextsIn(list.Row),
            BeltPart belt => TextsIn(belt.Row),
            _ => [],
        };
}
