using Microsoft.Data.Sqlite;
using NodaTime;
using SideLamp.Core.Chat;
using SideLamp.Core.Events;

namespace SideLamp.Store;

/// <summary>A message as it is kept.</summary>
public sealed record KeptMessage(ChatMessage Message, HeldBack Held, bool IsGone);

/// <summary>What viewers wrote, for 14 days. It survives the end of this process, and not always a power cut.</summary>
public sealed class ChatRepository(Database database)
{
    private const string Columns = "no, at, source, id, person, nick, name, role, channel, text, held, gone, picture";

    public void Add(IReadOnlyCollection<KeptMessage> all) =>
        database.Write(
            lasting: false,
            _ =>
            {
                foreach (var (one, held, isGone) in all)
                {
                    database.Execute(
                        $"INSERT OR REPLACE INTO chat ({Columns}) VALUES ($no, $at, $source, $id, $person, $nick, $name, $role, $channel, $text, $held, $gone, $picture)",
                        ("$no", one.No),
                        ("$at", one.At.ToUnixTimeMilliseconds()),
                        ("$source", one.Key.Source),
                        ("$id", one.Key.Id),
                        ("$person", one.Person),
                        ("$nick", one.Nick),
                        ("$name", one.Name),
                        ("$role", (int)one.Role),
                        ("$channel", one.Channel),
                        ("$text", one.Text),
                        ("$held", (int)held),
                        ("$gone", isGone ? 1 : 0),
                        ("$picture", one.Picture)
                    );
                }
            }
        );

    /// <summary>The last ones, in their order.</summary>
    public List<KeptMessage> Last(int most)
    {
        var rows = database.Query($"SELECT {Columns} FROM chat ORDER BY no DESC LIMIT $most", Read, ("$most", most));
        rows.Reverse();
        return rows;
    }

    public long Newest() => database.Query("SELECT coalesce(max(no), 0) FROM chat", row => row.GetInt64(0))[0];

    /// <summary>What was written before is gone.</summary>
    public void Erase(Instant before) => database.Write(lasting: false, _ => database.Execute("DELETE FROM chat WHERE at < $at", ("$at", before.ToUnixTimeMilliseconds())));

    /// <summary>All that somebody wrote, and whose votes they were: how many there are stays.</summary>
    public void Forget(string person) =>
        database.Write(
            lasting: true,
            _ =>
            {
                database.Execute("DELETE FROM chat WHERE person = $person", ("$person", person));
                database.Execute("UPDATE paper SET person = 'forgotten ' || hex(randomblob(8)) WHERE person = $person", ("$person", person));
            }
        );

    private static KeptMessage Read(SqliteDataReader row) =>
        new(
            new ChatMessage(
                row.GetInt64(0),
                new EventKey(row.GetString(2), row.GetString(3)),
                row.GetString(4),
                row.GetString(5),
                row.GetString(6),
                (ChatRole)Math.Clamp(row.GetInt32(7), 0, (int)ChatRole.Owner),
                row.GetString(9),
                Instant.FromUnixTimeMilliseconds(row.GetInt64(1))
            )
            {
                Channel = row.GetString(8),
                Picture = row.GetString(12),
            },
            (HeldBack)Math.Clamp(row.GetInt32(10), 0, (int)HeldBack.Long),
            row.GetInt32(11) != 0
        );
}
