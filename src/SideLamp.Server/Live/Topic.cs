using System.Collections.Immutable;
using SideLamp.Core.Json;

namespace SideLamp.Server.Live;

/// <summary>What a desk is told of one topic: a list whose entries are known by a key.</summary>
/// <param name="From">The revision that this builds on; null = this is all of it, and what was there before is dropped.</param>
/// <param name="Set">Entries that are new, or differ.</param>
/// <param name="Drop">Keys of entries that are gone.</param>
public sealed record Told<T>(long? From, long Rev, ImmutableArray<T> Set, ImmutableArray<string> Drop)
    where T : class;

/// <summary>One topic of the news, as desks were told it last.</summary>
public sealed class Topic<T>(Func<T, string> key)
    where T : class
{
    private ImmutableArray<T> _list = [];
    private Dictionary<string, T> _known = [];
    private long _rev;

    /// <summary>All of it, as desks were told it last.</summary>
    public Told<T> Whole => new(null, _rev, _list, []);

    /// <summary>What differs from what desks were told last; null = nothing.</summary>
    public Told<T>? Differing(ImmutableArray<T> now)
    {
        if (now == _list)
        {
            return null;
        }

        var known = new Dictionary<string, T>(now.Length);
        foreach (var entry in now)
        {
            known[key(entry)] = entry;
        }

        var set = now.Where(entry => !IsSame(_known.GetValueOrDefault(key(entry)), entry)).ToImmutableArray();
        var drop = _known.Keys.Where(one => !known.ContainsKey(one)).ToImmutableArray();
        (_list, _known) = (now, known);
        return set.IsEmpty && drop.IsEmpty ? null : new Told<T>(_rev++, _rev, set, drop);
    }

    /// <summary>What is written alike is alike: records do not look into their lists.</summary>
    private static bool IsSame(T? old, T now) => old is not null && (old.Equals(now) || CoreJson.Write(old) == CoreJson.Write(now));
}

/// <summary>A topic that is told as a whole whenever it differs.</summary>
public sealed class WholeTopic<T>
    where T : class
{
    private string? _written;

    /// <summary>As desks were told it last; null before that.</summary>
    public T? Whole { get; private set; }

    /// <summary>What desks are to be told; null when they know it.</summary>
    public T? Differing(T now)
    {
        var written = CoreJson.Write(now);
        if (written == _written)
        {
            return null;
        }

        (_written, Whole) = (written, now);
        return now;
    }
}
