namespace SideLamp.Server;

/// <summary>When the server listens: what runs beside it may start before.</summary>
internal static class Listening
{
    /// <exception cref="OperationCanceledException">It stops before.</exception>
    public static async Task Begun(this IHostApplicationLifetime life, CancellationToken stop)
    {
        var started = new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously);
        using var listening = life.ApplicationStarted.Register(started.SetResult);
        await started.Task.WaitAsync(stop);
    }
}
