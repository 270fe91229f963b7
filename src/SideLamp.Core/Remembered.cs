using BitFaster.Caching.Lru;

namespace SideLamp.Core;

/// <summary>Results that are worth remembering, weighed in bytes: what was used least lately goes first. Safe to use from anywhere.</summary>
/// <param name="mostBytes">What all of it may weigh together.</param>
/// <param name="weigh">What one of them weighs in bytes, roughly.</param>
public sealed class Remembered<TKey, TValue>
    where TKey : notnull
    where TValue : class
{
    /// <summary>However little they weigh.</summary>
    private const int MostEntries = 20_000;

    private readonly ConcurrentLru<TKey, TValue> _kept = new(MostEntries);
    private readonly long _mostBytes;
    private readonly Func<TKey, TValue, long> _weigh;
    private long _bytes;

    /// <summary>Counted here: the cache itself would walk through all it has.</summary>
    private int _entries;

    public Remembered(long mostBytes, Func<TKey, TValue, long> weigh)
    {
        (_mostBytes, _weigh) = (mostBytes, weigh);
        _kept.Events.Value!.ItemRemoved += (_, gone) =>
        {
            Interlocked.Add(ref _bytes, -_weigh(gone.Key!, gone.Value!));
            Interlocked.Decrement(ref _entries);
        };
    }

    /// <summary>What all of it weighs, in bytes.</summary>
    public long Bytes => Interlocked.Read(ref _bytes);

    /// <summary>Null when it is not remembered.</summary>
    public TValue? Find(TKey key) => _kept.TryGet(key, out var known) ? known : null;

    /// <returns>What is remembered from now on: what somebody else made meanwhile stays.</returns>
    public TValue Keep(TKey key, TValue value)
    {
        var kept = _kept.GetOrAdd(key, _ => value);
        if (ReferenceEquals(kept, value))
        {
            Interlocked.Add(ref _bytes, _weigh(key, value));
            Interlocked.Increment(ref _entries);
            while (Bytes > _mostBytes && Volatile.Read(ref _entries) is var entries and > 1)
            {
                _kept.Policy.Eviction.Value!.Trim(Math.Max(1, entries / 10));
            }
        }

        return kept;
    }

    public TValue Of(TKey key, Func<TKey, TValue> make) => Find(key) ?? Keep(key, make(key));
}
