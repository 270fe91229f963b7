using System.Buffers;
using System.Globalization;
using System.Net;
using System.Text.Json.Serialization;
using Microsoft.AspNetCore.Connections;
using Microsoft.AspNetCore.Connections.Features;
using Serilog;
using Serilog.Events;
using SideLamp.Core;
using SideLamp.Core.Json;
using SideLamp.Core.Layout;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;
using SideLamp.Core.Text;
using SideLamp.Rendering;
using SideLamp.Server.Api;
using SideLamp.Server.Chat;
using SideLamp.Server.Data;
using SideLamp.Server.Events;
using SideLamp.Server.Feeds;
using SideLamp.Server.Live;
using SideLamp.Server.Loop;
using SideLamp.Server.Remotes;
using SideLamp.Server.Security;
using SideLamp.StandIns;

namespace SideLamp.Server;

/// <summary>Puts the server together.</summary>
public static class App
{
    private const int LargestBody = 5_000_000;

    /// <param name="opening">May still be under way: it is waited for by whoever needs the show.</param>
    public static WebApplication Build(ServeOptions options, Task<Opening> opening)
    {
        // Where its port is taken by now, the demo's feeds say that nobody answers.
        options = options with { StandInPort = options.StandInPort > 0 && StandInPort.IsFree(options.StandInPort) ? options.StandInPort : 0 };
        // The build asks for the API's document before there are pages.
        Directory.CreateDirectory(Pages.Root);
        var builder = WebApplication.CreateBuilder(new WebApplicationOptions { ContentRootPath = AppContext.BaseDirectory, WebRootPath = Pages.Root });
        GardenChat? chat = null;
        builder.WebHost.ConfigureKestrel(kestrel =>
        {
            kestrel.ListenLocalhost(options.Port);
            if (options.StandInPort > 0)
            {
                // The stand-ins' machine speaks as a web server does, and as a chat server.
                kestrel.Listen(IPAddress.Loopback, options.StandInPort, there => there.Use(next => connection => ServeStandIn(connection, next, () => chat)));
            }

            // Files have a limit of their own, at their addresses.
            kestrel.Limits.MaxRequestBodySize = LargestBody;
            kestrel.AddServerHeader = false;
        });
        builder.Services.AddSerilog(log => log.MinimumLevel.Is(LogEventLevel.Warning).WriteTo.Console(formatProvider: CultureInfo.InvariantCulture));
        AddWire(builder.Services, options.Describing);
        // A background worker that fails is said in the log; the show goes on.
        builder.Services.Configure<HostOptions>(host => host.BackgroundServiceExceptionBehavior = BackgroundServiceExceptionBehavior.Ignore);
        builder.Services.AddOpenApi("sidelamp", ApiDocument.Describe);
        AddShow(builder.Services, options, () => opening.GetAwaiter().GetResult());
        builder.Services.AddSingleton(Builds.In(Pages.Root));
        AddServices(builder.Services, options);

        var app = builder.Build();
        chat = app.Services.GetService<GardenChat>();
        app.Services.GetService<GardenTalk>()?.Gather();
        if (app.Services.GetService<GardenWeb>() is { } web)
        {
            // Another machine, as it were: nothing of ours is there.
            app.MapWhen(context => context.Connection.LocalPort == options.StandInPort, there => there.Run(web.Serve));
        }

        app.UseExceptionHandler();
        app.UseStatusCodePages();
        app.UseWebSockets(WebSockets);
        app.UseMiddleware<Gate>();
        app.UseFonts();
        app.UsePages();
        // After the files: the fallback below would otherwise be chosen before a file is looked for.
        app.UseRouting();
        app.MapFaces();
        // What is no address of the API is none, and no page of the desk.
        app.MapFallbackToFile("{*path:nonfile:regex(^(?!(api|push|events|health)(/|$)).*$)}", "index.html", new StaticFileOptions { OnPrepareResponse = Pages.Cache });
        app.MapApi();
        app.MapPush();
        app.MapEventDoor();
        app.MapHealth();
        if (options.Rehearsal)
        {
            app.MapRehearsal();
        }

        app.MapLive(own: true).WithName("live").Produces<LiveMessages>(101);
        return app;
    }

    internal static WebSocketOptions WebSockets { get; } = new() { KeepAliveInterval = TimeSpan.FromSeconds(15) };

    /// <summary>How requests are read and faults are told, alike for all who ask.</summary>
    internal static void AddWire(IServiceCollection services, bool describing)
    {
        services.ConfigureHttpJsonOptions(json =>
        {
            _ = describing ? CoreJson.Describe(json.SerializerOptions) : CoreJson.Configure(json.SerializerOptions);
            // A page of another version, or a slip of the pen: what is not understood is not done in part.
            json.SerializerOptions.UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow;
        });
        // What cannot be read is told like any other fault, with its path.
        services.Configure<RouteHandlerOptions>(routes => routes.ThrowOnBadRequest = true);
        services.AddProblemDetails().AddExceptionHandler<Problems>();
    }

    /// <summary>What comes out of the data folder.</summary>
    private static void AddShow(IServiceCollection services, ServeOptions options, Func<Opening> opened)
    {
        services.AddSingleton(_ => opened().Clock);
        services.AddSingleton(_ => opened().Stage);
        services.AddSingleton(_ => new Findings(opened().Said));
        services.AddSingleton(_ => opened().Folder);
        services.AddSingleton(all => all.GetRequiredService<DataFolder>().Assets);
        services.AddSingleton(all => all.GetRequiredService<DataFolder>().Revoked);
        services.AddSingleton(all => all.GetRequiredService<DataFolder>().FeedKeys);
        services.AddSingleton(all => all.GetRequiredService<DataFolder>().Devices);
        services.AddSingleton(all => GateOptions.For(options.Port, all.GetRequiredService<DataFolder>().Key(), all.GetRequiredService<DataFolder>().HealthKey()));
        services.AddSingleton(new TextShaper(Path.Combine(AppContext.BaseDirectory, "fonts"), face => opened().Folder.Assets.PathOf(new AssetId(face))));
        services.AddSingleton(all => new Keeper(all.GetRequiredService<DataFolder>(), opened().Kept, opened().Stage.Kept, all.GetRequiredService<Findings>(), all.GetRequiredService<ILogger<Keeper>>()));
        services.AddHostedService(all => ActivatorUtilities.CreateInstance<Housekeeping>(all, opened().Samples));
        services.AddSingleton(new GardenSources(Path.Combine(AppContext.BaseDirectory, "demo", "web"), TimeProvider.System));
        if (options.StandInPort > 0)
        {
            services.AddSingleton(all => new GardenWeb(all.GetRequiredService<GardenSources>(), options.StandInPort, TimeProvider.System));
            services.AddSingleton(new GardenChat(TimeProvider.System));
            services.AddSingleton(all => new GardenTalk(all.GetRequiredService<GardenChat>(), TimeProvider.System));
        }

        if (options.StandIns)
        {
            services.AddSingleton(all => new ClothWriter(all.GetRequiredService<DataFolder>().DemoFiles, all.GetRequiredService<GardenSources>(), TimeProvider.System)).AddHostedService<StandInHost>();
            services.AddSingleton(all => new GardenViewers(new Uri($"http://127.0.0.1:{options.Port}{EventEndpoints.Path}"), () => IsDemo(all) ? all.GetRequiredService<FeedKeys>().Events : null, TimeProvider.System));
        }
    }

    /// <summary>Whoever has made a show of their own out of the demo has viewers of their own.</summary>
    private static bool IsDemo(IServiceProvider all) => all.GetRequiredService<ShowLoop>().Stage.Show.Name == DemoShow.Name;

    private static void AddServices(IServiceCollection services, ServeOptions options)
    {
        var folder = AppContext.BaseDirectory;
        services.AddSingleton(TimeProvider.System);
        services.AddSingleton(options);
        services.AddSingleton<Gatekeeper>();
        services.AddSingleton(new Shelf(Directory.EnumerateFiles(Path.Combine(folder, "templates"), "*.json").Order(StringComparer.Ordinal).Select(file => (Path.GetFileName(file), File.ReadAllText(file)))));
        services.AddSingleton<ILookAlikes, LookAlikes>();
        services.AddSingleton<ITextShaper>(all => all.GetRequiredService<TextShaper>());
        services.AddSingleton(all => new PictureBook(all.GetRequiredService<Shelf>(), all.GetRequiredService<ITextShaper>(), all.GetRequiredService<ILookAlikes>(), all.GetRequiredService<DataFolder>().Assets.PlayingTimeOf));
        services.AddSingleton<Folding>();
        services.AddSingleton<LayingAhead>();
        services.AddSingleton<DeskView>();
        services.AddSingleton<ItemBook>();
        services.AddSingleton<ShowLoop>().AddHostedService(all => all.GetRequiredService<ShowLoop>());
        services.AddSingleton<LiveHub>().AddHostedService(all => all.GetRequiredService<LiveHub>());
        services.AddSingleton<FeedLook>().AddSingleton<FileFinder>().AddSingleton<FeedReads>().AddSingleton<FeedBudget>().AddSingleton<PushedFeeds>();
        services.AddSingleton<FeedWorker>().AddHostedService(all => all.GetRequiredService<FeedWorker>());
        services.AddSingleton<PictureWorker>().AddHostedService(all => all.GetRequiredService<PictureWorker>());
        services.AddSingleton<EventKeeper>().AddHostedService(all => all.GetRequiredService<EventKeeper>());
        services.AddSingleton<ChatHub>().AddHostedService(all => all.GetRequiredService<ChatHub>());
        services.AddSingleton<ChatWorker>().AddHostedService(all => all.GetRequiredService<ChatWorker>());
        services.AddSingleton<NetworkDoor>().AddHostedService(all => all.GetRequiredService<NetworkDoor>());
        services.AddHostedService<LabelFiles>();
        services.AddHostedService<TableKeeper>();
        services.AddHostedService<Layouter>();
        if (!options.Describing && !options.Cold)
        {
            services.AddHostedService<WarmUp>();
        }
    }

    private static async Task ServeStandIn(ConnectionContext connection, ConnectionDelegate next, Func<GardenChat?> chat)
    {
        var input = connection.Transport.Input;
        // The server that stops waits for nobody who has said nothing yet, nor for a talk that has no end.
        var asked = connection.Features.Get<IConnectionLifetimeNotificationFeature>()?.ConnectionClosedRequested ?? CancellationToken.None;
        using var ending = CancellationTokenSource.CreateLinkedTokenSource(connection.ConnectionClosed, asked);
        try
        {
            var first = await input.ReadAsync(ending.Token);
            var isChat = GardenChat.IsChat(first.Buffer.ToArray());
            input.AdvanceTo(first.Buffer.Start);
            await (isChat && chat() is { } garden ? garden.Serve(input, connection.Transport.Output, ending.Token) : next(connection));
        }
        catch (Exception error) when (error is OperationCanceledException or IOException or ConnectionAbortedException)
        {
            // It went, or we go.
        }
    }

    private sealed class StandInHost(ClothWriter writer, GardenViewers viewers, DataFolder data, IServiceProvider all) : BackgroundService
    {
        protected override async Task ExecuteAsync(CancellationToken stoppingToken)
        {
            if (!Directory.Exists(data.DemoFiles))
            {
                return;
            }

            try
            {
                await Task.WhenAll(writer.Run(stoppingToken), viewers.Run(stoppingToken), all.GetService<GardenTalk>()?.Run(stoppingToken) ?? Task.CompletedTask);
            }
            catch (OperationCanceledException)
            {
                // The server stops.
            }
        }
    }
}
