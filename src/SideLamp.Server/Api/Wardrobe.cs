using System.Collections.Immutable;
using System.Text.Json;
using SideLamp.Core;
using SideLamp.Core.Brands;
using SideLamp.Core.Json;
using SideLamp.Core.Shows;
using SideLamp.Server.Loop;
using SideLamp.Store;

namespace SideLamp.Server.Api;

/// <summary>A brand as a file of its own, with everything it needs to look the same elsewhere.</summary>
/// <param name="Format">Always <see cref="Wardrobe.Format"/>.</param>
public sealed record BrandFile(string Format, Brand Brand, ImmutableArray<PackedFile> Files);

/// <param name="Data">Its bytes, in base 64.</param>
public sealed record PackedFile(AssetId Id, string Name, byte[] Data);

/// <summary>The brands of a show: adding, dropping, taking them from files and giving them out.</summary>
public static class Wardrobe
{
    public const string Format = "side-lamp-brand/1";
    public const int LargestFile = 100 << 20;
    private const int MostBrands = 40;

    /// <summary>The show with another brand, which is worn from now on. A name that is taken gets a number.</summary>
    public static Show Add(Show show, Brand brand)
    {
        if (show.Brands.Length >= MostBrands)
        {
            throw RefusedException.Faulty("", $"A show keeps up to {MostBrands} brands. Delete one first.");
        }

        var names = show.Brands.Select(one => one.Name).ToHashSet();
        var name = Enumerable.Range(1, MostBrands + 1).Select(count => count == 1 ? brand.Name : $"{brand.Name} {count}").First(one => !names.Contains(one));
        var added = brand with { Name = name };
        RefusedException.ThrowIfAny(added.Faults());
        return show with { Brand = added, Wardrobe = show.Brands };
    }

    public static Show Drop(Show show, string name)
    {
        var brand = show.Brands.FirstOrDefault(one => one.Name == name) ?? throw RefusedException.NotFound("brand");
        return brand == show.Brand
            ? throw RefusedException.Faulty("", "This brand is being worn. Wear another one first.")
            : show with { Wardrobe = show.Wardrobe.Remove(brand) };
    }

    public static BrandFile Pack(Brand brand, AssetRepository assets)
    {
        var files = FilesOf(brand).Select(assets.Find).OfType<Asset>().Select(asset => new PackedFile(asset.Id, asset.Name, File.ReadAllBytes(assets.PathOf(asset.Id))));
        return new BrandFile(Format, brand, [.. files]);
    }

    /// <exception cref="RefusedException">It is no brand file, or one of its files is damaged or missing. Nothing was kept of the brand.</exception>
    public static Brand Unpack(byte[] bytes, AssetRepository assets)
    {
        BrandFile file;
        try
        {
            file = JsonSerializer.Deserialize<BrandFile>(bytes, CoreJson.Options) ?? throw new JsonException();
        }
        catch (JsonException error)
        {
            throw RefusedException.Faulty(error.Path ?? "", $"This is no brand that Side Lamp can read: {(error.LineNumber is { } line ? $"look at line {line + 1}" : "it is no JSON of that kind")}.");
        }

        if (file.Format != Format)
        {
            throw RefusedException.Faulty("/format", $"Side Lamp reads “{Format}”, and this is “{file.Format}”.");
        }

        RefusedException.ThrowIfAny(file.Brand.Faults().Select(fault => fault with { Path = "/brand" + fault.Path }));
        foreach (var packed in file.Files)
        {
            if (Intake.Keep(assets, packed.Data, packed.Name).Id != packed.Id)
            {
                throw RefusedException.Faulty("/files", $"“{packed.Name}” is not what the brand was made with.");
            }
        }

        CheckFiles(file.Brand, assets);
        return file.Brand;
    }

    /// <exception cref="RefusedException">A logo or typeface of the brand is not stored here.</exception>
    public static void CheckFiles(Brand brand, AssetRepository assets) =>
        RefusedException.ThrowIfAny(
            FilesOf(brand).Where(id => assets.Find(id) is null).Select(id => new Fault("/brand", $"A logo or typeface of this brand is missing (file {id.Value[..Math.Min(8, id.Value.Length)]}…). Bring it again."))
        );

    private static IEnumerable<AssetId> FilesOf(Brand brand) =>
        new[] { brand.Logo }.OfType<AssetId>().Concat(brand.Alternates).Concat(brand.Type.Own.Select(face => new AssetId(face.Id))).Distinct();
}
