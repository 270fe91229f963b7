using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;
using System.Net.Sockets;
using System.Net.WebSockets;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using SideLamp.Core.Json;

namespace SideLamp.Server.Tests;

/// <summary>The built program, running as its own process on a folder of its own.</summary>
internal sealed class RunningServer : IAsyncDisposable
{
    /// <summary>Only what never comes fails: two busy cores may take long over a start.</summary>
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(60);
    private readonly string _data = Directory.CreateTempSubdirectory("sidelamp-test").FullName;
    private Process _process;

    private readonly string[] _options;

    private RunningServer(string[] options, Action<string>? prepare)
    {
        (_options, Port) = (options, FreePort());
        prepare?.Invoke(_data);
        _process = Start(_data, Port);
    }

    /// <summary>The built program.</summary>
    public static string Program => typeof(App).Assembly.Location;

    public int Port { get; }

    public int Pid => _process.Id;

    public HttpClient Http { get; private set; } = new();

    public string Data => _data;

    public string Files => Path.Combine(_data, "demo");

    public string Origin => $"http://127.0.0.1:{Port}";

    public static Task<RunningServer> Begin(params string[] options) => BeginIn(null, options);

    /// <param name="prepare">Fills the data folder before the start.</param>
    public static async Task<RunningServer> BeginIn(Action<string>? prepare, params string[] options)
    {
        var server = new RunningServer(options, prepare);
        await server.Ready();
        return server;
    }

    /// <summary>Runs the program to its end and gives what it said; for starts that must be refused.</summary>
    public (int Exit, string Said) StartAnother(string? data = null, int? port = null)
    {
        using var process = Start(data ?? _data, port ?? FreePort());
        var said = process.StandardError.ReadToEnd();
        Assert.True(process.WaitForExit(Patience));
        return (process.ExitCode, said);
    }

    /// <summary>As a power switch would: no goodbye.</summary>
    public async Task Kill()
    {
        _process.Kill(entireProcessTree: true);
        await _process.WaitForExitAsync();
    }

    /// <summary>As Ctrl+C would.</summary>
    public async Task Stop()
    {
        using var kill = Process.Start("kill", ["-INT", $"{Pid}"]);
        await _process.WaitForExitAsync().WaitAsync(Patience);
    }

    public async Task Restart()
    {
        _process = Start(_data, Port);
        await Ready();
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
        if (!_process.HasExited)
        {
            await Kill();
        }

        _process.Dispose();
        Http.Dispose();
        Directory.Delete(_data, recursive: true);
    }

    private async Task Ready()
    {
        if (await _process.StandardOutput.ReadLineAsync().WaitAsync(Patience) is null)
        {
            Assert.Fail(await _process.StandardError.ReadToEndAsync());
        }

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
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(30);

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
