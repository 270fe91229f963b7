using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;

namespace SideLamp.Core.Chat;

/// <summary>What is looked for in messages.</summary>
public static partial class ChatText
{
    /// <summary>Whether it asks: it ends with a question mark, or begins with the word for it.</summary>
    public static bool IsQuestion(string text, string ask) => Asked(text, ask) is not null || (text.Length > 3 && text.TrimEnd(' ', '!', '.', '…', ')', '"', '”', '»') is [.., '?' or '？' or '؟' or '\u037E']);

    /// <summary>As it is shown: without the word that asks, and without addresses where they are left out.</summary>
    public static string Shown(string text, ChatRules rules)
    {
        var said = Asked(text, rules.Ask) ?? text;
        said = rules.StripsAddresses ? Address().Replace(said, "").Trim() : said;
        said = Spaces().Replace(said, " ");
        return said.Length > 0 ? said : "…";
    }

    public static bool HasAddress(string text) => Address().IsMatch(text);

    /// <summary>As it is compared: small letters, one spelling, without signs at its ends. Source: UAX #15 (NFKC).</summary>
    public static string Plain(string text) => Spelling.Clean(text).Normalize(NormalizationForm.FormKC).ToLowerInvariant().Trim().Trim('.', '!', '?', ',', ';', ':', '"', '\'', '(', ')', '“', '”', '„', '«', '»', ' ');

    /// <summary>What stands behind the word; null = it does not begin with it.</summary>
    public static string? Asked(string text, string word) => text.StartsWith(word, StringComparison.OrdinalIgnoreCase) && text.Length > word.Length && char.IsWhiteSpace(text[word.Length]) ? text[word.Length..].Trim() : null;

    /// <summary>Of the web and of mail, also without their beginnings: common practice.</summary>
    [GeneratedRegex(@"\b[a-z][a-z0-9+.-]{1,15}://\S+|\bwww\.\S+|\S+@[\w-]+(\.[\w-]+)+|\b(?:[\p{L}\p{N}-]{1,60}\.){1,6}(?:com|net|org|info|example|tv|io|gg|me|co|app|dev|link|live|shop|xyz|online|site|top|club|[a-z]{2}/)(?:\b|/)\S*", RegexOptions.IgnoreCase | RegexOptions.NonBacktracking)]
    private static partial Regex Address();

    [GeneratedRegex(@"\s{2,}", RegexOptions.NonBacktracking)]
    private static partial Regex Spaces();
}
