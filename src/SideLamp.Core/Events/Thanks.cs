using System.Collections.Immutable;
using NodaTime;

namespace SideLamp.Core.Events;

/// <summary>Somebody to be thanked.</summary>
/// <param name="Said">For what.</param>
/// <param name="At">Since when.</param>
/// <param name="IsUnshown">Whether no alert has told of it.</param>
/// <param name="IsDone">Whether the streamer has thanked.</param>
public sealed record Thanks(AlertEvent Said, Instant At, bool IsUnshown, bool IsDone = false)
{
    /// <summary>By the first event.</summary>
    public long Seq => Said.Seqs.IsEmpty ? 0 : Said.Seqs[0];
}

/// <summary>All who are to be thanked, the latest last.</summary>
public sealed record ThanksList(ImmutableList<Thanks> All)
{
    /// <summary>Those of longest ago are forgotten first, and of them whoever was thanked.</summary>
    public const int Most = 300;

    public static ThanksList Empty { get; } = new([]);

    /// <summary>Whether such an event is to be thanked for, also where an alert has told of it. Of a membership that was given, its giver is.</summary>
    public static bool Is(ViewerEvent one) => one is { IsCorrection: false, Kind: EventKinds.Tip or EventKinds.Gift } or { IsCorrection: false, Kind: EventKinds.Member, Gift: "" };

    /// <summary>With those that have just come: none of them is on it.</summary>
    public ThanksList With(IReadOnlyCollection<ViewerEvent> news, Instant now)
    {
        if (news.Count == 0)
        {
            return this;
        }

        var all = news.Skip(news.Count - Most).Select(AlertEvent.Of).Aggregate(All, (so, said) => Joined(so, said, now));
        var over = all.Count - Most;
        if (over > 0)
        {
            var done = all.Where(one => one.IsDone).Take(over).ToHashSet();
            all = all.RemoveAll(done.Contains);
            all = all.RemoveRange(0, Math.Max(0, all.Count - Most));
        }

        return new(all);
    }

    /// <summary>What one gift brings is one line.</summary>
    private static ImmutableList<Thanks> Joined(ImmutableList<Thanks> all, AlertEvent said, Instant now)
    {
        var at = said.Gift.Length == 0 ? -1 : all.FindLastIndex(one => !one.IsDone && one.Said.IsOfOneGift(said));
        return at < 0 ? all.Add(new Thanks(said, now, IsUnshown: false)) : all.SetItem(at, all[at] with { Said = all[at].Said.With(said) });
    }

    /// <summary>No alert has told of it.</summary>
    public ThanksList Unshown(AlertEvent said, Instant now)
    {
        var at = All.FindIndex(one => one.Seq == said.Seqs[0]);
        return at >= 0
            ? new(All.SetItem(at, All[at] with { IsUnshown = true }))
            : new((All.Count < Most ? All : All.RemoveAt(Math.Max(0, All.FindIndex(one => one.IsDone)))).Add(new Thanks(said, now, IsUnshown: true)));
    }

    /// <summary>An event was taken back.</summary>
    public ThanksList Without(ViewerEvent gone) =>
        All.Exists(one => one.Said.Seqs.Contains(gone.Seq)) ? new([.. All.Select(one => one.Said.Without(gone) is { } rest ? ReferenceEquals(rest, one.Said) ? one : one with { Said = rest } : null).OfType<Thanks>()]) : this;

    /// <param name="seq">Null = all of them.</param>
    public ThanksList Done(long? seq, bool done) => new([.. All.Select(one => (seq is null || one.Seq == seq) && one.IsDone != done ? one with { IsDone = done } : one)]);

    /// <summary>A fresh session: who was thanked is off the list.</summary>
    public ThanksList Fresh() => All.Exists(one => one.IsDone) ? new(All.RemoveAll(one => one.IsDone)) : this;
}
