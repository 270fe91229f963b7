using System.Globalization;
using System.Text.Json;
using NodaTime;
using SideLamp.Core.Templates;
using SideLamp.Core.Text;

namespace SideLamp.Core.Events;

/// <summary>An event as a sender tells it. Source: CloudEvents 1.0, its context attributes and its data.</summary>
/// <param name="Type">follow, member, gift, tip, visit, reward, reversal, or a word of the sender's; what stands before a point is left out.</param>
/// <param name="Sent">Null = it did not say.</param>
/// <param name="Data">An object; null = none.</param>
public sealed record SentEvent(EventKey Key, string Type, Instant? Sent, JsonElement? Data);

/// <summary>What an event says, made safe to keep: either something to count, or what is taken back.</summary>
/// <param name="Event">Without its number of arrival.</param>
/// <param name="Reverses">The event that it takes back; null = none, and it counts.</param>
public sealed record ReadEvent(ViewerEvent Event, EventKey? Reverses)
{
    /// <summary>Where the picture of whoever wrote a message is; empty = none was told.</summary>
    public string Picture { get; init; } = "";
}

/// <summary>Reads events, and says all that is wrong with one.</summary>
public static class EventReader
{
    public const string Reversal = "reversal";

    /// <summary>What somebody wrote in chat: it is no event that is counted.</summary>
    public const string Message = "message";

    /// <summary>Somebody was put out of chat: all that the person wrote goes.</summary>
    public const string Removal = "removal";
    public const int LongestKey = 200;
    private const int LongestName = 100;
    private const int LongestWords = 500;
    private const int LongestTier = 60;
    private const long MostCount = 1_000_000;

    /// <param name="currency">What amounts without a currency are in.</param>
    /// <param name="path">Where it stands in what was sent, such as <c>/3</c> in a batch.</param>
    public static (ReadEvent? Event, List<Fault> Faults) Read(SentEvent sent, Instant received, string currency, string path)
    {
        var faults = new List<Fault>();
        var kind = KindOf(sent.Type);
        if (kind is null)
        {
            faults.Add(new Fault($"{path}/type", "The type is one word of small letters, digits and hyphens, such as follow, member, gift, tip, visit, reward or reversal; what stands before its last point is left out."));
        }

        FaultInKey(sent.Key, path, faults);
        var data = new Said(sent.Data, $"{path}/data", faults);
        var read = new ReadEvent(
            new ViewerEvent(0, sent.Key, kind ?? "", Earlier(sent.Sent, received))
            {
                Name = data.Line("name", LongestName),
                Person = data.Id("person"),
                Words = data.Line(kind == EventKinds.Reward ? "title" : "words", LongestWords),
                Tier = data.Line(kind == Message ? "role" : "tier", LongestTier),
                Gift = kind is EventKinds.Gift or EventKinds.Member ? data.Id("gift") : "",
            },
            null
        );
        read = kind switch
        {
            Reversal => read with { Reverses = data.Key("event", sent.Key.Source) },
            Message or Removal => data.Chatted(read),
            EventKinds.Tip => read with { Event = data.Money(currency) is { } money ? read.Event with { Size = money.Minor, Unit = money.Currency } : read.Event },
            EventKinds.Member => read with { Event = read.Event with { Size = data.Count("months", MostCount) } },
            _ => read with { Event = read.Event with { Size = data.Count("count", MostCount) } },
        };
        return faults.Count == 0 ? (read, faults) : (null, faults);
    }

    /// <summary>Whole milliseconds: as they are kept.</summary>
    private static Instant Earlier(Instant? sent, Instant received) => Instant.FromUnixTimeMilliseconds((sent is { } at && at < received ? at : received).ToUnixTimeMilliseconds());

    private static string? KindOf(string type) => type[(type.LastIndexOf('.') + 1)..].ToLowerInvariant() is var word && EventKinds.IsOne(word) ? word : null;

    private static void FaultInKey(EventKey key, string path, List<Fault> faults)
    {
        foreach (var (value, name) in new[] { (key.Source, "source"), (key.Id, "id") })
        {
            if (value.Length is 0 or > LongestKey || value.Any(letter => char.IsControl(letter) || char.IsSurrogate(letter)))
            {
                faults.Add(new Fault($"{path}/{name}", $"An event has {(name == "id" ? "an" : "a")} {name} of 1 to {LongestKey} plain characters: with it, it counts only once."));
            }
        }
    }

    /// <summary>The values of an event's data; what is not there is empty, what is wrong is a fault.</summary>
    private sealed class Said
    {
        private readonly JsonElement? _data;
        private readonly string _path;
        private readonly List<Fault> _faults;

        public Said(JsonElement? data, string path, List<Fault> faults)
        {
            (_path, _faults) = (path, faults);
            if (data is { ValueKind: not (JsonValueKind.Object or JsonValueKind.Null) })
            {
                faults.Add(new Fault(path, "The data of an event is a JSON object, such as {\"name\": \"mossandco\"}."));
                data = null;
            }

            if (data is { ValueKind: JsonValueKind.Object } said && !HasWholeNames(said))
            {
                faults.Add(new Fault(path, "A name in the data holds half a character, such as \\ud83d without its other half. Send it whole."));
                data = null;
            }

            _data = data is { ValueKind: JsonValueKind.Object } ? data : null;
        }

        /// <summary>Where one holds half a character, no value can be looked up by its name.</summary>
        private static bool HasWholeNames(JsonElement data)
        {
            try
            {
                return data.EnumerateObject().All(member => member.Name is not null);
            }
            catch (InvalidOperationException)
            {
                return false;
            }
        }

        /// <summary>One line of words, cut where it is too long.</summary>
        public string Line(string name, int longest) =>
            Value(name) switch
            {
                null => "",
                { ValueKind: JsonValueKind.String } text when TextOf(text) is { } said => Cut(Words.Clean(said, FieldKind.Text).Trim(), longest),
                { ValueKind: JsonValueKind.Number } number => Cut(number.GetRawText(), longest),
                _ => Wrong(name, "This is words.", ""),
            };

        /// <summary>What a sender calls somebody or something: never cut, or two would be one.</summary>
        public string Id(string name) => Line(name, int.MaxValue) is { Length: <= LongestKey } id ? id : Wrong(name, $"An id has up to {LongestKey} characters.", "");

        public long Count(string name, long most) =>
            Value(name) switch
            {
                null => 1,
                { ValueKind: JsonValueKind.Number } number when number.TryGetInt64(out var count) && count >= 1 && count <= most => count,
                { ValueKind: JsonValueKind.String } text when long.TryParse(TextOf(text), NumberStyles.None, CultureInfo.InvariantCulture, out var count) && count >= 1 && count <= most => count,
                _ => Wrong(name, $"This is a whole number from 1 to {most:N0}.", 1L),
            };

        /// <summary>A message has words, and a removal says whose.</summary>
        public ReadEvent Chatted(ReadEvent read)
        {
            if (read.Event.Kind == Message && (read.Event.Words.Length == 0 || read.Event.Name.Length == 0))
            {
                Wrong(read.Event.Name.Length == 0 ? "name" : "words", "A message has a name and words.", "");
            }
            else if (read.Event is { Kind: Removal, Person: "" })
            {
                Wrong("person", "A removal names the person by the sender's own id, as messages do.", "");
            }

            return read.Event.Kind == Message ? read with { Picture = Picture() } : read;
        }

        private string Picture() =>
            Line("picture", int.MaxValue) is not { Length: > 0 } said ? ""
            : PictureAddress.In(said) is { Length: > 0 } address ? address
            : Wrong("picture", "A picture is told by its whole address, which begins with https:// or http://.", "");

        public Money? Money(string currency)
        {
            var code = Value("currency") switch
            {
                null => currency,
                { ValueKind: JsonValueKind.String } text when TextOf(text)?.ToUpperInvariant() is { } own && Events.Money.IsCurrency(own) => own,
                _ => Wrong("currency", "A currency is three letters, such as EUR.", currency),
            };
            // Sent as text it is as exact as sent as a number.
            var amount = Value("amount") switch
            {
                { ValueKind: JsonValueKind.Number } number when number.TryGetDecimal(out var value) => value,
                { ValueKind: JsonValueKind.String } text when decimal.TryParse(TextOf(text), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var value) => value,
                _ => -1m,
            };
            try
            {
                return amount > 0 && Events.Money.Of(amount, code) is { Minor: > 0 } money ? money : Wrong<Money?>("amount", "A tip has an amount above 0, up to ten thousand million, such as 12.50.", null);
            }
            catch (OverflowException)
            {
                return Wrong<Money?>("amount", "A tip has an amount above 0, up to ten thousand million, such as 12.50.", null);
            }
        }

        public EventKey? Key(string name, string source) =>
            Value(name) is { ValueKind: JsonValueKind.String } id && TextOf(id) is { Length: > 0 and <= LongestKey } text
                ? new EventKey(Line("source", LongestKey) is { Length: > 0 } other ? other : source, text)
                : Wrong<EventKey?>(name, "A reversal names the event that it takes back by its id.", null);

        /// <summary>Null where half a character stands in it.</summary>
        private static string? TextOf(JsonElement text)
        {
            try
            {
                return text.GetString();
            }
            catch (InvalidOperationException)
            {
                return null;
            }
        }

        private JsonElement? Value(string name) => _data is { } data && data.TryGetProperty(name, out var value) && value.ValueKind != JsonValueKind.Null ? value : null;

        private T Wrong<T>(string name, string what, T instead)
        {
            _faults.Add(new Fault($"{_path}/{name}", what));
            return instead;
        }

        /// <summary>Never within a character that viewers see as one.</summary>
        private static string Cut(string text, int longest)
        {
            if (text.Length <= longest)
            {
                return text;
            }

            var whole = StringInfo.ParseCombiningCharacters(text).TakeWhile(at => at < longest).Last();
            return text[..whole].TrimEnd() + "…";
        }
    }
}
