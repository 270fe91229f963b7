using System.Collections.Immutable;
using System.Text.Json.Serialization;
using NodaTime;
using SideLamp.Core.Tables;
using SideLamp.Core.Text;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Feeds;

/// <summary>A source of live values: a file that another program writes, an address on the web, or what programs push.</summary>
/// <param name="Id">The word placeholders use: lower-case letters, digits and hyphens.</param>
/// <param name="Path">An absolute path of this machine, an address (http or https), or <see cref="Pushed"/>.</param>
/// <param name="Every">How often it is looked at: a file each 0.1 s to 1 hour, an address each 1 s to 1 hour. What is pushed comes when it comes.</param>
/// <param name="Rows">Where the rows are (<see cref="SourceForm"/>); null = they are looked for.</param>
/// <param name="Paused">Whether it is not read for now: its last words stay.</param>
/// <param name="Private">Whether the streamer agrees that an address in the own network is read. That holds for this address's origin alone.</param>
/// <param name="StaleAfter">How long nothing may change before it counts as stale, 1 s to 30 days; null = however long.</param>
public sealed record Feed(FeedId Id, string Name, string Path, Duration Every, SourceKind Kind = SourceKind.Text, string? Rows = null, FirstRow FirstRow = FirstRow.Seen, bool Paused = false, bool Private = false, Duration? StaleAfter = null)
{
    /// <summary>The column whose cells name the rows of its first table; null = they are told by their words (<see cref="RowKeys"/>).</summary>
    public string? KeyColumn { get; init; }

    /// <summary>Which rows of its first table are used, and in which order.</summary>
    public TableView View { get; init; } = TableView.All;

    /// <summary>What is done to the cells of its first table before anybody sees them, column by column.</summary>
    public ImmutableArray<Cleaning> Cleaning { get; init; } = [];

    /// <summary>Whether the audience writes it: each of its rows waits for a tick before anybody sees it, and only its first table is used (rule 37).</summary>
    public bool Audience { get; init; }

    /// <summary>Of a checklist: whether Side Lamp may tick its boxes in the file.</summary>
    public bool MayTick { get; init; }

    /// <summary>Which row it stands on; null = the first.</summary>
    public RowRule? Row { get; init; }

    /// <summary>The key that takes it to the next row; null = none.</summary>
    public string? NextKey { get; init; }

    /// <summary>The key that takes it to the row before; null = none.</summary>
    public string? BackKey { get; init; }

    /// <summary>In place of a path: other programs send its values (<c>/push/…</c>).</summary>
    public const string Pushed = "pushed";

    public const int Most = 100;
    private const int MostCleaned = 40;
    public static readonly Duration LeastEvery = Duration.FromMilliseconds(100);
    public static readonly Duration LeastWebEvery = Duration.FromSeconds(1);
    public static readonly Duration GreatestEvery = Duration.FromHours(1);
    public static readonly Duration LeastStaleAfter = Duration.FromSeconds(1);
    public static readonly Duration GreatestStaleAfter = Duration.FromDays(30);

    /// <summary>Whether it is an address, and no file.</summary>
    [JsonIgnore]
    public bool IsWeb => IsAddress(Path);

    /// <summary>Whether nothing is read, and other programs send it.</summary>
    [JsonIgnore]
    public bool IsPushed => Path == Pushed;

    /// <summary>How its bytes are read.</summary>
    [JsonIgnore]
    public SourceForm Form => new(Kind, Rows, FirstRow);

    /// <summary>Whether what is read of the one may be taken for the other: they differ in nothing that a reader minds.</summary>
    public bool ReadsLike(Feed? other) => other is not null && this with { Name = other.Name, StaleAfter = other.StaleAfter, KeyColumn = other.KeyColumn, View = other.View, Cleaning = other.Cleaning, Audience = other.Audience, MayTick = other.MayTick, Row = other.Row, NextKey = other.NextKey, BackKey = other.BackKey } == other;

    public static bool IsAddress(string? path) => path is not null && (path.StartsWith("http://", StringComparison.OrdinalIgnoreCase) || path.StartsWith("https://", StringComparison.OrdinalIgnoreCase));

    /// <summary>Whether two addresses are of one server: consent for the one is consent for the other.</summary>
    public static bool IsSameOrigin(string one, string other) => Uri.TryCreate(one, UriKind.Absolute, out var a) && Uri.TryCreate(other, UriKind.Absolute, out var b) && (a.Scheme, a.Authority) == (b.Scheme, b.Authority);

    /// <summary>What is wrong with a path or an address; null when it is one.</summary>
    public static Fault? PathFaultIn(string? path) =>
        path == Pushed ? null
        : IsAddress(path)
            ? path!.Length > 2000 || !Uri.TryCreate(path, UriKind.Absolute, out var address) || address.Host.Length == 0 ? new Fault("/path", "This is not a whole address. It looks like https://hollow-lane.example/garden.json.")
                : address.UserInfo.Length > 0 ? new Fault("/path", "Leave the name and password out of the address: they would stand in the show.")
                : null
        : path is not null && System.IO.Path.IsPathFullyQualified(path) && path.Length <= 1000 && !path.Contains('\0', StringComparison.Ordinal)
            ? null
            : new Fault("/path", "Give the whole path of the file, beginning with /, such as /home/me/now.txt, or an address that begins with https://.");

    /// <summary>All that is wrong with this feed; empty when it is valid.</summary>
    public IEnumerable<Fault> Faults()
    {
        if (!PlaceholderName.IsOne(Id.Value))
        {
            yield return new Fault("/id", PlaceholderName.Rule);
        }

        if (Names.FaultIn(Name) is { } unnamed)
        {
            yield return unnamed;
        }

        if (PathFaultIn(Path) is { } astray)
        {
            yield return astray;
        }

        if (Every < (IsWeb ? LeastWebEvery : LeastEvery) || Every > GreatestEvery)
        {
            yield return new Fault("/every", IsWeb ? "An address can be read every 1 s to every hour." : "A file can be read every 0.1 s to every hour.");
        }

        if (StaleAfter is { } age && (age < LeastStaleAfter || age > GreatestStaleAfter))
        {
            yield return new Fault("/staleAfter", "A feed counts as stale when nothing has changed for 1 s to 30 days. Leave it empty where it may stay as it is for ever.");
        }

        foreach (var fault in Form.Faults().Concat(View.Faults().Select(fault => fault with { Path = "/view" + fault.Path })).Concat((Row?.Faults() ?? []).Select(fault => fault with { Path = "/row" + fault.Path })))
        {
            yield return fault;
        }

        foreach (var fault in Cleaning.SelectMany((one, at) => one.Faults().Select(fault => fault with { Path = $"/cleaning/{at}{fault.Path}" })))
        {
            yield return fault;
        }

        if (Cleaning.Length > MostCleaned || Cleaning.GroupBy(one => one.Column).Any(same => same.Count() > 1))
        {
            yield return new Fault("/cleaning", $"Up to {MostCleaned} columns are cleaned, each once.");
        }

        foreach (var (path, key) in new[] { ("/nextKey", NextKey), ("/backKey", BackKey) })
        {
            if (DeskKey.FaultIn(key) is { } fault)
            {
                yield return new Fault(path, fault);
            }
        }
    }
}
