using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Frame;

namespace SideLamp.Core.Tickers;

/// <summary>How the items of a belt come.</summary>
public enum BeltMotion
{
    /// <summary>Sideways, one behind the other; lengths and places are px.</summary>
    Crawl,

    /// <summary>Upwards, one below the other; lengths and places are px.</summary>
    Climb,

    /// <summary>One in place of the other; lengths and places are frames.</summary>
    Flip,
}

/// <summary>What becomes of a belt that does not go on for ever.</summary>
public enum BeltEnd
{
    /// <summary>The last item travels out of sight.</summary>
    RunsOff,

    /// <summary>It stands still with its last item in the middle of the window.</summary>
    Stops,
}

/// <summary>
/// The moving items of a ticker or roll, as a program that server and pages both run: where each item stands is a function of
/// the time alone, in whole px, so that all pages agree and nothing has to be sent while nobody touches it.
/// <para>
/// Places lie along an endless band. The band has travelled by <c>H</c>: an item at place <c>u</c> enters at the window's edge
/// when <c>H = u</c>, and is out of sight when <c>H = u + length + window</c>. Of a flip the window is 0: an item is seen from
/// <c>u</c> until <c>u + length</c>.
/// </para>
/// </summary>
/// <param name="Start">When its first frame begins, in whole ms; null = it stands still, with its first item at the far edge.</param>
/// <param name="Rate">Of the show: all is told in its frames.</param>
/// <param name="Mirrored">Of a crawl: whether it runs from left to right, for scripts that are written from right to left.</param>
/// <param name="Window">Its length along the motion, in px.</param>
/// <param name="Gap">Between neighbours, in px.</param>
/// <param name="Pace">How fast it goes and has gone, in the order of the frames; never empty.</param>
/// <param name="Entries">Items that have entered, or will whatever is edited now, in the order of their places.</param>
/// <param name="Next">How it goes on after those.</param>
/// <param name="Loop">Its items in their order; empty = nothing follows any more.</param>
/// <param name="Rounds">How often all of them pass; null = for ever.</param>
/// <param name="End">Where <paramref name="Rounds"/> are given.</param>
public sealed record BeltProgram(
    Instant? Start,
    FrameRate Rate,
    BeltMotion Motion,
    bool Mirrored,
    int Window,
    int Gap,
    ImmutableArray<Pace> Pace,
    ImmutableArray<BeltEntry> Entries,
    BeltNext Next,
    ImmutableArray<BeltItem> Loop,
    int? Rounds = null,
    BeltEnd End = BeltEnd.RunsOff
);

/// <summary>From a frame on it goes this fast.</summary>
/// <param name="Travel">What it has travelled by then, in px.</param>
/// <param name="Px">A frame; 0 = it stands.</param>
public sealed record Pace(long Frame, long Travel, int Px);

/// <summary>An item on its way through.</summary>
/// <param name="Seq">Counts the items of a belt.</param>
/// <param name="At">Its place.</param>
/// <param name="Piece">What it shows: the id of a piece.</param>
/// <param name="Gone">Whether it must not be seen any more; its place travels out.</param>
public sealed record BeltEntry(long Seq, long At, int Length, string Piece, bool Gone = false);

/// <summary>The item that comes after those that are decided.</summary>
/// <param name="Index">Of the loop.</param>
/// <param name="Round">How often the loop has passed by then.</param>
public sealed record BeltNext(long Seq, long At, int Index, int Round);

/// <summary>An item of the loop.</summary>
/// <param name="Piece">Id of what it shows; twins share one.</param>
/// <param name="Length">At least 1.</param>
public sealed record BeltItem(string Piece, int Length);
