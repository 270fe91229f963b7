using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Feeds;
using SideLamp.Core.Templates;

namespace SideLamp.Core.Tests.Feeds;

public sealed class WordsTests
{
    private static readonly Instant Now = Instant.FromUtc(2026, 6, 20, 22, 0);
    private static readonly ImmutableDictionary<FeedId, FeedState> Feeds = ImmutableDictionary<FeedId, FeedState>.Empty
        .Add(new("cloth"), FeedState.Untouched.Read(FeedTable.OfText("Brimstone\n"), Now))
        .Add(new("silent"), FeedState.Untouched);

    [Theory]
    [InlineData("Odalys\r\nThrupp", "Odalys Thrupp")]
    [InlineData("a\tb\u2028c", "a b c")]
    [InlineData("bad\u202Eword\u0007", "badword")]
    [InlineData("e\u0301", "\u00e9")]
    public void A_single_line_field_never_holds_a_break_or_what_steers_directions(string typed, string kept) =>
        Assert.Equal(kept, Words.Clean(typed, FieldKind.Text));

    [Fact]
    public void A_letter_carries_at_most_four_marks()
    {
        var heap = "x" + new string('\u0332', 40);
        Assert.Equal(5, Words.Clean(heap, FieldKind.Text).Length);
    }

    [Fact]
    public void Half_a_surrogate_pair_is_dropped_and_a_whole_one_kept() => Assert.Equal("a🦋b", Words.Clean("a\ud83e🦋\udd8bb", FieldKind.Text));

    // The Liquid language: output, default filter, and what is missing shows nothing.
    [Theory]
    [InlineData("On the cloth: {{ cloth.text }}", "On the cloth: Brimstone")]
    [InlineData("{{ cloth.text | upcase }}", "BRIMSTONE")]
    [InlineData("{{ silent.text | default: \"nothing yet\" }}", "nothing yet")]
    [InlineData("{{ nobody.text }}", "")]
    [InlineData("no placeholder", "no placeholder")]
    public void Placeholders_are_filled_in(string words, string shown) => Assert.Equal(shown, Placeholders.Fill(words, Feeds));

    [Fact]
    public void A_placeholder_that_cannot_be_read_is_a_fault_and_shows_as_it_is()
    {
        Assert.NotNull(Placeholders.FaultIn("{{ cloth. "));
        Assert.Equal("{{ cloth. ", Placeholders.Fill("{{ cloth. ", Feeds));
        Assert.Null(Placeholders.FaultIn("{{ cloth.text }}"));
    }

    [Fact]
    public void A_placeholder_that_would_run_for_ever_is_stopped()
    {
        const string endless = "{% for i in (1..100000000) %}x{% endfor %}";
        Assert.Equal(endless, Placeholders.Fill(endless, Feeds));
    }

    [Fact]
    public void A_feed_keeps_its_last_good_value_and_tells_two_ages()
    {
        var later = Now + Duration.FromSeconds(5);
        var first = FeedState.Untouched.Read(FeedTable.OfText("one"), Now);
        var same = first.Read(FeedTable.OfText("one"), later);
        Assert.Equal((later, Now), (same.ReadAt, same.ChangedAt));
        var lost = same.Failed("The file is gone.");
        Assert.Equal((FeedHealth.Stale, "one"), (lost.Health, lost.Table!.Rows[0][0]));
        Assert.Equal(FeedHealth.Waiting, FeedState.Untouched.Health);
        Assert.Equal(FeedHealth.Failing, FeedState.Untouched.Failed("no").Health);
    }
}
