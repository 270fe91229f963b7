using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Feeds;

namespace SideLamp.Core.Tests.Feeds;

internal static class FeedsForTests
{
    /// <summary>Feeds with these values, each on its first row.</summary>
    public static FeedsNow Now(this ImmutableDictionary<FeedId, FeedValue> values) => FeedsNow.Of([.. values.Keys.Select(id => new Feed(id, id.Value, "/tmp/x", Duration.FromSeconds(1)))], values);
}
