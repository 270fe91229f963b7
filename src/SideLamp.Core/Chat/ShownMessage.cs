using SideLamp.Core.Events;

namespace SideLamp.Core.Chat;

/// <summary>A message as a graphic shows it: <c>{{ event.name }}</c> and <c>{{ event.words }}</c>, as alerts do.</summary>
public static class ShownMessage
{
    /// <summary>Of events; no sender's word.</summary>
    public const string Kind = "message";

    public static AlertEvent Of(ChatMessage message, ChatRules rules) => new(Kind, message.Name, ChatText.Shown(message.Text, rules), "", "", 1) { Message = message.Ref, Picture = rules.Pictures ? message.Picture : "" };

    /// <summary>To look at; the name is made up.</summary>
    public static AlertEvent Sample { get; } = new(Kind, "brackenedge", "Why a white cloth and not the wall of the shed?", "", "", 1) { IsTest = true };
}
