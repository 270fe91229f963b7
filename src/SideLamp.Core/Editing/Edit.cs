using System.Collections.Immutable;
using SideLamp.Core.Airing;
using SideLamp.Core.Feeds;
using SideLamp.Core.Shows;

namespace SideLamp.Core.Editing;

/// <summary>A change of the show, as data: what it makes of a show is worked out when its turn comes. Pure.</summary>
public abstract record Edit
{
    /// <summary>The revision of the show that it was made on; null = it is about what stands when its turn comes.</summary>
    public virtual long? Seen => null;

    /// <exception cref="RefusedException">It cannot be done; nothing was changed.</exception>
    public abstract Edited Apply(EditScope scope);
}

/// <summary>What an edit looks at.</summary>
/// <param name="Feeds">As words see them now.</param>
/// <param name="Prepare">What a graphic of a show would show if it were lit now; null when it cannot be.</param>
public sealed record EditScope(Show Show, Choices Choices, AirState Air, Shelf Shelf, FeedsNow Feeds, Func<Show, Choices, GraphicId, Prepared?> Prepare);

/// <summary>What an edit made.</summary>
/// <param name="What">In words, for whoever takes it back.</param>
/// <param name="Paths">The values it touched, such as <c>graphics/g1/words/c1/name</c>: whoever edits one of them, or what contains it, from an older revision is refused.</param>
public sealed record Edited(Show Show, string What, ImmutableArray<string> Paths)
{
    /// <summary>What is chosen for the air from now on; null = as before.</summary>
    public Choices? Choices { get; init; }

    /// <summary>Whether undo takes it back: choices for the air and ways of working are no edits.</summary>
    public bool CanBeUndone { get; init; } = true;

    /// <summary>The outfit that was put on: undo takes it off again. Null = none was.</summary>
    public Dressing? Dressing { get; init; }

    /// <summary>Of what was made; null when nothing was.</summary>
    public string? Id { get; init; }

    /// <summary>Whether what is lit changes with it, at once.</summary>
    public bool OnAir { get; init; }
}

/// <summary>What edits have in common.</summary>
internal static class Edits
{
    /// <summary>The paths of the values that were given.</summary>
    public static ImmutableArray<string> Touched(string below, params (string Path, bool Given)[] all) => [.. all.Where(one => one.Given).Select(one => below + one.Path)];

    /// <summary>A name that nothing else has: the wish, or with the first number after it that is free.</summary>
    public static string Unused(string wish, IEnumerable<string> taken, int longest = Names.Longest)
    {
        var names = taken.ToHashSet();
        for (var count = 1; ; count++)
        {
            var ending = count == 1 ? "" : $" {count}";
            var name = wish[..Math.Min(wish.Length, longest - ending.Length)] + ending;
            if (!names.Contains(name))
            {
                return name;
            }
        }
    }

    /// <summary>Each key belongs to one thing.</summary>
    public static IEnumerable<Fault> KeyClashes(Show show, string path) =>
        Keys.Of(show).GroupBy(one => one.Key).Where(same => same.Count() > 1).Select(same => new Fault(path, $"The key {same.Key} would be used by {string.Join(" and by ", same.Select(one => one.Owner))}. Choose another one."));

    /// <exception cref="RefusedException">There are more than that.</exception>
    public static void AtMost(int most, int count, string path, string things)
    {
        if (count > most)
        {
            throw RefusedException.Faulty(path, $"A show has up to {most} {things}.");
        }
    }
}
