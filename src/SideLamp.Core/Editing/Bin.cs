using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using NodaTime;
using SideLamp.Core.Frame;
using SideLamp.Core.Json;
using SideLamp.Core.Shows;
using SideLamp.Core.Templates;

namespace SideLamp.Core.Editing;

/// <summary>Something that was deleted, to be brought back.</summary>
/// <param name="No">Rises with what comes into the bin.</param>
/// <param name="Author">The page that deleted it.</param>
/// <param name="Kind">The name of its list (<see cref="BinKinds"/>).</param>
/// <param name="Id">That it had, and will have again.</param>
/// <param name="Name">What a person called it.</param>
/// <param name="Body">All of it, as JSON.</param>
public sealed record Binned(long No, Instant At, string Author, string Kind, string Id, string Name, string Body)
{
    /// <summary>The show with it; null when it cannot be read any more: it was of an earlier Side Lamp.</summary>
    /// <param name="isKeyless">Whether it comes without the keys it had.</param>
    public Show? In(Show show, bool isKeyless = false)
    {
        try
        {
            return BinKinds.Find(Kind)?.With(show, isKeyless ? Keyless() : Body);
        }
        catch (JsonException)
        {
            return null;
        }
    }

    /// <summary>The area of the frame that it was, in shares of it; null for what was none.</summary>
    public Box? Area()
    {
        try
        {
            return Kind == EntryLists.Seats.Name ? CoreJson.Read<Seat>(Body).Room
                : Kind == EntryLists.KeepClear.Name ? CoreJson.Read<KeepClear>(Body).Area
                : (Box?)null;
        }
        catch (JsonException)
        {
            return null;
        }
    }

    private string Keyless()
    {
        var body = JsonNode.Parse(Body)!.AsObject();
        (body["key"], body["nextKey"]) = (null, null);
        body.Remove("countKeys");
        return body.ToJsonString(CoreJson.Options);
    }
}

/// <summary>What was deleted lately: a show remembers it for 30 days.</summary>
/// <param name="All">The newest last.</param>
public sealed record Bin(ImmutableList<Binned> All)
{
    public const int Most = 500;

    /// <summary>In letters, of all that is in it: of more the oldest goes.</summary>
    private const long MostLetters = 64 << 20;

    private static readonly Duration Stays = Duration.FromDays(30);

    public static Bin Empty { get; } = new([]);

    public Binned? Find(long no) => All.Find(one => one.No == no);

    /// <summary>The bin after an edit: what the show lost is in it, and what the show has again is not.</summary>
    public Bin Followed(Show before, Show after, Instant now, string author)
    {
        if (ReferenceEquals(before, after))
        {
            return this;
        }

        var all = All;
        foreach (var kind in BinKinds.All.Where(kind => !kind.IsSame(before, after)))
        {
            var (old, there) = (kind.Of(before), kind.Of(after).Select(one => one.Id).ToHashSet());
            all = all.RemoveAll(one => one.Kind == kind.Name && there.Contains(one.Id));
            // What is only called otherwise now, as brands are, has not gone.
            foreach (var (id, entry) in old.Count > there.Count ? old.Where(one => !there.Contains(one.Id)) : [])
            {
                // Never a number twice, also when what had it is back in the show.
                all = all.Add(new Binned(Math.Max(now.ToUnixTimeMilliseconds(), (all.IsEmpty ? 0 : all[^1].No) + 1), now, author, kind.Name, id, kind.NameOf(entry), CoreJson.WriteWhole(entry)));
            }
        }

        return ReferenceEquals(all, All) ? this : new Bin(Bounded(all, now));
    }

    /// <summary>Without what has been there for 30 days.</summary>
    public Bin At(Instant now) => All.Exists(one => now - one.At > Stays) ? new Bin(Bounded(All, now)) : this;

    private static ImmutableList<Binned> Bounded(ImmutableList<Binned> all, Instant now)
    {
        var letters = 0L;
        var stay = Enumerable.Reverse(all).TakeWhile((one, at) => at < Most && now - one.At <= Stays && ((letters += one.Body.Length) <= MostLetters || at == 0)).Count();
        return all.RemoveRange(0, all.Count - stay);
    }
}

/// <summary>A kind of thing that can be deleted.</summary>
/// <param name="Name">As of its list.</param>
/// <param name="Word">One of them, in a sentence.</param>
/// <param name="NameOf">What a person calls one.</param>
/// <param name="With">The show with one more of them, as it was written.</param>
public sealed record BinKind(string Name, string Word, Func<Show, IReadOnlyList<(string Id, object Entry)>> Of, Func<object, string> NameOf, Func<Show, string, Show> With)
{
    /// <summary>Whether none of them came, went or changed.</summary>
    public required Func<Show, Show, bool> IsSame { get; init; }

    /// <summary>Why the one of an id cannot stand in that show.</summary>
    public Func<Show, string, IEnumerable<Fault>> Faults { get; init; } = (_, _) => [];
}

public static class BinKinds
{
    public const string Graphics = "graphics";
    public const string Templates = "templates";
    public const string Brands = "brands";

    /// <summary>Those of which there is a picture.</summary>
    public static readonly ImmutableArray<string> Pictured = [Graphics, Templates, Brands];

    public static readonly ImmutableArray<BinKind> All =
    [
        Kind(Graphics, "graphic", show => show.Graphics, one => one.Id.Value, one => one.Name, (show, one) => show.With(one)),
        Kind("feeds", "feed", show => show.Feeds, one => one.Id.Value, one => one.Name, (show, one) => show.With(one)),
        Kind(Templates, "template", show => show.OwnTemplates, one => one.Id.Value, one => NameIn(one.Source) ?? one.Id.Value, (show, one) => show with { OwnTemplates = show.OwnTemplates.Add(one) }),
        Kind(Brands, "brand", show => show.Brands, one => one.Name, one => one.Name, (show, one) => show with { Wardrobe = show.Wardrobe.Add(one) }),
        Kind(EntryLists.Cues),
        Kind(EntryLists.DeskPages),
        Kind(EntryLists.Timers),
        Kind(EntryLists.Labels),
        Kind(EntryLists.Alerts),
        Kind(EntryLists.ChatSources),
        Kind(EntryLists.ChatCommands),
        Kind(EntryLists.Votes),
        Kind(EntryLists.Adapters),
        Kind(EntryLists.Seats),
        Kind(EntryLists.KeepClear),
        Kind(EntryLists.SavedFinishes),
    ];

    public static BinKind? Find(string name) => All.FirstOrDefault(kind => kind.Name == name);

    private static BinKind Kind<T>(EntryList<T> list)
        where T : class =>
        Kind(list.Name, list.Word, list.Of, list.Id, list.NameOf, (show, one) => list.With(show, list.Of(show).Add(one))) with
        {
            Faults = (show, id) => list.Of(show).Length > list.Most ? [new Fault("", $"A show has up to {list.Most} {list.Words}.")] : list.Faults(list.Find(show, id)!, show),
        };

    private static BinKind Kind<T>(string name, string word, Func<Show, ImmutableArray<T>> of, Func<T, string> id, Func<T, string> nameOf, Func<Show, T, Show> with)
        where T : class =>
        new(name, word, show => [.. of(show).Select(one => (id(one), (object)one))], one => nameOf((T)one), (show, body) => with(show, CoreJson.Read<T>(body))) { IsSame = (one, other) => of(one).SequenceEqual(of(other)) };

    private static string? NameIn(string source) => JsonNode.Parse(source, documentOptions: TemplateReader.Lenient)?["name"]?.GetValue<string>();
}

/// <summary>What was deleted is there again, by itself: what other things said of it, they say no more.</summary>
public sealed record OutOfBin(Binned What) : Edit
{
    public override Edited Apply(EditScope scope)
    {
        var kind = BinKinds.Find(What.Kind) ?? throw RefusedException.NotFound("thing in the bin");
        if (kind.Of(scope.Show).Any(one => one.Id == What.Id))
        {
            throw RefusedException.Conflict($"There is a {kind.Word} “{What.Name}” in the show already.");
        }

        var show = What.In(scope.Show) ?? throw RefusedException.Conflict($"“{What.Name}” was deleted by an earlier version of Side Lamp, and cannot be read any more.");
        // Its keys may belong to other things by now.
        show = Edits.KeyClashes(show, "").Any() ? What.In(scope.Show, isKeyless: true)! : show;
        show = What.Kind == BinKinds.Graphics ? Settled(show, scope) : show;
        return kind.Faults(show, What.Id).FirstOrDefault() is { } fault
            ? throw RefusedException.Conflict($"“{What.Name}” cannot come back as it was. {fault.Message} If that was deleted, too, bring it back first.")
            : new Edited(show, $"brought back: {What.Name}", [$"{What.Kind}/{What.Id}"]) { Id = What.Id };
    }

    /// <summary>What a graphic names and is there no more, it names no more; without its template it cannot be.</summary>
    private Show Settled(Show show, EditScope scope)
    {
        Edits.AtMost(AddGraphic.Most, show.Graphics.Length, "", "graphics");
        var graphic = show.Graphic(new GraphicId(What.Id))!;
        var template = scope.Shelf.Find(show, graphic.Template)?.Template ?? throw RefusedException.Conflict($"The template of “{What.Name}” was deleted, too. Bring that back first.");
        return show.With(
            graphic with
            {
                Seat = show.Seat(graphic.Seat) is null ? template.Seat : graphic.Seat,
                Then = graphic.Then is { } then && show.Graphic(then.Graphic) is null ? null : graphic.Then,
                While = graphic.While is { } condition && show.Feed(condition.Feed) is null ? null : graphic.While,
                CardsFrom = graphic.CardsFrom is { } rows && show.Feed(rows.Feed) is null ? null : graphic.CardsFrom,
            }
        );
    }
}
