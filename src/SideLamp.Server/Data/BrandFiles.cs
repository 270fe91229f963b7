using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using SideLamp.Core;
using SideLamp.Core.Brands;
using SideLamp.Core.Editing;
using SideLamp.Core.Json;
using SideLamp.Core.Keeping;
using SideLamp.Store;

namespace SideLamp.Server.Data;

/// <summary>A brand as a file of its own, with everything it needs to look the same elsewhere.</summary>
/// <param name="Format">Always <see cref="BrandFiles.Format"/>.</param>
public sealed record BrandFile(string Format, Brand Brand, ImmutableArray<PackedFile> Files);

/// <param name="Data">Its bytes, in base 64.</param>
public sealed record PackedFile(AssetId Id, string Name, byte[] Data);

/// <summary>Brands as files: taking them in and giving them out.</summary>
public static class BrandFiles
{
    public const string Format = "side-lamp-brand/1";
    public const int LargestFile = 100 << 20;
    private const int MostFiles = 64;

    public static BrandFile Pack(Brand brand, AssetRepository assets)
    {
        var files = FilesOf(brand).Select(assets.Find).OfType<Asset>().Where(asset => File.Exists(assets.PathOf(asset.Id)));
        return new BrandFile(Format, brand, [.. files.Select(asset => new PackedFile(asset.Id, asset.Name, File.ReadAllBytes(assets.PathOf(asset.Id))))]);
    }

    /// <exception cref="RefusedException">It is no brand file, or one of its files is damaged or missing. Nothing was kept of the brand.</exception>
    public static Brand Unpack(byte[] bytes, AssetRepository assets)
    {
        var (brand, files) = Read(bytes);
        RefusedException.ThrowIfAny(brand.Faults(), "/brand");
        foreach (var packed in files)
        {
            if (Intake.Keep(assets, packed.Data, packed.Name).Id != packed.Id)
            {
                throw RefusedException.Faulty("/files", $"“{packed.Name}” is not what the brand was made with.");
            }
        }

        CheckFiles(brand, assets);
        return brand;
    }

    private static (Brand Brand, ImmutableArray<PackedFile> Files) Read(byte[] bytes)
    {
        try
        {
            // A mark before the text says only that it is UTF-8.
            var text = bytes.AsSpan().StartsWith(System.Text.Encoding.UTF8.Preamble) ? bytes.AsSpan(3) : bytes;
            var body = JsonNode.Parse(text, documentOptions: new JsonDocumentOptions { MaxDepth = 32 }) as JsonObject ?? throw new JsonException();
            if ((body["format"] as JsonValue)?.ToString() is var format && format != Format)
            {
                throw RefusedException.Faulty("/format", $"Side Lamp reads “{Format}”, and this is {(format is { Length: < 60 } ? $"“{format}”" : "none")}.");
            }

            // Files of former versions are brought up as what is kept is.
            var brand = Codecs.Brand.Read(body["brand"]?.ToJsonString() ?? throw new JsonException());
            var files = body["files"].Deserialize<ImmutableArray<PackedFile>>(CoreJson.Options);
            return files.Length <= MostFiles ? (brand, files) : throw RefusedException.Faulty("/files", $"A brand brings up to {MostFiles} files.");
        }
        catch (Exception error) when (error is JsonException or InvalidOperationException or FormatException)
        {
            var fault = Unreadable.FaultOf(error as JsonException ?? new JsonException());
            throw RefusedException.Faulty(fault.Path, $"This is not a brand that Side Lamp can read. {fault.Message}");
        }
    }

    /// <exception cref="RefusedException">A logo or typeface of the brand is not stored here.</exception>
    public static void CheckFiles(Brand brand, AssetRepository assets) =>
        RefusedException.ThrowIfAny(
            FilesOf(brand).Where(id => assets.Find(id) is null).Select(id => new Fault("/brand", $"A logo or typeface of this brand is missing (file {id.Value[..Math.Min(8, id.Value.Length)]}…). Bring it again."))
        );

    private static IEnumerable<AssetId> FilesOf(Brand brand) =>
        new[] { brand.Logo }.OfType<AssetId>().Concat(brand.Alternates).Concat(brand.Type.Own.Select(face => new AssetId(face.Id))).Distinct();
}
