using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Feeds;
using SideLamp.Core.Shows;
using SideLamp.Core.Templates;
using SideLamp.Server.Loop;

namespace SideLamp.Server.Api;

/// <summary>Edits of a show, checked: each gives the new show and the paths it touched, or is refused with every fault.</summary>
public static class Editing
{
    public static (Show Show, List<string> Paths) Apply(Show show, ShowEdit edit)
    {
        if (edit.Name is { } name && (string.IsNullOrWhiteSpace(name) || name.Length > Graphic.LongestName))
        {
            throw RefusedException.Faulty("/name", $"Give it a name of 1 to {Graphic.LongestName} characters.");
        }

        RefusedException.ThrowIfAny(edit.Brand?.Faults().Select(fault => fault with { Path = "/brand" + fault.Path }) ?? []);
        if (edit.Brand is { } dress && show.Wardrobe.Any(other => other.Name == dress.Name))
        {
            throw RefusedException.Faulty("/brand/name", $"Another brand is called “{dress.Name}” already.");
        }

        var edited = show with
        {
            Name = edit.Name ?? show.Name,
            LiveEdits = edit.LiveEdits ?? show.LiveEdits,
            LookFirst = edit.LookFirst ?? show.LookFirst,
            Brand = edit.Brand ?? show.Brand,
        };
        return (edited, Touched(("name", edit.Name), ("liveEdits", edit.LiveEdits), ("lookFirst", edit.LookFirst), ("brand", edit.Brand)));
    }

    public static (Show Show, Graphic Made) Add(Show show, NewGraphic wish, Shelf shelf)
    {
        var template = shelf.Find(wish.Template)?.Template ?? throw RefusedException.NotFound("template");
        var id = new GraphicId(Ids.Fresh("g"));
        var card = new Card(new CardId("c1"), ImmutableDictionary<string, string>.Empty);
        var graphic = new Graphic(id, wish.Name ?? Unused(template.Name, show), template.Id, [card], card.Id, template.Seat, default, template.Stay, null);
        RefusedException.ThrowIfAny(graphic.Faults());
        return (show.With(graphic), graphic);
    }

    public static (Show Show, List<string> Paths) Apply(Show show, GraphicId id, GraphicEdit edit, Shelf shelf)
    {
        var graphic = show.Graphic(id) ?? throw RefusedException.NotFound("graphic");
        var card = graphic.Card(edit.Card ?? edit.Up ?? graphic.Up) ?? throw RefusedException.NotFound("card");
        var words = edit.Words is { } given && shelf.Find(graphic.Template)?.Template is { } template ? CheckWords(template, given) : null;
        var edited = graphic with
        {
            Name = edit.Name?.Trim() ?? graphic.Name,
            Seat = edit.Seat ?? graphic.Seat,
            Offset = edit.Offset ?? graphic.Offset,
            Stay = edit.Stay is { } stay ? (stay == Duration.Zero ? null : stay) : graphic.Stay,
            Key = edit.Key is { } key ? (key.Length == 0 ? null : key) : graphic.Key,
            Up = edit.Up ?? graphic.Up,
            Speed = edit.Speed ?? graphic.Speed,
            Cards = words is null ? graphic.Cards : graphic.Cards.Replace(card, card with { Words = card.Words.SetItems(words) }),
        };
        var faults = edited.Faults().ToList();
        if (graphic.Card(edited.Up) is null)
        {
            faults.Add(new Fault("/up", "There is no such card."));
        }

        if (edit.Key is { Length: > 0 } wished && show.Graphics.FirstOrDefault(other => other.Id != id && other.Key == wished) is { } holder)
        {
            faults.Add(new Fault("/key", $"The key {wished} belongs to “{holder.Name}” already."));
        }

        RefusedException.ThrowIfAny(faults);
        var paths = Touched(("name", edit.Name), ("seat", edit.Seat), ("offset", edit.Offset), ("stay", edit.Stay), ("key", edit.Key), ("up", edit.Up), ("speed", edit.Speed))
            .Concat((words?.Keys ?? []).Select(field => $"words/{card.Id}/{field}"))
            .Select(path => $"graphics/{id}/{path}");
        return (show.With(edited), [.. paths]);
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

    public static (Show Show, List<string> Paths) Apply(Show show, FeedId id, FeedEdit edit)
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

    private static List<string> Touched(params (string Path, object? Value)[] all) => [.. all.Where(one => one.Value is not null).Select(one => one.Path)];

    private static string Unused(string name, Show show)
    {
        var names = show.Graphics.Select(graphic => graphic.Name).ToHashSet();
        return Enumerable.Range(1, int.MaxValue).Select(count => count == 1 ? name : $"{name} {count}").First(one => !names.Contains(one));
    }
}
