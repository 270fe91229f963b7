using System.Collections.Immutable;
using System.Text.Json;
using NodaTime;
using SideLamp.Core.Airing;
using SideLamp.Core.Editing;
using SideLamp.Core.Events;
using SideLamp.Core.Feeds;
using SideLamp.Core.Shows;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Loop;

/// <summary>What inputs make of the stage. Pure: the same stage, input and instant always give an equal turn.</summary>
public sealed class Folding(PictureBook book, Shelf shelf)
{
    /// <param name="skew">By how much the machine's clock has been set ahead of the engine's.</param>
    public Turn Fold(Stage stage, Input input, Instant now, Duration skew)
    {
        try
        {
            return new Fold(book, shelf, now, skew).Of(stage, input);
        }
        catch (RefusedException refused)
        {
            return new Turn(stage, [], new Reply(refused.Refusal));
        }
    }

    /// <summary>When to look again; null = nothing will happen by itself.</summary>
    public static Instant? NextWake(Stage stage) => Nexts.Select(next => Known(next, stage)).Min();

    /// <summary>The stage after an input that could not be worked out: that is said, but not at each turn.</summary>
    public static Stage WithoutInput(Stage stage, Instant now) => Loop.Fold.LeftOut(stage, "Something that came in", now);

    /// <summary>What has something to come by itself.</summary>
    private static readonly ImmutableArray<Func<Stage, Instant?>> Nexts = [stage => Engine.NextWake(stage.Air), Staleness.Next, RowSteps.Next, Loop.Fold.NextChat];

    /// <summary>One that cannot tell keeps none of the others back; it is asked again at the next turn.</summary>
    private static Instant? Known(Func<Stage, Instant?> next, Stage stage)
    {
        try
        {
            return next(stage);
        }
        catch (Exception)
        {
            return null;
        }
    }
}

/// <summary>One input being worked out.</summary>
internal sealed partial class Fold(PictureBook book, Shelf shelf, Instant now, Duration skew)
{
    public Turn Of(Stage stage, Input input)
    {
        var taken = Taken(stage, input);
        // What could not be looked through is not known to be allowed (rule 37).
        var guarded = Alone(taken, new ToDo("What viewers wrote", turn => Guarded(stage, input, turn), so => so with { Kept = so.Kept with { Seen = Figures.None } }));
        return Alone(ByItself(stage, guarded), new ToDo("A ticker", On(so => RunningBelts.Followed(so, stage, book, now)), Stays));
    }

    /// <summary>What events say is looked through anew where they, or the never-show list, are others.</summary>
    private Turn Guarded(Stage before, Input input, Turn turn)
    {
        var (kept, list) = (turn.Stage.Kept, turn.Stage.Show.NeverShow);
        return ReferenceEquals(kept.Figures, before.Kept.Figures) && list == before.Show.NeverShow && input is not OpenedInput
            ? turn
            : turn with { Stage = turn.Stage with { Kept = kept with { Seen = kept.Figures.Shown(one => book.Words.Seen(one, list)) } } };
    }

    private Turn Taken(Stage stage, Input input) =>
        input switch
        {
            PressInput press => Press(stage, press),
            StandbyInput standby => PutInStandby(stage, standby.Standby),
            EditInput edit => Edit(stage, edit.Edit, edit.Page),
            UndoInput undo => TakeEditBack(stage, undo),
            OutOfBinInput back => TakeOutOfBin(stage, back),
            ReadingInput reading => Read(stage, reading),
            PicturesInput pictures => See(stage, pictures),
            AgainInput again => ShowAgain(stage, again.Event),
            FiguresInput figures => Hear(stage, figures),
            ChatInput chat => Chat(stage, chat),
            MessageInput message => Message(stage, message),
            ForgetInput forget => Forget(stage, forget),
            TimeInput => Advance(stage),
            OpenedInput => Open(stage),
            ClockSetInput => ClockWasSet(stage),
            _ => throw new ArgumentException($"No such input: {input.GetType().Name}.", nameof(input)),
        };

    private AirFacts Facts(Stage stage) => new(book, stage.Kept, skew);

    private Turn Advance(Stage stage)
    {
        var facts = Facts(stage);
        return Aired(stage, Engine.Advance(stage.Air, facts, now), facts, null);
    }

    private Turn Do(Stage stage, AirCommand command, CommandId? id = null, string? by = null)
    {
        var facts = Facts(stage);
        command = command is GainTime gain ? gain with { From = book.Words.NameOf(gain.From, stage.Show.NeverShow) } : command;
        return Aired(stage, Engine.Apply(stage.Air, command, facts, now, id), facts, by);
    }

    /// <summary>What is no command of the air's, and yet done once.</summary>
    private Turn Once(Stage stage, CommandId id, Func<Turn> act)
    {
        if (stage.Air.Recent.ContainsKey(id))
        {
            return Turn.Nothing(stage);
        }

        var turn = act();
        var air = turn.Stage.Air;
        return turn.Reply.Refusal is null ? turn with { Stage = turn.Stage with { Kept = turn.Stage.Kept with { Air = air with { Recent = air.Recent.SetItem(id, now) } } } } : turn;
    }

    /// <summary>One command after the other, each alone: of several that follow from something, one that fails keeps none of the others back.</summary>
    private Turn DoAll(Turn turn, IEnumerable<AirCommand> commands) =>
        commands.Aggregate(turn, (so, command) => Alone(so, new ToDo(NameIn(so.Stage, GraphicOf(command)) ?? "Something that follows", one => Do(one.Stage, command).After(one) with { Reply = one.Reply }, stage => Without(stage, command))));

    /// <summary>What it is about; null = no graphic in particular.</summary>
    private static GraphicId? GraphicOf(AirCommand command) =>
        command switch
        {
            Light light => light.Graphic,
            Darken dark => dark.Graphic,
            Push push => push.Graphic,
            StepCard step => step.Graphic,
            Remove remove => remove.Graphic,
            Revoke revoke => revoke.Graphic,
            Recycle cycle => cycle.Graphic,
            Watched watched => watched.Graphic,
            SwitchEvery wish => wish.Graphic,
            _ => null,
        };

    private static string? NameIn(Stage stage, GraphicId? graphic) => graphic is { } id ? stage.Show.Graphic(id)?.Name : null;

    /// <summary>What was to leave and could not do so in its own way is gone at once.</summary>
    private static Stage Without(Stage stage, AirCommand command) =>
        command is Darken or Remove or Revoke ? stage with { Kept = stage.Kept with { Air = stage.Air with { Airings = stage.Air.Airings.RemoveAll(one => one.Graphic == GraphicOf(command)) } } } : stage;

    /// <summary>A draft is kept in the same step: where it is refused, nothing is done. A repeat of the same press keeps nothing anew.</summary>
    private Turn Press(Stage stage, PressInput input)
    {
        if (input.Press.Draft is not { } draft || stage.Air.Recent.ContainsKey(input.Press.Id))
        {
            return Press(stage, input.Press);
        }

        var kept = Edit(stage, new EditGraphic(draft.Graphic, new GraphicEdit(draft.Revision, Card: draft.Card, Words: draft.Words)), input.Page);
        var pressed = Press(kept.Stage, input.Press);
        return pressed.After(kept);
    }

    private Turn Press(Stage stage, Press press)
    {
        if (MessageFor(stage, press) is { } message)
        {
            return Once(stage, press.Id, () => Show(stage, message));
        }

        if (press.CommandIn(stage.Show) is { } command)
        {
            var done = Do(stage, command, press.Id, press.Told);
            return press is PressHushOver { Run: false } && done.Reply.Refusal is null ? done with { Stage = WithoutAhead(done.Stage) } : done;
        }

        if (press is PressTest test)
        {
            return Test(stage, test);
        }

        if (press is PressThank thank)
        {
            return Turn.Nothing(stage with { Kept = stage.Kept with { Thanks = stage.Kept.Thanks.Done(thank.Seq, thank.Done) } });
        }

        if (press is PressSameSession)
        {
            return Turn.Nothing(stage with { Kept = stage.Kept with { Air = SessionOffer.Answered(stage.Air) } });
        }

        switch (press)
        {
            case PressChat chat:
                return Once(stage, chat.Id, () => Press(stage, chat));
            case PressVote vote:
                return Once(stage, vote.Id, () => Press(stage, vote));
            case PressClearAudience clear:
                return ClearAudience(stage, clear);
            case PressLetAudience let:
                return LetAudience(stage, let);
        }

        if (press is PressTick tick)
        {
            return Turn.Nothing(RowSteps.Ticked(stage, tick));
        }

        if (press is PressRow or PressLetRow)
        {
            return StepRow(stage, press);
        }

        var id = press switch
        {
            PressCount count => count.Graphic,
            PressReset reset => reset.Graphic,
            _ => throw new ArgumentException($"No such press: {press.GetType().Name}.", nameof(press)),
        };
        var graphic = stage.Show.Graphic(id) ?? throw RefusedException.NotFound("graphic");
        var template = shelf.Find(stage.Show, graphic.Template)?.Template ?? throw RefusedException.NotFound("template");
        var chosen = stage.Kept.Chosen(graphic);
        var counts = press is PressCount step ? Counts.Step(chosen, template, step) : Counts.Reset(chosen, template, (PressReset)press);
        OnAirRules.CheckLocked(ScopeOf(stage), chosen, Counts.Put(stage.Choices, counts).Of(chosen.Graphic));
        return Count(stage, counts, press, template);
    }

    /// <summary>A feed is taken to another row. A repeat of the same press does nothing.</summary>
    private Turn StepRow(Stage stage, Press press)
    {
        var current = Advance(stage);
        if (current.Stage.Air.Recent.ContainsKey(press.Id))
        {
            return current;
        }

        var (change, what) = RowSteps.ChangeFor(current.Stage, press, now);
        return Do(RowSteps.With(current.Stage, change.Feed, change.After), new StepRow(what, change), press.Id, press.Told).After(current);
    }

    /// <summary>Values of a card are stepped: kept, and on air at once where the card is lit.</summary>
    private Turn Count(Stage stage, ImmutableList<Count> counts, Press press, Templates.Template template)
    {
        // Time first: what is lit may have left by now. A repeat of the same press does nothing.
        var current = Advance(stage);
        if (counts.IsEmpty || current.Stage.Air.Recent.ContainsKey(press.Id))
        {
            return current;
        }

        var counted = With(current.Stage, Counts.Put(current.Stage.Choices, counts));
        ContentId? shown = null;
        var graphic = counts[0].Graphic;
        if (counted.Air.Of(graphic) is { Holds: true } airing && airing.Card == counts[0].Card && counted.Kept.Contents.GetValueOrDefault(airing.Content) is { } pinned)
        {
            // Only the numbers change: edits that wait for their push go on waiting.
            var touched = pinned with { Words = Counts.Put(pinned.Words, counts, template) };
            shown = touched.Id();
            counted = counted with { Kept = counted.Kept with { Contents = counted.Kept.Contents.SetItem(shown.Value, touched) } };
        }

        return Do(counted, new Retouch(graphic, shown, counts), press.Id, press.Told).After(current);
    }

    private static Turn PutInStandby(Stage stage, Standby standby) =>
        standby.IsIn(stage.Show)
            ? Turn.Nothing(stage with { Kept = stage.Kept with { Standby = standby } })
            : throw RefusedException.NotFound(standby.Cue is null ? "graphic" : "cue");

    private EditScope ScopeOf(Stage stage) =>
        new(stage.Show, stage.Choices, stage.Air, shelf, stage.Kept.Feeds, (show, choices, graphic) => Facts(stage with { Kept = stage.Kept with { Show = show, Choices = choices } }).Prepare(graphic, null));

    /// <summary>
    /// Puts an edited show in place of the old. Whoever edits the same value, or what contains it, from an older revision is
    /// refused, so that two open pages never overwrite each other unseen. A page knows its own edits, also before it has heard
    /// that they are kept.
    /// </summary>
    private Turn Edit(Stage stage, Edit edit, string page)
    {
        var edited = edit.Apply(ScopeOf(stage));
        if (edit.Seen is { } seen && edited.Paths.FirstOrDefault(path => IsStale(stage, path, seen, page)) is { } stale)
        {
            throw new RefusedException(Refusal.Stale(stale));
        }

        var turn = Settled(stage, edited.Show, edited.Choices ?? stage.Choices, edited.Paths, page);
        if (edited.OnAir)
        {
            turn = DoAll(turn, turn.Stage.Air.Airings.Where(airing => airing.Holds).Select(airing => new Push(airing.Graphic)).ToList());
        }

        var done = edited.CanBeUndone && !ReferenceEquals(stage.Show, edited.Show);
        return turn with
        {
            Stage = done ? turn.Stage with { Kept = turn.Stage.Kept with { History = stage.History.With(page, edited.What, stage.Show, edited.Show, now, edited.Paths, edited.Dressing) } } : turn.Stage,
            Reply = new Reply(Id: edited.Id),
        };
    }

    private static bool IsStale(Stage stage, string path, long seen, string page) =>
        seen < stage.TouchedSince || stage.Touched.Any(one => one.Value.Revision > seen && (page == EditInput.Elsewhere || one.Value.Author != page) && (Contains(one.Key, path) || Contains(path, one.Key)));

    /// <summary>Whether a path is another, or leads to it.</summary>
    private static bool Contains(string path, string inner) => inner.StartsWith(path, StringComparison.Ordinal) && (inner.Length == path.Length || inner[path.Length] == '/');

    /// <summary>Takes an edit back, or does it again. That is an edit like others for whoever looks on.</summary>
    private Turn TakeEditBack(Stage stage, UndoInput undo)
    {
        var history = stage.History;
        var edit = (undo.Back ? undo.No is { } no ? history.Find(no) : history.Next : history.Again) ?? throw RefusedException.Conflict(undo.Back ? "There is nothing to undo." : "There is nothing to redo.");
        var show = Reverted(stage.Show, undo.Back ? edit.Patch : edit.Patch.Reversed) ?? throw RefusedException.Conflict($"“{edit.What}” was changed again since. Nothing was taken back. The history lists the edits before it.");
        if (Returning.FaultIn(stage.Show, show, shelf) is { } fault)
        {
            throw RefusedException.Conflict($"“{edit.What}” cannot be {(undo.Back ? "undone" : "redone")} as things stand. {fault}");
        }

        var turn = Settled(stage, show, Dressed(stage, edit, undo.Back), edit.Paths, undo.Page);
        return turn with
        {
            Stage = turn.Stage with { Kept = turn.Stage.Kept with { History = undo.Back ? history.Without(edit) : history.WithAgain(edit) } },
            Reply = new Reply(What: edit.What),
        };
    }

    /// <summary>Null where it was changed since, or cannot be read any more: it was made by an earlier Side Lamp, of whose shows it speaks.</summary>
    private static Show? Reverted(Show show, ShowPatch patch)
    {
        try
        {
            return patch.Revert(show);
        }
        catch (Exception error) when (error is JsonException or InvalidOperationException or ArgumentException or FormatException or KeyNotFoundException)
        {
            return null;
        }
    }

    private Turn TakeOutOfBin(Stage stage, OutOfBinInput back)
    {
        var wanted = stage.Kept.Bin.Find(back.No) ?? throw RefusedException.NotFound("thing in the bin");
        var deletion = stage.History.Done.FindLast(edit => edit.At == wanted.At && edit.Author == wanted.Author);
        if (deletion is not null && Reverted(stage.Show, deletion.Patch) is { } whole && BinKinds.Find(wanted.Kind)?.Of(whole).Any(one => one.Id == wanted.Id) == true && Returning.FaultIn(stage.Show, whole, shelf) is null)
        {
            return TakeEditBack(stage, new UndoInput(back.Page, Back: true, deletion.No));
        }

        var turn = Edit(stage, new OutOfBin(wanted), back.Page);
        return turn with { Reply = turn.Reply with { What = wanted.Name } };
    }

    /// <exception cref="RefusedException">Another outfit was put on since.</exception>
    private static Choices Dressed(Stage stage, EditDone edit, bool back)
    {
        if (edit.Dressing is not { } dressing)
        {
            return stage.Choices;
        }

        var (from, to) = back ? (dressing.After, dressing.Before) : (dressing.Before, dressing.After);
        var choice = stage.Choices[dressing.Graphic];
        return choice.Outfit == from
            ? stage.Choices.With(dressing.Graphic, choice with { Outfit = to })
            : throw RefusedException.Conflict($"“{edit.What}”: another outfit was put on since. Nothing was taken back.");
    }

    /// <summary>An edited show in place of the old, and what follows from that on air.</summary>
    private Turn Settled(Stage stage, Show show, Choices choices, ImmutableArray<string> paths, string page)
    {
        var revision = stage.Revision + 1;
        var gone = stage.Show.Graphics.Where(graphic => show.Graphic(graphic.Id) is null).ToList();
        var values = stage.Values.RemoveRange(stage.Values.Keys.Where(id => show.Feed(id) is null));
        var pictures = stage.Kept.Pictures.RemoveRange(stage.Kept.Pictures.Keys.Where(id => show.PicturesFrom(id) is null));
        var edited = stage with
        {
            Kept = stage.Kept with { Show = show, Choices = choices, Values = values, Pictures = pictures, Standby = stage.Kept.Standby.IsIn(show) ? stage.Kept.Standby : Standby.Empty, Bin = stage.Kept.Bin.Followed(stage.Show, show, now, page) },
            Revision = revision,
        };
        var turn = Advance(edited.Edited(paths, new Touch(revision, page)));
        // With live edits on, edits go to air at once (rule 27); what was deleted while lit is dark in the same step (rule 26).
        turn = DoAll(turn, turn.Stage.Air.Airings.Where(airing => airing.Holds && show.LiveEdits && show.Graphic(airing.Graphic) is not null).Select(airing => new Push(airing.Graphic)).ToList());
        turn = DoAll(turn, gone.Select(graphic => new Remove(graphic.Id)));
        turn = DoAll(turn, ChangedChains(turn.Stage, stage.Show, show).ToList());
        return DoAll(turn, ChangedTimers(turn.Stage, stage.Show, show).ToList());
    }

    /// <summary>The grid of an <em>every</em> begins anew when its interval changes, and ends when it has none any more; a cycle that is switched on begins at once (rule 44).</summary>
    private static IEnumerable<AirCommand> ChangedChains(Stage stage, Show before, Show after)
    {
        foreach (var repeat in stage.Air.Repeats)
        {
            var every = after.Graphic(repeat.Graphic)?.Every;
            if (every != repeat.Interval)
            {
                yield return new SwitchEvery(repeat.Graphic, every is not null);
            }
        }

        foreach (var airing in stage.Air.Airings.Where(airing => airing.Holds && after.Graphic(airing.Graphic)?.Cycle != before.Graphic(airing.Graphic)?.Cycle))
        {
            yield return new Recycle(airing.Graphic);
        }
    }

    private static IEnumerable<AirCommand> ChangedTimers(Stage stage, Show before, Show after)
    {
        // A timer that is another one now, or none, stands at its beginning.
        foreach (var run in stage.Air.Timers.Where(run => after.Timer(run.Timer)?.Kind != before.Timer(run.Timer)?.Kind))
        {
            yield return new SetTimer(new TimerSetting(run.Timer, TimerAct.Reset), Origin.Automatic);
        }

        foreach (var clock in ByTimeOfDay(after).Where(timer => RunOf(stage, timer) is null || before.Timer(timer.Id) is not { } old || (old.Until, old.Day, old.Zone) != (timer.Until, timer.Day, timer.Zone)))
        {
            yield return new SetTimer(new TimerSetting(clock.Id, TimerAct.Restart), Origin.Automatic);
        }

        // What is written otherwise needs other room, and what warns otherwise falls due otherwise; how far it has come stays.
        foreach (var run in stage.Air.Timers.Where(run => after.Timer(run.Timer) != before.Timer(run.Timer)))
        {
            yield return new SetTimer(new TimerSetting(run.Timer, TimerAct.Add, Duration.Zero), Origin.Automatic);
        }
    }

    private static Turn Read(Stage stage, ReadingInput input)
    {
        var (feed, reading, at) = input;
        if (!feed.ReadsLike(stage.Show.Feed(feed.Id)))
        {
            return Turn.Nothing(stage);
        }

        var value = stage.Values.GetValueOrDefault(feed.Id);
        var condition = stage.Conditions.GetValueOrDefault(feed.Id, FeedCondition.Unknown);
        var next = reading switch
        {
            FeedReading.Found { Content.Notes: var notes } => new FeedCondition(at, null, notes.IsEmpty ? null : string.Join(' ', notes)),
            FeedReading.Unreadable { Trouble: var trouble } => condition.InTrouble(trouble, at),
            FeedReading.Missed { Trouble: var trouble } => value is null ? condition.InTrouble(trouble, at) : condition with { Note = trouble },
            _ when value is not null => condition.InTrouble("The file is gone. Its last words stay until it is back.", at),
            _ => condition with { Trouble = null, TroubleSince = null },
        };
        var after = stage with { Conditions = stage.Conditions.SetItem(feed.Id, next) };
        return Turn.Nothing(reading is FeedReading.Found { Content.Tables: var tables } && value?.Tables.SequenceEqual(tables) != true ? RowSteps.Read(after, stage.Show.Feed(feed.Id)!, tables, at) : after);
    }

    private static Turn See(Stage stage, PicturesInput input) =>
        Turn.Nothing(stage.Show.PicturesFrom(input.Feed) is null ? stage : stage with { Kept = stage.Kept with { Pictures = input.Pictures.IsEmpty ? stage.Kept.Pictures.Remove(input.Feed) : stage.Kept.Pictures.SetItem(input.Feed, input.Pictures) } });

    /// <summary>What goes by the time of day runs, as it does from when it is made; what has come to its end on another day runs to the next.</summary>
    private Turn Open(Stage stage)
    {
        // What was there before alerts were is no news.
        var turn = Advance(stage.Air.Heard is null ? stage with { Kept = stage.Kept with { Air = stage.Air with { Heard = stage.Kept.Figures.Newest } } } : stage);
        var over = ByTimeOfDay(stage.Show).Where(timer => timer.Kind == TimerKind.Clock || RunOf(turn.Stage, timer) is not { } run || (run.AtEnd && IsOfAnotherDay(stage.Air.Now, TimeOfDay.ZoneOf(timer.Zone))));
        turn = DoAll(turn, over.Select(timer => new SetTimer(new TimerSetting(timer.Id, TimerAct.Restart), Origin.Automatic)).ToList());
        return DoAll(turn, ByTimeOfDay(stage.Show).Select(timer => new FollowClock(timer.Id)));
    }

    /// <summary>Whether the last run of the server ended on another day than today, or half a day ago.</summary>
    private bool IsOfAnotherDay(Instant last, DateTimeZone zone) =>
        now - last > Duration.FromHours(12) || (last + skew).InZone(zone).Date != (now + skew).InZone(zone).Date;

    private Turn ClockWasSet(Stage stage)
    {
        // What counts on past zero goes on counting: its time of day is behind it, and comes only tomorrow.
        var timers = ByTimeOfDay(stage.Show).Where(timer => RunOf(stage, timer) is { Since: not null, AtEnd: false }).ToList();
        var turn = DoAll(Advance(stage), timers.Select(timer => new FollowClock(timer.Id)));
        return timers.Count == 0 ? turn : turn with { Stage = turn.Stage.Told(new TrailLine(now, "This computer’s clock was set: timers to a time of day follow it", null)) };
    }

    private static IEnumerable<Timer> ByTimeOfDay(Show show) => show.Timers.Where(timer => timer.Kind is TimerKind.Until or TimerKind.Clock);

    /// <summary>Null = it stands at its beginning.</summary>
    private static TimerRun? RunOf(Stage stage, Timer timer) => stage.Air.Timers.Find(run => run.Timer == timer.Id);

    /// <summary>The contents that the air may still have to show are kept with it, and no others.</summary>
    private static Turn Aired(Stage stage, Step step, AirFacts facts, string? by)
    {
        var quiet = step.Happenings.IsEmpty && step.State with { Now = stage.Air.Now } == stage.Air;
        // Time alone is no news: nothing is written and nobody is told.
        var air = quiet ? stage.Air : step.State;
        air = quiet ? air : SessionOffer.In(stage.Air, air, step.Happenings);
        var contents = ReferenceEquals(air, stage.Air) ? stage.Kept.Contents : ContentsOf(air, stage.Kept.Contents, facts);
        var happenings = step.Happenings.Select(one => one.Origin == Origin.Person ? one with { By = by } : one).ToImmutableArray();
        var thanks = step.Unshown.Aggregate(stage.Kept.Thanks, (so, one) => so.Unshown(one, air.Now));
        var after = stage with { Kept = stage.Kept with { Air = air, Contents = contents, Thanks = thanks } };
        after = after.Told(happenings.Select(one => TrailLine.Of(new LogLine(one, one.Graphic is { } id ? stage.Show.Graphic(id)?.Name ?? "What was deleted" : null))).OfType<TrailLine>());
        var choices = step.Choices.Aggregate(after.Choices, (so, choice) => Chosen(after.Show, so, choice));
        choices = step.Uncounts is { } counts ? Counts.Undo(after.Show, choices, counts) : choices;
        choices = step.Unrow is { } row && choices.Stands.GetValueOrDefault(row.Feed) == row.After ? choices.With(row.Feed, row.Before) : choices;
        return new Turn(With(after, choices), happenings, step.Refusal is { } refusal ? new Reply(Refusal.Conflict(refusal)) : Reply.Done) { Faults = step.Faults };
    }

    private static ImmutableDictionary<ContentId, Content> ContentsOf(AirState air, ImmutableDictionary<ContentId, Content> known, AirFacts facts)
    {
        var contents = Used(air, known);
        return air.Contents().Distinct().Where(id => !contents.ContainsKey(id)).Aggregate(contents, (so, id) => facts.Content(id) is { } content ? so.SetItem(id, content) : so);
    }

    private static ImmutableDictionary<ContentId, Content> Used(AirState air, ImmutableDictionary<ContentId, Content> known)
    {
        var used = air.Contents().ToHashSet();
        return known.RemoveRange(known.Keys.Where(id => !used.Contains(id)));
    }

    /// <summary>The cards that came up, and the outfits that were put on, are up and worn from now on.</summary>
    private static Choices Chosen(Show show, Choices choices, Choice choice)
    {
        if (show.Graphic(choice.Graphic) is null)
        {
            return choices;
        }

        var chosen = choices[choice.Graphic];
        chosen = choice.Card is { } card ? chosen with { Card = card } : chosen;
        return choices.With(choice.Graphic, choice.Outfit is { } outfit ? chosen.Wearing(outfit) : chosen);
    }

    /// <summary>Choices are news for pages, as edits are.</summary>
    private static Stage With(Stage stage, Choices choices) =>
        ReferenceEquals(choices, stage.Choices) ? stage : stage with { Kept = stage.Kept with { Choices = choices }, Revision = stage.Revision + 1 };
}
