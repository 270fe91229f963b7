using System.Collections.Immutable;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Airing;
using SideLamp.Core.Chat;
using SideLamp.Core.Editing;
using SideLamp.Core.Feeds;
using SideLamp.Core.Keeping;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;

namespace SideLamp.Store;

/// <summary>What was kept, and what of it could not be read.</summary>
/// <param name="SetAside">In sentences; empty when all was whole.</param>
/// <param name="IsOld">Whether some of it is of an older shape: all of it is best written anew.</param>
public sealed record Loaded(Kept Kept, ImmutableArray<string> SetAside, bool IsOld);

/// <summary>Keeps a show and what is on air, and brings them back. Only the pieces that differ are written.</summary>
public sealed class ShowRepository(Database database)
{
    private static readonly string[] Pieces = ["entry", "choice", "act", "command", "content", "value", "paper", "edit", "binned"];

    /// <summary>What was kept last; null in a data folder that has no show yet.</summary>
    /// <exception cref="JsonException">The head of the show cannot be read: without it there is no show.</exception>
    public Loaded? Load()
    {
        var settings = database.Query("SELECT name, value FROM setting", row => (row.GetString(0), row.GetString(1))).ToDictionary();
        return settings.TryGetValue("show", out var head) ? new Reading(database).All(head, settings.GetValueOrDefault("standby"), settings.GetValueOrDefault("stands"), settings.GetValueOrDefault("pictures"), settings.GetValueOrDefault("belts"), settings.GetValueOrDefault("thanks"), settings.GetValueOrDefault("chat"), settings.GetValueOrDefault("queue"), settings.GetValueOrDefault("bars")) : null;
    }

    /// <summary>Writes what differs between two states, and the log, in one transaction.</summary>
    /// <param name="before">What is kept now; null = nothing that is known of: all is written, and what is too much goes.</param>
    public void Keep(Kept? before, Kept after, IReadOnlyCollection<LogLine> log)
    {
        var edited = before?.Show != after.Show;
        database.Write(lasting: edited, _ =>
        {
            if (before is null)
            {
                foreach (var table in Pieces)
                {
                    database.Execute($"DELETE FROM {table}");
                }
            }

            if (edited)
            {
                KeepShow(before?.Show, after.Show);
            }

            if (before?.Standby != after.Standby)
            {
                KeepSetting("standby", Codecs.Standby.Write(after.Standby));
            }

            if (!ReferenceEquals(before?.Choices.Stands, after.Choices.Stands) || !ReferenceEquals(before?.Choices.Ticks, after.Choices.Ticks))
            {
                KeepSetting("stands", Codecs.Stands.Write(new Core.Feeds.Stands([.. after.Choices.Stands], [.. after.Choices.Ticks.Select(one => KeyValuePair.Create(one.Key, one.Value.ToImmutableArray()))])));
            }

            if (!ReferenceEquals(before?.Pictures, after.Pictures))
            {
                KeepSetting("pictures", Codecs.Pictures.Write(new Core.Feeds.KeptPictures([.. after.Pictures.SelectMany(feed => feed.Value.Where(one => one.Value.Asset is not null).Select(one => new Core.Feeds.KeptPicture(feed.Key, one.Key, one.Value.Asset!.Value)))])));
            }

            if (!ReferenceEquals(before?.Air.Belts, after.Air.Belts))
            {
                KeepSetting("belts", Codecs.Belts.Write(new Core.Tickers.KeptBelts([.. after.Air.Belts])));
            }

            if (!ReferenceEquals(before?.Thanks, after.Thanks))
            {
                KeepSetting("thanks", Codecs.Thanks.Write(after.Thanks));
            }

            KeepHistory(before?.History ?? History.Empty, after.History);
            Differing(ByNo(before?.Bin), ByNo(after.Bin), (no, one) => database.Execute("INSERT OR REPLACE INTO binned (no, body) VALUES ($no, $body)", ("$no", no), ("$body", Codecs.Binned.Write(one))), no => database.Execute("DELETE FROM binned WHERE no = $no", ("$no", no)));
            KeepChat(before?.Chat ?? ChatState.None, after.Chat, anew: before is null);
            KeepChoices(before?.Choices ?? Choices.None, after.Choices);
            KeepValues(before, after);
            KeepAir(before, after);
            foreach (var line in log)
            {
                KeepLine(line);
            }
        });
    }

    /// <summary>Templates that come with the program are kept before a press needs them; large parts that nothing names any more go.</summary>
    public void TidyLarge(Kept kept, IReadOnlyCollection<string> bundled)
    {
        var used = database
            .Query("SELECT body FROM content", row => Codecs.Content.Read(row.GetString(0)))
            .SelectMany(content => content.Hashes())
            .Concat(LargeOf(kept.Show).Keys)
            .Concat(bundled.Select(ContentPieces.HashOf))
            .ToHashSet();
        var gone = database.Query("SELECT hash FROM large", row => row.GetString(0)).Where(hash => !used.Contains(hash)).ToList();
        database.Write(lasting: false, _ =>
        {
            gone.ForEach(hash => database.Execute("DELETE FROM large WHERE hash = $hash", ("$hash", hash)));
            foreach (var source in bundled)
            {
                KeepLarge(ContentPieces.HashOf(source), source);
            }
        });
    }

    /// <summary>The latest lines of the log, the last one last. A line that cannot be read is left out.</summary>
    public IEnumerable<LogLine> LastLines(int most) =>
        database
            .Query("SELECT at, kind, graphic, name, origin, shown, what, by FROM log ORDER BY id DESC LIMIT $most", LineOf, ("$most", most))
            .OfType<LogLine>()
            .Reverse();

    private static LogLine? LineOf(SqliteDataReader row)
    {
        try
        {
            return Enum.TryParse<HappeningKind>(row.GetString(1), out var kind) && Enum.TryParse<Origin>(row.GetString(4), out var origin)
                ? new LogLine(
                    new Happening(
                        InstantOf(row.GetDouble(0)),
                        kind,
                        Text(row, 2) is { } id ? new GraphicId(id) : null,
                        origin,
                        row.IsDBNull(5) ? null : Duration.FromMilliseconds(row.GetDouble(5)),
                        Text(row, 6),
                        Text(row, 7)
                    ),
                    Text(row, 3)
                )
                : null;
        }
        catch (Exception error) when (error is InvalidCastException or InvalidOperationException or OverflowException or ArgumentException)
        {
            return null;
        }
    }

    internal static Instant InstantOf(double ms) => Instant.FromUnixTimeTicks((long)Math.Round(ms * NodaConstants.TicksPerMillisecond));

    private static double MsOf(Instant instant) => instant.ToUnixTimeTicks() / (double)NodaConstants.TicksPerMillisecond;

    private static string? Text(SqliteDataReader row, int at) => row.IsDBNull(at) ? null : row.GetString(at);

    private void KeepSetting(string name, string body) => database.Execute("INSERT OR REPLACE INTO setting (name, value) VALUES ($name, $body)", ("$name", name), ("$body", body));

    private void KeepShow(Show? before, Show after)
    {
        if (before is null || ShowLists.HeadOf(before) != ShowLists.HeadOf(after))
        {
            KeepSetting("show", Codecs.Head.Write(ShowLists.HeadOf(after)));
        }

        foreach (var list in ShowLists.All)
        {
            KeepList(list, before, after);
        }

        var old = before is null ? [] : LargeOf(before);
        foreach (var (hash, body) in LargeOf(after).Where(one => !old.ContainsKey(one.Key)))
        {
            KeepLarge(hash, body);
        }
    }

    private void KeepList(ShowList list, Show? before, Show after)
    {
        var old = (before is null ? [] : list.Entries(before)).Select((one, place) => (one.Id, one.Entry, place)).ToDictionary(one => one.Id);
        foreach (var (one, place) in list.Entries(after).Select((one, place) => (one, place)))
        {
            if (!old.Remove(one.Id, out var was) || was.place != place || !ReferenceEquals(was.Entry, one.Entry))
            {
                database.Execute(
                    "INSERT OR REPLACE INTO entry (list, id, place, body) VALUES ($list, $id, $place, $body)",
                    ("$list", list.Name),
                    ("$id", one.Id),
                    ("$place", place),
                    ("$body", ShowLists.Write(one.Entry))
                );
            }
        }

        foreach (var gone in old.Keys)
        {
            database.Execute("DELETE FROM entry WHERE list = $list AND id = $id", ("$list", list.Name), ("$id", gone));
        }
    }

    /// <summary>Papers of votes are only added; those of a vote that is forgotten, or begins anew, go.</summary>
    private void KeepChat(ChatState before, ChatState after, bool anew)
    {
        if (ReferenceEquals(before, after) && !anew)
        {
            return;
        }

        // Piece by piece: a vote that is cast writes no messages.
        if (anew || !KeptChat.IsSame(before, after))
        {
            KeepSetting("chat", Codecs.Chat.Write(KeptChat.Of(after)));
        }

        if (anew || !ReferenceEquals(before.Queue, after.Queue))
        {
            KeepSetting("queue", Codecs.Queue.Write(KeptQueue.Of(after.Queue)));
        }

        if (anew || !ReferenceEquals(before.Bars, after.Bars))
        {
            KeepSetting("bars", Codecs.Bars.Write(KeptBars.Of(after.Bars)));
        }

        foreach (var (vote, run) in before.Votes.Where(one => after.Votes.GetValueOrDefault(one.Key)?.No != one.Value.No))
        {
            database.Execute("DELETE FROM paper WHERE vote = $vote AND run = $run", ("$vote", vote.Value), ("$run", run.No));
        }

        foreach (var (vote, run) in after.Votes)
        {
            var known = before.Votes.GetValueOrDefault(vote) is { } old && old.No == run.No ? old.Papers.Count : 0;
            for (var no = known; no < run.Papers.Count; no++)
            {
                database.Execute(
                    "INSERT OR REPLACE INTO paper (vote, run, no, person, option) VALUES ($vote, $run, $no, $person, $option)",
                    ("$vote", vote.Value),
                    ("$run", run.No),
                    ("$no", no),
                    ("$person", run.Papers[no].Person),
                    ("$option", run.Papers[no].Option)
                );
            }
        }
    }

    /// <summary>What contents of this show will name: kept with the edit, so that a press finds it there.</summary>
    private static ImmutableDictionary<string, string> LargeOf(Show show)
    {
        var brand = Core.Json.CoreJson.WriteWhole(show.Brand);
        return show.OwnTemplates.Select(own => own.Source).Append(brand).Distinct().ToImmutableDictionary(ContentPieces.HashOf);
    }

    private void KeepLarge(string hash, string body) => database.Execute("INSERT OR IGNORE INTO large (hash, body) VALUES ($hash, $body)", ("$hash", hash), ("$body", body));

    private static IReadOnlyDictionary<long, Binned> ByNo(Bin? bin) => (bin?.All ?? []).ToDictionary(one => one.No);

    private void KeepHistory(History before, History after)
    {
        if (!ReferenceEquals(before.Done, after.Done) || !ReferenceEquals(before.Undone, after.Undone))
        {
            Differing(Placed(before), Placed(after), (no, one) => database.Execute("INSERT OR REPLACE INTO edit (no, undone, body) VALUES ($no, $undone, $body)", ("$no", no), ("$undone", one.Undone), ("$body", Codecs.Edit.Write(one.Edit))), no => database.Execute("DELETE FROM edit WHERE no = $no", ("$no", no)));
        }

        static IReadOnlyDictionary<long, (EditDone Edit, int Undone)> Placed(History history) =>
            history.Done.Select(edit => (Edit: edit, Undone: 0)).Concat(history.Undone.Select((edit, at) => (Edit: edit, Undone: at + 1))).ToDictionary(one => one.Edit.No);
    }

    private void KeepChoices(Choices before, Choices after) =>
        Differing(before.All, after.All, (id, choice) => database.Execute("INSERT OR REPLACE INTO choice (graphic, body) VALUES ($id, $body)", ("$id", id.Value), ("$body", Codecs.Choice.Write(choice))), id => database.Execute("DELETE FROM choice WHERE graphic = $id", ("$id", id.Value)));

    private void KeepValues(Kept? before, Kept after) =>
        Differing(before?.Values ?? ImmutableDictionary<FeedId, FeedValue>.Empty, after.Values, (id, value) => database.Execute("INSERT OR REPLACE INTO value (feed, body) VALUES ($id, $body)", ("$id", id.Value), ("$body", Codecs.Value.Write(value.Brief()))), id => database.Execute("DELETE FROM value WHERE feed = $id", ("$id", id.Value)));

    private void KeepAir(Kept? before, Kept after)
    {
        if (ReferenceEquals(before?.Air, after.Air))
        {
            return;
        }

        database.Execute("INSERT OR REPLACE INTO air (id, state) VALUES (1, $state)", ("$state", Codecs.Air.Write(after.Air)));
        var old = before?.Air.Acts.ToDictionary(act => act.Seq) ?? [];
        foreach (var act in after.Air.Acts.Where(act => !(old.Remove(act.Seq, out var known) && ReferenceEquals(known, act))))
        {
            database.Execute("INSERT OR REPLACE INTO act (seq, body) VALUES ($seq, $body)", ("$seq", act.Seq), ("$body", Codecs.Act.Write(act)));
        }

        foreach (var gone in old.Keys)
        {
            database.Execute("DELETE FROM act WHERE seq = $seq", ("$seq", gone));
        }

        Differing(before?.Air.Recent ?? ImmutableDictionary<CommandId, Instant>.Empty, after.Air.Recent, (id, at) => database.Execute("INSERT OR REPLACE INTO command (id, at) VALUES ($id, $at)", ("$id", id.Value), ("$at", MsOf(at))), id => database.Execute("DELETE FROM command WHERE id = $id", ("$id", id.Value)));
        Differing(before?.Contents ?? ImmutableDictionary<ContentId, Content>.Empty, after.Contents, KeepContent, id => database.Execute("DELETE FROM content WHERE id = $id", ("$id", id.Value)));
    }

    private void KeepContent(ContentId id, Content content)
    {
        var (small, large) = ContentPieces.Of(content);
        foreach (var (hash, body) in large)
        {
            // Looked for first: what is there already need not be bound.
            if (database.Query("SELECT 1 FROM large WHERE hash = $hash", row => row.GetInt32(0), ("$hash", hash)).Count == 0)
            {
                KeepLarge(hash, body);
            }
        }

        database.Execute("INSERT OR REPLACE INTO content (id, body) VALUES ($id, $body)", ("$id", id.Value), ("$body", Codecs.Content.Write(small)));
    }

    /// <summary>Tells what has come or differs, and what has gone.</summary>
    private static void Differing<TKey, TValue>(IReadOnlyDictionary<TKey, TValue> before, IReadOnlyDictionary<TKey, TValue> after, Action<TKey, TValue> put, Action<TKey> drop)
        where TKey : notnull
    {
        if (ReferenceEquals(before, after))
        {
            return;
        }

        foreach (var (key, value) in after)
        {
            if (!before.TryGetValue(key, out var was) || !EqualityComparer<TValue>.Default.Equals(was, value))
            {
                put(key, value);
            }
        }

        foreach (var key in before.Keys.Where(key => !after.ContainsKey(key)))
        {
            drop(key);
        }
    }

    private void KeepLine(LogLine line) =>
        database.Execute(
            "INSERT INTO log (at, kind, graphic, name, origin, shown, what, by) VALUES ($at, $kind, $graphic, $name, $origin, $shown, $what, $by)",
            ("$at", MsOf(line.Happening.At)),
            ("$kind", line.Happening.Kind.ToString()),
            ("$graphic", line.Happening.Graphic?.Value),
            ("$name", line.Name),
            ("$origin", line.Happening.Origin.ToString()),
            ("$shown", line.Happening.Shown?.TotalMilliseconds),
            ("$what", line.Happening.What),
            ("$by", line.Happening.By)
        );
}
