using System.Collections.Immutable;
using System.Globalization;
using NodaTime;

namespace SideLamp.Core.Chat;

/// <summary>Which command a message is meant for, and whether it is done.</summary>
public static class Commanding
{
    /// <summary>The first one that it is meant for; null = none.</summary>
    public static (ChatCommand Command, string Words)? Meant(ImmutableArray<ChatCommand> commands, string text)
    {
        foreach (var command in commands)
        {
            if (command.WordsIn(text) is { } words)
            {
                return (command, words);
            }
        }

        return null;
    }

    /// <summary>Why a command is not done, in a sentence; null = it is.</summary>
    public static string? WhyNot(ChatCommand command, ChatMessage message, string words, ChatState state, Instant now)
    {
        if (!command.IsOn)
        {
            return "It is switched off.";
        }

        if (message.Role < command.Least)
        {
            return $"It is for {RoleWord(command.Least)}, and {message.Name} is {RoleWord(message.Role, one: true)}.";
        }

        if (command.Act == CommandAct.Collect && words.Length == 0)
        {
            return "There are no words behind it.";
        }

        if (state.Runs.GetValueOrDefault(command.Id) is { } run && run.At + command.ForAll > now)
        {
            return $"It was used {Ago(now - run.At)}: anybody may use it again after {Seconds(command.ForAll)}.";
        }

        // Whoever keeps order is not held up by it.
        return message.Role < ChatRole.Moderator && state.Used.TryGetValue((command.Id, message.Person), out var last) && last + command.EachPerson > now
            ? $"{message.Name} used it {Ago(now - last)}: the same person may after {Seconds(command.EachPerson)}."
            : null;
    }

    private static string RoleWord(ChatRole role, bool one = false) =>
        role switch
        {
            ChatRole.Owner => "the owner",
            ChatRole.Moderator => one ? "a moderator" : "moderators",
            ChatRole.Member => one ? "a member" : "members",
            _ => one ? "a viewer" : "everybody",
        };

    private static string Ago(Duration since) => $"{Seconds(since)} ago";

    private static string Seconds(Duration length) => $"{Math.Ceiling(length.TotalSeconds).ToString("0", CultureInfo.InvariantCulture)} s";
}
