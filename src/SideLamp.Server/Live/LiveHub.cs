using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Net.WebSockets;
using System.Text;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Brands;
using SideLamp.Core.Json;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;
using SideLamp.Server.Chat;
using SideLamp.Server.Loop;
using SideLamp.Server.Remotes;

namespace SideLamp.Server.Live;

/// <summary>Tells the connected pages what there is to show, and hears how they are doing.</summary>
public sealed class LiveHub : BackgroundService
{
    private const int MostPx = 100_000;
    private const int MostFps = 1000;
    private static readonly TimeSpan BeatEvery = TimeSpan.FromSeconds(2);
    private static readonly TimeSpan ChatEvery = TimeSpan.FromMilliseconds(150);
    private static readonly TimeSpan HelloWithin = TimeSpan.FromSeconds(5);

    /// <summary>A page that has not painted a change after this long is behind.</summary>
    private static readonly Duration LateAfter = Duration.FromSeconds(1);

    private static readonly int[] Weights = [400, 500, 600, 700];

    private readonly ConcurrentDictionary<Page, byte> _pages = new();
    private readonly ShowLoop _loop;
    private readonly ItemBook _items;
    private readonly Keeper _keeper;
    private readonly Findings _findings;
    private readonly Builds _builds;
    private readonly ILogger<LiveHub> _logger;
    private readonly Func<ChatInView> _chatIn;
    private readonly News _news;
    private readonly EngineClock _clock;
    private readonly OutputStream _stream;
    private readonly NetworkDoor _door;
    private readonly PairedDevices _devices;

    private Instant _changedAt;

    private bool _hasBegun;

    // A page joins between two changes, never within one: what it is sent first is whole.
    private readonly Lock _telling = new();

    public LiveHub(ShowLoop loop, ItemBook items, DeskView desk, Shelf shelf, EngineClock clock, Keeper keeper, Findings findings, Builds builds, ChatHub chat, ChatWorker chatWorker, NetworkDoor door, PairedDevices devices, ILogger<LiveHub> logger)
    {
        (_loop, _items, _clock, _keeper, _findings, _builds, _logger) = (loop, items, clock, keeper, findings, builds, logger);
        (_door, _devices) = (door, devices);
        _chatIn = () => chat.View with { Sources = chatWorker.Sources };
        Epoch = Guid.NewGuid().ToString("n")[..12];
        (_stream, _news) = (new OutputStream(Epoch), new News(desk, shelf, Epoch));
        loop.Changed += Tell;
        keeper.TroubleChanged += TellDesks;
        door.Changed += TellDesks;
        devices.Changed += TurnAwayStrangers;
    }

    /// <summary>Names this run of the server.</summary>
    public string Epoch { get; }

    /// <summary>Serves one page until it goes. The gate has let it in: its Origin is ours, or it has the key.</summary>
    /// <param name="own">Whether it is on this computer: only there are desks.</param>
    public async Task Serve(WebSocket socket, bool own, CancellationToken stop)
    {
        using var closing = CancellationTokenSource.CreateLinkedTokenSource(stop);
        closing.CancelAfter(HelloWithin);
        var hello = await Page.Receive(socket, closing.Token);
        closing.CancelAfter(Timeout.InfiniteTimeSpan);
        if (hello is not { K: "hello" })
        {
            return;
        }

        var page = Admit(socket, hello, own);
        var sending = page.SendAll(closing.Token);
        try
        {
            while (await Page.Receive(socket, closing.Token) is { } message)
            {
                Hear(page, message);
            }
        }
        finally
        {
            _pages.TryRemove(page, out _);
            page.Finish();
            await closing.CancelAsync();
            await sending.ContinueWith(_ => { }, TaskScheduler.Default);
            TellDesks();
        }
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        lock (_telling)
        {
            Begin();
        }

        await Task.WhenAll(BeatAll(stoppingToken), TellChat(stoppingToken));
    }

    /// <summary>Messages are told of by numbers alone: pages fetch them.</summary>
    private async Task TellChat(CancellationToken stop)
    {
        using var timer = new PeriodicTimer(ChatEvery);
        while (await timer.WaitForNextTickAsync(stop))
        {
            try
            {
                lock (_telling)
                {
                    if (Desks.ToList() is { Count: > 0 } desks && _news.Next(_chatIn(), _clock.Now) is { } differing)
                    {
                        var news = CoreJson.Write(differing);
                        desks.ForEach(desk => desk.Send(news));
                    }
                }
            }
            catch (Exception error)
            {
                _logger.LogError(error, "News of chat were left out.");
            }
        }
    }

    private async Task BeatAll(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(BeatEvery);
        while (await timer.WaitForNextTickAsync(stoppingToken))
        {
            try
            {
                TellTime();
                // What changes by itself, such as a page that falls behind.
                TellDesks();
            }
            catch (Exception error)
            {
                // No message to one page may end all telling.
                _logger.LogError(error, "A beat was left out.");
            }
        }
    }

    /// <summary>Tells all pages what time it is: after a leap they set their clocks anew.</summary>
    public void TellTime()
    {
        lock (_telling)
        {
            var beat = new Beat("beat", Epoch, _stream.Rev, _clock.Now);
            foreach (var page in _pages.Keys)
            {
                page.Send(beat);
            }
        }
    }

    /// <summary>What was on air at the start is laid out while the server listens already; the first page waits for it.</summary>
    private void Begin()
    {
        if (!_hasBegun)
        {
            _hasBegun = true;
            _stream.Show(_items.ItemsOf(_loop.Stage), _clock.Now);
        }
    }

    private Page Admit(WebSocket socket, PageMessage hello, bool own)
    {
        var output = hello.Token is { } token ? OutputWith(token) : null;
        var device = hello is { Token: null, Device: { } secret } ? _devices.With(secret) : null;
        var page = new Page(socket, output?.Id, hello.Token, device?.Id);
        page.Send(new Welcome("welcome", hello.Token is not null ? _builds.Output : hello.Device is not null ? _builds.Remote : _builds.Desk));
        var isDesk = own && hello is { Token: null, Device: null };
        if (output is null && device is null && !isDesk)
        {
            page.Send(new Gone("gone", "revoked"));
            page.Finish();
            return page;
        }

        lock (_telling)
        {
            Begin();
            TellDifferences([.. Desks]);
            _pages[page] = 0;
            SendAll(page);
        }

        if (device is not null && _devices.With(hello.Device!) is null)
        {
            // It was turned away in this very moment.
            TurnAwayStrangers();
        }

        TellDesks();
        return page;
    }

    /// <summary>Compared in constant time: how long it takes tells nothing about the token.</summary>
    private Output? OutputWith(string token) =>
        _loop.Stage.Show.Outputs.FirstOrDefault(output =>
            System.Security.Cryptography.CryptographicOperations.FixedTimeEquals(Encoding.UTF8.GetBytes(output.Token), Encoding.UTF8.GetBytes(token))
        );

    private void Hear(Page page, PageMessage message)
    {
        switch (message.K)
        {
            case "ping":
                page.Send(new Pong("pong", message.T ?? 0, _clock.Now));
                break;
            case "again":
                Resend(page);
                break;
            case "shown" when page.Output is not null:
                page.Shown = Math.Clamp(message.Rev ?? 0, page.Shown, _stream.Rev);
                break;
            case "report" when page.Output is not null:
                var report = new PageReport(Math.Clamp(message.W ?? 0, 0, MostPx), Math.Clamp(message.H ?? 0, 0, MostPx), Math.Clamp(Math.Round(message.Fps ?? 0), 0, MostFps), message.Awake ?? false, message.Mute ?? false);
                if (report != page.Report)
                {
                    page.Report = report;
                    TellDesks();
                }

                break;
        }
    }

    private void Resend(Page page)
    {
        lock (_telling)
        {
            page.CatchUp();
            SendAll(page);
        }
    }

    /// <summary>All that there is to know for a page.</summary>
    private void SendAll(Page page)
    {
        if (page.Device is not null)
        {
            TellRemotes(null);
            page.Send(_news.AllForRemotes!);
            page.Send(_news.All(_clock.Now).ForRemote()!);
            return;
        }

        page.Send(SnapNow());
        if (page.IsDesk)
        {
            page.Send(_news.All(_clock.Now));
        }
        else
        {
            page.Send(VolumeOf(_loop.Stage.Show, page));
        }
    }

    private void Tell(Stage before, Stage after)
    {
        lock (_telling)
        {
            _hasBegun = true;
            DismissRevoked(after.Show);
            if (before.Show.Canvas != after.Show.Canvas || before.Show.Brand.Type != after.Show.Brand.Type)
            {
                _changedAt = _stream.Show(_items.ItemsOf(after), _clock.Now)?.Now ?? _changedAt;
                foreach (var page in Screens)
                {
                    page.Send(SnapNow());
                }
            }
            else if (_stream.Show(_items.ItemsOf(after), _clock.Now) is { } change)
            {
                _changedAt = change.Now;
                var message = CoreJson.Write(change);
                foreach (var page in Screens)
                {
                    page.Send(message);
                }
            }
        }

        TellVolume(before.Show, after.Show);
        foreach (var behind in _pages.Keys.Where(page => page.Behind))
        {
            Resend(behind);
        }

        TellDesks();
    }

    private void TellVolume(Show before, Show after)
    {
        if (before.Loudness == after.Loudness && before.Outputs == after.Outputs)
        {
            return;
        }

        foreach (var page in _pages.Keys.Where(page => page.Output is not null))
        {
            page.Send(VolumeOf(after, page));
        }
    }

    private static Volume VolumeOf(Show show, Page page) =>
        new("volume", show.Loudness.Muted || show.Output(page.Output!.Value) is not { Sounds: true } ? 0 : show.Loudness.Level);

    private void DismissRevoked(Show show)
    {
        foreach (var page in _pages.Keys.Where(page => page.Output is { } id && show.Output(id)?.Token != page.Token))
        {
            _pages.TryRemove(page, out _);
            page.Send(new Gone("gone", show.Output(page.Output!.Value) is null ? "deleted" : "revoked"));
            page.Finish();
        }
    }

    /// <summary>Remotes of devices that are let in no more go dark at once.</summary>
    private void TurnAwayStrangers()
    {
        var known = _devices.All.Select(device => device.Id).ToHashSet();
        foreach (var page in Remotes.Where(page => !known.Contains(page.Device!)))
        {
            _pages.TryRemove(page, out _);
            page.Send(new Gone("gone", "revoked"));
            page.Finish();
        }

        TellDesks();
    }

    /// <summary>Desks, and remotes with them.</summary>
    private void TellDesks()
    {
        // One at a time, or an older view could overtake a newer one.
        lock (_telling)
        {
            if (_pages.Keys.Any(page => page.Output is null))
            {
                TellDifferences([.. Desks]);
            }
        }
    }

    private IEnumerable<Page> Desks => _pages.Keys.Where(page => page.IsDesk);

    private IEnumerable<Page> Remotes => _pages.Keys.Where(page => page.Device is not null);

    /// <summary>Pages that show what is on air: outputs, and the monitors of desks.</summary>
    private IEnumerable<Page> Screens => _pages.Keys.Where(page => page.Device is null);

    private void TellDifferences(IReadOnlyList<Page> desks)
    {
        var differing = _news.Next(_loop.Stage, _clock.Now, PagesNow(), new FaultsView(_keeper.Trouble, _findings.All), NetworkNow);
        TellRemotes(differing);
        if (differing is null)
        {
            return;
        }

        var news = CoreJson.Write(differing);
        foreach (var desk in desks)
        {
            desk.Send(news);
        }
    }

    /// <param name="differing">What differs of the news; null = nothing.</param>
    private void TellRemotes(DeskNews? differing)
    {
        if (Remotes.ToList() is not { Count: > 0 } remotes)
        {
            return;
        }

        // The names before what is said of them.
        var messages = new[] { _news.NextForRemotes(_loop.Stage) is { } show ? CoreJson.Write(show) : null, differing?.ForRemote() is { } news ? CoreJson.Write(news) : null };
        foreach (var message in messages.OfType<string>())
        {
            remotes.ForEach(remote => remote.Send(message));
        }
    }

    private Snap SnapNow()
    {
        var show = _loop.Stage.Show;
        var preload = Weights
            .SelectMany(weight => Enum.GetValues<TypeRole>().Select(role => show.Brand.Type.Face(role, weight).Id))
            .Distinct()
            .ToImmutableArray();
        return new Snap("snap", Epoch, _stream.Rev, _clock.Now, show.Canvas.Width, show.Canvas.Height, show.Canvas.Rate.PerSecond(), preload, _stream.Items);
    }

    /// <summary>How Side Lamp stands towards the local network.</summary>
    public NetworkView NetworkNow => _door.View(Remotes.Select(page => page.Device!).ToHashSet());

    /// <summary>The pages that show outputs now.</summary>
    public ImmutableArray<PageView> PagesNow()
    {
        var late = _clock.Now - _changedAt > LateAfter;
        return
        [
            .. _pages
                .Keys.Where(page => page is { Output: not null, Report: not null })
                .Select(page => new PageView(page.Id, page.Output!.Value, page.Report!.Width, page.Report.Height, page.Report.Fps, page.Report.Awake, late && page.Shown < _stream.Rev, page.Report.Mute)),
        ];
    }
}
