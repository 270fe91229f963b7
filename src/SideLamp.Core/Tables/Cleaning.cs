using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json.Serialization;
using System.Text.RegularExpressions;
using NodaTime;
using NodaTime.Text;

namespace SideLamp.Core.Tables;

/// <summary>What is done to each cell of a column before anybody shows it, step by step.</summary>
public sealed record Cleaning(string Column, ImmutableArray<CleanStep> Steps)
{
    private const int MostSteps = 20;

    public bool Equals(Cleaning? other) => other is not null && Column == other.Column && Steps.SequenceEqual(other.Steps);

    public override int GetHashCode() => HashCode.Combine(Column, Steps.Length);

    /// <summary>All that is wrong with it.</summary>
    public IEnumerable<Fault> Faults() =>
        string.IsNullOrEmpty(Column) ? [new Fault("/column", "Choose the column that is cleaned.")]
        : Steps.Length > MostSteps ? [new Fault("/steps", $"A column is cleaned in up to {MostSteps} steps.")]
        : Steps.SelectMany((step, at) => step.FaultIn() is { } fault ? [new Fault($"/steps/{at}", fault)] : Array.Empty<Fault>());

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
[JsonPolymorphic(TypeDiscriminatorPropertyName = "step")]
[JsonDerivedType(typeof(Tags), "tags")]
[JsonDerivedType(typeof(Addresses), "addresses")]
[JsonDerivedType(typeof(Spaces), "spaces")]
[JsonDerivedType(typeof(Trim), "trim")]
[JsonDerivedType(typeof(Upper), "upper")]
[JsonDerivedType(typeof(Lower), "lower")]
[JsonDerivedType(typeof(Replace), "replace")]
[JsonDerivedType(typeof(Cut), "cut")]
[JsonDerivedType(typeof(Figures), "figures")]
[JsonDerivedType(typeof(Moment), "moment")]
public abstract partial record CleanStep
{
    private const int LongestWord = 200;

    private CleanStep() { }

    /// <summary>What is wrong with it, in a sentence; null = nothing.</summary>
    public virtual string? FaultIn() => null;

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

    /// <param name="What">However it is capitalised.</param>
    /// <param name="By">Empty = it is hidden.</param>
    public sealed record Replace(string What, string By = "") : CleanStep
    {
        public override string? FaultIn() => What.Length is 0 or > LongestWord || By.Length > LongestWord ? $"Say what is replaced, and by what, in up to {LongestWord} letters each." : null;

        public override string Of(string cell) => cell.Replace(What, By, StringComparison.OrdinalIgnoreCase);
    }

    /// <summary>What is longer is cut, with an ellipsis that counts. Source: UAX #29, of which .NET has the graphemes.</summary>
    /// <param name="Most">Graphemes that are seen, at least 1.</param>
    /// <param name="AtWord">Whether it is cut after a whole word, where there is one.</param>
    public sealed record Cut(int Most, bool AtWord = false) : CleanStep
    {
        public override string? FaultIn() => Most is < 1 or > Table.LongestCell ? $"Words are cut to 1 to {Table.LongestCell:N0} letters." : null;

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

    /// <summary>A number is written as people of a place write it; what is none stays. Source: CLDR, by .NET's ICU.</summary>
    /// <param name="Locale">A name such as <c>de-DE</c>.</param>
    /// <param name="Places">After the point, 0 to 6; null = as many as it has.</param>
    public sealed record Figures(string Locale, int? Places = null) : CleanStep
    {
        public override string? FaultIn() => Places is < 0 or > 6 ? "A number is written with 0 to 6 places after the point." : Locales.FaultIn(Locale);

        public override string Of(string cell) =>
            Tables.Column.IsNumber(cell.Trim()) ? decimal.Parse(cell.Trim(), CultureInfo.InvariantCulture).ToString($"N{Places ?? PlacesIn(cell.Trim())}", Locales.Find(Locale)) : cell;

        private static int PlacesIn(string number) => number.IndexOf('.', StringComparison.Ordinal) is var point and >= 0 ? Math.Min(6, number.Length - point - 1) : 0;
    }

    /// <summary>A date, or a date with a time, is written by a pattern; what is none stays. Source: the patterns of NodaTime.</summary>
    /// <param name="Pattern">Such as <c>d MMMM</c> or <c>HH:mm</c>.</param>
    /// <param name="Locale">Of names of months and days; null = English.</param>
    /// <param name="Zone">Of the IANA list: in which a moment with a zone of its own is told; null = as it stands.</param>
    public sealed record Moment(string Pattern, string? Locale = null, string? Zone = null) : CleanStep
    {
        private const int LongestPattern = 60;

        public override string? FaultIn() =>
            Locale is not null && Locales.FaultIn(Locale) is { } strange ? strange
            : Zone is not null && DateTimeZoneProviders.Tzdb.GetZoneOrNull(Zone) is null ? $"There is no zone “{Zone}”. Zones look like Europe/Berlin."
            : Pattern.Length is 0 or > LongestPattern || Written is null ? "This is not a pattern for dates and times. It looks like d MMMM yyyy or HH:mm."
            : null;

        private LocalDateTimePattern? Written
        {
            get
            {
                try
                {
                    return LocalDateTimePattern.Create(Pattern, Locales.Find(Locale ?? "en-GB"));
                }
                catch (Exception error) when (error is InvalidPatternException or CultureNotFoundException)
                {
                    return null;
                }
            }
        }

        public override string Of(string cell)
        {
            var text = cell.Trim();
            if (!Tables.Column.IsInstant(text) || Written is not { } pattern)
            {
                return cell;
            }

            // Without an offset it is the time of the place that it tells of.
            var told = DateTimeOffset.Parse(text, CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal);
            var hasOffset = text.Length > 10 && text.AsSpan(11).IndexOfAny('Z', '+', '-') >= 0;
            var zone = hasOffset && Zone is not null ? DateTimeZoneProviders.Tzdb.GetZoneOrNull(Zone) : null;
            return pattern.Format(zone is null ? LocalDateTime.FromDateTime(told.DateTime) : Instant.FromDateTimeOffset(told).InZone(zone).LocalDateTime);
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
            ["hide", { Length: > 0 } what] => new Replace(what),
            ["figures", { Length: > 0 } locale] => Sound(new Figures(locale)),
            ["figures", { Length: > 0 } locale, var places] when int.TryParse(places, CultureInfo.InvariantCulture, out var count) => Sound(new Figures(locale, count)),
            ["moment", { Length: > 0 } pattern] => Sound(new Moment(pattern)),
            ["moment", { Length: > 0 } pattern, var locale, var zone] => Sound(new Moment(pattern, locale, zone)),
            [("cut" or "words") and var how, var count] when int.TryParse(count, CultureInfo.InvariantCulture, out var most) && most is > 0 and <= Table.LongestCell => new Cut(most, how == "words"),
            _ => throw new FormatException($"There is no step “{text}”. There are: tags, addresses, spaces, trim, upper, lower, cut:40, words:40 (cut at a word’s end), replace:this:that, hide:this, figures:en-GB:1 (1,234.5) and moment:d MMM:en-GB:Europe/Berlin (28 Nov)."),
        };

    private static CleanStep Sound(CleanStep step) => step.FaultIn() is { } fault ? throw new FormatException(fault) : step;

    [GeneratedRegex(@"\b(https?://|www\.)[^\s<>]+", RegexOptions.NonBacktracking | RegexOptions.IgnoreCase)]
    private static partial Regex Address();
}
