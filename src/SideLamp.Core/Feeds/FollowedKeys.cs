using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using SideLamp.Core.Tables;

namespace SideLamp.Core.Feeds;

/// <summary>Keys from one table to the next, worked out once: by whoever folds a reading first, which is not the loop.</summary>
internal static class FollowedKeys
{
    private static readonly ConditionalWeakTable<Table, Followed> Known = [];

    public static ImmutableArray<string> Of(Table before, ImmutableArray<string> keys, Table after, string? keyColumn)
    {
        if (Known.TryGetValue(after, out var known) && known.Keys == keys && known.KeyColumn == keyColumn)
        {
            return known.Now;
        }

        var now = RowKeys.Next(before, keys, after, keyColumn);
        Known.AddOrUpdate(after, new Followed(keys, keyColumn, now));
        return now;
    }

    private sealed record Followed(ImmutableArray<string> Keys, string? KeyColumn, ImmutableArray<string> Now);
}
