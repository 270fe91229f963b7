using System.Collections.Immutable;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json.Nodes;
using SideLamp.Core.Brands;
using SideLamp.Core.Feeds;
using SideLamp.Core.Frame;
using SideLamp.Core.Json;
using SideLamp.Core.Shows;

namespace SideLamp.Core.Keeping;

/// <summary>
/// A content whose large parts are kept apart, by their hash: the template and the brand are those of many, and are kept when
/// the show is edited, so that a press has little to write.
/// </summary>
/// <param name="Template">Hash of the template's source; in the first shape the source itself.</param>
/// <param name="Brand">Hash of the brand, as text; in the first shape the brand itself.</param>
/// <param name="Words">Hash of the words where they are long, as text; else the words themselves.</param>
public sealed record ContentPieces(string Template, JsonNode Brand, Seat Seat, Placement Place, Finish Finish, JsonNode Words, string? StaleWords = null, RowRef? Row = null)
{
    /// <summary>In letters of their JSON.</summary>
    private const int LongWords = 1200;

    /// <summary>A content in pieces: the small record, and the large parts by their hashes.</summary>
    public static (ContentPieces Small, ImmutableDictionary<string, string> Large) Of(Content content)
    {
        var (template, brand, words) = (content.TemplateSource, CoreJson.WriteWhole(content.Brand), CoreJson.WriteWhole(content.Words));
        var large = ImmutableDictionary<string, string>.Empty.SetItem(HashOf(template), template).SetItem(HashOf(brand), brand);
        var isLong = words.Length > LongWords;
        large = isLong ? large.SetItem(HashOf(words), words) : large;
        return (
            new ContentPieces(HashOf(template), JsonValue.Create(HashOf(brand)), content.Seat, content.Place, content.Finish, isLong ? JsonValue.Create(HashOf(words)) : JsonNode.Parse(words)!, content.StaleWords, content.Row),
            large
        );
    }

    /// <summary>The hashes that it names.</summary>
    public IEnumerable<string> Hashes() => new[] { Template, TextOf(Brand), TextOf(Words) }.OfType<string>();

    /// <summary>The content, put together again.</summary>
    /// <param name="large">Finds what was kept under a hash; null when it is not there.</param>
    /// <exception cref="System.Text.Json.JsonException">Something of it is not there, or damaged.</exception>
    public Content Whole(Func<string, string?> large)
    {
        string Found(string hash) => large(hash) ?? throw new System.Text.Json.JsonException($"Piece {hash} is missing.");
        var brand = TextOf(Brand) is { } brandHash ? Found(brandHash) : Brand.ToJsonString(CoreJson.Options);
        var words = TextOf(Words) is { } wordsHash ? Found(wordsHash) : Words.ToJsonString(CoreJson.Options);
        return new Content(
            Template.TrimStart().StartsWith('{') ? Template : Found(Template),
            CoreJson.Read<Brand>(brand),
            Seat,
            Place,
            Finish,
            CoreJson.Read<ImmutableSortedDictionary<string, string>>(words).WithComparers(StringComparer.Ordinal)
        )
        {
            StaleWords = StaleWords,
            Row = Row,
        };
    }

    public static string HashOf(string text) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(text)))[..32];

    private static string? TextOf(JsonNode node) => node is JsonValue value && value.TryGetValue<string>(out var text) ? text : null;
}
