namespace SideLamp.Bench;

/// <summary>The floor for feeds of files: each is asked for its size and time every 0.1 s, on a thread of its own, and read when they differ.</summary>
internal static class BarePoll
{
    private static readonly TimeSpan Every = TimeSpan.FromMilliseconds(100);

    public static void Run(string folder)
    {
        foreach (var path in Directory.EnumerateFiles(folder))
        {
            new Thread(() => Look(path)) { IsBackground = true }.Start();
        }

        Console.WriteLine("ready");
        Thread.Sleep(Timeout.Infinite);
    }

    private static void Look(string path)
    {
        (long, DateTime) known = default;
        while (true)
        {
            var file = new FileInfo(path);
            if ((file.Length, file.LastWriteTimeUtc) is var now && now != known)
            {
                known = now;
                File.ReadAllBytes(path);
            }

            Thread.Sleep(Every);
        }
    }
}
