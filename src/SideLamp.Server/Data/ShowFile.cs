using System.Globalization;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using SideLamp.Store;

namespace SideLamp.Server.Data;

/// <summary>
/// The show's database file, and whole copies of it. One that cannot be opened is set aside under a name that tells when, and
/// the newest whole copy is opened in its place.
/// </summary>
public sealed class ShowFile(string folder, TimeProvider time)
{
    private const int MostCopies = 3;

    /// <summary>Of the files that make up a database in WAL mode.</summary>
    private static readonly string[] Endings = ["", "-wal", "-shm"];
    private readonly string _copies = Path.Combine(folder, "copies");

    /// <summary>Says that there has been a show here: a lost database is not taken for a first start.</summary>
    private readonly string _mark = Path.Combine(folder, "made");

    public const string Name = "show.db";

    public string Location { get; } = Path.Combine(folder, Name);

    /// <summary>Whether there is a file, and something in it.</summary>
    public bool IsThere => Exists(Location);

    /// <summary>What was done with a file that could not be opened, in sentences; empty when it could.</summary>
    public List<string> Said { get; } = [];

    /// <summary>What was kept last; null at a first start, and where nothing whole is left.</summary>
    /// <exception cref="InvalidOperationException">The file is of a later version, or could not be brought up to date: it stays as it is.</exception>
    public Loaded? Open()
    {
        var known = File.Exists(_mark) || Directory.Exists(_copies);
        if (!Exists(Location) && !known)
        {
            Database.Migrate(Location);
            return null;
        }

        if (TryLoad(Location) is var (loaded, isWhole) && isWhole)
        {
            // A first start that was cut short before anything was kept is a first start again.
            SaveAside(loaded);
            return loaded;
        }

        Said.Add(SetAside() is { } aside ? $"The show’s file could not be read. It was set aside as {aside}." : "The show’s file was gone.");
        foreach (var copy in Copies())
        {
            File.Copy(copy, Location);
            if (TryLoad(Location) is { Show: { } restored })
            {
                Said.Add($"The copy of {File.GetLastWriteTime(copy).ToString("d MMMM, HH:mm", CultureInfo.InvariantCulture)} was opened in its place: look through what you changed since.");
                return restored;
            }

            Delete(Location);
        }

        Said.Add("No whole copy of it was found. This is a new, empty show.");
        Database.Migrate(Location);
        return null;
    }

    /// <summary>A show is kept here from now on.</summary>
    public void Mark()
    {
        if (!File.Exists(_mark))
        {
            File.WriteAllText(_mark, "There is a Side Lamp show in this folder.\n");
        }
    }

    /// <summary>Makes a whole copy, and lets the oldest go.</summary>
    /// <exception cref="InvalidDataException">What there is to copy is damaged.</exception>
    public void Copy(Database database)
    {
        Directory.CreateDirectory(_copies);
        var name = $"show-{When()}.db";
        var half = Path.Combine(_copies, name + ".half");
        CopyWhole(database, half);
        File.Move(half, Path.Combine(_copies, name), overwrite: true);
        foreach (var old in Copies().Skip(MostCopies))
        {
            Delete(old);
        }
    }

    /// <summary>
    /// A file that was moved, deleted, replaced or damaged while it was open is made anew; what is open holds its contents still,
    /// unless they are damaged.
    /// </summary>
    /// <param name="open">All connections to it.</param>
    /// <returns>What was done, in sentences.</returns>
    /// <exception cref="IOException">It could not be done; all is as it was.</exception>
    /// <exception cref="SqliteException">Likewise.</exception>
    public string Renew(params ReadOnlySpan<Database> open)
    {
        var half = Location + ".half";
        var log = "";
        try
        {
            CopyWhole(open[0], half);
        }
        catch (Exception error) when (error is SqliteException or InvalidDataException or InvalidOperationException)
        {
            Delete(half);
            Database.Migrate(half);
            log = " The log begins anew.";
        }

        string? aside = null;
        Database.Exchange(
            () =>
            {
                aside = SetAside();
                File.Move(half, Location, overwrite: true);
            },
            open
        );
        return aside is null ? $"The show’s file was moved or deleted. It was written anew.{log}" : $"The show’s file was replaced or damaged. It was written anew; what lay there was set aside as {aside}.{log}";
    }

    /// <summary>The show is thrown away, with its copies.</summary>
    public void Clear()
    {
        foreach (var file in Directory.EnumerateFiles(folder, "show.db*").Append(_mark))
        {
            File.Delete(file);
        }

        if (Directory.Exists(_copies))
        {
            Directory.Delete(_copies, recursive: true);
        }
    }

    /// <summary>The newest first.</summary>
    private IEnumerable<string> Copies() => Directory.Exists(_copies) ? Directory.EnumerateFiles(_copies, "show-*.db").OrderDescending(StringComparer.Ordinal) : [];

    /// <summary>Rows that cannot be read are lost when all is written anew in a newer shape: the file as it was stays beside it.</summary>
    private void SaveAside(Loaded? loaded)
    {
        if (loaded is { IsOld: true, SetAside.IsEmpty: false })
        {
            using var database = Database.Open(Location);
            database.CopyTo(Path.Combine(folder, $"show.damaged-{When()}.db"));
        }
    }

    /// <summary>The show, if there is one in it, and whether the database is whole.</summary>
    private (Loaded? Show, bool IsWhole) TryLoad(string file)
    {
        try
        {
            if (!Exists(file))
            {
                return (null, false);
            }

            using (var raw = Database.Open(file))
            {
                if (!raw.IsWhole())
                {
                    return (null, false);
                }

                if (file == Location && Database.IsBehind(file))
                {
                    // What an update changes is kept as it was, for good: whoever goes back to the version before finds it.
                    CopyWhole(raw, $"{Path.Combine(folder, "show.before-update-")}{When()}.db");
                }
            }

            Database.Migrate(file);
            using var database = Database.Open(file);
            return (new ShowRepository(database).Load(), true);
        }
        catch (Exception error) when (error is SqliteException { SqliteErrorCode: not Busy } or JsonException or InvalidCastException or FormatException)
        {
            return (null, false);
        }
    }

    /// <summary>SQLITE_BUSY: another program holds it, which says nothing of its contents.</summary>
    private const int Busy = 5;

    /// <summary>An empty file is none: something has emptied it.</summary>
    private static bool Exists(string file) => File.Exists(file) && new FileInfo(file).Length > 0;

    private string When() => time.GetUtcNow().ToString("yyyyMMdd-HHmmss", CultureInfo.InvariantCulture);

    /// <returns>The name it has from now on; null when there was none.</returns>
    private string? SetAside()
    {
        var name = $"show.broken-{When()}.db";
        var isThere = File.Exists(Location);
        foreach (var ending in Endings.Where(ending => File.Exists(Location + ending)))
        {
            File.Move(Location + ending, Path.Combine(folder, name + ending), overwrite: true);
        }

        return isThere ? name : null;
    }

    private static void CopyWhole(Database database, string file)
    {
        Delete(file);
        try
        {
            database.CopyTo(file);
            using var copy = Database.Open(file);
            if (!copy.IsWhole())
            {
                throw new InvalidDataException("The show’s file is damaged.");
            }
        }
        catch (SqliteException error) when (error.SqliteErrorCode is 11 or 26)
        {
            // SQLITE_CORRUPT, SQLITE_NOTADB: so damaged that it cannot even be looked at.
            throw new InvalidDataException("The show’s file is damaged.", error);
        }
    }

    private static void Delete(string file)
    {
        foreach (var ending in Endings)
        {
            File.Delete(file + ending);
        }
    }
}
