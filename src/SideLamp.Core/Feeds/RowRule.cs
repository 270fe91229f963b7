using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Tables;

namespace SideLamp.Core.Feeds;

public enum RowRuleKind
{
    First,
    Last,

    /// <summary>The one that came last, wherever it stands.</summary>
    Newest,

    /// <summary>A certain one, by its number.</summary>
    Number,

    /// <summary>The first that is as asked.</summary>
    Where,

    /// <summary>One after the other, by themselves.</summary>
    Turns,
}

/// <summary>Which row a feed stands on: words that name a column say what that row has there. A hand on the desk may move it on, and hold it.</summary>
/// <param name="Number">Of <see cref="RowRuleKind.Number"/>: 1 = the first.</param>
/// <param name="Test">Of <see cref="RowRuleKind.Where"/>.</param>
/// <param name="Every">Of <see cref="RowRuleKind.Turns"/>: how long each has its turn, 1 s to 24 h.</param>
/// <param name="Once">Of <see cref="RowRuleKind.Turns"/>: whether the last row stays.</param>
public sealed record RowRule(RowRuleKind Kind, int? Number = null, RowTest? Test = null, Duration? Every = null, bool Once = false)
{
    public static readonly Duration LeastEvery = Duration.FromSeconds(1);
    public static readonly Duration GreatestEvery = Duration.FromHours(24);

    public static RowRule First { get; } = new(RowRuleKind.First);

    /// <summary>All that is wrong with it.</summary>
    public IEnumerable<Fault> Faults() =>
        Kind switch
        {
            RowRuleKind.Number when Number is null or < 1 or > Table.MostRows => [new Fault("/number", $"Rows are counted from 1 to {Table.MostRows:N0}.")],
            RowRuleKind.Where => Test?.Faults().Select(fault => fault with { Path = "/test" + fault.Path }) ?? [new Fault("/test", "Say which row it is: a column, and what stands there.")],
            RowRuleKind.Turns when Every is not { } every || every < LeastEvery || every > GreatestEvery => [new Fault("/every", "Each row has its turn for 1 s to 24 hours.")],
            _ => [],
        };
}

/// <summary>Where a feed stands, when not where its rule alone would have it.</summary>
/// <param name="Row">The key of the row.</param>
/// <param name="Since">When it came to it; turns count from here.</param>
/// <param name="IsHeld">Whether a hand put it there: it stays until it is let go.</param>
public sealed record RowStand(string Row, Instant Since, bool IsHeld);

/// <summary>Where feeds stand, as it is kept: of those that do not stand where their rule alone has them.</summary>
/// <param name="Ticks">Of feeds that the audience writes: the keys of the rows that may be seen; null = of none.</param>
public sealed record Stands(ImmutableArray<KeyValuePair<FeedId, RowStand>> All, ImmutableArray<KeyValuePair<FeedId, ImmutableArray<string>>>? Ticks = null);

/// <summary>A certain row of a feed.</summary>
/// <param name="Row">Its key; empty = there was none.</param>
public sealed record RowRef(FeedId Feed, string Row);
