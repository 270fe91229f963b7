using System.Collections.Immutable;
using System.Text;
using System.Text.Json;
using CloudNative.CloudEvents;
using CloudNative.CloudEvents.Core;
using CloudNative.CloudEvents.Http;
using CloudNative.CloudEvents.SystemTextJson;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Chat;
using SideLamp.Core.Editing;
using SideLamp.Core.Events;
using SideLamp.Core.Loop;
using SideLamp.Core.Tables;
using SideLamp.Server.Data;
using SideLamp.Server.Chat;
using SideLamp.Server.Events;
using SideLamp.Server.Loop;
using SideLamp.Server.Security;

namespace SideLamp.Server.Api;

/// <summary>How programs send events.</summary>
/// <param name="Path">Below the server's own address.</param>
/// <param name="Key">Sent as <c>Authorization: Bearer …</c>.</param>
public sealed record EventDoorView(string Path, string Key);

/// <summary>An event as our pages show it.</summary>
/// <param name="IsGone">Whether it was taken back.</param>
public sealed record EventView(long Seq, string Kind, Instant At, string Name, string Words, string Amount, bool IsCorrection, bool IsGone);

/// <summary>An event that is entered by hand.</summary>
/// <param name="Data">As a sender tells it: name, words, amount, currency, count, months, tier, title.</param>
/// <param name="At">When it was; null = now.</param>
public sealed record EventWish(string Kind, JsonElement Data, Instant? At = null);

/// <summary>A correction of what was counted.</summary>
/// <param name="Times">How many events more; less than 0 takes away.</param>
/// <param name="Size">How much more, in whole units of what is counted.</param>
/// <param name="Currency">Of tips, three letters; else null.</param>
/// <param name="Before">Whether it was before anything else, and counts over ever alone.</param>
public sealed record CorrectionWish(string Kind, long Times, decimal Size, string? Currency = null, bool Before = false);

/// <summary>What an adapter would make of something, without counting any of it.</summary>
/// <param name="Sample">As the other program sends it.</param>
public sealed record AdapterTrial(Adapter Adapter, string Sample);

/// <param name="Events">As they would count, so far as nothing is wrong with them.</param>
/// <param name="LeftOut">How many are none of ours, having no type.</param>
/// <param name="Faults">All that is wrong, with the place in what an event has, such as <c>/0/amount</c>.</param>
/// <param name="Offered">What stands in the first events, and where.</param>
public sealed record AdapterTried(ImmutableArray<EventView> Events, int LeftOut, ImmutableArray<Fault> Faults, ImmutableArray<FoundValue> Offered);

/// <summary>Where events come in, and what a hand does with them.</summary>
internal static class EventEndpoints
{
    public const string Path = "/events";
    private const int MostInBatch = 1000;
    private const int MostShown = 200;
    private const long MostTimes = 1_000_000_000;

    private static readonly JsonEventFormatter Format = new();

    /// <summary>Events as CloudEvents 1.0, binary, structured or a batch. Source: CloudEvents, HTTP Protocol Binding 1.0.</summary>
    public static void MapEventDoor(this WebApplication app)
    {
        Door(app, Path, "sendEvents", async (request, time, loop) => Read(await SentIn(request), time, loop));
        Door(app, $"{Path}/{{adapter}}", "sendToAdapter", async (request, time, loop) => Read(await AdaptedIn(request, loop), time, loop)).ProducesProblem(404);
    }

    private static RouteHandlerBuilder Door(WebApplication app, string path, string name, Func<HttpRequest, TimeProvider, ShowLoop, Task<List<ReadEvent>>> read) =>
        app.MapPost(
                path,
                async (HttpRequest request, FeedKeys keys, EventKeeper keeper, ChatHub chat, ShowLoop loop, TimeProvider time) =>
                    keys.OpensEvents(Gatekeeper.KeyGiven(request))
                        ? Results.Ok(await Kept(await read(request, time, loop), keeper, chat))
                        : Results.Problem(title: "Events have a key of their own. Look at Labels.", statusCode: 401)
            )
            .WithName(name)
            .Produces<EventReceipt>()
            .ProducesProblem(400)
            .ProducesProblem(401)
            .ProducesProblem(503);

    public static void MapEvents(this RouteGroupBuilder api)
    {
        api.MapGet("/event-door", (HttpContext context, FeedKeys keys, Gatekeeper gate) => gate.MayReadLinks(context) ? DoorOf(keys) : throw RefusedException.NotFound("door")).WithName("getEventDoor").ProducesProblem(404);
        api.MapPost(
                "/event-door",
                (FeedKeys keys) =>
                {
                    keys.RenewEvents();
                    return DoorOf(keys);
                }
            )
            .WithName("renewEventDoor");
        api.MapGet("/events", (EventKeeper keeper, PictureBook book, ShowLoop loop) => keeper.Recent(MostShown).Select(one => ViewOf(book.Words.Seen(one.Event, loop.Stage.Show.NeverShow), one.IsGone)).ToImmutableArray()).WithName("getEvents");
        api.MapPost("/events", (EventWish wish, EventKeeper keeper, ShowLoop loop, TimeProvider time) => keeper.Keep(Read([(new SentEvent(new EventKey(EventKey.ByHand, Ids.Secret()), wish.Kind, wish.At, wish.Data), "")], time, loop)))
            .WithName("enterEvent")
            .ProducesProblem(400);
        api.MapPost("/events/corrections", (CorrectionWish wish, EventKeeper keeper, TimeProvider time) => keeper.Keep([CorrectionOf(wish, Now(time))])).WithName("correct").ProducesProblem(400);
        api.MapPost("/events/{seq:long}/alert", async (long seq, EventKeeper keeper, ShowLoop loop) => { await loop.Ask(new AgainInput(keeper.Find(seq))); }).WithName("showAgain").ProducesProblem(404).ProducesProblem(409);
        api.MapDelete("/events/{seq:long}", (long seq, EventKeeper keeper) => keeper.TakeBack(seq)).WithName("takeEventBack").ProducesProblem(404);
        api.MapPost("/adapters/try", (AdapterTrial trial, ShowLoop loop, TimeProvider time) => Tried(trial, time, loop)).WithName("tryAdapter").ProducesProblem(400);
        api.MapPost("/sessions", (EventKeeper keeper) => keeper.BeginSession()).WithName("beginSession");
        api.MapPost("/sessions/end", (EventKeeper keeper) => keeper.EndSession()).WithName("endSession").ProducesProblem(409);
        api.MapDelete("/sessions/newest", (EventKeeper keeper) => keeper.TakeBackSession()).WithName("takeSessionBack").ProducesProblem(409);
    }

    /// <summary>What was written in chat is no event that is counted; what is taken back may be either.</summary>
    private static async Task<EventReceipt> Kept(List<ReadEvent> all, EventKeeper keeper, ChatHub chat)
    {
        var heard = all.Select(HeardOf).OfType<Heard>().ToList();
        var said = all.Count(one => one.Event.Kind == EventReader.Message);
        var events = all.Where(one => one.Event.Kind is not (EventReader.Message or EventReader.Removal)).ToList();
        var fresh = heard.Count == 0 ? 0 : await chat.Hear(heard, CancellationToken.None);
        var kept = events.Count == 0 ? new EventReceipt(0, 0) : await keeper.Keep(events);
        return new EventReceipt(kept.Counted + fresh, kept.Known + said - fresh);
    }

    private static Heard? HeardOf(ReadEvent read)
    {
        var one = read.Event;
        var person = $"{one.Key.Source} {(one.Person.Length > 0 ? one.Person : one.Name)}";
        return one.Kind switch
        {
            EventReader.Message => new Heard.Said(new ChatMessage(0, one.Key, person, IrcNames.Folded(one.Name), one.Name, Enum.TryParse<ChatRole>(one.Tier, ignoreCase: true, out var role) && Enum.IsDefined(role) ? role : ChatRole.Viewer, one.Words, one.At) { Picture = read.Picture }),
            EventReader.Removal => new Heard.Gone(null, person),
            EventReader.Reversal when read.Reverses is { } key => new Heard.Gone(key, ""),
            _ => null,
        };
    }

    private static EventDoorView DoorOf(FeedKeys keys) => keys.Events is { } key ? new EventDoorView(Path, key) : throw RefusedException.NotFound("key: make a new one");

    private static Instant Now(TimeProvider time) => Instant.FromDateTimeOffset(time.GetUtcNow());

    private static EventView ViewOf(ViewerEvent one, bool isGone) => new(one.Seq, one.Kind, one.At, one.Name, one.Words, one.Amount, one.IsCorrection, isGone);

    private static async Task<IReadOnlyList<(SentEvent, string)>> SentIn(HttpRequest request)
    {
        var type = MimeUtilities.CreateContentTypeOrNull(request.ContentType);
        try
        {
            var all =
                MimeUtilities.IsCloudEventsBatchContentType(request.ContentType) ? await Format.DecodeBatchModeMessageAsync(request.Body, type, null)
                : MimeUtilities.IsCloudEventsContentType(request.ContentType) ? [await Format.DecodeStructuredModeMessageAsync(request.Body, type, null)]
                : [await BinaryIn(request)];
            return all.Count <= MostInBatch ? [.. all.Select((one, at) => (SentOf(one), all.Count == 1 ? "" : $"/{at}"))] : throw RefusedException.Faulty("", $"A batch has up to {MostInBatch:N0} events.");
        }
        catch (Exception error) when (error is ArgumentException or JsonException or FormatException or InvalidOperationException)
        {
            throw RefusedException.Faulty("", $"This is not a CloudEvent 1.0, which has an id, a source and a type in its headers (ce-id …) or its body: {error.Message.ReplaceLineEndings(" ").TrimEnd('.')}.");
        }
    }

    /// <summary>Binary mode: what tells of the event in headers, its data as the body.</summary>
    private static async Task<CloudEvent> BinaryIn(HttpRequest request)
    {
        var version = request.Headers[HttpUtilities.SpecVersionHttpHeader].ToString();
        var one = new CloudEvent(CloudEventsSpecVersion.FromVersionId(version) ?? throw new ArgumentException("it has no header ce-specversion that says 1.0"));
        foreach (var (header, value) in request.Headers)
        {
            if (HttpUtilities.GetAttributeNameFromHeaderName(header) is { } name && name != CloudEventsSpecVersion.SpecVersionAttribute.Name)
            {
                one.SetAttributeFromString(name, Uri.UnescapeDataString(value.ToString()));
            }
        }

        one.DataContentType = request.ContentType;
        using var body = new MemoryStream();
        await request.Body.CopyToAsync(body);
        if (body.Length > 0)
        {
            Format.DecodeBinaryModeEventData(body.ToArray(), one);
        }

        return one;
    }

    private static SentEvent SentOf(CloudEvent one) =>
        new(
            new EventKey(one.Source?.OriginalString ?? "", one.Id ?? ""),
            one.Type ?? "",
            one.Time is { } time ? Instant.FromDateTimeOffset(time) : null,
            one.Data switch
            {
                JsonElement data => data,
                null => null,
                // Not JSON by its own account: it is told as what it is not.
                _ => JsonSerializer.SerializeToElement("no JSON"),
            }
        );

    /// <summary>What another program sends in a shape of its own, as the adapter that the address names reads it.</summary>
    private static async Task<ImmutableArray<(SentEvent, string)>> AdaptedIn(HttpRequest request, ShowLoop loop)
    {
        var name = (string?)request.RouteValues["adapter"] ?? "";
        var adapter = EntryLists.Adapters.Find(loop.Stage.Show, name) ?? throw RefusedException.NotFound($"adapter “{name}”: look at how events come in, on the page Labels");
        using var body = JsonIn(await TextIn(request));
        var adapted = Adapting.Read(adapter, body.RootElement, MostInBatch);
        RefusedException.ThrowIfAny([.. adapted.Faults]);
        return adapted.Events;
    }

    private static async Task<string> TextIn(HttpRequest request)
    {
        try
        {
            using var reader = new StreamReader(request.Body, new UTF8Encoding(false, throwOnInvalidBytes: true));
            return await reader.ReadToEndAsync();
        }
        catch (DecoderFallbackException)
        {
            throw RefusedException.Faulty("", "This is not JSON: not all of it is UTF-8.");
        }
    }

    private static JsonDocument JsonIn(string text)
    {
        try
        {
            return JsonTables.Parsed(text);
        }
        catch (UnreadableException unreadable)
        {
            throw RefusedException.Faulty("", unreadable.Message);
        }
    }

    private static AdapterTried Tried(AdapterTrial trial, TimeProvider time, ShowLoop loop)
    {
        using var sample = JsonIn(trial.Sample);
        var offered = Adapting.Offered(trial.Adapter, sample.RootElement);
        if (trial.Adapter.Faults().ToImmutableArray() is { IsEmpty: false } faults)
        {
            return new AdapterTried([], 0, faults, offered);
        }

        var adapted = Adapting.Read(trial.Adapter, sample.RootElement, MostInBatch);
        var all = AllRead(adapted.Events, time, loop);
        return new AdapterTried(
            [.. all.Select(one => one.Event).OfType<ReadEvent>().Select(one => ViewOf(one.Event, isGone: one.Reverses is not null))],
            adapted.LeftOut,
            [.. adapted.Faults, .. all.SelectMany(one => one.Faults)],
            offered
        );
    }

    /// <summary>All of them, or every fault of every one.</summary>
    private static List<ReadEvent> Read(IReadOnlyList<(SentEvent, string)> sent, TimeProvider time, ShowLoop loop)
    {
        var all = AllRead(sent, time, loop);
        RefusedException.ThrowIfAny([.. all.SelectMany(one => one.Faults)]);
        return [.. all.Select(one => one.Event!)];
    }

    private static List<(ReadEvent? Event, List<Fault> Faults)> AllRead(IReadOnlyList<(SentEvent Event, string Path)> sent, TimeProvider time, ShowLoop loop)
    {
        var (now, currency) = (Now(time), loop.Stage.Show.Counting.Currency);
        return [.. sent.Select(one => EventReader.Read(one.Event, now, currency, one.Path))];
    }

    private static ReadEvent CorrectionOf(CorrectionWish wish, Instant now)
    {
        var faults = new List<Fault>();
        var money = wish.Currency is { } currency && Money.IsCurrency(currency);
        if (!EventKinds.IsOne(wish.Kind) || wish.Kind == EventReader.Reversal)
        {
            faults.Add(new Fault("/kind", "The kind of event is one word, such as tip."));
        }

        if (wish.Currency is not null && !money)
        {
            faults.Add(new Fault("/currency", "A currency is three capital letters, such as EUR."));
        }

        if (Math.Abs((decimal)wish.Times) > MostTimes)
        {
            faults.Add(new Fault("/times", $"A correction is of up to {MostTimes:N0} events."));
        }

        if (decimal.Abs(wish.Size) > MostTimes || (!money && !decimal.IsInteger(wish.Size)))
        {
            faults.Add(new Fault("/size", $"A correction is of up to {MostTimes:N0}, in whole numbers where it is no money."));
        }

        RefusedException.ThrowIfAny(faults);
        return new ReadEvent(
            new ViewerEvent(0, new EventKey(EventKey.ByHand, Ids.Secret()), wish.Kind, wish.Before ? Instant.FromUnixTimeSeconds(0) : Instant.FromUnixTimeMilliseconds(now.ToUnixTimeMilliseconds()))
            {
                Unit = money ? wish.Currency! : "",
                Size = money ? Money.Of(wish.Size, wish.Currency!).Minor : (long)wish.Size,
                Times = wish.Times,
                IsCorrection = true,
            },
            null
        );
    }
}
