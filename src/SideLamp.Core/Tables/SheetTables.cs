using System.Collections.Immutable;
using System.Globalization;
using System.IO.Compression;
using System.Text;
using ExcelDataReader;
using ExcelDataReader.Exceptions;

namespace SideLamp.Core.Tables;

/// <summary>Workbooks (.xlsx): a table for each sheet that holds something.</summary>
internal static class SheetTables
{
    private const int MostSheets = 20;
    private const int MostParts = 2000;

    /// <summary>Of all parts together, unpacked.</summary>
    private const long MostBytes = 128 << 20;

    /// <summary>The library asks for Windows-1252 before it looks at anything.</summary>
    static SheetTables() => Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);

    public static bool IsPacked(ReadOnlySpan<byte> bytes) => bytes is [(byte)'P', (byte)'K', 3, 4, ..];

    public static SourceTables Read(byte[] bytes, FirstRow firstRow)
    {
        if (!IsPacked(bytes))
        {
            throw new UnreadableException(
                bytes is [0xD0, 0xCF, 0x11, 0xE0, ..] ? "This is a workbook of the old kind (.xls), or one with a password. Save it as .xlsx, without a password." : "This is not a workbook (.xlsx). Choose another kind for it, or another file."
            );
        }

        try
        {
            Unpacked(bytes);
            using var reader = ExcelReaderFactory.CreateOpenXmlReader(new MemoryStream(bytes, writable: false));
            return TablesOf(reader, firstRow);
        }
        catch (Exception error) when (error is ExcelReaderException or InvalidDataException or System.Xml.XmlException or IOException or ArgumentException or NullReferenceException or FormatException or IndexOutOfRangeException or InvalidOperationException or KeyNotFoundException or OverflowException)
        {
            throw new UnreadableException("This workbook is damaged, or cut off. Save it anew in the program that made it.", error);
        }
    }

    /// <summary>Counts what it unpacks to, whatever it says of itself: a small file can be made to fill a machine.</summary>
    private static void Unpacked(byte[] bytes)
    {
        using var zip = new ZipArchive(new MemoryStream(bytes, writable: false));
        if (zip.GetEntry("xl/workbook.xml") is null || zip.Entries.Count > MostParts)
        {
            throw new UnreadableException("This is a zip archive, but no workbook (.xlsx). Unpack it, and choose a file in it.");
        }

        var buffer = new byte[81_920];
        long all = 0;
        foreach (var entry in zip.Entries)
        {
            using var part = entry.Open();
            for (int read; (read = part.Read(buffer)) > 0;)
            {
                all += read;
                if (all > MostBytes)
                {
                    throw new UnreadableException($"Unpacked, this workbook has more than {MostBytes >> 20} MB. Take out pictures and sheets that are not needed.");
                }
            }
        }
    }

    private static SourceTables TablesOf(IExcelDataReader reader, FirstRow firstRow)
    {
        var notes = new Notes();
        var tables = ImmutableArray.CreateBuilder<Table>();
        do
        {
            var name = Spelling.Clean(reader.Name ?? "").Trim();
            if (tables.Count == MostSheets)
            {
                notes.Add($"It has more than {MostSheets} sheets: the first {MostSheets} are used.");
                break;
            }

            var table = new TableBuilder(name.Length > Names.Longest ? name[..Names.Longest] : name, notes);
            CsvTables.Fill(table, RowsOf(reader), firstRow, notes);
            if (table.Rows > 0)
            {
                tables.Add(table.Build());
            }
        } while (reader.NextResult());

        return tables.Count == 0 ? throw new UnreadableException("This workbook has no sheet with words in it.") : new SourceTables(tables.ToImmutable(), notes.All);
    }

    private static IEnumerable<string[]> RowsOf(IExcelDataReader reader)
    {
        while (reader.Read())
        {
            var row = new string[Math.Min(reader.FieldCount, Table.MostColumns + 1)];
            var last = 0;
            for (var at = 0; at < row.Length; at++)
            {
                row[at] = TextOf(reader.GetValue(at));
                last = row[at].Length > 0 ? at + 1 : last;
            }

            if (last > 0)
            {
                yield return row[..last];
            }
        }
    }

    /// <summary>A cell as text: dates as RFC 3339 without a zone, times of day as they are, numbers in figures.</summary>
    private static string TextOf(object? cell) =>
        cell switch
        {
            null => "",
            // Workbooks keep a time of day as a time of the day before their first.
            DateTime time when time.Year < 1901 => time.ToString("HH:mm:ss", CultureInfo.InvariantCulture),
            DateTime { TimeOfDay.Ticks: 0 } date => date.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
            DateTime time => time.ToString("yyyy-MM-ddTHH:mm:ss", CultureInfo.InvariantCulture),
            TimeSpan time => time.ToString("c", CultureInfo.InvariantCulture),
            bool truth => truth ? "true" : "false",
            // To fifteen digits, as workbooks show them: 0.1 + 0.2 is 0.3.
            double number => decimal.TryParse(number.ToString("G15", CultureInfo.InvariantCulture), NumberStyles.Float, CultureInfo.InvariantCulture, out var plain)
                ? plain.ToString(CultureInfo.InvariantCulture)
                : number.ToString("R", CultureInfo.InvariantCulture),
            IFormattable other => other.ToString(null, CultureInfo.InvariantCulture),
            var other => other.ToString() ?? "",
        };
}
