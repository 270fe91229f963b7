using System.Buffers.Binary;
using System.Text;

namespace SideLamp.Core.Media;

/// <summary>What a TTF or OTF file calls itself. Source: OpenType specification, tables name, OS/2, head.</summary>
/// <param name="Weight">100 to 900.</param>
public sealed record FontNames(string Family, int Weight, bool Italic)
{
    private const int LongestFamily = 60;
    private static readonly string[] Needed = ["cmap", "head", "hhea", "hmtx", "maxp", "name"];

    /// <summary>Reads a whole file, and refuses what could not be measured and drawn alike.</summary>
    public static Checked<FontNames> Read(byte[] bytes)
    {
        try
        {
            return Read(bytes, TablesOf(bytes));
        }
        catch (ArgumentOutOfRangeException)
        {
            return Checked<FontNames>.Faulty("", "The typeface is damaged: it points outside of itself.");
        }
    }

    private static Checked<FontNames> Read(byte[] bytes, Dictionary<string, (int At, int Length)> tables)
    {
        var missing = Needed.Where(tag => !tables.ContainsKey(tag)).ToList();
        if (missing.Count > 0 || !(tables.ContainsKey("glyf") || tables.ContainsKey("CFF ") || tables.ContainsKey("CFF2")))
        {
            return Checked<FontNames>.Faulty("", "The typeface is damaged, or holds no outlines: tables are missing.");
        }

        if (tables.ContainsKey("fvar"))
        {
            return Checked<FontNames>.Faulty("", "This is a variable typeface. Bring its static files, one for each weight: browsers and Side Lamp must agree on every width.");
        }

        if (FamilyIn(bytes, tables["name"].At) is not { } family)
        {
            return Checked<FontNames>.Faulty("", "The typeface has no name that can be read.");
        }

        var weight = tables.TryGetValue("OS/2", out var os2) ? Word(bytes, os2.At + 4) : 400;
        // macStyle, bit 1: italic.
        var italic = (Word(bytes, tables["head"].At + 44) & 2) != 0;
        return new FontNames(family, Math.Clamp(weight, 100, 900), italic);
    }

    private static Dictionary<string, (int At, int Length)> TablesOf(byte[] bytes)
    {
        var tables = new Dictionary<string, (int, int)>();
        for (var at = 12; at < 12 + (16 * Word(bytes, 4)); at += 16)
        {
            var (start, length) = (BinaryPrimitives.ReadUInt32BigEndian(bytes.AsSpan(at + 8)), BinaryPrimitives.ReadUInt32BigEndian(bytes.AsSpan(at + 12)));
            // Slicing checks that the table lies within the file.
            _ = bytes.AsSpan(checked((int)Math.Min(start, int.MaxValue)), checked((int)Math.Min(length, int.MaxValue)));
            tables[Encoding.ASCII.GetString(bytes.AsSpan(at, 4))] = ((int)start, (int)length);
        }

        return tables;
    }

    /// <summary>The typographic family (16) before the plain one (1), from names in UTF-16 of the Windows platform.</summary>
    private static string? FamilyIn(byte[] bytes, int table)
    {
        var strings = table + Word(bytes, table + 4);
        var names = new SortedDictionary<int, string>();
        for (var at = table + 6; at < table + 6 + (12 * Word(bytes, table + 2)); at += 12)
        {
            var (platform, name) = (Word(bytes, at), Word(bytes, at + 6));
            if (platform == 3 && (name is 1 or 16))
            {
                names[name] = Encoding.BigEndianUnicode.GetString(bytes.AsSpan(strings + Word(bytes, at + 10), Word(bytes, at + 8)));
            }
        }

        var family = names.Values.LastOrDefault(text => !string.IsNullOrWhiteSpace(text))?.Trim();
        return family is { Length: > LongestFamily } ? family[..LongestFamily] : family;
    }

    private static int Word(byte[] bytes, int at) => BinaryPrimitives.ReadUInt16BigEndian(bytes.AsSpan(at, 2));
}
