using System.Collections.Immutable;
using SideLamp.Core;
using SideLamp.Core.Airing;
using SideLamp.Core.Feeds;
using SideLamp.Core.Shows;
using SideLamp.Server.Api;
using SideLamp.Server.Loop;
using SideLamp.StandIns;
using SideLamp.Store;

namespace SideLamp.Server;

/// <summary>The folder with everything of the streamer's: the database, stored files, the key, and the demo's files.</summary>
public sealed class DataFolder : IDisposable
{
    private const int LongestTrail = 40;

    private readonly FileStream _lock;
    private readonly string _folder;

    private DataFolder(string folder, FileStream held, bool powerSafe)
    {
        (_folder, _lock) = (folder, held);
        Database = Database.Open(folder, powerSafe);
        Shows = new ShowRepository(Database);
        Assets = new AssetRepository(Database, folder);
    }

    public Database Database { get; }

    public ShowRepository Shows { get; }

    public AssetRepository Assets { get; }

    public string DemoFiles => Path.Combine(_folder, "demo");

    /// <exception cref="IOException">Another Side Lamp uses the folder.</exception>
    public static DataFolder Open(ServeOptions options)
    {
        var folder = Path.GetFullPath(options.Data);
        Directory.CreateDirectory(folder);
        FileStream held;
        try
        {
            held = new FileStream(Path.Combine(folder, "lock"), FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None);
        }
        catch (IOException error)
        {
            throw new IOException($"Another Side Lamp is using {folder}. Stop it first, or start this one with --data and another folder.", error);
        }

        if (options.Fresh)
        {
            foreach (var file in Directory.EnumerateFiles(folder, "show.db*"))
            {
                File.Delete(file);
            }
        }

        return new DataFolder(folder, held, options.PowerSafe);
    }

    /// <summary>The secret that programs of the streamer's own send; made at the first start.</summary>
    public string Key()
    {
        var path = Path.Combine(_folder, "key");
        if (!File.Exists(path))
        {
            File.WriteAllText(path, Ids.Secret());
            if (!OperatingSystem.IsWindows())
            {
                File.SetUnixFileMode(path, UnixFileMode.UserRead | UnixFileMode.UserWrite);
            }
        }

        return File.ReadAllText(path).Trim();
    }

    /// <summary>The pictures and animations that templates show as samples are stored like the streamer's own.</summary>
    public void KeepSamples(string folder)
    {
        foreach (var file in Directory.EnumerateFiles(folder))
        {
            Intake.Keep(Assets, File.ReadAllBytes(file), Path.GetFileNameWithoutExtension(file).Replace('-', ' '));
        }
    }

    /// <summary>The show as it was kept; in a new folder the demo, or an empty one.</summary>
    public Stage Opening(ServeOptions options, EngineClock clock)
    {
        var kept = Shows.Load();
        if (kept is null)
        {
            var show = options.Empty ? DemoShow.Empty(Ids.Secret()) : MakeDemo();
            kept = new Store.Kept(show, AirState.Dark(clock.Now), ImmutableDictionary<LookId, Look>.Empty, ImmutableDictionary<FeedId, FeedState>.Empty);
            Shows.Keep(null, kept, []);
        }

        clock.GoOnFrom(kept.Air.Now);
        // Larger than any revision of an earlier run, which counted up by ones from its own start.
        return new Stage(kept, clock.Now.ToUnixTimeMilliseconds(), ImmutableDictionary<string, Touch>.Empty, History.Empty, Shows.LastLines(LongestTrail).Select(TrailLineOf).OfType<TrailLine>().ToImmutableList(), null);
    }

    private static TrailLine? TrailLineOf(LogLine line) =>
        Trail.Tell(line.Happening, line.Name) is { } sentence ? new TrailLine(line.Happening.At, sentence, line.Happening.Graphic) : null;

    public void Dispose()
    {
        Database.Dispose();
        _lock.Dispose();
    }

    private Show MakeDemo()
    {
        var shipped = Path.Combine(AppContext.BaseDirectory, "demo");
        Directory.CreateDirectory(DemoFiles);
        foreach (var file in Directory.EnumerateFiles(shipped, "*.txt"))
        {
            File.Copy(file, Path.Combine(DemoFiles, Path.GetFileName(file)), overwrite: true);
        }

        AssetId Bring(string file, string name) => Intake.Keep(Assets, File.ReadAllBytes(Path.Combine(shipped, file)), name).Id;
        return DemoShow.Make(
            DemoFiles,
            Ids.Secret(),
            Bring("ilse.png", "Ilse Okonjo-Marsh"),
            Bring("hollow-lane.svg", "Hollow Lane Moth Club"),
            Bring("hollow-lane-mark.svg", "Hollow Lane Moth Club, the mark")
        );
    }
}
