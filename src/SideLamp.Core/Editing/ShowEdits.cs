using System.Collections.Immutable;
using SideLamp.Core.Brands;
using SideLamp.Core.Frame;
using SideLamp.Core.Shows;

namespace SideLamp.Core.Editing;

/// <summary>What is to change in the show; what is null stays.</summary>
/// <param name="SeatOrder">Drawing order of all seats, lowest first.</param>
/// <param name="Cues">All cues, in their order. A cue with an empty id is new.</param>
/// <param name="Timers">All timers, in their order.</param>
public sealed record ShowEdit(
    long Revision,
    string? Name = null,
    bool? LiveEdits = null,
    bool? LookFirst = null,
    Brand? Brand = null,
    CanvasWish? Canvas = null,
    ImmutableArray<Seat>? OwnSeats = null,
    ImmutableArray<SeatId>? SeatOrder = null,
    ImmutableArray<KeepClear>? KeepClear = null,
    ImmutableArray<SavedFinish>? SavedFinishes = null,
    ImmutableArray<Cue>? Cues = null,
    Loudness? Loudness = null,
    ImmutableArray<Timer>? Timers = null
);

/// <summary>A size of the picture, in px, and its frame rate as the exact fraction.</summary>
public sealed record CanvasWish(int Width, int Height, FrameRate Rate);

/// <param name="Fresh">40 random bits in hex: new cues are named after them.</param>
public sealed record EditShow(ShowEdit Wish, string Fresh) : Edit
{
    private const int MostSeats = 40;
    private const int MostClear = 20;
    private const int MostFinishes = 200;
    private const int LongestFinish = 20_000;

    /// <summary>The ways of working are no edits of the show's contents: undo leaves them alone.</summary>
    private static readonly string[] Ways = ["liveEdits", "lookFirst", "loudness"];

    public override long? Seen => Wish.Revision;

    public override Edited Apply(EditScope scope)
    {
        var (show, edit) = (scope.Show, Wish);
        CheckHead(show, edit);
        CheckSeats(show, edit);
        var canvas = edit.Canvas is { } wish ? Canvas.Of(wish.Width, wish.Height, wish.Rate) : show.Canvas;
        RefusedException.ThrowIfAny(canvas.Faults, "/canvas");
        var edited = show with
        {
            Name = edit.Name ?? show.Name,
            LiveEdits = edit.LiveEdits ?? show.LiveEdits,
            LookFirst = edit.LookFirst ?? show.LookFirst,
            Brand = edit.Brand ?? show.Brand,
            Canvas = canvas.Value!,
            OwnSeats = edit.OwnSeats ?? show.OwnSeats,
            SeatOrder = edit.SeatOrder is { } order ? [.. order.Distinct().Where(id => (show with { OwnSeats = edit.OwnSeats ?? show.OwnSeats }).Seat(id) is not null)] : show.SeatOrder,
            KeepClear = edit.KeepClear ?? show.KeepClear,
            SavedFinishes = edit.SavedFinishes ?? show.SavedFinishes,
            Cues = edit.Cues is { } cues ? Named(cues) : show.Cues,
            Timers = edit.Timers ?? show.Timers,
            Loudness = edit.Loudness ?? show.Loudness,
        };
        if (edit.Timers is not null)
        {
            edited = CheckTimers(edited);
        }

        if (edit.Cues is not null)
        {
            CheckCues(edited);
            edited = edited with { Timers = [.. edited.Timers.Select(timer => timer.Cue is { } cue && edited.Cue(cue) is null ? timer with { Cue = null } : timer)] };
        }

        var paths = Edits.Touched(
            "",
            ("name", edit.Name is not null),
            ("liveEdits", edit.LiveEdits is not null),
            ("lookFirst", edit.LookFirst is not null),
            ("brand", edit.Brand is not null),
            ("canvas", edit.Canvas is not null),
            ("ownSeats", edit.OwnSeats is not null),
            ("seatOrder", edit.SeatOrder is not null),
            ("keepClear", edit.KeepClear is not null),
            ("savedFinishes", edit.SavedFinishes is not null),
            ("cues", edit.Cues is not null),
            ("timers", edit.Timers is not null),
            ("loudness", edit.Loudness is not null)
        );
        return new Edited(edited, string.Join(", ", paths.Select(path => InWords(path, show, edited))), paths) { CanBeUndone = !paths.All(Ways.Contains) };
    }

    private static void CheckHead(Show show, ShowEdit edit)
    {
        if (edit.Name is { } name && Names.FaultIn(name) is { } unnamed)
        {
            throw RefusedException.Faulty([unnamed]);
        }

        RefusedException.ThrowIfAny(edit.Brand?.Faults() ?? [], "/brand");
        if (edit.Brand is { } dress && show.Wardrobe.Any(other => other.Name == dress.Name))
        {
            throw RefusedException.Faulty("/brand/name", $"Another brand is called “{dress.Name}” already.");
        }

        if (edit.Loudness is { Level: not (>= 0 and <= 1) })
        {
            throw RefusedException.Faulty("/loudness/level", "The loudness lies between 0, silent, and 1.");
        }

        Edits.AtMost(MostFinishes, edit.SavedFinishes?.Length ?? 0, "/savedFinishes", "saved finishes");
        RefusedException.ThrowIfAny((edit.SavedFinishes ?? []).SelectMany((finish, at) => finish.Faults(LongestFinish).Select(fault => fault with { Path = $"/savedFinishes/{at}{fault.Path}" })));
    }

    private ImmutableArray<Cue> Named(ImmutableArray<Cue> cues) => [.. cues.Select((cue, at) => cue.Id.Value.Length == 0 ? cue with { Id = new CueId($"q{Fresh}{(at == 0 ? "" : $"-{at}")}") } : cue)];

    private static void CheckCues(Show edited)
    {
        Edits.AtMost(Cue.Most, edited.Cues.Length, "/cues", "cues");
        if (edited.Cues.GroupBy(cue => cue.Id).FirstOrDefault(same => same.Count() > 1) is { } twice)
        {
            throw RefusedException.Faulty("/cues", $"Two cues have the same id, {twice.Key}.");
        }

        RefusedException.ThrowIfAny(edited.Cues.SelectMany((cue, at) => cue.Faults(edited).Select(fault => fault with { Path = $"/cues/{at}{fault.Path}" })));
        RefusedException.ThrowIfAny(Edits.KeyClashes(edited, "/cues"));
    }

    /// <summary>The show with these timers, and without what cues say of one that is gone.</summary>
    private static Show CheckTimers(Show edited)
    {
        Edits.AtMost(Timer.Most, edited.Timers.Length, "/timers", "timers");
        RefusedException.ThrowIfAny(edited.Timers.SelectMany((timer, at) => timer.Faults(cue => edited.Cue(cue) is not null).Select(fault => fault with { Path = $"/timers/{at}{fault.Path}" })));
        if (edited.Timers.GroupBy(timer => timer.Id).FirstOrDefault(same => same.Count() > 1) is { } twice)
        {
            throw RefusedException.Faulty("/timers", $"Two timers are called {twice.Key} in placeholders. Choose another word for one.");
        }

        RefusedException.ThrowIfAny(Edits.KeyClashes(edited, "/timers"));
        return edited with { Cues = [.. edited.Cues.Select(cue => cue with { Steps = [.. cue.Steps.Select(step => step with { Timers = step.Timers.RemoveAll(one => edited.Timer(one.Timer) is null) })] })] };
    }

    private static void CheckSeats(Show show, ShowEdit edit)
    {
        if (edit.OwnSeats is { } seats)
        {
            Edits.AtMost(MostSeats, seats.Length, "/ownSeats", "seats of its own");
            RefusedException.ThrowIfAny(seats.SelectMany((seat, at) => seat.Faults().Select(fault => fault with { Path = $"/ownSeats/{at}{fault.Path}" })));
            if (seats.Select(seat => seat.Id).Concat(Seats.All.Select(seat => seat.Id)).GroupBy(id => id).Any(group => group.Count() > 1))
            {
                throw RefusedException.Faulty("/ownSeats", "Two seats have the same id.");
            }

            var orphan = show.Graphics.FirstOrDefault(graphic => Seats.Find(graphic.Seat) is null && seats.All(seat => seat.Id != graphic.Seat));
            if (orphan is not null)
            {
                throw RefusedException.Faulty("/ownSeats", $"“{orphan.Name}” sits in this seat. Give it another one first.");
            }
        }

        Edits.AtMost(MostClear, edit.KeepClear?.Length ?? 0, "/keepClear", "areas to keep clear");
        RefusedException.ThrowIfAny((edit.KeepClear ?? []).SelectMany((area, at) => area.Faults().Select(fault => fault with { Path = $"/keepClear/{at}{fault.Path}" })));
    }

    /// <summary>What an edit of a path of the show did, for whoever takes it back.</summary>
    private static string InWords(string path, Show before, Show after) =>
        path switch
        {
            "cues" => InWords("cues", before.Cues.Select(cue => (cue.Id.Value, cue.Name)), after.Cues.Select(cue => (cue.Id.Value, cue.Name))),
            "timers" => InWords("timers", before.Timers.Select(timer => (timer.Id.Value, timer.Name)), after.Timers.Select(timer => (timer.Id.Value, timer.Name))),
            "name" => "the show’s name",
            "ownSeats" => InWords("own seats", before.OwnSeats.Select(seat => (seat.Id.Value, seat.Name)), after.OwnSeats.Select(seat => (seat.Id.Value, seat.Name))),
            "seatOrder" => "drawing order",
            "keepClear" => "areas to keep clear",
            "savedFinishes" => "saved finishes",
            _ => path,
        };

    /// <summary>What became of a list of named things. Edits of one kind in one go are taken back together: two that are deleted are not.</summary>
    private static string InWords(string list, IEnumerable<(string Id, string Name)> before, IEnumerable<(string Id, string Name)> after)
    {
        var (old, now) = (before.ToDictionary(), after.ToDictionary());
        return old.Keys.FirstOrDefault(id => !now.ContainsKey(id)) is { } gone ? $"deleted: {old[gone]}"
            : now.Keys.FirstOrDefault(id => !old.ContainsKey(id)) is { } made ? $"new: {now[made]}"
            : now.Keys.FirstOrDefault(id => old[id] != now[id]) is { } named ? $"the name of {now[named]}"
            : list;
    }
}
