using System.Diagnostics;
using System.Net;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Http;
using SkiaSharp;

namespace SideLamp.Server.Tests;

/// <summary>Pictures that cells of feeds name, from files and from the web.</summary>
public sealed class PictureTests
{
    private const string Any = "9000000000000000";

    [Fact]
    public async Task Files_beside_a_feed_become_stored_pictures_that_outlive_their_troubles_and_a_restart()
    {
        await using var server = await RunningServer.Begin();
        var folder = Directory.CreateDirectory(Path.Combine(server.Data, "guest list")).FullName;
        string In(string name) => Path.Combine(folder, name);
        await File.WriteAllBytesAsync(In("pim.png"), Still(40, 30, SKColors.Red), TestContext.Current.CancellationToken);
        await File.WriteAllBytesAsync(In("ilse.jpg"), Still(4200, 2800, SKColors.Green, SKEncodedImageFormat.Jpeg), TestContext.Current.CancellationToken);
        await File.WriteAllTextAsync(In("notes.png"), "no picture at all", TestContext.Current.CancellationToken);
        using (var pipe = Process.Start("mkfifo", [In("pipe.png")]))
        {
            await pipe.WaitForExitAsync(TestContext.Current.CancellationToken);
        }

        await File.WriteAllTextAsync(In("guests.csv"), "name,role,picture\nPim,holds the torch,pim.png\nIlse,warden,ilse.jpg\nA,a,pipe.png\nB,b,notes.png\nC,c,gone.png\nD,d,../side-lamp.db\nE,e,pim.png\nF,f,\n", TestContext.Current.CancellationToken);
        using var desk = await server.Open();
        await Do(server, "POST", "/api/feeds", $$"""{"id":"list","name":"List","path":"{{In("guests.csv")}}","every":100,"kind":"csv"}""");
        await desk.Next(news => FeedOf(news, "list")?["health"]!.GetValue<string>() == "fresh");
        await Do(server, "PATCH", "/api/graphics/names", $$"""{"revision":{{Any}},"cardsFrom":"list"}""");
        // Two of them can be shown, and why the others cannot is said; nothing waits for the pipe.
        var told = await desk.Next(news => FeedOf(news, "list")?["pictures"] is { } pictures && pictures["here"]!.GetValue<int>() == 2 && pictures["troubles"]!.AsArray().Count == 4);
        Assert.Equal(6, FeedOf(told, "list")!["pictures"]!["all"]!.GetValue<int>());
        var troubles = string.Join(' ', FeedOf(told, "list")!["pictures"]!["troubles"]!.AsArray());
        Assert.All(["pipe.png", "a pipe", "notes.png", "not a file that Side Lamp can show", "There is no “gone.png” in", "../side-lamp.db", "lies elsewhere"], words => Assert.Contains(words, troubles, StringComparison.Ordinal));
        await desk.Next(news => news["faults"]?["findings"]?.AsArray().Any(one => one!.GetValue<string>().StartsWith("4 pictures of “List” cannot be shown", StringComparison.Ordinal)) == true);

        var cards = (await server.Show())["graphics"]!.AsArray().First(one => one!["id"]!.GetValue<string>() == "names")!["cards"]!.AsArray().Select(card => card!["id"]!.GetValue<string>()).ToList();
        var small = await Seen(server, cards[0], found => found is not null);
        Assert.Equal((40, 30), await SizeOf(server, small!));
        Assert.Equal(small, await Seen(server, cards[6], found => found is not null));
        var large = await Seen(server, cards[1], found => found is not null);
        Assert.Equal((2048, 1365), await SizeOf(server, large!));
        // They are not among those that somebody brought.
        Assert.DoesNotContain(small!, desk.News["assets"]!.ToJsonString(), StringComparison.Ordinal);

        // Another picture under the same name; then one that is cut off, of which the last good one stays.
        await File.WriteAllBytesAsync(In("new.png"), Still(50, 20, SKColors.Blue), TestContext.Current.CancellationToken);
        File.Move(In("new.png"), In("pim.png"), overwrite: true);
        var next = await Seen(server, cards[0], found => found is not null && found != small);
        await File.WriteAllBytesAsync(In("pim.png"), Still(50, 20, SKColors.Red)[..40], TestContext.Current.CancellationToken);
        await desk.Next(news => FeedOf(news, "list")?["pictures"]?["troubles"]!.ToJsonString().Contains("pim.png", StringComparison.Ordinal) == true);
        Assert.Equal(next, await Seen(server, cards[0], found => found is not null));
        await server.Press("light", "names", cards[0]);
        using var output = await server.Open(await server.Token());
        var snapshot = (await output.Next("snap")).ToJsonString();
        Assert.Contains(next!, snapshot, StringComparison.Ordinal);
        Assert.DoesNotContain("pim.png", snapshot, StringComparison.Ordinal);

        await server.Kill();
        File.Delete(In("pim.png"));
        await server.Restart();
        Assert.Equal(next, await Seen(server, cards[0], found => found is not null));
        using var again = await server.Open();
        await again.Next(news => FeedOf(news, "list")?["pictures"]?["troubles"]!.AsArray().Any(one => one!.GetValue<string>().StartsWith("There is no “pim.png”", StringComparison.Ordinal)) == true);
        Assert.Equal(next, await Seen(server, cards[0], found => found is not null));
    }

    [Fact]
    public async Task Addresses_in_cells_are_asked_under_the_rules_for_the_web_and_by_us_alone()
    {
        var still = Still(30, 30, SKColors.Orange);
        var asked = 0;
        await using var elsewhere = await StubWeb.Begin(web => web.MapGet("/pim.png", () => Results.Bytes(still)));
        await using var web = await StubWeb.Begin(web =>
        {
            web.MapGet("/guests.csv", () => Results.Text($"name,picture\nPim,faces/pim.png\nIlse,/ilse.png\nA,{new Uri(elsewhere.At, "/pim.png")}\nB,/gone.png\nC,/slow.png\nD,/page\n"));
            web.MapGet("/faces/pim.png", () => { asked++; return Results.Bytes(still); });
            web.MapGet("/ilse.png", () => Results.Redirect("/faces/pim.png"));
            web.MapGet("/slow.png", (HttpContext context) => Task.Delay(Timeout.Infinite, context.RequestAborted));
            web.MapGet("/page", () => Results.Text("<!doctype html><p>A page for people</p>", "text/html"));
        });
        await using var server = await RunningServer.Host();
        using var desk = await server.Open();
        await Do(server, "POST", "/api/feeds", $$"""{"id":"list","name":"List","path":"{{new Uri(web.At, "/guests.csv")}}","every":1000,"kind":"csv","private":true}""");
        await desk.Next(news => FeedOf(news, "list")?["health"]!.GetValue<string>() == "fresh");
        await Do(server, "PATCH", "/api/graphics/names", $$"""{"revision":{{Any}},"cardsFrom":"list"}""");
        // One that never answers holds up no other.
        var told = await desk.Next(news => FeedOf(news, "list")?["pictures"] is { } pictures && pictures["here"]!.GetValue<int>() == 2 && pictures["troubles"]!.AsArray().Count == 3);
        var troubles = string.Join(' ', FeedOf(told, "list")!["pictures"]!["troubles"]!.AsArray());
        Assert.All(["is in your own network", "/gone.png", "404", "/page"], words => Assert.Contains(words, troubles, StringComparison.Ordinal));
        var cards = (await server.Show())["graphics"]!.AsArray().First(one => one!["id"]!.GetValue<string>() == "names")!["cards"]!.AsArray().Select(card => card!["id"]!.GetValue<string>()).ToList();
        var pim = await Seen(server, cards[0], found => found is not null);
        // The same picture is stored once, whatever it is called.
        Assert.Equal(pim, await Seen(server, cards[1], found => found is not null));
        Assert.Null(await Seen(server, cards[2], _ => true));
        // “Read now” asks again, and an address that is not named any more is asked no more.
        var before = asked;
        still = Still(30, 31, SKColors.Orange);
        await Do(server, "POST", "/api/feeds/list/read", "");
        var next = await Seen(server, cards[0], found => found is not null && found != pim);
        Assert.True(asked > before);
        // Consent taken back: nobody asks there, and what was stored stays.
        await Do(server, "PATCH", "/api/feeds/list", $$"""{"revision":{{Any}},"private":false}""");
        await desk.Next(news => FeedOf(news, "list")?["pictures"]?["troubles"]!.AsArray().Count == 5);
        Assert.Equal(next, await Seen(server, cards[0], found => found is not null));
    }

    private static JsonNode? FeedOf(JsonNode news, string id) => news["feeds"]?.AsArray().FirstOrDefault(one => one!["id"]!.GetValue<string>() == id);

    private static byte[] Still(int width, int height, SKColor colour, SKEncodedImageFormat format = SKEncodedImageFormat.Png)
    {
        using var bitmap = new SKBitmap(width, height);
        bitmap.Erase(colour);
        using var bytes = bitmap.Encode(format, 90);
        return bytes.ToArray();
    }

    /// <summary>The picture on a card, once it is as asked.</summary>
    private static async Task<string?> Seen(RunningServer server, string card, Func<string?, bool> holds)
    {
        var until = Stopwatch.StartNew();
        while (true)
        {
            var picture = await Do(server, "POST", "/api/preview", $$"""{"graphic":"names","card":"{{card}}"}""");
            var asset = picture["nodes"]!.AsArray().Select(node => node!["image"]?["asset"]?.GetValue<string>()).FirstOrDefault(one => one is not null);
            if (holds(asset))
            {
                return asset;
            }

            Assert.True(until.Elapsed < TimeSpan.FromSeconds(120), $"It never came: {asset}");
            await Task.Delay(20, TestContext.Current.CancellationToken);
        }
    }

    private static async Task<(int Width, int Height)> SizeOf(RunningServer server, string asset)
    {
        using var bitmap = SKBitmap.Decode(await server.Http.GetByteArrayAsync($"/assets/{asset}", TestContext.Current.CancellationToken));
        return (bitmap.Width, bitmap.Height);
    }

    private static async Task<JsonNode> Do(RunningServer server, string method, string path, string body)
    {
        var answer = await server.Send(method, path, body);
        var text = await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken);
        Assert.True(answer.IsSuccessStatusCode, $"{method} {path}: {text}");
        return JsonNode.Parse(text)!;
    }
}
