using System.Collections.Immutable;
using System.Runtime.InteropServices;
using System.Security.Cryptography;
using System.Text.Json.Serialization;

namespace SideLamp.Core.Tables;

/// <summary>What a source says: named columns, each with a cell for each row.</summary>
/// <param name="Name">Of its own in its source; empty where a source has one table that nothing names.</param>
public sealed record Table(string Name, ImmutableArray<Column> Columns)
{
    /// <summary>The longest cell, in UTF-16 units; of what is longer, the first part is used.</summary>
    public const int LongestCell = 4000;

    public const int MostRows = 50_000;
    public const int MostColumns = 200;

    /// <summary>The most that is taken of one source, by <see cref="Weight"/>.</summary>
    public const long MostWeight = 64 << 20;

    private string? _fingerprint;

    /// <summary>What a table says was worked out of that table: one that is made from it says something else.</summary>
    private Table(Table from) => (Name, Columns) = (from.Name, from.Columns);

    [JsonIgnore]
    public int RowCount => Columns.IsEmpty ? 0 : Columns[0].Cells.Length;

    /// <summary>What it takes of the memory, in bytes, about.</summary>
    [JsonIgnore]
    public long Weight => Columns.Sum(column => column.Cells.Sum(WeightOf));

    /// <summary>Two tables that say the same have the same. It is worked out once, by whoever asks first: let that be the reader, and not the loop.</summary>
    [JsonIgnore]
    public string Fingerprint => _fingerprint ??= Fingerprinted();

    /// <summary>A text on its own, and where it is held.</summary>
    public static long WeightOf(string cell) => cell.Length == 0 ? 8 : 32 + (cell.Length * 2L);

    /// <summary>A column by its name; null = there is none.</summary>
    public Column? Column(string name) => Columns.FirstOrDefault(column => column.Name == name);

    /// <summary>The first rows of it.</summary>
    /// <param name="rows">At the most.</param>
    /// <param name="letters">Of all cells together, at the most, in UTF-16 units.</param>
    public Table First(int rows, int letters)
    {
        var count = 0;
        for (var left = letters; count < Math.Min(rows, RowCount); count++)
        {
            var row = count;
            left -= Columns.Sum(column => column.Cells[row].Length);
            if (left < 0)
            {
                break;
            }
        }

        return count == RowCount ? this : new(Name, [.. Columns.Select(column => column with { Cells = column.Cells[..count] })]);
    }

    /// <summary>Whether it says the same.</summary>
    public bool Equals(Table? other) => other is not null && (ReferenceEquals(this, other) || Fingerprint == other.Fingerprint);

    public override int GetHashCode() => Fingerprint.GetHashCode(StringComparison.Ordinal);

    private string Fingerprinted()
    {
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        Say(hash, Name);
        foreach (var column in Columns)
        {
            Say(hash, column.Name);
            Say(hash, column.Kind.ToString());
            foreach (var cell in column.Cells)
            {
                Say(hash, cell);
            }
        }

        return Convert.ToHexString(hash.GetHashAndReset());
    }

    private static void Say(IncrementalHash hash, string text)
    {
        var length = text.Length;
        hash.AppendData(MemoryMarshal.AsBytes(new ReadOnlySpan<int>(in length)));
        hash.AppendData(MemoryMarshal.AsBytes(text.AsSpan()));
    }
}
