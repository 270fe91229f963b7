using System.Globalization;
using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using SideLamp.Core.Feeds;
using SideLamp.Core.Keeping;
using SideLamp.Core.Media;
using SideLamp.Core.Shows;
using SideLamp.Core.Tables;
using SideLamp.Core.Templates;
using SideLamp.Server.Feeds;

namespace SideLamp.Server.Tests;

/// <summary>Damaged files and mutated requests, a fixed number of rounds; <c>SIDELAMP_FUZZ</c> says more, <c>SIDELAMP_SEED</c> which.</summary>
public sealed class FuzzTests
{
    /// <summary>A landing is judged by the same rounds each time; everybody else tries new ones.</summary>
    private static readonly bool InCI = Environment.GetEnvironmentVariable("CI") is not null;

    private static readonly int Rounds = int.Parse(Environment.GetEnvironmentVariable("SIDELAMP_FUZZ") ?? "400", CultureInfo.InvariantCulture);
    private static readonly int Seed = int.Parse(Environment.GetEnvironmentVariable("SIDELAMP_SEED") ?? (InCI ? "20261127" : $"{Environment.TickCount}"), CultureInfo.InvariantCulture);

    /// <summary>What nobody means, and somebody sends.</summary>
    private static readonly string[] Nasty =
    [
        "null", "true", "[]", "{}", "[null]", "{\"a\":null}", "-1", "0", "1e308", "1e999", "-1e999", "99", "9223372036854775808", "0.1", "\"\"", "\" \"", "\"\\ud800\"", "\"\\ufffe\"", "\"\\u0000\"", "\"../../etc/passwd\"",
        "\"{{ cloth.text | append: cloth.text }}\"", "\"{% include 'x' %}\"", "\"{{\"", "\"<script>\"", "\"\\u202e\"", "\"oklch(50% 0.1 1e308rad)\"", "\"none\"", "\"names\"", "\"c1\"", "\"light\"",
    ];

    private static readonly (string Method, string Path, string Body)[] Requests =
    [
        ("POST", "/api/air", """{"id":"x","verb":"light","graphic":"names","card":"c2","alone":true,"how":"key 1","at":1}"""),
        ("POST", "/api/air", """{"id":"x","verb":"timer","timer":"check","act":"add","by":1000}"""),
        ("POST", "/api/air", """{"id":"x","verb":"count","graphic":"count","field":"leftCount","by":1,"to":2,"card":"c1"}"""),
        ("POST", "/api/air", """{"id":"x","verb":"callOff","graphic":"tip","alert":1}"""),
        ("PUT", "/api/standby", """{"graphic":"names"}"""),
        ("POST", "/api/preview", """{"graphic":"names","card":"c1","words":{"name":"A","role":"B"},"place":{"x":1,"y":2,"width":300,"scale":1,"opacity":1},"seat":"left","outfit":""}"""),
        ("PATCH", "/api/graphics/moth", """{"revision":9000000000000000,"name":"M","seat":"left","place":{"x":0,"y":0,"width":400,"scale":2,"opacity":0.5},"stay":5000,"key":"9","up":"c1","words":{"text":"a"},"speed":1,"cards":[{"id":"c1","words":{"text":"b"}},{"words":{}}],"outfits":[{"id":"o","name":"O","hidden":["plate"]}],"worn":"o","lettering":{"text":{"size":2,"family":"Arimo"}},"then":{"graphic":"lamp","delay":100},"every":90000,"cycle":{"order":"round","every":2000,"cards":["c1"]},"covers":true,"still":true,"attention":{"kind":"sheen","every":4000},"sound":{"source":"bell","level":1},"nextKey":"8","countKeys":{"a":{"up":"7"}}}"""),
        ("PATCH", "/api/show", """{"revision":9000000000000000,"name":"S","canvas":{"width":1280,"height":720,"rate":{"numerator":60000,"denominator":1001}},"seatOrder":["left","own-1"],"loudness":{"level":0.5,"muted":false}}"""),
        ("POST", "/api/seats", """{"id":"","name":"O","column":1,"row":1,"kind":"spot","z":50,"room":{"x":0.1,"y":0.1,"w":0.5,"h":0.5}}"""),
        ("PATCH", "/api/seats/own-1", """{"revision":9000000000000000,"name":"P","column":2,"row":0,"room":{"x":0.1,"y":0.1,"w":0.5,"h":0.5}}"""),
        ("POST", "/api/keep-clear", """{"id":"","name":"F","area":{"x":0,"y":0,"w":0.5,"h":0.5}}"""),
        ("POST", "/api/saved-finishes", """{"id":"","name":"f","source":"{}"}"""),
        ("POST", "/api/cues?after=check", """{"id":"","name":"Q","key":"0","steps":[{"after":0,"onlyThese":true,"settings":[{"graphic":"names","act":"light","card":"c1","outfit":""}],"timers":[{"timer":"check","act":"add","by":5}]}]}"""),
        ("PATCH", "/api/cues/check", """{"revision":9000000000000000,"name":"Q","key":null,"steps":[{"after":0,"onlyThese":true,"settings":[],"timers":[]}]}"""),
        ("POST", "/api/cues/check/place", """{"revision":9000000000000000,"after":"opening"}"""),
        ("PATCH", "/api/timers/check", """{"revision":9000000000000000,"name":"C","kind":"down","length":60000,"until":"23:30","atZero":"again","cue":"check","key":"6"}"""),
        ("POST", "/api/feeds", """{"id":"fuzz","name":"F","path":"/dev/null","every":100}"""),
        ("PATCH", "/api/feeds/cloth", """{"revision":9000000000000000,"name":"C","path":"/nowhere","every":1000}"""),
        ("PATCH", "/api/outputs/main", """{"revision":9000000000000000,"name":"M","sounds":false}"""),
        ("POST", "/api/graphics", """{"template":"name","name":"N","copyOf":"moth"}"""),
        ("POST", "/api/sheets", """{"graphic":"names","text":"name;line\na;b"}"""),
        ("PUT", "/api/brands/worn", """{"name":"Daylight","onAir":true}"""),
        ("POST", "/api/templates", """{"copyOf":"name","source":"{}"}"""),
    ];

    [Fact]
    public async Task Mutated_requests_are_answered_with_no_fault_of_ours_and_a_press_reaches_the_output_after_them()
    {
        TestContext.Current.SendDiagnosticMessage($"Seed {Seed}");
        var random = new Random(Seed);
        await using var server = await RunningServer.Begin();
        var token = await server.Token();
        var brand = (await server.Show())["brands"]!.AsArray().First(one => one!["name"]!.GetValue<string>() == "Daylight")!;
        (string Method, string Path, string Body)[] requests = [.. Requests, ("PATCH", "/api/brands?name=Daylight", $$"""{"revision":9000000000000000,"brand":{{brand.ToJsonString()}}}"""), ("POST", "/api/brands", """{"ready":null,"copyOf":"Daylight"}""")];
        for (var round = 0; round < Rounds; round++)
        {
            var (method, path, body) = requests[random.Next(requests.Length)];
            var mutated = random.Next(4) == 0 ? Torn(body, random) : Mutated(body, random);
            var answer = await server.Send(method, path, mutated);
            var text = await answer.Content.ReadAsStringAsync();
            Assert.True((int)answer.StatusCode < 500 && !text.Contains("SideLamp.", StringComparison.Ordinal), $"Seed {Seed}, round {round}: {method} {path} {mutated}: {(int)answer.StatusCode} {text}");
        }

        using var output = await server.Open(token);
        await output.Next("snap");
        Assert.Equal(HttpStatusCode.OK, (await server.Press("light", "vote")).StatusCode);
        await output.Next(change => change["k"]!.GetValue<string>() == "change" && change.ToJsonString().Contains("\"vote\"", StringComparison.Ordinal));
        // What was kept of it opens again.
        await server.Kill();
        await server.Restart();
        using var again = await server.Open(token);
        Assert.Contains("\"vote\"", (await again.Next("snap")).ToJsonString(), StringComparison.Ordinal);
    }

    [Fact]
    public void No_reader_throws_whatever_is_in_a_file()
    {
        TestContext.Current.SendDiagnosticMessage($"Seed {Seed}");
        var random = new Random(Seed);
        var root = VectorTests.Root();
        var files = Directory.EnumerateFiles(Path.Combine(root, "templates"), "*.json")
            .Concat(Directory.EnumerateFiles(Path.Combine(root, "templates", "media")))
            .Concat(Directory.EnumerateFiles(Path.Combine(root, "demo")))
            // Sources are few among so many templates: each counts for several.
            .Concat(Directory.EnumerateFiles(Path.Combine(root, "demo", "web")).SelectMany(file => Enumerable.Repeat(file, 4)))
            .Append(Path.Combine(root, "fonts", "SourceSerif4_600SemiBold.ttf"))
            .Select(File.ReadAllBytes)
            .ToList();
        for (var round = 0; round < Rounds * 5; round++)
        {
            var bytes = Damaged(files[random.Next(files.Count)], random);
            var text = Encoding.UTF8.GetString(bytes);
            try
            {
                MediaFile.Recognise(bytes);
                SourceText.Of(bytes);
                var value = new FeedValue(SourceTables.OfText(SourceText.Decode(bytes)).Tables, NodaTime.Instant.MinValue);
                ReadAsTables(bytes, random);
                TemplateReader.Read(text);
                CardSheet.Read(text);
                Placeholders.FaultIn(text[..Math.Min(text.Length, 4000)]);
                Placeholders.Fill("{{ f.text | strip | truncate: 20 }}" + text[..Math.Min(text.Length, 500)], FeedsNow.Of([new Feed(new("f"), "F", "/tmp/f", NodaTime.Duration.FromSeconds(1))], System.Collections.Immutable.ImmutableDictionary<Core.FeedId, FeedValue>.Empty.Add(new("f"), value)));
                ReadKept(text);
            }
            catch (Exception error)
            {
                Assert.Fail($"Seed {Seed}, round {round}: {error}");
            }
        }
    }

    /// <summary>As some kind of source, and as what it seems to be: it is read, or refused with a sentence.</summary>
    private static void ReadAsTables(byte[] bytes, Random random)
    {
        var kinds = Enum.GetValues<SourceKind>();
        Try(() => new SourceForm(kinds[random.Next(kinds.Length)]));
        Try(() => Source.Recognised(bytes, "moths.dat"));

        void Try(Func<SourceForm> form)
        {
            try
            {
                Source.Read(bytes, form());
            }
            catch (UnreadableException)
            {
                // As it should.
            }
        }
    }

    /// <summary>What is kept may be damaged: that is a fault of its own kind, and no other.</summary>
    private static void ReadKept(string text)
    {
        try
        {
            Codecs.Brand.Read(text);
        }
        catch (System.Text.Json.JsonException)
        {
            // As it should.
        }
    }

    private static byte[] Damaged(byte[] file, Random random)
    {
        var bytes = file.ToArray();
        for (var turn = random.Next(1, 12); turn > 0 && bytes.Length > 0; turn--)
        {
            bytes[random.Next(bytes.Length)] = (byte)random.Next(256);
        }

        return random.Next(3) == 0 ? bytes[..random.Next(bytes.Length + 1)] : bytes;
    }

    private static string Torn(string body, Random random) => random.Next(2) == 0 ? body[..random.Next(body.Length)] : body.Insert(random.Next(body.Length), Nasty[random.Next(Nasty.Length)]);

    /// <summary>Some of its values are replaced, left out or doubled.</summary>
    private static string Mutated(string body, Random random)
    {
        var text = body;
        for (var turn = random.Next(1, 4); turn > 0; turn--)
        {
            var spots = Spots(JsonNode.Parse(text)!).ToList();
            var (parent, key) = spots[random.Next(spots.Count)];
            // As a marker first: what is nasty is not always JSON that a tree can hold.
            if (parent is JsonObject named)
            {
                named[key] = "@@";
            }
            else
            {
                parent.AsArray()[int.Parse(key, CultureInfo.InvariantCulture)] = "@@";
            }

            text = parent.Root.ToJsonString().Replace("\"@@\"", Nasty[random.Next(Nasty.Length)], StringComparison.Ordinal);
            if (!IsTree(text))
            {
                break;
            }
        }

        return text;
    }

    private static bool IsTree(string text)
    {
        try
        {
            return JsonNode.Parse(text) is JsonObject { Count: > 0 } body && body.ToJsonString().Length > 0;
        }
        catch (Exception error) when (error is System.Text.Json.JsonException or InvalidOperationException)
        {
            return false;
        }
    }

    private static IEnumerable<(JsonNode Parent, string Key)> Spots(JsonNode node) =>
        node switch
        {
            JsonObject named => named.SelectMany(pair => (pair.Value is null ? [] : Spots(pair.Value)).Prepend((named, pair.Key))),
            JsonArray list => list.SelectMany((entry, at) => (entry is null ? [] : Spots(entry)).Prepend((list, at.ToString(CultureInfo.InvariantCulture)))),
            _ => [],
        };
}
