using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Airing;
using SideLamp.Core.Feeds;
using SideLamp.Core.Shows;
using SideLamp.Store;

namespace SideLamp.Server.Loop;

/// <summary>Everything the server knows at one moment. Immutable: a turn of the loop makes the next one.</summary>
/// <param name="Revision">Counts the edits of the show; larger than any of an earlier run.</param>
/// <param name="Touched">The last edit of each field of the show, by its path.</param>
/// <param name="History">What can be taken back.</param>
/// <param name="Trail">What happened on air lately, the last one last.</param>
/// <param name="Unkept">Why the last change could not be kept on disk; null when it could.</param>
public sealed record Stage(Kept Kept, long Revision, ImmutableDictionary<string, Touch> Touched, History History, ImmutableList<TrailLine> Trail, string? Unkept)
{
    public Show Show => Kept.Show;

    public AirState Air => Kept.Air;

    public ImmutableDictionary<FeedId, FeedState> Feeds => Kept.Feeds;
}

/// <param name="Graphic">What it is about; null = nothing in particular.</param>
public sealed record TrailLine(Instant At, string Sentence, GraphicId? Graphic);

/// <summary>An edit of a field: the revision that it made, and the page that made it; null = no page's.</summary>
public sealed record Touch(long Revision, string? Author);

/// <summary>Who edits, and what.</summary>
/// <param name="Author">The page; null when the edit is none that undo takes back.</param>
/// <param name="Seen">The revision that the edit was made on.</param>
/// <param name="What">In words, for undo.</param>
/// <param name="Paths">What it touches; a path that ends in <c>/*</c> is everything below.</param>
public sealed record EditNote(string? Author, long Seen, string What, params ImmutableArray<string> Paths)
{
    /// <summary>The author of all edits that come from no page.</summary>
    public const string Elsewhere = "elsewhere";

    /// <summary>Whether that edit is known to this one's author, who made it or has seen it.</summary>
    public bool Knows(Touch touch) => touch.Revision <= Seen || (touch.Author == Author && Author is not (null or Elsewhere));
}

/// <summary>What a turn of the loop makes of the stage.</summary>
/// <param name="Reply">What whoever asked is told.</param>
public sealed record Turn<T>(Stage Stage, ImmutableArray<Happening> Happenings, T Reply);
