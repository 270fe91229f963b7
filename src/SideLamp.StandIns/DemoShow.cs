using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Brands;
using SideLamp.Core.Chat;
using SideLamp.Core.Events;
using SideLamp.Core.Feeds;
using SideLamp.Core.Frame;
using SideLamp.Core.Shows;
using SideLamp.Core.Tables;
using SideLamp.Core.Timers;

namespace SideLamp.StandIns;

/// <summary>“The Lantern Cloth”: Odalys Thrupp streams the moths that come to a lit cloth. All names are made up.</summary>
public static class DemoShow
{
    /// <summary>What its feeds read ends on these; the other shipped files are pictures.</summary>
    public static readonly ImmutableArray<string> Sources = [".txt", ".csv"];

    public const string Name = "The Lantern Cloth";

    public const string ClothFile = "on-the-cloth.txt";
    public const string SightingsFile = "sightings.csv";

    /// <param name="files">The folder that holds the demo's files, which the stand-ins change.</param>
    /// <param name="web">Where the stand-in for the web is, such as <c>http://127.0.0.1:7311</c>.</param>
    /// <param name="token">Of the one output.</param>
    /// <param name="portrait">A stored picture for one of the guests.</param>
    /// <param name="logo">The club's logo.</param>
    /// <param name="mark">The club's logo without its letters.</param>
    public static Show Make(string files, string web, string token, AssetId portrait, AssetId logo, AssetId mark) =>
        new(
            Name,
            Canvas.FullHd,
            Brand.Night with { Logo = logo, Alternates = [mark] },
            [
                Graphic(
                    "names",
                    "Names",
                    "name",
                    "lower-left",
                    "1",
                    Words(("name", "Odalys Thrupp"), ("role", "garden moth recorder")),
                    Words(("name", "Benedek Carraway"), ("role", "paints moths from life")),
                    Words(("name", "Ilse Okonjo-Marsh"), ("role", "hedgerow warden"), ("picture", portrait.Value)),
                    Words(("name", "Pim"), ("role", "holds the torch"))
                ) with { NextKey = "r" },
                Graphic("moth", "Moth in view", "caption", "lower-left", "2", Words(("text", "On the cloth: {{ cloth.text }}"), ("below", "by the garden lamp, tonight"))),
                Graphic("lamp", "Lamp is on", "live-bug", "upper-right", "3", Words(("text", "The lamp is on"))),
                Graphic("place", "Hollow Lane garden", "place-bug", "upper-left", "4", Words(("place", "Hollow Lane garden"))),
                Graphic(
                    "quote",
                    "Species quote",
                    "quote",
                    "lower-right",
                    "5",
                    Words(
                        ("quote", "“It does not come to the light. It loses the moon, and the lamp is the nearest thing like it.”"),
                        ("who", "Benedek Carraway"),
                        ("where", "field book, page 12")
                    )
                ) with { Stay = Duration.FromSeconds(20) },
                Graphic("guests", "From the guest list", "name", "lower-left", "u", Words(("name", "Tonight’s guest"), ("role", ""), ("picture", ""))) with
                {
                    Key = null,
                    CardsFrom = new CardsFrom(new FeedId("guests"), Words(("name", "{{ guests.name }}"), ("role", "{{ guests.role }}"), ("picture", "{{ guests.picture }}"))),
                },
                Graphic("goal", "Hedgerow goal", "goal", "lower-right", "6", Words(("cause", "Hedgerow fund"), ("reached", "{{ labels.hedgerow_value }}"), ("goal", "{{ labels.hedgerow_target }}"))),
                Graphic("question", "Chat question", "chat-message", "left", "7", Words(("who", "{{ event.name }}"), ("message", "{{ event.words }}"), ("initial", "{{ event.initial }}"), ("picture", "{{ event.picture }}"))) with { Stay = Duration.FromSeconds(20) },
                Graphic("to-see", "Still to see", "checklist", "upper-left", "8", Words(("title", "Still to see"), ("items", "{% for row in species.rows %}{% if row.done %}[x] {% else %}[ ] {% endif %}{{ row.text }}\n{% endfor %}"))),
                Graphic("count", "Moth / beetle count", "score", "upper-middle", "9", Words(("leftName", "moths"), ("leftCount", "37"), ("rightName", "beetles"), ("rightCount", "12"))) with { CountKeys = ImmutableSortedDictionary<string, CountKeys>.Empty.Add("leftCount", new CountKeys("m", null)).Add("rightCount", new CountKeys("h", null)) },
                Graphic("readings", "Garden readings", "label", "upper-right", "g", Words(("what", "on the cloth"), ("value", "{{ garden.cloth_temperature }}° · dark {{ garden.darkness }} %"))),
                Graphic(
                    "vote",
                    "Lamp vote",
                    "vote",
                    "right",
                    "v",
                    Words(("question", "{{ votes.lamp.question }}"), ("a", "{{ votes.lamp.a }}"), ("aShare", "{{ votes.lamp.a_share }}"), ("b", "{{ votes.lamp.b }}"), ("bShare", "{{ votes.lamp.b_share }}"), ("c", ""), ("note", "type A or B · {{ votes.lamp.total }} votes"))
                ),
                Graphic("check", "Next lamp check", "corner-timer", "lower-middle", "t", Words(("time", "{{ timers.check }}"), ("label", "lamp check"), ("left", "65"))) with { Place = Placement.Plain with { X = -117 } },
                Graphic("sighting", "Send your sighting", "reach-us", "lower-right", "s", Words(("lead", "Seen one at home?"), ("address", "hollow-lane.example/sightings"))) with { Stay = Duration.FromSeconds(12), Every = Duration.FromMinutes(8) },
                Graphic(
                    "count-us",
                    "Count with us",
                    "qr",
                    "right",
                    "c",
                    Words(("code", "https://hollow-lane.example/count"), ("title", "Count moths with us"), ("below", "Hollow Lane Moth Club"))
                ),
                Graphic("club", "Club logo", "logo-bug", "upper-right", "l", Words(("below", "{% if moon.night.rise %}moon up at {{ moon.night.rise }}{% endif %}"))),
                Graphic("ends", "Show ends", "corner-timer", "upper-middle", "e", Words(("time", "{{ timers.ends }}"), ("label", "until the lamp goes out"), ("left", "94"))),
                Graphic("on-for", "Lamp on for", "stopwatch", "upper-left", "o", Words(("time", "{{ timers.lamp }}"), ("label", "the lamp has been lit"))),
                Graphic("follower", "Latest follower", "label", "left", "f", Words(("what", "latest follower"), ("value", "{{ labels.latest_follower }}"))),
                Graphic("top-tip", "Top tip", "label", "lower-middle", "p", Words(("what", "top tip tonight"), ("value", "{{ labels.top_tip }}"))),
                Graphic("follow", "New follower", "alert-corner", "middle", "a", Words(("what", "New follower"), ("who", "{{ event.name }}"))) with { Key = null, Stay = Duration.FromSeconds(6), Sound = new Sound("bell", 0.7) },
                Graphic("tip", "Tip", "alert-center", "middle", "i", Words(("what", "A tip for the hedgerow"), ("who", "{{ event.name }}"), ("number", "{{ event.amount }}"))) with { Key = null, Stay = Duration.FromSeconds(8), Sound = new Sound("two steps up", 0.8) },
                Graphic("met", "Goal met", "alert-moment", "full-frame", "", Words(("what", "The hedgerow is saved"), ("who", "{{ event.name }}"), ("number", "{{ event.amount }}"))) with { Key = null, Stay = Duration.FromSeconds(6) },
                Graphic("sightings", "Sightings", "crawl", "lower-strip", "w", Words(("label", "Tonight"), ("line", "{% for row in sightings.rows limit: 8 %}{{ row.species }} {{ row.count }}\n{% endfor %}{% for row in gardens.rows limit: 3 %}{{ row.garden }}: {{ row.moths_tonight }}\n{% endfor %}"))),
                Graphic("notes", "Field notes", "flip", "lower-strip", "n", Words(("label", "Field notes"), ("line", "{% for row in notes.rows limit: 6 %}{{ row.title }}\n{% else %}The hedge was cut too early again; the ivy is in flower.{% endfor %}"))),
                Graphic(
                    "soon",
                    "Starting soon",
                    "starting-soon",
                    "full-frame",
                    "q",
                    Words(("over", "The Lantern Cloth begins in"), ("time", "{{ timers.soon }}"), ("title", "Moths at the cloth, with Odalys Thrupp"), ("done", "58"))
                ),
                Graphic("break", "Short break", "short-break", "full-frame", "b", Words(("title", "Fetching tea"), ("below", "back when the kettle has boiled{% if questions.rows.size > 1 %} · {{ questions.rows.size }} questions wait{% endif %}"))),
                Graphic("thanks", "Thanks", "credits", "full-frame", "k", Words(("title", "With thanks to"), ("names", "{{ thanks.text }}\n{% for guest in guests.rows %}\n{{ guest.name }}\t{{ guest.role }}{% endfor %}"))),
            ],
            [
                new Feed(new FeedId("cloth"), "Moth on the cloth", Path.Combine(files, ClothFile), Duration.FromMilliseconds(200)),
                new Feed(new FeedId("species"), "Still to see", Path.Combine(files, "still-to-see.txt"), Duration.FromSeconds(1), SourceKind.Checklist) { MayTick = true },
                new Feed(new FeedId("thanks"), "Thanks", Path.Combine(files, "thanks.txt"), Duration.FromSeconds(5)),
                new Feed(new FeedId("sightings"), "Sightings", Path.Combine(files, SightingsFile), Duration.FromSeconds(1), SourceKind.Csv),
                Web(web, "garden", "Garden readings", GardenSources.Garden, 2, SourceKind.Json),
                Web(web, "notes", "Field notes", GardenSources.Notes, 10, SourceKind.News),
                Web(web, "moon", "Moonrise", GardenSources.Moon, 60, SourceKind.Xml),
                Web(web, "gardens", "Other gardens", GardenSources.Gardens, 10, SourceKind.Csv),
                Web(web, "guests", "Guests", GardenSources.Guests, 30, SourceKind.Sheet),
                Web(web, "questions", "Questions", GardenSources.Questions, 2, SourceKind.Json),
            ],
            [new Output(new OutputId("main"), "Main picture", token)],
            LiveEdits: false,
            LookFirst: false,
            Wardrobe: [ReadyBrands.All[1] with { Logo = mark, Alternates = [logo] }],
            OwnSeats: [],
            SeatOrder: [],
            KeepClear: [],
            OwnTemplates: [],
            SavedFinishes: []
        )
        {
            Cues =
            [
                new Cue(
                    new CueId("opening"),
                    "Opening",
                    "z",
                    [
                        new CueStep(Duration.Zero, true, [Lit("place"), Lit("lamp"), Lit("names", "c1")]) { Timers = [Runs("lamp"), Runs("check"), Runs("ends")] },
                        new CueStep(Duration.FromSeconds(8), false, [new CueSetting(new GraphicId("names"), CueAct.Dark), Lit("sightings")]),
                    ]
                ),
                Cue("guest", "Guest on", "x", onlyThese: false, Lit("names", "c2")),
                new Cue(new CueId("check"), "Lamp check", "d", [new CueStep(Duration.Zero, false, [Lit("check"), Lit("readings")]) { Timers = [Runs("check")] }]),
                Cue("break", "Break", "y", onlyThese: true, Lit("break")),
                Cue("goodnight", "Goodnight", "j", onlyThese: true, Lit("thanks")),
            ],
            ChatSources = [new ChatSource(Chat, "Garden chat", "127.0.0.1", new Uri(web).Port, IsTls: false, [GardenChat.Channel])],
            ChatRules = ChatRules.AtFirst with { Graphic = new GraphicId("question"), ViewerDelay = Duration.FromSeconds(9) },
            ChatCommands = [new ChatCommand(new ChatCommandId("guess"), "Guess the species", "!guess", CommandAct.Collect) { IsOn = true }],
            Votes = [new Vote(new VoteId("lamp"), "Which lamp next?", [new VoteOption("A warm", ["A", "warm"]), new VoteOption("B blue", ["B", "blue"])]) { Length = Duration.FromMinutes(1) }],
            AlertRules =
            [
                new AlertRule(new AlertId("follows"), EventKinds.Follow, new GraphicId("follow")),
                new AlertRule(new AlertId("tips"), EventKinds.Tip, new GraphicId("tip")),
                new AlertRule(new AlertId("met"), EventKinds.Goal, new GraphicId("met")) { Turn = AlertTurn.Ahead },
            ],
            Labels =
            [
                new Label(new LabelId("latest_follower"), "Latest follower", EventKinds.Follow, LabelFigure.Latest, CountedOver.Ever, "{{ event.name }}", "nobody yet", "EUR"),
                new Label(new LabelId("top_tip"), "Top tip tonight", EventKinds.Tip, LabelFigure.Top, CountedOver.Session, "{{ event.name }} · {{ event.amount }}", "none yet", "EUR"),
                new Label(new LabelId("hedgerow"), "Hedgerow fund", EventKinds.Tip, LabelFigure.Total, CountedOver.Ever, "{{ event.amount }}", "nothing yet", "EUR") { Target = 600, Start = 391.5m },
            ],
            Timers =
            [
                new Timer(new TimerId("check"), "Lamp check", TimerKind.Down, Duration.FromMinutes(12), LocalTime.Noon, AtZero.Again, Key: "-"),
                new Timer(new TimerId("ends"), "Show ends", TimerKind.Until, Duration.FromMinutes(5), new LocalTime(23, 30), AtZero.Over),
                new Timer(new TimerId("lamp"), "Lamp on for", TimerKind.Up, Duration.FromMinutes(5), LocalTime.Noon, AtZero.Stop),
                new Timer(new TimerId("soon"), "Starting soon", TimerKind.Down, Duration.FromMinutes(5), LocalTime.Noon, AtZero.Stop, new CueId("opening")),
            ],
        };

    /// <summary>What its viewers did before it is opened for the first time.</summary>
    /// <param name="session">When its session began: long enough ago for all of it.</param>
    public static IEnumerable<ViewerEvent> Events(Instant session)
    {
        var seq = 0;
        ViewerEvent Did(string name, string kind, int minutes) => new(0, new EventKey("/stand-in/garden", $"demo-{++seq}"), kind, session + Duration.FromMinutes(minutes)) { Name = name };
        ViewerEvent Tipped(string name, int minutes, long cents, string words) => Did(name, EventKinds.Tip, minutes) with { Unit = "EUR", Size = cents, Words = words };
        yield return Did("brackenedge", EventKinds.Follow, 3);
        yield return Tipped("lanternjar", 8, 350, "for the lamp oil");
        yield return Did("nightjar_nell", EventKinds.Visit, 12) with { Size = 14 };
        yield return Did("mossandco", EventKinds.Member, 17) with { Size = 5, Tier = "Torch bearer" };
        yield return Tipped("oldbarn", 21, 1200, "A tip for the hedgerow");
        yield return Tipped("thornbury", 26, 500, "look under the lavender");
        yield return Did("quietfern", EventKinds.Follow, 31);
    }

    /// <summary>How long before its first opening the demo's session began.</summary>
    public static readonly Duration SessionAge = Duration.FromMinutes(35);

    public static readonly ChatSourceId Chat = new("garden");

    /// <summary>How the lamp vote stood when it was closed, before the demo is opened for the first time.</summary>
    public static VoteRun Voted(Instant now) =>
        Enumerable.Range(0, 31).Aggregate(new VoteRun(1, now - Duration.FromMinutes(12), null, now - Duration.FromMinutes(11), [0, 0]), (so, at) => so.With(new Paper($"demo {at}", at < 18 ? 0 : 1), mayChange: true));

    private static Feed Web(string web, string id, string name, string source, int seconds, SourceKind kind) =>
        new(new FeedId(id), name, $"{web}/{source}", Duration.FromSeconds(seconds), kind, Private: true);

    private static TimerSetting Runs(string timer) => new(new TimerId(timer), TimerAct.Restart);

    private static Cue Cue(string id, string name, string key, bool onlyThese, params ImmutableArray<CueSetting> settings) =>
        new(new CueId(id), name, key, [new CueStep(Duration.Zero, onlyThese, settings)]);

    private static CueSetting Lit(string graphic, string? card = null) => new(new GraphicId(graphic), CueAct.Light, card is null ? null : new CardId(card));

    /// <summary>A show with nothing in it but an output.</summary>
    public static Show Empty(string token) =>
        new("New show", Canvas.FullHd, Brand.Night, [], [], [new Output(new OutputId("main"), "Main picture", token)], LiveEdits: false, LookFirst: false, Wardrobe: [], OwnSeats: [], SeatOrder: [], KeepClear: [], OwnTemplates: [], SavedFinishes: []);

    private static Graphic Graphic(string id, string name, string template, string seat, string key, params ImmutableDictionary<string, string>[] cards)
    {
        var made = cards.Select((words, at) => new Card(new CardId($"c{at + 1}"), words)).ToImmutableArray();
        return new Graphic(new GraphicId(id), name, new TemplateId(template), made, new SeatId(seat), Placement.Plain, null, key, 1, [], ImmutableSortedDictionary<string, Lettering>.Empty);
    }

    private static ImmutableDictionary<string, string> Words(params (string Field, string Text)[] words) =>
        words.ToImmutableDictionary(one => one.Field, one => one.Text);
}
