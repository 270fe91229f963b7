using System.Collections.Immutable;
using Json.Pointer;
using SideLamp.Core.Feeds;

namespace SideLamp.Core.Events;

/// <summary>How events are read out of what a program sends whose JSON has a shape of its own.</summary>
/// <param name="Id">In the address that it sends to. Ids of its events are told apart from those of others by it.</param>
/// <param name="Each">What leads to the list of events, as a JSON Pointer; empty = all of what was sent, which is one event or a list of them. Source: RFC 6901.</param>
/// <param name="Takes">
/// What an event has (<see cref="Parts"/>), and where it comes from: a JSON Pointer from the event, such as <c>/user/name</c>; words with placeholders, in which <c>it</c> is the event and
/// <c>all</c> what was sent; or just words. What comes to nothing is left out, and so is the event without a type.
/// </param>
public sealed record Adapter(AdapterId Id, string Name, string Each, ImmutableDictionary<string, string> Takes)
{
    public const string Type = "type";
    public const string Key = "id";
    public const string Time = "time";

    /// <summary>What stands beside the data of an event.</summary>
    public static readonly ImmutableArray<string> Attributes = [Type, Key, Time];

    /// <summary>All that an event may have, as `docs/events.md` tells it.</summary>
    public static readonly ImmutableArray<string> Parts = [.. Attributes, "name", "person", "words", "amount", "currency", "count", "months", "tier", "title", "gift", "event"];

    public const int Most = 40;
    private const int Longest = 1000;

    public IEnumerable<Fault> Faults()
    {
        if (Id.Value.Length is 0 or > 40 || !Id.Value.All(letter => char.IsAsciiLetterLower(letter) || char.IsAsciiDigit(letter) || letter == '-'))
        {
            yield return new Fault("/id", "The address ends on a word of small letters, digits and hyphens, up to 40.");
        }

        if (Names.FaultIn(Name, thing: "the adapter") is { } unnamed)
        {
            yield return unnamed;
        }

        if (!JsonPointer.TryParse(Each, out _))
        {
            yield return new Fault("/each", "This is not a JSON Pointer. It begins with / and names what leads to the list, such as /data/events.");
        }

        foreach (var needed in new[] { Type, Key }.Where(part => Takes.GetValueOrDefault(part, "").Length == 0))
        {
            yield return new Fault($"/takes/{needed}", needed == Type ? "Say what kind of event it is, such as tip, or where that stands." : "Say where the id of an event stands: with it, it counts only once.");
        }

        foreach (var (part, from) in Takes)
        {
            if (FaultIn(part, from) is { } fault)
            {
                yield return new Fault($"/takes/{part}", fault);
            }
        }
    }

    private static string? FaultIn(string part, string from) =>
        !Parts.Contains(part) ? $"An event has no {(part.Length > 40 ? part[..40] + "…" : part)}: it has {string.Join(", ", Parts)}."
        : from.Length > Longest ? $"This has up to {Longest:N0} characters."
        : IsPointer(from) ? JsonPointer.TryParse(from, out _) ? null : "This is not a JSON Pointer: after ~ there is 0 or 1."
        : PlaceholderLanguage.FaultIn(from);

    internal static bool IsPointer(string from) => from.StartsWith('/');
}
