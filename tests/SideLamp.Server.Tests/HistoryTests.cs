using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace SideLamp.Server.Tests;

/// <summary>What was edited and deleted can be had back after the program was killed, and by whatever page asks.</summary>
public sealed class HistoryTests
{
    private static JsonNode Content(JsonNode show)
    {
        var content = show.DeepClone().AsObject();
        content.Remove("revision");
        content.Remove("history");
        return content;
    }

    [Fact]
    public async Task Undo_redo_and_the_bin_outlive_the_program_to_the_letter()
    {
        await using var server = await RunningServer.Begin();
        async Task Done(string method, string path, string body = "{}")
        {
            var answer = await server.Send(method, path, body);
            Assert.True(answer.StatusCode == HttpStatusCode.OK, $"{method} {path}: {await answer.Content.ReadAsStringAsync()}");
        }

        async Task<JsonArray> All(string path) => (await server.Http.GetFromJsonAsync<JsonArray>(path))!;
        var first = await server.Show();
        await Done("PATCH", "/api/graphics/moth", """{"revision":9000000000000000,"name":"Moths"}""");
        var renamed = await server.Show();
        await Done("DELETE", "/api/graphics/names");
        await Done("DELETE", "/api/cues/opening");
        await Done("POST", "/api/undo");
        var last = await server.Show();

        await server.Kill();
        await server.Restart();
        Assert.True(JsonNode.DeepEquals(Content(last), Content(await server.Show())));
        Assert.True(JsonNode.DeepEquals(last["history"], (await server.Show())["history"]));
        Assert.Equal(["deleted: Names", "Moths: name"], (await All("/api/history")).Select(edit => edit!["what"]!.GetValue<string>()));
        var binned = Assert.Single(await All("/api/bin"))!;
        Assert.Equal(("graphic", "Names", true), (binned["word"]!.GetValue<string>(), binned["name"]!.GetValue<string>(), binned["hasPicture"]!.GetValue<bool>()));
        var picture = await server.Http.GetFromJsonAsync<JsonNode>($"/api/bin/{binned["no"]}/picture");
        Assert.Contains("Odalys Thrupp", picture!.ToJsonString(), StringComparison.Ordinal);

        // The cue that was taken back comes again, then goes; the graphic comes out of the bin; the edit before it is taken back by its number.
        await Done("POST", "/api/redo");
        Assert.Equal(2, (await All("/api/bin")).Count);
        await Done("POST", "/api/undo");
        await Done("POST", $"/api/bin/{binned["no"]}/back");
        Assert.True(JsonNode.DeepEquals(Content(renamed), Content(await server.Show())));
        await Done("POST", $"/api/undo?edit={(await All("/api/history")).Single()!["no"]}");
        Assert.True(JsonNode.DeepEquals(Content(first), Content(await server.Show())));
        Assert.Empty(await All("/api/bin"));
        Assert.Equal(HttpStatusCode.Conflict, (await server.Send("POST", "/api/undo", "{}")).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await server.Send("POST", "/api/bin/77/back", "{}")).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await server.Http.GetAsync("/api/bin/77/picture")).StatusCode);

        // A brand is seen dressing something, an area where it lay.
        await Done("POST", "/api/brands");
        var copy = (await server.Show())["brands"]!.AsArray().Select(brand => brand!["name"]!.GetValue<string>()).Except(first["brands"]!.AsArray().Select(brand => brand!["name"]!.GetValue<string>())).Single();
        await Done("DELETE", $"/api/brands?name={Uri.EscapeDataString(copy)}");
        await Done("POST", "/api/keep-clear", """{"id":"","name":"Shelf","area":{"x":0.25,"y":0,"w":0.5,"h":0.5}}""");
        await Done("DELETE", $"/api/keep-clear/{(await server.Show())["keepClear"]!.AsArray().Single(area => area!["name"]!.GetValue<string>() == "Shelf")!["id"]}");
        var gone = await All("/api/bin");
        Assert.Equal(0.25, gone[0]!["area"]!["x"]!.GetValue<double>());
        Assert.True(gone[1]!["hasPicture"]!.GetValue<bool>());
        Assert.NotEmpty((await server.Http.GetFromJsonAsync<JsonNode>($"/api/bin/{gone[1]!["no"]}/picture"))!["nodes"]!.AsArray());
    }
}
