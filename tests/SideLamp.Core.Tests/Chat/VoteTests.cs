using NodaTime;
using SideLamp.Core.Chat;
using SideLamp.Core.Events;

namespace SideLamp.Core.Tests.Chat;

/// <summary>Votes, shares and what is held back.</summary>
public sealed class VoteTests
{
    private static readonly Instant Now = Instant.FromUtc(2026, 6, 20, 21, 30);
    private static readonly Vote Lamp = new(new VoteId("lamp"), "Which lamp next?", [new("A warm", ["A", "warm", "!a"]), new("B blue", ["B", "blue"])]);

    // Design note 5, the largest remainder method: 1/3 each → 34, 33, 33 by order; 3/2/2 → 43, 29, 28; no votes: all 0.
    [Theory]
    [InlineData(new long[] { 1, 1, 1 }, new[] { 34, 33, 33 })]
    [InlineData(new long[] { 3, 2, 2 }, new[] { 43, 29, 28 })]
    [InlineData(new long[] { 0, 0 }, new[] { 0, 0 })]
    [InlineData(new long[] { long.MaxValue / 2, long.MaxValue / 2, 0 }, new[] { 50, 50, 0 })]
    public void Shares_are_apportioned_by_the_largest_remainder(long[] counts, int[] shares) => Assert.Equal(shares, Shares.Of(counts));

    [Fact]
    public void Shares_always_add_up_to_100_and_keep_the_order()
    {
        var seed = Environment.TickCount;
        var random = new Random(seed);
        for (var run = 0; run < 2000; run++)
        {
            var counts = Enumerable.Range(0, random.Next(1, 9)).Select(_ => (long)random.Next(random.Next(1, 1000))).ToList();
            var shares = Shares.Of(counts);
            Assert.True(shares.Sum() == (counts.Sum() == 0 ? 0 : 100), $"Seed {seed}: {string.Join(' ', counts)}");
            // Quota rule: each share is its exact one, rounded up or down; more votes never have the smaller share.
            Assert.All(counts.Select((count, at) => (Exact: counts.Sum() == 0 ? 0 : count * 100m / counts.Sum(), Share: shares[at])), one => Assert.InRange(one.Share, (int)decimal.Floor(one.Exact), (int)decimal.Ceiling(one.Exact)));
            Assert.DoesNotContain(Enumerable.Range(0, counts.Count * counts.Count), pair => counts[pair / counts.Count] > counts[pair % counts.Count] && shares[pair / counts.Count] < shares[pair % counts.Count]);
        }
    }

    [Theory]
    [InlineData("A", 0)]
    [InlineData(" a! ", 0)]
    [InlineData("1", 0)]
    [InlineData("2.", 1)]
    [InlineData("a warm", 0)]
    [InlineData("!A", 0)]
    [InlineData("ＢＬＵＥ", 1)]
    [InlineData("A warm one please", null)]
    [InlineData("B. cold light for a cold night", null)]
    [InlineData("A B", null)]
    [InlineData("", null)]
    [InlineData("3", null)]
    public void Only_the_bare_option_counts(string text, int? option) => Assert.Equal(option, Lamp.OptionIn(text));

    [Fact]
    public void Each_person_has_one_vote_that_may_change_or_not_and_can_be_taken_away()
    {
        VoteRun Run(bool mayChange) => Papers("p1:0 p2:1 p1:1 p1:1 p3:0").Aggregate(new VoteRun(1, Now, null, null, [0, 0]), (so, paper) => so.With(paper, mayChange));
        Assert.Equal([1L, 2], Run(true).Counts);
        Assert.Equal([2L, 1], Run(false).Counts);
        var without = Run(true).With(new Paper("p1", null), true).With(new Paper("p1", null), true);
        Assert.Equal([1L, 1], without.Counts);
        // Its papers, counted anew, say the same: so a vote is read again after a stop.
        Assert.Equal(without.Counts, without.Papers.Aggregate(new VoteRun(1, Now, null, null, [0, 0]), (so, paper) => so.With(paper, true)).Counts);
    }

    [Fact]
    public void A_tie_is_said_and_a_word_belongs_to_one_option()
    {
        Assert.Equal("Vote “Which lamp next?”: A warm 2 (50 %), B blue 2 (50 %); a tie between A warm and B blue", VoteResult.InWords(Lamp, new VoteRun(1, Now, null, Now, [2, 2])));
        Assert.Equal("Vote “Which lamp next?”: nobody voted", VoteResult.InWords(Lamp, new VoteRun(1, Now, null, Now, [0, 0])));
        Assert.Equal(["/options"], (Lamp with { Options = [new("A", ["x"]), new("B", [" X "])] }).Faults(_ => true).Select(fault => fault.Path));
        Assert.Equal(["/options"], (Lamp with { Options = [new("A", ["2"]), new("B", [])] }).Faults(_ => true).Select(fault => fault.Path));
    }

    [Fact]
    public void What_is_held_back_and_why()
    {
        var filter = new ChatFilter(text => text.Contains("secret", StringComparison.Ordinal));
        HeldBack Of(string text, string person = "p", ChatRole role = ChatRole.Viewer, int after = 0) => filter.Of(new ChatMessage(1, new EventKey("s", "1"), person, person, person, role, text, Now + Duration.FromSeconds(after)), ChatRules.AtFirst);
        Assert.Equal([HeldBack.NeverShow, HeldBack.Link, HeldBack.Link, HeldBack.Link, HeldBack.Long, HeldBack.No], new[] { "the secret lane", "see https://hollow-lane.example/x", "write to pim@hollow-lane.example", "hollow-lane.example/free", new string('x', 241), "12.30 is fine, e.g. now" }.Select(text => Of(text)));
        Assert.Equal([HeldBack.No, HeldBack.Repeat, HeldBack.No, HeldBack.No], [Of("heart and dart again"), Of("Heart and dart again!", after: 30), Of("A"), Of("A")]);
        // Many say the same: the first three are heard.
        Assert.Equal([HeldBack.No, HeldBack.No, HeldBack.No, HeldBack.Repeat], Enumerable.Range(1, 4).Select(no => Of("free the hedgehogs", $"p{no}")));
        Assert.Equal([HeldBack.No, HeldBack.NeverShow], [Of("https://hollow-lane.example", role: ChatRole.Moderator), Of("secret", role: ChatRole.Owner)]);
    }

    [Theory]
    [InlineData("is that the hedge?", true)]
    [InlineData("is that the hedge?!", true)]
    [InlineData("!ask do the bats come", true)]
    [InlineData("؟هل هذا", false)]
    [InlineData("هل هذا عث؟", true)]
    [InlineData("??", false)]
    [InlineData("!asking", false)]
    public void What_asks_is_a_question(string text, bool asks) => Assert.Equal(asks, ChatText.IsQuestion(text, "!ask"));

    private static IEnumerable<Paper> Papers(string all) => all.Split(' ').Select(one => one.Split(':')).Select(one => new Paper(one[0], int.Parse(one[1], System.Globalization.CultureInfo.InvariantCulture)));
}
