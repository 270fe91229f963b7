using System.Net.Http.Headers;
using System.Text;
using System.Text.Json;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;
using SideLamp.Core;
using SideLamp.Core.Json;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;
using SideLamp.Server.Api;
using SideLamp.Server.Data;
using SideLamp.Server.Live;
using SideLamp.Server.Loop;
using SideLamp.Server.Remotes;
using SideLamp.Server.Views;
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
    ServeOptions options,
    DataFolder data,
    IOptions<JsonOptions> json,
    EndpointDataSource routes,
    IHostApplicationLifetime life,
    ILogger<WarmUp> logger
) : BackgroundService
{
    /// <summary>Enough for an evening; more would push one another out of the book.</summary>
    private const int MostGraphics = 100;

    private const int Presses = 3;

    /// <summary>Longer than any motion: what comes is there afterwards.</summary>
    private static readonly NodaTime.Duration StepLength = NodaTime.Duration.FromSeconds(10);

    /// <summary>Whoever waits for the first page is served first.</summary>
    private static readonly TimeSpan AfterStart = TimeSpan.FromMilliseconds(500);

    private readonly OutputStream _stream = new("warm");
    private readonly ItemBook _items = new(book, new Findings([]), Microsoft.Extensions.Logging.Abstractions.NullLogger<ItemBook>.Instance);

    /// <summary>One of its own: the pages' remembers what was said last, and belongs to them.</summary>
    private readonly News _news = new(new DeskView(book, shelf, assets, Microsoft.Extensions.Logging.Abstractions.NullLogger<DeskView>.Instance), shelf, "");

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        await life.Begun(stoppingToken);
        await Task.Delay(AfterStart, stoppingToken);
        var stage = loop.Stage;
        Try("The routes", () => _ = routes.Endpoints);
        Try("The show", () => Write(new ShowView(stage, shelf, withLinks: false)));
        Try("A press", () => JsonSerializer.Deserialize<Press>(Write<Press>(new PressDark(new CommandId(""), new GraphicId(""))), json.Value.SerializerOptions));
        await TryPress(stoppingToken);
        const string InMemory = "file:warm-up?mode=memory&cache=shared";
        using var unread = Database.Open(InMemory);
        Database.Migrate(InMemory);
        var shows = new ShowRepository(unread);
        foreach (var graphic in stage.Show.Graphics.Take(MostGraphics))
        {
            stoppingToken.ThrowIfCancellationRequested();
            Try(graphic.Name, () => Light(stage, graphic.Id, shows));
        }
    }

    /// <summary>It comes, is there, and goes again; each step is told to pages that nobody sees, and kept in a database that nobody reads.</summary>
    private void Light(Stage stage, GraphicId graphic, ShowRepository shows)
    {
        var now = clock.Now;
        Input[] steps = [new PressInput(new PressLight(new CommandId("warm"), graphic)), new TimeInput(), new PressInput(new PressDark(new CommandId("warm-2"), graphic)), new TimeInput()];
        foreach (var step in steps)
        {
            var (before, turn) = (stage, folding.Fold(stage, step, now, clock.Skew));
            stage = turn.Stage;
            shows.Keep(before.Kept, stage.Kept, [.. turn.Happenings.Select(one => new LogLine(one, null))]);
            CoreJson.Write(_stream.Show(_items.ItemsOf(stage), now));
            Write(_news.Next(stage, now, [], new FaultsView(null, []), new NetworkView(false, null, null, [], [], null)));
            Write(_news.All(now));
            foreach (var airing in stage.Air.Airings)
            {
                CoreJson.Write(book.PictureOf(new Pinned(airing.Content, stage.Kept.Contents[airing.Content]), stage.Kept).Nodes);
            }

            now += StepLength;
        }
    }

    /// <summary>A press that does nothing, on the way that all presses take: what is dark is darkened.</summary>
    private async Task TryPress(CancellationToken stop)
    {
        try
        {
            using var http = new HttpClient { BaseAddress = new Uri($"http://127.0.0.1:{options.Port}") };
            http.DefaultRequestHeaders.Authorization = new AuthenticationHeaderValue("Bearer", data.Key());
            for (var time = 0; time < Presses; time++)
            {
                using var body = new StringContent(Write<Press>(new PressDark(new CommandId($"warm-{clock.Now.ToUnixTimeTicks()}"), new GraphicId("none"))), Encoding.UTF8, "application/json");
                using var answer = await http.PostAsync("/api/air", body, stop);
            }
        }
        catch (Exception error) when (error is HttpRequestException or OperationCanceledException)
        {
            logger.LogWarning(error, "The way of a press could not be prepared.");
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
