using System.Globalization;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Frame;
using SideLamp.Core.Tickers;

namespace SideLamp.Bench;

/// <summary>A strip of forty items that is looked at and edited each second for a day, against its own first minute.</summary>
internal static class BeltBench
{
    private const int Items = 40;

    public static void Run()
    {
        var start = Instant.FromUtc(2026, 6, 20, 21, 30);
        var fresh = BeltRun.Begin(new AiringId("a"), Laid(0), new FrameRate(60_000, 1001), start);
        var (minute, day) = (Aged(fresh, start, 60), Aged(fresh, start, 86_400));
        Rate.Tell("a belt after a day of edits", RateOf(day, start, 86_400), "the same belt in its first minute", RateOf(minute, start, 60));
    }

    private static BeltRun Aged(BeltRun run, Instant start, int seconds)
    {
        for (var second = 1; second <= seconds; second++)
        {
            run = run.Follow(Laid(second), start + Duration.FromSeconds(second), atOnce: false);
        }

        return run;
    }

    private static double RateOf(BeltRun run, Instant start, int seconds) =>
        Rate.Of(turn =>
        {
            var now = start + Duration.FromSeconds(seconds) + Duration.FromMilliseconds(turn % 1000);
            _ = Belts.InSight(run.Program, Belts.TravelAt(run.Program, Belts.FrameAt(run.Program, now)));
            _ = run.Follow(Laid(turn), now, atOnce: false);
        });

    private static LaidBelt Laid(int edit) =>
        new("belt", BeltMotion.Crawl, false, 1920, 64, 3, null, BeltEnd.RunsOff, [.. Enumerable.Range(0, Items).Select(at => (edit + at).ToString(CultureInfo.InvariantCulture)).Select((name, at) => new LaidItem(name, 200 + (at * 37 % 500), name))]);
}
