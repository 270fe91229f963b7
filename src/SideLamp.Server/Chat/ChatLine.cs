using NodaTime;
using SideLamp.Core.Chat;

namespace SideLamp.Server.Chat;

/// <summary>A message in the list of what came in.</summary>
/// <param name="Rev">Rises whenever something becomes of any message: pages ask for what is later than what they have.</param>
/// <param name="Held">Why it waits for a hand to let it in.</param>
internal sealed record ChatLine(ChatMessage Message, long Rev, HeldBack Held)
{
    public bool IsQuestion { get; init; }

    /// <summary>Whether it was taken back: its words are forgotten.</summary>
    public bool IsGone { get; init; }

    public bool IsShown { get; init; }
}

/// <summary>Which messages are listed.</summary>
internal enum ChatList
{
    Everything,
    Questions,
    Held,
    Shown,
}

/// <summary>A message as our pages show it: words of the never-show list are covered, for the streamer may share the screen.</summary>
/// <param name="Rev">Of two states of the same message the larger is the later one.</param>
/// <param name="Initial">Of the name, in place of a picture.</param>
/// <param name="Text">Empty where it is gone.</param>
public sealed record ChatLineView(long No, long Rev, Instant At, string Name, string Initial, ChatRole Role, string Text, string Channel, HeldBack Held, bool IsQuestion, bool IsGone, bool IsShown);

/// <summary>What has become of messages since a page asked last.</summary>
/// <param name="Rev">To be asked with next time.</param>
/// <param name="IsAnew">Whether the page drops what it has: too much has happened since.</param>
/// <param name="Lines">In the order of their numbers.</param>
public sealed record ChatLines(long Rev, bool IsAnew, IReadOnlyList<ChatLineView> Lines);
