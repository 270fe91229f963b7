using System.Diagnostics;
using System.Globalization;
using Microsoft.Data.Sqlite;

namespace SideLamp.Bench;

/// <summary>The floor for events: the same words in one table with one index, so many rows a commit, and nothing else.</summary>
internal static class BareInserts
{
    private static readonly TimeSpan For = TimeSpan.FromSeconds(5);

    public static void Run(string folder, int group)
    {
        using var connection = new SqliteConnection($"Data Source={Path.Combine(folder, $"bare-{group}.db")};Pooling=False");
        connection.Open();
        Do(connection, "PRAGMA journal_mode=WAL");
        Do(connection, "PRAGMA synchronous=FULL");
        Do(connection, "CREATE TABLE event (seq INTEGER PRIMARY KEY, source TEXT, id TEXT, kind TEXT, at INTEGER, size INTEGER, body TEXT)");
        Do(connection, "CREATE UNIQUE INDEX event_key ON event (source, id)");
        var (rows, began) = (0L, Stopwatch.GetTimestamp());
        while (Stopwatch.GetElapsedTime(began) < For)
        {
            using var transaction = connection.BeginTransaction();
            using var insert = connection.CreateCommand();
            insert.CommandText = "INSERT INTO event (source, id, kind, at, size, body) VALUES ('/bench', $id, 'tip', 1764280000000, 500, '{\"name\":\"mossandco\",\"words\":\"a tip for the hedgerow\"}')";
            var id = insert.Parameters.Add("$id", SqliteType.Text);
            for (var at = 0; at < group; at++)
            {
                id.Value = (rows++).ToString(CultureInfo.InvariantCulture);
                insert.ExecuteNonQuery();
            }

            transaction.Commit();
        }

        Console.WriteLine((rows / Stopwatch.GetElapsedTime(began).TotalSeconds).ToString("0", CultureInfo.InvariantCulture));
    }

    private static void Do(SqliteConnection connection, string sql)
    {
        using var command = connection.CreateCommand();
#pragma warning disable CA2100 // Constants of this file.
        command.CommandText = sql;
#pragma warning restore CA2100
        command.ExecuteNonQuery();
    }
}
