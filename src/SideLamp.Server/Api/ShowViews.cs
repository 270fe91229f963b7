using System.Collections.Immutable;
using SideLamp.Core;
using SideLamp.Core.Brands;
using SideLamp.Core.Feeds;
using SideLamp.Core.Frame;
using SideLamp.Core.Layout;
using SideLamp.Core.Loop;
using SideLamp.Core.Media;
using SideLamp.Core.Shows;
using SideLamp.Core.Templates;
using SideLamp.Store;

namespace SideLamp.Server.Api;

/// <summary>A template as the pages need it to make graphics of it.</summary>
/// <param name="Version">Differs when its file differs.</param>
/// <param name="Own">Whether it is the streamer's own, and can be changed.</param>
/// <param name="Parts">In the order of the tree, those within the rows of lists left out.</param>
public sealed record TemplateView(
    TemplateId Id,
    string Name,
    TemplateKind Kind,
    string About,
    SeatId Seat,
    ImmutableArray<Field> Fields,
    ImmutableArray<PartView> Parts,
    bool Own,
    string Version
)
{
    public static TemplateView Of(ShelfTemplate kept, bool own)
    {
        var template = kept.Template;
        return new(template.Id, template.Name, template.Kind, template.About, template.Seat, template.Fields, [.. PartsOf(template.Root, 0)], own, kept.Version);
    }

    private static IEnumerable<PartView> PartsOf(Part part, int depth) =>
        (part is GroupPart group ? group.Parts.SelectMany(child => PartsOf(child, depth + 1)) : []).Prepend(new PartView(part.Id, part.GetType().Name[..^4].ToLowerInvariant(), depth));
}

/// <param name="Kind">Such as <c>text</c> or <c>group</c>.</param>
/// <param name="Depth">0 = the root.</param>
public sealed record PartView(string Id, string Kind, int Depth);

/// <summary>The whole show, as the pages edit it.</summary>
/// <param name="Revision">To be sent back with each edit.</param>
/// <param name="Brands">All that the show keeps; <paramref name="Brand"/> is the one it wears.</param>
/// <param name="Typefaces">Shipped families.</param>
/// <param name="DesignScale">How many px of the canvas one design px is.</param>
/// <param name="Legibility">Of the brand that is worn.</param>
public sealed record ShowView(
    long Revision,
    string Name,
    Canvas Canvas,
    Brand Brand,
    ImmutableArray<Brand> Brands,
    ImmutableArray<GraphicView> Graphics,
    ImmutableArray<Feed> Feeds,
    ImmutableArray<Output> Outputs,
    bool LiveEdits,
    bool LookFirst,
    ImmutableArray<Cue> Cues,
    ImmutableArray<Timer> Timers,
    Loudness Loudness,
    ImmutableArray<string> Tones,
    ImmutableArray<KeepClear> KeepClear,
    ImmutableArray<SavedFinish> SavedFinishes,
    ImmutableArray<TemplateView> Templates,
    ImmutableArray<StarterSet> StarterSets,
    ImmutableArray<Brand> ReadyBrands,
    ImmutableArray<Seat> Seats,
    ImmutableArray<string> Typefaces,
    ImmutableArray<AssetView> Assets,
    ImmutableArray<Legibility> Legibility,
    double DesignScale,
    Box GraphicsSafe,
    Box ActionSafe
)
{
    /// <param name="withLinks">Whether whoever asks may know the outputs' links; else their tokens are empty.</param>
    public static ShowView Of(Stage stage, Shelf shelf, AssetRepository assets, bool withLinks) =>
        new(
            stage.Revision,
            stage.Show.Name,
            stage.Show.Canvas,
            stage.Show.Brand,
            stage.Show.Brands,
            [.. stage.Show.Graphics.Select(graphic => new GraphicView(stage.Choices.Of(graphic)))],
            stage.Show.Feeds,
            [.. stage.Show.Outputs.Select(output => output.Told(withLinks))],
            stage.Show.LiveEdits,
            stage.Show.LookFirst,
            stage.Show.Cues,
            stage.Show.Timers,
            stage.Show.Loudness,
            [.. Core.Media.Tones.Names],
            stage.Show.KeepClear,
            stage.Show.SavedFinishes,
            [.. shelf.Of(stage.Show).Select(one => TemplateView.Of(one, stage.Show.OwnTemplates.Any(own => own.Id == one.Template.Id)))],
            Core.Templates.StarterSets.All,
            Core.Brands.ReadyBrands.All,
            stage.Show.Seats,
            Core.Brands.Typefaces.Families,
            [.. assets.All().Select(asset => AssetView.Of(asset, null))],
            [.. Mending.Of(stage.Show.Brand)],
            stage.Show.Canvas.Scale,
            SafeAreas.Graphics(stage.Show.Canvas),
            SafeAreas.Action(stage.Show.Canvas)
        );
}

/// <summary>What the show is besides its lists, and what follows from that.</summary>
/// <param name="Seats">In drawing order, lowest first.</param>
public sealed record HeadView(
    string Name,
    Canvas Canvas,
    Brand Brand,
    bool LiveEdits,
    bool LookFirst,
    Loudness Loudness,
    ImmutableArray<Seat> Seats,
    ImmutableArray<Legibility> Legibility,
    double DesignScale,
    Box GraphicsSafe,
    Box ActionSafe
)
{
    public static HeadView Of(Show show) =>
        new(
            show.Name,
            show.Canvas,
            show.Brand,
            show.LiveEdits,
            show.LookFirst,
            show.Loudness,
            show.Seats,
            [.. Mending.Of(show.Brand)],
            show.Canvas.Scale,
            SafeAreas.Graphics(show.Canvas),
            SafeAreas.Action(show.Canvas)
        );
}

/// <param name="Type">Media type.</param>
/// <param name="Font">Of a typeface that was just brought: what it calls itself.</param>
public sealed record AssetView(AssetId Id, string Type, string Name, FontNames? Font = null)
{
    public static AssetView Of(Asset asset, FontNames? font) => new(asset.Id, asset.Type, asset.Name, font);
}

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

/// <summary>A graphic as it stands: with the card that is up, the outfit it wears, and what was counted on its cards.</summary>
public sealed record GraphicView : Graphic
{
    public GraphicView(Chosen chosen)
        : base(chosen.WithCounts()) => (Up, Worn) = (chosen.UpCard.Id, chosen.Worn?.Id);

    /// <summary>The card that is lit next, or is lit.</summary>
    public CardId Up { get; }

    /// <summary>The outfit it shows in; null = all parts show.</summary>
    public OutfitId? Worn { get; }
}

/// <summary>A wish to see words in a graphic before they are kept.</summary>
/// <param name="Words">In place of the card's own, by field name.</param>
/// <param name="Place">In place of the graphic's own.</param>
/// <param name="Outfit">In place of the one it wears; empty = all parts show.</param>
/// <param name="Seat">In place of the graphic's own.</param>
public sealed record PreviewWish(
    GraphicId Graphic,
    CardId? Card = null,
    ImmutableDictionary<string, string>? Words = null,
    Placement? Place = null,
    SeatId? Seat = null,
    OutfitId? Outfit = null
);

/// <summary>A graphic that is lit once a cue is done.</summary>
/// <param name="Z">Its place in the drawing order.</param>
public sealed record LitPicture(GraphicId Graphic, int Z, Picture Picture);
