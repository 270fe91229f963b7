using System.Collections.Immutable;
using Microsoft.Data.Sqlite;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Chat;
using SideLamp.Core.Events;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;
using SideLamp.Server.Loop;
using SideLamp.Server.Remotes;
using SideLamp.StandIns;
using SideLamp.Store;

namespace SideLamp.Server.Data;

/// <summary>The folder with everything of the streamer's: the database, stored files, the key, and the demo's files.</summary>
public sealed class DataFolder : IDisposable
{
    private const int LongestTrail = 40;
    private const int ShortestKey = 16;

    private readonly string _folder;
    private readonly Loaded? _loaded;
    private readonly bool _isFirst;
    private readonly HeldFiles _held;
    private readonly HeldFiles _heldLock;
    private FileStream _lock;
    private string _key = "";
    private string _healthKey = "";
    private Action _keepSamples = () => { };

    /// <summary>What was done, while not all of it has been: the disk failed in the middle, and the rest is done the next time.</summary>
    private string? _renewed;

    private DataFolder(string folder, FileStream held, ServeOptions options)
    {
        (_folder, _lock, _heldLock) = (folder, held, new HeldFiles(LockOf(folder)));
        File = new ShowFile(folder, TimeProvider.System);
        if (options.Fresh)
        {
            File.Clear();
        }

        _loaded = File.Open();
        _isFirst = _loaded is null && File.Said.Count == 0;
        OwnerOnly.Mend(folder);
        Writing = Database.Open(File.Location, options.PowerSafe);
        Files = Database.Open(File.Location);
        Shows = new ShowRepository(Writing);
        Assets = new AssetRepository(Files, folder);
        Revoked = new RevokedLinks(folder);
        FeedKeys = new FeedKeys(folder);
        Devices = new PairedDevices(folder);
        LabelFiles = new LabelFileList(Path.Combine(folder, "label-files"));
        Tables = new WholeTables(folder);
        _held = new HeldFiles(File.Location, File.Location + "-wal", File.Location + "-shm");
        _held.Remember();
        _heldLock.Remember();
    }

    public ShowFile File { get; }

    /// <summary>The connection that the keeper writes the show with.</summary>
    public Database Writing { get; }

    /// <summary>The connection for stored files and copies.</summary>
    public Database Files { get; }

    public ShowRepository Shows { get; }

    public AssetRepository Assets { get; }

    public RevokedLinks Revoked { get; }

    public FeedKeys FeedKeys { get; }

    public PairedDevices Devices { get; }

    public LabelFileList LabelFiles { get; }

    public WholeTables Tables { get; }

    /// <summary>Of the disk that it lies on; null = not to be had.</summary>
    public long? FreeBytes
    {
        get
        {
            try
            {
                return new DriveInfo(_folder).AvailableFreeSpace;
            }
            catch (Exception error) when (error is IOException or UnauthorizedAccessException or ArgumentException)
            {
                return null;
            }
        }
    }

    public string DemoFiles => Path.Combine(_folder, "demo");

    /// <exception cref="IOException">Another Side Lamp uses the folder, or it cannot be written; the message says which.</exception>
    public static DataFolder Open(ServeOptions options)
    {
        OwnerOnly.FromNowOn();
        var folder = Path.GetFullPath(options.Data);
        FileStream? held = null;
        try
        {
            Directory.CreateDirectory(folder);
            held = Hold(folder);
            return new DataFolder(folder, held, options);
        }
        catch (IOException error) when (held is null && IsHeld(error))
        {
            throw new IOException($"Another Side Lamp is using {folder}. Stop it first, or start this one with --data and another folder.", error);
        }
        catch (SqliteException error)
        {
            held?.Dispose();
            throw new IOException($"The show’s file in {folder} cannot be opened now: {error.Message} Does another program hold it?", error);
        }
        catch (Exception error) when (error is IOException or UnauthorizedAccessException)
        {
            held?.Dispose();
            throw new IOException($"Side Lamp cannot write in {folder}: {error.Message} Give it a folder of yours with --data.", error);
        }
        catch
        {
            held?.Dispose();
            throw;
        }
    }

    /// <summary>
    /// Makes sure that what is written lands in the folder. What was moved, deleted, replaced or damaged while the show is open is
    /// made anew.
    /// </summary>
    /// <param name="isDamaged">Whether the database has said so.</param>
    /// <returns>What was done, in sentences, after which the whole show must be written; null when all is in place.</returns>
    /// <exception cref="IOException">It cannot be done now.</exception>
    /// <exception cref="SqliteException">Likewise.</exception>
    public string? Settle(bool isDamaged)
    {
        if (!_heldLock.AreInPlace())
        {
            Directory.CreateDirectory(_folder);
            var held = Hold(_folder);
            _lock.Dispose();
            _lock = held;
            _heldLock.Remember();
        }

        if (_renewed is null && (isDamaged || !_held.AreInPlace() || !File.IsThere))
        {
            _renewed = File.Renew(Files, Writing);
            _held.Remember();
        }

        if (_renewed is not { } said)
        {
            return null;
        }

        File.Mark();
        System.IO.File.WriteAllText(KeyFile, _key);
        System.IO.File.WriteAllText(HealthKeyFile, _healthKey);
        Revoked.KeepAgain();
        FeedKeys.KeepAgain();
        Devices.KeepAgain();
        _keepSamples();
        var gone = Assets.KeepAgain();
        _renewed = null;
        return gone == 0 ? said : $"{said} {(gone == 1 ? "A stored picture or font" : $"{gone} stored pictures and fonts")} went with it: bring what graphics miss anew.";
    }

    /// <summary>The secret that programs of the streamer's own send; made at the first start.</summary>
    public string Key() => _key = SecretIn(KeyFile, _key);

    /// <summary>The secret of whoever watches how it is doing, and may do nothing else; made at the first start.</summary>
    public string HealthKey() => _healthKey = SecretIn(HealthKeyFile, _healthKey);

    private static string SecretIn(string file, string known)
    {
        var secret = known.Length > 0 || !System.IO.File.Exists(file) ? known : System.IO.File.ReadAllText(file).Trim();
        if (secret.Length < ShortestKey)
        {
            // An emptied file would lock every program out, and say nothing.
            secret = Ids.Secret();
            System.IO.File.WriteAllText(file, secret);
        }

        return secret;
    }

    /// <summary>The pictures and animations that templates show as samples are stored like the streamer's own.</summary>
    /// <returns>Their ids.</returns>
    internal ImmutableHashSet<string> KeepSamples(string folder)
    {
        _keepSamples = () => KeepSamples(folder);
        return [.. Directory.EnumerateFiles(folder).Select(file => Intake.Keep(Assets, System.IO.File.ReadAllBytes(file), Path.GetFileNameWithoutExtension(file).Replace('-', ' ')).Id.Value)];
    }

    /// <summary>The show as it was kept; in a new folder the demo, or an empty one.</summary>
    internal Opening Opening(ServeOptions options)
    {
        var clock = new EngineClock(new AwakeOrAsleep());
        File.Mark();
        var made = _loaded?.Kept ?? (options.Empty || !_isFirst ? Kept.Of(DemoShow.Empty(Ids.Secret()), clock.Now) : Kept.Of(MakeDemo(options.StandInPort), clock.Now) with { Chat = new ChatState { Votes = ChatState.None.Votes.Add(new VoteId("lamp"), DemoShow.Voted(clock.Now)) } });
        var kept = made with { Show = Revoked.Obeyed(made.Show), Values = Tables.Completed(made.Values), Bin = made.Bin.At(clock.Now) };
        var boot = new BootFile(_folder);
        clock.GoOnFrom(kept.Air.Now, _isFirst ? null : boot.Read());
        boot.Keep(clock.AtBoot);
        // Larger than any revision of an earlier run, which counted up by ones from its own start.
        FeedKeys.EnsureEvents();
        var (figures, uncounted) = Counted(kept.Show.Counting, isDemo: _isFirst && !options.Empty);
        kept = kept with { Figures = figures, Seen = kept.Show.NeverShow.Words.IsEmpty ? figures : Figures.None };
        var stage = new Stage(kept, clock.Now.ToUnixTimeMilliseconds(), ImmutableDictionary<string, Touch>.Empty, []).Told(Shows.LastLines(LongestTrail).Select(TrailLine.Of).OfType<TrailLine>());
        return new Opening(
            this,
            clock,
            stage,
            _loaded is { IsOld: false } ? made : null,
            [.. File.Said, .. FeedKeys.Said is { } keys ? [keys] : ImmutableArray<string>.Empty, .. Devices.Said is { } devices ? [devices] : ImmutableArray<string>.Empty, .. (_loaded?.SetAside ?? []).Distinct().Select(what => what + "."), .. MissingFaces(kept.Show), .. uncounted is null ? ImmutableArray<string>.Empty : [uncounted]],
            KeepSamples(Path.Combine(AppContext.BaseDirectory, "templates", "media"))
        );
    }

    /// <summary>What events count to: from what is kept of them, for figures have no other truth.</summary>
    /// <param name="isDemo">Whether the demo has just been made: its viewers have been there for a while.</param>
    /// <returns>And why they could not be counted, in a sentence: the show opens all the same.</returns>
    private (Figures Figures, string? Trouble) Counted(Counting counting, bool isDemo)
    {
        try
        {
            return (CountedFrom(counting, isDemo), null);
        }
        catch (Exception error) when (error is SqliteException or InvalidCastException or OverflowException or ArgumentException)
        {
            return (Figures.None, $"What viewers did could not be counted: {error.Message.TrimEnd('.')}. Labels say their fallback.");
        }
    }

    private Figures CountedFrom(Counting counting, bool isDemo)
    {
        var events = new EventRepository(Writing);
        var now = Instant.FromUnixTimeMilliseconds(TimeProvider.System.GetUtcNow().ToUnixTimeMilliseconds());
        var session = events.Session();
        if (session is null)
        {
            session = new Session(1, isDemo ? now - DemoShow.SessionAge : now);
            Writing.Write(
                lasting: true,
                _ =>
                {
                    events.Put(session);
                    foreach (var one in isDemo ? DemoShow.Events(session.Began) : [])
                    {
                        events.Add(one, null, null, told: one.Size);
                    }
                }
            );
            if (isDemo)
            {
                new ChatRepository(Writing).Add([.. GardenTalk.Before(now, $"/chat/{DemoShow.Chat}", "127.0.0.1").Select(one => new KeptMessage(one, HeldBack.No, IsGone: false))]);
            }
        }

        return (Figures.None with { Session = session, Newest = events.Newest() }).Within(counting.Days.At(now, session), events);
    }

    public void Dispose()
    {
        Writing.Dispose();
        Files.Dispose();
        _lock.Dispose();
    }

    private IEnumerable<string> MissingFaces(Show show) =>
        from brand in show.Brands
        from face in brand.Type.Own
        where !System.IO.File.Exists(Assets.PathOf(new AssetId(face.Id)))
        select $"The typeface “{face.Family}” is gone from the data folder: other letters stand in for it. Bring it anew to the brand “{brand.Name}”, and start Side Lamp again.";

    private string KeyFile => Path.Combine(_folder, "key");

    private string HealthKeyFile => Path.Combine(_folder, "health-key");

    private static string LockOf(string folder) => Path.Combine(folder, "lock");

    /// <summary>Keeps every other Side Lamp out of the folder.</summary>
    private static FileStream Hold(string folder) => new(LockOf(folder), FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None);

    /// <summary>EAGAIN of flock(2): somebody else holds the lock.</summary>
    private static bool IsHeld(IOException error) => error.HResult == 11;

    private Show MakeDemo(int webPort)
    {
        var shipped = Path.Combine(AppContext.BaseDirectory, "demo");
        Directory.CreateDirectory(DemoFiles);
        foreach (var file in Directory.EnumerateFiles(shipped).Where(file => DemoShow.Sources.Contains(Path.GetExtension(file))))
        {
            // Written anew, and not copied: a copy has the rights of what it is copied from.
            System.IO.File.WriteAllBytes(Path.Combine(DemoFiles, Path.GetFileName(file)), System.IO.File.ReadAllBytes(file));
        }

        StandInPort.Keep(_folder, webPort);
        AssetId Bring(string file, string name) => Intake.Keep(Assets, System.IO.File.ReadAllBytes(Path.Combine(shipped, file)), name).Id;
        return DemoShow.Make(
            DemoFiles,
            $"http://127.0.0.1:{webPort}",
            Ids.Secret(),
            Bring("ilse.png", "Ilse Okonjo-Marsh"),
            Bring("hollow-lane.svg", "Hollow Lane Moth Club"),
            Bring("hollow-lane-mark.svg", "Hollow Lane Moth Club, the mark")
        );
    }
}
