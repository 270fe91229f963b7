using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Events;

namespace SideLamp.Core.Chat;

/// <summary>A message that was taken back, and when.</summary>
public sealed record KeptBar(EventKey Key, Instant At);

/// <summary>Somebody who was removed.</summary>
public sealed record KeptBarred(string Person, long UpTo, Instant At);

/// <summary>A command's doings.</summary>
public sealed record KeptCommandRun(ChatCommandId Command, CommandRun Run);

/// <summary>A vote that is open, or was, without its papers.</summary>
public sealed record KeptVote(VoteId Vote, VoteRun Run);

/// <summary>The messages that wait, and those that were shown.</summary>
public sealed record KeptQueue(ImmutableArray<QueuedMessage> Waiting, ImmutableArray<ChatMessage> Shown)
{
    public static KeptQueue Of(ChatQueue queue) => new([.. queue.Waiting], [.. queue.Shown]);

    public ChatQueue State() => new([.. Waiting], [.. Shown]);
}

/// <summary>What was taken back.</summary>
public sealed record KeptBars(ImmutableArray<KeptBar> Messages, ImmutableArray<KeptBarred> Persons)
{
    public static KeptBars Of(Bars bars) => new([.. bars.Messages.Select(one => new KeptBar(one.Key, one.Value))], [.. bars.Persons.Select(one => new KeptBarred(one.Key, one.Value.UpTo, one.Value.At))]);

    public Bars State() => new(Messages.ToImmutableDictionary(one => one.Key, one => one.At), Persons.ToImmutableDictionary(one => one.Person, one => new BarredPerson(one.UpTo, one.At)));
}

/// <summary>What else is kept of <see cref="ChatState"/>, in lists. Papers of votes are kept row by row.</summary>
public sealed record KeptChat(Instant? HeldSince, Instant? LastAt, ImmutableArray<KeptCommandRun> Runs, ImmutableArray<CommandAhead> Ahead, ImmutableArray<KeptVote> Votes)
{
    public static KeptChat Of(ChatState chat) =>
        new(chat.HeldSince, chat.LastAt, [.. chat.Runs.Select(one => new KeptCommandRun(one.Key, one.Value))], [.. chat.Ahead], [.. chat.Votes.Select(one => new KeptVote(one.Key, one.Value))]);

    /// <summary>Whether both are kept alike.</summary>
    public static bool IsSame(ChatState one, ChatState other) =>
        (one.HeldSince, one.LastAt) == (other.HeldSince, other.LastAt) && ReferenceEquals(one.Runs, other.Runs) && ReferenceEquals(one.Ahead, other.Ahead) && ReferenceEquals(one.Votes, other.Votes);

    /// <param name="papers">Of the votes, by vote and run, in their order.</param>
    public ChatState State(ILookup<(VoteId Vote, long Run), Paper> papers) =>
        new()
        {
            HeldSince = HeldSince,
            LastAt = LastAt,
            Runs = Runs.ToImmutableDictionary(one => one.Command, one => one.Run),
            Ahead = [.. Ahead],
            Votes = Votes.ToImmutableDictionary(one => one.Vote, one => Counted(one.Run, papers[(one.Vote, one.Run.No)])),
        };

    /// <summary>Its papers say what it counts; of a form's votes there are none.</summary>
    private static VoteRun Counted(VoteRun run, IEnumerable<Paper> papers) =>
        papers.ToList() is { Count: > 0 } all ? all.Aggregate(run with { Counts = [.. run.Counts.Select(_ => 0L)] }, (so, paper) => so.With(paper, mayChange: true)) : run;
}
