using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Airing;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;
using SideLamp.Server.Chat;
using SideLamp.Server.Remotes;
using SideLamp.Server.Views;

namespace SideLamp.Server.Live;

/// <summary>What desks are told besides the picture, by topic: of each only what differs. What is null is as it was.</summary>
/// <param name="Revision">Of the show: a desk that cannot come to it by <paramref name="Show"/> asks for the whole show.</param>
/// <param name="Held">What each seat held last.</param>
public sealed record DeskNews(
    string K,
    string Epoch,
    Instant Now,
    long Revision,
    Told<AiringView>? Airings,
    Told<SwitchView>? Switches,
    Told<TimerView>? Timers,
    Told<BeltView>? Belts,
    Told<LabelView>? Labels,
    Told<ThanksView>? Thanks,
    Told<FeedView>? Feeds,
    Told<FeedShape>? Shapes,
    Told<PageView>? Pages,
    Told<SeatMemory>? Held,
    Told<TrailLine>? Trail,
    Told<AssetView>? Assets,
    AheadView? Ahead,
    BackView? Back,
    SessionView? Session,
    ChatDeskView? Chat,
    ChatInView? ChatIn,
    Standby? Standby,
    FaultsView? Faults,
    ShowNews? Show,
    NetworkView? Network
)
{
    /// <summary>What of it concerns a remote: others may read along, so it is told nothing that it does not show.</summary>
    /// <returns>Null = nothing of it.</returns>
    public DeskNews? ForRemote()
    {
        var nothing = Nothing(Epoch, Now, Revision);
        var news = nothing with { Airings = Airings, Switches = Switches, Timers = Timers, Pages = Pages, Ahead = Ahead, Back = Back, Faults = Faults };
        return news == nothing ? null : news;
    }

    public static DeskNews Nothing(string epoch, Instant now, long revision) => new("news", epoch, now, revision, null, null, null, null, null, null, null, null, null, null, null, null, null, null, null, null, null, null, null, null, null);
}

/// <summary>The news of desks: it remembers what they were told. Not to be used by two at once.</summary>
public sealed class News(DeskView desk, Shelf shelf, string epoch)
{
    private readonly Topic<AiringView> _airings = new(one => one.Id);
    private readonly Topic<SwitchView> _switches = new(one => one.Graphic.Value);
    private readonly Topic<TimerView> _timers = new(one => one.Timer.Value);
    private readonly Topic<BeltView> _belts = new(one => one.Id);
    private readonly Topic<LabelView> _labels = new(one => one.Label.Value);
    private readonly Topic<ThanksView> _thanks = new(one => one.Seq.ToString(System.Globalization.CultureInfo.InvariantCulture));
    private readonly Topic<FeedView> _feeds = new(one => one.Id.Value);
    private readonly Topic<FeedShape> _shapes = new(one => one.Id.Value);
    private readonly Topic<PageView> _pages = new(one => one.Id);
    private readonly Topic<SeatMemory> _held = new(one => one.Seat.Value);
    private readonly Topic<TrailLine> _trail = new(one => one.No.ToString(System.Globalization.CultureInfo.InvariantCulture));
    private readonly Topic<AssetView> _assets = new(one => one.Id.Value);
    private readonly WholeTopic<AheadView> _ahead = new();
    private readonly WholeTopic<BackView> _back = new();
    private readonly WholeTopic<SessionView> _session = new();
    private readonly WholeTopic<ChatDeskView> _chat = new();
    private readonly WholeTopic<ChatInView> _chatIn = new();
    private readonly WholeTopic<Standby> _standby = new();
    private readonly WholeTopic<FaultsView> _faults = new();
    private readonly WholeTopic<NetworkView> _network = new();
    private readonly WholeTopic<RemoteShow> _remote = new();
    private Stage? _told;

    /// <summary>What differs from what was told last; null = nothing.</summary>
    public DeskNews? Next(Stage stage, Instant now, ImmutableArray<PageView> pages, FaultsView faults, NetworkView network)
    {
        var news = new DeskNews(
            "news",
            epoch,
            now,
            stage.Revision,
            _airings.Differing(desk.Airings(stage)),
            _switches.Differing(desk.Switches(stage)),
            _timers.Differing(DeskView.Timers(stage)),
            _belts.Differing(desk.Belts(stage.Air)),
            _labels.Differing(DeskView.Labels(stage)),
            _thanks.Differing(desk.Thanks(stage)),
            _feeds.Differing(DeskView.Feeds(stage)),
            ReferenceEquals(_told?.Values, stage.Values) && _told!.Show.Feeds == stage.Show.Feeds ? null : _shapes.Differing(DeskView.Shapes(stage.Kept.Feeds)),
            _pages.Differing(pages),
            _held.Differing(DeskView.Held(stage.Air)),
            _trail.Differing(DeskView.Trail(stage)),
            _assets.Differing(desk.Assets()),
            _ahead.Differing(desk.Ahead(stage)),
            _back.Differing(DeskView.Back(stage)),
            DeskView.SessionOf(stage) is { } session ? _session.Differing(session) : null,
            HasSameChat(stage) ? null : _chat.Differing(desk.Chat(stage)),
            null,
            _standby.Differing(stage.Kept.Standby),
            _faults.Differing(faults),
            _told is null ? null : ShowNews.Between(_told, stage, shelf),
            _network.Differing(network)
        );
        _told = stage;
        return news == DeskNews.Nothing(news.Epoch, news.Now, news.Revision) ? null : news;
    }

    /// <summary>How chat is doing, where that differs; it is told by itself, for messages come faster than all else. Null = it does not.</summary>
    public DeskNews? Next(ChatInView chat, Instant now) => _told is { } told && _chatIn.Differing(chat) is { } differing ? DeskNews.Nothing(epoch, now, told.Revision) with { ChatIn = differing } : null;

    private bool HasSameChat(Stage stage) =>
        _told is { } told && ReferenceEquals(told.Kept.Chat, stage.Kept.Chat) && ReferenceEquals(told.Show, stage.Show) && told.Air.Airings == stage.Air.Airings && told.Air.Held == stage.Air.Held;

    /// <summary>All that was told last, for a desk that joins; the show itself it asks for.</summary>
    public DeskNews All(Instant now) =>
        new(
            "news",
            epoch,
            now,
            _told?.Revision ?? 0,
            _airings.Whole,
            _switches.Whole,
            _timers.Whole,
            _belts.Whole,
            _labels.Whole,
            _thanks.Whole,
            _feeds.Whole,
            _shapes.Whole,
            _pages.Whole,
            _held.Whole,
            _trail.Whole,
            _assets.Whole,
            _ahead.Whole,
            _back.Whole,
            _session.Whole,
            _chat.Whole,
            _chatIn.Whole,
            _standby.Whole,
            _faults.Whole,
            null,
            _network.Whole
        );

    /// <summary>The show as remotes are told it, where it differs from what they were told last; null = it does not.</summary>
    public RemoteShow? NextForRemotes(Stage stage) => _remote.Differing(RemoteShow.Of(stage));

    /// <summary>All of it, as remotes were told it last.</summary>
    public RemoteShow? AllForRemotes => _remote.Whole;
}
