using System.Globalization;
using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using static SideLamp.Server.Tests.EventSender;

namespace SideLamp.Server.Tests;

/// <summary>Events over real HTTP, into a real SQLite file. Source: CloudEvents 1.0, HTTP Protocol Binding and JSON Format.</summary>
public sealed class EventTests
{
    [Fact]
    public async Task Events_come_in_as_binary_structured_and_batch_count_once_and_show_in_labels_on_air()
    {
        await using var server = await RunningServer.Host();
        var door = await EventSender.To(server);
        foreach (var label in new[]
        {
            """{"id":"follower","name":"Latest follower","kind":"follow","figure":"latest","over":"ever","words":"{{ event.name }}","fallback":"nobody yet","currency":"EUR"}""",
            """{"id":"tips","name":"Tips","kind":"tip","figure":"total","over":"session","words":"{{ event.amount }}","fallback":"none","currency":"EUR","target":600,"start":100}""",
        })
        {
            Assert.Equal(HttpStatusCode.OK, (await server.Send("POST", "/api/labels", label)).StatusCode);
        }

        await server.Send("PATCH", "/api/graphics/names", """{"revision":9000000000000000,"card":"c1","words":{"name":"{{ labels.follower }}","role":"{{ labels.tips_value }} of {{ labels.tips_target }}"}}""");
        await server.Press("light", "names");
        using var page = await server.Open(await server.Token());
        // The demo's own viewers have been there: their tips, 20.50 in all, are of the session before.
        await page.Next(one => one.ToJsonString().Contains("quietfern", StringComparison.Ordinal) && one.ToJsonString().Contains("120.5 of 600", StringComparison.Ordinal));
        await server.Send("POST", "/api/sessions", "");
        await page.Next(one => one.ToJsonString().Contains("\"100 of 600\"", StringComparison.Ordinal));

        // Source: the specification's own way of writing binary mode, ce- headers and the data as the body.
        var binary = new HttpRequestMessage(HttpMethod.Post, "/events") { Content = new StringContent("""{"name":"moss\u202Eandco"}""", Encoding.UTF8, "application/json") };
        foreach (var (name, value) in new[] { ("ce-specversion", "1.0"), ("ce-type", "example.club.follow"), ("ce-source", "/club"), ("ce-id", "f1"), ("authorization", $"Bearer {door.Key}") })
        {
            binary.Headers.TryAddWithoutValidation(name, value);
        }

        Assert.Equal("""{"counted":1,"known":0}""", await (await server.Http.SendAsync(binary)).Content.ReadAsStringAsync());
        await page.Next(one => one.ToJsonString().Contains("mossandco", StringComparison.Ordinal));
        Assert.Equal((HttpStatusCode.OK, """{"counted":0,"known":1}"""), await door.Send(Structured, Event("f1", "follow", """{"name":"another"}""")));

        var tips = $"[{Event("t1", "tip", """{"name":"Pim","amount":12.5}""")},{Event("t2", "tip", """{"amount":"7.50"}""")},{Event("t2", "tip", """{"amount":900}""")},{Event("r0", "reversal", """{"event":"t9"}""")},{Event("t9", "tip", """{"amount":50}""")},{Event("j1", "tip", """{"amount":5000,"currency":"JPY"}""")}]";
        Assert.Equal((HttpStatusCode.OK, """{"counted":5,"known":1}"""), await door.Send(Batch, tips));
        await page.Next(one => one.ToJsonString().Contains("120 of 600", StringComparison.Ordinal));

        // A batch is all or none, and every fault is told with its place.
        var (code, said) = await door.Send(Batch, $"[{Event("g1", "tip", """{"amount":1}""")},{Event("g2", "tip", """{"amount":1e400}""")},{Event("g3", "Follow!", "{}")}]");
        Assert.Equal(HttpStatusCode.BadRequest, code);
        Assert.Equal(["/1/data/amount", "/2/type"], JsonNode.Parse(said)!["faults"]!.AsArray().Select(fault => fault!["path"]!.GetValue<string>()));
        Assert.Equal("""{"counted":1,"known":0}""", (await door.Send(Structured, Event("g1", "tip", """{"amount":1}"""))).Said);
        Assert.Equal(HttpStatusCode.Unauthorized, (await door.Send(Structured, Event("x", "follow", "{}"), otherKey: "wrong")).Code);

        // Taken back, corrected by hand, and a fresh session, which is taken back again; what was before stays in ever.
        await door.Send(Structured, Event("r1", "reversal", """{"event":"t1"}"""));
        await page.Next(one => one.ToJsonString().Contains("108.5 of 600", StringComparison.Ordinal));
        await server.Send("POST", "/api/events/corrections", """{"kind":"tip","times":0,"size":-0.5,"currency":"EUR"}""");
        await page.Next(one => one.ToJsonString().Contains("108 of 600", StringComparison.Ordinal));
        await server.Send("POST", "/api/sessions", "");
        await page.Next(one => one.ToJsonString().Contains("100 of 600", StringComparison.Ordinal));
        await server.Send("DELETE", "/api/sessions/newest", "");
        await page.Next(one => one.ToJsonString().Contains("108 of 600", StringComparison.Ordinal));
        await server.Send("DELETE", "/api/sessions/newest", "");
        await page.Next(one => one.ToJsonString().Contains("128.5 of 600", StringComparison.Ordinal));
        Assert.Equal(HttpStatusCode.Conflict, (await server.Send("DELETE", "/api/sessions/newest", "")).StatusCode);

        // A name with a word of the never-show list is nobody's, on air and on our own pages; without the list it is back.
        await server.Send("PATCH", "/api/show", """{"revision":9000000000000000,"neverShow":{"words":["mossandco"],"act":"mask"}}""");
        await page.Next(one => one.ToJsonString().Contains("a viewer", StringComparison.Ordinal));
        Assert.DoesNotContain("mossandco", await server.Http.GetStringAsync("/api/events"), StringComparison.Ordinal);
        await server.Send("PATCH", "/api/show", """{"revision":9000000000000000,"neverShow":{"words":[],"act":"mask"}}""");
        await page.Next(one => one.ToJsonString().Contains("mossandco", StringComparison.Ordinal));

        // They are counted from what is kept; a row that somebody spoiled counts as it did, and stops no start.
        await server.Send("POST", "/api/labels", """{"id":"gifts","name":"Gifts","kind":"gift","figure":"latest","over":"ever","words":"{{ event.name }}!","fallback":"none","currency":"EUR"}""");
        await door.Send(Structured, Event("spoilt", "gift", """{"name":"Pim"}"""));
        using (var database = SideLamp.Store.Database.Open(Path.Combine(server.Data, "show.db")))
        {
            database.Execute("UPDATE event SET body = 'no JSON' WHERE id = 'spoilt'");
        }

        await server.HostAgain();
        using var again = await server.Open(await server.Token());
        await again.Next(one => one.ToJsonString().Contains("128.5 of 600", StringComparison.Ordinal) && one.ToJsonString().Contains("mossandco", StringComparison.Ordinal));
        Assert.Equal((HttpStatusCode.OK, """{"counted":0,"known":1}"""), await door.Send(Structured, Event("t9", "tip", """{"amount":50}""")));
    }

    [Fact]
    public async Task What_other_programs_send_in_a_shape_of_their_own_counts_like_any_event_and_one_gift_counts_once()
    {
        await using var server = await RunningServer.Host("--empty");
        var door = await EventSender.To(server);
        const string Jar = """{"id":"jar","name":"The jar","each":"/list","takes":{"type":"{% if it.what == 'gift' %}gift{% elsif it.cents %}tip{% endif %}","id":"/ref","name":"/from","amount":"{{ it.cents | divided_by: 100.0 }}","count":"/count","gift":"/gift"}}""";
        Assert.Equal(HttpStatusCode.OK, (await server.Send("POST", "/api/adapters", Jar)).StatusCode);
        foreach (var kind in new[] { "gift", "tip" })
        {
            await server.Send("POST", "/api/labels", $$$"""{"id":"{{{kind}}}s","name":"{{{kind}}}","kind":"{{{kind}}}","figure":"total","over":"ever","words":"{{ event.amount }}","fallback":"none","currency":"EUR"}""");
        }

        using var desk = await server.Open();
        await desk.Next("news");
        // Tried on what was pasted, it counts nothing.
        const string Sample = """{"list":[{"ref":1,"from":"Pim","cents":1250},{"ref":2,"what":"hello"},{"ref":3,"cents":-5}]}""";
        var tried = await server.Send("POST", "/api/adapters/try", $$"""{"adapter":{{Jar}},"sample":{{System.Text.Json.JsonSerializer.Serialize(Sample)}}}""");
        var what = JsonNode.Parse(await tried.Content.ReadAsStringAsync())!;
        Assert.Equal(("Pim", "12.50 EUR", 1, "/2/data/amount"), (what["events"]![0]!["name"]!.GetValue<string>(), what["events"]![0]!["amount"]!.GetValue<string>(), what["leftOut"]!.GetValue<int>(), what["faults"]![0]!["path"]!.GetValue<string>()));
        Assert.Equal(HttpStatusCode.BadRequest, (await server.Send("POST", "/api/adapters/try", $$"""{"adapter":{{Jar}},"sample":"{"}""")).StatusCode);
        // All or none, as at the other door.
        var (refused, said) = await door.Send("application/json", Sample, "/events/jar");
        Assert.True(refused == HttpStatusCode.BadRequest && said.Contains("/2/data/amount", StringComparison.Ordinal), said);
        Assert.Equal((HttpStatusCode.OK, """{"counted":1,"known":0}"""), await door.Send("application/json", """{"list":[{"ref":1,"from":"Pim","cents":1250},{"what":"hello"}]}""", "/events/jar"));
        Assert.Equal((HttpStatusCode.OK, """{"counted":0,"known":1}"""), await door.Send("text/plain", """{"list":{"ref":1,"from":"Pim","cents":1250}}""", "/events/jar"));
        Assert.Equal(HttpStatusCode.BadRequest, (await door.Send("application/json", """{"list":"ÿ"}""", "/events/jar", encoding: Encoding.Latin1)).Code);
        Assert.Equal(HttpStatusCode.NotFound, (await door.Send("application/json", "{}", "/events/jam")).Code);
        Assert.Equal(HttpStatusCode.Unauthorized, (await door.Send("application/json", "{}", "/events/jar", otherKey: "wrong")).Code);

        // Two of the five are told before the gift itself, three after it; then one more than it said.
        await door.Send("application/json", """{"list":[{"what":"gift","ref":"a","gift":"g"},{"what":"gift","ref":"b","gift":"g"},{"what":"gift","ref":"c","gift":"g","count":5}]}""", "/events/jar");
        await door.Send("application/json", $"{{\"list\":[{string.Join(',', "defh".Select(id => $"{{\"what\":\"gift\",\"ref\":\"{id}\",\"gift\":\"g\"}}"))}]}}", "/events/jar");
        await desk.Next(_ => Label(desk, "gifts") == "6" && Label(desk, "tips") == "12.50 EUR");
        await server.Send("POST", "/api/events/corrections", """{"kind":"tip","times":0,"size":2,"currency":"EUR"}""");
        await desk.Next(_ => Label(desk, "tips") == "14.50 EUR" && desk.News["trail"]!.ToJsonString().Contains("Corrected: tip", StringComparison.Ordinal));

        // Whatever session turns in the middle of batches: each event counts once, and what is kept says the same.
        await server.Send("POST", "/api/labels", """{"id":"now","name":"Now","kind":"tip","figure":"count","over":"session","words":"{{ event.count }}","fallback":"0","currency":"EUR"}""");
        await Task.WhenAll([
            .. Enumerable.Range(0, 12).Select(batch => door.TellAll(Enumerable.Range(0, 50).Select(no => Event($"s{batch}-{no}", "tip", """{"amount":0.5}""")))),
            .. Enumerable.Range(0, 4).Select(_ => server.Send("POST", "/api/sessions", "")),
        ]);
        await desk.Next(_ => Label(desk, "tips") == "314.50 EUR");
        await server.Send("POST", "/api/events", """{"kind":"tip","data":{"amount":1}}""");
        await desk.Next(_ => Label(desk, "tips") == "315.50 EUR");
        var (gifts, now) = (Label(desk, "gifts"), Label(desk, "now"));
        await server.HostAgain();
        using var again = await server.Open();
        await again.Next("news");
        Assert.Equal((gifts, now, "315.50 EUR"), (Label(again, "gifts"), Label(again, "now"), Label(again, "tips")));
    }

    private static string? Label(LivePage desk, string id) => desk.News["labels"]!.AsArray().FirstOrDefault(one => one!["label"]!.GetValue<string>() == id)?["text"]!.GetValue<string>();

    [Fact]
    public async Task Whatever_is_sent_is_answered_with_what_is_wrong_and_counts_nothing()
    {
        await using var server = await RunningServer.Host("--empty");
        var door = await EventSender.To(server);
        foreach (var (type, body) in new[]
        {
            (Structured, "{"),
            (Structured, """{"specversion":"1.0"}"""),
            (Structured, """{"specversion":"9","id":"1","source":"/a","type":"follow"}"""),
            ("text/plain", "follow"),
            (Batch, "{}"),
            (Batch, $"[{string.Join(',', Enumerable.Range(0, 1001).Select(at => Event($"b{at}", "follow", "{}")))}]"),
            (Structured, Event("1", "tip", "{}")),
            (Structured, Event("1", "tip", """{"amount":-1}""")),
            (Structured, Event("1", "tip", """{"amount":1e13}""")),
            (Structured, Event("1", "tip", """{"amount":0.001}""")),
            (Structured, Event("1", "tip", """{"amount":5,"currency":"Euro"}""")),
            (Structured, Event("1", "gift", """{"count":1.5}""")),
            (Structured, Event("1", "gift", """{"count":99999999999}""")),
            (Structured, Event("1", "follow", """{"name":"\ud800"}""")),
            (Structured, Event("1", "follow", """{"\ud83d":1,"name":"Pim"}""")),
            (Structured, Event("1", "follow", """{"name":["Pim"]}""")),
            (Structured, Event("1", "follow", "[]")),
            (Structured, Event("1", "reversal", "{}")),
            (Structured, Event(new string('x', 201), "follow", "{}")),
        })
        {
            var (code, said) = await door.Send(type, body);
            Assert.True(code == HttpStatusCode.BadRequest && said.Contains("faults", StringComparison.Ordinal), $"{body[..Math.Min(80, body.Length)]}: {code} {said}");
        }

        Assert.Equal("[]", await server.Http.GetStringAsync("/api/events"));
        // What is long, piled up or turned round is cut and cleaned; markup is words.
        var name = string.Concat(Enumerable.Repeat("👩‍👩‍👧", 60)) + "<img src=x onerror=alert(1)>";
        Assert.Equal(HttpStatusCode.OK, (await door.Send(Structured, Event("ok", "follow", new JsonObject { ["name"] = name }.ToJsonString()))).Code);
        Assert.EndsWith("👩‍👩‍👧…", JsonNode.Parse(await server.Http.GetStringAsync("/api/events"))![0]!["name"]!.GetValue<string>());
    }

    [Fact]
    public async Task Killed_at_any_instant_it_has_counted_all_that_it_answered_and_nothing_twice()
    {
        await using var server = await RunningServer.Begin("--empty");
        var door = await EventSender.To(server);
        await server.Send("POST", "/api/labels", """{"id":"all","name":"All","kind":"tip","figure":"total","over":"ever","words":"{{ event.amount }}","fallback":"0","currency":"EUR"}""");
        var (answered, sent, random) = (0, 0, new Random(7));
        for (var round = 0; round < 3; round++)
        {
            using var stop = new CancellationTokenSource();
            var sending = Task.Run(async () =>
            {
                try
                {
                    for (; !stop.IsCancellationRequested; sent++)
                    {
                        var (code, _) = await door.Send(Structured, Event($"k{sent}", "tip", """{"amount":1}"""));
                        answered += code == HttpStatusCode.OK ? 1 : 0;
                    }
                }
                catch (HttpRequestException)
                {
                    // Killed in the middle: it may be counted, or not.
                }
            });
            await Task.Delay(random.Next(100, 400));
            await server.KillAtOnce();
            await stop.CancelAsync();
            await sending;
            sent++;
            await server.Restart();
        }

        // All of them once more: what was kept is known.
        var again = 0;
        for (var at = 0; at < sent; at++)
        {
            var (_, said) = await door.Send(Structured, Event($"k{at}", "tip", """{"amount":1}"""));
            again += JsonNode.Parse(said)!["counted"]!.GetValue<int>();
        }

        Assert.InRange(again, 0, 3);
        Assert.InRange(answered, sent - again - 3, sent - again);
        using var desk = await server.Open();
        var told = (await desk.Next("news"))["labels"]!.AsArray().Single()!;
        Assert.Equal(sent.ToString(CultureInfo.InvariantCulture), told["value"]!.ToJsonString());
    }
}
