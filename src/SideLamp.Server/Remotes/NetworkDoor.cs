using System.Collections.Immutable;
using System.Net;
using System.Net.NetworkInformation;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;
using SideLamp.Core.Editing;
using SideLamp.Core.Layout;
using SideLamp.Core.Remotes;
using SideLamp.Rendering;
using SideLamp.Server.Api;
using SideLamp.Server.Data;
using SideLamp.Server.Live;
using SideLamp.Server.Loop;
using SideLamp.Store;

namespace SideLamp.Server.Remotes;

/// <summary>
/// The second listener, for the local network: an application of its own that knows pairing, presses, outputs and what those show,
/// and nothing else. What is not there cannot be asked for. It is there while the streamer has it open. What is said over it is not
/// encrypted.
/// </summary>
public sealed class NetworkDoor(ServeOptions options, PairedDevices devices, IServiceProvider own, Findings findings) : IHostedService, IAsyncDisposable
{
    private const int MostConnections = 200;
    private const int LargestBody = 64_000;

    /// <summary>Whoever still listens then is cut off.</summary>
    private static readonly TimeSpan LastWords = TimeSpan.FromSeconds(1);

    private readonly SemaphoreSlim _turn = new(1);
    private WebApplication? _app;
    private volatile Standing _standing = new(null, null, []);
    private (string Link, int Side, string Squares)? _drawn;

    /// <summary>It listens now, or not any more, or at other addresses.</summary>
    public event Action Changed = () => { };

    /// <summary>The address to type or to read with a camera; null = there is none now.</summary>
    public string? Address => _standing is { Port: { } port, Addresses: [var first, ..] } ? $"http://{first}:{port}/" : null;

    public async Task StartAsync(CancellationToken cancellationToken)
    {
        NetworkChange.NetworkAddressChanged += LookAgain;
        if (devices.IsOpen)
        {
            try
            {
                await Turn(() => Open(cancellationToken));
            }
            catch (RefusedException error)
            {
                // Everything else runs; the streamer opened it once and is told that it is not.
                Stand(new Standing(null, error.Message, LocalAddresses.Now()));
            }
        }
    }

    public async Task StopAsync(CancellationToken cancellationToken)
    {
        NetworkChange.NetworkAddressChanged -= LookAgain;
        await Turn(Close);
    }

    public async ValueTask DisposeAsync()
    {
        await Close();
        _turn.Dispose();
    }

    /// <summary>Opens it, or closes it: all that came through it is cut off then. It stays so through the next start.</summary>
    /// <exception cref="RefusedException">It cannot be opened: the title says why.</exception>
    /// <exception cref="IOException">That cannot be kept.</exception>
    public Task SetOpen(bool isOpen) =>
        Turn(async () =>
        {
            await (isOpen ? Open(CancellationToken.None) : Close());
            devices.SetOpen(isOpen);
        });

    /// <summary>Another code: the one before lets nobody in any more.</summary>
    /// <exception cref="RefusedException">Nobody could use it: the local network is not listened to, or there is no place for another device.</exception>
    public void MakeCode()
    {
        if (_standing.Port is null)
        {
            throw RefusedException.Conflict("Open Side Lamp to the local network first.");
        }

        devices.MakeCode(own.GetRequiredService<EngineClock>().Now);
    }

    /// <param name="connected">The ids of the devices whose remote is open.</param>
    public NetworkView View(IReadOnlySet<string> connected)
    {
        var (port, trouble, addresses) = _standing;
        var code = port is null ? null : devices.CodeAt(own.GetRequiredService<EngineClock>().Now);
        return new NetworkView(
            devices.IsOpen,
            port,
            trouble,
            addresses,
            [.. devices.All.Select(device => new DeviceView(device.Id, device.Name, device.Since, connected.Contains(device.Id)))],
            code is null ? null : Draw(code)
        );
    }

    /// <summary>The address with the digits behind it: a camera reads both at once.</summary>
    private CodeView Draw(PairingCode code)
    {
        var link = $"{Address ?? $"http://127.0.0.1:{_standing.Port}/"}#{code.Digits}";
        if (_drawn is not { } drawn || drawn.Link != link)
        {
            var (side, path) = QrDrawing.Of(link) ?? throw new InvalidOperationException("An address is short enough for any picture.");
            _drawn = drawn = (link, side, path);
        }

        return new CodeView(code.Digits, code.Until, code.TriesLeft, drawn.Side, drawn.Squares);
    }

    private void LookAgain(object? sender, EventArgs args) => Stand(_standing with { Addresses = LocalAddresses.Now() });

    private void Stand(Standing standing)
    {
        _standing = standing;
        findings.Set("network", standing.Trouble);
        Changed();
    }

    private async Task Turn(Func<Task> act)
    {
        await _turn.WaitAsync();
        try
        {
            await act();
        }
        finally
        {
            _turn.Release();
        }
    }

    private async Task Open(CancellationToken stop)
    {
        if (_app is not null)
        {
            return;
        }

        // Asked before: the listener itself would tell of it in the log, at length.
        if (options.RemotePort > 0 && !StandInPort.IsFree(options.RemotePort))
        {
            throw Taken();
        }

        var app = Build();
        try
        {
            await app.StartAsync(stop);
        }
        catch (IOException)
        {
            await app.DisposeAsync();
            throw Taken();
        }

        _app = app;
        var port = new Uri(app.Services.GetRequiredService<IServer>().Features.Get<IServerAddressesFeature>()!.Addresses.First()).Port;
        Stand(new Standing(port, null, LocalAddresses.Now()));
    }

    private RefusedException Taken() =>
        RefusedException.Conflict($"The phone remote needs port {options.RemotePort}, and another program has it. Stop that program, or start Side Lamp with --remote-port and another number.");

    private async Task Close()
    {
        if (_app is { } app)
        {
            _app = null;
            using var late = new CancellationTokenSource(LastWords);
            await app.StopAsync(late.Token);
            await app.DisposeAsync();
        }

        Stand(new Standing(null, null, []));
    }

    private WebApplication Build()
    {
        var builder = WebApplication.CreateSlimBuilder(new WebApplicationOptions { ContentRootPath = AppContext.BaseDirectory });
        builder.WebHost.ConfigureKestrel(kestrel =>
        {
            kestrel.Listen(IPAddress.Any, options.RemotePort);
            (kestrel.Limits.MaxConcurrentConnections, kestrel.Limits.MaxConcurrentUpgradedConnections) = (MostConnections, MostConnections);
            kestrel.Limits.MaxRequestBodySize = LargestBody;
            kestrel.AddServerHeader = false;
        });
        builder.Logging.ClearProviders();
        var services = builder.Services;
        services.AddSingleton(own.GetRequiredService<ILoggerFactory>());
        // It ends with the one that opened it, which hears of Ctrl+C.
        services.AddSingleton<IHostLifetime, Guest>();
        App.AddWire(services, describing: false);
        services.AddSingleton(devices);
        services.AddSingleton(own.GetRequiredService<EngineClock>());
        services.AddSingleton(own.GetRequiredService<ShowLoop>());
        services.AddSingleton(own.GetRequiredService<LiveHub>());
        services.AddSingleton(own.GetRequiredService<AssetRepository>());
        services.AddSingleton(own.GetRequiredService<TextShaper>());

        var app = builder.Build();
        app.UseExceptionHandler();
        app.UseStatusCodePages();
        app.UseWebSockets(App.WebSockets);
        app.UseMiddleware<NetworkGate>();
        app.UseFonts();
        app.UsePages("out", "/out");
        app.UsePages("remote");
        app.UseRouting();
        app.MapFaces();
        app.MapFiles();
        app.MapLive(own: false);
        var api = app.MapGroup("/api");
        api.MapPairing();
        api.MapRemote();
        return app;
    }

    /// <param name="Port">Null = it is closed.</param>
    private sealed record Standing(int? Port, string? Trouble, ImmutableArray<string> Addresses);

    private sealed class Guest : IHostLifetime
    {
        public Task WaitForStartAsync(CancellationToken cancellationToken) => Task.CompletedTask;

        public Task StopAsync(CancellationToken cancellationToken) => Task.CompletedTask;
    }
}
