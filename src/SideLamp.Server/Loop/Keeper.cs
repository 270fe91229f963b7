using Microsoft.Data.Sqlite;
using SideLamp.Core.Loop;
using SideLamp.Server.Data;
using SideLamp.Server.Live;
using SideLamp.Store;

namespace SideLamp.Server.Loop;

/// <summary>
/// Writes what the loop hands it, on a thread of its own: no disk stands between a press and the picture. While the disk
/// fails the show goes on, and once it is back the store is brought level with what stands, the log included.
/// </summary>
public sealed class Keeper : IDisposable
{
    /// <summary>Lines of the log that wait for the disk; older ones are lost then, and counted.</summary>
    private const int MostLines = 20_000;

    private static readonly TimeSpan RetryAfter = TimeSpan.FromSeconds(1);

    /// <summary>How soon it is seen that somebody moved the files away, when nothing is to be written.</summary>
    private static readonly TimeSpan LookAfter = TimeSpan.FromSeconds(2);

    private readonly DataFolder _folder;
    private readonly Findings _findings;
    private readonly ILogger<Keeper> _logger;
    private readonly Lock _turn = new();
    private readonly AutoResetEvent _ring = new(false);
    private readonly Thread _thread;
    private readonly List<LogLine> _lines = [];
    private IReadOnlyCollection<string>? _tidying;
    private List<TaskCompletionSource<bool>> _waiting = [];
    private Kept? _kept;
    private Kept _wanted;
    private int _lost;
    private volatile bool _stopping;
    private volatile bool _isDamaged;

    /// <param name="kept">What is on the disk; null = all must be written anew.</param>
    public Keeper(DataFolder folder, Kept? kept, Kept wanted, Findings findings, ILogger<Keeper> logger)
    {
        (_folder, _kept, _wanted, _findings, _logger) = (folder, kept, wanted, findings, logger);
        _thread = new Thread(WriteAll) { IsBackground = true, Name = "keeper" };
        _thread.Start();
        if (!ReferenceEquals(kept, wanted))
        {
            // A show that was just made, or brought up from an older shape, is kept before anything happens.
            _ring.Set();
        }
    }

    /// <summary>Why the last change could not be kept, in a sentence; null when it could.</summary>
    public string? Trouble { get; private set; }

    /// <summary>Whether all that was asked for is on the disk.</summary>
    public bool IsLevel
    {
        get
        {
            lock (_turn)
            {
                return Trouble is null && ReferenceEquals(_wanted, _kept) && _lines.Count == 0;
            }
        }
    }

    /// <summary>Whether it can be kept has changed.</summary>
    public event Action? TroubleChanged;

    /// <summary>Asks for a state to be kept.</summary>
    /// <returns>Whether it, or a later one, is kept: true once it is, false once that has failed for now.</returns>
    public Task<bool> Keep(Kept wanted, IEnumerable<LogLine> lines)
    {
        var done = new TaskCompletionSource<bool>(TaskCreationOptions.RunContinuationsAsynchronously);
        lock (_turn)
        {
            _wanted = wanted;
            _lines.AddRange(lines);
            var over = _lines.Count - MostLines;
            if (over > 0)
            {
                _lines.RemoveRange(0, over);
                _lost += over;
            }

            _waiting.Add(done);
        }

        _ring.Set();
        return done.Task;
    }

    /// <summary>When there is time: large parts that nothing uses go, and those of bundled templates are kept before a press needs them.</summary>
    public void Tidy(IReadOnlyCollection<string> bundled)
    {
        _tidying = bundled;
        _ring.Set();
    }

    /// <summary>Somebody found that what is kept cannot be read: it is written anew.</summary>
    public void Renew()
    {
        _isDamaged = true;
        _ring.Set();
    }

    /// <summary>What waits is written first.</summary>
    public void Dispose()
    {
        _stopping = true;
        _ring.Set();
        _thread.Join();
        _ring.Dispose();
    }

    private void WriteAll()
    {
        while (true)
        {
            _ring.WaitOne(Trouble is null ? LookAfter : RetryAfter);
            var stopping = _stopping;
            WriteOnce();
            if (stopping)
            {
                return;
            }
        }
    }

    private void WriteOnce()
    {
        Kept wanted;
        List<LogLine> lines;
        List<TaskCompletionSource<bool>> waiting;
        lock (_turn)
        {
            (wanted, lines, waiting, _waiting) = (_wanted, [.. _lines], _waiting, []);
        }

        try
        {
            if (_folder.Settle(_isDamaged) is { } said)
            {
                (_kept, _isDamaged) = (null, false);
                _findings.Set("store", said);
            }

            if (!ReferenceEquals(wanted, _kept) || lines.Count > 0)
            {
                _folder.Shows.Keep(_kept, wanted, lines);
                _kept = wanted;
            }

            bool isLevel;
            lock (_turn)
            {
                isLevel = ReferenceEquals(_wanted, wanted);
                // Those that came meanwhile stay; where so many came that old ones had to go, fewer are left to take away.
                _lines.RemoveRange(0, Math.Min(lines.Count, _lines.Count));
            }

            if (Interlocked.Exchange(ref _tidying, null) is { } bundled)
            {
                _folder.Shows.TidyLarge(wanted, bundled);
            }

            // While something newer waits it is not over: that is written next.
            Tell(!isLevel && Trouble is not null ? Trouble : _lost == 0 ? null : $"{_lost} lines of the log were lost while the disk failed. All else is kept.");
            waiting.ForEach(one => one.SetResult(true));
        }
        catch (Exception error)
        {
            // SQLITE_CORRUPT, SQLITE_NOTADB: it does not heal by itself.
            _isDamaged |= error is SqliteException { SqliteErrorCode: 11 or 26 };
            _logger.LogError(error, "A change could not be kept.");
            Tell($"What changes is on air, but cannot be kept on disk: {error.Message.TrimEnd('.')}.");
            waiting.ForEach(one => one.SetResult(false));
        }
    }

    private void Tell(string? trouble)
    {
        if (trouble == Trouble)
        {
            return;
        }

        Trouble = trouble;
        try
        {
            TroubleChanged?.Invoke();
        }
        catch (Exception error)
        {
            _logger.LogError(error, "It could not be told whether changes are kept.");
        }
    }
}
