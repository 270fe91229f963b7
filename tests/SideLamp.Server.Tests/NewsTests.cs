using System.Globalization;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace SideLamp.Server.Tests;

/// <summary>What a desk makes of its news is what stands on the server, whatever two hands do; <c>SIDELAMP_SEED</c> says which hands.</summary>
public sealed class NewsTests : IAsyncLifetime
{
    private static readonly int Seed = int.Parse(Environment.GetEnvironmentVariable("SIDELAMP_SEED") ?? (Environment.GetEnvironmentVariable("CI") is null ? $"{Environment.TickCount}" : "20261127"), CultureInfo.InvariantCulture);
    private RunningServer _server = null!;

    public async ValueTask InitializeAsync() => _server = await RunningServer.Host("--rehearsal");

    public ValueTask DisposeAsync() => _server.DisposeAsync();

    [Fact]
    public async Task A_desk_that_followed_all_news_knows_what_one_that_joins_is_told()
    {
        TestContext.Current.SendDiagnosticMessage($"Seed {Seed}");
        var random = new Random(Seed);
        using var desk = await _server.Open();
        await desk.Next("news");
        var show = (await _server.Show()).AsObject();
        var copies = new List<string>();
        for (var act = 0; act < 150; act++)
        {
            var (method, path, body) = Act(random, copies);
            var answer = await (method == "DELETE" ? _server.Http.DeleteAsync(path) : _server.Send(method, path, body));
            Assert.True((int)answer.StatusCode < 500, $"{method} {path} {body}");
            if (path == "/api/graphics" && answer.IsSuccessStatusCode)
            {
                copies.Add((await answer.Content.ReadFromJsonAsync<JsonNode>())!["id"]!.GetValue<string>());
            }

            foreach (var news in await Heard(desk))
            {
                show = Wire.ShowAfter(show, news["show"]);
            }

            if (act % 15 != 14)
            {
                continue;
            }

            using var other = await _server.Open();
            await other.Next("news");
            string[] differing = ["all"];
            // Motions end between one look and the next: then both are looked at once more.
            for (var look = 0; look < 20 && differing.Length > 0; look++)
            {
                await Heard(desk);
                await Heard(other);
                differing = [.. other.News.Select(one => one.Key).Except(["now", "k", "show"]).Where(topic => Sorted(other.News[topic]) != Sorted(desk.News[topic]))];
            }

            Assert.True(differing.Length == 0, $"Seed {Seed}, act {act}: {string.Join(", ", differing)}: {other.News.ToJsonString()} but {desk.News.ToJsonString()}");
            var whole = (await _server.Show()).AsObject();
            foreach (var (part, stands) in whole)
            {
                Assert.True(JsonNode.DeepEquals(stands, show[part]), $"Seed {Seed}, act {act} ({path} {body}), {part}: {stands} but {show[part]}");
            }
        }
    }

    [Fact]
    public async Task News_of_a_press_are_small_however_many_cards_its_graphic_has()
    {
        var cards = string.Join(',', Enumerable.Range(0, 200).Select(at => $$"""{"words":{"name":"Guest {{at}}","role":"A long line about the guest {{at}} of the evening"} }"""));
        (await _server.Send("PATCH", "/api/graphics/names", $$"""{"revision":9000000000000000,"cards":[{{cards}}]}""")).EnsureSuccessStatusCode();
        using var output = await _server.Open(await _server.Token());
        using var desk = await _server.Open();
        await desk.Next("news");
        foreach (var (verb, graphic) in new[] { ("light", "names"), ("step", "names"), ("dark", "names"), ("light", "moth"), ("light", "place"), ("lightsOut", null) })
        {
            await _server.Press(verb, graphic);
            Assert.All(await Heard(desk), news => Assert.InRange(news.ToJsonString().Length, 1, 2048));
        }
    }

    /// <summary>All news that were sent before now.</summary>
    private static async Task<List<JsonNode>> Heard(LivePage desk)
    {
        await desk.Say("""{"k":"ping","t":1}""");
        List<JsonNode> heard = [];
        await desk.Next(message =>
        {
            if (message["k"]!.GetValue<string>() == "news")
            {
                heard.Add(desk.LastNews);
            }

            return message["k"]!.GetValue<string>() == "pong";
        });
        return heard;
    }

    private static (string Method, string Path, string Body) Act(Random random, List<string> copies)
    {
        string[] graphics = ["names", "moth", "lamp", "place", "count", "quote", "sighting", "vote"];
        var graphic = copies.Count > 0 && random.Next(4) == 0 ? copies[random.Next(copies.Count)] : graphics[random.Next(graphics.Length)];
        var number = random.Next(1000);
        const string Newest = "\"revision\":9000000000000000";
        string Press(string what) => "{\"id\":\"" + Guid.NewGuid() + "\"," + what + "}";
        return random.Next(22) switch
        {
            0 or 1 or 2 => ("POST", "/api/air", Press($$""" "verb":"light","graphic":"{{graphic}}" """)),
            3 => ("POST", "/api/air", Press($$""" "verb":"dark","graphic":"{{graphic}}" """)),
            4 => ("POST", "/api/air", Press($$""" "verb":"step","graphic":"{{graphic}}","by":1 """)),
            5 => ("POST", "/api/air", Press(""" "verb":"count","graphic":"count","field":"leftCount","by":1 """)),
            6 => ("POST", "/api/air", Press($$""" "verb":"reset","graphic":"count","keepWords":{{(random.Next(2) == 0 ? "true" : "false")}} """)),
            7 => ("POST", "/api/air", Press(random.Next(2) == 0 ? "\"verb\":\"lightsOut\"" : "\"verb\":\"lightsBack\"")),
            8 => ("POST", "/api/air", Press(""" "verb":"takeBack" """)),
            9 => ("POST", "/api/air", Press(random.Next(2) == 0 ? "\"verb\":\"hush\"" : "\"verb\":\"hushOver\",\"run\":true")),
            10 => ("POST", "/api/air", Press(""" "verb":"cue","cue":"opening" """)),
            11 => ("POST", "/api/air", Press(""" "verb":"timer","timer":"check","act":"start" """)),
            12 => ("PATCH", $"/api/graphics/{graphic}", $$"""{{{Newest}},"name":"Name {{number}}"}"""),
            13 => ("POST", "/api/graphics", $$"""{"copyOf":"{{graphic}}"}"""),
            14 => ("DELETE", $"/api/graphics/{(copies.Count > 0 ? copies[random.Next(copies.Count)] : "none")}", ""),
            15 => ("POST", "/api/cues", $$"""{"id":"","name":"Cue {{number}}","steps":[{"after":0,"onlyThese":false,"settings":[],"timers":[]}]}"""),
            16 => ("POST", "/api/cues/check/place", "{" + Newest + "}"),
            17 => ("PUT", "/api/brands/worn", $$"""{"name":"{{(random.Next(2) == 0 ? "Daylight" : "Lantern Lane")}}","onAir":false}"""),
            18 => ("PATCH", "/api/show", $$"""{{{Newest}},"lookFirst":{{(random.Next(2) == 0 ? "true" : "false")}},"name":"Show {{number}}"}"""),
            19 => ("POST", "/api/undo", "{}"),
            20 => ("POST", "/api/redo", "{}"),
            _ => ("PUT", "/api/standby", $$"""{"graphic":"{{graphic}}"}"""),
        };
    }

    /// <summary>Topics have no order.</summary>
    private static string Sorted(JsonNode? topic) =>
        topic is JsonArray list ? string.Join('\n', list.Select(one => one!.ToJsonString()).Order(StringComparer.Ordinal))
        : topic?.ToJsonString() ?? "";
}
