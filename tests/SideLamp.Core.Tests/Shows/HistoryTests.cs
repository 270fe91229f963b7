using System.Collections.Immutable;
using CsCheck;
using NodaTime;
using SideLamp.Core.Frame;
using SideLamp.Core.Json;
using SideLamp.Core.Shows;
using SideLamp.Core.Templates;
using SideLamp.StandIns;

namespace SideLamp.Core.Tests.Shows;

public sealed class HistoryTests
{
    private static readonly Show Demo = DemoShow.Make("/demo", "http://127.0.0.1:7311", "token", new AssetId("a.png"), new AssetId("b.svg"), new AssetId("c.svg"));

    /// <summary>Edits of different kinds, told by small numbers.</summary>
    private static Show Edited(Show show, int kind, int at)
    {
        if (show.Graphics.IsEmpty)
        {
            return show;
        }

        var graphic = show.Graphics[at % show.Graphics.Length];
        return (kind % 6) switch
        {
            0 => show.With(graphic with { Name = $"{graphic.Name}!" }),
            1 => show with { Graphics = show.Graphics.Remove(graphic) },
            2 => show.With(graphic with { Id = new GraphicId($"g{show.Graphics.Length}-{at}"), Key = null }),
            3 => show.With(graphic with { Cards = graphic.Cards.Add(new Card(new CardId($"c{graphic.Cards.Length + 1}"), ImmutableDictionary<string, string>.Empty)) }),
            4 => show.With(graphic with { Place = graphic.Place with { X = graphic.Place.X + at } }),
            _ => show with { Brand = show.Brand with { Name = $"{show.Brand.Name}'" } },
        };
    }

    [Fact]
    public void Undoing_everything_gives_the_show_as_it_was_and_redoing_everything_as_it_became() =>
        Gen.Select(Gen.Int[0, 5], Gen.Int[0, 40]).Array[1, 12].Sample(
            edits =>
            {
                var (show, history) = (Demo, History.Empty);
                foreach (var ((kind, at), number) in edits.Select((edit, number) => (edit, number)))
                {
                    var next = Edited(show, kind, at);
                    history = history.With(new EditDone("page", $"{number}", show, next, Instant.FromUnixTimeSeconds(number * 10), []));
                    show = next;
                }

                var became = show;
                while (history.Undo(show, "page") is { } undone)
                {
                    (show, history) = (undone.Show!, undone.History);
                }

                Assert.Equal(CoreJson.WriteWhole(Demo), CoreJson.WriteWhole(show));
                while (history.Redo(show, "page") is { } redone)
                {
                    (show, history) = (redone.Show!, redone.History);
                }

                Assert.Equal(CoreJson.WriteWhole(became), CoreJson.WriteWhole(show));
            },
            iter: 25
        );

    [Fact]
    public void Each_page_takes_back_its_own_edits_and_never_those_of_another()
    {
        var mine = Demo.With(Demo.Graphics[0] with { Name = "Mine" });
        var both = mine.With(mine.Graphics[0] with { Place = new Placement(40) });
        var history = History.Empty.With(Edit("me", Demo, mine)).With(Edit("you", mine, both));
        var undone = history.Undo(both, "me")!.Value;
        Assert.Equal((Demo.Graphics[0].Name, 40), (undone.Show!.Graphics[0].Name, undone.Show.Graphics[0].Place.X));
        Assert.Null(history.Undo(both, "somebody else"));
    }

    [Fact]
    public void What_was_changed_again_since_is_not_taken_back()
    {
        var mine = Demo.With(Demo.Graphics[0] with { Name = "Mine" });
        var yours = mine.With(mine.Graphics[0] with { Name = "Yours" });
        var history = History.Empty.With(Edit("me", Demo, mine)).With(Edit("you", mine, yours));
        Assert.Null(history.Undo(yours, "me")!.Value.Show);
    }

    [Fact]
    public void Typing_without_pause_is_one_edit()
    {
        var (show, history) = (Demo, History.Empty);
        foreach (var step in Enumerable.Range(1, 8))
        {
            var next = show.With(show.Graphics[0] with { Name = new string('x', step) });
            history = history.With(new EditDone("me", "the name", show, next, Instant.FromUnixTimeMilliseconds(step * 400), []));
            show = next;
        }

        Assert.Equal(Demo.Graphics[0].Name, history.Undo(show, "me")!.Value.Show!.Graphics[0].Name);
    }

    // RFC 4180: quoted line breaks, doubled quotes, an empty last field, CRLF. The pages' tests hold more of it against a second reader.
    [Fact]
    public void A_sheet_is_read_as_RFC_4180_has_it()
    {
        var sheet = CardSheet.Read("name,says,when\r\n\"Carraway, Benedek\",\"\"\"Look\"\"\r\nthere\",\r\n\r\nPim,,9\r\n");
        Assert.Equal([["name", "says", "when"], ["Carraway, Benedek", "\"Look\"\r\nthere", ""], ["Pim", "", "9"]], sheet.Rows.Select(row => row.ToArray()));
        Assert.Equal(["a\tb", "c"], CardSheet.Read("\"a\tb\"\tc").Rows[0]);
        Assert.Equal(["a,b", "c"], CardSheet.Read("a,b;c;").Rows[0].Take(2));
    }

    [Fact]
    public void Columns_find_their_fields_by_name_and_never_by_place()
    {
        var template = TemplateReader.Read(File.ReadAllText(Path.Combine(ArchitectureTests.Root(), "templates", "name.json"))).OrThrow();
        Assert.Equal(["role", null, "name"], CardSheet.Read("LINE below\tage\tName\nwarden\t44\tIlse").Match(template));
    }

    private static EditDone Edit(string author, Show before, Show after) => new(author, author, before, after, Instant.FromUnixTimeSeconds(0), []);
}
