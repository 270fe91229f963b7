using System.Collections.Immutable;
using System.Globalization;

namespace SideLamp.Core.Templates;

/// <summary>What the lines of a list field hold, by the rows that show them: for whoever edits them one by one.</summary>
/// <param name="Field">The list's.</param>
/// <param name="Columns">How many, 1 to 6.</param>
/// <param name="Pictures">Which of them hold the id of a stored picture, from 1.</param>
/// <param name="Marks">Whether a marked line looks otherwise than one that is not.</param>
/// <param name="Colon">Whether a line without tabs is parted at its first colon.</param>
/// <param name="Tone">Which of them names the item's colour, from 1; null = none does.</param>
public sealed record ListShape(string Field, int Columns, ImmutableArray<int> Pictures, bool Marks, bool Colon, int? Tone = null)
{
    /// <summary>Of all lists that a template shows.</summary>
    public static ImmutableArray<ListShape> Of(Template template) =>
        [
            .. AllOf(template.Root)
                .Select(ShapeOf)
                .OfType<ListShape>()
                .GroupBy(shape => shape.Field)
                .Select(same => same.Aggregate((one, other) => new ListShape(one.Field, Math.Max(one.Columns, other.Columns), [.. one.Pictures.Union(other.Pictures)], one.Marks || other.Marks, one.Colon || other.Colon, one.Tone ?? other.Tone))),
        ];

    private static ListShape? ShapeOf(Part part) =>
        part switch
        {
            ListPart list => Rowed(list.Field, list.Row, colon: false),
            BeltPart belt => Rowed(belt.Field, belt.Row, belt.Colon) is var shape ? shape with { Columns = Math.Max(shape.Columns, belt.Tone ?? 1), Tone = belt.Tone } : null,
            TablePart table => new ListShape(table.Field, Math.Max(1, table.Columns.Length), [], Marks: false, Colon: false),
            _ => null,
        };

    private static ListShape Rowed(string field, Part row, bool colon)
    {
        var parts = AllOf(row).ToList();
        var named = parts.SelectMany(part => new[] { part.OnlyIf, (part as TextPart)?.Field, (part as PicturePart)?.Field }).OfType<string>().ToList();
        var pictures = parts.OfType<PicturePart>().Select(part => NumberOf(part.Field)).Where(number => number > 0).Distinct().Order();
        return new ListShape(field, Math.Max(1, named.Select(NumberOf).Max()), [.. pictures], named.Exists(name => NumberOf(name) == 0 && ListRows.Fields.Contains(name)), colon);
    }

    /// <summary>0 = no column.</summary>
    private static int NumberOf(string? name) => int.TryParse(name, CultureInfo.InvariantCulture, out var number) ? number : 0;

    private static IEnumerable<Part> AllOf(Part part) => (part is GroupPart group ? group.Parts.SelectMany(AllOf) : []).Prepend(part);
}
