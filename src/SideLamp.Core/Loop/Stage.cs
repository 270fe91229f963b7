using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Airing;
using SideLamp.Core.Editing;
using SideLamp.Core.Feeds;
using SideLamp.Core.Shows;

namespace SideLamp.Core.Loop;

/// <summary>Everything the server knows at one moment. Immutable: an input makes the next one.</summary>
/// <param name="Revision">Counts the edits and choices; larger than any of an earlier run.</param>
/// <param name="Touched">The last edit of each value of the show, by its path.</param>
/// <param name="Trail">What happened on air lately, the last one last.</param>
public sealed record Stage(Kept Kept, long Revision, ImmutableDictionary<string, Touch> Touched, ImmutableList<TrailLine> Trail)
{
    /// <summary>How each feed's source is doing. Never kept.</summary>
    public ImmutableDictionary<FeedId, FeedCondition> Conditions { get; init; } = ImmutableDictionary<FeedId, FeedCondition>.Empty;

    /// <summary>Graphics that went dark because a feed was stale, by since when it is: whoever lights one again all the same wants it lit.</summary>
    public ImmutableDictionary<GraphicId, Instant> WentDark { get; init; } = ImmutableDictionary<GraphicId, Instant>.Empty;

    /// <summary>What could not be worked out, and when that was said last: it is not said at each turn.</summary>
    public ImmutableDictionary<string, Instant> LeftOut { get; init; } = ImmutableDictionary<string, Instant>.Empty;

    /// <summary>Edits of longer ago are forgotten: whoever made one on a revision before this one looks first.</summary>
    public long TouchedSince { get; init; } = long.MinValue;

    private const int LongestTrail = 40;
    private const int MostTouched = 4000;

    public Show Show => Kept.Show;

    public Choices Choices => Kept.Choices;

    public AirState Air => Kept.Air;

    public History History => Kept.History;

    /// <summary>Whether what the audience sends waits: for a hush, lights out, or because a hand wants it so (rules 21, 28, 38).</summary>
    public bool HoldsAudience => Air.Held || Kept.Chat.HeldSince is not null;

    public ImmutableDictionary<FeedId, FeedValue> Values => Kept.Values;

    public FeedHealth HealthOf(Feed feed) => Conditions.GetValueOrDefault(feed.Id, FeedCondition.Unknown).Health(feed, Values.GetValueOrDefault(feed.Id), Kept.Stale.TryGetValue(feed.Id, out var since) ? since : null);

    public Setting Setting => new(Show.Canvas);

    /// <summary>These values were edited.</summary>
    public Stage Edited(IEnumerable<string> paths, Touch touch)
    {
        var touched = Touched.SetItems(paths.Select(path => KeyValuePair.Create(path, touch)));
        if (touched.Count <= MostTouched)
        {
            return this with { Touched = touched };
        }

        var old = touched.OrderBy(one => one.Value.Revision).Take(touched.Count / 2).ToList();
        return this with { Touched = touched.RemoveRange(old.Select(one => one.Key)), TouchedSince = old[^1].Value.Revision };
    }

    public Stage Told(params IEnumerable<TrailLine> lines)
    {
        var last = Trail.LastOrDefault()?.No ?? 0;
        var trail = Trail.AddRange(lines.Select((line, at) => line with { No = last + 1 + at }));
        return this with { Trail = trail.Count > LongestTrail ? trail.RemoveRange(0, trail.Count - LongestTrail) : trail };
    }
}

/// <param name="Graphic">What it is about; null = nothing in particular.</param>
public sealed record TrailLine(Instant At, string Sentence, GraphicId? Graphic)
{
    /// <summary>Counts the lines of one run of the server, from 1.</summary>
    public long No { get; init; }

    /// <summary>Null for what is no news of its own.</summary>
    public static TrailLine? Of(LogLine line) => Airing.Trail.Tell(line.Happening, line.Name) is { } sentence ? new TrailLine(line.Happening.At, sentence, line.Happening.Graphic) : null;
}

/// <summary>An edit of a value: the revision that it made, and who made it.</summary>
public sealed record Touch(long Revision, string Author);

/// <summary>What an input made of the stage.</summary>
/// <param name="Happenings">For the log.</param>
/// <param name="Reply">What whoever asked is told.</param>
public sealed record Turn(Stage Stage, ImmutableArray<Happening> Happenings, Reply Reply)
{
    /// <summary>What could not be worked out and was left out, for the developer's log.</summary>
    public ImmutableArray<string> Faults { get; init; } = [];

    /// <summary>This turn, with what has happened in the one before it.</summary>
    public Turn After(Turn before) => this with { Happenings = before.Happenings.AddRange(Happenings), Faults = before.Faults.AddRange(Faults) };

    public static Turn Nothing(Stage stage) => new(stage, [], Reply.Done);
}

/// <param name="Refusal">Why nothing was done; null when it was.</param>
/// <param name="Id">Of what was made; null when nothing was.</param>
/// <param name="What">What was taken back, or done again, in words.</param>
public sealed record Reply(Refusal? Refusal = null, string? Id = null, string? What = null)
{
    public static Reply Done { get; } = new();
}
