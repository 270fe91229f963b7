using NodaTime;
using SideLamp.Core.Airing;
using SideLamp.Core.Shows;

namespace SideLamp.Core.Tests.Airing;

/// <summary>Graphics <c>a</c>, <c>b</c> … whose templates, seats and stays a test says.</summary>
internal sealed class FakeFacts : IAirFacts
{
    public Dictionary<string, (string Seat, string Template, Duration? Stay)> Graphics { get; } =
        new()
        {
            ["a"] = ("lower-left", "name", null),
            ["b"] = ("lower-left", "caption", null),
            ["c"] = ("lower-left", "bug", null),
            ["n"] = ("lower-left", "name", null),
            ["d"] = ("upper-right", "bug", null),
        };

    public Dictionary<string, Follow> Then { get; } = [];

    public Duration Arrive { get; set; } = Duration.FromMilliseconds(600);

    public Duration Leave { get; set; } = Duration.FromMilliseconds(400);

    public bool WaitsForLeaver { get; set; }

    /// <summary>Counts edits: looks made after an edit differ from those made before.</summary>
    public int Edits { get; set; }

    public Prepared? Prepare(GraphicId graphic, CardId? card) =>
        Graphics.TryGetValue(graphic.Value, out var one)
            ? new Prepared(
                graphic,
                card ?? new CardId("c1"),
                new SeatId(one.Seat),
                new TemplateId(one.Template),
                new LookId($"{graphic}/{card?.Value ?? "c1"}/{Edits}"),
                one.Stay,
                Arrive,
                Leave,
                WaitsForLeaver,
                Then.GetValueOrDefault(graphic.Value)
            )
            : null;

    /// <summary>Whether pictures cannot be laid out any more.</summary>
    public bool Broken { get; set; }

    public Duration LeaveOf(LookId look) => Broken ? throw new InvalidOperationException("broken") : Leave;
}
