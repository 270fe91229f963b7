using System.IO.Compression;
using System.Text;
using System.Text.Json;
using System.Text.RegularExpressions;
using SideLamp.Core;
using SideLamp.Core.Editing;
using SideLamp.Store;

namespace SideLamp.Server.Data;

/// <summary>
/// A template, or a set of graphics, as a file of its own with its artwork: a zip of one document, <c>media/</c> with each stored
/// file under its id, and <c>media.json</c> with their names. The document alone, as earlier versions wrote templates, is read too.
/// </summary>
public static partial class ShelfFiles
{
    public const int LargestFile = 100 << 20;

    /// <summary>The document of a template, in the template format.</summary>
    public const string Template = "template.json";

    /// <summary>The document of a set.</summary>
    public const string Set = "set.json";

    private const string Names = "media.json";
    private const string Media = "media/";
    private const int MostMedia = 64;

    /// <summary>What the names of the files may come to, in bytes.</summary>
    private const int MostNames = 64 * 1024;

    /// <param name="document">What the source is called in it.</param>
    /// <exception cref="RefusedException">It is more than <see cref="Unpack"/> takes.</exception>
    public static byte[] Pack(string document, string source, AssetRepository assets)
    {
        var used = StoredFile().Matches(source).Select(found => new AssetId(found.Value)).Distinct().Select(assets.Find).OfType<Asset>().Where(asset => File.Exists(assets.PathOf(asset.Id))).ToList();
        if (used.Count > MostMedia)
        {
            throw RefusedException.Faulty("", $"A file brings up to {MostMedia} pictures, videos and sounds, and here are {used.Count}. Save less at once.");
        }

        if (used.Sum(asset => new FileInfo(assets.PathOf(asset.Id)).Length) + Encoding.UTF8.GetByteCount(source) > LargestFile - MostNames)
        {
            throw RefusedException.Faulty("", $"With its pictures, videos and sounds this is larger than {LargestFile >> 20} MiB, which nothing could take in. Save less at once.");
        }

        using var copy = new MemoryStream();
        using (var zip = new ZipArchive(copy, ZipArchiveMode.Create, leaveOpen: true))
        {
            Write(zip, document, Encoding.UTF8.GetBytes(source));
            Write(zip, Names, JsonSerializer.SerializeToUtf8Bytes(used.ToDictionary(asset => asset.Id.Value, asset => asset.Name)));
            foreach (var asset in used)
            {
                Write(zip, Media + asset.Id.Value, File.ReadAllBytes(assets.PathOf(asset.Id)));
            }
        }

        return copy.ToArray();
    }

    /// <summary>Stores the artwork.</summary>
    /// <param name="document">What the source is called in it.</param>
    /// <returns>The source; whether it is one is for whoever adds it to say.</returns>
    /// <exception cref="RefusedException">It is no such file, damaged, or too much. What was stored of it by then is used by nothing, and goes.</exception>
    public static string Unpack(byte[] bytes, string document, AssetRepository assets)
    {
        if (!bytes.AsSpan().StartsWith("PK"u8))
        {
            return new UTF8Encoding(false).GetString(bytes.AsSpan().StartsWith(Encoding.UTF8.Preamble) ? bytes.AsSpan(3) : bytes);
        }

        try
        {
            using var zip = new ZipArchive(new MemoryStream(bytes), ZipArchiveMode.Read);
            if (zip.Entries.Count > MostMedia + 2)
            {
                throw RefusedException.Faulty("", $"Such a file brings up to {MostMedia} files, and this holds {zip.Entries.Count}.");
            }

            // Paths say nothing: what an entry is called counts, wherever it says that it lies.
            var left = (long)LargestFile;
            var entries = zip.Entries.Where(entry => entry.Name.Length > 0).DistinctBy(entry => entry.Name).ToDictionary(entry => entry.Name, entry => Read(entry, ref left));
            var source = entries.GetValueOrDefault(document) ?? throw RefusedException.Faulty("", $"There is no {document} in this file. Choose one that was saved by Side Lamp.");
            var names = entries.TryGetValue(Names, out var told) ? JsonSerializer.Deserialize<Dictionary<string, string>>(told) ?? [] : [];
            foreach (var (id, body) in entries.Where(entry => StoredFile().IsMatch(entry.Key)))
            {
                if (Intake.Keep(assets, body, names.GetValueOrDefault(id, "artwork")).Id.Value != id)
                {
                    throw RefusedException.Faulty("", $"“{names.GetValueOrDefault(id, id[..8])}” in this file is damaged: it is not what this was saved with.");
                }
            }

            return Encoding.UTF8.GetString(source);
        }
        catch (Exception error) when (error is InvalidDataException or JsonException or NotSupportedException)
        {
            throw RefusedException.Faulty("", "This file is damaged: it cannot be unpacked. Copy or save it again.");
        }
    }

    private static void Write(ZipArchive zip, string name, byte[] body)
    {
        using var entry = zip.CreateEntry(name).Open();
        entry.Write(body);
    }

    /// <param name="left">So many bytes may still come: what really comes is counted, not what an entry says of itself.</param>
    private static byte[] Read(ZipArchiveEntry entry, ref long left)
    {
        using var from = entry.Open();
        using var copy = new MemoryStream();
        var buffer = new byte[81920];
        int read;
        while ((read = from.Read(buffer)) > 0)
        {
            copy.Write(buffer, 0, read);
            left -= read;
            if (left < 0)
            {
                throw RefusedException.Faulty("", $"Unpacked, this file is larger than {LargestFile >> 20} MiB.");
            }
        }

        return copy.ToArray();
    }

    /// <summary>The id of a stored file: the hash of its contents and an ending.</summary>
    [GeneratedRegex(@"\b[0-9a-f]{64}\.[a-z0-9]{1,5}\b", RegexOptions.NonBacktracking)]
    private static partial Regex StoredFile();
}
