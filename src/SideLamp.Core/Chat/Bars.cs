using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Events;

namespace SideLamp.Core.Chat;

/// <summary>Something that is taken back: a message, or all that somebody wrote up to now.</summary>
/// <param name="Key">The message; null = a person is meant.</param>
/// <param name="Person">Who.</param>
/// <param name="UpTo">The number of the last message that arrived before it.</param>
public sealed record TakenBack(EventKey? Key, string Person, long UpTo);

/// <param name="UpTo">What this person wrote up to there is gone.</param>
public sealed record BarredPerson(long UpTo, Instant At);

/// <summary>What was taken back lately, also before it came: none of it is shown, and nothing brings it back (rule 37).</summary>
public sealed record Bars(ImmutableDictionary<EventKey, Instant> Messages, ImmutableDictionary<string, BarredPerson> Persons)
{
    /// <summary>What has not come by then does not come any more.</summary>
    public static readonly Duration Live = Duration.FromMinutes(10);

    /// <summary>Of more of them those of longest ago are forgotten.</summary>
    private const int Most = 20_000;

    public static Bars None { get; } = new(ImmutableDictionary<EventKey, Instant>.Empty, ImmutableDictionary<string, BarredPerson>.Empty);

    public bool Has(MessageRef message) => Messages.ContainsKey(message.Key) || (Persons.TryGetValue(message.Person, out var barred) && message.No <= barred.UpTo);

    public Bars With(IEnumerable<TakenBack> gone, Instant now)
    {
        var (messages, persons) = (Messages.ToBuilder(), Persons.ToBuilder());
        foreach (var one in gone)
        {
            if (one.Key is { } key)
            {
                messages[key] = now;
            }
            else
            {
                persons[one.Person] = new BarredPerson(Math.Max(one.UpTo, persons.GetValueOrDefault(one.Person)?.UpTo ?? 0), now);
            }
        }

        return new Bars(Bounded(messages.ToImmutable(), one => one), Bounded(persons.ToImmutable(), one => one.At));
    }

    /// <summary>Without those that nothing can come of any more.</summary>
    /// <param name="shown">What the air may still have to show.</param>
    public Bars Without(Instant now, IReadOnlyCollection<MessageRef> shown)
    {
        var messages = Messages.Where(one => now - one.Value > Live && shown.All(message => message.Key != one.Key)).Select(one => one.Key).ToList();
        var persons = Persons.Where(one => now - one.Value.At > Live && shown.All(message => message.Person != one.Key)).Select(one => one.Key).ToList();
        return messages.Count + persons.Count == 0 ? this : new Bars(Messages.RemoveRange(messages), Persons.RemoveRange(persons));
    }

    private static ImmutableDictionary<TKey, T> Bounded<TKey, T>(ImmutableDictionary<TKey, T> all, Func<T, Instant> at)
        where TKey : notnull => all.Count <= Most ? all : all.RemoveRange(all.OrderBy(one => at(one.Value)).Take(all.Count - (Most * 9 / 10)).Select(one => one.Key));
}
