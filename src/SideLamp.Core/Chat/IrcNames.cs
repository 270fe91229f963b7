namespace SideLamp.Core.Chat;

/// <summary>How chat servers compare names. Source: RFC 2812, section 2.2: {}|^ are the small letters of []\~.</summary>
public static class IrcNames
{
    public static string Folded(string name) =>
        string.Create(
            name.Length,
            name,
            (folded, from) =>
            {
                for (var at = 0; at < folded.Length; at++)
                {
                    folded[at] = from[at] switch
                    {
                        >= 'A' and <= 'Z' and var letter => (char)(letter + 32),
                        '[' => '{',
                        ']' => '}',
                        '\\' => '|',
                        '~' => '^',
                        var other => other,
                    };
                }
            }
        );

    /// <summary>Whether it names a channel. Source: RFC 2812, section 1.3.</summary>
    public static bool IsChannel(string name) => name is ['#' or '&' or '+' or '!', _, ..] && name.Length <= LongestChannel && !name.Any(letter => letter is ' ' or ',' or ':' || char.IsControl(letter));

    /// <summary>Whether it can be a name on a server. Servers ask for more; they say so themselves.</summary>
    public static bool IsNick(string name) => name.Length is > 0 and <= 40 && name.All(letter => char.IsAsciiLetterOrDigit(letter) || "[]\\`_^{|}-".Contains(letter, StringComparison.Ordinal)) && !char.IsAsciiDigit(name[0]) && name[0] != '-';

    private const int LongestChannel = 100;
}
