using NodaTime;

namespace SideLamp.Core.Airing;

/// <summary>
/// One step of the engine: a command, or time that passes. The rules stand in parts, each resting on those before it: a seat, who
/// makes way, whose turn it is, one graphic, all of them, timers, belts, cues, what comes by itself, what is lit while something is so, what is due, what is taken back.
/// </summary>
internal sealed class EngineStep
{
    /// <summary>Three are many: a show goes on, whatever a mistake here would do.</summary>
    private const int MostRounds = 20;

    private readonly Scene _scene;
    private readonly MakingWay _makingWay;
    private readonly Alerting _alerting;
    private readonly Lighting _lighting;
    private readonly Blackout _blackout;
    private readonly Timing _timing;
    private readonly AddingTime _addingTime;
    private readonly Belting _belting;
    private readonly ActMemory _memory;
    private readonly CueRunning _cues;
    private readonly ByItself _byItself;
    private readonly Watching _watching;
    private readonly Dues _dues;
    private readonly TakingBack _takingBack;

    /// <param name="until">As of a <see cref="Scene"/>.</param>
    public EngineStep(AirState state, IAirFacts facts, Instant until)
    {
        _scene = new Scene(state, facts, until);
        var seating = new Seating(_scene);
        _makingWay = new MakingWay(_scene, seating);
        _alerting = new Alerting(_scene, seating, _makingWay);
        _lighting = new Lighting(_scene, seating, _makingWay);
        _blackout = new Blackout(_scene, seating, _makingWay);
        _timing = new Timing(_scene);
        _addingTime = new AddingTime(_scene, _timing);
        _belting = new Belting(_scene);
        _memory = new ActMemory(_scene);
        _cues = new CueRunning(_scene, seating, _lighting, _timing, _memory);
        _byItself = new ByItself(_scene, _lighting);
        _watching = new Watching(_scene, seating, _lighting);
        _dues = new Dues(_scene, seating, _timing, _cues, _byItself, _watching);
        _takingBack = new TakingBack(_scene, seating, _makingWay, _lighting, _blackout, _cues);
    }

    public AirState State => _scene.State;

    public Instant Until => _scene.Until;

    /// <summary>Does it, and remembers it where it can be taken back.</summary>
    /// <returns>Why not, when it cannot; then the state is of no use any more.</returns>
    public string? Do(AirCommand command)
    {
        var before = State;
        if (Try(command) is { } refusal)
        {
            return refusal;
        }

        Settle();
        _memory.Remember(before, command);
        return null;
    }

    /// <summary>What waits for its turn, and has it now, begins.</summary>
    public void Settle()
    {
        TakeTurns();
        // What was lit for a condition may wait for its seat, and what that sent away may be what another one waited for.
        for (var (round, before) = (0, default(AirState)); !State.Watches.IsEmpty && !ReferenceEquals(before, State) && round < MostRounds; round++)
        {
            before = State;
            _watching.Settle();
            TakeTurns();
        }
    }

    /// <summary>Whose turn it is: alerts, then what had made way, then what waits for its seat to be free of leavers.</summary>
    private void TakeTurns()
    {
        // Most steps leave nothing that waits for anything.
        if (State.Alerts.IsEmpty && State.Asides.IsEmpty && !State.Airings.Any(airing => airing.Phase == Phase.Waiting))
        {
            return;
        }

        // What has come back, or has lost its seat, may be what an alert waited for: until nothing changes any more.
        for (var (round, before) = (0, default(AirState)); State != before && round < MostRounds; round++)
        {
            before = State;
            _alerting.Next();
            _makingWay.EndAsides();
            _makingWay.BeginWaiting();
        }
    }

    /// <summary>What is due is done; where that fails it is taken out, and time goes on (rule 31).</summary>
    public void Wake(Due due)
    {
        _scene.Alone(() => _dues.Wake(due), state => (state with { Now = Instant.Max(state.Now, due.At) }).Without(due), due.GraphicIn(State), due.Words(_scene.Facts));
        Settle();
    }

    public void EndChains() => _dues.EndChains();

    /// <summary>The instant that was worked towards is reached; commands of longer ago than the window are forgotten.</summary>
    public void MoveOn(Duration window)
    {
        _scene.MoveTo(Until);
        if (!State.Recent.IsEmpty)
        {
            _scene.State = State with { Recent = State.Recent.RemoveRange(State.Recent.Where(one => Until - one.Value > window).Select(one => one.Key)) };
        }
    }

    /// <summary>What has become of it so far.</summary>
    public Step Done() => new(State, [.. _scene.Happenings], [.. _scene.Choices], Uncounts: _scene.Uncounts, Unrow: _scene.Unrow) { Unshown = [.. _scene.Unshown], Faults = [.. _scene.Faults] };

    private string? Try(AirCommand command) =>
        command switch
        {
            Light light => _lighting.LightIt(light),
            Darken dark => _lighting.DarkenIt(dark.Graphic, dark.By),
            Toggle toggle => State.Of(toggle.Graphic) is { Holds: true } ? _lighting.DarkenIt(toggle.Graphic) : _lighting.LightIt(new Light(toggle.Graphic)),
            Push push => _lighting.PushIt(push.Graphic),
            Retouch retouch => _lighting.RetouchIt(retouch),
            StepCard step => _lighting.StepIt(step),
            StepRow row => _scene.StepRow(row),
            Revoke revoke => _lighting.RevokeIt(revoke.Graphic),
            Remove remove => _lighting.RemoveIt(remove.Graphic),
            Recycle cycle => _lighting.RecycleIt(cycle.Graphic),
            BringBack back => _lighting.BringSeatBack(back.Seat),
            Forget forget => _lighting.ForgetSeat(forget.Seat),
            RunCue run => _cues.RunIt(run.Cue, run.By),
            StopCue stop => _cues.StopIt(stop.Cue),
            MoveBelt move => _belting.MoveIt(move),
            SetTimer set => _timing.SetIt(set.Setting),
            FollowClock follow => _timing.FollowClock(follow.Timer),
            GainTime gain => _addingTime.Gain(gain),
            DecideTime decide => _addingTime.Decide(decide),
            SwitchEvery wish => _byItself.SwitchIt(wish),
            Watched watched => _watching.Tell(watched),
            Unwatched unwatched => _watching.Forget(unwatched.Graphic),
            Alert alert => _alerting.Queue(alert),
            Announce news => _alerting.Announce(news),
            Retract gone => _alerting.Retract(gone),
            ClearAudience => _alerting.ClearAudience(),
            SetAlerts set => _alerting.Set(set.Act),
            Hush => _byItself.HushIt(),
            EndHush end => _byItself.EndHush(end.Run),
            CallOff off => _byItself.CallItOff(off),
            LightsOut => _blackout.PutOut(),
            LightsBack => _blackout.BringAllBack(),
            LetThemCome => _blackout.LetCome(),
            TakeBack => _takingBack.UndoLast(),
            _ => throw new ArgumentException($"No such command: {command.GetType().Name}.", nameof(command)),
        };
}
