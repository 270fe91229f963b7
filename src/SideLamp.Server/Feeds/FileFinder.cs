using System.Diagnostics;
using SideLamp.Server.Data;

namespace SideLamp.Server.Feeds;

/// <summary>Where a file lies that was dropped on a page: a browser tells its name and its size, and never its folder.</summary>
public sealed class FileFinder(DataFolder data)
{
    private const int Most = 5;
    private const int Deepest = 6;
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(2);

    /// <summary>Files of that name and size in the streamer's own folder and in that of the show, those nearest to its top first.</summary>
    /// <param name="bytes">Its size.</param>
    public async Task<IReadOnlyList<string>> Find(string name, long bytes)
    {
        if (name.Length == 0 || name != Path.GetFileName(name))
        {
            return [];
        }

        // On a thread of its own: a folder on a computer that is away can hold it for ever.
        var search = Task.Factory.StartNew(() => Search(name, bytes), CancellationToken.None, TaskCreationOptions.LongRunning, TaskScheduler.Default);
        try
        {
            return await search.WaitAsync(Patience * 2);
        }
        catch (Exception error) when (error is TimeoutException or IOException or UnauthorizedAccessException)
        {
            return [];
        }
    }

    private List<string> Search(string name, long bytes)
    {
        var found = new List<string>();
        var until = Stopwatch.StartNew();
        var folders = new Queue<(string Folder, int Depth)>([(data.DemoFiles, 0), (Environment.GetFolderPath(Environment.SpecialFolder.UserProfile), 0)]);
        var options = new EnumerationOptions { IgnoreInaccessible = true, AttributesToSkip = FileAttributes.Hidden | FileAttributes.System | FileAttributes.ReparsePoint };
        while (folders.TryDequeue(out var next) && found.Count < Most && until.Elapsed < Patience)
        {
            if (!Directory.Exists(next.Folder))
            {
                continue;
            }

            var file = new FileInfo(Path.Combine(next.Folder, name));
            if (file.Exists && file.Length == bytes && !found.Contains(file.FullName))
            {
                found.Add(file.FullName);
            }

            if (next.Depth < Deepest)
            {
                foreach (var folder in Directory.EnumerateDirectories(next.Folder, "*", options))
                {
                    folders.Enqueue((folder, next.Depth + 1));
                }
            }
        }

        return found;
    }
}
