using NodaTime;

namespace SideLamp.Core.Layout;

/// <summary>How long words take to be read.</summary>
public static class Reading
{
    /// <summary>Source: common practice for captions, 160 to 180 words a minute.</summary>
    private const double WordsPerMinute = 170;

    /// <summary>In scripts without spaces this many letters count as a word (common practice).</summary>
    private const double LettersPerWord = 2.5;

    private static readonly Duration Least = Duration.FromSeconds(2.5);

    /// <summary>Time to read this once, never under 2.5 s: the eye has to find it first.</summary>
    public static Duration Of(string text) => Duration.Max(Least, Duration.FromMinutes(WordsIn(text) / WordsPerMinute));

    /// <summary>Time to read this twice, never under 2.5 s. Source: common practice, a caption stays long enough to be read twice.</summary>
    public static Duration Twice(string text) => Duration.Max(Least, Duration.FromMinutes(2 * WordsIn(text) / WordsPerMinute));

    /// <summary>How many words there are to read; marks alone are none.</summary>
    public static double WordsIn(string text)
    {
        var dense = text.Count(letter => letter is >= '\u2E80' and <= '\u9FFF' or >= '\uAC00' and <= '\uD7A3');
        var spaced = text.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries).Count(word => word.Any(letter => letter < '\u2E80' && char.IsLetterOrDigit(letter)));
        return spaced + (dense / LettersPerWord);
    }
}
