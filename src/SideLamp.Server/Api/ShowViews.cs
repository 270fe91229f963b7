using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Brands;
using SideLamp.Core.Shows;
using SideLamp.Core.Templates;
using SideLamp.Server.Loop;
using SideLamp.Store;

namespace SideLamp.Server.Api;

/// <summary>A template as the pages need it: its fields, not its parts.</summary>
public sealed record TemplateView(TemplateId Id, string Name, TemplateKind Kind, string About, SeatId Seat, ImmutableArray<Field> Fields);

/// <summary>The whole show, as the pages edit it.</summary>
/// <param name="Revision">To be sent back with each edit.</param>
/// <param name="Brands">All that the show keeps; <paramref name="Brand"/> is the one it wears.</param>
/// <param name="Typefaces">Shipped families.</param>
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
    ImmutableArray<TemplateView> Templates,
    ImmutableArray<StarterSet> StarterSets,
    ImmutableArray<Brand> ReadyBrands,
    ImmutableArray<Seat> Seats,
    ImmutableArray<string> Typefaces,
    ImmutableArray<AssetView> Assets,
    ImmutableArray<Legibility> Legibility,
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
            [.. shelf.Templates.Values.Select(one => new TemplateView(one.Template.Id, one.Template.Name, one.Template.Kind, one.Template.About, one.Template.Seat, one.Template.Fields))],
            Core.Templates.StarterSets.All,
            Core.Brands.ReadyBrands.All,
            Core.Shows.Seats.All,
            Core.Brands.Typefaces.Families,
            [.. assets.All().Select(asset => AssetView.Of(asset, null))],
            [.. Mending.Of(stage.Show.Brand)],
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
public sealed record ShowEdit(long Revision, string? Name = null, bool? LiveEdits = null, bool? LookFirst = null, Brand? Brand = null);

public sealed record NewGraphic(TemplateId Template, string? Name = null);

/// <summary>What is to change in a graphic; what is null stays.</summary>
/// <param name="Card">Which card the words belong to; null = the one that is up.</param>
/// <param name="Words">By field name.</param>
/// <param name="Stay">In ms; 0 = until switched off.</param>
/// <param name="Key">Empty = none.</param>
public sealed record GraphicEdit(
    long Revision,
    string? Name = null,
    SeatId? Seat = null,
    Core.Shows.Offset? Offset = null,
    Duration? Stay = null,
    string? Key = null,
    CardId? Up = null,
    CardId? Card = null,
    ImmutableDictionary<string, string>? Words = null,
    double? Speed = null
);

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
}

/// <summary>A press.</summary>
/// <param name="Id">Chosen by the sender: a repeat with the same id does nothing.</param>
/// <param name="Graphic">Null for lights out and back.</param>
/// <param name="Card">Null = the card that is up.</param>
public sealed record Press(CommandId Id, AirVerb Verb, GraphicId? Graphic = null, CardId? Card = null);

public sealed record Pressed(bool Done);

public sealed record StandbyChoice(GraphicId? Graphic);

/// <summary>A wish to see words in a graphic before they are kept.</summary>
/// <param name="Words">In place of the card's own, by field name.</param>
public sealed record PreviewWish(GraphicId Graphic, CardId? Card = null, ImmutableDictionary<string, string>? Words = null);
