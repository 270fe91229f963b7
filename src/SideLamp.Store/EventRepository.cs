using System.Text.Json;
using Microsoft.Data.Sqlite;
using NodaTime;
using SideLamp.Core.Events;
using SideLamp.Core.Json;

namespace SideLamp.Store;

/// <summary>What viewers did, for good. Rows are added; the only thing that is ever written to one is that it was taken back.</summary>
public sealed class EventRepository(Database database) : IEventIndex
{
    private const string Reversal = EventReader.Reversal;
    private const string Columns = "seq, source, id, kind, at, unit, size, times, correction, body, gift";

    /// <summary>Only the words are read as JSON; what is asked for has a column.</summary>
    private sealed record Body(string Name, string Person, string Words, string Tier);

    /// <summary>Keeps one; null = it is there already.</summary>
    /// <param name="gone">The row that took it back before it came; null = none did.</param>
    /// <param name="told">The size that it was sent with.</param>
    /// <returns>Its number of arrival.</returns>
    public long? Add(ViewerEvent one, EventKey? reverses, long? gone, long told)
    {
        var seqs = database.Query(
            """
            INSERT INTO event (source, id, kind, at, unit, size, times, correction, reverses_source, reverses_id, gone, body, who, gift, told)
            VALUES ($source, $id, $kind, $at, $unit, $size, $times, $correction, $reversesSource, $reversesId, $gone, $body, $who, $gift, $told)
            ON CONFLICT (source, id) DO NOTHING RETURNING seq
            """,
            row => row.GetInt64(0),
            ("$source", one.Key.Source),
            ("$id", one.Key.Id),
            ("$kind", one.Kind),
            ("$at", one.At.ToUnixTimeMilliseconds()),
            ("$unit", one.Unit),
            ("$size", one.Size),
            ("$times", one.Times),
            ("$correction", one.IsCorrection ? 1 : 0),
            ("$reversesSource", reverses?.Source),
            ("$reversesId", reverses?.Id),
            ("$gone", gone),
            ("$body", CoreJson.WriteWhole(new Body(one.Name, one.Person, one.Words, one.Tier))),
            ("$who", WhoOf(one)),
            ("$gift", one.Gift),
            ("$told", told)
        );
        return seqs.Count == 0 ? null : seqs[0];
    }

    /// <summary>An event that counts; null = there is none, or it was taken back.</summary>
    public ViewerEvent? Find(EventKey key) => One($"SELECT {Columns} FROM event WHERE source = $source AND id = $id AND gone IS NULL AND kind <> '{Reversal}'", ("$source", key.Source), ("$id", key.Id));

    public ViewerEvent? Find(long seq) => One($"SELECT {Columns} FROM event WHERE seq = $seq AND gone IS NULL AND kind <> '{Reversal}'", ("$seq", seq));

    /// <summary>The row that took an event back, be it before it came; null = none.</summary>
    public long? ReversalOf(EventKey key) =>
        database.Query("SELECT min(seq) FROM event WHERE reverses_source = $source AND reverses_id = $id", row => row.IsDBNull(0) ? (long?)null : row.GetInt64(0), ("$source", key.Source), ("$id", key.Id))[0];

    /// <summary>What has been counted of a gift by now.</summary>
    public GiftSoFar GiftSoFar(ViewerEvent one) =>
        database.Query(
            "SELECT coalesce(sum(size), 0), count(*) FILTER (WHERE told = 1), count(*) FROM event WHERE source = $source AND gift = $gift AND kind = $kind AND gone IS NULL",
            row => new GiftSoFar(row.GetInt64(0), row.GetInt64(1), row.GetInt64(2) > 0),
            ("$source", one.Key.Source),
            ("$gift", one.Gift),
            ("$kind", one.Kind)
        )[0];

    /// <summary>Whether nobody of that name, or with that id, did something of the kind before.</summary>
    public bool IsFirst(ViewerEvent one) =>
        WhoOf(one) is { Length: > 0 } who
        && database.Query("SELECT NOT EXISTS (SELECT 1 FROM event WHERE kind = $kind AND who = $who AND seq < $seq AND gone IS NULL AND correction = 0)", row => row.GetInt64(0) != 0, ("$kind", one.Kind), ("$who", who), ("$seq", one.Seq))[0];

    /// <summary>What arrived after a number, in order; of reversals what they took back.</summary>
    public List<HeardEvent> After(long seq, int most) =>
        [
            .. database
                .Query($"SELECT {Columns}, reverses_source, reverses_id, gone FROM event WHERE seq > $seq ORDER BY seq LIMIT $most", row => (Event: Read(row), Reverses: row.IsDBNull(12) ? (EventKey?)null : new EventKey(row.GetString(11), row.GetString(12)), IsGone: !row.IsDBNull(13)), ("$seq", seq), ("$most", most))
                .Select(one => one.Reverses is { } key ? TakenBy(one.Event.Seq, key) : one.IsGone ? null : new HeardEvent(one.Event.Seq, one.Event, IsFirst(one.Event), IsTakenBack: false) { IsLate = true })
                .OfType<HeardEvent>(),
        ];

    private HeardEvent? TakenBy(long seq, EventKey key) =>
        One($"SELECT {Columns} FROM event WHERE source = $source AND id = $id AND gone = $seq", ("$source", key.Source), ("$id", key.Id), ("$seq", seq)) is { } taken ? new HeardEvent(seq, taken, IsFirst: false, IsTakenBack: true) : null;

    /// <summary>The sender's own id of somebody, or else the name.</summary>
    private static string WhoOf(ViewerEvent one) => one.Person.Length > 0 ? one.Person : one.Name;

    /// <summary>What somebody did is nobody's by name any more; it counts as it did.</summary>
    /// <param name="person">The source, and the sender's own id of the person.</param>
    /// <param name="name">Whoever was called so, too; null = by the id alone.</param>
    public void Forget(string person, string? name) =>
        database.Execute(
            "UPDATE event SET who = '', body = json_set(body, '$.name', 'a viewer', '$.person', '', '$.words', '') WHERE json_valid(body) AND (source || ' ' || who = $person OR json_extract(body, '$.name') = $name COLLATE NOCASE)",
            ("$person", person),
            ("$name", name)
        );

    public void TakeBack(long seq, long by) => database.Execute("UPDATE event SET gone = $by WHERE seq = $seq", ("$seq", seq), ("$by", by));

    public ViewerEvent? Latest(string kind, Bounds within) =>
        One($"SELECT {Columns} FROM event WHERE kind = $kind AND at >= $from AND at < $to AND gone IS NULL AND correction = 0 ORDER BY at DESC, seq DESC LIMIT 1", [("$kind", kind), .. Of(within)]);

    public ViewerEvent? Top(string kind, string unit, Bounds within) =>
        One($"SELECT {Columns} FROM event WHERE kind = $kind AND unit = $unit AND at >= $from AND at < $to AND gone IS NULL AND correction = 0 ORDER BY size DESC, at, seq LIMIT 1", [("$kind", kind), ("$unit", unit), .. Of(within)]);

    public IEnumerable<Summed> Sums(Bounds within) =>
        database.Query(
            $"SELECT kind, unit, sum(times), sum(size) FROM event WHERE at >= $from AND at < $to AND gone IS NULL AND kind <> '{Reversal}' GROUP BY kind, unit",
            row => new Summed(row.GetString(0), row.GetString(1), row.GetInt64(2), row.GetInt64(3)),
            Of(within)
        );

    /// <summary>The number of the last one to arrive; 0 = there is none.</summary>
    public long Newest() => database.Query("SELECT coalesce(max(seq), 0) FROM event", row => row.GetInt64(0))[0];

    /// <summary>The last ones to arrive, the newest first, also those that were taken back.</summary>
    public List<(ViewerEvent Event, bool IsGone)> Recent(int most) =>
        database.Query($"SELECT {Columns}, gone FROM event WHERE kind <> '{Reversal}' ORDER BY seq DESC LIMIT $most", row => (Read(row), !row.IsDBNull(11)), ("$most", most));

    /// <summary>The newest session; null = there was none yet.</summary>
    public Session? Session() => database.Query("SELECT no, began, ended FROM session ORDER BY no DESC LIMIT 1", row => new Session(row.GetInt64(0), At(row.GetInt64(1)), row.IsDBNull(2) ? null : At(row.GetInt64(2)))).FirstOrDefault();

    public void Put(Session session) =>
        database.Execute(
            "INSERT INTO session (no, began, ended) VALUES ($no, $began, $ended) ON CONFLICT (no) DO UPDATE SET began = $began, ended = $ended",
            ("$no", session.No),
            ("$began", session.Began.ToUnixTimeMilliseconds()),
            ("$ended", session.Ended?.ToUnixTimeMilliseconds())
        );

    /// <summary>The newest session never was.</summary>
    public void Forget(Session session) => database.Execute("DELETE FROM session WHERE no = $no", ("$no", session.No));

    private ViewerEvent? One(string sql, params ReadOnlySpan<(string, object?)> parameters) => database.Query(sql, Read, parameters).FirstOrDefault();

    private static (string, object?)[] Of(Bounds within) => [("$from", within.From.ToUnixTimeMilliseconds()), ("$to", within.To?.ToUnixTimeMilliseconds() ?? long.MaxValue)];

    private static ViewerEvent Read(SqliteDataReader row)
    {
        var body = BodyOf(row.GetString(9));
        return new ViewerEvent(row.GetInt64(0), new EventKey(row.GetString(1), row.GetString(2)), row.GetString(3), At(row.GetInt64(4)))
        {
            Unit = row.GetString(5),
            Size = row.GetInt64(6),
            Times = row.GetInt64(7),
            IsCorrection = row.GetInt64(8) != 0,
            Name = body.Name,
            Person = body.Person,
            Words = body.Words,
            Tier = body.Tier,
            Gift = row.GetString(10),
        };
    }

    /// <summary>A row that somebody spoiled counts as it did, of nobody by name: it stops neither a start nor those that come.</summary>
    private static Body BodyOf(string text)
    {
        try
        {
            return CoreJson.Read<Body>(text);
        }
        catch (JsonException)
        {
            return new Body("", "", "", "");
        }
    }

    private static Instant At(long ms) => Instant.FromUnixTimeMilliseconds(ms);
}
