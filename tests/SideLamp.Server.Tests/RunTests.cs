using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace SideLamp.Server.Tests;

/// <summary>Running a show over the wire: cues, counters, undo, what comes by itself.</summary>
public sealed class RunTests : IAsyncLifetime
{
    private RunningServer _server = null!;

    public async ValueTask InitializeAsync() => _server = await RunningServer.Host("--rehearsal");

    public ValueTask DisposeAsync() => _server.DisposeAsync();

    [Fact]
    public async Task Rule_20_a_cue_is_one_change_on_the_wire_and_one_undo()
    {
        using var page = await _server.Open(await _server.Token());
        var before = (await page.Next("snap"))["rev"]!.GetValue<long>();
        await Press("cue", new { cue = "opening" });
        var change = await page.Next("change");
        Assert.Equal(before + 1, change["rev"]!.GetValue<long>());
        Assert.Equal(["lamp", "names", "place"], change["put"]!.AsArray().Select(item => item!["graphic"]!.GetValue<string>()).Order());
        await Press("takeBack", new { });
        using var desk = await _server.Open();
        var news = await desk.Next("news");
        Assert.Empty(Lit(news));
        Assert.Empty(news["ahead"]!["cueSteps"]!.AsArray());
        Assert.Contains("Taken back: Opening", news["trail"]!.ToJsonString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_later_step_of_a_cue_comes_at_its_time_and_says_so_before()
    {
        using var desk = await _server.Open();
        await Press("cue", new { cue = "opening" });
        var ahead = await desk.Next(message => message["ahead"]?["cueSteps"]?.AsArray().Count == 1);
        // As the demo's cue says: 8 s after the press.
        Assert.Equal(8000, ahead["ahead"]!["cueSteps"]![0]!["at"]!.GetValue<double>() - ahead["airings"]![0]!["litAt"]!.GetValue<double>(), 1.0);
        await Ahead(8500);
        await desk.Next(message => message["k"]!.GetValue<string>() == "news" && Lit(message).SequenceEqual(["lamp", "place", "sightings"]));
    }

    [Fact]
    public async Task A_graphic_that_is_deleted_leaves_the_cues_and_what_follows_it()
    {
        await Edit("quote", new { then = new { graphic = "names", delay = 0 } });
        await _server.Http.DeleteAsync("/api/graphics/names");
        var show = await _server.Show();
        Assert.DoesNotContain("\"names\"", show["cues"]!.ToJsonString(), StringComparison.Ordinal);
        Assert.Null(show["graphics"]!.AsArray().Single(one => one!["id"]!.GetValue<string>() == "quote")!["then"]);
        Assert.Equal(HttpStatusCode.OK, (await Press("cue", new { cue = "opening" })).StatusCode);
    }

    [Fact]
    public async Task A_stepped_number_goes_to_air_at_once_and_edits_that_wait_do_not()
    {
        await _server.Press("light", "count");
        using var page = await _server.Open(await _server.Token());
        await page.Next("snap");
        await Edit("count", new { words = new { leftName = "hawk-moths" } });
        await Press("count", new { graphic = "count", field = "leftCount", by = 1 });
        var patch = (await page.Next("change"))["patch"]!.ToJsonString();
        Assert.Contains("38", patch, StringComparison.Ordinal);
        Assert.DoesNotContain("hawk-moths", patch, StringComparison.Ordinal);
        await Press("takeBack", new { });
        Assert.Contains("37", (await page.Next("change"))["patch"]!.ToJsonString(), StringComparison.Ordinal);
        Assert.Equal(("37", "hawk-moths"), (await Word("leftCount"), await Word("leftName")));
        // A new round: the numbers begin anew, the names stay.
        await Press("reset", new { graphic = "count", keepWords = true });
        Assert.Equal(("0", "0", "hawk-moths"), (await Word("leftCount"), await Word("rightCount"), await Word("leftName")));

        async Task<string> Word(string field) =>
            (await _server.Show())["graphics"]!.AsArray().Single(one => one!["id"]!.GetValue<string>() == "count")!["cards"]![0]!["words"]![field]!.GetValue<string>();
    }

    [Fact]
    public async Task A_number_that_a_feed_gives_is_not_stepped()
    {
        await Edit("count", new { words = new { leftCount = "{{ cloth.text }}" } });
        var answer = await Press("count", new { graphic = "count", field = "leftCount", by = 1 });
        Assert.Equal((HttpStatusCode.Conflict, true), (answer.StatusCode, (await answer.Content.ReadAsStringAsync()).Contains("feed", StringComparison.Ordinal)));
        Assert.Equal(HttpStatusCode.BadRequest, (await Press("count", new { graphic = "count", field = "leftName", by = 1 })).StatusCode);
    }

    [Fact]
    public async Task Rule_13_what_is_set_to_come_by_itself_does_so_on_its_grid_and_too_short_an_interval_is_refused()
    {
        var refused = await Edit("sighting", new { every = 12_000 });
        Assert.Equal("/every", (await refused.Content.ReadFromJsonAsync<JsonNode>())!["faults"]![0]!["path"]!.GetValue<string>());
        using var desk = await _server.Open();
        await desk.Next("news");
        await Press("every", new { graphic = "sighting" });
        await Ahead(8 * 60_000);
        var news = await desk.Next(message => message["k"]!.GetValue<string>() == "news" && Lit(message).Contains("sighting"));
        Assert.Contains("came by itself", news["trail"]!.ToJsonString(), StringComparison.Ordinal);
        // What is switched off while setting up does not come any more.
        await Edit("sighting", new { every = (int?)null });
        Assert.Empty((await desk.Next(message => message["k"]!.GetValue<string>() == "news" && message["ahead"]!["repeats"]!.AsArray().Count == 0))["ahead"]!["repeats"]!.AsArray());
    }

    [Fact]
    public async Task A_press_that_was_stuck_on_its_way_is_refused_and_not_done()
    {
        using var desk = await _server.Open();
        var now = (await desk.Next("news"))["now"]!.GetValue<double>();
        var late = await Press("light", new { graphic = "names", at = now - 3500 });
        Assert.Equal(HttpStatusCode.Conflict, late.StatusCode);
        Assert.Contains("too late", await late.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        Assert.True((await Press("light", new { graphic = "lamp", at = now })).IsSuccessStatusCode);
        Assert.Equal(["lamp"], Lit(await desk.Next(message => message["k"]!.GetValue<string>() == "news" && Lit(message).Any())));
    }

    [Fact]
    public async Task A_key_belongs_to_one_thing_and_a_refusal_says_to_which()
    {
        var answer = await Edit("names", new { nextKey = "z" });
        Assert.Contains("the cue “Opening”", await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.BadRequest, (await Edit("names", new { key = "m" })).StatusCode);
        Assert.Equal(HttpStatusCode.BadRequest, (await Edit("names", new { key = "?" })).StatusCode);
    }

    [Fact]
    public async Task Rule_27_a_number_that_is_locked_is_not_counted_while_it_is_on_air()
    {
        await Lock("count", "score", "leftCount");
        Assert.Equal(HttpStatusCode.OK, (await Count("leftCount")).StatusCode);
        await _server.Press("light", "count");
        var locked = await Count("leftCount");
        Assert.Contains("does not change while", await locked.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        Assert.False((await Press("reset", new { graphic = "count" })).IsSuccessStatusCode);
        Assert.Equal(HttpStatusCode.OK, (await Count("rightCount")).StatusCode);
        Assert.Equal("38 · 13 · moths · beetles", (await Switch("count"))["words"]!.GetValue<string>());

        Task<HttpResponseMessage> Count(string field) => Press("count", new { graphic = "count", field, by = 1 });
    }

    [Fact]
    public async Task A_switch_says_what_is_read_on_air_and_which_timer_it_shows()
    {
        var timed = await Switch("check");
        // Not its per cent, which only moves a line; its figures run on the page.
        Assert.Equal(("lamp check", "check"), (timed["words"]!.GetValue<string>(), timed["timer"]!.GetValue<string>()));
        var untimed = await Switch("goal");
        Assert.Equal(("412 · Hedgerow fund · 600", null), (untimed["words"]!.GetValue<string>(), untimed["timer"]?.GetValue<string>()));
        Assert.Equal("Still to see · 3 of 6 ticked", (await Switch("to-see"))["words"]!.GetValue<string>());
    }

    [Fact]
    public async Task The_picture_of_a_cue_is_what_it_will_light_with_its_timers_and_nothing_comes_of_it()
    {
        await _server.Press("light", "place");
        await _server.Press("light", "vote");
        var before = await Preview("check");
        Assert.Null(Program(before)["zero"]);
        // As the demo's cue says: two are lit beside what is there, and the timer starts.
        var lit = (await _server.Http.GetFromJsonAsync<JsonNode>("/api/cues/check/picture"))!.AsArray();
        Assert.Equal(["check", "place", "readings", "vote"], lit.Select(one => one!["graphic"]!.GetValue<string>()).Order());
        var ahead = lit.Single(one => one!["graphic"]!.GetValue<string>() == "check")!["picture"]!["nodes"]!;
        Assert.NotNull(Program(ahead)["zero"]);
        // The line of the corner timer runs down; the one before the show grows.
        Assert.Equal((false, true), (Gone(ahead), Gone(await Preview("soon"))));
        // What sends the others away is alone.
        Assert.Equal(["thanks"], (await _server.Http.GetFromJsonAsync<JsonNode>("/api/cues/goodnight/picture"))!.AsArray().Select(one => one!["graphic"]!.GetValue<string>()));
        Assert.Null(Program(await Preview("check"))["zero"]);
        using var desk = await _server.Open();
        Assert.Equal(["place", "vote"], Lit(await desk.Next("news")));
        Assert.Equal(HttpStatusCode.NotFound, (await _server.Http.GetAsync("/api/cues/none/picture")).StatusCode);

        async Task<JsonNode> Preview(string graphic) => (await (await _server.Http.PostAsJsonAsync("/api/preview", new { graphic })).Content.ReadFromJsonAsync<JsonNode>())!["nodes"]!;
        bool Gone(JsonNode nodes) => nodes.AsArray().Select(node => node!["drain"]).Single(drain => drain is not null)!["gone"]!.GetValue<bool>();
    }

    [Fact]
    public async Task Rule_27_a_field_that_is_locked_does_not_change_while_it_is_on_air()
    {
        await Lock("names", "name", "role");
        await _server.Press("light", "names");
        Assert.Equal(HttpStatusCode.OK, (await Edit("names", new { words = new { name = "Odalys B. Thrupp" } })).StatusCode);
        var locked = await Edit("names", new { words = new { role = "keeper of the lamp" } });
        Assert.Contains("does not change while", await locked.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        await _server.Press("dark", "names");
        Assert.Equal(HttpStatusCode.OK, (await Edit("names", new { words = new { role = "keeper of the lamp" } })).StatusCode);
    }

    [Fact]
    public async Task An_output_is_told_how_loud_it_is_and_what_is_heard()
    {
        using var page = await _server.Open(await _server.Token());
        Assert.Equal(1, (await page.Next("volume"))["level"]!.GetValue<double>());
        await _server.Http.PatchAsJsonAsync("/api/show", new { revision = long.MaxValue, loudness = new { level = 0.5, muted = false } });
        Assert.Equal(0.5, (await page.Next("volume"))["level"]!.GetValue<double>());
        await _server.Http.PatchAsJsonAsync("/api/outputs/main", new { revision = long.MaxValue, sounds = false });
        Assert.Equal(0, (await page.Next("volume"))["level"]!.GetValue<double>());
        await _server.Http.PatchAsJsonAsync("/api/graphics/vote", new { revision = long.MaxValue, sound = new { source = "bell", level = 0.7 } });
        await _server.Press("light", "vote");
        var sound = (await page.Next("change"))["put"]![0]!["sound"]!;
        var wav = await _server.Http.GetByteArrayAsync(sound["url"]!.GetValue<string>());
        Assert.Equal("RIFF"u8.ToArray(), wav[..4]);
    }

    [Fact]
    public async Task A_timer_runs_on_pages_by_itself_and_each_change_of_it_is_one_small_patch()
    {
        await _server.MoveOut();
        await _server.Press("light", "check");
        using var page = await _server.Open(await _server.Token());
        var standing = Program((await page.Next("snap"))["items"]![0]!["nodes"]!);
        Assert.Equal((null, 720_000.0), (standing["zero"], standing["still"]!.GetValue<double>()));

        await Press("timer", new { timer = "check", act = "start" });
        var change = await page.Next("change");
        var set = change["patch"]![0]!["set"]!;
        // Its figures, and the meter that runs down with it.
        Assert.Equal(2, set.AsArray().Count);
        var zero = Program(set)["zero"]!.GetValue<double>();
        // The press was a little before it was told.
        Assert.InRange(zero - change["now"]!.GetValue<double>(), 715_000, 720_000);

        await Press("timer", new { timer = "check", act = "add", by = 60_000 });
        Assert.Equal(zero + 60_000, Program((await page.Next("change"))["patch"]![0]!["set"]!)["zero"]!.GetValue<double>(), 0.001);

        await _server.Kill();
        await _server.Restart();
        using var again = await _server.Open(await _server.Token());
        Assert.Equal(zero + 60_000, Program((await again.Next("snap"))["items"]![0]!["nodes"]!)["zero"]!.GetValue<double>(), 0.001);
    }

    [Fact]
    public async Task A_timer_that_cannot_be_is_refused_with_where_and_why_and_one_that_goes_leaves_the_cues()
    {
        Assert.Contains("There is no such timer", await Refusal(Press("timer", new { timer = "none", act = "start" })), StringComparison.Ordinal);
        Assert.Contains("/act", await Refusal(Press("timer", new { timer = "check" })), StringComparison.Ordinal);
        Assert.Contains("/by", await Refusal(Press("timer", new { timer = "check", act = "add" })), StringComparison.Ordinal);
        Assert.Contains("/length", await Refusal(Timer("check", new { length = 0 })), StringComparison.Ordinal);
        Assert.Contains("/atZero", await Refusal(Timer("ends", new { atZero = "again" })), StringComparison.Ordinal);
        Assert.Contains("called “check” already", await Refusal(_server.Http.PostAsJsonAsync("/api/timers", new { id = "check", name = "C", kind = "up", length = 0, until = "12:00", atZero = "stop" })), StringComparison.Ordinal);
        Assert.Contains("“Names” and by the timer", await Refusal(Timer("ends", new { key = "1" })), StringComparison.Ordinal);
        Assert.Contains("time of day", await Refusal(Timer("ends", new { until = "25:00" })), StringComparison.Ordinal);
        Assert.Contains("field to itself", await Refusal(Edit("check", new { words = new { time = "in {{ timers.check }}" } })), StringComparison.Ordinal);

        var kept = JsonNode.Parse(await (await Timer("check", new { name = "The lamp check", key = (string?)null })).EnsureSuccessStatusCode().Content.ReadAsStringAsync())!;
        Assert.Equal(("The lamp check", (await _server.Show())["revision"]!.GetValue<long>()), (kept["now"]!["name"]!.GetValue<string>(), kept["revision"]!.GetValue<long>()));
        (await _server.Http.DeleteAsync("/api/timers/check")).EnsureSuccessStatusCode();
        Assert.DoesNotContain("\"check\"", (await _server.Show())["cues"]![0]!["steps"]![0]!["timers"]!.ToJsonString(), StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.OK, (await Press("cue", new { cue = "opening" })).StatusCode);

        Task<HttpResponseMessage> Timer(string id, object change)
        {
            var edit = JsonSerializer.SerializeToNode(change)!;
            edit["revision"] = long.MaxValue;
            return _server.Http.PatchAsJsonAsync($"/api/timers/{id}", edit);
        }

        async Task<string> Refusal(Task<HttpResponseMessage> asked)
        {
            var answer = await asked;
            Assert.InRange((int)answer.StatusCode, 400, 499);
            return JsonNode.Parse(await answer.Content.ReadAsStringAsync())!.ToJsonString(SideLamp.Core.Json.CoreJson.Options);
        }
    }

    [Fact]
    public async Task What_runs_goes_on_after_a_kill()
    {
        await _server.MoveOut();
        await Press("every", new { graphic = "sighting" });
        await Press("hush", new { });
        await Press("alert", new { graphic = "vote" });
        (await _server.Http.PutAsJsonAsync("/api/standby", new { cue = "opening" })).EnsureSuccessStatusCode();
        await _server.Press("light", "names");
        await _server.Press("dark", "names");
        await _server.Kill();
        await _server.Restart();
        using var desk = await _server.Open();
        var news = await desk.Next("news");
        Assert.Equal("sighting", news["ahead"]!["repeats"]![0]!["graphic"]!.GetValue<string>());
        Assert.NotNull(news["ahead"]!["hush"]);
        Assert.Equal("opening", news["standby"]!["cue"]!.GetValue<string>());
        // What waits is called off by what the desk was told of it, once.
        var alert = news["ahead"]!["alerts"]!.AsArray().Single()!["no"]!.GetValue<long>();
        Assert.Equal(HttpStatusCode.OK, (await Press("callOff", new { graphic = "vote", alert })).StatusCode);
        Assert.Equal(HttpStatusCode.Conflict, (await Press("callOff", new { graphic = "vote", alert })).StatusCode);
        Assert.Contains("Names dark", news["trail"]!.ToJsonString(), StringComparison.Ordinal);
        // Undo still knows the last act, and the seat what it held.
        await Press("takeBack", new { });
        Assert.Contains("names", Lit(await desk.Next(message => message["k"]!.GetValue<string>() == "news" && Lit(message).Any())));
    }

    /// <summary>The program of the figures among these nodes.</summary>
    private static JsonNode Program(JsonNode nodes) => nodes.AsArray().Single(node => node!["line"]?["digits"] is not null)!["line"]!["digits"]!["program"]!;

    /// <summary>Gives the graphic a template of its own, in which the field does not change on air.</summary>
    private async Task Lock(string graphic, string template, string field)
    {
        var made = await _server.Http.PostAsJsonAsync("/api/templates", new { copyOf = template });
        var id = (await made.Content.ReadFromJsonAsync<JsonNode>())!["id"]!.GetValue<string>();
        var source = JsonNode.Parse((await _server.Http.GetFromJsonAsync<JsonNode>($"/api/templates/{id}/source"))!["source"]!.GetValue<string>())!;
        source["fields"]!.AsArray().Single(one => one!["name"]!.GetValue<string>() == field)!["onAir"] = false;
        await _server.Http.PutAsJsonAsync($"/api/templates/{id}", new { revision = long.MaxValue, source = source.ToJsonString() });
        await Edit(graphic, new { template = id });
    }

    /// <summary>What a desk that joins now is told of the graphic's switch.</summary>
    private async Task<JsonNode> Switch(string graphic)
    {
        using var desk = await _server.Open();
        return (await desk.Next("news"))["switches"]!.AsArray().Single(one => one!["graphic"]!.GetValue<string>() == graphic)!;
    }

    private static IEnumerable<string> Lit(JsonNode news) =>
        news["airings"]!.AsArray().Where(one => one!["phase"]!.GetValue<string>() is "arriving" or "lit" or "reviving" or "waiting").Select(one => one!["graphic"]!.GetValue<string>()).Order();

    private Task<HttpResponseMessage> Press(string verb, object what)
    {
        var body = System.Text.Json.JsonSerializer.SerializeToNode(what)!.AsObject();
        body["id"] = Guid.NewGuid().ToString();
        body["verb"] = verb;
        return _server.Http.PostAsJsonAsync("/api/air", body);
    }

    private async Task<HttpResponseMessage> Edit(string graphic, object edit)
    {
        var body = System.Text.Json.JsonSerializer.SerializeToNode(edit)!.AsObject();
        body["revision"] = (await _server.Show())["revision"]!.GetValue<long>();
        return await _server.Http.PatchAsJsonAsync($"/api/graphics/{graphic}", body);
    }

    private async Task Ahead(double ms) => (await _server.Http.PostAsJsonAsync("/api/rehearsal/ahead", new { ms })).EnsureSuccessStatusCode();
}
