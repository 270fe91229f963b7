using SideLamp.Server.Data;
using SideLamp.Server.Live;
using SideLamp.Server.Loop;

namespace SideLamp.Server.Feeds;

/// <summary>Keeps whole tables, once a minute and at the end.</summary>
public sealed class TableKeeper(ShowLoop loop, DataFolder folder, TimeProvider time, Findings findings) : BackgroundService
{
    private static readonly TimeSpan Every = TimeSpan.FromMinutes(1);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(Every, time);
        try
        {
            while (await timer.WaitForNextTickAsync(stoppingToken))
            {
                Keep();
            }
        }
        catch (OperationCanceledException)
        {
            Keep();
        }
    }

    private void Keep()
    {
        try
        {
            folder.Tables.Keep(loop.Stage.Values);
            findings.Set("tables", null);
        }
        catch (Exception error) when (error is IOException or UnauthorizedAccessException)
        {
            findings.Set("tables", $"The tables of feeds cannot be kept whole: {error.Message.TrimEnd('.')}. After a start, long ones show their first rows until their source has been read.");
        }
    }
}
