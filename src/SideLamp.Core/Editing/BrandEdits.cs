using SideLamp.Core.Brands;
using SideLamp.Core.Shows;

namespace SideLamp.Core.Editing;

/// <summary>A new brand for the show. Nothing wears it before it is asked to.</summary>
/// <param name="Ready">Name of a ready-made brand to begin from; null = a copy.</param>
/// <param name="CopyOf">The brand that is copied; null = the one that is worn.</param>
public sealed record NewBrand(string? Ready = null, string? CopyOf = null);

/// <param name="Revision">Of the show that it was made on.</param>
/// <param name="Brand">As it is from now on, perhaps under another name.</param>
public sealed record BrandEdit(long Revision, Brand Brand);

public sealed record AddBrand(NewBrand Wish) : Edit
{
    public override Edited Apply(EditScope scope)
    {
        var brand = Wish.Ready is null
            ? Wardrobe.Find(scope.Show, Wish.CopyOf ?? scope.Show.Brand.Name)
            : ReadyBrands.All.FirstOrDefault(ready => ready.Name == Wish.Ready) ?? throw RefusedException.NotFound("ready-made brand");
        return Wardrobe.Add(scope.Show, brand, "another brand");
    }
}

public sealed record ImportBrand(Brand Brand) : Edit
{
    public override Edited Apply(EditScope scope) => Wardrobe.Add(scope.Show, Brand, $"brand “{Brand.Name}”");
}

/// <summary>A brand of the show is made another, whether it is worn or not; what is lit keeps its look (rule 27).</summary>
public sealed record EditBrand(string Name, BrandEdit Wish) : Edit
{
    public override long? Seen => Wish.Revision;

    public override Edited Apply(EditScope scope)
    {
        var (show, now) = (scope.Show, Wish.Brand);
        var was = Wardrobe.Find(show, Name);
        RefusedException.ThrowIfAny(now.Faults(), "/brand");
        if (show.Brands.Any(other => other != was && other.Name == now.Name))
        {
            throw RefusedException.Faulty("/brand/name", $"Another brand is called “{now.Name}” already.");
        }

        var edited = was == show.Brand ? show with { Brand = now } : show with { Wardrobe = show.Wardrobe.Replace(was, now) };
        return new Edited(edited, was.Name == now.Name ? $"brand “{Name}”" : $"the name of {now.Name}", [Wardrobe.PathOf(Name)]) { Id = now.Name };
    }
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
        var brand = Wardrobe.Find(scope.Show, Name);
        return brand == scope.Show.Brand
            ? throw RefusedException.Faulty("", "The show uses this brand. Use another one first.")
            : new Edited(scope.Show with { Wardrobe = scope.Show.Wardrobe.Remove(brand) }, $"deleted: {Name}", [Wardrobe.PathOf(Name)]);
    }
}

internal static class Wardrobe
{
    private const int MostBrands = 40;

    /// <exception cref="RefusedException">There is none of that name.</exception>
    public static Brand Find(Show show, string name) => show.Brands.FirstOrDefault(one => one.Name == name) ?? throw RefusedException.NotFound("brand");

    public static string PathOf(string name) => $"brands/{Uri.EscapeDataString(name)}";

    /// <summary>The show with another brand. A name that is taken gets a number.</summary>
    public static Edited Add(Show show, Brand brand, string what)
    {
        Edits.AtMost(MostBrands, show.Brands.Length + 1, "", "brands");
        var added = brand with { Name = Edits.Unused(brand.Name, show.Brands.Select(one => one.Name), Brand.LongestName) };
        RefusedException.ThrowIfAny(added.Faults());
        return new Edited(show with { Wardrobe = show.Wardrobe.Add(added) }, what, [PathOf(added.Name)]) { Id = added.Name };
    }
}
