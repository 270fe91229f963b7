using System.Collections.Immutable;
using SideLamp.Core.Brands;
using SideLamp.Core.Colours;
using SideLamp.Core.Shows;
using SideLamp.Core.Templates;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Editing;

/// <param name="Fresh">40 random bits in hex: the graphics are named after them.</param>
public sealed record AddStarterSet(string Set, string Fresh) : Edit
{
    public override Edited Apply(EditScope scope)
    {
        var set = StarterSets.Find(Set) ?? throw RefusedException.NotFound("starter set");
        return new Edited(Made(scope, set, (_, _) => null), $"the set “{set.Name}”", []);
    }

    /// <summary>The show with the graphics of a set, each with a key that was free, and the timers that they show.</summary>
    /// <param name="typed">Words of a field of a template, in place of its sample; null = the sample.</param>
    public Show Made(EditScope scope, StarterSet set, Func<TemplateId, string, string?> typed)
    {
        var show = scope.Show;
        var free = new Queue<char>(StarterSets.Keys.Except(Keys.Of(show).Where(one => one.Key.Length == 1).Select(one => one.Key[0])));
        foreach (var (piece, at) in set.Pieces.Select((piece, at) => (piece, at)))
        {
            var made = new AddGraphic(new NewGraphic(piece.Template), $"{Fresh}-{at}").Made(scope with { Show = show });
            var words = made.Cards[0].Words;
            foreach (var field in scope.Shelf.Find(show, piece.Template)!.Template.Fields)
            {
                words = typed(piece.Template, field.Name) is { } text ? words.SetItem(field.Name, text) : words;
            }

            if (piece.Timer is { } wish)
            {
                var word = Enumerable.Range(1, 100).Select(no => new TimerId(no == 1 ? wish.Word : $"{wish.Word}{no}")).First(id => show.Timer(id) is null);
                show = show with { Timers = show.Timers.Add(new Timer(word, Edits.Unused(wish.Name, show.Timers.Select(timer => timer.Name)), wish.Kind, wish.Length, default, AtZero.Stop)) };
                words = words.SetItem(wish.Field, TimerWords.Of(word));
            }

            show = show.With(made with { Seat = piece.Seat ?? made.Seat, Key = free.TryDequeue(out var key) ? key.ToString() : null, Cards = [made.Cards[0] with { Words = words }] });
        }

        return show;
    }
}

/// <summary>How a show begins: the answers to three questions.</summary>
/// <param name="Set">What kind of evening it is: a starter set.</param>
/// <param name="Name">Of whoever streams; empty = not told.</param>
/// <param name="Show">Of the show; empty = it keeps its name.</param>
/// <param name="Plate">What words stand on, as CSS writes it; null = the colours stay as they are.</param>
/// <param name="Accent">Lines and marks; null = worked out from the plate.</param>
/// <param name="Logo">A stored picture; null = none.</param>
public sealed record BeginWish(string Set, string Name = "", string Show = "", string? Plate = null, string? Accent = null, AssetId? Logo = null);

/// <summary>A brand and a set that fit the answers, in one edit.</summary>
/// <param name="Fresh">40 random bits in hex.</param>
public sealed record Begin(BeginWish Wish, string Fresh) : Edit
{
    public override Edited Apply(EditScope scope)
    {
        var set = StarterSets.Find(Wish.Set) ?? throw RefusedException.NotFound("starter set");
        foreach (var (name, path) in new[] { (Wish.Name, "/name"), (Wish.Show, "/show") })
        {
            if (name.Length > 0 && Names.FaultIn(name) is { } fault)
            {
                throw RefusedException.Faulty(path, fault.Message);
            }
        }

        var show = scope.Show with { Name = Wish.Show.Trim() is { Length: > 0 } called ? called : scope.Show.Name };
        show = Dressed(show);
        var who = Wish.Name.Trim();
        string? Typed(TemplateId template, string field) =>
            (template.Value, field) switch
            {
                ("name" or "name-only", "name") or (_, "leftName") when who.Length > 0 => who,
                // What is lit first has no word of a sample in it.
                ("name", "role") when who.Length > 0 => "",
                ("starting-soon", "title") when Wish.Show.Trim().Length > 0 => show.Name,
                _ => null,
            };
        return new Edited(new AddStarterSet(Wish.Set, Fresh).Made(scope with { Show = show }, set, Typed), "the beginning of the show", ["name", "brand", "graphics"]) { Id = $"g{Fresh}-0" };
    }

    private Show Dressed(Show show)
    {
        if (Wish.Plate is null && Wish.Logo is null)
        {
            return show;
        }

        Colour? Read(string? text, string path) =>
            text is null ? null : Colour.Parse(text) ?? throw RefusedException.Faulty(path, $"“{text}” is no colour. Write it as #1c8a5f, or by its name.");
        var (plate, accent) = (Read(Wish.Plate, "/plate"), Read(Wish.Accent, "/accent"));
        var name = Edits.Unused(Wish.Name.Trim() is { Length: > 0 } who ? who[..Math.Min(who.Length, Brand.LongestName - 4)] : "Ours", show.Brands.Select(brand => brand.Name), Brand.LongestName);
        var brand = show.Brand with { Name = name, Logo = Wish.Logo ?? show.Brand.Logo, Palette = plate is { } ground ? Palette.From(ground, accent, show.Brand.Palette.Alarm) : show.Brand.Palette };
        RefusedException.ThrowIfAny(brand.Faults(), "/brand");
        return (show with { Wardrobe = show.Wardrobe.Add(brand) }).Wearing(name)!;
    }
}
