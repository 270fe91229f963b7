using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Airing;
using SideLamp.Core.Shows;
using SideLamp.Server.Loop;

namespace SideLamp.Server.Api;

/// <summary>Presses, standby, and pictures of what would be lit.</summary>
public static class AirEndpoints
{
    private const int LongestHow = 40;

    /// <summary>A press that waited longer than this, while the server was stuck, must not surprise anybody on air.</summary>
    private static readonly Duration Late = Duration.FromSeconds(3);

    public static void MapAir(this RouteGroupBuilder api)
    {
        api.MapPost(
                "/air",
                async (Press press, ShowLoop loop, Director director, Shelf shelf, EngineClock clock) =>
                {
                    var refusal = await loop.Ask((stage, now) => press.At is { } made && clock.AgeOf(made) > Late ? throw TooLate() : Do(stage, press, director, shelf, now));
                    return refusal is null ? new Pressed(true) : throw new RefusedException(409, refusal, []);
                }
            )
            .WithName("press")
            .ProducesProblem(400)
            .ProducesProblem(409)
            .ProducesProblem(503);
        api.MapPut(
                "/standby",
                async (Standby standby, ShowLoop loop) =>
                    new Pressed(
                        await loop.Ask(
                            (stage, _) =>
                                standby.IsIn(stage.Show)
                                    ? new Turn<bool>(stage with { Kept = stage.Kept with { Standby = standby } }, [], true)
                                    : throw RefusedException.NotFound(standby.Cue is null ? "graphic" : "cue")
                        )
                    )
            )
            .WithName("putInStandby")
            .ProducesProblem(404);
        api.MapPost("/preview", Preview).WithName("preview").ProducesProblem(400).ProducesProblem(404);
        api.MapGet("/cues/{id}/picture", AfterCue).WithName("getCuePicture").ProducesProblem(404).ProducesProblem(409);
    }

    private static RefusedException TooLate() => new(409, "Side Lamp was stuck, and this press came too late. It was not done: press again.", []);

    /// <summary>How the whole picture looks once the first step of a cue is done: the engine does it, and nobody keeps what came of it.</summary>
    private static ImmutableArray<LitPicture> AfterCue(string id, ShowLoop loop, PictureBook book, Director director, EngineClock clock)
    {
        var stage = loop.Stage;
        var (after, _, refusal) = director.Do(stage, new RunCue(CueOf(stage.Show, new CueId(id))), null, clock.Now);
        return refusal is null
            ? [.. after.Air.Airings.Where(airing => airing.Holds).Select(airing => new LitPicture(airing.Graphic, after.Show.Seat(airing.Seat)?.Z ?? 0, book.PictureOf(airing.Look, after.Kept.Looks[airing.Look], after.Kept)))]
            : throw new RefusedException(409, refusal, []);
    }

    private static Core.Layout.Picture Preview(PreviewWish wish, ShowLoop loop, PictureBook book, Shelf shelf)
    {
        var stage = loop.Stage;
        var graphic = stage.Show.Graphic(wish.Graphic) ?? throw RefusedException.NotFound("graphic");
        var card = (wish.Card is { } id ? graphic.Card(id) : null) ?? graphic.UpCard;
        if (wish.Words is { } words && shelf.Find(stage.Show, graphic.Template)?.Template is { } template)
        {
            card = card with { Words = card.Words.SetItems(Editing.CheckWords(template, words)) };
        }

        graphic = graphic with { Place = wish.Place ?? graphic.Place, Seat = wish.Seat ?? graphic.Seat };
        graphic = wish.Outfit is { } outfit ? graphic.Wearing(outfit) : graphic;
        var (lookId, look) = book.LookOf(stage.Show, graphic, card) ?? throw RefusedException.NotFound("template");
        return book.PictureOf(lookId, look, stage.Kept);
    }

    private static Turn<string?> Do(Stage stage, Press press, Director director, Shelf shelf, Instant now)
    {
        var how = press.How is { Length: > LongestHow } long_ ? long_[..LongestHow] : press.How;
        if (press.Verb is AirVerb.Count or AirVerb.Reset)
        {
            var graphic = stage.Show.Graphic(GraphicOf(press)) ?? throw RefusedException.NotFound("graphic");
            var template = shelf.Find(stage.Show, graphic.Template)?.Template ?? throw RefusedException.NotFound("template");
            var counts =
                press.Verb == AirVerb.Reset
                    ? Counts.Reset(graphic, template, press.Card, press.Keep ?? true)
                    : Counts.Step(graphic, template, press.Card, press.Field ?? throw RefusedException.Faulty("/field", "Say which number."), press.By, press.To);
            OnAirRules.CheckLocked(stage, graphic, Counts.Put(stage, counts).Show.Graphic(graphic.Id)!, shelf);
            return director.Count(stage, counts, press.Id, now, how);
        }

        return director.Do(stage, CommandOf(stage.Show, press), press.Id, now, how);
    }

    private static AirCommand CommandOf(Show show, Press press) =>
        press.Verb switch
        {
            AirVerb.Light => new Light(GraphicOf(press), press.Card, Alone: press.Alone),
            AirVerb.Dark => new Darken(GraphicOf(press)),
            AirVerb.Toggle => new Toggle(GraphicOf(press)),
            AirVerb.Push => new Push(GraphicOf(press)),
            AirVerb.LightsOut => new LightsOut(),
            AirVerb.LightsBack => new LightsBack(),
            AirVerb.Step => new StepCard(GraphicOf(press), (int)Math.Clamp(press.By ?? 1, -1, 1), press.Card),
            AirVerb.Cue => new RunCue(CueOf(show, press.Cue)),
            AirVerb.StopCue => new StopCue(CueOf(show, press.Cue).Id),
            AirVerb.Timer => new SetTimer(TimerOf(show, press)),
            AirVerb.Every => new SwitchEvery(GraphicOf(press), true),
            AirVerb.EveryOff => new SwitchEvery(GraphicOf(press), false),
            AirVerb.Alert => new Alert(GraphicOf(press), press.Card),
            AirVerb.Hush => new Hush(),
            AirVerb.HushOver => new EndHush(press.Keep ?? true),
            AirVerb.CallOff => new CallOff(GraphicOf(press), press.Since),
            AirVerb.BringBack => new BringBack(SeatOf(press)),
            AirVerb.Forget => new Forget(SeatOf(press)),
            _ => new TakeBack(),
        };

    private static GraphicId GraphicOf(Press press) => press.Graphic ?? throw RefusedException.Faulty("/graphic", "Say which graphic.");

    private static TimerSetting TimerOf(Show show, Press press)
    {
        var timer = press.Timer ?? throw RefusedException.Faulty("/timer", "Say which timer.");
        if (show.Timer(timer) is null)
        {
            throw RefusedException.NotFound("timer");
        }

        var by = press.By is { } ms ? Duration.FromMilliseconds((double)ms) : (Duration?)null;
        if (press.Act == TimerAct.Add && (by is not { } given || given < -Timer.GreatestLength || given > Timer.GreatestLength))
        {
            throw RefusedException.Faulty("/by", "Say how much to add, in ms: up to 24 hours, or less than nothing to take away.");
        }

        return new TimerSetting(timer, press.Act ?? throw RefusedException.Faulty("/act", "Say what to do with the timer."), by);
    }

    private static SeatId SeatOf(Press press) => press.Seat ?? throw RefusedException.Faulty("/seat", "Say which seat.");

    private static Cue CueOf(Show show, CueId? id) => show.Cue(id ?? throw RefusedException.Faulty("/cue", "Say which cue.")) ?? throw RefusedException.NotFound("cue");
}
