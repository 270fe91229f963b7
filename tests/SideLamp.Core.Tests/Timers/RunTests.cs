using CsCheck;
using NodaTime;
using SideLamp.Core.Airing;
using SideLamp.Core.Frame;
using SideLamp.Core.Shows;
using SideLamp.Core.Tests.Airing;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Tests.Timers;

/// <summary>Timers in the engine: what a hand does to them, and what they do by themselves.</summary>
public sealed class RunTests : OnAir
{
    private TimerId Has(string id, TimerKind kind, double seconds = 0, AtZero atZero = AtZero.Stop, string? cue = null) =>
        (Facts.Timers[id] = new Timer(new(id), id, kind, Duration.FromSeconds(seconds), new LocalTime(23, 30), atZero, cue is null ? null : new CueId(cue))).Id;

    private void Set(string id, TimerAct act, double? by = null) => Assert.Null(Do(new SetTimer(new TimerSetting(new(id), act, by is { } s ? Duration.FromSeconds(s) : null))));

    private string Shown(string id)
    {
        var timer = Facts.Timers[id];
        return TimerFace.Text(TimerFace.ProgramOf(timer, Run(id) ?? TimerRun.Fresh(timer, Duration.Zero), FrameRate.Sixty), Now);
    }

    private TimerRun? Run(string id) => Air.Timers.Find(one => one.Timer.Value == id);

    private void CueOf(string id, params CueStep[] steps) => Facts.Cues[id] = new Cue(new(id), id, null, [.. steps]);

    private static CueStep Lights(string graphic) => new(Duration.Zero, false, [new CueSetting(new(graphic), CueAct.Light)]);

    [Fact]
    public void A_timer_is_started_paused_added_to_and_reset()
    {
        Has("tea", TimerKind.Down, 300);
        Assert.Equal("5:00", Shown("tea"));
        Set("tea", TimerAct.Start);
        After(10_000);
        Assert.Equal("4:50", Shown("tea"));
        Set("tea", TimerAct.Pause);
        After(60_000);
        Assert.Equal("4:50", Shown("tea"));
        Set("tea", TimerAct.Add, 60);
        Assert.Equal("5:50", Shown("tea"));
        Set("tea", TimerAct.Start);
        Set("tea", TimerAct.Start);
        After(5_000);
        Assert.Equal("5:45", Shown("tea"));
        Set("tea", TimerAct.Add, -1000);
        Advance();
        Assert.Equal("0:00", Shown("tea"));
        Set("tea", TimerAct.Restart);
        After(1_000);
        Assert.Equal("4:59", Shown("tea"));
        Set("tea", TimerAct.Reset);
        Assert.Equal("5:00", Shown("tea"));
        Assert.Null(Run("tea"));
    }

    [Fact]
    public void A_timer_is_set_to_a_length_running_standing_or_at_its_end()
    {
        Has("tea", TimerKind.Down, 300);
        Set("tea", TimerAct.Start);
        After(10_000);
        Set("tea", TimerAct.Set, 120);
        After(1_000);
        Assert.Equal("1:59", Shown("tea"));
        Set("tea", TimerAct.Pause);
        Set("tea", TimerAct.Set, 5);
        After(60_000);
        Assert.Equal("0:05", Shown("tea"));
        Set("tea", TimerAct.Start);
        After(6_000);
        Assert.Equal("0:00", Shown("tea"));
        // What a hand sets after the end waits for a hand to start it.
        Set("tea", TimerAct.Set, 60);
        After(5_000);
        Assert.Equal("1:00", Shown("tea"));
        Set("tea", TimerAct.Start);
        After(1_000);
        Assert.Equal("0:59", Shown("tea"));
        Has("on", TimerKind.Up);
        Set("on", TimerAct.Start);
        After(5_000);
        Set("on", TimerAct.Set, 90);
        After(1_000);
        Assert.Equal("1:31", Shown("on"));
    }

    // Source: IANA time zone database through NodaTime. Europe/Vienna goes from 02:00 to 03:00 at 01:00 UTC on 28 March 2027, and from 03:00 to 02:00 at 01:00 UTC on 31 October.
    [Theory]
    [InlineData("2027-03-28T00:59:59Z", "1:59:59", "3:00:00")]
    [InlineData("2027-10-31T00:59:59Z", "2:59:59", "2:00:00")]
    [InlineData("2027-06-20T21:59:59Z", "23:59:59", "0:00:00")]
    [InlineData("2027-06-20T09:07:59Z", "11:07:59", "11:08:00")]
    public void The_time_of_day_is_shown_in_its_zone_over_midnight_and_on_both_nights(string utc, string before, string after)
    {
        Facts.Timers["clock"] = new Timer(new("clock"), "Clock", TimerKind.Clock, default, default, AtZero.Stop) { Zone = "Europe/Vienna" };
        Now = NodaTime.Text.InstantPattern.General.Parse(utc).Value;
        Set("clock", TimerAct.Start);
        Assert.Equal(before, Shown("clock"));
        After(1000);
        Assert.Equal(after, Shown("clock"));
        // A hand does not stop it, nor set it.
        Set("clock", TimerAct.Pause);
        Set("clock", TimerAct.Add, 60);
        Assert.Equal(after, Shown("clock"));
        Facts.Timers["clock"] = Facts.Timers["clock"] with { Form = TimerForm.TwoFigures };
        Assert.Equal(after[..^3].PadLeft(5, '0'), Shown("clock"));
    }

    [Fact]
    public void What_came_to_its_end_runs_on_when_a_minute_is_added_and_begins_anew_when_started()
    {
        Has("tea", TimerKind.Down, 30);
        Set("tea", TimerAct.Start);
        After(40_000);
        Assert.Equal("0:00", Shown("tea"));
        Assert.Contains(Log, one => one.Kind == HappeningKind.TimerEnded && one.At == Start + Duration.FromSeconds(30));
        Set("tea", TimerAct.Add, 60);
        After(10_000);
        Assert.Equal("0:50", Shown("tea"));
        After(60_000);
        Set("tea", TimerAct.Start);
        After(1_000);
        Assert.Equal("0:29", Shown("tea"));
    }

    [Fact]
    public void To_a_time_of_day_it_is_always_as_long_as_it_is_from_now()
    {
        Has("ends", TimerKind.Until);
        Set("ends", TimerAct.Start);
        Assert.Equal("2:00:00", Shown("ends"));
        Set("ends", TimerAct.Pause);
        After(60_000);
        Set("ends", TimerAct.Start);
        Assert.Equal("1:59:00", Shown("ends"));
        Set("ends", TimerAct.Add, 600);
        Assert.Equal("2:09:00", Shown("ends"));
        Set("ends", TimerAct.Reset);
        Assert.Equal("1:59:00", Shown("ends"));
    }

    [Fact]
    public void An_interval_runs_its_cue_at_each_zero()
    {
        Has("check", TimerKind.Down, 720, AtZero.Again, "look");
        CueOf("look", Lights("d"));
        Stay("d", 20);
        Set("check", TimerAct.Start);
        for (var minute = 0; minute < 25; minute++)
        {
            After(60_000);
        }

        Assert.Equal([720.0, 1440.0], TimesLit("d"));
        Assert.Equal("11:00", Shown("check"));
    }

    [Fact]
    public void Rule_21_timers_run_through_lights_out_but_run_no_cue()
    {
        Has("tea", TimerKind.Down, 30, cue: "back");
        CueOf("back", Lights("a"));
        Set("tea", TimerAct.Start);
        Do(new LightsOut());
        After(31_000);
        Assert.Equal("0:00", Shown("tea"));
        Assert.Empty(Lit);
        Assert.Contains(Log, one => one is { Kind: HappeningKind.Missed, What: "back" });
    }

    [Fact]
    public void Rule_29_after_a_sleep_intervals_are_folded_and_a_cue_of_long_ago_is_missed()
    {
        Has("check", TimerKind.Down, 720, AtZero.Again, "look");
        CueOf("look", Lights("d"));
        Set("check", TimerAct.Start);
        // Eight hours are 40 rounds: the last zero was ten seconds ago, which is too long.
        After((8 * 3600 * 1000) + 10_000);
        Assert.Equal("11:50", Shown("check"));
        Assert.Empty(TimesLit("d"));
        Assert.Single(Log, one => one.Kind == HappeningKind.Missed);
        After(710_000);
        Assert.Single(TimesLit("d"));
    }

    [Fact]
    public void Rule_24_a_timer_that_was_reset_by_mistake_runs_on_as_if_nobody_had_touched_it()
    {
        Has("on", TimerKind.Up);
        Has("tea", TimerKind.Down, 30);
        Set("on", TimerAct.Start);
        After(90_000);
        Set("on", TimerAct.Reset);
        After(10_000);
        Assert.Equal("0:00", Shown("on"));
        Assert.Null(Do(new TakeBack()));
        Assert.Equal("1:40", Shown("on"));
        // A cue's timers come back with the rest of it.
        Do(new RunCue(new Cue(new("break"), "Break", null, [Lights("a") with { Timers = [new TimerSetting(new("tea"), TimerAct.Start), new TimerSetting(new("on"), TimerAct.Reset)] }])));
        Assert.Equal(("0:00", "0:30"), (Shown("on"), Shown("tea")));
        Assert.Null(Do(new TakeBack()));
        After(5_000);
        Assert.Equal(("1:45", "0:30", ""), (Shown("on"), Shown("tea"), Lit));
        // What has changed since stays.
        Set("tea", TimerAct.Start);
        After(31_000);
        Assert.Null(Do(new TakeBack()));
        Assert.Equal("0:00", Shown("tea"));
    }

    [Fact]
    public void Rule_20_a_cue_sets_timers_and_is_refused_whole_when_one_is_gone()
    {
        Has("tea", TimerKind.Down, 300);
        var cue = new Cue(new("break"), "Break", null, [Lights("a") with { Timers = [new TimerSetting(new("tea"), TimerAct.Restart)] }]);
        Do(new RunCue(cue));
        After(2_000);
        Assert.Equal(("4:58", "a"), (Shown("tea"), Lit));
        Facts.Timers.Clear();
        Assert.Contains("a timer that it sets is gone", Do(new RunCue(cue with { Steps = [Lights("d") with { Timers = cue.Steps[0].Timers }] }))!, StringComparison.Ordinal);
        Assert.Equal("a", Lit);
    }

    private static PhasePlan Hour { get; } =
        new([new("Work", Duration.FromMinutes(25)), new("Rest", Duration.FromMinutes(5), new CueId("rest"))], 4, new("Long rest", Duration.FromMinutes(20), new CueId("rest")));

    // Worked by hand: four rounds of 25 and 5 minutes, the last rest of 20: 135 minutes.
    [Fact]
    public void Phases_follow_each_other_round_by_round_run_their_cues_and_begin_anew_or_end()
    {
        Facts.Timers["hour"] = new Timer(new("hour"), "Hour", TimerKind.Phases, default, default, AtZero.Stop, new CueId("over")) { Phases = Hour };
        CueOf("rest", Lights("d"));
        CueOf("over", Lights("a"));
        Stay("d", 20);
        Set("hour", TimerAct.Start);
        Assert.Equal("25:00", Shown("hour"));
        After(25 * 60_000);
        After(60_000);
        Assert.Equal(("4:00", 1, 1500.0), (Shown("hour"), Run("hour")!.Phase, TimesLit("d").Single()));
        // More time is more of this phase; a hand goes on to the next.
        Set("hour", TimerAct.Add, 60);
        Assert.Equal("5:00", Shown("hour"));
        Set("hour", TimerAct.Next);
        Assert.Equal(("25:00", 2), (Shown("hour"), Run("hour")!.Phase));
        Set("hour", TimerAct.Pause);
        After(600_000);
        Set("hour", TimerAct.Start);
        for (var minute = 0; minute < 26 + 30 + 30; minute++)
        {
            After(60_000);
        }

        Assert.Equal(("19:00", 7, "Long rest"), (Shown("hour"), Run("hour")!.Phase, Hour.At(7).Name));
        Assert.Equal(["Hour: Rest, round 1 of 4", "Hour: Rest, round 2 of 4", "Hour: Work, round 3 of 4"], Log.Where(one => one.Kind == HappeningKind.PhaseBegan).Select(one => one.What).Take(3));
        After(19 * 60_000);
        Assert.Equal(("0:00", "a"), (Shown("hour"), Lit));
        Set("hour", TimerAct.Start);
        Assert.Equal(("25:00", 0), (Shown("hour"), Run("hour")!.Phase));
        Facts.Timers["hour"] = Facts.Timers["hour"] with { AtZero = AtZero.Again };
        // 10 whole cycles and 27 minutes later, asleep meanwhile: two minutes of the first rest, and no cue of long ago.
        var cues = TimesLit("d").Count();
        After((((10 * 135) + 27) * 60_000) + 6_000);
        Assert.Equal(("2:54", 1, cues), (Shown("hour"), Run("hour")!.Phase, TimesLit("d").Count()));
        Assert.NotNull(Do(new SetTimer(new TimerSetting(Has("on", TimerKind.Up), TimerAct.Next))));
    }

    [Fact]
    public void A_timer_warns_at_its_thresholds_once_and_again_when_time_was_added()
    {
        Has("tea", TimerKind.Down, 300);
        Facts.Timers["tea"] = Facts.Timers["tea"] with { Warnings = [new(Duration.FromSeconds(10)), new(Duration.FromSeconds(60), "alarm", true, new CueId("hurry"))] };
        CueOf("hurry", Lights("d"));
        Stay("d", 2);
        Set("tea", TimerAct.Start);
        After(239_999);
        Assert.Empty(TimesLit("d"));
        After(1);
        Assert.Equal([240.0], TimesLit("d"));
        After(50_000);
        Set("tea", TimerAct.Add, 60);
        After(11_000);
        Assert.Equal([240.0, 300.0], TimesLit("d"));
        // A length set below a threshold is past it, and runs nothing.
        Set("tea", TimerAct.Set, 30);
        After(31_000);
        Assert.Equal((2, "0:00"), (TimesLit("d").Count(), Shown("tea")));
        Assert.Equal([60_000.0, 10_000.0], TimerFace.ProgramOf(Facts.Timers["tea"], Run("tea")!, FrameRate.Sixty).Warnings.Select(one => one.Left));
    }

    [Fact]
    public void A_time_of_day_that_has_come_never_turns_into_what_is_left_to_tomorrows()
    {
        Has("ends", TimerKind.Until, cue: "over");
        CueOf("over", Lights("a"));
        Set("ends", TimerAct.Start);
        Now = Start + Duration.FromMinutes(119);
        Set("ends", TimerAct.Pause);
        Now += Duration.FromMinutes(2);
        Set("ends", TimerAct.Start);
        Advance();
        Assert.Equal(("0:00", true), (Shown("ends"), Run("ends")!.AtEnd));
        // The machine's clock is set over it: it has come, and its cue runs.
        Set("ends", TimerAct.Restart);
        Assert.Equal("23:59:00", Shown("ends"));
        Facts.Skew = Duration.FromHours(24);
        Do(new FollowClock(new("ends")));
        Advance();
        Assert.Equal(("0:00", "a"), (Shown("ends"), Lit));
        // What was added stays added where the clock is set by minutes; a clock that is a year back has its own evening.
        Facts.Skew = Duration.Zero;
        Set("ends", TimerAct.Restart);
        Set("ends", TimerAct.Add, 60);
        Facts.Skew = Duration.FromMinutes(10);
        Do(new FollowClock(new("ends")));
        Assert.Equal("23:50:00", Shown("ends"));
        Facts.Skew = -Duration.FromDays(365);
        Do(new FollowClock(new("ends")));
        Assert.Equal("23:59:00", Shown("ends"));
    }

    // Source: IANA time zone database through NodaTime: 2:30 does not come in Vienna on 29 March 2026, and comes as 3:30 summer time, 01:30 UTC.
    [Fact]
    public void A_countdown_to_a_day_runs_to_that_day_and_to_one_that_is_over_it_stands_at_zero()
    {
        Facts.Timers["day"] = new Timer(new("day"), "Day", TimerKind.Until, default, new LocalTime(2, 30), AtZero.Over, new CueId("over")) { Day = new LocalDate(2026, 3, 29), Zone = "Europe/Vienna" };
        CueOf("over", Lights("a"));
        Now = Instant.FromUtc(2026, 3, 20, 1, 30);
        Set("day", TimerAct.Start);
        Assert.Equal("216:00:00", Shown("day"));
        Set("day", TimerAct.Add, 60);
        Assert.Equal("216:01:00", Shown("day"));
        Now = Instant.FromUtc(2026, 3, 29, 2, 30);
        Set("day", TimerAct.Restart);
        Advance();
        Assert.Equal(("+1:00:00", ""), (Shown("day"), Lit));
    }

    [Fact]
    public void Events_add_time_by_the_door_within_its_limits_once_each_and_after_zero_they_only_offer()
    {
        Has("on", TimerKind.Down, 600);
        Assert.NotNull(Do(new GainTime(new("on"), 1, "e0", "Pim")));
        Facts.Timers["on"] = Facts.Timers["on"] with { Door = new TimeDoor(Duration.FromSeconds(30), Duration.FromMinutes(2), Duration.FromMinutes(3), new LocalTime(21, 45)) };
        void Gain(string name, decimal units) => Assert.Null(Do(new GainTime(new("on"), units, name, "Pim")));
        string Added() => string.Join(' ', Run("on")!.Added.Select(one => $"{one.Event}:{one.By.TotalSeconds}"));
        Gain("e1", 1);
        Assert.Equal(("10:30", null), (Shown("on"), Run("on")!.Since));
        Set("on", TimerAct.Start);
        Gain("e1", 1);
        Gain("e2", 100);
        Assert.Equal(("12:30", "e1:30 e2:120"), (Shown("on"), Added()));
        // The hour has half a minute left; a part of a unit adds its part.
        Gain("e3", 0.5m);
        Gain("e4", 9);
        Assert.Equal(("13:00", "e1:30 e2:120 e3:15 e4:15"), (Shown("on"), Added()));
        Assert.Null(Do(new DecideTime(new("on"), "e2", TimeAct.Back)));
        Assert.NotNull(Do(new DecideTime(new("on"), "e2", TimeAct.Back)));
        Assert.Equal("11:00", Shown("on"));
        // Never beyond 21:45, fifteen minutes after the start.
        Set("on", TimerAct.Add, 180);
        Gain("e5", 3);
        Assert.Equal("15:00", Shown("on"));
        Set("on", TimerAct.Pause);
        After(5_000);
        Assert.Equal("15:00", Shown("on"));
        Set("on", TimerAct.Start);
        After(900_000);
        Gain("e6", 2);
        Gain("e7", 1);
        Assert.Equal(("0:00", "e6 e7"), (Shown("on"), string.Join(' ', Run("on")!.Offered.Select(one => one.Event))));
        Assert.Null(Do(new DecideTime(new("on"), "e7", TimeAct.Drop)));
        Assert.Null(Do(new DecideTime(new("on"), "e6", TimeAct.Take)));
        After(10_000);
        Assert.Equal(("0:50", 0), (Shown("on"), Run("on")!.Offered.Count));
        Assert.Equal("Pim offers 1:00 to “on”", Log.First(one => one.Kind == HappeningKind.TimeAdded && one.What!.Contains("offers", StringComparison.Ordinal)).What);
    }

    [Fact]
    public void Of_many_additions_the_earliest_are_one_and_the_hours_limit_still_counts_them()
    {
        Has("on", TimerKind.Down, 600);
        Facts.Timers["on"] = Facts.Timers["on"] with { Door = new TimeDoor(Duration.FromSeconds(1), MostHour: Duration.FromMinutes(3)) };
        for (var at = 0; at < 250; at++)
        {
            Assert.Null(Do(new GainTime(new("on"), 1, $"e{at}", "Pim")));
        }

        var added = Run("on")!.Added;
        Assert.Equal((AddedTime.MostKnown, Duration.FromMinutes(3), "13:00"), (added.Count, added.Aggregate(Duration.Zero, (sum, one) => sum + one.By), Shown("on")));
        Assert.Equal(("Earlier ones", Duration.FromSeconds(81)), (added[0].From, added[0].By));
        Assert.Null(Do(new DecideTime(new("on"), added[0].Event, TimeAct.Back)));
        Assert.Equal("11:39", Shown("on"));
    }

    [Fact]
    public void Words_that_outgrow_their_room_are_given_more()
    {
        Has("on", TimerKind.Up);
        Has("over", TimerKind.Down, 5, AtZero.Over);
        Set("on", TimerAct.Start);
        Set("over", TimerAct.Start);
        Assert.Equal(("00:00", "0:00"), (Run("on")!.Room, Run("over")!.Room));
        After(6_000);
        Assert.Equal("+00:00", Run("over")!.Room);
        After(3_600_000);
        Assert.Equal(("0:00:00", "+0:00:00"), (Run("on")!.Room, Run("over")!.Room));
        After(9 * 3_600_000);
        Assert.Equal("00:00:00", Run("on")!.Room);
        Set("over", TimerAct.Pause);
        After(60_000);
        Assert.Equal("+10:00:01", Shown("over"));
    }

    [Fact]
    public void Whatever_is_done_the_words_fit_their_room_and_what_a_hand_left_alone_never_jumps()
    {
        var acts = Gen.Select(Gen.Enum<TimerAct>(), Gen.Int[-400, 900], Gen.Int[0, 2_000_000]).Array[1, 25];
        Gen.Select(Gen.Enum<TimerKind>(), Gen.Enum<AtZero>(), Gen.Int[1, 9000], Gen.Enum<TimerForm>(), acts)
            .Sample((kind, atZero, length, form, evening) =>
            {
                var facts = new FakeFacts();
                var timer = new Timer(new("t"), "t", kind, Duration.FromSeconds(length), new LocalTime(23, 30), atZero)
                {
                    Form = form,
                    Phases = new PhasePlan([new("Work", Duration.FromSeconds(length)), new("Rest", Duration.FromSeconds(61))], 2, new("Long rest", Duration.FromSeconds(700))),
                    Warnings = [new(Duration.FromSeconds(60), "alarm"), new(Duration.FromSeconds(300))],
                };
                facts.Timers["t"] = timer;
                var (air, now) = (AirState.Dark(Start), Start);
                foreach (var (act, by, wait) in evening)
                {
                    air = Engine.Apply(air, new SetTimer(new TimerSetting(timer.Id, act, Duration.FromSeconds(by))), facts, now).State;
                    var program = air.Timers.Select(run => TimerFace.ProgramOf(timer, run, FrameRate.Sixty)).FirstOrDefault();
                    var later = now + Duration.FromMilliseconds(wait);
                    // What a page works out by itself is what the engine comes to, step by step or at once.
                    var atOnce = Engine.Advance(air, facts, later).State;
                    var stepwise = air;
                    while (Engine.NextWake(stepwise) is { } wake && wake <= later)
                    {
                        stepwise = Engine.Advance(stepwise, facts, wake).State;
                        var run = Assert.Single(stepwise.Timers);
                        Assert.True(run.Due is null || run.Due > wake);
                    }

                    stepwise = Engine.Advance(stepwise, facts, later).State;
                    Assert.Equal(stepwise.Timers.Select(Kept), atOnce.Timers.Select(Kept));
                    if (program is not null && atOnce.Timers.FirstOrDefault() is { } after)
                    {
                        var shown = TimerFace.Text(TimerFace.ProgramOf(timer, after, FrameRate.Sixty), later);
                        Assert.Equal(shown, TimerFace.Text(program, later));
                        Assert.True(shown.TrimStart('+', '−').Length <= after.Room.TrimStart('+', '−').Length, $"{shown} in {after.Room}");
                    }

                    (air, now) = (atOnce, later);
                }

                string Kept(TimerRun run) => $"{TimerFace.Text(TimerFace.ProgramOf(timer, run, FrameRate.Sixty), now)} {run.Room} {run.AtEnd} {run.Since is null} {run.Due}";
            });
    }
}
