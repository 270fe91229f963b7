using System.Collections.Immutable;
using CsCheck;
using NodaTime;
using SideLamp.Core.Frame;
using SideLamp.Core.Json;
using SideLamp.Core.Keeping;
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
        return kind switch
        {
            0 => show.With(graphic with { Name = $"{graphic.Name}!" }),
            1 => show with { Graphics = show.Graphics.Remove(graphic) },
            2 => show.With(graphic with { Id = new GraphicId($"g{show.Graphics.Length}-{at}"), Key = null }),
            3 => show.With(graphic with { Cards = graphic.Cards.Add(new Card(new CardId($"c{graphic.Cards.Length + 1}"), ImmutableDictionary<string, string>.Empty)) }),
            4 => show.With(graphic with { Place = graphic.Place with { X = graphic.Place.X + at } }),
            5 => show with { Graphics = [.. show.Graphics.Reverse()] },
            6 => show with { Wardrobe = show.Wardrobe.Add(show.Brand), Brand = show.Brand with { Name = $"{show.Wardrobe.Length}-{at}" } },
            _ => show with { Brand = show.Brand with { Name = $"{show.Brand.Name}'" } },
        };
    }

    [Fact]
    public void Undoing_everything_gives_the_show_as_it_was_and_redoing_everything_as_it_became_also_after_it_was_kept() =>
        Gen.Select(Gen.Int[0, 7], Gen.Int[0, 40]).Array[1, 12].Sample(
            edits =>
            {
                var (show, history) = (Demo, History.Empty);
                foreach (var ((kind, at), number) in edits.Select((edit, number) => (edit, number)))
                {
                    var next = Edited(show, kind, at);
                    history = history.With("page", $"{number}", show, next, Instant.FromUnixTimeSeconds(number * 10), []);
                    show = next;
                }

                var became = show;
                history = new History([.. history.Done.Select(edit => Codecs.Edit.Read(Codecs.Edit.Write(edit)))], []);
                while (history.Next is { } edit)
                {
                    (show, history) = (edit.Patch.Revert(show)!, history.Without(edit));
                }

                Assert.Equal(CoreJson.WriteWhole(Demo), CoreJson.WriteWhole(show));
                while (history.Again is { } edit)
                {
                    (show, history) = (edit.Patch.Reversed.Revert(show)!, history.WithAgain(edit));
                }

                Assert.Equal(CoreJson.WriteWhole(became), CoreJson.WriteWhole(show));
            },
            iter: 40
        );

    [Fact]
    public void An_edit_in_the_middle_is_taken_back_and_those_after_it_stay()
    {
        var mine = Demo.With(Demo.Graphics[0] with { Name = "Mine" });
        var both = mine.With(mine.Graphics[0] with { Place = new Placement(40) });
        var history = Edits(("me", Demo, mine), ("you", mine, both));
        Assert.Equal(["me", "you"], history.Done.Select(edit => edit.Author));
        var undone = history.Find(1)!.Patch.Revert(both)!;
        Assert.Equal((Demo.Graphics[0].Name, 40), (undone.Graphics[0].Name, undone.Graphics[0].Place.X));
        // What it left alone is the very same object.
        Assert.All(Enumerable.Range(1, Demo.Graphics.Length - 1), at => Assert.Same(Demo.Graphics[at], undone.Graphics[at]));
    }

    [Fact]
    public void What_was_changed_again_since_is_not_taken_back()
    {
        var mine = Demo.With(Demo.Graphics[0] with { Name = "Mine" });
        var yours = mine.With(mine.Graphics[0] with { Name = "Yours" });
        Assert.Null(Edits(("me", Demo, mine), ("you", mine, yours)).Find(1)!.Patch.Revert(yours));
    }

    [Fact]
    public void Typing_without_pause_is_one_edit()
    {
        var (show, history) = (Demo, History.Empty);
        foreach (var step in Enumerable.Range(1, 8))
        {
            var next = show.With(show.Graphics[0] with { Name = new string('x', step) });
            history = history.With("me", "the name", show, next, Instant.FromUnixTimeMilliseconds(step * 400), []);
            show = next;
        }

        Assert.Equal(Demo.Graphics[0].Name, Assert.Single(history.Done).Patch.Revert(show)!.Graphics[0].Name);
    }

    [Fact]
    public void What_is_switched_made_deleted_or_typed_elsewhere_is_a_step_of_its_own_however_soon()
    {
        static Show Drawn(Show show, string source) => show with { OwnTemplates = [new OwnTemplate(new TemplateId("own-1"), source)] };
        var typed = Demo.With(Demo.Graphics[0] with { Name = "A" });
        var elsewhere = typed.With(typed.Graphics[1] with { Name = "A" });
        var once = Drawn(elsewhere, """{"root": {"id": "top", "parts": [{"id": "mark", "width": 20}, {"id": "plate", "width": 20}]}}""");
        var wider = Drawn(elsewhere, """{"root": {"id": "top", "parts": [{"id": "mark", "width": 24}, {"id": "plate", "width": 20}]}}""");
        var widest = Drawn(elsewhere, """{"root": {"id": "top", "parts": [{"id": "mark", "width": 240}, {"id": "plate", "width": 20}]}}""");
        var other = Drawn(elsewhere, """{"root": {"id": "top", "parts": [{"id": "mark", "width": 240}, {"id": "plate", "width": 40}]}}""");
        var behind = Drawn(elsewhere, """{"root": {"id": "top", "parts": [{"id": "plate", "width": 40}, {"id": "mark", "width": 240}]}}""");
        var locked = Drawn(elsewhere, """{"root": {"id": "top", "parts": [{"id": "plate", "width": 40, "locked": true}, {"id": "mark", "width": 240}]}}""");
        var gone = Drawn(elsewhere, """{"root": {"id": "top", "parts": [{"id": "plate", "width": 40, "locked": true}]}}""");
        Show[] states = [Demo, typed, elsewhere, once, wider, widest, other, behind, locked, gone];
        var history = Edits([.. states.Zip(states.Skip(1), (before, after) => ("me", before, after))]);
        // Of nine edits one was typing that went on.
        Assert.Equal(8, history.Done.Count);
        Assert.Equal(locked.OwnTemplates[0].Source, history.Done[^1].Patch.Revert(gone)!.OwnTemplates[0].Source);
        Assert.Equal(once.OwnTemplates[0].Source, history.Done[3].Patch.Revert(widest)!.OwnTemplates[0].Source);
    }

    [Fact]
    public void Two_hundred_edits_are_remembered_as_what_they_changed_and_vast_ones_push_out_the_oldest()
    {
        var (show, history) = (Demo, History.Empty);
        foreach (var no in Enumerable.Range(1, 230))
        {
            var next = show.With(show.Graphics[0] with { Name = $"No. {no}" });
            history = history.With("me", $"{no}", show, next, Instant.FromUnixTimeSeconds(2 * no), []);
            show = next;
        }

        Assert.Equal((200, 31L), (history.Done.Count, history.Done[0].No));
        Assert.All(history.Done, edit => Assert.InRange(edit.Patch.Letters, 1, 250));
        foreach (var no in Enumerable.Range(1, 4))
        {
            var next = show.With(show.Graphics[0] with { Cards = [.. show.Graphics[0].Cards.Select((card, at) => at > 0 ? card : card with { Words = card.Words.SetItem("name", new string((char)('a' + no), 9 << 20)) })] });
            history = history.With("me", $"vast {no}", show, next, Instant.FromUnixTimeSeconds(1000 + 2 * no), []);
            show = next;
        }

        Assert.Equal(["vast 4"], history.Done.Select(edit => edit.What).Where(what => what != "vast 3"));
    }

    private static History Edits(params (string Author, Show Before, Show After)[] edits) =>
        edits.Aggregate(History.Empty, (history, edit) => history.With(edit.Author, edit.Author, edit.Before, edit.After, Instant.FromUnixTimeSeconds(0), []));

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
}
