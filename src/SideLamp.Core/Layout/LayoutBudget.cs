using SideLamp.Core.Templates;

namespace SideLamp.Core.Layout;

/// <summary>
/// What laying out a graphic may cost, reckoned before it is done: a layout takes half a second at the very most, whatever is typed, read or brought
/// in as a template. Letters are what costs: about 0.02 ms each where nothing fits, all tries at fitting them included.
/// </summary>
public static class LayoutBudget
{
    /// <summary>All texts of a graphic together, each as often as it is set.</summary>
    public const int MostLetters = 20_000;

    /// <summary>Texts of a template, those of lists and tables for each row that there may be.</summary>
    public const int MostTexts = 400;

    /// <summary>How many texts a template sets at the most.</summary>
    public static int TextsIn(Part part) =>
        part switch
        {
            TextPart => 1,
            GroupPart group => group.Parts.Sum(TextsIn),
            ListPart list => list.MaxRows * TextsIn(list.Row),
            // Its lines are measured off the loop, and their letters counted besides.
            BeltPart belt => TextsIn(belt.Row),
            TablePart table => (table.MaxRows + 1) * table.Columns.Length,
            _ => 0,
        };

    /// <summary>Why these words are too much for a template, in a sentence; null when they are not.</summary>
    /// <param name="words">Filled in.</param>
    public static string? FaultIn(Template template, IReadOnlyDictionary<string, string> words)
    {
        var letters = LettersIn(template.Root, words);
        return letters > MostLetters ? $"It sets {letters:N0} letters; {MostLetters:N0} are the most that are laid out in time. Shorten its words." : null;
    }

    private static long LettersIn(Part part, IReadOnlyDictionary<string, string> words)
    {
        long Of(string? field) => field is null ? 0 : words.GetValueOrDefault(field)?.Length ?? 0;
        return part switch
        {
            TextPart text => text.Text?.Length ?? Of(text.Field),
            GroupPart group => group.Parts.Sum(child => LettersIn(child, words)),
            // A row's texts share the words of its line.
            ListPart list => Of(list.Field) * Math.Max(1, TextsIn(list.Row)),
            BeltPart belt => Of(belt.Field) * Math.Max(1, TextsIn(belt.Row)),
            TablePart table => Of(table.Field) * 2,
            _ => 0,
        };
    }
}
