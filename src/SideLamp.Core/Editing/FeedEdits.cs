using NodaTime;
using SideLamp.Core.Feeds;

namespace SideLamp.Core.Editing;

public sealed record NewFeed(FeedId Id, string Name, string Path, Duration? Every = null);

/// <summary>What is to change in a feed; what is null stays.</summary>
public sealed record FeedEdit(long Revision, string? Name = null, string? Path = null, Duration? Every = null);

public sealed record AddFeed(NewFeed Wish) : Edit
{
    private static readonly Duration Usually = Duration.FromMilliseconds(500);

    public override Edited Apply(EditScope scope)
    {
        Edits.AtMost(Feed.Most, scope.Show.Feeds.Length + 1, "", "feeds");
        var feed = new Feed(Wish.Id, Wish.Name, Wish.Path, Wish.Every ?? Usually);
        var faults = feed.Faults().ToList();
        if (scope.Show.Feed(Wish.Id) is not null)
        {
            faults.Add(new Fault("/id", $"There is a feed called “{Wish.Id}” already."));
        }

        RefusedException.ThrowIfAny(faults);
        return new Edited(scope.Show.With(feed), $"new feed: {Wish.Name}", [$"feeds/{feed.Id}"]) { Id = Wish.Id.Value };
    }
}

public sealed record EditFeed(FeedId Id, FeedEdit Wish) : Edit
{
    public override long? Seen => Wish.Revision;

    public override Edited Apply(EditScope scope)
    {
        var feed = scope.Show.Feed(Id) ?? throw RefusedException.NotFound("feed");
        var edited = feed with { Name = Wish.Name ?? feed.Name, Path = Wish.Path ?? feed.Path, Every = Wish.Every ?? feed.Every };
        RefusedException.ThrowIfAny(edited.Faults());
        return new Edited(scope.Show.With(edited), $"feed {Id}", Edits.Touched($"feeds/{Id}/", ("name", Wish.Name is not null), ("path", Wish.Path is not null), ("every", Wish.Every is not null)));
    }
}

public sealed record DeleteFeed(FeedId Id) : Edit
{
    public override Edited Apply(EditScope scope)
    {
        var feed = scope.Show.Feed(Id) ?? throw RefusedException.NotFound("feed");
        return new Edited(scope.Show with { Feeds = scope.Show.Feeds.Remove(feed) }, $"deleted: {feed.Name}", [$"feeds/{Id}"]);
    }
}
