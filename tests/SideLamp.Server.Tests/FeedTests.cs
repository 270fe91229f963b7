using System.Diagnostics;
using System.Net;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Http;

namespace SideLamp.Server.Tests;

public sealed class FeedTests
{
    private const string Sightings = "species,count,seen by\nBrimstone,2,Pim\n\"Old lady, at last\",1,Odalys\n";

    [Fact]
    public async Task A_table_is_looked_at_kept_read_followed_paused_and_there_again_after_a_crash()
    {
        await using var server = await RunningServer.Begin();
        var file = Path.Combine(server.Files, "night.csv");
        // Before it is there, that is told; a sample of one's own needs no file.
        var missing = await server.Send("POST", "/api/feeds/look", $$"""{"path":"{{file}}"}""");
        Assert.Equal(HttpStatusCode.BadRequest, missing.StatusCode);
        Assert.Contains("no such file yet", await missing.Content.ReadAsStringAsync(TestContext.Current.CancellationToken), StringComparison.Ordinal);
        var sample = await Answer(server, "POST", "/api/feeds/look", """{"text":"{\"moths\":[{\"name\":\"Pug\"}]}"}""");
        Assert.Equal(("json", "Pug"), (sample["kind"]!.GetValue<string>(), sample["tables"]![0]!["rows"]![0]![0]!.GetValue<string>()));
        await File.WriteAllTextAsync(file, Sightings, TestContext.Current.CancellationToken);
        var looked = await Answer(server, "POST", "/api/feeds/look", $$"""{"path":"{{file}}"}""");
        Assert.Equal(("csv", 2), (looked["kind"]!.GetValue<string>(), looked["tables"]![0]!["count"]!.GetValue<int>()));
        Assert.Contains("Old lady", looked["cameIn"]!.GetValue<string>(), StringComparison.Ordinal);

        await Answer(server, "POST", "/api/feeds", $$"""{"id":"night","name":"Night","path":"{{file}}","every":100,"kind":"csv"}""");
        await Says(server, "Brimstone (2) Pim, 2 rows");
        var rows = await Answer(server, "GET", "/api/feeds/night/rows?from=1&count=1", "");
        Assert.Equal(("Old lady, at last", 1, 2), (rows["rows"]![0]![0]!.GetValue<string>(), rows["from"]!.GetValue<int>(), rows["count"]!.GetValue<int>()));
        Assert.Equal(["night.species", "night.count", "night.seen_by"], rows["shape"]!["columns"]!.AsArray().Select(column => column!["word"]!.GetValue<string>()));
        Assert.Equal(HttpStatusCode.NotFound, (await server.Send("GET", "/api/feeds/night/rows?table=7", "")).StatusCode);

        // Columns are known by their names, wherever they stand.
        await File.WriteAllTextAsync(file, "seen by,species,count\nIlse,Puss moth,3\n", TestContext.Current.CancellationToken);
        await Says(server, "Puss moth (3) Ilse, 1 rows");
        // What cannot be read leaves the last good words.
        await File.WriteAllBytesAsync(file, [0x89, 0x50, 0x4E, 0x47, 0, 0, 0, 1, 2, 3], TestContext.Current.CancellationToken);
        using var desk = await server.Open();
        await desk.Next(news => news["feeds"]?.AsArray().Any(one => one!["id"]!.GetValue<string>() == "night" && one["health"]!.GetValue<string>() == "stale") == true);
        await Says(server, "Puss moth (3) Ilse, 1 rows");
        // While it is paused nothing is read; then what stands is.
        await Answer(server, "PATCH", "/api/feeds/night", """{"revision":9000000000000000,"paused":true}""");
        await File.WriteAllTextAsync(file, Sightings, TestContext.Current.CancellationToken);
        await desk.Next(news => news["feeds"]?.AsArray().Any(one => one!["id"]!.GetValue<string>() == "night" && one["health"]!.GetValue<string>() == "paused") == true);
        await Says(server, "Puss moth (3) Ilse, 1 rows");
        await server.Kill();
        await server.Restart();
        await Says(server, "Puss moth (3) Ilse, 1 rows");
        await Answer(server, "PATCH", "/api/feeds/night", """{"revision":9000000000000000,"paused":false}""");
        await Says(server, "Brimstone (2) Pim, 2 rows");
        // A path for rows belongs to its kind.
        Assert.Equal(HttpStatusCode.BadRequest, (await server.Send("PATCH", "/api/feeds/night", """{"revision":9000000000000000,"rows":"/a"}""")).StatusCode);
        await Answer(server, "PATCH", "/api/feeds/night", """{"revision":9000000000000000,"kind":"json","rows":"/a"}""");
        var back = await Answer(server, "PATCH", "/api/feeds/night", """{"revision":9000000000000000,"kind":"lines"}""");
        Assert.Equal(("lines", null), (back["now"]!["kind"]!.GetValue<string>(), back["now"]!["rows"]?.GetValue<string>()));
        await Answer(server, "POST", "/api/feeds/night/read", "");
    }

    [Fact]
    public async Task An_address_is_read_with_consent_asked_by_its_mark_and_its_last_words_outlive_its_troubles()
    {
        var (said, code, marks) = ("""{"temp":11}""", 200, 0);
        await using var web = await StubWeb.Begin(web => web.MapGet("/garden", (HttpContext context) =>
        {
            marks += context.Request.Headers.IfNoneMatch.Count;
            context.Response.Headers.ETag = $"\"{said.Length}\"";
            return code != 200 ? Results.StatusCode(code) : context.Request.Headers.IfNoneMatch == context.Response.Headers.ETag ? Results.StatusCode(304) : Results.Text(said);
        }));
        await using var server = await RunningServer.Host();
        var address = new Uri(web.At, "/garden");
        // Before anything is kept it is said that it lies in the own network.
        var asked = await server.Send("POST", "/api/feeds/look", $$"""{"path":"{{address}}"}""");
        Assert.Contains("/private", await asked.Content.ReadAsStringAsync(TestContext.Current.CancellationToken), StringComparison.Ordinal);
        Assert.Equal("json", (await Answer(server, "POST", "/api/feeds/look", $$"""{"path":"{{address}}","private":true}"""))["kind"]!.GetValue<string>());
        Assert.Equal(HttpStatusCode.BadRequest, (await server.Send("POST", "/api/feeds", $$"""{"id":"web","name":"Web","path":"{{address}}","every":500}""")).StatusCode);
        await Answer(server, "POST", "/api/feeds", $$"""{"id":"web","name":"Web","path":"{{address}}","every":1000,"kind":"json"}""");
        using var desk = await server.Open();
        Task<JsonNode> Is(string health) => desk.Next(news => news["feeds"]?.AsArray().Any(one => one!["id"]!.GetValue<string>() == "web" && one["health"]!.GetValue<string>() == health) == true);
        await Is("failing");
        await Answer(server, "PATCH", "/api/feeds/web", """{"revision":9000000000000000,"private":true}""");
        await Is("fresh");
        await Says(server, "11 degrees", "{{ web.temp }} degrees");
        said = """{"temp":12.50}""";
        await Says(server, "12.50 degrees", "{{ web.temp }} degrees");
        Assert.True(marks > 0, "It was never asked by its mark.");
        code = 500;
        await Is("stale");
        await Says(server, "12.50 degrees", "{{ web.temp }} degrees");
        code = 200;
        await Answer(server, "POST", "/api/feeds/web/read", "");
        await Is("fresh");
        // Consent was for that place, and no other.
        var moved = await Answer(server, "PATCH", "/api/feeds/web", """{"revision":9000000000000000,"path":"http://127.0.0.2:7/garden"}""");
        Assert.False(moved["now"]!["private"]!.GetValue<bool>());
    }

    [Fact]
    public async Task Programs_push_a_table_a_row_or_a_cell_with_the_key_of_the_feed_and_nothing_else()
    {
        await using var server = await RunningServer.Begin();
        await Answer(server, "POST", "/api/feeds", """{"id":"night","name":"Night","path":"pushed"}""");
        var push = await Answer(server, "GET", "/api/feeds/night/push", "");
        var key = push["key"]!.GetValue<string>();
        // As a program would: it has no Origin, and no other key.
        using var program = new HttpClient { BaseAddress = new Uri(server.Origin) };
        async Task<(HttpStatusCode Code, string Said)> Push(string verb, string path, string body, string type, string? with = null, string? origin = null)
        {
            var request = new HttpRequestMessage(new HttpMethod(verb), "/push/night" + path) { Content = new StringContent(body, System.Text.Encoding.UTF8, type) };
            request.Headers.Authorization = new("Bearer", with ?? key);
            // What is refused for its size is refused before it is sent.
            request.Headers.ExpectContinue = body.Length > 1_000_000;
            if (origin is not null)
            {
                request.Headers.Add("Origin", origin);
            }

            using var answer = await program.SendAsync(request, TestContext.Current.CancellationToken);
            return (answer.StatusCode, await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken));
        }

        Assert.Equal(HttpStatusCode.OK, (await Push("PUT", "", """[{"species":"Brimstone","count":2,"seen by":"Pim"}]""", "application/json")).Code);
        await Says(server, "Brimstone (2) Pim, 1 rows");
        // One row more, a row anew, a cell anew, a form: each on what the one before left.
        await Push("POST", "/rows", "species=Pug&count=1&seen+by=Ilse", "application/x-www-form-urlencoded");
        await Push("PUT", "/rows/0", "species: Puss moth\nseen by: Odalys", "text/plain");
        var (_, said) = await Push("PUT", "/rows/0/count", "7", "application/json");
        Assert.Equal("""{"rows":2,"columns":3,"notes":[]}""", said);
        await Says(server, "Puss moth (7) Odalys, 2 rows");
        await Push("POST", "", "species,count,seen by\nBrimstone,3,Pim\n", "text/csv");
        await Says(server, "Brimstone (3) Pim, 1 rows");
        // What is wrong is told, and nothing of it is done.
        foreach (var (path, body, type, code) in new[] { ("", "{", "application/json", HttpStatusCode.BadRequest), ("/rows/9", "{}", "application/json", HttpStatusCode.BadRequest), ("/rows/0/count", "{\"a\":1}", "application/json", HttpStatusCode.BadRequest), ("", new string('a', 17 << 20), "text/plain", HttpStatusCode.RequestEntityTooLarge) })
        {
            Assert.Equal(code, (await Push("PUT", path, body, type)).Code);
        }

        Assert.Equal(HttpStatusCode.Unauthorized, (await Push("PUT", "", "[]", "application/json", with: "none")).Code);
        Assert.Equal(HttpStatusCode.Forbidden, (await Push("PUT", "", "[]", "application/json", origin: "http://hollow-lane.example")).Code);
        Assert.Equal(HttpStatusCode.Unauthorized, (await program.PutAsync("/push/cloth", new StringContent("x"), TestContext.Current.CancellationToken)).StatusCode);
        // It opens nothing but this feed.
        Assert.Equal(HttpStatusCode.Unauthorized, (await program.PostAsync($"/api/air?key={key}", new StringContent("{}"), TestContext.Current.CancellationToken)).StatusCode);
        await Says(server, "Brimstone (3) Pim, 1 rows");
        // An edit of the feed loses nothing, and a key that was replaced opens nothing.
        await Answer(server, "PATCH", "/api/feeds/night", """{"revision":9000000000000000,"name":"Tonight"}""");
        await Push("PUT", "/rows/0/count", "4", "text/plain");
        await Says(server, "Brimstone (4) Pim, 1 rows");
        await Answer(server, "PATCH", "/api/feeds/night", """{"revision":9000000000000000,"paused":true}""");
        Assert.Equal(HttpStatusCode.Conflict, (await Push("PUT", "/rows/0/count", "5", "text/plain")).Code);
        await Answer(server, "PATCH", "/api/feeds/night", """{"revision":9000000000000000,"paused":false}""");
        var reads = await Answer(server, "GET", "/api/feeds/night/reads", "");
        Assert.Equal(("changed", "changed"), (reads["reads"]![0]!["result"]!.GetValue<string>(), reads["reads"]!.AsArray()[^1]!["result"]!.GetValue<string>()));
        await server.Kill();
        await server.Restart();
        await Push("PUT", "/rows/0/seen by", "Ilse", "text/plain");
        await Says(server, "Brimstone (4) Ilse, 1 rows");
        await Answer(server, "POST", "/api/feeds/night/push", "");
        Assert.Equal(HttpStatusCode.Unauthorized, (await Push("PUT", "/rows/0/count", "5", "text/plain")).Code);
        // Keys are no part of the show, nor of what is told of it.
        Assert.DoesNotContain(key, await server.Http.GetStringAsync("/api/show", TestContext.Current.CancellationToken), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_watcher_is_told_what_is_wrong_with_a_key_that_does_nothing_else()
    {
        await using var server = await RunningServer.Host();
        using var watcher = new HttpClient { BaseAddress = new Uri(server.Origin) };
        var key = (await File.ReadAllTextAsync(Path.Combine(server.Data, "health-key"), TestContext.Current.CancellationToken)).Trim();
        async Task<(HttpStatusCode Code, JsonNode Body)> Ask() => await watcher.GetAsync($"/health?key={key}", TestContext.Current.CancellationToken) is var answer ? (answer.StatusCode, JsonNode.Parse(await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken))!) : default;
        Assert.Equal(HttpStatusCode.Unauthorized, (await watcher.GetAsync("/health", TestContext.Current.CancellationToken)).StatusCode);
        Assert.Equal(HttpStatusCode.Unauthorized, (await watcher.PostAsync($"/api/air?key={key}", new StringContent("{}"), TestContext.Current.CancellationToken)).StatusCode);
        var well = await Ask();
        Assert.True(well.Code == HttpStatusCode.OK && well.Body["well"]!.GetValue<bool>(), well.Body.ToJsonString());
        // Nobody sees what is lit; then a feed is in trouble.
        await server.Press("light", "lamp");
        Assert.Contains("Nobody can see", (await Ask()).Body["trouble"]!.ToJsonString(), StringComparison.Ordinal);
        await server.Press("lightsOut");
        await Answer(server, "PATCH", "/api/feeds/cloth", """{"revision":9000000000000000,"path":"/"}""");
        using var desk = await server.Open();
        await desk.Next(news => news["feeds"]?.AsArray().Any(one => one!["id"]!.GetValue<string>() == "cloth" && one["health"]!.GetValue<string>() == "stale") == true);
        var ill = await Ask();
        Assert.Equal(HttpStatusCode.ServiceUnavailable, ill.Code);
        Assert.Contains("“Moth on the cloth”: This is a folder", ill.Body["trouble"]![0]!.GetValue<string>(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_long_table_is_whole_again_after_a_start_though_its_source_is_gone()
    {
        await using var server = await RunningServer.Begin();
        var file = Path.Combine(server.Data, "long.csv");
        await File.WriteAllLinesAsync(file, Enumerable.Range(0, 5000).Select(row => $"{row},moth {row}").Prepend("no,name"), TestContext.Current.CancellationToken);
        await Answer(server, "POST", "/api/feeds", $$"""{"id":"night","name":"Night","path":"{{file}}","every":100,"kind":"csv"}""");
        await Says(server, "moth 4", "{{ night.rows[4].name }}");
        File.Delete(file);
        await server.Stop();
        await server.Restart();
        var rows = await Answer(server, "GET", "/api/feeds/night/rows?from=4999&count=1", "");
        Assert.Equal((5000, "moth 4999"), (rows["count"]!.GetValue<int>(), rows["rows"]![0]![1]!.GetValue<string>()));
        await Answer(server, "DELETE", "/api/feeds/night", "");
        await server.Stop();
        Assert.Empty(Directory.EnumerateFiles(Path.Combine(server.Data, "tables")));
    }

    [Fact]
    public async Task The_program_prints_what_a_file_makes_and_says_what_is_wrong()
    {
        var folder = Directory.CreateTempSubdirectory("sidelamp-test").FullName;
        var file = Path.Combine(folder, "night.csv");
        await File.WriteAllTextAsync(file, "at,species,count,rare\n2026-06-20T22:41:00+02:00,Brimstone,11.40,true\n2026-06-21,,,\n", TestContext.Current.CancellationToken);
        var (exit, said, wrong) = Run("feed", "read", file);
        Assert.Equal((0, ""), (exit, wrong));
        Assert.Equal(
            """{"columns":[{"name":"at","type":"instant"},{"name":"species","type":"text"},{"name":"count","type":"number"},{"name":"rare","type":"truth"}],"rows":[{"at":"2026-06-20T22:41:00+02:00","species":"Brimstone","count":11.40,"rare":true},{"at":"2026-06-21","species":"","count":null,"rare":null}]}""" + "\n",
            said
        );
        Assert.StartsWith("""{"columns":[{"name":"text","type":"text"}],"rows":[{"text":"at,species""", Run("feed", "read", file, "--as", "text").Said, StringComparison.Ordinal);
        Assert.Equal((2, ""), (Run("feed", "read", file, "--as", "sheet") is var no ? no.Exit : 0, no.Said));
        Assert.Contains("no such file", Run("feed", "read", Path.Combine(folder, "nothing")).Wrong, StringComparison.Ordinal);
        Assert.Equal(2, Run("feed", "read", file, "--as", "frog").Exit);
        // A workbook is the first thing that this process reads.
        Assert.Contains("""{"name":"first night","type":"instant"},{"name":"picture","type":"picture"}],"rows":[{"name":"BENE…","role":"paints moths from life","nights":12,""", Run("feed", "read", Path.Combine(Path.GetDirectoryName(RunningServer.Program)!, "demo", "web", "guests.xlsx"), "--clean", "name=upper,cut:5").Said, StringComparison.Ordinal);
        Assert.Contains("There is no step “frog”", Run("feed", "read", file, "--clean", "species=frog").Wrong, StringComparison.Ordinal);
        Assert.Contains("There is no column “moth”", Run("feed", "read", file, "--clean", "moth=trim").Wrong, StringComparison.Ordinal);
        await using var web = await StubWeb.Begin(web => web.MapGet("/moths", (HttpContext context) => context.Request.Headers["X-Key"] == "secret" ? Results.Text("""{"moths":[{"name":"Pug"}]}""") : Results.StatusCode(401)));
        Assert.Equal(0, Run("feed", "read", $"{web.At}moths", "--rows", "/moths", "--header", "X-Key: secret").Exit);
        Assert.Equal(2, Run("feed", "read", $"{web.At}moths").Exit);
        Directory.Delete(folder, recursive: true);
    }

    /// <summary>What a graphic shows that takes its words from the table.</summary>
    private static async Task Says(RunningServer server, string words, string typed = "{{ night.species }} ({{ night.count }}) {{ night['seen by'] }}, {{ night.rows.size }} rows")
    {
        var wish = new JsonObject { ["graphic"] = "lamp", ["words"] = new JsonObject { ["text"] = typed } }.ToJsonString();
        var until = Stopwatch.StartNew();
        var seen = "";
        while (until.Elapsed < TimeSpan.FromSeconds(120))
        {
            seen = (await Answer(server, "POST", "/api/preview", wish)).ToJsonString();
            if (seen.Contains(words, StringComparison.Ordinal))
            {
                return;
            }

            await Task.Delay(20, TestContext.Current.CancellationToken);
        }

        Assert.Fail($"“{words}” was never seen in {seen}");
    }

    private static async Task<JsonNode> Answer(RunningServer server, string method, string path, string body)
    {
        var answer = await server.Send(method, path, body);
        var text = await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken);
        Assert.True(answer.IsSuccessStatusCode, $"{method} {path}: {text}");
        return JsonNode.Parse(text)!;
    }

    private static (int Exit, string Said, string Wrong) Run(params string[] words)
    {
        using var process = Process.Start(new ProcessStartInfo("dotnet", [RunningServer.Program, .. words]) { RedirectStandardOutput = true, RedirectStandardError = true })!;
        var wrong = process.StandardError.ReadToEndAsync(TestContext.Current.CancellationToken);
        var said = process.StandardOutput.ReadToEnd();
        process.WaitForExit();
        return (process.ExitCode, said, wrong.GetAwaiter().GetResult());
    }
}
