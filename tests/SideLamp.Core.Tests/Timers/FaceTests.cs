using NodaTime;
using SideLamp.Core.Frame;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Tests.Timers;

public sealed class FaceTests
{
    private static readonly Instant Start = Instant.FromUtc(2026, 6, 20, 21, 30);

    private static string Down(double afterMs, AtZero atZero = AtZero.Stop, int seconds = 300)
    {
        var timer = new Timer(new("tea"), "Tea", TimerKind.Down, Duration.FromSeconds(seconds), default, atZero);
        var run = TimerRun.Fresh(timer, Duration.Zero) with { Since = Start };
        return TimerFace.Text(TimerFace.ProgramOf(timer, run, FrameRate.Sixty), Start + Duration.FromMilliseconds(afterMs));
    }

    // Common practice: a countdown shows the second that is still running.
    [Theory]
    [InlineData(0, "5:00")]
    [InlineData(999.9, "5:00")]
    [InlineData(1000, "4:59")]
    [InlineData(299_000, "0:01")]
    [InlineData(299_999, "0:01")]
    [InlineData(300_000, "0:00")]
    [InlineData(310_000, "0:00")]
    public void A_countdown_shows_five_minutes_for_its_whole_first_second(double after, string shown) => Assert.Equal(shown, Down(after));

    [Theory]
    [InlineData(300_500, "+0:00")]
    [InlineData(301_000, "+0:01")]
    [InlineData(4_000_000, "+1:01:40")]
    public void Past_zero_it_counts_on_with_a_sign(double after, string shown) => Assert.Equal(shown, Down(after, AtZero.Over));

    [Theory]
    [InlineData(299_999, "0:01")]
    [InlineData(300_000, "5:00")]
    [InlineData(300_999, "5:00")]
    [InlineData(901_000, "4:59")]
    public void An_interval_is_full_again_at_zero(double after, string shown) => Assert.Equal(shown, Down(after, AtZero.Again));

    // Common practice: counting up shows whole seconds gone by.
    [Theory]
    [InlineData(0, "0:00")]
    [InlineData(999, "0:00")]
    [InlineData(59_999, "0:59")]
    [InlineData(3_599_999, "59:59")]
    [InlineData(3_600_000, "1:00:00")]
    [InlineData(36_000_000, "10:00:00")]
    public void Counting_up_shows_whole_seconds_gone_by(double after, string shown)
    {
        var timer = new Timer(new("on"), "On", TimerKind.Up, default, default, AtZero.Stop);
        var run = TimerRun.Fresh(timer, Duration.Zero) with { Since = Start };
        Assert.Equal(shown, TimerFace.Text(TimerFace.ProgramOf(timer, run, FrameRate.Sixty), Start + Duration.FromMilliseconds(after)));
    }

    // Worked by hand.
    [Theory]
    [InlineData(TimerForm.Clock, 0, "1:15:00")]
    [InlineData(TimerForm.Minutes, 0, "75:00")]
    [InlineData(TimerForm.Minutes, 4_493_000, "0:07")]
    [InlineData(TimerForm.TwoFigures, 0, "75:00")]
    [InlineData(TimerForm.TwoFigures, 4_493_000, "00:07")]
    [InlineData(TimerForm.Tenths, 0, "1:15:00")]
    [InlineData(TimerForm.Tenths, 4_440_000, "1:00")]
    [InlineData(TimerForm.Tenths, 4_440_099, "1:00")]
    [InlineData(TimerForm.Tenths, 4_440_100, "59.9")]
    [InlineData(TimerForm.Tenths, 4_499_950, "0.1")]
    [InlineData(TimerForm.Tenths, 4_500_000, "0.0")]
    [InlineData(TimerForm.Tenths, 4_500_250, "+0.2")]
    [InlineData(TimerForm.Tenths, 4_560_000, "+1:00")]
    public void A_countdown_is_written_in_its_form(TimerForm form, double after, string shown)
    {
        var timer = new Timer(new("tea"), "Tea", TimerKind.Down, Duration.FromMinutes(75), default, AtZero.Over) { Form = form };
        var run = TimerRun.Fresh(timer, Duration.Zero) with { Since = Start };
        Assert.Equal(shown, TimerFace.Text(TimerFace.ProgramOf(timer, run, FrameRate.Sixty), Start + Duration.FromMilliseconds(after)));
    }

    [Theory]
    [InlineData(TimerForm.Tenths, 99, "0.0")]
    [InlineData(TimerForm.Tenths, 100, "0.1")]
    [InlineData(TimerForm.Tenths, 59_999, "59.9")]
    [InlineData(TimerForm.Tenths, 60_000, "1:00")]
    [InlineData(TimerForm.Minutes, 6_000_000, "100:00")]
    [InlineData(TimerForm.TwoFigures, 7_999, "00:07")]
    public void A_stopwatch_is_written_in_its_form(TimerForm form, double after, string shown)
    {
        var timer = new Timer(new("on"), "On", TimerKind.Up, default, default, AtZero.Stop) { Form = form };
        var run = TimerRun.Fresh(timer, Duration.Zero) with { Since = Start };
        Assert.Equal(shown, TimerFace.Text(TimerFace.ProgramOf(timer, run, FrameRate.Sixty), Start + Duration.FromMilliseconds(after)));
    }

    [Theory]
    [InlineData(0, "0:01")]
    [InlineData(1000, "0:00")]
    [InlineData(1999.9, "0:00")]
    [InlineData(2000, "−0:01")]
    [InlineData(3_601_000, "−1:00:00")]
    public void It_goes_below_zero_with_a_minus(double after, string shown) => Assert.Equal(shown, Down(after, AtZero.Below, seconds: 1));

    // Source: SMPTE ST 12-1 (from memory): two, or four, numbers are left out at each minute but every tenth; an hour has 107,892 frames at 29.97.
    [Theory]
    [InlineData(1799, 30_000, 1001, "00:00:59;29")]
    [InlineData(1800, 30_000, 1001, "00:01:00;02")]
    [InlineData(17_981, 30_000, 1001, "00:09:59;29")]
    [InlineData(17_982, 30_000, 1001, "00:10:00;00")]
    [InlineData(107_892, 30_000, 1001, "01:00:00;00")]
    [InlineData(2_589_408, 30_000, 1001, "24:00:00;00")]
    [InlineData(3599, 60_000, 1001, "00:00:59;59")]
    [InlineData(3600, 60_000, 1001, "00:01:00;04")]
    [InlineData(35_964, 60_000, 1001, "00:10:00;00")]
    [InlineData(215_784, 60_000, 1001, "01:00:00;00")]
    [InlineData(1800, 30, 1, "00:01:00:00")]
    [InlineData(1499, 25, 1, "00:00:59:24")]
    [InlineData(1440, 24_000, 1001, "00:01:00:00")]
    public void Timecode_leaves_out_the_numbers_that_the_standard_leaves_out(long frames, int numerator, int denominator, string shown) =>
        Assert.Equal(shown, Timecode.Of(frames, new FrameRate(numerator, denominator)));

    // Worked by hand: no number comes twice, and none but the first ones of nine minutes in ten is missing.
    [Theory]
    [InlineData(30_000, 2)]
    [InlineData(60_000, 4)]
    public void Every_timecode_of_an_hour_is_another_one_and_only_those_are_missing(int numerator, int dropped)
    {
        var rate = new FrameRate(numerator, 1001);
        var nominal = numerator / 1000;
        var all = Enumerable.Range(0, (nominal * 3600) - (54 * dropped)).Select(frame => Timecode.Of(frame, rate)).ToHashSet();
        var due =
            from minute in Enumerable.Range(0, 60)
            from second in Enumerable.Range(0, 60)
            from frame in Enumerable.Range(0, nominal)
            where second > 0 || minute % 10 == 0 || frame >= dropped
            select $"00:{minute:00}:{second:00};{frame:00}";
        Assert.True(all.SetEquals(due));
    }

    // Worked by hand.
    [Theory]
    [InlineData(null, 300, 0, "in 5 minutes")]
    [InlineData(null, 300, 60_000, "in 4 minutes")]
    [InlineData(null, 300, 299_999, "in 1 minute")]
    [InlineData(null, 300, 300_000, "now")]
    [InlineData(null, 300, 359_999, "now")]
    [InlineData(null, 300, 360_000, "1 minute ago")]
    [InlineData(null, 3600, 0, "in 1 hour")]
    [InlineData(null, 5340, 0, "in 89 minutes")]
    [InlineData(null, 5400, 0, "in 1½ hours")]
    [InlineData(null, 6300, 0, "in 2 hours")]
    [InlineData("de-AT", 300, 240_000, "in 1 Minute")]
    [InlineData("nl-NL", 300, 600_000, "5 minuten geleden")]
    [InlineData("fi-FI", 300, 0, "in 5 minutes")]
    public void A_countdown_is_said_in_words(string? locale, int seconds, double after, string shown)
    {
        var timer = new Timer(new("tea"), "Tea", TimerKind.Down, Duration.FromSeconds(seconds), default, AtZero.Over) { Form = TimerForm.Words, Locale = locale };
        var run = TimerRun.Fresh(timer, Duration.Zero) with { Since = Start };
        Assert.Equal(shown, TimerFace.Text(TimerFace.ProgramOf(timer, run, FrameRate.Sixty), Start + Duration.FromMilliseconds(after)));
    }

    // Source: IANA time zone database and CLDR, through NodaTime and .NET. A page that hears nothing more shows the next day, and the hour after the clocks were set.
    [Fact]
    public void The_time_of_day_runs_on_over_midnight_and_the_night_that_clocks_are_set()
    {
        var zone = DateTimeZoneProviders.Tzdb["Europe/Vienna"];
        var night = Instant.FromUtc(2026, 3, 28, 21, 0);
        string Shown(TimerForm form, Instant at, string? pattern = null, string? locale = null)
        {
            var clock = new Timer(new("c"), "Clock", TimerKind.Clock, default, default, AtZero.Stop) { Form = form, Pattern = pattern, Locale = locale };
            var (today, midnight) = TimeOfDay.DayOf(zone, night);
            var run = TimerRun.Fresh(clock, Duration.Zero) with { Since = midnight, Today = today, Shifts = TimeOfDay.ShiftsAfter(zone, night) };
            return TimerFace.Text(TimerFace.ProgramOf(clock, run, new FrameRate(25, 1)), at);
        }

        Assert.Equal("Saturday, 28 March", Shown(TimerForm.Date, night));
        Assert.Equal("Sonntag, 29. März", Shown(TimerForm.Date, night + Duration.FromHours(3), "dddd, d. MMMM", "de-AT"));
        Assert.Equal("10:00 pm", Shown(TimerForm.TwelveHours, night));
        Assert.Equal("12:00 am", Shown(TimerForm.TwelveHours, night + Duration.FromHours(2)));
        Assert.Equal(("1:59:59", "3:00:00"), (Shown(TimerForm.Clock, night + Duration.FromHours(4) - Duration.FromMilliseconds(1)), Shown(TimerForm.Clock, night + Duration.FromHours(4))));
        for (var hours = 0; hours < 24 * 360; hours += 7)
        {
            var at = night + Duration.FromHours(hours) + Duration.FromMilliseconds(40 * 13);
            Assert.Equal(at.InZone(zone).ToString("H:mm:ss", null), Shown(TimerForm.Clock, at));
            Assert.Equal(at.InZone(zone).ToString("HH:mm:ss", null) + ":13", Shown(TimerForm.Frames, at));
        }
    }

    // Source: IANA time zone database through NodaTime. Europe/Vienna goes forward on 29 March 2026 at 02:00 and back on 25 October at 03:00.
    [Theory]
    [InlineData("2026-03-28T23:30:00Z", "2026-03-29T01:30:00Z")]
    [InlineData("2026-10-24T22:30:00Z", "2026-10-25T00:30:00Z")]
    [InlineData("2026-10-25T00:45:00Z", "2026-10-26T01:30:00Z")]
    [InlineData("2026-06-20T00:29:59Z", "2026-06-20T00:30:00Z")]
    [InlineData("2026-06-20T00:30:00Z", "2026-06-21T00:30:00Z")]
    public void Half_past_two_comes_once_on_every_night(string now, string next)
    {
        Instant At(string text) => NodaTime.Text.InstantPattern.General.Parse(text).Value;
        Assert.Equal(At(next), TimeOfDay.Next(new LocalTime(2, 30), DateTimeZoneProviders.Tzdb["Europe/Vienna"], At(now)));
    }

    [Theory]
    [InlineData("{{ timers.tea }}", "tea", true)]
    [InlineData(" {{timers.tea_2}} ", "tea_2", true)]
    [InlineData("Back in {{ timers.tea }}", null, false)]
    [InlineData("{{ timers.tea | upcase }}", null, false)]
    [InlineData("{{ cloth.text }}", null, true)]
    [InlineData("timers.tea", null, true)]
    public void A_timer_has_a_field_to_itself(string words, string? timer, bool good)
    {
        Assert.Equal(timer, TimerWords.In(words)?.Value);
        Assert.Equal(good, SideLamp.Core.Feeds.Placeholders.FaultIn(words) is null);
    }
}
