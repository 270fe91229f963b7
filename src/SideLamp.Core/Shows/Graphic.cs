using System.Collections.Immutable;
using System.Text.Json.Serialization;
using NodaTime;

namespace SideLamp.Core.Shows;

/// <summary>One set of field values of a graphic.</summary>
/// <param name="Words">Values by field name. They may hold placeholders. A field that is missing has never been touched and shows the template's sample.</param>
public sealed record Card(CardId Id, ImmutableDictionary<string, string> Words);

/// <summary>The graphic that follows when a stay is over.</summary>
/// <param name="Delay">From the moment the one before it is gone.</param>
public sealed record Follow(GraphicId Graphic, Duration Delay);

/// <summary>A template put to use in a show.</summary>
/// <param name="Cards">1 to 2,000.</param>
/// <param name="Up">The card that is lit next, or is lit.</param>
/// <param name="Stay">How long it stays lit by itself, at least 0.5 s; null = until switched off.</param>
/// <param name="Key">The key that lights and darkens it on the desk, such as <c>1</c>; null = none.</param>
/// <param name="Then">What follows when the stay is over; null = nothing.</param>
/// <param name="Worn">The outfit it shows in; null = all parts show.</param>
public sealed record Graphic(
    GraphicId Id,
    string Name,
    TemplateId Template,
    ImmutableArray<Card> Cards,
    CardId Up,
    SeatId Seat,
    Placement Place,
    Duration? Stay,
    string? Key,
    double Speed,
    ImmutableArray<Outfit> Outfits,
    ImmutableSortedDictionary<string, Lettering> Lettering,
    OutfitId? Worn = null,
    Follow? Then = null
)
{
    public const int MostCards = 2000;
    private const int MostOutfits = 40;
    public const int LongestName = 80;
    public static readonly Duration LeastStay = Duration.FromMilliseconds(500);
    public static readonly Duration GreatestStay = Duration.FromHours(24);

    [JsonIgnore]
    public Card UpCard => Card(Up) ?? Cards[0];

    [JsonIgnore]
    public Finish Finish => new(Outfits.FirstOrDefault(outfit => outfit.Id == Worn)?.Hidden ?? [], Lettering, Speed);

    public Card? Card(CardId id) => Cards.FirstOrDefault(card => card.Id == id);

    /// <summary>All that is wrong with this graphic; empty when it is valid.</summary>
    public IEnumerable<Fault> Faults()
    {
        if (string.IsNullOrWhiteSpace(Name) || Name.Length > LongestName)
        {
            yield return new Fault("/name", $"Give it a name of 1 to {LongestName} characters.");
        }

        if (Cards.Length is 0 or > MostCards)
        {
            yield return new Fault("/cards", $"A graphic has 1 to {MostCards:N0} cards.");
        }

        if (Outfits.Length > MostOutfits || Outfits.Any(outfit => string.IsNullOrWhiteSpace(outfit.Name) || outfit.Name.Length > LongestName))
        {
            yield return new Fault("/outfits", $"A graphic has up to {MostOutfits} outfits, each with a name of 1 to {LongestName} characters.");
        }

        if (Then is { } then && (Stay is null || then.Graphic == Id || then.Delay < Duration.Zero || then.Delay > GreatestStay))
        {
            yield return new Fault("/then", Stay is null ? "Only what leaves by itself can be followed: give it a stay first." : "Another graphic follows, at once or after up to 24 hours.");
        }

        foreach (var fault in Place.Faults())
        {
            yield return fault with { Path = "/place" + fault.Path };
        }

        foreach (var (field, lettering) in Lettering)
        {
            foreach (var fault in lettering.Faults())
            {
                yield return fault with { Path = $"/lettering/{field}{fault.Path}" };
            }
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
