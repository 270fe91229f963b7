using System.Collections.Immutable;
using System.Text.Json.Nodes;
using NodaTime;
using SideLamp.Core.Json;

namespace SideLamp.Core.Shows;

/// <summary>One edit of a show that can be taken back.</summary>
/// <param name="Author">The page that made it: each page takes back its own edits.</param>
/// <param name="What">What it touched, in words.</param>
/// <param name="Paths">The values that it touched.</param>
public sealed record EditDone(string Author, string What, Show Before, Show After, Instant At, ImmutableArray<string> Paths)
{
    /// <summary>The outfit that was put on with it; null = none was.</summary>
    public Dressing? Dressing { get; init; }
}

/// <param name="Before">Null = all parts show.</param>
/// <param name="After">Likewise.</param>
public sealed record Dressing(GraphicId Graphic, OutfitId? Before, OutfitId? After);

/// <summary>The edits of a show, for undo and redo. Kept in memory: a new run of the server begins without any.</summary>
public sealed record History(ImmutableList<EditDone> Done, ImmutableList<EditDone> Undone)
{
    private const int Most = 300;

    /// <summary>Pauses in typing shorter than this make no new entry.</summary>
    private static readonly Duration OneGo = Duration.FromSeconds(1.5);

    public static History Empty { get; } = new([], []);

    public History With(EditDone edit)
    {
        var last = Done.IsEmpty ? null : Done[^1];
        var same = last is not null && last.Author == edit.Author && last.What == edit.What && edit.At - last.At < OneGo && ReferenceEquals(last.After, edit.Before);
        var done = same ? Done.SetItem(Done.Count - 1, edit with { Before = last!.Before, Paths = [.. edit.Paths.Union(last.Paths)], Dressing = edit.Dressing is { } dressing ? dressing with { Before = last.Dressing is { } first ? first.Before : dressing.Before } : last.Dressing }) : Done.Add(edit);
        // A new edit ends what could be done again.
        return new History(done.Count > Most ? done.RemoveAt(0) : done, Undone.RemoveAll(one => one.Author == edit.Author));
    }

    /// <summary>Takes the author's last edit back.</summary>
    /// <returns>The show without it, or why not; null when there is nothing to take back.</returns>
    public (Show? Show, History History, EditDone Edit)? Undo(Show current, string author)
    {
        if (Done.FindLast(edit => edit.Author == author) is not { } edit)
        {
            return null;
        }

        var show = Without(current, edit.After, edit.Before);
        return (show, show is null ? this : new History(Done.Remove(edit), Undone.Add(edit)), edit);
    }

    /// <summary>Does again what the author took back last.</summary>
    /// <returns>As <see cref="Undo"/>.</returns>
    public (Show? Show, History History, EditDone Edit)? Redo(Show current, string author)
    {
        if (Undone.FindLast(edit => edit.Author == author) is not { } edit)
        {
            return null;
        }

        var show = Without(current, edit.Before, edit.After);
        return (show, show is null ? this : new History(Done.Add(edit), Undone.Remove(edit)), edit);
    }

    /// <summary>Null when somebody has changed the same values since.</summary>
    private static Show? Without(Show current, Show after, Show before)
    {
        var conflicts = new List<string>();
        var merged = ThreeWay.Revert(Written(current), Written(after), Written(before), conflicts)!;
        if (conflicts.Count > 0)
        {
            return null;
        }

        var show = CoreJson.Read<Show>(merged.ToJsonString(CoreJson.Options));
        // What did not change stays the very same object, so that nothing is laid out or written anew for it.
        return show with
        {
            Graphics = [.. show.Graphics.Select(graphic => current.Graphic(graphic.Id) is { } now && CoreJson.WriteWhole(now) == CoreJson.WriteWhole(graphic) ? now : graphic)],
            Brand = CoreJson.WriteWhole(show.Brand) == CoreJson.WriteWhole(current.Brand) ? current.Brand : show.Brand,
            Canvas = show.Canvas == current.Canvas ? current.Canvas : show.Canvas,
        };
    }

    private static JsonNode Written(Show show) => JsonNode.Parse(CoreJson.WriteWhole(show))!;
}
