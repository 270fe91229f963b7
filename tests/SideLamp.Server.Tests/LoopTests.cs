using System.Collections.Immutable;
using Microsoft.Extensions.Logging.Abstractions;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Editing;
using SideLamp.Core.Feeds;
using SideLamp.Core.Layout;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;
using SideLamp.Core.Tables;
using SideLamp.Rendering;
using SideLamp.Server.Data;
using SideLamp.Server.Live;
using SideLamp.Server.Loop;
using SideLamp.StandIns;
using SideLamp.Store;

namespace SideLamp.Server.Tests;

/// <summary>The loop and the show’s file on their own, where a server around them could not be brought to the point.</summary>
public sealed class LoopTests : IDisposable
{
    private static readonly string Folder = Path.GetDirectoryName(typeof(App).Assembly.Location)!;
    private readonly DirectoryInfo _data = Directory.CreateTempSubdirectory("sidelamp-loop");

    [Fact]
    public async Task A_queue_that_is_full_says_busy_and_a_flood_of_readings_holds_up_no_press()
    {
        var clock = new EngineClock(TimeProvider.System);
        var feed = new Feed(new FeedId("flood"), "Flood", "/nowhere", Feed.LeastEvery);
        using var folder = DataFolder.Open(new ServeOptions(_data.FullName, ServeOptions.UsualPort, Empty: true));
        var stage = StageOf(DemoShow.Empty("token") with { Feeds = [feed] }, clock);
        using var keeper = KeeperOf(folder, stage);
        using var loop = LoopOn(stage, clock, keeper);

        // Nobody takes anything yet.
        var waiting = new List<Task<Answer>>();
        var refused = Task.FromException<Answer>(new InvalidOperationException());
        while (!(refused = loop.Ask(Edit(waiting.Count))).IsFaulted)
        {
            waiting.Add(refused);
            Assert.True(waiting.Count < 10_000, "The queue has no end.");
        }

        Assert.Equal(RefusalKind.Busy, (await Assert.ThrowsAsync<RefusedException>(() => refused)).Refusal.Kind);
        for (var at = 0; at < 20_000; at++)
        {
            loop.Tell(new ReadingInput(feed, new FeedReading.Found(SourceTables.OfText($"line {at}")), clock.Now));
        }

        var turns = 0;
        loop.Changed += (_, _) => turns++;
        await loop.StartAsync(TestContext.Current.CancellationToken);
        await Task.WhenAll(waiting);
        while (loop.Stage.Values.IsEmpty)
        {
            await Task.Delay(5, TestContext.Current.CancellationToken);
        }

        await loop.StopAsync(TestContext.Current.CancellationToken);
        // Each edit counts, in order; of the readings the newest alone.
        Assert.Equal(($"Show {waiting.Count - 1}", "line 19999"), (loop.Stage.Show.Name, loop.Stage.Values[feed.Id].Tables[0].Columns[0].Cells[0]));
        Assert.InRange(turns, waiting.Count, waiting.Count + 10);
    }

    [Fact]
    public async Task A_clock_that_says_what_no_calendar_reaches_holds_up_no_press_and_after_the_end_nobody_waits()
    {
        var time = new Hours();
        using var folder = DataFolder.Open(new ServeOptions(_data.FullName, ServeOptions.UsualPort, Empty: true));
        var clock = new EngineClock(time);
        var stage = StageOf(DemoShow.Empty("token"), clock);
        using var keeper = KeeperOf(folder, stage);
        using var loop = LoopOn(stage, clock, keeper);
        await loop.StartAsync(TestContext.Current.CancellationToken);
        time.IsBeyond = true;
        await loop.Ask(Edit(1));
        await loop.Ask(Edit(2));
        time.IsBeyond = false;
        await loop.Ask(Edit(3));
        Assert.Equal("Show 3", loop.Stage.Show.Name);
        await loop.StopAsync(TestContext.Current.CancellationToken);
        await Assert.ThrowsAsync<RefusedException>(() => loop.Ask(Edit(4)));
    }

    private static EditInput Edit(int at) => new(new EditShow(new ShowEdit(long.MaxValue, Name: $"Show {at}")), "page");

    private static Stage StageOf(Show show, EngineClock clock) => new(Kept.Of(show, clock.Now), 1, ImmutableDictionary<string, Touch>.Empty, []);

    private static Keeper KeeperOf(DataFolder folder, Stage stage) => new(folder, null, stage.Kept, new Findings([]), NullLogger<Keeper>.Instance);

    private static ShowLoop LoopOn(Stage stage, EngineClock clock, Keeper keeper)
    {
        var shelf = new Shelf([]);
        var book = new PictureBook(shelf, new TextShaper(Path.Combine(Folder, "fonts"), face => face), new LookAlikes(), _ => null);
        var folding = new Folding(book, shelf);
        return new ShowLoop(folding, new LayingAhead(folding, book), clock, keeper, stage, NullLogger<ShowLoop>.Instance);
    }

    [Fact]
    public void A_whole_copy_is_made_beside_the_show_three_are_kept_and_the_newest_is_opened_when_the_show_is_broken()
    {
        var time = new Hours();
        var file = new ShowFile(_data.FullName, time);
        Assert.Null(file.Open());
        using (var database = Database.Open(file.Location))
        {
            file.Mark();
            var shows = new ShowRepository(database);
            Kept? before = null;
            for (var at = 0; at < 5; at++)
            {
                var kept = Kept.Of(DemoShow.Empty("token") with { Name = $"Evening {at}" }, Instant.FromUtc(2026, 6, 20, 21, 30));
                shows.Keep(before, kept, []);
                before = kept;
                file.Copy(database);
                time.Passed++;
            }
        }

        Assert.Equal(["show-20260620-233000.db", "show-20260621-003000.db", "show-20260621-013000.db"], Directory.EnumerateFiles(Path.Combine(_data.FullName, "copies")).Select(Path.GetFileName).Order(StringComparer.Ordinal));
        File.WriteAllText(file.Location, "No database.");
        var again = new ShowFile(_data.FullName, time);
        Assert.Equal("Evening 4", again.Open()?.Kept.Show.Name);
        Assert.Contains("The copy of", again.Said[^1], StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_file_that_is_found_to_be_damaged_while_it_is_open_drives_no_copy_out_and_is_written_anew()
    {
        var kept = Kept.Of(DemoShow.Empty("token") with { Name = "This evening" }, Instant.FromUtc(2026, 6, 20, 21, 30));
        using (var folder = DataFolder.Open(new ServeOptions(_data.FullName, ServeOptions.UsualPort, Empty: true)))
        {
            var findings = new Findings([]);
            using var keeper = new Keeper(folder, null, kept, findings, NullLogger<Keeper>.Instance);
            Assert.True(await keeper.Keep(kept, []));
            folder.File.Copy(folder.Files);
            var copies = Directory.EnumerateFiles(Path.Combine(_data.FullName, "copies")).ToList();
            folder.Files.Execute("PRAGMA wal_checkpoint(TRUNCATE)");
            using (var torn = new FileStream(folder.File.Location, FileMode.Open, FileAccess.ReadWrite, FileShare.ReadWrite))
            {
                torn.Position = 5000;
                torn.Write(new byte[torn.Length - 5000]);
            }

            // What it remembers of the file it need not read.
            folder.Files.Execute("PRAGMA shrink_memory");
            Assert.Throws<InvalidDataException>(() => folder.File.Copy(folder.Files));
            Assert.Equal(copies, Directory.EnumerateFiles(Path.Combine(_data.FullName, "copies"), "*.db"));
            keeper.Renew();
            while (findings.All.IsEmpty)
            {
                await Task.Delay(5, TestContext.Current.CancellationToken);
            }

            Assert.Contains("was set aside as show.broken-", findings.All.Single(), StringComparison.Ordinal);
            Assert.True(await keeper.Keep(kept, []));
        }

        using var again = DataFolder.Open(new ServeOptions(_data.FullName, ServeOptions.UsualPort, Empty: true));
        Assert.True(again.Files.IsWhole());
        Assert.Equal("This evening", again.Shows.Load()?.Kept.Show.Name);
    }

    public void Dispose() => _data.Delete(recursive: true);

    private sealed class Hours : TimeProvider
    {
        public int Passed { get; set; }

        /// <summary>As .NET answers after the year 9999.</summary>
        public bool IsBeyond { get; set; }

        public override DateTimeOffset GetUtcNow() => IsBeyond ? throw new ArgumentOutOfRangeException(nameof(IsBeyond)) : new DateTimeOffset(2026, 6, 20, 21, 30, 0, TimeSpan.Zero).AddHours(Passed);
    }
}
