using NodaTime;

namespace SideLamp.Server.Feeds;

/// <summary>
/// When what was read of a file is believed: programs write files in pieces, or empty them first. Taken is what two looks find
/// alike, what came by a rename, and what was read whole while a file is rewritten without pause.
/// </summary>
public sealed class Settling
{
    private static readonly Duration Patience = Duration.FromMilliseconds(500);

    /// <summary>How long an emptied file may stay so before it is believed.</summary>
    private static readonly Duration EmptyFor = Duration.FromSeconds(1);

    private byte[]? _taken;
    private ulong? _inode;
    private byte[]? _doubtful;
    private Instant? _doubtfulSince;

    /// <summary>Whether these bytes are to be taken now; if not, they are looked at again soon.</summary>
    /// <param name="looked">A look that found bytes.</param>
    public bool Takes(FileLook looked, Instant now)
    {
        var bytes = looked.Bytes!;
        if (_taken is not null && bytes.AsSpan().SequenceEqual(_taken))
        {
            _doubtfulSince = null;
            _inode = looked.Signature?.Inode;
            return true;
        }

        _doubtfulSince ??= now;
        var waited = now - _doubtfulSince.Value;
        var same = _doubtful is not null && bytes.AsSpan().SequenceEqual(_doubtful);
        _doubtful = bytes;
        var emptied = bytes.Length == 0 && _taken is { Length: > 0 };
        var renamed = _inode is { } inode && inode != looked.Signature?.Inode;
        var takes = emptied ? waited >= EmptyFor : looked.IsStill && (same || renamed || waited >= Patience);
        if (takes)
        {
            (_taken, _inode, _doubtful, _doubtfulSince) = (bytes, looked.Signature?.Inode, null, null);
        }

        return takes;
    }

    /// <summary>The file is gone: what comes next is new, whatever it says.</summary>
    public void Forget() => (_doubtful, _doubtfulSince) = (null, null);
}
