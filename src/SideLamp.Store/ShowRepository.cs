using System.Collections.Immutable;
using SideLamp.Core;
using SideLamp.Core.Airing;
using SideLamp.Core.Brands;
using SideLamp.Core.Feeds;
using SideLamp.Core.Frame;
using SideLamp.Core.Json;
using SideLamp.Core.Shows;

namespace SideLamp.Store;

/// <summary>Keeps a show and what is on air, and brings them back. Only what differs is written.</summary>
public sealed class ShowRepository(Database database)
{
    /// <summary>What was kept last; null in a data folder that has no show yet.</summary>
    public Kept? Load()
    {
        var settings = database.Query("SELECT name, value FROM setting", row => (row.GetString(0), row.GetString(1))).ToDictionary();
        if (!settings.TryGetValue("show", out var body))
        {
            return null;
        }

        var head = CoreJson.Read<Head>(body);
        var feeds = database.Query(
            "SELECT body, last FROM feed ORDER BY place",
            row => (Feed: CoreJson.Read<Feed>(row.GetString(0)), Last: row.IsDBNull(1) ? FeedState.Untouched : CoreJson.Read<FeedState>(row.GetString(1)))
        );
        var show = new Show(
            head.Name,
            head.Canvas,
            head.Brand,
            [.. Bodies<Graphic>("SELECT body FROM graphic ORDER BY place")],
            [.. feeds.Select(one => one.Feed)],
            [.. Bodies<Output>("SELECT body FROM output ORDER BY place")],
            head.LiveEdits,
            head.LookFirst,
            head.Wardrobe,
            head.OwnSeats,
            head.SeatOrder,
            head.KeepClear,
            head.OwnTemplates,
            head.SavedFinishes
        )
        {
            Cues = head.Cues,
            Timers = head.Timers,
            Loudness = head.Loudness,
        };
        var looks = database.Query("SELECT id, body FROM look", row => (new LookId(row.GetString(0)), CoreJson.Read<Look>(row.GetString(1))));
        var air = Bodies<AirState>("SELECT state FROM air").FirstOrDefault() ?? AirState.Dark(NodaTime.Instant.MinValue);
        return new Kept(
            show,
            air,
            looks.ToImmutableDictionary(one => one.Item1, one => one.Item2),
            feeds.ToImmutableDictionary(one => one.Feed.Id, one => one.Last)
        )
        {
            Standby = settings.TryGetValue("standby", out var standby) ? CoreJson.Read<Standby>(standby) : Standby.Empty,
        };
    }

    /// <summary>Writes what differs between two states, and the log, in one transaction.</summary>
    /// <param name="before">Null = nothing is kept yet.</param>
    public void Keep(Kept? before, Kept after, IReadOnlyCollection<LogLine> log)
    {
        var edited = before?.Show != after.Show;
        database.Write(lasting: edited, _ =>
        {
            if (before is null || Head.Of(before.Show) != Head.Of(after.Show))
            {
                database.Execute("INSERT OR REPLACE INTO setting (name, value) VALUES ('show', $body)", ("$body", CoreJson.WriteWhole(Head.Of(after.Show))));
            }

            if (edited)
            {
                KeepList("graphic", before?.Show.Graphics ?? [], after.Show.Graphics, graphic => graphic.Id.Value);
                KeepList("feed", before?.Show.Feeds ?? [], after.Show.Feeds, feed => feed.Id.Value);
                KeepList("output", before?.Show.Outputs ?? [], after.Show.Outputs, output => output.Id.Value);
            }

            if (before?.Standby != after.Standby)
            {
                database.Execute("INSERT OR REPLACE INTO setting (name, value) VALUES ('standby', $body)", ("$body", CoreJson.WriteWhole(after.Standby)));
            }

            KeepFeedValues(before, after);
            KeepAir(before, after);
            foreach (var line in log)
            {
                KeepLine(line);
            }
        });
    }

    /// <summary>The latest lines of the log, the last one last.</summary>
    public IEnumerable<LogLine> LastLines(int most) =>
        database
            .Query(
                "SELECT at, kind, graphic, name, origin, shown, what, by FROM log ORDER BY id DESC LIMIT $most",
                row => new LogLine(
                    new Happening(
                        NodaTime.Instant.FromUnixTimeTicks((long)Math.Round(row.GetDouble(0) * NodaTime.NodaConstants.TicksPerMillisecond)),
                        Enum.Parse<HappeningKind>(row.GetString(1)),
                        Text(row, 2) is { } id ? new GraphicId(id) : null,
                        Enum.Parse<Origin>(row.GetString(4)),
                        row.IsDBNull(5) ? null : NodaTime.Duration.FromMilliseconds(row.GetDouble(5)),
                        Text(row, 6),
                        Text(row, 7)
                    ),
                    Text(row, 3)
                ),
                ("$most", most)
            )
            .AsEnumerable()
            .Reverse();

    private static string? Text(Microsoft.Data.Sqlite.SqliteDataReader row, int at) => row.IsDBNull(at) ? null : row.GetString(at);

    private void KeepList<T>(string table, ImmutableArray<T> before, ImmutableArray<T> after, Func<T, string> id)
        where T : class
    {
        var old = before.Select((item, place) => (item, place)).ToDictionary(one => id(one.item));
        foreach (var (item, place) in after.Select((item, place) => (item, place)))
        {
            if (!old.Remove(id(item), out var was) || was.place != place || !ReferenceEquals(was.item, item))
            {
                database.Execute(
                    $"INSERT INTO {table} (id, place, body) VALUES ($id, $place, $body) ON CONFLICT (id) DO UPDATE SET place = $place, body = $body",
                    ("$id", id(item)),
                    ("$place", place),
                    ("$body", CoreJson.WriteWhole(item))
                );
            }
        }

        foreach (var gone in old.Keys)
        {
            database.Execute($"DELETE FROM {table} WHERE id = $id", ("$id", gone));
        }
    }

    private void KeepFeedValues(Kept? before, Kept after)
    {
        foreach (var (id, state) in after.Feeds)
        {
            // A value read again and found the same is no reason to write.
            if (before?.Feeds.GetValueOrDefault(id)?.ChangedAt != state.ChangedAt)
            {
                database.Execute("UPDATE feed SET last = $last WHERE id = $id", ("$id", id.Value), ("$last", CoreJson.WriteWhole(state)));
            }
        }
    }

    private void KeepAir(Kept? before, Kept after)
    {
        if (ReferenceEquals(before?.Air, after.Air))
        {
            return;
        }

        database.Execute("INSERT OR REPLACE INTO air (id, state) VALUES (1, $state)", ("$state", CoreJson.WriteWhole(after.Air)));
        var old = before?.Looks ?? ImmutableDictionary<LookId, Look>.Empty;
        foreach (var (id, look) in after.Looks.Where(one => !old.ContainsKey(one.Key)))
        {
            database.Execute("INSERT OR REPLACE INTO look (id, body) VALUES ($id, $body)", ("$id", id.Value), ("$body", CoreJson.WriteWhole(look)));
        }

        foreach (var id in old.Keys.Where(id => !after.Looks.ContainsKey(id)))
        {
            database.Execute("DELETE FROM look WHERE id = $id", ("$id", id.Value));
        }
    }

    private void KeepLine(LogLine line) =>
        database.Execute(
            "INSERT INTO log (at, kind, graphic, name, origin, shown, what, by) VALUES ($at, $kind, $graphic, $name, $origin, $shown, $what, $by)",
            ("$at", line.Happening.At.ToUnixTimeTicks() / (double)NodaTime.NodaConstants.TicksPerMillisecond),
            ("$kind", line.Happening.Kind.ToString()),
            ("$graphic", line.Happening.Graphic?.Value),
            ("$name", line.Name),
            ("$origin", line.Happening.Origin.ToString()),
            ("$shown", line.Happening.Shown?.TotalMilliseconds),
            ("$what", line.Happening.What),
            ("$by", line.Happening.By)
        );

    private IEnumerable<T> Bodies<T>(string sql) => database.Query(sql, row => CoreJson.Read<T>(row.GetString(0)));

    private sealed record Head(
        string Name,
        Canvas Canvas,
        Brand Brand,
        bool LiveEdits,
        bool LookFirst,
        ImmutableArray<Brand> Wardrobe,
        ImmutableArray<Seat> OwnSeats,
        ImmutableArray<SeatId> SeatOrder,
        ImmutableArray<KeepClear> KeepClear,
        ImmutableArray<OwnTemplate> OwnTemplates,
        ImmutableArray<SavedFinish> SavedFinishes,
        ImmutableArray<Cue> Cues,
        Loudness Loudness,
        ImmutableArray<Timer> Timers
    )
    {
        public static Head Of(Show show) => new(show.Name, show.Canvas, show.Brand, show.LiveEdits, show.LookFirst, show.Wardrobe, show.OwnSeats, show.SeatOrder, show.KeepClear, show.OwnTemplates, show.SavedFinishes, show.Cues, show.Loudness, show.Timers);
    }
}
