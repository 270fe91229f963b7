using System.Collections.Frozen;
using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;
using Fluid;
using Fluid.Ast;
using Fluid.Values;
using SideLamp.Core.Templates;

namespace SideLamp.Core.Feeds;

/// <summary>
/// What of Liquid placeholders may use, and what filling them in may use up (docs/placeholders.md). The words of a show, which may
/// come from a file of somebody else's, must never take the show with them. Steps alone are not enough: text doubles in a loop, a
/// range is written out before its first step, and one filter can make a gigabyte of a letter: so what a filter would make is
/// reckoned before it runs.
/// </summary>
internal static partial class PlaceholderLanguage
{
    private const int MostSteps = 2000;
    private const int LongestRange = 1000;

    /// <summary>In characters; of lists, in entries.</summary>
    public const int LongestText = 20_000;

    /// <summary>Characters that all filters of one evaluation may read and write together: some milliseconds of work.</summary>
    private const long MostWork = 400_000;

    private const string WorkName = "work";

    private const long MostBytes = 4 << 20;

    private sealed record Readable(IFluidTemplate? Template, string? Fault);

    /// <summary>A parsed template weighs some twenty times its letters.</summary>
    private static readonly Remembered<string, Readable> Known = new(MostBytes, (words, _) => (words.Length * 40L) + 200);

    private static readonly string[] Tags = ["if", "unless", "case", "for", "break", "continue", "assign", "capture", "comment", "#", "raw"];

    private static readonly FrozenSet<string> Filters = new[]
    {
        "abs", "append", "at_least", "at_most", "capitalize", "ceil", "compact", "date", "default", "divided_by", "downcase", "escape", "first", "floor", "join",
        "last", "lstrip", "map", "minus", "modulo", "plus", "prepend", "remove", "remove_first", "remove_last", "replace", "replace_first", "replace_last", "reverse", "round",
        "rstrip", "size", "slice", "sort", "sort_natural", "split", "strip", "strip_html", "strip_newlines", "sum", "times", "truncate", "truncatewords", "uniq", "upcase",
        "url_decode", "url_encode", "where",
    }.ToFrozenSet(StringComparer.Ordinal);

    /// <summary>All that placeholders may use, for the documentation and its test.</summary>
    public static IEnumerable<string> AllFilters => Filters.Order(StringComparer.Ordinal);

    public static IEnumerable<string> AllTags => Tags;

    public static readonly FluidParser Parser = MakeParser();

    private static readonly TemplateOptions Options = MakeOptions();

    public static TemplateContext NewContext() => new(Options);

    /// <summary>Why a template is not filled in at all, in a sentence; null when it is.</summary>
    public static string? FaultIn(IFluidTemplate template)
    {
        var inspection = new Inspection();
        inspection.VisitTemplate(template);
        return inspection.Fault;
    }

    /// <summary>
    /// What a template takes of what it begins to look under: feeds, and what it names itself. And the names for which it says itself
    /// what shows where they are missing: by <c>default</c>, or by asking whether they are there. And what it names itself.
    /// </summary>
    public static (ImmutableHashSet<Taken> Takes, ImmutableHashSet<string> Minded, ImmutableHashSet<string> Named) NamesIn(IFluidTemplate template)
    {
        var inspection = new Inspection();
        inspection.VisitTemplate(template);
        return ([.. inspection.Takes], [.. inspection.Minded], [.. inspection.Named]);
    }

    /// <summary>Why these words cannot be filled in, in a sentence; null when they can.</summary>
    public static string? FaultIn(string words) =>
        words.Length > Field.Longest ? $"Words with placeholders have up to {Field.Longest:N0} characters."
        : !Parser.TryParse(words, out var parsed, out var error) ? $"The placeholder cannot be read: {error.TrimEnd('.')}."
        : FaultIn(parsed);

    /// <summary>Words filled in with these values; or why they cannot be, in a sentence.</summary>
    public static (string? Text, string? Fault) Filled(string words, IEnumerable<(string Name, FluidValue Value)> values)
    {
        var (template, fault) = Known.Of(words, _ => FaultIn(words) is { } wrong ? new Readable(null, wrong) : new Readable(Parser.Parse(words), null));
        if (template is null)
        {
            return (null, fault);
        }

        var context = NewContext();
        foreach (var (name, value) in values)
        {
            context.SetValue(name, value);
        }

        return Rendered(template, context);
    }

    /// <summary>The same, of a template that may be used. Whatever a placeholder does, it must not take the show with it: the library's own complaints are of many types.</summary>
    public static (string? Text, string? Fault) Rendered(IFluidTemplate template, TemplateContext context)
    {
        try
        {
            return (Render(template, context), null);
        }
        catch (Exception error) when (error is not OutOfMemoryException)
        {
            return (null, error is InvalidOperationException ? error.Message : "it does something that cannot be worked out.");
        }
    }

    /// <exception cref="InvalidOperationException">It becomes too long, or takes too much work.</exception>
    private static string Render(IFluidTemplate template, TemplateContext context)
    {
        using var writer = new ShortWriter();
        template.RenderAsync(writer, NullEncoder.Default, context).AsTask().GetAwaiter().GetResult();
        return writer.ToString();
    }

    private static FluidParser MakeParser()
    {
        var parser = new FluidParser();
        foreach (var tag in parser.RegisteredTags.Keys.Except(Tags).ToList())
        {
            parser.RegisteredTags.Remove(tag);
        }

        return parser;
    }

    private static TemplateOptions MakeOptions()
    {
        var options = new TemplateOptions
        {
            MaxSteps = MostSteps,
            MaxRecursion = 20,
            CultureInfo = CultureInfo.InvariantCulture,
            // Pure: what is filled in depends on the feeds alone. Clocks are timers.
            Now = () => DateTimeOffset.UnixEpoch,
            TimeZone = TimeZoneInfo.Utc,
            Assigned = (_, value, _) => new ValueTask<FluidValue>(NotTooLong(value)),
            Captured = (_, value, _) => new ValueTask<FluidValue>(NotTooLong(value)),
        };
        foreach (var (name, filter) in options.Filters.ToList())
        {
            options.Filters.Remove(name);
            if (Filters.Contains(name))
            {
                options.Filters.AddFilter(name, (input, arguments, context) => Limited(name, filter, input, arguments, context));
            }
        }

        return options;
    }

    private static async ValueTask<FluidValue> Limited(string name, FilterDelegate filter, FluidValue input, FilterArguments arguments, TemplateContext context)
    {
        var lengths = Enumerable.Range(0, arguments.Count).Select(at => LengthOf(arguments.At(at))).ToList();
        var read = LengthOf(input);
        // What it would make at the most, reckoned before it makes it.
        var made = name switch
        {
            "replace" or "replace_first" or "replace_last" => read + ((read / Math.Max(1, lengths.FirstOrDefault())) + 1L) * lengths.ElementAtOrDefault(1),
            "join" => read + ((input as ArrayValue)?.Values.Count ?? 0) * (long)lengths.FirstOrDefault(),
            "url_encode" or "escape" => read * 6L,
            _ => read + lengths.Sum(length => (long)length),
        };
        if (name == "date" && arguments.At(0).ToStringValue() is var format && (format.Length > 100 || WideField().IsMatch(format)))
        {
            throw new InvalidOperationException("A date is written in up to 100 characters.");
        }

        var work = (context.AmbientValues.TryGetValue(WorkName, out var so) ? (long)so : 0) + read + made + 50;
        context.AmbientValues[WorkName] = work;
        return made > LongestText * 6L || work > MostWork
            ? throw new InvalidOperationException("Working this out takes too long. Make the placeholder simpler.")
            : NotTooLong(name == "sum" ? await Sum(input, arguments, context) : await filter(input, arguments, context));
    }

    /// <summary>The library adds up no numbers but its own.</summary>
    private static async ValueTask<FluidValue> Sum(FluidValue input, FilterArguments arguments, TemplateContext context)
    {
        decimal sum = 0;
        foreach (var one in (input as ArrayValue)?.Values ?? [])
        {
            sum += (arguments.Count > 0 ? await one.GetValueAsync(arguments.At(0).ToStringValue(), context) : one).ToNumberValue();
        }

        return NumberValue.Create(sum);
    }

    private static int LengthOf(FluidValue value) =>
        value switch
        {
            StringValue text => text.ToStringValue().Length,
            ArrayValue list => list.Values.Sum(one => one is StringValue text ? text.ToStringValue().Length + 1 : 8),
            _ => 20,
        };

    private static FluidValue NotTooLong(FluidValue value) =>
        LengthOf(value) <= LongestText ? value : throw new InvalidOperationException($"A placeholder makes at most {LongestText} characters.");

    /// <summary>A width of three figures or more in a format of dates.</summary>
    [GeneratedRegex(@"%[^a-zA-Z%]*\d{3,}", RegexOptions.NonBacktracking)]
    private static partial Regex WideField();

    /// <summary>Looks for what may not be used, and for ranges whose length is not known from the words themselves, or is too great.</summary>
    private sealed class Inspection : AstVisitor
    {
        public string? Fault { get; private set; }

        public HashSet<string> Minded { get; } = new(StringComparer.Ordinal);

        public HashSet<string> Named { get; } = new(StringComparer.Ordinal) { "forloop" };

        /// <summary>How deep it is within what is minded.</summary>
        private int _minding;

        public HashSet<Taken> Takes { get; } = [];

        protected override Expression VisitMemberExpression(MemberExpression member)
        {
            if (member.Segments is [IdentifierSegment first, ..])
            {
                var column = member.Segments.Count == 2 ? NameOf(member.Segments[1]) : null;
                Takes.Add(new Taken(new FeedId(first.Identifier), column == FeedWords.RowsName ? null : column));
            }

            if (_minding > 0)
            {
                Minded.UnionWith(member.Segments.Select(NameOf).OfType<string>());
            }

            return base.VisitMemberExpression(member);
        }

        protected override Statement VisitForStatement(ForStatement statement)
        {
            Named.Add(statement.Identifier);
            return base.VisitForStatement(statement);
        }

        protected override Statement VisitAssignStatement(AssignStatement statement)
        {
            Named.Add(statement.Identifier);
            return base.VisitAssignStatement(statement);
        }

        protected override Statement VisitCaptureStatement(CaptureStatement statement)
        {
            Named.Add(statement.Identifier);
            return base.VisitCaptureStatement(statement);
        }

        protected override Statement VisitIfStatement(IfStatement statement)
        {
            Mind(statement.Condition);
            return base.VisitIfStatement(statement);
        }

        protected override Statement VisitElseIfStatement(ElseIfStatement statement)
        {
            Mind(statement.Condition);
            return base.VisitElseIfStatement(statement);
        }

        protected override Statement VisitUnlessStatement(UnlessStatement statement)
        {
            Mind(statement.Condition);
            return base.VisitUnlessStatement(statement);
        }

        protected override Expression VisitRangeExpression(RangeExpression range)
        {
            if (NumberIn(range.From) is not { } from || NumberIn(range.To) is not { } to || to - from > LongestRange)
            {
                Fault ??= $"A range goes from one number to another, over {LongestRange} steps at the most.";
            }

            return base.VisitRangeExpression(range);
        }

        protected override Expression VisitFilterExpression(FilterExpression filter)
        {
            if (!Filters.Contains(filter.Name))
            {
                Fault ??= $"There is no filter “{(filter.Name.Length > 40 ? filter.Name[..40] + "…" : filter.Name)}”. Take it out of the placeholder.";
            }
            else if (filter.Name == "default")
            {
                Mind(filter.Input);
            }
            else if (filter.Name == "date" && filter.Input is LiteralExpression { Value: StringValue literal } && literal.ToStringValue() is "now" or "today")
            {
                Fault ??= "What time it is now is shown by a timer, and not by “now”.";
            }

            return base.VisitFilterExpression(filter);
        }

        private void Mind(Expression expression)
        {
            _minding++;
            Visit(expression);
            _minding--;
        }

        private static string? NameOf(MemberSegment segment) =>
            segment switch
            {
                IdentifierSegment identifier => identifier.Identifier,
                IndexerSegment { Expression: LiteralExpression { Value: StringValue name } } => name.ToStringValue(),
                _ => null,
            };

        private static decimal? NumberIn(Expression expression) => expression is LiteralExpression { Value: NumberValue number } ? number.ToNumberValue() : null;
    }

    private sealed class ShortWriter() : StringWriter(CultureInfo.InvariantCulture)
    {
        public override void Write(char value)
        {
            base.Write(value);
            Check();
        }

        public override void Write(string? value)
        {
            base.Write(value);
            Check();
        }

        public override void Write(char[] buffer, int index, int count)
        {
            base.Write(buffer, index, count);
            Check();
        }

        public override void Write(ReadOnlySpan<char> buffer)
        {
            base.Write(buffer);
            Check();
        }

        private void Check()
        {
            if (GetStringBuilder().Length > LongestText)
            {
                throw new InvalidOperationException($"Filled in, words have at most {LongestText} characters.");
            }
        }
    }
}
