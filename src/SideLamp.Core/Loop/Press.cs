using System.Collections.Immutable;
using System.Text.Json.Serialization;
using NodaTime;
using SideLamp.Core.Airing;
using SideLamp.Core.Editing;
using SideLamp.Core.Shows;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Loop;

/// <summary>What somebody wants to happen on air: one record a verb.</summary>
/// <param name="Id">Chosen by the sender: a repeat with the same id does nothing.</param>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "verb")]
[JsonDerivedType(typeof(PressLight), "light")]
[JsonDerivedType(typeof(PressDark), "dark")]
[JsonDerivedType(typeof(PressToggle), "toggle")]
[JsonDerivedType(typeof(PressPush), "push")]
[JsonDerivedType(typeof(PressLightsOut), "lightsOut")]
[JsonDerivedType(typeof(PressLightsBack), "lightsBack")]
[JsonDerivedType(typeof(PressLetThemCome), "letThemCome")]
[JsonDerivedType(typeof(PressStep), "step")]
[JsonDerivedType(typeof(PressRow), "row")]
[JsonDerivedType(typeof(PressLetRow), "letRow")]
[JsonDerivedType(typeof(PressTick), "tick")]
[JsonDerivedType(typeof(PressCue), "cue")]
[JsonDerivedType(typeof(PressStopCue), "stopCue")]
[JsonDerivedType(typeof(PressEvery), "every")]
[JsonDerivedType(typeof(PressEveryOff), "everyOff")]
[JsonDerivedType(typeof(PressAlert), "alert")]
[JsonDerivedType(typeof(PressAlerts), "alerts")]
[JsonDerivedType(typeof(PressTest), "test")]
[JsonDerivedType(typeof(PressThank), "thank")]
[JsonDerivedType(typeof(PressSameSession), "sameSession")]
[JsonDerivedType(typeof(PressChat), "chat")]
[JsonDerivedType(typeof(PressVote), "vote")]
[JsonDerivedType(typeof(PressClearAudience), "clearAudience")]
[JsonDerivedType(typeof(PressLetAudience), "letAudience")]
[JsonDerivedType(typeof(PressHush), "hush")]
[JsonDerivedType(typeof(PressHushOver), "hushOver")]
[JsonDerivedType(typeof(PressCallOff), "callOff")]
[JsonDerivedType(typeof(PressBringBack), "bringBack")]
[JsonDerivedType(typeof(PressForget), "forget")]
[JsonDerivedType(typeof(PressTakeBack), "takeBack")]
[JsonDerivedType(typeof(PressTimer), "timer")]
[JsonDerivedType(typeof(PressGain), "gain")]
[JsonDerivedType(typeof(PressTime), "time")]
[JsonDerivedType(typeof(PressBelt), "belt")]
[JsonDerivedType(typeof(PressCount), "count")]
[JsonDerivedType(typeof(PressReset), "reset")]
public abstract record Press(CommandId Id)
{
    private const int LongestHow = 40;

    /// <summary>What it was pressed with, for the trail, such as <c>key 4</c>; null = nothing worth telling.</summary>
    public string? How { get; init; }

    /// <summary>When it was made, by the server's time as the page knows it. One that comes more than 3 s late is refused: nobody means it any more. Null = it is never late.</summary>
    public Instant? At { get; init; }

    /// <summary>What is kept in the same step, before it is shown; null = nothing.</summary>
    public Draft? Draft { get; init; }

    /// <summary><see cref="How"/>, cut to a length that a line has room for.</summary>
    [JsonIgnore]
    public string? Told => How is { Length: > LongestHow } ? How[..LongestHow] : How;

    /// <summary>What it asks of the air; null where it is about values of a card.</summary>
    /// <exception cref="RefusedException">It is about something that is not there.</exception>
    public abstract AirCommand? CommandIn(Show show);
}

/// <summary>Words that the page which presses has typed, and not kept yet: what its standby shows is what its press lights (rule 42).</summary>
/// <param name="Words">By field name.</param>
/// <param name="Revision">The one that it was begun on: where somebody else changed the same words since, all of the press is refused.</param>
public sealed record Draft(GraphicId Graphic, CardId Card, ImmutableDictionary<string, string> Words, long Revision);

/// <param name="Card">Null = the card that is up.</param>
/// <param name="Alone">Whether what would follow does not, this time.</param>
public sealed record PressLight(CommandId Id, GraphicId Graphic, CardId? Card = null, bool Alone = false) : Press(Id)
{
    public override AirCommand CommandIn(Show show) => new Light(Graphic, Card, Alone: Alone);
}

public sealed record PressDark(CommandId Id, GraphicId Graphic) : Press(Id)
{
    public override AirCommand CommandIn(Show show) => new Darken(Graphic);
}

public sealed record PressToggle(CommandId Id, GraphicId Graphic) : Press(Id)
{
    public override AirCommand CommandIn(Show show) => new Toggle(Graphic);
}

public sealed record PressPush(CommandId Id, GraphicId Graphic) : Press(Id)
{
    public override AirCommand CommandIn(Show show) => new Push(Graphic);
}

public sealed record PressLightsOut(CommandId Id) : Press(Id)
{
    public override AirCommand CommandIn(Show show) => new LightsOut();
}

public sealed record PressLightsBack(CommandId Id) : Press(Id)
{
    public override AirCommand CommandIn(Show show) => new LightsBack();
}

/// <summary>What comes by itself comes again after lights out (rule 21).</summary>
public sealed record PressLetThemCome(CommandId Id) : Press(Id)
{
    public override AirCommand CommandIn(Show show) => new LetThemCome();
}

/// <param name="By">1 = the next card, −1 = the one before.</param>
/// <param name="Card">A certain card instead.</param>
public sealed record PressStep(CommandId Id, GraphicId Graphic, int By = 1, CardId? Card = null) : Press(Id)
{
    public override AirCommand CommandIn(Show show) => new StepCard(Graphic, Math.Sign(By), Card);
}

public sealed record PressCue(CommandId Id, CueId Cue) : Press(Id)
{
    public override AirCommand CommandIn(Show show) => new RunCue(show.Cue(Cue) ?? throw RefusedException.NotFound("cue"));
}

public sealed record PressStopCue(CommandId Id, CueId Cue) : Press(Id)
{
    public override AirCommand CommandIn(Show show) => new StopCue(Cue);
}

public sealed record PressEvery(CommandId Id, GraphicId Graphic) : Press(Id)
{
    public override AirCommand CommandIn(Show show) => new SwitchEvery(Graphic, true);
}

public sealed record PressEveryOff(CommandId Id, GraphicId Graphic) : Press(Id)
{
    public override AirCommand CommandIn(Show show) => new SwitchEvery(Graphic, false);
}

/// <summary>As an alert, in its turn; what a hand has lit makes way.</summary>
public sealed record PressAlert(CommandId Id, GraphicId Graphic, CardId? Card = null) : Press(Id)
{
    public override AirCommand CommandIn(Show show) => new Alert(Graphic, Card, PushesAside: true);
}

/// <summary>Alerts are paused or go on, one is skipped, the last one comes again, those that wait are dropped.</summary>
public sealed record PressAlerts(CommandId Id, AlertAct Act) : Press(Id)
{
    public override AirCommand CommandIn(Show show) => new SetAlerts(Act);
}

/// <summary>Alerts of a rule go to air that tell of nobody: they are counted nowhere.</summary>
/// <param name="Count">How many at once: 1 to 50.</param>
public sealed record PressTest(CommandId Id, AlertId Rule, int Count = 1) : Press(Id)
{
    private const int Most = 50;

    public override AirCommand? CommandIn(Show show) =>
        show.AlertRules.FirstOrDefault(rule => rule.Id == Rule) is null ? throw RefusedException.NotFound("alert rule")
        : Count is < 1 or > Most ? throw RefusedException.Faulty([new Fault("/count", $"A test is of 1 to {Most} events.")])
        : null;
}

/// <summary>Somebody was thanked, or not yet after all.</summary>
/// <param name="Seq">For which event; null = everybody.</param>
public sealed record PressThank(CommandId Id, long? Seq = null, bool Done = true) : Press(Id)
{
    public override AirCommand? CommandIn(Show show) => null;
}

/// <summary>A fresh session was offered: the one that is goes on.</summary>
public sealed record PressSameSession(CommandId Id) : Press(Id)
{
    public override AirCommand? CommandIn(Show show) => null;
}

/// <summary>What a hand does with the messages that wait.</summary>
/// <param name="No">Of the message; null = the next one.</param>
/// <param name="Place">Of moving: where it goes, from 0.</param>
public sealed record PressChat(CommandId Id, ChatAct Act, long? No = null, int? Place = null) : Press(Id)
{
    public override AirCommand? CommandIn(Show show) => null;
}

public enum ChatAct
{
    /// <summary>It goes on air.</summary>
    Show,

    /// <summary>The one on air goes.</summary>
    TakeOff,

    /// <summary>It does not come.</summary>
    Drop,

    /// <summary>It stays in the queue when it has been shown.</summary>
    Pin,
    Unpin,
    Move,

    /// <summary>None of those that wait comes, but what is pinned.</summary>
    Clear,

    /// <summary>A command that waits is not done.</summary>
    DropCommand,

    /// <summary>What commands have collected is shown no more.</summary>
    ClearLines,
}

public sealed record PressVote(CommandId Id, VoteId Vote, VoteAct Act) : Press(Id)
{
    public override AirCommand? CommandIn(Show show) => null;
}

public enum VoteAct
{
    Open,
    Close,

    /// <summary>It begins anew, with no votes.</summary>
    Again,

    /// <summary>Its result is forgotten.</summary>
    Forget,
}

/// <summary>All that the audience sent goes, and nothing of it comes by itself until it is let (rule 38).</summary>
public sealed record PressClearAudience(CommandId Id) : Press(Id)
{
    public override AirCommand? CommandIn(Show show) => null;
}

public sealed record PressLetAudience(CommandId Id) : Press(Id)
{
    public override AirCommand? CommandIn(Show show) => null;
}

public sealed record PressHush(CommandId Id) : Press(Id)
{
    public override AirCommand CommandIn(Show show) => new Hush();
}

/// <param name="Run">Whether what waited comes now; otherwise it is dropped.</param>
public sealed record PressHushOver(CommandId Id, bool Run = true) : Press(Id)
{
    public override AirCommand CommandIn(Show show) => new EndHush(Run);
}

/// <param name="Alert">The number of the alert; null = what a hush holds back.</param>
public sealed record PressCallOff(CommandId Id, GraphicId Graphic, long? Alert = null) : Press(Id)
{
    public override AirCommand CommandIn(Show show) => new CallOff(Graphic, Alert);
}

public sealed record PressBringBack(CommandId Id, SeatId Seat) : Press(Id)
{
    public override AirCommand CommandIn(Show show) => new BringBack(Seat);
}

public sealed record PressForget(CommandId Id, SeatId Seat) : Press(Id)
{
    public override AirCommand CommandIn(Show show) => new Forget(Seat);
}

public sealed record PressTakeBack(CommandId Id) : Press(Id)
{
    public override AirCommand CommandIn(Show show) => new TakeBack();
}

/// <param name="By">Of adding: how much, in ms, up to 24 hours; less than nothing takes away. Of setting: to what, 1 s to 24 hours.</param>
public sealed record PressTimer(CommandId Id, TimerId Timer, TimerAct Act, Duration? By = null) : Press(Id)
{
    public override AirCommand CommandIn(Show show)
    {
        if (show.Timer(Timer) is null)
        {
            throw RefusedException.NotFound("timer");
        }

        var setting = new TimerSetting(Timer, Act, By);
        return setting.Fault is { } fault ? throw RefusedException.Faulty([fault]) : new SetTimer(setting);
    }
}

/// <summary>An event adds time to a timer.</summary>
/// <param name="Units">Above 0, to a million.</param>
/// <param name="Event">Which one, 1 to 200 letters: each adds once.</param>
/// <param name="From">Whose it was.</param>
public sealed record PressGain(CommandId Id, TimerId Timer, decimal Units, string Event, string From) : Press(Id)
{
    public override AirCommand CommandIn(Show show) =>
        show.Timer(Timer) is null ? throw RefusedException.NotFound("timer")
        : Units is <= 0 or > GainTime.MostUnits ? throw RefusedException.Faulty([new Fault("/units", "An event has more than 0 and up to a million units.")])
        : Event.Length is 0 or > AddedTime.LongestEvent ? throw RefusedException.Faulty([new Fault("/event", $"Name the event by 1 to {AddedTime.LongestEvent} characters, so that it adds only once.")])
        : Names.FaultIn(From, "/from", "whoever adds time") is { } fault ? throw RefusedException.Faulty([fault])
        : new GainTime(Timer, Units, Event, From);
}

/// <summary>What an event added to a timer, or offers, is taken, dropped or taken back.</summary>
public sealed record PressTime(CommandId Id, TimerId Timer, string Event, TimeAct Act) : Press(Id)
{
    public override AirCommand CommandIn(Show show) => show.Timer(Timer) is null ? throw RefusedException.NotFound("timer") : new DecideTime(Timer, Event, Act);
}

/// <summary>What moves in a lit graphic is paused, goes on, or comes otherwise.</summary>
/// <param name="Item">Of soon and remove: the id of the piece.</param>
public sealed record PressBelt(CommandId Id, GraphicId Graphic, BeltAct Act, string? Item = null) : Press(Id)
{
    public override AirCommand CommandIn(Show show) => new MoveBelt(Graphic, Act, Item);
}

/// <summary>A feed is taken to another row, and held there.</summary>
/// <param name="By">1 = the next row, −1 = the one before, 0 = the one that it stands on; round and round.</param>
/// <param name="Row">The key of a certain row instead.</param>
public sealed record PressRow(CommandId Id, FeedId Feed, int By = 1, string? Row = null) : Press(Id)
{
    public override AirCommand? CommandIn(Show show) => null;
}

/// <summary>A feed that was held stands where its rule has it.</summary>
public sealed record PressLetRow(CommandId Id, FeedId Feed) : Press(Id)
{
    public override AirCommand? CommandIn(Show show) => null;
}

/// <summary>A row that the audience wrote may be seen, or is taken back: then it goes at once, wherever it is (rule 37).</summary>
/// <param name="Row">Its key; null = all that are there.</param>
public sealed record PressTick(CommandId Id, FeedId Feed, string? Row = null, bool On = true) : Press(Id)
{
    public override AirCommand? CommandIn(Show show) => null;
}

/// <summary>A number of a card is stepped, or set.</summary>
/// <param name="By">What is added; null = one.</param>
/// <param name="To">The number itself instead.</param>
public sealed record PressCount(CommandId Id, GraphicId Graphic, string Field, decimal? By = null, decimal? To = null, CardId? Card = null) : Press(Id)
{
    public override AirCommand? CommandIn(Show show) => null;
}

/// <summary>A new round: what is counted begins anew.</summary>
/// <param name="KeepWords">Whether all that is not counted stays.</param>
public sealed record PressReset(CommandId Id, GraphicId Graphic, bool KeepWords = true, CardId? Card = null) : Press(Id)
{
    public override AirCommand? CommandIn(Show show) => null;
}
