using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;

namespace SideLamp.Server.Tests;

/// <summary>A disk that fails, a file that is damaged or lost: the show goes on, says so, and nothing is lost unsaid.</summary>
public sealed class DiskTests
{
    /// <summary>What a full disk does to whoever writes: RLIMIT_FSIZE of prlimit(2), in bytes. The tests may run as root, whom no rights stop.</summary>
    private static void LimitFiles(RunningServer server, string most)
    {
        using var limit = Process.Start("prlimit", ["--pid", server.Pid.ToString(System.Globalization.CultureInfo.InvariantCulture), $"--fsize={most}:unlimited"]);
        limit.WaitForExit();
        Assert.Equal(0, limit.ExitCode);
    }

    private static string FileOf(RunningServer server) => Path.Combine(server.Data, "show.db");

    [Theory]
    [InlineData("held by another program")]
    [InlineData("full")]
    public async Task A_disk_that_takes_nothing_stops_no_press_and_is_brought_level_afterwards_with_what_was_deleted(string how)
    {
        await using var server = await RunningServer.Begin();
        using var output = await server.Open(await server.Token());
        using var desk = await server.Open();
        await output.Next("snap");
        await server.Press("light", "lamp");
        await output.Next("change");
        await using (var other = Open(server))
        {
            if (how == "full")
            {
                LimitFiles(server, "1");
            }
            else
            {
                Execute(other, "BEGIN EXCLUSIVE");
            }

            var since = Stopwatch.GetTimestamp();
            var answer = await server.Press("light", "names");
            foreach (var _ in Enumerable.Range(0, 9))
            {
                await server.Press("light", "names");
            }

            // Each would wait two seconds for another program's hold, and for a full disk for good.
            Assert.True(Stopwatch.GetElapsedTime(since) < TimeSpan.FromSeconds(10), "Presses waited for the disk.");
            Assert.Equal((HttpStatusCode.OK, false), (answer.StatusCode, (await answer.Content.ReadFromJsonAsync<JsonNode>())!["isKept"]!.GetValue<bool>()));
            Assert.Contains("Odalys", (await output.Next("change")).ToJsonString(), StringComparison.Ordinal);
            Assert.Contains("cannot be kept", (await desk.Next(news => news["faults"]?["unkept"] is not null))["faults"]!["unkept"]!.GetValue<string>(), StringComparison.Ordinal);
            // Reading, and what is said of presses, waits for nobody.
            Assert.Equal(HttpStatusCode.OK, (await server.Http.DeleteAsync("/api/graphics/vote")).StatusCode);
            Assert.False((await server.Http.GetFromJsonAsync<JsonNode>("/api/disk"))!["isKept"]!.GetValue<bool>());
            Assert.DoesNotContain((await server.Show())["graphics"]!.AsArray(), graphic => graphic!["id"]!.GetValue<string>() == "vote");
            if (how == "full")
            {
                LimitFiles(server, "unlimited");
            }
            else
            {
                Execute(other, "ROLLBACK");
            }
        }

        await desk.Next(news => news["k"]!.GetValue<string>() == "news" && news["faults"]?["unkept"] is null);
        await server.Kill();
        await server.Restart();
        Assert.DoesNotContain((await server.Show())["graphics"]!.AsArray(), graphic => graphic!["id"]!.GetValue<string>() == "vote");
        using var again = await server.Open();
        var news = await again.Next("news");
        Assert.Contains(news["airings"]!.AsArray(), airing => airing!["graphic"]!.GetValue<string>() == "names");
        // The log of that time is there, too.
        Assert.Contains("Names lit", news["trail"]!.ToJsonString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Whatever_becomes_of_the_data_folder_while_a_show_runs_it_goes_on_and_is_kept_anew_and_said()
    {
        await using var server = await RunningServer.Begin();
        var leaked = await server.Token();
        (await server.Http.PostAsync("/api/outputs/main/new-link", null)).EnsureSuccessStatusCode();
        using var output = await server.Open(await server.Token());
        using var desk = await server.Open();
        await output.Next("snap");
        var key = await File.ReadAllTextAsync(Path.Combine(server.Data, "key"));
        var moved = server.Data + "-moved";
        (string How, string? Said, Action Do)[] all =
        [
            ("the file is emptied", "The log begins anew", () =>
            {
                using var file = new FileStream(FileOf(server), FileMode.Open, FileAccess.Write, FileShare.ReadWrite);
                file.SetLength(0);
            }),
            ("the folder is deleted", "moved or deleted", () => DeleteWhole(server.Data)),
            ("the folder is moved", "moved or deleted", () => Directory.Move(server.Data, moved)),
            ("the file is deleted", "moved or deleted", () => File.Delete(FileOf(server))),
            ("its log is deleted", "set aside as", () => File.Delete(FileOf(server) + "-wal")),
            ("another is put in its place", "set aside as", () =>
            {
                File.WriteAllText(FileOf(server) + ".new", "Another file.");
                File.Move(FileOf(server) + ".new", FileOf(server), overwrite: true);
            }),
            ("the lock is deleted", null, () => File.Delete(Path.Combine(server.Data, "lock"))),
        ];
        var graphic = "lamp";
        foreach (var (how, said, act) in all)
        {
            act();
            graphic = graphic == "lamp" ? "names" : "lamp";
            await server.Press("light", graphic);
            await output.Next("change");
            (await server.Send("PATCH", "/api/show", $$"""{"revision":9000000000000000,"name":"After {{how}}"}""")).EnsureSuccessStatusCode();
            await desk.Next(news => news["faults"]?["findings"]?.ToJsonString().Contains(said ?? "", StringComparison.Ordinal) == true && news["faults"]?["unkept"] is null);
            for (var kept = ""; !kept.Contains($"After {how}", StringComparison.Ordinal); await Task.Delay(10))
            {
                await using var other = Open(server);
                kept = Read(other, "SELECT value FROM setting WHERE name = 'show'");
            }

            await server.Press("dark", graphic);
            await output.Next("change");
        }

        // Nobody else may come into the folder, and whoever has the key still may.
        Assert.Contains("Another Side Lamp", server.StartAnother().Said, StringComparison.Ordinal);
        Assert.Equal(key, await File.ReadAllTextAsync(Path.Combine(server.Data, "key")));
        await server.Press("light", "names");
        await server.Kill();
        await server.Restart();
        Assert.Equal("After the lock is deleted", (await server.Show())["name"]!.GetValue<string>());
        using var again = await server.Open();
        var news = await again.Next("news");
        Assert.Empty(news["faults"]!["findings"]!.AsArray());
        Assert.Equal("names", news["airings"]!.AsArray().Single(airing => airing!["phase"]!.GetValue<string>() != "leaving")!["graphic"]!.GetValue<string>());
        // The log of all that time is there.
        await using (var kept = Open(server))
        {
            Assert.Equal("5", Read(kept, "SELECT CAST(count(*) AS TEXT) FROM log WHERE graphic = 'names' AND kind = 'Lit'"));
        }

        using var dark = await server.Open(leaked);
        await dark.Next("gone");
        Directory.Delete(moved, recursive: true);
    }

    /// <summary>Meanwhile the server may see that something is gone, and write it anew.</summary>
    private static void DeleteWhole(string folder)
    {
        for (var isGone = false; !isGone;)
        {
            try
            {
                Directory.Delete(folder, recursive: true);
                isGone = true;
            }
            catch (IOException)
            {
                // Not empty: once more.
            }
        }
    }

    [Fact]
    public async Task A_file_that_another_program_holds_at_the_start_stays_as_it_is_and_is_told_in_a_sentence()
    {
        await using var server = await RunningServer.Begin();
        await server.Press("light", "names");
        await server.Kill();
        await using (var other = Open(server))
        {
            Execute(other, "PRAGMA locking_mode=EXCLUSIVE");
            Execute(other, "BEGIN EXCLUSIVE");
            var (exit, said) = server.StartAnother();
            Assert.Equal(2, exit);
            Assert.Contains("Does another program hold it?", said, StringComparison.Ordinal);
            Assert.DoesNotContain("   at ", said, StringComparison.Ordinal);
            Execute(other, "ROLLBACK");
        }

        await server.Restart();
        using var desk = await server.Open();
        var news = await desk.Next("news");
        Assert.Equal("names", news["airings"]!.AsArray().Single()!["graphic"]!.GetValue<string>());
        Assert.Empty(news["faults"]!["findings"]!.AsArray());
    }

    [Fact]
    public async Task Rows_that_cannot_be_read_are_left_out_and_said_and_all_others_are_there()
    {
        await using var server = await RunningServer.Begin();
        await server.Press("light", "names");
        await server.Kill();
        await using (var other = Open(server))
        {
            Execute(other, "INSERT INTO log (at, kind, origin) VALUES (1e300, 'NoSuchKind', 'Nobody')");
            Execute(other, "INSERT INTO log (at, kind, origin) VALUES ('not a number', 'Lit', 'Person')");
            Execute(other, "UPDATE entry SET body = '{\"id\":' WHERE list = 'graphic' AND id = 'vote'");
            Execute(other, "UPDATE value SET body = '[]'");
            Execute(other, "INSERT INTO act (seq, body) VALUES (99999, 'nonsense')");
        }

        await server.Restart();
        var graphics = (await server.Show())["graphics"]!.AsArray().Select(graphic => graphic!["id"]!.GetValue<string>()).ToList();
        Assert.Contains("names", graphics);
        Assert.DoesNotContain("vote", graphics);
        using var desk = await server.Open();
        var news = await desk.Next("news");
        Assert.Contains(news["airings"]!.AsArray(), airing => airing!["graphic"]!.GetValue<string>() == "names");
        Assert.Contains(news["faults"]!["findings"]!.AsArray(), one => one!.GetValue<string>().Contains("“vote” could not be read", StringComparison.Ordinal));
        Assert.Equal(HttpStatusCode.OK, (await server.Press("dark", "names")).StatusCode);
    }

    [Theory]
    [InlineData("emptied")]
    [InlineData("lost")]
    [InlineData("nonsense")]
    [InlineData("torn")]
    public async Task A_database_that_cannot_be_opened_is_set_aside_and_said_and_the_newest_whole_copy_is_opened(string how)
    {
        await using var server = await RunningServer.Begin();
        var token = await server.Token();
        await server.Http.PostAsync("/api/outputs/main/new-link", null);
        await server.Kill();
        // As housekeeping makes one: whole, and from before the link was replaced.
        Directory.CreateDirectory(Path.Combine(server.Data, "copies"));
        await using (var other = Open(server))
        {
            Execute(other, $"UPDATE entry SET body = json_set(body, '$.token', '{token}') WHERE list = 'output'");
            Execute(other, $"VACUUM INTO '{Path.Combine(server.Data, "copies", "show-20260101-000000.db")}'");
        }

        await File.WriteAllTextAsync(Path.Combine(server.Data, "copies", "show-20260102-000000.db"), "this newest copy is none");
        foreach (var file in Directory.EnumerateFiles(server.Data, "show.db-*"))
        {
            File.Delete(file);
        }

        switch (how)
        {
            case "emptied":
                File.WriteAllBytes(FileOf(server), []);
                break;
            case "lost":
                File.Delete(FileOf(server));
                break;
            case "nonsense":
                await File.WriteAllTextAsync(FileOf(server), new string('x', 100_000));
                break;
            default:
                await using (var stream = new FileStream(FileOf(server), FileMode.Open))
                {
                    stream.Position = 5000;
                    stream.Write(new byte[60_000]);
                }

                break;
        }

        await server.Restart();
        Assert.Equal("The Lantern Cloth", (await server.Show())["name"]!.GetValue<string>());
        using var desk = await server.Open();
        var findings = (await desk.Next("news"))["faults"]!["findings"]!.ToJsonString();
        Assert.Contains(how is "lost" ? "was gone" : "set aside as show.broken-", findings, StringComparison.Ordinal);
        Assert.Contains("was opened in its place", findings, StringComparison.Ordinal);
        Assert.Equal(how != "lost", Directory.EnumerateFiles(server.Data, "show.broken-*.db").Any());
        // A link that had leaked stays dark, whatever copy is opened.
        Assert.NotEqual(token, await server.Token());
        using var old = await server.Open(token);
        await old.Next("gone");
    }

    [Fact]
    public async Task A_lost_show_without_a_copy_is_no_first_start()
    {
        await using var server = await RunningServer.Begin();
        await server.Kill();
        foreach (var file in Directory.EnumerateFiles(server.Data, "show.db*"))
        {
            File.Delete(file);
        }

        await server.Restart();
        Assert.Equal("New show", (await server.Show())["name"]!.GetValue<string>());
        using var desk = await server.Open();
        Assert.Contains("new, empty show", (await desk.Next("news"))["faults"]!["findings"]!.ToJsonString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_first_start_that_was_cut_short_before_anything_was_kept_is_a_first_start_again()
    {
        await using var server = await RunningServer.Begin();
        await server.KillAtOnce();
        await using (var other = Open(server))
        {
            Execute(other, "DELETE FROM setting");
            Execute(other, "DELETE FROM entry");
        }

        await server.Restart();
        Assert.Equal("The Lantern Cloth", (await server.Show())["name"]!.GetValue<string>());
        using var desk = await server.Open();
        Assert.Empty((await desk.Next("news"))["faults"]!["findings"]!.AsArray());
    }

    [Fact]
    public async Task A_port_that_cannot_be_is_told_in_a_sentence()
    {
        await using var server = await RunningServer.Begin("--empty");
        var elsewhere = Directory.CreateTempSubdirectory().FullName;
        foreach (var port in new[] { 0, -1, 70000, server.Port })
        {
            var (exit, said) = server.StartAnother(elsewhere, port);
            Assert.Equal(2, exit);
            Assert.Contains($"{port}", said, StringComparison.Ordinal);
            Assert.DoesNotContain("   at ", said, StringComparison.Ordinal);
        }

        Directory.Delete(elsewhere, recursive: true);
    }

    [Fact]
    public async Task A_press_whose_answer_was_lost_can_be_asked_for()
    {
        await using var server = await RunningServer.Begin("--rehearsal");
        async Task<string> Fate(string id, double at) => (await server.Http.GetFromJsonAsync<JsonNode>(FormattableString.Invariant($"/api/air/{id}?at={at}")))!["fate"]!.GetValue<string>();
        using var desk = await server.Open();
        var now = (await desk.Next("news"))["now"]!.GetValue<double>();
        await server.Press("light", "names", id: "lost");
        Assert.Equal("done", await Fate("lost", now));
        Assert.Equal("notKnown", await Fate("never", now));
        Assert.Equal("notDone", await Fate("never", now - 20_000));
        // Also after a crash.
        await server.Kill();
        await server.Restart();
        Assert.Equal("done", await Fate("lost", now));
    }

    private static SqliteConnection Open(RunningServer server)
    {
        var connection = new SqliteConnection($"Data Source={FileOf(server)};Pooling=False");
        connection.Open();
        return connection;
    }

    private static string Read(SqliteConnection connection, string sql)
    {
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        return (string)command.ExecuteScalar()!;
    }

    private static void Execute(SqliteConnection connection, string sql)
    {
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }
}
