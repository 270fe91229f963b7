using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace SideLamp.Server.Tests;

/// <summary>Brands and stored files over real HTTP.</summary>
public sealed class BrandTests : IAsyncLifetime
{
    private RunningServer _server = null!;

    public async ValueTask InitializeAsync() => _server = await RunningServer.Host();

    public ValueTask DisposeAsync() => _server.DisposeAsync();

    [Fact]
    public async Task Another_brand_is_worn_by_what_is_prepared_and_by_what_is_lit_only_when_asked()
    {
        await _server.Press("light", "names");
        using var page = await _server.Open(await _server.Token());
        Assert.Contains("#12231d", (await page.Next("snap")).ToJsonString(), StringComparison.Ordinal);
        await Wear("Daylight", onAir: false);
        Assert.Contains("#fbf6ea", await PreviewOf("names"), StringComparison.Ordinal);
        using var late = await _server.Open(await _server.Token());
        Assert.DoesNotContain("#fbf6ea", (await late.Next("snap")).ToJsonString(), StringComparison.Ordinal);
        await Wear("Daylight", onAir: true);
        await page.Next(message => message["k"]!.GetValue<string>() == "change" && message.ToJsonString().Contains("#fbf6ea", StringComparison.Ordinal));
    }

    // A streamer looked at a brand, and the whole show wore it.
    [Fact]
    public async Task Opening_editing_and_wearing_a_brand_are_three_acts()
    {
        var copy = await IdOf(await _server.Send("POST", "/api/brands", "{}"));
        var show = await _server.Show();
        Assert.Equal("Lantern night", show["brand"]!["name"]!.GetValue<string>());
        var brand = show["brand"]!.DeepClone();
        (brand["name"], brand["palette"]!["plate"]) = (copy, "#402010");
        (await Keep(brand, show, copy)).EnsureSuccessStatusCode();
        Assert.DoesNotContain("#402010", await PreviewOf("names"), StringComparison.Ordinal);
        Assert.Contains("#402010", await PreviewOf("names", copy), StringComparison.Ordinal);
        Assert.Contains("\"ratio\"", await _server.Http.GetStringAsync($"/api/brands/legibility?name={Uri.EscapeDataString(copy)}"), StringComparison.Ordinal);
        // A name that another brand has is refused, and a stale edit too.
        brand["name"] = "Daylight";
        Assert.Equal(HttpStatusCode.BadRequest, (await Keep(brand, await _server.Show(), copy)).StatusCode);
        (await Wear(copy, onAir: false)).EnsureSuccessStatusCode();
        Assert.Contains("#402010", await PreviewOf("names"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_brand_leaves_as_a_file_and_comes_to_another_Side_Lamp_with_its_logo_and_typeface()
    {
        var font = await Bring(await File.ReadAllBytesAsync(Path.Combine(VectorTests.Root(), "fonts", "SourceSerif4_600SemiBold.ttf")));
        var show = await _server.Show();
        var brand = show["brand"]!.DeepClone();
        brand["name"] = "Own letters";
        brand["type"]!["own"] = new JsonArray(new JsonObject { ["id"] = font["id"]!.GetValue<string>(), ["family"] = "Lane Serif", ["weight"] = 600, ["italic"] = false, ["file"] = "" });
        brand["type"]!["heading"] = "Lane Serif";
        Assert.Equal(HttpStatusCode.OK, (await Keep(brand, show)).StatusCode);
        var file = await _server.Http.GetByteArrayAsync("/api/brands/file?name=Own%20letters");

        await using var other = await RunningServer.Host();
        var name = await IdOf(await other.Http.PostAsync("/api/brands/file", Body(file)));
        (await other.Http.PutAsJsonAsync("/api/brands/worn", new { name, onAir = false })).EnsureSuccessStatusCode();
        var worn = (await other.Show())["brand"]!;
        Assert.Equal("Own letters", worn["name"]!.GetValue<string>());
        var asset = await other.Http.GetAsync($"/assets/{worn["logo"]!.GetValue<string>()}");
        Assert.Equal("image/svg+xml", asset.Content.Headers.ContentType!.MediaType);
        Assert.Contains("sandbox", asset.Headers.GetValues("Content-Security-Policy").Single(), StringComparison.Ordinal);
        await other.Press("light", "names");
        using var page = await other.Open(await other.Token());
        Assert.Contains(font["id"]!.GetValue<string>(), (await page.Next("snap")).ToJsonString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_typeface_whose_file_is_gone_is_stood_in_for_and_said_and_blinds_nothing()
    {
        await _server.MoveOut();
        var font = (await Bring(await File.ReadAllBytesAsync(Path.Combine(VectorTests.Root(), "fonts", "SourceSerif4_600SemiBold.ttf"))))["id"]!.GetValue<string>();
        var show = await _server.Show();
        var brand = show["brand"]!.DeepClone();
        brand["type"]!["own"] = new JsonArray(new JsonObject { ["id"] = font, ["family"] = "Lane Serif", ["weight"] = 600, ["italic"] = false, ["file"] = "" });
        brand["type"]!["heading"] = "Lane Serif";
        Assert.Equal(HttpStatusCode.OK, (await Keep(brand, show)).StatusCode);
        await _server.Press("light", "names");
        await _server.Kill();
        File.Delete(Path.Combine(_server.Data, "assets", font));
        await _server.Restart();
        Assert.Equal(HttpStatusCode.OK, (await _server.Press("light", "lamp")).StatusCode);
        using var page = await _server.Open(await _server.Token());
        var items = (await page.Next("snap"))["items"]!.ToJsonString();
        Assert.Contains("Odalys", items, StringComparison.Ordinal);
        Assert.DoesNotContain(font, items, StringComparison.Ordinal);
        using var desk = await _server.Open();
        Assert.Contains("“Lane Serif”", (await desk.Next("news"))["faults"]!["findings"]!.AsArray().Single()!.GetValue<string>(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Whatever_a_thing_is_called_it_can_be_changed_saved_and_deleted()
    {
        foreach (var name in new[] { "Face / left", "..", ".", "100 %2F", "a?b#c=d&e+f", "~1\\", "“ü 🦊" })
        {
            var quoted = JsonValue.Create(name)!.ToJsonString();
            foreach (var (list, rest) in new[] { ("keep-clear", "\"area\":{\"x\":0,\"y\":0,\"w\":0.5,\"h\":0.5}"), ("saved-finishes", "\"source\":\"{}\"") })
            {
                var id = await IdOf(await _server.Send("POST", $"/api/{list}", $$"""{"id":"","name":{{quoted}},{{rest}}}"""));
                (await _server.Send("PATCH", $"/api/{list}/{id}", $$"""{"revision":9000000000000000,"name":{{quoted}}}""")).EnsureSuccessStatusCode();
                (await _server.Http.DeleteAsync($"/api/{list}/{id}")).EnsureSuccessStatusCode();
            }

            var added = await IdOf(await _server.Send("POST", "/api/brands", """{"ready":"Daylight"}"""));
            var show = await _server.Show();
            var brand = show["brand"]!.DeepClone();
            brand["name"] = name;
            (await Keep(brand, show, added)).EnsureSuccessStatusCode();
            var file = await _server.Http.GetByteArrayAsync($"/api/brands/file?name={Uri.EscapeDataString(name)}");
            Assert.Equal(name, JsonNode.Parse(file)!["brand"]!["name"]!.GetValue<string>());
            (await _server.Http.DeleteAsync($"/api/brands?name={Uri.EscapeDataString(name)}")).EnsureSuccessStatusCode();
        }

        var left = await _server.Show();
        Assert.Equal((2, 0, 0), (left["brands"]!.AsArray().Count, left["keepClear"]!.AsArray().Count, left["savedFinishes"]!.AsArray().Count));
    }

    private static async Task<string> IdOf(HttpResponseMessage answer)
    {
        Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
        return (await answer.Content.ReadFromJsonAsync<JsonNode>())!["id"]!.GetValue<string>();
    }

    [Fact]
    public async Task A_damaged_brand_file_is_refused_and_changes_nothing()
    {
        var before = (await _server.Show())["brands"]!.ToJsonString();
        foreach (var file in new[] { "{", "{\"format\":\"side-lamp-brand/9\"}", "[]" })
        {
            var answer = await _server.Http.PostAsync("/api/brands/file", Body(System.Text.Encoding.UTF8.GetBytes(file)));
            Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
            Assert.NotEmpty((await answer.Content.ReadFromJsonAsync<JsonNode>())!["faults"]!.AsArray());
        }

        Assert.Equal(before, (await _server.Show())["brands"]!.ToJsonString());
    }

    [Fact]
    public async Task A_colour_that_CSS_knows_is_kept_and_any_other_word_is_told_with_its_path()
    {
        var show = await _server.Show();
        var brand = show["brand"]!.DeepClone();
        brand["palette"]!["glow"] = "oklch(85% 0.12 80)";
        (await Keep(brand, show)).EnsureSuccessStatusCode();
        Assert.Matches("^#[0-9a-f]{6}$", (await _server.Show())["brand"]!["palette"]!["glow"]!.GetValue<string>());
        brand["palette"]!["glow"] = "moonlight";
        var fault = (await (await Keep(brand, await _server.Show())).Content.ReadFromJsonAsync<JsonNode>())!["faults"]![0]!;
        Assert.Equal("/brand/palette/glow", fault["path"]!.GetValue<string>());
        Assert.Contains("not a colour", fault["message"]!.GetValue<string>(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_brand_whose_files_are_missing_is_refused()
    {
        var show = await _server.Show();
        var brand = show["brand"]!.DeepClone();
        brand["logo"] = "0123456789abcdef.png";
        Assert.Equal(HttpStatusCode.BadRequest, (await Keep(brand, show)).StatusCode);
    }

    [Fact]
    public async Task The_brand_that_is_worn_cannot_be_deleted_and_another_can()
    {
        Assert.Equal(HttpStatusCode.BadRequest, (await _server.Http.DeleteAsync("/api/brands?name=Lantern%20night")).StatusCode);
        (await _server.Http.DeleteAsync("/api/brands?name=Daylight")).EnsureSuccessStatusCode();
        Assert.Single((await _server.Show())["brands"]!.AsArray());
    }

    private Task<HttpResponseMessage> Wear(string name, bool onAir) => _server.Http.PutAsJsonAsync("/api/brands/worn", new { name, onAir });

    /// <param name="name">The brand that becomes so; null = the one that is worn.</param>
    private Task<HttpResponseMessage> Keep(JsonNode brand, JsonNode show, string? name = null) =>
        _server.Http.PatchAsJsonAsync($"/api/brands?name={Uri.EscapeDataString(name ?? show["brand"]!["name"]!.GetValue<string>())}", new JsonObject { ["revision"] = show["revision"]!.DeepClone(), ["brand"] = brand.DeepClone() });

    private async Task<string> PreviewOf(string graphic, string? brand = null) => await (await _server.Http.PostAsJsonAsync("/api/preview", new { graphic, brand })).Content.ReadAsStringAsync();

    private async Task<JsonNode> Bring(byte[] bytes)
    {
        var answer = await _server.Http.PostAsync("/api/assets?name=file", Body(bytes));
        answer.EnsureSuccessStatusCode();
        return (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
    }

    private static ByteArrayContent Body(byte[] bytes) => new(bytes) { Headers = { ContentType = new MediaTypeHeaderValue("application/octet-stream") } };
}
