using SideLamp.Core.Feeds;
using SideLamp.Core.Loop;
using SideLamp.Server.Files;
using SideLamp.Server.Loop;

namespace SideLamp.Server.Feeds;

/// <summary>Looks at one feed's file at its own pace, on a thread of its own: a file that hangs holds up nothing else.</summary>
public sealed class FeedReader : IDisposable
{
    /// <summary>A text is believed when it reads the same after this long: before, it may be half-written.</summary>
    private static readonly TimeSpan Settled = TimeSpan.FromMilliseconds(40);

    /// <summary>“Read just now” needs no finer grain, and each telling costs a turn of the loop.</summary>
    private static readonly TimeSpan TellEvery = TimeSpan.FromSeconds(1);

    /// <summary>Times of files are coarse: one that was written just now may be written again within the same tick.</summary>
    private static readonly TimeSpan FreshFor = TimeSpan.FromSeconds(2);

    private readonly ShowLoop _loop;
    private readonly EngineClock _clock;
    private readonly TimeProvider _time;
    private readonly ILogger _logger;
    private readonly AutoResetEvent _nudge = new(false);
    private readonly Settling _settling = new();
    private volatile bool _stopped;
    private long _busySince;
    private FileSignature? _known;
    private FeedReading? _told;
    private long _toldAt;
    private FileSystemWatcher? _watcher;
    private FileSignature? _watched;

    public FeedReader(Feed feed, ShowLoop loop, EngineClock clock, TimeProvider time, ILogger logger)
    {
        (Feed, _loop, _clock, _time, _logger) = (feed, loop, clock, time, logger);
        new Thread(ReadAll) { IsBackground = true, Name = $"feed {feed.Id}" }.Start();
    }

    public Feed Feed { get; }

    /// <summary>How long the file has not answered; zero while it is not asked.</summary>
    public TimeSpan SilentFor => Interlocked.Read(ref _busySince) is var since and > 0 ? _time.GetElapsedTime(since) : TimeSpan.Zero;

    /// <summary>It reads no more; one that hangs is left behind.</summary>
    public void Dispose()
    {
        _stopped = true;
        _nudge.Set();
    }

    private void ReadAll()
    {
        while (!_stopped)
        {
            var wait = Feed.Every.ToTimeSpan();
            try
            {
                Interlocked.Exchange(ref _busySince, Math.Max(1, _time.GetTimestamp()));
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
        var looked = TextFile.Look(Feed.Path, _known);
        if (looked is null)
        {
            // Unchanged, and known.
            Tell(_told!);
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

        var text = TextFile.TextOf(looked.Bytes);
        Tell(
            text is null ? new FeedReading.Unreadable("This is no text file: it holds a picture, a program or the like. Choose another one.")
            : new FeedReading.Found(FeedTable.OfText(text), text.Length > FeedTable.LongestCell + 2 ? $"It has {text.Length:N0} letters; the first {FeedTable.LongestCell:N0} are used." : null)
        );
        _known = IsOlderThan(looked.Signature!.Value, FreshFor) ? looked.Signature : null;
        return usual;
    }

    private bool IsOlderThan(FileSignature signature, TimeSpan age) =>
        ((Int128)_time.GetUtcNow().ToUnixTimeMilliseconds() * 1_000_000) - Int128.Max(signature.Modified, signature.Changed) is var old && old > (Int128)age.TotalNanoseconds;

    private void Tell(FeedReading reading)
    {
        var same = _told is not null && reading == _told;
        if (_stopped || (same && _time.GetElapsedTime(_toldAt) < TellEvery))
        {
            return;
        }

        (_told, _toldAt) = (reading, _time.GetTimestamp());
        _loop.Tell(new ReadingInput(Feed, reading, _clock.Now));
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
                if (!_stopped)
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
