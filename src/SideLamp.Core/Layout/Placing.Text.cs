using System.Collections.Immutable;
using System.Globalization;
using NodaTime;
using SideLamp.Core.Templates;

namespace SideLamp.Core.Layout;

// Texts: their lines, their pages, and the figures of timers.
internal sealed partial class Placing
{
    private void PlaceText(TextPart text, Measured measured, Box box, string? parent)
    {
        var part = text with { Align = AlignOf(text.Align) };
        Add(part, part.Id, parent, box);
        var pages = measured.Pages.IsDefaultOrEmpty ? [measured.Text!] : measured.Pages;
        if (pages.Length == 1)
        {
            AddLines(part, part.Id, pages[0], box, measured.Cells);
        }
        else
        {
            AddPages(part, pages, box);
        }

        _fits.Add(new TextFit(part.Id, part.Field, pages[0].Outcome, pages[0].Size, Px(part.Size), pages[0].Lines.Length, pages.Length));
    }

    private void AddPages(TextPart part, ImmutableArray<FittedText> pages, Box box)
    {
        var from = Duration.Zero;
        foreach (var (page, at) in pages.Select((page, at) => (page, at)))
        {
            // The first page is read only once everything is in.
            var until = from + (at == 0 ? arrival : Duration.Zero) + Reading.Of(string.Join(' ', page.Lines.Select(line => line.Text)));
            var id = $"{part.Id}/p{at}";
            _nodes.Add(new Node(id, part.Id, box, box, null, null, [Motions.Page(from, at == pages.Length - 1 ? null : until)]));
            AddLines(part, id, page, box);
            from = until;
        }

        _reading = Duration.Max(_reading, from);
    }

    private void AddLines(TextPart part, string id, FittedText text, Box box, TimerCells? cells = null)
    {
        var advance = Measuring.LineAdvance(part, text);
        var top = box.Y + Math.Round((box.H - (advance * text.Lines.Length)) / 2);
        // Lines are centred in their advance by the height of capitals, as the eye does.
        var drop = Math.Round((advance + (text.CapHeight * text.Size)) / 2);
        foreach (var (line, at) in text.Lines.Select((line, at) => (line, at)))
        {
            var width = line.Width * text.Size;
            var x = box.X + Math.Round(AlignedText(part.Align, line.Rtl, box.W - width));
            var baseline = top + (at * advance) + drop;
            var inked = new Box(x + (line.Ink.X * text.Size), baseline + (line.Ink.Y * text.Size), line.Ink.W * text.Size, line.Ink.H * text.Size);
            _nodes.Add(new Node($"{id}/{at}", id, new Box(x, baseline - text.Size, width, text.Size), inked, null, null, [], Line: cells is null ? Drawn(part, text, line) : Counted(part, text, line, cells)));
        }
    }

    private TextLine Drawn(TextPart part, FittedText text, ShapedLine line) =>
        new(
            text.Size,
            line.Rtl,
            _plating.Painted(part.Ink).ToCss(),
            Math.Round(line.Spacing * text.Size, 3),
            line.Spans,
            part.Underline,
            part.Strike,
            part.Glow is { } glow ? string.Create(CultureInfo.InvariantCulture, $"0 0 {Px(part.GlowSize)}px {_plating.Painted(glow).ToCss()}") : null,
            part.Outline is { } outline ? _plating.Painted(outline).ToCss() : null,
            Px(part.OutlineWidth)
        );

    private TextLine Counted(TextPart part, FittedText text, ShapedLine line, TimerCells cells)
    {
        var drawn = Drawn(part, text, line);
        double Width(double em) => Math.Round((em * text.Size) + drawn.Spacing, 3);
        var program = timers[part.Field!];
        ImmutableArray<string?>? inks = program.Warnings.IsEmpty ? null : [.. program.Warnings.Select(warning => warning.Ink is { } role ? _plating.Painted(new Paint(role)).ToCss() : null)];
        return drawn with { Spacing = 0, Rtl = false, Digits = new Digits(Width(cells.Cell), Width(cells.Colon), Width(cells.Sign), part.Align, program, inks, part.Case == LetterCase.Upper) };
    }

    private static double AlignedText(TextAlign align, bool rtl, double spare) =>
        align switch
        {
            TextAlign.Center => spare / 2,
            TextAlign.Right => spare,
            TextAlign.Start when rtl => spare,
            _ => 0,
        };
}
