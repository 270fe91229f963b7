using System.Collections.Immutable;
using System.Diagnostics;
using System.Globalization;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Airing;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;
using SideLamp.Core.Timers;
using SideLamp.Rendering;
using SideLamp.Server.Data;
using SideLamp.Server.Loop;
using SideLamp.StandIns;

namespace SideLamp.Server.Tests;

/// <summary>What the machine does with its clock, and what becomes of the air then.</summary>
public sealed class ClockTests
{
    private readonly Machine _machine = new();

    [Fact]
    public void The_engines_time_is_what_has_passed_wherever_the_machines_clock_is_set()
    {
        var clock = new EngineClock(_machine);
        var start = clock.Now;
        _machine.Pass(Duration.FromSeconds(10));
        _machine.Set(-Duration.FromHours(1));
        Assert.Equal((true, -Duration.FromHours(1)), (clock.WasSet(), clock.Skew));
        Assert.False(clock.WasSet());
        _machine.Set(Duration.FromSeconds(1));
        // A second is what clocks are slewed by.
        Assert.False(clock.WasSet());
        Assert.Equal(Duration.FromSeconds(10), clock.Now - start);
    }

    [Fact]
    public void A_new_run_goes_on_from_what_was_kept_also_when_the_clock_was_set_back_between_them()
    {
        var clock = new EngineClock(_machine);
        var start = clock.Now;
        clock.GoOnFrom(start - Duration.FromDays(1));
        Assert.Equal((start, false), (clock.Now, clock.WasSet()));
        clock.GoOnFrom(start + Duration.FromHours(2));
        Assert.Equal(start + Duration.FromHours(2), clock.Now);
        // Times of day are the machine's all the same.
        Assert.Equal((false, -Duration.FromHours(2)), (clock.WasSet(), clock.Skew));
    }

    [Fact]
    public void A_machine_that_was_not_started_anew_knows_what_has_passed_whoever_set_its_clock_while_nobody_ran()
    {
        var first = new EngineClock(_machine);
        _machine.Pass(Duration.FromMinutes(5));
        var (kept, atBoot) = (first.Now, first.AtBoot);
        foreach (var by in new[] { Duration.FromHours(7), -Duration.FromDays(365) })
        {
            _machine.Set(by);
            _machine.Pass(Duration.FromMinutes(10));
            var next = new EngineClock(_machine);
            next.GoOnFrom(kept, atBoot);
            Assert.Equal(first.Now, next.Now);
            Assert.Equal(atBoot, next.AtBoot);
        }

        // Times of day are the machine's all the same.
        Assert.True(first.WasSet());
        Assert.InRange((first.Skew - Duration.FromHours(7) + Duration.FromDays(365)).TotalSeconds, -1, 1);
        var folder = Directory.CreateTempSubdirectory("sidelamp-boot-").FullName;
        var id = Path.Combine(folder, "id");
        File.WriteAllText(id, "one\n");
        var file = new BootFile(folder, id);
        Assert.Null(file.Read());
        file.Keep(atBoot);
        Assert.Equal(atBoot, file.Read());
        File.WriteAllText(id, "another\n");
        Assert.Null(file.Read());
        file.Keep(atBoot);
        File.WriteAllText(Path.Combine(folder, "boot"), "another\n99999999999999999999");
        Assert.Null(file.Read());
        Directory.Delete(folder, recursive: true);
    }

    [Fact]
    public void A_clock_that_is_set_moves_what_runs_to_a_time_of_day_and_nothing_else()
    {
        var clock = new EngineClock(_machine);
        var folder = Path.GetDirectoryName(typeof(App).Assembly.Location)!;
        var shelf = new Shelf(Directory.EnumerateFiles(Path.Combine(folder, "templates"), "*.json").Select(file => (file, File.ReadAllText(file))));
        var folding = new Folding(new PictureBook(shelf, new TextShaper(Path.Combine(folder, "fonts"), face => face), new LookAlikes(), _ => null), shelf);
        Timer Made(string id, TimerKind kind) => new(new TimerId(id), id, kind, Duration.FromMinutes(12), new LocalTime(23, 30), AtZero.Stop);
        var show = DemoShow.Empty("token") with { Timers = [Made("ends", TimerKind.Until), Made("paused", TimerKind.Until), Made("tea", TimerKind.Down)] };
        var stage = Fold(new Stage(Kept.Of(show, clock.Now), 1, ImmutableDictionary<string, Touch>.Empty, []), new OpenedInput());
        stage = Set(stage, "tea", TimerAct.Start);
        stage = Set(stage, "paused", TimerAct.Pause);
        var before = stage.Air;

        _machine.Set(Duration.FromMinutes(25));
        Assert.True(clock.WasSet());
        stage = Fold(stage, new ClockSetInput());
        Assert.Equal(Duration.FromMinutes(25), Run(before, "ends").Due!.Value - Run(stage.Air, "ends").Due!.Value);
        Assert.Contains("clock was set", stage.Trail[^1].Sentence, StringComparison.Ordinal);
        Assert.Equal((Run(before, "tea"), Run(before, "paused")), (Run(stage.Air, "tea"), Run(stage.Air, "paused")));

        static TimerRun Run(AirState air, string id) => air.Timers.Single(run => run.Timer == new TimerId(id));
        Stage Fold(Stage on, Input input) => folding.Fold(on, input, clock.Now, clock.Skew).Stage;
        Stage Set(Stage on, string timer, TimerAct act) => Fold(on, new PressInput(new PressTimer(new CommandId($"{timer} {act}"), new TimerId(timer), act)));
    }

    [Fact]
    public void A_page_that_has_not_heard_of_a_leap_is_not_late_for_it()
    {
        var clock = new EngineClock(_machine);
        var made = clock.Now;
        _machine.Pass(Duration.FromSeconds(1));
        Assert.Equal(Duration.FromSeconds(1), clock.AgeOf(made));
        clock.Ahead(Duration.FromMinutes(5));
        Assert.InRange(clock.AgeOf(made).TotalMilliseconds, 0, 1);
    }

    [Fact]
    public async Task Time_goes_on_while_the_machine_sleeps()
    {
        const string slept = "SIDELAMP_SLEPT";
        // Source: proc(5), /proc/uptime: seconds since the start of the machine, those asleep among them.
        var uptime = double.Parse((await File.ReadAllTextAsync("/proc/uptime", TestContext.Current.CancellationToken)).Split(' ')[0], CultureInfo.InvariantCulture);
        var time = new AwakeOrAsleep();
        Assert.InRange((double)time.GetTimestamp() / time.TimestampFrequency, uptime - 0.01, uptime + 10);
        if (Environment.GetEnvironmentVariable(slept) is not null)
        {
            return;
        }

        // This machine may never have slept. So once more where a day asleep lies between its clocks, if it lets us make that. Source: time_namespaces(7).
        string[] asRoot = Environment.UserName == "root" ? [] : ["--map-root-user"];
        var self = new ProcessStartInfo("unshare", [.. asRoot, "--time", "--boottime", "86400", "--fork", "dotnet", typeof(ClockTests).Assembly.Location, "-method", $"{typeof(ClockTests).FullName}.{nameof(Time_goes_on_while_the_machine_sleeps)}"])
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            Environment = { [slept] = "yes" },
        };
        using var asleep = Process.Start(self)!;
        var said = await asleep.StandardOutput.ReadToEndAsync(TestContext.Current.CancellationToken);
        await asleep.WaitForExitAsync(TestContext.Current.CancellationToken);
        var isRefused = (await asleep.StandardError.ReadToEndAsync(TestContext.Current.CancellationToken)).StartsWith("unshare:", StringComparison.Ordinal);
        Assert.True(isRefused || (asleep.ExitCode == 0 && said.Contains("Total: 1,", StringComparison.Ordinal)), said);
    }

    /// <summary>A machine whose evening begins at 21:30 of its own time zone.</summary>
    private sealed class Machine : TimeProvider
    {
        private Instant _wall = new LocalDateTime(2026, 11, 26, 21, 30).InZoneLeniently(DateTimeZoneProviders.Tzdb.GetSystemDefault()).ToInstant();
        private Duration _passed;

        public override DateTimeOffset GetUtcNow() => _wall.ToDateTimeOffset();

        public override long GetTimestamp() => (long)_passed.TotalNanoseconds;

        public override long TimestampFrequency => 1_000_000_000;

        public void Pass(Duration by) => (_wall, _passed) = (_wall + by, _passed + by);

        public void Set(Duration by) => _wall += by;
    }
}
