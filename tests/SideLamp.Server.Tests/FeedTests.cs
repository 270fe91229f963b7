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
        await using var server = await RunningServer.Begin();
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
        Directory.Delete(folder, recursive: true);
    }

    /// <summary>What a graphic shows that takes its words from the table.</summary>
    private static async Task Says(RunningServer server, string words, string typed = "{{ night.species }} ({{ night.count }}) {{ night['seen by'] }}, {{ night.rows.size }} rows")
    {
        var wish = new JsonObject { ["graphic"] = "lamp", ["words"] = new JsonObject { ["text"] = typed } }.ToJsonString();
        var until = Stopwatch.StartNew();
        var seen = "";
        while (until.Elapsed < TimeSpan.FromSeconds(20))
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
