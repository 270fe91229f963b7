using System.Collections.Immutable;
using System.Text.Json.Serialization;
using NodaTime;
using SideLamp.Core.Tickers;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Airing;

/// <summary>All that is known about what is on air. Immutable; <see cref="Engine"/> makes the next one.</summary>
/// <param name="Now">The latest instant the engine has seen; time never runs backwards here (rule 1).</param>
/// <param name="Airings">In the order of their lighting.</param>
/// <param name="LightsOut">What the newest lights out put out, to be brought back; null = nothing.</param>
/// <param name="Count">Airings so far; the next one's id.</param>
/// <param name="Followers">What comes by itself, in the order it was set off; null = nothing.</param>
public sealed record AirState(
    Instant Now,
    ImmutableArray<Airing> Airings,
    ImmutableList<Remembered>? LightsOut,
    long Count,
    ImmutableList<Following>? Followers = null
)
{
    /// <summary>Commands of the last 60 s, so that a repeat does nothing (rule 30). Kept one by one, apart from the rest.</summary>
    [JsonIgnore]
    public ImmutableDictionary<CommandId, Instant> Recent { get; init; } = ImmutableDictionary<CommandId, Instant>.Empty;

    /// <summary>The graphics whose <em>every</em> is switched on.</summary>
    public ImmutableList<Repeat> Repeats { get; init; } = [];

    /// <summary>Steps of cues that are still to come.</summary>
    public ImmutableList<CueStepAhead> CueSteps { get; init; } = [];

    /// <summary>Alerts that wait for their turn, the next one first.</summary>
    public ImmutableList<QueuedAlert> Alerts { get; init; } = [];

    /// <summary>Alerts made so far; the next one's number.</summary>
    public long AlertCount { get; init; }

    /// <summary>The alert that was shown last, and is still seen perhaps: for one that comes again.</summary>
    public QueuedAlert? LastAlert { get; init; }

    /// <summary>The next alert does not come before; null = it may at once.</summary>
    public Instant? AlertsFrom { get; init; }

    /// <summary>Null = alerts come.</summary>
    public AlertPause? AlertPause { get; init; }

    /// <summary>How fast events have come lately, by rule.</summary>
    public ImmutableList<AlertBurst> Bursts { get; init; } = [];

    /// <summary>The number of the last event that was heard: each adds to the queue and to timers once. Null = none was, and those that are there are not news.</summary>
    public long? Heard { get; init; }

    /// <summary>The session in which each goal was met last: once a session is enough.</summary>
    public ImmutableDictionary<LabelId, long> GoalsMet { get; init; } = ImmutableDictionary<LabelId, long>.Empty;

    /// <summary>Since when nothing has been on air; null = something is, nothing ever was, or the session has turned since.</summary>
    public Instant? DarkSince { get; init; }

    /// <summary>Whether a fresh session is offered.</summary>
    public bool OffersFresh { get; init; }

    public ImmutableList<Aside> Asides { get; init; } = [];

    /// <summary>What each seat held last, until it is told to forget (rule 25).</summary>
    public ImmutableDictionary<SeatId, Remembered> Last { get; init; } = ImmutableDictionary<SeatId, Remembered>.Empty;

    /// <summary>What a person did, the last one last. Kept one by one, apart from the rest.</summary>
    [JsonIgnore]
    public ImmutableList<Act> Acts { get; init; } = [];

    /// <summary>How far each timer has come; one that is not here stands at its beginning.</summary>
    public ImmutableList<TimerRun> Timers { get; init; } = [];

    /// <summary>The belts of what is on air. Kept apart from the rest: they hold words.</summary>
    [JsonIgnore]
    public ImmutableList<BeltRun> Belts { get; init; } = [];

    /// <summary>Of belts that are gone, by graphic and part: the line that was to be told next. Forgotten with the server.</summary>
    [JsonIgnore]
    public ImmutableDictionary<(GraphicId Graphic, string Part), string> Untold { get; init; } = ImmutableDictionary<(GraphicId Graphic, string Part), string>.Empty;

    /// <summary>Acts so far; the next one's number.</summary>
    public long ActCount { get; init; }

    /// <summary>Whether what comes by itself waits since lights out (rule 21), until the lights are back or it is let come.</summary>
    public bool Waits { get; init; }

    /// <summary>How often each source of dues has fallen due lately (rule 31). Forgotten with the server.</summary>
    [JsonIgnore]
    public ImmutableDictionary<string, Tally> Tallies { get; init; } = ImmutableDictionary<string, Tally>.Empty;

    /// <summary>What graphics are lit while it is so (rule 35).</summary>
    public ImmutableList<Watch> Watches { get; init; } = [];

    /// <summary>Null = no hush.</summary>
    public Hushed? Hush { get; init; }

    /// <summary>Whether nothing comes by itself now: the states of note 7 call it <c>auto: held</c>.</summary>
    [JsonIgnore]
    public bool Held => Waits || Hush is not null;

    /// <summary>Whether no alert begins now: nothing comes by itself, or they alone are paused.</summary>
    [JsonIgnore]
    public bool HoldsAlerts => Held || AlertPause is not null;

    public static AirState Dark(Instant now) => new(now, [], null, 0);

    public Airing? Of(GraphicId graphic) => Airings.FirstOrDefault(airing => airing.Graphic == graphic);

    public Airing? HolderOf(SeatId seat) => Airings.FirstOrDefault(airing => airing.Seat == seat && airing.Holds);

    /// <summary>When an airing leaves by itself: when its stay is over, or all that its belts had to tell has passed. Null = it does not.</summary>
    public Instant? StayEndsOf(Airing airing) =>
        Belts.FindAll(belt => belt.Airing == airing.Id) is { IsEmpty: false } belts && belts.TrueForAll(belt => belt.Ends is not null) && belts.Max(belt => belt.Ends) is var over && !(airing.StayEnds < over) ? over : airing.StayEnds;

    public Aside? AsideOf(GraphicId graphic) => Asides.Find(aside => aside.What.Graphic == graphic);

    /// <summary>All looks that the air may still have to show.</summary>
    public IEnumerable<ContentId> Contents() =>
        Airings
            .Select(airing => (ContentId?)airing.Content)
            .Concat(Asides.Select(aside => aside.What.Content))
            .Concat((LightsOut ?? []).Select(one => one.Content))
            .Concat(Acts.SelectMany(act => act.Seats).Select(seat => seat.Before?.Content))
            .Concat(Acts.SelectMany(act => act.Forgotten ?? []).Select(aside => aside.What.Content))
            .OfType<ContentId>();

    /// <summary>
    /// What falls due next, by looking at the state, never by a running timer: tests move the clock, and a restart forgets nothing.
    /// Ties go by kind, then by the order of lighting (rule 2). Null = nothing will happen by itself.
    /// </summary>
    internal Due? NextDue()
    {
        Due? next = null;
        foreach (var airing in Airings)
        {
            if (airing.Phase != Phase.Lit)
            {
                Take(airing.Leg?.End, DueKind.MotionEnd, airing.Id);
                continue;
            }

            Take(StayEndsOf(airing), DueKind.StayEnd, airing.Id);
            Take(airing.StepsAt, DueKind.CardStep, airing.Id);
        }

        Followers?.ForEach(one => Take(one.At, DueKind.Then, default, one));
        Repeats.ForEach(one => Take(one.Next, DueKind.Every, default, one));
        Watches.ForEach(one => Take(one.Due, DueKind.Condition, default, one));
        Timers.ForEach(one => Take(one.Due, DueKind.Timer, default, one));
        CueSteps.ForEach(one => Take(one.At, DueKind.CueStep, default, one));
        foreach (var alert in Alerts)
        {
            foreach (var at in alert.Dues(this))
            {
                Take(at, DueKind.Alert, default, alert);
            }
        }


        return next;

        void Take(Instant? at, DueKind kind, AiringId airing, object? what = null)
        {
            if (at is { } instant && (next is not { } first || instant < first.At || (instant == first.At && kind < first.Kind)))
            {
                next = new Due(instant, kind, airing, what);
            }
        }
    }

    /// <summary>The state without something that is due: where that could not be worked out, it is gone at once and does not come again by itself (rule 31).</summary>
    internal AirState Without(Due due) =>
        due.What switch
        {
            Following following => this with { Followers = Followers?.Remove(following) },
            Repeat repeat => this with { Repeats = Repeats.Remove(repeat) },
            TimerRun timer => this with { Timers = Timers.Replace(timer, timer with { Due = null }) },
            Watch watch => this with { Watches = Watches.Replace(watch, watch with { IsRipe = true, IsSpent = true }) },
            QueuedAlert alert => this with { Alerts = Alerts.Remove(alert) },
            CueStepAhead step => this with { CueSteps = CueSteps.Remove(step) },
            _ => this with { Airings = [.. Airings.SelectMany(airing => airing.Id == due.Airing ? Without(airing, due.Kind) : [airing])] },
        };

    /// <summary>What is on air stays as it is, and what leaves is gone.</summary>
    private Airing[] Without(Airing airing, DueKind kind) =>
        (airing.Phase, kind) switch
        {
            (Phase.Lit, DueKind.CardStep) => [airing with { StepsAt = null }],
            (Phase.Arriving or Phase.Reviving, _) => [airing with { Phase = Phase.Lit, InAt = airing.InAt ?? Now, StayEnds = airing.EndOfStay(Now), StepsAt = null }],
            _ => [],
        };
}

/// <param name="Since">Of the first of them.</param>
public sealed record Tally(Instant Since, int Count);

/// <summary>Work that falls due. At equal instants the order of the kinds decides (rule 2).</summary>
/// <param name="What">The follower, the repeat, the timer, the step of a cue or the alert; null where an airing is meant.</param>
internal readonly record struct Due(Instant At, DueKind Kind, AiringId Airing, object? What = null)
{
    /// <summary>What makes it fall due, again and again perhaps; null = the end of a motion or of a stay, which do not come again by themselves.</summary>
    public string? Source =>
        What switch
        {
            Following following => $"graphic {following.Graphic}",
            Repeat repeat => $"graphic {repeat.Graphic}",
            TimerRun timer => $"timer {timer.Timer}",
            CueStepAhead step => $"cue {step.Cue}",
            _ => null,
        };

    /// <summary>The graphic that it is about; null = it is about none.</summary>
    public GraphicId? GraphicIn(AirState state)
    {
        var airing = Airing;
        return What switch
        {
            Following following => following.Graphic,
            Repeat repeat => repeat.Graphic,
            Watch watch => watch.Graphic,
            QueuedAlert alert => alert.Graphic,
            TimerRun or CueStepAhead => null,
            _ => state.Airings.FirstOrDefault(one => one.Id == airing)?.Graphic,
        };
    }

    /// <summary>In words, where it is about no graphic.</summary>
    public string? Words(IAirFacts facts) =>
        What switch
        {
            TimerRun timer => $"Timer “{facts.Timer(timer.Timer)?.Name}”",
            CueStepAhead step => $"Cue “{step.Name}”",
            _ => null,
        };
}

internal enum DueKind
{
    MotionEnd,
    StayEnd,
    CardStep,
    Then,
    Every,
    Condition,
    Timer,
    CueStep,
    Alert,
}
