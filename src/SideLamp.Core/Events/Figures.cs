using System.Collections.Immutable;
using NodaTime;

namespace SideLamp.Core.Events;

/// <summary>What is counted of one kind of events over one span.</summary>
/// <param name="Count">How many there were.</param>
/// <param name="Sums">By what they are counted in: a currency, or empty for plain numbers.</param>
/// <param name="Latest">By when it counts, then by arrival.</param>
/// <param name="Tops">The largest by what it is counted in; of equal ones the earlier.</param>
public sealed record Figure(long Count, ImmutableSortedDictionary<string, long> Sums, ViewerEvent? Latest, ImmutableSortedDictionary<string, ViewerEvent> Tops)
{
    private static readonly ImmutableSortedDictionary<string, long> NoSums = ImmutableSortedDictionary.Create<string, long>(StringComparer.Ordinal);

    public static Figure Nothing { get; } = new(0, NoSums, null, ImmutableSortedDictionary.Create<string, ViewerEvent>(StringComparer.Ordinal));

    public Figure With(ViewerEvent one)
    {
        var summed = this with { Count = Count + one.Times, Sums = Summed(one.Unit, one.Size) };
        return one.IsCorrection
            ? summed
            : summed with
            {
                Latest = Latest is null || IsAfter(one, Latest) ? one : Latest,
                Tops = !Tops.TryGetValue(one.Unit, out var top) || IsAbove(one, top) ? Tops.SetItem(one.Unit, one) : Tops,
            };
    }

    /// <param name="latest">The latest of those that are left, asked for where this was it.</param>
    /// <param name="top">Likewise the top one of its unit.</param>
    public Figure Without(ViewerEvent one, Func<ViewerEvent?> latest, Func<ViewerEvent?> top)
    {
        var summed = this with { Count = Count - one.Times, Sums = Summed(one.Unit, -one.Size) };
        return summed with
        {
            Latest = Latest?.Seq == one.Seq ? latest() : Latest,
            Tops = Tops.TryGetValue(one.Unit, out var was) && was.Seq == one.Seq ? top() is { } next ? Tops.SetItem(one.Unit, next) : Tops.Remove(one.Unit) : Tops,
        };
    }

    public static bool IsAfter(ViewerEvent one, ViewerEvent other) => (one.At, one.Seq).CompareTo((other.At, other.Seq)) > 0;

    public static bool IsAbove(ViewerEvent one, ViewerEvent other) => one.Size > other.Size || (one.Size == other.Size && IsAfter(other, one));

    private ImmutableSortedDictionary<string, long> Summed(string unit, long by) => Sums.GetValueOrDefault(unit) + by is var sum and not 0 ? Sums.SetItem(unit, sum) : Sums.Remove(unit);
}

/// <summary>Finds events that are kept, and neither taken back nor corrections.</summary>
public interface IEventIndex
{
    /// <summary>The latest of a kind within bounds.</summary>
    ViewerEvent? Latest(string kind, Bounds within);

    /// <summary>The largest of a kind, counted in a unit, within bounds; of equal ones the earlier.</summary>
    ViewerEvent? Top(string kind, string unit, Bounds within);

    /// <summary>What all within bounds come to, corrections too: of each kind and unit once.</summary>
    IEnumerable<Summed> Sums(Bounds within);
}

/// <param name="Times">How many events.</param>
/// <param name="Size">All their sizes together.</param>
public readonly record struct Summed(string Kind, string Unit, long Times, long Size);

/// <summary>All figures. They equal a plain recount of the events at any time.</summary>
/// <param name="Bounds">What each span is just now.</param>
/// <param name="All">By kind and span; what is not there is nothing.</param>
public sealed record Figures(ImmutableDictionary<CountedOver, Bounds> Bounds, ImmutableDictionary<(string Kind, CountedOver Over), Figure> All)
{
    /// <summary>The session that goes on, or was the last; null = there was none yet.</summary>
    public Session? Session { get; init; }

    /// <summary>The number of the last event to arrive, counted or not.</summary>
    public long Newest { get; init; }

    public static Figures None { get; } = new(ImmutableDictionary<CountedOver, Bounds>.Empty, ImmutableDictionary<(string, CountedOver), Figure>.Empty);

    public Figure Of(string kind, CountedOver over) => All.GetValueOrDefault((kind, over), Figure.Nothing);

    public Figures With(ViewerEvent one) => this with { All = All.SetItems(SpansOf(one).Select(over => KeyValuePair.Create((one.Kind, over), Of(one.Kind, over).With(one)))) };

    /// <summary>An event is taken back: the index no longer has it.</summary>
    public Figures Without(ViewerEvent one, IEventIndex index) =>
        this with
        {
            All = All.SetItems(
                SpansOf(one)
                    .Select(over =>
                        KeyValuePair.Create((one.Kind, over), Of(one.Kind, over).Without(one, () => index.Latest(one.Kind, Bounds[over]), () => index.Top(one.Kind, one.Unit, Bounds[over])))
                    )
            ),
        };

    /// <summary>Spans have other bounds by now: what is counted over those is counted anew.</summary>
    public Figures Within(IReadOnlyDictionary<CountedOver, Bounds> bounds, IEventIndex index)
    {
        var turned = bounds.Where(one => !Bounds.TryGetValue(one.Key, out var was) || was != one.Value).ToList();
        return turned.Aggregate(
            this with { Bounds = Bounds.SetItems(turned) },
            (so, one) =>
                so with
                {
                    All = so.All
                        .RemoveRange(so.All.Keys.Where(key => key.Over == one.Key))
                        .AddRange(index.Sums(one.Value).GroupBy(sum => sum.Kind).Select(kind => KeyValuePair.Create((kind.Key, one.Key), Counted(kind.Key, [.. kind], one.Value, index)))),
                }
        );
    }

    private static Figure Counted(string kind, List<Summed> sums, Bounds within, IEventIndex index)
    {
        var tops = sums.Select(sum => index.Top(kind, sum.Unit, within)).OfType<ViewerEvent>();
        return new Figure(
            sums.Sum(sum => sum.Times),
            sums.Where(sum => sum.Size != 0).ToImmutableSortedDictionary(sum => sum.Unit, sum => sum.Size, StringComparer.Ordinal),
            index.Latest(kind, within),
            tops.ToImmutableSortedDictionary(top => top.Unit, top => top, StringComparer.Ordinal)
        );
    }

    /// <summary>The same figures, with each event as it may be seen.</summary>
    public Figures Shown(Func<ViewerEvent, ViewerEvent> seen) =>
        this with
        {
            All = All.ToImmutableDictionary(
                one => one.Key,
                one => one.Value with { Latest = one.Value.Latest is { } latest ? seen(latest) : null, Tops = one.Value.Tops.ToImmutableSortedDictionary(top => top.Key, top => seen(top.Value), StringComparer.Ordinal) }
            ),
        };

    private IEnumerable<CountedOver> SpansOf(ViewerEvent one) => Bounds.Where(bound => bound.Value.Has(one.At)).Select(bound => bound.Key).ToList();
}
