using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Feeds;
using SideLamp.Server.Chat;
using SideLamp.Server.Data;
using SideLamp.Server.Feeds;
using SideLamp.Server.Live;
using SideLamp.Server.Loop;
using SideLamp.Server.Security;

namespace SideLamp.Server.Api;

/// <summary>How everything is doing, for a program that watches: nobody looks at the screen in month three.</summary>
/// <param name="Well">Whether nobody is needed.</param>
/// <param name="Trouble">What is wrong, in sentences.</param>
public sealed record HealthView(bool Well, ImmutableArray<string> Trouble, ImmutableArray<OutputHealth> Outputs, ImmutableArray<SourceHealth> Feeds, ImmutableArray<ChatSourceHealth> Chat, DiskHealth Disk);

/// <param name="Pages">How many show it now.</param>
/// <param name="Behind">How many of those have not painted what they were told.</param>
public sealed record OutputHealth(OutputId Id, string Name, int Pages, int Behind);

public sealed record SourceHealth(FeedId Id, string Name, FeedHealth Health, Instant? ReadAt, Instant? ChangedAt, string? Trouble);

/// <param name="Why">What is wrong, in a sentence; null = nothing.</param>
public sealed record ChatSourceHealth(ChatSourceId Id, string Name, ChatHealth Health, string? Why);

/// <param name="IsKept">Whether all changes are on the disk.</param>
/// <param name="FreeBytes">Of the disk that the data folder lies on; null = not to be had.</param>
public sealed record DiskHealth(bool IsKept, long? FreeBytes);

internal static class HealthEndpoint
{
    /// <summary>With less the show could soon be kept no more, in bytes.</summary>
    private const long LittleRoom = 200_000_000;

    /// <summary>It answers 200 while all is well, and 503 with the same body while it is not: a watcher need not read the body.</summary>
    public static void MapHealth(this WebApplication app) =>
        app.MapGet(
                "/health",
                (HttpRequest request, Gatekeeper gate, ShowLoop loop, LiveHub hub, ChatWorker chat, Keeper keeper, Findings findings, DataFolder folder) =>
                {
                    if (!gate.MayWatch(request))
                    {
                        return Results.Problem(title: "A program that watches sends the key that Side Lamp printed at its start: Authorization: Bearer …, or ?key=… in the address.", statusCode: 401);
                    }

                    var health = Of(loop, hub, chat, keeper, findings, folder.FreeBytes);
                    return Results.Json(health, statusCode: health.Well ? 200 : 503);
                }
            )
            .WithName("getHealth")
            .Produces<HealthView>()
            .Produces<HealthView>(503)
            .ProducesProblem(401);

    private static HealthView Of(ShowLoop loop, LiveHub hub, ChatWorker chatWorker, Keeper keeper, Findings findings, long? free)
    {
        var stage = loop.Stage;
        var pages = hub.PagesNow();
        ImmutableArray<OutputHealth> outputs =
        [
            .. stage.Show.Outputs.Select(output => (output, Pages: pages.Where(page => page.Output == output.Id).ToList())).Select(one => new OutputHealth(one.output.Id, one.output.Name, one.Pages.Count, one.Pages.Count(page => page.Behind))),
        ];
        ImmutableArray<SourceHealth> feeds = [.. stage.Show.Feeds.Zip(DeskView.Feeds(stage)).Select(one => new SourceHealth(one.First.Id, one.First.Name, one.Second.Health, one.Second.ReadAt, one.Second.ChangedAt, one.Second.Trouble))];
        ImmutableArray<ChatSourceHealth> chat = [.. stage.Show.ChatSources.Zip(chatWorker.Sources).Select(one => new ChatSourceHealth(one.First.Id, one.First.Name, one.Second.Health, one.Second.Why))];
        var isLit = stage.Air.Airings.Any(airing => airing.Holds);
        ImmutableArray<string> trouble =
        [
            .. outputs.Where(output => isLit && output.Pages == 0).Select(output => $"Nobody can see the output “{output.Name}”: no page shows it."),
            .. outputs.Where(output => output.Behind > 0).Select(output => $"The output “{output.Name}” has a page that does not paint what it is told."),
            .. feeds.Where(feed => feed.Health is FeedHealth.Stale or FeedHealth.Failing).Select(feed => $"The feed “{feed.Name}”: {feed.Trouble}"),
            .. chat.Where(source => source.Health == ChatHealth.Refused).Select(source => $"The chat “{source.Name}” is not connected: {source.Why}"),
            .. keeper.Trouble is { } unkept ? [unkept] : ImmutableArray<string>.Empty,
            .. free < LittleRoom ? [$"There are only {free / 1_000_000} MB left on the disk."] : ImmutableArray<string>.Empty,
            .. findings.All,
        ];
        return new HealthView(trouble.IsEmpty, trouble, outputs, feeds, chat, new DiskHealth(keeper.IsLevel, free));
    }
}
