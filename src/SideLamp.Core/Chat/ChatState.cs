using System.Collections.Immutable;
using System.Text.Json.Serialization;
using NodaTime;
using SideLamp.Core.Events;

namespace SideLamp.Core.Chat;

/// <summary>All of chat that the show goes by. What was written otherwise is no part of it.</summary>
public sealed record ChatState
{
    public static ChatState None { get; } = new();

    public ChatQueue Queue { get; init; } = ChatQueue.Empty;

    /// <summary>What was taken back.</summary>
    public Bars Bars { get; init; } = Bars.None;

    /// <summary>Since when nothing of the audience comes by itself, for a hand wants it so (rule 38); null = it may come.</summary>
    public Instant? HeldSince { get; init; }

    /// <summary>When the last message left the air, or had its turn and could not have it.</summary>
    public Instant? LastAt { get; init; }

    /// <summary>What commands have made.</summary>
    public ImmutableDictionary<ChatCommandId, CommandRun> Runs { get; init; } = ImmutableDictionary<ChatCommandId, CommandRun>.Empty;

    /// <summary>What commands will do when it has been looked at.</summary>
    public ImmutableList<CommandAhead> Ahead { get; init; } = [];

    /// <summary>How the votes stand.</summary>
    public ImmutableDictionary<VoteId, VoteRun> Votes { get; init; } = ImmutableDictionary<VoteId, VoteRun>.Empty;

    /// <summary>What is to be said in chat, the newest last. Forgotten with the server.</summary>
    [JsonIgnore]
    public ImmutableList<ChatAnswer> Answers { get; init; } = [];

    /// <summary>Who has used which command when. Forgotten with the server.</summary>
    [JsonIgnore]
    public ImmutableDictionary<(ChatCommandId Command, string Person), Instant> Used { get; init; } = ImmutableDictionary<(ChatCommandId Command, string Person), Instant>.Empty;

    /// <summary>Messages that come by themselves are looked at for so long first.</summary>
    public static readonly Duration LookedAt = Duration.FromSeconds(5);

    /// <summary>When the next message may come by itself; null = none waits, or none may.</summary>
    public Instant? NextAt(ChatRules rules) =>
        HeldSince is null && rules is { ByItself: true, Graphic: not null } && Queue.Waiting is [var next, ..]
            ? Instant.Max(next.ByHand ? next.Since : next.Since + LookedAt, LastAt is { } last ? last + rules.Gap : next.Since)
            : null;
}

/// <summary>What Side Lamp says in chat.</summary>
/// <param name="No">Rises from answer to answer.</param>
/// <param name="To">The message that it answers: it is said where that was written.</param>
public sealed record ChatAnswer(long No, ChatMessage To, string Text);
