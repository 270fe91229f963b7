using System.Text.Json.Serialization;
using SideLamp.Core.Feeds;
using SideLamp.Core.Text;

namespace SideLamp.Core.Events;

/// <summary>Which figure a label tells.</summary>
public enum LabelFigure
{
    Latest,
    Top,
    Total,
    Count,
}

/// <summary>A standing line about events; with a target it is a goal.</summary>
/// <param name="Id">The word placeholders use: <c>{{ labels.top_tip }}</c> shows the label <c>top_tip</c>.</param>
/// <param name="Kind">Of which events.</param>
/// <param name="Words">What it says, with placeholders: <c>{{ event.name }}</c>, amount, count, words, tier.</param>
/// <param name="Fallback">What it says while nothing has happened.</param>
/// <param name="Currency">Of tips: which currency it counts, three letters; else unused.</param>
public sealed record Label(LabelId Id, string Name, string Kind, LabelFigure Figure, CountedOver Over, string Words, string Fallback, string Currency)
{
    /// <summary>Of a goal: what is to be reached, in whole units of what is counted; null = it is none.</summary>
    public decimal? Target { get; init; }

    /// <summary>Of a goal: the cue that runs when it is met, once a session; null = none.</summary>
    public CueId? WhenMet { get; init; }

    /// <summary>What was there before anything was counted, in the same units.</summary>
    public decimal Start { get; init; }

    /// <summary>The whole path of a text file that says what it says, for other programs; empty = none.</summary>
    public string File { get; init; } = "";

    public const int Most = 60;
    private const int LongestFile = 1000;
    private const int LongestFallback = 200;
    private const int LongestWords = 500;
    private const decimal LeastTarget = 0.01m;
    private const decimal MostTarget = 1_000_000_000;

    /// <summary>What its size is counted in.</summary>
    [JsonIgnore]
    public string Unit => Kind == EventKinds.Tip ? Currency : "";

    public IEnumerable<Fault> Faults(Func<CueId, bool> isCue)
    {
        if (WhenMet is { } cue && !isCue(cue))
        {
            yield return new Fault("/whenMet", "The cue that runs when it is met is gone. Choose another one.");
        }

        if (!PlaceholderName.IsOne(Id.Value))
        {
            yield return new Fault("/id", PlaceholderName.Rule);
        }

        if (Names.FaultIn(Name, thing: "the label") is { } unnamed)
        {
            yield return unnamed;
        }

        if (!EventKinds.IsOne(Kind))
        {
            yield return new Fault("/kind", "The kind of event is one word, such as tip.");
        }

        if (Words.Length > LongestWords || Placeholders.FaultIn(Words) is not null)
        {
            yield return new Fault("/words", Words.Length > LongestWords ? $"These words have up to {LongestWords} characters." : Placeholders.FaultIn(Words)!);
        }

        if (Fallback.Length > LongestFallback)
        {
            yield return new Fault("/fallback", $"The fallback has up to {LongestFallback} characters.");
        }

        if (File is { Length: > 0 } path && (path.Length > LongestFile || path[0] != '/' || !path.EndsWith(".txt", StringComparison.OrdinalIgnoreCase) || path.Any(char.IsControl)))
        {
            yield return new Fault("/file", "Give the whole path of a text file, beginning with /, such as /home/me/latest-follower.txt.");
        }

        if (!Money.IsCurrency(Currency))
        {
            yield return new Fault("/currency", "A currency is three capital letters, such as EUR.");
        }

        // A target next to nothing would be reached more often than can be reckoned.
        var most = decimal.Min(MostTarget, Money.MostIn(Unit));
        if (Target < LeastTarget || Target > most)
        {
            yield return new Fault("/target", $"A goal's target is 0.01 to {most:N0}.");
        }

        if (decimal.Abs(Start) > most)
        {
            yield return new Fault("/start", $"What a goal starts with is up to {most:N0}.");
        }
    }
}
