using System.Collections.Concurrent;
using System.Collections.Immutable;
using Microsoft.Data.Sqlite;
using NodaTime;
using SideLamp.Core.Editing;
using SideLamp.Core.Events;
using SideLamp.Core.Loop;
using SideLamp.Server.Data;
using SideLamp.Server.Loop;
using SideLamp.Store;

namespace SideLamp.Server.Events;

/// <summary>What became of events that were sent.</summary>
/// <param name="Counted">How many were new.</param>
/// <param name="Known">How many were there already, and count once.</param>
public sealed record EventReceipt(int Counted, int Known);

/// <summary>
/// Keeps what viewers did and counts it, on a thread of its own: counted means committed. Whoever sends is answered after it; what is sent
/// within a moment shares one commit. The loop is told what it all counts to.
/// </summary>
public sealed class EventKeeper(DataFolder folder, ShowLoop loop, TimeProvider time, ILogger<EventKeeper> logger) : BackgroundService
{
    /// <summary>More of them waiting are told to come again.</summary>
    private const int MostWaiting = 1000;

    /// <summary>Of more of them at once the earlier ones only count.</summary>
    private const int MostUnheard = 5000;

    /// <summary>What comes within this shares a commit.</summary>
    private static readonly TimeSpan Group = TimeSpan.FromMilliseconds(20);

    private readonly BlockingCollection<Work> _works = new(MostWaiting);
    private readonly EventRepository _events = new(folder.Writing);
    private State _state = new(loop.Stage.Kept.Figures, loop.Stage.Show.Counting, []);

    /// <summary>The last events to arrive, the newest first, and whether they were taken back since.</summary>
    public List<(ViewerEvent Event, bool IsGone)> Recent(int most) => _events.Recent(most);

    /// <summary>An event that counts.</summary>
    /// <exception cref="RefusedException">There is none, or it was taken back.</exception>
    public ViewerEvent Find(long seq) => _events.Find(seq) ?? throw RefusedException.NotFound("event");

    /// <summary>Keeps all of them, or none.</summary>
    /// <exception cref="RefusedException">Too many wait.</exception>
    /// <exception cref="IOException">They could not be kept: none is counted.</exception>
    public Task<EventReceipt> Keep(IReadOnlyList<ReadEvent> events) => Ask(state => Counted(state, events));

    /// <summary>An event is taken back by hand.</summary>
    public Task<EventReceipt> TakeBack(long seq) =>
        Ask(state =>
            _events.Find(seq) is { } one
                ? Counted(state, [new ReadEvent(new ViewerEvent(0, new EventKey(EventKey.ByHand, Guid.NewGuid().ToString("N")), EventReader.Reversal, Now), one.Key)])
                : throw RefusedException.NotFound("event")
        );

    /// <summary>Somebody is forgotten: what the person did counts on, of nobody by name.</summary>
    /// <param name="name">Whoever was called so, too; null = by the sender's own id alone.</param>
    public Task<EventReceipt> Forget(string person, string? name) =>
        Ask(state =>
        {
            _events.Forget(person, name);
            var anew = Figures.None with { Session = state.Figures.Session, Newest = state.Figures.Newest };
            return (Within(state with { Figures = anew, Unheard = state.Unheard.RemoveAll(one => name is not null && one.Event.Name == name) }, Now), new EventReceipt(0, 0));
        });

    /// <summary>A fresh session begins: what is counted over the session begins at nothing, all else stays.</summary>
    public Task<EventReceipt> BeginSession() =>
        Ask(state =>
        {
            var now = Now;
            if (state.Figures.Session is { Ended: null } running)
            {
                _events.Put(running with { Ended = now });
            }

            return Turned(state, new Session((state.Figures.Session?.No ?? 0) + 1, now));
        });

    /// <summary>The session ends; its figures stay until a fresh one begins.</summary>
    public Task<EventReceipt> EndSession() =>
        Ask(state => state.Figures.Session is { Ended: null } running ? Turned(state, running with { Ended = Now }) : throw RefusedException.Conflict("No session is running. Begin a fresh one."));

    /// <summary>The newest session never began: the one before it goes on, with all that came since.</summary>
    public Task<EventReceipt> TakeBackSession() =>
        Ask(state =>
        {
            if (state.Figures.Session is not { No: > 1 } newest)
            {
                throw RefusedException.Conflict("This is the first session: there is none to go back to.");
            }

            _events.Forget(newest);
            return Turned(state, _events.Session()! with { Ended = null });
        });

    private Instant Now => Instant.FromUnixTimeMilliseconds(time.GetUtcNow().ToUnixTimeMilliseconds());

    protected override Task ExecuteAsync(CancellationToken stoppingToken) =>
        Task.Factory.StartNew(
            () =>
            {
                HearOfBefore();
                while (!stoppingToken.IsCancellationRequested)
                {
                    try
                    {
                        Round(stoppingToken);
                    }
                    catch (OperationCanceledException)
                    {
                        return;
                    }
                    catch (Exception error)
                    {
                        // Whatever it is, the next ones are kept all the same.
                        logger.LogError(error, "Events could not be told.");
                    }
                }
            },
            stoppingToken,
            TaskCreationOptions.LongRunning,
            TaskScheduler.Default
        );

    /// <summary>What was counted when Side Lamp last ended, and not heard any more.</summary>
    private void HearOfBefore()
    {
        if (loop.Stage.Air.Heard is not { } heard || heard >= _state.Figures.Newest)
        {
            return;
        }

        try
        {
            _state = _state with { Unheard = [.. _events.After(heard, MostUnheard)] };
            Tell();
        }
        catch (Exception error)
        {
            logger.LogError(error, "What was counted last could not be read again.");
        }
    }

    private void Tell()
    {
        var unheard = _state.Unheard.RemoveAll(one => one.Seq <= loop.Stage.Air.Heard);
        _state = _state with { Unheard = unheard.Count <= MostUnheard ? unheard : unheard.RemoveRange(0, unheard.Count - MostUnheard) };
        loop.Tell(new FiguresInput(_state.Figures, _state.Unheard));
    }

    private void Round(CancellationToken stopping)
    {
        var works = new List<Work>();
        if (_works.TryTake(out var first, (int)TimeSpan.FromSeconds(1).TotalMilliseconds, stopping))
        {
            works.Add(first);
            for (var until = time.GetTimestamp(); time.GetElapsedTime(until) < Group && _works.TryTake(out var next, Left(until));)
            {
                works.Add(next);
            }
        }
        else if (_state.Figures.Bounds.TryGetValue(CountedOver.Today, out var today) && today.Has(Now) && _state.Counting == loop.Stage.Show.Counting)
        {
            return;
        }

        Commit(works);
    }

    private TimeSpan Left(long since) => Group - time.GetElapsedTime(since) is { Ticks: > 0 } left ? left : TimeSpan.Zero;

    /// <summary>One transaction for all of them: what one of them asks for and cannot have does not keep the others from it.</summary>
    private void Commit(List<Work> works)
    {
        var before = _state;
        var answers = new List<Action>();
        try
        {
            folder.Writing.Write(
                lasting: true,
                _ =>
                {
                    var state = Within(before, Now);
                    answers.Clear();
                    foreach (var work in works)
                    {
                        try
                        {
                            (state, var receipt) = work.Do(state);
                            answers.Add(() => work.Done.SetResult(receipt));
                        }
                        catch (RefusedException refused)
                        {
                            answers.Add(() => work.Done.SetException(refused));
                        }
                    }

                    _state = state;
                }
            );
        }
        catch (Exception error)
        {
            _state = before;
            logger.LogError(error, "Events could not be kept.");
            works.ForEach(work => work.Done.SetException(new IOException($"It could not be kept on disk: {error.Message.TrimEnd('.')}. Nothing was counted; send it again.", error)));
            return;
        }

        // They are kept: whoever sent them hears it, whatever becomes of telling it.
        answers.ForEach(answer => answer());
        Tell();
    }

    /// <summary>What spans are now: days turn, and how events are counted may have been set otherwise.</summary>
    private State Within(State state, Instant now)
    {
        var counting = loop.Stage.Show.Counting;
        return state with { Figures = state.Figures.Within(counting.Days.At(now, state.Figures.Session), _events), Counting = counting };
    }

    private (State State, EventReceipt Receipt) Turned(State state, Session session)
    {
        _events.Put(session);
        return (Within(state with { Figures = state.Figures with { Session = session } }, Now), new EventReceipt(0, 0));
    }

    private (State State, EventReceipt Receipt) Counted(State state, IReadOnlyList<ReadEvent> events)
    {
        var counted = 0;
        var asksFirst = loop.Stage.Show.AlertRules.Any(rule => rule.FirstTime);
        foreach (var (read, reverses) in events)
        {
            // A reversal may come before what it takes back.
            var gone = reverses is null ? _events.ReversalOf(read.Key) : null;
            var adding = read.Gift.Length > 0 && read.Kind == EventKinds.Gift ? _events.GiftSoFar(read).Adding(read) : read;
            if (_events.Add(adding, reverses, gone, told: read.Size) is not { } seq)
            {
                continue;
            }

            counted++;
            state = state with { Figures = state.Figures with { Newest = seq } };
            if (reverses is { } key && _events.Find(key) is { } taken)
            {
                _events.TakeBack(taken.Seq, seq);
                state = state with { Figures = state.Figures.Without(taken, _events), Unheard = state.Unheard.Add(new HeardEvent(seq, taken, IsFirst: false, IsTakenBack: true)) };
            }
            else if (reverses is null && gone is null)
            {
                var one = adding with { Seq = seq };
                state = state with { Figures = state.Figures.With(one), Unheard = state.Unheard.Add(new HeardEvent(seq, one, asksFirst && _events.IsFirst(one), IsTakenBack: false)) };
            }
        }

        return (state, new EventReceipt(counted, events.Count - counted));
    }

    private Task<EventReceipt> Ask(Func<State, (State, EventReceipt)> act)
    {
        var work = new Work(act, new TaskCompletionSource<EventReceipt>(TaskCreationOptions.RunContinuationsAsynchronously));
        return _works.TryAdd(work) ? work.Done.Task : throw new RefusedException(Refusal.Busy);
    }

    /// <param name="Counting">How it was counted.</param>
    /// <param name="Unheard">What the loop may not have heard yet.</param>
    private sealed record State(Figures Figures, Counting Counting, ImmutableList<HeardEvent> Unheard);

    private sealed record Work(Func<State, (State State, EventReceipt Receipt)> Do, TaskCompletionSource<EventReceipt> Done);
}
