using System.Security.Cryptography;
using SideLamp.Core;
using SideLamp.Core.Media;

namespace SideLamp.Store;

/// <summary>A stored file. Its id is the SHA-256 of its bytes and an ending for its kind, so the same file is kept once.</summary>
/// <param name="Type">Its media type, found in its contents, not in its name.</param>
public sealed record Asset(AssetId Id, string Type, string Name);

/// <summary>Keeps files beside the database, by content hash.</summary>
public sealed class AssetRepository(Database database, string folder)
{
    /// <param name="file">What the bytes were recognised as.</param>
    public Asset Add(byte[] bytes, MediaFile file, string name)
    {
        var asset = new Asset(new AssetId(Convert.ToHexStringLower(SHA256.HashData(bytes)) + file.Ending), file.Type, name);
        Directory.CreateDirectory(Path.Combine(folder, "assets"));
        if (!File.Exists(PathOf(asset.Id)))
        {
            // Written aside and renamed: a crash leaves no half file under a name that promises its contents.
            var half = PathOf(asset.Id) + ".half";
            File.WriteAllBytes(half, bytes);
            File.Move(half, PathOf(asset.Id), overwrite: true);
        }

        database.Execute(
            "INSERT OR IGNORE INTO asset (id, type, name, bytes) VALUES ($id, $type, $name, $bytes)",
            ("$id", asset.Id.Value),
            ("$type", file.Type),
            ("$name", name),
            ("$bytes", bytes.Length)
        );
        return asset;
    }

    public List<Asset> All() =>
        database.Query("SELECT id, type, name FROM asset ORDER BY name", row => new Asset(new AssetId(row.GetString(0)), row.GetString(1), row.GetString(2)));

    public Asset? Find(AssetId id) =>
        database
            .Query("SELECT id, type, name FROM asset WHERE id = $id", row => new Asset(new AssetId(row.GetString(0)), row.GetString(1), row.GetString(2)), ("$id", id.Value))
            .FirstOrDefault();

    public string PathOf(AssetId id) => Path.Combine(folder, "assets", id.Value);
}
