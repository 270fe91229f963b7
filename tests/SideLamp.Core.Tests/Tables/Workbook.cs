using System.IO.Compression;
using System.Text;

namespace SideLamp.Core.Tests.Tables;

/// <summary>Writes small workbooks by hand. Source: ECMA-376, parts 1 and 2 (SpreadsheetML, packages).</summary>
internal static class Workbook
{
    private const string Main = "http://schemas.openxmlformats.org/spreadsheetml/2006/main";
    private const string Office = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";
    private const string Package = "http://schemas.openxmlformats.org/package/2006";

    /// <param name="sheets">The rows of each, as SpreadsheetML. Style 1 is a date (numFmtId 14), style 2 a date with its time (22).</param>
    public static byte[] Of(bool from1904, params (string Name, string Rows)[] sheets)
    {
        var parts = new Dictionary<string, string>
        {
            ["[Content_Types].xml"] = $"""<Types xmlns="{Package}/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/><Override PartName="/xl/workbook.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/>{Each((_, at) => $"<Override PartName=\"/xl/worksheets/sheet{at}.xml\" ContentType=\"application/vnd.openxmlformats-officedocument.spreadsheetml.worksheet+xml\"/>")}<Override PartName="/xl/styles.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.styles+xml"/></Types>""",
            ["_rels/.rels"] = $"""<Relationships xmlns="{Package}/relationships"><Relationship Id="r1" Type="{Office}/officeDocument" Target="xl/workbook.xml"/></Relationships>""",
            ["xl/workbook.xml"] = $"""<workbook xmlns="{Main}" xmlns:r="{Office}"><workbookPr date1904="{(from1904 ? 1 : 0)}"/><sheets>{Each((name, at) => $"<sheet name=\"{name}\" sheetId=\"{at}\" r:id=\"s{at}\"/>")}</sheets></workbook>""",
            ["xl/_rels/workbook.xml.rels"] = $"""<Relationships xmlns="{Package}/relationships">{Each((_, at) => $"<Relationship Id=\"s{at}\" Type=\"{Office}/worksheet\" Target=\"worksheets/sheet{at}.xml\"/>")}<Relationship Id="st" Type="{Office}/styles" Target="styles.xml"/></Relationships>""",
            ["xl/styles.xml"] = $"""<styleSheet xmlns="{Main}"><fonts count="1"><font/></fonts><fills count="1"><fill/></fills><borders count="1"><border/></borders><cellStyleXfs count="1"><xf/></cellStyleXfs><cellXfs count="3"><xf numFmtId="0"/><xf numFmtId="14" applyNumberFormat="1"/><xf numFmtId="22" applyNumberFormat="1"/></cellXfs></styleSheet>""",
        };
        for (var at = 1; at <= sheets.Length; at++)
        {
            parts[$"xl/worksheets/sheet{at}.xml"] = $"""<worksheet xmlns="{Main}"><sheetData>{sheets[at - 1].Rows}</sheetData></worksheet>""";
        }

        return Zip([.. parts.Select(part => (part.Key, Encoding.UTF8.GetBytes(part.Value)))]);

        string Each(Func<string, int, string> say) => string.Concat(sheets.Select((sheet, at) => say(sheet.Name, at + 1)));
    }

    public static byte[] Zip(params (string Name, byte[] Bytes)[] parts)
    {
        using var file = new MemoryStream();
        using (var zip = new ZipArchive(file, ZipArchiveMode.Create, leaveOpen: true))
        {
            foreach (var (name, bytes) in parts)
            {
                using var part = zip.CreateEntry(name, CompressionLevel.Fastest).Open();
                part.Write(bytes);
            }
        }

        return file.ToArray();
    }
}
