using NodaTime;
using SideLamp.Core.Brands;
using SideLamp.Core.Colours;
using SideLamp.Core.Frame;
using SideLamp.Core.Layout;
using SideLamp.Core.Shows;
using SideLamp.Core.Templates;
using SideLamp.Core.Text;
using SideLamp.Rendering;

namespace SideLamp.Core.Tests.Layout;

/// <summary>What each kind of part does, as told by small templates in the file format.</summary>
public sealed class PartTests : IDisposable
{
    private const string LongWords =
        "The moth does not come to the light. It loses the moon, and the lamp is the nearest thing like it; so it keeps the lamp at its shoulder, "
        + "as it would keep the moon, and flies in a circle that it takes for a straight line. Put out the lamp, and it flies on as if nothing had been.";

    private readonly TextShaper _shaper = new(Path.Combine(ArchitectureTests.Root(), "fonts"));

    public void Dispose() => _shaper.Dispose();

    [Fact]
    public void In_a_free_layer_parts_stand_where_they_are_put()
    {
        var picture = Lay("""{ "id": "f", "part": "free", "width": 800, "height": 600, "parts": [{ "id": "m", "part": "mark", "at": [120, 45], "width": 30, "height": 20, "surface": {} }] }""");
        Assert.Equal(new Box(picture.Box.X + 120, picture.Box.Y + 45, 30, 20), picture.Node("m").Box);
    }

    [Fact]
    public void What_is_turned_paints_within_the_box_around_it()
    {
        var node = Lay("""{ "id": "m", "part": "mark", "turn": 90, "flip": "across", "alpha": 0.5, "width": 200, "height": 40, "surface": {} }""").Node("m");
        Assert.Equal(new Stance(90, true, false, 0.5), node.Stance);
        Assert.Equal((40, 200), (Math.Round(node.Ink.W, 6), Math.Round(node.Ink.H, 6)));
        Assert.Equal(node.Box.X + 100, node.Ink.X + 20, 0.001);
    }

    [Fact]
    public void Columns_of_a_table_stand_under_each_other()
    {
        var picture = Lay(
            """{ "id": "t", "part": "table", "field": "words", "gap": 20, "head": true, "columns": [{ "id": "a", "size": 30 }, { "id": "b", "size": 30, "align": "right" }] }""",
            "Species\tCount\nHeart and dart\t4\nElephant hawk-moth\t112"
        );
        Box Cell(string row, int column) => picture.Node($"t/{row}/{column}").Box;
        Assert.Equal([Cell("Species", 1).X, Cell("Species", 1).X], [Cell("Heart and dart", 1).X, Cell("Elephant hawk-moth", 1).X]);
        Assert.Equal([Cell("Species", 2).Right, Cell("Species", 2).Right], [Cell("Heart and dart", 2).Right, Cell("Elephant hawk-moth", 2).Right]);
        Assert.True(Cell("Elephant hawk-moth", 1).Right + 20 <= Cell("Elephant hawk-moth", 2).X);
        Assert.True(Cell("Species", 1).Bottom <= Cell("Heart and dart", 1).Y);
    }

    [Fact]
    public void A_code_is_drawn_in_squares_of_whole_px()
    {
        var picture = Lay("""{ "id": "q", "part": "qr", "field": "words", "width": 250, "height": 250 }""", "https://hollow-lane.example/sightings");
        var code = picture.Node("q/code");
        Assert.Equal(0, code.Box.W % code.Drawing!.Side);
        Assert.True(Colour.Contrast(Colour.Parse(code.Drawing.Ink)!.Value, Colour.Parse(picture.Node("q/ground").Plate!.Fill)!.Value) >= 7);
    }

    [Fact]
    public void Words_that_do_not_fit_a_code_are_told_and_never_throw()
    {
        var picture = Lay("""{ "id": "q", "part": "qr", "field": "words", "width": 250, "height": 250 }""", new string('x', 4000));
        Assert.Equal(FitOutcome.Cut, picture.Fits.Single().Outcome);
    }

    [Fact]
    public void Words_split_over_pages_lose_nothing_and_each_page_stays_as_long_as_it_is_read()
    {
        var picture = Lay("""{ "id": "t", "part": "text", "field": "words", "size": 40, "fit": "pages", "lines": 2, "maxWidth": 700 }""", LongWords);
        var fit = picture.Fits.Single();
        Assert.Equal(FitOutcome.Paged, fit.Outcome);
        var pages = Enumerable.Range(0, fit.Pages).Select(page => picture.Nodes.Where(node => node.Parent == $"t/p{page}").ToList()).ToList();
        Assert.All(pages, page => Assert.InRange(page.Count, 1, 2));
        Assert.Equal(LongWords, string.Join(' ', pages.SelectMany(page => page).Select(line => string.Concat(line.Line!.Spans.Select(span => span.Text)))));
        // Common practice: 160 to 180 words a minute.
        var whole = Duration.FromMinutes(LongWords.Split(' ').Length / 180.0);
        Assert.InRange(picture.Reading, whole, whole * 2);
        var seen = pages.Select((_, page) => picture.Node($"t/p{page}").Moves.Single()).Select(move => (move.Length * move.Offsets!.Value[^2], move.Poses[^1].Alpha)).ToList();
        Assert.All(seen.SkipLast(1), page => Assert.Equal(0, page.Alpha));
        Assert.Equal(1, seen[^1].Alpha);
    }

    [Fact]
    public void Words_that_need_one_page_are_laid_out_as_ever()
    {
        var picture = Lay("""{ "id": "t", "part": "text", "field": "words", "size": 40, "fit": "pages", "lines": 2 }""", "Pim");
        Assert.Equal((FitOutcome.Kept, Duration.Zero), (picture.Fits.Single().Outcome, picture.Reading));
    }

    [Fact]
    public void A_part_with_times_of_its_own_is_unseen_before_and_after_them()
    {
        var move = Lay("""{ "id": "m", "part": "mark", "width": 90, "height": 90, "surface": {}, "start": 2000, "end": 5000, "arrive": { "kind": "fade", "for": 400 } }""").Node("m").Moves.Single();
        Assert.Equal(MovePath.Once, move.Path);
        Assert.Equal(0, AlphaAt(move, 1999));
        Assert.Equal(1, AlphaAt(move, 2401));
        Assert.Equal(1, AlphaAt(move, 4999));
        Assert.Equal(0, AlphaAt(move, 5401));
    }

    [Fact]
    public void Own_motions_go_through_their_keys_and_come_to_rest()
    {
        var moves = Lay(
            """{ "id": "m", "part": "mark", "width": 90, "height": 90, "surface": {}, "arrive": { "kind": "keys", "for": 800, "keys": [{ "at": 0, "x": -300, "turn": -90, "alpha": 0, "blur": 12 }, { "at": 0.7, "x": 20, "wipe": 0.5, "from": "left" }] } }"""
        ).Node("m").Moves;
        var arrive = moves.Single(move => move.Path == MovePath.Arrive);
        Assert.Equal([0, 0.7, 1], arrive.Offsets!.Value);
        Assert.Equal((-300, -90, 0, 12), (arrive.Poses[0].Dx, arrive.Poses[0].Turn, arrive.Poses[0].Alpha, arrive.Poses[0].Blur));
        Assert.Equal(Pose.Rest, arrive.Poses[^1]);
        Assert.Equal([0, 20, -300], moves.Single(move => move.Path == MovePath.Leave).Poses.Select(pose => pose.Dx));
    }

    [Fact]
    public void The_speed_of_a_graphic_quickens_all_its_motions()
    {
        const string part = """{ "id": "m", "part": "mark", "width": 90, "height": 90, "surface": {}, "arrive": { "kind": "fade", "delay": 200, "for": 400 } }""";
        Assert.Equal((600, 300), (Lay(part).Arrive.TotalMilliseconds, Lay(part, speed: 2).Arrive.TotalMilliseconds));
    }

    [Fact]
    public void The_shadow_of_a_masked_plate_lies_outside_of_its_mask()
    {
        var shadow = Lay("""{ "id": "p", "part": "layers", "mask": true, "width": 400, "height": 120, "surface": { "lit": true }, "parts": [{ "id": "m", "part": "mark", "width": 9, "height": 9, "surface": {} }] }""").Node("p/shadow");
        Assert.True(shadow.Under);
        Assert.Contains("26px", shadow.Plate!.Halo, StringComparison.Ordinal);
    }

    [Fact]
    public void A_sheen_runs_inside_the_shape_of_its_plate()
    {
        var picture = Lay("""{ "id": "p", "part": "mark", "width": 400, "height": 120, "surface": {}, "hold": { "kind": "sheen", "period": 3000 } }""");
        Assert.Equal(16, picture.Node("p/sheen").Mask);
        var run = picture.Node("p/sheen/band").Moves.Single();
        Assert.True(run.Poses[^1].Dx >= 400);
    }

    [Fact]
    public void Bold_and_italic_words_are_measured_in_their_own_faces_on_every_line()
    {
        var said = Emphasis.Mark("It is *a very bold claim that goes on* and an _aside_ after 2 * 3 * 4, my_file_name");
        var picture = Lay("""{ "id": "t", "part": "text", "field": "words", "size": 40, "lines": 6, "maxWidth": 420, "type": "body" }""", said, type: "Source Serif");
        var spans = picture.Nodes.Where(node => node.Line is not null).SelectMany(node => node.Line!.Spans).ToList();
        string In(string face) => string.Join(' ', spans.Where(span => span.Face == face).Select(span => span.Text.Trim()));
        Assert.Equal("a very bold claim that goes on", In("source-serif-700"));
        Assert.Equal("aside", In("source-serif-400i"));
        var lines = picture.Nodes.Where(node => node.Line is not null).Select(node => string.Concat(node.Line!.Spans.Select(span => span.Text)));
        Assert.EndsWith("after 2 * 3 * 4, my_file_name", string.Join(' ', lines), StringComparison.Ordinal);
        Assert.True(picture.Nodes.Count(node => node.Line is not null) > 2);
        Assert.DoesNotContain(spans, span => span.Text.Any(Emphasis.IsMark));
    }

    [Theory]
    [InlineData("{{ cloth.text | default: \"*\" }} *", "{{ cloth.text | default: \"*\" }} *")]
    [InlineData("5*3*2 and * alone *", "5*3*2 and * alone *")]
    public void Stars_among_figures_and_in_placeholders_stay_stars(string typed, string marked) => Assert.Equal(marked, Emphasis.Mark(typed));

    [Theory]
    [InlineData("\"start\": 3000, \"end\": 2000", "/root/end")]
    [InlineData("\"start\": 3000, \"hold\": { \"kind\": \"turn\" }", "/root/hold")]
    [InlineData("\"arrive\": { \"kind\": \"keys\" }", "/root/arrive/keys")]
    [InlineData("\"arrive\": { \"kind\": \"keys\", \"keys\": [{ \"at\": 0.5 }, { \"at\": 0.2 }] }", "/root/arrive/keys")]
    [InlineData("\"at\": [1]", "/root/at")]
    public void Times_and_keys_that_make_no_sense_are_faults_with_their_path(string slip, string path)
    {
        var template = TemplateReader.Read(FileOf($$"""{ "id": "m", "part": "mark", "surface": {}, {{slip}} }"""));
        Assert.Equal(path, Assert.Single(template.Faults).Path);
    }

    private static double AlphaAt(Move move, double ms)
    {
        var share = ms / move.Length;
        var after = Enumerable.Range(0, move.Poses.Length).FirstOrDefault(at => move.Offsets!.Value[at] >= share, move.Poses.Length - 1);
        return share >= 1 ? move.Poses[^1].Alpha : move.Poses[Math.Max(0, after - 1)].Alpha;
    }

    private static string FileOf(string root) =>
        $$"""{ "format": "side-lamp-template/1", "id": "x", "name": "X", "seat": "middle", "fields": [{ "name": "words", "label": "Words", "kind": "list" }], "root": {{root}} }""";

    private Picture Lay(string root, string words = "words", double speed = 1, string type = "Lexend") =>
        Layouts.Lay(
            Dress.Plain(TemplateReader.Read(FileOf(root)).OrThrow(), Brand.Night with { Type = new Typography(type, type, []) }, Canvas.FullHd) with { Finish = Finish.Plain with { Speed = speed } },
            new Dictionary<string, string> { ["words"] = words },
            _shaper
        );
}

internal static class PictureReading
{
    public static Node Node(this Picture picture, string id) => picture.Nodes.Single(node => node.Id == id);
}
