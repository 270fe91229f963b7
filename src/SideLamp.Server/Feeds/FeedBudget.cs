using System.Collections.Immutable;
using SideLamp.Core;
using SideLamp.Core.Tables;

namespace SideLamp.Server.Feeds;

/// <summary>What the tables of all feeds may weigh together, so that no evening fills the machine.</summary>
public sealed class FeedBudget
{
    public const long Most = 128 << 20;

    private readonly Dictionary<FeedId, long> _weights = [];

    /// <summary>Whether there is room for these in place of what the feed held. If not, what it held stays counted, for it stays.</summary>
    public bool Takes(FeedId feed, ImmutableArray<Table> tables)
    {
        var weight = tables.Sum(table => table.Weight);
        lock (_weights)
        {
            if (_weights.Where(one => one.Key != feed).Sum(one => one.Value) + weight > Most)
            {
                return false;
            }

            _weights[feed] = weight;
            return true;
        }
    }

    /// <summary>The feed is gone.</summary>
    public void Forget(FeedId feed)
    {
        lock (_weights)
        {
            _weights.Remove(feed);
        }
    }
}
