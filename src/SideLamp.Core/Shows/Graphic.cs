using System.Collections.Immutable;
using System.Text.Json.Serialization;
using NodaTime;

namespace SideLamp.Core.Shows;

/// <summary>One set of field values of a graphic.</summary>
/// <param name="Words">Values by field name. They may hold placeholders. A field that is missing has never been touched and shows the template's sample.</param>
public sealed record Card(CardId Id, ImmutableDictionary<string, string> Words);

/// <summary>How far a graphic is moved from where its seat would put it, in design px (1920×1080).</summary>
public readonly record struct Offset(int X, int Y)
{
    public const int Greatest = 4000;
}

/// <summary>A template put to use in a show.</summary>
/// <param name="Cards">At least one.</param>
/// <param name="Up">The card that is lit next, or is lit.</param>
/// <param name="Stay">How long it stays lit by itself, at least 0.5 s; null = until switched off.</param>
/// <param name="Key">The key that lights and darkens it on the desk, such as <c>1</c>; null = none.</param>
/// <param name="Speed">How fast it moves: 1 is as template and brand say, 2 is twice as fast. 0.25 to 4.</param>
public sealed record Graphic(
    GraphicId Id,
    string Name,
    TemplateId Template,
    ImmutableArray<Card> Cards,
    CardId Up,
    SeatId Seat,
    Offset Offset,
    Duration? Stay,
    string? Key,
    double Speed = 1
)
{
    public const int LongestName = 80;
    public static readonly Duration LeastStay = Duration.FromMilliseconds(500);
    public static readonly Duration GreatestStay = Duration.FromHours(24);

    [JsonIgnore]
    public Card UpCard => Card(Up) ?? Cards[0];

    public Card? Card(CardId id) => Cards.FirstOrDefault(card => card.Id == id);

    /// <summary>All that is wrong with this graphic; empty when it is valid.</summary>
    public IEnumerable<Fault> Faults()
    {
        if (string.IsNullOrWhiteSpace(Name) || Name.Length > LongestName)
        {
            yield return new Fault("/name", $"Give it a name of 1 to {LongestName} characters.");
        }

        if (Seats.Find(Seat) is null)
        {
            yield return new Fault("/seat", $"There is no seat “{Seat}”.");
        }

        if (Math.Abs(Offset.X) > Shows.Offset.Greatest || Math.Abs(Offset.Y) > Shows.Offset.Greatest)
        {
            yield return new Fault("/offset", $"An offset goes up to {Shows.Offset.Greatest} px either way.");
        }

        if (Stay is { } stay && (stay < LeastStay || stay > GreatestStay))
        {
            yield return new Fault("/stay", "A stay lasts from 0.5 s to 24 hours. Leave it empty to stay until switched off.");
        }

        if (Speed is < 0.25 or > 4)
        {
            yield return new Fault("/speed", "The speed lies between 0.25 and 4 times the usual.");
        }

        if (Key is { } key && (key.Length != 1 || char.IsWhiteSpace(key[0]) || char.IsControl(key[0])))
        {
            yield return new Fault("/key", "A key is one character, such as 1 or q.");
        }
    }
}
