using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using System.Text.Json;
using System.Xml.Linq;

namespace SideLamp.StandIns;

/// <summary>A question that somebody sent by the form.</summary>
public sealed record Question(DateTimeOffset At, string Who, string Asks);

/// <summary>What the stand-in for the web gives at each of its addresses. It changes as the evening goes on.</summary>
/// <param name="folder">Of the shipped files.</param>
public sealed class GardenSources(string folder, TimeProvider time)
{
    public const string Notes = "field-notes.xml";
    public const string Moon = "moonrise.xml";
    public const string Garden = "garden.json";
    public const string Gardens = "gardens.csv";
    public const string Guests = "guests.xlsx";
    public const string Questions = "questions.json";

    private const int MostQuestions = 200;
    private const int LongestWords = 300;

    /// <summary>Each with its media type.</summary>
    public static readonly ImmutableArray<(string Name, string Type)> All =
    [
        (Notes, "application/rss+xml"),
        (Moon, "application/xml"),
        (Garden, "application/json"),
        (Gardens, "text/csv"),
        (Guests, "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"),
        (Questions, "application/json"),
        ("portraits/benedek.svg", "image/svg+xml"),
        ("portraits/ilse.svg", "image/svg+xml"),
        ("portraits/pim.svg", "image/svg+xml"),
    ];

    private static readonly string[] NewNotes =
    [
        "Ilse heard the first tawny owl of the night by the mill.",
        "The wind has turned: bring the cloth in behind the wall.",
        "Somebody has left a flask of tea under the hedge. It is Pim’s.",
        "Nine moths on the church door, and none of them brown.",
    ];

    private readonly ConcurrentQueue<Question> _questions = new([new(time.GetUtcNow().AddMinutes(-20), "quietfern", "Why a white cloth and not a coloured one?"), new(time.GetUtcNow().AddMinutes(-12), "mossandco", "Do they mind the lamp?")]);
    private int _turn;

    public byte[] Read(string name) =>
        name switch
        {
            Garden => JsonSerializer.SerializeToUtf8Bytes(new { cloth = new { temperature = Math.Round(11.4m - (_turn % 30 * 0.1m), 1), humidity = 88 }, darkness = 93 + (_turn % 6), lamp = new { power = 125, on = true } }),
            Questions => JsonSerializer.SerializeToUtf8Bytes(new { questions = _questions.Select(one => new { at = one.At.ToString("yyyy-MM-ddTHH:mm:sszzz", CultureInfo.InvariantCulture), who = one.Who, question = one.Asks }) }),
            Notes => WithNewNotes(),
            _ => File.ReadAllBytes(Path.Combine(folder, name)),
        };

    /// <summary>Time goes on: it gets colder, and somebody writes a note.</summary>
    public void Step() => Interlocked.Increment(ref _turn);

    /// <summary>Why it cannot be taken, in a sentence; null when it is.</summary>
    public string? Ask(string who, string question)
    {
        if (string.IsNullOrWhiteSpace(question) || question.Length > LongestWords || who.Length > LongestWords)
        {
            return $"A question has 1 to {LongestWords} letters.";
        }

        _questions.Enqueue(new Question(time.GetUtcNow(), string.IsNullOrWhiteSpace(who) ? "somebody" : who.Trim(), question.Trim()));
        while (_questions.Count > MostQuestions)
        {
            _questions.TryDequeue(out _);
        }

        return null;
    }

    private byte[] WithNewNotes()
    {
        var notes = XDocument.Load(Path.Combine(folder, Notes));
        var channel = notes.Root!.Element("channel")!;
        for (var at = 0; at < Math.Min(_turn / 3, NewNotes.Length); at++)
        {
            channel.Elements("item").First().AddBeforeSelf(new XElement("item", new XElement("title", NewNotes[at]), new XElement("pubDate", new DateTimeOffset(2026, 6, 20, 22, 10 + at, 0, TimeSpan.FromHours(2)).ToString("ddd, dd MMM yyyy HH:mm:ss", CultureInfo.InvariantCulture) + " +0200"), new XElement("guid", new XAttribute("isPermaLink", false), $"hollow-lane-note-{42 + at}")));
        }

        return Encoding.UTF8.GetBytes(notes.ToString());
    }
}
