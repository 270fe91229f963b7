using System.Collections.Immutable;
using SideLamp.Core;
using SideLamp.Core.Editing;
using SideLamp.Core.Feeds;
using SideLamp.Core.Tables;
using SideLamp.Server.Data;
using SideLamp.Server.Feeds;
using SideLamp.Server.Live;
using SideLamp.Server.Loop;

namespace SideLamp.Server.Api;

/// <summary>A wish to see what a source makes, before anything of it is kept.</summary>
/// <param name="Path">Of a file of this machine, or an address.</param>
/// <param name="Text">In place of a file: a sample.</param>
/// <param name="Kind">Null = it is recognised from the bytes.</param>
/// <param name="Private">Whether an address in the own network may be read.</param>
/// <param name="Key">What lets us in to the address.</param>
public sealed record LookWish(string? Path = null, string? Text = null, SourceKind? Kind = null, string? Rows = null, FirstRow? FirstRow = null, bool? Private = null, KeyWish? Key = null);

/// <summary>A file whose place is looked for.</summary>
/// <param name="Bytes">Its size.</param>
public sealed record FindWish(string Name, long Bytes);

/// <summary>What a source makes.</summary>
/// <param name="CameIn">The first part of it as text; null where it is none.</param>
/// <param name="Bytes">How many there are.</param>
/// <param name="Tables">Their first rows.</param>
/// <param name="Notes">What to know of it, in sentences.</param>
/// <param name="Trouble">Why it cannot be read so, in a sentence; null when it can.</param>
public sealed record LookedAt(SourceKind Kind, string? CameIn, int Bytes, ImmutableArray<RowsView> Tables, ImmutableArray<string> Notes, string? Trouble);

/// <summary>Rows of a table.</summary>
/// <param name="From">Which row the first of them is; 0 = the first of all.</param>
/// <param name="Count">How many rows there are in all.</param>
/// <param name="Keys">Of these rows, in a feed's first table; empty elsewhere.</param>
/// <param name="Ticked">Of what the audience writes: the keys of those rows that may be seen.</param>
public sealed record RowsView(TableShape Shape, int From, int Count, ImmutableArray<ImmutableArray<string>> Rows, ImmutableArray<string> Keys, ImmutableArray<string> Ticked);

/// <summary>A box of a checklist to tick, or not.</summary>
/// <param name="Row">The key of its row.</param>
public sealed record BoxWish(string Row, bool Done);

/// <summary>What a feed's source brought lately.</summary>
/// <param name="CameIn">With the last read that brought anything; null = none has.</param>
/// <param name="Reads">The last twenty, the last one last.</param>
public sealed record ReadsView(CameIn? CameIn, ImmutableArray<FeedRead> Reads);

internal static class FeedEndpoints
{
    private const int MostRows = 500;
    private const int RowsLookedAt = 50;

    public static void MapFeeds(this RouteGroupBuilder api)
    {
        api.MapPost("/feeds", Add).WithName("addFeed").ProducesProblem(400);
        api.MapPatch("/feeds/{id}", (string id, FeedEdit edit, PageName page, ShowLoop loop) => loop.Edit(new EditFeed(new FeedId(id), edit), page, (stage, _) => stage.Show.Feed(new FeedId(id))))
            .WithName("editFeed")
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapPost(
                "/feeds/{id}/read",
                (string id, ShowLoop loop, FeedWorker worker, PictureWorker pictures) =>
                {
                    var feed = loop.Stage.Show.Feed(new FeedId(id))?.Id ?? throw RefusedException.NotFound("feed");
                    worker.ReadNow(feed);
                    pictures.ReadNow(feed);
                    return new Receipt(loop.Stage.Revision);
                }
            )
            .WithName("readNow")
            .ProducesProblem(404);
        api.MapDelete("/feeds/{id}", (string id, PageName page, ShowLoop loop) => loop.Edit(new DeleteFeed(new FeedId(id)), page)).WithName("deleteFeed").ProducesProblem(404);
        api.MapGet(
                "/feeds/{id}/rows",
                (string id, int? table, int? from, int? count, ShowLoop loop) =>
                {
                    var feed = new FeedId(id);
                    var feeds = loop.Stage.Kept.Feeds;
                    var at = table ?? 0;
                    if (loop.Stage.Show.Feed(feed)?.Audience == true && loop.Stage.Values.TryGetValue(feed, out var sent) && at == 0)
                    {
                        // Whoever ticks sees all of it.
                        return RowsOf(feed, [sent.Tables[0]], 0, from ?? 0, count ?? MostRows, RowKeys.Fresh(sent.Tables[0], null), feeds.Ticks.GetValueOrDefault(feed));
                    }

                    var tables = feeds[feed]?.Tables ?? [];
                    return at >= 0 && at < tables.Length ? RowsOf(feed, tables, at, from ?? 0, count ?? MostRows, at == 0 ? feeds.RowsOf(feed)!.Keys : []) : throw RefusedException.NotFound("table");
                }
            )
            .WithName("getRows")
            .ProducesProblem(404);
        api.MapPost("/feeds/{id}/boxes", Tick).WithName("tickBox").ProducesProblem(404).ProducesProblem(409);
        api.MapGet("/feeds/{id}/reads", (string id, FeedReads reads) => new ReadsView(reads.CameIn(new FeedId(id)), [.. reads.Of(new FeedId(id))])).WithName("getReads");
        api.MapFeedKeys();
        api.MapPost("/feeds/find", async (FindWish wish, FileFinder finder) => (await finder.Find(wish.Name, wish.Bytes)).ToImmutableArray()).WithName("findFile");
        api.MapPost("/feeds/look", async (LookWish wish, FeedLook look, CancellationToken stop) => await look.BytesOf(wish, stop) is var bytes ? await OwnThread.Run(() => LookAt(wish, bytes)) : null!).WithName("lookAtSource").ProducesProblem(400);
    }

    private static async Task<Receipt> Tick(string id, BoxWish wish, ShowLoop loop, FeedWorker worker)
    {
        var stage = loop.Stage;
        var feed = stage.Show.Feed(new FeedId(id)) ?? throw RefusedException.NotFound("feed");
        if (feed.Kind != SourceKind.Checklist || feed.IsWeb || feed.IsPushed || feed.Audience)
        {
            throw RefusedException.Conflict($"“{feed.Name}” is not a checklist in a file.");
        }

        if (!feed.MayTick)
        {
            throw RefusedException.Conflict($"Side Lamp may not tick “{feed.Name}” yet. Allow it first.");
        }

        var row = stage.Kept.Feeds.RowsOf(feed.Id)?.IndexInAll(wish.Row) ?? -1;
        if (row < 0 || feed.View.CountBy is not null)
        {
            throw RefusedException.Conflict("This row is gone from the file.");
        }

        var words = stage.Values[feed.Id].Tables[0].Columns[0].Cells;
        var twin = words.Take(row).Count(one => one == words[row]);
        await OwnThread.Run(() =>
        {
            ChecklistWriter.Tick(feed, words[row], twin, wish.Done);
            return true;
        });
        worker.ReadNow(feed.Id);
        return new Receipt(loop.Stage.Revision);
    }

    private static async Task<Receipt<Feed>> Add(NewFeed wish, PageName page, ShowLoop loop, FeedKeys keys, PushedFeeds pushed)
    {
        if (loop.Stage.Show.Feed(wish.Id) is null)
        {
            // Of a feed of that name that was deleted.
            keys.Forget(wish.Id);
            pushed.Forget(wish.Id);
        }

        var receipt = await loop.Edit(new AddFeed(wish), page, (stage, id) => stage.Show.Feed(new FeedId(id)));
        if (receipt.Now.IsPushed)
        {
            keys.EnsurePush(receipt.Now.Id);
        }

        return receipt;
    }

    private static LookedAt LookAt(LookWish wish, byte[] bytes)
    {
        var kind = wish.Kind ?? SourceKind.Text;
        CameIn? cameIn = null;
        try
        {
            cameIn = CameIn.Of(bytes);
            kind = wish.Kind ?? Source.Recognised(bytes, wish.Path ?? "").Kind;
            var form = new SourceForm(kind, string.IsNullOrEmpty(wish.Rows) ? null : wish.Rows, wish.FirstRow ?? FirstRow.Seen);
            RefusedException.ThrowIfAny(form.Faults());
            var read = Source.Read(bytes, form);
            return new LookedAt(kind, cameIn.Text, bytes.Length, [.. read.Tables.Select((_, at) => RowsOf(new FeedId("feed"), read.Tables, at, 0, RowsLookedAt))], read.Notes, null);
        }
        catch (UnreadableException error)
        {
            return new LookedAt(kind, cameIn?.Text, bytes.Length, [], [], error.Message);
        }
    }

    private static RowsView RowsOf(FeedId feed, ImmutableArray<Table> tables, int at, int from, int count, ImmutableArray<string> keys = default, ImmutableHashSet<string>? ticks = null)
    {
        var table = tables[at];
        var first = Math.Clamp(from, 0, table.RowCount);
        var rows = Enumerable.Range(first, Math.Clamp(count, 0, Math.Min(MostRows, table.RowCount - first)));
        return new RowsView(DeskView.ShapesOf(feed, tables)[at], first, table.RowCount, [.. rows.Select(row => table.Columns.Select(column => column.Cells[row]).ToImmutableArray())], keys.IsDefaultOrEmpty ? [] : [.. rows.Select(row => keys[row])], ticks is null ? [] : [.. rows.Select(row => keys[row]).Where(ticks.Contains)]);
    }
}
