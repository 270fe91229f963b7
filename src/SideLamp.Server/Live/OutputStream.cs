using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Json;

namespace SideLamp.Server.Live;

/// <summary>What one kind of output shows, as revisions: the difference from each to the next, or all of the latest.</summary>
public sealed class OutputStream(string epoch)
{
    private ImmutableArray<Item> _items = [];
    private ImmutableDictionary<string, Written> _written = ImmutableDictionary<string, Written>.Empty;

    public long Rev { get; private set; }

    /// <summary>The difference that these items make; null when pages show them already.</summary>
    public Change? Show(ImmutableArray<Item> items, Instant now)
    {
        var written = items.ToImmutableDictionary(item => item.Id, item => Written.Of(item, _written.GetValueOrDefault(item.Id)));
        var put = items.Where(item => !_written.ContainsKey(item.Id)).ToImmutableArray();
        var drop = _items.Select(item => item.Id).Where(id => !written.ContainsKey(id)).ToImmutableArray();
        var patch = items
            .Where(item => _written.ContainsKey(item.Id))
            .Select(item => PatchOf(item, _written[item.Id], written[item.Id]))
            .OfType<Patch>()
            .ToImmutableArray();
        if (put.IsEmpty && drop.IsEmpty && patch.IsEmpty)
        {
            return null;
        }

        (_items, _written) = (items, written);
        Rev++;
        return new Change("change", epoch, Rev - 1, Rev, now, OrNull(put), OrNull(patch), OrNull(drop));
    }

    public ImmutableArray<Item> Items => _items;

    private static Patch? PatchOf(Item item, Written before, Written after)
    {
        var bare = item with { Nodes = [] };
        var same = before.Item with { Nodes = [] } == bare;
        if (ReferenceEquals(before.Nodes, after.Nodes))
        {
            return same ? null : new Patch(bare, null, null, null);
        }

        var (old, now) = (before.Nodes.Value, after.Nodes.Value);
        var set = item.Nodes.Where(node => old.Texts.GetValueOrDefault(node.Id) != now.Texts[node.Id]).ToImmutableArray();
        var del = old.Order.Where(id => !now.Texts.ContainsKey(id)).ToImmutableArray();
        var order = old.Order.SequenceEqual(now.Order) ? (ImmutableArray<string>?)null : now.Order;
        return set.IsEmpty && del.IsEmpty && order is null && same ? null : new Patch(bare, OrNull(set), OrNull(del), order);
    }

    private static ImmutableArray<T>? OrNull<T>(ImmutableArray<T> list) => list.IsEmpty ? null : list;

    /// <summary>An item with its nodes as they go over the wire: what is written alike is alike.</summary>
    private sealed record Written(Item Item, Lazy<WrittenNodes> Nodes)
    {
        /// <param name="before">The same item as it was: pictures are remembered, so that most have the very same nodes, and need not be written again.</param>
        public static Written Of(Item item, Written? before) =>
            // Written only once something is compared with it: most items come and go with the nodes they have.
            before is not null && before.Item.Nodes == item.Nodes ? before with { Item = item } : new(item, new Lazy<WrittenNodes>(() => WrittenNodes.Of(item)));
    }

    /// <summary>The nodes of an item by their ids, as text, and their order.</summary>
    private sealed record WrittenNodes(ImmutableDictionary<string, string> Texts, ImmutableArray<string> Order)
    {
        public static WrittenNodes Of(Item item) =>
            new(item.Nodes.ToImmutableDictionary(node => node.Id, node => CoreJson.Write(node)), [.. item.Nodes.Select(node => node.Id)]);
    }
}
