using System.Collections.Immutable;
using SideLamp.Core.Media;

namespace SideLamp.Core.Feeds;

/// <summary>A picture that a cell names: an address, or the name of a file beside the feed's own.</summary>
/// <param name="Asset">The stored file that was made of it last; null = there was none yet.</param>
/// <param name="Trouble">Why it cannot be had now, in a sentence; null when it can, or is only waited for.</param>
public sealed record CellPicture(AssetId? Asset, string? Trouble);

/// <summary>A picture of a cell, as it is kept.</summary>
/// <param name="Name">As the cell says it.</param>
public sealed record KeptPicture(FeedId Feed, string Name, AssetId Asset);

/// <summary>Pictures of cells, as they are kept: outputs ask nobody but us, so each is a stored file before it is seen.</summary>
public sealed record KeptPictures(ImmutableArray<KeptPicture> All);

/// <summary>Pictures that cells name.</summary>
public static class CellPictures
{
    private const int LongestName = 2000;

    private const int LongestSaid = 60;

    /// <summary>A name, short enough for a sentence.</summary>
    public static string Short(string name) => name.Length <= LongestSaid ? name : Spelling.Clean(name[..LongestSaid]) + "…";

    /// <summary>Where a picture lies that a cell of a feed names: a whole address, or the whole path of a file.</summary>
    public static Checked<string> PlaceOf(Feed feed, string name)
    {
        if (feed.Audience)
        {
            return Fault("What the audience sends brings no pictures.");
        }

        if (name.Length > LongestName)
        {
            return Fault($"“{Short(name)}” is too long to be an address or the name of a file.");
        }

        if (Feed.IsAddress(name) || feed.IsWeb)
        {
            var address = Uri.TryCreate(feed.IsWeb ? new Uri(feed.Path) : null, name, out var whole) ? whole : null;
            return address is not { Scheme: "http" or "https", UserInfo: "" } ? Fault($"“{Short(name)}” is no address of a picture.") : address.AbsoluteUri;
        }

        if (feed.IsPushed)
        {
            return Fault($"“{Short(name)}” is no address. What programs send names its pictures by whole addresses, which begin with https://.");
        }

        if (name.Contains('\0', StringComparison.Ordinal))
        {
            return Fault("This is not the name of a file.");
        }

        // A table that somebody else fills must not put any file of this computer on air.
        var folder = Path.GetDirectoryName(feed.Path)!;
        var path = Path.GetFullPath(name, folder);
        return path.StartsWith(folder.TrimEnd('/') + "/", StringComparison.Ordinal) ? path : Fault($"“{Short(name)}” lies elsewhere. Put it into the folder of the feed’s file, or into one within it.");
    }

    /// <summary>The value of a picture field, with the stored file in place of what a cell names; empty while there is none.</summary>
    /// <param name="value">Filled in, with how much of the picture is seen.</param>
    /// <param name="from">The feeds that it was filled in from.</param>
    internal static string Stored(string value, IEnumerable<FeedId> from, FeedsNow feeds)
    {
        var (source, settings) = MediaChoice.Split(value);
        return source.Length == 0 ? ""
            : MediaChoice.IsStored(source) ? value
            : from.Select(feed => feeds.Pictures.GetValueOrDefault(feed)?.GetValueOrDefault(source)?.Asset).FirstOrDefault(asset => asset is not null) is { } asset ? asset.Value + settings
            : "";
    }

    /// <summary>What words of a picture field name now, and which feed says it; null = no picture, or one that is stored already.</summary>
    public static (FeedId Feed, string Name)? NamedBy(string words, FeedsNow feeds)
    {
        if (Placeholders.Fill(words, feeds) is not { } value || MediaChoice.Split(value).Source is not { Length: > 0 } name || MediaChoice.IsStored(name))
        {
            return null;
        }

        var taken = Placeholders.TakenBy(words).OrderBy(one => one.Feed.Value, StringComparer.Ordinal).ToList();
        bool Says(Taken one) => one.Column is { } column && feeds[one.Feed] is { } feed && FeedWords.ColumnOf(feed, column) is { } found && feed.CellOf(found) == name;
        return (taken.Find(Says) ?? taken.FirstOrDefault()) is { } by ? (by.Feed, name) : null;
    }

    private static Checked<string> Fault(string why) => Checked<string>.Faulty("", why);
}
