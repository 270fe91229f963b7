using System.Collections.Immutable;
using System.Text.Json.Serialization;
using NodaTime;
using SideLamp.Core.Airing;
using SideLamp.Core.Chat;
using SideLamp.Core.Editing;
using SideLamp.Core.Events;
using SideLamp.Core.Feeds;
using SideLamp.Core.Shows;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Loop;

/// <summary>Everything that outlives the server, in pieces that change for one reason each.</summary>
/// <param name="Show">What a person edits.</param>
/// <param name="Choices">What is chosen for the air.</param>
/// <param name="Air">What is on air, and what may come; what may be taken back besides.</param>
/// <param name="Contents">What the air shows, or may have to show again.</param>
/// <param name="Values">The last good words of each feed.</param>
public sealed record Kept(
    Show Show,
    Choices Choices,
    Standby Standby,
    AirState Air,
    ImmutableDictionary<ContentId, Content> Contents,
    ImmutableDictionary<FeedId, FeedValue> Values
)
{
    /// <summary>Since when feeds are stale, of those that are. The one piece that is not kept: it is worked out anew.</summary>
    public ImmutableDictionary<FeedId, Instant> Stale { get; init; } = ImmutableDictionary<FeedId, Instant>.Empty;

    /// <summary>What events count to. Not kept here: it is counted from the events themselves.</summary>
    [JsonIgnore]
    public Figures Figures { get; init; } = Figures.None;

    /// <summary>The same, with what the never-show list bars out of sight.</summary>
    [JsonIgnore]
    public Figures Seen { get; init; } = Figures.None;

    /// <summary>What the show goes by of chat. Kept in a shape of its own (<see cref="KeptChat"/>).</summary>
    [JsonIgnore]
    public ChatState Chat { get; init; } = ChatState.None;

    /// <summary>What can be taken back. Kept edit by edit.</summary>
    [JsonIgnore]
    public History History { get; init; } = History.Empty;

    /// <summary>What was deleted lately. Kept one by one.</summary>
    [JsonIgnore]
    public Bin Bin { get; init; } = Bin.Empty;

    /// <summary>Who is to be thanked.</summary>
    public ThanksList Thanks { get; init; } = ThanksList.Empty;

    /// <summary>Pictures that cells of feeds name, by feed and by what the cell says.</summary>
    public ImmutableDictionary<FeedId, ImmutableDictionary<string, CellPicture>> Pictures { get; init; } = ImmutableDictionary<FeedId, ImmutableDictionary<string, CellPicture>>.Empty;

    /// <summary>All feeds as words see them.</summary>
    [JsonIgnore]
    public FeedsNow Feeds => new(Show.Feeds, Values, Choices.Stands, Choices.Ticks) { Pictures = Pictures, Also = Beside() };

    /// <summary>Whether all that words are made from is the very same: what is lit, in standby or on a switch says what it said. What words may ask for one day has its line here.</summary>
    public bool SaysLike(Kept other) =>
        ReferenceEquals(Show, other.Show)
        && ReferenceEquals(Values, other.Values)
        && ReferenceEquals(Choices, other.Choices)
        && ReferenceEquals(Air.Timers, other.Air.Timers)
        && ReferenceEquals(Stale, other.Stale)
        && ReferenceEquals(Pictures, other.Pictures)
        && ReferenceEquals(Seen, other.Seen)
        && ReferenceEquals(Chat.Runs, other.Chat.Runs)
        && ReferenceEquals(Chat.Votes, other.Chat.Votes)
        && ReferenceEquals(Chat.Bars, other.Chat.Bars);

    private ImmutableDictionary<FeedId, Func<FeedNow>> Beside() =>
        ImmutableDictionary
            .Create<FeedId, Func<FeedNow>>()
            .Add(new(TimerWords.Name), () => FeedNow.OfTables(TimerWords.Tables(Show.Timers, Air.Timers)))
            .Add(new(LabelWords.Name), () => LabelWords.Now(Show.Labels, Seen))
            .Add(new(ChatWords.Name), () => ChatWords.Now(Show.ChatCommands, Chat.Runs))
            .Add(new(ChatWords.Votes), () => ChatWords.VotesNow(Show.Votes, Chat.Votes));

    /// <summary>A graphic with the cards that it has now, and what is chosen of it; null = there is none.</summary>
    public Chosen? Chosen(GraphicId id) => Show.Graphic(id) is { } graphic ? Chosen(graphic) : null;

    /// <summary>A graphic of the show with the cards that it has now, and what is chosen of it.</summary>
    public Chosen Chosen(Graphic graphic) => Choices.Of(RowCards.Of(graphic, Feeds));

    /// <summary>A show of which nothing is on air.</summary>
    public static Kept Of(Show show, Instant now) =>
        new(show, Choices.None, Standby.Empty, AirState.Dark(now), ImmutableDictionary<ContentId, Content>.Empty, ImmutableDictionary<FeedId, FeedValue>.Empty);
}

/// <summary>A line of the as-run record.</summary>
/// <param name="Name">The graphic's name at the time.</param>
public sealed record LogLine(Happening Happening, string? Name);
