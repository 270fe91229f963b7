using System.Collections.Immutable;
using System.Text.RegularExpressions;
using NodaTime;
using SideLamp.Core.Feeds;
using SideLamp.Core.Text;

namespace SideLamp.Core.Chat;

/// <summary>What a viewer makes happen.</summary>
public enum CommandAct
{
    /// <summary>Its words are kept, and how often it was used: placeholders show them, in fields and tickers.</summary>
    Collect,

    /// <summary>A number on a graphic is stepped.</summary>
    Count,
    Light,

    /// <summary>The next card comes up.</summary>
    Step,

    /// <summary>A timer starts.</summary>
    Timer,

    /// <summary>Only the answer is given.</summary>
    Answer,
}

/// <summary>What viewers type to make something happen.</summary>
/// <param name="Id">It is also the word that placeholders use: <c>{{ chat.guess.words }}</c>.</param>
/// <param name="Word">What a message begins with, such as !guess; of a pattern, what is found in it.</param>
public sealed record ChatCommand(ChatCommandId Id, string Name, string Word, CommandAct Act)
{
    public const int Most = 60;
    public const int MostLines = 50;

    /// <summary>Whether the word is a regular expression; its first group is what counts as the viewer's words.</summary>
    public bool IsPattern { get; init; }

    /// <summary>At first it does nothing: the streamer allows it.</summary>
    public bool IsOn { get; init; }

    public ChatRole Least { get; init; } = ChatRole.Viewer;

    /// <summary>The same person may not use it again within this.</summary>
    public Duration EachPerson { get; init; } = Duration.FromSeconds(30);

    /// <summary>Nobody may.</summary>
    public Duration ForAll { get; init; } = Duration.FromSeconds(2);

    /// <summary>It is looked at for so long before it does something on air; where viewers' words are shown 5 s at least.</summary>
    public Duration Waits { get; init; } = ChatState.LookedAt;

    /// <summary>Of the viewer's words so many characters count.</summary>
    public int Longest { get; init; } = 80;

    /// <summary>Of counting, lighting and stepping: which graphic.</summary>
    public GraphicId? Graphic { get; init; }

    /// <summary>Of counting: the number.</summary>
    public string Field { get; init; } = "";

    /// <summary>Of starting a timer: which.</summary>
    public TimerId? Timer { get; init; }

    /// <summary>What is said in chat; empty = nothing. Placeholders: <c>event.name</c>, <c>event.words</c>, <c>event.count</c>.</summary>
    public string Answer { get; init; } = "";

    /// <summary>How long its words are shown in tickers.</summary>
    public static readonly Duration LinesLive = Duration.FromMinutes(10);

    private static readonly Duration LongestWait = Duration.FromMinutes(1);
    private static readonly Duration LongestCooldown = Duration.FromHours(1);
    private const int LongestAnswer = 300;
    private const int LongestWord = 100;

    public IEnumerable<Fault> Faults(Func<GraphicId, bool> isGraphic, Func<TimerId, bool> isTimer)
    {
        if (!PlaceholderName.IsOne(Id.Value))
        {
            yield return new Fault("/id", PlaceholderName.Rule);
        }

        if (Names.FaultIn(Name, thing: "the command") is { } unnamed)
        {
            yield return unnamed;
        }

        if (Word.Trim().Length is 0 or > LongestWord)
        {
            yield return new Fault("/word", $"What viewers type has 1 to {LongestWord} characters, such as !guess.");
        }
        else if (IsPattern && PatternFault() is { } fault)
        {
            yield return new Fault("/word", fault);
        }

        if (EachPerson < Duration.Zero || EachPerson > LongestCooldown || ForAll < Duration.Zero || ForAll > LongestCooldown)
        {
            yield return new Fault(ForAll < Duration.Zero || ForAll > LongestCooldown ? "/forAll" : "/eachPerson", "It may be used again after 0 seconds to 1 hour.");
        }

        if (Waits < Duration.Zero || Waits > LongestWait || (Act == CommandAct.Collect && Waits < ChatState.LookedAt))
        {
            yield return new Fault("/waits", Act == CommandAct.Collect ? "Viewers’ words are looked at for 5 seconds to 1 minute before they are shown." : "It waits for up to 1 minute.");
        }

        if (Longest is < 1 or > ChatMessage.LongestText)
        {
            yield return new Fault("/longest", $"Of a viewer’s words 1 to {ChatMessage.LongestText} characters count.");
        }

        if (Act is CommandAct.Count or CommandAct.Light or CommandAct.Step && (Graphic is not { } graphic || !isGraphic(graphic)))
        {
            yield return new Fault("/graphic", "Choose the graphic that it is about.");
        }

        if (Act == CommandAct.Count && Field.Length == 0)
        {
            yield return new Fault("/field", "Choose the number that it counts.");
        }

        if (Act == CommandAct.Timer && (Timer is not { } timer || !isTimer(timer)))
        {
            yield return new Fault("/timer", "Choose the timer that it starts.");
        }

        if (Act == CommandAct.Answer && Answer.Trim().Length == 0)
        {
            yield return new Fault("/answer", "Write what is answered.");
        }

        if (Answer.Length > LongestAnswer || Placeholders.FaultIn(Answer) is not null)
        {
            yield return new Fault("/answer", Answer.Length > LongestAnswer ? $"An answer has up to {LongestAnswer} characters." : Placeholders.FaultIn(Answer)!);
        }
    }

    /// <summary>What of a message is meant for it: the viewer's words; null = it is not meant.</summary>
    public string? WordsIn(string text)
    {
        if (IsPattern)
        {
            return Pattern() is { } pattern && pattern.Match(text) is { Success: true } match ? (match.Groups.Count > 1 ? match.Groups[1].Value : match.Value).Trim() : null;
        }

        var word = Word.Trim();
        return text.Equals(word, StringComparison.OrdinalIgnoreCase) ? "" : ChatText.Asked(text, word);
    }

    private string? PatternFault()
    {
        try
        {
            _ = new Regex(Word, Options, TimeSpan.FromSeconds(1));
            return null;
        }
        catch (Exception error) when (error is ArgumentException or NotSupportedException)
        {
            return $"This pattern cannot be read: {error.Message.ReplaceLineEndings(" ").TrimEnd('.')}.";
        }
    }

    /// <summary>Its time rises with the length of the text alone: patterns that look back are refused.</summary>
    private const RegexOptions Options = RegexOptions.NonBacktracking | RegexOptions.IgnoreCase | RegexOptions.CultureInvariant;

    private static readonly System.Runtime.CompilerServices.ConditionalWeakTable<string, Regex> Known = [];

    private Regex? Pattern() => PatternFaultFree() ? Known.GetValue(Word, word => new Regex(word, Options, TimeSpan.FromSeconds(1))) : null;

    private bool PatternFaultFree() => Known.TryGetValue(Word, out _) || PatternFault() is null;
}

/// <summary>What a command has made so far.</summary>
/// <param name="Count">How often it was used.</param>
/// <param name="At">When it was last.</param>
/// <param name="Lines">What was written with it lately, the newest last; their texts are the viewers' words alone.</param>
public sealed record CommandRun(long Count, Instant At, ImmutableList<ChatMessage> Lines)
{
    public CommandRun Without(Bars bars) => Lines.Exists(one => bars.Has(one.Ref)) ? this with { Lines = Lines.RemoveAll(one => bars.Has(one.Ref)) } : this;
}

/// <summary>A command that waits to be done: the streamer may drop it.</summary>
/// <param name="Message">With the viewer's words alone.</param>
public sealed record CommandAhead(ChatCommandId Command, ChatMessage Message, Instant At);

/// <summary>Why a message makes nothing happen.</summary>
/// <param name="Command">The one that it was meant for; null = none.</param>
/// <param name="Words">The viewer's words.</param>
/// <param name="WhyNot">In a sentence; null = it is done.</param>
public sealed record CommandMatch(ChatCommand? Command, string Words, string? WhyNot);
