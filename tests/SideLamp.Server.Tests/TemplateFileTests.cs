using System.IO.Compression;
using System.Net;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;

namespace SideLamp.Server.Tests;

/// <summary>A template goes to another show with its artwork.</summary>
public sealed class TemplateFileTests
{
    private static async Task<(HttpStatusCode Status, JsonNode Answer)> Bring(RunningServer server, byte[] file)
    {
        using var body = new ByteArrayContent(file);
        body.Headers.ContentType = new MediaTypeHeaderValue("application/octet-stream");
        var answer = await server.Http.PostAsync("/api/templates/file", body);
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
            (Zip(("template.json", template), ($"../../{new string('0', 64)}.png", "no picture"u8.ToArray())), "no file that Side Lamp can show"),
            (Zip(("template.json", new byte[101 << 20])), "larger than 100 MiB"),
            (Zip([.. Enumerable.Range(0, 80).Select(no => ($"{no}.txt", Array.Empty<byte>())), ("template.json", template)]), "up to 64 files"),
            (Zip(("template.json", "{}"u8.ToArray())), "no template that Side Lamp reads"),
        })
        {
            var (refused, why) = await Bring(other, body);
            Assert.Equal(HttpStatusCode.BadRequest, refused);
            Assert.Contains(reason, why["faults"]![0]!["message"]!.GetValue<string>(), StringComparison.Ordinal);
        }
    }
}
