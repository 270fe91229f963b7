using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Brands;
using SideLamp.Core.Feeds;
using SideLamp.Core.Frame;
using SideLamp.Core.Layout;
using SideLamp.Core.Shows;
using SideLamp.Core.Templates;
using SideLamp.Core.Timers;
using SideLamp.Store;

namespace SideLamp.Server.Loop;

/// <summary>Looks and pictures of graphics, remembered: a press finds its picture laid out already.</summary>
public sealed class PictureBook(Shelf shelf, ITextShaper shaper, EngineClock clock)
{
    private const int MostRemembered = 5000;
    private readonly ConcurrentDictionary<LookKey, (LookId Id, Look Look)> _looks = new();
    private readonly ConcurrentDictionary<(LookId, string), Picture> _pictures = new();

    /// <summary>What a graphic would show with a card; null when its template is gone.</summary>
    public (LookId Id, Look Look)? LookOf(Show show, Graphic graphic, Card card)
    {
        if (shelf.Find(show, graphic.Template) is not { } kept)
        {
            return null;
        }

        return Remembered(_looks, new LookKey(graphic, card, kept.Source, show.Brand, show.Canvas, show.OwnSeats), _ =>
        {
            var words = kept.Template.WordsOf(card.Words).ToImmutableSortedDictionary(StringComparer.Ordinal);
            var look = new Look(kept.Source, show.Brand, show.Canvas, show.Seat(graphic.Seat) ?? Seats.All[0], graphic.Place, graphic.Finish, words);
            return (look.Id(), look);
        });
    }

    /// <summary>A look with the feeds' values and the timers of now, laid out.</summary>
    public Picture PictureOf(LookId id, Look look, Kept kept)
    {
        var template = shelf.Read(look.TemplateSource);
        var words = Placeholders.FillAll(template, look.Words, kept.Feeds);
        var timers = TimersOf(look, kept);
        words = words.SetItems(timers.Select(one => KeyValuePair.Create(one.Field, one.Room)));
        return Laid(id, look, template, words, timers.ToImmutableDictionary(one => one.Field, one => one.Program));
    }

    private static List<(string Field, string Room, TimerProgram Program)> TimersOf(Look look, Kept kept)
    {
        var shown = new List<(string, string, TimerProgram)>();
        foreach (var (field, words) in look.Words)
        {
            if (TimerWords.In(words) is { } id && kept.Show.Timer(id) is { } timer)
            {
                var run = kept.Air.Timers.Find(one => one.Timer == id) ?? TimerRun.Fresh(timer, Duration.Zero);
                shown.Add((field, run.Room, TimerFace.ProgramOf(timer, run)));
            }
        }

        return shown;
    }

    private Picture Laid(LookId id, Look look, Template template, ImmutableDictionary<string, string> words, ImmutableDictionary<string, TimerProgram> timers)
    {
        var key = string.Join('\u001f', words.OrderBy(one => one.Key, StringComparer.Ordinal).Select(one => one.Value).Concat(timers.Select(one => $"{one.Key}{one.Value}")));
        return Remembered(_pictures, (id, key), _ => Layouts.Lay(new Dress(template, look.Brand, look.Canvas, look.Seat, look.Place, look.Finish), words, shaper, timers));
    }

    /// <summary>A template with its sample words, in the show's brand; null when there is no such template.</summary>
    public Picture? SampleOf(Show show, TemplateId id)
    {
        if (shelf.Find(show, id) is not { Template: var template, Source: var source })
        {
            return null;
        }

        var words = template.Fields.ToImmutableSortedDictionary(field => field.Name, field => field.Sample, StringComparer.Ordinal);
        var plain = Dress.Plain(template, show.Brand, show.Canvas);
        var look = new Look(source, plain.Brand, plain.Canvas, plain.Seat, plain.Place, plain.Finish, words);
        return Laid(look.Id(), look, template, Placeholders.FillAll(template, words, ImmutableDictionary<FeedId, FeedState>.Empty), ImmutableDictionary<string, TimerProgram>.Empty);
    }

    /// <summary>The samples of a graphic's fields, by name.</summary>
    public IReadOnlyDictionary<string, string> SamplesOf(Show show, GraphicId id) =>
        show.Graphic(id) is { } graphic && shelf.Find(show, graphic.Template) is { } kept
            ? kept.Template.Fields.ToImmutableDictionary(field => field.Name, field => field.Sample)
            : ImmutableDictionary<string, string>.Empty;

    /// <summary>What the engine wants to know of a show.</summary>
    public AirFacts FactsOf(Kept kept) => new(this, kept, clock.Skew);

    private static TValue Remembered<TKey, TValue>(ConcurrentDictionary<TKey, TValue> memory, TKey key, Func<TKey, TValue> make)
        where TKey : notnull
    {
        if (memory.TryGetValue(key, out var known))
        {
            return known;
        }

        // Counting takes all of the dictionary's locks: only where something is added.
        if (memory.Count > MostRemembered)
        {
            memory.Clear();
        }

        return memory.GetOrAdd(key, make);
    }

    // By reference: every edit makes a new graphic, so an old key never means a new thing.
    private readonly record struct LookKey(Graphic Graphic, Card Card, string Source, Brand Brand, Canvas Canvas, ImmutableArray<Seat> OwnSeats)
    {
        public bool Equals(LookKey other) =>
            ReferenceEquals(Graphic, other.Graphic) && ReferenceEquals(Card, other.Card) && ReferenceEquals(Source, other.Source) && ReferenceEquals(Brand, other.Brand) && ReferenceEquals(Canvas, other.Canvas) && OwnSeats == other.OwnSeats;

        public override int GetHashCode() =>
            HashCode.Combine(RuntimeHelpers.GetHashCode(Graphic), RuntimeHelpers.GetHashCode(Card), RuntimeHelpers.GetHashCode(Brand));
    }
}
