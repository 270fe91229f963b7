using System.Collections.Concurrent;
using System.Security.Cryptography;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Media;

namespace SideLamp.Store;

/// <summary>A stored file. Its id is the SHA-256 of its bytes and an ending for its kind, so the same file is kept once.</summary>
/// <param name="Type">Its media type, found in its contents, not in its name.</param>
/// <param name="Name">Empty = a cell of a feed brought it, and nobody by hand: it is not among what there is to choose from.</param>
public sealed record Asset(AssetId Id, string Type, string Name);

/// <summary>Keeps files beside the database, by content hash. What there is, is known in memory: nobody who asks waits for the disk.</summary>
public sealed class AssetRepository
{
    private readonly Database _database;
    private readonly string _folder;
    private readonly ConcurrentDictionary<AssetId, Asset> _known;
    private readonly ConcurrentDictionary<AssetId, Duration?> _playingTimes = new();
    private volatile IReadOnlyList<Asset>? _all;

    /// <param name="database">A connection of its own.</param>
    public AssetRepository(Database database, string folder)
    {
        (_database, _folder) = (database, Path.Combine(folder, "assets"));
        _known = new(_database.Query("SELECT id, type, name FROM asset", row => new Asset(new AssetId(row.GetString(0)), row.GetString(1), row.GetString(2))).ToDictionary(one => one.Id));
    }

    /// <param name="file">What the bytes were recognised as.</param>
    /// <exception cref="IOException">It could not be kept.</exception>
    /// <exception cref="Microsoft.Data.Sqlite.SqliteException">Likewise.</exception>
    public Asset Add(byte[] bytes, MediaFile file, string name)
    {
        var asset = new Asset(new AssetId(Convert.ToHexStringLower(SHA256.HashData(bytes)) + file.Ending), file.Type, name);
        if (_known.TryGetValue(asset.Id, out var known) && File.Exists(PathOf(asset.Id)))
        {
            return known.Name.Length > 0 || name.Length == 0 ? known : Named(known, name);
        }

        Directory.CreateDirectory(_folder);
        // Written aside, to the disk, and renamed: no crash leaves half a file under a name that promises its contents. Two that come at once each write their own.
        var half = $"{PathOf(asset.Id)}.{Guid.NewGuid():n}.half";
        try
        {
            using (var stream = new FileStream(half, FileMode.CreateNew, FileAccess.Write))
            {
                stream.Write(bytes);
                stream.Flush(flushToDisk: true);
            }

            File.Move(half, PathOf(asset.Id), overwrite: true);
        }
        catch
        {
            File.Delete(half);
            throw;
        }

        KeepRow(asset, bytes.Length);
        var kept = _known.GetOrAdd(asset.Id, asset);
        _all = null;
        // Read here: whoever lays a picture out with it later may be the show's loop, which waits for no disk.
        PlayingTimeOf(asset.Id);
        return kept;
    }

    /// <summary>Writes what is known into a database that was made anew.</summary>
    /// <returns>How many of the files are gone.</returns>
    public int KeepAgain()
    {
        var gone = 0;
        foreach (var asset in _known.Values)
        {
            var file = new FileInfo(PathOf(asset.Id));
            if (file.Exists)
            {
                KeepRow(asset, file.Length);
            }
            else
            {
                gone++;
            }
        }

        return gone;
    }

    /// <summary>What a cell had brought is brought by hand, too.</summary>
    private Asset Named(Asset asset, string name)
    {
        _database.Execute("UPDATE asset SET name = $name WHERE id = $id", ("$id", asset.Id.Value), ("$name", name));
        _all = null;
        return _known[asset.Id] = asset with { Name = name };
    }

    private void KeepRow(Asset asset, long bytes) =>
        _database.Execute(
            "INSERT OR IGNORE INTO asset (id, type, name, bytes) VALUES ($id, $type, $name, $bytes)",
            ("$id", asset.Id.Value),
            ("$type", asset.Type),
            ("$name", asset.Name),
            ("$bytes", bytes)
        );

    /// <summary>In the order of their names; the very same list until one comes or goes.</summary>
    public IReadOnlyList<Asset> All() => _all ??= [.. _known.Values.OrderBy(asset => asset.Name, StringComparer.Ordinal)];

    public Asset? Find(AssetId id) => _known.GetValueOrDefault(id);

    /// <summary>How long a stored video or animation plays; read from its file once. Null = it is none, or nobody can tell.</summary>
    public Duration? PlayingTimeOf(AssetId id)
    {
        if (!_known.ContainsKey(id))
        {
            return null;
        }

        if (_playingTimes.TryGetValue(id, out var known))
        {
            return known;
        }

        try
        {
            using var file = File.OpenRead(PathOf(id));
            return _playingTimes.GetOrAdd(id, PlayingTime.Of(id, file));
        }
        catch (Exception error) when (error is IOException or UnauthorizedAccessException)
        {
            // Its picture is missing on air, too, which is said there. It may be back the next time.
            return null;
        }
    }

    public string PathOf(AssetId id) => Path.Combine(_folder, id.Value);

    /// <summary>Forgets files that nothing uses, and what interrupted writing left behind.</summary>
    /// <param name="isUsed">By id.</param>
    /// <param name="olderThan">What was stored later may be about to be used.</param>
    public void Collect(Predicate<string> isUsed, TimeSpan olderThan, DateTimeOffset now)
    {
        if (!Directory.Exists(_folder))
        {
            return;
        }

        foreach (var file in new DirectoryInfo(_folder).EnumerateFiles().Where(file => now - file.LastWriteTimeUtc > olderThan && !isUsed(file.Name)))
        {
            _database.Execute("DELETE FROM asset WHERE id = $id", ("$id", file.Name));
            _known.TryRemove(new AssetId(file.Name), out _);
            file.Delete();
            _all = null;
        }
    }
}
