using SideLamp.Core.Loop;

namespace SideLamp.Server.Loop;

/// <summary>After each change of the show lays out what may be pressed next, beside the loop.</summary>
public sealed class Layouter(ShowLoop loop, LayingAhead ahead, EngineClock clock) : BackgroundService
{
    /// <summary>Edits come in rows, as somebody types: they are waited for.</summary>
    private static readonly TimeSpan Quiet = TimeSpan.FromMilliseconds(100);

    private readonly SemaphoreSlim _ring = new(0);
    private Stage? _latest;

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        loop.Changed += Follow;
        try
        {
            while (true)
            {
                await _ring.WaitAsync(stoppingToken);
                await Task.Delay(Quiet, stoppingToken);
                if (Interlocked.Exchange(ref _latest, null) is { } stage)
                {
                    ahead.OfAll(stage, clock.Skew, () => _latest is not null || stoppingToken.IsCancellationRequested);
                }
            }
        }
        catch (OperationCanceledException)
        {
            // The server stops.
        }
        finally
        {
            loop.Changed -= Follow;
        }
    }

    private void Follow(Stage before, Stage after)
    {
        if (before.Kept.SaysLike(after.Kept))
        {
            return;
        }

        if (Interlocked.Exchange(ref _latest, after) is null)
        {
            _ring.Release();
        }
    }
}
