using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Events;

namespace SideLamp.Core.Airing;

/// <summary>An alert that has not been shown yet.</summary>
/// <param name="Yields">Whether a person's press has sent it away already: it waits until its seat is free of what a person lit (rule 19).</param>
public sealed record QueuedAlert(GraphicId Graphic, CardId? Card, Instant Since, bool Yields = false)
{
    /// <summary>Rises from alert to alert.</summary>
    public long No { get; init; }

    /// <summary>What it tells; null = its graphic as it is.</summary>
    public AlertEvent? Said { get; init; }

    /// <summary>The rule that asked for it; null = none.</summary>
    public AlertId? Rule { get; init; }

    /// <summary>Whether a hand has it told again: it is told with no others, for what it tells may wait among them.</summary>
    public bool IsAgain { get; init; }

    public AlertTurn Turn { get; init; } = AlertTurn.InTurn;

    /// <summary>Whether it takes the seat of what a hand lit (rule 17).</summary>
    public bool PushesAside { get; init; }

    /// <summary>Not before: the streamer may look at it first. Null = at once.</summary>
    public Instant? From { get; init; }

    /// <summary>Not after; null = it waits for good.</summary>
    public Instant? Until { get; init; }

    /// <summary>Since when it has its turn and not its seat; null = it has not.</summary>
    public Instant? BlockedSince { get; init; }

    /// <summary>A seat that a hand has taken is waited for so long (rule 17).</summary>
    public static readonly Duration MostBlocked = Duration.FromSeconds(20);

    /// <summary>When something becomes of it by itself. What is past by now is no work any more.</summary>
    internal IEnumerable<Instant> Dues(AirState state)
    {
        if (Until is { } until && until > state.Now)
        {
            yield return until;
        }

        if (state.HoldsAlerts)
        {
            yield break;
        }

        foreach (var at in new[] { From, state.AlertsFrom, BlockedSince + MostBlocked })
        {
            if (at is { } instant && instant > state.Now)
            {
                yield return instant;
            }
        }
    }
}

/// <summary>Alerts wait, and all else comes as ever.</summary>
/// <param name="Cue">The cue that asked for quiet, which ends with the next cue; null = a hand did.</param>
public sealed record AlertPause(Instant Since, CueId? Cue);

/// <summary>How fast events come that a rule takes.</summary>
/// <param name="Last">When the last ones came, the newest last.</param>
/// <param name="Told">Whether those that were too many have had their one alert.</param>
/// <param name="Quiet">How many of them have none.</param>
public sealed record AlertBurst(AlertId Rule, bool IsTest, ImmutableList<Instant> Last, bool Told = false, long Quiet = 0)
{
    /// <summary>More than so many within the span are many.</summary>
    public const int Most = 10;
    private static readonly Duration Span = Duration.FromSeconds(30);

    public bool IsMany => Last.Count > Most;

    /// <summary>With one more.</summary>
    public AlertBurst With(Instant now)
    {
        var last = Last.Add(now).RemoveAll(at => now - at > Span);
        last = last.Count > Most + 1 ? last.RemoveAt(0) : last;
        return last.Count > Most ? this with { Last = last } : this with { Last = last, Told = false, Quiet = 0 };
    }

    /// <summary>Whether it says nothing any more.</summary>
    public bool IsOver(Instant now) => now - Last[^1] > Span;
}
