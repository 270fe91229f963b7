using System.Collections.Immutable;
using System.Text.RegularExpressions;

namespace SideLamp.Core.Tables;

/// <summary>What the cells of a column are.</summary>
public enum ColumnKind
{
    Text,

    /// <summary>Each cell that says something is a number as JSON writes one, without an exponent: <c>007</c> and <c>3-4</c> are text.</summary>
    Number,

    /// <summary>Each is a date, or a date with a time. Source: RFC 3339.</summary>
    Instant,

    /// <summary>Each is the address or the file name of a picture.</summary>
    Picture,

    /// <summary>Each is <c>true</c> or <c>false</c>.</summary>
    Truth,
}

/// <summary>A named column of a table.</summary>
/// <param name="Name">Of its own in its table.</param>
/// <param name="Cells">One for each row, as they stood in the source.</param>
public sealed partial record Column(string Name, ColumnKind Kind, ImmutableArray<string> Cells)
{
    /// <summary>In minutes. Source: the IANA zone Pacific/Kiritimati; .NET takes none that is farther.</summary>
    private const int FarthestZone = 14 * 60;

    /// <summary>More could not be reckoned with exactly.</summary>
    private const int LongestNumber = 28;

    /// <summary>A column whose kind is seen from its cells.</summary>
    public static Column Of(string name, ImmutableArray<string> cells) => new(name, KindOf(cells), cells);

    public bool Equals(Column? other) => other is not null && Name == other.Name && Kind == other.Kind && Cells.AsSpan().SequenceEqual(other.Cells.AsSpan());

    public override int GetHashCode() => HashCode.Combine(Name, Kind, Cells.Length);

    /// <summary>Whether a cell is a number as it stands; longer ones are no number that could be reckoned with.</summary>
    /// <remarks>By hand, for each cell of a million is asked. Source: RFC 8259, section 6, without exponents.</remarks>
    public static bool IsNumber(string cell)
    {
        var digits = cell.AsSpan(cell.StartsWith('-') ? 1 : 0);
        var point = digits.IndexOf('.');
        var whole = point < 0 ? digits : digits[..point];
        return cell.Length <= LongestNumber && AreDigits(whole) && (whole.Length == 1 || whole[0] != '0') && (point < 0 || AreDigits(digits[(point + 1)..]));
    }

    /// <summary>Source: RFC 3339; the time, its seconds and its zone may be left out, and a space may stand for the T.</summary>
    /// <remarks>By hand, as numbers. In the first and the last year there are no instants in some zones.</remarks>
    public static bool IsInstant(string cell) =>
        cell.Length is >= 10 and <= 40
        && cell[4] == '-'
        && cell[7] == '-'
        && (Two(cell, 0), Two(cell, 2), Two(cell, 5), Two(cell, 8)) is ( >= 0, >= 0, >= 1 and <= 12, >= 1) and var (century, year, month, day)
        && (century * 100) + year is > 1 and < 9999
        && day <= DateTime.DaysInMonth((century * 100) + year, month)
        && (cell.Length == 10 || (cell[10] is 'T' or ' ' && IsTime(cell.AsSpan(11))));

    /// <summary>Whether it is a time of day, with or without seconds, parts of them and a zone.</summary>
    private static bool IsTime(ReadOnlySpan<char> time)
    {
        var zone = time.LastIndexOfAny('Z', '+', '-');
        if (zone >= 0)
        {
            var offset = time[(zone + 1)..];
            if (!(time[zone] == 'Z' ? offset.IsEmpty : offset.Length == 5 && IsClock(offset) && (Two(offset, 0) * 60) + Two(offset, 3) <= FarthestZone))
            {
                return false;
            }

            time = time[..zone];
        }

        return time.Length == 5 ? IsClock(time) : time.Length >= 8 && IsClock(time[..5]) && time[5] == ':' && Two(time, 6) is >= 0 and < 60 && (time.Length == 8 || (time[8] == '.' && AreDigits(time[9..])));
    }

    private static bool IsClock(ReadOnlySpan<char> text) => text[2] == ':' && Two(text, 0) is >= 0 and < 24 && Two(text, 3) is >= 0 and < 60;

    /// <summary>Two figures as a number; negative = they are none.</summary>
    private static int Two(ReadOnlySpan<char> text, int at) => char.IsAsciiDigit(text[at]) && char.IsAsciiDigit(text[at + 1]) ? ((text[at] - '0') * 10) + text[at + 1] - '0' : -1;

    private static ColumnKind KindOf(ImmutableArray<string> cells)
    {
        Span<(ColumnKind Kind, bool Holds)> kinds = [(ColumnKind.Number, true), (ColumnKind.Instant, true), (ColumnKind.Truth, true), (ColumnKind.Picture, true)];
        var says = false;
        foreach (var cell in cells)
        {
            if (cell.Length == 0)
            {
                continue;
            }

            says = true;
            var any = false;
            foreach (ref var kind in kinds)
            {
                kind.Holds = kind.Holds && Is(kind.Kind, cell);
                any |= kind.Holds;
            }

            if (!any)
            {
                return ColumnKind.Text;
            }
        }

        foreach (var (kind, holds) in kinds)
        {
            if (says && holds)
            {
                return kind;
            }
        }

        return ColumnKind.Text;
    }

    private static bool Is(ColumnKind kind, string cell) =>
        kind switch
        {
            ColumnKind.Number => IsNumber(cell),
            ColumnKind.Instant => IsInstant(cell),
            ColumnKind.Truth => cell is "true" or "false",
            _ => cell.Length <= 2000 && cell.Contains('.', StringComparison.Ordinal) && Picture().IsMatch(cell),
        };

    private static bool AreDigits(ReadOnlySpan<char> text) => text.Length > 0 && !text.ContainsAnyExceptInRange('0', '9');

    [GeneratedRegex(@"^[^\n]+\.(png|jpe?g|gif|webp|svg|avif)(\?[^\s]*)?$", RegexOptions.NonBacktracking | RegexOptions.IgnoreCase)]
    private static partial Regex Picture();
}
