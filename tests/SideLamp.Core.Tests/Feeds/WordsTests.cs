using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Feeds;
using SideLamp.Core.Tables;
using SideLamp.Core.Templates;
using SideLamp.Core.Text;

namespace SideLamp.Core.Tests.Feeds;

public sealed class WordsTests
{
    private static readonly Instant Now = Instant.FromUtc(2026, 6, 20, 22, 0);
    private static readonly ImmutableDictionary<FeedId, FeedValue> Feeds = ImmutableDictionary<FeedId, FeedValue>.Empty
        .Add(new("cloth"), new FeedValue(SourceTables.OfText("Brimstone\n").Tables, Now))
        .Add(new("silent"), new FeedValue([new Table("", [Column.Of("text", [])])], Now));

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
    public void Placeholders_are_filled_in(string words, string shown) => Assert.Equal(shown, Placeholders.Fill(words, Feeds.Now()));

    // The Liquid language, over a table: its first row by column, its rows by number and in loops, its other tables by their names.
    [Theory]
    [InlineData("{{ night.species }} ({{ night.count }})", "Brimstone (2)")]
    [InlineData("{{ night['seen by'] }}, {{ night.seen_by }}", "Pim, Pim")]
    [InlineData("{{ night.rows[1].species }}", "Pug")]
    [InlineData("{{ night.rows.last.count | plus: 1 }}", "12.4")]
    [InlineData("{{ night.rows[1].count }}", "11.40")]
    [InlineData("{% for row in night.rows %}{{ row.species }} {% endfor %}", "Brimstone Pug ")]
    [InlineData("{% for row in night.rows limit: 1 %}{{ row.species }}{% endfor %}", "Brimstone")]
    [InlineData("{% if night.count < 3 %}few{% else %}many{% endif %}", "few")]
    [InlineData("{% if night.rows.last.count > 11 and night.count <= 2 and night.count == 2 and 2 == night.count and 3 > night.count %}yes{% endif %}", "yes")]
    [InlineData("{% assign sorted = night.rows | sort: 'count' | reverse %}{{ sorted.first.species }} {{ night.rows | sum: 'count' }}", "Pug 13.4")]
    [InlineData("{% assign few = night.rows | where: 'count', 2 %}{{ few.size }}", "1")]
    [InlineData("{{ night.rows.size }}", "2")]
    [InlineData("{{ night.the_guests.name }}", "Ilse")]
    [InlineData("{{ night.rows[9].species }}{{ night.nothing | default: 'none' }}", "none")]
    [InlineData("{% for row in night.rows %}{{ row.species }}{% unless forloop.last %}, {% endunless %}{% endfor %}", "Brimstone, Pug")]
    public void Cells_of_any_table_are_put_into_words(string words, string shown)
    {
        var tables = ImmutableArray.Create(
            new Table("", [Column.Of("species", ["Brimstone", "Pug"]), Column.Of("count", ["2", "11.40"]), Column.Of("seen by", ["Pim", ""])]),
            new Table("The guests", [Column.Of("name", ["Ilse"])])
        );
        Assert.Equal(shown, Placeholders.Fill(words, Feeds.Add(new("night"), new FeedValue(tables, Now)).Now()));
    }

    [Theory]
    [InlineData("{{ night.species }}", true)]
    [InlineData("{{ night.rows[0].species }}", true)]
    [InlineData("{% for row in night.rows %}{{ row.species }}{% endfor %}", true)]
    [InlineData("{{ night.species | default: 'none' }}", false)]
    [InlineData("{{ night.note | default: 'none' }} {{ night.species }}", true)]
    [InlineData("{{ night['species'] | upcase | default: 'none' }}", false)]
    [InlineData("{% if night.species %}{{ night.species }}{% endif %}", false)]
    [InlineData("{{ night.moth }} {{ night.note }}", false)]
    public void A_column_that_is_gone_is_told_and_not_shown_as_nothing(string words, bool told)
    {
        var tables = ImmutableArray.Create(new Table("", [Column.Of("moth", ["Brimstone"]), Column.Of("note", [""])]));
        Assert.Equal(told, Placeholders.Fill(words, Feeds.Add(new("night"), new FeedValue(tables, Now)).Now()) is null);
    }

    [Fact]
    public void What_was_filled_in_is_remembered_and_the_table_that_it_came_from_is_not()
    {
        static WeakReference Fill(string cell)
        {
            var table = new Table("", [Column.Of("species", [cell])]);
            Assert.Equal(cell, Placeholders.Fill("{{ night.species }}", Feeds.Add(new("night"), new FeedValue([table], Now)).Now()));
            return new WeakReference(table);
        }

        var (one, other) = (Fill("Brimstone"), Fill("Pug"));
        GC.Collect();
        GC.WaitForPendingFinalizers();
        GC.Collect();
        Assert.False(one.IsAlive || other.IsAlive);
    }

    [Fact]
    public void A_placeholder_that_cannot_be_read_is_a_fault_and_its_code_is_never_shown()
    {
        Assert.NotNull(Placeholders.FaultIn("{{ cloth. "));
        Assert.Null(Placeholders.Fill("{{ cloth. ", Feeds.Now()));
        Assert.Null(Placeholders.FaultIn("{{ cloth.text }}"));
    }

    // Nothing but the allowed tags and filters (docs/placeholders.md), and the clock least of all: it is told when it is typed.
    [Theory]
    [InlineData("{% include 'x' %}", "include")]
    [InlineData("{% render 'x' %}", "render")]
    [InlineData("{% liquid assign a = 1 %}", "liquid")]
    [InlineData("{% tablerow i in (1..3) %}{% endtablerow %}", "tablerow")]
    [InlineData("{{ cloth.text | format_number: 'N999999999' }}", "format_number")]
    [InlineData("{{ cloth.text | json }}", "json")]
    [InlineData("{{ cloth.text | no_such_filter }}", "no_such_filter")]
    [InlineData("{{ 'now' | date: '%H:%M' }}", "now")]
    public void What_placeholders_may_not_use_is_named_when_it_is_typed_and_never_shown(string words, string named)
    {
        Assert.Contains(named, Placeholders.FaultIn(words), StringComparison.Ordinal);
        Assert.Null(Placeholders.Fill(words, Feeds.Now()));
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
    [InlineData("{{ cloth.text | date: '%999999999d' }}")]
    [InlineData("{{ '2026-06-20' | date: '%_0999999999d' }}")]
    [InlineData("{% for i in (1..900) %}{% assign a = cloth.text | upcase | downcase | upcase | downcase | upcase | downcase | upcase | downcase | upcase | downcase %}{% endfor %}")]
    [InlineData("{% assign a = 'abcdefghij' %}{% for i in (1..10) %}{% assign a = a | append: a %}{% endfor %}{{ a | replace: 'a', a }}")]
    public void A_placeholder_that_uses_up_too_much_is_not_filled_in(string words) => Assert.Null(Placeholders.Fill(words, Feeds.Now()));

    [Fact]
    public void What_stays_within_bounds_is_filled_in_and_a_range_beyond_them_is_told_when_it_is_typed()
    {
        const string three = "{% for i in (1..3) %}{{ i }} {% endfor %}";
        Assert.Equal("1 2 3 ", Placeholders.Fill(three, Feeds.Now()));
        Assert.Null(Placeholders.FaultIn(three));
        Assert.Contains("1000 steps", Placeholders.FaultIn("{% for i in (1..5000) %}x{% endfor %}"), StringComparison.Ordinal);
        Assert.Equal("Brimstone", Placeholders.Fill("{% capture a %}{{ cloth.text }}{% endcapture %}{{ a }}", Feeds.Now()));
    }

    [Fact]
    public void The_language_is_the_one_that_is_written_down()
    {
        var written = File.ReadAllText(Path.Combine(ArchitectureTests.Root(), "docs", "placeholders.md"));
        Assert.All(Placeholders.Tags.Concat(Placeholders.Filters), name => Assert.Contains($"`{name}`", written, StringComparison.Ordinal));
    }

    // Noncharacters as Unicode lists them; each made a former version stop, or the words bold.
    [Theory]
    [InlineData("a\uFFFEb")]
    [InlineData("a\uFFFFb")]
    [InlineData("a\uFDD0b")]
    [InlineData("a\uFDEFb")]
    [InlineData("a\U0001FFFEb")]
    [InlineData("a\U0010FFFFb")]
    [InlineData("a\u0000b")]
    [InlineData("a\u0085\u009fb")]
    public void What_has_no_spelling_goes_where_it_enters(string read)
    {
        Assert.Equal("ab", SourceTables.OfText(read).Tables[0].Columns[0].Cells[0].Replace("\u0085", "", StringComparison.Ordinal));
        Assert.Equal("ab", Words.Clean(Spelling.Clean(read), FieldKind.Text).Replace(" ", "", StringComparison.Ordinal));
    }
}
