using CsCheck;
using NodaTime;
using SideLamp.Core.Airing;
using SideLamp.Core.Json;
using SideLamp.Core.Keeping;
using SideLamp.Core.Shows;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Tests.Airing;

/// <summary>What holds whatever is pressed, in whatever order, at whatever time.</summary>
public sealed class PropertyTests
{
    private static readonly Instant Start = Instant.FromUtc(2026, 6, 20, 21, 30);
    private static readonly string[] Names = ["a", "b", "c", "n", "d", "full"];

    private static readonly Cue[] Evenings =
    [
        new(new("one"), "One", null, [new CueStep(Duration.Zero, true, [new CueSetting(new("n"), CueAct.Light, new("c2")), new CueSetting(new("d"), CueAct.Set, new("c3"))])]),
        new(
            new("two"),
            "Two",
            null,
            [
                new CueStep(Duration.Zero, false, [new CueSetting(new("full"), CueAct.Light), new CueSetting(new("a"), CueAct.Light)]),
                new CueStep(Duration.FromMilliseconds(900), true, [new CueSetting(new("b"), CueAct.Light)]),
            ]
        ),
    ];

    private static readonly Gen<AirCommand> Command = Gen.Select(Gen.Int[0, 32], Gen.Int[0, Names.Length - 1], Gen.Int[1, 3])
        .Select((kind, at, card) =>
        {
            var id = new GraphicId(Names[at]);
            return (AirCommand)(
                kind switch
                {
                    0 or 1 or 2 => new Light(id),
                    3 => new Light(id, new CardId($"c{card}")),
                    4 or 5 => new Darken(id),
                    6 => new Toggle(id),
                    7 => new LightsOut(),
                    8 => new LightsBack(),
                    9 or 10 => new Alert(id),
                    11 => new StepCard(id, 1),
                    12 => new RunCue(Evenings[at % Evenings.Length]),
                    13 => new SwitchEvery(id, card > 1),
                    14 => new Hush(),
                    15 => new EndHush(card > 1),
                    16 => new BringBack(new SeatId("lower-left")),
                    17 or 18 => new TakeBack(),
                    20 or 21 => new SetTimer(new TimerSetting(new TimerId(at % 2 == 0 ? "round" : "on"), (TimerAct)(at % 5), Duration.FromMilliseconds(800 * (card - 2)))),
                    22 => new CallOff(id, null),
                    19 => new Light(id, Outfit: new OutfitId("o1")),
                    24 => new Remove(id),
                    25 => new Retouch(id, new ContentId($"{id}.{card}.counted"), [new Count(id, new CardId($"c{card}"), "n", null, "1")]),
                    26 => new Forget(new SeatId("lower-left")),
                    27 => new StopCue(Evenings[1].Id),
                    28 => new LetThemCome(),
                    29 => new Recycle(id),
                    30 => new Watched(id, true, Duration.FromMilliseconds(300 * card), Duration.FromMilliseconds(500)),
                    31 => new Watched(id, false, Duration.FromMilliseconds(300), Duration.FromMilliseconds(300 * card)),
                    32 => new Unwatched(id),
                    _ => new Push(id),
                }
            );
        });

    private static readonly Gen<(AirCommand Command, int Wait)[]> Evening = Gen.Select(Command, Gen.Int[0, 900]).Array[1, 40];

    private static readonly Gen<FakeFacts> Facts = Gen.Select(Gen.Bool, Gen.Int[0, 800], Gen.Int[0, 800], Gen.Int[0, 4])
        .Select((waits, arrive, leave, stay) =>
        {
            var facts = new FakeFacts { WaitsForLeaver = waits, Arrive = Duration.FromMilliseconds(arrive), Leave = Duration.FromMilliseconds(leave) };
            facts.Graphics["b"] = ("lower-left", "caption", stay == 0 ? null : Duration.FromMilliseconds(500 * stay));
            facts.Graphics["d"] = ("upper-right", "bug", Duration.FromMilliseconds(700));
            facts.Graphics["full"] = ("full-frame", "full", stay < 2 ? null : Duration.FromSeconds(2));
            facts.Covering.Add("full");
            facts.Videos.UnionWith(stay % 2 == 0 ? ["b", "c"] : ["full"]);
            facts.Every["d"] = Duration.FromMilliseconds(2600);
            facts.Every["b"] = Duration.FromMilliseconds(3900);
            facts.Cycles["c"] = new Cycle(stay % 2 == 0 ? CycleOrder.Round : CycleOrder.Once, Duration.FromSeconds(1), []);
            // Each lighting takes a new card.
            facts.Cycles["d"] = new Cycle(CycleOrder.Round, null, []);
            facts.Timers["round"] = new Timer(new("round"), "Round", TimerKind.Down, Duration.FromMilliseconds(1700), default, AtZero.Again, Evenings[1].Id);
            facts.Timers["on"] = new Timer(new("on"), "On", TimerKind.Down, Duration.FromMilliseconds(2300), default, stay % 2 == 0 ? AtZero.Over : AtZero.Stop, Evenings[0].Id);
            facts.Cues["one"] = Evenings[0];
            facts.Cues["two"] = Evenings[1];
            facts.Then["b"] = new Follow(new("d"), Duration.FromMilliseconds(300));
            return facts;
        });

    [Fact]
    public void A_seat_never_has_two_holders_and_a_graphic_never_two_airings() =>
        Through((_, after, _) =>
        {
            Assert.All(after.Airings.Where(one => one.Holds).GroupBy(one => one.Seat), seat => Assert.Single(seat));
            Assert.All(after.Airings.GroupBy(one => one.Graphic), graphic => Assert.Single(graphic));
        });

    [Fact]
    public void No_departure_is_lost_everything_that_leaves_is_gone_in_the_end() =>
        Gen.Select(Evening, Facts)
            .Sample((evening, facts) =>
            {
                var air = new Show(facts).Then(evening);
                // Whatever may still come by itself is called off first; then each is darkened.
                air.Air = air.Air with { Followers = null, Repeats = [], CueSteps = [], Alerts = [], Asides = [], Timers = [], Watches = [], LightsOut = null, Hush = null };
                Assert.Empty(Names.Aggregate(air, (so, name) => so.Do(new Darken(new(name)))).Pass(5000).Air.Airings);
            });

    [Fact]
    public void The_pose_never_jumps_when_a_leg_turns() =>
        Through((before, after, now) =>
        {
            foreach (var airing in after.Airings.Where(one => one.Leg?.At == now))
            {
                var was = before.Airings.FirstOrDefault(one => one.Id == airing.Id);
                // A leave begins at rest: its path starts where an arrival has ended.
                var expected = was?.Leg is { } leg && leg.Path == airing.Leg!.Path ? leg.PositionAt(now) : 0;
                Assert.Equal(expected, airing.Leg!.PositionAt(now), 1e-6);
                if (was?.Leg is { } old && old.Path != airing.Leg.Path)
                {
                    Assert.Equal(Phase.Lit, was.Phase);
                }
            }
        });

    [Fact]
    public void A_stay_ends_with_its_video_or_where_that_is_shorter_with_the_arrival() =>
        Through((_, after, _) =>
        {
            var longestMotion = Duration.FromMilliseconds(800);
            Assert.All(
                after.Airings.Where(one => one is { Phase: Phase.Lit, StaysFromUp: true }),
                one => Assert.InRange((one.StayEnds - one.UpSince)!.Value, one.Stay!.Value, Duration.Max(one.Stay.Value, longestMotion))
            );
        });

    [Fact]
    public void Nothing_is_on_air_and_aside_at_once_and_nothing_is_aside_for_what_is_gone() =>
        Through((_, after, _) =>
        {
            Assert.All(after.Asides, aside => Assert.False(after.Of(aside.What.Graphic)?.Holds ?? false));
            Assert.All(after.Asides, aside => Assert.Contains(after.Airings, airing => airing.Id == aside.Cause));
            Assert.InRange(after.Airings.Count(airing => airing is { Origin: Origin.Alert }), 0, 1);
        });

    [Fact]
    public void What_a_person_lit_is_sent_away_by_nothing_but_hands_stays_alerts_and_full_frames() =>
        Gen.Select(Evening, Facts)
            .Sample((evening, facts) =>
            {
                var show = new Show(facts).Then(evening);
                var air = show.Air;
                var hands = air.Airings.Where(one => one is { Holds: true, Origin: Origin.Person, Stay: null }).ToList();
                // Nothing but automatic things may happen from here: alerts and cues are called off.
                show.Air = air with { Alerts = [], CueSteps = [], Timers = [], Asides = [] };
                var later = show.Pass(6000).Air;
                Assert.All(hands, one => Assert.True(later.Of(one.Graphic) is { Holds: true } || later.AsideOf(one.Graphic) is not null || facts.Covering.Count > 0 && later.Airings.Any(other => facts.Covering.Contains(other.Graphic.Value))));
            });

    [Fact]
    public void Undo_of_any_press_leaves_every_seat_and_what_is_aside_as_it_was() =>
        Gen.Select(Evening, Facts, Command)
            .Sample((evening, facts, command) =>
            {
                var show = new Show(facts).Then(evening);
                if (Calm(show.Air) is not { } before)
                {
                    return;
                }

                show.Air = before;
                if (show.Do(command).Air.Acts == before.Acts || command is TakeBack)
                {
                    return;
                }

                var back = show.Do(new TakeBack()).Air;
                Assert.Equal(Held(before), Held(back));
                Assert.Equal(before.LightsOut is null, back.LightsOut is null);
            });

    [Fact]
    public void Lights_out_and_back_brings_all_that_was_lit_and_aside() =>
        Gen.Select(Evening, Facts, Gen.Int[0, 900])
            .Sample((evening, facts, pause) =>
            {
                var show = new Show(facts).Then(evening);
                if (Calm(show.Air) is not { LightsOut: null } before)
                {
                    return;
                }

                show.Air = before;
                Assert.DoesNotContain(show.Do(new LightsOut()).Air.Airings, one => one.Holds);
                Assert.Equal(Held(before), Held(show.Do(new LightsBack(), pause).Air));
            });

    /// <summary>
    /// The same with nothing to come by itself; null while an alert is on air: a press beats an alert for good (rule 19), and that
    /// is not taken back. And null while something is about to come back by itself.
    /// </summary>
    private static AirState? Calm(AirState air) =>
        air.Airings.Any(one => one.Origin == Origin.Alert) || air.Asides.Exists(aside => air.Airings.Any(one => one.Id == aside.Cause && !one.Holds))
            ? null
            : air with { Alerts = [], Repeats = [], Timers = [], CueSteps = [], Watches = [], Followers = null };

    /// <summary>What each seat holds, and what is aside.</summary>
    private static string Held(AirState air) =>
        string.Join(
            ' ',
            air.Airings.Where(one => one.Holds)
                .Select(one => $"{one.Seat}:{one.Graphic}:{one.Card}")
                .Concat(air.Asides.Select(one => $"aside:{one.What.Graphic}:{one.What.Card}"))
                .Order(StringComparer.Ordinal)
        );

    /// <summary>Less than 5 s altogether: what is later than that is overdue, and told otherwise (rule 29).</summary>
    [Fact]
    public void Advancing_in_two_steps_equals_one() =>
        Gen.Select(Evening, Facts, Gen.Int[0, 2400], Gen.Int[0, 2400])
            .Sample((evening, facts, first, second) =>
            {
                var show = new Show(facts).Then(evening);
                Same(show.Copy().Pass(first + second).Air, show.Pass(first).Pass(second).Air);
            });

    [Fact]
    public void A_state_that_was_kept_and_read_back_has_the_same_future() =>
        Gen.Select(Evening, Evening, Facts)
            .Sample((before, after, facts) =>
            {
                var show = new Show(facts).Then(before);
                var restored = show.Copy();
                // As the store keeps it: what may be taken back one by one, and all else in one piece.
                restored.Air = Codecs.Air.Read(Codecs.Air.Write(show.Air)) with { Acts = [.. show.Air.Acts.Select(act => Codecs.Act.Read(Codecs.Act.Write(act)))] };
                Same(show.Then(after).Air, restored.Then(after).Air);
            });

    [Fact]
    public void A_repeated_command_does_nothing() =>
        Gen.Select(Evening, Command, Facts)
            .Sample((evening, command, facts) =>
            {
                var id = new CommandId("again");
                var show = new Show(facts).Then(evening);
                if (show.Take(Engine.Apply(show.Air, command, show.Facts, Start, id)).Refusal is null)
                {
                    // What falls due at this very instant happens in any case.
                    var again = show.Copy();
                    again.Take(Engine.Apply(again.Air, command, again.Facts, again.Air.Now, id));
                    Same(show.Pass(0).Air, again.Air);
                }
            });

    private static void Through(Action<AirState, AirState, Instant> holds) =>
        Gen.Select(Evening, Facts)
            .Sample((evening, facts) =>
            {
                var show = new Show(facts);
                foreach (var (command, wait) in evening)
                {
                    // What falls due meanwhile is looked at on its own, so that "before" is just before the command.
                    var before = show.Pass(wait).Air;
                    holds(before, show.Do(command).Air, before.Now);
                }
            });

    /// <summary>A show that is run: what is on air, and the cards and outfits that were chosen on the way.</summary>
    private sealed class Show(FakeFacts facts)
    {
        public FakeFacts Facts { get; } = facts.Copy();

        public AirState Air { get; set; } = AirState.Dark(Start);

        public Show Copy() => new(Facts) { Air = Air };

        public Show Then((AirCommand Command, int Wait)[] evening) => evening.Aggregate(this, (show, one) => show.Do(one.Command, one.Wait));

        public Show Do(AirCommand command, int wait = 0)
        {
            Take(Engine.Apply(Air, command, Facts, Air.Now + Duration.FromMilliseconds(wait)));
            return this;
        }

        public Show Pass(int ms)
        {
            Take(Engine.Advance(Air, Facts, Air.Now + Duration.FromMilliseconds(ms)));
            return this;
        }

        public Step Take(Step step)
        {
            Air = step.State;
            Facts.Keep(step.Choices);
            return step;
        }
    }

    private static void Same(AirState one, AirState other) => Assert.Equal(Written(one), Written(other));

    private static string Written(AirState air) => string.Join('\n', air.Acts.Select(CoreJson.WriteWhole).Append(CoreJson.WriteWhole(air)));
}
