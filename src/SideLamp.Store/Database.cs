using DbUp;
using DbUp.Engine;
using DbUp.Engine.Output;
using Microsoft.Data.Sqlite;

namespace SideLamp.Store;

/// <summary>A connection to the data folder's SQLite file. One of them writes the show, on one thread; others read, or store files.</summary>
public sealed class Database : IDisposable
{
    /// <summary>How long a connection waits for another program that holds the file.</summary>
    private const int BusyMs = 2000;

    private readonly string _file;
    private readonly Lock _turn = new();
    private readonly bool _powerSafe;
    private SqliteConnection _connection;

    private Database(string file, bool powerSafe) => (_file, _powerSafe, _connection) = (file, powerSafe, Connected(file));

    /// <summary>Brings the file up to date, or makes it.</summary>
    /// <exception cref="SqliteException">It is no database, or damaged.</exception>
    /// <exception cref="InvalidOperationException">A migration failed; the file is as it was.</exception>
    public static void Migrate(string file)
    {
        var result = Upgrade(file).PerformUpgrade();
        if (!result.Successful)
        {
            throw result.Error is SqliteException damaged ? damaged : new InvalidOperationException($"The show's file could not be brought up to date: {result.Error.Message}", result.Error);
        }
    }

    /// <summary>Whether the file is of an earlier version, and would be changed by <see cref="Migrate"/>.</summary>
    /// <exception cref="SqliteException">It is no database, or damaged.</exception>
    public static bool IsBehind(string file) => Upgrade(file).IsUpgradeRequired();

    private static UpgradeEngine Upgrade(string file) =>
        DeployChanges
            .To.SqliteDatabase(SourceOf(file))
            .WithScriptsEmbeddedInAssembly(typeof(Database).Assembly)
            .WithTransactionPerScript()
            .LogTo(new NoOpUpgradeLog())
            .Build();

    /// <param name="powerSafe">Whether everything, and not only what is asked to, survives a power cut.</param>
    /// <exception cref="SqliteException">It cannot be opened.</exception>
    public static Database Open(string file, bool powerSafe = false)
    {
        var database = new Database(file, powerSafe);
        database.Begin();
        return database;
    }

    /// <summary>Another file has come to lie in the place of the one that is open: it is used from now on.</summary>
    /// <param name="bring">Puts it there, while nothing is open.</param>
    /// <exception cref="SqliteException">It cannot be opened.</exception>
    public static void Exchange(Action bring, params ReadOnlySpan<Database> all)
    {
        foreach (var database in all)
        {
            database._turn.Enter();
        }

        try
        {
            foreach (var database in all)
            {
                database._connection.Dispose();
            }

            bring();
            foreach (var database in all)
            {
                database._connection = Connected(database._file);
                database.Begin();
            }
        }
        finally
        {
            foreach (var database in all)
            {
                database._turn.Exit();
            }
        }
    }

    /// <summary>Whether every page and every row of the file can be read. Source: SQLite, PRAGMA quick_check.</summary>
    public bool IsWhole() => Query("PRAGMA quick_check(1)", row => row.GetString(0)) is ["ok"];

    /// <summary>Copies the whole database, as it stands at one moment, while others go on writing. Source: SQLite's online backup.</summary>
    public void CopyTo(string file)
    {
        using var copy = new SqliteConnection(SourceOf(file));
        copy.Open();
        lock (_turn)
        {
            _connection.BackupDatabase(copy);
        }
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

    public void Execute(string sql, params ReadOnlySpan<(string Name, object? Value)> parameters)
    {
        lock (_turn)
        {
            using var command = Command(sql, parameters);
            command.ExecuteNonQuery();
        }
    }

    public List<T> Query<T>(string sql, Func<SqliteDataReader, T> read, params ReadOnlySpan<(string Name, object? Value)> parameters)
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

    private static SqliteConnection Connected(string file)
    {
        var connection = new SqliteConnection(SourceOf(file));
        connection.Open();
        return connection;
    }

    /// <summary>With its first reading all files of the database are there.</summary>
    private void Begin()
    {
        Execute($"PRAGMA busy_timeout={BusyMs}");
        Execute("PRAGMA journal_mode=WAL");
        Query("SELECT count(*) FROM sqlite_schema", row => row.GetInt32(0));
    }

    private static string SourceOf(string file) => new SqliteConnectionStringBuilder { DataSource = file, Pooling = false, DefaultTimeout = BusyMs / 1000 }.ToString();

    // The commands of one connection take part in its open transaction by themselves.
    private SqliteCommand Command(string sql, ReadOnlySpan<(string Name, object? Value)> parameters)
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
