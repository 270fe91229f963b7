using System.Text.Json.Serialization;
using NodaTime;
using SideLamp.Core.Feeds;
using SideLamp.Core.Tables;

namespace SideLamp.Core.Shows;

/// <summary>What is so while a graphic is to be lit (rule 35), of the row that a feed stands on.</summary>
/// <param name="Test">Null = it says anything at all.</param>
/// <param name="On">How long it must be so before the graphic comes, up to an hour; null = 2 s.</param>
/// <param name="Off">How long it must be otherwise before it goes, likewise; null = 10 s.</param>
public sealed record Condition(FeedId Feed, RowTest? Test = null, Duration? On = null, Duration? Off = null)
{
    private static readonly Duration UsuallyOn = Duration.FromSeconds(2);
    private static readonly Duration UsuallyOff = Duration.FromSeconds(10);
    private static readonly Duration Longest = Duration.FromHours(1);

    [JsonIgnore]
    public Duration OnAfter => On ?? UsuallyOn;

    [JsonIgnore]
    public Duration OffAfter => Off ?? UsuallyOff;

    /// <summary>All that is wrong with it.</summary>
    public IEnumerable<Fault> Faults() =>
        (Test?.Faults() ?? []).Concat(new[] { On, Off }.Any(one => one < Duration.Zero || one > Longest) ? [new Fault("/on", "It must be so for 0 s to an hour before the graphic comes or goes.")] : []);

    /// <summary>Whether it is so.</summary>
    public bool Holds(FeedsNow feeds) =>
        feeds[Feed] is { At: >= 0 } now
        && (Test is null ? now.Here.Columns.Any(column => !string.IsNullOrWhiteSpace(column.Cells[now.At])) : now.Here.Column(Test.Column) is { } column && Test.Holds(column.Cells[now.At]));
}
