using System.IO.Compression;
using System.Net;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;

namespace SideLamp.Server.Tests;

/// <summary>Templates and sets go to another show with their artwork.</summary>
public sealed class ShelfFileTests
{
    private static async Task<(HttpStatusCode Status, JsonNode Answer)> Bring(RunningServer server, byte[] file, string to = "templates")
    {
        using var body = new ByteArrayContent(file);
        body.Headers.ContentType = new MediaTypeHeaderValue("application/octet-stream");
        var answer = await server.Http.PostAsync($"/api/{to}/file", body);
        return (answer.StatusCode, JsonNode.Parse(await answer.Content.ReadAsStringAsync())!);
    }

    private static byte[] Zip(params (string Name, byte[] Body)[] entries)
    {
        using var copy = new MemoryStream();
        using (var zip = new ZipArchive(copy, ZipArchiveMode.Create, leaveOpen: true))
        {
            foreach (var (name, body) in entries)
            {
                using var entry = zip.CreateEntry(name).Open();
                entry.Write(body);
            }
        }

        return copy.ToArray();
    }

    [Fact]
    public async Task Its_pictures_come_with_it_and_what_is_damaged_or_too_much_is_refused_with_the_reason()
    {
        await using var one = await RunningServer.Host();
        var picture = (await one.Show())["brand"]!["logo"]!.GetValue<string>();
        var source = JsonNode.Parse(await (await one.Http.GetAsync("/api/templates/name/source")).Content.ReadAsStringAsync())!["source"]!.GetValue<string>();
        var own = JsonNode.Parse(source)!;
        own["fields"]!.AsArray().Single(field => field!["kind"]!.GetValue<string>() == "picture")!["sample"] = picture;
        var (made, added) = await Bring(one, Encoding.UTF8.GetBytes(own.ToJsonString()));
        Assert.Equal(HttpStatusCode.OK, made);
        var file = await one.Http.GetByteArrayAsync($"/api/templates/{added["id"]}/file");
        using (var zip = new ZipArchive(new MemoryStream(file)))
        {
            Assert.Equal(["media.json", $"media/{picture}", "template.json"], zip.Entries.Select(entry => entry.FullName).Order(StringComparer.Ordinal));
        }

        await using var other = await RunningServer.Host("--empty");
        Assert.Equal(HttpStatusCode.NotFound, (await other.Http.GetAsync($"/assets/{picture}")).StatusCode);
        var (status, brought) = await Bring(other, file);
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Equal(await one.Http.GetByteArrayAsync($"/assets/{picture}"), await other.Http.GetByteArrayAsync($"/assets/{picture}"));
        Assert.Contains(picture, await (await other.Http.GetAsync($"/api/templates/{brought["id"]}/picture")).Content.ReadAsStringAsync(), StringComparison.Ordinal);

        var template = Encoding.UTF8.GetBytes(own.ToJsonString());
        foreach (var (body, reason) in new[]
        {
            (file[..(file.Length / 2)], "damaged"),
            ("PK, and nothing more"u8.ToArray(), "damaged"),
            (Zip(("readme.txt", "hello"u8.ToArray())), "template.json"),
            (Zip(("template.json", template), ($"media/{picture}", "<svg xmlns=\"http://www.w3.org/2000/svg\"/>"u8.ToArray())), "damaged"),
            (Zip(("template.json", template), ($"../../{new string('0', 64)}.png", "no picture"u8.ToArray())), "not a file that Side Lamp can show"),
            (Zip(("template.json", new byte[101 << 20])), "larger than 100 MiB"),
            (Zip([.. Enumerable.Range(0, 80).Select(no => ($"{no}.txt", Array.Empty<byte>())), ("template.json", template)]), "up to 64 files"),
            (Zip(("template.json", "{}"u8.ToArray())), "not a template that Side Lamp can read"),
        })
        {
            var (refused, why) = await Bring(other, body);
            Assert.Equal(HttpStatusCode.BadRequest, refused);
            Assert.Contains(reason, why["faults"]![0]!["message"]!.GetValue<string>(), StringComparison.Ordinal);
        }
    }

    [Fact]
    public async Task A_set_of_graphics_comes_with_words_pictures_timers_and_keys_and_what_is_no_set_is_refused()
    {
        await using var one = await RunningServer.Host();
        var file = await one.Http.GetByteArrayAsync("/api/sets/file?graphics=names,check,sightings");
        Assert.Equal(HttpStatusCode.NotFound, (await one.Http.GetAsync("/api/sets/file?graphics=no-such")).StatusCode);
        JsonNode set;
        using (var zip = new ZipArchive(new MemoryStream(file)))
        {
            set = JsonNode.Parse(zip.GetEntry("set.json")!.Open())!;
            // The portrait of a guest is among the words of a card.
            Assert.Contains(zip.Entries, entry => entry.FullName.StartsWith("media/", StringComparison.Ordinal));
        }

        await using var other = await RunningServer.Host("--empty");
        var (status, brought) = await Bring(other, file, "sets");
        Assert.Equal(HttpStatusCode.OK, status);
        // Feeds stay with their show: what the words ask for is said, and nothing is where all of it is there.
        Assert.Equal(["gardens", "sightings"], brought["missing"]!.AsArray().Select(feed => feed!.GetValue<string>()).Order());
        var (was, now) = (await one.Show(), await other.Show());
        var (old, names) = (was["graphics"]!.AsArray().Single(graphic => graphic!["id"]!.GetValue<string>() == "names")!, now["graphics"]!.AsArray().Single(graphic => graphic!["id"]!.GetValue<string>() == brought["id"]!.GetValue<string>())!);
        Assert.Equal(old["cards"]!.AsArray().Select(card => card!["words"]!.ToJsonString()), names["cards"]!.AsArray().Select(card => card!["words"]!.ToJsonString()));
        Assert.Equal((old["key"]!.GetValue<string>(), "check"), (names["key"]!.GetValue<string>(), now["timers"]![0]!["id"]!.GetValue<string>()));
        var portrait = old["cards"]!.AsArray().Select(card => card!["words"]!["picture"]?.GetValue<string>()).First(words => !string.IsNullOrEmpty(words))!.Split(';')[0];
        Assert.Equal(await one.Http.GetByteArrayAsync($"/assets/{portrait}"), await other.Http.GetByteArrayAsync($"/assets/{portrait}"));

        byte[] With(Action<JsonNode> change)
        {
            var copy = set.DeepClone();
            change(copy);
            return Zip(("set.json", Encoding.UTF8.GetBytes(copy.ToJsonString())));
        }

        foreach (var (body, reason) in new[]
        {
            (await one.Http.GetByteArrayAsync("/api/templates/name/file"), "set.json"),
            (file[..(file.Length / 3)], "damaged"),
            ("{ half"u8.ToArray(), "not a set that Side Lamp can read"),
            (With(copy => copy["name"] = new string('m', 5_000_001)), "up to 5,000,000 letters"),
            (With(copy => copy["graphics"] = null), "not a set that Side Lamp can read"),
            (With(copy => copy["graphics"]![0] = null), "not a set that Side Lamp can read"),
            (With(copy => copy["graphics"]![0]!["as"]!["speed"] = "fast"), "At /graphics/0/as/speed"),
            (With(copy => copy["timers"]![0]!["kind"] = 99), "At /timers/0/kind"),
            (With(copy => copy["graphics"]![0]!["as"]!["seat"] = "attic"), "The graphic “Names” of this set cannot be kept: There is no seat “attic”."),
        })
        {
            var (refused, why) = await Bring(other, body, "sets");
            Assert.Equal(HttpStatusCode.BadRequest, refused);
            Assert.Contains(reason, why["faults"]![0]!["message"]!.GetValue<string>(), StringComparison.Ordinal);
            Assert.DoesNotContain("SideLamp.", why.ToJsonString(), StringComparison.Ordinal);
        }

        Assert.Equal(3, (await other.Show())["graphics"]!.AsArray().Count);
        Assert.Empty((await Bring(one, file, "sets")).Answer["missing"]!.AsArray());
    }
}
