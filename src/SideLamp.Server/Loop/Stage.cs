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
/// <param name="Touched">The revision at which each field of the show was last edited, by its path.</param>
/// <param name="Standby">What is loaded to be looked at before it is lit.</param>
/// <param name="History">What can be taken back.</param>
/// <param name="Unkept">Why the last change could not be kept on disk; null when it could.</param>
public sealed record Stage(Kept Kept, long Revision, ImmutableDictionary<string, long> Touched, GraphicId? Standby, History History, string? Unkept)
{
    public Show Show => Kept.Show;

    public AirState Air => Kept.Air;

    public ImmutableDictionary<FeedId, FeedState> Feeds => Kept.Feeds;
}

/// <summary>Who edits, and what.</summary>
/// <param name="Author">The page; null when the edit is none that undo takes back.</param>
/// <param name="Seen">The revision that the edit was made on.</param>
/// <param name="What">In words, for undo.</param>
/// <param name="Paths">What it touches; a path that ends in <c>/*</c> is everything below.</param>
public sealed record EditNote(string? Author, long Seen, string What, params ImmutableArray<string> Paths);

/// <summary>What a turn of the loop makes of the stage.</summary>
/// <param name="Reply">What whoever asked is told.</param>
public sealed record Turn<T>(Stage Stage, ImmutableArray<Happening> Happenings, T Reply);

/// <summary>The moves of the stage: edits and commands, each a pure function of the stage and the instant.</summary>
public sealed class Director(PictureBook book)
{
    public Turn<string?> Advance(Stage stage, Instant now) => Aired(stage, Engine.Advance(stage.Air, book.FactsOf(stage.Kept), now));

    /// <summary>The reply is why nothing was done; null when it was.</summary>
    public Turn<string?> Do(Stage stage, AirCommand command, CommandId? id, Instant now) =>
        Aired(stage, Engine.Apply(stage.Air, command, book.FactsOf(stage.Kept), now, id));

    /// <summary>
    /// Puts an edited show in place of the old. Paths name what the edit touched; whoever edits one of them from an older
    /// revision is refused, so that two open pages never overwrite each other unseen.
    /// </summary>
    /// <exception cref="RefusedException">Somebody else edited one of these paths since that revision.</exception>
    public Turn<long> Edit(Stage stage, Show show, EditNote note, Instant now)
    {
        var stale = note.Paths.FirstOrDefault(path => LastTouched(stage, path) > note.Seen);
        if (stale is not null)
        {
            throw RefusedException.Stale(stale);
        }

        var edited = Edited(stage, show, note.Paths, now);
        return note.Author is { } author && !ReferenceEquals(stage.Show, show)
            ? edited with { Stage = edited.Stage with { History = edited.Stage.History.With(new EditDone(author, note.What, stage.Show, show, now)) } }
            : edited;
    }

    /// <summary>Takes the page's last edit back, or does it again.</summary>
    /// <exception cref="RefusedException">There is none, or somebody has changed the same since.</exception>
    public Turn<(long Revision, string What)> Step(Stage stage, string author, bool back, Instant now)
    {
        var step = back ? stage.History.Undo(stage.Show, author) : stage.History.Redo(stage.Show, author);
        var (show, history, edit) = step ?? throw new RefusedException(409, back ? "There is nothing to undo." : "There is nothing to do again.", []);
        if (show is null)
        {
            throw new RefusedException(409, $"“{edit.What}” was changed in another window since. Nothing was taken back.", []);
        }

        var turn = Edited(stage, show, [], now);
        return new Turn<(long, string)>(turn.Stage with { History = history }, turn.Happenings, (turn.Reply, edit.What));
    }

    private static long LastTouched(Stage stage, string path) =>
        path.EndsWith("/*", StringComparison.Ordinal)
            ? stage.Touched.Where(one => one.Key.StartsWith(path[..^1], StringComparison.Ordinal)).Select(one => one.Value).DefaultIfEmpty(0).Max()
            : stage.Touched.GetValueOrDefault(path);

    private Turn<long> Edited(Stage stage, Show show, ImmutableArray<string> paths, Instant now)
    {
        var revision = stage.Revision + 1;
        var edited = stage with
        {
            Kept = stage.Kept with { Show = show },
            Revision = revision,
            Touched = stage.Touched.SetItems(paths.Select(path => KeyValuePair.Create(path, revision))),
        };
        var advanced = Advance(edited, now);
        var happenings = advanced.Happenings;
        var after = advanced.Stage;
        foreach (var airing in after.Air.Airings.Where(airing => airing.Holds))
        {
            // Deleted while lit: dark first, in the same step (rule 26). With live edits on, edits go at once (rule 27).
            AirCommand? command = show.Graphic(airing.Graphic) is null ? new Remove(airing.Graphic)
                : show.LiveEdits ? new Push(airing.Graphic)
                : null;
            if (command is not null)
            {
                var turn = Do(after, command, null, now);
                (after, happenings) = (turn.Stage, happenings.AddRange(turn.Happenings));
            }
        }

        if (after.Standby is { } standby && show.Graphic(standby) is null)
        {
            after = after with { Standby = null };
        }

        return new Turn<long>(after, happenings, revision);
    }

    /// <summary>The looks that the air refers to are kept with it, and no others.</summary>
    private Turn<string?> Aired(Stage stage, Step step)
    {
        var looks = stage.Kept.Looks;
        foreach (var airing in step.State.Airings.Where(airing => !looks.ContainsKey(airing.Look)))
        {
            if (stage.Show.Graphic(airing.Graphic) is { } graphic && graphic.Card(airing.Card) is { } card && book.LookOf(stage.Show, graphic, card) is { } look)
            {
                looks = looks.SetItem(look.Id, look.Look);
            }
        }

        var used = step.State.Airings.Select(airing => airing.Look).ToHashSet();
        looks = looks.RemoveRange(looks.Keys.Where(id => !used.Contains(id)));
        var quiet = step.Happenings.IsEmpty && step.State with { Now = stage.Air.Now } == stage.Air;
        // Time alone is no news: nothing is written and nobody is told.
        var air = quiet ? stage.Air : step.State;
        return new Turn<string?>(stage with { Kept = stage.Kept with { Air = air, Looks = looks } }, step.Happenings, step.Refusal);
    }
}
