using System.Collections.Immutable;
using SideLamp.Core;
using SideLamp.Core.Frame;
using SideLamp.Core.Layout;
using SideLamp.Core.Shows;

namespace SideLamp.Server.Api;

/// <summary>A block of a spreadsheet, or a CSV file, to be read.</summary>
/// <param name="Graphic">Whose fields its columns are to be matched with.</param>
public sealed record SheetWish(GraphicId Graphic, string Text);

/// <param name="Fields">The field of each column; null = none that its name tells.</param>
public sealed record SheetView(ImmutableArray<ImmutableArray<string>> Rows, ImmutableArray<string?> Fields);

/// <param name="What">What was taken back, or done again, in words.</param>
public sealed record Stepped(long Revision, string What);

/// <param name="Revision">Of the show after the edit.</param>
/// <param name="Id">Of what was made, or is called otherwise now; null for other changes of what was there.</param>
/// <param name="IsKept">Whether it is on the disk by now. If not, it stands all the same, and is written as soon as the disk allows.</param>
public record Receipt(long Revision, string? Id = null, bool IsKept = true);

/// <param name="Now">What was made or changed, as it stands right after the edit.</param>
public sealed record Receipt<T>(long Revision, string? Id, bool IsKept, T Now) : Receipt(Revision, Id, IsKept);

/// <param name="Missing">The feeds that its words ask for and the show does not have.</param>
public sealed record TakenSet(long Revision, string? Id, bool IsKept, ImmutableArray<FeedId> Missing) : Receipt(Revision, Id, IsKept);

/// <param name="IsKept">As of <see cref="Receipt"/>.</param>
public sealed record Pressed(bool Done, bool IsKept = true);

public enum Fates
{
    Done,

    /// <summary>It was not, and will not be.</summary>
    NotDone,

    /// <summary>It may still come.</summary>
    NotKnown,
}

/// <summary>What became of a press whose answer was lost.</summary>
public sealed record PressFate(Fates Fate);

/// <summary>A wish to see words in a graphic before they are kept.</summary>
/// <param name="Words">In place of the card's own, by field name.</param>
/// <param name="Place">In place of the graphic's own.</param>
/// <param name="Outfit">In place of the one it wears; empty = all parts show.</param>
/// <param name="Seat">In place of the graphic's own.</param>
/// <param name="Brand">Another of the show's brands than the one it wears.</param>
public sealed record PreviewWish(
    GraphicId Graphic,
    CardId? Card = null,
    ImmutableDictionary<string, string>? Words = null,
    Placement? Place = null,
    SeatId? Seat = null,
    OutfitId? Outfit = null,
    string? Brand = null
);

/// <summary>A graphic that is lit once a cue is done.</summary>
/// <param name="Z">Its place in the drawing order.</param>
public sealed record LitPicture(GraphicId Graphic, int Z, Picture Picture);
