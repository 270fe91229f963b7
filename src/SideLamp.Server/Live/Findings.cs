using System.Collections.Concurrent;
using System.Collections.Immutable;

namespace SideLamp.Server.Live;

/// <summary>What is wrong now and the streamer should know, each under a key that takes it back when it is over.</summary>
public sealed class Findings(IEnumerable<string> found)
{
    private const int Most = 20;

    /// <summary>Of how the data folder was found: said until the next start.</summary>
    private readonly ImmutableArray<string> _found = [.. found];

    private readonly ConcurrentDictionary<string, string> _now = new();

    /// <summary>In sentences, those of now first.</summary>
    public ImmutableArray<string> All => [.. _now.Values.Order(StringComparer.Ordinal).Concat(_found).Take(Most)];

    /// <param name="sentence">What is wrong; null = nothing any more.</param>
    public void Set(string key, string? sentence)
    {
        if (sentence is null)
        {
            _now.TryRemove(key, out _);
        }
        else
        {
            _now[key] = sentence;
        }
    }
}
