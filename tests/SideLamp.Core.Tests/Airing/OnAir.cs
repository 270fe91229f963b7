using NodaTime;
using SideLamp.Core.Airing;
using SideLamp.Core.Events;

namespace SideLamp.Core.Tests.Airing;

/// <summary>An evening that a test runs: it presses, and lets time pass. The cards that come up are kept, as the show keeps them.</summary>
public abstract class OnAir
{
    protected static readonly Instant Start = Instant.FromUtc(2026, 6, 20, 21, 30);

    private protected FakeFacts Facts { get; } = new();

    protected List<Happening> Log { get; } = [];

    /// <summary>What alerts would have told that were not shown.</summary>
    protected List<AlertEvent> Unshown { get; } = [];

    protected AirState Air { get; set; } = AirState.Dark(Start);

    protected Instant Now { get; set; } = Start;

    protected void Light(string graphic) => Do(new Light(new(graphic)));

    protected string? Do(AirCommand command, string? id = null)
    {
        var step = Engine.Apply(Air, command, Facts, Now, id is null ? null : new CommandId(id));
        Air = step.State;
        Facts.Keep(step.Choices);
        Log.AddRange(step.Happenings);
        Unshown.AddRange(step.Unshown);
        return step.Refusal;
    }

    protected void After(int ms)
    {
        Now += Duration.FromMilliseconds(ms);
        Advance();
    }

    protected void Advance()
    {
        var step = Engine.Advance(Air, Facts, Now);
        Air = step.State;
        Facts.Keep(step.Choices);
        Log.AddRange(step.Happenings);
        Unshown.AddRange(step.Unshown);
    }

    protected SideLamp.Core.Airing.Airing Of(string graphic) => Air.Of(new(graphic))!;

    protected double Position(string graphic) => Math.Round(Of(graphic).Leg!.PositionAt(Now), 6);

    /// <summary>What is lit or on its way in, in the order of lighting.</summary>
    protected string Lit => string.Join(' ', Air.Airings.Where(one => one.Holds).Select(one => one.Graphic.Value));

    /// <summary>When it was lit, in seconds from the start.</summary>
    protected IEnumerable<double> TimesLit(string graphic) =>
        Log.Where(one => one.Kind == HappeningKind.Lit && one.Graphic?.Value == graphic).Select(one => (one.At - Start).TotalSeconds);

    private protected void Stay(string graphic, double seconds) => Facts.Graphics[graphic] = Facts.Graphics[graphic] with { Stay = Duration.FromSeconds(seconds) };
}
