using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace SideLamp.Server.Tests;

/// <summary>
/// What former versions kept, they kept for good. <c>tests/fixtures</c> holds the database and an exported brand of each: made by
/// that version itself, with its demo show and a few presses.
/// </summary>
public sealed class FormerVersionsTests
{
    private static readonly string Fixtures = Path.Combine(VectorTests.Root(), "tests", "fixtures");

    public static TheoryData<int> All => [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13];

    [Theory]
    [MemberData(nameof(All))]
    public async Task A_show_of_a_former_version_opens_with_all_that_was_in_it(int version)
    {
        await using var server = await RunningServer.HostIn(data => File.Copy(Path.Combine(Fixtures, $"show-{version}.db"), Path.Combine(data, "show.db")));
        var show = await server.Show();
        Assert.Equal("The Lantern Cloth", show["name"]!.GetValue<string>());
        // As it was before this version changed it, it lies beside.
        Assert.Single(Directory.EnumerateFiles(server.Data, "show.before-update-*.db"));
        var names = show["graphics"]!.AsArray().Single(one => one!["id"]!.GetValue<string>() == "names")!;
        Assert.Equal(4, names["cards"]!.AsArray().Count);
        Assert.Equal("Odalys Thrupp", names["cards"]![0]!["words"]!["name"]!.GetValue<string>());
        Assert.Equal("cloth", show["feeds"]![0]!["id"]!.GetValue<string>());
        Assert.Equal(32, (await server.Token()).Length);
        using var page = await server.Open(await server.Token());
        var items = (await page.Next("snap"))["items"]!.AsArray();
        // Versions 1 and 2 kept of the air what no later one can draw: it is dark after them.
        Assert.Equal(version > 2, items.Any(item => item!["graphic"]!.GetValue<string>() is "names" or "moth" && item["nodes"]!.AsArray().Count > 3));
        // Versions 4 and later could step cards and start timers; the second card of the names was up.
        Assert.Equal(version >= 4 ? "c2" : "c1", names["up"]!.GetValue<string>());
        using var desk = await server.Open();
        var news = await desk.Next("news");
        Assert.Empty(news["faults"]!["findings"]!.AsArray());
        Assert.DoesNotContain(news["airings"]!.AsArray(), airing => airing!["edited"]!.GetValue<bool>() && version >= 6);
        if (version >= 5)
        {
            Assert.Contains(news["timers"]!.AsArray(), timer => timer!["timer"]!.GetValue<string>() == "check" && timer["running"]!.GetValue<bool>());
        }

        // Versions 7 and later kept areas and finishes, of which 7 had no address but their names.
        var areas = show["keepClear"]!.AsArray();
        Assert.Equal(version >= 7 ? ["Face / left", "Score"] : [], areas.Select(area => area!["name"]!.GetValue<string>()));
        Assert.Equal(version >= 7 ? 1 : 0, show["savedFinishes"]!.AsArray().Count);
        foreach (var area in areas.Concat(show["savedFinishes"]!.AsArray()))
        {
            var list = area!["source"] is null ? "keep-clear" : "saved-finishes";
            Assert.Equal(HttpStatusCode.OK, (await server.Send("PATCH", $"/api/{list}/{area["id"]}", """{"revision":9000000000000000,"name":"Another"}""")).StatusCode);
        }

        // It goes on from there, and is kept as the versions of now keep it.
        Assert.Equal(HttpStatusCode.OK, (await server.Press("light", "lamp")).StatusCode);
        await server.HostAgain();
        using var again = await server.Open();
        Assert.Contains((await again.Next("news"))["airings"]!.AsArray(), airing => airing!["graphic"]!.GetValue<string>() == "lamp");
        var later = await server.Show();
        Assert.True(JsonNode.DeepEquals(show["graphics"], later["graphics"]));
        Assert.All(later["keepClear"]!.AsArray(), area => Assert.Equal("Another", area!["name"]!.GetValue<string>()));
        Assert.Equal(areas.Count, later["keepClear"]!.AsArray().Count);
    }

    /// <summary>
    /// A whole folder with something in every list, made by a version that kept entries without a version of their own: the demo after
    /// some edits, an undo, presses, events and chat. <c>told.json</c> is what that version told of it just before it ended.
    /// </summary>
    [Fact]
    public async Task A_folder_of_a_former_version_tells_what_that_version_told_of_it()
    {
        var folder = Path.Combine(Fixtures, "folder-14");
        var told = JsonNode.Parse(await File.ReadAllTextAsync(Path.Combine(folder, "told.json")))!.AsObject();
        told.Remove("revision");
        await using var server = await RunningServer.HostIn(data =>
        {
            foreach (var file in Directory.EnumerateFiles(folder, "*", SearchOption.AllDirectories))
            {
                var to = Path.Combine(data, Path.GetRelativePath(folder, file));
                Directory.CreateDirectory(Path.GetDirectoryName(to)!);
                File.Copy(file, to);
            }
        });
        var show = await server.Show();
        show["templates"] = new JsonArray([.. show["templates"]!.AsArray().Where(one => one!["own"]?.GetValue<bool>() == true).Select(one => one!.DeepClone())]);
        Assert.Equal([], Missing(told, show, ""));

        using var desk = await server.Open();
        var news = await desk.Next("news");
        Assert.Equal(["moth"], news["airings"]!.AsArray().Select(one => $"{one!["graphic"]}"));
        Assert.Contains(news["timers"]!.AsArray(), timer => timer!["timer"]!.GetValue<string>() == "check" && timer["running"]!.GetValue<bool>());
        Assert.Equal(2, news["session"]!["no"]!.GetValue<int>());
        // What was edited before can still be taken back, and what was taken back done again.
        Assert.Equal(HttpStatusCode.OK, (await server.Send("POST", "/api/redo", "{}")).StatusCode);
        Assert.DoesNotContain((await server.Show())["graphics"]!.AsArray(), graphic => graphic!["id"]!.GetValue<string>() == "vote");
        Assert.Equal(HttpStatusCode.OK, (await server.Send("POST", "/api/undo", "{}")).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await server.Send("POST", "/api/undo", "{}")).StatusCode);
        Assert.Equal("Hollow Lane garden", (await server.Show())["graphics"]!.AsArray().Single(graphic => graphic!["id"]!.GetValue<string>() == "place")!["cards"]![0]!["words"]!["place"]!.GetValue<string>());
    }

    /// <summary>The paths of what is not there as it was; what came besides is no loss.</summary>
    private static IEnumerable<string> Missing(JsonNode? was, JsonNode? now, string path) =>
        (was, now) switch
        {
            (JsonObject one, JsonObject other) => one.SelectMany(pair => Missing(pair.Value, other[pair.Key], $"{path}/{pair.Key}")),
            (JsonArray one, JsonArray other) when one.Count == other.Count => one.Zip(other).SelectMany((pair, at) => Missing(pair.First, pair.Second, $"{path}/{at}")),
            _ => JsonNode.DeepEquals(was, now) ? [] : [$"{path}: {was?.ToJsonString()} → {now?.ToJsonString()}"],
        };

    [Fact]
    public async Task A_brand_of_a_former_version_is_taken_in_also_with_a_mark_before_it_and_twice()
    {
        await using var server = await RunningServer.Host("--empty");
        foreach (var file in Directory.EnumerateFiles(Fixtures, "brand-*.json").Order(StringComparer.Ordinal))
        {
            foreach (var mark in new byte[][] { [], [0xEF, 0xBB, 0xBF] })
            {
                using var body = new ByteArrayContent([.. mark, .. await File.ReadAllBytesAsync(file)]);
                body.Headers.ContentType = new MediaTypeHeaderValue("application/octet-stream");
                var answer = await server.Http.PostAsync("/api/brands/file", body);
                Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
            }
        }

        Assert.Equal(1 + (2 * Directory.EnumerateFiles(Fixtures, "brand-*.json").Count()), (await server.Show())["brands"]!.AsArray().Count);
    }

    [Fact]
    public async Task A_template_of_a_former_version_is_taken_in()
    {
        await using var server = await RunningServer.Host("--empty");
        foreach (var file in Directory.EnumerateFiles(Fixtures, "template-*.json"))
        {
            var answer = await server.Http.PostAsJsonAsync("/api/templates", new { source = await File.ReadAllTextAsync(file) });
            Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
            // As a file of its own, too, as the shelf takes it in.
            using var bytes = new ByteArrayContent(await File.ReadAllBytesAsync(file));
            bytes.Headers.ContentType = new MediaTypeHeaderValue("application/octet-stream");
            Assert.Equal(HttpStatusCode.OK, (await server.Http.PostAsync("/api/templates/file", bytes)).StatusCode);
        }
    }
}
