using NodaTime;
using SideLamp.Core.Airing;
using SideLamp.Core.Chat;
using SideLamp.Core.Feeds;
using SideLamp.Core.Shows;

namespace SideLamp.Core.Loop;

/// <summary>One of several things that have their turn.</summary>
/// <param name="What">In words, for when it cannot be worked out.</param>
/// <param name="Without">The stage where it is not done, and does not come again by itself.</param>
internal sealed record ToDo(string What, Func<Turn, Turn> Run, Func<Stage, Stage> Without);

/// <summary>
/// What has its turn by itself, beside the air: rows, staleness, conditions, what must not be seen, votes, chat. Each is done alone:
/// one that fails is taken out, and said, and everything else goes on, presses most of all (rule 31).
/// </summary>
internal sealed partial class Fold
{
    /// <summary>What fails at each turn is said so often, and not each time.</summary>
    private static readonly Duration SaidAgainAfter = Duration.FromMinutes(1);

    private Turn Alone(Turn turn, ToDo one)
    {
        try
        {
            return one.Run(turn);
        }
        catch (Exception error)
        {
            return turn with { Stage = LeftOut(one.Without(turn.Stage), one.What, now), Faults = turn.Faults.Add($"{one.What}: {error}") };
        }
    }

    /// <summary>Says that something could not be worked out, and was left out.</summary>
    public static Stage LeftOut(Stage stage, string what, Instant now)
    {
        if (stage.LeftOut.TryGetValue(what, out var said) && now - said < SaidAgainAfter)
        {
            return stage;
        }

        var known = stage.LeftOut.RemoveRange(stage.LeftOut.Where(one => now - one.Value >= SaidAgainAfter).Select(one => one.Key));
        return (stage with { LeftOut = known.SetItem(what, now) }).Told(new TrailLine(now, $"{what} could not be worked out, and was left out", null));
    }

    /// <param name="before">As it was when this turn began.</param>
    private Turn ByItself(Stage before, Turn turn)
    {
        Func<Stage, IEnumerable<ToDo>>[] subjects = [Rows, Stale, OfConditions, MustGo, GoingDark, stage => OfChat(before, stage), Commands, OfMessages];
        return subjects.Aggregate(turn, (so, subject) => Alone(so, new ToDo("Something that comes by itself", all => subject(all.Stage).Aggregate(all, Alone), Stays)));
    }

    private static Stage Stays(Stage stage) => stage;

    private static Func<Turn, Turn> On(Func<Stage, Stage> act) => turn => turn with { Stage = act(turn.Stage) };

    private IEnumerable<ToDo> Rows(Stage stage) =>
        stage
            .Show.Feeds.Where(feed => feed.Row is not null || stage.Choices.Stands.ContainsKey(feed.Id))
            .Select(feed => new ToDo($"The next row of “{feed.Name}”", On(so => RowSteps.Told(so, feed, now)), so => RowSteps.Held(so, feed.Id)))
            .Append(new ToDo("A feed’s row", On(RowSteps.WithoutGone), Stays));

    private IEnumerable<ToDo> Stale(Stage stage) => [new ToDo("Which feeds are stale", On(so => Staleness.Told(so, now)), Stays)];

    private IEnumerable<ToDo> OfConditions(Stage stage) =>
        stage
            .Show.Graphics.Where(graphic => graphic.While is not null)
            .Select(graphic => new ToDo($"What {graphic.Name} is lit for", turn => Conditions.News(turn.Stage, graphic) is { } news ? DoAll(turn, [news]) : turn, Stays))
            .Prepend(new ToDo("What graphics are lit for", turn => DoAll(turn, Conditions.Over(turn.Stage).ToList()), Stays));

    /// <summary>What must not be seen goes at once; so does what is not known to be allowed (rule 37).</summary>
    private IEnumerable<ToDo> MustGo(Stage stage) =>
        stage.Air.Airings
            .Where(airing => airing.Holds || airing.Leg?.End > now + Lighting.Within)
            .Select(airing => new ToDo(
                $"Whether {NameIn(stage, airing.Graphic)} may be seen",
                turn => turn.Stage.Kept.Contents.GetValueOrDefault(airing.Content) is { } content && book.Words.BarOf(content, turn.Stage.Kept) is not null ? DoAll(turn, [new Revoke(airing.Graphic)]) : turn,
                so => Without(so, new Revoke(airing.Graphic))
            ));

    /// <summary>What is dark for a stale feed is lit again by hand, and by nothing else.</summary>
    private IEnumerable<ToDo> GoingDark(Stage stage) =>
        Staleness
            .Due(stage, now)
            .ToList()
            .Select(one => new ToDo(
                $"That {NameIn(stage, one.Graphic)} goes dark",
                turn =>
                {
                    var why = $"{NameIn(turn.Stage, one.Graphic)} goes dark: its feed “{turn.Stage.Show.Feed(one.Feed)?.Name}” is stale";
                    return DoAll(On(so => WentDark(so, one.Graphic, one.Feed).Told(new TrailLine(now, why, one.Graphic)))(turn), [new Darken(one.Graphic, Origin.Automatic)]);
                },
                so => WentDark(so, one.Graphic, one.Feed)
            ));

    private static Stage WentDark(Stage stage, GraphicId graphic, FeedId feed) => stage with { WentDark = stage.WentDark.SetItem(graphic, stage.Kept.Stale[feed]) };

    /// <summary>Votes close and count, lines pass, what is old is forgotten.</summary>
    private IEnumerable<ToDo> OfChat(Stage before, Stage stage)
    {
        yield return new ToDo("The distance to the next message", On(so => Recalled(before, so)), Stays);
        foreach (var (id, run) in stage.Kept.Chat.Votes.Where(one => one.Value.Closed is null))
        {
            var vote = stage.Show.Vote(id);
            var name = $"The vote “{vote?.Question}”";
            if (run.Closes <= now)
            {
                yield return new ToDo(name, turn => vote is null ? On(so => WithVote(so, id, null))(turn) : Closed(turn.Stage, vote, turn.Stage.Kept.Chat.Votes[id]).After(turn) with { Reply = turn.Reply }, so => WithVote(so, id, run with { Closed = now }));
            }
            else if (vote is { Feed: { } feed } && IsOther(before, stage, vote, feed))
            {
                // A form's rows are counted as they stand, once a reading.
                yield return new ToDo(name, On(so => WithVote(so, id, so.Kept.Chat.Votes[id] with { Counts = FeedVotes.Of(vote, so.Kept) })), Stays);
            }
        }

        if (!ReferenceEquals(stage.Kept.Chat, ChatState.None))
        {
            yield return new ToDo("What was written long ago", On(so => Erased(With(so, Passed(so)))), Stays);
        }
    }

    /// <summary>Whether what a feed's vote counts is another than before this turn.</summary>
    private static bool IsOther(Stage before, Stage stage, Vote vote, FeedId feed) =>
        before.Show.Vote(vote.Id) != vote
        || !ReferenceEquals(before.Values.GetValueOrDefault(feed), stage.Values.GetValueOrDefault(feed))
        || before.Kept.Chat.Votes.GetValueOrDefault(vote.Id)?.No != stage.Kept.Chat.Votes[vote.Id].No;

    private static Stage WithVote(Stage stage, VoteId id, VoteRun? run) =>
        With(stage, stage.Kept.Chat with { Votes = run is null ? stage.Kept.Chat.Votes.Remove(id) : stage.Kept.Chat.Votes.SetItem(id, run) });

    /// <summary>Viewers' commands whose time has come.</summary>
    private IEnumerable<ToDo> Commands(Stage stage)
    {
        Stage Gone(Stage so, CommandAhead due) => With(so, so.Kept.Chat with { Ahead = so.Kept.Chat.Ahead.Remove(due) });
        return stage.HoldsAudience
            ? []
            : stage
                .Kept.Chat.Ahead.Where(one => one.At <= now)
                .Select(due => new ToDo(
                    "A viewer’s command",
                    turn => On(so => Gone(so, due))(turn) is var taken && taken.Stage.Show.ChatCommands.FirstOrDefault(one => one.Id == due.Command) is { IsOn: true } command ? Done(taken, command, due.Message) : taken,
                    so => Gone(so, due)
                ));
    }

    private IEnumerable<ToDo> OfMessages(Stage stage) =>
        [
            new ToDo(
                "The next message",
                NextMessage,
                so => so.Kept.Chat.Queue.Waiting is [var first, ..] ? With(so, so.Kept.Chat with { LastAt = now, Queue = so.Kept.Chat.Queue.Dropped(first.Message.No) }) : so
            ),
        ];
}
