using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Brands;
using SideLamp.Core.Feeds;
using SideLamp.Core.Frame;
using SideLamp.Core.Media;
using SideLamp.Core.Shows;
using SideLamp.Core.Templates;
using SideLamp.Server.Loop;
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
    ImmutableArray<Graphic> Graphics,
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
    public static ShowView Of(Stage stage, Shelf shelf, AssetRepository assets) =>
        new(
            stage.Revision,
            stage.Show.Name,
            stage.Show.Canvas,
            stage.Show.Brand,
            stage.Show.Brands,
            stage.Show.Graphics,
            stage.Show.Feeds,
            stage.Show.Outputs,
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

/// <param name="Type">Media type.</param>
/// <param name="Font">Of a typeface that was just brought: what it calls itself.</param>
public sealed record AssetView(AssetId Id, string Type, string Name, FontNames? Font = null)
{
    public static AssetView Of(Asset asset, FontNames? font) => new(asset.Id, asset.Type, asset.Name, font);
}

/// <summary>A new brand for the show.</summary>
/// <param name="Ready">Name of a ready-made brand to begin from; null = a copy of the one that is worn.</param>
public sealed record NewBrand(string? Ready = null);

/// <param name="OnAir">Whether what is lit changes too, at once.</param>
public sealed record WearWish(string Name, bool OnAir);

/// <summary>What is to change in the show; what is null stays.</summary>
/// <param name="SeatOrder">Drawing order of all seats, lowest first.</param>
/// <param name="Cues">All cues, in their order. A cue with an empty id is new.</param>
/// <param name="Timers">All timers, in their order.</param>
public sealed record ShowEdit(
    long Revision,
    string? Name = null,
    bool? LiveEdits = null,
    bool? LookFirst = null,
    Brand? Brand = null,
    CanvasWish? Canvas = null,
    ImmutableArray<Seat>? OwnSeats = null,
    ImmutableArray<SeatId>? SeatOrder = null,
    ImmutableArray<KeepClear>? KeepClear = null,
    ImmutableArray<SavedFinish>? SavedFinishes = null,
    ImmutableArray<Cue>? Cues = null,
    Loudness? Loudness = null,
    ImmutableArray<Timer>? Timers = null
);

/// <summary>A size of the picture, in px, and its frame rate as the exact fraction.</summary>
public sealed record CanvasWish(int Width, int Height, FrameRate Rate);

/// <summary>A card as a page wants it.</summary>
/// <param name="Id">Null = a new card.</param>
public sealed record CardDraft(ImmutableDictionary<string, string> Words, CardId? Id = null);

/// <summary>A block of a spreadsheet, or a CSV file, to be read.</summary>
/// <param name="Graphic">Whose fields its columns are to be matched with.</param>
public sealed record SheetWish(GraphicId Graphic, string Text);

/// <param name="Fields">The field of each column; null = none that its name tells.</param>
public sealed record SheetView(ImmutableArray<ImmutableArray<string>> Rows, ImmutableArray<string?> Fields);

/// <param name="What">What was taken back, or done again, in words.</param>
public sealed record Stepped(long Revision, string What);

/// <param name="CopyOf">A graphic to copy, with its cards and its place; its template is taken then.</param>
public sealed record NewGraphic(TemplateId? Template = null, string? Name = null, GraphicId? CopyOf = null);

/// <summary>What is to change in a graphic; what is null stays.</summary>
/// <param name="Card">Which card the words belong to; null = the one that is up.</param>
/// <param name="Words">By field name.</param>
/// <param name="Stay">In ms; 0 = until switched off.</param>
/// <param name="Key">Empty = none.</param>
/// <param name="Cards">All cards, in their order: what is not among them is deleted.</param>
/// <param name="Worn">Id of an outfit; empty = all parts show.</param>
/// <param name="Then">What follows; an empty id = nothing.</param>
/// <param name="Lettering">Of all fields that are not set as the template says.</param>
/// <param name="Every">In ms; 0 = never.</param>
/// <param name="Sound">An empty source = none.</param>
/// <param name="NextKey">Empty = none.</param>
public sealed record GraphicEdit(
    long Revision,
    string? Name = null,
    SeatId? Seat = null,
    Placement? Place = null,
    Duration? Stay = null,
    string? Key = null,
    CardId? Up = null,
    CardId? Card = null,
    ImmutableDictionary<string, string>? Words = null,
    double? Speed = null,
    ImmutableArray<CardDraft>? Cards = null,
    ImmutableArray<Outfit>? Outfits = null,
    string? Worn = null,
    ImmutableSortedDictionary<string, Lettering>? Lettering = null,
    TemplateId? Template = null,
    Follow? Then = null,
    Duration? Every = null,
    CycleWish? Cycle = null,
    bool? Covers = null,
    bool? Still = null,
    AttentionWish? Attention = null,
    Sound? Sound = null,
    string? NextKey = null,
    ImmutableSortedDictionary<string, CountKeys>? CountKeys = null
);

/// <param name="On">Whether cards come up by themselves at all.</param>
public sealed record CycleWish(bool On, Cycle? Cycle = null);

/// <param name="On">Whether anything draws the eye at all.</param>
public sealed record AttentionWish(bool On, Attention? Attention = null);

/// <summary>What is to change in an output; what is null stays.</summary>
public sealed record OutputEdit(long Revision, string? Name = null, bool? Sounds = null);

/// <summary>A new template of the streamer's own.</summary>
/// <param name="CopyOf">A template to copy.</param>
/// <param name="Source">A template file to take in, in place of a copy.</param>
public sealed record NewTemplate(TemplateId? CopyOf = null, string? Source = null);

/// <param name="Source">In the template format.</param>
public sealed record TemplateEdit(long Revision, string Source);

public sealed record TemplateSource(string Source);

public sealed record NewFeed(FeedId Id, string Name, string Path, Duration? Every = null);

/// <summary>What is to change in a feed; what is null stays.</summary>
public sealed record FeedEdit(long Revision, string? Name = null, string? Path = null, Duration? Every = null);

/// <param name="Revision">Of the show after the edit.</param>
/// <param name="Id">Of what was made; null for changes of what was there.</param>
public sealed record Receipt(long Revision, string? Id = null);

public enum AirVerb
{
    Light,
    Dark,
    Toggle,
    Push,
    LightsOut,
    LightsBack,
    Step,
    Cue,
    StopCue,
    Every,
    EveryOff,
    Alert,
    Hush,
    HushOver,
    CallOff,
    BringBack,
    Forget,
    TakeBack,
    Timer,
    Count,
    Reset,
}

/// <summary>A press.</summary>
/// <param name="Id">Chosen by the sender: a repeat with the same id does nothing.</param>
/// <param name="Graphic">Where the verb is about one.</param>
/// <param name="Card">Null = the card that is up.</param>
/// <param name="Alone">Of light: what would follow does not, this time.</param>
/// <param name="Cue">Of cue and stopCue.</param>
/// <param name="Seat">Of bringBack and forget.</param>
/// <param name="Timer">Of timer.</param>
/// <param name="Act">Of timer: what to do with it.</param>
/// <param name="By">Of step and count: how many; null = one on. Of a timer to be added to: ms.</param>
/// <param name="To">Of count: the number itself.</param>
/// <param name="Field">Of count.</param>
/// <param name="Keep">Of reset: whether all that is not counted stays; of hushOver: whether what waited comes now.</param>
/// <param name="How">What it was pressed with, for the trail, such as <c>key 4</c>.</param>
/// <param name="Since">Of callOff: the alert that has waited since then. Null = what a hush holds back.</param>
/// <param name="At">When it was made, by the server's time as the page knows it. One that comes more than 3 s late is refused: nobody means it any more. Null = it is never late.</param>
public sealed record Press(
    CommandId Id,
    AirVerb Verb,
    GraphicId? Graphic = null,
    CardId? Card = null,
    bool Alone = false,
    CueId? Cue = null,
    SeatId? Seat = null,
    decimal? By = null,
    decimal? To = null,
    string? Field = null,
    bool? Keep = null,
    string? How = null,
    TimerId? Timer = null,
    TimerAct? Act = null,
    Instant? Since = null,
    Instant? At = null
);

public sealed record Pressed(bool Done);

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
public sealed record LitPicture(GraphicId Graphic, int Z, Core.Layout.Picture Picture);
