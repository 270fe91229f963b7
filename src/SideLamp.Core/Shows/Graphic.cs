using System.Collections.Immutable;
using System.Text.Json.Serialization;
using NodaTime;
using SideLamp.Core.Feeds;
using SideLamp.Core.Frame;
using SideLamp.Core.Templates;

namespace SideLamp.Core.Shows;

/// <summary>One set of field values of a graphic.</summary>
/// <param name="Words">Values by field name. They may hold placeholders. A field that is missing has never been touched and shows the template's sample.</param>
public sealed record Card(CardId Id, ImmutableDictionary<string, string> Words)
{
    /// <summary>The row that it is made from; null = it was written by hand.</summary>
    [JsonIgnore]
    public RowRef? Row { get; init; }
}

/// <summary>Where a graphic takes its cards from (rule 40): one for each row of a feed that is used.</summary>
/// <param name="Words">By field name, with placeholders: on each card the feed stands on its row.</param>
public sealed record CardsFrom(FeedId Feed, ImmutableDictionary<string, string> Words);

/// <summary>The graphic that follows when a stay is over.</summary>
/// <param name="Delay">From the moment the one before it is gone.</param>
public sealed record Follow(GraphicId Graphic, Duration Delay);

/// <summary>A template put to use in a show.</summary>
/// <param name="Cards">1 to 2,000.</param>
/// <param name="Stay">How long it stays lit by itself, at least 0.5 s; null = until switched off.</param>
/// <param name="Key">The key that lights and darkens it on the desk, such as <c>1</c>; null = none.</param>
/// <param name="Then">What follows when the stay is over, or all that moves through it has passed; null = nothing.</param>
public record Graphic(
    GraphicId Id,
    string Name,
    TemplateId Template,
    ImmutableArray<Card> Cards,
    SeatId Seat,
    Placement Place,
    Duration? Stay,
    string? Key,
    double Speed,
    ImmutableArray<Outfit> Outfits,
    ImmutableSortedDictionary<string, Lettering> Lettering,
    Follow? Then = null
)
{
    /// <summary>From one lighting by itself to the next, once that is switched on (rule 13); null = never.</summary>
    public Duration? Every { get; init; }

    /// <summary>How its cards come up by themselves; null = they do not.</summary>
    public Cycle? Cycle { get; init; }

    /// <summary>Whether it sends everything else aside while it is lit (rule 32).</summary>
    public bool Covers { get; init; }

    /// <summary>Whether its words change without motion while it is lit (rule 33).</summary>
    public bool Still { get; init; }

    /// <summary>Whether it leaves when the video or animation of its card ends, which then plays once. A card without one stays as long as <see cref="Stay"/> says.</summary>
    public bool EndsWithVideo { get; init; }

    /// <summary>What draws the eye while it is lit; null = nothing.</summary>
    public Attention? Attention { get; init; }

    /// <summary>How its items move, where it is a ticker or roll; null = as its template says.</summary>
    public BeltSetting? Belt { get; init; }

    /// <summary>What is heard when it arrives; null = nothing.</summary>
    public Sound? Sound { get; init; }

    /// <summary>The key that brings up the next card; null = none.</summary>
    public string? NextKey { get; init; }

    /// <summary>The keys that step its numbers, by field name.</summary>
    public ImmutableSortedDictionary<string, CountKeys> CountKeys { get; init; } = ImmutableSortedDictionary<string, CountKeys>.Empty;

    /// <summary>What it does while a feed of its words is stale; null = it keeps the last good words.</summary>
    public WhenStale? WhenStale { get; init; }

    /// <summary>What is so while it is to be lit, by itself (rule 35); null = it is lit by hand, and by what else there is.</summary>
    public Condition? While { get; init; }

    /// <summary>Null = its cards are those that were written by hand.</summary>
    public CardsFrom? CardsFrom { get; init; }

    /// <summary>Of a graphic with its cards from rows: the graphic as it is edited. Null = this is it.</summary>
    [JsonIgnore]
    public Graphic? Edited { get; init; }

    /// <summary>The rows that its cards are made from; null = they are not, or nothing has come in.</summary>
    [JsonIgnore]
    public FeedRows? Rows { get; init; }

    /// <summary>Cards whose rows are gone, each with where it stood: the air may still hold them.</summary>
    [JsonIgnore]
    public ImmutableArray<(Card Card, int At)> GoneCards { get; init; } = [];

    public const int MostCards = 2000;
    private const int MostOutfits = 40;
    public static readonly Duration LeastStay = Duration.FromMilliseconds(500);
    public static readonly Duration GreatestStay = Duration.FromHours(24);

    [JsonIgnore]
    public ImmutableArray<CardId> CardIds => [.. Cards.Select(card => card.Id)];

    public Card? Card(CardId id) => Cards.FirstOrDefault(card => card.Id == id) ?? GoneCards.FirstOrDefault(one => one.Card.Id == id).Card ?? (CardsFrom is { } from && Rows?.IndexInAll(id.Value) >= 0 ? RowCards.CardOf(from, id.Value) : null);

    /// <summary>A template put to use as it is: one card of its samples, in its own seat.</summary>
    public static Graphic Plain(GraphicId id, string name, Template template) =>
        new(
            id,
            name,
            template.Id,
            [new Card(new CardId("c1"), ImmutableDictionary<string, string>.Empty)],
            template.Seat,
            Placement.Plain,
            template.Stay,
            null,
            1,
            [],
            ImmutableSortedDictionary<string, Lettering>.Empty
        );

    /// <summary>All that is wrong with this graphic; empty when it is valid.</summary>
    public IEnumerable<Fault> Faults()
    {
        if (Names.FaultIn(Name) is { } unnamed)
        {
            yield return unnamed;
        }

        if (Cards.Length is 0 or > MostCards)
        {
            yield return new Fault("/cards", $"A graphic has 1 to {MostCards:N0} cards.");
        }

        if (Outfits.Length > MostOutfits || Outfits.Any(outfit => Names.FaultIn(outfit.Name) is not null))
        {
            yield return new Fault("/outfits", $"A graphic has up to {MostOutfits} outfits, each with a name of 1 to {Names.Longest} characters.");
        }

        if (Then is { } then && (then.Graphic == Id || then.Delay < Duration.Zero || then.Delay > GreatestStay))
        {
            yield return new Fault("/then", "Another graphic follows, at once or after up to 24 hours.");
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

        if (Every is { } every && ((Stay is null && !EndsWithVideo) || every > GreatestStay))
        {
            yield return new Fault("/every", Stay is null && !EndsWithVideo ? "Only what leaves by itself can come again and again: give it a stay first." : "It comes at least once in 24 hours.");
        }

        foreach (var fault in Belt?.Faults() ?? [])
        {
            yield return fault with { Path = "/belt" + fault.Path };
        }

        foreach (var fault in While?.Faults() ?? [])
        {
            yield return fault with { Path = "/while" + fault.Path };
        }

        if ((Cycle?.Fault ?? Attention?.Fault ?? Sound?.Fault ?? WhenStale?.Fault) is { } wrong)
        {
            yield return wrong;
        }

        foreach (var (path, key) in CountKeys.SelectMany(one => new[] { ("/countKeys", one.Value.Up), ("/countKeys", one.Value.Down) }).Prepend(("/nextKey", NextKey)).Prepend(("/key", Key)))
        {
            if (DeskKey.FaultIn(key) is { } fault)
            {
                yield return new Fault(path, fault);
            }
        }
    }
}
