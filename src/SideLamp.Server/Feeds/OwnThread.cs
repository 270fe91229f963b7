namespace SideLamp.Server.Feeds;

/// <summary>Work that may take long, or never end, on a thread of its own: those of the pool answer presses.</summary>
internal static class OwnThread
{
    public static Task<T> Run<T>(Func<T> work) => Task.Factory.StartNew(work, CancellationToken.None, TaskCreationOptions.LongRunning, TaskScheduler.Default);
}
