using System.Collections.Immutable;
using SideLamp.Core.Chat;
using SideLamp.Core.Events;
using SideLamp.Core.Frame;
using SideLamp.Core.Shows;
using SideLamp.Core.Text;

namespace SideLamp.Core.Editing;

/// <summary>What is to change in the show itself; what is null stays. Its lists are edited entry by entry.</summary>
/// <param name="SeatOrder">Drawing order of all seats, lowest first.</param>
public sealed record ShowEdit(
    long Revision,
    string? Name = null,
    bool? LiveEdits = null,
    bool? LookFirst = null,
    CanvasWish? Canvas = null,
    ImmutableArray<SeatId>? SeatOrder = null,
    Loudness? Loudness = null,
    NeverShow? NeverShow = null,
    Counting? Counting = null,
    AlertPace? AlertPace = null,
    ChatRules? ChatRules = null
);

/// <summary>A size of the picture, in px, and its frame rate as the exact fraction.</summary>
public sealed record CanvasWish(int Width, int Height, FrameRate Rate);

public sealed record EditShow(ShowEdit Wish) : Edit
{
    /// <summary>The ways of working are no edits of the show's contents: undo leaves them alone.</summary>
    private static readonly string[] Ways = ["liveEdits", "lookFirst", "loudness"];

    public override long? Seen => Wish.Revision;

    public override Edited Apply(EditScope scope)
    {
        var (show, edit) = (scope.Show, Wish);
        CheckHead(edit);
        var canvas = edit.Canvas is { } wish ? Canvas.Of(wish.Width, wish.Height, wish.Rate) : show.Canvas;
        RefusedException.ThrowIfAny(canvas.Faults, "/canvas");
        var edited = show with
        {
            Name = edit.Name ?? show.Name,
            LiveEdits = edit.LiveEdits ?? show.LiveEdits,
            LookFirst = edit.LookFirst ?? show.LookFirst,
            Canvas = canvas.Value!,
            SeatOrder = edit.SeatOrder is { } order ? [.. order.Distinct().Where(id => show.Seat(id) is not null)] : show.SeatOrder,
            Loudness = edit.Loudness ?? show.Loudness,
            NeverShow = edit.NeverShow is { } list ? list with { Words = [.. list.Words.Select(word => Spelling.Clean(word).Trim()).Where(word => word.Length > 0).Distinct(StringComparer.OrdinalIgnoreCase)] } : show.NeverShow,
            Counting = edit.Counting ?? show.Counting,
            AlertPace = edit.AlertPace ?? show.AlertPace,
            ChatRules = edit.ChatRules ?? show.ChatRules,
        };
        RefusedException.ThrowIfAny(edited.NeverShow.Faults(), "/neverShow");
        RefusedException.ThrowIfAny([.. edited.Counting.Faults()], "/counting");
        RefusedException.ThrowIfAny([.. edited.AlertPace.Faults()], "/alertPace");
        RefusedException.ThrowIfAny([.. edited.ChatRules.Faults(id => show.Graphic(id) is not null)], "/chatRules");
        var paths = Edits.Touched(
            "",
            ("name", edit.Name is not null),
            ("liveEdits", edit.LiveEdits is not null),
            ("lookFirst", edit.LookFirst is not null),
            ("canvas", edit.Canvas is not null),
            ("seatOrder", edit.SeatOrder is not null),
            ("loudness", edit.Loudness is not null),
            ("neverShow", edit.NeverShow is not null),
            ("counting", edit.Counting is not null),
            ("alertPace", edit.AlertPace is not null),
            ("chatRules", edit.ChatRules is not null)
        );
        return new Edited(edited, string.Join(", ", paths.Select(InWords)), paths) { CanBeUndone = !paths.All(Ways.Contains) };
    }

    private static void CheckHead(ShowEdit edit)
    {
        if (edit.Name is { } name && Names.FaultIn(name) is { } unnamed)
        {
            throw RefusedException.Faulty([unnamed]);
        }

        if (edit.Loudness is { Level: not (>= 0 and <= 1) })
        {
            throw RefusedException.Faulty("/loudness/level", "The loudness lies between 0, silent, and 1.");
        }
    }

    /// <summary>What an edit of a path of the show did, for whoever takes it back.</summary>
    private static string InWords(string path) =>
        path switch
        {
            "name" => "the show’s name",
            "seatOrder" => "drawing order",
            "neverShow" => "the never-show list",
            "counting" => "how events are counted",
            "alertPace" => "the pace of alerts",
            "chatRules" => "what of chat comes on screen",
            _ => path,
        };
}
