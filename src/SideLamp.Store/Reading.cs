using System.Collections.Immutable;
using System.Text.Json;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Airing;
using SideLamp.Core.Editing;
using SideLamp.Core.Feeds;
using SideLamp.Core.Keeping;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;

namespace SideLamp.Store;

/// <summary>Reads what was kept, piece by piece. A piece that cannot be read is set aside and said; all others are there.</summary>
internal sealed class Reading(Database database)
{
    private readonly List<string> _aside = [];
    private bool _isOld;

    public Loaded All(string head, string? standby, string? stands, string? pictures, string? belts, string? thanks, string? chat, string? queue, string? bars)
    {
        var show = ShowOf(head);
        var contents = ContentsOf(out var renamed);
        var air = AirOf(renamed);
        var stood = stands is null ? null : Try("Where feeds stand", stands, Codecs.Stands.Read);
        var stored = pictures is null ? null : Try("The pictures of feeds", pictures, Codecs.Pictures.Read);
        var running = belts is null ? null : Try("How far tickers had come", belts, Codecs.Belts.Read);
        var kept = new Kept(
            show,
            new Choices(Rows("SELECT graphic, body FROM choice", "A choice", Codecs.Choice).Where(one => show.Graphic(new GraphicId(one.Id)) is not null).ToImmutableDictionary(one => new GraphicId(one.Id), one => one.Value.Within(show.Graphic(new GraphicId(one.Id))!)))
            {
                Stands = (stood?.All ?? []).Where(one => show.Feed(one.Key) is not null).DistinctBy(one => one.Key).ToImmutableDictionary(),
                Ticks = (stood?.Ticks ?? []).Where(one => show.Feed(one.Key) is not null).DistinctBy(one => one.Key).ToImmutableDictionary(one => one.Key, one => one.Value.ToImmutableHashSet()),
            },
            standby is null ? Standby.Empty : Try("What was in standby", standby, Codecs.Standby.Read) is { } known && known.IsIn(show) ? known : Standby.Empty,
            // What is shown by nothing that can be read is not on air any more.
            air with { Airings = air.Airings.RemoveAll(airing => !contents.ContainsKey(airing.Content)), Belts = [.. (running?.All ?? []).Where(belt => belt.IsSound)] },
            contents,
            Rows("SELECT feed, body FROM value", "The last words of a feed", Codecs.Value).Where(one => show.Feed(new FeedId(one.Id)) is not null).ToImmutableDictionary(one => new FeedId(one.Id), one => one.Value)
        )
        {
            Chat = ChatOf(chat, queue, bars),
            History = HistoryOf(),
            Bin = new Bin([.. Rows("SELECT CAST(no AS TEXT), body FROM binned ORDER BY no", "Something in the bin", Codecs.Binned).Select(one => one.Value)]),
            Thanks = (thanks is null ? null : Try("Who is to be thanked", thanks, Codecs.Thanks.Read)) ?? Core.Events.ThanksList.Empty,
            Pictures = (stored?.All ?? []).Where(one => show.PicturesFrom(one.Feed) is not null).GroupBy(one => one.Feed).ToImmutableDictionary(feed => feed.Key, feed => feed.DistinctBy(one => one.Name).ToImmutableDictionary(one => one.Name, one => new CellPicture(one.Asset, null))),
        };
        return new Loaded(kept, [.. _aside], _isOld);
    }

    private History HistoryOf()
    {
        var undone = database.Query("SELECT no FROM edit WHERE undone > 0 ORDER BY undone", row => row.GetInt64(0));
        var edits = Rows("SELECT CAST(no AS TEXT), body FROM edit ORDER BY no", "Something to undo", Codecs.Edit).Select(one => one.Value).ToList();
        return new History([.. edits.Where(one => !undone.Contains(one.No))], [.. undone.Select(no => edits.Find(one => one.No == no)).OfType<EditDone>()]);
    }

    private Core.Chat.ChatState ChatOf(string? chat, string? queue, string? bars)
    {
        var rest = (chat is null ? null : Try("What came by chat", chat, Codecs.Chat.Read))?.State(PapersOf()) ?? Core.Chat.ChatState.None;
        var waiting = queue is null ? null : Try("The messages that waited", queue, Codecs.Queue.Read);
        var gone = bars is null ? null : Try("What was taken back in chat", bars, Codecs.Bars.Read);
        return waiting is null && gone is null ? rest : rest with { Queue = waiting?.State() ?? rest.Queue, Bars = gone?.State() ?? rest.Bars };
    }

    private ILookup<(VoteId Vote, long Run), Core.Chat.Paper> PapersOf() =>
        database
            .Query("SELECT vote, run, person, option FROM paper ORDER BY vote, run, no", row => (Of: (new VoteId(row.GetString(0)), row.GetInt64(1)), Paper: new Core.Chat.Paper(row.GetString(2), row.IsDBNull(3) ? null : row.GetInt32(3))))
            .ToLookup(one => one.Of, one => one.Paper);

    private Show ShowOf(string head)
    {
        _isOld |= Codecs.Head.IsOld(head);
        var show = Codecs.Head.Read(head);
        foreach (var list in ShowLists.All)
        {
            var bodies = database.Query("SELECT id, body FROM entry WHERE list = $list ORDER BY place", row => (Id: row.GetString(0), Body: row.GetString(1)), ("$list", list.Name));
            if (bodies.Count > 0)
            {
                var whole = bodies.Where(one => Try($"{char.ToUpperInvariant(list.Name[0])}{list.Name[1..]} “{one.Id}”", one.Body, body => list.WithWritten(show, [body])) is not null);
                show = list.WithWritten(show, whole.Select(one => one.Body));
            }
        }

        return show;
    }

    /// <param name="renamed">Contents whose fingerprint is another one now that brands, say, have a value more: by their old ids.</param>
    private ImmutableDictionary<ContentId, Content> ContentsOf(out Dictionary<string, string> renamed)
    {
        var large = database.Query("SELECT hash, body FROM large", row => (row.GetString(0), row.GetString(1))).ToDictionary();
        var contents = ImmutableDictionary.CreateBuilder<ContentId, Content>();
        renamed = [];
        foreach (var (id, body) in database.Query("SELECT id, body FROM content", row => (row.GetString(0), row.GetString(1))))
        {
            _isOld |= Codecs.Content.IsOld(body);
            if (Try("Something on air", body, one => Codecs.Content.Read(one).Whole(large.GetValueOrDefault)) is { } content)
            {
                var now = content.Id();
                contents[now] = content;
                if (now.Value != id)
                {
                    renamed[id] = now.Value;
                    _isOld = true;
                }
            }
        }

        return contents.ToImmutable();
    }

    private AirState AirOf(Dictionary<string, string> renamed)
    {
        var state = database.Query("SELECT state FROM air", row => row.GetString(0)).FirstOrDefault();
        // Ids are hex of 128 bits: nothing else in the text reads like one.
        string Renamed(string body) => renamed.Aggregate(body, (so, one) => so.Replace(one.Key, one.Value, StringComparison.Ordinal));
        var air = (state is null ? null : Try("What was on air", Renamed(state), Codecs.Air.Read)) ?? AirState.Dark(Instant.MinValue);
        _isOld |= state is not null && Codecs.Air.IsOld(state);
        return air with
        {
            Acts = [.. Rows("SELECT seq, body FROM act ORDER BY seq", "Something to take back", Codecs.Act, Renamed).Select(one => one.Value with { Seq = long.Parse(one.Id, System.Globalization.CultureInfo.InvariantCulture) })],
            Recent = database.Query("SELECT id, at FROM command", row => (new CommandId(row.GetString(0)), ShowRepository.InstantOf(row.GetDouble(1)))).ToImmutableDictionary(one => one.Item1, one => one.Item2),
        };
    }

    private List<(string Id, T Value)> Rows<T>(string sql, string what, Codec<T> codec, Func<string, string>? before = null)
        where T : class
    {
        var rows = new List<(string, T)>();
        foreach (var (id, body) in database.Query(sql, row => (row.GetString(0), row.GetString(1))))
        {
            _isOld |= codec.IsOld(body);
            if (Try(what, before?.Invoke(body) ?? body, codec.Read) is { } value)
            {
                rows.Add((id, value));
            }
        }

        return rows;
    }

    private T? Try<T>(string what, string body, Func<string, T> read)
        where T : class
    {
        try
        {
            return read(body);
        }
        catch (Exception error) when (error is JsonException or InvalidOperationException or ArgumentException or FormatException or OverflowException or NotSupportedException)
        {
            _aside.Add($"{what} could not be read, and was left out");
            return null;
        }
    }
}
