using NodaTime;
using SideLamp.Core.Events;
using SideLamp.Core.Feeds;

namespace SideLamp.Core.Chat;

/// <summary>Pictures of those who write: fetched as those that cells of feeds name are, and only where the streamer wants them.</summary>
public static class ViewerPictures
{
    /// <summary>Of messages that wait, so many are fetched before their turn.</summary>
    public const int Ahead = 6;

    /// <summary>In place of a feed: it names pictures by whole addresses, and none of the streamer's own network.</summary>
    public static Feed Source { get; } = new(new FeedId(AlertEvent.Word), "chat", Feed.Pushed, Duration.FromSeconds(1));
}
