using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace SideLamp.Server.Tests;

public sealed class ServerTests : IAsyncLifetime
{
    private RunningServer _server = null!;

    public async ValueTask InitializeAsync() => _server = await RunningServer.Host();

    public ValueTask DisposeAsync() => _server.DisposeAsync();

    [Fact]
    public async Task A_press_reaches_the_output_before_it_is_answered()
    {
        using var page = await _server.Open(await _server.Token());
        var snap = await page.Next("snap");
        Assert.Empty(snap["items"]!.AsArray());
        var answer = await _server.Press("light", "names");
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        var change = await page.Next("change");
        Assert.Equal(snap["rev"]!.GetValue<long>(), change["from"]!.GetValue<long>());
        Assert.Contains("Odalys Thrupp", change.ToJsonString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_repeated_press_does_nothing()
    {
        await _server.Press("toggle", "names", id: "same");
        await _server.Press("toggle", "names", id: "same");
        using var desk = await _server.Open();
        var news = await desk.Next("news");
        Assert.Single(news["airings"]!.AsArray(), airing => airing!["phase"]!.GetValue<string>() is "arriving" or "lit");
    }

    [Fact]
    public async Task A_page_that_fell_out_of_step_gets_the_same_picture_as_one_that_followed()
    {
        var token = await _server.Token();
        using var follower = await _server.Open(token);
        var first = await follower.Next("snap");
        var items = first["items"]!.AsArray().ToDictionary(item => item!["id"]!.GetValue<string>(), item => item!);
        foreach (var (verb, graphic) in new[] { ("light", "names"), ("light", "lamp"), ("light", "moth"), ("dark", "lamp") })
        {
            await _server.Press(verb, graphic);
        }

        using var late = await _server.Open(token);
        var last = await late.Next("snap");
        for (var rev = first["rev"]!.GetValue<long>(); rev < last["rev"]!.GetValue<long>(); rev++)
        {
            Wire.Apply(items, await follower.Next("change"));
        }

        var snap = last["items"]!.AsArray().ToDictionary(item => item!["id"]!.GetValue<string>(), item => item!);
        Assert.Equal(snap.Keys.Order(), items.Keys.Order());
        Assert.All(snap, one => Assert.Equal(one.Value["nodes"]!.ToJsonString(), items[one.Key]["nodes"]!.ToJsonString()));
    }

    [Fact]
    public async Task A_new_link_makes_the_old_one_dark_at_once()
    {
        var old = await _server.Token();
        using var page = await _server.Open(old);
        await page.Next("snap");
        await _server.Http.PostAsync("/api/outputs/main/new-link", null);
        Assert.Equal("revoked", (await page.Next("gone"))["why"]!.GetValue<string>());
        using var again = await _server.Open(old);
        await again.Next("gone");
        using var right = await _server.Open(await _server.Token());
        await right.Next("snap");
    }

    [Fact]
    public async Task Strangers_are_refused()
    {
        async Task<HttpStatusCode> Ask(HttpMethod method, string path, string? host, string? origin)
        {
            using var http = new HttpClient { BaseAddress = new Uri(_server.Origin) };
            using var request = new HttpRequestMessage(method, path) { Content = method == HttpMethod.Post ? JsonContent.Create(new { id = "x", verb = "lightsOut" }) : null };
            request.Headers.Host = host;
            if (origin is not null)
            {
                request.Headers.Add("Origin", origin);
            }

            return (await http.SendAsync(request)).StatusCode;
        }

        Assert.Equal(HttpStatusCode.MisdirectedRequest, await Ask(HttpMethod.Get, "/api/show", "evil.example", null));
        Assert.Equal(HttpStatusCode.Forbidden, await Ask(HttpMethod.Get, "/api/show", null, "http://evil.example"));
        Assert.Equal(HttpStatusCode.Forbidden, await Ask(HttpMethod.Post, "/api/air", null, "http://127.0.0.1:1"));
        Assert.Equal(HttpStatusCode.Unauthorized, await Ask(HttpMethod.Post, "/api/air", null, null));
        Assert.Equal(HttpStatusCode.OK, await Ask(HttpMethod.Post, "/api/air", null, _server.Origin));
    }

    [Fact]
    public async Task Bad_input_is_a_problem_with_paths_and_changes_nothing()
    {
        var before = await _server.Show();
        var answer = await Edit("names", new { revision = Revision(before), seat = "attic", stay = 10, words = new { name = "{{ cloth. " } });
        var problem = (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
        Assert.Equal("application/problem+json", answer.Content.Headers.ContentType!.MediaType);
        Assert.Equal("/words/name", problem["faults"]![0]!["path"]!.GetValue<string>());
        Assert.Equal(before["graphics"]!.ToJsonString(), (await _server.Show())["graphics"]!.ToJsonString());
        Assert.Equal(HttpStatusCode.NotFound, (await Edit("nobody", new { revision = 0 })).StatusCode);
        Assert.Equal(HttpStatusCode.BadRequest, (await _server.Http.PostAsJsonAsync("/api/air", new { verb = "light" })).StatusCode);
    }

    [Fact]
    public async Task A_stale_edit_of_the_same_field_is_refused_and_of_another_is_taken()
    {
        var seen = Revision(await _server.Show());
        Assert.Equal(HttpStatusCode.OK, (await Edit("names", new { revision = seen, words = new { name = "First" } })).StatusCode);
        Assert.Equal(HttpStatusCode.Conflict, (await Edit("names", new { revision = seen, words = new { name = "Second" } })).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await Edit("names", new { revision = seen, words = new { role = "Third" } })).StatusCode);
        Assert.Contains("First", (await _server.Show())["graphics"]!.ToJsonString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_page_that_edits_on_before_it_has_heard_of_its_last_edit_is_not_stale_for_itself()
    {
        var seen = Revision(await _server.Show());
        _server.Http.DefaultRequestHeaders.Add("X-Page", "one");
        Assert.Equal(HttpStatusCode.OK, (await Edit("names", new { revision = seen, words = new { name = "First" } })).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await Edit("names", new { revision = seen, words = new { name = "Second" } })).StatusCode);
        _server.Http.DefaultRequestHeaders.Remove("X-Page");
        _server.Http.DefaultRequestHeaders.Add("X-Page", "other");
        Assert.Equal(HttpStatusCode.Conflict, (await Edit("names", new { revision = seen, words = new { name = "Third" } })).StatusCode);
        Assert.Contains("Second", (await _server.Show())["graphics"]!.ToJsonString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_saved_text_file_changes_the_caption_and_nothing_else_on_air()
    {
        await _server.Press("light", "lamp");
        await _server.Press("light", "moth");
        using var page = await _server.Open(await _server.Token());
        var before = (await page.Next("snap"))["items"]!.AsArray().SelectMany(item => item!["nodes"]!.AsArray()).Select(node => node!.ToJsonString()).ToHashSet();
        await File.WriteAllTextAsync(Path.Combine(_server.Files, "on-the-cloth.txt"), "Merveille du jour\n");
        var change = await page.Next(message => message["patch"]?.ToJsonString().Contains("Merveille", StringComparison.Ordinal) == true);
        var patch = Assert.Single(change["patch"]!.AsArray());
        Assert.Equal("moth", patch!["item"]!["graphic"]!.GetValue<string>());
        // What is as it was is not sent again.
        Assert.DoesNotContain(patch["set"]!.AsArray(), node => before.Contains(node!.ToJsonString()));
        Assert.True(patch["set"]!.AsArray().Count < before.Count);
    }

    [Fact]
    public async Task A_feed_waits_for_its_file_survives_its_loss_and_takes_a_file_put_in_its_place()
    {
        var path = Path.Combine(_server.Files, "later.txt");
        using var desk = await _server.Open();
        await _server.Http.PostAsJsonAsync("/api/feeds", new { id = "later", name = "Later", path, every = 100 });
        Task<JsonNode> Until(string health, string? text) =>
            desk.Next(message => message["feeds"]?.AsArray().Any(feed => feed!["id"]!.GetValue<string>() == "later" && feed["health"]!.GetValue<string>() == health && feed["text"]?.GetValue<string>() == text) == true);
        await Until("waiting", null);
        await File.WriteAllTextAsync(path, "one\n");
        await Until("fresh", "one");
        await File.WriteAllTextAsync(path + ".new", "two\n");
        File.Move(path + ".new", path, overwrite: true);
        await Until("fresh", "two");
        File.Delete(path);
        await Until("stale", "two");
    }

    [Fact]
    public void A_taken_port_and_a_taken_folder_are_refused_with_what_to_do()
    {
        var port = _server.StartAnother(Path.Combine(_server.Files, "other"), _server.Port);
        Assert.Equal((2, true), (port.Exit, port.Said.Contains("--port", StringComparison.Ordinal)));
        var folder = _server.StartAnother();
        Assert.Equal((2, true), (folder.Exit, folder.Said.Contains("--data", StringComparison.Ordinal)));
    }

    private Task<HttpResponseMessage> Edit(string graphic, object edit) => _server.Http.PatchAsJsonAsync($"/api/graphics/{graphic}", edit);

    private static long Revision(JsonNode show) => show["revision"]!.GetValue<long>();
}
