using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Airing;
using SideLamp.Core.Shows;
using SideLamp.Core.Timers;

namespace SideLamp.Server.Loop;

/// <summary>The moves of the stage: edits and commands, each a pure function of the stage and the instant.</summary>
public sealed class Director(PictureBook book)
{
    private const int LongestTrail = 40;

    public Turn<string?> Advance(Stage stage, Instant now)
    {
        var facts = book.FactsOf(stage.Kept);
        return Aired(stage, Engine.Advance(stage.Air, facts, now), facts, null);
    }

    /// <summary>The show is opened: timers to a time of day run, as they do from when they are made.</summary>
    public Turn<string?> Open(Stage stage, Instant now) =>
        SetAll(stage, ToTimesOfDay(stage).Where(timer => RunOf(stage, timer) is null), TimerAct.Start, now);

    /// <summary>The machine's clock has been set: what runs to a time of day is as long as it is from now. Nothing else follows that clock.</summary>
    public Turn<string?> ClockWasSet(Stage stage, Instant now)
    {
        var timers = ToTimesOfDay(stage).Where(timer => RunOf(stage, timer) is { Since: not null }).ToList();
        var turn = SetAll(stage, timers, TimerAct.Restart, now);
        return timers.Count == 0 ? turn : turn with { Stage = With(turn.Stage, new TrailLine(now, "This computer’s clock was set: timers to a time of day follow it", null)) };
    }

    private Turn<string?> SetAll(Stage stage, IEnumerable<Timer> timers, TimerAct act, Instant now) =>
        timers.Aggregate(Advance(stage, now), (turn, timer) =>
        {
            var next = Do(turn.Stage, new SetTimer(new TimerSetting(timer.Id, act), Origin.Automatic), null, now);
            return next with { Happenings = turn.Happenings.AddRange(next.Happenings) };
        });

    private static IEnumerable<Timer> ToTimesOfDay(Stage stage) => stage.Show.Timers.Where(timer => timer.Kind == TimerKind.Until);

    /// <summary>Null = it stands at its beginning.</summary>
    private static TimerRun? RunOf(Stage stage, Timer timer) => stage.Air.Timers.Find(run => run.Timer == timer.Id);

    /// <summary>The reply is why nothing was done; null when it was.</summary>
    /// <param name="by">What it was done with, for the trail.</param>
    public Turn<string?> Do(Stage stage, AirCommand command, CommandId? id, Instant now, string? by = null)
    {
        var facts = book.FactsOf(stage.Kept);
        return Aired(stage, Engine.Apply(stage.Air, command, facts, now, id), facts, by);
    }

    /// <summary>Values of a card are stepped: kept, and on air at once where the card is lit.</summary>
    public Turn<string?> Count(Stage stage, ImmutableList<Count> counts, CommandId? id, Instant now, string? by)
    {
        // Time first: what is lit may have left by now. A repeat of the same press does nothing.
        var current = Advance(stage, now);
        if (counts.IsEmpty || (id is { } seen && current.Stage.Air.Recent.ContainsKey(seen)))
        {
            return current;
        }

        var counted = Counts.Put(current.Stage, counts);
        LookId? look = null;
        var graphic = counts[0].Graphic;
        if (counted.Air.Of(graphic) is { Holds: true } airing && airing.Card == counts[0].Card && counted.Kept.Looks.GetValueOrDefault(airing.Look) is { } pinned)
        {
            var touched = pinned with { Words = Counts.Put(pinned.Words, counts, book.SamplesOf(counted.Show, graphic)) };
            look = touched.Id();
            counted = counted with { Kept = counted.Kept with { Looks = counted.Kept.Looks.SetItem(look.Value, touched) } };
        }

        var turn = Do(counted, new Retouch(graphic, look, counts), id, now, by);
        return turn with { Happenings = current.Happenings.AddRange(turn.Happenings) };
    }

    /// <summary>
    /// Puts an edited show in place of the old. Paths name what the edit touched; whoever edits one of them from an older
    /// revision is refused, so that two open pages never overwrite each other unseen. A page knows its own edits, also
    /// before it has heard that they are kept.
    /// </summary>
    /// <exception cref="RefusedException">Somebody else edited one of these paths since that revision.</exception>
    public Turn<long> Edit(Stage stage, Show show, EditNote note, Instant now)
    {
        var stale = note.Paths.FirstOrDefault(path => LastTouched(stage, path) is { } last && !note.Knows(last));
        if (stale is not null)
        {
            throw RefusedException.Stale(stale);
        }

        var edited = Edited(stage, show, note, now);
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

        var turn = Edited(stage, show, null, now);
        return new Turn<(long, string)>(turn.Stage with { History = history }, turn.Happenings, (turn.Reply, edit.What));
    }

    private static Touch? LastTouched(Stage stage, string path) =>
        path.EndsWith("/*", StringComparison.Ordinal)
            ? stage.Touched.Where(one => one.Key.StartsWith(path[..^1], StringComparison.Ordinal)).Select(one => one.Value).MaxBy(touch => touch.Revision)
            : stage.Touched.GetValueOrDefault(path);

    /// <param name="note">Null = it makes no other page's edit stale.</param>
    private Turn<long> Edited(Stage stage, Show show, EditNote? note, Instant now)
    {
        var revision = stage.Revision + 1;
        var edited = stage with
        {
            Kept = stage.Kept with { Show = show },
            Revision = revision,
            Touched = stage.Touched.SetItems((note?.Paths ?? []).Select(path => KeyValuePair.Create(path, new Touch(revision, note!.Author)))),
        };
        var advanced = Advance(edited, now);
        var happenings = advanced.Happenings;
        var after = advanced.Stage;
        foreach (var airing in after.Air.Airings.Where(airing => airing.Holds))
        {
            // Deleted while lit: dark first, in the same step (rule 26). With live edits on, edits go at once (rule 27).
            if (show.Graphic(airing.Graphic) is not null && show.LiveEdits)
            {
                Run(new Push(airing.Graphic));
            }
        }

        foreach (var gone in stage.Show.Graphics.Where(graphic => show.Graphic(graphic.Id) is null))
        {
            Run(new Remove(gone.Id));
        }

        foreach (var repeat in after.Air.Repeats)
        {
            // Its grid begins anew when its interval changes, and ends when it has none any more.
            var every = show.Graphic(repeat.Graphic)?.Every;
            if (every != repeat.Interval)
            {
                Run(new SwitchEvery(repeat.Graphic, every is not null));
            }
        }

        foreach (var run in after.Air.Timers)
        {
            // A timer that is another one now, or none, stands at its beginning.
            if (show.Timer(run.Timer)?.Kind != stage.Show.Timer(run.Timer)?.Kind)
            {
                Run(new SetTimer(new TimerSetting(run.Timer, TimerAct.Reset), Origin.Automatic));
            }
        }

        foreach (var clock in ToTimesOfDay(after).Where(timer => RunOf(after, timer) is null || stage.Show.Timer(timer.Id)?.Until != timer.Until))
        {
            Run(new SetTimer(new TimerSetting(clock.Id, TimerAct.Restart), Origin.Automatic));
        }

        if (!after.Kept.Standby.IsIn(show))
        {
            after = after with { Kept = after.Kept with { Standby = Standby.Empty } };
        }

        void Run(AirCommand command)
        {
            var turn = Do(after, command, null, now);
            (after, happenings) = (turn.Stage, happenings.AddRange(turn.Happenings));
        }

        return new Turn<long>(after, happenings, revision);
    }

    /// <summary>The looks that the air may still have to show are kept with it, and no others.</summary>
    private static Turn<string?> Aired(Stage stage, Step step, AirFacts facts, string? by)
    {
        var quiet = step.Happenings.IsEmpty && step.State with { Now = stage.Air.Now } == stage.Air;
        // Time alone is no news: nothing is written and nobody is told.
        var air = quiet ? stage.Air : step.State;
        var used = air.Looks().ToHashSet();
        var looks = stage.Kept.Looks.RemoveRange(stage.Kept.Looks.Keys.Where(id => !used.Contains(id)));
        foreach (var id in used.Where(id => !looks.ContainsKey(id)))
        {
            looks = facts.Look(id) is { } look ? looks.SetItem(id, look) : looks;
        }

        var happenings = step.Happenings.Select(one => one.Origin == Origin.Person ? one with { By = by } : one).ToImmutableArray();
        var after = Chosen(stage with { Kept = stage.Kept with { Air = air, Looks = looks }, Trail = Told(stage, happenings) }, step.Choices);
        return new Turn<string?>(step.Uncounts is { } counts ? Counts.Undo(after, counts) : after, happenings, step.Refusal);
    }

    /// <summary>The cards that came up, and the outfits that were put on, are up and worn from now on.</summary>
    private static Stage Chosen(Stage stage, ImmutableArray<Choice> choices)
    {
        var show = stage.Show;
        foreach (var choice in choices)
        {
            if (show.Graphic(choice.Graphic) is not { } graphic)
            {
                continue;
            }

            var card = choice.Card ?? graphic.Up;
            if (card != graphic.Up || (choice.Outfit is { } outfit && !graphic.Wears(outfit)))
            {
                var chosen = graphic with { Up = card };
                show = show.With(choice.Outfit is { } worn ? chosen.Wearing(worn) : chosen);
            }
        }

        return ReferenceEquals(show, stage.Show) ? stage : stage with { Kept = stage.Kept with { Show = show }, Revision = stage.Revision + 1 };
    }

    private static ImmutableList<TrailLine> Told(Stage stage, ImmutableArray<Happening> happenings)
    {
        var lines = happenings
            .Select(one => (one.At, one.Graphic, Sentence: Core.Airing.Trail.Tell(one, one.Graphic is { } id ? stage.Show.Graphic(id)?.Name ?? "What was deleted" : null)))
            .Where(one => one.Sentence is not null)
            .Select(one => new TrailLine(one.At, one.Sentence!, one.Graphic));
        return With(stage, [.. lines]).Trail;
    }

    private static Stage With(Stage stage, params ImmutableArray<TrailLine> lines)
    {
        var trail = stage.Trail.AddRange(lines);
        return stage with { Trail = trail.Count > LongestTrail ? trail.RemoveRange(0, trail.Count - LongestTrail) : trail };
    }
}
