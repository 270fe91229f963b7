using SideLamp.Core;
using SideLamp.Core.Editing;
using SideLamp.Core.Feeds;
using SideLamp.Server.Data;
using SideLamp.Server.Feeds;
using SideLamp.Server.Loop;
using SideLamp.Server.Security;

namespace SideLamp.Server.Api;

/// <summary>What lets a feed in to its address. The key itself is never told.</summary>
/// <param name="Name">Of the header, or of the part of the address; null = it has none.</param>
/// <param name="Masked">Its end, such as <c>••••3f2</c>.</param>
/// <param name="Origin">Where it goes, and nowhere else.</param>
public sealed record KeyView(string? Name, string? Masked, bool InAddress, string? Origin);

/// <summary>How programs push a feed's values.</summary>
/// <param name="Path">Below the server's own address.</param>
/// <param name="Key">Sent as <c>Authorization: Bearer …</c>.</param>
public sealed record PushView(string Path, string Key);

/// <summary>The keys of feeds, which are no part of the show.</summary>
internal static class FeedKeyEndpoints
{
    public static void MapFeedKeys(this RouteGroupBuilder api)
    {
        api.MapGet("/feeds/{id}/key", (string id, FeedKeys keys) => ViewOf(keys.Of(new FeedId(id)))).WithName("getFeedKey");
        api.MapPut("/feeds/{id}/key", (string id, KeyWish wish, ShowLoop loop, FeedKeys keys, FeedWorker worker) => Keep(FeedOf(loop, id), wish, keys, worker)).WithName("putFeedKey").ProducesProblem(400).ProducesProblem(404);
        api.MapDelete("/feeds/{id}/key", (string id, ShowLoop loop, FeedKeys keys, FeedWorker worker) => Keep(FeedOf(loop, id), null, keys, worker)).WithName("deleteFeedKey").ProducesProblem(404);
        api.MapGet("/feeds/{id}/push", (string id, HttpContext context, ShowLoop loop, FeedKeys keys, Gatekeeper gate) => gate.MayReadLinks(context) ? PushOf(FeedOf(loop, id), keys) : throw RefusedException.NotFound("feed"))
            .WithName("getPush")
            .ProducesProblem(404);
        api.MapPost(
                "/feeds/{id}/push",
                (string id, ShowLoop loop, FeedKeys keys) =>
                {
                    var feed = FeedOf(loop, id);
                    keys.RenewPush(feed.Id);
                    return PushOf(feed, keys);
                }
            )
            .WithName("renewPush")
            .ProducesProblem(404);
    }

    private static Feed FeedOf(ShowLoop loop, string id) => loop.Stage.Show.Feed(new FeedId(id)) ?? throw RefusedException.NotFound("feed");

    private static KeyView ViewOf(WebKey? key) => new(key?.Name, key?.Masked, key?.InAddress ?? false, key?.Origin);

    private static PushView PushOf(Feed feed, FeedKeys keys) => feed.IsPushed && keys.Push(feed.Id) is { } key ? new PushView($"/push/{feed.Id}", key) : throw RefusedException.NotFound("feed that is pushed to");

    private static KeyView Keep(Feed feed, KeyWish? wish, FeedKeys keys, FeedWorker worker)
    {
        if (!feed.IsWeb)
        {
            throw RefusedException.Faulty("/name", "Only an address asks for a key.");
        }

        RefusedException.ThrowIfAny(wish?.Faults() ?? []);
        keys.Keep(feed.Id, wish is null ? null : WebKey.For(new Uri(feed.Path), wish));
        worker.ReadNow(feed.Id);
        return ViewOf(keys.Of(feed.Id));
    }
}
