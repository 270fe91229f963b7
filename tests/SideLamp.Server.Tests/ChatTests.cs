using System.Diagnostics;
using System.Net;
using System.Net.Sockets;
using System.Text;
using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;
using static SideLamp.Server.Tests.EventSender;

namespace SideLamp.Server.Tests;

/// <summary>Chat over real sockets, into a real SQLite file.</summary>
public sealed class ChatTests
{
    private const string Rules = """{"revision":9000000000000000,"chatRules":{"graphic":"g","viewerDelay":0}}""";

    [Fact]
    public async Task Chat_is_heard_once_shown_taken_back_everywhere_and_connected_again()
    {
        await using var chat = ChatServer.Begin();
        await using var server = await RunningServer.Host("--empty");
        await Made(server, chat);
        using var desk = await server.Open();
        using var output = await server.Open(await server.Token());
        await Connected(desk);

        // The same id twice is one message; roles come from tags.
        chat.Chat.Say("oldbarn", "do the bats come for them?", "role=member", id: "m1");
        chat.Chat.Say("oldbarn", "do the bats come for them?", "role=member", id: "m1");
        chat.Chat.Redact("m2");
        chat.Chat.Say("wren", "<b>early</b>", id: "m2");
        chat.Chat.Say("pim", "see http://hollow-lane.example", id: "m3");
        var lines = await Lines(server, all => all.Count == 3);
        Assert.Equal(["do the bats come for them?", "", "see http://hollow-lane.example"], lines.Select(line => line!["text"]!.GetValue<string>()));
        Assert.Equal(["member", "viewer", "viewer"], lines.Select(line => line!["role"]!.GetValue<string>()));
        Assert.Equal([(true, false, "no"), (false, true, "no"), (false, false, "link")], lines.Select(line => (line!["isQuestion"]!.GetValue<bool>(), line["isGone"]!.GetValue<bool>(), line["held"]!.GetValue<string>())));
        Assert.Equal(HttpStatusCode.NotFound, (await Use(server, lines[1]!, "show")).StatusCode);
        foreach (var (list, nos) in new[] { ("everything", "1 2 3"), ("questions", "1"), ("held", "3"), ("shown", ""), ("held&find=HOLLOW", "3"), ("everything&find=early", "") })
        {
            Assert.Equal(nos, string.Join(' ', JsonNode.Parse(await server.Http.GetStringAsync($"/api/chat/lines/before/9007199254740991?which={list}", TestContext.Current.CancellationToken))!["lines"]!.AsArray().Select(line => line!["no"])));
        }


        // On air, and taken back by a moderator while it is.
        await Answered(await Use(server, lines[0]!, "show"));
        await output.Next(one => one.ToJsonString().Contains("do the bats come", StringComparison.Ordinal));
        chat.Chat.Redact("m1");
        await output.Next(one => one["k"]!.GetValue<string>() == "change" && one["drop"] is JsonArray { Count: > 0 });
        Assert.Equal(HttpStatusCode.NotFound, (await Use(server, lines[0]!, "show")).StatusCode);
        Assert.NotEqual(HttpStatusCode.OK, (await server.Send("POST", "/api/air", """{"id":"back1","verb":"bringBack","seat":"left"}""")).StatusCode);

        // All that somebody wrote, up to then.
        chat.Chat.Say("pim", "more", id: "m4");
        await Lines(server, all => all.Count == 4);
        chat.Chat.Kick("pim");
        chat.Chat.Say("pim", "I am sorry", id: "m5");
        lines = await Lines(server, all => all.Count == 5);
        Assert.Equal([true, true, true, true, false], lines.Select(line => line!["isGone"]!.GetValue<bool>()));

        // The server goes, and is back: it says so, and joins by itself.
        await chat.Close();
        await desk.Next(one => Health(one) == "refused");
        chat.Open();
        await Connected(desk);
        chat.Chat.Say("oldbarn", "back again", id: "m6");
        await Lines(server, all => all.Count == 6);
        Assert.True(JsonNode.Parse(await (await server.Http.GetAsync($"/health?key={(await File.ReadAllTextAsync(Path.Combine(server.Data, "health-key"), TestContext.Current.CancellationToken)).Trim()}", TestContext.Current.CancellationToken)).Content.ReadAsStringAsync(TestContext.Current.CancellationToken))!["chat"]![0]!["health"]!.GetValue<string>() == "connected");
    }

    [Fact]
    public async Task Any_other_service_sends_messages_removals_and_takings_back_through_the_door_for_events()
    {
        await using var server = await RunningServer.Host("--empty");
        var door = await EventSender.To(server);
        Assert.Equal((HttpStatusCode.OK, """{"counted":2,"known":1}"""), await door.Send(Batch, $"[{Event("a", "message", """{"name":"wren","person":"7","words":"good evening","role":"moderator"}""")},{Event("b", "message", """{"name":"pim","words":"?"}""")},{Event("a", "message", """{"name":"wren","words":"twice"}""")}]"));
        Assert.Equal((HttpStatusCode.OK, """{"counted":1,"known":0}"""), await door.Send(Structured, Event("c", "follow", """{"name":"wren"}""")));
        Assert.Equal(["good evening moderator", "? viewer"], (await Lines(server, all => all.Count == 2)).Select(line => $"{line!["text"]} {line["role"]}"));
        await door.Tell("r", "reversal", """{"event":"b"}""");
        await door.Tell("k", "removal", """{"person":"7"}""");
        await Lines(server, all => all.All(line => line!["isGone"]!.GetValue<bool>()));
        foreach (var (type, data, path) in new[] { ("message", """{"name":"wren"}""", "/data/words"), ("message", """{"words":"x"}""", "/data/name"), ("message", """{"name":"wren","words":"x","picture":"file:///etc/passwd"}""", "/data/picture"), ("removal", "{}", "/data/person"), ("gift", $$"""{"gift":"{{new string('g', 201)}}"}""", "/data/gift") })
        {
            var (code, said) = await door.Send(Structured, Event("f", type, data));
            Assert.Equal((HttpStatusCode.BadRequest, path), (code, JsonNode.Parse(said)!["faults"]![0]!["path"]!.GetValue<string>()));
        }
    }

    [Fact]
    public async Task Votes_queue_and_what_was_taken_back_outlast_a_kill_and_old_words_and_forgotten_people_are_erased()
    {
        await using var server = await RunningServer.Begin("--empty");
        var door = await EventSender.To(server);
        await Answered(await server.Send("POST", "/api/votes", """{"id":"lamp","question":"Which lamp?","options":[{"name":"A","words":[]},{"name":"B","words":[]}]}"""));
        await Answered(await server.Send("POST", "/api/air", """{"id":"open","verb":"vote","vote":"lamp","act":"open"}"""));
        await door.TellAll(Enumerable.Range(1, 40).Select(no => Event($"v{no}", "message", $$"""{"name":"p{{no % 30}}","words":"{{(no % 3 == 0 ? "B" : "A")}}"}""")));
        await door.Tell("q", "message", """{"name":"wren","person":"7","words":"to be shown"}""");
        await door.Tell("x", "message", """{"name":"pim","words":"to be taken back"}""");
        var lines = await Lines(server, all => all.Count == 42);
        await Answered(await Use(server, lines[40]!, "queue"));
        await door.Tell("rx", "reversal", """{"event":"x"}""");
        using (var desk = await server.Open())
        {
            await desk.Next(one => one["chat"]?["votes"] is JsonArray { Count: 1 } votes && votes[0]!["total"]!.GetValue<int>() == 30 && one["chat"]!["queue"]!.AsArray().Count == 1);
        }

        await Lines(server, all => all[41]!["isGone"]!.GetValue<bool>());
        await Task.Delay(600, TestContext.Current.CancellationToken);
        await server.Kill();
        await using (var file = new SqliteConnection($"Data Source={Path.Combine(server.Data, "show.db")};Pooling=False"))
        {
            file.Open();
            using var older = file.CreateCommand();
            older.CommandText = "UPDATE chat SET at = at - 15 * 86400000 WHERE no <= 10";
            Assert.Equal(10, older.ExecuteNonQuery());
        }

        await server.Restart();
        using var again = await server.Open();
        var news = await again.Next(one => one["chat"]?["votes"] is JsonArray { Count: 1 });
        Assert.Equal((30, "to be shown"), (news["chat"]!["votes"]![0]!["total"]!.GetValue<int>(), news["chat"]!["queue"]![0]!["words"]!.GetValue<string>()));
        lines = await Lines(server, all => all.Count == 32);
        Assert.Equal((true, ""), (lines[31]!["isGone"]!.GetValue<bool>(), lines[31]!["text"]!.GetValue<string>()));
        // Twice the same id is once, also after a start.
        Assert.Equal("""{"counted":0,"known":1}""", (await door.Send(Structured, Event("q", "message", """{"name":"wren","words":"to be shown"}"""))).Said);

        // Whoever is forgotten is in no row any more, and out of the queue; what was counted stays.
        await door.Tell("f1", "tip", """{"name":"wren","person":"7","amount":5}""");
        await Answered(await server.Send("DELETE", $"/api/chat/lines/{lines[30]!["no"]}/person", ""));
        await again.Next(one => one["chat"]?["queue"] is JsonArray { Count: 0 });
        Assert.Equal(31, (await Lines(server, all => all.Count == 31)).Count);
        await server.Kill();
        await using (var file = new SqliteConnection($"Data Source={Path.Combine(server.Data, "show.db")};Pooling=False"))
        {
            file.Open();
            using var count = file.CreateCommand();
            count.CommandText = "SELECT (SELECT count(*) FROM chat WHERE name = 'wren') || ' ' || (SELECT count(*) FROM event WHERE body LIKE '%wren%') || ' ' || (SELECT sum(size) FROM event WHERE kind = 'tip')";
            Assert.Equal("0 0 500", count.ExecuteScalar());
        }
    }

    [Fact]
    public async Task Of_a_flood_lines_are_shed_and_counted_and_no_vote_or_taking_back_is_lost_while_presses_are_answered()
    {
        await using var chat = ChatServer.Begin();
        await using var server = await RunningServer.Host("--empty");
        await Made(server, chat);
        await Answered(await server.Send("POST", "/api/votes", """{"id":"lamp","question":"Which lamp?","options":[{"name":"A","words":[]},{"name":"B","words":[]}]}"""));
        await Answered(await server.Send("POST", "/api/air", """{"id":"open","verb":"vote","vote":"lamp","act":"open"}"""));
        using var desk = await server.Open();
        await Connected(desk);
        const int lines = 30_000;
        const int voters = 3000;
        var flood = Task.Run(() =>
        {
            for (var no = 0; no < lines; no++)
            {
                chat.Chat.Say($"p{no % voters}", no % 10 == 0 ? no % 20 == 0 ? "A" : "B" : $"line {no} of a flood that says something else each time", id: $"f{no}");
            }

            chat.Chat.Redact("f29990");
        }, TestContext.Current.CancellationToken);
        await Answered(await server.Send("POST", "/api/air", """{"id":"p1","verb":"lightsOut"}"""));
        await flood;
        await desk.Next(one => one["chatIn"]?["messages"]?.GetValue<int>() == lines && one["chat"]?["votes"] is JsonArray { Count: 1 } votes && votes[0]!["total"]!.GetValue<int>() == voters / 10);
        var shed = desk.News["chatIn"]!["shed"]!.GetValue<int>();
        Assert.Equal(voters, desk.News["chatIn"]!["people"]!.GetValue<int>());
        Assert.InRange(shed, 1, lines - 500);
        var listed = JsonNode.Parse(await server.Http.GetStringAsync("/api/chat/lines?since=0&most=500", TestContext.Current.CancellationToken))!["lines"]!.AsArray();
        Assert.InRange(listed.Count, 100, 500);
    }

    /// <summary>A plain chat server from Debian, over TLS: ngircd, which is no part of this project.</summary>
    [Fact]
    public async Task It_talks_to_a_chat_server_of_another_make_over_tls_and_trusts_a_certificate_only_when_told()
    {
        var folder = Directory.CreateTempSubdirectory("ngircd").FullName;
        var port = FreePort();
        var plain = FreePort();
        await Run("openssl", "req", "-x509", "-newkey", "rsa:2048", "-nodes", "-days", "2", "-subj", "/CN=garden.example", "-keyout", $"{folder}/key.pem", "-out", $"{folder}/cert.pem");
        await File.WriteAllTextAsync(
            $"{folder}/ngircd.conf",
            $"""
            [Global]
            Name = garden.example
            Info = Garden
            Listen = 127.0.0.1
            Ports = {plain}
            MotdPhrase = Good evening
            ServerUID = root
            ServerGID = root
            PidFile = {folder}/pid
            Password = moths
            [Options]
            DNS = no
            Ident = no
            PAM = no
            [SSL]
            CertFile = {folder}/cert.pem
            KeyFile = {folder}/key.pem
            Ports = {port}
            """,
            TestContext.Current.CancellationToken
        );
        using var daemon = Process.Start(new ProcessStartInfo("/usr/sbin/ngircd", ["-n", "-f", $"{folder}/ngircd.conf"]) { RedirectStandardOutput = true, RedirectStandardError = true })!;
        try
        {
            await using var server = await RunningServer.Host("--empty");
            using var desk = await server.Open();
            await Answered(await server.Send("POST", "/api/chat-sources", $$"""{"id":"ng","name":"Another make","host":"127.0.0.1","port":{{port}},"isTls":true,"channels":["#lantern-cloth"]}"""));
            var print = (await desk.Next(one => one["chatIn"]?["sources"] is JsonArray { Count: 1 } sources && sources[0]!["print"] is not null))["chatIn"]!["sources"]![0]!["print"]!.GetValue<string>();
            await Answered(await server.Send("PUT", "/api/chat-sources/ng/login", """{"nick":"odalys","password":"wrong"}"""));
            await Answered(await server.Send("PATCH", "/api/chat-sources/ng", $$"""{"revision":9000000000000000,"trusts":"{{print}}"}"""));
            var why = (await desk.Next(one => Health(one) == "refused" && one["chatIn"]!["sources"]![0]!["print"] is null))["chatIn"]!["sources"]![0]!["why"]!.GetValue<string>();
            Assert.DoesNotContain("wrong", why, StringComparison.Ordinal);
            await Answered(await server.Send("PUT", "/api/chat-sources/ng/login", """{"nick":"odalys","password":"moths"}"""));
            await Connected(desk);

            // A second client, as bare as can be.
            using var other = new TcpClient();
            await other.ConnectAsync(IPAddress.Loopback, plain, TestContext.Current.CancellationToken);
            using var reader = new StreamReader(other.GetStream());
            async Task Say(string line) => await other.GetStream().WriteAsync(Encoding.UTF8.GetBytes(line + "\r\n"), TestContext.Current.CancellationToken);
            async Task Until(string what)
            {
                while (await reader.ReadLineAsync(TestContext.Current.CancellationToken) is { } line && !line.Contains(what, StringComparison.Ordinal))
                {
                    if (line.StartsWith("PING", StringComparison.Ordinal))
                    {
                        await Say("PONG " + line[5..]);
                    }
                }
            }

            await Say("PASS moths\r\nNICK wren\r\nUSER wren 0 * :Wren");
            await Until(" 001 ");
            await Say("JOIN #lantern-cloth");
            await Until(" 366 ");
            await Answered(await server.Send("POST", "/api/chat-commands", """{"id":"hello","name":"Hello","word":"!hello","act":"answer","isOn":true,"answer":"Good evening, {{ event.name }}!"}"""));
            await Say("PRIVMSG #lantern-cloth :why a white cloth: and not a red one?");
            await Say("PRIVMSG #lantern-cloth :!hello");
            await Until("PRIVMSG #lantern-cloth :Good evening, wren!");
            Assert.Equal(["wren: why a white cloth: and not a red one?", "wren: !hello"], (await Lines(server, all => all.Count == 2)).Select(line => $"{line!["name"]}: {line["text"]}"));
            // What lets us in is nowhere that anybody reads it.
            Assert.DoesNotContain("moths", (await server.Show()).ToJsonString() + desk.News.ToJsonString(), StringComparison.Ordinal);
        }
        finally
        {
            daemon.Kill();
            await daemon.WaitForExitAsync(CancellationToken.None);
            Directory.Delete(folder, recursive: true);
        }
    }

    /// <summary>A show whose graphic <c>g</c> shows messages, and that listens to the chat.</summary>
    private static async Task Made(RunningServer server, ChatServer chat)
    {
        var id = JsonNode.Parse(await (await server.Send("POST", "/api/graphics", """{"template":"chat-message"}""")).Content.ReadAsStringAsync())!["id"]!.GetValue<string>();
        await Answered(await server.Send("PATCH", $"/api/graphics/{id}", """{"revision":9000000000000000,"words":{"who":"{{ event.name }}","message":"{{ event.words }}"}}"""));
        await Answered(await server.Send("PATCH", "/api/show", Rules.Replace("\"g\"", $"\"{id}\"", StringComparison.Ordinal)));
        await Answered(await server.Send("POST", "/api/chat-sources", chat.Source()));
    }

    private static Task<JsonNode> Connected(LivePage desk) => desk.Next(one => Health(one) == "connected" && one["chatIn"]!["sources"]![0]!["channels"]!.AsArray().Count == 1);

    private static string? Health(JsonNode news) => news["chatIn"]?["sources"] is JsonArray { Count: > 0 } sources ? sources[0]!["health"]!.GetValue<string>() : null;

    /// <summary>The messages that are listed, once that holds.</summary>
    private static async Task<JsonArray> Lines(RunningServer server, Func<JsonArray, bool> holds)
    {
        using var late = new CancellationTokenSource(TimeSpan.FromSeconds(120));
        while (true)
        {
            var lines = JsonNode.Parse(await server.Http.GetStringAsync("/api/chat/lines?since=0&most=500", late.Token))!["lines"]!.AsArray();
            if (holds(lines))
            {
                return lines;
            }

            await Task.Delay(20, late.Token);
        }
    }

    private static Task<HttpResponseMessage> Use(RunningServer server, JsonNode line, string act) => server.Send("POST", $"/api/chat/lines/{line["no"]}", $$"""{"id":"{{Guid.NewGuid()}}","act":"{{act}}"}""");

    private static async Task Answered(HttpResponseMessage answer) => Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());

    private static async Task Run(string program, params string[] arguments)
    {
        using var process = Process.Start(new ProcessStartInfo(program, arguments) { RedirectStandardError = true, RedirectStandardOutput = true })!;
        await process.WaitForExitAsync();
        Assert.Equal(0, process.ExitCode);
    }

    private static int FreePort()
    {
        using var probe = new TcpListener(IPAddress.Loopback, 0);
        probe.Start();
        return ((IPEndPoint)probe.LocalEndpoint).Port;
    }
}
