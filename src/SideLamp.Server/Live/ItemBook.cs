using System.Collections.Immutable;
using SideLamp.Core;
using SideLamp.Core.Airing;
using SideLamp.Core.Feeds;
using SideLamp.Core.Layout;
using SideLamp.Core.Loop;
using SideLamp.Core.Media;
using SideLamp.Core.Shows;
using SideLamp.Core.Text;

namespace SideLamp.Server.Live;

/// <summary>
/// Makes what an output shows, item by item: one that cannot be made stays as it was last seen, is said, and holds up no other
/// (rule 39).
/// </summary>
public sealed class ItemBook(PictureBook book, Findings findings, ILogger<ItemBook> logger)
{
    private ImmutableDictionary<string, Item> _last = ImmutableDictionary<string, Item>.Empty;

    /// <summary>Words that were covered in what was seen last: those that came on the list since are not.</summary>
    private NeverShow _list = NeverShow.Nothing;

    /// <summary>Called by one caller at a time.</summary>
    public ImmutableArray<Item> ItemsOf(Stage stage)
    {
        ImmutableArray<Item> items = [.. stage.Air.Airings.Where(airing => airing.Phase != Phase.Waiting).Select(airing => ItemOf(stage, airing))];
        foreach (var gone in _last.Values.Where(last => items.All(item => item.Graphic != last.Graphic)))
        {
            findings.Set(KeyOf(gone.Graphic), null);
        }

        (_last, _list) = (items.ToImmutableDictionary(item => item.Id), stage.Show.NeverShow);
        return items;
    }

    private static string KeyOf(GraphicId graphic) => $"picture/{graphic}";

    private Item ItemOf(Stage stage, Airing airing)
    {
        var last = _last.GetValueOrDefault(airing.Id.Value);
        var graphic = stage.Show.Graphic(airing.Graphic);
        // What leaves goes as it was: words that change now are not shown any more (rule 15).
        var (nodes, leave) = airing.Holds || last is null ? NodesOf(stage, airing, last, graphic?.Name) : (last.Nodes, last.LeaveLength);
        return new Item(
            airing.Id.Value,
            airing.Graphic,
            airing.Seat,
            stage.Show.Seat(airing.Seat)?.Z ?? 0,
            airing.Leg,
            airing.LitAt,
            airing.UpSince ?? airing.LitAt,
            stage.Air.StayEndsOf(airing),
            leave,
            nodes,
            graphic?.Sound is { } sound ? new ItemSound(UrlOf(sound), sound.Level) : null,
            graphic?.Still ?? false
        );
    }

    /// <summary>Whether what was seen last may be seen on: not what must not be seen any more, or may have been taken back (rule 37).</summary>
    private bool MayStay(Stage stage, Airing airing) =>
        _list == stage.Show.NeverShow
        && stage.Kept.Contents.GetValueOrDefault(airing.Content)?.Words.Values.SelectMany(Placeholders.FeedsIn).Any(feed => stage.Show.Feed(feed)?.Audience == true) != true;

    private (ImmutableArray<Node> Nodes, double Leave) NodesOf(Stage stage, Airing airing, Item? seen, string? name)
    {
        var last = MayStay(stage, airing) ? seen : null;
        try
        {
            if (!stage.Kept.Contents.TryGetValue(airing.Content, out var content))
            {
                throw new InvalidOperationException("Its content is not there.");
            }

            var (picture, faults) = book.DrawnOf(new Pinned(airing.Content, content), stage.Kept, airing.Id);
            findings.Set(KeyOf(airing.Graphic), faults.IsEmpty ? null : $"“{name}”: {faults[0].Message} It stays as it was last seen.");
            return faults.IsEmpty || last is null ? (picture.Nodes, picture.Leave.TotalMilliseconds) : (last.Nodes, last.LeaveLength);
        }
        catch (Exception error)
        {
            logger.LogError(error, "The picture of {Graphic} could not be made.", airing.Graphic);
            findings.Set(KeyOf(airing.Graphic), $"“{name}” cannot be drawn as it is now. It stays as it was last seen.");
            return last is null ? ([], 0) : (last.Nodes, last.LeaveLength);
        }
    }

    private static string UrlOf(Sound sound) => Tones.Names.Contains(sound.Source) ? $"/tones/{Uri.EscapeDataString(sound.Source)}.wav" : $"/assets/{Uri.EscapeDataString(sound.Source)}";
}
