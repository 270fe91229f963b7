using SideLamp.Core.Airing;
using SideLamp.Core.Brands;
using SideLamp.Server.Loop;
using SideLamp.Store;

namespace SideLamp.Server.Api;

/// <summary>The brands that a show keeps, besides editing the one that it wears.</summary>
public static class BrandEndpoints
{
    public static void MapBrands(this RouteGroupBuilder api)
    {
        api.MapPost(
                "/brands",
                (NewBrand wish, PageName page, ShowLoop loop, Director director) =>
                    loop.Ask((stage, now) =>
                    {
                        var brand = wish.Ready is null ? stage.Show.Brand
                            : ReadyBrands.All.FirstOrDefault(ready => ready.Name == wish.Ready) ?? throw RefusedException.NotFound("ready-made brand");
                        return director.Edit(stage, Wardrobe.Add(stage.Show, brand), new EditNote(page.Value, stage.Revision, "another brand", "brand"), now);
                    }).Receipt()
            )
            .WithName("addBrand")
            .ProducesProblem(400)
            .ProducesProblem(404);
        api.MapPut(
                "/brands/worn",
                (WearWish wish, PageName page, ShowLoop loop, Director director) => loop.Ask((stage, now) => Wear(stage, wish, page, director, now)).Receipt()
            )
            .WithName("wearBrand")
            .ProducesProblem(404);
        api.MapDelete(
                "/brands/{name}",
                (string name, PageName page, ShowLoop loop, Director director) =>
                    loop.Ask((stage, now) => director.Edit(stage, Wardrobe.Drop(stage.Show, name), new EditNote(page.Value, stage.Revision, $"deleted: {name}"), now)).Receipt()
            )
            .WithName("deleteBrand")
            .ProducesProblem(400)
            .ProducesProblem(404);
        api.MapPost(
                "/brands/file",
                async (HttpRequest request, PageName page, ShowLoop loop, Director director, AssetRepository assets) =>
                {
                    var brand = Wardrobe.Unpack(await Intake.ReadAll(request, Wardrobe.LargestFile), assets);
                    return await loop.Ask((stage, now) => director.Edit(stage, Wardrobe.Add(stage.Show, brand), new EditNote(page.Value, stage.Revision, $"brand “{brand.Name}”", "brand"), now)).Receipt();
                }
            )
            .WithName("importBrand")
            .Accepts<byte[]>("application/octet-stream")
            .ProducesProblem(400);
        api.MapGet(
                "/brands/{name}/file",
                (string name, ShowLoop loop, AssetRepository assets, HttpContext context) =>
                {
                    var brand = loop.Stage.Show.Brands.FirstOrDefault(one => one.Name == name) ?? throw RefusedException.NotFound("brand");
                    context.Response.Headers.ContentDisposition = "attachment";
                    return Wardrobe.Pack(brand, assets);
                }
            )
            .WithName("exportBrand")
            .ProducesProblem(404);
    }

    private static async Task<Receipt> Receipt(this Task<long> revision) => new(await revision);

    /// <summary>Another brand is worn. What is lit keeps its look (rule 27) unless it is asked to change as well, in the same step.</summary>
    private static Turn<long> Wear(Stage stage, WearWish wish, PageName page, Director director, NodaTime.Instant now)
    {
        var show = stage.Show.Wearing(wish.Name) ?? throw RefusedException.NotFound("brand");
        var turn = director.Edit(stage, show, new EditNote(page.Value, stage.Revision, $"wearing “{wish.Name}”", "brand"), now);
        if (!wish.OnAir)
        {
            return turn;
        }

        foreach (var airing in turn.Stage.Air.Airings.Where(airing => airing.Holds))
        {
            var pushed = director.Do(turn.Stage, new Push(airing.Graphic), null, now);
            turn = turn with { Stage = pushed.Stage, Happenings = turn.Happenings.AddRange(pushed.Happenings) };
        }

        return turn;
    }
}
