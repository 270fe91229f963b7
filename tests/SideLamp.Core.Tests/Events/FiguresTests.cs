using System.Collections.Immutable;
using CsCheck;
using NodaTime;
using SideLamp.Core.Events;
using SideLamp.Core.Feeds;
using SideLamp.Core.Tables;

namespace SideLamp.Core.Tests.Events;

public sealed class FiguresTests
{
    private static readonly Instant Evening = Instant.FromUtc(2026, 10, 24, 20, 0);

    /// <summary>On the night after that evening clocks go back in Vienna. Source: the IANA zones, by NodaTime.</summary>
    private static readonly DayTurn Days = new(DateTimeZoneProviders.Tzdb["Europe/Vienna"], new LocalTime(2, 30));

    private enum Act
    {
        Event,
        Reversal,
        Correction,
        Fresh,
        Hours,
    }

    [Fact]
    public void Figures_equal_a_plain_recount_of_the_events_whatever_comes_in_whatever_order() =>
        Gen.Select(Gen.Enum<Act>(), Gen.Int[0, 30], Gen.Int[0, 3], Gen.Int[-40, 40])
            .Array[1, 60]
            .Sample(acts =>
            {
                var book = new Book();
                var now = Evening;
                var session = new Session(1, Evening - Duration.FromHours(1));
                var figures = (Figures.None with { Session = session }).Within(Days.At(now, session), book);
                foreach (var (act, id, which, hours) in acts)
                {
                    var key = new EventKey("test", $"e{id}");
                    switch (act)
                    {
                        case Act.Event or Act.Correction:
                            // Some from the years before and some from 2036, which counts as it arrives; twins are told by their key alone.
                            var sent = hours == 40 ? Instant.FromUtc(2036, 1, 1, 0, 0) : now + Duration.FromHours(hours);
                            var one = new ViewerEvent(book.Next, key, which < 2 ? "tip" : "gift", Instant.Min(sent, now)) { Unit = which == 0 ? "EUR" : which == 1 ? "JPY" : "", Size = act == Act.Correction ? hours : (id % 5) + 1, Times = act == Act.Correction ? hours : 1, IsCorrection = act == Act.Correction };
                            figures = book.Add(one) ? figures.With(one) : figures;
                            break;
                        case Act.Reversal:
                            figures = book.Reverse(key) is { } gone ? figures.Without(gone, book) : figures;
                            break;
                        case Act.Fresh:
                            session = new Session(session.No + 1, now);
                            break;
                        default:
                            now += Duration.FromHours(Math.Abs(hours) / 4.0);
                            break;
                    }

                    figures = figures.Within(Days.At(now, session), book);
                    foreach (var (span, bounds) in Days.At(now, session))
                    {
                        foreach (var kind in new[] { "tip", "gift" })
                        {
                            Assert.Equal(Recounted(book, kind, bounds), Told(figures.Of(kind, span)));
                        }
                    }
                }
            });

    /// <summary>Worked out with nothing of the product but the events themselves.</summary>
    private static string Recounted(Book book, string kind, Bounds within)
    {
        var all = book.Within(within).Where(one => one.Kind == kind).ToList();
        var real = all.Where(one => !one.IsCorrection).ToList();
        var sums = all.GroupBy(one => one.Unit).Select(group => (group.Key, Sum: group.Sum(one => one.Size))).Where(group => group.Sum != 0).OrderBy(group => group.Key, StringComparer.Ordinal).Select(group => $"{group.Key}:{group.Sum}");
        var tops = real.GroupBy(one => one.Unit).OrderBy(group => group.Key, StringComparer.Ordinal).Select(group => $"{group.Key}:{group.OrderByDescending(one => one.Size).ThenBy(one => one.At).ThenBy(one => one.Seq).First().Seq}");
        return $"{all.Sum(one => one.Times)} {string.Join(',', sums)} latest {real.OrderBy(one => one.At).ThenBy(one => one.Seq).LastOrDefault()?.Seq} top {string.Join(',', tops)}";
    }

    private static string Told(Figure figure) =>
        $"{figure.Count} {string.Join(',', figure.Sums.Select(one => $"{one.Key}:{one.Value}"))} latest {figure.Latest?.Seq} top {string.Join(',', figure.Tops.Select(one => $"{one.Key}:{one.Value.Seq}"))}";

    [Fact]
    public void A_day_turns_at_the_streamers_hour_also_where_that_hour_comes_twice_or_never()
    {
        // Worked by hand: the days around both nights are 25 and 23 hours long.
        var autumn = Days.At(Evening, null)[CountedOver.Today];
        Assert.Equal((Instant.FromUtc(2026, 10, 24, 0, 30), Instant.FromUtc(2026, 10, 25, 0, 30)), (autumn.From, autumn.To!.Value));
        var after = Days.At(Instant.FromUtc(2026, 10, 25, 1, 45), null)[CountedOver.Today];
        Assert.Equal((Instant.FromUtc(2026, 10, 25, 0, 30), Instant.FromUtc(2026, 10, 26, 1, 30)), (after.From, after.To!.Value));
        var spring = Days.At(Instant.FromUtc(2026, 3, 29, 0, 59), null)[CountedOver.Today];
        Assert.Equal((Instant.FromUtc(2026, 3, 28, 1, 30), Instant.FromUtc(2026, 3, 29, 1, 0)), (spring.From, spring.To!.Value));
        // In December the month turns at 02:30 of its first day.
        Assert.Equal(Instant.FromUtc(2026, 12, 1, 1, 30), Days.At(Instant.FromUtc(2026, 12, 1, 1, 29), null)[CountedOver.Month].To);
    }

    [Theory]
    // Source: ISO 4217, minor units.
    [InlineData("12.50", "EUR", 1250, "12.50 EUR")]
    [InlineData("12", "EUR", 1200, "12 EUR")]
    [InlineData("1500", "JPY", 1500, "1,500 JPY")]
    [InlineData("1.234", "KWD", 1234, "1.234 KWD")]
    public void Money_is_whole_minor_units_of_its_currency(string amount, string currency, long minor, string written)
    {
        var money = Money.Of(decimal.Parse(amount, System.Globalization.CultureInfo.InvariantCulture), currency);
        Assert.Equal((minor, written), (money.Minor, money.ToString()));
    }

    [Fact]
    public void Labels_tell_the_latest_top_total_and_count_and_a_goal_is_met_at_its_target_and_not_before()
    {
        var figures = new[] { ("a", "Pim", 59_999L), ("b", "mossandco", 500L), ("c", "oldbarn", 500L) }
            .Select((one, at) => new ViewerEvent(at + 1, new EventKey("test", one.Item1), "tip", Evening + Duration.FromMinutes(at)) { Name = one.Item2, Unit = "EUR", Size = one.Item3 })
            .Aggregate(Figures.None with { Bounds = Figures.None.Bounds.Add(CountedOver.Ever, Bounds.All) }, (so, one) => so.With(one));
        LabelSaid Said(LabelFigure figure, Figures of, decimal? target = null) =>
            LabelWords.Of(new Label(new("tip"), "Tip", "tip", figure, CountedOver.Ever, "{{ event.name }}: {{ event.amount }}", "nobody yet", "EUR") { Target = target }, of);
        Assert.Equal(("oldbarn: 5 EUR", "Pim: 599.99 EUR"), (Said(LabelFigure.Latest, figures).Text, Said(LabelFigure.Top, figures).Text));
        Assert.Equal((609.99m, 3m), (Said(LabelFigure.Total, figures).Value, Said(LabelFigure.Count, figures).Value));
        Assert.Equal(("nobody yet", "nobody yet"), (Said(LabelFigure.Latest, Figures.None).Text, Said(LabelFigure.Total, Figures.None).Text));
        // Source: design note 5, common practice: 599.99 of 600 is 99 % and not met.
        var alone = Figures.None with { Bounds = figures.Bounds };
        var first = alone.With(figures.Of("tip", CountedOver.Ever).Tops["EUR"]);
        Assert.Equal(99, Said(LabelFigure.Total, first, 600).Percent);
        Assert.Equal(101, Said(LabelFigure.Total, figures, 600).Percent);
        Assert.Equal(0, Said(LabelFigure.Total, Figures.None, 600).Percent);
    }

    [Fact]
    public void A_goal_next_to_nothing_is_refused_and_the_least_one_can_be_reckoned_with_any_sum()
    {
        var label = new Label(new("tip"), "Tip", "tip", LabelFigure.Total, CountedOver.Ever, "{{ event.amount }}", "", "JPY") { Target = 0.01m, Start = 1_000_000_000 };
        Assert.Empty(label.Faults(_ => true));
        Assert.Equal(["/target"], (label with { Target = 0.0000000001m }).Faults(_ => true).Select(fault => fault.Path));
        var most = new ViewerEvent(1, new EventKey("test", "a"), "tip", Evening) { Unit = "JPY", Size = long.MaxValue };
        var said = LabelWords.Of(label, (Figures.None with { Bounds = Figures.None.Bounds.Add(CountedOver.Ever, Bounds.All) }).With(most));
        Assert.Equal((9999, "9,223,372,037,854,775,807 JPY"), (said.Percent, said.Text));
    }

    // A goal beyond what its currency can be reckoned with is refused, and its alert can be told whatever it is.
    [Fact]
    public void A_goal_in_a_currency_of_four_decimals_is_limited_by_that_currency()
    {
        var goal = new Label(new("tip"), "Tip", "tip", LabelFigure.Total, CountedOver.Ever, "{{ event.amount }}", "", "CLF") { Target = 100_000_000 };
        Assert.Empty(goal.Faults(_ => true));
        Assert.Equal("100,000,000 CLF", AlertEvent.Of(goal).Amount);
        Assert.Equal(["/target"], (goal with { Target = 200_000_000 }).Faults(_ => true).Select(fault => fault.Path));
        Assert.Equal("100,000,000 CLF", AlertEvent.Of(goal with { Target = 1_000_000_000 }).Amount);
    }

    // Note 9: gifts that bring an event for each receiver are grouped by gift id, in whatever order they are told.
    [Fact]
    public void One_gift_counts_once_whether_it_is_told_at_once_or_of_each_in_any_order() =>
        Gen.Select(Gen.Int[0, 9], Gen.Int[2, 9], Gen.Int[0, 9])
            .Sample(
                (singles, atOnce, place) =>
                {
                    var told = Enumerable.Repeat(1, singles).ToList();
                    told.Insert(Math.Min(place, singles), atOnce);
                    var (size, times, seen) = (0L, 0L, 0L);
                    foreach (var count in told)
                    {
                        var one = new GiftSoFar(size, seen, times > 0).Adding(new ViewerEvent(1, new EventKey("test", "a"), "gift", Evening) { Size = count });
                        (size, times, seen) = (size + one.Size, times + one.Times, seen + (count == 1 ? 1 : 0));
                        Assert.Equal(one.Size == 0, one.IsCorrection);
                    }

                    Assert.Equal((Math.Max(singles, atOnce), 1), (size, times));
                }
            );

    [Fact]
    public void A_feed_of_a_former_version_that_is_called_like_labels_goes_on_saying_what_it_says()
    {
        var labels = new FeedId("labels");
        var feeds = FeedsNow.None with { Also = FeedsNow.None.Also.Add(labels, () => LabelWords.Now([], Figures.None)) };
        Assert.Equal("-", Placeholders.Fill("{{ labels.text | default: '-' }}", feeds));
        var feed = new Feed(labels, "Labels", "/labels.txt", Duration.FromSeconds(1));
        var table = new Table("", [Column.Of("text", ["still here"])]);
        Assert.Equal("still here", Placeholders.Fill("{{ labels.text }}", feeds with { Feeds = [feed], Values = feeds.Values.Add(labels, new FeedValue([table], Evening)) }));
        Assert.DoesNotContain(feed.Faults(), fault => fault.Path == "/id");
    }

    /// <summary>Events that are kept, as a list.</summary>
    private sealed class Book : IEventIndex
    {
        private readonly List<(ViewerEvent Event, bool IsGone)> _all = [];
        private readonly HashSet<EventKey> _reversed = [];

        public long Next => _all.Count + 1;

        public bool Add(ViewerEvent one)
        {
            if (_all.Any(other => other.Event.Key == one.Key))
            {
                return false;
            }

            var gone = _reversed.Contains(one.Key);
            _all.Add((one, gone));
            return !gone;
        }

        public ViewerEvent? Reverse(EventKey key)
        {
            var at = _reversed.Add(key) ? _all.FindIndex(one => one.Event.Key == key) : -1;
            if (at < 0)
            {
                return null;
            }

            _all[at] = (_all[at].Event, true);
            return _all[at].Event;
        }

        public ViewerEvent? Latest(string kind, Bounds within) => Real(kind, within).OrderBy(one => one.At).ThenBy(one => one.Seq).LastOrDefault();

        public ViewerEvent? Top(string kind, string unit, Bounds within) => Real(kind, within).Where(one => one.Unit == unit).OrderByDescending(one => one.Size).ThenBy(one => one.At).ThenBy(one => one.Seq).FirstOrDefault();

        public IEnumerable<Summed> Sums(Bounds within) => Within(within).GroupBy(one => (one.Kind, one.Unit)).Select(group => new Summed(group.Key.Kind, group.Key.Unit, group.Sum(one => one.Times), group.Sum(one => one.Size)));

        public IEnumerable<ViewerEvent> Within(Bounds within) => _all.Where(one => !one.IsGone && within.Has(one.Event.At)).Select(one => one.Event);

        private IEnumerable<ViewerEvent> Real(string kind, Bounds within) => Within(within).Where(one => one.Kind == kind && !one.IsCorrection);
    }
}
