using System.Collections.Immutable;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using CsCheck;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Airing;
using SideLamp.Core.Brands;
using SideLamp.Core.Colours;
using SideLamp.Core.Feeds;
using SideLamp.Core.Frame;
using SideLamp.Core.Json;
using SideLamp.Core.Keeping;
using SideLamp.Core.Layout;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;
using SideLamp.Core.Tables;
using SideLamp.Core.Tickers;
using SideLamp.Core.Timers;
using SideLamp.Rendering;
using SideLamp.Server.Live;
using SideLamp.Server.Views;
using SideLamp.StandIns;

namespace SideLamp.Server.Tests;

/// <summary>
/// Golden vectors that the pages' own tests read: what the server sends, and how wide it believes text to be.
/// They are written here, kept in the project, and a difference fails.
/// </summary>
public sealed class VectorTests
{
    private static readonly JsonSerializerOptions Readable = new(CoreJson.Options) { WriteIndented = true };
    private static readonly string Folder = Path.Combine(Root(), "tests", "vectors");

    [Fact]
    public void All_changes_applied_equal_one_snapshot()
    {
        var shows = Gen.Select(Gen.Int[0, 4], Gen.Int[0, 3], Gen.Int[0, 2]).Array[0, 3].Array[1, 12];
        shows.Sample(evening =>
        {
            var stream = new OutputStream("e");
            var items = new Dictionary<string, JsonNode>();
            foreach (var moment in evening)
            {
                if (stream.Show(Items(moment), Instant.FromUnixTimeSeconds(0)) is { } change)
                {
                    Wire.Apply(items, JsonNode.Parse(CoreJson.Write(change))!);
                }
            }

            Assert.Equal(
                stream.Items.OrderBy(item => item.Id, StringComparer.Ordinal).Select(CoreJson.Write),
                items.Values.OrderBy(item => item["id"]!.GetValue<string>(), StringComparer.Ordinal).Select(item => item.ToJsonString(CoreJson.Options))
            );
        });
    }

    [Fact]
    public void The_wire_vectors_are_what_the_server_sends()
    {
        var random = new Random(11);
        var stream = new OutputStream("e");
        var changes = new List<Change>();
        for (var moment = 0; moment < 60; moment++)
        {
            var items = Enumerable.Range(0, random.Next(0, 4)).Select(_ => (random.Next(0, 5), random.Next(0, 4), random.Next(0, 3))).ToArray();
            if (stream.Show(Items(items), Instant.FromUnixTimeSeconds(0)) is { } change)
            {
                changes.Add(change);
            }
        }

        Golden("wire.json", JsonSerializer.Serialize(new { changes, items = stream.Items, rev = stream.Rev }, CoreJson.Options));
    }

    /// <summary>The demo's show as a desk is told it, with those templates alone that it uses: what components are tried on.</summary>
    [Fact]
    public void The_show_vector_is_what_a_desk_is_told()
    {
        var shelf = new Shelf(Directory.EnumerateFiles(Path.Combine(Root(), "templates"), "*.json").Select(file => (file, File.ReadAllText(file))));
        var show = DemoShow.Make("/demo", "http://127.0.0.1:7311", "token", new("a.png"), new("b.svg"), new("c.svg"));
        var stage = new Stage(Kept.Of(show, Instant.FromUtc(2026, 6, 20, 21, 30)), 7, ImmutableDictionary<string, Touch>.Empty, []);
        var told = JsonNode.Parse(CoreJson.Write(new ShowView(stage, shelf, withLinks: false)))!;
        foreach (var unused in told["templates"]!.AsArray().Where(one => show.Graphics.All(graphic => graphic.Template.Value != one!["id"]!.GetValue<string>())).ToList())
        {
            told["templates"]!.AsArray().Remove(unused);
        }

        Golden("show.json", Sorted(told)!.ToJsonString(Readable));
    }

    /// <summary>Dictionaries have no order of their own.</summary>
    private static JsonNode? Sorted(JsonNode? node) =>
        node switch
        {
            JsonObject one => new JsonObject(one.OrderBy(pair => pair.Key, StringComparer.Ordinal).Select(pair => KeyValuePair.Create(pair.Key, Sorted(pair.Value)))),
            JsonArray all => new JsonArray([.. all.Select(Sorted)]),
            _ => node?.DeepClone(),
        };

    [Fact]
    public void The_timer_vectors_are_what_timers_show()
    {
        var start = Instant.FromUnixTimeSeconds(1_000_000);
        Timer Of(TimerKind kind, double seconds, AtZero atZero) => new(new("t"), "t", kind, Duration.FromSeconds(seconds), default, atZero);
        var plan = new PhasePlan([new("Work", Duration.FromSeconds(200)), new("Rest", Duration.FromSeconds(60.5))], 3, new("Long rest", Duration.FromSeconds(120)));
        Timer[] timers = [Of(TimerKind.Phases, 0, AtZero.Again) with { Phases = plan }, Of(TimerKind.Phases, 0, AtZero.Below) with { Phases = plan }, Of(TimerKind.Down, 300, AtZero.Stop), Of(TimerKind.Down, 7.25, AtZero.Over), Of(TimerKind.Down, 720, AtZero.Again), Of(TimerKind.Up, 0, AtZero.Stop), Of(TimerKind.Down, 5000, AtZero.Stop)];
        double[] instants = [0, 0.1, 999.9, 1000, 1000.1, 7249, 7250, 7251, 8250, 59_999, 60_000, 299_001, 300_000, 300_001, 719_999, 720_000, 721_000, 3_599_999, 3_600_000, 7_300_000, 36_000_000];
        var cases =
            from timer in timers
            from form in Enum.GetValues<TimerForm>()
            from running in new[] { true, false }
            let written = timer with { Form = form, Locale = form == TimerForm.Words && timer.AtZero == AtZero.Over ? "de-DE" : null }
            let fresh = TimerRun.Fresh(timer, Duration.Zero) with { Gone = Duration.FromMilliseconds(250), Phase = 1 }
            let program = TimerFace.ProgramOf(written, running ? fresh with { Since = start } : fresh, new FrameRate(timer.Kind == TimerKind.Up ? 60_000 : 30_000, 1001))
            from after in running ? instants : instants[..1]
            let now = start + Duration.FromMilliseconds(after)
            select new { program, now, text = TimerFace.Text(program, now) };
        // The time of day, over a midnight.
        var day =
            from form in Enum.GetValues<TimerForm>()
            let set = new[] { new ClockShift(start + Duration.FromMinutes(1), 3_600_000), new ClockShift(start + Duration.FromHours(60), -3_600_000) }
            let program = new TimerProgram(start, 0, Up: true, Form: form, Day: true)
            {
                Shifts = [.. set],
                Rate = form == TimerForm.Frames ? new FrameRate(25, 1) : null,
                Dates = form == TimerForm.Date ? ["Thursday, 25 June", "Friday, 26 June", "Saturday, 27 June"] : null,
            }
            from after in instants.Append(46_799_999).Append(82_799_999).Append(82_800_000).Append(-1).Append(200_000_000).Append(300_000_000)
            let now = start + Duration.FromMilliseconds(after)
            select new { program, now, text = TimerFace.Text(program, now) };
        Golden("timers.json", JsonSerializer.Serialize(cases.Concat(day), CoreJson.Options));
    }

    [Fact]
    public void The_belt_vectors_are_where_belts_stand()
    {
        var start = Instant.FromUnixTimeSeconds(1_000_000);
        Instant After(double seconds) => start + Duration.FromMilliseconds(Math.Round(seconds * 1000));
        LaidBelt Laid(BeltMotion motion, int px, int? rounds, BeltEnd end, params string[] items) =>
            new("belt", motion, Mirrored: items.Length == 2, motion == BeltMotion.Flip ? 0 : 1900, motion == BeltMotion.Flip ? 0 : 44, px, rounds, end, [.. items.Select((item, at) => new LaidItem(item, 150 + (at * 333), item))]);
        BeltRun Begun(LaidBelt laid, FrameRate rate) => BeltRun.Begin(new AiringId("a1"), laid, rate, start);
        var ntsc = new FrameRate(60_000, 1001);
        var crawl = Begun(Laid(BeltMotion.Crawl, 3, null, BeltEnd.RunsOff, "a", "b", "c", "d"), ntsc);
        var other = Laid(BeltMotion.Crawl, 3, null, BeltEnd.RunsOff, "a", "x", "c");
        var flip = Begun(Laid(BeltMotion.Flip, 1, null, BeltEnd.RunsOff, "a", "b", "c"), new FrameRate(25, 1));
        BeltProgram[] programs =
        [
            crawl.Program,
            crawl.Pause(After(20), true).Follow(other, After(20), true).Program,
            crawl.Pause(After(20), true).Pause(After(27.7), false).Soon(After(30), "c")!.Program,
            crawl.Hurry(After(10)).Program,
            crawl.Follow(Laid(BeltMotion.Crawl, 7, null, BeltEnd.RunsOff), After(12.345), false).Program,
            Begun(Laid(BeltMotion.Crawl, 1, null, BeltEnd.RunsOff, "a", "b"), new FrameRate(30, 1)).Program,
            Begun(Laid(BeltMotion.Climb, 2, 1, BeltEnd.RunsOff, "a", "b", "c"), new FrameRate(50, 1)).Program,
            Begun(Laid(BeltMotion.Climb, 7, 3, BeltEnd.Stops, "a", "b", "c"), FrameRate.Sixty).Program,
            flip.Program,
            flip.Hurry(After(3)).Pause(After(9), true).Program,
            BeltRun.Standing(other, ntsc),
        ];
        double[] seconds = [-0.5, 0, 0.001, 0.5, 4.0, 10, 10.3, 11, 12.345, 13.7, 20, 20.31, 20.4, 20.55, 27.7, 28.1, 31, 33, 45.678, 100, 3600, 86_400, 2_592_000];
        var cases =
            from program in programs
            select new
            {
                program,
                looks = from after in seconds
                        let now = After(after)
                        let frame = Belts.FrameAt(program, now)
                        let travel = Belts.TravelAt(program, frame)
                        select new { now, frame, travel, seen = Belts.Unroll(program, travel, travel + 500).Entries },
                reached = from travel in new[] { 0, 1, 100, 1899, 5000, 7777, 100_000 } select new { travel, frame = Belts.FrameOf(program, travel) },
            };
        Golden("belts.json", JsonSerializer.Serialize(cases, CoreJson.Options));
    }

    [Fact]
    public void The_text_vectors_are_what_the_shaper_measures()
    {
        using var shaper = new TextShaper(Path.Combine(Root(), "fonts"));
        string[] faces = ["lexend-600", "arimo-400", "source-serif-400i"];
        var lines = TextSamples
            .All.SelectMany(sample => faces.Select(face => (sample, face)))
            .Select(one =>
            {
                var style = new TextStyle(one.face);
                var paragraph = shaper.Shape(one.sample, style);
                var line = shaper.ShapeLine(one.sample, style, paragraph.Rtl);
                return new
                {
                    text = one.sample,
                    face = one.face,
                    size = 48,
                    width = Math.Round(line.Width * 48, 4),
                    line = new TextLine(48, line.Rtl, "#000000", 0, line.Spans),
                    breaks = Fitting.Lay(new FitRequest(one.sample, style, 420, 48, 48, 48, Core.Templates.Fit.Keep, 40, Even: false), shaper).Lines.Select(each => each.Text),
                };
            });
        Golden("text.json", JsonSerializer.Serialize(lines, Readable));
    }

    [Fact]
    public void The_easing_vectors_are_what_the_engine_moves_by()
    {
        double[][] curves = [[0.16, 0.84, 0.28, 1], [0.45, 0, 0.55, 1], [0.25, 0.1, 0.25, 1], [0.72, 0, 0.84, 0.16]];
        var points = curves.Select(curve => new
        {
            curve,
            at = Enumerable.Range(0, 21).Select(step => Math.Round(new CubicBezier(curve[0], curve[1], curve[2], curve[3]).At(step / 20.0), 6)),
        });
        Golden("easing.json", JsonSerializer.Serialize(points, Readable));
    }

    [Fact]
    public void The_colour_vectors_are_what_the_brand_reads()
    {
        string[] written =
        [
            "#1c8", "#12231d", "#12231d80", "teal", "LightGoldenrodYellow", "slategrey", "rebeccapurple", "transparent", "rgb(18, 35, 29)", "rgb(18 35 29 / 40%)",
            "rgb(10% 20% 30%)", "rgba(255, 0, 0, .5)", "hsl(150 40% 20%)", "hsl(-0.25turn, 80%, 45%)", "hsla(200grad, 30%, 60%, 0.25)", "hwb(194 10% 20%)", "hwb(10 60% 60%)",
            "oklab(60% 0.1 -0.05)", "oklch(70% 0.1 200)", "oklch(0.4 0.06 1.2rad)", "color(srgb 0.2 0.4 0.6)",
        ];
        Golden(
            "colours.json",
            JsonSerializer.Serialize(
                written.Select(css =>
                {
                    var colour = Colour.Parse(css)!.Value;
                    var lch = Oklch.Of(colour);
                    double[] rgb = [colour.R, colour.G, colour.B, colour.A];
                    double[] seen = [lch.L, lch.C, lch.H];
                    return new { css, rgb = rgb.Select(channel => Math.Round(channel, 6)), lch = seen.Select(one => Math.Round(one, 6)), contrast = Math.Round(Colour.Contrast(colour, Brand.Night.Palette.Plate), 4) };
                }),
                Readable
            )
        );
    }

    [Fact]
    public void The_sheet_vectors_are_what_the_cards_read()
    {
        string[] texts =
        [
            "a,b,c\r\n1,2,3\r\n", "a;b\n\"1;2\";3", "a\tb\nx\t\ny", "\"he said \"\"look\"\"\",\"two\nlines\"", "a,,\n,,c", "\uFEFFname,role\nPim,torch", "one", "a,b\n\n\nc,d\n",
            "\"tab\tinside\"\tnext", "1,5;2,5", " spaced , out ",
        ];
        var read = texts.Select(text => new { text, rows = Core.Shows.CardSheet.Read(text).Rows });
        Golden("sheets.json", JsonSerializer.Serialize(read, Readable));
    }

    /// <summary>Read again by other readers, in the pages' tests.</summary>
    [Fact]
    public void Tables_of_sources_as_they_are_read()
    {
        (SourceKind Kind, string Text)[] sources =
        [
            (SourceKind.Csv, "species,count,seen by\r\nBrimstone,2,Pim\r\n\"Old lady, at last\",1,\"Odalys \"\"O\"\"\"\r\n"),
            (SourceKind.Csv, "name;note\n\"two\nlines\";\n;x\n"),
            (SourceKind.Csv, "a\tb\tc\n1\t\t3\n"),
            (SourceKind.Xml, "<night><sighting at=\"22:41\"><species>Brimstone &amp; co</species><count>2</count></sighting><sighting at=\"22:59\"><species><![CDATA[Old <lady>]]></species><count>1</count></sighting></night>"),
            (SourceKind.News, "<rss version=\"2.0\"><channel><title>Notes</title><link>https://hollow-lane.example/</link><description>d</description><item><title>The hedge &amp; the lamp</title><link>https://hollow-lane.example/1</link><description>Cut too early</description><pubDate>Sat, 20 Jun 2026 22:41:05 +0200</pubDate></item><item><title>Ivy &#8211; in flower</title><link>https://hollow-lane.example/2</link><description><![CDATA[By the lane]]></description><pubDate>21 Jun 26 01:02 GMT</pubDate></item></channel></rss>"),
            (SourceKind.News, "<feed xmlns=\"http://www.w3.org/2005/Atom\"><title>Notes</title><id>urn:n</id><updated>2026-06-20T22:00:00Z</updated><entry><title>A brimstone</title><id>urn:1</id><updated>2026-06-20T22:41:00+02:00</updated><link href=\"https://hollow-lane.example/1\"/><summary>By the lamp</summary></entry><entry><title>Another</title><id>urn:2</id><updated>2026-06-20T23:41:00Z</updated><link href=\"https://hollow-lane.example/2\"/><summary>On the hem</summary></entry></feed>"),
        ];
        var read = sources.Select(one =>
        {
            var table = Source.Read(Encoding.UTF8.GetBytes(one.Text), new SourceForm(one.Kind)).Tables[^1];
            return new { kind = one.Kind.ToString().ToLowerInvariant(), text = one.Text, rows = RowsOf(table) };
        });
        // Of a workbook, which is no text, the place: another program wrote it.
        const string Guests = "demo/web/guests.xlsx";
        var book = Source.Read(File.ReadAllBytes(Path.Combine(Path.GetDirectoryName(RunningServer.Program)!, Guests)), new SourceForm(SourceKind.Sheet)).Tables.Select(table => new { kind = "sheet", text = Guests, rows = RowsOf(table) });
        Golden("tables.json", JsonSerializer.Serialize(read.Concat(book), Readable));
    }

    private static IEnumerable<Dictionary<string, string>> RowsOf(Table table) => Enumerable.Range(0, table.RowCount).Select(row => table.Columns.ToDictionary(column => column.Name, column => column.Cells[row]));

    /// <summary>Writes the vectors and says that they were old; what is kept in the project must be what is made now.</summary>
    // The pages' tests read these with a second engine of the same language.
    [Fact]
    public void The_placeholder_vectors_are_what_words_say()
    {
        string[] words =
        [
            "{{ night.species }} ({{ night.count }})",
            "{{ night.species | upcase }} and {{ night.seen_by | downcase | capitalize }}",
            "{{ night.rows[1].species }}, {{ night.rows.last.species }}, {{ night.rows.first.count | plus: 4 | times: 2 | minus: 1 }}",
            "{{ night.rows.size }} rows: {% for row in night.rows limit: 2 %}{{ forloop.index }} {{ row.species }}{% unless forloop.last %} · {% endunless %}{% endfor %}",
            "{% for row in night.rows %}{% if row.count > 2 %}many{% elsif row.count == 2 %}two{% else %}one{% endif %} {% endfor %}",
            "{% for row in night.rows %}{% if row.species contains 'moth' %}{{ row.species | remove: 'moth' | strip }}{% break %}{% endif %}{% endfor %}",
            "{{ night.note | default: 'nothing yet' }}{% unless night.note %}!{% endunless %}",
            "{% assign sorted = night.rows | sort: 'count' %}{{ sorted.first.species }} {{ night.rows | map: 'species' | join: ', ' }}",
            "{% assign two = night.rows | where: 'seen_by', 'Pim' %}{{ two.size }} by Pim, {{ night.rows | sum: 'count' }} in all",
            "{{ night.species | truncate: 6 }} {{ night.long | truncatewords: 2 }} {{ night.species | slice: 0, 3 }} {{ night.species | size }}",
            "{{ night.long | split: ' ' | reverse | join: '-' }} {{ night.long | replace: 'a', 'o' | replace_first: 'o', 'A' }}",
            "{% case night.count %}{% when 1 %}one{% when 3 %}three{% else %}some{% endcase %}{% capture said %}{{ night.species | append: '!' | prepend: '¡' }}{% endcapture %}{{ said }}",
            "{% for row in night.rows reversed %}{{ row.count | at_least: 2 | at_most: 3 }}{% if forloop.first %}{% continue %}{% endif %};{% endfor %}{% for i in (1..3) %}{{ i | modulo: 2 }}{% endfor %}",
            "{{ '<b>' | escape }} {{ '<p>Old <b>lady</b></p>' | strip_html }} {{ 'a b' | url_encode }} {{ ' x ' | lstrip }}{{ ' y ' | rstrip }}|",
        ];
        var table = new Table("", [Column.Of("species", ["Elephant hawk-moth", "Brimstone", "Old lady", "Puss moth"]), Column.Of("count", ["3", "2", "1", "2"]), Column.Of("seen_by", ["Odalys", "Pim", "Ilse", "Pim"]), Column.Of("note", ["", "", "", ""]), Column.Of("long", ["seen at the lamp", "x", "y", "z"])]);
        var feed = new Feed(new FeedId("night"), "Night", "/tmp/night.csv", Duration.FromSeconds(1));
        var feeds = FeedsNow.Of([feed], ImmutableDictionary<FeedId, FeedValue>.Empty.Add(feed.Id, new FeedValue([table], Instant.MinValue)));
        object? Cell(Column column, int row) => column.Cells[row] is { Length: > 0 } cell ? column.Kind == ColumnKind.Number ? int.Parse(cell, System.Globalization.CultureInfo.InvariantCulture) : cell : null;
        var rows = Enumerable.Range(0, table.RowCount).Select(row => table.Columns.ToDictionary(column => column.Name, column => Cell(column, row))).ToList();
        var night = table.Columns.ToDictionary(column => column.Name, column => Cell(column, 0));
        night["rows"] = rows;
        Golden("placeholders.json", JsonSerializer.Serialize(new { night, filters = Placeholders.Filters, said = words.Select(one => new { words = one, text = Placeholders.Fill(one, feeds) }) }, Readable));
    }

    private static void Golden(string name, string json)
    {
        var path = Path.Combine(Folder, name);
        var kept = File.Exists(path) ? File.ReadAllText(path) : null;
        if (kept != json + "\n")
        {
            Directory.CreateDirectory(Folder);
            File.WriteAllText(path, json + "\n");
        }

        Assert.True(kept == json + "\n", $"tests/vectors/{name} was out of date and has been written anew. Look at the difference, and keep it if it is right.");
    }

    private static ImmutableArray<Item> Items((int Id, int Words, int Leg)[] items) =>
        [
            .. items.DistinctBy(one => one.Id).Select(one => new Item(
                $"a{one.Id}",
                new GraphicId($"g{one.Id}"),
                new SeatId("left"),
                one.Id,
                one.Leg == 0 ? null : new Leg(LegPath.Arrive, Instant.FromUnixTimeSeconds(one.Leg), 0, 1, 600),
                Instant.FromUnixTimeSeconds(1),
                Instant.FromUnixTimeSeconds(1),
                null,
                400,
                [.. Enumerable.Range(0, one.Words).Reverse().Select(line => Line($"text/{(line + one.Leg) % 4}", $"word {one.Words}"))]
            )),
        ];

    private static Node Line(string id, string words) =>
        new(id, null, new Box(0, 0, words.Length * 10, 20), default, null, null, [], Line: new TextLine(20, false, "#ffffff", 0, [new Span(words, "lexend-400", null)]));

    internal static string Root()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder.FullName, "SideLamp.slnx")))
        {
            folder = folder.Parent!;
        }

        return folder.FullName;
    }
}
