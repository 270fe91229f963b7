using NodaTime;
using SideLamp.Core.Events;

namespace SideLamp.Core.Airing;

/// <summary>The state while one command or one due thing is being worked out: a scratch pad, never kept.</summary>
/// <param name="until">The instant that is being worked towards: what falls due long before it is overdue (rule 29).</param>
internal sealed class Scene(AirState state, IAirFacts facts, Instant until)
{
    /// <summary>What fell due longer ago than this is overdue: the server slept, or was not there (rule 29).</summary>
    public static readonly Duration Overdue = Duration.FromSeconds(10);

    /// <summary>How long an alert stays whose graphic has no stay: it must leave by itself.</summary>
    public static readonly Duration AlertStay = Duration.FromSeconds(6);

    public AirState State { get; set; } = state;

    public IAirFacts Facts => facts;

    public Instant Until => until;

    /// <summary>Whether nobody has looked for so long that much may be overdue.</summary>
    public bool Asleep { get; } = until - state.Now > Overdue;

    public List<Happening> Happenings { get; } = [];

    public List<Choice> Choices { get; } = [];

    /// <summary>What alerts would have told that are not shown.</summary>
    public List<AlertEvent> Unshown { get; } = [];

    /// <summary>Stepped values that were taken back; null = none.</summary>
    public System.Collections.Immutable.ImmutableList<Count>? Uncounts { get; set; }

    /// <summary>A feed's row that was taken back; null = none.</summary>
    public RowChange? Unrow { get; set; }

    /// <summary>A feed was taken to another row.</summary>
    public string? StepRow(StepRow step)
    {
        Happenings.Add(new Happening(State.Now, HappeningKind.RowStepped, null, Origin.Person, What: step.What));
        return null;
    }

    /// <summary>As of the facts; what this very step has chosen before holds for the rest of it.</summary>
    /// <param name="said">What an alert tells; null = what lights it now tells, or nothing.</param>
    public Prepared? Prepare(GraphicId graphic, CardId? card, OutfitId? outfit, AlertEvent? said = null)
    {
        for (var at = Choices.Count - 1; at >= 0; at--)
        {
            if (Choices[at].Graphic == graphic)
            {
                card ??= Choices[at].Card;
                outfit ??= Choices[at].Outfit;
            }
        }

        return facts.Prepare(graphic, card, outfit, said ?? State.Of(graphic)?.Said);
    }

    /// <summary>Whether what comes by itself may take a seat: nobody's hand has lit what sits there, or what has made way and comes back there (rule 14).</summary>
    public bool IsFree(SeatId seat) =>
        State.HolderOf(seat) is null or { Origin: Origin.Automatic } && State.Asides.TrueForAll(aside => aside.What.Seat != seat || aside.What.Origin != Origin.Person);

    /// <summary>What could not be worked out, for the developer's log.</summary>
    public List<string> Faults { get; } = [];

    /// <summary>
    /// Works on one of several things. Where that fails nothing of it is done, the thing is taken out, and that is said (rule 31): it
    /// would fail again, and all else goes on.
    /// </summary>
    /// <param name="without">The state without it: it does not come again by itself.</param>
    /// <param name="about">The graphic whose name says what it was.</param>
    /// <param name="what">What it was, where no graphic's name says it.</param>
    public void Alone(Action act, Func<AirState, AirState> without, GraphicId? about, string? what = null)
    {
        var (state, happenings, choices, unshown, uncounts, unrow) = (State, Happenings.Count, Choices.Count, Unshown.Count, Uncounts, Unrow);
        try
        {
            act();
        }
        catch (Exception error)
        {
            (State, Uncounts, Unrow) = (without(state), uncounts, unrow);
            Happenings.RemoveRange(happenings, Happenings.Count - happenings);
            Choices.RemoveRange(choices, Choices.Count - choices);
            Unshown.RemoveRange(unshown, Unshown.Count - unshown);
            Happenings.Add(new Happening(State.Now, HappeningKind.LeftOut, about, Origin.Automatic, What: what));
            Faults.Add($"{error}");
        }
    }

    public void MoveTo(Instant instant) => State = State with { Now = Instant.Max(State.Now, instant) };

    /// <summary>An airing in place of the same one as it was.</summary>
    public void Put(Airing airing)
    {
        var at = 0;
        while (State.Airings[at].Id != airing.Id)
        {
            at++;
        }

        State = State with { Airings = State.Airings.SetItem(at, Leaving(airing)) };
    }

    /// <summary>Gone from the air, at once.</summary>
    public void Drop(Airing? airing)
    {
        if (airing is null)
        {
            return;
        }

        State = State with { Airings = State.Airings.RemoveAll(one => one.Id == airing.Id), AlertsFrom = airing.Origin == Origin.Alert ? State.Now + facts.AlertGap : State.AlertsFrom };
        // What only waited was never shown, and is not logged as shown (rule 9).
        if (airing.OnAirSince is { } since)
        {
            Note(HappeningKind.Gone, airing, State.Now - since);
        }
    }

    public void Note(HappeningKind kind, Airing airing, Duration? shown = null) =>
        Happenings.Add(new Happening(State.Now, kind, airing.Graphic, airing.Origin, shown));

    /// <summary>An alert always leaves by itself, whatever was made of its graphic meanwhile: one that stayed would hold up all others.</summary>
    private Airing Leaving(Airing airing) =>
        airing is { Origin: Origin.Alert, Stay: null }
            ? airing with { Stay = AlertStay, StayEnds = airing.Phase == Phase.Lit ? State.Now + AlertStay : null }
            : airing;
}

/// <summary>A part of the rules, working on the scene it shares with the others.</summary>
internal abstract class ScenePart(Scene scene)
{
    protected Scene Scene => scene;

    protected AirState State
    {
        get => scene.State;
        set => scene.State = value;
    }

    protected IAirFacts Facts => scene.Facts;

    protected Prepared? Prepare(GraphicId graphic, CardId? card, OutfitId? outfit = null) => scene.Prepare(graphic, card, outfit);

    protected Instant Now => scene.State.Now;

    protected Instant Until => scene.Until;

    protected bool Asleep => scene.Asleep;

    protected List<Happening> Happenings => scene.Happenings;

    protected List<Choice> Choices => scene.Choices;

    /// <inheritdoc cref="Scene.Alone"/>
    protected void Alone(Action act, Func<AirState, AirState> without, GraphicId? about, string? what = null) => scene.Alone(act, without, about, what);

    protected void Put(Airing airing) => scene.Put(airing);

    protected void Drop(Airing? airing) => scene.Drop(airing);

    protected void Note(HappeningKind kind, Airing airing, Duration? shown = null) => scene.Note(kind, airing, shown);
}
