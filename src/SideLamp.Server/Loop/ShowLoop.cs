using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Diagnostics;
using System.Threading.Channels;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Airing;
using SideLamp.Core.Editing;
using SideLamp.Core.Loop;

namespace SideLamp.Server.Loop;

/// <summary>What came of something that was asked.</summary>
/// <param name="Stage">As it was right after it.</param>
/// <param name="IsKept">Whether it is on the disk by now. What is on air is on air all the same.</param>
public sealed record Answer(Reply Reply, Stage Stage, bool IsKept);

/// <summary>
/// The one reader of everything that changes the show. Presses and edits come through a small queue that answers “busy” when it
/// is full; readings through another, folded by key, so that a flood of values never delays a press, nor what is due.
/// </summary>
public sealed class ShowLoop(Folding folding, LayingAhead ahead, EngineClock clock, Keeper keeper, Stage opening, ILogger<ShowLoop> logger) : BackgroundService
{
    private const int MostPresses = 256;

    /// <summary>Of more of them their worker waits, never a press.</summary>
    private const int MostChat = 2;

    /// <summary>The loop looks at the clock at least so often: a machine that slept is caught up with, and a clock that was set is noticed.</summary>
    private static readonly Duration LongestSleep = Duration.FromSeconds(2);

    /// <summary>A press that waited longer than this, while the server was stuck, must not surprise anybody on air.</summary>
    public static readonly Duration Late = Duration.FromSeconds(3);

    /// <summary>Readings are taken for so long, then presses and what is due have their turn.</summary>
    private static readonly TimeSpan Slice = TimeSpan.FromMilliseconds(2);

    /// <summary>What could not be done is tried again so much later.</summary>
    private static readonly Duration Rest = Duration.FromMilliseconds(100);

    /// <summary>An answer waits so long for the disk; then it says that it does not know.</summary>
    private static readonly TimeSpan KeptWithin = TimeSpan.FromMilliseconds(250);

    private readonly Channel<Asked> _asked = Channel.CreateBounded<Asked>(new BoundedChannelOptions(MostPresses) { SingleReader = true });
    private readonly ConcurrentDictionary<(Type, FeedId), Input> _readings = new();
    private readonly Channel<ChatInput> _chat = Channel.CreateBounded<ChatInput>(new BoundedChannelOptions(MostChat) { SingleReader = true });
    private readonly Bell _bell = new();
    private volatile Stage _stage = opening;
    private Instant _restsUntil = Instant.MinValue;

    /// <summary>After each change, on the loop's own thread: the stage before and after.</summary>
    public event Action<Stage, Stage>? Changed;

    /// <summary>The latest stage; safe to read from anywhere.</summary>
    public Stage Stage => _stage;

    /// <summary>Hands in a press or an edit. The answer comes once pages are told, and it is kept or cannot be for now.</summary>
    /// <exception cref="RefusedException">The queue is full, or it was refused.</exception>
    public async Task<Answer> Ask(Input input)
    {
        // Here, and not in the loop: a large picture holds up whoever asks for it, and nobody else.
        ahead.Of(_stage, input, clock.Now, clock.Skew);
        var asked = new Asked(input, new TaskCompletionSource<(Reply, Stage, Task<bool>)>(TaskCreationOptions.RunContinuationsAsynchronously));
        if (!_asked.Writer.TryWrite(asked))
        {
            throw new RefusedException(Refusal.Busy);
        }

        _bell.Ring();
        var (reply, stage, kept) = await asked.Done.Task;
        if (reply.Refusal is { } refusal)
        {
            throw new RefusedException(refusal);
        }

        var first = kept.IsCompleted ? kept : await Task.WhenAny(kept, Task.Delay(KeptWithin));
        return new Answer(reply, stage, first == kept && await kept);
    }

    /// <summary>Hands in a reading, which is folded in when there is time; a newer one of the same feed replaces one that still waits.</summary>
    public void Tell(ReadingInput reading) => Tell(reading, reading.Feed.Id);

    /// <summary>Likewise what has become of the pictures that a feed names.</summary>
    public void Tell(PicturesInput pictures) => Tell(pictures, pictures.Feed);

    /// <summary>Likewise what events count to.</summary>
    public void Tell(FiguresInput figures) => Tell(figures, default);

    /// <summary>Hands in what came by chat: each counts, in order. Whoever tells waits until there is room.</summary>
    public async ValueTask Tell(ChatInput chat, CancellationToken stop)
    {
        await _chat.Writer.WriteAsync(chat, stop);
        _bell.Ring();
    }

    private void Tell(Input reading, FeedId feed)
    {
        ahead.Of(_stage, reading, clock.Now, clock.Skew);
        _readings[(reading.GetType(), feed)] = reading;
        _bell.Ring();
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        // The air moves on while nobody looks: what fell due while the server was away is folded in silently (rule 29).
        Take(new OpenedInput());
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                await Round(stoppingToken);
            }
            catch (Exception error)
            {
                if (stoppingToken.IsCancellationRequested)
                {
                    break;
                }

                // Whatever it was: presses go on being answered.
                logger.LogError(error, "A round of the loop failed.");
                await Task.Delay(Rest.ToTimeSpan(), stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            }
        }

        // Whoever still waits is told so.
        _asked.Writer.TryComplete();
        while (_asked.Reader.TryRead(out var asked))
        {
            asked.Done.TrySetException(new RefusedException(Refusal.Busy));
        }
    }

    /// <summary>All that waits has its turn; then the loop sleeps until something comes, or is due.</summary>
    private async Task Round(CancellationToken stop)
    {
        if (clock.WasSet())
        {
            Take(new ClockSetInput());
        }

        while (_asked.Reader.TryRead(out var asked))
        {
            Answer(asked);
        }

        Wake();
        TakeReadings();
        if (_asked.Reader.Count == 0 && _chat.Reader.TryRead(out var chat))
        {
            Take(chat);
        }

        if (_asked.Reader.Count > 0 || !_readings.IsEmpty || _chat.Reader.Count > 0)
        {
            return;
        }

        var next = Folding.NextWake(_stage) is { } due ? Instant.Max(due, _restsUntil) : (Instant?)null;
        var sleep = Duration.Min(LongestSleep, next is { } at ? Duration.Max(Duration.Zero, at - clock.Now) : LongestSleep);
        // Rounded up, or the loop would spin through the last fraction of a millisecond.
        await _bell.Wait(TimeSpan.FromMilliseconds(Math.Ceiling(sleep.TotalMilliseconds)), stop);
    }

    private void Answer(Asked asked)
    {
        try
        {
            if (asked.Input is PressInput { Press.At: { } made } && clock.AgeOf(made) > Late)
            {
                asked.Done.SetResult((new Reply(Refusal.Conflict("Side Lamp was stuck, and this press came too late. It was not done: press again.")), _stage, Task.FromResult(true)));
                return;
            }

            var turn = folding.Fold(_stage, asked.Input, clock.Now, clock.Skew);
            var kept = Take(turn);
            asked.Done.SetResult((turn.Reply, turn.Stage, kept));
        }
        catch (Exception error)
        {
            // The old stage stands; whoever asked hears why, and the loop goes on.
            asked.Done.SetException(error);
        }
    }

    /// <summary>What is due. Time moves on, whatever becomes of it: what stays due has its turn again after a rest, and the loop does not spin.</summary>
    private void Wake()
    {
        var now = clock.Now;
        if (now < _restsUntil || Folding.NextWake(_stage) is not { } next || next > now)
        {
            return;
        }

        Take(new TimeInput());
        if (Folding.NextWake(_stage) is { } still && still <= next)
        {
            _restsUntil = now + Rest;
        }
    }

    private void TakeReadings()
    {
        var began = Stopwatch.GetTimestamp();
        foreach (var id in _readings.Keys)
        {
            if (_readings.TryRemove(id, out var reading))
            {
                Take(reading);
            }

            if (Stopwatch.GetElapsedTime(began) > Slice || _asked.Reader.Count > 0)
            {
                return;
            }
        }
    }

    private void Take(Input input)
    {
        try
        {
            Take(folding.Fold(_stage, input, clock.Now, clock.Skew));
        }
        catch (Exception error)
        {
            logger.LogError(error, "{Input} was dropped.", input.GetType().Name);
            Take(new Turn(Folding.WithoutInput(_stage, clock.Now), [], Reply.Done));
        }
    }

    /// <summary>The new stage stands: pages are told, then it is handed on to be kept.</summary>
    private Task<bool> Take(Turn turn)
    {
        var (before, after) = (_stage, turn.Stage);
        foreach (var fault in turn.Faults)
        {
            logger.LogError("Left out: {Fault}", fault);
        }

        if (ReferenceEquals(before, after) || (before == after && turn.Happenings.IsEmpty))
        {
            return Task.FromResult(true);
        }

        _stage = after;
        foreach (var tell in Changed?.GetInvocationList() ?? [])
        {
            try
            {
                ((Action<Stage, Stage>)tell)(before, after);
            }
            catch (Exception error)
            {
                // One that cannot be told keeps nobody else from hearing it.
                logger.LogError(error, "A change could not be told.");
            }
        }

        return before.Kept == after.Kept && turn.Happenings.IsEmpty
            ? Task.FromResult(true)
            : keeper.Keep(after.Kept, LinesOf(turn.Happenings, before, after));
    }

    private static ImmutableArray<LogLine> LinesOf(ImmutableArray<Happening> happenings, Stage before, Stage after) =>
        [.. happenings.Select(one => new LogLine(one, one.Graphic is { } id ? (after.Show.Graphic(id) ?? before.Show.Graphic(id))?.Name : null))];

    private sealed record Asked(Input Input, TaskCompletionSource<(Reply Reply, Stage Stage, Task<bool> Kept)> Done);
}
