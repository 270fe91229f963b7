using System.Collections.Immutable;
using CsCheck;
using SideLamp.Core.Tables;

namespace SideLamp.Core.Tests.Tables;

public sealed class RowTests
{
    // Whatever is edited: no row that says what it said loses its key, and no two rows have the same.
    [Fact]
    public void A_row_that_says_what_it_said_keeps_its_key_however_the_table_is_edited() =>
        Gen.Select(Gen.Int[1, 12], Edits).Sample((count, edits) =>
        {
            var table = TableOf(Enumerable.Range(0, count).Select(at => $"row {at}"));
            var keys = RowKeys.Fresh(table, null);
            foreach (var edit in edits)
            {
                var (next, _) = Edited(Rows(table), edit);
                var after = TableOf(next);
                var now = RowKeys.Next(table, keys, after, null);
                Assert.Equal(now.Length, now.Distinct().Count());
                var known = Rows(table).Zip(keys).ToDictionary(one => one.First, one => one.Second);
                Assert.All(next.Zip(now), row => Assert.True(!known.TryGetValue(row.First, out var key) || key == row.Second, $"{row.First} is another row now"));
                (table, keys) = (after, now);
            }
        });

    // A mended typo is the same row: also where others come and go elsewhere, as long as its neighbours stay.
    [Fact]
    public void A_mended_row_stays_the_same_row() =>
        Gen.Select(Gen.Int[1, 12], Gen.Int[0, 11], Gen.Bool, Gen.Bool).Sample((count, at, isLongerBefore, isLongerAfter) =>
        {
            at %= count;
            var rows = Enumerable.Range(0, count).Select(one => $"row {one}").ToList();
            var keys = RowKeys.Fresh(TableOf(rows), null);
            var next = rows.Select((row, one) => one == at ? $"{row}, mended" : row).ToList();
            // Apart by a row that stayed, others come.
            if (isLongerBefore && at > 0)
            {
                next.Insert(0, "came first");
            }

            if (isLongerAfter && at < count - 1)
            {
                next.Add("came last");
            }

            Assert.Equal(keys[at], RowKeys.Next(TableOf(rows), keys, TableOf(next), null)[next.IndexOf($"row {at}, mended")]);
        });

    [Theory]
    [InlineData("Odalis Thrupp", "Odalys Thrupp", true)]
    [InlineData("Pim", "Pim Carraway", true)]
    [InlineData("3", "4", true)]
    [InlineData("Pim", "Odalys Thrupp", false)]
    [InlineData("", "Odalys Thrupp", false)]
    public void Only_what_is_like_what_it_was_is_taken_for_it(string was, string now, bool same)
    {
        Table Of(string name) => new("", [Column.Of("name", ["Ilse", name]), Column.Of("role", ["guest", "guest"])]);
        var keys = RowKeys.Fresh(Of(was), null);
        Assert.Equal(same, keys[1] == RowKeys.Next(Of(was), keys, Of(now), null)[1]);
    }

    [Fact]
    public void A_key_column_names_rows_whatever_else_they_say_and_twins_are_numbered()
    {
        var before = new Table("", [Column.Of("name", ["Pim", "Ilse", "Pim", ""]), Column.Of("role", ["a", "b", "c", "d"])]);
        var after = new Table("", [Column.Of("name", ["Ilse", "Pim", "Pim", ""]), Column.Of("role", ["x", "y", "z", "d"])]);
        var (old, now) = (RowKeys.Fresh(before, "name"), RowKeys.Next(before, RowKeys.Fresh(before, "name"), after, "name"));
        Assert.Equal([old[1], old[0], old[2], old[3]], now);
        Assert.Equal(old[0] + "-2", old[2]);
        // A key column that is gone: rows are told by their words, and all of them are there.
        Assert.Equal(4, RowKeys.Fresh(after, "number").Distinct().Count());
    }

    [Theory]
    [InlineData("3", Comparison.Below, "10", true)]
    [InlineData("3.0", Comparison.Equals, "3", true)]
    [InlineData("007", Comparison.Equals, "7", false)]
    [InlineData("-0.5", Comparison.AtMost, "-0.5", true)]
    [InlineData("warm", Comparison.Above, "3", false)]
    [InlineData("", Comparison.Below, "3", false)]
    [InlineData("PIM ", Comparison.Equals, "pim", true)]
    [InlineData("Pim Carraway", Comparison.Contains, "carra", true)]
    [InlineData("Pim", Comparison.Lacks, "x", true)]
    [InlineData("2026-11-28T21:00:00+02:00", Comparison.Below, "2026-11-28T20:00:00Z", true)]
    [InlineData("2026-11-28", Comparison.Above, "3", false)]
    [InlineData("  ", Comparison.Filled, null, false)]
    public void Cells_are_held_against_values(string cell, Comparison how, string? value, bool holds) => Assert.Equal(holds, new RowTest("c", how, value).Holds(cell));

    [Fact]
    public void Rows_are_chosen_put_in_order_and_limited()
    {
        var table = new Table("", [Column.Of("name", ["Ilse", "Pim", "Ångström", "", "Odalys"]), Column.Of("n", ["10", "9", "", "11", "9"])]);
        Assert.Equal([1, 4, 0, 3, 2], new TableView([], "n").Of(table));
        Assert.Equal([3, 0, 1, 4, 2], new TableView([], "n", Descending: true).Of(table));
        Assert.Equal([2, 0], new TableView([], "name", Most: 2).Of(table));
        Assert.Equal([0, 3], new TableView([new RowTest("n", Comparison.AtLeast, "10")]).Of(table));
        // What nobody chose is not shown because a column has another name by now.
        Assert.Empty(new TableView([new RowTest("number", Comparison.AtLeast, "10")]).Of(table));
    }

    // Source: largest remainder method (Hamilton), worked out by hand: 1/3 each of a hundred
    [Fact]
    public void A_tally_counts_answers_and_its_shares_are_a_hundred()
    {
        var answers = new Table("", [Column.Of("answer", ["warm", "Blue", "warm ", "", "blue", "none", "warm"])]);
        var tally = new TableView([], CountBy: "answer").Tallied(answers);
        Assert.Equal(["warm", "Blue", "none"], tally.Column("answer")!.Cells);
        Assert.Equal(["3", "2", "1"], tally.Column("count")!.Cells);
        Assert.Equal(["50", "33", "17"], tally.Column("share")!.Cells);
        Assert.Equal([34, 33, 33], TableView.Shares([1, 1, 1]));
        Gen.Int[0, 1000].Array[1, 12].Sample(counts =>
        {
            var shares = TableView.Shares([.. counts]);
            Assert.Equal(counts.Sum() == 0 ? 0 : 100, shares.Sum());
            Assert.All(shares.Zip(counts), one => Assert.InRange(one.First - (counts.Sum() == 0 ? 0 : one.Second * 100.0 / counts.Sum()), -1, 1));
        });
    }

    private static readonly Gen<List<(int Kind, int At, int To)>> Edits = Gen.Select(Gen.Int[0, 4], Gen.Int[0, 11], Gen.Int[0, 11]).List[1, 12];

    private static int _fresh;

    private static (List<string> Rows, int Kind) Edited(List<string> rows, (int Kind, int At, int To) edit)
    {
        var at = rows.Count == 0 ? 0 : edit.At % rows.Count;
        switch (edit.Kind)
        {
            case 0 or 1 when rows.Count == 0:
            case 2:
                rows.Insert(Math.Min(edit.To, rows.Count), $"fresh {Interlocked.Increment(ref _fresh)}");
                break;
            case 0:
                rows[at] = $"mended {Interlocked.Increment(ref _fresh)}";
                break;
            case 1:
                rows.RemoveAt(at);
                break;
            case 3 when rows.Count > 0:
                var moved = rows[at];
                rows.RemoveAt(at);
                rows.Insert(Math.Min(edit.To, rows.Count), moved);
                break;
            default:
                rows.Reverse();
                break;
        }

        return (rows, edit.Kind);
    }

    private static List<string> Rows(Table table) => [.. table.Columns[0].Cells];

    private static Table TableOf(IEnumerable<string> rows) => new("", [Column.Of("text", [.. rows])]);
}
