using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;

namespace SideLamp.Core.Tables;

/// <summary>What is done to each cell of a column before anybody shows it, step by step.</summary>
public sealed record Cleaning(string Column, ImmutableArray<CleanStep> Steps)
{
    private const int MostSteps = 20;

    /// <summary>Reads it as it is written on a command line: <c>species=trim,cut:40</c>.</summary>
    /// <exception cref="FormatException">It is none; its message says why in a sentence.</exception>
    public static Cleaning Parse(string text) =>
        text.Split('=', 2) is [{ Length: > 0 } column, { Length: > 0 } steps]
            ? steps.Split(',') is { Length: <= MostSteps } all ? new Cleaning(column, [.. all.Select(CleanStep.Parse)]) : throw new FormatException($"A column is cleaned in up to {MostSteps} steps.")
            : throw new FormatException($"“{text}” names no column and steps. It looks like species=trim,cut:40.");

    /// <summary>The table with this column cleaned. What the column holds is seen anew.</summary>
    /// <exception cref="UnreadableException">There is no such column.</exception>
    public Table Of(Table table) =>
        table.Column(Column) is { } column
            ? table with { Columns = table.Columns.Replace(column, Tables.Column.Of(column.Name, [.. column.Cells.Select(Clean)])) }
            : throw new UnreadableException($"There is no column “{Column}” to clean. There are: {string.Join(", ", table.Columns.Select(one => $"“{one.Name}”"))}.");

    private string Clean(string cell) => Steps.Aggregate(cell, (so, step) => step.Of(so));
}

/// <summary>One step of cleaning.</summary>
public abstract partial record CleanStep
{
    private CleanStep() { }

    public abstract string Of(string cell);

    /// <summary>The tags of HTML go; the words in them stay.</summary>
    public sealed record Tags : CleanStep
    {
        public override string Of(string cell) => NewsTables.WordsOf(cell);
    }

    /// <summary>Addresses on the web go.</summary>
    public sealed record Addresses : CleanStep
    {
        public override string Of(string cell) => Address().Replace(cell, "");
    }

    /// <summary>White space in a row, line breaks too, becomes one space.</summary>
    public sealed record Spaces : CleanStep
    {
        public override string Of(string cell) => string.Join(' ', cell.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries));
    }

    public sealed record Trim : CleanStep
    {
        public override string Of(string cell) => cell.Trim();
    }

    public sealed record Upper : CleanStep
    {
        public override string Of(string cell) => cell.ToUpperInvariant();
    }

    public sealed record Lower : CleanStep
    {
        public override string Of(string cell) => cell.ToLowerInvariant();
    }

    public sealed record Replace(string What, string By) : CleanStep
    {
        public override string Of(string cell) => cell.Replace(What, By, StringComparison.OrdinalIgnoreCase);
    }

    /// <summary>What is longer is cut, with an ellipsis that counts. Source: UAX #29, of which .NET has the graphemes.</summary>
    /// <param name="Most">Graphemes that are seen, at least 1.</param>
    /// <param name="AtWord">Whether it is cut after a whole word, where there is one.</param>
    public sealed record Cut(int Most, bool AtWord) : CleanStep
    {
        public override string Of(string cell)
        {
            var starts = StringInfo.ParseCombiningCharacters(cell);
            if (starts.Length <= Most)
            {
                return cell;
            }

            var kept = cell[..starts[Most - 1]];
            var end = AtWord && !char.IsWhiteSpace(cell[kept.Length]) ? kept.LastIndexOf(' ') : -1;
            return (end > 0 ? kept[..end] : kept).TrimEnd() + "…";
        }
    }

    /// <exception cref="FormatException">There is no such step; its message says why in a sentence.</exception>
    public static CleanStep Parse(string text) =>
        text.Split(':') switch
        {
            ["tags"] => new Tags(),
            ["addresses"] => new Addresses(),
            ["spaces"] => new Spaces(),
            ["trim"] => new Trim(),
            ["upper"] => new Upper(),
            ["lower"] => new Lower(),
            ["replace", { Length: > 0 } what, var by] => new Replace(what, by),
            ["hide", { Length: > 0 } what] => new Replace(what, ""),
            [("cut" or "words") and var how, var count] when int.TryParse(count, CultureInfo.InvariantCulture, out var most) && most is > 0 and <= Table.LongestCell => new Cut(most, how == "words"),
            _ => throw new FormatException($"There is no step “{text}”. There are: tags, addresses, spaces, trim, upper, lower, cut:40, words:40 (cut at a word’s end), replace:this:that and hide:this."),
        };

    [GeneratedRegex(@"\b(https?://|www\.)[^\s<>]+", RegexOptions.NonBacktracking | RegexOptions.IgnoreCase)]
    private static partial Regex Address();
}
