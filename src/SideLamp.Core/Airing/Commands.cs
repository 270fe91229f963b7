using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Events;
using SideLamp.Core.Shows;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Airing;

/// <summary>What somebody or something asks of the air.</summary>
public abstract record AirCommand;

/// <summary>Light a graphic with a card; null = the card that is up.</summary>
/// <param name="Alone">Whether what would follow it does not, this time (rule 12).</param>
/// <param name="Outfit">The outfit it wears from now on; null = as it is, empty = all parts show.</param>
public sealed record Light(GraphicId Graphic, CardId? Card = null, Origin Origin = Origin.Person, bool Alone = false, OutfitId? Outfit = null) : AirCommand
{
    /// <summary>What a viewer wrote that it shows; null = what it shows by itself, or nothing.</summary>
    public AlertEvent? Said { get; init; }

    /// <summary>Whether a viewer's command asks for it.</summary>
    public bool ByAudience { get; init; }
}

/// <param name="By">Automatic = it has its reasons; nobody takes that back.</param>
public sealed record Darken(GraphicId Graphic, Origin By = Origin.Person) : AirCommand;

/// <summary>Light what is dark, darken what is lit. For senders that cannot know which (rule 30).</summary>
public sealed record Toggle(GraphicId Graphic) : AirCommand;

/// <summary>Let the edits of a lit graphic go to air (rule 27).</summary>
public sealed record Push(GraphicId Graphic) : AirCommand;

/// <summary>Values were stepped on the desk. What is lit shows them at once; nothing else of it is pushed.</summary>
/// <param name="Content">The look on air with these values; null = the card is not on air.</param>
/// <param name="Counts">What was stepped, so that it can be taken back.</param>
public sealed record Retouch(GraphicId Graphic, ContentId? Content, ImmutableList<Count> Counts) : AirCommand;

/// <summary>A hand has taken a feed to another row, for all words of that feed.</summary>
/// <param name="What">In a few words, such as <c>“Guests”: row 3</c>.</param>
public sealed record StepRow(string What, RowChange Change) : AirCommand;

/// <summary>The next or previous card comes up: in place while it is lit, for the next lighting while it is dark.</summary>
/// <param name="By">1 = the next, −1 = the one before; round and round.</param>
/// <param name="To">A certain card instead.</param>
public sealed record StepCard(GraphicId Graphic, int By, CardId? To = null) : AirCommand;

/// <summary>All of it in one instant, or none of it (rule 20).</summary>
/// <param name="By">What runs it, where that is no person.</param>
public sealed record RunCue(Cue Cue, string? By = null) : AirCommand;

/// <summary>The steps of a cue that are still to come do not come.</summary>
public sealed record StopCue(CueId Cue) : AirCommand;

/// <summary>Starts, pauses or sets a timer.</summary>
public sealed record SetTimer(TimerSetting Setting, Origin Origin = Origin.Person) : AirCommand;

/// <summary>What goes by the time of day follows this machine's clock, which was set, or may have been while nobody ran.</summary>
public sealed record FollowClock(TimerId Timer) : AirCommand;

/// <summary>An event adds time to a timer, by its <see cref="TimeDoor"/>.</summary>
/// <param name="Units">Above 0, to <see cref="MostUnits"/>.</param>
/// <param name="Event">Which one: each adds once.</param>
/// <param name="From">Whose it was.</param>
public sealed record GainTime(TimerId Timer, decimal Units, string Event, string From) : AirCommand
{
    public const decimal MostUnits = 1_000_000;
}

/// <summary>What becomes of time that an event added, or offers.</summary>
public sealed record DecideTime(TimerId Timer, string Event, TimeAct Act) : AirCommand;

public enum TimeAct
{
    /// <summary>What is offered is added: the timer runs on.</summary>
    Take,

    /// <summary>What is offered is not added.</summary>
    Drop,

    /// <summary>What was added is taken away again.</summary>
    Back,
}

/// <summary>What moves in a graphic is paused, goes on, or comes otherwise.</summary>
/// <param name="Item">Of soon and remove: the id of the piece.</param>
public sealed record MoveBelt(GraphicId Graphic, BeltAct Act, string? Item = null) : AirCommand;

public enum BeltAct
{
    Pause,
    Go,

    /// <summary>The next item comes at once.</summary>
    Next,

    /// <summary>An item comes once more, before all others.</summary>
    Soon,

    /// <summary>What shows the item is not seen any more, nor does it come again before the graphic is lit anew; it stays in its list.</summary>
    Remove,
}

/// <summary>Switches a graphic's <em>every</em> on or off (rule 13).</summary>
public sealed record SwitchEvery(GraphicId Graphic, bool On) : AirCommand;

/// <summary>Whether what a graphic is lit while it is so, is so (rule 35).</summary>
/// <param name="On">How long it must be so before the graphic comes.</param>
/// <param name="Off">How long it must be otherwise before it goes.</param>
public sealed record Watched(GraphicId Graphic, bool Holds, Duration On, Duration Off) : AirCommand;

/// <summary>A graphic is lit by nothing of that kind any more.</summary>
public sealed record Unwatched(GraphicId Graphic) : AirCommand;

/// <summary>It must not be on air any more: it goes at once, and nothing brings it back (rule 37).</summary>
public sealed record Revoke(GraphicId Graphic) : AirCommand;

/// <summary>A graphic is lit as an alert, when its turn comes (rules 17 to 19).</summary>
/// <param name="PushesAside">Whether it takes the seat of what a hand lit.</param>
public sealed record Alert(GraphicId Graphic, CardId? Card = null, bool PushesAside = false) : AirCommand;

/// <summary>Viewers did something that rules have alerts for.</summary>
/// <param name="Alerts">Each with its rule and what it tells, in the order of their arrival.</param>
/// <param name="Missed">Those that come too late to be shown: who they are about is to be thanked otherwise.</param>
public sealed record Announce(ImmutableArray<QueuedAlert> Alerts, ImmutableArray<QueuedAlert> Missed) : AirCommand;

/// <summary>An event was taken back (rule 37).</summary>
public sealed record Retract(ViewerEvent Event) : AirCommand;

/// <summary>All that chat and events have lit leaves at once, and nothing brings it back; alerts wait (rule 38).</summary>
public sealed record ClearAudience : AirCommand;

/// <summary>What a hand does with all alerts.</summary>
public sealed record SetAlerts(AlertAct Act) : AirCommand;

public enum AlertAct
{
    /// <summary>None begins.</summary>
    Pause,
    GoOn,

    /// <summary>The one on air goes; if none is, the next one does not come.</summary>
    Skip,

    /// <summary>The last one comes again.</summary>
    Repeat,

    /// <summary>None of those that wait comes.</summary>
    Clear,
}

/// <summary>What comes by itself waits (rule 28).</summary>
public sealed record Hush : AirCommand;

/// <summary>The hush is over.</summary>
/// <param name="Run">Whether what waited comes now; otherwise it is dropped.</param>
public sealed record EndHush(bool Run) : AirCommand;

/// <summary>One thing that waits for its turn does not come.</summary>
/// <param name="Alert">The number of the alert; null = none, but its <em>every</em> that a hush holds back.</param>
public sealed record CallOff(GraphicId Graphic, long? Alert) : AirCommand;

/// <summary>What the seat held last is lit again (rule 25).</summary>
public sealed record BringBack(SeatId Seat) : AirCommand;

/// <summary>The seat forgets what it held last (rule 25).</summary>
public sealed record Forget(SeatId Seat) : AirCommand;

/// <summary>Takes back what a person did last, where nothing has changed since (rule 24).</summary>
public sealed record TakeBack : AirCommand;

/// <summary>Everything dark at once. A second time while things are still leaving cuts them (rule 21).</summary>
public sealed record LightsOut : AirCommand;

/// <summary>What lights out put out is lit again (rule 23).</summary>
public sealed record LightsBack : AirCommand;

/// <summary>What comes by itself comes again after lights out; what was put out stays dark (rule 21).</summary>
public sealed record LetThemCome : AirCommand;

/// <summary>How the cards of a graphic come up by themselves was changed: from now on (rule 44).</summary>
public sealed record Recycle(GraphicId Graphic) : AirCommand;

/// <summary>The graphic is deleted: it is gone from the air in the same step (rule 26).</summary>
public sealed record Remove(GraphicId Graphic) : AirCommand;

/// <summary>What a graphic would show if it were lit now.</summary>
/// <param name="Arrive">Length of its arrival.</param>
/// <param name="Leave">Length of its departure.</param>
/// <param name="WaitsForLeaver">Rule 3: “after” instead of “across”.</param>
/// <param name="Cards">All its cards, in their order.</param>
/// <param name="Covers">Whether it sends everything else aside (rule 32).</param>
public sealed record Prepared(
    GraphicId Graphic,
    CardId Card,
    SeatId Seat,
    TemplateId Template,
    ContentId Content,
    Duration? Stay,
    Duration Arrive,
    Duration Leave,
    bool WaitsForLeaver,
    ImmutableArray<CardId> Cards,
    Follow? Then = null,
    Duration? Every = null,
    Cycle? Cycle = null,
    bool Covers = false
)
{
    /// <summary>Whether its stay counts from when its card comes up, as that of a video does, and not from the end of its arrival.</summary>
    public bool StaysFromUp { get; init; }

    /// <summary>Of a card whose row is gone (rule 40): where it stood, so that the next one is the one that stands there now. Null = it is there.</summary>
    public int? GoneAt { get; init; }

    /// <summary>Why it is not lit, in a sentence; null = it may be.</summary>
    public string? Unlit { get; init; }
}

/// <summary>What the engine needs to know but does not work out: it never lays anything out.</summary>
public interface IAirFacts
{
    /// <summary>Null when there is no such graphic.</summary>
    /// <param name="card">Null = the card that is up; so is one that is gone.</param>
    /// <param name="outfit">Null = the one it wears; empty = all parts show.</param>
    /// <param name="said">What an alert tells; null = nothing.</param>
    Prepared? Prepare(GraphicId graphic, CardId? card, OutfitId? outfit = null, AlertEvent? said = null);

    /// <summary>Between two alerts.</summary>
    Duration AlertGap { get; }

    /// <summary>Whether a content must not be on air now (rule 37).</summary>
    bool IsBarred(ContentId content);

    /// <summary>What the streamer calls it, for sentences.</summary>
    string NameOf(GraphicId graphic);

    /// <summary>Null when there is no such timer.</summary>
    Timer? Timer(TimerId timer);

    /// <summary>Null when there is no such cue.</summary>
    Cue? Cue(CueId cue);

    /// <summary>By how much this machine's clock has been set ahead of the engine's.</summary>
    Duration Skew { get; }

    /// <summary>When the time of day comes next that a timer counts to; of one on a certain day when it comes or came.</summary>
    Instant Next(Timer timer, Instant now);

    /// <summary>The day in a timer's zone, when its clock stood at midnight, by its offset of now, and when that will be set.</summary>
    (LocalDate Today, Instant Midnight, ImmutableArray<ClockShift> Shifts) DayOf(Timer timer, Instant now);

    /// <summary>Lengths of the arrival and the departure of a content; null when nothing is known of it any more.</summary>
    (Duration Arrive, Duration Leave)? MotionOf(ContentId id);
}

public enum HappeningKind
{
    Lit,
    Darkened,

    /// <summary>It has left the picture.</summary>
    Gone,

    /// <summary>It showed other words, or another card, without leaving.</summary>
    Changed,
    LightsOut,
    LightsBack,

    /// <summary>It would have come by itself, and did not: its seat was a person's, or it was lit already (rule 14).</summary>
    Skipped,

    /// <summary>It made way for an alert or a full-frame graphic, and comes back.</summary>
    Aside,
    Cue,

    /// <summary>What a person did last was taken back.</summary>
    TakenBack,
    Hush,
    HushOver,

    /// <summary>An alert, or a step of a cue, that fell due while nobody was there (rule 29).</summary>
    Missed,

    /// <summary>A ticker or roll was paused, or told to go otherwise.</summary>
    BeltMoved,

    /// <summary>A feed stands on another row.</summary>
    RowStepped,

    /// <summary>A timer came to zero.</summary>
    TimerEnded,

    /// <summary>A phase of a timer began by itself.</summary>
    PhaseBegan,

    /// <summary>An event added time to a timer, or would.</summary>
    TimeAdded,
    EverySwitchedOn,
    EverySwitchedOff,

    /// <summary>So much had fallen due that what comes by itself was switched off (rule 29).</summary>
    ChainsEnded,

    /// <summary>After lights out, what comes by itself comes again.</summary>
    LetCome,

    /// <summary>It was on air, and must not be: it went at once (rule 37).</summary>
    Revoked,

    /// <summary>One source fell due again and again, and was switched off (rule 31).</summary>
    SwitchedOff,

    /// <summary>It had its turn, could not be worked out, and was left out (rule 31).</summary>
    LeftOut,

    /// <summary>So many events came that those of one rule are only counted for now.</summary>
    Quieted,
    AlertsPaused,
    AlertsGoOn,

    /// <summary>A hand entered or corrected what is counted, or turned the session.</summary>
    Figures,

    /// <summary>All that the audience sent was taken off the air.</summary>
    AudienceCleared,

    /// <summary>Something in chat: a vote, a command, what was taken back; told in a sentence.</summary>
    Chat,
}

/// <summary>Something that happened on air, for the log.</summary>
/// <param name="Shown">Of <see cref="HappeningKind.Gone"/>: how long it had been in the picture.</param>
/// <param name="What">Of a cue or a timer: its name; of what was taken back: what it was; of figures: all of it, in a sentence.</param>
/// <param name="By">What a person did it with, such as <c>key 4</c>; null = the desk, or nobody.</param>
public sealed record Happening(Instant At, HappeningKind Kind, GraphicId? Graphic, Origin Origin, Duration? Shown = null, string? What = null, string? By = null);

/// <summary>Which card of a graphic is up from now on, and what it wears: a choice for the air, and no edit.</summary>
/// <param name="Outfit">Null = as it is; empty = all parts show.</param>
public sealed record Choice(GraphicId Graphic, CardId? Card, OutfitId? Outfit = null);

/// <summary>What came of a command.</summary>
/// <param name="Refusal">Why nothing was done, in a sentence; null when it was done.</param>
/// <param name="Uncounts">Stepped values that are taken back with it; null = none.</param>
/// <param name="Unrow">A feed's row that is taken back with it; null = none.</param>
public sealed record Step(AirState State, ImmutableArray<Happening> Happenings, ImmutableArray<Choice> Choices, string? Refusal = null, ImmutableList<Count>? Uncounts = null, RowChange? Unrow = null)
{
    /// <summary>What alerts would have told that were not shown.</summary>
    public ImmutableArray<AlertEvent> Unshown { get; init; } = [];

    /// <summary>What could not be worked out and was left out, for the developer's log.</summary>
    public ImmutableArray<string> Faults { get; init; } = [];
}
