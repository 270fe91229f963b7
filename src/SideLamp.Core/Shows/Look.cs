using System.Collections.Immutable;
using System.Security.Cryptography;
using System.Text;
using SideLamp.Core.Brands;
using SideLamp.Core.Frame;
using SideLamp.Core.Json;

namespace SideLamp.Core.Shows;

/// <summary>
/// Everything a picture is made from but the feeds' values. An airing pins one (rule 27): whatever is edited afterwards, what is
/// lit looks as it did when it was lit, until the edit is pushed.
/// </summary>
/// <param name="TemplateSource">The template in its file format, so that a look needs nothing else to be laid out.</param>
/// <param name="Words">By field name; placeholders still in them.</param>
public sealed record Look(string TemplateSource, Brand Brand, Canvas Canvas, Seat Seat, Placement Place, Finish Finish, ImmutableSortedDictionary<string, string> Words)
{
    /// <summary>A fingerprint of the contents: equal looks have equal ids, in every run of the server.</summary>
    public LookId Id() => new(Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(CoreJson.WriteWhole(this))))[..32]);
}
