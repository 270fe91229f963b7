using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json.Serialization;
using NodaTime;
using SideLamp.Core.Text;

namespace SideLamp.Core.Chat;

/// <summary>One of the answers of a vote.</summary>
/// <param name="Name">As it is shown.</param>
/// <param name="Words">What counts for it besides its number; upper and lower case are the same.</param>
public sealed record VoteOption(string Name, ImmutableArray<string> Words)
{
    public bool Equals(VoteOption? other) => other is not null && Name == other.Name && Words.SequenceEqual(other.Words);

    public override int GetHashCode() => HashCode.Combine(Name, Words.Length);
}

/// <summary>A question with options that the audience answers.</summary>
/// <param name="Id">It is also the word that placeholders use: <c>{{ votes.lamp.question }}</c>.</param>
public sealed record Vote(VoteId Id, string Question, ImmutableArray<VoteOption> Options)
{
    public const int Most = 60;
    private const int MostOptions = 8;
    private const int MostWords = 12;
    private const int LongestWord = 40;
    private static readonly Duration Longest = Duration.FromHours(24);

    /// <summary>How long it is open; null = until it is closed by hand.</summary>
    public Duration? Length { get; init; }

    /// <summary>Whether somebody may vote otherwise later.</summary>
    public bool MayChange { get; init; } = true;

    public ChatRole Least { get; init; } = ChatRole.Viewer;

    /// <summary>A feed whose rows are the votes; null = chat.</summary>
    public FeedId? Feed { get; init; }

    /// <summary>Of a feed: the column that holds the votes.</summary>
    public string Column { get; init; } = "";

    public bool Equals(Vote? other) => other is not null && (Id, Question, Length, MayChange, Least, Feed, Column) == (other.Id, other.Question, other.Length, other.MayChange, other.Least, other.Feed, other.Column) && Options.SequenceEqual(other.Options);

    public override int GetHashCode() => HashCode.Combine(Id, Question);

    public IEnumerable<Fault> Faults(Func<FeedId, bool> isFeed)
    {
        if (!PlaceholderName.IsOne(Id.Value))
        {
            yield return new Fault("/id", PlaceholderName.Rule);
        }

        if (Names.FaultIn(Question, "/question", "the question") is { } unnamed)
        {
            yield return unnamed;
        }

        if (Options.Length is < 2 or > MostOptions)
        {
            yield return new Fault("/options", $"A vote has 2 to {MostOptions} options.");
        }

        foreach (var (option, at) in Options.Select((option, at) => (option, at)))
        {
            if (Names.FaultIn(option.Name, $"/options/{at}/name", "the option") is { } nameless)
            {
                yield return nameless;
            }

            if (option.Words.Length > MostWords || option.Words.Any(word => word.Length > LongestWord))
            {
                yield return new Fault($"/options/{at}/words", $"Up to {MostWords} words of up to {LongestWord} characters count for an option.");
            }
        }

        var twins = Options.SelectMany((option, at) => WordsOf(option, at).Select(word => (word, at))).GroupBy(one => one.word).FirstOrDefault(group => group.Select(one => one.at).Distinct().Count() > 1);
        if (twins is not null)
        {
            yield return new Fault("/options", $"“{twins.Key}” would count for two options. Each word belongs to one.");
        }

        if (Length < Duration.FromSeconds(5) || Length > Longest)
        {
            yield return new Fault("/length", "A vote is open for 5 seconds to 24 hours, or until you close it.");
        }

        if (Feed is { } feed && (!isFeed(feed) || Column.Length == 0))
        {
            yield return new Fault(Column.Length == 0 && isFeed(feed) ? "/column" : "/feed", "Choose the feed and the column that hold the votes.");
        }
    }

    /// <summary>Which option a text is for: the bare option, by its number or one of its words. Null = none.</summary>
    public int? OptionIn(string text) => OptionIn(text, OptionsByWord());

    /// <summary>Likewise, for many texts.</summary>
    /// <param name="byWord">Of <see cref="OptionsByWord"/>.</param>
    public static int? OptionIn(string text, IReadOnlyDictionary<string, int> byWord) => byWord.TryGetValue(ChatText.Plain(text), out var option) ? option : null;

    /// <summary>The options by each word that counts for them; what counts for two counts for the first.</summary>
    public IReadOnlyDictionary<string, int> OptionsByWord()
    {
        var byWord = new Dictionary<string, int>();
        for (var at = 0; at < Options.Length; at++)
        {
            foreach (var word in WordsOf(Options[at], at))
            {
                byWord.TryAdd(word, at);
            }
        }

        return byWord;
    }

    /// <summary>An option's name counts for it, too.</summary>
    private static IEnumerable<string> WordsOf(VoteOption option, int at) =>
        option.Words.Append(option.Name).Select(ChatText.Plain).Append((at + 1).ToString(CultureInfo.InvariantCulture)).Where(word => word.Length > 0).Distinct();
}

/// <summary>Somebody's vote.</summary>
/// <param name="Option">From 0; null = it is taken away.</param>
public sealed record Paper(string Person, int? Option);

/// <summary>A vote that is open, or was.</summary>
/// <param name="Opened">When.</param>
/// <param name="Closes">When it closes by itself; null = it does not.</param>
/// <param name="Closed">When it was closed; null = it is open.</param>
/// <param name="Counts">By option.</param>
public sealed record VoteRun(long No, Instant Opened, Instant? Closes, Instant? Closed, ImmutableArray<long> Counts)
{
    /// <summary>What everybody has voted last. Kept apart from the rest.</summary>
    [JsonIgnore]
    public ImmutableDictionary<string, int> Of { get; init; } = ImmutableDictionary<string, int>.Empty;

    /// <summary>Everything that was voted, in its order: what is kept is only ever added to. Kept apart from the rest.</summary>
    [JsonIgnore]
    public ImmutableList<Paper> Papers { get; init; } = [];

    [JsonIgnore]
    public long Total => Counts.Sum();

    public bool IsOpen(Instant now) => Closed is null && !(Closes <= now);

    /// <summary>With one more; somebody who may not change keeps the first.</summary>
    public VoteRun With(Paper paper, bool mayChange)
    {
        var had = Of.TryGetValue(paper.Person, out var old);
        if ((had && !mayChange && paper.Option is not null) || (had ? old == paper.Option : paper.Option is null) || paper.Option >= Counts.Length)
        {
            return this;
        }

        var counts = had ? Counts.SetItem(old, Counts[old] - 1) : Counts;
        return paper.Option is { } option
            ? this with { Counts = counts.SetItem(option, counts[option] + 1), Of = Of.SetItem(paper.Person, option), Papers = Papers.Add(paper) }
            : this with { Counts = counts, Of = Of.Remove(paper.Person), Papers = Papers.Add(paper) };
    }

    /// <summary>Whoever voted so is nobody any more; the votes stay.</summary>
    public VoteRun Without(string person)
    {
        if (!Of.TryGetValue(person, out var option))
        {
            return this;
        }

        var nobody = $"nobody {Papers.FindIndex(paper => paper.Person == person)} of {No}";
        return this with { Of = Of.Remove(person).SetItem(nobody, option), Papers = Papers.ConvertAll(paper => paper.Person == person ? paper with { Person = nobody } : paper) };
    }

    public bool Equals(VoteRun? other) => other is not null && (No, Opened, Closes, Closed) == (other.No, other.Opened, other.Closes, other.Closed) && Counts.SequenceEqual(other.Counts) && ReferenceEquals(Papers, other.Papers);

    public override int GetHashCode() => HashCode.Combine(No, Opened, Papers.Count);
}

/// <summary>Shares in whole percent that add up to 100. Source: the largest remainder method; ties by order.</summary>
public static class Shares
{
    /// <summary>Of nothing, all are 0.</summary>
    public static ImmutableArray<int> Of(IReadOnlyList<long> counts)
    {
        var total = counts.Sum(count => (decimal)count);
        if (total == 0)
        {
            return [.. counts.Select(_ => 0)];
        }

        var exact = counts.Select(count => count * 100m / total).ToList();
        var shares = exact.Select(one => (int)decimal.Floor(one)).ToArray();
        foreach (var at in Enumerable.Range(0, shares.Length).OrderByDescending(at => exact[at] - shares[at]).ThenBy(at => at).Take(100 - shares.Sum()))
        {
            shares[at]++;
        }

        return [.. shares];
    }
}
