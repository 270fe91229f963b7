using System.Globalization;
using System.Text.Encodings.Web;
using Fluid;
using Fluid.Ast;
using Fluid.Ast.BinaryExpressions;
using Fluid.Values;

namespace SideLamp.Core.Feeds;

/// <summary>A number that is written as it stood in its source: 11.40 stays 11.40.</summary>
internal sealed class NumberCell(string cell) : FluidValue
{
    private readonly decimal _number = decimal.Parse(cell, NumberStyles.Float, CultureInfo.InvariantCulture);

    public override FluidValues Type => FluidValues.Number;

    public override bool Equals(FluidValue? other) => other is not null && other.Type == FluidValues.Number && other.ToNumberValue() == _number;

    public override bool Equals(object? obj) => obj is FluidValue other && Equals(other);

    public override int GetHashCode() => _number.GetHashCode();

    public override bool ToBooleanValue() => true;

    public override decimal ToNumberValue() => _number;

    public override string ToStringValue() => cell;

    public override object ToObjectValue() => _number;

    public override ValueTask WriteToAsync(TextWriter writer, TextEncoder encoder, CultureInfo cultureInfo)
    {
        writer.Write(cell);
        return default;
    }
}

/// <summary>Lets such numbers be compared: the library compares no numbers but its own.</summary>
internal sealed class NumbersCompared : AstRewriter
{
    private static readonly NumbersCompared One = new();

    public static IFluidTemplate In(IFluidTemplate template) => One.VisitTemplate(template);

    public static FluidValue Plain(FluidValue value) => value is NumberCell ? NumberValue.Create(value.ToNumberValue()) : value;

    protected override Expression VisitGreaterThanBinaryExpression(GreaterThanBinaryExpression expression) =>
        new GreaterThanBinaryExpression(new Compared(Visit(expression.Left)), new Compared(Visit(expression.Right)), expression.Strict);

    protected override Expression VisitLowerThanBinaryExpression(LowerThanBinaryExpression expression) =>
        new LowerThanBinaryExpression(new Compared(Visit(expression.Left)), new Compared(Visit(expression.Right)), expression.Strict);

    protected override Expression VisitEqualBinaryExpression(EqualBinaryExpression expression) => new EqualBinaryExpression(new Compared(Visit(expression.Left)), new Compared(Visit(expression.Right)));

    protected override Expression VisitNotEqualBinaryExpression(NotEqualBinaryExpression expression) => new NotEqualBinaryExpression(new Compared(Visit(expression.Left)), new Compared(Visit(expression.Right)));

    private sealed class Compared(Expression inner) : Expression
    {
        public override async ValueTask<FluidValue> EvaluateAsync(TemplateContext context) => Plain(await inner.EvaluateAsync(context));
    }
}
