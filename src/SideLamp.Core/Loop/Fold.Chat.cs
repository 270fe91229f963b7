using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Airing;
using SideLamp.Core.Chat;
using SideLamp.Core.Editing;
using SideLamp.Core.Events;
using SideLamp.Core.Feeds;
using SideLamp.Core.Shows;

namespace SideLamp.Core.Loop;

/// <summary>What chat sets off: messages on screen, commands, votes, and what is taken back.</summary>
internal sealed partial class Fold
{
    private const int MostUsed = 5000;

    /// <summary>Of commands that wait the newest go, and are told.</summary>
    private const int MostAhead = 30;

    private static Stage With(Stage stage, ChatState chat) => ReferenceEquals(chat, stage.Kept.Chat) ? stage : stage with { Kept = stage.Kept with { Chat = chat } };

    /// <summary>What is taken back comes first: what came with it, or comes later, does not appear (rule 37).</summary>
    private Turn Chat(Stage stage, ChatInput input)
    {
        var turn = TakeBackInChat(stage, input.Gone);
        // One by one: a message that cannot be taken keeps no other one back.
        var messages = stage.Show.ChatRules.ByItself ? input.Candidates : [];
        turn = messages.Aggregate(turn, (so, one) => Alone(so, new ToDo("A message", On(all => Candidate(all, one)), Stays)));
        turn = input.Papers.Aggregate(turn, (so, one) => Alone(so, new ToDo("A vote", On(all => With(all, Voted(all.Show, all.Kept.Chat, one))), Stays)));
        return input.Commands.Aggregate(turn, (so, one) => Alone(so, new ToDo("A viewer’s command", all => Commanded(all, one), Stays)));
    }

    private Stage Candidate(Stage stage, ChatMessage message)
    {
        var chat = stage.Kept.Chat;
        return chat.Bars.Has(message.Ref) ? stage : With(stage, chat with { Queue = chat.Queue.With([message], now) });
    }

    private static ChatState Voted(Show show, ChatState chat, CastPaper cast) =>
        show.Vote(cast.Vote) is { Feed: null } vote && chat.Votes.TryGetValue(cast.Vote, out var run) && run.No == cast.Run && run.Closed is null && !(run.Closes <= cast.At) && !chat.Bars.Has(cast.Message)
            ? chat with { Votes = chat.Votes.SetItem(cast.Vote, run.With(new Paper(cast.Message.Person, cast.Option), vote.MayChange)) }
            : chat;

    private Turn TakeBackInChat(Stage stage, ImmutableArray<TakenBack> gone)
    {
        if (gone.IsEmpty)
        {
            return Turn.Nothing(stage);
        }

        var chat = stage.Kept.Chat;
        var bars = chat.Bars.With(gone, now);
        // Whoever was removed has no vote any more.
        var removed = gone.Where(one => one.Key is null).Select(one => one.Person).ToList();
        var votes = chat.Votes.Where(one => one.Value.Closed is null).Aggregate(chat.Votes, (so, one) => so.SetItem(one.Key, removed.Aggregate(one.Value, (run, person) => run.With(new Paper(person, null), mayChange: true))));
        chat = chat with
        {
            Bars = bars,
            Queue = chat.Queue.Without(bars),
            Ahead = chat.Ahead.RemoveAll(one => bars.Has(one.Message.Ref)),
            Runs = chat.Runs.Values.Any(run => run.Lines.Exists(line => bars.Has(line.Ref))) ? chat.Runs.ToImmutableDictionary(one => one.Key, one => one.Value.Without(bars)) : chat.Runs,
            Votes = votes,
        };
        return Turn.Nothing(Remembering(With(stage, chat), bars.Has));
    }

    private static Stage Remembering(Stage stage, Func<MessageRef, bool> isGone)
    {
        var air = stage.Air.Without(isGone);
        return ReferenceEquals(air, stage.Air) ? stage : stage with { Kept = stage.Kept with { Air = air, Contents = Used(air, stage.Kept.Contents) } };
    }

    /// <summary>A viewer's command is done at once, or waits: to be looked at, and for the end of a hush (rule 28). Chat is answered meanwhile.</summary>
    private Turn Commanded(Turn turn, SentCommand sent)
    {
        var (stage, chat) = (turn.Stage, turn.Stage.Kept.Chat);
        if (stage.Show.ChatCommands.FirstOrDefault(one => one.Id == sent.Command) is not { } command || chat.Bars.Has(sent.Message.Ref) || Commanding.WhyNot(command, sent.Message, sent.Message.Text, chat, now) is not null)
        {
            return turn;
        }

        var message = sent.Message with { Text = Cut(sent.Message.Text, command.Longest) };
        var run = chat.Runs.GetValueOrDefault(command.Id) ?? new CommandRun(0, now, []);
        run = run with { Count = run.Count + 1, At = now };
        var used = chat.Used.Count > MostUsed ? chat.Used.RemoveRange(chat.Used.OrderBy(one => one.Value).Take(MostUsed / 2).Select(one => one.Key)) : chat.Used;
        chat = chat with { Runs = chat.Runs.SetItem(command.Id, run), Used = used.SetItem((command.Id, message.Person), now) };
        if (command.Answer.Length > 0 && AnswerOf(command, message, run.Count, stage.Show) is { Length: > 0 } answer)
        {
            chat = chat with { Answers = Answered(chat.Answers, message, answer) };
        }

        turn = turn with { Stage = With(stage, chat) };
        if (command.Act == CommandAct.Answer)
        {
            return turn;
        }

        if (command.Waits <= Duration.Zero && !stage.HoldsAudience)
        {
            return Done(turn, command, message);
        }

        return chat.Ahead.Count >= MostAhead
            ? turn with { Stage = turn.Stage.Told(new TrailLine(now, $"“{command.Name}” by {book.Words.NameOf(message.Name, stage.Show.NeverShow)}: too many commands wait, it was left out", null)) }
            : turn with { Stage = With(turn.Stage, chat with { Ahead = chat.Ahead.Add(new CommandAhead(command.Id, message, now + command.Waits)) }) };
    }

    private static ImmutableList<ChatAnswer> Answered(ImmutableList<ChatAnswer> answers, ChatMessage to, string text)
    {
        var all = answers.Add(new ChatAnswer((answers.LastOrDefault()?.No ?? 0) + 1, to, text));
        return all.Count > MostAhead ? all.RemoveAt(0) : all;
    }

    /// <summary>One line, of which nothing is a command of the server's.</summary>
    private string AnswerOf(ChatCommand command, ChatMessage message, long count, Show show)
    {
        var said = AlertEvent.Told([("name", message.Name), ("words", message.Text), ("count", count.ToString(System.Globalization.CultureInfo.InvariantCulture))]);
        var words = Placeholders.Fill(command.Answer, FeedsNow.None with { Also = ImmutableDictionary<FeedId, Func<FeedNow>>.Empty.Add(new(AlertEvent.Word), () => said) }) ?? "";
        return book.Words.Covered(Text.Words.Clean(words, Templates.FieldKind.Text).Trim(), show.NeverShow);
    }

    /// <summary>What a command does on air. What comes by itself never sends away what a hand has lit (rule 14).</summary>
    private Turn Done(Turn turn, ChatCommand command, ChatMessage message)
    {
        var (stage, chat) = (turn.Stage, turn.Stage.Kept.Chat);
        var graphic = command.Graphic is { } id ? stage.Show.Graphic(id) : null;
        switch (command.Act)
        {
            case CommandAct.Collect:
                var run = chat.Runs.GetValueOrDefault(command.Id) ?? new CommandRun(1, now, []);
                var lines = run.Lines.Add(message with { At = now });
                run = run with { Lines = lines.Count > ChatCommand.MostLines ? lines.RemoveAt(0) : lines };
                return turn with { Stage = With(stage, chat with { Runs = chat.Runs.SetItem(command.Id, run) }) };
            case CommandAct.Light when graphic is not null:
                return IsFree(stage.Air, graphic.Seat)
                    ? DoAll(turn, [new Light(graphic.Id, Origin: Origin.Automatic) { ByAudience = true }])
                    : turn with { Stage = stage.Told(new TrailLine(now, $"“{command.Name}” did not light {graphic.Name}: its place is taken", graphic.Id)) };
            case CommandAct.Step when graphic is not null:
                return DoAll(turn, [new StepCard(graphic.Id, 1)]);
            case CommandAct.Timer when command.Timer is { } timer:
                return DoAll(turn, [new SetTimer(new TimerSetting(timer, TimerAct.Start), Origin.Automatic)]);
            case CommandAct.Count when graphic is not null && shelf.Find(stage.Show, graphic.Template)?.Template is { } template:
                try
                {
                    var step = new PressCount(new CommandId($"chat {message.No}"), graphic.Id, command.Field);
                    var counted = Count(stage, Counts.Step(stage.Kept.Chosen(graphic), template, step), step, template);
                    return counted.After(turn) with { Reply = turn.Reply };
                }
                catch (RefusedException refused)
                {
                    return turn with { Stage = stage.Told(new TrailLine(now, $"“{command.Name}” did not count: {refused.Refusal.Title}", graphic.Id)) };
                }

            default:
                return turn;
        }
    }

    /// <summary>The hush is over, and what waited in it is not wanted (rule 28).</summary>
    private static Stage WithoutAhead(Stage stage) => With(stage, stage.Kept.Chat with { Ahead = [] });

    private static bool IsFree(AirState air, SeatId seat) => air.HolderOf(seat) is null or { Origin: Origin.Automatic } && air.Asides.TrueForAll(aside => aside.What.Seat != seat || aside.What.Origin != Origin.Person);

    /// <summary>A hand does something with a message.</summary>
    private Turn Message(Stage stage, MessageInput input)
    {
        var chat = stage.Kept.Chat;
        if (chat.Bars.Has(input.Message.Ref))
        {
            throw RefusedException.Conflict("This message was taken back in chat.");
        }

        return Once(stage, input.Id, () => input.Act == MessageAct.Show ? Show(stage, input.Message) : Turn.Nothing(With(stage, chat with { Queue = Queued(chat.Queue.Chosen(input.Message, now)) })));
    }

    private static ChatQueue Queued(ChatQueue queue) => queue.Waiting.Count <= ChatQueue.Most ? queue : throw RefusedException.Conflict($"{ChatQueue.Most} messages wait already. Take some out of the queue first.");

    /// <summary>The message that a press of its graphic shows: the next one; null = it is about something else, or none waits.</summary>
    private static ChatMessage? MessageFor(Stage stage, Press press) =>
        press switch
        {
            PressLight light => light.Graphic,
            PressToggle toggle => toggle.Graphic,
            _ => (GraphicId?)null,
        } is { } graphic
        && graphic == stage.Show.ChatRules.Graphic
        && stage.Air.Of(graphic) is not { Holds: true }
            ? stage.Kept.Chat.Queue.Waiting.FirstOrDefault()?.Message
            : null;

    /// <summary>By hand, at once.</summary>
    private Turn Show(Stage stage, ChatMessage message)
    {
        var graphic = stage.Show.ChatRules.Graphic ?? throw RefusedException.Conflict("No graphic shows messages yet. Choose one on the page Chat.");
        var turn = Do(stage, new Light(graphic) { Said = ShownMessage.Of(message, stage.Show.ChatRules) }, by: "choosing a message");
        return turn.Reply.Refusal is null ? turn with { Stage = With(turn.Stage, turn.Stage.Kept.Chat with { Queue = turn.Stage.Kept.Chat.Queue.Taken(message) }) } : turn;
    }

    private Turn Press(Stage stage, PressChat press)
    {
        var (chat, queue) = (stage.Kept.Chat, stage.Kept.Chat.Queue);
        QueuedMessage Meant() => (press.No is { } no ? queue.Find(no) : queue.Waiting.FirstOrDefault()) ?? throw RefusedException.Conflict(press.No is null ? "No message waits to be shown." : "This message does not wait any more.");
        switch (press.Act)
        {
            case ChatAct.Show:
                return Show(stage, Meant().Message);
            case ChatAct.TakeOff:
                var shown = stage.Air.Airings.FirstOrDefault(one => one is { Holds: true, Said.Message: not null }) ?? throw RefusedException.Conflict("No message is on air.");
                return Do(stage, new Darken(shown.Graphic), by: press.Told);
            case ChatAct.Drop:
                return Turn.Nothing(With(stage, chat with { Queue = queue.Dropped(Meant().Message.No) }));
            case ChatAct.Pin or ChatAct.Unpin:
                return Turn.Nothing(With(stage, chat with { Queue = queue.Pinned(Meant().Message.No, press.Act == ChatAct.Pin) }));
            case ChatAct.Move:
                return Turn.Nothing(With(stage, chat with { Queue = queue.Moved(Meant().Message.No, press.Place ?? 0) }));
            case ChatAct.Clear:
                return Turn.Nothing(With(stage, chat with { Queue = queue with { Waiting = queue.Waiting.RemoveAll(one => !one.IsPinned) } }));
            case ChatAct.DropCommand:
                return Turn.Nothing(With(stage, chat with { Ahead = press.No is { } which ? chat.Ahead.RemoveAll(one => one.Message.No == which) : chat.Ahead.IsEmpty ? chat.Ahead : chat.Ahead.RemoveAt(0) }));
            default:
                // What commands have collected goes, too: tickers and fields fall back.
                return Turn.Nothing(With(stage, chat with { Runs = chat.Runs.ToImmutableDictionary(one => one.Key, one => one.Value with { Lines = [] }) }));
        }
    }

    /// <summary>All that the audience sent leaves, and waits from now on (rule 38); figures and votes stay.</summary>
    private Turn ClearAudience(Stage stage, PressClearAudience press)
    {
        var turn = Do(stage, new ClearAudience(), press.Id, press.Told);
        var chat = turn.Stage.Kept.Chat;
        return turn with { Stage = With(turn.Stage, chat with { HeldSince = chat.HeldSince ?? now, Ahead = [], Runs = chat.Runs.ToImmutableDictionary(one => one.Key, one => one.Value with { Lines = [] }) }) };
    }

    /// <summary>It comes again: alerts, too.</summary>
    private Turn LetAudience(Stage stage, PressLetAudience press)
    {
        var turn = Do(stage, new SetAlerts(AlertAct.GoOn), press.Id, press.Told);
        return turn with { Stage = With(turn.Stage, turn.Stage.Kept.Chat with { HeldSince = null }) };
    }

    private Turn Press(Stage stage, PressVote press)
    {
        var vote = stage.Show.Vote(press.Vote) ?? throw RefusedException.NotFound("vote");
        var chat = stage.Kept.Chat;
        var run = chat.Votes.GetValueOrDefault(vote.Id);
        switch (press.Act)
        {
            case VoteAct.Open when run is null or { Closed: not null }:
            case VoteAct.Again:
                var fresh = new VoteRun((run?.No ?? 0) + 1, now, now + vote.Length + (vote.Length is null ? Duration.Zero : stage.Show.ChatRules.ViewerDelay), null, [.. vote.Options.Select(_ => 0L)]);
                return Noted(With(stage, chat with { Votes = chat.Votes.SetItem(vote.Id, fresh) }), $"Vote “{vote.Question}” opened");
            case VoteAct.Close when run is { Closed: null }:
                return Closed(stage, vote, run);
            case VoteAct.Forget when run is not null:
                return Turn.Nothing(With(stage, chat with { Votes = chat.Votes.Remove(vote.Id) }));
            default:
                return Turn.Nothing(stage);
        }
    }

    private Turn Closed(Stage stage, Vote vote, VoteRun run)
    {
        var counted = vote.Feed is null ? run : run with { Counts = FeedVotes.Of(vote, stage.Kept) };
        var closed = counted with { Closed = now };
        return Noted(With(stage, stage.Kept.Chat with { Votes = stage.Kept.Chat.Votes.SetItem(vote.Id, closed) }), VoteResult.InWords(vote, closed));
    }

    /// <summary>Told in the trail, and in the log.</summary>
    private Turn Noted(Stage stage, string what)
    {
        var happening = new Happening(now, HappeningKind.Chat, null, Origin.Person, What: what);
        return new Turn(stage.Told(new TrailLine(now, what, null)), [happening], Reply.Done);
    }

    /// <summary>Whose votes they were, who is to be thanked, whom an alert tells of: nobody by name.</summary>
    private static Turn Forget(Stage stage, ForgetInput input)
    {
        AlertEvent Nameless(AlertEvent said) => said.Name == input.Name || said.Names.Contains(input.Name) ? said with { Name = said.Name == input.Name ? "" : said.Name, Names = said.Names.ConvertAll(name => name == input.Name ? "" : name), Words = "" } : said;
        var (kept, chat) = (stage.Kept, stage.Kept.Chat);
        var air = kept.Air with { Alerts = kept.Air.Alerts.ConvertAll(one => one.Said is { } said ? one with { Said = Nameless(said) } : one), LastAlert = kept.Air.LastAlert is { Said: { } last } shown ? shown with { Said = Nameless(last) } : kept.Air.LastAlert };
        return Turn.Nothing(stage with
        {
            Kept = kept with
            {
                Air = air,
                Thanks = new ThanksList(kept.Thanks.All.ConvertAll(one => one with { Said = Nameless(one.Said) })),
                Chat = chat with { Votes = chat.Votes.ToImmutableDictionary(one => one.Key, one => one.Value.Without(input.Person)) },
            },
        });
    }

    /// <summary>When a message has left the air: the next one keeps its distance.</summary>
    private Stage Recalled(Stage before, Stage stage)
    {
        bool IsUp(Stage one) => one.Air.Airings.Any(airing => airing is { Holds: true, Said.Message: not null });
        return before.Air.Airings != stage.Air.Airings && IsUp(before) && !IsUp(stage) ? With(stage, stage.Kept.Chat with { LastAt = now }) : stage;
    }

    /// <summary>Without the lines that have been shown long enough, and without bars of what is long forgotten.</summary>
    private ChatState Passed(Stage stage)
    {
        var chat = stage.Kept.Chat;
        var old = chat.Runs.Where(one => one.Value.Lines.Exists(line => line.At + ChatCommand.LinesLive <= now)).ToList();
        chat = old.Count == 0 ? chat : chat with { Runs = chat.Runs.SetItems(old.Select(one => KeyValuePair.Create(one.Key, one.Value with { Lines = one.Value.Lines.RemoveAll(line => line.At + ChatCommand.LinesLive <= now) }))) };
        var gone = chat.Runs.Keys.Where(id => stage.Show.ChatCommands.All(one => one.Id != id)).ToList();
        chat = gone.Count == 0 ? chat : chat with { Runs = chat.Runs.RemoveRange(gone) };
        if (chat.Bars.Messages.IsEmpty && chat.Bars.Persons.IsEmpty)
        {
            return chat;
        }

        var bars = chat.Bars.Without(now, [.. stage.Kept.Contents.Values.Select(one => one.Event?.Message).OfType<MessageRef>()]);
        return ReferenceEquals(bars, chat.Bars) ? chat : chat with { Bars = bars };
    }

    /// <summary>What was written so long ago is kept no more, also where it waits, was shown or is remembered.</summary>
    private Stage Erased(Stage stage)
    {
        var queue = stage.Kept.Chat.Queue;
        bool IsOld(ChatMessage message) => message.At + ChatMessage.Kept <= now;
        if (!queue.Shown.Exists(IsOld) && !queue.Waiting.Exists(one => IsOld(one.Message)))
        {
            return stage;
        }

        var old = queue.Shown.Concat(queue.Waiting.Select(one => one.Message)).Where(IsOld).Select(one => one.No).ToHashSet();
        var left = queue with { Shown = queue.Shown.RemoveAll(IsOld), Waiting = queue.Waiting.RemoveAll(one => IsOld(one.Message)) };
        return Remembering(With(stage, stage.Kept.Chat with { Queue = left }), message => old.Contains(message.No));
    }

    private Turn NextMessage(Turn turn)
    {
        var (stage, chat, rules) = (turn.Stage, turn.Stage.Kept.Chat, turn.Stage.Show.ChatRules);
        if (stage.HoldsAudience || rules.Graphic is not { } id || stage.Show.Graphic(id) is not { } graphic)
        {
            return turn;
        }

        if (rules is { ByItself: true, GoesRound: true } && chat.Queue is { Waiting.IsEmpty: true, Shown: [var first, ..] })
        {
            // What was shown longest ago comes again.
            chat = chat with { Queue = chat.Queue with { Waiting = [new QueuedMessage(first, now, ByHand: true)] } };
            stage = With(stage, chat);
            turn = turn with { Stage = stage };
        }

        if (!(chat.NextAt(rules) <= now) || stage.Air.Of(id) is { Holds: true } || stage.Air.AsideOf(id) is not null || !IsFree(stage.Air, graphic.Seat) || stage.Air.HolderOf(graphic.Seat) is { Said.Message: not null })
        {
            return turn;
        }

        var next = chat.Queue.Waiting[0].Message;
        var lit = DoAll(turn, [new Light(id, Origin: Origin.Automatic) { Said = ShownMessage.Of(next, rules) }]);
        var taken = lit.Stage.Kept.Chat with { LastAt = now };
        // Where it could not be, it is left out: the next one has its turn.
        return lit with { Stage = With(lit.Stage, lit.Stage.Air.Of(id) is { Holds: true } ? taken with { Queue = taken.Queue.Taken(next) } : taken with { Queue = taken.Queue.Dropped(next.No) }) };
    }

    /// <summary>When to look at chat again; null = nothing comes by itself.</summary>
    internal static Instant? NextChat(Stage stage)
    {
        var (chat, rules) = (stage.Kept.Chat, stage.Show.ChatRules);
        if (ReferenceEquals(chat, ChatState.None))
        {
            return null;
        }

        var dues = chat.Votes.Values.Where(run => run.Closed is null).Select(run => run.Closes)
            .Concat(chat.Runs.Values.Where(run => !run.Lines.IsEmpty).Select(run => (Instant?)(run.Lines[0].At + ChatCommand.LinesLive)));
        if (!stage.HoldsAudience)
        {
            dues = dues.Concat(chat.Ahead.Select(one => (Instant?)one.At)).Append(chat.NextAt(rules));
        }

        // What has its turn and not its seat waits for what happens there.
        return dues.Where(at => at > stage.Air.Now).Min();
    }

    private static string Cut(string text, int most) =>
        text.Length <= most ? text : text[..System.Globalization.StringInfo.ParseCombiningCharacters(text).TakeWhile(at => at < most).LastOrDefault()].TrimEnd() + "…";
}
