using System.Collections.Immutable;
using SideLamp.Core;
using SideLamp.Core.Brands;
using SideLamp.Core.Chat;
using SideLamp.Core.Events;
using SideLamp.Core.Feeds;
using SideLamp.Core.Frame;
using SideLamp.Core.Layout;
using SideLamp.Core.Loop;
using SideLamp.Core.Media;
using SideLamp.Core.Shows;
using SideLamp.Core.Templates;
using SideLamp.Core.Text;
using SideLamp.Store;

namespace SideLamp.Server.Views;

/// <summary>A template as the pages need it to make graphics of it.</summary>
/// <param name="Version">Differs when its file differs.</param>
/// <param name="Own">Whether it is the streamer's own, and can be changed.</param>
/// <param name="Parts">In the order of the tree, those within the rows of lists left out.</param>
/// <param name="Lists">What the lines of its lists hold.</param>
public sealed record TemplateView(
    TemplateId Id,
    string Name,
    TemplateKind Kind,
    string About,
    SeatId Seat,
    ImmutableArray<Field> Fields,
    ImmutableArray<PartView> Parts,
    ImmutableArray<ListShape> Lists,
    bool Own,
    string Version
)
{
    public static TemplateView Of(ShelfTemplate kept, Show show)
    {
        var template = kept.Template;
        var isOwn = show.OwnTemplates.Any(own => own.Id == template.Id);
        return new(template.Id, template.Name, template.Kind, template.About, template.Seat, template.Fields, [.. PartsOf(template.Root, 0)], ListShape.Of(template), isOwn, kept.Version);
    }

    /// <summary>Of the whole shelf.</summary>
    public static ImmutableArray<TemplateView> All(Show show, Shelf shelf) => [.. shelf.Of(show).Select(one => Of(one, show))];

    private static IEnumerable<PartView> PartsOf(Part part, int depth) =>
        (part is GroupPart group ? group.Parts.SelectMany(child => PartsOf(child, depth + 1)) : []).Prepend(new PartView(part.Id, part.Name, part.GetType().Name[..^4].ToLowerInvariant(), depth));
}

/// <param name="Name">What people call it; null = as its id.</param>
/// <param name="Kind">Such as <c>text</c> or <c>group</c>.</param>
/// <param name="Depth">0 = the root.</param>
public sealed record PartView(string Id, string? Name, string Kind, int Depth);

/// <summary>What the show is besides its lists, and what follows from that.</summary>
/// <param name="Seats">In drawing order, lowest first.</param>
/// <param name="DesignScale">How many px of the canvas one design px is.</param>
public record HeadView(
    string Name,
    Canvas Canvas,
    Brand Brand,
    bool LiveEdits,
    bool LookFirst,
    Loudness Loudness,
    NeverShow NeverShow,
    Counting Counting,
    AlertPace AlertPace,
    ChatRules ChatRules,
    ImmutableArray<Seat> Seats,
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
            show.NeverShow,
            show.Counting,
            show.AlertPace,
            show.ChatRules,
            show.Seats,
            show.Canvas.Scale,
            SafeAreas.Graphics(show.Canvas),
            SafeAreas.Action(show.Canvas)
        );
}

/// <summary>The whole show, as the pages edit it: they ask for it once, and then follow what differs (<see cref="ShowNews"/>).</summary>
public sealed record ShowView : HeadView
{
    /// <param name="withLinks">Whether whoever asks may know the outputs' links; else their tokens are empty.</param>
    public ShowView(Stage stage, Shelf shelf, bool withLinks)
        : base(HeadView.Of(stage.Show))
    {
        Revision = stage.Revision;
        Brands = stage.Show.Brands;
        Graphics = [.. stage.Show.Graphics.Select(graphic => new GraphicView(stage.Kept.Chosen(graphic), stage.Kept.Feeds))];
        Feeds = stage.Show.Feeds;
        Outputs = [.. stage.Show.Outputs.Select(output => output.Told(withLinks))];
        Cues = stage.Show.Cues;
        DeskPages = stage.Show.DeskPages;
        Timers = stage.Show.Timers;
        Labels = stage.Show.Labels;
        AlertRules = stage.Show.AlertRules;
        Adapters = stage.Show.Adapters;
        ChatSources = stage.Show.ChatSources;
        ChatCommands = stage.Show.ChatCommands;
        Votes = stage.Show.Votes;
        KeepClear = stage.Show.KeepClear;
        SavedFinishes = stage.Show.SavedFinishes;
        Templates = TemplateView.All(stage.Show, shelf);
        History = HistoryView.Of(stage.Kept);
    }

    /// <summary>To be sent back with each edit.</summary>
    public long Revision { get; }

    /// <summary>All that the show keeps; <see cref="HeadView.Brand"/> is the one it wears.</summary>
    public ImmutableArray<Brand> Brands { get; }

    public ImmutableArray<GraphicView> Graphics { get; }

    public ImmutableArray<Feed> Feeds { get; }

    public ImmutableArray<Output> Outputs { get; }

    public ImmutableArray<Cue> Cues { get; }

    public ImmutableArray<DeskPage> DeskPages { get; }

    public ImmutableArray<Timer> Timers { get; }

    public ImmutableArray<Label> Labels { get; }

    public ImmutableArray<AlertRule> AlertRules { get; }

    public ImmutableArray<Adapter> Adapters { get; }

    public ImmutableArray<ChatSource> ChatSources { get; }

    public ImmutableArray<ChatCommand> ChatCommands { get; }

    public ImmutableArray<Vote> Votes { get; }

    public ImmutableArray<KeepClear> KeepClear { get; }

    public ImmutableArray<SavedFinish> SavedFinishes { get; }

    public ImmutableArray<TemplateView> Templates { get; }

    public HistoryView History { get; }

    public ImmutableArray<string> Tones { get; } = [.. Core.Media.Tones.Names];

    public ImmutableArray<StarterSet> StarterSets { get; } = Core.Shows.StarterSets.All;

    public ImmutableArray<Brand> ReadyBrands { get; } = Core.Brands.ReadyBrands.All;

    /// <summary>Shipped families.</summary>
    public ImmutableArray<string> Typefaces { get; } = Core.Brands.Typefaces.Families;
}

/// <param name="Type">Media type.</param>
/// <param name="Font">Of a typeface that was just brought: what it calls itself.</param>
public sealed record AssetView(AssetId Id, string Type, string Name, FontNames? Font = null)
{
    public static AssetView Of(Asset asset, FontNames? font) => new(asset.Id, asset.Type, asset.Name, font);
}

/// <summary>A graphic as it stands: with the card that is up, the outfit it wears, and what was counted on its cards. Cards from rows say what their rows say.</summary>
public sealed record GraphicView : Graphic
{
    public GraphicView(Chosen chosen, FeedsNow feeds)
        : base(chosen.WithCounts())
    {
        (Up, Worn) = (chosen.UpCard.Id, chosen.Worn?.Id);
        if (CardsFrom is not null)
        {
            Cards = [.. Cards.Select(card => card with { Words = card.Words.ToImmutableDictionary(one => one.Key, one => Placeholders.Fill(one.Value, feeds with { Own = card.Row }) ?? "") })];
        }
    }

    /// <summary>The card that is lit next, or is lit.</summary>
    public CardId Up { get; }

    /// <summary>The outfit it shows in; null = all parts show.</summary>
    public OutfitId? Worn { get; }
}

