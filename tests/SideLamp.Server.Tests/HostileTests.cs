using System.Diagnostics;
using System.Net;
using System.Net.Http.Headers;
using System.Runtime.Versioning;
using System.Text;
using System.Text.Json.Nodes;

namespace SideLamp.Server.Tests;

/// <summary>
/// A hostile evening: one running show, with an output and two desks open, and everything that somebody has thought of. After each
/// a press is still heard by the output, and in the end a restart shows the same picture.
/// </summary>
[SupportedOSPlatform("linux")]
public sealed class HostileTests : IAsyncLifetime
{
    /// <summary>What holds the loop holds it for good, or for as long as something large takes: how fast a press is belongs in bench/, and this machine may have much else to do.</summary>
    private static readonly TimeSpan Soon = TimeSpan.FromSeconds(10);
    private RunningServer _server = null!;
    private LivePage _output = null!;
    private LivePage _desk = null!;
    private LivePage _other = null!;
    private bool _lit;

    public async ValueTask InitializeAsync()
    {
        _server = await RunningServer.Begin();
        _output = await _server.Open(await _server.Token());
        _desk = await _server.Open();
        _other = await _server.Open();
        // The first press of a run may wait for the compiler, and is not what is looked at here.
        await _server.Press("light", "lamp");
        await _server.Press("dark", "lamp");
    }

    public ValueTask DisposeAsync()
    {
        _output.Dispose();
        _desk.Dispose();
        _other.Dispose();
        return _server.DisposeAsync();
    }

    [Fact]
    public async Task Nothing_read_from_a_file_blinds_an_output_stops_the_server_or_puts_code_on_air()
    {
        await _server.Press("light", "to-see");
        await _server.Press("light", "moth");
        var cloth = Path.Combine(_server.Files, "on-the-cloth.txt");
        // Twins that look like what twins are called; paths; long and odd keys.
        await Holds("twin rows", () => Write("still-to-see.txt", Encoding.UTF8.GetBytes("tea\ntea\ntea~2\ntea~3\na/b\na\nb/plate\n[x] tea\n" + new string('k', 5000) + "\n" + new string('k', 5000))));
        await Holds("a noncharacter", () => Write("on-the-cloth.txt", [0x61, 0xEF, 0xBF, 0xBE, 0x62]));
        await Holds("a second, swapped mark", () => Write("on-the-cloth.txt", [0xFF, 0xFE, 0xFE, 0xFF, 0x61, 0x00]));
        await Holds("a mark and a broken tail", () => Write("on-the-cloth.txt", [0xEF, 0xBB, 0xBF, 0x61, 0xE2, 0x82]));
        await Holds("half a character", () => Write("on-the-cloth.txt", [.. Encoding.Unicode.GetPreamble(), 0x3D, 0xD8]));
        await Holds("a program", () => Write("on-the-cloth.txt", [0x7F, 0x45, 0x4C, 0x46, .. Enumerable.Range(0, 4000).Select(at => (byte)(at * 37))]));
        await Trouble("cloth", "not text");
        await Holds("too long for words", () => Write("on-the-cloth.txt", Encoding.UTF8.GetBytes(string.Concat(Enumerable.Repeat("moths and moths ", 3000)))));
        await Holds("words that are code", () => Write("on-the-cloth.txt", "{% for i in (1..9) %}moth{% endfor %}<script>alert(1)</script>"u8.ToArray()));
        File.Delete(cloth);
        await Holds("a pipe", () => Run("mkfifo", cloth));
        await Trouble("cloth", "pipe");
        File.Delete(cloth);
        await Holds("a folder", () => Directory.CreateDirectory(cloth));
        await Trouble("cloth", "folder");
        Directory.Delete(cloth);
        await Holds("a link to itself", () => File.CreateSymbolicLink(cloth, cloth));
        await Trouble("cloth", "link");
        File.Delete(cloth);
        await Holds("a device", () => File.CreateSymbolicLink(cloth, "/dev/zero"));
        File.Delete(cloth);
        await Holds("ten gigabytes", () => Run("truncate", "-s", "10G", cloth));
        await Trouble("cloth", "large");
        File.Delete(cloth);
        // It recovers by itself, also in a folder that was made anew.
        Directory.Move(_server.Files, _server.Files + "-old");
        Directory.CreateDirectory(_server.Files);
        await Write("on-the-cloth.txt", "Brimstone, and well again"u8.ToArray());
        await Heard("Brimstone, and well again");
        // Rewritten without pause: it is read all the same.
        using var stop = new CancellationTokenSource();
        var writing = Task.Run(async () =>
        {
            for (var round = 0; !stop.IsCancellationRequested; round++)
            {
                await File.WriteAllTextAsync(cloth, $"never still, {round}");
                await Task.Delay(7);
            }
        });
        await Heard("never still, ");
        await stop.CancelAsync();
        await writing;
        await TheSameAfterARestart();
    }

    [Fact]
    public async Task Nothing_typed_sent_or_uploaded_does_either_and_each_is_answered_in_words_for_a_person()
    {
        foreach (var words in new[] { "{% include 'x' %}", "{% render 'x' %}", "{{ 'now' | date: '%H' }}", "{{ cloth.text | format_number: 'N999999999' }}", "{{", "{% for i in (1..900000) %}x{% endfor %}" })
        {
            await Refused("PATCH", "/api/graphics/moth", new JsonObject { ["revision"] = 0, ["words"] = new JsonObject { ["text"] = words } }.ToJsonString(), "/words/text");
        }

        await Accepted("PATCH", "/api/graphics/moth", """{"revision":9e15,"words":{"text":"a\uFFFEb\uD83D\uDE00\u0000{{ cloth.text | date: '%999999999d' }}"}}""");
        // What a client may send wrongly, with the path that is to be named.
        foreach (var (method, path, body, where) in Wrong)
        {
            await Refused(method, path, body, where);
        }

        // An interval whose cue takes it to zero again, at once and for ever (rule 31).
        await Accepted("POST", "/api/timers", """{"id":"loop","name":"Loop","kind":"down","length":1000,"until":"12:00","atZero":"again"}""");
        await Accepted("POST", "/api/cues", """{"id":"again","name":"Again","steps":[{"after":0,"onlyThese":false,"settings":[],"timers":[{"timer":"loop","act":"add","by":-60000}]}]}""");
        await Accepted("PATCH", "/api/timers/loop", """{"revision":9e15,"cue":"again"}""");
        await _server.Send("POST", "/api/air", """{"id":"go","verb":"timer","timer":"loop","act":"start"}""");
        await _desk.Next(news => (news["trail"]?.ToJsonString() ?? "").Contains("again and again", StringComparison.Ordinal));
        await StillHeard("a timer that shortens itself");

        foreach (var (name, bytes) in Uploads())
        {
            var answer = await _server.Http.PostAsync("/api/assets", new ByteArrayContent(bytes));
            Assert.True(answer.StatusCode == HttpStatusCode.BadRequest, $"{name}: {(int)answer.StatusCode}");
            await InWords(name, answer);
        }

        foreach (var message in new[] { """{"k":"report","fps":1e999,"w":1,"h":1}""", """{"k":"report","w":-5,"h":2000000000}""", """{"k":"shown","rev":9223372036854775807}""", "[]", "null", "{", new string('[', 4000), """{"k":null}""", """{"k":"ping","t":1e308}""", new string('x', 9000) })
        {
            using var page = await _server.Open(await _server.Token());
            await page.Next("snap");
            await page.Say(message);
            await StillHeard(message[..Math.Min(40, message.Length)]);
        }

        await StillHeard("all of it");
        await TheSameAfterARestart();
    }

    [Fact]
    public async Task Other_sites_and_other_users_learn_nothing_and_cost_nothing()
    {
        async Task<HttpResponseMessage> Get(string path, params (string Name, string Value)[] headers)
        {
            using var http = new HttpClient { BaseAddress = new Uri(_server.Origin) };
            var request = new HttpRequestMessage(HttpMethod.Get, path);
            foreach (var (name, value) in headers)
            {
                request.Headers.Add(name, value);
            }

            return await http.SendAsync(request);
        }

        var token = await _server.Token();
        Assert.DoesNotContain(token, await (await Get("/api/show")).Content.ReadAsStringAsync(), StringComparison.Ordinal);
        var key = (await File.ReadAllTextAsync(Path.Combine(_server.Data, "key"))).Trim();
        Assert.Contains(token, await (await Get("/api/show", ("Authorization", $"Bearer {key}"))).Content.ReadAsStringAsync(), StringComparison.Ordinal);
        foreach (var path in new[] { "/api/show", "/api/templates/name/picture", "/tones/glow.wav", "/assets/none", "/emoji/none", "/fonts/faces.css" })
        {
            Assert.Equal(HttpStatusCode.Forbidden, (await Get(path, ("Sec-Fetch-Site", "cross-site"), ("Sec-Fetch-Mode", "no-cors"))).StatusCode);
        }

        // A link to a page may stand anywhere; the desk is framed by nobody, and an output by whoever has its link.
        var desk = await Get("/", ("Sec-Fetch-Site", "cross-site"), ("Sec-Fetch-Mode", "navigate"));
        var output = await Get("/out/", ("Sec-Fetch-Site", "cross-site"), ("Sec-Fetch-Mode", "navigate"));
        Assert.Equal((HttpStatusCode.OK, HttpStatusCode.OK), (desk.StatusCode, output.StatusCode));
        Assert.Contains("frame-ancestors 'none'", desk.Headers.GetValues("Content-Security-Policy").Single(), StringComparison.Ordinal);
        Assert.Contains("script-src 'self';", output.Headers.GetValues("Content-Security-Policy").Single(), StringComparison.Ordinal);
        Assert.DoesNotContain("frame-ancestors", output.Headers.GetValues("Content-Security-Policy").Single(), StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.NotFound, (await Get("/api/nothing/here")).StatusCode);
        foreach (var file in Directory.EnumerateFiles(_server.Data, "*", SearchOption.AllDirectories))
        {
            Assert.Equal((file, UnixFileMode.None), (file, File.GetUnixFileMode(file) & (UnixFileMode.GroupRead | UnixFileMode.GroupWrite | UnixFileMode.OtherRead | UnixFileMode.OtherWrite)));
        }
    }

    private static IEnumerable<(string Method, string Path, string Body, string Where)> Wrong =>
        [
            ("POST", "/api/air", """{"id":"x","verb":99,"graphic":"names"}""", ""),
            ("POST", "/api/air", """{"id":"x","verb":"nothing"}""", ""),
            ("POST", "/api/air", """{"id":"x","graphic":"names"}""", ""),
            ("POST", "/api/air", """{"id":"x","verb":"light"}""", "/graphic"),
            ("POST", "/api/air", """{"id":"x","verb":"light","graphic":null}""", "/graphic"),
            ("POST", "/api/air", """{"id":"x","verb":"timer","timer":"check","act":1}""", "/act"),
            ("POST", "/api/air", """{"id":"x","verb":"timer","timer":"check","act":"add","by":1e300}""", "/by"),
            ("POST", "/api/air", """{"id":"x","verb":"count","graphic":"count","field":"leftCount","by":1e40}""", "/by"),
            ("POST", "/api/air", "null", ""),
            ("POST", "/api/air", "[]", ""),
            ("POST", "/api/air", "{", ""),
            ("POST", "/api/air", """{"id":"x","verb":"light","graphic":"\ud800"}""", "/graphic"),
            ("PATCH", "/api/show", """{"revision":9e15,"loudness":{"level":-1,"muted":false}}""", "/loudness/level"),
            ("PATCH", "/api/show", """{"revision":9e15,"loudness":{"level":1e999,"muted":false}}""", "/loudness/level"),
            ("PATCH", "/api/show", """{"revision":9e15,"name":"N","cues":[]}""", "/cues"),
            ("PATCH", "/api/graphics/names", """{"revision":9e15,"cards":[{"id":"c1","words":{},"colour":"red"}]}""", "/cards/0/colour"),
            ("POST", "/api/air", """{"id":"x","verb":"light","graphic":"names","by":3}""", "/by"),
            ("POST", "/api/cues", "null", ""),
            ("POST", "/api/timers", "null", ""),
            ("PATCH", "/api/cues/opening", "null", ""),
            ("PATCH", "/api/cues/opening", """{"revision":9e15,"steps":[null]}""", "/steps"),
            ("POST", "/api/cues/opening/place", """{"revision":9e15,"after":"\ud800"}""", "/after"),
            ("POST", "/api/keep-clear", """{"id":"","name":"F","area":{"x":0,"y":0,"w":1e999,"h":1}}""", "/area/w"),
            ("PATCH", "/api/timers/check", """{"revision":9e15,"length":1e300}""", "/length"),
            ("POST", "/api/seats", """{"id":"own","name":"Own","column":0,"row":0,"kind":99,"z":1}""", "/kind"),
            ("PATCH", "/api/show", """{"revision":9e15,"canvas":{"width":1920,"height":1080,"rate":{"numerator":1,"denominator":0}}}""", "/canvas/rate"),
            ("POST", "/api/saved-finishes", """{"id":"","name":"a","source":"not json"}""", "/source"),
            ("PATCH", "/api/show", $$"""{"revision":9e15,"name":"{{new string('n', 90_000)}}"}""", "/name"),
            ("POST", "/api/cues", """{"id":"opening","name":"A","steps":[{"after":0,"onlyThese":false,"settings":[]}]}""", "/id"),
            ("PATCH", "/api/graphics/names", """{"revision":9e15,"cards":[{"id":"","words":{}}]}""", "/cards/0/id"),
            ("PATCH", "/api/graphics/names", """{"revision":9e15,"cards":[null]}""", "/cards"),
            ("PATCH", "/api/graphics/names", """{"revision":9e15,"outfits":[null]}""", "/outfits"),
            ("PATCH", "/api/graphics/names", """{"revision":9e15,"words":{"name":null}}""", "/words"),
            ("PATCH", "/api/graphics/names", """{"revision":9e15,"stay":1e300}""", "/stay"),
            ("PATCH", "/api/graphics/names", """{"revision":9e15,"place":{"x":0,"y":0,"scale":1e7,"opacity":1}}""", "/place/scale"),
            ("PATCH", "/api/graphics/names", """{"revision":9e15,"words":{""" + string.Join(',', Enumerable.Range(0, 19_000).Select(at => $"\"w{at}\":\"x\"")) + "}}", "/words"),
            ("POST", "/api/preview", """{"graphic":"names","place":{"x":0,"y":0,"scale":1e7,"opacity":1}}""", "/place/scale"),
            ("POST", "/api/feeds", """{"id":"f","name":"F","path":"relative.txt"}""", "/path"),
            ("POST", "/api/templates", $$"""{"source":{{JsonValue.Create(ManyTexts())!.ToJsonString()}}}""", "/fields"),
            ("POST", "/api/brands/file", """{"format":"side-lamp-brand/1","brand":{"palette":{"plate":"oklch(50% 0.1 1e308rad)"}},"files":[]}""", ""),
            ("POST", "/api/templates", """{"source":"{\"format\":\"side-lamp-template/1\",\"id\":\"a\",\"name\":\"\\ud800\"}"}""", ""),
            ("POST", "/api/templates", """{"source":"{\"format\":\"side-lamp-template/1\",\"id\":\"a\",\"id\":\"b\"}"}""", ""),
            ("POST", "/api/brands/file", """{"format":"side-lamp-brand/1","brand":null,"files":null}""", ""),
            ("POST", "/api/sheets", """{"graphic":"names","text":null}""", "/text"),
            ("PUT", "/api/standby", """{"graphic":"none"}""", ""),
        ];

    private static string ManyTexts() =>
        new JsonObject
        {
            ["format"] = "side-lamp-template/1",
            ["id"] = "many",
            ["name"] = "Many",
            ["kind"] = "caption",
            ["seat"] = "middle",
            ["fields"] = new JsonArray(new JsonObject { ["name"] = "a", ["label"] = "A", ["sample"] = new string('m', 3900) }),
            ["root"] = new JsonObject
            {
                ["id"] = "all",
                ["part"] = "column",
                ["parts"] = new JsonArray([.. Enumerable.Range(0, 300).Select(at => (JsonNode)new JsonObject { ["id"] = $"t{at}", ["part"] = "text", ["field"] = "a", ["fit"] = "grow", ["size"] = 20, ["greatestSize"] = 400 })]),
            },
        }.ToJsonString();

    private static IEnumerable<(string Name, byte[] Bytes)> Uploads()
    {
        static byte[] Text(string text) => Encoding.UTF8.GetBytes(text);
        var nested = string.Concat(Enumerable.Range(1, 16).Select(at => $"<g id=\"g{at}\"><use href=\"#g{at - 1}\"/><use href=\"#g{at - 1}\"/></g>"));
        yield return ("shapes that double", Text($"<svg xmlns=\"http://www.w3.org/2000/svg\"><rect id=\"g0\" width=\"1\" height=\"1\"/>{nested}<use href=\"#g16\"/></svg>"));
        var patterns = string.Concat(Enumerable.Range(1, 16).Select(at => $"<pattern id=\"g{at}\"><rect fill=\"url(#g{at - 1})\"/><rect fill=\"url(#g{at - 1})\"/></pattern>"));
        yield return ("patterns that double", Text($"<svg xmlns=\"http://www.w3.org/2000/svg\"><rect id=\"g0\"/>{patterns}<rect fill=\"url(#g16)\"/></svg>"));
        yield return ("a shape in itself", Text("<svg xmlns=\"http://www.w3.org/2000/svg\"><g id=\"a\"><use href=\"#a\"/></g></svg>"));
        yield return ("a slow filter", Text("<svg xmlns=\"http://www.w3.org/2000/svg\"><filter id=\"f\"><feTurbulence numOctaves=\"99\"/></filter></svg>"));
        static byte[] Lottie(string more, string layers = "[]") => Text($"{{\"w\":10,\"h\":10,\"fr\":30,\"ip\":0,\"op\":30,\"layers\":{layers}{more}}}");
        yield return ("a style sheet as a typeface", Lottie(",\"fonts\":{\"list\":[{\"fName\":\"x\",\"fPath\":\"data:text/css,*{display:none}\",\"origin\":3}]}"));
        yield return ("an expression", Lottie(",\"assets\":[]", "[{\"ty\":4,\"ks\":{\"r\":{\"a\":0,\"k\":0,\"x\":\"while(1){}\"}}}]"));
        var compositions = string.Join(',', Enumerable.Range(1, 14).Select(at => $"{{\"id\":\"c{at}\",\"layers\":[{{\"ty\":0,\"refId\":\"c{at - 1}\"}},{{\"ty\":0,\"refId\":\"c{at - 1}\"}}]}}"));
        yield return ("compositions that double", Lottie($",\"assets\":[{{\"id\":\"c0\",\"layers\":[{{\"ty\":4}}]}},{compositions}]", "[{\"ty\":0,\"refId\":\"c14\"}]"));
        yield return ("a composition in itself", Lottie(",\"assets\":[{\"id\":\"c\",\"layers\":[{\"ty\":0,\"refId\":\"c\"}]}]", "[{\"ty\":0,\"refId\":\"c\"}]"));
        yield return ("a million copies", Lottie("", "[{\"ty\":4,\"shapes\":[{\"ty\":\"rp\",\"c\":{\"a\":0,\"k\":1000000}}]}]"));
        // A PNG of 16384 × 16384 px in few bytes: its header is enough to know.
        byte[] png = [0x89, 0x50, 0x4E, 0x47, 0x0D, 0x0A, 0x1A, 0x0A, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52, 0, 0, 0x40, 0, 0, 0, 0x40, 0, 1, 0, 0, 0, 0, 1, 2, 3, 4, 0, 0, 0, 0, 0x49, 0x44, 0x41, 0x54, 1, 2, 3, 4, 0, 0, 0, 0, 0x49, 0x45, 0x4E, 0x44, 1, 2, 3, 4];
        yield return ("a picture of 268 million px", png);
    }

    private Task Write(string file, byte[] bytes) => File.WriteAllBytesAsync(Path.Combine(_server.Files, file), bytes);

    private static void Run(string program, params string[] words)
    {
        using var process = Process.Start(program, words);
        process.WaitForExit();
        Assert.Equal(0, process.ExitCode);
    }

    private Task Holds(string what, Action act) => Holds(what, () => { act(); return Task.CompletedTask; });

    /// <summary>Does something hostile to a file, waits until the server has looked at it, and presses.</summary>
    private async Task Holds(string what, Func<Task> act)
    {
        await act();
        for (var beat = 0; beat < 2; beat++)
        {
            await _desk.Next("news");
        }

        await StillHeard(what);
        var show = await _server.Show();
        var seen = await Seen();
        Assert.DoesNotContain("{{", seen, StringComparison.Ordinal);
        Assert.Equal("The Lantern Cloth", show["name"]!.GetValue<string>());
    }

    /// <summary>A press on another graphic reaches the output soon.</summary>
    private async Task StillHeard(string what)
    {
        _lit = !_lit;
        var since = Stopwatch.GetTimestamp();
        var answer = await _server.Press(_lit ? "light" : "dark", "quote");
        Assert.True(answer.IsSuccessStatusCode, $"{what}: {await answer.Content.ReadAsStringAsync()}");
        await _output.Next(change => change["k"]!.GetValue<string>() == "change" && change.ToJsonString().Contains("\"quote\"", StringComparison.Ordinal));
        Assert.True(Stopwatch.GetElapsedTime(since) < Soon, $"{what}: the output heard of the press only after {Stopwatch.GetElapsedTime(since).TotalMilliseconds:0} ms.");
    }

    private async Task<string> Seen()
    {
        using var page = await _server.Open(await _server.Token());
        return (await page.Next("snap"))["items"]!.ToJsonString();
    }

    private async Task Heard(string words)
    {
        for (var look = 0; look < 100; look++)
        {
            if ((await Seen()).Contains(words, StringComparison.Ordinal))
            {
                return;
            }

            await _desk.Next("news");
        }

        Assert.Fail($"“{words}” was never shown.");
    }

    private Task Trouble(string feed, string words) =>
        _desk.Next(news => news["k"]!.GetValue<string>() == "news" && news["feeds"]!.AsArray().Any(one => one!["id"]!.GetValue<string>() == feed && (one["trouble"]?.GetValue<string>() ?? "").Contains(words, StringComparison.Ordinal)));

    private async Task Accepted(string method, string path, string body)
    {
        var answer = await _server.Send(method, path, body.Replace("9e15", "9000000000000000", StringComparison.Ordinal));
        Assert.True(answer.IsSuccessStatusCode, $"{path} {body}: {await answer.Content.ReadAsStringAsync()}");
        await StillHeard(body);
    }

    private async Task Refused(string method, string path, string body, string where)
    {
        var what = $"{method} {path} {body[..Math.Min(150, body.Length)]}";
        var answer = await _server.Send(method, path, body.Replace("9e15", "9000000000000000", StringComparison.Ordinal));
        Assert.True((int)answer.StatusCode is >= 400 and < 500, $"{what}: {(int)answer.StatusCode} {await answer.Content.ReadAsStringAsync()}");
        var problem = await InWords(what, answer);
        Assert.True(where.Length == 0 || problem["faults"]!.AsArray().Any(fault => fault!["path"]!.GetValue<string>().StartsWith(where, StringComparison.Ordinal)), $"{what}: {problem["faults"]!.ToJsonString()}");
        await StillHeard(what);
    }

    /// <summary>For a person: short, and without names of our types, stacks, or paths of the disk.</summary>
    private static async Task<JsonNode> InWords(string what, HttpResponseMessage answer)
    {
        var text = await answer.Content.ReadAsStringAsync();
        Assert.True(text.Length < 20_000, $"{what}: an answer of {text.Length} letters.");
        foreach (var never in new[] { "SideLamp.", "System.", "   at ", "/tmp/", "Exception", "\u200B" })
        {
            Assert.False(text.Contains(never, StringComparison.Ordinal), $"{what}: {text}");
        }

        Assert.Equal(new MediaTypeHeaderValue("application/problem+json").MediaType, answer.Content.Headers.ContentType!.MediaType);
        return JsonNode.Parse(text)!;
    }

    private async Task TheSameAfterARestart()
    {
        // What is on its way out is gone by then.
        await _server.Press("light", "quote");
        _lit = true;
        var before = JsonNode.Parse(await Seen())!.AsArray().Select(item => (item!["graphic"]!.GetValue<string>(), item["nodes"]!.AsArray().Count)).Order().ToList();
        await _server.Kill();
        await _server.Restart();
        var after = JsonNode.Parse(await Seen())!.AsArray().Select(item => (item!["graphic"]!.GetValue<string>(), item["nodes"]!.AsArray().Count)).Order().ToList();
        Assert.Equal(before, after);
        _output = await _server.Open(await _server.Token());
        // A press that comes before the page has said hello is in its first picture, and no change of it.
        await _output.Next("snap");
        await StillHeard("a restart");
    }
}
