using System.Collections.Immutable;
using System.Text.Json.Serialization;
using NodaTime;
using SideLamp.Core.Frame;

namespace SideLamp.Core.Tickers;

/// <summary>All belts that are on air, as they are kept.</summary>
public sealed record KeptBelts(ImmutableArray<BeltRun> All);

/// <summary>A belt that is on air.</summary>
/// <param name="Px">How far it goes in a frame unless it is paused.</param>
/// <param name="Lines">The words of each piece that is in sight, or may come.</param>
/// <param name="Ends">When all of it has passed; null = never, as things stand.</param>
public sealed record BeltRun(
    AiringId Airing,
    string Part,
    BeltProgram Program,
    int Px,
    ImmutableSortedDictionary<string, string> Lines,
    bool Paused = false,
    Instant? Ends = null
)
{
    /// <summary>Pieces that a hand has taken off: they do not come again while it runs.</summary>
    public ImmutableSortedSet<string> Off { get; init; } = ImmutableSortedSet.Create<string>(StringComparer.Ordinal);

    /// <summary>Whatever is edited now, what enters within this stays: pages know it already.</summary>
    private static readonly Duration Ahead = Duration.FromSeconds(1);

    /// <summary>How long what has passed is remembered, for pages that are late.</summary>
    private static readonly Duration Behind = Duration.FromMilliseconds(500);

    /// <summary>How long a roll that has stopped is seen before it leaves.</summary>
    private static readonly Duration Rest = Duration.FromSeconds(4);

    /// <summary>A belt that starts with its first item at the edge it comes from.</summary>
    /// <param name="start">When its first frame begins; cut to whole ms.</param>
    /// <param name="from">The line that it begins with; null, or one that is gone = its first item.</param>
    public static BeltRun Begin(AiringId airing, LaidBelt laid, FrameRate rate, Instant start, string? from = null)
    {
        var whole = Instant.FromUnixTimeMilliseconds(start.ToUnixTimeMilliseconds());
        var first = from is null ? 0 : laid.Items.Select(item => item.Line).ToList().IndexOf(from);
        var program = Standing(laid, rate) with { Start = whole };
        program = program with { Next = program.Next with { Index = Math.Max(0, first) } };
        return Ending(new BeltRun(airing, laid.Part, Pacing.FromTheStart(program, laid.Px), laid.Px, LinesOf(laid)));
    }

    /// <summary>A belt that nothing moves: its first item stands at the far edge, where it is read first.</summary>
    public static BeltProgram Standing(LaidBelt laid, FrameRate rate) =>
        new(null, rate, laid.Motion, laid.Mirrored, laid.Window, laid.Gap, [new Pace(0, 0, laid.Px)], [], new BeltNext(0, 0, 0, 0), LoopOf(laid), laid.Rounds, laid.End);

    /// <summary>The same belt with other items, or going otherwise: nothing that is in sight moves (the one exception is another size or look of all).</summary>
    /// <param name="laid">As it would be begun now.</param>
    /// <param name="atOnce">Whether what is not there any more must not be seen either (rule 37).</param>
    public BeltRun Follow(LaidBelt laid, Instant now, bool atOnce)
    {
        laid = Off.IsEmpty ? laid : laid with { Items = laid.Items.RemoveAll(item => Off.Contains(item.Piece)) };
        var loop = LoopOf(laid);
        var isSameLoop = Program.Loop.SequenceEqual(loop);
        if (isSameLoop && (laid.Px, laid.Gap, laid.Window, laid.Rounds, laid.End) == (Px, Program.Gap, Program.Window, Program.Rounds, Program.End))
        {
            return this;
        }

        var decided = Decided(now);
        var map = BeltChange.Between([.. Program.Loop.Select(item => Line(item.Piece))], [.. loop.Select(item => laid.Items.First(one => one.Piece == item.Piece).Line)]);
        var entries = BeltChange.Redressed(decided.Entries, Program.Loop, loop, map, Line, laid, atOnce);
        var next = isSameLoop ? decided.Next : BeltChange.Next(decided.Next, loop.Length, map);
        // What had run dry goes on from where nothing has entered yet.
        var earliest = Belts.TravelAt(decided, Belts.FrameAt(decided, now + Ahead)) + 1;
        var at = Math.Max(earliest, entries.IsEmpty ? next.At : entries[^1].At + entries[^1].Length + laid.Gap);
        var program = decided with { Entries = entries, Next = next with { At = at }, Loop = loop, Gap = laid.Gap, Window = laid.Window, Rounds = laid.Rounds, End = laid.End };
        var lines = LinesOf(laid).AddRange(entries.Select(entry => entry.Piece).Distinct().Where(piece => laid.Items.All(item => item.Piece != piece)).Select(piece => KeyValuePair.Create(piece, Line(piece))));
        var followed = this with { Program = program, Px = laid.Px, Lines = lines };
        // Where it stops is another place now; else it goes on as it goes, faster for a while perhaps.
        return (laid.Px, laid.End) == (Px, BeltEnd.RunsOff) ? Ending(followed) : followed.Going(now, Paused ? 0 : laid.Px);
    }

    /// <summary>How it would be begun if it had nothing to tell.</summary>
    public LaidBelt Emptied() => new(Part, Program.Motion, Program.Mirrored, Program.Window, Program.Gap, Px, Program.Rounds, Program.End, []);

    /// <summary>Whether it is one that can be run: what was kept may be damaged.</summary>
    [JsonIgnore]
    public bool IsSound =>
        Program is { Start: not null, Rate: { Numerator: > 0, Denominator: > 0 }, Window: >= 0, Gap: >= 0, Pace.IsEmpty: false, Next: { At: >= 0, Index: >= 0, Round: >= 0 } }
        && Px >= 0
        && Program.Pace.All(pace => pace.Px >= 0)
        && Program.Loop.All(item => item.Length > 0)
        && Program.Next.Index < Math.Max(1, Program.Loop.Length);

    /// <summary>It comes to a stand, or goes on.</summary>
    public BeltRun Pause(Instant now, bool on) => on == Paused ? this : (this with { Paused = on }).Going(now, on ? 0 : Px);

    /// <summary>The next item comes soon. What was paused stays so after it.</summary>
    public BeltRun Hurry(Instant now) => Ending(this with { Program = Pacing.Hurried(Program, now, Paused ? 0 : Px) });

    /// <summary>An item of the loop comes once more, before all that is not decided yet.</summary>
    /// <returns>Null when it has no such item.</returns>
    public BeltRun? Soon(Instant now, string piece)
    {
        if (Program.Loop.FirstOrDefault(item => item.Piece == piece) is not { } item)
        {
            return null;
        }

        var decided = Decided(now);
        var next = decided.Next;
        var entry = new BeltEntry(next.Seq, next.At, item.Length, piece);
        return Ending(this with { Program = decided with { Entries = decided.Entries.Add(entry), Next = next with { Seq = next.Seq + 1, At = next.At + item.Length + decided.Gap } } });
    }

    /// <summary>What shows this piece is not seen any more (rule 37), and does not come again; its place travels out.</summary>
    public BeltRun Without(Instant now, string piece) =>
        (this with { Off = Off.Add(piece) }).Follow(Emptied() with { Items = [.. Program.Loop.Select(item => new LaidItem(item.Piece, item.Length, Line(item.Piece)))] }, now, atOnce: true);

    /// <summary>When an entry, or the first that will show a piece, comes into sight; null = it does not as things stand.</summary>
    public Instant? SeenAt(Instant now, string piece)
    {
        var from = Belts.TravelAt(Program, Belts.FrameAt(Program, now));
        var round = Program.Loop.Sum(item => (long)item.Length + Program.Gap);
        return Belts.Unroll(Program, from, from + (2 * round) + Program.Window).Entries.FirstOrDefault(entry => entry.Piece == piece && entry.At >= from) is { } entry && Belts.FrameOf(Program, entry.At) is { } frame
            ? Belts.InstantOf(Program, frame)
            : null;
    }

    /// <summary>The line of the first item that has not come wholly into sight, or is still to be read in its place; null = there is none.</summary>
    public string? Untold(Instant now)
    {
        var travel = Belts.TravelAt(Program, Belts.FrameAt(Program, now));
        var longest = Program.Loop.Select(item => item.Length).DefaultIfEmpty().Max();
        return Belts.Unroll(Program, travel - longest, travel + longest + Program.Gap + 1).Entries.FirstOrDefault(entry => !entry.Gone && entry.At + entry.Length > travel) is { } entry ? Line(entry.Piece) : null;
    }

    private string Line(string piece) => Lines.GetValueOrDefault(piece, "");

    private BeltRun Going(Instant now, int px) => Ending(this with { Program = Pacing.At(Program, now, px) });

    private static BeltRun Ending(BeltRun run)
    {
        var stop = Pacing.StopOf(run.Program);
        var frame = (stop ?? Belts.EndOf(run.Program)) is { } end ? Belts.FrameOf(run.Program, end) : null;
        return run with { Ends = frame is { } last ? Belts.InstantOf(run.Program, last) + (stop is null ? Duration.Zero : Rest) : null };
    }

    /// <summary>The same with all entered that nothing may change any more, and without what has passed.</summary>
    private BeltProgram Decided(Instant now)
    {
        long Travel(Instant at) => Belts.TravelAt(Program, Belts.FrameAt(Program, at));
        // What was asked for as the next is decided, however far it is.
        var upTo = Math.Max(Travel(now + Ahead), Program.Entries.IsEmpty ? 0 : Program.Entries[^1].At);
        var (entries, next) = Belts.Unroll(Program, Travel(now - Behind), upTo);
        return Program with { Entries = entries, Next = next };
    }

    private static ImmutableArray<BeltItem> LoopOf(LaidBelt laid) => [.. laid.Items.Select(item => new BeltItem(item.Piece, item.Length))];

    private static ImmutableSortedDictionary<string, string> LinesOf(LaidBelt laid) =>
        laid.Items.DistinctBy(item => item.Piece).ToImmutableSortedDictionary(item => item.Piece, item => item.Line, StringComparer.Ordinal);
}
