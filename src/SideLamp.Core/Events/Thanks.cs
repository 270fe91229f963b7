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

    /// <summary>Whether such an event is to be thanked for, also where an alert has told of it.</summary>
    public static bool Is(ViewerEvent one) => one is { IsCorrection: false, Kind: EventKinds.Tip or EventKinds.Gift or EventKinds.Member };

    public ThanksList With(AlertEvent said, Instant now, bool isUnshown)
    {
        var at = All.FindIndex(one => one.Seq == said.Seqs[0]);
        if (at >= 0)
        {
            return isUnshown && !All[at].IsUnshown ? new(All.SetItem(at, All[at] with { IsUnshown = true })) : this;
        }

        var all = All.Add(new Thanks(said, now, isUnshown));
        return new(all.Count <= Most ? all : all.RemoveAt(Math.Max(0, all.FindIndex(one => one.IsDone))));
    }

    /// <summary>An event was taken back.</summary>
    public ThanksList Without(ViewerEvent gone) =>
        All.Exists(one => one.Said.Seqs.Contains(gone.Seq)) ? new([.. All.Select(one => one.Said.Without(gone) is { } rest ? ReferenceEquals(rest, one.Said) ? one : one with { Said = rest } : null).OfType<Thanks>()]) : this;

    /// <param name="seq">Null = all of them.</param>
    public ThanksList Done(long? seq, bool done) => new([.. All.Select(one => (seq is null || one.Seq == seq) && one.IsDone != done ? one with { IsDone = done } : one)]);

    /// <summary>A fresh session: who was thanked is off the list.</summary>
    public ThanksList Fresh() => All.Exists(one => one.IsDone) ? new(All.RemoveAll(one => one.IsDone)) : this;
}
