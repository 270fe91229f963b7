using SideLamp.Core.Feeds;
using SideLamp.Server.Files;
using SideLamp.Server.Loop;

namespace SideLamp.Server.Feeds;

/// <summary>Looks at one feed's file at its own pace, on a thread of its own.</summary>
public sealed class FileFeedReader : FeedReader
{
    /// <summary>A text is believed when it reads the same after this long: before, it may be half-written.</summary>
    private static readonly TimeSpan Settled = TimeSpan.FromMilliseconds(40);

    private readonly EngineClock _clock;
    private readonly TimeProvider _time;
    private readonly ILogger _logger;
    private readonly AutoResetEvent _nudge = new(false);
    private readonly Settling _settling = new();
    private volatile bool _anew;
    private long _busySince;
    private FileSignature? _known;
    private FileSystemWatcher? _watcher;
    private FileSignature? _watched;

    public FileFeedReader(Feed feed, FeedReads reads, FeedBudget budget, ShowLoop loop, EngineClock clock, TimeProvider time, ILogger logger)
        : base(feed, reads, budget, loop, clock, time)
    {
        (_clock, _time, _logger) = (clock, time, logger);
        new Thread(ReadAll) { IsBackground = true, Name = $"feed {feed.Id}" }.Start();
    }

    public override TimeSpan SilentFor => Interlocked.Read(ref _busySince) is var since and > 0 ? _time.GetElapsedTime(since) : TimeSpan.Zero;

    public override void ReadNow()
    {
        _anew = true;
        _nudge.Set();
    }

    public override void Dispose()
    {
        IsStopped = true;
        _nudge.Set();
    }

    private void ReadAll()
    {
        while (!IsStopped)
        {
            var wait = Feed.Every.ToTimeSpan();
            try
            {
                Interlocked.Exchange(ref _busySince, Math.Max(1, _time.GetTimestamp()));
                Begin();
                WatchFolder();
                wait = Look(wait);
            }
            catch (Exception error)
            {
                // Whatever it is, the next look may go well; until then the streamer is told.
                _logger.LogError(error, "Feed {Feed} could not be read.", Feed.Id);
                Tell(new FeedReading.Unreadable("The file cannot be read. Side Lamp goes on trying."));
            }
            finally
            {
                Interlocked.Exchange(ref _busySince, 0);
            }

            // Polled, for a watcher may miss what happens on another computer's share; nudged, so that a local file need not wait.
            _nudge.WaitOne(wait);
        }

        // The bell stays: the watcher may ring once more while it is taken down.
        _watcher?.Dispose();
    }

    /// <returns>When to look again.</returns>
    private TimeSpan Look(TimeSpan usual)
    {
        if (_anew)
        {
            (_anew, _known) = (false, null);
            TellAnew();
        }

        var looked = SourceFile.Look(Feed.Path, _known);
        if (looked is null)
        {
            // Unchanged, and known.
            Tell(Told!);
            return usual;
        }

        if (looked.Bytes is null)
        {
            _known = null;
            _settling.Forget();
            Tell(looked.IsMissing ? new FeedReading.Missing() : new FeedReading.Unreadable(looked.Trouble!));
            return usual;
        }

        if (!_settling.Takes(looked, _clock.Now))
        {
            return Settled < usual ? Settled : usual;
        }

        Tell(ReadingOf(looked.Bytes));
        _known = looked.Signature!.Value.IsSure(_time.GetUtcNow()) ? looked.Signature : null;
        return usual;
    }

    /// <summary>Rings when something happens in the file's folder: a hint only. A folder that was made anew is watched anew.</summary>
    private void WatchFolder()
    {
        var folder = Path.GetDirectoryName(Feed.Path) ?? "/";
        var (opened, _) = UnixFile.Open(folder);
        using var open = opened;
        var signature = opened?.Ask().Signature is { } now ? new FileSignature(now.Device, now.Inode, 0, 0, 0) : (FileSignature?)null;
        if (signature == _watched)
        {
            return;
        }

        _watcher?.Dispose();
        (_watcher, _watched) = (null, signature);
        if (signature is null)
        {
            return;
        }

        try
        {
            _watcher = new FileSystemWatcher(folder, Path.GetFileName(Feed.Path));
            void Ring(object sender, FileSystemEventArgs what)
            {
                if (!IsStopped)
                {
                    _nudge.Set();
                }
            }

            _watcher.Changed += Ring;
            _watcher.Created += Ring;
            _watcher.Deleted += Ring;
            _watcher.Renamed += Ring;
            _watcher.Error += (_, _) => _watched = null;
            _watcher.EnableRaisingEvents = true;
        }
        catch (Exception error) when (error is ArgumentException or IOException or UnauthorizedAccessException)
        {
            // It is polled all the same.
            _watcher?.Dispose();
            _watcher = null;
        }
    }
}
