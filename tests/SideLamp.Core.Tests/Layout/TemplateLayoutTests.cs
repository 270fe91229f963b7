using System.Globalization;
using System.Text.RegularExpressions;
using SideLamp.Core.Brands;
using SideLamp.Core.Colours;
using SideLamp.Core.Frame;
using SideLamp.Core.Layout;
using SideLamp.Core.Shows;
using SideLamp.Core.Templates;
using SideLamp.Rendering;

namespace SideLamp.Core.Tests.Layout;

/// <summary>Every bundled template with hard words, on canvases of different shapes, with the real shaper.</summary>
public sealed partial class TemplateLayoutTests : IDisposable
{
    private static readonly string Root = ArchitectureTests.Root();

    private static readonly string[] Words =
    [
        "",
        "Pim",
        "Odalys Thrupp",
        "A very long line of words that no lower third was ever meant to hold, with a Donaudampfschifffahrtsgesellschaft in it",
        "عثة ليلية جميلة على القماش الأبيض",
        "🦋🔥 moths at the cloth 👨‍👩‍👧‍👦",
        "長い夜に蛾が白い布に集まってくる様子を見ています",
        "Supercalifragilisticexpialidociousandwithoutanyplacetobreakatallanywhereinthisword",
    ];

    private static readonly Canvas[] Canvases =
    [
        Canvas.FullHd,
        Canvas.Of(1080, 1920, FrameRate.Sixty).OrThrow(),
        Canvas.Of(720, 480, FrameRate.Sixty).OrThrow(),
        Canvas.Of(3840, 2160, FrameRate.Sixty).OrThrow(),
    ];

    private static readonly Corner[] Shapes = [Corner.Square, Corner.Cut, Corner.Slant];

    private readonly TextShaper _shaper = new(Path.Combine(Root, "fonts"));

    public static TheoryData<string> Templates =>
        [.. Directory.EnumerateFiles(Path.Combine(Root, "templates"), "*.json").Select(file => Path.GetFileName(file)!)];

    public void Dispose() => _shaper.Dispose();

    /// <summary>Pages of one text have the same place, one after the other.</summary>
    private static string? PartOf(Node line) => line.Parent is { } parent ? System.Text.RegularExpressions.Regex.Replace(parent, "/p[0-9]+$", "") : null;

    [Theory]
    [MemberData(nameof(Templates))]
    public void Any_words_stay_inside_their_plate_and_the_safe_area_and_never_touch_each_other(string file)
    {
        var template = TemplateReader.Read(File.ReadAllText(Path.Combine(Root, "templates", file))).OrThrow();
        // Each shape of corner with each canvas costs too much; every canvas and every shape meet every word.
        var runs = Canvases.Select(canvas => (Canvas: canvas, Corner: Corner.Rounded)).Concat(Shapes.Select(corner => (Canvas: Canvas.FullHd, Corner: corner)));
        foreach (var (canvas, corner) in runs)
            foreach (var words in Words)
            {
                // Mirrored or not, in every shape but one.
                var brand = Brand.Night with { Shape = new Shape(corner, 22), Mirrors = corner != Corner.Rounded };
                var said = template.Fields.ToDictionary(field => field.Name, field => field.Kind == FieldKind.Picture ? "" : words);
                var picture = Layouts.Lay(Dress.Plain(template, brand, canvas), said, _shaper);
                var where = $"{file}, {corner}, on {canvas.Width}×{canvas.Height} with “{words}”";
                var lines = picture.Nodes.Where(node => node.Line is not null).ToList();
                var room = Seats.Find(template.Seat)!.Kind == SeatKind.Spot ? SafeAreas.Graphics(canvas) : new Box(0, 0, canvas.Width, canvas.Height);
                Assert.True(picture.Nodes.Any(node => node.Line is not null || node.Belt is not null) == words.Length > 0, where);
                Assert.All(picture.Nodes, node => Assert.True(room.Contains(node.Ink, 0.5), $"{where}: {node.Id} {node.Ink} leaves the safe area"));
                Assert.All(lines, line => Assert.True(picture.Box.Contains(line.Ink, 0.5), $"{where}: {line.Id} {line.Ink} leaves its plate {picture.Box}"));
                Assert.All(lines, line => Assert.Equal(Math.Round(line.Box.Bottom), line.Box.Bottom));
                foreach (var (one, at) in lines.Select((line, at) => (line, at)))
                {
                    Assert.DoesNotContain(lines.Skip(at + 1), other => PartOf(one) != PartOf(other) && one.Ink.Overlaps(other.Ink));
                }
            }
    }

    [Theory]
    [MemberData(nameof(Templates))]
    public void Every_text_can_be_read_on_its_plate(string file)
    {
        var template = TemplateReader.Read(File.ReadAllText(Path.Combine(Root, "templates", file))).OrThrow();
        var said = template.Fields.ToDictionary(field => field.Name, _ => "Some words");
        foreach (var brand in ReadyBrands.All)
        {
            Assert.Empty(brand.Faults());
            var picture = Layouts.Lay(Dress.Plain(template, brand, Canvas.FullHd), said, _shaper);
            foreach (var line in picture.Nodes.Where(node => node.Line is not null))
            {
                var plate = picture.Nodes.Last(node => node.Plate?.Ground is not null && node.Box.Contains(line.Ink, 0.5));
                // A plate that is a gradient has more than one colour, and the words may stand on any of them.
                var ends = SolidColour().Matches(plate.Plate!.Fill).Select(match => match.Value).Append(plate.Plate.Ground!);
                foreach (var ground in ends.Select(end => Colour.Parse(end)!.Value))
                {
                    var contrast = Colour.Contrast(Colour.Parse(line.Line!.Ink)!.Value.Over(ground), ground);
                    Assert.True(contrast >= Colour.Readable, $"{file} in {brand.Name}: {line.Id} has {contrast:0.0} on {ground}");
                }
            }
        }
    }

    [Theory]
    [MemberData(nameof(Templates))]
    public void Words_on_a_slanted_plate_stay_clear_of_its_edges(string file)
    {
        var template = TemplateReader.Read(File.ReadAllText(Path.Combine(Root, "templates", file))).OrThrow();
        var brand = Brand.Night with { Shape = new Shape(Corner.Slant, 32) };
        foreach (var words in Words.Append("One line\nanother line\na third\nand a fourth\nand more\nand the last one"))
        {
            var said = template.Fields.ToDictionary(field => field.Name, field => field.Kind == FieldKind.Picture ? "" : words);
            var picture = Layouts.Lay(Dress.Plain(template, brand, Canvas.FullHd), said, _shaper);
            foreach (var plate in picture.Nodes.Where(node => node.Plate is not null && node.Clip is not null && !node.Id.EndsWith("/shadow", StringComparison.Ordinal)))
            {
                // polygon(Lpx 0,100% 0,calc(100% - Lpx) 100%,0 100%): the left side leans in at the top, the right one at the bottom.
                if (Slant().Match(plate.Clip!) is not { Success: true } slant)
                {
                    continue;
                }

                var lean = double.Parse(slant.Groups[1].Value, CultureInfo.InvariantCulture);
                foreach (var line in picture.Nodes.Where(node => node.Line is not null && plate.Box.Contains(node.Ink, 0.5)))
                {
                    var left = line.Ink.X - plate.Box.X - (lean * (1 - ((line.Ink.Y - plate.Box.Y) / plate.Box.H)));
                    var right = plate.Box.Right - line.Ink.Right - (lean * ((line.Ink.Bottom - plate.Box.Y) / plate.Box.H));
                    Assert.True(Math.Min(left, right) >= 8, $"{file} with “{words}”: {line.Id} comes as near as {Math.Min(left, right):0.0} px to the edge of {plate.Id}");
                }
            }
        }
    }

    [GeneratedRegex(@"^polygon\(([\d.]+)px 0,100% 0,calc")]
    private static partial Regex Slant();

    [GeneratedRegex("#[0-9a-f]{6}(?![0-9a-f])")]
    private static partial Regex SolidColour();

    [Fact]
    public void A_line_below_that_is_empty_leaves_no_hole()
    {
        var template = TemplateReader.Read(File.ReadAllText(Path.Combine(Root, "templates", "name.json"))).OrThrow();
        Picture Lay(string role) =>
            Layouts.Lay(Dress.Plain(template, Brand.Night, Canvas.FullHd), new Dictionary<string, string> { ["name"] = "Pim", ["role"] = role }, _shaper);
        Assert.True(Lay("").Box.H < Lay("holds the torch").Box.H);
        Assert.DoesNotContain(Lay("").Nodes, node => node.Id.StartsWith("role", StringComparison.Ordinal));
    }

    [Theory]
    [MemberData(nameof(Templates))]
    public void An_outfit_without_the_picture_looks_as_a_card_without_one(string file)
    {
        var template = TemplateReader.Read(File.ReadAllText(Path.Combine(Root, "templates", file))).OrThrow();
        foreach (var part in PicturesIn(template.Root))
        {
            Picture Lay(string picture, params string[] hidden) =>
                Layouts.Lay(
                    Dress.Plain(template, Brand.Night, Canvas.FullHd) with { Finish = Finish.Plain with { Hidden = [.. hidden] } },
                    template.Fields.ToDictionary(field => field.Name, field => field.Name == part.Field ? picture : field.Kind == FieldKind.Picture ? "" : "Some words"),
                    _shaper
                );
            var (without, hidden) = (Lay(""), Lay("1f5c6c0a3a8b.png", part.Id));
            Assert.Equal(without.Nodes.Select(node => (node.Id, node.Box)), hidden.Nodes.Select(node => (node.Id, node.Box)));
        }
    }

    private static IEnumerable<PicturePart> PicturesIn(Part part) =>
        part switch
        {
            PicturePart { Field: not null } picture => [picture],
            GroupPart group => group.Parts.SelectMany(PicturesIn),
            _ => [],
        };

    [Fact]
    public void The_edge_of_a_plate_makes_way_for_a_round_picture()
    {
        var template = TemplateReader.Read(File.ReadAllText(Path.Combine(Root, "templates", "name.json"))).OrThrow();
        bool HasEdge(string picture) =>
            Layouts.Lay(Dress.Plain(template, Brand.Night, Canvas.FullHd), new Dictionary<string, string> { ["name"] = "Pim", ["role"] = "holds the torch", ["picture"] = picture }, _shaper).Nodes.Any(node => node.Id == "edge");
        // Beside it the edge would be seen as a crumb below.
        Assert.Equal((true, false), (HasEdge(""), HasEdge("1f5c6c0a3a8b.png")));
    }

    // A part that goes by one that itself goes by another, by words that are empty, or in a ring.
    [Theory]
    [InlineData("x", "y", "a b c d")]
    [InlineData("", "y", "b d")]
    [InlineData("x", "", "a d")]
    // Marks and words of the template's own, alone, fold away.
    [InlineData("", "", "")]
    public void A_part_that_goes_by_another_goes_by_all_that_one_goes_by(string first, string second, string seen)
    {
        var template = TemplateReader
            .Read(
                """
                {"format":"side-lamp-template/1","id":"chain","name":"Chain","kind":"caption","seat":"lower-left",
                 "fields":[{"name":"first","label":"First","kind":"text","sample":""},{"name":"second","label":"Second","kind":"text","sample":""}],
                 "root":{"id":"all","part":"row","parts":[
                   {"id":"c","part":"mark","width":9,"height":9,"onlyWith":"b-mark","onlyWithout":"none","surface":{"fill":"plate"}},
                   {"id":"b-mark","part":"mark","width":9,"height":9,"onlyWith":"a","surface":{"fill":"plate"}},
                   {"id":"none","part":"mark","width":9,"height":9,"onlyWithout":"b","surface":{"fill":"plate"}},
                   {"id":"a","part":"text","field":"first"},{"id":"b","part":"text","field":"second"},
                   {"id":"d","part":"text","text":"always","onlyWith":"e"},{"id":"e","part":"mark","width":9,"height":9,"onlyWith":"d","surface":{"fill":"plate"}}]}}
                """
            )
            .OrThrow();
        var picture = Layouts.Lay(Dress.Plain(template, Brand.Night, Canvas.FullHd), new Dictionary<string, string> { ["first"] = first, ["second"] = second }, _shaper);
        var ids = picture.Nodes.Select(node => node.Id.Split('/')[0]).Distinct().Where(id => id.Length == 1 && id != "e").Order(StringComparer.Ordinal);
        Assert.Equal(seen, string.Join(' ', ids));
    }

    [Fact]
    public void A_template_whose_part_goes_by_one_that_is_not_there_is_refused_with_its_place()
    {
        var json = File.ReadAllText(Path.Combine(Root, "templates", "name.json")).Replace("\"onlyWith\": \"portrait\"", "\"onlyWith\": \"portait\"", StringComparison.Ordinal);
        var fault = Assert.Single(TemplateReader.Read(json).Faults);
        Assert.Equal(("/root/parts/1/parts/1/parts/0/onlyWith", "There is no part “portait” in this template."), (fault.Path, fault.Message));
    }

    [Fact]
    public void A_line_is_cut_only_between_whole_letters_as_readers_see_them()
    {
        // UAX #29: a family emoji, a flag and a letter with marks are each one grapheme.
        var family = "👨‍👩‍👧‍👦";
        var text = string.Concat(Enumerable.Repeat(family + "🇳🇴e\u0301", 6));
        foreach (var width in Enumerable.Range(2, 30).Select(step => step * 20))
        {
            var fitted = Fitting.Lay(new FitRequest(text, new TextStyle("lexend-400"), width, 40, 40, 40, Fit.Keep, 1), _shaper);
            var kept = fitted.Lines[0].Text.TrimEnd('…');
            var graphemes = System.Globalization.StringInfo.ParseCombiningCharacters(text).Append(text.Length);
            Assert.Contains(kept.Length, graphemes);
        }
    }

    [Fact]
    public void A_change_of_brand_dresses_the_same_words_anew()
    {
        var template = TemplateReader.Read(File.ReadAllText(Path.Combine(Root, "templates", "name.json"))).OrThrow();
        var words = new Dictionary<string, string> { ["name"] = "Odalys Thrupp", ["role"] = "garden moth recorder" };
        var other = Brand.Night with { Type = new Typography("Source Serif", "Barlow Condensed", []), Shape = new Shape(Corner.Square, 0) };
        var night = Layouts.Lay(Dress.Plain(template, Brand.Night, Canvas.FullHd), words, _shaper);
        var dressed = Layouts.Lay(Dress.Plain(template, other, Canvas.FullHd), words, _shaper);
        Assert.Equal(night.Nodes.Select(node => node.Id), dressed.Nodes.Select(node => node.Id));
        Assert.Contains(dressed.Nodes, node => node.Line?.Spans[0].Face == "source-serif-600");
    }
}
