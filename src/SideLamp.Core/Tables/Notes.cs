using System.Collections.Immutable;

namespace SideLamp.Core.Tables;

/// <summary>What the streamer should know of a read, each thing once, and not without end.</summary>
internal sealed class Notes
{
    private const int Most = 5;

    private readonly List<string> _all = [];

    public void Add(string note)
    {
        if (_all.Count < Most && !_all.Contains(note))
        {
            _all.Add(note);
        }
    }

    public ImmutableArray<string> All => [.. _all];
}
