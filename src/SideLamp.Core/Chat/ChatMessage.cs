using System.Text.Json.Serialization;
using NodaTime;
using SideLamp.Core.Events;

namespace SideLamp.Core.Chat;

/// <summary>What somebody may do, from the least: each includes those before it.</summary>
public enum ChatRole
{
    Viewer,
    Member,
    Moderator,
    Owner,
}

/// <summary>What a viewer wrote.</summary>
/// <param name="No">In which order it arrived, from 1; 0 = it has not been given its number.</param>
/// <param name="Key">Which one: no two have the same.</param>
/// <param name="Person">Who: the account, else the name and host at first sight.</param>
/// <param name="Nick">What the server calls the person, folded (<see cref="IrcNames"/>): takings-back name them so.</param>
/// <param name="Name">As it may be shown.</param>
/// <param name="Text">One line, cleaned.</param>
public sealed record ChatMessage(long No, EventKey Key, string Person, string Nick, string Name, ChatRole Role, string Text, Instant At)
{
    /// <summary>Where it was written; empty = the sender told of none.</summary>
    public string Channel { get; init; } = "";

    /// <summary>The address of the person's picture (<see cref="PictureAddress"/>); empty = none was told.</summary>
    public string Picture { get; init; } = "";

    /// <summary>What viewers wrote is erased after so long.</summary>
    public static readonly Duration Kept = Duration.FromDays(14);

    public const int LongestText = 500;
    public const int LongestName = 60;

    [JsonIgnore]
    public MessageRef Ref => new(Key, Person, No);

    /// <summary>The first letter, for a picture of somebody who has none.</summary>
    public static string InitialOf(string name) => System.Globalization.StringInfo.GetNextTextElement(name.TrimStart('@', '_', ' ') is { Length: > 0 } plain ? plain : "?").ToUpperInvariant();
}
