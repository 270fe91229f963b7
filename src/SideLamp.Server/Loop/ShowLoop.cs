using System.Collections.Concurrent;
using System.Threading.Channels;
using NodaTime;
using SideLamp.Core.Airing;
using SideLamp.Store;

namespace SideLamp.Server.Loop;

/// <summary>
/// The one reader of everything that changes the show. Presses and edits come through a small queue that answers “busy” when it
/// is full; data (feeds) through another, folded by key, so that a flood of values never delays a press.
/// </summary>
public sealed class ShowLoop(ShowRepository repository, Director director, EngineClock clock, Stage opening, ILogger<ShowLoop> logger) : BackgroundService
{
    private const int MostPresses = 256;

    /// <summary>The loop looks at the clock at least so often: a machine that slept is caught up with, and a clock that was set is noticed.</summary>
    private static readonly Duration LongestSleep = Duration.FromSeconds(2);

    private readonly Channel<Action> _presses = Channel.CreateBounded<Action>(new BoundedChannelOptions(MostPresses) { SingleReader = true });
    private readonly ConcurrentDictionary<string, Func<Stage, Stage>> _data = new();
    private readonly SemaphoreSlim _ring = new(0);
    private volatile Stage _stage = opening;

    /// <summary>After each change, on the loop's own thread: the stage before and after.</summary>
    public event Action<Stage, Stage>? Changed;

    /// <summary>The latest stage; safe to read from anywhere.</summary>
    public Stage Stage => _stage;

    /// <summary>Runs a move in the loop's turn. The answer comes after the change is kept and the pages are told.</summary>
    /// <exception cref="RefusedException">The queue is full, or the move refused.</exception>
    public async Task<T> Ask<T>(Func<Stage, Instant, Turn<T>> move)
    {
        var answer = new TaskCompletionSource<T>(TaskCreationOptions.RunContinuationsAsynchronously);
        var queued = _presses.Writer.TryWrite(() =>
        {
            try
            {
                var turn = move(_stage, clock.Now);
                Take(turn.Stage, turn.Happenings);
                answer.SetResult(turn.Reply);
            }
            catch (Exception error)
            {
                // The old stage stands; whoever asked hears why, and the loop goes on.
                answer.SetException(error);
            }
        });
        if (!queued)
        {
            throw RefusedException.Busy();
        }

        _ring.Release();
        return await answer.Task;
    }

    /// <summary>Folds data in when there is time; a newer value under the same key replaces one that still waits.</summary>
    public void Tell(string key, Func<Stage, Stage> fold)
    {
        _data[key] = fold;
        _ring.Release();
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        // The air moves on while nobody looks: what fell due while the server was away is folded in silently (rule 29).
        Wake(director.Open);
        while (!stoppingToken.IsCancellationRequested)
        {
            if (clock.WasSet())
            {
                Wake(director.ClockWasSet);
            }

            while (_presses.Reader.TryRead(out var press))
            {
                press();
            }

            if (!_data.IsEmpty)
            {
                Fold();
                continue;
            }

            Wake();
            var next = Engine.NextWake(_stage.Air);
            var sleep = Duration.Min(LongestSleep, next is { } at ? Duration.Max(Duration.Zero, at - clock.Now) : LongestSleep);
            try
            {
                // Rounded up, or the loop would spin through the last fraction of a millisecond.
                await _ring.WaitAsync(TimeSpan.FromMilliseconds(Math.Ceiling(sleep.TotalMilliseconds)), stoppingToken);
            }
            catch (OperationCanceledException)
            {
                return;
            }
        }
    }

    private void Fold()
    {
        var stage = _stage;
        foreach (var key in _data.Keys)
        {
            if (!_data.TryRemove(key, out var fold))
            {
                continue;
            }

            try
            {
                stage = fold(stage);
            }
            catch (Exception error)
            {
                logger.LogError(error, "The value of {Key} was dropped.", key);
            }
        }

        Take(stage, []);
    }

    private void Wake() => Wake(director.Advance);

    private void Wake(Func<Stage, Instant, Turn<string?>> move)
    {
        try
        {
            var turn = move(_stage, clock.Now);
            Take(turn.Stage, turn.Happenings);
        }
        catch (Exception error)
        {
            // A wake that throws is dropped, and the loop goes on (rule 31).
            logger.LogError(error, "A wake was dropped.");
            var dropped = new TrailLine(clock.Now, "Something that was due could not be worked out, and was left out", null);
            Take(_stage with { Kept = _stage.Kept with { Air = Engine.WithoutNextDue(_stage.Air) }, Trail = _stage.Trail.Add(dropped) }, []);
        }
    }

    private void Take(Stage after, IReadOnlyCollection<Happening> happenings)
    {
        var before = _stage;
        if (ReferenceEquals(before, after) || (before == after && happenings.Count == 0))
        {
            return;
        }

        if (before.Kept != after.Kept || happenings.Count > 0)
        {
            after = after with { Unkept = Keep(before, after, happenings) };
        }

        _stage = after;
        try
        {
            Changed?.Invoke(before, after);
        }
        catch (Exception error)
        {
            // What is kept is kept, whoever could not be told of it.
            logger.LogError(error, "A change could not be told.");
        }
    }

    /// <summary>A full or failing disk never stops the show: it goes on, and says that it could not be kept.</summary>
    private string? Keep(Stage before, Stage after, IReadOnlyCollection<Happening> happenings)
    {
        try
        {
            // While the disk fails nothing is known to be kept, so once it works again everything is written anew.
            repository.Keep(
                before.Unkept is null ? before.Kept : null,
                after.Kept,
                [.. happenings.Select(one => new LogLine(one, one.Graphic is { } id ? (after.Show.Graphic(id) ?? before.Show.Graphic(id))?.Name : null))]
            );
            return null;
        }
        catch (Exception error) when (error is Microsoft.Data.Sqlite.SqliteException or IOException)
        {
            logger.LogError(error, "A change could not be kept.");
            return $"The last change is on air but could not be kept on disk: {error.Message}";
        }
    }
}
