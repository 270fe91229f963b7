using System.Collections.Immutable;
using Microsoft.Data.Sqlite;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Chat;
using SideLamp.Core.Feeds;
using SideLamp.Core.Media;
using SideLamp.Rendering;
using SideLamp.Server.Data;
using SideLamp.Server.Files;
using SideLamp.Server.Loop;
using SideLamp.Store;

namespace SideLamp.Server.Feeds;

/// <summary>
/// The pictures that one feed's cells name, fetched and stored. Addresses are asked under the rules for the web, and now and then
/// whether they give the same; files are looked at as those of feeds are. What was stored stays until there is something better.
/// </summary>
/// <param name="feed">As it was when this was made: with other settings it is made anew.</param>
/// <param name="known">What was stored of an earlier time.</param>
/// <param name="changed">Is told, on any thread, that something has changed.</param>
public sealed class FeedPictures(Feed feed, ImmutableDictionary<string, CellPicture> known, WebGetter getter, FeedKeys keys, AssetRepository assets, EngineClock clock, TimeProvider time, Action changed, ILogger logger) : IDisposable
{
    private static readonly Duration AgainAfter = Duration.FromMinutes(10);
    private static readonly Duration FileAgainAfter = Duration.FromSeconds(1);
    private static readonly Duration FirstRetry = Duration.FromSeconds(2);
    private static readonly Duration LongestRetry = Duration.FromMinutes(5);
    public const int MostAtOnce = 4;

    /// <summary>A server that misses once is no trouble yet.</summary>
    private const int MissesToTrouble = 3;

    /// <summary>A file is believed when it reads the same after this long: before, it may be half-written.</summary>
    private static readonly TimeSpan Settled = TimeSpan.FromMilliseconds(40);

    /// <summary>One is unpacked at a time: a large one takes hundreds of megabytes.</summary>
    private static readonly Lock Unpacking = new();

    private readonly CancellationTokenSource _stop = new();
    private readonly Lock _turn = new();
    private readonly Dictionary<string, Wanted> _wanted = [];
    private bool _looksAtFiles;

    public Feed Feed => feed;

    /// <summary>All that are wanted, as far as they are stored by now; the very same until one changes.</summary>
    public ImmutableDictionary<string, CellPicture> All { get; private set; } = ImmutableDictionary<string, CellPicture>.Empty;

    /// <summary>Whether what this has may be taken for what a feed of now names.</summary>
    public bool IsFor(Feed other) => (feed.Path, feed.Private, feed.Audience) == (other.Path, other.Private, other.Audience);

    /// <summary>These are wanted, and no others.</summary>
    /// <param name="names">As the cells say them, the most urgent first.</param>
    public void Match(IReadOnlyCollection<string> names)
    {
        lock (_turn)
        {
            var gone = _wanted.Keys.Except(names).ToList();
            gone.ForEach(name => _wanted.Remove(name));
            var came = names.Where(name => !_wanted.ContainsKey(name)).ToList();
            foreach (var name in came)
            {
                var place = CellPictures.PlaceOf(feed, name);
                var before = known.GetValueOrDefault(name)?.Asset is { } asset && assets.Find(asset) is not null ? asset : (AssetId?)null;
                _wanted[name] = new Wanted(name, place.Value) { Now = place.Value is null ? new CellPicture(null, place.Faults[0].Message) : new CellPicture(before, null) };
            }

            foreach (var (name, at) in names.Select((name, at) => (name, at)))
            {
                _wanted[name].Place = at;
            }

            if (gone.Count + came.Count > 0)
            {
                Tell();
            }
        }
    }

    /// <summary>All are fetched anew.</summary>
    public void ReadNow()
    {
        lock (_turn)
        {
            foreach (var one in _wanted.Values)
            {
                (one.Due, one.IsAnew) = (Instant.MinValue, true);
            }
        }
    }

    /// <summary>Begins with what is due, and does not wait for it.</summary>
    public void Go()
    {
        lock (_turn)
        {
            if (_stop.IsCancellationRequested)
            {
                return;
            }

            var due = _wanted.Values.Where(one => one.Where is not null && !one.IsBusy && one.Due <= clock.Now).OrderBy(one => one.Place).ToList();
            var files = due.Where(one => !Feed.IsAddress(one.Where)).ToList();
            if (files.Count > 0 && !_looksAtFiles)
            {
                _looksAtFiles = true;
                _ = OwnThread.Run(() => LookAtAll(files));
            }

            foreach (var one in due.Where(one => Feed.IsAddress(one.Where)).Take(MostAtOnce - _wanted.Values.Count(one => one.IsBusy)))
            {
                one.IsBusy = true;
                _ = Ask(one);
            }
        }
    }

    public void Dispose()
    {
        lock (_turn)
        {
            _stop.Cancel();
            getter.Dispose();
        }
    }

    /// <summary>On a thread of its own: one that hangs, on a computer that is away, holds up no other feed's.</summary>
    private bool LookAtAll(List<Wanted> files)
    {
        var doubtful = files.Where(one => !_stop.IsCancellationRequested && !LookAt(one)).ToList();
        if (doubtful.Count > 0)
        {
            Thread.Sleep(Settled);
            doubtful.ForEach(one => LookAt(one));
        }

        lock (_turn)
        {
            return _looksAtFiles = false;
        }
    }

    /// <returns>Whether what was found is believed; if not, it is looked at again soon.</returns>
    private bool LookAt(Wanted one)
    {
        try
        {
            return TryLookAt(one);
        }
        catch (Exception error)
        {
            logger.LogError(error, "The picture {Name} of {Feed} could not be looked at.", one.Name, feed.Id);
            Done(one, FileAgainAfter, () => one.Now with { Trouble = $"“{one.Said}” cannot be read." });
            return true;
        }
    }

    private bool TryLookAt(Wanted one)
    {
        var looked = SourceFile.Look(one.Where!, TakeAnew(one) ? null : one.Known);
        if (looked is null)
        {
            Done(one, FileAgainAfter, () => one.Now);
        }
        else if (looked.Bytes is not { } bytes)
        {
            // What was half-read of it is not kept in memory: there may be hundreds.
            (one.Known, one.Settling) = (null, new Settling());
            Done(one, FileAgainAfter, () => one.Now with { Trouble = looked.IsMissing ? $"There is no “{one.Said}” in {Path.GetDirectoryName(feed.Path)}." : $"“{one.Said}”: {looked.Trouble}" });
        }
        else if (one.Settling.Takes(looked, clock.Now))
        {
            var stored = Stored(one, bytes);
            (one.Known, one.Settling) = (looked.Signature!.Value.IsSure(time.GetUtcNow()) ? looked.Signature : null, new Settling());
            Done(one, FileAgainAfter, () => stored);
        }
        else
        {
            return false;
        }

        return true;
    }

    /// <summary>Whether it is to be fetched though nothing seems to have changed.</summary>
    private bool TakeAnew(Wanted one)
    {
        lock (_turn)
        {
            return one.IsAnew && !(one.IsAnew = false);
        }
    }

    private async Task Ask(Wanted one)
    {
        try
        {
            var address = new Uri(one.Where!);
            var own = Feed.IsSameOrigin(feed.Path, one.Where!);
            var answer = await getter.Get(new WebAsk(address, TakeAnew(one) || one.Now.Asset is null ? WebMark.None : one.Mark, own && feed.Private, own ? keys.Of(feed.Id) : null), _stop.Token);
            switch (answer)
            {
                case WebAnswer.Came came:
                    var stored = await OwnThread.Run(() => Stored(one, came.Bytes));
                    (one.Mark, one.Misses) = (came.Mark, 0);
                    Done(one, AgainAfter, () => stored);
                    break;
                case WebAnswer.Stands:
                    one.Misses = 0;
                    Done(one, AgainAfter, () => one.Now with { Trouble = null });
                    break;
                case WebAnswer.Failed failed:
                    one.Misses++;
                    var wait = failed.After is { } after ? Duration.FromTimeSpan(after) : Duration.Min(LongestRetry, FirstRetry * Math.Pow(2, Math.Min(one.Misses, 10) - 1));
                    var why = failed.IsPrivate ? $"“{one.Said}” is in your own network, from which pictures come only where the feed itself is read with your consent." : $"“{one.Said}”: {failed.Trouble}";
                    Done(one, wait, () => failed.IsPrivate || one.Misses >= MissesToTrouble ? one.Now with { Trouble = why } : one.Now);
                    break;
            }
        }
        catch (Exception) when (_stop.IsCancellationRequested)
        {
            // Nobody wants it any more.
        }
        catch (Exception error)
        {
            logger.LogError(error, "The picture {Name} of {Feed} could not be fetched.", one.Name, feed.Id);
            Done(one, LongestRetry, () => one.Now with { Trouble = $"“{one.Said}” cannot be fetched." });
        }
    }

    /// <summary>As it is stored. What strangers send stands still: nothing of theirs may flash.</summary>
    /// <returns>Null = it is not taken.</returns>
    public static byte[]? Small(Feed feed, byte[] bytes) => feed == ViewerPictures.Source ? Shrinking.Still(bytes) : Shrinking.Of(bytes);

    /// <summary>What becomes of a picture that came; where it cannot be shown, what was stored before stays.</summary>
    private CellPicture Stored(Wanted one, byte[] bytes)
    {
        CellPicture Trouble(string why) => one.Now with { Trouble = $"“{one.Said}”: {why}" };
        byte[]? small;
        lock (Unpacking)
        {
            small = Small(feed, bytes);
        }

        if (small is null)
        {
            return Trouble("This is not a still picture.");
        }

        var read = MediaFile.Recognise(small);
        if (read.Value is not { } file)
        {
            return Trouble(read.Faults[0].Message);
        }

        if (!MediaChoice.CanShow(file))
        {
            return Trouble("This is not a picture.");
        }

        try
        {
            return new CellPicture(assets.Add(small, file, "").Id, null);
        }
        catch (Exception error) when (error is IOException or UnauthorizedAccessException or SqliteException)
        {
            return Trouble($"It cannot be kept on disk: {error.Message.TrimEnd('.')}.");
        }
    }

    private void Done(Wanted one, Duration again, Func<CellPicture> now)
    {
        lock (_turn)
        {
            var next = now();
            var differs = next != one.Now;
            (one.Now, one.Due, one.IsBusy) = (next, clock.Now + again, false);
            if (differs && _wanted.GetValueOrDefault(one.Name) == one)
            {
                Tell();
            }
        }
    }

    private void Tell()
    {
        All = _wanted.ToImmutableDictionary(one => one.Key, one => one.Value.Now);
        changed();
    }

    /// <param name="name">As the cell says it.</param>
    /// <param name="where">Its address, or the whole path of its file; null = it is nowhere.</param>
    private sealed class Wanted(string name, string? where)
    {
        public string Name => name;

        /// <summary>For sentences.</summary>
        public string Said => CellPictures.Short(name);

        public string? Where => where;

        /// <summary>Among all: the most urgent is 0.</summary>
        public int Place { get; set; }

        public required CellPicture Now { get; set; }

        /// <summary>Not to be looked at again before.</summary>
        public Instant Due { get; set; } = Instant.MinValue;

        public bool IsBusy { get; set; }

        public bool IsAnew { get; set; }

        public WebMark Mark { get; set; } = WebMark.None;

        public int Misses { get; set; }

        public Settling Settling { get; set; } = new();

        public FileSignature? Known { get; set; }
    }
}
