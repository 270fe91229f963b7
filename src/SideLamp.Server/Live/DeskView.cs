using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using System.Security.Cryptography;
using System.Text;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Airing;
using SideLamp.Core.Chat;
using SideLamp.Core.Events;
using SideLamp.Core.Feeds;
using SideLamp.Core.Frame;
using SideLamp.Core.Layout;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;
using SideLamp.Core.Tables;
using SideLamp.Core.Text;
using SideLamp.Core.Tickers;
using SideLamp.Core.Timers;
using SideLamp.Server.Views;
using SideLamp.Store;

namespace SideLamp.Server.Live;

/// <summary>An airing as the desk shows it.</summary>
/// <param name="Edited">Whether the graphic was edited since, so that a push would change the air (rule 27).</param>
/// <param name="LitAt">Since when viewers see this graphic; null while it waits.</param>
/// <param name="Stay">How long it stays; null = until switched off.</param>
/// <param name="StepsAt">When its next card comes up by itself; null = it does not.</param>
/// <param name="Said">What the alert tells that lit it; null = none did.</param>
/// <param name="Gone">Whether the row that it shows is gone from its feed: it stays until something else is shown (rule 40).</param>
public sealed record AiringView(string Id, GraphicId Graphic, CardId Card, SeatId Seat, Phase Phase, Origin Origin, Instant? LitAt, Duration? Stay, Instant? StayEnds, Instant? StepsAt, bool Edited, bool Gone, AlertSaid? Said);

/// <summary>Something that comes by itself, and when; for the switches and the cues.</summary>
public sealed record ComingView(GraphicId Graphic, Instant At);

/// <summary>An alert that waits for its turn.</summary>
/// <param name="No">Its number: to call it off.</param>
/// <param name="Said">Null = its graphic as it is.</param>
/// <param name="From">Not before; null = at once.</param>
/// <param name="Until">Not after; null = it waits for good.</param>
/// <param name="BlockedSince">Since when it has its turn and a hand its seat; null = it has not.</param>
public sealed record WaitingView(long No, GraphicId Graphic, Instant Since, AlertSaid? Said, Instant? From, Instant? Until, Instant? BlockedSince);

/// <summary>What an alert tells, as our pages show it.</summary>
/// <param name="Who">The name, and how many are with it.</param>
/// <param name="Amount">Empty where the kind has none that means anything.</param>
public sealed record AlertSaid(string Kind, string Who, string Amount, string Words, bool IsTest);

/// <summary>Somebody to be thanked.</summary>
/// <param name="Seq">By the event.</param>
/// <param name="IsUnshown">Whether no alert has told of it.</param>
public sealed record ThanksView(long Seq, Instant At, AlertSaid Said, bool IsUnshown, bool IsDone);

/// <summary>How it stands with alerts as a whole.</summary>
/// <param name="PausedSince">Null = they come.</param>
/// <param name="Cue">The cue that asked for quiet; null = none did.</param>
/// <param name="Last">What was shown last; null = nothing yet.</param>
/// <param name="Quiet">How many events are only counted, for so many come at once.</param>
public sealed record AlertsView(Instant? PausedSince, CueId? Cue, AlertSaid? Last, long Quiet);

public sealed record CueAheadView(CueId Cue, Instant At);

public sealed record SeatMemory(SeatId Seat, GraphicId Graphic, CardId Card);

/// <param name="Waiting">The graphics whose <em>every</em> waits for its end.</param>
public sealed record HushView(Instant Since, ImmutableArray<GraphicId> Waiting);

/// <summary>What a switch says about its graphic.</summary>
/// <param name="Words">The words that would appear now, in one line; what is counted first.</param>
/// <param name="Timer">The timer that it shows: the page works out its figures. Null = none.</param>
/// <param name="Untouched">Whether words of the template, never touched by the streamer, would go on air.</param>
/// <param name="Fits">What becomes of each text.</param>
/// <param name="Covered">How many words of the never-show list it holds.</param>
/// <param name="Barred">Why it must not be on air now, in a sentence; null = it may.</param>
/// <param name="Outside">Whether it stands outside of the frame, wholly or by half.</param>
public sealed record SwitchView(GraphicId Graphic, string Words, TimerId? Timer, bool Untouched, ImmutableArray<TextFit> Fits, bool Outside, int Covered = 0, string? Barred = null);

/// <summary>A timer as the desk shows it: its words are worked out by the page, as on the outputs.</summary>
/// <param name="Over">Whether zero has come.</param>
/// <param name="Phase">Null = it has none.</param>
/// <param name="Added">What events added to this run of it, the latest last.</param>
/// <param name="Offered">What came after zero last, and waits for a hand.</param>
public sealed record TimerView(TimerId Timer, bool Running, bool Over, TimerProgram Program, PhaseView? Phase, ImmutableArray<AddedTime> Added, ImmutableArray<AddedTime> Offered);

/// <param name="At">Which one of the whole plan, from 0.</param>
/// <param name="Round">From 1.</param>
public sealed record PhaseView(int At, string Name, int Round);

/// <summary>A belt of a lit graphic: what is in sight and what comes is worked out by the page, as on the outputs.</summary>
/// <param name="Id">Of the airing, and its part.</param>
/// <param name="Words">What each piece says, in one line.</param>
public sealed record BeltView(string Id, GraphicId Graphic, bool Paused, BeltProgram Program, ImmutableSortedDictionary<string, string> Words);

/// <summary>What a label says now.</summary>
/// <param name="Percent">Of a goal; null = it is none.</param>
/// <param name="IsEmpty">Whether it says its fallback, for nothing has happened.</param>
public sealed record LabelView(LabelId Label, string Text, decimal Value, int? Percent, bool IsEmpty);

/// <summary>The session that goes on, or was the last.</summary>
/// <param name="No">From 1.</param>
/// <param name="Ended">Null = it goes on.</param>
/// <param name="Newest">The number of the last event to arrive: another one came where this differs.</param>
/// <param name="OffersFresh">Whether a stream seems to begin, and a fresh one is offered.</param>
public sealed record SessionView(long No, Instant Began, Instant? Ended, long Newest, bool OffersFresh);

/// <param name="Text">The value, at most its first 200 characters.</param>
/// <param name="Note">What to know of what was read last, in sentences; null = nothing.</param>
/// <param name="Tables">How much it holds.</param>
/// <param name="Stand">Which row it stands on; null = on none.</param>
/// <param name="Pictures">Null = its cells name none that a graphic may show.</param>
/// <param name="Waiting">Of what the audience writes: how many rows wait for a tick.</param>
public sealed record FeedView(FeedId Id, FeedHealth Health, string? Text, Instant? ReadAt, Instant? ChangedAt, string? Trouble, string? Note, ImmutableArray<TableSize> Tables, StandView? Stand, PicturesView? Pictures, int Waiting);

/// <summary>The pictures that a feed's cells name and a graphic may show.</summary>
/// <param name="Here">How many are stored.</param>
/// <param name="All">How many there are.</param>
/// <param name="Version">Differs where what is stored differs.</param>
/// <param name="Troubles">Why others are not, in sentences; the first few.</param>
public sealed record PicturesView(int Here, int All, string Version, ImmutableArray<string> Troubles);

/// <summary>How much a table holds.</summary>
/// <param name="Rows">Those that are used.</param>
/// <param name="All">Those that came in.</param>
public sealed record TableSize(string Name, int Rows, int All, int Columns);

/// <summary>The row of its first table that a feed stands on.</summary>
/// <param name="At">0 = the first of those that are used; negative = a row that is gone.</param>
/// <param name="IsHeld">Whether a hand put it there, and it stays until it is let go.</param>
/// <param name="TurnsAt">When the next row has its turn; null = it does not come by itself.</param>
public sealed record StandView(int At, bool IsHeld, Instant? TurnsAt);

/// <summary>What a feed's tables are made of: it changes seldom, their rows often.</summary>
/// <param name="Columns">The names of its first table's columns, as it came in: of what is counted they are others.</param>
public sealed record FeedShape(FeedId Id, ImmutableArray<TableShape> Tables, ImmutableArray<string> Columns);

public sealed record TableShape(string Name, ImmutableArray<ColumnShape> Columns);

/// <param name="Word">How placeholders call its cell in the first row, such as <c>night.seen_by</c>.</param>
public sealed record ColumnShape(string Name, ColumnKind Kind, string Word);

/// <summary>A page that shows an output now.</summary>
/// <param name="Id">Of the connection.</param>
/// <param name="Behind">Whether it has not painted what was told it more than a second ago.</param>
/// <param name="Mute">Whether its browser refused to play a sound.</param>
public sealed record PageView(string Id, OutputId Output, int Width, int Height, double Fps, bool Awake, bool Behind, bool Mute);

/// <summary>What may come by itself.</summary>
/// <param name="Followers">What comes after another that is gone, and when.</param>
/// <param name="Repeats">Whose <em>every</em> is switched on, and when each comes next.</param>
/// <param name="Alerts">Those that wait, the next one first.</param>
/// <param name="Asides">What made way, and comes back.</param>
/// <param name="Watches">What is lit while a feed says so.</param>
/// <param name="Waits">Whether all of it waits since lights out.</param>
public sealed record AheadView(
    ImmutableArray<Following> Followers,
    ImmutableArray<ComingView> Repeats,
    ImmutableArray<CueAheadView> CueSteps,
    ImmutableArray<WaitingView> Alerts,
    AlertsView AlertsNow,
    ImmutableArray<GraphicId> Asides,
    HushView? Hush,
    ImmutableArray<WatchView> Watches,
    bool Waits
);

/// <summary>A graphic that is lit while a feed says so.</summary>
/// <param name="Holds">Whether it says so.</param>
/// <param name="At">When it has said so, or has not, for long enough; null = it has.</param>
/// <param name="IsSpent">Whether it was darkened meanwhile, and stays dark until the feed has said otherwise.</param>
public sealed record WatchView(GraphicId Graphic, bool Holds, Instant? At, bool IsSpent);

/// <summary>What a press could bring back.</summary>
/// <param name="TakeBack">What undo would take back, in words; null = nothing.</param>
/// <param name="LightsOut">Whether lights back has something to bring.</param>
/// <param name="BringsBack">What it would bring.</param>
public sealed record BackView(string? TakeBack, bool LightsOut, ImmutableArray<GraphicId> BringsBack);

/// <summary>What is wrong besides what the feeds and pages tell.</summary>
/// <param name="Unkept">Why changes cannot be kept now, in a sentence; null when they can.</param>
/// <param name="Findings">What else is wrong, in sentences.</param>
public sealed record FaultsView(string? Unkept, ImmutableArray<string> Findings);

/// <summary>What desks are told of a stage, topic by topic.</summary>
public sealed class DeskView(PictureBook book, Shelf shelf, AssetRepository assets, ILogger<DeskView> logger)
{
    private const int LongestWords = 120;
    private const string ByAlerts = "an alert lights it";

    private const string ByChat = "a message of chat: choose one on the page Chat";
    private const long MostBytes = 16 << 20;
    private const int ShownTrail = 12;
    private const int ShownTroubles = 5;
    private static readonly ConditionalWeakTable<ImmutableDictionary<string, CellPicture>, PicturesView> PicturesTold = [];
    private readonly Remembered<(GraphicId, ContentId, Setting, NeverShow), SwitchView> _said = new(MostBytes, (_, view) => 400 + (view.Words.Length * 2) + (view.Fits.Length * 120));
    private (Stage Of, ImmutableArray<SwitchView> Views)? _latest;
    private (ImmutableList<BeltRun> Of, ImmutableArray<BeltView> Views)? _moving;
    private (ThanksList Of, NeverShow List, ImmutableArray<ThanksView> Views)? _thanks;
    private (IReadOnlyList<Asset> Of, ImmutableArray<AssetView> Views)? _files;

    public ImmutableArray<AiringView> Airings(Stage stage)
    {
        var facts = new AirFacts(book, stage.Kept, Duration.Zero);
        return
        [
            .. stage.Air.Airings.Select(one => new AiringView(
                one.Id.Value,
                one.Graphic,
                one.Card,
                one.Seat,
                one.Phase,
                one.Origin,
                one.OnAirSince,
                one.Stay,
                stage.Air.StayEndsOf(one),
                one.StepsAt,
                facts.Prepare(one.Graphic, one.Card, null, one.Said) is { } prepared && prepared.Content != one.Content,
                stage.Kept.Chosen(one.Graphic) is { Graphic: { CardsFrom: not null } graphic } && graphic.Cards.All(card => card.Id != one.Card),
                SaidOf(one.Said, stage)
            )),
        ];
    }

    public AheadView Ahead(Stage stage)
    {
        var air = stage.Air;
        return new(
            [.. air.Followers ?? []],
            [.. air.Repeats.Select(one => new ComingView(one.Graphic, one.Next))],
            [.. air.CueSteps.Select(one => new CueAheadView(one.Cue, one.At))],
            [.. air.Alerts.OrderBy(one => one.Turn).Select(one => new WaitingView(one.No, one.Graphic, one.Since, SaidOf(one.Said, stage), one.From, one.Until, one.BlockedSince))],
            new AlertsView(air.AlertPause?.Since, air.AlertPause?.Cue, SaidOf(air.LastAlert?.Said, stage), air.Bursts.Where(one => !one.IsOver(air.Now)).Sum(one => one.Quiet)),
            [.. air.Asides.Select(one => one.What.Graphic)],
            air.Hush is { } hush ? new HushView(hush.Since, [.. hush.Waiting]) : null,
            [.. air.Watches.Select(one => new WatchView(one.Graphic, one.Holds, one.Due, one.IsSpent))],
            air.Waits
        );
    }

    private AlertSaid? SaidOf(AlertEvent? said, Stage stage) =>
        said is null ? null : book.Words.Seen(said, stage.Show.NeverShow) is var seen ? new AlertSaid(seen.Kind, seen.Who, AmountOf(seen), seen.Words, seen.IsTest) : null;

    /// <summary>One follow is no amount.</summary>
    private static string AmountOf(AlertEvent said) => said.Unit.Length > 0 || said.Kind is EventKinds.Gift or EventKinds.Visit or EventKinds.Member ? said.Amount : "";

    /// <summary>The very same list until one comes or goes.</summary>
    public ImmutableArray<ThanksView> Thanks(Stage stage)
    {
        if (_thanks is not var (list, never, views) || !ReferenceEquals(list, stage.Kept.Thanks) || never != stage.Show.NeverShow)
        {
            views = [.. stage.Kept.Thanks.All.Select(one => new ThanksView(one.Seq, one.At, SaidOf(one.Said, stage)!, one.IsUnshown, one.IsDone))];
            _thanks = (stage.Kept.Thanks, stage.Show.NeverShow, views);
        }

        return views;
    }

    public static BackView Back(Stage stage) => new(TakeBackOf(stage), stage.Air.LightsOut is not null, [.. (stage.Air.LightsOut ?? []).Select(one => one.Graphic)]);

    public static ImmutableArray<SeatMemory> Held(AirState air) => [.. air.Last.Select(one => new SeatMemory(one.Key, one.Value.Graphic, one.Value.Card))];

    public static ImmutableArray<TrailLine> Trail(Stage stage) => [.. stage.Trail.TakeLast(ShownTrail)];

    public static ImmutableArray<TimerView> Timers(Stage stage) => [.. stage.Show.Timers.Select(timer => ViewOf(timer, stage.Air.Timers.Find(run => run.Timer == timer.Id), stage.Show.Canvas.Rate))];

    /// <summary>The very same list until one is changed.</summary>
    public ImmutableArray<BeltView> Belts(AirState air)
    {
        if (_moving is not var (of, views) || of != air.Belts)
        {
            views = [.. air.Belts.SelectMany(belt => air.Airings.Where(one => one.Id == belt.Airing).Select(one => new BeltView($"{belt.Airing}/{belt.Part}", one.Graphic, belt.Paused, belt.Program, belt.Lines.ToImmutableSortedDictionary(line => line.Key, line => Short(Emphasis.Strip(Core.Templates.ListRows.InOneLine(line.Value)), LongestWords)!))))];
            _moving = (air.Belts, views);
        }

        return views;
    }

    public static ImmutableArray<FeedView> Feeds(Stage stage) =>
    [
        .. stage.Show.Feeds.Select(feed =>
        {
            var (value, condition) = (stage.Values.GetValueOrDefault(feed.Id), stage.Conditions.GetValueOrDefault(feed.Id, FeedCondition.Unknown));
            var health = stage.HealthOf(feed);
            var now = stage.Kept.Feeds[feed.Id];
            return new FeedView(
                feed.Id,
                health,
                Short(WordsOf(now), 200),
                condition.ReadAt,
                value?.ChangedAt,
                condition.Trouble ?? (health == FeedHealth.Stale ? "Nothing new has come for longer than it should." : null),
                Joined(value?.RowsFor(feed).Trouble, condition.Note),
                [.. (now?.Tables ?? []).Select((table, at) => new TableSize(table.Name, table.RowCount, value!.Tables[at].RowCount, table.Columns.Length))],
                StandOf(stage, feed, now),
                PicturesOf(stage.Kept.Pictures.GetValueOrDefault(feed.Id)),
                feed.Audience && value is not null ? value.Tables[0].RowCount - stage.Kept.Feeds.RowsOf(feed.Id)!.Seen : 0
            );
        }),
    ];

    private static PicturesView? PicturesOf(ImmutableDictionary<string, CellPicture>? pictures)
    {
        if (pictures is null)
        {
            return null;
        }

        if (!PicturesTold.TryGetValue(pictures, out var told))
        {
            var stored = pictures.Where(one => one.Value.Asset is not null).Select(one => $"{one.Key}={one.Value.Asset}").Order(StringComparer.Ordinal).ToList();
            var version = Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(string.Join('\n', stored))))[..16];
            told = new PicturesView(stored.Count, pictures.Count, version, [.. pictures.Values.Select(one => one.Trouble).OfType<string>().Order(StringComparer.Ordinal).Take(ShownTroubles)]);
            PicturesTold.AddOrUpdate(pictures, told);
        }

        return told;
    }

    private static StandView? StandOf(Stage stage, Feed feed, FeedNow? now) =>
        now is null || now.At < 0 ? null : new StandView(stage.Kept.Feeds.Standing(feed.Id), stage.Choices.Stands.GetValueOrDefault(feed.Id)?.IsHeld ?? false, RowSteps.NextOf(stage, feed));

    private static string? Joined(params string?[] sentences) => string.Join(' ', sentences.OfType<string>()) is { Length: > 0 } all ? all : null;

    public static ImmutableArray<FeedShape> Shapes(FeedsNow feeds) => [.. feeds.Feeds.Where(feed => feeds.Values.ContainsKey(feed.Id)).Select(feed => new FeedShape(feed.Id, ShapesOf(feed.Id, feeds[feed.Id]!.Tables), [.. feeds.Values[feed.Id].Tables[0].Columns.Select(column => column.Name)]))];

    public static ImmutableArray<TableShape> ShapesOf(FeedId feed, ImmutableArray<Table> tables) =>
        [.. tables.Select((table, at) => new TableShape(table.Name, [.. table.Columns.Select(column => new ColumnShape(column.Name, column.Kind, FeedWords.WordOf(feed, tables, at, column)))]))];

    /// <summary>What stands in the row that it is on, for a line in a list; else in the first row of another table.</summary>
    private static string? WordsOf(FeedNow? feed)
    {
        var (table, at) = feed is { At: >= 0 } ? (feed.Here, feed.At) : (feed?.Tables.FirstOrDefault(one => one.RowCount > 0), 0);
        return table is null ? null : string.Join(" · ", table.Columns.Select(column => column.Cells[at]).Where(cell => cell.Length > 0).Take(4));
    }

    private static TimerView ViewOf(Timer timer, TimerRun? run, FrameRate rate) =>
        new(
            timer.Id,
            run?.Since is not null,
            run?.AtEnd ?? false,
            TimerFace.ProgramOf(timer, run ?? TimerRun.Fresh(timer, Duration.Zero), rate),
            timer is { Kind: TimerKind.Phases, Phases: { } phases } ? new PhaseView(run?.Phase ?? 0, phases.At(run?.Phase ?? 0).Name, phases.RoundOf(run?.Phase ?? 0)) : null,
            [.. run?.Added ?? []],
            [.. run?.Offered ?? []]
        );

    public static ImmutableArray<LabelView> Labels(Stage stage) =>
        [.. stage.Show.Labels.Select(label => (label, Said: LabelWords.Of(label, stage.Kept.Seen))).Select(one => new LabelView(one.label.Id, one.Said.Text, one.Said.Value, one.Said.Percent, one.Said.IsEmpty))];

    public static SessionView? SessionOf(Stage stage) => stage.Kept.Figures.Session is { } session ? new SessionView(session.No, session.Began, session.Ended, stage.Kept.Figures.Newest, stage.Air.OffersFresh) : null;

    private static string? TakeBackOf(Stage stage) =>
        stage.Air.Acts.LastOrDefault() is not { } act ? null
        : act.Graphic is { } id && stage.Show.Graphic(id) is { } graphic ? $"{act.What}, {graphic.Name}"
        : act.What;

    /// <summary>Stored files, to choose from. The very same list until one comes or goes.</summary>
    public ImmutableArray<AssetView> Assets()
    {
        var all = assets.All();
        if (_files is not var (of, views) || !ReferenceEquals(of, all))
        {
            _files = (all, views = [.. all.Where(asset => asset.Name.Length > 0).Select(asset => AssetView.Of(asset, null))]);
        }

        return views;
    }

    /// <summary>Of all graphics. Most presses change none of them: then it is the very same list as before.</summary>
    public ImmutableArray<SwitchView> Switches(Stage stage)
    {
        if (_latest is not var (of, views) || !of.Kept.SaysLike(stage.Kept))
        {
            var known = _latest is var (before, old) ? old.ToDictionary(view => view.Graphic) : [];
            var same = _latest is { } told && IsSameHead(told.Of, stage) ? told.Of : null;
            views = [.. stage.Show.Graphics.Select(graphic => known.GetValueOrDefault(graphic.Id) is { } view && same is not null && IsUntouched(same, stage, graphic) ? view : SwitchOf(stage, graphic)).OfType<SwitchView>()];
            _latest = (stage, views);
        }

        return views;
    }

    /// <summary>Whether nothing has changed that all switches are made from.</summary>
    private static bool IsSameHead(Stage before, Stage after) =>
        before.Show.Brand == after.Show.Brand
        && before.Show.Canvas == after.Show.Canvas
        && before.Show.NeverShow == after.Show.NeverShow
        && before.Show.OwnSeats == after.Show.OwnSeats
        && before.Show.SeatOrder == after.Show.SeatOrder
        && before.Show.OwnTemplates == after.Show.OwnTemplates
        && before.Air.Timers == after.Air.Timers
        && before.Show.Timers == after.Show.Timers
        && before.Kept.Stale == after.Kept.Stale
        && before.Show.AlertRules == after.Show.AlertRules
        && before.Show.Counting == after.Show.Counting;

    /// <summary>What the show goes by of chat.</summary>
    public ChatDeskView Chat(Stage stage) => ChatDeskView.Of(stage, book);

    /// <summary>Whether nothing has changed that this one is made from: a reading touches only what takes from its feed.</summary>
    private bool IsUntouched(Stage before, Stage after, Graphic graphic) =>
        ReferenceEquals(before.Show.Graphic(graphic.Id), graphic)
        && (graphic.Id != after.Show.ChatRules.Graphic || (ReferenceEquals(before.Kept.Chat.Queue, after.Kept.Chat.Queue) && before.Air.Airings == after.Air.Airings && before.Show.ChatRules == after.Show.ChatRules))
        && before.Choices[graphic.Id] == after.Choices[graphic.Id]
        && shelf.Find(after.Show, graphic.Template)?.Template is { } template
        && Bindings.FeedsOf(graphic, template).All(feed => feed.Value == LabelWords.Name ? ReferenceEquals(before.Kept.Seen, after.Kept.Seen) && before.Show.Labels == after.Show.Labels : feed.Value is ChatWords.Name or ChatWords.Votes ? ReferenceEquals(before.Kept.Chat, after.Kept.Chat) && ReferenceEquals(before.Show, after.Show) : Bindings.IsSame(feed, before.Kept.Feeds, after.Kept.Feeds));

    private SwitchView? SwitchOf(Stage stage, Graphic graphic)
    {
        var chosen = stage.Kept.Chosen(graphic);
        if (shelf.Find(stage.Show, graphic.Template) is not { Template: var template } || book.ContentOf(stage.Show, chosen, chosen.UpCard) is not { } pinned)
        {
            return null;
        }

        try
        {
            // Words without placeholders say the same until they are edited.
            var said = pinned.Content.Row is not null || pinned.Content.Words.Values.Any(Placeholders.Has) ? Said(chosen, template, pinned, stage) : _said.Of((graphic.Id, pinned.Id, stage.Setting, stage.Show.NeverShow), _ => Said(chosen, template, pinned, stage));
            return said with { Untouched = Untouched(template, chosen) };
        }
        catch (Exception error)
        {
            logger.LogError(error, "The switch of {Graphic} could not be made.", graphic.Id);
            return new SwitchView(graphic.Id, "This cannot be drawn", null, false, [], false);
        }
    }

    private SwitchView Said(Chosen chosen, Core.Templates.Template template, Pinned pinned, Stage stage)
    {
        var (words, _, hits) = book.Words.SaidNow(template, pinned.Content, stage.Kept);
        var picture = book.PictureOf(pinned, stage.Kept);
        var fits = picture.Fits;
        // A number that only moves a meter is not read by anybody.
        bool IsRead(Core.Templates.Field field) => field.Kind != Core.Templates.FieldKind.Number || fits.Any(fit => fit.Field == field.Name);
        var timers = template.Fields.ToDictionary(field => field.Name, field => TimerWords.In(pinned.Content.Words[field.Name]));
        var shown = template
            .Fields.Where(field => field.Kind != Core.Templates.FieldKind.Picture && timers[field.Name] is null && IsRead(field))
            .OrderByDescending(field => field.Start is not null)
            .Select(field => field.Kind == Core.Templates.FieldKind.List ? Core.Templates.ListRows.InOneLine(words[field.Name]) : words[field.Name].ReplaceLineEndings(" "))
            .Where(text => text.Length > 0);
        return new SwitchView(
            chosen.Graphic.Id,
            stage.Show.ChatRules.Graphic == chosen.Graphic.Id && stage.Air.Of(chosen.Graphic.Id) is not { Holds: true } ? NextMessage(stage)
            : WordBook.WhyNoHand(pinned.Content, chosen.Graphic, showsChat: false) is null ? Short(Emphasis.Strip(string.Join(" · ", shown)), LongestWords)! : ByAlerts,
            timers.Values.FirstOrDefault(timer => timer is not null),
            Untouched(template, chosen),
            fits,
            IsOutside(picture.Box, stage.Show.Canvas),
            hits,
            book.Words.BarOf(pinned.Content, stage.Kept)
        );
    }

    /// <summary>What a press of the graphic that shows messages would show.</summary>
    private string NextMessage(Stage stage) =>
        stage.Kept.Chat.Queue.Waiting is [{ Message: var next }, ..] && stage.Show.NeverShow is var list
            ? Short($"{book.Words.NameOf(next.Name, list)} · {book.Words.Covered(ChatText.Shown(next.Text, stage.Show.ChatRules), list)}", LongestWords)!
            : ByChat;

    private static bool Untouched(Core.Templates.Template template, Chosen chosen)
    {
        var words = chosen.WordsOf(chosen.UpCard);
        return template.Fields.Any(field => field.Sample.Length > 0 && !words.ContainsKey(field.Name));
    }

    /// <summary>Whether half of it or more lies where no viewer sees it.</summary>
    private static bool IsOutside(Box box, Canvas canvas)
    {
        var (w, h) = (Math.Min(box.Right, canvas.Width) - Math.Max(box.X, 0), Math.Min(box.Bottom, canvas.Height) - Math.Max(box.Y, 0));
        return !box.IsEmpty && Math.Max(0, w) * Math.Max(0, h) < box.W * box.H / 2;
    }

    private static string? Short(string? text, int most) => text is { Length: var length } && length > most ? text[..most] + "…" : text;
}
