using System.Globalization;
using System.Text;
using System.Text.Json;
using System.Text.RegularExpressions;
using CsCheck;
using SideLamp.Core.Tables;

namespace SideLamp.Core.Tests.Tables;

public sealed class SourceTests
{
    private const string Sightings = "time,species,count,seen by\n2026-06-20T22:41,Heart and dart,4,Pim\n2026-06-20T22:59,\"Old lady, at last\",1,Odalys\n";

    private static SourceTables Read(string text, SourceKind kind, string? rows = null, FirstRow first = FirstRow.Seen) => Source.Read(Encoding.UTF8.GetBytes(text), new SourceForm(kind, rows, first));

    /// <summary>A table as the rows that people see, the names of its columns first.</summary>
    private static string Seen(Table table) =>
        string.Join('\n', Enumerable.Range(-1, table.RowCount + 1).Select(row => string.Join('|', table.Columns.Select(column => row < 0 ? column.Name : column.Cells[row]))));

    private static string Seen(SourceTables read) => Seen(Assert.Single(read.Tables));

    // Source: RFC 4180, section 2, its own examples and rules by number (from memory).
    [Theory]
    [InlineData("aaa,bbb,ccc\r\nzzz,yyy,xxx\r\n", "aaa|bbb|ccc\nzzz|yyy|xxx")] // 1
    [InlineData("aaa,bbb,ccc\r\nzzz,yyy,xxx", "aaa|bbb|ccc\nzzz|yyy|xxx")] // 2
    [InlineData("name,line\r\n\"aaa\",\"b\r\nbb\"\r\n", "name|line\naaa|b\r\nbb")] // 6
    [InlineData("name,line\n\"b\"\"bb\",x\n", "name|line\nb\"bb|x")] // 7
    [InlineData("name,line\nx,\n", "name|line\nx|")]
    [InlineData("name;temp\nnight;11,4\n", "name|temp\nnight|11,4")]
    [InlineData("name\ttemp\nnight\t11,4\n", "name|temp\nnight|11,4")]
    public void Comma_separated_values_are_read_as_their_standard_says(string text, string seen) => Assert.Equal(seen, Seen(Read(text, SourceKind.Csv)));

    [Theory]
    [InlineData("7,0,-3.5,11.40", ColumnKind.Number)]
    [InlineData("7,,3", ColumnKind.Number)]
    [InlineData("007,8", ColumnKind.Text)]
    [InlineData("3-4", ColumnKind.Text)]
    [InlineData("1e5", ColumnKind.Text)]
    [InlineData("+5", ColumnKind.Text)]
    [InlineData("99999999999999999999999999999999", ColumnKind.Text)]
    [InlineData("true,false,", ColumnKind.Truth)]
    [InlineData("true,yes", ColumnKind.Text)]
    [InlineData("2026-06-20,2026-06-20T22:41:05Z,2026-06-20 22:41", ColumnKind.Instant)]
    [InlineData("2026-13-20", ColumnKind.Text)]
    [InlineData("ilse.png,https://hollow-lane.example/pim.JPG?s=2", ColumnKind.Picture)]
    [InlineData(",,", ColumnKind.Text)]
    public void What_a_column_is_is_seen_from_all_of_its_cells(string cells, ColumnKind kind) => Assert.Equal(kind, Column.Of("c", [.. cells.Split(',')]).Kind);

    [Fact]
    public void Columns_have_names_of_their_own_and_ragged_rows_lose_nothing()
    {
        var read = Read("name,,name\nBrimstone,2,x\nOld lady\nPug,1,y,extra\n", SourceKind.Csv, first: FirstRow.Names);
        Assert.Equal("name|column 2|name (2)|column 4\nBrimstone|2|x|\nOld lady|||\nPug|1|y|extra", Seen(read));
        Assert.Equal(3, read.Notes.Length);
        // A first row of values names nothing, which is told once; and whoever knows better says so.
        var plain = Read("Brimstone,2\nPug,1\n", SourceKind.Csv);
        Assert.Equal("column 1|column 2\nBrimstone|2\nPug|1", Seen(plain));
        Assert.Contains("names no columns", Assert.Single(plain.Notes), StringComparison.Ordinal);
        Assert.Equal("Brimstone|2\nPug|1", Seen(Read("Brimstone,2\nPug,1\n", SourceKind.Csv, first: FirstRow.Names)));
    }

    [Fact]
    public void Texts_are_read_whole_by_line_by_name_and_as_checklists()
    {
        Assert.Equal("text\na\nb", Seen(Read("a\nb\r\n\r\n", SourceKind.Text)));
        // However lines end, and whatever the bytes are: UTF-8 is read another way than all else.
        foreach (var encoding in new[] { Encoding.UTF8, Encoding.Unicode, new UTF8Encoding(encoderShouldEmitUTF8Identifier: true) })
        {
            byte[] bytes = [.. encoding.GetPreamble(), .. encoding.GetBytes("a\r\n\r\nb°\rc\n")];
            Assert.Equal("text\na\nb°\nc", Seen(Source.Read(bytes, new SourceForm(SourceKind.Lines))));
        }

        var pairs = Read("moth: Brimstone\ntime = 22:41\nno name\n", SourceKind.Pairs);
        Assert.Equal("moth|time\nBrimstone|22:41", Seen(pairs));
        Assert.Contains("1 line has no name", Assert.Single(pairs.Notes), StringComparison.Ordinal);
        Assert.Equal("text|done\nOld lady|false\nBrimstone|true", Seen(Read("# to see\n- [ ] Old lady\n[x] Brimstone\nand so on\n", SourceKind.Checklist)));
    }

    // Source: RFC 6901, section 5: its document, and what each pointer evaluates to.
    [Theory]
    [InlineData("", null)]
    [InlineData("/foo", "bar|baz")]
    [InlineData("/foo/0", "bar")]
    [InlineData("/", "0")]
    [InlineData("/a~1b", "1")]
    [InlineData("/c%d", "2")]
    [InlineData("/e^f", "3")]
    [InlineData("/g|h", "4")]
    [InlineData("/i\\j", "5")]
    [InlineData("/k\"l", "6")]
    [InlineData("/ ", "7")]
    [InlineData("/m~0n", "8")]
    public void Rows_of_JSON_are_found_by_pointer(string pointer, string? cells)
    {
        const string document = """{"foo":["bar","baz"],"":0,"a/b":1,"c%d":2,"e^f":3,"g|h":4,"i\\j":5,"k\"l":6," ":7,"m~n":8}""";
        var table = Assert.Single(Read(document, SourceKind.Json, pointer).Tables);
        Assert.Equal(cells ?? string.Join('|', JsonDocument.Parse(document).RootElement.EnumerateObject().Select(one => one.Value.ValueKind == JsonValueKind.Array ? "bar, baz" : one.Value.ToString())), cells is null ? string.Join('|', table.Columns.Select(column => column.Cells[0])) : string.Join('|', Assert.Single(table.Columns).Cells));
    }

    [Fact]
    public void JSON_holds_what_stands_alone_and_a_table_for_each_list_of_objects()
    {
        var read = Read("""{"garden":{"cloth":{"temp":11.40},"lamp":true},"tags":["dark","warm"],"sightings":[{"species":"Brimstone","count":2},{"species":"Pug","by":{"name":"Pim"}}],"night":{"guests":[{"name":"Ilse"}]}}""", SourceKind.Json);
        Assert.Equal(["", "sightings", "night.guests"], read.Tables.Select(table => table.Name));
        Assert.Equal("garden.cloth.temp|garden.lamp|tags\n11.40|true|dark, warm", Seen(read.Tables[0]));
        Assert.Equal("species|count|by.name\nBrimstone|2|\nPug||Pim", Seen(read.Tables[1]));
        Assert.Equal("value\n3\n4", Seen(Read("[3,4]", SourceKind.Json)));
    }

    [Fact]
    public void XML_is_read_by_what_repeats_or_by_a_path()
    {
        const string moon = """<?xml version="1.0"?><!DOCTYPE moon><moon xmlns="urn:made-up" place="Hollow Lane"><rise>23:04</rise><nights><night date="2026-06-20"><phase>waxing</phase></night><night date="2026-06-21"><phase>full &amp; bright</phase><note><![CDATA[<b>look</b>]]></note></night></nights></moon>""";
        Assert.Contains("rows of their own", Read("<a><b><n>1</n><c><d/></c><c><d/></c></b><b><n>2</n></b></a>", SourceKind.Xml).Notes.Single(), StringComparison.Ordinal);
        var read = Read(moon, SourceKind.Xml);
        Assert.Equal(["", "nights.night"], read.Tables.Select(table => table.Name));
        Assert.Equal("place|rise\nHollow Lane|23:04", Seen(read.Tables[0]));
        Assert.Equal("date|phase|note\n2026-06-20|waxing|\n2026-06-21|full & bright|<b>look</b>", Seen(read.Tables[1]));
        Assert.Equal("date|phase|note\n2026-06-21|full & bright|<b>look</b>", Seen(Read(moon, SourceKind.Xml, "//night[@date='2026-06-21']")));
        Assert.Null(new SourceForm(SourceKind.Xml, "/moon/nights/night").Faults().FirstOrDefault());
        foreach (var path in new[] { "count(//night)", "//night[count(//night)>1]", "night[", "id('x')", "/a | /b", "//a//b", "//row/..", "//row[last()]", "//row[../../*]", "/a/following::*", "" })
        {
            Assert.NotEmpty(new SourceForm(SourceKind.Xml, path).Faults());
        }
    }

    // Source: RSS 2.0 specification (dates as in RFC 822, with years of four figures), from memory.
    [Fact]
    public void RSS_is_read_with_dates_of_all_kinds_words_without_tags_and_whole_links()
    {
        const string rss = """<rss version="2.0" xmlns:content="http://purl.org/rss/1.0/modules/content/"><channel><title>Field notes</title><link>https://hollow-lane.example/</link><description>d</description><item><title>The &quot;hedge&quot; &amp; the lamp</title><description><![CDATA[<p>Cut <b>too</b> early;</p><p>the moths left.</p><script>alert(1)</script>]]></description><link>https://hollow-lane.example/1</link><author>pim@hollow-lane.example (Pim)</author><pubDate>Sat, 20 Jun 2026 22:41:05 +0200</pubDate><enclosure url="https://hollow-lane.example/1.png" length="1" type="image/png"/></item><item><title>Second</title><description>Plain</description><pubDate>no date</pubDate></item></channel></rss>""";
        Assert.Equal(
            "title|text|link|author|published|picture\nThe \"hedge\" & the lamp|Cut too early; the moths left.|https://hollow-lane.example/1|pim@hollow-lane.example (Pim)|2026-06-20T20:41:05Z|https://hollow-lane.example/1.png\nSecond|Plain||||",
            Seen(Read(rss, SourceKind.News))
        );
        Assert.Equal(SourceKind.News, Source.Recognised(Encoding.UTF8.GetBytes(rss), "field-notes.xml").Kind);
    }

    // Sources: RFC 822, section 5 and appendix A.3.1; RFC 2822, section 4.3; RFC 3339, section 5.8 (from memory).
    [Theory]
    [InlineData("26 Aug 76 14:29 EDT", "1976-08-26T18:29:00Z")]
    [InlineData("Fri, 21 Nov 1997 09:55:06 -0600", "1997-11-21T15:55:06Z")]
    [InlineData("21 Nov 97 09:55:06 GMT", "1997-11-21T09:55:06Z")]
    [InlineData("Thu, 13 Feb 1969 23:32 -0330 (Newfoundland Time)", "1969-02-14T03:02:00Z")]
    [InlineData("1985-04-12T23:20:50.52Z", "1985-04-12T23:20:50Z")]
    [InlineData("1996-12-19T16:39:57-08:00", "1996-12-20T00:39:57Z")]
    [InlineData("31 Feb 2026 10:00 GMT", null)]
    [InlineData("yesterday", null)]
    public void Dates_of_news_are_read_as_their_standards_write_them(string text, string? instant) =>
        Assert.Equal(instant, FeedDates.Parse(text)?.UtcDateTime.ToString("yyyy-MM-ddTHH:mm:ssZ", System.Globalization.CultureInfo.InvariantCulture));

    // Sources: RFC 4287, JSON Feed 1.1 (from memory).
    [Fact]
    public void Atom_and_JSON_Feed_are_read_as_news_too()
    {
        const string atom = """<feed xmlns="http://www.w3.org/2005/Atom" xml:base="https://hollow-lane.example/notes/"><title>Notes</title><id>urn:n</id><updated>2026-06-20T22:00:00Z</updated><entry><title type="html">A &lt;i&gt;brimstone&lt;/i&gt;</title><id>urn:1</id><updated>2026-06-20T22:41:00+02:00</updated><author><name>Ilse Okonjo-Marsh</name></author><link href="brimstone"/><content type="html">&lt;p&gt;By the lamp&lt;/p&gt;</content></entry></feed>""";
        Assert.Equal("title|text|link|author|published|picture\nA brimstone|By the lamp|https://hollow-lane.example/notes/brimstone|Ilse Okonjo-Marsh|2026-06-20T20:41:00Z|", Seen(Read(atom, SourceKind.News)));
        const string json = """{"version":"https://jsonfeed.org/version/1.1","title":"Notes","items":[{"id":"1","title":"A brimstone","content_html":"<p>By the lamp</p>","url":"https://hollow-lane.example/1","authors":[{"name":"Pim"}],"date_published":"2026-06-20T22:41:00+02:00","image":"https://hollow-lane.example/1.png"}]}""";
        Assert.Equal("title|text|link|author|published|picture\nA brimstone|By the lamp|https://hollow-lane.example/1|Pim|2026-06-20T20:41:00Z|https://hollow-lane.example/1.png", Seen(Read(json, SourceKind.News)));
    }

    // Source: ECMA-376, part 1: 18.17.4.1 (both epochs: serial 46193 of 1900 is 2026-06-20, 44731 of 1904 the same day), 18.3.1 (cells).
    [Theory]
    [InlineData(false, 46193)]
    [InlineData(true, 44731)]
    public void Workbooks_bring_a_table_for_each_sheet_with_dates_of_both_epochs(bool from1904, int day)
    {
        var rows = $"""
            <row r="1"><c r="A1" t="inlineStr"><is><t>name</t></is></c><c r="B1" t="inlineStr"><is><t>seen</t></is></c><c r="C1" t="inlineStr"><is><t>count</t></is></c><c r="D1" t="inlineStr"><is><t>rare</t></is></c></row>
            <row r="2"><c r="A2" t="inlineStr"><is><t>Brimstone</t></is></c><c r="B2" s="1"><v>{day}</v></c><c r="C2"><f>1+1</f><v>2</v></c><c r="D2" t="b"><v>1</v></c></row>
            <row r="4"><c r="A4" t="inlineStr"><is><t>Pug</t></is></c><c r="B4" s="2"><v>{day}.5</v></c><c r="C4"><v>0.30000000000000004</v></c><c r="D4" t="b"><v>0</v></c></row>
            """;
        var read = Source.Read(Workbook.Of(from1904, ("Moths", rows), ("Empty", ""), ("Guests", """<row r="1"><c r="A1" t="inlineStr"><is><t>who</t></is></c></row><row r="2"><c r="A2" t="inlineStr"><is><t>Ilse</t></is></c></row>""")), new SourceForm(SourceKind.Sheet));
        Assert.Equal(["Moths", "Guests"], read.Tables.Select(table => table.Name));
        Assert.Equal("name|seen|count|rare\nBrimstone|2026-06-20|2|true\nPug|2026-06-20T12:00:00|0.3|false", Seen(read.Tables[0]));
        Assert.Equal([ColumnKind.Text, ColumnKind.Instant, ColumnKind.Number, ColumnKind.Truth], read.Tables[0].Columns.Select(column => column.Kind));
    }

    /// <summary>Of each, one letter is changed.</summary>
    private static readonly string[] Cells = ["2026-06-20", "2026-06-20T22:41:05.123+02:00", "2024-02-29 23:59Z", "2026-12-31T22:41", "2023-02-28T00:00:00-14:00", "-11.40", "0", "1007.5", "9999-12-31T23:59-13:59", "0001-01-01T00:00+02:00"];

    // References: .NET's own parsers, within the grammars of RFC 3339 and RFC 8259, section 6.
    [Fact]
    public void What_counts_as_a_number_or_an_instant_is_one_to_others_too() =>
        Gen.Select(
                Gen.Int[0, Cells.Length - 1],
                Gen.Int[0, 29],
                Gen.Char["0123456789-:.+TZ x"],
                (one, at, letter) => at < Cells[one].Length ? Cells[one][..at] + letter + Cells[one][(at + 1)..] : Cells[one]
            )
            .Sample(cell =>
            {
                var isDate = Regex.IsMatch(cell, @"^[0-9]{4}-[0-9]{2}-[0-9]{2}([T ][0-9]{2}:[0-9]{2}(:[0-9]{2}(\.[0-9]+)?)?(Z|[+-][0-9]{2}:[0-9]{2})?)?$") && DateTimeOffset.TryParse(cell, CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal, out var when) && when.Year is > 2 and < 9998;
                // In the first and the last years there are no instants in some zones: there, none is one.
                Assert.True(Column.IsInstant(cell) == isDate || cell.StartsWith("000", StringComparison.Ordinal) || cell.StartsWith("999", StringComparison.Ordinal), cell);
                Assert.True(!Column.IsInstant(cell) || DateTimeOffset.TryParse(cell, CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal, out _), cell);
                Assert.Equal((cell, Regex.IsMatch(cell, @"^-?(0|[1-9][0-9]*)(\.[0-9]+)?$")), (cell, Column.IsNumber(cell)));
            });

    [Fact]
    public void What_is_over_the_bounds_is_told_and_the_first_part_used()
    {
        var rows = new StringBuilder("n\n");
        for (var at = 0; at < 1_000_000; at++)
        {
            rows.Append(at).Append('\n');
        }

        var many = Read(rows.ToString(), SourceKind.Csv);
        Assert.Equal((Table.MostRows, "49999"), (many.Tables[0].RowCount, many.Tables[0].Columns[0].Cells[^1]));
        Assert.Contains("50,000", Assert.Single(many.Notes), StringComparison.Ordinal);
        var wide = Read(string.Join(',', Enumerable.Range(0, 300).Select(at => $"c{at}")) + "\n" + new string('x', 5000) + "\n", SourceKind.Csv);
        Assert.Equal((Table.MostColumns, Table.LongestCell), (wide.Tables[0].Columns.Length, wide.Tables[0].Columns[0].Cells[0].Length));
        Assert.Equal(2, wide.Notes.Length);
    }

    public static TheoryData<string, SourceKind, byte[], string> Broken =>
        new()
        {
            { "JSON cut off", SourceKind.Json, "{\"a\":[1,2"u8.ToArray(), "line 1" },
            { "deep JSON", SourceKind.Json, Encoding.UTF8.GetBytes(new string('[', 100_000)), "JSON" },
            { "an empty object", SourceKind.Json, "{}"u8.ToArray(), "nothing" },
            { "nothing where the rows should be", SourceKind.Json, "{\"a\":1}"u8.ToArray(), "nothing" },
            { "XML cut off", SourceKind.Xml, "<a><b>1</b>"u8.ToArray(), "line 1" },
            { "entities of entities", SourceKind.Xml, Encoding.UTF8.GetBytes("<!DOCTYPE l [<!ENTITY a \"ha\"><!ENTITY b \"&a;&a;&a;&a;\">]><l>&b;</l>"), "XML" },
            { "deep XML", SourceKind.Xml, Encoding.UTF8.GetBytes(string.Concat(Enumerable.Repeat("<a>", 100_000))), "deep" },
            { "many nodes", SourceKind.Xml, Encoding.UTF8.GetBytes("<a>" + string.Concat(Enumerable.Repeat("<b/>", 300_000)) + "</a>"), "nodes" },
            { "no news", SourceKind.News, "<a><b>1</b></a>"u8.ToArray(), "news" },
            { "a picture", SourceKind.Text, [0x89, .. "PNG\r\n"u8, 0x1A, 0, 0, 0, 1, 2, 3, 0, 0, 0, 4], "picture" },
            { "NUL bytes", SourceKind.Csv, new byte[4001], "not text" },
            { "an old workbook", SourceKind.Sheet, [0xD0, 0xCF, 0x11, 0xE0, 0xA1, 0xB1, 0x1A, 0xE1], ".xlsx" },
            { "a zip of something else", SourceKind.Sheet, Workbook.Zip(("moth.txt", "x"u8.ToArray())), "zip archive" },
            { "a workbook cut off", SourceKind.Sheet, Workbook.Of(false, ("A", "<row/>"))[..300], "damaged" },
            { "a workbook that unpacks without end", SourceKind.Sheet, Workbook.Zip(("xl/workbook.xml", "<x/>"u8.ToArray()), ("xl/worksheets/sheet1.xml", new byte[140 << 20])), "128 MB" },
            { "a workbook without words", SourceKind.Sheet, Workbook.Of(false, ("A", "")), "no sheet" },
        };

    [Theory]
    [MemberData(nameof(Broken))]
    public void What_cannot_be_read_is_refused_in_a_sentence(string what, SourceKind kind, byte[] bytes, string says)
    {
        var rows = what == "nothing where the rows should be" ? "/rows" : null;
        var refused = Assert.Throws<UnreadableException>(() => Source.Read(bytes, new SourceForm(kind, rows)));
        Assert.Contains(says, refused.Message, StringComparison.Ordinal);
        Assert.EndsWith(".", refused.Message, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("now.txt", "Brimstone", SourceKind.Text)]
    [InlineData("thanks.txt", "Thanks, all of you\nsee you, soon, again\n", SourceKind.Text)]
    [InlineData("sightings.txt", Sightings, SourceKind.Csv)]
    [InlineData("one.csv", "name\nBrimstone\n", SourceKind.Csv)]
    [InlineData("still.txt", "to see:\n[ ] Old lady\n[x] Brimstone\n", SourceKind.Checklist)]
    [InlineData("now.txt", "moth: Brimstone\nby: Pim\n", SourceKind.Pairs)]
    [InlineData("https://hollow-lane.example/garden?x=1", "\uFEFF{\"temp\":11}", SourceKind.Json)]
    [InlineData("moonrise.xml", "<moon><rise>1</rise></moon>", SourceKind.Xml)]
    [InlineData("odd.txt", "<3 to all moths", SourceKind.Text)]
    [InlineData("odd.txt", "{ not json", SourceKind.Text)]
    public void The_kind_of_a_source_is_seen_from_its_bytes(string name, string text, SourceKind kind) => Assert.Equal(kind, Source.Recognised(Encoding.UTF8.GetBytes(text), name).Kind);

    [Fact]
    public void Tables_that_say_the_same_are_alike_and_any_difference_tells_them_apart()
    {
        Assert.Equal(Read(Sightings, SourceKind.Csv), Read(Sightings.Replace("\n", "\r\n", StringComparison.Ordinal), SourceKind.Csv));
        Assert.NotEqual(Read(Sightings, SourceKind.Csv), Read(Sightings.Replace("Pim", "Pin", StringComparison.Ordinal), SourceKind.Csv));
        Assert.NotEqual(Read("a,b\nxy,z\n", SourceKind.Csv), Read("a,b\nx,yz\n", SourceKind.Csv));
    }
}
