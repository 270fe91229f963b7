using System.Globalization;

namespace SideLamp.Core.Tables;

/// <summary>How a cell is held against a value.</summary>
public enum Comparison
{
    /// <summary>The same number, or the same words however they are capitalised.</summary>
    Equals,
    Differs,

    /// <summary>The words stand in it, however they are capitalised.</summary>
    Contains,
    Lacks,

    /// <summary>A greater number, or a later instant.</summary>
    Above,
    AtLeast,
    Below,
    AtMost,

    /// <summary>It says something, whatever it is.</summary>
    Filled,
    Empty,
}

/// <summary>Something that a row can be asked.</summary>
/// <param name="Value">What its cell is held against; null only where nothing is.</param>
public sealed record RowTest(string Column, Comparison Is, string? Value = null)
{
    private const int LongestValue = 400;

    private bool HasValue => Is is not (Comparison.Filled or Comparison.Empty);

    /// <summary>All that is wrong with it.</summary>
    public IEnumerable<Fault> Faults()
    {
        if (string.IsNullOrEmpty(Column))
        {
            yield return new Fault("/column", "Choose the column that is looked at.");
        }

        if (HasValue && (string.IsNullOrEmpty(Value) || Value.Length > LongestValue))
        {
            yield return new Fault("/value", $"Say what the cell is held against, in up to {LongestValue} letters.");
        }

        if (Is is Comparison.Above or Comparison.AtLeast or Comparison.Below or Comparison.AtMost && Value is { } value && !Tables.Column.IsNumber(value) && !Tables.Column.IsInstant(value))
        {
            yield return new Fault("/value", "Above and below are for numbers, such as 3 or -0.5, and for dates, such as 2026-11-28.");
        }
    }

    /// <summary>Whether a cell is so.</summary>
    public bool Holds(string cell)
    {
        var value = Value ?? "";
        return Is switch
        {
            Comparison.Filled => !string.IsNullOrWhiteSpace(cell),
            Comparison.Empty => string.IsNullOrWhiteSpace(cell),
            Comparison.Equals => IsSame(cell, value),
            Comparison.Differs => !IsSame(cell, value),
            Comparison.Contains => cell.Contains(value, StringComparison.OrdinalIgnoreCase),
            Comparison.Lacks => !cell.Contains(value, StringComparison.OrdinalIgnoreCase),
            Comparison.Above => Order(cell, value) > 0,
            Comparison.AtLeast => Order(cell, value) >= 0,
            Comparison.Below => Order(cell, value) < 0,
            _ => Order(cell, value) <= 0,
        };
    }

    private static bool IsSame(string cell, string value) => Order(cell, value) is { } order ? order == 0 : string.Equals(cell.Trim(), value.Trim(), StringComparison.OrdinalIgnoreCase);

    /// <summary>Of two numbers, or two instants; null where they are not both.</summary>
    private static int? Order(string cell, string value) =>
        NumberIn(cell) is { } number && NumberIn(value) is { } other ? number.CompareTo(other)
        : Tables.Column.IsInstant(cell) && Tables.Column.IsInstant(value) ? InstantIn(cell).CompareTo(InstantIn(value))
        : null;

    private static decimal? NumberIn(string text) => Tables.Column.IsNumber(text.Trim()) ? decimal.Parse(text.Trim(), NumberStyles.Number, CultureInfo.InvariantCulture) : null;

    /// <summary>Without a zone both are taken for the same one.</summary>
    private static DateTimeOffset InstantIn(string text) => DateTimeOffset.Parse(text, CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal);
}
