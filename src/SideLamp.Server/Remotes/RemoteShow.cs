using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Frame;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;
using SideLamp.Core.Timers;

namespace SideLamp.Server.Remotes;

/// <summary>What a remote is told of the show: names to press, and nothing of what is behind them. Others may read along.</summary>
/// <param name="Graphics">In the order in which the desk's map has them.</param>
public sealed record RemoteShow(string K, string Name, ImmutableArray<RemoteSwitch> Graphics, ImmutableArray<RemoteCue> Cues, ImmutableArray<RemoteTimer> Timers, ImmutableArray<DeskPage> Pages)
{
    public static RemoteShow Of(Stage stage)
    {
        var show = stage.Show;
        return new RemoteShow(
            "remote",
            show.Name,
            [
                .. show.Graphics.OrderBy(graphic => PlaceOf(show.Seat(graphic.Seat)))
                    .Select(graphic => new RemoteSwitch(
                        graphic.Id,
                        graphic.Name,
                        show.Seat(graphic.Seat)?.Name ?? "",
                        graphic.Cards.Length,
                        1 + Math.Max(0, graphic.Cards.Select(card => card.Id).ToList().IndexOf(stage.Kept.Chosen(graphic).UpCard.Id)),
                        graphic.Then is { } then ? show.Graphic(then.Graphic)?.Name : null
                    )),
            ],
            [.. show.Cues.Select(cue => new RemoteCue(cue.Id, cue.Name))],
            [.. show.Timers.Where(timer => timer.Kind != TimerKind.Clock).Select(timer => new RemoteTimer(timer.Id, timer.Name, timer.Step))],
            show.DeskPages
        );
    }

    /// <summary>As the map has them from above: the strip over the picture, the seats row by row, other strips, the whole frame.</summary>
    private static int PlaceOf(Seat? seat) =>
        seat switch
        {
            null => int.MaxValue,
            { Kind: SeatKind.Strip, Row: 0 } => -1,
            { Kind: SeatKind.Spot } => (seat.Row * 10) + seat.Column,
            { Kind: SeatKind.Strip } => 100,
            _ => 200,
        };
}

/// <param name="Seat">Its name.</param>
/// <param name="Up">Which card is up, from 1.</param>
/// <param name="Then">The name of what follows it; null = nothing does.</param>
public sealed record RemoteSwitch(GraphicId Id, string Name, string Seat, int Cards, int Up, string? Then);

public sealed record RemoteCue(CueId Id, string Name);

/// <param name="Step">How much more or less a press makes it.</param>
public sealed record RemoteTimer(TimerId Id, string Name, Duration Step);
