using System.Text.RegularExpressions;
using NodaTime;

namespace SideLamp.Core.Chat;

/// <summary>Why a message waits for a hand to let it in.</summary>
public enum HeldBack
{
    No,
    NeverShow,
    Link,
    Role,
    Repeat,
    Long,
}

/// <summary>Which messages may be seen without a hand having let them in. Remembers what came lately; not to be used by two at once.</summary>
/// <param name="isBarred">Whether a text holds a word of the never-show list.</param>
public sealed partial class ChatFilter(Func<string, bool> isBarred)
{
    /// <summary>What was written within this is a repeat.</summary>
    private static readonly Duration Window = Duration.FromSeconds(60);

    /// <summary>The same of so many others is one, too.</summary>
    private const int ManyOthers = 3;

    private const int Most = 4000;
    private readonly Dictionary<string, (Instant At, HashSet<string> Persons)> _lately = [];

    public HeldBack Of(ChatMessage message, ChatRules rules)
    {
        var repeat = IsRepeat(message);
        return isBarred(message.Name) || isBarred(message.Text) ? HeldBack.NeverShow
            : message.Role >= ChatRole.Moderator ? HeldBack.No
            : message.Role < rules.Least ? HeldBack.Role
            : rules.HoldsLinks && ChatText.HasAddress(message.Text) ? HeldBack.Link
            : message.Text.Length > rules.Longest ? HeldBack.Long
            : rules.HoldsRepeats && repeat ? HeldBack.Repeat
            : HeldBack.No;
    }

    /// <summary>Short ones are answers, and come from many.</summary>
    private bool IsRepeat(ChatMessage message)
    {
        var said = ChatText.Plain(message.Text);
        if (said.Length < 8)
        {
            return false;
        }

        if (_lately.Count > Most)
        {
            foreach (var old in _lately.OrderBy(one => one.Value.At).Take(Most / 2).Select(one => one.Key).ToList())
            {
                _lately.Remove(old);
            }
        }

        var known = _lately.TryGetValue(said, out var lately) && message.At - lately.At < Window;
        var persons = known ? lately.Persons : [];
        var isRepeat = persons.Contains(message.Person) || persons.Count >= ManyOthers;
        if (persons.Count < ManyOthers)
        {
            persons.Add(message.Person);
        }

        _lately[said] = (message.At, persons);
        return isRepeat;
    }
}
