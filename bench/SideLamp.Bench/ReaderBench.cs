using System.Globalization;
using System.IO.Compression;
using System.ServiceModel.Syndication;
using System.Text;
using System.Text.Json;
using System.Xml;
using CsvHelper;
using CsvHelper.Configuration;
using ExcelDataReader;
using SideLamp.Core.Tables;

namespace SideLamp.Bench;

/// <summary>From the bytes of a source to its cells: ours, recognised kinds and bounds included, against the plain library on the same bytes.</summary>
internal static class ReaderBench
{
    private const int Rows = 20_000;
    private static readonly string[] Moths = ["Brimstone", "Elephant hawk-moth", "Setaceous Hebrew character", "Merveille du jour", "Old lady, at last"];

    public static void Run()
    {
        Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);
        var csv = Encoding.UTF8.GetBytes("at,species,count,seen by\n" + All(row => $"2026-06-20T22:{row % 60:00}:00Z,\"{Moths[row % 5]}\",{row},Pim\n"));
        Tell("CSV", csv, SourceKind.Csv, Csv);
        Tell("lines", Encoding.UTF8.GetBytes(All(row => $"{Moths[row % 5]}, seen by Pim, number {row}\n")), SourceKind.Lines, Lines);
        var json = Encoding.UTF8.GetBytes($"[{All(row => $"{{\"at\":\"2026-06-20T22:{row % 60:00}:00Z\",\"species\":\"{Moths[row % 5]}\",\"count\":{row},\"by\":{{\"name\":\"Pim\"}}}},")}{{\"count\":1}}]");
        Tell("JSON", json, SourceKind.Json, Json);
        var xml = Encoding.UTF8.GetBytes($"<night>{All(row => $"<seen at=\"22:{row % 60:00}\"><species>{Moths[row % 5]}</species><count>{row}</count></seen>")}</night>");
        Tell("XML", xml, SourceKind.Xml, Xml);
        Tell("workbook", Workbook(), SourceKind.Sheet, Sheet);
        var news = Encoding.UTF8.GetBytes($"<rss version=\"2.0\"><channel><title>Notes</title><link>http://hollow-lane.example/</link><description>d</description>{string.Concat(Enumerable.Range(0, 1000).Select(row => $"<item><title>{Moths[row % 5]}</title><description>Seen by Pim, number {row}</description><pubDate>Sat, 20 Jun 2026 22:41:05 +0200</pubDate><guid>{row}</guid></item>"))}</channel></rss>");
        Tell("news", news, SourceKind.News, News);
    }

    private static string All(Func<int, string> row) => string.Concat(Enumerable.Range(0, Rows).Select(row));

    private static void Tell(string what, byte[] bytes, SourceKind kind, Action<byte[]> plainly)
    {
        var (rate, floor) = Rate.Beside(() => Source.Read(bytes, new SourceForm(kind)), () => plainly(bytes));
        Rate.Tell($"{what}, {bytes.Length / 1e6:0.0} MB to cells", rate, "the plain library", floor);
    }

    private static void Csv(byte[] bytes)
    {
        using var parser = new CsvParser(new StreamReader(new MemoryStream(bytes)), new CsvConfiguration(CultureInfo.InvariantCulture) { HasHeaderRecord = false });
        var rows = new List<string[]>();
        while (parser.Read())
        {
            rows.Add(parser.Record!);
        }
    }

    private static void Lines(byte[] bytes)
    {
        using var reader = new StreamReader(new MemoryStream(bytes));
        var rows = new List<string>();
        while (reader.ReadLine() is { } line)
        {
            rows.Add(line);
        }
    }

    private static void Json(byte[] bytes)
    {
        using var document = JsonDocument.Parse(bytes);
        var rows = new List<string>();
        foreach (var row in document.RootElement.EnumerateArray())
        {
            foreach (var member in row.EnumerateObject())
            {
                rows.Add(member.Name);
                rows.Add(member.Value.ToString());
            }
        }
    }

    private static void Xml(byte[] bytes)
    {
        var document = new XmlDocument();
        document.Load(new MemoryStream(bytes));
        var rows = new List<string>();
        foreach (XmlElement row in document.DocumentElement!.ChildNodes)
        {
            rows.AddRange(row.Attributes.Cast<XmlAttribute>().Select(one => one.Value));
            rows.AddRange(row.ChildNodes.Cast<XmlElement>().Select(one => one.InnerText));
        }
    }

    private static void Sheet(byte[] bytes)
    {
        using var reader = ExcelReaderFactory.CreateOpenXmlReader(new MemoryStream(bytes));
        var rows = new List<string?>();
        while (reader.Read())
        {
            for (var at = 0; at < reader.FieldCount; at++)
            {
                rows.Add(Convert.ToString(reader.GetValue(at), CultureInfo.InvariantCulture));
            }
        }
    }

    private static void News(byte[] bytes)
    {
        using var reader = XmlReader.Create(new MemoryStream(bytes));
        var rows = new List<string>();
        foreach (var item in SyndicationFeed.Load(reader).Items)
        {
            rows.Add(item.Title.Text);
            rows.Add(item.Summary.Text);
            rows.Add(item.PublishDate.ToString("O", CultureInfo.InvariantCulture));
        }
    }

    /// <summary>Source: ECMA-376, with the words in the cells themselves.</summary>
    private static byte[] Workbook()
    {
        const string Main = "http://schemas.openxmlformats.org/spreadsheetml/2006/main";
        const string Office = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";
        const string Package = "http://schemas.openxmlformats.org/package/2006";
        using var file = new MemoryStream();
        using (var zip = new ZipArchive(file, ZipArchiveMode.Create, leaveOpen: true))
        {
            void Part(string name, string words)
            {
                using var part = zip.CreateEntry(name, CompressionLevel.Optimal).Open();
                part.Write(Encoding.UTF8.GetBytes(words));
            }

            Part("[Content_Types].xml", $"<Types xmlns=\"{Package}/content-types\"><Default Extension=\"rels\" ContentType=\"application/vnd.openxmlformats-package.relationships+xml\"/><Default Extension=\"xml\" ContentType=\"application/xml\"/><Override PartName=\"/xl/workbook.xml\" ContentType=\"application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml\"/><Override PartName=\"/xl/worksheets/sheet1.xml\" ContentType=\"application/vnd.openxmlformats-officedocument.spreadsheetml.worksheet+xml\"/></Types>");
            Part("_rels/.rels", $"<Relationships xmlns=\"{Package}/relationships\"><Relationship Id=\"r1\" Type=\"{Office}/officeDocument\" Target=\"xl/workbook.xml\"/></Relationships>");
            Part("xl/workbook.xml", $"<workbook xmlns=\"{Main}\" xmlns:r=\"{Office}\"><sheets><sheet name=\"Night\" sheetId=\"1\" r:id=\"s1\"/></sheets></workbook>");
            Part("xl/_rels/workbook.xml.rels", $"<Relationships xmlns=\"{Package}/relationships\"><Relationship Id=\"s1\" Type=\"{Office}/worksheet\" Target=\"worksheets/sheet1.xml\"/></Relationships>");
            Part("xl/worksheets/sheet1.xml", $"<worksheet xmlns=\"{Main}\"><sheetData>{All(row => $"<row r=\"{row + 1}\"><c r=\"A{row + 1}\" t=\"inlineStr\"><is><t>{Moths[row % 5]}</t></is></c><c r=\"B{row + 1}\"><v>{row}</v></c><c r=\"C{row + 1}\"><v>11.4</v></c></row>")}</sheetData></worksheet>");
        }

        return file.ToArray();
    }
}
