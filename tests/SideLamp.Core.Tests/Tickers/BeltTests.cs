using System.Collections.Immutable;
using CsCheck;
using NodaTime;
using SideLamp.Core.Frame;
using SideLamp.Core.Tickers;

namespace SideLamp.Core.Tests.Tickers;

public sealed class BeltTests
{
    private static readonly Instant Start = Instant.FromUtc(2026, 6, 20, 21, 30);
    private static readonly FrameRate FiftyNine = new(60_000, 1001);
    private static readonly AiringId Airing = new("a1");

    private static Instant After(double seconds) => Start + Duration.FromSeconds(seconds);

    /// <param name="items">Each a name and its length, such as <c>moth 300</c>.</param>
    private static LaidBelt Laid(IEnumerable<string> items, int px = 3, int? rounds = null, BeltMotion motion = BeltMotion.Crawl, int window = 1920, int gap = 64, BeltEnd end = BeltEnd.RunsOff) =>
        new("belt", motion, false, window, gap, px, rounds, end, [.. items.Select(item => item.Split(' ')).Select(item => new LaidItem(item[0], int.Parse(item[1], System.Globalization.CultureInfo.InvariantCulture), item[0]))]);

    private static BeltRun Begun(LaidBelt laid, FrameRate? rate = null) => BeltRun.Begin(Airing, laid, rate ?? FrameRate.Sixty, Start);

    private static long Travel(BeltRun run, Instant at) => Belts.TravelAt(run.Program, Belts.FrameAt(run.Program, at));

    private static ImmutableArray<BeltEntry> Seen(BeltRun run, Instant at) => Belts.InSight(run.Program, Travel(run, at));

    /// <summary>The left edge of each piece in sight.</summary>
    private static (string, long)[] Placed(BeltRun run, Instant at) => [.. Seen(run, at).Where(entry => !entry.Gone).Select(entry => (entry.Piece, run.Program.Window + entry.At - Travel(run, at)))];

    // Common practice: 1080p59.94 at 3 px a frame. 86,400 s × 60,000/1001 = 5,178,821.17 frames.
    [Fact]
    public void A_day_at_three_px_a_frame_drifts_by_nothing() => Assert.Equal(15_536_463, Travel(Begun(Laid(["a 500", "b 700"]), FiftyNine), After(86_400)));

    // Common practice: a 1,200 px item over a 1,920 px frame at 180 px/s is in sight for 17.33 s.
    [Fact]
    public void An_item_crosses_the_frame_in_as_long_as_the_trade_reckons()
    {
        var run = Begun(Laid(["only 1200"], rounds: 1));
        Assert.Equal(17.33, (run.Ends!.Value - Start).TotalSeconds, 0.01);
        Assert.NotEmpty(Seen(run, After(17.3)));
        Assert.Empty(Seen(run, After(17.34)));
    }

    // Common practice: 3,000 px over 1,080 px at 60 frames/s take 34 s at 2 px a frame, 68 s at 1.
    [Theory]
    [InlineData(2, 34)]
    [InlineData(1, 68)]
    public void A_roll_takes_as_long_as_the_trade_reckons(int px, int seconds) =>
        Assert.Equal(seconds, (Begun(Laid(["a 1000", "b 2000"], px, 1, BeltMotion.Climb, 1080, 0)).Ends!.Value - Start).TotalSeconds, 0.05);

    [Fact]
    public void A_roll_that_stops_does_so_with_its_last_item_in_the_middle_and_is_seen_for_a_while()
    {
        var run = Begun(Laid(["a 1000", "b 301"], 7, 1, BeltMotion.Climb, 1080, 20, BeltEnd.Stops));
        var ends = run.Ends!.Value;
        Assert.Equal([("b", (1080 - 301) / 2 + 1)], Placed(run, ends - Duration.FromSeconds(3)).TakeLast(1));
        Assert.Equal(Placed(run, ends - Duration.FromSeconds(3.5)), Placed(run, ends + Duration.FromHours(1)));
        Assert.NotEqual(Placed(run, ends - Duration.FromSeconds(4.2)), Placed(run, ends));
        // Its list grows: it goes on, and stops at the new last one.
        var longer = run.Follow(Laid(["a 1000", "b 301", "c 200"], 7, 1, BeltMotion.Climb, 1080, 20, BeltEnd.Stops), ends - Duration.FromSeconds(1), false);
        Assert.Equal([("c", 440)], Placed(longer, longer.Ends!.Value - Duration.FromSeconds(1)).TakeLast(1));
        Assert.True(longer.Ends > ends);
    }

    [Fact]
    public void One_short_item_follows_itself_without_a_hole()
    {
        var seen = Placed(Begun(Laid(["tiny 100"])), After(60));
        Assert.Equal(1920 / 164 + 1, seen.Length);
        Assert.All(seen.Zip(seen.Skip(1)), pair => Assert.Equal(164, pair.Second.Item2 - pair.First.Item2));
    }

    [Fact]
    public void A_flip_shows_one_item_at_a_time_each_for_its_own_while()
    {
        var run = Begun(Laid(["a 180", "b 240"], 1, motion: BeltMotion.Flip, window: 0, gap: 0));
        string At(double seconds) => Assert.Single(Seen(run, After(seconds))).Piece;
        Assert.Equal(["a", "a", "b", "b", "a"], new[] { 0, 2.99, 3, 6.99, 7 }.Select(At));
        var hurried = run.Hurry(After(1));
        Assert.Equal(["a", "b", "a"], new[] { 1.2, 1.4, 5.4 }.Select(at => Assert.Single(Seen(hurried, After(at))).Piece));
        Assert.Equal("a", Assert.Single(Seen(run.Pause(After(1), true), After(500))).Piece);
    }

    [Fact]
    public void A_pause_is_gentle_known_before_it_happens_and_holds()
    {
        var run = Begun(Laid(["a 500", "b 700"]));
        var paused = run.Pause(After(20), true);
        Assert.Equal(Placed(run, After(20.29)), Placed(paused, After(20.29)));
        var steps = Enumerable.Range(0, 60).Select(frame => Travel(paused, After(20) + Duration.FromMilliseconds(Math.Ceiling((frame + 1) * 1000 / 60.0))) - Travel(paused, After(20) + Duration.FromMilliseconds(Math.Ceiling(frame * 1000 / 60.0)))).ToList();
        Assert.Equal([3, 2, 1, 0], steps.Distinct());
        Assert.Equal(6, steps.Count(step => step == 2));
        Assert.Equal(Placed(paused, After(25)), Placed(paused, After(3600)));
        // An edit in the very frame of the pause: it stands all the same, and goes on from there.
        var edited = paused.Follow(Laid(["a 500", "new 90", "b 700"]), After(20), false);
        Assert.Equal(Placed(paused, After(3600)), Placed(edited, After(3600)));
        var goesOn = edited.Pause(After(3600), false);
        Assert.Equal(Placed(edited, After(3600.2)), Placed(goesOn, After(3600.2)));
        Assert.Equal(180, Travel(goesOn, After(3603)) - Travel(goesOn, After(3602)));
    }

    [Fact]
    public void The_next_item_comes_by_going_faster_and_then_as_before()
    {
        var run = Begun(Laid(["long 5000", "b 300", "c 400"]));
        var hurried = run.Hurry(After(10));
        var there = Enumerable.Range(100, 400).First(tenth => Seen(hurried, After(tenth / 10.0)).Any(entry => entry.Piece == "b")) / 10.0;
        Assert.InRange(there, 12, 18);
        Assert.DoesNotContain(Seen(run, After(there)), entry => entry.Piece == "b");
        Assert.Equal(180, Travel(hurried, After(there + 5)) - Travel(hurried, After(there + 4)));
    }

    [Fact]
    public void An_urgent_item_comes_next_even_behind_one_wider_than_the_frame()
    {
        var run = Begun(Laid(["wide 5700", "b 300", "c 400"])).Follow(Laid(["wide 5700", "b 300", "c 400", "urgent 200"]), After(5), false);
        var soon = run.Soon(After(5), "urgent")!;
        var seen = soon.SeenAt(After(5), "urgent")!.Value;
        Assert.Equal(Placed(run, After(6)), Placed(soon, After(6)));
        Assert.Equal("urgent", Seen(soon, seen)[^1].Piece);
        Assert.DoesNotContain(Seen(soon, seen - Duration.FromMilliseconds(20)), entry => entry.Piece == "urgent");
        // Right behind the wide one, and then as it would have gone on.
        Assert.Equal((5700 + 64) / 180.0, (seen - Start).TotalSeconds, 0.1);
        Assert.Equal(["urgent", "b", "c"], Belts.Unroll(soon.Program, 5800, 7000).Entries.Select(entry => entry.Piece).Skip(1).Take(3));
        Assert.Null(run.Soon(After(5), "nobody"));
    }

    [Fact]
    public void What_must_not_be_seen_is_gone_and_its_place_travels_out()
    {
        var run = Begun(Laid(["a 500", "bad 700", "c 400"]));
        var now = After(9);
        var rest = run.Follow(Laid(["a 500", "c 400"]), now, atOnce: true);
        Assert.Contains(Placed(run, now), one => one.Item1 == "bad");
        Assert.Equal(Placed(run, now).Where(one => one.Item1 != "bad"), Placed(rest, now));
        Assert.DoesNotContain(Enumerable.Range(0, 60).SelectMany(second => Placed(rest, After(9 + second))), one => one.Item1 == "bad");
        // Merely deleted, it is read to its end.
        Assert.Equal(Placed(run, now), Placed(run.Follow(Laid(["a 500", "c 400"]), now, atOnce: false), now));
        Assert.DoesNotContain(Placed(run.Without(now, "bad"), now), one => one.Item1 == "bad");
    }

    [Fact]
    public void The_only_item_deleted_travels_out_and_what_comes_later_enters_at_the_edge()
    {
        var run = Begun(Laid(["only 300"]));
        var empty = run.Follow(Laid([]), After(20), false);
        Assert.Equal(Placed(run, After(20.5)), Placed(empty, After(20.5)));
        Assert.InRange((empty.Ends!.Value - After(20)).TotalSeconds, 11, 16);
        Assert.Empty(Seen(empty, empty.Ends.Value));
        var again = empty.Follow(Laid(["late 300"]), After(100), false);
        Assert.Empty(Seen(again, After(100.9)));
        Assert.InRange(Placed(again, After(101.5)).Single().Item2, 1700, 1919);
        Assert.Null(again.Ends);
    }

    [Fact]
    public void Words_in_sight_are_mended_only_where_they_stand_and_fit()
    {
        var run = Begun(Laid(["Hummingbird 500", "b 700"]));
        Assert.Equal(("Humingbird", Placed(run, After(5))[0].Item2), Placed(run.Follow(Laid(["Humingbird 480", "b 700"]), After(5), false), After(5))[0]);
        Assert.Equal("Hummingbird", Placed(run.Follow(Laid(["Hummingbirds 520", "b 700"]), After(5), false), After(5))[0].Item1);
        Assert.Equal("Hummingbird", Placed(run.Follow(Laid(["Rain 90", "b 700"]), After(5), false), After(5))[0].Item1);
    }

    [Fact]
    public void A_change_of_all_lines_each_second_lets_every_place_of_the_list_come()
    {
        var run = Begun(Laid(["head 200", "a0 300", "b0 300", "c0 300", "d0 300"]));
        var seen = new HashSet<char>();
        for (var second = 1; second < 60; second++)
        {
            run = run.Follow(Laid(["head 200", $"a{second} 300", $"b{second} 300", $"c{second} 300", $"d{second} 300"]), After(second), false);
            seen.UnionWith(Seen(run, After(second)).Select(entry => entry.Piece[0]));
        }

        Assert.Equal("abcdh", string.Concat(seen.Order()));
    }

    [Fact]
    public void After_a_year_a_belt_costs_no_more_than_in_its_first_minute()
    {
        var run = Begun(Laid(Enumerable.Range(0, 100).Select(item => $"i{item} {100 + item}")));
        var year = After(365.0 * 86_400);
        Assert.InRange(Seen(run, year).Length, 5, 15);
        var round = run.Program.Loop.Sum(item => (long)item.Length + 64);
        var edited = run.Follow(Laid(["new 300"]), year, false);
        Assert.Equal(Placed(run, year), Placed(edited, year));
        Assert.InRange(edited.Program.Entries.Length, 5, 20);
        Assert.Equal(Seen(run, year).Select(entry => entry.Piece), Belts.InSight(run.Program, Travel(run, year) % round + (3 * round)).Select(entry => entry.Piece));
    }

    private sealed record Edit(double Wait, int Kind, int At, int Length, bool AtOnce);

    [Fact]
    public void Whatever_is_edited_nothing_in_sight_moves_no_two_overlap_no_hole_is_wider_than_the_gap_and_nothing_is_lost()
    {
        var edits = Gen.Select(Gen.Double[0.01, 30], Gen.Int[0, 6], Gen.Int[0, 50], Gen.Int[1, 2500], Gen.Bool, (wait, kind, at, length, atOnce) => new Edit(wait, kind, at, length, atOnce)).List[1, 25];
        Gen.Select(edits, Gen.Int[1, 6], Gen.Bool).Sample((all, count, isNtsc) => Hold(all, count, isNtsc ? FiftyNine : FrameRate.Sixty));
    }

    private static void Hold(List<Edit> edits, int count, FrameRate rate)
    {
        var fresh = 0;
        // Names that are nothing like one another: no words are mended.
        string Named(int length) => $"{Convert.ToHexString(System.Security.Cryptography.SHA256.HashData(BitConverter.GetBytes(fresh++)))[..12]} {length}";
        var items = Enumerable.Range(0, count).Select(at => Named(200 + (at * 300))).ToList();
        var run = Begun(Laid(items), rate);
        var (now, paused) = (Start, false);
        foreach (var edit in edits)
        {
            now += Duration.FromSeconds(edit.Wait);
            var (before, at) = (run, edit.At % Math.Max(1, items.Count));
            switch (edit.Kind)
            {
                case 0 or 1:
                    items.Insert(at, Named(edit.Length));
                    break;
                case 2 when items.Count > 1:
                    items.RemoveAt(at);
                    break;
                case 3 when items.Count > 0:
                    items = [.. items.Skip(at), .. items.Take(at)];
                    (items[0], items[^1]) = (items[^1], items[0]);
                    break;
                case 4:
                    paused = !paused;
                    run = run.Pause(now, paused);
                    break;
                case 5:
                    run = run.Hurry(now);
                    break;
                default:
                    run = items.Count == 0 ? run : run.Soon(now, items[at].Split(' ')[0]) ?? throw new InvalidOperationException("An item of the loop is not there.");
                    break;
            }

            run = run.Follow(Laid(items), now, edit.AtOnce);
            // Nothing in sight moves, nor what enters within a second, as long as the speed is the same.
            var soon = edit.Kind is 4 or 5 ? Duration.FromMilliseconds(290) : Duration.FromMilliseconds(999);
            foreach (var then in new[] { now, now + soon })
            {
                var gone = Seen(run, then).Where(entry => entry.Gone).Select(entry => entry.At).ToHashSet();
                Assert.Equal(Seen(before, then).Where(entry => !entry.Gone && !gone.Contains(entry.At)), Seen(run, then).Where(entry => !entry.Gone));
                Assert.All(Seen(run, then).Where(entry => entry.Gone), entry => Assert.DoesNotContain(items, item => item.StartsWith(entry.Piece, StringComparison.Ordinal)));
            }

            // It never goes back, and never faster than it may.
            var travels = Enumerable.Range(0, 900).Select(frame => Belts.TravelAt(run.Program, Belts.FrameAt(run.Program, now) + frame)).ToList();
            Assert.All(travels.Zip(travels.Skip(1)), pair => Assert.InRange(pair.Second - pair.First, 0, 12));
            // Order is kept and the seam has no hole: each stands right behind the other.
            var from = Travel(run, now);
            var (ahead, next) = Belts.Unroll(run.Program, from, from + 60_000);
            Assert.All(ahead.Zip(ahead.Skip(1)), pair => Assert.Equal(pair.First.At + pair.First.Length + 64, pair.Second.At));
            Assert.All(ahead.Zip(ahead.Skip(1)), pair => Assert.Equal(pair.First.Seq + 1, pair.Second.Seq));
            // In two steps as in one.
            var (half, then2) = Belts.Unroll(run.Program, from, from + 7_777);
            Assert.Equal((ahead, next).ToString(), (Belts.Unroll(run.Program with { Entries = half, Next = then2 }, from, from + 60_000) is var two ? (two.Entries, two.Next) : default).ToString());
            // All that is live comes, in its order, within one round of what is decided.
            var coming = ahead.Where(entry => entry.At > run.Program.Next.At - 1).Select(entry => entry.Piece).Take(items.Count).ToList();
            Assert.Equal(items.Select(item => item.Split(' ')[0]).Order(StringComparer.Ordinal), ahead.Length < items.Count * 2 ? items.Select(item => item.Split(' ')[0]).Order(StringComparer.Ordinal) : coming.Order(StringComparer.Ordinal));
        }
    }
}
