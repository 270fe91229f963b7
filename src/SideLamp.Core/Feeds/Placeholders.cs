using System.Collections.Immutable;
using Fluid;
using NodaTime;
using SideLamp.Core.Templates;
using SideLamp.Core.Text;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Feeds;

/// <summary>Words with their placeholders filled in.</summary>
/// <param name="Words">By field name. A field that could not be filled in is empty: what viewers see is never the code.</param>
/// <param name="Faults">Why a field could not be filled in, with its path.</param>
public sealed record FilledWords(ImmutableDictionary<string, string> Words, ImmutableArray<Fault> Faults);

/// <summary>What words take of a feed.</summary>
/// <param name="Column">The column whose cell they show, where the feed stands; null = more of it, such as all rows.</param>
public sealed record Taken(FeedId Feed, string? Column);

/// <summary>
/// Fills feed values into words. The language is a part of Liquid (docs/placeholders.md): <c>{{ cloth.text }}</c> is column
/// <c>text</c> of the row on which the feed <c>cloth</c> stands, <c>{{ cloth.rows[2].text }}</c> of its third; <c>{{ cloth.text | default: "nothing yet" }}</c> has a fallback.
/// </summary>
public static class Placeholders
{
    private const long MostBytes = 16 << 20;

    /// <summary>A parsed template weighs some twenty times its letters.</summary>
    private static readonly Remembered<string, Parsed> Known = new(MostBytes, (words, _) => (words.Length * 40L) + 200);

    private static readonly Remembered<FillKey, Filled> Done = new(MostBytes, (key, filled) => ((key.Words.Length + key.Feeds.Length + (filled.Text?.Length ?? 0)) * 2L) + 200);

    /// <summary>The tags of Liquid that placeholders may use.</summary>
    public static IEnumerable<string> Tags => PlaceholderLanguage.AllTags;

    /// <summary>The filters of Liquid that placeholders may use.</summary>
    public static IEnumerable<string> Filters => PlaceholderLanguage.AllFilters;

    /// <summary>The names that these words ask for: feeds, and whatever else there is none of.</summary>
    public static IEnumerable<FeedId> FeedsIn(string words) => TakenBy(words).Select(one => one.Feed).Distinct();

    /// <summary>The feeds, and whatever else, that these words need from outside: not what they name themselves.</summary>
    public static IEnumerable<FeedId> NeededBy(string words) => Has(words) && ParsedOf(words) is var parsed ? FeedsIn(words).Where(one => !parsed.Named.Contains(one.Value)) : [];

    /// <summary>What these words take, of feeds and of whatever else there is none of.</summary>
    public static ImmutableHashSet<Taken> TakenBy(string words) => Has(words) ? ParsedOf(words).Takes : [];

    public static bool Has(string words) => words.Contains("{{", StringComparison.Ordinal) || words.Contains("{%", StringComparison.Ordinal);

    /// <summary>Why these words cannot be filled in, in a sentence; null when they can.</summary>
    public static string? FaultIn(string words) => !Has(words) ? null : ParsedOf(words).Fault ?? TimerWords.FaultIn(words);

    /// <summary>The words as they would show now; null when they cannot be filled in.</summary>
    public static string? Fill(string words, FeedsNow feeds) => Has(words) ? FilledOf(words, feeds).Text : words;

    /// <summary>A card's words, filled in and made safe to show.</summary>
    /// <param name="staleWords">What shows in place of words whose feed is stale: in the first field of words that has any, the others are empty. Null = the last good ones do.</param>
    /// <param name="stale">The feeds that are.</param>
    public static FilledWords FillAll(Template template, IReadOnlyDictionary<string, string> words, FeedsNow feeds, string? staleWords = null, IReadOnlyDictionary<FeedId, Instant>? stale = null)
    {
        var filled = ImmutableDictionary.CreateBuilder<string, string>();
        var faults = ImmutableArray.CreateBuilder<Fault>();
        foreach (var field in template.Fields)
        {
            var typed = Typed(field, words.GetValueOrDefault(field.Name, ""));
            if (staleWords is not null && stale is { Count: > 0 } && IsWords(field) && FeedsIn(typed).Any(stale.ContainsKey))
            {
                filled[field.Name] = Words.Clean(staleWords, field.Kind);
                staleWords = "";
                continue;
            }

            // Those of a timer change each second: pages set them themselves.
            var (text, fault) = !Has(typed) ? new Filled(typed, null) : TimerWords.In(typed) is not null ? new Filled("", null) : FilledOf(typed, feeds);
            var clean = Words.Clean(text ?? "", field.Kind);
            filled[field.Name] = field.Kind == FieldKind.Picture && Has(typed) ? CellPictures.Stored(clean, FeedsIn(typed), feeds) : clean;
            if (fault is not null)
            {
                faults.Add(new Fault($"/words/{field.Name}", $"“{field.Label}” cannot be filled in: {fault}"));
            }
        }

        return new FilledWords(filled.ToImmutable(), faults.ToImmutable());
    }

    /// <summary>Emphasis is what the streamer typed, never what a feed brings.</summary>
    private static string Typed(Field field, string words) => IsWords(field) ? Emphasis.Mark(words) : words;

    private static bool IsWords(Field field) => field.Kind is FieldKind.Text or FieldKind.LongText or FieldKind.List;

    private static Parsed ParsedOf(string words) =>
        Known.Of(
            words,
            _ =>
                PlaceholderLanguage.FaultIn(words) is { } fault ? new Parsed(null, [], [], [], fault)
                : PlaceholderLanguage.Parser.Parse(words) is var parsed && PlaceholderLanguage.NamesIn(parsed) is var (takes, minded, named) ? new Parsed(NumbersCompared.In(parsed), takes, minded, named, null)
                : null!
        );

    private static Filled FilledOf(string words, FeedsNow feeds)
    {
        // Only what it takes counts: all other columns and feeds may change without its being filled in anew.
        var taken = ParsedOf(words).Takes.GroupBy(one => one.Feed).OrderBy(feed => feed.Key.Value, StringComparer.Ordinal).Select(feed => (Id: feed.Key, Now: feeds[feed.Key], Columns: feed.Select(one => one.Column).ToList())).Where(feed => feed.Now is not null).ToList();
        var key = new FillKey(words, string.Join('\u001f', taken.Select(feed => $"{feed.Id}={SaidBy(feed.Now!, feed.Columns)}")));
        return Done.Of(key, _ => Evaluated(words, taken.Select(feed => (feed.Id, feed.Now!))));
    }

    /// <summary>What words that take this of a feed can say differs only where this does.</summary>
    private static string SaidBy(FeedNow feed, IEnumerable<string?> columns)
    {
        var cells = columns.Order(StringComparer.Ordinal).Select(name => name is not null && FeedWords.ColumnOf(feed, name) is { } column ? $"{column.Kind} {feed.CellOf(column)?.Length} {feed.CellOf(column)}" : null).ToList();
        // By what tables say, and not by themselves: what is remembered must not keep them, for one of them may weigh megabytes.
        return cells.Contains(null) ? $"{string.Join(',', feed.Tables.Append(feed.Here).Select(table => table.Fingerprint))} {feed.At}" : string.Join('\u001f', cells);
    }

    private static Filled Evaluated(string words, IEnumerable<(FeedId Id, FeedNow Now)> feeds)
    {
        var parsed = ParsedOf(words);
        if (parsed.Template is not { } template)
        {
            return new Filled(null, parsed.Fault);
        }

        var context = PlaceholderLanguage.NewContext();
        var missing = new List<string>();
        foreach (var (id, feed) in feeds)
        {
            context.SetValue(id.Value, FeedWords.Of(feed, missing));
        }

        var (text, fault) = PlaceholderLanguage.Rendered(template, context);
        // A column that is gone, or has another name by now, is no empty cell: what is lit stays, and it is told.
        return fault is null && missing.Find(name => !parsed.Minded.Contains(name)) is { } gone ? new Filled(null, $"there is no column “{gone}” (any more).") : new Filled(text, fault);
    }

    /// <param name="Takes">As <see cref="TakenBy"/> tells it.</param>
    /// <param name="Minded">Names of columns for which it says what shows where they are missing.</param>
    /// <param name="Named">What they name themselves, as the rows they go through.</param>
    private sealed record Parsed(IFluidTemplate? Template, ImmutableHashSet<Taken> Takes, ImmutableHashSet<string> Minded, ImmutableHashSet<string> Named, string? Fault);

    private sealed record Filled(string? Text, string? Fault);

    /// <summary>What a result was made from.</summary>
    /// <param name="Feeds">What the words take of each feed.</param>
    private sealed record FillKey(string Words, string Feeds);
}
