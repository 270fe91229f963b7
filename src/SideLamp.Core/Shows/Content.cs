using System.Collections.Immutable;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json.Serialization;
using SideLamp.Core.Brands;
using SideLamp.Core.Events;
using SideLamp.Core.Feeds;
using SideLamp.Core.Frame;
using SideLamp.Core.Json;

namespace SideLamp.Core.Shows;

/// <summary>
/// What an airing shows, but for the feeds' values. An airing pins one (rule 27): whatever is edited afterwards, what is lit
/// looks as it did when it was lit, until the edit is pushed. What is an output's own is its <see cref="Setting"/>.
/// </summary>
/// <param name="TemplateSource">The template in its file format, so that nothing else is needed to lay it out.</param>
/// <param name="Words">By field name; placeholders still in them.</param>
public sealed record Content(string TemplateSource, Brand Brand, Seat Seat, Placement Place, Finish Finish, ImmutableSortedDictionary<string, string> Words)
{
    /// <summary>What shows in place of words whose feed is stale; null = the last good ones do.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public string? StaleWords { get; init; }

    /// <summary>The row that its card is made from; null = it was written by hand.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public RowRef? Row { get; init; }

    /// <summary>What an alert tells, for its words; null = nothing.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public AlertEvent? Event { get; init; }

    /// <summary>A fingerprint: equal contents have equal ids, in every run of the server.</summary>
    public ContentId Id() => new(Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(CoreJson.WriteWhole(this))))[..32]);
}

/// <summary>What is an output's own, whatever it shows.</summary>
public sealed record Setting(Canvas Canvas);
