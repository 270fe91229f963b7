using DbUp;
using DbUp.Engine.Output;
using Microsoft.Data.Sqlite;

namespace SideLamp.Store;

/// <summary>The data folder's SQLite file, brought up to date when it is opened. One connection writes.</summary>
public sealed class Database : IDisposable
{
    private readonly SqliteConnection _connection;

    // The show's loop and the asset uploads share the one connection that writes.
    private readonly Lock _turn = new();

    private readonly bool _powerSafe;

    private Database(SqliteConnection connection, bool powerSafe) => (_connection, _powerSafe) = (connection, powerSafe);

    /// <param name="folder">The data folder; made when it is missing.</param>
    /// <param name="powerSafe">Whether everything, and not only what is asked to, survives a power cut.</param>
    /// <exception cref="InvalidOperationException">A migration failed; the file is as it was.</exception>
    public static Database Open(string folder, bool powerSafe = false)
    {
        Directory.CreateDirectory(folder);
        var source = new SqliteConnectionStringBuilder { DataSource = Path.Combine(folder, "show.db"), Pooling = false }.ToString();
        var result = DeployChanges
            .To.SqliteDatabase(source)
            .WithScriptsEmbeddedInAssembly(typeof(Database).Assembly)
            .WithTransactionPerScript()
            .LogTo(new NoOpUpgradeLog())
            .Build()
            .PerformUpgrade();
        if (!result.Successful)
        {
            throw new InvalidOperationException($"The show's file could not be brought up to date: {result.Error.Message}", result.Error);
        }

        var connection = new SqliteConnection(source);
        connection.Open();
        var database = new Database(connection, powerSafe);
        database.Execute("PRAGMA journal_mode=WAL");
        database.Execute("PRAGMA foreign_keys=ON");
        return database;
    }

    /// <summary>All of it is kept, or none.</summary>
    /// <param name="lasting">
    /// Whether it must survive a power cut (edits) or only the end of this process (presses on air, where every millisecond counts).
    /// </param>
    public void Write(bool lasting, Action<Database> work)
    {
        lock (_turn)
        {
            Execute(lasting || _powerSafe ? "PRAGMA synchronous=FULL" : "PRAGMA synchronous=NORMAL");
            using var transaction = _connection.BeginTransaction();
            work(this);
            transaction.Commit();
        }
    }

    public void Execute(string sql, params (string Name, object? Value)[] parameters)
    {
        lock (_turn)
        {
            using var command = Command(sql, parameters);
            command.ExecuteNonQuery();
        }
    }

    public List<T> Query<T>(string sql, Func<SqliteDataReader, T> read, params (string Name, object? Value)[] parameters)
    {
        lock (_turn)
        {
            using var command = Command(sql, parameters);
            using var reader = command.ExecuteReader();
            var rows = new List<T>();
            while (reader.Read())
            {
                rows.Add(read(reader));
            }

            return rows;
        }
    }

    public void Dispose() => _connection.Dispose();

    // The commands of one connection take part in its open transaction by themselves.
    private SqliteCommand Command(string sql, (string Name, object? Value)[] parameters)
    {
        var command = _connection.CreateCommand();
#pragma warning disable CA2100 // Every statement is a constant of this assembly; values come as parameters.
        command.CommandText = sql;
#pragma warning restore CA2100
        foreach (var (name, value) in parameters)
        {
            command.Parameters.AddWithValue(name, value ?? DBNull.Value);
        }

        return command;
    }
}
