using System.Collections.Immutable;
using NodaTime;

namespace SideLamp.Core.Shows;

/// <summary>One edit of a show that can be taken back, whenever that is: what it changed is all it holds.</summary>
/// <param name="No">Larger than that of every edit before it.</param>
/// <param name="Author">The page that made it.</param>
/// <param name="What">What it touched, in words.</param>
/// <param name="Paths">The values that it touched.</param>
public sealed record EditDone(long No, string Author, string What, Instant At, ImmutableArray<string> Paths, ShowPatch Patch)
{
    /// <summary>The outfit that was put on with it; null = none was.</summary>
    public Dressing? Dressing { get; init; }
}

/// <param name="Before">Null = all parts show.</param>
/// <param name="After">Likewise.</param>
public sealed record Dressing(GraphicId Graphic, OutfitId? Before, OutfitId? After);

/// <summary>The edits of a show, for undo and redo: one history of all its pages, which outlives them and the server.</summary>
/// <param name="Done">The newest last.</param>
/// <param name="Undone">What can be done again, the next last.</param>
public sealed record History(ImmutableList<EditDone> Done, ImmutableList<EditDone> Undone)
{
    public const int Most = 200;

    /// <summary>In letters, of all edits: of more the oldest are forgotten. The newest stays however large it is.</summary>
    private const long MostLetters = 32 << 20;

    /// <summary>Pauses in typing at the same place shorter than this make no new entry.</summary>
    private static readonly Duration OneGo = Duration.FromSeconds(1.5);

    public static History Empty { get; } = new([], []);

    /// <summary>The show before and after the newest edit, to which typing may still add, and where it typed; null after a start.</summary>
    private (Show Before, Show After, string? Retyped)? Newest { get; init; }

    /// <summary>What undo takes back; null = nothing.</summary>
    public EditDone? Next => Done.IsEmpty ? null : Done[^1];

    /// <summary>What redo does again; null = nothing.</summary>
    public EditDone? Again => Undone.IsEmpty ? null : Undone[^1];

    public EditDone? Find(long no) => Done.Find(edit => edit.No == no);

    /// <summary>The history with an edit that has just been made; what could be done again cannot any more.</summary>
    public History With(string author, string what, Show before, Show after, Instant at, ImmutableArray<string> paths, Dressing? dressing = null)
    {
        var patch = ShowPatch.Between(before, after);
        var retyped = patch.Retyped();
        // Typing goes on where it has typed; what comes, goes, moves or is switched is a step of its own, however soon after another.
        if (Next is { } last && last.Author == author && at - last.At < OneGo && retyped is not null && Newest is { } newest && newest.Retyped == retyped && ReferenceEquals(newest.After, before))
        {
            var longer = last with
            {
                At = at,
                Patch = ShowPatch.Between(newest.Before, after),
                Dressing = dressing is null || last.Dressing is null ? dressing ?? last.Dressing : dressing with { Before = last.Dressing.Before },
            };
            return new History(Done.SetItem(Done.Count - 1, longer), []) { Newest = (newest.Before, after, retyped) };
        }

        var edit = new EditDone(NextNo, author, what, at, paths, patch) { Dressing = dressing };
        return new History(Bounded(Done.Add(edit)), []) { Newest = (before, after, retyped) };
    }

    /// <summary>After an edit was taken back.</summary>
    public History Without(EditDone edit) => new(Done.Remove(edit), Undone.Add(edit));

    /// <summary>After what was taken back was done again.</summary>
    public History WithAgain(EditDone edit) => new(Done.Add(edit with { No = NextNo }), Undone.Remove(edit));

    private long NextNo => Done.Concat(Undone).Select(edit => edit.No).DefaultIfEmpty().Max() + 1;

    private static ImmutableList<EditDone> Bounded(ImmutableList<EditDone> done)
    {
        var letters = 0L;
        var stay = Enumerable.Reverse(done).TakeWhile((edit, at) => at == 0 || (at < Most && (letters += edit.Patch.Letters) <= MostLetters)).Count();
        return stay == done.Count ? done : done.RemoveRange(0, done.Count - stay);
    }
}
