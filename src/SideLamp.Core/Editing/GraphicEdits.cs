using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Frame;
using SideLamp.Core.Json;
using SideLamp.Core.Layout;
using SideLamp.Core.Shows;
using SideLamp.Core.Templates;

namespace SideLamp.Core.Editing;

/// <param name="CopyOf">A graphic to copy, with its cards and its place; its template is taken then.</param>
public sealed record NewGraphic(TemplateId? Template = null, string? Name = null, GraphicId? CopyOf = null);

/// <summary>What is to change in a graphic; what is left out stays, and null is none.</summary>
/// <param name="Card">Which card the words belong to; left out = the one that is up.</param>
/// <param name="Words">By field name.</param>
/// <param name="Cards">All cards, in their order: what is not among them is deleted.</param>
/// <param name="Lettering">Of all fields that are not set as the template says.</param>
public sealed record GraphicEdit(
    long Revision,
    string? Name = null,
    SeatId? Seat = null,
    Placement? Place = null,
    CardId? Up = null,
    CardId? Card = null,
    ImmutableDictionary<string, string>? Words = null,
    double? Speed = null,
    ImmutableArray<CardDraft>? Cards = null,
    ImmutableArray<Outfit>? Outfits = null,
    ImmutableSortedDictionary<string, Lettering>? Lettering = null,
    TemplateId? Template = null,
    bool? Covers = null,
    bool? Still = null,
    bool? EndsWithVideo = null,
    ImmutableSortedDictionary<string, CountKeys>? CountKeys = null
)
{
    /// <summary>In ms; null = until switched off.</summary>
    public Maybe<Duration?> Stay { get; init; }

    public Maybe<string?> Key { get; init; }

    /// <summary>Id of an outfit; null = all parts show.</summary>
    public Maybe<OutfitId?> Worn { get; init; }

    public Maybe<Follow?> Then { get; init; }

    /// <summary>In ms; null = never.</summary>
    public Maybe<Duration?> Every { get; init; }

    public Maybe<Cycle?> Cycle { get; init; }

    public Maybe<Attention?> Attention { get; init; }

    /// <summary>Null = as its template says.</summary>
    public Maybe<BeltSetting?> Belt { get; init; }

    public Maybe<Sound?> Sound { get; init; }

    /// <summary>Null = it keeps the last good words.</summary>
    public Maybe<WhenStale?> WhenStale { get; init; }

    /// <summary>Null = it is not lit by what a feed says.</summary>
    public Maybe<Condition?> While { get; init; }

    public Maybe<string?> NextKey { get; init; }

    /// <summary>The feed whose rows are its cards: columns find their fields by name. Null = its cards are those that were written by hand.</summary>
    public Maybe<FeedId?> CardsFrom { get; init; }
}

/// <summary>A card as a page wants it.</summary>
/// <param name="Id">Null = a new card.</param>
public sealed record CardDraft(ImmutableDictionary<string, string> Words, CardId? Id = null);

/// <param name="Fresh">40 random bits in hex: the graphic is named after them.</param>
public sealed record AddGraphic(NewGraphic Wish, string Fresh) : Edit
{
    public const int Most = 2000;

    public override Edited Apply(EditScope scope)
    {
        var made = Made(scope);
        return new Edited(scope.Show.With(made), $"new: {made.Name}", [$"graphics/{made.Id}"]) { Id = made.Id.Value };
    }

    /// <summary>A new graphic; its name is one that no other has.</summary>
    public Graphic Made(EditScope scope)
    {
        Edits.AtMost(Most, scope.Show.Graphics.Length + 1, "", "graphics");
        var id = new GraphicId($"g{Fresh}");
        var names = scope.Show.Graphics.Select(graphic => graphic.Name);
        Graphic made;
        if (Wish.CopyOf is { } source)
        {
            var original = scope.Show.Graphic(source) ?? throw RefusedException.NotFound("graphic");
            made = scope.Choices.Of(original).WithCounts() with { Id = id, Name = Wish.Name ?? Edits.Unused(original.Name, names), Key = null, NextKey = null, CountKeys = ImmutableSortedDictionary<string, CountKeys>.Empty };
        }
        else
        {
            var template = (Wish.Template is { } named ? scope.Shelf.Find(scope.Show, named)?.Template : null) ?? throw RefusedException.NotFound("template");
            made = Graphic.Plain(id, Wish.Name ?? Edits.Unused(template.Name, names), template);
        }

        RefusedException.ThrowIfAny(made.Faults());
        return made;
    }
}

public sealed record DeleteGraphic(GraphicId Id) : Edit
{
    public override Edited Apply(EditScope scope)
    {
        var graphic = scope.Show.Graphic(Id) ?? throw RefusedException.NotFound("graphic");
        return new Edited(scope.Show.Without(graphic), $"deleted: {graphic.Name}", [$"graphics/{Id}"]);
    }
}

public sealed record EditGraphic(GraphicId Id, GraphicEdit Wish) : Edit
{
    /// <summary>Stands for all cards that come from rows, where paths name a card.</summary>
    private static readonly CardId EveryRow = new("rows");

    public override long? Seen => Wish.Revision;

    public override Edited Apply(EditScope scope)
    {
        var graphic = scope.Show.Graphic(Id) ?? throw RefusedException.NotFound("graphic");
        var choice = scope.Choices[Id];
        var template = scope.Shelf.Find(scope.Show, Wish.Template ?? graphic.Template)?.Template;
        var from = WithWords(Wish.CardsFrom.IsGiven ? FromRows(scope, graphic, template) : graphic.CardsFrom, template);
        var (cards, written) = WithWords(Wish.Cards is { } drafts ? Cards(graphic, drafts, template) : graphic.Cards, choice, template, from);
        var edited = Changed(graphic) with { Cards = cards, CardsFrom = from };
        // What stays until it is switched off is followed by nothing (rule 11), and never comes again by itself.
        var leaves = edited.Stay is not null || edited.EndsWithVideo || template?.PassesOnce(edited.Belt) == true;
        edited = !leaves && Wish.Then is not { IsGiven: true, Value: not null } ? edited with { Then = null } : edited;
        edited = edited is { Stay: null, EndsWithVideo: false } && Wish.Every is not { IsGiven: true, Value: not null } ? edited with { Every = null } : edited;
        var faults = edited.Faults().Concat(FaultsIn(scope, edited)).ToList();
        if (!leaves && edited.Then is not null)
        {
            faults.Add(new Fault("/then", "Only what leaves by itself can be followed: give it a stay first."));
        }

        if (Wish.Key.IsGiven || Wish.NextKey.IsGiven || Wish.CountKeys is not null)
        {
            faults.AddRange(Edits.KeyClashes(scope.Show.With(edited), "/key"));
        }

        RefusedException.ThrowIfAny(faults);
        var show = scope.Show.With(edited);
        var choices = scope.Choices.With(Id, Chosen(choice, graphic, written).Within(edited));
        CheckLetters(choices.Of(edited), template, written);
        OnAirRules.CheckLocked(scope, scope.Choices.Of(RowCards.Of(graphic, scope.Feeds)), choices.Of(RowCards.Of(edited, scope.Feeds)));
        OnAirRules.CheckEvery(scope, show, choices, Id);
        var paths = Paths(written);
        var what = $"{edited.Name}: {string.Join(", ", paths.Select(path => path.Split('/')[2]).Distinct())}";
        return new Edited(show, what, paths) { Choices = choices, CanBeUndone = !paths.All(path => path.EndsWith("/up", StringComparison.Ordinal)), Dressing = choice.Outfit == choices[Id].Outfit ? null : new Dressing(Id, choice.Outfit, choices[Id].Outfit) };
    }

    /// <summary>Typed words are laid out in time, or refused.</summary>
    private void CheckLetters(Chosen chosen, Template? template, ImmutableArray<string> written)
    {
        if (template is null || (written.IsEmpty && Wish.Cards is null && Wish.Template is null && !Wish.CardsFrom.IsGiven))
        {
            return;
        }

        var typed = chosen.Graphic.Cards.Select(chosen.WordsOf).Concat(chosen.Graphic.CardsFrom is { } from ? [from.Words] : []);
        var fault = typed.Select(words => LayoutBudget.FaultIn(template, template.WordsOf(words))).FirstOrDefault(one => one is not null);
        if (fault is not null)
        {
            throw RefusedException.Faulty(Wish.Cards is null ? "/words" : "/cards", fault);
        }
    }

    private Graphic Changed(Graphic graphic) =>
        graphic with
        {
            Name = Wish.Name?.Trim() ?? graphic.Name,
            Seat = Wish.Seat ?? graphic.Seat,
            // A new seat begins at its own place: an offset from the old one may lie outside of the frame.
            Place = Wish.Place ?? (Wish.Seat is { } seat && seat != graphic.Seat ? graphic.Place with { X = 0, Y = 0 } : graphic.Place),
            Stay = Wish.Stay.Or(graphic.Stay),
            Key = Wish.Key.Or(graphic.Key),
            Speed = Wish.Speed ?? graphic.Speed,
            Outfits = Wish.Outfits ?? graphic.Outfits,
            Lettering = Wish.Lettering ?? graphic.Lettering,
            Template = Wish.Template ?? graphic.Template,
            Then = Wish.Then.Or(graphic.Then),
            Every = Wish.Every.Or(graphic.Every),
            Cycle = Wish.Cycle.Or(graphic.Cycle),
            Covers = Wish.Covers ?? graphic.Covers,
            Still = Wish.Still ?? graphic.Still,
            EndsWithVideo = Wish.EndsWithVideo ?? graphic.EndsWithVideo,
            Attention = Wish.Attention.Or(graphic.Attention),
            Belt = Wish.Belt.Or(graphic.Belt),
            Sound = Wish.Sound.Or(graphic.Sound),
            WhenStale = Wish.WhenStale.Or(graphic.WhenStale),
            While = Wish.While.Or(graphic.While),
            NextKey = Wish.NextKey.Or(graphic.NextKey),
            CountKeys = Wish.CountKeys ?? graphic.CountKeys,
        };

    /// <summary>What is chosen after the edit: words that were typed stand in place of what was counted there.</summary>
    private GraphicChoice Chosen(GraphicChoice choice, Graphic before, ImmutableArray<string> written) =>
        choice with
        {
            // Cards in another order: what a press lights is what it would have lit.
            Card = Wish.Up ?? choice.Card ?? (Wish.Cards is null ? null : before.Cards[0].Id),
            Outfit = Wish.Worn.Or(choice.Outfit),
            // Cards that come whole bring all their words.
            Counts = Wish.Cards is null ? choice.Counts.RemoveRange(written) : choice.Counts.Clear(),
        };

    /// <returns>The cards, and the words that were typed, as <see cref="GraphicChoice.CountKey"/> names them.</returns>
    private (ImmutableArray<Card> Cards, ImmutableArray<string> Written) WithWords(ImmutableArray<Card> cards, GraphicChoice choice, Template? template, CardsFrom? from)
    {
        if (Wish.Words is not { } given || template is null || cards.IsEmpty)
        {
            return (cards, []);
        }

        if (from is not null)
        {
            return (cards, [.. given.Keys.Select(field => GraphicChoice.CountKey(EveryRow, field))]);
        }

        var wanted = Wish.Card ?? Wish.Up ?? choice.Card;
        var card = cards.FirstOrDefault(one => one.Id == wanted) ?? (Wish.Card is null ? cards[0] : throw RefusedException.NotFound("card"));
        var words = TypedWords.Checked(template, given);
        return (cards.Replace(card, card with { Words = card.Words.SetItems(words) }), [.. words.Keys.Select(field => GraphicChoice.CountKey(card.Id, field))]);
    }

    /// <summary>Where cards come from rows, the words of one are the words of all: they are typed once.</summary>
    private CardsFrom? WithWords(CardsFrom? rows, Template? template) =>
        rows is not null && Wish.Words is { } given && template is not null ? rows with { Words = rows.Words.SetItems(TypedWords.Checked(template, given)) } : rows;

    /// <summary>Cards from a feed's rows: columns find their fields by name. What no column fills is empty, for it would be the same on every card.</summary>
    private CardsFrom? FromRows(EditScope scope, Graphic graphic, Template? template)
    {
        if (Wish.CardsFrom.Or(null) is not { } wish)
        {
            return null;
        }

        var feed = scope.Show.Feed(wish) ?? throw RefusedException.Faulty("/cardsFrom", $"There is no feed “{wish}”.");
        var table = scope.Feeds.RowsOf(feed.Id)?.All;
        var words = (template?.Fields ?? []).Select(field => KeyValuePair.Create(field.Name, table is null ? "" : Matching.WordFor(feed.Id, table, field)));
        return new CardsFrom(feed.Id, graphic.CardsFrom?.Feed == feed.Id ? graphic.CardsFrom.Words : words.ToImmutableDictionary());
    }

    /// <summary>Cards as a page wants them. Words of fields that the template lacks stay: the template may have lost them only for now.</summary>
    private static ImmutableArray<Card> Cards(Graphic graphic, ImmutableArray<CardDraft> drafts, Template? template)
    {
        if (drafts.Length > Graphic.MostCards)
        {
            throw RefusedException.Faulty("/cards", $"A graphic has 1 to {Graphic.MostCards:N0} cards.");
        }

        var cards = ImmutableArray.CreateBuilder<Card>();
        var next = graphic.Cards.Select(card => card.Id.Value.Length > 1 && int.TryParse(card.Id.Value.AsSpan(1), out var number) ? number : 0).Append(0).Max();
        foreach (var (draft, at) in drafts.Select((draft, at) => (draft, at)))
        {
            if (draft.Id is { } id && (graphic.Card(id) is null || cards.Any(one => one.Id == id)))
            {
                throw RefusedException.Faulty($"/cards/{at}/id", "There is no such card, or it stands here twice. A new card has no id.");
            }

            var known = template is null ? [] : draft.Words.Where(word => template.Field(word.Key) is not null).ToImmutableDictionary();
            var kept = draft.Id is { } old ? graphic.Card(old)!.Words.Where(word => template?.Field(word.Key) is null) : [];
            var words = template is null ? draft.Words : kept.ToImmutableDictionary().SetItems(TypedWords.Checked(template, known, $"/cards/{at}"));
            cards.Add(new Card(draft.Id ?? new CardId($"c{++next}"), words));
        }

        return cards.ToImmutable();
    }

    private IEnumerable<Fault> FaultsIn(EditScope scope, Graphic edited)
    {
        if (Wish.Then is { IsGiven: true, Value: { } follow } && scope.Show.Graphic(follow.Graphic) is null)
        {
            yield return new Fault("/then", "There is no such graphic to follow.");
        }

        if (Wish.While is { IsGiven: true, Value: { } condition } && scope.Show.Feed(condition.Feed) is null)
        {
            yield return new Fault("/while/feed", "There is no such feed to look at.");
        }

        if (scope.Shelf.Find(scope.Show, edited.Template) is null)
        {
            yield return new Fault("/template", "There is no such template.");
        }

        if (scope.Show.Seat(edited.Seat) is null)
        {
            yield return new Fault("/seat", $"There is no seat “{edited.Seat}”.");
        }

        if (Wish.Up is { } up && RowCards.Of(edited, scope.Feeds).Card(up) is null)
        {
            yield return new Fault("/up", "There is no such card.");
        }

        if (Wish.Worn is { IsGiven: true, Value: { } outfit } && edited.Outfits.All(one => one.Id != outfit))
        {
            yield return new Fault("/worn", "There is no such outfit.");
        }
    }

    private ImmutableArray<string> Paths(ImmutableArray<string> written) =>
        [
            .. Edits.Touched(
                $"graphics/{Id}/",
                ("name", Wish.Name is not null),
                ("seat", Wish.Seat is not null),
                ("place", Wish.Place is not null),
                ("stay", Wish.Stay.IsGiven),
                ("key", Wish.Key.IsGiven),
                ("up", Wish.Up is not null),
                ("speed", Wish.Speed is not null),
                ("words", Wish.Cards is not null),
                ("outfits", Wish.Outfits is not null),
                ("worn", Wish.Worn.IsGiven),
                ("lettering", Wish.Lettering is not null),
                ("template", Wish.Template is not null),
                ("then", Wish.Then.IsGiven),
                ("every", Wish.Every.IsGiven),
                ("cycle", Wish.Cycle.IsGiven),
                ("whenStale", Wish.WhenStale.IsGiven),
                ("covers", Wish.Covers is not null),
                ("still", Wish.Still is not null),
                ("endsWithVideo", Wish.EndsWithVideo is not null),
                ("attention", Wish.Attention.IsGiven),
                ("belt", Wish.Belt.IsGiven),
                ("sound", Wish.Sound.IsGiven),
                ("nextKey", Wish.NextKey.IsGiven),
                ("countKeys", Wish.CountKeys is not null),
                ("cardsFrom", Wish.CardsFrom.IsGiven),
                ("while", Wish.While.IsGiven)
            ),
            .. written.Select(word => $"graphics/{Id}/words/{word}"),
        ];
}
