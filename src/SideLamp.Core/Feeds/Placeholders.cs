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

/// <summary>
/// Fills feed values into words. The language is a part of Liquid (docs/placeholders.md): <c>{{ cloth.text }}</c> is column
/// <c>text</c> of the first row of the feed <c>cloth</c>, <c>{{ cloth.rows[2].text }}</c> of its third; <c>{{ cloth.text | default: "nothing yet" }}</c> has a fallback.
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
    public static ImmutableHashSet<FeedId> FeedsIn(string words) => Has(words) ? ParsedOf(words).Names : [];

    public static bool Has(string words) => words.Contains("{{", StringComparison.Ordinal) || words.Contains("{%", StringComparison.Ordinal);

    /// <summary>Why these words cannot be filled in, in a sentence; null when they can.</summary>
    public static string? FaultIn(string words) => !Has(words) ? null : ParsedOf(words).Fault ?? TimerWords.FaultIn(words);

    /// <summary>The words as they would show now; null when they cannot be filled in.</summary>
    public static string? Fill(string words, IReadOnlyDictionary<FeedId, FeedValue> feeds) => Has(words) ? FilledOf(words, feeds).Text : words;

    /// <summary>A card's words, filled in and made safe to show.</summary>
    /// <param name="staleWords">What shows in place of words whose feed is stale: in the first field of words that has any, the others are empty. Null = the last good ones do.</param>
    /// <param name="stale">The feeds that are.</param>
    public static FilledWords FillAll(Template template, IReadOnlyDictionary<string, string> words, IReadOnlyDictionary<FeedId, FeedValue> feeds, string? staleWords = null, IReadOnlyDictionary<FeedId, Instant>? stale = null)
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

            var (text, fault) = Has(typed) ? FilledOf(typed, feeds) : new Filled(typed, null);
            filled[field.Name] = Words.Clean(text ?? "", field.Kind);
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
                words.Length > Field.Longest ? new Parsed(null, [], [], $"Words with placeholders have up to {Field.Longest:N0} characters.")
                : !PlaceholderLanguage.Parser.TryParse(words, out var parsed, out var error) ? new Parsed(null, [], [], $"The placeholder cannot be read: {error.TrimEnd('.')}.")
                : PlaceholderLanguage.FaultIn(parsed) is { } fault ? new Parsed(null, [], [], fault)
                : PlaceholderLanguage.NamesIn(parsed) is var (names, minded) ? new Parsed(NumbersCompared.In(parsed), names, minded, null) : null!
        );

    private static Filled FilledOf(string words, IReadOnlyDictionary<FeedId, FeedValue> feeds)
    {
        // Only what it may speak of counts: all other feeds may change without its being filled in anew.
        var named = feeds.Where(feed => words.Contains(feed.Key.Value, StringComparison.Ordinal)).OrderBy(feed => feed.Key.Value, StringComparer.Ordinal).ToList();
        // By what tables say, and not by themselves: what is remembered must not keep them, for one of them may weigh megabytes.
        var key = new FillKey(words, string.Join(' ', named.Select(feed => $"{feed.Key}={string.Join(',', feed.Value.Tables.Select(table => table.Fingerprint))}")));
        return Done.Of(key, _ => Evaluated(words, named));
    }

    private static Filled Evaluated(string words, IEnumerable<KeyValuePair<FeedId, FeedValue>> feeds)
    {
        var parsed = ParsedOf(words);
        if (parsed.Template is not { } template)
        {
            return new Filled(null, parsed.Fault);
        }

        var context = PlaceholderLanguage.NewContext();
        var missing = new List<string>();
        foreach (var (id, value) in feeds)
        {
            context.SetValue(id.Value, FeedWords.Of(value.Tables, missing));
        }

        try
        {
            var text = PlaceholderLanguage.Render(template, context);
            // A column that is gone, or has another name by now, is no empty cell: what is lit stays, and it is told.
            return missing.Find(name => !parsed.Minded.Contains(name)) is { } gone ? new Filled(null, $"there is no column “{gone}” (any more).") : new Filled(text, null);
        }
        catch (Exception error) when (error is not OutOfMemoryException)
        {
            // Whatever a placeholder does, it must not take the show with it: the library's own complaints are of many types.
            return new Filled(null, error is InvalidOperationException ? error.Message : "it does something that cannot be worked out.");
        }
    }

    /// <param name="Names">As <see cref="FeedsIn"/> tells them.</param>
    /// <param name="Minded">Names of columns for which it says what shows where they are missing.</param>
    private sealed record Parsed(IFluidTemplate? Template, ImmutableHashSet<FeedId> Names, ImmutableHashSet<string> Minded, string? Fault);

    private sealed record Filled(string? Text, string? Fault);

    /// <summary>What a result was made from.</summary>
    /// <param name="Feeds">Those that the words may speak of, each with the fingerprints of its tables.</param>
    private sealed record FillKey(string Words, string Feeds);
}
