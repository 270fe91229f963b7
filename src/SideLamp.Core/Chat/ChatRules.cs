using System.Collections.Immutable;
using System.Text.RegularExpressions;
using NodaTime;

namespace SideLamp.Core.Chat;

/// <summary>Which role a message has by what its line says.</summary>
/// <param name="Tag">The tag of the line; empty = the sign before the name in its channel, such as @.</param>
/// <param name="Value">What the tag says, or one of several things that stand in it between commas; empty = anything but nothing and 0.</param>
public sealed partial record RoleRule(string Tag, string Value, ChatRole Role)
{
    public bool Holds(string? said) =>
        Tag.Length == 0 ? Value.Length > 0 && said?.Contains(Value, StringComparison.Ordinal) == true
        : Value.Length == 0 ? said is not (null or "" or "0")
        : said?.Split(',', ';').Any(one => one == Value || one.Split('/')[0] == Value) == true;

    public IEnumerable<Fault> Faults()
    {
        if (Tag.Length > 0 && !IsTag(Tag))
        {
            yield return new Fault("/tag", "A tag is one word of letters, digits, points, hyphens and slashes, such as role or example/badge. Leave it empty to go by the sign before the name.");
        }

        if (Value.Length > 60 || (Tag.Length == 0 && Value.Length != 1))
        {
            yield return new Fault("/value", Tag.Length == 0 ? "The sign before a name is one character, such as @." : "What the tag says has up to 60 characters.");
        }
    }

    /// <summary>Source: IRCv3, message tags: an optional +, a host and a slash, then letters, digits and hyphens.</summary>
    public static bool IsTag(string name) => TagName().IsMatch(name);

    [GeneratedRegex(@"^\+?([A-Za-z0-9.-]{1,80}/)?[A-Za-z0-9-]{1,60}$", RegexOptions.NonBacktracking)]
    private static partial Regex TagName();
}

/// <summary>What a line takes back.</summary>
public enum TakesBack
{
    Message,

    /// <summary>All that a person wrote.</summary>
    Person,
}

/// <summary>Which lines of a server take something back.</summary>
/// <param name="Command">Of the line.</param>
/// <param name="Tag">The tag that names the message or the person; empty = a parameter does.</param>
/// <param name="Parameter">Which, from 1.</param>
public sealed partial record TakingBackRule(string Command, TakesBack What, string Tag, int Parameter)
{
    public IEnumerable<Fault> Faults()
    {
        if (!Word().IsMatch(Command))
        {
            yield return new Fault("/command", "The command of a line is one word of letters or three digits, such as REDACT.");
        }

        if (Tag.Length > 0 && !RoleRule.IsTag(Tag))
        {
            yield return new Fault("/tag", "A tag is one word of letters, digits, points, hyphens and slashes. Leave it empty to go by a parameter.");
        }

        if (Parameter is < 1 or > 15)
        {
            yield return new Fault("/parameter", "Parameters are counted from 1 to 15.");
        }
    }

    [GeneratedRegex("^[A-Za-z]{1,40}$|^[0-9]{3}$", RegexOptions.NonBacktracking)]
    private static partial Regex Word();
}

/// <summary>What of chat may come on screen, and how. At first nothing of a viewer's does so by itself.</summary>
public sealed record ChatRules
{
    public static ChatRules AtFirst { get; } = new();

    /// <summary>The graphic that shows messages; null = none is chosen.</summary>
    public GraphicId? Graphic { get; init; }

    /// <summary>Whether messages that may be seen come by themselves, in their order.</summary>
    public bool ByItself { get; init; }

    /// <summary>Whether those that were shown come again when no others wait.</summary>
    public bool GoesRound { get; init; }

    /// <summary>Between two that come by themselves, 1 s to 10 min.</summary>
    public Duration Gap { get; init; } = Duration.FromSeconds(4);

    /// <summary>Whoever is less is held back.</summary>
    public ChatRole Least { get; init; } = ChatRole.Viewer;

    public bool HoldsLinks { get; init; } = true;

    /// <summary>Whether what the same person has just written, or many have, is held back.</summary>
    public bool HoldsRepeats { get; init; } = true;

    /// <summary>Longer ones are held back: 10 to 500 characters.</summary>
    public int Longest { get; init; } = 240;

    /// <summary>Whether addresses are left out of what is shown.</summary>
    public bool StripsAddresses { get; init; } = true;

    /// <summary>The word that a question begins with; a question mark at its end makes one, too.</summary>
    public string Ask { get; init; } = "!ask";

    /// <summary>How much later viewers see what happens, up to 120 s.</summary>
    public Duration ViewerDelay { get; init; }

    /// <summary>Whether the pictures of those who wrote are shown, and fetched: not at first.</summary>
    public bool Pictures { get; init; }

    /// <summary>The tag of a line that tells where the person's picture is.</summary>
    public string PictureTag { get; init; } = "avatar";

    public ImmutableArray<RoleRule> Roles { get; init; } =
    [
        new("role", "owner", ChatRole.Owner),
        new("role", "moderator", ChatRole.Moderator),
        new("role", "member", ChatRole.Member),
        new("", "~", ChatRole.Owner),
        new("", "@", ChatRole.Moderator),
        new("", "%", ChatRole.Moderator),
        new("", "+", ChatRole.Member),
    ];

    /// <summary>Source: IRCv3, message redaction (draft): REDACT target msgid; RFC 2812, section 3.2.8: KICK channel user.</summary>
    public ImmutableArray<TakingBackRule> TakingBack { get; init; } = [new("REDACT", TakesBack.Message, "", 2), new("KICK", TakesBack.Person, "", 2)];

    public bool Equals(ChatRules? other) =>
        other is not null
        && (Graphic, ByItself, GoesRound, Gap, Least, HoldsLinks, HoldsRepeats) == (other.Graphic, other.ByItself, other.GoesRound, other.Gap, other.Least, other.HoldsLinks, other.HoldsRepeats)
        && (Longest, StripsAddresses, Ask, ViewerDelay, Pictures, PictureTag) == (other.Longest, other.StripsAddresses, other.Ask, other.ViewerDelay, other.Pictures, other.PictureTag)
        && Roles.SequenceEqual(other.Roles)
        && TakingBack.SequenceEqual(other.TakingBack);

    public override int GetHashCode() => HashCode.Combine(Graphic, ByItself, Longest, Roles.Length);

    private const int MostRules = 40;
    private static readonly Duration LongestGap = Duration.FromMinutes(10);
    private static readonly Duration LongestDelay = Duration.FromMinutes(2);

    public IEnumerable<Fault> Faults(Func<GraphicId, bool> isGraphic)
    {
        if (Graphic is { } graphic && !isGraphic(graphic))
        {
            yield return new Fault("/graphic", "The graphic that shows messages is gone. Choose another one.");
        }

        if (Gap < Duration.FromSeconds(1) || Gap > LongestGap)
        {
            yield return new Fault("/gap", "Between two messages there is 1 second to 10 minutes.");
        }

        if (Longest is < 10 or > ChatMessage.LongestText)
        {
            yield return new Fault("/longest", $"A message may have 10 to {ChatMessage.LongestText} characters.");
        }

        if (Ask.Length is 0 or > 20 || Ask.Any(char.IsWhiteSpace))
        {
            yield return new Fault("/ask", "The word that asks is one word of up to 20 characters, such as !ask.");
        }

        if (ViewerDelay < Duration.Zero || ViewerDelay > LongestDelay)
        {
            yield return new Fault("/viewerDelay", "Viewers see the picture up to 2 minutes late.");
        }

        // Viewers write tags with + themselves: whoever is asked for a picture learns where this computer is.
        if (!RoleRule.IsTag(PictureTag) || PictureTag.StartsWith('+'))
        {
            yield return new Fault("/pictureTag", "A tag is one word of letters, digits, points, hyphens and slashes, such as avatar. Tags that begin with + are written by viewers themselves: no picture is taken from them.");
        }

        if (Roles.Length > MostRules || TakingBack.Length > MostRules)
        {
            yield return new Fault(Roles.Length > MostRules ? "/roles" : "/takingBack", $"There are up to {MostRules} rules.");
        }

        var all = Roles.SelectMany((rule, at) => rule.Faults().Select(fault => fault with { Path = $"/roles/{at}{fault.Path}" })).Concat(TakingBack.SelectMany((rule, at) => rule.Faults().Select(fault => fault with { Path = $"/takingBack/{at}{fault.Path}" })));
        foreach (var fault in all)
        {
            yield return fault;
        }
    }

    /// <summary>What somebody may do: the most that any rule says.</summary>
    /// <param name="tag">What a tag of the line says.</param>
    /// <param name="signs">Before the name in the channel.</param>
    public ChatRole RoleOf(Func<string, string?> tag, string signs) => Roles.Where(rule => rule.Holds(rule.Tag.Length == 0 ? signs : tag(rule.Tag))).Select(rule => rule.Role).DefaultIfEmpty(ChatRole.Viewer).Max();
}
