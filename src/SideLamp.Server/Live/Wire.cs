using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Airing;
using SideLamp.Core.Layout;
using SideLamp.Server.Remotes;

namespace SideLamp.Server.Live;

// What pages are told, and what they tell (note 7 of the design; docs/live-protocol.md). Every message has a kind, `k`.

/// <summary>One airing on a page: a picture with its motion clock.</summary>
/// <param name="Id">Of the airing: a graphic lit anew has a new one.</param>
/// <param name="Z">Drawing order.</param>
/// <param name="Leg">The motion clock; null = at rest.</param>
/// <param name="LitAt">Hold motions count from here.</param>
/// <param name="UpSince">What shows once (pages of a text, a video) counts from here.</param>
/// <param name="StayEnds">When it leaves by itself: a page does so even while the server is away. Null = never.</param>
/// <param name="LeaveLength">Length of that departure in ms.</param>
/// <param name="Nodes">In drawing order; a parent before its children.</param>
/// <param name="Sound">What is heard when it arrives; null = nothing.</param>
/// <param name="Still">Whether what differs is simply so, without motion (rule 33).</param>
public sealed record Item(
    string Id,
    GraphicId Graphic,
    SeatId Seat,
    int Z,
    Leg? Leg,
    Instant? LitAt,
    Instant? UpSince,
    Instant? StayEnds,
    double LeaveLength,
    ImmutableArray<Node> Nodes,
    ItemSound? Sound = null,
    bool Still = false
);

/// <param name="Url">On this server.</param>
/// <param name="Level">0 silent to 1 full.</param>
public sealed record ItemSound(string Url, double Level);

/// <summary>What differs in an item that the page has already.</summary>
/// <param name="Item">The item as it is now, without its nodes.</param>
/// <param name="Set">Nodes that are new or differ; null = none.</param>
/// <param name="Del">Ids of nodes that are gone; null = none.</param>
/// <param name="Order">All ids in drawing order; null = as it was.</param>
public sealed record Patch(Item Item, ImmutableArray<Node>? Set, ImmutableArray<string>? Del, ImmutableArray<string>? Order);

/// <summary>The first that a page hears.</summary>
/// <param name="Build">Of the pages that this server serves: a page of another build loads itself anew.</param>
public sealed record Welcome(string K, string Build);

/// <summary>All there is to show. A page that gets one drops what it has.</summary>
/// <param name="Epoch">One run of the server.</param>
/// <param name="Rev">Counts the changes of this output within the epoch.</param>
/// <param name="Preload">Ids of the faces that will be needed.</param>
public sealed record Snap(string K, string Epoch, long Rev, Instant Now, int Width, int Height, double Rate, ImmutableArray<string> Preload, ImmutableArray<Item> Items);

/// <summary>What differs from revision <paramref name="From"/>. A page that is at another asks for a snapshot.</summary>
public sealed record Change(
    string K,
    string Epoch,
    long From,
    long Rev,
    Instant Now,
    ImmutableArray<Item>? Put,
    ImmutableArray<Patch>? Patch,
    ImmutableArray<string>? Drop
);

/// <summary>The server is there. A page that hears none for five seconds connects anew.</summary>
public sealed record Beat(string K, string Epoch, long Rev, Instant Now);

/// <summary>How loud a page is to be: 0 = silent, 1 = full. Sent when the page joins, and at each change.</summary>
public sealed record Volume(string K, double Level);

/// <summary>This link is not valid any more: clear the picture and stop.</summary>
public sealed record Gone(string K, string Why);

/// <summary>The answer to a ping: the page learns how its clock differs.</summary>
public sealed record Pong(string K, double T, Instant Now);

/// <summary>Everything a page may send.</summary>
/// <param name="K"><c>hello</c> first, then <c>ping</c>, <c>report</c>, <c>shown</c> or <c>again</c> (a wish for a snapshot).</param>
/// <param name="Token">Of hello: the output's token; a desk sends none.</param>
/// <param name="Device">Of hello: what a remote's device proves itself with; all others send none.</param>
/// <param name="T">Of ping: the page's own time, given back as it is.</param>
/// <param name="W">Of report: width of the page in px.</param>
/// <param name="H">Of report: its height.</param>
/// <param name="Fps">Of report: pictures a second it really draws.</param>
/// <param name="Awake">Of report: whether the page is being shown.</param>
/// <param name="Mute">Of report: whether its browser refused to play a sound.</param>
/// <param name="Rev">Of shown: the revision that has been painted.</param>
public sealed record PageMessage(
    string K,
    string? Token = null,
    double? T = null,
    int? W = null,
    int? H = null,
    double? Fps = null,
    bool? Awake = null,
    bool? Mute = null,
    long? Rev = null,
    string? Device = null
);

/// <summary>The kinds of message on the live socket, gathered so that the API's document describes them.</summary>
/// <param name="Page">Sent by pages; all others are sent to them.</param>
public sealed record LiveMessages(PageMessage? Page, Welcome? Welcome, Snap? Snap, Change? Change, Beat? Beat, Volume? Volume, Gone? Gone, Pong? Pong, DeskNews? News, RemoteShow? Remote);
