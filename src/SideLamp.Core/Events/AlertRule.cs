using System.Collections.Immutable;
using System.Text.Json.Serialization;
using NodaTime;

namespace SideLamp.Core.Events;

/// <summary>Whose turn it is among alerts that wait.</summary>
public enum AlertTurn
{
    /// <summary>Before all others.</summary>
    Ahead,
    InTurn,

    /// <summary>After all others.</summary>
    Last,
}

/// <summary>“When somebody does this, that graphic is lit.” Words, stay and sound are the graphic's own.</summary>
/// <param name="Kind">Of which events.</param>
/// <param name="Graphic">What is lit. Where its words ask what happened, no hand lights it: there would be nothing to tell.</param>
public sealed record AlertRule(AlertId Id, string Kind, GraphicId Graphic)
{
    /// <summary>Whether it does nothing for now.</summary>
    public bool IsOff { get; init; }

    /// <summary>How much it takes, in whole units: money, gifts, visitors, months. 0 = any.</summary>
    public decimal Least { get; init; }

    /// <summary>Which tier it takes; empty = any.</summary>
    public string Tier { get; init; } = "";

    /// <summary>Whether only somebody's first one of the kind counts.</summary>
    public bool FirstTime { get; init; }

    public AlertTurn Turn { get; init; } = AlertTurn.InTurn;

    /// <summary>Whether it takes the seat of what a hand lit, which comes back after it (rule 17).</summary>
    public bool PushesAside { get; init; }

    /// <summary>How long it may wait for its turn; null = as is usual for the kind.</summary>
    public Duration? Waits { get; init; }

    public const int Most = 60;
    private const int LongestTier = 60;
    private const decimal MostLeast = 1_000_000_000;
    private static readonly Duration LeastWait = Duration.FromSeconds(10);
    private static readonly Duration MostWait = Duration.FromHours(1);

    /// <summary>How long it may wait; null = for good: what somebody gave is not forgotten.</summary>
    [JsonIgnore]
    public Duration? WaitsAtMost =>
        Waits ?? Kind switch
        {
            EventKinds.Tip or EventKinds.Gift or EventKinds.Member => null,
            EventKinds.Visit => Duration.FromMinutes(2),
            _ => Duration.FromMinutes(1),
        };

    /// <param name="currency">The show's: least amounts are of it, and none of another compares with them.</param>
    /// <param name="isFirst">Whether it is this person's first one of the kind.</param>
    public bool Takes(ViewerEvent one, bool isFirst, string currency) =>
        !IsOff
        && one.Kind == Kind
        && !one.IsCorrection
        && (!FirstTime || isFirst)
        && (Tier.Length == 0 || string.Equals(Tier.Trim(), one.Tier.Trim(), StringComparison.OrdinalIgnoreCase))
        && (Least <= 0 || (one.Unit.Length == 0 ? one.Size >= Least : one.Unit == currency && new Money(one.Size, one.Unit).Amount >= Least));

    /// <summary>The rule that an event meets: of several the most demanding, then the first of them. Null = none.</summary>
    public static AlertRule? For(ImmutableArray<AlertRule> rules, ViewerEvent one, bool isFirst, string currency) =>
        rules.Where(rule => rule.Takes(one, isFirst, currency)).OrderByDescending(rule => rule.Least).ThenByDescending(rule => rule.FirstTime).ThenByDescending(rule => rule.Tier.Length > 0).FirstOrDefault();

    public IEnumerable<Fault> Faults(Func<GraphicId, bool> isThere)
    {
        if (!EventKinds.IsOne(Kind))
        {
            yield return new Fault("/kind", "The kind of event is one word, such as tip.");
        }

        if (!isThere(Graphic))
        {
            yield return new Fault("/graphic", "The graphic that it lights is gone. Choose another one.");
        }

        if (Least is < 0 or > MostLeast)
        {
            yield return new Fault("/least", "The least amount is 0, for any, to a thousand million.");
        }

        if (Tier.Length > LongestTier)
        {
            yield return new Fault("/tier", $"A tier has up to {LongestTier} characters.");
        }

        if (Waits < LeastWait || Waits > MostWait)
        {
            yield return new Fault("/waits", "An alert waits for 10 seconds to an hour, or as long as is usual for its kind.");
        }
    }
}

/// <summary>How alerts follow one another.</summary>
/// <param name="Look">How long one waits as the next one, so that the streamer may drop it.</param>
/// <param name="LookAtWords">Likewise one that brings words of a viewer's.</param>
/// <param name="Gap">Between two of them, from one being gone to the next one's arrival.</param>
public sealed record AlertPace(Duration Look, Duration LookAtWords, Duration Gap)
{
    private static readonly Duration Longest = Duration.FromMinutes(1);

    public static AlertPace AtFirst { get; } = new(Duration.FromSeconds(5), Duration.FromSeconds(10), Duration.FromSeconds(1));

    public IEnumerable<Fault> Faults()
    {
        foreach (var (value, path) in new[] { (Look, "/look"), (LookAtWords, "/lookAtWords"), (Gap, "/gap") })
        {
            if (value < Duration.Zero || value > Longest)
            {
                yield return new Fault(path, "This wait lasts 0 s to a minute.");
            }
        }
    }

    /// <summary>How long this one is looked at before it comes.</summary>
    public Duration Of(AlertEvent told) => told.Words.Length > 0 ? LookAtWords : Look;
}
