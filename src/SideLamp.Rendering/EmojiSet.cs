using System.Globalization;
using System.IO.Compression;
using System.Text;

namespace SideLamp.Rendering;

/// <summary>The shipped emoji pictures: one SVG each, 1 em wide, in one archive.</summary>
public sealed class EmojiSet
{
    private const int ZeroWidthJoiner = 0x200D;
    private const int PictureSelector = 0xFE0F;
    private const int TextSelector = 0xFE0E;
    private const int Keycap = 0x20E3;

    /// <summary>The first character that can be a picture by itself is the copyright sign. Source: Unicode's emoji-data.txt.</summary>
    private const char FirstAlone = '\u00A9';

    private readonly ZipArchive _archive;
    private readonly Dictionary<string, ZipArchiveEntry> _entries;
    private readonly Lock _reading = new();

    public EmojiSet(string archive)
    {
        _archive = ZipFile.OpenRead(archive);
        _entries = _archive.Entries.ToDictionary(entry => entry.Name, StringComparer.Ordinal);
    }

    /// <summary>File name of the picture for a grapheme that is to be shown as one; null when it is text.</summary>
    /// <param name="lastResort">Whether no face has the grapheme, so that a picture is better than nothing.</param>
    public string? Find(ReadOnlySpan<char> grapheme, bool lastResort = false)
    {
        if (grapheme.Length == 1 && grapheme[0] < FirstAlone)
        {
            return null;
        }

        var runes = new List<int>();
        foreach (var rune in grapheme.EnumerateRunes())
        {
            runes.Add(rune.Value);
        }

        if (runes[0] < 0x23 || (runes.Contains(TextSelector) && !lastResort))
        {
            return null;
        }

        var wished = lastResort || Icu.IsEmoji(runes[0]) || runes.Contains(PictureSelector) || runes.Contains(Keycap);
        return wished ? NamesOf(runes).FirstOrDefault(_entries.ContainsKey) : null;
    }

    /// <summary>The SVG of a file name that <see cref="Find"/> gave; null when there is none.</summary>
    public byte[]? Read(string name)
    {
        if (!_entries.TryGetValue(name, out var entry))
        {
            return null;
        }

        // An archive reads one entry at a time.
        lock (_reading)
        {
            using var stream = entry.Open();
            using var copy = new MemoryStream();
            stream.CopyTo(copy);
            return copy.ToArray();
        }
    }

    /// <summary>The set names a picture by its code points; selectors are left out unless the sequence is joined.</summary>
    private static IEnumerable<string> NamesOf(List<int> runes)
    {
        var bare = runes.Where(rune => rune != PictureSelector).ToList();
        yield return Name(runes.Contains(ZeroWidthJoiner) ? runes : bare);
        yield return Name(bare);
        yield return Name(bare.Take(1));
    }

    private static string Name(IEnumerable<int> runes) =>
        new StringBuilder().AppendJoin('-', runes.Select(rune => rune.ToString("x", CultureInfo.InvariantCulture))).Append(".svg").ToString();
}
