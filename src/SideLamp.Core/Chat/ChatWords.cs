using System.Collections.Immutable;
using System.Globalization;
using NodaTime;
using SideLamp.Core.Feeds;
using SideLamp.Core.Tables;

namespace SideLamp.Core.Chat;

/// <summary>
/// What commands and votes say, for words: <c>{{ chat.guess.words }}</c> and <c>.name</c> of the newest, all of them by
/// <c>{% for row in chat.guess.rows %}</c>, how often it was used by <c>{{ chat.guess_count }}</c>; <c>{{ votes.lamp.question }}</c>,
/// <c>.a</c>, <c>.a_share</c>, <c>.a_count</c> and so on for each option, <c>.total</c>, <c>.winner</c> and <c>.state</c>.
/// </summary>
public static class ChatWords
{
    /// <summary>The words in placeholders; no feed may have them.</summary>
    public const string Name = "chat";

    public const string Votes = "votes";

    public static FeedNow Now(ImmutableArray<ChatCommand> commands, ImmutableDictionary<ChatCommandId, CommandRun> runs)
    {
        var counts = new Table("", [.. commands.Select(one => Text($"{one.Id.Value}_count", [(runs.GetValueOrDefault(one.Id)?.Count ?? 0).ToString(CultureInfo.InvariantCulture)]))]);
        var lines = commands.Select(one => Lines(one.Id.Value, runs.GetValueOrDefault(one.Id)?.Lines ?? []));
        return new FeedNow([counts, .. lines], counts, counts.RowCount - 1);
    }

    /// <summary>The newest first.</summary>
    private static Table Lines(string name, ImmutableList<ChatMessage> lines) =>
        // What has no line yet has columns all the same: they say nothing.
        lines.IsEmpty
            ? new Table(name, [Text("words", [""]), Text("name", [""])])
            : new Table(name, [Text("words", [.. lines.Reverse().Select(one => one.Text)]), Text("name", [.. lines.Reverse().Select(one => one.Name)])]);

    public static FeedNow VotesNow(ImmutableArray<Vote> votes, ImmutableDictionary<VoteId, VoteRun> runs)
    {
        var none = new Table("", []);
        return new FeedNow([none, .. votes.Select(vote => TableOf(vote, runs.GetValueOrDefault(vote.Id)))], none, -1);
    }

    private static Table TableOf(Vote vote, VoteRun? run)
    {
        var counts = VoteResult.CountsOf(vote, run);
        var shares = Shares.Of(counts);
        var options = vote.Options.SelectMany((option, at) =>
            new[] { Text(LetterOf(at), [option.Name]), Text($"{LetterOf(at)}_share", [Plain(shares[at])]), Text($"{LetterOf(at)}_count", [Plain(counts[at])]) }
        );
        return new Table(
            vote.Id.Value,
            [
                Text("question", [vote.Question]),
                .. options,
                Text("total", [Plain(counts.Sum())]),
                Text("winner", [VoteResult.WinnerOf(vote, counts)]),
                Text("state", [run is null ? "" : run.Closed is null ? "open" : "closed"]),
            ]
        );
    }

    /// <summary>As placeholders call an option: a, b, c …</summary>
    public static string LetterOf(int option) => ((char)('a' + option)).ToString();

    private static Column Text(string name, ImmutableArray<string> cells) => new(name, ColumnKind.Text, cells);

    private static string Plain(long number) => number.ToString(CultureInfo.InvariantCulture);
}

/// <summary>How a vote stands.</summary>
public static class VoteResult
{
    /// <summary>Of options that came later there are none.</summary>
    public static ImmutableArray<long> CountsOf(Vote vote, VoteRun? run) => [.. vote.Options.Select((_, at) => run is not null && at < run.Counts.Length ? run.Counts[at] : 0)];

    /// <summary>The option with the most votes; of several with as many, all of them; of no votes, nothing.</summary>
    public static string WinnerOf(Vote vote, IReadOnlyList<long> counts)
    {
        var most = counts.Max();
        return most == 0 ? "" : string.Join(" = ", vote.Options.Where((_, at) => counts[at] == most).Select(option => option.Name));
    }

    /// <summary>In a sentence, for the log.</summary>
    public static string InWords(Vote vote, VoteRun run)
    {
        var counts = CountsOf(vote, run);
        if (counts.Sum() == 0)
        {
            return $"Vote “{vote.Question}”: nobody voted";
        }

        var shares = Shares.Of(counts);
        var all = string.Join(", ", vote.Options.Select((option, at) => $"{option.Name} {counts[at].ToString("#,##0", CultureInfo.InvariantCulture)} ({shares[at]} %)"));
        var isTie = counts.Count(count => count == counts.Max()) > 1;
        return $"Vote “{vote.Question}”: {all}{(isTie ? $"; a tie between {WinnerOf(vote, counts).Replace(" = ", " and ", StringComparison.Ordinal)}" : "")}";
    }
}
