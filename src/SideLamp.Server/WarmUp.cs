using System.Text.Json;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;
using SideLamp.Core;
using SideLamp.Core.Json;
using SideLamp.Core.Keeping;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;
using SideLamp.Server.Api;
using SideLamp.Server.Live;
using SideLamp.Server.Loop;
using SideLamp.Store;

namespace SideLamp.Server;

/// <summary>
/// Once the server listens, it does in the dark what the desk and the first press will need, and keeps nothing of it: the show is
/// written down, and each graphic laid out and lit. So the first press after a start, or after a crash, waits for no compiler and no typeface.
/// </summary>
public sealed class WarmUp(
    ShowLoop loop,
    Folding folding,
    PictureBook book,
    Shelf shelf,
    AssetRepository assets,
    EngineClock clock,
    IOptions<JsonOptions> json,
    EndpointDataSource routes,
    IHostApplicationLifetime life,
    ILogger<WarmUp> logger
) : BackgroundService
{
    /// <summary>Enough for an evening; more would push one another out of the book.</summary>
    private const int MostGraphics = 100;

    /// <summary>One of its own: the pages' remembers what was said last, and belongs to them.</summary>
    private readonly DeskView _desk = new(book, shelf, Microsoft.Extensions.Logging.Abstractions.NullLogger<DeskView>.Instance);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        var started = new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously);
        using var listening = life.ApplicationStarted.Register(started.SetResult);
        await started.Task.WaitAsync(stoppingToken);
        var stage = loop.Stage;
        Try("The routes", () => _ = routes.Endpoints);
        Try("The show", () => Write(ShowView.Of(stage, shelf, assets, withLinks: false)));
        Try("A press", () => JsonSerializer.Deserialize<Press>(Write<Press>(new PressDark(new CommandId(""), new GraphicId(""))), json.Value.SerializerOptions));
        foreach (var graphic in stage.Show.Graphics.Take(MostGraphics))
        {
            stoppingToken.ThrowIfCancellationRequested();
            Try(graphic.Name, () => Light(stage, graphic.Id));
        }
    }

    private void Light(Stage stage, GraphicId graphic)
    {
        var lit = folding.Fold(stage, new PressInput(new PressLight(new CommandId("warm"), graphic)), clock.Now, clock.Skew).Stage;
        Codecs.Air.Write(lit.Air);
        Write(_desk.Of(lit, "", clock.Now, [], _desk.Switches(lit), null, []));
        foreach (var airing in lit.Air.Airings)
        {
            CoreJson.Write(book.PictureOf(new Pinned(airing.Content, lit.Kept.Contents[airing.Content]), lit.Kept).Nodes);
        }
    }

    private string Write<T>(T view) => JsonSerializer.Serialize(view, json.Value.SerializerOptions);

    /// <summary>What cannot be prepared is met again when it is wanted, and refused there.</summary>
    private void Try(string what, Action prepare)
    {
        try
        {
            prepare();
        }
        catch (Exception error)
        {
            logger.LogError(error, "{What} could not be prepared.", what);
        }
    }
}
