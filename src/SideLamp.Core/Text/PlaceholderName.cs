namespace SideLamp.Core.Text;

/// <summary>Words that placeholders can use.</summary>
public static class PlaceholderName
{
    public const string Rule = "Use 1 to 40 lower-case letters, digits or underscores, beginning with a letter.";

    /// <summary>What no feed may be called: placeholders mean something else by these.</summary>
    public static readonly string[] Taken = ["timers", "labels", "event", "chat", "votes"];

    public static bool IsOne(string? word) => word is { Length: > 0 and <= 40 } && char.IsAsciiLetterLower(word[0]) && word.All(IsLetter);

    private static bool IsLetter(char letter) => char.IsAsciiLetterLower(letter) || char.IsAsciiDigit(letter) || letter == '_';
}
