using System.Globalization;
using Fluid;
using Fluid.Ast;
using Fluid.Values;

namespace SideLamp.Core.Feeds;

/// <summary>
/// What filling in placeholders may use up: the words of a show, which may come from a file of somebody else's, must never
/// take the show with them. Steps alone are not enough: text doubles in a loop, and a range is written out before its first step.
/// </summary>
internal static class PlaceholderLimits
{
    private const int MostSteps = 2000;
    private const int LongestRange = 1000;

    /// <summary>In characters; of lists, in entries.</summary>
    private const int LongestText = 20_000;

    public static readonly TemplateOptions Options = Limited(
        new TemplateOptions
        {
            MaxSteps = MostSteps,
            Assigned = (_, value, _) => new ValueTask<FluidValue>(NotTooLong(value)),
            Captured = (_, value, _) => new ValueTask<FluidValue>(NotTooLong(value)),
        }
    );

    /// <summary>Why a template is not filled in at all, in a sentence; null when it is.</summary>
    public static string? FaultIn(IFluidTemplate template)
    {
        var ranges = new Ranges();
        ranges.VisitTemplate(template);
        return ranges.TooLong ? $"A range goes from one number to another, over {LongestRange} steps at the most." : null;
    }

    /// <exception cref="InvalidOperationException">It becomes too long, or takes too many steps.</exception>
    public static string Render(IFluidTemplate template, TemplateContext context)
    {
        using var writer = new ShortWriter();
        template.RenderAsync(writer, NullEncoder.Default, context).AsTask().GetAwaiter().GetResult();
        return writer.ToString();
    }

    private static TemplateOptions Limited(TemplateOptions options)
    {
        foreach (var (name, filter) in options.Filters.ToList())
        {
            options.Filters.AddFilter(name, async (input, arguments, context) => NotTooLong(await filter(input, arguments, context)));
        }

        return options;
    }

    private static FluidValue NotTooLong(FluidValue value)
    {
        var length = value switch
        {
            StringValue text => text.ToStringValue().Length,
            ArrayValue list => list.Values.Count,
            _ => 0,
        };
        return length <= LongestText ? value : throw new InvalidOperationException($"A placeholder makes at most {LongestText} characters.");
    }

    /// <summary>Looks for ranges whose length is not known from the words themselves, or is too great.</summary>
    private sealed class Ranges : AstVisitor
    {
        public bool TooLong { get; private set; }

        protected override Expression VisitRangeExpression(RangeExpression range)
        {
            TooLong |= NumberIn(range.From) is not { } from || NumberIn(range.To) is not { } to || to - from > LongestRange;
            return range;
        }

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
