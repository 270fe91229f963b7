using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Events;

namespace SideLamp.Core.Chat;

/// <summary>A message that waits to be shown.</summary>
/// <param name="Since">When it joined.</param>
/// <param name="IsPinned">Whether it stays in the queue when it has been shown.</param>
/// <param name="ByHand">Whether a hand chose it: it does not wait to be looked at.</param>
public sealed record QueuedMessage(ChatMessage Message, Instant Since, bool IsPinned = false, bool ByHand = false);

/// <summary>The messages that wait, the next one first, and those that were shown.</summary>
public sealed record ChatQueue(ImmutableList<QueuedMessage> Waiting, ImmutableList<ChatMessage> Shown)
{
    /// <summary>Of those that come by themselves older ones go; a hand is told.</summary>
    public const int Most = 100;

    private const int MostShown = 100;

    public static ChatQueue Empty { get; } = new([], []);

    public QueuedMessage? Find(long no) => Waiting.Find(one => one.Message.No == no);

    /// <summary>With messages that a filter let through: those of longest ago that no hand chose make room.</summary>
    public ChatQueue With(IEnumerable<ChatMessage> news, Instant now)
    {
        var all = Waiting.AddRange(news.Where(one => Find(one.No) is null).Select(one => new QueuedMessage(one, now)));
        var over = all.Count - Most;
        return over <= 0 ? this with { Waiting = all } : this with { Waiting = all.RemoveRange(all.Where(one => one is { IsPinned: false, ByHand: false }).Take(over)) };
    }

    /// <summary>By hand, behind those that hands chose before.</summary>
    public ChatQueue Chosen(ChatMessage message, Instant now)
    {
        var rest = Waiting.RemoveAll(one => one.Message.No == message.No);
        return this with { Waiting = rest.Insert(rest.FindLastIndex(one => one.ByHand) + 1, new QueuedMessage(message, now, Find(message.No)?.IsPinned ?? false, ByHand: true)) };
    }

    public ChatQueue Pinned(long no, bool isPinned) => Find(no) is { } one ? this with { Waiting = Waiting.Replace(one, one with { IsPinned = isPinned }) } : this;

    /// <param name="place">From 0.</param>
    public ChatQueue Moved(long no, int place) =>
        Find(no) is { } one ? this with { Waiting = Waiting.Remove(one) is var rest ? rest.Insert(Math.Clamp(place, 0, rest.Count), one with { ByHand = true }) : Waiting } : this;

    public ChatQueue Dropped(long no) => this with { Waiting = Waiting.RemoveAll(one => one.Message.No == no) };

    /// <summary>It is on air: what is pinned goes to the end of the queue, all else leaves it.</summary>
    public ChatQueue Taken(ChatMessage message)
    {
        var shown = Shown.RemoveAll(one => one.No == message.No).Add(message);
        var rest = Dropped(message.No);
        return rest with { Waiting = Find(message.No) is { IsPinned: true } pinned ? rest.Waiting.Add(pinned with { ByHand = false }) : rest.Waiting, Shown = shown.Count > MostShown ? shown.RemoveAt(0) : shown };
    }

    /// <summary>Without what was taken back.</summary>
    public ChatQueue Without(Bars bars)
    {
        bool IsGone(ChatMessage message) => bars.Has(message.Ref);
        return Waiting.Exists(one => IsGone(one.Message)) || Shown.Exists(IsGone) ? new ChatQueue(Waiting.RemoveAll(one => IsGone(one.Message)), Shown.RemoveAll(IsGone)) : this;
    }
}
