using System.Collections.Immutable;

namespace SideLamp.Core.Tables;

/// <summary>What the streamer should know of a read, each thing once, and not without end.</summary>
internal sealed class Notes
{
    private const int Most = 5;

    private readonly List<string> _all = [];

    /// <summary>How much all tables of this read hold by now, as <see cref="Table.Weight"/> reckons it.</summary>
    public long Weight { get; set; }

    public void Add(string note)
    {
        if (_all.Count < Most && !_all.Contains(note))
        {
            _all.Add(note);
        }
    }

    public ImmutableArray<string> All => [.. _all];
}
