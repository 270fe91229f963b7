using System.Globalization;
using System.Net;
using System.Net.Http.Json;
using System.Net.Sockets;
using System.Net.WebSockets;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace SideLamp.Server.Tests;

/// <summary>The second listener, for the local network, over real sockets: a phone is let in, presses, and is turned away.</summary>
public sealed class RemoteTests : IAsyncLifetime
{
    private RunningServer _server = null!;

    public async ValueTask InitializeAsync() => _server = await RunningServer.Host("--rehearsal");

    public ValueTask DisposeAsync() => _server.DisposeAsync();

    [Fact]
    public async Task A_phone_is_let_in_by_a_code_presses_comes_back_after_a_start_and_is_turned_away()
    {
        Assert.Equal(409, (int)(await _server.Send("POST", "/api/network/code", "")).StatusCode);
        var network = await Open();
        using var phone = Phone(network);
        Assert.Equal(409, (int)(await Pair(phone, "123456")).StatusCode);

        var code = await Code();
        // What is wrong besides the digits costs no try.
        Assert.Equal(400, (int)(await phone.PostAsJsonAsync("/api/network/devices", new { code, name = new string('m', 41) })).StatusCode);
        var wrong = await Pair(phone, code == "111111" ? "222222" : "111111");
        Assert.Equal(400, (int)wrong.StatusCode);
        Assert.Contains("4 tries are left", await wrong.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        var secret = await LetIn(phone, $"{code[..3]} {code[3..]}");
        // Once, and no more.
        Assert.Equal(409, (int)(await Pair(phone, code)).StatusCode);
        Assert.DoesNotContain(secret, await File.ReadAllTextAsync(Path.Combine(_server.Data, "devices")), StringComparison.Ordinal);

        using var output = await _server.Open(await _server.Token());
        using var desk = await _server.Open();
        using (var remote = await Connect(network, new { k = "hello", device = secret }))
        {
            var show = await remote.Next("remote");
            Assert.Contains(show["graphics"]!.AsArray(), graphic => graphic!["id"]!.GetValue<string>() == "moth");
            Assert.True((await desk.Next(news => Devices(news).Any(device => device!["connected"]!.GetValue<bool>())))["network"]!["code"] is null);

            Assert.Equal(401, (int)(await Press(phone, "light", "moth", "")).StatusCode);
            Assert.Equal(200, (int)(await Press(phone, "light", "moth", secret)).StatusCode);
            await output.Next(message => message["k"]!.GetValue<string>() == "change" && message["put"]?.AsArray().Any(item => item!["graphic"]!.GetValue<string>() == "moth") == true);
            await remote.Next(message => message["airings"]?.AsArray().Any(airing => airing!["graphic"]!.GetValue<string>() == "moth") == true);
            // Others may read along: nothing is told that a remote does not show.
            Assert.Null(remote.News["feeds"]);
            Assert.Null(remote.News["network"]);
            await desk.Next(news => news["trail"]?.ToJsonString().Contains("Phone", StringComparison.Ordinal) == true);
            Assert.Equal(403, (int)(await Press(phone, "push", "moth", secret)).StatusCode);

            // Names follow the show.
            Assert.Equal(200, (int)(await _server.Send("PATCH", "/api/graphics/moth", """{"name":"Moth now","revision":9000000000000000}""")).StatusCode);
            await remote.Next(message => message["k"]!.GetValue<string>() == "remote" && message.ToJsonString().Contains("Moth now", StringComparison.Ordinal));
        }

        await desk.Next(news => Devices(news).Any(device => !device!["connected"]!.GetValue<bool>()));
        await _server.HostAgain();
        network = (await _server.Http.GetFromJsonAsync<JsonObject>("/api/network"))!;
        using var again = Phone(network);
        using var back = await Connect(network, new { k = "hello", device = secret });
        await back.Next("remote");
        Assert.Equal(200, (int)(await _server.Send("DELETE", $"/api/network/devices/{Devices(network).Single()!["id"]}", "")).StatusCode);
        Assert.Equal("revoked", (await back.Next("gone"))["why"]!.GetValue<string>());
        Assert.Equal(401, (int)(await Press(again, "dark", "moth", secret)).StatusCode);

        // Closed, nobody answers there.
        await _server.Send("PUT", "/api/network", """{"isOpen":false}""");
        await Assert.ThrowsAsync<HttpRequestException>(() => again.GetAsync("/"));
    }

    [Fact]
    public async Task Five_wrong_tries_or_two_minutes_use_a_code_up_whoever_tries()
    {
        using var phone = Phone(await Open());
        var code = await Code();
        var wrong = code == "111111" ? "222222" : "111111";
        // All at once: no two of them share a try.
        var answers = await Task.WhenAll(Enumerable.Range(0, 12).Select(_ => Pair(phone, wrong)));
        Assert.Equal(5, answers.Count(answer => answer.StatusCode == HttpStatusCode.BadRequest));
        Assert.Equal(7, answers.Count(answer => answer.StatusCode == HttpStatusCode.Conflict));
        Assert.Equal(HttpStatusCode.Conflict, (await Pair(phone, code)).StatusCode);

        code = await Code();
        await _server.Send("POST", "/api/rehearsal/ahead", """{"ms":120000}""");
        Assert.Equal(HttpStatusCode.Conflict, (await Pair(phone, code)).StatusCode);
    }

    [Fact]
    public async Task From_the_network_nothing_is_to_be_had_but_pairing_presses_and_outputs()
    {
        var network = await Open();
        using var phone = Phone(network);
        var secret = await LetIn(phone, await Code());

        // Every address of the API, as its document names them, also for a device that was let in.
        var document = JsonNode.Parse(await File.ReadAllTextAsync(Path.Combine(VectorTests.Root(), "docs", "openapi.json")))!;
        var reached = new List<string>();
        foreach (var (path, methods) in document["paths"]!.AsObject())
        {
            foreach (var (method, _) in methods!.AsObject())
            {
                var request = new HttpRequestMessage(new HttpMethod(method.ToUpperInvariant()), path.Replace("{id}", "moth", StringComparison.Ordinal)) { Headers = { { "Authorization", $"Bearer {secret}" } } };
                var answer = await phone.SendAsync(request);
                if (answer.StatusCode is not (HttpStatusCode.NotFound or HttpStatusCode.MethodNotAllowed))
                {
                    reached.Add($"{method} {path}");
                }
            }
        }

        Assert.Equal(["get /api/air/{id}", "get /live", "post /api/air", "post /api/network/devices"], reached.Order(StringComparer.Ordinal));
        Assert.Equal(404, (int)(await phone.GetAsync("/graphics")).StatusCode);
        Assert.Contains("Side Lamp remote", await phone.GetStringAsync("/"), StringComparison.Ordinal);
        Assert.Contains("Side Lamp output", await phone.GetStringAsync("/out/"), StringComparison.Ordinal);

        // A desk is on this computer only; an output's link works on a second one.
        using (var desk = await Connect(network, new { k = "hello" }))
        {
            await desk.Next("gone");
        }

        using (var guess = await Connect(network, new { k = "hello", device = new string('0', 32) }))
        {
            await guess.Next("gone");
        }

        using (var output = await Connect(network, new { k = "hello", token = await _server.Token() }))
        {
            await output.Next("snap");
        }

        // A name of somebody else's for this computer (DNS rebinding), and another site's page.
        Assert.Equal(421, (int)(await Ask(phone, request => request.Headers.Host = $"moths.example:{network["port"]}")).StatusCode);
        Assert.Equal(403, (int)(await Ask(phone, request => request.Headers.Add("Origin", "http://moths.example"), keepsOrigin: false)).StatusCode);
        Assert.Equal(401, (int)(await Ask(phone, _ => { }, keepsOrigin: false)).StatusCode);
        using var stranger = new ClientWebSocket();
        stranger.Options.SetRequestHeader("Origin", "http://moths.example");
        await Assert.ThrowsAsync<WebSocketException>(() => stranger.ConnectAsync(new Uri($"ws://127.0.0.1:{network["port"]}/live"), CancellationToken.None));
    }

    [Fact]
    public async Task A_taken_port_is_said_and_the_desk_goes_on()
    {
        using var other = new TcpListener(IPAddress.Any, 0);
        other.Start();
        var port = ((IPEndPoint)other.LocalEndpoint).Port.ToString(CultureInfo.InvariantCulture);
        await using var server = await RunningServer.Host("--remote-port", port);
        var refused = await server.Send("PUT", "/api/network", """{"isOpen":true}""");
        Assert.Equal(409, (int)refused.StatusCode);
        Assert.Contains(port, await refused.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        Assert.False((await server.Http.GetFromJsonAsync<JsonObject>("/api/network"))!["isOpen"]!.GetValue<bool>());
        Assert.Equal(200, (int)(await server.Press("light", "moth")).StatusCode);
    }

    private async Task<JsonObject> Open() => (JsonObject)JsonNode.Parse(await (await _server.Send("PUT", "/api/network", """{"isOpen":true}""")).Content.ReadAsStringAsync())!;

    private async Task<string> Code() => JsonNode.Parse(await (await _server.Send("POST", "/api/network/code", "")).Content.ReadAsStringAsync())!["code"]!["digits"]!.GetValue<string>();

    private static IEnumerable<JsonNode?> Devices(JsonNode news) => (news["network"] ?? news)["devices"]?.AsArray() ?? [];

    private static HttpClient Phone(JsonNode network)
    {
        var address = $"http://127.0.0.1:{network["port"]}";
        var phone = new HttpClient { BaseAddress = new Uri(address) };
        phone.DefaultRequestHeaders.Add("Origin", address);
        return phone;
    }

    private static Task<HttpResponseMessage> Pair(HttpClient phone, string code) => phone.PostAsJsonAsync("/api/network/devices", new { code });

    private static async Task<string> LetIn(HttpClient phone, string code) => JsonNode.Parse(await (await Pair(phone, code)).EnsureSuccessStatusCode().Content.ReadAsStringAsync())!["secret"]!.GetValue<string>();

    private static Task<HttpResponseMessage> Press(HttpClient phone, string verb, string graphic, string secret) =>
        phone.SendAsync(new HttpRequestMessage(HttpMethod.Post, "/api/air") { Content = JsonContent.Create(new { id = Guid.NewGuid().ToString(), verb, graphic }), Headers = { { "Authorization", $"Bearer {secret}" } } });

    private static async Task<HttpResponseMessage> Ask(HttpClient phone, Action<HttpRequestMessage> make, bool keepsOrigin = true)
    {
        using var plain = new HttpClient { BaseAddress = phone.BaseAddress };
        var request = new HttpRequestMessage(HttpMethod.Post, "/api/network/devices") { Content = JsonContent.Create(new { code = "1" }) };
        make(request);
        return await (keepsOrigin ? phone : plain).SendAsync(request);
    }

    private static async Task<LivePage> Connect(JsonNode network, object hello)
    {
        var socket = new ClientWebSocket();
        socket.Options.SetRequestHeader("Origin", $"http://127.0.0.1:{network["port"]}");
        await socket.ConnectAsync(new Uri($"ws://127.0.0.1:{network["port"]}/live"), CancellationToken.None);
        await socket.SendAsync(JsonSerializer.SerializeToUtf8Bytes(hello), WebSocketMessageType.Text, true, CancellationToken.None);
        return new LivePage(socket);
    }
}
