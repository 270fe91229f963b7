using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Shows;

/// <summary>Templates that an evening of some kind usually needs, to begin with: placed so that they do not lie on one another, with their timers and keys.</summary>
public sealed record StarterSet(string Id, string Name, ImmutableArray<SetPiece> Pieces);

/// <summary>A graphic of a set.</summary>
/// <param name="Seat">Null = the template's own.</param>
/// <param name="Timer">Null = it shows none.</param>
public sealed record SetPiece(TemplateId Template, SeatId? Seat = null, PieceTimer? Timer = null);

/// <summary>A timer that a graphic of a set shows.</summary>
/// <param name="Field">That shows it.</param>
/// <param name="Word">In placeholders; another where that is taken.</param>
public sealed record PieceTimer(string Field, string Word, string Name, TimerKind Kind, Duration Length);

public static class StarterSets
{
    /// <summary>In the order in which graphics of a set get them: what is pressed most lies under the left hand.</summary>
    public const string Keys = "123456789qwertyuiopasdfghjklzxcvbnm";

    private static readonly SetPiece Soon = Piece("starting-soon", timer: Down("soon", "Starting soon", 5));
    private static readonly SetPiece Round = Piece("corner-timer", timer: Down("round", "Next round", 10));
    private static readonly SetPiece Since = Piece("stopwatch", timer: new PieceTimer("time", "since", "Since we began", TimerKind.Up, Duration.Zero));

    public static readonly ImmutableArray<StarterSet> All =
    [
        new("talk", "Talk", [Piece("name"), Piece("two-people"), Piece("topic"), Piece("quote", "lower-right"), Piece("chat-message"), Piece("live-bug"), Soon, Piece("short-break"), Piece("good-night")]),
        new("making", "Making", [Piece("name"), Piece("caption"), Piece("checklist"), Since, Piece("reach-us", "lower-right"), Piece("chat-message"), Soon, Piece("short-break"), Piece("good-night")]),
        new("play", "Play", [Piece("name-only"), Piece("score"), Piece("counter"), Round, Piece("label"), Piece("alert-corner"), Piece("goal", "left"), Soon, Piece("short-break"), Piece("good-night")]),
        new("outdoors", "Outdoors", [Piece("name"), Piece("place-bug"), Piece("live-bug"), Piece("caption"), Piece("checklist"), Piece("schedule"), Piece("crawl"), Soon, Piece("good-night")]),
    ];

    public static StarterSet? Find(string id) => All.FirstOrDefault(set => set.Id == id);

    private static SetPiece Piece(string template, string? seat = null, PieceTimer? timer = null) => new(new TemplateId(template), seat is null ? null : new SeatId(seat), timer);

    private static PieceTimer Down(string word, string name, int minutes) => new("time", word, name, TimerKind.Down, Duration.FromMinutes(minutes));
}
