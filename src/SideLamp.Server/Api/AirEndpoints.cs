using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Airing;
using SideLamp.Core.Editing;
using SideLamp.Core.Layout;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;
using SideLamp.Server.Loop;

namespace SideLamp.Server.Api;

/// <summary>Presses, standby, and pictures of what would be lit.</summary>
public static class AirEndpoints
{
    public static void MapAir(this RouteGroupBuilder api)
    {
        api.MapPost("/air", async (Press press, PageName page, ShowLoop loop) => new Pressed(true, (await loop.Ask(new PressInput(press, page.Value))).IsKept))
            .WithName("press")
            .ProducesProblem(400)
            .ProducesProblem(409)
            .ProducesProblem(503);
        api.MapPressFate().WithName("getPress");
        api.MapPut("/standby", async (Standby standby, ShowLoop loop) => new Pressed(true, (await loop.Ask(new StandbyInput(standby))).IsKept)).WithName("putInStandby").ProducesProblem(404);
        api.MapPost("/preview", Preview).WithName("preview").ProducesProblem(400).ProducesProblem(404);
        api.MapGet("/cues/{id}/picture", AfterCue).WithName("getCuePicture").ProducesProblem(404).ProducesProblem(409);
    }

    internal static RouteHandlerBuilder MapPressFate(this RouteGroupBuilder api) => api.MapGet("/air/{id}", Fate);

    /// <summary>What became of a press whose answer was lost.</summary>
    /// <param name="id">Of the press.</param>
    /// <param name="at">When it was made, as it said.</param>
    private static PressFate Fate(string id, double? at, ShowLoop loop, EngineClock clock)
    {
        if (loop.Stage.Air.Recent.ContainsKey(new CommandId(id)))
        {
            return new PressFate(Fates.Done);
        }

        // One that is too late by now will never be done; one that says no instant may still be on its way.
        var late = at is >= 0 and < 1e14 && clock.AgeOf(Instant.FromUnixTimeMilliseconds((long)at)) > ShowLoop.Late + Duration.FromSeconds(1);
        return new PressFate(late ? Fates.NotDone : Fates.NotKnown);
    }

    /// <summary>How the whole picture looks once the first step of a cue is done: the fold does it, and nobody keeps what came of it.</summary>
    private static ImmutableArray<LitPicture> AfterCue(string id, ShowLoop loop, PictureBook book, Folding folding, EngineClock clock)
    {
        var turn = folding.Fold(loop.Stage, new PressInput(new PressCue(new CommandId(""), new CueId(id))), clock.Now, clock.Skew);
        if (turn.Reply.Refusal is { } refusal)
        {
            throw new RefusedException(refusal);
        }

        var after = turn.Stage;
        return
        [
            .. after.Air.Airings.Where(airing => airing.Holds && after.Kept.Contents.ContainsKey(airing.Content))
                .Select(airing => new LitPicture(airing.Graphic, after.Show.Seat(airing.Seat)?.Z ?? 0, book.PictureOf(new Pinned(airing.Content, after.Kept.Contents[airing.Content]), after.Kept))),
        ];
    }

    private static Picture Preview(PreviewWish wish, ShowLoop loop, PictureBook book, Shelf shelf)
    {
        var stage = loop.Stage;
        var graphic = stage.Show.Graphic(wish.Graphic) ?? throw RefusedException.NotFound("graphic");
        RefusedException.ThrowIfAny(wish.Place?.Faults() ?? [], "/place");
        var chosen = stage.Kept.Chosen(graphic with { Place = wish.Place ?? graphic.Place, Seat = wish.Seat ?? graphic.Seat });
        chosen = wish.Outfit is { } outfit ? chosen.Wearing(outfit) : chosen;
        var card = (wish.Card is { } id ? chosen.Graphic.Card(id) : null) ?? chosen.UpCard;
        if (wish.Words is { } words && shelf.Find(stage.Show, graphic.Template)?.Template is { } template)
        {
            // What is being typed stands in place of what was counted.
            card = card with { Words = chosen.WordsOf(card).SetItems(TypedWords.Checked(template, words)) };
            chosen = chosen with { Choice = chosen.Choice with { Counts = chosen.Choice.Counts.Clear() } };
        }

        var show = wish.Brand is { } brand ? stage.Show.Wearing(brand) ?? throw RefusedException.NotFound("brand") : stage.Show;
        return book.PictureOf(book.ContentOf(show, chosen, card) ?? throw RefusedException.NotFound("template"), stage.Kept);
    }
}
