using SideLamp.Core.Editing;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;
using SideLamp.Server.Loop;

namespace SideLamp.Server.Api;

/// <summary>What setting up needs besides plain edits: taking them back, and reading blocks of spreadsheets.</summary>
public static class SetUpEndpoints
{
    private const int LongestSheet = 4 << 20;

    public static void MapSetUp(this RouteGroupBuilder api)
    {
        api.MapPost("/undo", (PageName page, ShowLoop loop) => TakeBack(page, loop, back: true)).WithName("undo").ProducesProblem(409);
        api.MapPost("/redo", (PageName page, ShowLoop loop) => TakeBack(page, loop, back: false)).WithName("redo").ProducesProblem(409);
        api.MapPost(
                "/sheets",
                (SheetWish wish, ShowLoop loop, Shelf shelf) =>
                {
                    if (wish.Text.Length > LongestSheet)
                    {
                        throw RefusedException.Faulty("/text", $"This is more than {LongestSheet >> 20} million characters. Bring it in pieces.");
                    }

                    var graphic = loop.Stage.Show.Graphic(wish.Graphic) ?? throw RefusedException.NotFound("graphic");
                    var template = shelf.Find(loop.Stage.Show, graphic.Template)?.Template ?? throw RefusedException.NotFound("template");
                    var sheet = CardSheet.Read(wish.Text);
                    return new SheetView(sheet.Rows, sheet.Match(template));
                }
            )
            .WithName("readSheet")
            .ProducesProblem(400)
            .ProducesProblem(404);
    }

    private static async Task<Stepped> TakeBack(PageName page, ShowLoop loop, bool back)
    {
        var (reply, stage, _) = await loop.Ask(new UndoInput(page.Value, back));
        return new Stepped(stage.Revision, reply.What ?? "");
    }
}
