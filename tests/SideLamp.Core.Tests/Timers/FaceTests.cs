using NodaTime;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Tests.Timers;

public sealed class FaceTests
{
    private static readonly Instant Start = Instant.FromUtc(2026, 6, 20, 21, 30);

    private static string Down(double afterMs, AtZero atZero = AtZero.Stop, int seconds = 300)
    {
        var timer = new Timer(new("tea"), "Tea", TimerKind.Down, Duration.FromSeconds(seconds), default, atZero);
        var run = TimerRun.Fresh(timer, Duration.Zero) with { Since = Start };
        return TimerFace.Text(TimerFace.ProgramOf(timer, run), Start + Duration.FromMilliseconds(afterMs));
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
        Assert.Equal(shown, TimerFace.Text(TimerFace.ProgramOf(timer, run), Start + Duration.FromMilliseconds(after)));
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
        Assert.Equal(shown, TimerFace.Text(TimerFace.ProgramOf(timer, run), Start + Duration.FromMilliseconds(after)));
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
        Assert.Equal(shown, TimerFace.Text(TimerFace.ProgramOf(timer, run), Start + Duration.FromMilliseconds(after)));
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
