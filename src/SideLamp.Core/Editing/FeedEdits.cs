using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Feeds;
using SideLamp.Core.Json;
using SideLamp.Core.Tables;
using SideLamp.Core.Text;

namespace SideLamp.Core.Editing;

public sealed record NewFeed(FeedId Id, string Name, string Path, Duration? Every = null, SourceKind? Kind = null, string? Rows = null, FirstRow? FirstRow = null, bool? Private = null, Duration? StaleAfter = null);

/// <summary>What is to change in a feed; what is null stays.</summary>
/// <param name="Rows">Empty = they are looked for.</param>
public sealed record FeedEdit(
    long Revision,
    string? Name = null,
    string? Path = null,
    Duration? Every = null,
    SourceKind? Kind = null,
    string? Rows = null,
    FirstRow? FirstRow = null,
    bool? Paused = null,
    bool? Private = null
)
{
    /// <summary>In ms; null = however long nothing changes.</summary>
    public Maybe<Duration?> StaleAfter { get; init; }

    /// <summary>Null = rows are told by their words.</summary>
    public Maybe<string?> KeyColumn { get; init; }

    public bool? Audience { get; init; }

    public bool? MayTick { get; init; }

    public TableView? View { get; init; }

    /// <summary>Of all columns that are cleaned.</summary>
    public ImmutableArray<Cleaning>? Cleaning { get; init; }

    public RowRule? Row { get; init; }

    public Maybe<string?> NextKey { get; init; }

    public Maybe<string?> BackKey { get; init; }
}

public sealed record AddFeed(NewFeed Wish) : Edit
{
    private static readonly Duration Usually = Duration.FromMilliseconds(500);
    private static readonly Duration UsuallyOnTheWeb = Duration.FromSeconds(30);

    public override Edited Apply(EditScope scope)
    {
        Edits.AtMost(Feed.Most, scope.Show.Feeds.Length + 1, "", "feeds");
        var feed = new Feed(Wish.Id, Wish.Name, Wish.Path, Wish.Every ?? (Feed.IsAddress(Wish.Path) ? UsuallyOnTheWeb : Usually), Wish.Kind ?? SourceKind.Text, Wish.Rows, Wish.FirstRow ?? FirstRow.Seen, Private: Wish.Private ?? false, StaleAfter: Wish.StaleAfter);
        var faults = feed.Faults().ToList();
        if (scope.Show.Feed(Wish.Id) is not null)
        {
            faults.Add(new Fault("/id", $"There is a feed called “{Wish.Id}” already."));
        }

        // Only of a new one: a former version may have had one of this name, and it goes on.
        if (PlaceholderName.Taken.Contains(Wish.Id.Value))
        {
            faults.Add(new Fault("/id", $"“{Wish.Id}” is the word for {Wish.Id}. Choose another one."));
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
        var edited = feed with { Name = Wish.Name ?? feed.Name, Path = Wish.Path ?? feed.Path, Every = Wish.Every ?? feed.Every, Kind = Wish.Kind ?? feed.Kind, FirstRow = Wish.FirstRow ?? feed.FirstRow, Paused = Wish.Paused ?? feed.Paused, StaleAfter = Wish.StaleAfter.Or(feed.StaleAfter) };
        // Consent is for one origin. A file may be read more often than an address.
        edited = edited with
        {
            Private = Wish.Private ?? (feed.Private && Feed.IsSameOrigin(feed.Path, edited.Path)),
            Every = edited.IsWeb && !feed.IsWeb && Wish.Every is null ? Duration.Max(edited.Every, Feed.LeastWebEvery) : edited.Every,
        };
        // Where the rows are is said for one kind.
        edited = edited with { Rows = Wish.Rows is "" || (edited.Kind != feed.Kind && Wish.Rows is null) ? null : Wish.Rows ?? feed.Rows };
        edited = edited with
        {
            KeyColumn = Wish.KeyColumn.Or(feed.KeyColumn),
            View = Wish.View ?? feed.View,
            Cleaning = Wish.Cleaning ?? feed.Cleaning,
            Row = Wish.Row ?? feed.Row,
            Audience = Wish.Audience ?? feed.Audience,
            MayTick = Wish.MayTick ?? feed.MayTick,
            NextKey = Wish.NextKey.Or(feed.NextKey),
            BackKey = Wish.BackKey.Or(feed.BackKey),
        };
        RefusedException.ThrowIfAny(edited.Faults().Concat(Wish.NextKey.IsGiven || Wish.BackKey.IsGiven ? Edits.KeyClashes(scope.Show.With(edited), Wish.NextKey.IsGiven ? "/nextKey" : "/backKey") : []));
        return new Edited(scope.Show.With(edited), $"feed {Id}", Edits.Touched($"feeds/{Id}/", ("name", Wish.Name is not null), ("path", Wish.Path is not null), ("every", Wish.Every is not null), ("kind", Wish.Kind is not null), ("rows", Wish.Rows is not null), ("firstRow", Wish.FirstRow is not null), ("paused", Wish.Paused is not null), ("private", Wish.Private is not null), ("staleAfter", Wish.StaleAfter.IsGiven), ("keyColumn", Wish.KeyColumn.IsGiven), ("view", Wish.View is not null), ("audience", Wish.Audience is not null), ("mayTick", Wish.MayTick is not null), ("cleaning", Wish.Cleaning is not null), ("row", Wish.Row is not null), ("nextKey", Wish.NextKey.IsGiven), ("backKey", Wish.BackKey.IsGiven)));
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
