using System.Collections.Immutable;
using System.Globalization;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Http;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Editing;
using SideLamp.Core.Feeds;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;
using SideLamp.Core.Tables;
using SideLamp.Rendering;
using SideLamp.Server.Feeds;
using SideLamp.StandIns;

namespace SideLamp.Server.Tests;

/// <summary>Alone in its process: it looks at all of the memory and every handle.</summary>
[CollectionDefinition(DisableParallelization = true)]
public sealed class AloneCollection;

[Collection(typeof(AloneCollection))]
public sealed class LongRunTests
{
    private const int WarmUp = 900;

    /// <summary>What is said comes again: what is remembered of it has a bound of its own, and is full by the warm-up.</summary>
    private const int Sayings = 200;
    /// <summary>Threads and timers of the machine come and go; one handle left by each of the 45 failures would show.</summary>
    private const int Spread = 20;

    private const long MostGrowth = 8 << 20;

    /// <summary>What a feed reads each second, and what of it is seen on air; a week with SIDELAMP_HOURS=168.</summary>
    [Fact]
    public async Task An_hour_of_refreshes_each_second_leaves_memory_and_handles_as_they_were()
    {
        var seconds = 3600 * int.Parse(Environment.GetEnvironmentVariable("SIDELAMP_HOURS") ?? "1", CultureInfo.InvariantCulture);
        var second = 0;
        await using var web = await StubWeb.Begin(web => web.MapGet("/moths", (HttpContext context) =>
        {
            context.Response.Headers.ETag = $"\"{second / 3}\"";
            return second % 60 == 59 ? Results.StatusCode(500)
                : context.Request.Headers.IfNoneMatch == context.Response.Headers.ETag ? Results.StatusCode(304)
                : Results.Text($"species,count\n{string.Concat(Enumerable.Range(0, 50).Select(row => $"moth {second / 3 % Sayings} {row},{row}\n"))}");
        }));
        using var getter = new WebGetter(ownPort: 1);
        using var folder = new TemporaryFolder();
        var file = Path.Combine(folder.Path, "cloth.txt");
        var (table, cloth) = (new Feed(new FeedId("table"), "Table", $"{web.At}moths", Duration.FromSeconds(1), SourceKind.Csv, Private: true), new Feed(new FeedId("cloth"), "Cloth", file, Duration.FromSeconds(1)));
        var now = Instant.FromUtc(2026, 6, 20, 21, 30);
        var demo = DemoShow.Make(folder.Path, "http://127.0.0.1:1", "token", new("a.png"), new("b.svg"), new("c.svg")) with { Feeds = [table, cloth] };
        var home = Path.GetDirectoryName(typeof(App).Assembly.Location)!;
        var shelf = new Shelf(Directory.EnumerateFiles(Path.Combine(home, "templates"), "*.json").Select(one => (one, File.ReadAllText(one))));
        var book = new PictureBook(shelf, new TextShaper(Path.Combine(home, "fonts"), face => face), new LookAlikes(), _ => null);
        var folding = new Folding(book, shelf);
        var stage = new Stage(Kept.Of(demo, now), 1000, ImmutableDictionary<string, Touch>.Empty, []);
        stage = folding.Fold(stage, new PressInput(new PressLight(new CommandId("one"), new GraphicId("moth"))), now, Duration.Zero).Stage;
        var (mark, reads) = (WebMark.None, new FeedReads());
        (long Bytes, int Handles) warm = default;
        for (; second < seconds; second++, now += Duration.FromSeconds(1))
        {
            if (second == WarmUp)
            {
                warm = Measured();
            }

            await File.WriteAllTextAsync(file, $"Moth number {second % Sayings}", TestContext.Current.CancellationToken);
            Read(cloth, new FeedReading.Found(Source.Read(SourceFile.Look(file, null)!.Bytes!, cloth.Form)));
            switch (await getter.Get(new WebAsk(new Uri(table.Path), mark, Consent: true), TestContext.Current.CancellationToken))
            {
                case WebAnswer.Came came:
                    mark = came.Mark;
                    Read(table, new FeedReading.Found(Source.Read(came.Bytes, table.Form)));
                    break;
                case WebAnswer.Failed failed:
                    Read(table, new FeedReading.Missed(failed.Trouble));
                    break;
            }

            var airing = stage.Air.Of(new GraphicId("moth"))!;
            Assert.NotEmpty(book.PictureOf(new Pinned(airing.Content, stage.Kept.Contents[airing.Content]), stage.Kept).Nodes);
        }

        var after = Measured();
        Assert.Equal(50, stage.Values[table.Id].Tables[0].RowCount);
        Assert.True(after.Bytes - warm.Bytes < MostGrowth, $"Memory grew from {warm.Bytes:N0} to {after.Bytes:N0} bytes.");
        Assert.InRange(after.Handles, 0, warm.Handles + Spread);

        void Read(Feed feed, FeedReading reading)
        {
            reads.Add(feed.Id, reading, false, now, Duration.Zero);
            stage = folding.Fold(stage, new ReadingInput(feed, reading, now), now, Duration.Zero).Stage;
        }
    }

    private static (long Bytes, int Handles) Measured()
    {
        GC.Collect();
        GC.WaitForPendingFinalizers();
        return (GC.GetTotalMemory(forceFullCollection: true), Directory.GetFileSystemEntries("/proc/self/fd").Length);
    }

    private sealed class TemporaryFolder : IDisposable
    {
        /// <summary>In memory: thousands of files are rewritten, and no disk is looked at.</summary>
        public string Path { get; } = Directory.CreateDirectory($"/dev/shm/sidelamp-long-{Guid.NewGuid():n}").FullName;

        public void Dispose() => Directory.Delete(Path, recursive: true);
    }
}
