using System.Collections.Concurrent;
using System.Collections.Immutable;
using Fluid;
using Fluid.Values;
using SideLamp.Core.Templates;
using SideLamp.Core.Text;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Feeds;

/// <summary>
/// Fills feed values into words. The language is Liquid: <c>{{ cloth.text }}</c> is column <c>text</c> of the first row of the
/// feed <c>cloth</c>; <c>{{ cloth.text | default: "nothing yet" }}</c> has a fallback.
/// </summary>
public static class Placeholders
{
    private const int MostRemembered = 4096;
    private static readonly FluidParser Parser = new();
    private static readonly ConcurrentDictionary<string, IFluidTemplate?> Parsed = new();

    public static bool Has(string words) => words.Contains("{{", StringComparison.Ordinal) || words.Contains("{%", StringComparison.Ordinal);

    /// <summary>Why these words cannot be filled in, in a sentence; null when they can.</summary>
    public static string? FaultIn(string words) =>
        !Has(words) ? null
        : Parser.TryParse(words, out var parsed, out var error) ? PlaceholderLimits.FaultIn(parsed) ?? TimerWords.FaultIn(words)
        : $"The placeholder cannot be read: {error.TrimEnd('.')}.";

    /// <summary>The words as they would show now. Words that cannot be filled in show as they are, so that the fault is seen before air.</summary>
    public static string Fill(string words, IReadOnlyDictionary<FeedId, FeedState> feeds)
    {
        if (!Has(words) || words.Length > Field.Longest)
        {
            return words;
        }

        if (Parsed.Count > MostRemembered)
        {
            Parsed.Clear();
        }

        if (Parsed.GetOrAdd(words, key => Parser.TryParse(key, out var parsed) && PlaceholderLimits.FaultIn(parsed) is null ? parsed : null) is not { } template)
        {
            return words;
        }

        var context = new TemplateContext(PlaceholderLimits.Options);
        foreach (var (id, state) in feeds)
        {
            context.SetValue(id.Value, RowValue(state.Table));
        }

        try
        {
            return PlaceholderLimits.Render(template, context);
        }
        catch (Exception error) when (error is InvalidOperationException or FormatException or ArgumentException or ArithmeticException)
        {
            // A placeholder that runs too long or divides by zero must not take the show with it.
            return words;
        }
    }

    /// <summary>A card's words, filled in and made safe to show.</summary>
    public static ImmutableDictionary<string, string> FillAll(
        Template template,
        IReadOnlyDictionary<string, string> words,
        IReadOnlyDictionary<FeedId, FeedState> feeds
    ) =>
        template.Fields.ToImmutableDictionary(
            field => field.Name,
            field => Words.Clean(Fill(Typed(field, words.GetValueOrDefault(field.Name, "")), feeds), field.Kind)
        );

    /// <summary>Emphasis is what the streamer typed, never what a feed brings.</summary>
    private static string Typed(Field field, string words) => field.Kind is FieldKind.Text or FieldKind.LongText or FieldKind.List ? Emphasis.Mark(words) : words;

    private static FluidValue RowValue(FeedTable? table)
    {
        if (table is null || table.Rows.Length == 0)
        {
            return NilValue.Instance;
        }

        var row = table.Columns.Zip(table.Rows[0]).ToDictionary(cell => cell.First, cell => (FluidValue)new StringValue(cell.Second));
        return new DictionaryValue(new FluidValueDictionaryFluidIndexable(row));
    }
}
