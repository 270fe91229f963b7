using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Airing;
using SideLamp.Core.Events;
using SideLamp.Core.Frame;
using SideLamp.Core.Shows;

namespace SideLamp.Bench;

/// <summary>Steps of the on-air engine with 500 graphics in the twelve seats: lights, darks, card steps and the time between them.</summary>
internal static class EngineBench
{
    private const int Graphics = 500;

    public static void Run()
    {
        var facts = new Facts();
        var air = AirState.Dark(Instant.FromUtc(2026, 6, 20, 21, 30));
        var random = new Random(1);
        var rate = Rate.Of(_ =>
        {
            var graphic = new GraphicId($"g{random.Next(Graphics)}");
            AirCommand command = random.Next(4) switch
            {
                0 => new Darken(graphic),
                1 => new StepCard(graphic, 1),
                _ => new Light(graphic),
            };
            air = Engine.Apply(air, command, facts, air.Now + Duration.FromMilliseconds(random.Next(800))).State;
        });
        Rate.Tell("engine step, 500 graphics", rate, "one new state with one airing replaced", Floor(air));
    }

    /// <summary>The least that any engine with an immutable state must do for a step.</summary>
    private static double Floor(AirState air)
    {
        var state = air.Airings.IsEmpty ? Engine.Apply(air, new Light(new("g1")), new Facts(), air.Now).State : air;
        return Rate.Of(turn =>
        {
            var at = turn % state.Airings.Length;
            state = state with { Now = state.Now.PlusTicks(1), Airings = state.Airings.SetItem(at, state.Airings[at] with { Steps = turn }) };
        });
    }

    private sealed class Facts : IAirFacts
    {
        private static readonly ImmutableArray<CardId> Cards = [.. Enumerable.Range(1, 100).Select(at => new CardId($"c{at}"))];
        private readonly Dictionary<GraphicId, Prepared> _prepared = Enumerable.Range(0, Graphics).ToDictionary(at => new GraphicId($"g{at}"), Make);

        public Prepared? Prepare(GraphicId graphic, CardId? card, OutfitId? outfit = null, AlertEvent? said = null) =>
            _prepared.TryGetValue(graphic, out var prepared) ? (card is { } wished ? prepared with { Card = wished } : prepared) : null;

        public bool IsBarred(ContentId content) => false;

        public Duration AlertGap => Duration.Zero;

        public string NameOf(GraphicId graphic) => graphic.Value;

        public Timer? Timer(TimerId timer) => null;

        public Cue? Cue(CueId cue) => null;

        public Instant Next(Timer timer, Instant now) => now + Duration.FromHours(1);

        public (LocalDate Today, Instant Midnight, ImmutableArray<Core.Timers.ClockShift> Shifts) DayOf(Timer timer, Instant now) => (default, now, []);

        public Duration Skew => Duration.Zero;

        public (Duration Arrive, Duration Leave)? MotionOf(ContentId look) => (Duration.FromMilliseconds(600), Duration.FromMilliseconds(400));

        private static Prepared Make(int at) =>
            new(
                new GraphicId($"g{at}"),
                Cards[0],
                Seats.All[at % Seats.All.Length].Id,
                new TemplateId($"t{at % 40}"),
                new ContentId($"l{at}"),
                at % 3 == 0 ? Duration.FromSeconds(5) : null,
                Duration.FromMilliseconds(600),
                Duration.FromMilliseconds(400),
                WaitsForLeaver: at % 2 == 0,
                Cards
            );
    }
}
