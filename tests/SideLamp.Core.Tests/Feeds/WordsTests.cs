using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Feeds;
using SideLamp.Core.Templates;
using SideLamp.Core.Text;

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

    // Each would take minutes, or all of the memory: a range that is written out first, text and lists that double, sums beyond all numbers.
    [Theory]
    [InlineData("{% for i in (1..100000000) %}x{% endfor %}")]
    [InlineData("{% assign n = 100000000 %}{% for i in (1..n) %}x{% endfor %}")]
    [InlineData("{% for i in (1..900) %}{% for j in (1..900) %}x{% endfor %}{% endfor %}")]
    [InlineData("{% assign a = 'moth' %}{% for i in (1..60) %}{% assign a = a | append: a %}{% endfor %}{{ a }}")]
    [InlineData("{% assign a = 'moth' %}{% for i in (1..60) %}{% capture a %}{{ a }}{{ a }}{% endcapture %}{% endfor %}{{ a }}")]
    [InlineData("{% assign a = 'a,b' | split: ',' %}{% for i in (1..60) %}{% assign a = a | concat: a %}{% endfor %}{{ a }}")]
    [InlineData("{% assign a = 'aaaaaaaaaa' | replace: 'a', 'aaaaaaaaaa' | replace: 'a', 'aaaaaaaaaa' | replace: 'a', 'aaaaaaaaaa' | replace: 'a', 'aaaaaaaaaa' %}{{ a }}")]
    [InlineData("{% for i in (1..900) %}{{ 'moth' | append: 'moths and moths and moths' }}{% endfor %}")]
    [InlineData("{{ 79228162514264337593543950335 | times: 79228162514264337593543950335 }}")]
    public void A_placeholder_that_uses_up_too_much_shows_as_it_is(string words) => Assert.Equal(words, Placeholders.Fill(words, Feeds));

    [Fact]
    public void What_stays_within_bounds_is_filled_in_and_a_range_beyond_them_is_told_when_it_is_typed()
    {
        const string three = "{% for i in (1..3) %}{{ i }} {% endfor %}";
        Assert.Equal("1 2 3 ", Placeholders.Fill(three, Feeds));
        Assert.Null(Placeholders.FaultIn(three));
        Assert.Contains("1000 steps", Placeholders.FaultIn("{% for i in (1..5000) %}x{% endfor %}"), StringComparison.Ordinal);
        Assert.Equal("Brimstone", Placeholders.Fill("{% capture a %}{{ cloth.text }}{% endcapture %}{{ a }}", Feeds));
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
