using System.Collections.Immutable;
using SideLamp.Core.Templates;
using SideLamp.Core.Text;

namespace SideLamp.Core.Layout;

/// <summary>The room and the wishes of a text.</summary>
/// <param name="Width">Room in px.</param>
/// <param name="Size">px it would like; whole.</param>
/// <param name="Least">px it may shrink to; whole.</param>
/// <param name="Greatest">px it may grow to; whole.</param>
/// <param name="Even">Whether several lines are made about as long as each other.</param>
public sealed record FitRequest(string Text, TextStyle Style, double Width, double Size, double Least, double Greatest, Fit Fit, int MaxLines, bool Even = true);

/// <summary>The text fitted into its room: the size it got, its lines, and what had to give.</summary>
/// <param name="Size">px of the canvas, whole: browsers draw other sizes narrower than they measure.</param>
/// <param name="Width">px of the longest line.</param>
public sealed record FittedText(double Size, ImmutableArray<ShapedLine> Lines, FitOutcome Outcome, double Width, double CapHeight);

/// <summary>Fits words into room: by size first, then by wrapping, at last by an ellipsis.</summary>
public static class Fitting
{
    /// <summary>Remembers what was shaped during one fit: the same lines are tried at many sizes, and are as wide in em at each.</summary>
    private sealed class OneFit(ITextShaper shaper) : ITextShaper
    {
        private readonly Dictionary<(string, bool), ShapedLine> _lines = [];
        private readonly Dictionary<(Paragraph, int, int), ShapedLine> _parts = new(ByPlace);

        public Paragraph Shape(string text, TextStyle style) => shaper.Shape(text, style);

        public ShapedLine ShapeLine(string text, TextStyle style, bool rtl) =>
            _lines.TryGetValue((text, rtl), out var known) ? known : _lines[(text, rtl)] = shaper.ShapeLine(text, style, rtl);

        public ShapedLine LineOf(Paragraph paragraph, TextStyle style, int start, int end) =>
            _parts.TryGetValue((paragraph, start, end), out var known) ? known : _parts[(paragraph, start, end)] = shaper.LineOf(paragraph, style, start, end);
    }

    private static readonly IEqualityComparer<(Paragraph Of, int Start, int End)> ByPlace = EqualityComparer<(Paragraph Of, int Start, int End)>.Create(
        (one, other) => ReferenceEquals(one.Of, other.Of) && (one.Start, one.End) == (other.Start, other.End),
        one => HashCode.Combine(one.Start, one.End)
    );

    private const string Ellipsis = "…";

    /// <summary>Widths that differ by less than this many px are the same.</summary>
    private const double Slack = 0.01;

    public static FittedText Lay(FitRequest request, ITextShaper shaper)
    {
        shaper = new OneFit(shaper);
        var paragraphs = request.Text.Split('\n').Select(text => shaper.Shape(text, request.Style)).ToList();
        var (greatest, least) = SizesOf(request);
        if (Largest(paragraphs, request, greatest, least, shaper) is var (size, lines))
        {
            var outcome = size < request.Size ? FitOutcome.Shrunk : size > request.Size ? FitOutcome.Grown : FitOutcome.Kept;
            return Fitted(size, Balanced(paragraphs, request, size, lines, shaper), outcome, paragraphs[0].CapHeight);
        }

        var all = Break(paragraphs, request with { MaxLines = int.MaxValue }, least, request.Width, shaper, force: true)!.Value;
        if (all.Length <= request.MaxLines)
        {
            // Every word is there, though one had to be broken.
            return Fitted(least, all, least < request.Size ? FitOutcome.Shrunk : FitOutcome.Kept, paragraphs[0].CapHeight);
        }

        var kept = all.Take(request.MaxLines - 1);
        // All that remains is one long last line, cut to the room.
        var rest = string.Join(' ', all.Skip(request.MaxLines - 1).Select(line => line.Text));
        var last = CutToRoom(rest, all[request.MaxLines - 1].Rtl, request, least, shaper);
        return Fitted(least, [.. kept, last], FitOutcome.Cut, paragraphs[0].CapHeight);
    }

    /// <summary>
    /// The words at their own size on as many pages as they need, each of at most the lines that there may be. Nothing is left out.
    /// </summary>
    public static ImmutableArray<FittedText> LayPages(FitRequest request, ITextShaper shaper)
    {
        var paragraphs = request.Text.Split('\n').Select(text => shaper.Shape(text, request.Style)).ToList();
        var lines = Break(paragraphs, request with { MaxLines = int.MaxValue }, request.Size, request.Width, shaper, force: true)!.Value;
        if (lines.Length <= request.MaxLines)
        {
            return [Lay(request with { Fit = Fit.Keep }, shaper)];
        }

        var pages = (int)Math.Ceiling(lines.Length / (double)request.MaxLines);
        var each = (int)Math.Ceiling(lines.Length / (double)pages);
        return [.. lines.Chunk(each).Select(page => Fitted(request.Size, [.. page], FitOutcome.Paged, paragraphs[0].CapHeight))];
    }

    private static FittedText Fitted(double size, ImmutableArray<ShapedLine> lines, FitOutcome outcome, double capHeight) =>
        new(size, lines, outcome, lines.Max(line => line.Width) * size, capHeight);

    /// <summary>The sizes that may be tried: the best, and the least.</summary>
    private static (double Greatest, double Least) SizesOf(FitRequest request)
    {
        var greatest = request.Fit == Fit.Grow ? request.Greatest : request.Size;
        return (greatest, request.Fit == Fit.Keep ? request.Size : Math.Min(request.Least, greatest));
    }

    /// <summary>The largest whole size at which the words find room: what has room at one size has it at every smaller one, so the way is halved. Null = none.</summary>
    private static (double Size, ImmutableArray<ShapedLine> Lines)? Largest(List<Paragraph> paragraphs, FitRequest request, double greatest, double least, ITextShaper shaper)
    {
        (double, ImmutableArray<ShapedLine>)? best = null;
        // The best size first: most words simply fit.
        for (var (size, above) = (greatest, greatest + 1); size >= least;)
        {
            if (Break(paragraphs, request, size, request.Width, shaper, force: false) is { } lines)
            {
                best = (size, lines);
                least = size + 1;
            }
            else
            {
                above = size;
            }

            if (above - least < 1)
            {
                break;
            }

            size = Math.Min(above - 1, least + Math.Floor((above - least) / 2));
        }

        return best;
    }

    /// <summary>
    /// Lines no wider than <paramref name="width"/>, greedily; null when they are too many, or a word is wider than the room
    /// (unless <paramref name="force"/> lets it be broken).
    /// </summary>
    private static ImmutableArray<ShapedLine>? Break(
        List<Paragraph> paragraphs,
        FitRequest request,
        double size,
        double width,
        ITextShaper shaper,
        bool force
    )
    {
        var lines = ImmutableArray.CreateBuilder<ShapedLine>();
        foreach (var paragraph in paragraphs)
        {
            var start = 0;
            do
            {
                // The paragraph's own figures first: most that is too much is seen without shaping anything.
                if (lines.Count >= request.MaxLines || (!force && TooLong(paragraph, start, request.MaxLines - lines.Count, width / size)))
                {
                    return null;
                }

                var (end, line) = NextLine(paragraph, start, width, size, request.Style, shaper, force);
                if (line is null)
                {
                    return null;
                }

                lines.Add(line);
                start = SkipSpaces(paragraph.Text, end);
            } while (start < paragraph.Text.Length);
        }

        return lines.ToImmutable();
    }

    private static bool TooLong(Paragraph paragraph, int start, int lines, double widthInEm) =>
        paragraph.Advance[^1] - paragraph.Advance[start] > (widthInEm * lines * 1.02) + (lines * 2);

    private static (int End, ShapedLine? Line) NextLine(
        Paragraph paragraph,
        int start,
        double width,
        double size,
        TextStyle style,
        ITextShaper shaper,
        bool force
    )
    {
        var candidates = paragraph.Breaks.Where(at => at > start && WidthOf(paragraph, start, at) * size <= width * 1.02).Reverse();
        foreach (var end in candidates)
        {
            // Shaped by itself the line may be a little wider than in its paragraph: then the break before it is tried.
            var line = shaper.LineOf(paragraph, style, start, TrimmedEnd(paragraph.Text, start, end));
            if (line.Width * size <= width + Slack)
            {
                return (end, line);
            }
        }

        if (paragraph.Text.Length == 0)
        {
            return (0, shaper.ShapeLine("", style, paragraph.Rtl));
        }

        if (!force)
        {
            return (start, null);
        }

        // Not even one word fits: it is broken where letters end; one letter always stays, however wide.
        var cuts = paragraph.Cuts.Where(at => at > start).ToList();
        foreach (var end in cuts.TakeWhile(at => WidthOf(paragraph, start, at) * size <= width).Reverse().Append(cuts[0]))
        {
            var line = shaper.LineOf(paragraph, style, start, TrimmedEnd(paragraph.Text, start, end));
            if (line.Width * size <= width + Slack || end == cuts[0])
            {
                return (end, line);
            }
        }

        throw new InvalidOperationException("A line always ends.");
    }

    /// <summary>
    /// The same number of lines, made as even as they go: a plate that hugs its words then has no ragged void beside a short last line.
    /// </summary>
    private static ImmutableArray<ShapedLine> Balanced(
        List<Paragraph> paragraphs,
        FitRequest request,
        double size,
        ImmutableArray<ShapedLine> lines,
        ITextShaper shaper
    )
    {
        if (!request.Even || lines.Length < 2 || paragraphs.Count > 1)
        {
            return lines;
        }

        var (narrow, wide) = (request.Width * 0.4, request.Width);
        var best = lines;
        while (wide - narrow > size / 2)
        {
            var middle = (narrow + wide) / 2;
            if (Break(paragraphs, request with { MaxLines = lines.Length }, size, middle, shaper, force: false) is { } tighter)
            {
                (best, wide) = (tighter, middle);
            }
            else
            {
                narrow = middle;
            }
        }

        return best;
    }

    private static ShapedLine CutToRoom(string text, bool rtl, FitRequest request, double size, ITextShaper shaper)
    {
        var paragraph = shaper.Shape(text, request.Style);
        foreach (var end in paragraph.Cuts.Where(at => paragraph.Advance[at] * size <= request.Width).Reverse())
        {
            var line = shaper.ShapeLine(text[..end].TrimEnd() + Ellipsis, request.Style, rtl);
            if (line.Width * size <= request.Width + Slack)
            {
                return line;
            }
        }

        return shaper.ShapeLine(Ellipsis, request.Style, rtl);
    }

    private static double WidthOf(Paragraph paragraph, int start, int end) => paragraph.Advance[TrimmedEnd(paragraph.Text, start, end)] - paragraph.Advance[start];

    /// <summary>The end of a line without the spaces that hang over it.</summary>
    private static int TrimmedEnd(string text, int start, int end) => start + text.AsSpan(start, end - start).TrimEnd(" \t\u3000").Length;

    private static int SkipSpaces(string text, int at)
    {
        while (at < text.Length && text[at] == ' ')
        {
            at++;
        }

        return at;
    }
}
