using System.Collections.Immutable;
using SideLamp.Core.Editing;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;
using SideLamp.Server.Loop;
using SideLamp.Server.Views;

namespace SideLamp.Server.Api;

/// <summary>What setting up needs besides plain edits: taking them back, and reading blocks of spreadsheets.</summary>
public static class SetUpEndpoints
{
    private const int LongestSheet = 4 << 20;

    public static void MapSetUp(this RouteGroupBuilder api)
    {
        api.MapPost("/undo", (long? edit, PageName page, ShowLoop loop) => Step(loop, new UndoInput(page.Value, Back: true, edit))).WithName("undo").ProducesProblem(409);
        api.MapPost("/redo", (PageName page, ShowLoop loop) => Step(loop, new UndoInput(page.Value, Back: false))).WithName("redo").ProducesProblem(409);
        api.MapGet("/history", (ShowLoop loop) => loop.Stage.History.Done.Reverse().Select(EditView.Of).ToImmutableArray()).WithName("getHistory");
        api.MapGet("/bin", (ShowLoop loop, EngineClock clock) => loop.Stage.Kept.Bin.At(clock.Now).All.Reverse().Select(BinnedView.Of).ToImmutableArray()).WithName("getBin");
        api.MapGet("/bin/{no}/picture", (long no, ShowLoop loop, PictureBook book) => (loop.Stage.Kept.Bin.Find(no) is { } binned ? book.PictureOf(binned, loop.Stage.Kept) : null) ?? throw RefusedException.NotFound("picture")).WithName("getBinnedPicture").ProducesProblem(404);
        api.MapPost("/bin/{no}/back", (long no, PageName page, ShowLoop loop) => Step(loop, new OutOfBinInput(page.Value, no))).WithName("outOfBin").ProducesProblem(404).ProducesProblem(409);
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

    private static async Task<Stepped> Step(ShowLoop loop, Input input)
    {
        var (reply, stage, _) = await loop.Ask(input);
        return new Stepped(stage.Revision, reply.What ?? "");
    }
}
