using System.Text.Json.Serialization;
using NodaTime;

namespace SideLamp.Core.Shows;

/// <summary>What a graphic does while a feed of its words is stale; without one it keeps the last good words. One of the two.</summary>
/// <param name="Words">What shows in place of the words with the stale feed: in the first field that has any, the others are empty.</param>
/// <param name="DarkAfter">It goes dark when the feed has been stale for so long, 0 s to 24 h.</param>
public sealed record WhenStale(string? Words = null, Duration? DarkAfter = null)
{
    private const int LongestWords = 400;

    /// <summary>What is wrong with it; null = nothing.</summary>
    [JsonIgnore]
    public Fault? Fault =>
        (Words is null) == (DarkAfter is null) ? new Fault("/whenStale", "Other words, or dark after a time: one of the two.")
        : Words is { } words && (words.Length > LongestWords || string.IsNullOrWhiteSpace(words) || Feeds.Placeholders.Has(words)) ? new Fault("/whenStale/words", $"The words in place of stale ones are 1 to {LongestWords} letters, without placeholders.")
        : DarkAfter is { } after && (after < Duration.Zero || after > Graphic.GreatestStay) ? new Fault("/whenStale/darkAfter", "A graphic goes dark 0 s to 24 hours after its feed became stale.")
        : null;
}
