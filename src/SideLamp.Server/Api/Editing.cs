using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Feeds;
using SideLamp.Core.Frame;
using SideLamp.Core.Shows;
using SideLamp.Core.Templates;
using SideLamp.Core.Text;
using SideLamp.Server.Loop;

namespace SideLamp.Server.Api;

/// <summary>Edits of a show, checked: each gives the new show and the paths it touched, or is refused with every fault.</summary>
public static class Editing
{
    public static (Show Show, ImmutableArray<string> Paths) Apply(Show show, ShowEdit edit)
    {
        if (edit.Name is { } name && Names.FaultIn(name) is { } fault)
        {
            throw RefusedException.Faulty([fault]);
        }

        RefusedException.ThrowIfAny(edit.Brand?.Faults().Select(fault => fault with { Path = "/brand" + fault.Path }) ?? []);
        if (edit.Brand is { } dress && show.Wardrobe.Any(other => other.Name == dress.Name))
        {
            throw RefusedException.Faulty("/brand/name", $"Another brand is called “{dress.Name}” already.");
        }

        CheckSeats(show, edit);
        var canvas = edit.Canvas is { } wish ? Canvas.Of(wish.Width, wish.Height, wish.Rate) : show.Canvas;
        RefusedException.ThrowIfAny(canvas.Faults.Select(fault => fault with { Path = "/canvas" + fault.Path }));
        var edited = show with
        {
            Name = edit.Name ?? show.Name,
            LiveEdits = edit.LiveEdits ?? show.LiveEdits,
            LookFirst = edit.LookFirst ?? show.LookFirst,
            Brand = edit.Brand ?? show.Brand,
            Canvas = canvas.Value!,
            OwnSeats = edit.OwnSeats ?? show.OwnSeats,
            SeatOrder = edit.SeatOrder ?? show.SeatOrder,
            KeepClear = edit.KeepClear ?? show.KeepClear,
            SavedFinishes = edit.SavedFinishes ?? show.SavedFinishes,
            Cues = edit.Cues is { } cues ? Named(cues) : show.Cues,
            Timers = edit.Timers ?? show.Timers,
            Loudness = edit.Loudness ?? show.Loudness,
        };
        if (edit.Timers is not null)
        {
            edited = CheckTimers(edited);
        }

        if (edit.Cues is not null)
        {
            CheckCues(edited);
            edited = edited with { Timers = [.. edited.Timers.Select(timer => timer.Cue is { } cue && edited.Cue(cue) is null ? timer with { Cue = null } : timer)] };
        }

        return (
            edited,
            Touched(
                ("name", edit.Name),
                ("liveEdits", edit.LiveEdits),
                ("lookFirst", edit.LookFirst),
                ("brand", edit.Brand),
                ("canvas", edit.Canvas),
                ("ownSeats", edit.OwnSeats),
                ("seatOrder", edit.SeatOrder),
                ("keepClear", edit.KeepClear),
                ("savedFinishes", edit.SavedFinishes),
                ("cues", edit.Cues),
                ("timers", edit.Timers),
                ("loudness", edit.Loudness)
            )
        );
    }

    private static ImmutableArray<Cue> Named(ImmutableArray<Cue> cues) => [.. cues.Select(cue => cue.Id.Value.Length == 0 ? cue with { Id = new CueId(Ids.Fresh("q")) } : cue)];

    private static void CheckCues(Show edited)
    {
        if (edited.Cues.Length > Cue.Most)
        {
            throw RefusedException.Faulty("/cues", $"A show has up to {Cue.Most} cues.");
        }

        RefusedException.ThrowIfAny(edited.Cues.SelectMany((cue, at) => cue.Faults(edited).Select(fault => fault with { Path = $"/cues/{at}{fault.Path}" })));
        RefusedException.ThrowIfAny(KeyClashes(edited, "/cues"));
    }

    /// <summary>The show with these timers, and without what cues say of one that is gone.</summary>
    private static Show CheckTimers(Show edited)
    {
        if (edited.Timers.Length > Timer.Most)
        {
            throw RefusedException.Faulty("/timers", $"A show has up to {Timer.Most} timers.");
        }

        RefusedException.ThrowIfAny(edited.Timers.SelectMany((timer, at) => timer.Faults(cue => edited.Cue(cue) is not null).Select(fault => fault with { Path = $"/timers/{at}{fault.Path}" })));
        if (edited.Timers.GroupBy(timer => timer.Id).FirstOrDefault(same => same.Count() > 1) is { } twice)
        {
            throw RefusedException.Faulty("/timers", $"Two timers are called {twice.Key} in placeholders. Choose another word for one.");
        }

        RefusedException.ThrowIfAny(KeyClashes(edited, "/timers"));
        return edited with { Cues = [.. edited.Cues.Select(cue => cue with { Steps = [.. cue.Steps.Select(step => step with { Timers = step.Timers.RemoveAll(one => edited.Timer(one.Timer) is null) })] })] };
    }

    /// <summary>Each key belongs to one thing.</summary>
    private static IEnumerable<Fault> KeyClashes(Show show, string path) =>
        Keys.Of(show).GroupBy(one => one.Key).Where(same => same.Count() > 1).Select(same => new Fault(path, $"The key {same.Key} belongs to {string.Join(" and to ", same.Select(one => one.Owner))}."));

    private static void CheckSeats(Show show, ShowEdit edit)
    {
        if (edit.OwnSeats is { } seats)
        {
            RefusedException.ThrowIfAny(seats.SelectMany((seat, at) => seat.Faults().Select(fault => fault with { Path = $"/ownSeats/{at}{fault.Path}" })));
            if (seats.Select(seat => seat.Id).Concat(Seats.All.Select(seat => seat.Id)).GroupBy(id => id).Any(group => group.Count() > 1))
            {
                throw RefusedException.Faulty("/ownSeats", "Two seats have the same id.");
            }

            var orphan = show.Graphics.FirstOrDefault(graphic => Seats.Find(graphic.Seat) is null && seats.All(seat => seat.Id != graphic.Seat));
            if (orphan is not null)
            {
                throw RefusedException.Faulty("/ownSeats", $"“{orphan.Name}” sits in this seat. Give it another one first.");
            }
        }

        if (edit.KeepClear?.Any(area => string.IsNullOrWhiteSpace(area.Name) || area.Area.IsEmpty) == true)
        {
            throw RefusedException.Faulty("/keepClear", "An area to keep clear has a name, a width and a height.");
        }
    }

    public static (Show Show, Graphic Made) Add(Show show, NewGraphic wish, Shelf shelf)
    {
        var id = new GraphicId(Ids.Fresh("g"));
        Graphic made;
        if (wish.CopyOf is { } source)
        {
            var original = show.Graphic(source) ?? throw RefusedException.NotFound("graphic");
            made = original with { Id = id, Name = wish.Name ?? Unused(original.Name, show), Key = null, NextKey = null, CountKeys = ImmutableSortedDictionary<string, CountKeys>.Empty };
        }
        else
        {
            var template = (wish.Template is { } named ? shelf.Find(show, named)?.Template : null) ?? throw RefusedException.NotFound("template");
            var card = new Card(new CardId("c1"), ImmutableDictionary<string, string>.Empty);
            made = new Graphic(
                id,
                wish.Name ?? Unused(template.Name, show),
                template.Id,
                [card],
                card.Id,
                template.Seat,
                Placement.Plain,
                template.Stay,
                null,
                1,
                [],
                ImmutableSortedDictionary<string, Lettering>.Empty
            );
        }

        RefusedException.ThrowIfAny(made.Faults());
        return (show.With(made), made);
    }

    public static (Show Show, ImmutableArray<string> Paths) Apply(Show show, GraphicId id, GraphicEdit edit, Shelf shelf)
    {
        var graphic = show.Graphic(id) ?? throw RefusedException.NotFound("graphic");
        var template = shelf.Find(show, graphic.Template)?.Template;
        var cards = edit.Cards is { } drafts ? Cards(graphic, drafts, template) : graphic.Cards;
        // Whoever takes the card away that is up puts the first one up.
        var up = edit.Up ?? (cards.Any(one => one.Id == graphic.Up) || cards.IsEmpty ? graphic.Up : cards[0].Id);
        var card = cards.FirstOrDefault(one => one.Id == (edit.Card ?? up));
        var words = edit.Words is { } given && template is not null ? CheckWords(template, given) : null;
        if (words is not null)
        {
            cards = cards.Replace(card ?? throw RefusedException.NotFound("card"), card with { Words = card.Words.SetItems(words) });
        }

        var edited = graphic with
        {
            Name = edit.Name?.Trim() ?? graphic.Name,
            Seat = edit.Seat ?? graphic.Seat,
            Place = edit.Place ?? graphic.Place,
            Stay = edit.Stay is { } stay ? (stay == Duration.Zero ? null : stay) : graphic.Stay,
            Key = edit.Key is { } key ? (key.Length == 0 ? null : key) : graphic.Key,
            Up = up,
            Speed = edit.Speed ?? graphic.Speed,
            Cards = cards,
            Outfits = edit.Outfits ?? graphic.Outfits,
            Worn = edit.Worn is { } worn ? (worn.Length == 0 ? null : new OutfitId(worn)) : graphic.Worn,
            Lettering = edit.Lettering ?? graphic.Lettering,
            Template = edit.Template ?? graphic.Template,
            Then = edit.Then is { } then ? (then.Graphic.Value.Length == 0 ? null : then) : graphic.Then,
            Every = edit.Every is { } every ? (every == Duration.Zero ? null : every) : graphic.Every,
            Cycle = edit.Cycle is { } cycle ? (cycle.On ? cycle.Cycle : null) : graphic.Cycle,
            Covers = edit.Covers ?? graphic.Covers,
            Still = edit.Still ?? graphic.Still,
            Attention = edit.Attention is { } attention ? (attention.On ? attention.Attention : null) : graphic.Attention,
            Sound = edit.Sound is { } sound ? (sound.Source.Length == 0 ? null : sound) : graphic.Sound,
            NextKey = edit.NextKey is { } next ? (next.Length == 0 ? null : next) : graphic.NextKey,
            CountKeys = edit.CountKeys ?? graphic.CountKeys,
        };
        // What stays until it is switched off is followed by nothing (rule 11), and never comes again by itself.
        edited = edited.Stay is null && edit.Then is null ? edited with { Then = null } : edited;
        edited = edited.Stay is null && edit.Every is null ? edited with { Every = null } : edited;
        var faults = edited.Faults().ToList();
        if (edit.Then is not null && edited.Then is { } follow && show.Graphic(follow.Graphic) is null)
        {
            faults.Add(new Fault("/then", "There is no such graphic to follow."));
        }

        if (shelf.Find(show, edited.Template) is null)
        {
            faults.Add(new Fault("/template", "There is no such template."));
        }

        if (show.Seat(edited.Seat) is null)
        {
            faults.Add(new Fault("/seat", $"There is no seat “{edited.Seat}”."));
        }

        if (edited.Card(edited.Up) is null)
        {
            faults.Add(new Fault("/up", "There is no such card."));
        }

        if (edited.Worn is { } outfit && edited.Outfits.All(one => one.Id != outfit))
        {
            faults.Add(new Fault("/worn", "There is no such outfit."));
        }

        if (edit.Key is not null || edit.NextKey is not null || edit.CountKeys is not null)
        {
            faults.AddRange(KeyClashes(show.With(edited), "/key"));
        }

        RefusedException.ThrowIfAny(faults);
        var paths = Touched(
                ("name", edit.Name),
                ("seat", edit.Seat),
                ("place", edit.Place),
                ("stay", edit.Stay),
                ("key", edit.Key),
                ("up", edit.Up),
                ("speed", edit.Speed),
                ("words/*", edit.Cards),
                ("cards", edit.Cards),
                ("outfits", edit.Outfits),
                ("worn", edit.Worn),
                ("lettering", edit.Lettering),
                ("template", edit.Template),
                ("then", edit.Then),
                ("every", edit.Every),
                ("cycle", edit.Cycle),
                ("covers", edit.Covers),
                ("still", edit.Still),
                ("attention", edit.Attention),
                ("sound", edit.Sound),
                ("nextKey", edit.NextKey),
                ("countKeys", edit.CountKeys)
            )
            .Concat((words?.Keys ?? []).Select(field => $"words/{card!.Id}/{field}"))
            .Select(path => $"graphics/{id}/{path}");
        return (show.With(edited), [.. paths]);
    }

    /// <summary>Cards as a page wants them. Words of fields that the template lacks stay: the template may have lost them only for now.</summary>
    private static ImmutableArray<Card> Cards(Graphic graphic, ImmutableArray<CardDraft> drafts, Template? template)
    {
        var faults = new List<Fault>();
        var cards = ImmutableArray.CreateBuilder<Card>();
        var next = graphic.Cards.Select(card => int.TryParse(card.Id.Value.AsSpan(1), out var number) ? number : 0).Append(0).Max();
        foreach (var (draft, at) in drafts.Select((draft, at) => (draft, at)))
        {
            var known = draft.Words.Where(word => template?.Field(word.Key) is not null).ToImmutableDictionary();
            try
            {
                var words = template is null ? draft.Words : draft.Words.SetItems(CheckWords(template, known));
                cards.Add(new Card(draft.Id ?? new CardId($"c{++next}"), words));
            }
            catch (RefusedException refused)
            {
                faults.AddRange(refused.Faults.Select(fault => fault with { Path = $"/cards/{at}{fault.Path}" }));
            }
        }

        RefusedException.ThrowIfAny(faults);
        return cards.DistinctBy(card => card.Id).ToImmutableArray();
    }

    public static Show Add(Show show, NewFeed wish)
    {
        var feed = new Feed(wish.Id, wish.Name, wish.Path, wish.Every ?? Duration.FromMilliseconds(500));
        var faults = feed.Faults().ToList();
        if (show.Feed(wish.Id) is not null)
        {
            faults.Add(new Fault("/id", $"There is a feed called “{wish.Id}” already."));
        }

        RefusedException.ThrowIfAny(faults);
        return show.With(feed);
    }

    public static (Show Show, ImmutableArray<string> Paths) Apply(Show show, FeedId id, FeedEdit edit)
    {
        var feed = show.Feed(id) ?? throw RefusedException.NotFound("feed");
        var edited = feed with { Name = edit.Name ?? feed.Name, Path = edit.Path ?? feed.Path, Every = edit.Every ?? feed.Every };
        RefusedException.ThrowIfAny(edited.Faults());
        return (show.With(edited), [.. Touched(("name", edit.Name), ("path", edit.Path), ("every", edit.Every)).Select(path => $"feeds/{id}/{path}")]);
    }

    /// <summary>Typed words, made safe; placeholders that cannot be read are refused, with their field.</summary>
    public static ImmutableDictionary<string, string> CheckWords(Template template, ImmutableDictionary<string, string> given)
    {
        var faults = new List<Fault>();
        var clean = ImmutableDictionary.CreateBuilder<string, string>();
        foreach (var (name, text) in given)
        {
            if (template.Field(name) is not { } field)
            {
                faults.Add(new Fault($"/words/{name}", $"“{template.Name}” has no field “{name}”."));
                continue;
            }

            if (text.Length > Field.Longest)
            {
                faults.Add(new Fault($"/words/{name}", $"This is {text.Length:N0} characters long; {Field.Longest:N0} are the most."));
            }
            else if (Placeholders.FaultIn(text) is { } fault)
            {
                faults.Add(new Fault($"/words/{name}", fault));
            }

            clean[name] = Words.Clean(text, field.Kind);
        }

        RefusedException.ThrowIfAny(faults);
        return clean.ToImmutable();
    }

    private static ImmutableArray<string> Touched(params (string Path, object? Value)[] all) => [.. all.Where(one => one.Value is not null).Select(one => one.Path)];

    private static string Unused(string name, Show show)
    {
        var names = show.Graphics.Select(graphic => graphic.Name).ToHashSet();
        return Enumerable.Range(1, int.MaxValue).Select(count => count == 1 ? name : $"{name} {count}").First(one => !names.Contains(one));
    }
}
