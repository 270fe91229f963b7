using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization;
using SideLamp.Core.Brands;
using SideLamp.Core.Chat;
using SideLamp.Core.Events;
using SideLamp.Core.Feeds;
using SideLamp.Core.Frame;
using SideLamp.Core.Text;

namespace SideLamp.Core.Shows;

/// <summary>Everything one stream needs. Immutable: an edit makes a new one.</summary>
/// <param name="LiveEdits">Whether edits of what is lit go to air at once (rule 27).</param>
/// <param name="LookFirst">Whether a press on the desk loads standby instead of lighting.</param>
/// <param name="Wardrobe">The brands that are kept besides the one that is worn; their names differ.</param>
/// <param name="OwnSeats">Besides the twelve named ones.</param>
/// <param name="SeatOrder">Drawing order, lowest first; a seat that is not in it keeps its usual place.</param>
/// <param name="OwnTemplates">The streamer's own, beside the bundled ones.</param>
/// <param name="SavedFinishes">Looks of parts, to be used again in the workshop.</param>
/// <param name="KeepClear">Where graphics had better not stand: the streamer's face, read-outs of a game.</param>
public sealed record Show(
    string Name,
    Canvas Canvas,
    Brand Brand,
    ImmutableArray<Graphic> Graphics,
    ImmutableArray<Feed> Feeds,
    ImmutableArray<Output> Outputs,
    bool LiveEdits,
    bool LookFirst,
    ImmutableArray<Brand> Wardrobe,
    ImmutableArray<Seat> OwnSeats,
    ImmutableArray<SeatId> SeatOrder,
    ImmutableArray<KeepClear> KeepClear,
    ImmutableArray<OwnTemplate> OwnTemplates,
    ImmutableArray<SavedFinish> SavedFinishes
)
{
    public ImmutableArray<Cue> Cues { get; init; } = [];

    public ImmutableArray<Timer> Timers { get; init; } = [];

    /// <summary>Parts of the desk by name; without any the desk is one.</summary>
    public ImmutableArray<DeskPage> DeskPages { get; init; } = [];

    /// <summary>Standing lines about events, and goals.</summary>
    public ImmutableArray<Label> Labels { get; init; } = [];

    /// <summary>Which events light which graphics.</summary>
    public ImmutableArray<AlertRule> AlertRules { get; init; } = [];

    /// <summary>How events are read that come in another program's own shape.</summary>
    public ImmutableArray<Adapter> Adapters { get; init; } = [];

    /// <summary>The chat servers that are listened to.</summary>
    public ImmutableArray<ChatSource> ChatSources { get; init; } = [];

    /// <summary>What of chat may come on screen.</summary>
    public ChatRules ChatRules { get; init; } = ChatRules.AtFirst;

    public ImmutableArray<ChatCommand> ChatCommands { get; init; } = [];

    public ImmutableArray<Vote> Votes { get; init; } = [];

    public AlertPace AlertPace { get; init; } = AlertPace.AtFirst;

    /// <summary>How events are counted.</summary>
    public Counting Counting { get; init; } = Counting.AtFirst;

    public Loudness Loudness { get; init; } = Loudness.Full;

    /// <summary>Words that must not appear, wherever they come from.</summary>
    public NeverShow NeverShow { get; init; } = NeverShow.Nothing;

    /// <summary>All seats, lowest in drawing order first; their <c>Z</c> rises from 0.</summary>
    [JsonIgnore]
    public ImmutableArray<Seat> Seats =>
        [
            .. Frame.Seats.All.AddRange(OwnSeats)
                .OrderBy(seat => SeatOrder.IndexOf(seat.Id) is var at and >= 0 ? at : int.MaxValue)
                .ThenBy(seat => seat.Z)
                .Select((seat, z) => seat with { Z = z }),
        ];

    public Seat? Seat(SeatId id) => Seats.FirstOrDefault(seat => seat.Id == id);

    /// <summary>All brands of the show, in the order of their names.</summary>
    [JsonIgnore]
    public ImmutableArray<Brand> Brands => [.. Wardrobe.Add(Brand).OrderBy(brand => brand.Name, StringComparer.OrdinalIgnoreCase)];

    /// <summary>Another of the show's brands is worn; null when there is none of that name.</summary>
    public Show? Wearing(string name) =>
        name == Brand.Name ? this
        : Brands.FirstOrDefault(brand => brand.Name == name) is { } chosen ? this with { Brand = chosen, Wardrobe = Brands.Remove(chosen) }
        : null;

    /// <summary>What an alert with this graphic might tell, or a message, to look at; null = neither lights it.</summary>
    public AlertEvent? SampleFor(GraphicId id) => AlertRules.FirstOrDefault(rule => rule.Graphic == id) is { } rule ? SampleOf(rule, 0) : ChatRules.Graphic == id ? ShownMessage.Sample : null;

    /// <param name="no">Which of many, from 0.</param>
    public AlertEvent SampleOf(AlertRule rule, int no) =>
        rule.Kind == EventKinds.Goal && Labels.FirstOrDefault(label => label.Target is not null) is { } goal ? AlertEvent.Of(goal) with { IsTest = true } : AlertEvent.Sample(rule.Kind, rule.Least, Counting.Currency, rule.Tier, no);

    /// <summary>What names pictures: a feed, or chat where pictures of viewers are shown; null = there is no such, or no more.</summary>
    public Feed? PicturesFrom(FeedId id) => id == ViewerPictures.Source.Id ? (ChatRules.Pictures ? ViewerPictures.Source : null) : Feed(id);

    public Graphic? Graphic(GraphicId id) => Graphics.FirstOrDefault(graphic => graphic.Id == id);

    public Cue? Cue(CueId id) => Cues.FirstOrDefault(cue => cue.Id == id);

    public Timer? Timer(TimerId id) => Timers.FirstOrDefault(timer => timer.Id == id);

    public Vote? Vote(VoteId id) => Votes.FirstOrDefault(vote => vote.Id == id);

    public Feed? Feed(FeedId id) => Feeds.FirstOrDefault(feed => feed.Id == id);

    public Output? Output(OutputId id) => Outputs.FirstOrDefault(output => output.Id == id);

    public Show With(Graphic graphic) => this with { Graphics = Put(Graphics, graphic, one => one.Id == graphic.Id) };

    public Show With(Cue cue) => this with { Cues = Put(Cues, cue, one => one.Id == cue.Id) };

    /// <summary>Without the graphic, and without what other things say of it.</summary>
    public Show Without(Graphic graphic) =>
        this with
        {
            Graphics = [.. Graphics.Remove(graphic).Select(other => other.Then?.Graphic == graphic.Id ? other with { Then = null } : other)],
            Cues = [.. Cues.Select(cue => cue.Without(graphic.Id))],
            DeskPages = [.. DeskPages.Select(page => page.Graphics.Contains(graphic.Id) ? page with { Graphics = page.Graphics.Remove(graphic.Id) } : page)],
            AlertRules = AlertRules.RemoveAll(rule => rule.Graphic == graphic.Id),
            ChatRules = ChatRules.Graphic == graphic.Id ? ChatRules with { Graphic = null } : ChatRules,
            ChatCommands = ChatCommands.RemoveAll(command => command.Graphic == graphic.Id),
        };

    public Show With(Feed feed) => this with { Feeds = Put(Feeds, feed, one => one.Id == feed.Id) };

    public Show With(Output output) => this with { Outputs = Put(Outputs, output, one => one.Id == output.Id) };

    /// <summary>In place of the one that matches, or at the end.</summary>
    private static ImmutableArray<T> Put<T>(ImmutableArray<T> all, T item, Predicate<T> same)
        where T : class
    {
        var old = all.FirstOrDefault(one => same(one));
        return old is null ? all.Add(item) : all.Replace(old, item);
    }
}

/// <summary>A part of the frame that graphics had better leave free.</summary>
/// <param name="Area">As shares (0 to 1) of the frame.</param>
public sealed record KeepClear(AreaId Id, string Name, Box Area)
{
    public IEnumerable<Fault> Faults()
    {
        if (Names.FaultIn(Name, thing: "the area") is { } unnamed)
        {
            yield return unnamed;
        }

        if (Area.X < 0 || Area.Y < 0 || Area.W <= 0 || Area.H <= 0 || Area.Right > 1.0001 || Area.Bottom > 1.0001)
        {
            yield return new Fault("/area", "An area to keep clear has a width and a height, and lies within the frame.");
        }
    }
}

/// <summary>A template of the streamer's own.</summary>
/// <param name="Source">In the template format (docs/template-format.md).</param>
public sealed record OwnTemplate(TemplateId Id, string Source);

/// <summary>The look of a part under a name.</summary>
/// <param name="Source">A JSON object with the part's properties of looks, as the template format writes them.</param>
public sealed record SavedFinish(FinishId Id, string Name, string Source)
{
    public IEnumerable<Fault> Faults(int longest)
    {
        if (Names.FaultIn(Name, thing: "the finish") is { } unnamed)
        {
            yield return unnamed;
        }

        if (Source.Length > longest || !IsObject(Source))
        {
            yield return new Fault("/source", "A saved finish is a JSON object with properties of a part.");
        }
    }

    private static bool IsObject(string source)
    {
        try
        {
            using var document = JsonDocument.Parse(source);
            return document.RootElement.ValueKind == JsonValueKind.Object;
        }
        catch (JsonException)
        {
            return false;
        }
    }
}
