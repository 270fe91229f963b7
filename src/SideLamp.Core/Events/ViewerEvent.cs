using System.Globalization;
using System.Text.RegularExpressions;
using NodaTime;

namespace SideLamp.Core.Events;

/// <summary>Which event: a sender never uses the same id for two of them. Source: CloudEvents 1.0, “source + id”.</summary>
public readonly record struct EventKey(string Source, string Id)
{
    /// <summary>What a hand enters or corrects is of this source.</summary>
    public const string ByHand = "by hand";
}

/// <summary>Something a viewer did, or a correction of what was counted.</summary>
/// <param name="Seq">In which order they arrived, from 1.</param>
/// <param name="Kind">follow, member, gift, tip, visit, reward, or a word of the sender's.</param>
/// <param name="At">When it counts: the earlier of when it was sent and when it arrived.</param>
public sealed record ViewerEvent(long Seq, EventKey Key, string Kind, Instant At)
{
    /// <summary>The name as it may be shown; empty = nobody's.</summary>
    public string Name { get; init; } = "";

    /// <summary>The sender's own id of the person; empty = it gave none.</summary>
    public string Person { get; init; } = "";

    /// <summary>What the person wrote, or the title of the reward.</summary>
    public string Words { get; init; } = "";

    /// <summary>Such as “Tier 2”.</summary>
    public string Tier { get; init; } = "";

    /// <summary>The gift that brought it, by the sender's own id; empty = none. What one gift brings is told in one alert, and counts once.</summary>
    public string Gift { get; init; } = "";

    /// <summary>What its size is counted in: a currency, or empty for plain numbers.</summary>
    public string Unit { get; init; } = "";

    /// <summary>How much: minor units of the currency, gifts, visitors, months. Corrections may take away.</summary>
    public long Size { get; init; } = 1;

    /// <summary>How many events it stands for: 1, and for corrections any number.</summary>
    public long Times { get; init; } = 1;

    /// <summary>Whether it only corrects sums: it is never the latest, nor the top.</summary>
    public bool IsCorrection { get; init; }

    public string Amount => Unit.Length == 0 ? Size.ToString(CultureInfo.InvariantCulture) : new Money(Size, Unit).ToString();
}

/// <summary>What has been counted of a gift: senders may tell of it at once, of each that was given, or both, in any order.</summary>
/// <param name="Size">How many were given.</param>
/// <param name="Singles">How many of its events told of one.</param>
/// <param name="IsKnown">Whether any did.</param>
public readonly record struct GiftSoFar(long Size, long Singles, bool IsKnown)
{
    /// <summary>The event with what it adds to its gift: the first one is the gift, and what is told already adds nothing.</summary>
    public ViewerEvent Adding(ViewerEvent one)
    {
        var adds = Math.Max(0, (one.Size == 1 ? Math.Max(Size, Singles + 1) : Math.Max(Size, one.Size)) - Size);
        return one with { Size = adds, Times = IsKnown ? 0 : 1, IsCorrection = adds == 0 };
    }
}

/// <summary>The kinds of events that are known; senders may use others.</summary>
public static partial class EventKinds
{
    public const string Follow = "follow";
    public const string Member = "member";
    public const string Gift = "gift";
    public const string Tip = "tip";
    public const string Visit = "visit";
    public const string Reward = "reward";

    /// <summary>Of our own: a goal is met.</summary>
    public const string Goal = "goal";

    public static readonly string[] Known = [Follow, Member, Gift, Tip, Visit, Reward];

    /// <summary>Whether it is a word for a kind of events.</summary>
    public static bool IsOne(string word) => Word().IsMatch(word);

    [GeneratedRegex("^[a-z][a-z0-9-]{0,39}$", RegexOptions.NonBacktracking)]
    private static partial Regex Word();
}
