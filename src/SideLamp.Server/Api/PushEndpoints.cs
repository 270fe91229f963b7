using System.Collections.Immutable;
using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using SideLamp.Core;
using SideLamp.Core.Editing;
using SideLamp.Core.Feeds;
using SideLamp.Core.Tables;
using SideLamp.Server.Data;
using SideLamp.Server.Feeds;
using SideLamp.Server.Loop;
using SideLamp.Server.Security;

namespace SideLamp.Server.Api;

/// <summary>What a push made.</summary>
/// <param name="Rows">Of its first table, afterwards.</param>
/// <param name="Notes">What to know of it, in sentences.</param>
public sealed record PushReceipt(int Rows, int Columns, ImmutableArray<string> Notes);

/// <summary>
/// Where other programs send values: the whole table of a feed, one row of it, or one cell, as JSON, as a form or as text. POST and PUT do
/// the same, for many programs know one of them only; each feed has a key of its own.
/// </summary>
internal static class PushEndpoints
{
    private static readonly string[] Verbs = ["POST", "PUT"];

    /// <param name="Row">From 0; null = one more.</param>
    /// <param name="Column">Null = all of them.</param>
    private sealed record Place(int? Row, string? Column);

    private delegate SourceTables Change(PushedBody body, Place place, ImmutableArray<Table> before);

    public static void MapPush(this WebApplication app)
    {
        Map(app, "", "pushTable", (body, _, _) => body.Tables());
        Map(app, "/rows", "pushNewRow", WithRow);
        Map(app, "/rows/{row:int}", "pushRow", WithRow);
        Map(app, "/rows/{row:int}/{column}", "pushCell", (body, place, before) => WithFirst(before, [], PushedTables.WithCell(before.FirstOrDefault(), place.Row!.Value, place.Column!, body.Cell())));
    }

    private static void Map(WebApplication app, string path, string name, Change change) =>
        app.MapMethods(
                "/push/{id}" + path,
                Verbs,
                async (string id, HttpRequest request, ShowLoop loop, FeedKeys keys, PushedFeeds pushed) =>
                    Allowed(id, request, loop, keys) is { } feed
                        ? Results.Ok(await Take(feed, await PushedBody.Of(request, feed), PlaceIn(request), change, pushed))
                        : Results.Problem(title: "This feed has another key, or there is no such feed. Look at its page under Feeds.", statusCode: 401)
            )
            .WithName(name)
            .WithMetadata(new RequestSizeLimitAttribute(Source.LargestBytes))
            .Produces<PushReceipt>()
            .ProducesProblem(400)
            .ProducesProblem(401)
            .ProducesProblem(409);

    /// <summary>Without the key nobody learns whether there is such a feed.</summary>
    private static Feed? Allowed(string id, HttpRequest request, ShowLoop loop, FeedKeys keys) =>
        loop.Stage.Show.Feed(new FeedId(id)) is { IsPushed: true } feed && keys.OpensPush(feed.Id, Gatekeeper.KeyGiven(request)) ? feed : null;

    private static Place PlaceIn(HttpRequest request) =>
        new(request.RouteValues["row"] is string row ? int.Parse(row, CultureInfo.InvariantCulture) : null, request.RouteValues["column"] as string);

    private static async Task<PushReceipt> Take(Feed feed, PushedBody body, Place place, Change change, PushedFeeds pushed)
    {
        if (feed.Paused)
        {
            throw RefusedException.Conflict($"The feed “{feed.Name}” is paused. Nothing was changed.");
        }

        try
        {
            var (tables, notes) = await OwnThread.Run(() => pushed.Push(feed, body.Bytes, before => change(body, place, before)));
            return new PushReceipt(tables[0].RowCount, tables[0].Columns.Length, notes);
        }
        catch (UnreadableException error)
        {
            throw RefusedException.Faulty("", error.Message);
        }
    }

    private static SourceTables WithRow(PushedBody body, Place place, ImmutableArray<Table> before)
    {
        var (row, notes) = body.Row();
        var table = before.FirstOrDefault();
        return WithFirst(before, notes, PushedTables.WithRow(table, place.Row ?? table?.RowCount ?? 0, row[0]));
    }

    /// <summary>Rows and cells are of the first table; others stay.</summary>
    private static SourceTables WithFirst(ImmutableArray<Table> before, ImmutableArray<string> notes, Table first) => new([first, .. before.Skip(1)], notes);
}
