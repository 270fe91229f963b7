using SideLamp.Core.Brands;
using SideLamp.Core.Shows;

namespace SideLamp.Core.Editing;

/// <summary>A new brand for the show, which is worn from now on.</summary>
/// <param name="Ready">Name of a ready-made brand to begin from; null = a copy of the one that is worn.</param>
public sealed record NewBrand(string? Ready = null);

public sealed record AddBrand(NewBrand Wish) : Edit
{
    public override Edited Apply(EditScope scope)
    {
        var brand = Wish.Ready is null ? scope.Show.Brand : ReadyBrands.All.FirstOrDefault(ready => ready.Name == Wish.Ready) ?? throw RefusedException.NotFound("ready-made brand");
        return new Edited(Wardrobe.Add(scope.Show, brand), "another brand", ["brand"]);
    }
}

public sealed record ImportBrand(Brand Brand) : Edit
{
    public override Edited Apply(EditScope scope) => new(Wardrobe.Add(scope.Show, Brand), $"brand “{Brand.Name}”", ["brand"]);
}

/// <param name="WithAir">Whether what is lit changes too, at once (else it keeps its look, rule 27).</param>
public sealed record WearBrand(string Name, bool WithAir) : Edit
{
    public override Edited Apply(EditScope scope) =>
        new(scope.Show.Wearing(Name) ?? throw RefusedException.NotFound("brand"), $"wearing “{Name}”", ["brand"]) { OnAir = WithAir };
}

public sealed record DeleteBrand(string Name) : Edit
{
    public override Edited Apply(EditScope scope)
    {
        var brand = scope.Show.Brands.FirstOrDefault(one => one.Name == Name) ?? throw RefusedException.NotFound("brand");
        return brand == scope.Show.Brand
            ? throw RefusedException.Faulty("", "This brand is being worn. Wear another one first.")
            : new Edited(scope.Show with { Wardrobe = scope.Show.Wardrobe.Remove(brand) }, $"deleted: {Name}", []);
    }
}

internal static class Wardrobe
{
    private const int MostBrands = 40;

    /// <summary>The show with another brand, which is worn from now on. A name that is taken gets a number.</summary>
    public static Show Add(Show show, Brand brand)
    {
        Edits.AtMost(MostBrands, show.Brands.Length + 1, "", "brands");
        var added = brand with { Name = Edits.Unused(brand.Name, show.Brands.Select(one => one.Name), Brand.LongestName) };
        RefusedException.ThrowIfAny(added.Faults());
        return show with { Brand = added, Wardrobe = show.Brands };
    }
}
