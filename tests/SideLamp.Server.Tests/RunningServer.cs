using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;
using System.Net.Sockets;
using System.Net.WebSockets;
using System.Reflection.Metadata;
using System.Reflection.PortableExecutable;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using SideLamp.Core.Json;
using SideLamp.Host;

namespace SideLamp.Server.Tests;

/// <summary>
/// Side Lamp, running on a folder of its own: the built program as its own process, or, where nobody ends it, in the process of
/// the tests, which costs a tenth of the work.
/// </summary>
internal sealed class RunningServer : IAsyncDisposable
{
    /// <summary>Only what never comes fails: two busy cores may take long over a start.</summary>
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(180);
    private readonly string _data = Directory.CreateTempSubdirectory("sidelamp-test").FullName;
    private readonly string[] _options;
    private string _healthKey = "";
    private HostedLamp? _hosted;
    private Process? _process;

    private RunningServer(string[] options) => (_options, Port) = (options, FreePort());

    /// <summary>The built program, as <c>scripts/build</c> leaves it.</summary>
    public static string Program { get; } = Built();

    public int Port { get; }

    public int Pid => Own.Id;

    public HttpClient Http { get; private set; } = new();

    public string Data => _data;

    public string Files => Path.Combine(_data, "demo");

    public string Origin => $"http://127.0.0.1:{Port}";

    public static async Task<RunningServer> Begin(params string[] options)
    {
        var server = new RunningServer(options);
        await server.Restart();
        return server;
    }

    /// <summary>In the process of the tests: for what neither ends it nor looks at its process.</summary>
    public static Task<RunningServer> Host(params string[] options) => HostIn(_ => { }, options);

    /// <param name="prepare">Fills the data folder before the start.</param>
    public static async Task<RunningServer> HostIn(Action<string> prepare, params string[] options)
    {
        var server = new RunningServer(options);
        prepare(server._data);
        server._hosted = await HostedLamp.Begin(server._data, server.Port, options);
        server.Connect();
        return server;
    }

    /// <summary>A hosted one goes on as a process of its own, which can be killed.</summary>
    public async Task MoveOut()
    {
        await _hosted!.DisposeAsync();
        _hosted = null;
        await Restart();
    }

    /// <summary>A hosted one is stopped, and begins anew on what it kept.</summary>
    public async Task HostAgain()
    {
        await _hosted!.DisposeAsync();
        _hosted = await HostedLamp.Begin(_data, Port, _options);
        Connect();
    }

    /// <summary>Runs the program to its end and gives what it said; for starts that must be refused.</summary>
    public (int Exit, string Said) StartAnother(string? data = null, int? port = null)
    {
        using var process = Start(data ?? _data, port ?? FreePort());
        var said = process.StandardError.ReadToEnd();
        Assert.True(process.WaitForExit(Patience));
        return (process.ExitCode, said);
    }

    /// <summary>As a crash would, once what was acknowledged is on the disk: on a busy machine that comes later than the answer.</summary>
    public async Task Kill()
    {
        using var late = new CancellationTokenSource(Patience);
        while (!JsonNode.Parse(await (await Http.GetAsync($"/health?key={_healthKey}", late.Token)).Content.ReadAsStringAsync(late.Token))!["disk"]!["isKept"]!.GetValue<bool>())
        {
            await Task.Delay(10, late.Token);
        }

        await KillAtOnce();
    }

    /// <summary>No goodbye, at any instant.</summary>
    public async Task KillAtOnce()
    {
        Own.Kill(entireProcessTree: true);
        await Own.WaitForExitAsync();
    }

    /// <summary>As Ctrl+C would.</summary>
    public async Task Stop()
    {
        using var kill = Process.Start("kill", ["-INT", $"{Pid}"]);
        await Own.WaitForExitAsync().WaitAsync(Patience);
    }

    public async Task Restart()
    {
        _process = Start(_data, Port);
        if (await _process.StandardOutput.ReadLineAsync().WaitAsync(Patience) is null)
        {
            Assert.Fail(await _process.StandardError.ReadToEndAsync());
        }

        Connect();
    }

    public async Task<JsonNode> Show() => (await Http.GetFromJsonAsync<JsonNode>("/api/show"))!;

    /// <summary>As it is told, whatever it says.</summary>
    public Task<HttpResponseMessage> Send(string method, string path, string body) =>
        Http.SendAsync(new HttpRequestMessage(new HttpMethod(method), path) { Content = new StringContent(body, Encoding.UTF8, path.EndsWith("/file", StringComparison.Ordinal) ? "application/octet-stream" : "application/json") });

    public Task<HttpResponseMessage> Press(string verb, string? graphic = null, string? card = null, string? id = null) =>
        Http.PostAsJsonAsync("/api/air", new { id = id ?? Guid.NewGuid().ToString(), verb, graphic, card }, CoreJson.Options);

    /// <summary>A page on the live socket. With a token it is an output, without a desk.</summary>
    public async Task<LivePage> Open(string? token = null)
    {
        var socket = new ClientWebSocket();
        socket.Options.SetRequestHeader("Origin", Origin);
        await socket.ConnectAsync(new Uri($"ws://127.0.0.1:{Port}/live"), CancellationToken.None);
        await socket.SendAsync(JsonSerializer.SerializeToUtf8Bytes(new { k = "hello", token }, CoreJson.Options), WebSocketMessageType.Text, true, CancellationToken.None);
        return new LivePage(socket);
    }

    public async Task<string> Token() => (await Show())["outputs"]![0]!["token"]!.GetValue<string>();

    public async ValueTask DisposeAsync()
    {
        Http.Dispose();
        if (_hosted is not null)
        {
            await _hosted.DisposeAsync();
        }

        if (_process is { HasExited: false })
        {
            await KillAtOnce();
        }

        _process?.Dispose();
        Directory.Delete(_data, recursive: true);
    }

    private Process Own => _process ?? throw new InvalidOperationException("It runs in the process of the tests: let it move out first.");

    private void Connect()
    {
        _healthKey = File.ReadAllText(Path.Combine(_data, "health-key")).Trim();
        Http = new HttpClient { BaseAddress = new Uri(Origin) };
        Http.DefaultRequestHeaders.Add("Origin", Origin);
    }

    private Process Start(string data, int port) =>
        Process.Start(
            new ProcessStartInfo("dotnet", [Program, "serve", "--data", data, "--port", $"{port}", "--still", "--cold", .. _options])
            {
                RedirectStandardOutput = true,
                RedirectStandardError = true,
            }
        )!;

    private static string Built()
    {
        var program = Path.Combine(VectorTests.Root(), "artifacts", "app", "sidelamp.dll");
        using var image = new PEReader(File.OpenRead(program));
        var metadata = image.GetMetadataReader();
        // The tests would show what some other program does.
        Assert.True(metadata.GetGuid(metadata.GetModuleDefinition().Mvid) == typeof(App).Module.ModuleVersionId, "The program is of another build than its tests: run scripts/build, and build the tests.");
        return program;
    }

    private static int FreePort()
    {
        using var probe = new TcpListener(IPAddress.Loopback, 0);
        probe.Start();
        return ((IPEndPoint)probe.LocalEndpoint).Port;
    }
}

/// <summary>A page that listens.</summary>
internal sealed class LivePage(ClientWebSocket socket) : IDisposable
{
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(120);

    /// <summary>All that the news have told by now.</summary>
    public JsonObject News { get; private set; } = [];

    /// <summary>The last news as they came.</summary>
    public JsonNode LastNews { get; private set; } = new JsonObject();

    /// <summary>The next message that holds; others are let go by. News come as all that is known by then.</summary>
    public async Task<JsonNode> Next(Func<JsonNode, bool> holds)
    {
        using var late = new CancellationTokenSource(Patience);
        var buffer = new byte[1 << 20];
        while (true)
        {
            var length = 0;
            ValueWebSocketReceiveResult part;
            do
            {
                part = await socket.ReceiveAsync(buffer.AsMemory(length), late.Token);
                length += part.Count;
            } while (!part.EndOfMessage);

            Assert.NotEqual(WebSocketMessageType.Close, part.MessageType);
            var message = JsonNode.Parse(Encoding.UTF8.GetString(buffer, 0, length))!;
            if (message["k"]!.GetValue<string>() == "news")
            {
                LastNews = message;
                message = News = Wire.Folded(News, message.AsObject());
            }

            if (holds(message))
            {
                return message;
            }
        }
    }

    public Task Say(string text) => socket.SendAsync(Encoding.UTF8.GetBytes(text), WebSocketMessageType.Text, true, CancellationToken.None);

    public Task<JsonNode> Next(string kind) => Next(message => message["k"]!.GetValue<string>() == kind);

    public void Dispose() => socket.Dispose();
}
