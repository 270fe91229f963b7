using System.Collections.Concurrent;
using System.Collections.Immutable;
using HarfBuzzSharp;
using SideLamp.Core;
using SideLamp.Core.Brands;
using SideLamp.Core.Layout;
using SideLamp.Core.Text;
using Buffer = HarfBuzzSharp.Buffer;

namespace SideLamp.Rendering;

/// <summary>Shapes text with HarfBuzz, with the same font files that pages get, so that both agree on every width.</summary>
public sealed class TextShaper : ITextShaper, IDisposable
{
    /// <summary>What paragraphs may weigh together, in bytes; so may lines that were shaped by themselves.</summary>
    private const long MostRemembered = 12_000_000;

    /// <summary>An emoji's picture hangs this far below the baseline, in em; the page does the same.</summary>
    private const double EmojiDrop = 0.14;

    /// <summary>Letters that an own face lacks come in the fallbacks' regular weight.</summary>
    private const int OwnWeight = 400;

    private static readonly Feature[] NoLigatures = [Feature.Parse("-liga"), Feature.Parse("-clig")];
    private static readonly Language English = new("en");
    private readonly ConcurrentDictionary<string, FontFile> _fonts = new();
    private readonly ConcurrentDictionary<string, List<FontFile>> _faces = new();
    private readonly Remembered<(string Text, TextStyle, bool), ShapedLine> _lines = new(MostRemembered, (line, _) => 500 + (4L * line.Text.Length));
    private readonly Remembered<(string Text, TextStyle), Paragraph> _paragraphs = new(MostRemembered, (paragraph, _) => 500 + (100L * paragraph.Text.Length));
    private readonly string _folder;
    private readonly Func<string, string> _ownFile;

    /// <param name="folder">Where the shipped font files and <c>emoji.zip</c> lie.</param>
    /// <param name="ownFile">The file of an own face, by the face's id; null = there are none.</param>
    public TextShaper(string folder, Func<string, string>? ownFile = null)
    {
        _folder = folder;
        _ownFile = ownFile ?? (face => throw new ArgumentException($"No face {face}.", nameof(face)));
        Emoji = new EmojiSet(Path.Combine(folder, "emoji.zip"));
    }

    public EmojiSet Emoji { get; }

    public Paragraph Shape(string text, TextStyle style) =>
        _paragraphs.Of((text, style), _ =>
        {
            var (levels, paragraph) = Icu.LevelsOf(text, null);
            var graphemes = Icu.GraphemesOf(text);
            var (runs, spacing) = ShapeRuns(text, style, levels, graphemes);
            var advance = new double[text.Length + 1];
            var begins = new bool[text.Length + 1];
            begins[text.Length] = true;
            foreach (var run in runs)
            {
                foreach (var glyph in run.Glyphs)
                {
                    advance[glyph.Cluster] += glyph.Advance;
                    begins[glyph.Cluster] = true;
                }
            }

            foreach (var end in graphemes)
            {
                // Letter spacing follows each grapheme that is drawn.
                advance[end - 1] += Emphasis.IsMark(text[end - 1]) ? 0 : spacing;
            }

            return new ShapedParagraph(
                text,
                (paragraph & 1) == 1,
                Sums(advance),
                [.. Icu.LineBreaksOf(text)],
                [.. graphemes.Where(end => begins[end])],
                FontOf(style.Face).CapHeight,
                runs,
                spacing,
                graphemes
            );
        });

    public ShapedLine ShapeLine(string text, TextStyle style, bool rtl) =>
        _lines.Of((text, style, rtl), _ =>
        {
            var (levels, _) = Icu.LevelsOf(text, rtl);
            var graphemes = Icu.GraphemesOf(text);
            var (runs, spacing) = ShapeRuns(text, style, levels, graphemes);
            return LineOf(text, rtl, runs, spacing, graphemes.Count - text.Count(Emphasis.IsMark));
        });

    /// <inheritdoc/>
    public ShapedLine LineOf(Paragraph paragraph, TextStyle style, int start, int end)
    {
        var text = Emphasis.Carried(paragraph.Text, start) + paragraph.Text[start..end];
        return paragraph is ShapedParagraph whole && whole.RunsOf(start, end) is { } runs
            ? LineOf(text, rtl: false, runs, whole.Spacing, whole.Graphemes.Count(at => at > start && at <= end && !Emphasis.IsMark(text[at - start - 1 + text.Length - (end - start)])))
            : ShapeLine(text, style, paragraph.Rtl);
    }

    /// <param name="letters">How many graphemes are drawn.</param>
    private static ShapedLine LineOf(string text, bool rtl, List<Run> runs, double spacing, int letters)
    {
        var spaces = Math.Max(0, letters - 1) * spacing;
        var width = runs.Sum(run => run.Width) + spaces;
        return new ShapedLine(text, rtl, width, spacing, InkOf(runs, spaces), SpansOf(runs));
    }

    public void Dispose()
    {
        foreach (var font in _fonts.Values)
        {
            font.Dispose();
        }
    }

    /// <summary>The sum of all before each index.</summary>
    private static ImmutableArray<double> Sums(double[] advance)
    {
        var sums = ImmutableArray.CreateBuilder<double>(advance.Length);
        var sum = 0.0;
        foreach (var one in advance)
        {
            sums.Add(sum);
            sum += one;
        }

        return sums.MoveToImmutable();
    }

    private (List<Run> Runs, double Spacing) ShapeRuns(string text, TextStyle style, byte[] levels, List<int> graphemes)
    {
        var items = Itemizer.Split(
            text,
            levels,
            graphemes,
            at =>
            {
                var (bold, italic) = Emphasis.At(text, at);
                return FacesOf(style.FaceOf(bold, italic));
            },
            Emoji
        );
        // Letters of joined scripts must stay joined.
        var spacing = items.Any(item => item.Script == Script.Arabic) ? 0 : style.Spacing;
        return ([.. items.Select(item => item.Font is null ? EmojiRun(text, item) : ShapeRun(text, item, spacing))], spacing);
    }

    private static Run EmojiRun(string text, Item item) =>
        new(text.Substring(item.Start, item.Length), item, [new Glyph(item.Start, 1, new Box(0, EmojiDrop - 1, 1, 1), JoinsBefore: false)]);

    private static Run ShapeRun(string text, Item item, double spacing)
    {
        using var buffer = new Buffer();
        buffer.ClusterLevel = ClusterLevel.MonotoneGraphemes;
        // The whole line goes along, so that joining letters see their neighbours.
        buffer.AddUtf16(text.AsSpan(), item.Start, item.Length);
        buffer.Direction = item.Rtl ? Direction.RightToLeft : Direction.LeftToRight;
        buffer.Script = item.Script;
        buffer.Language = English;
        var font = item.Font!;
        font.Font.Shape(buffer, spacing != 0 ? NoLigatures : []);
        double em = font.UnitsPerEm;
        var infos = buffer.GetGlyphInfoSpan();
        var places = buffer.GetGlyphPositionSpan();
        var glyphs = new List<Glyph>(infos.Length);
        for (var at = 0; at < infos.Length; at++)
        {
            var (glyph, place) = (infos[at], places[at]);
            var ink =
                font.Font.TryGetGlyphExtents(glyph.Codepoint, out var extents) && extents.Width != 0
                    ? new Box((place.XOffset + extents.XBearing) / em, -(place.YOffset + extents.YBearing) / em, extents.Width / em, -extents.Height / em)
                    : default;
            glyphs.Add(new Glyph((int)glyph.Cluster, place.XAdvance / em, ink, glyph.GlyphFlags.HasFlag(GlyphFlags.UnsafeToBreak)));
        }

        return new Run(text.Substring(item.Start, item.Length), item, glyphs);
    }

    /// <summary>Ink of all runs, set side by side as the eye sees them.</summary>
    private static Box InkOf(List<Run> runs, double spaces)
    {
        var (pen, ink) = (0.0, default(Box));
        foreach (var run in Itemizer.Visual(runs, run => run.Item.Level))
        {
            ink = ink.Union(run.Ink.IsEmpty ? default : run.Ink.Move(pen, 0));
            pen += run.Width;
        }

        return ink with { W = ink.W + spaces };
    }

    /// <summary>Runs in logical order, neighbours of one face joined: the page sets each span as one.</summary>
    private static ImmutableArray<Span> SpansOf(List<Run> runs)
    {
        var spans = ImmutableArray.CreateBuilder<Span>();
        foreach (var run in runs)
        {
            var face = run.Item.Font?.Id;
            if (face is not null && spans.Count > 0 && spans[^1].Face == face)
            {
                spans[^1] = spans[^1] with { Text = spans[^1].Text + run.Text };
            }
            else
            {
                spans.Add(new Span(run.Text, face, run.Item.Emoji));
            }
        }

        return spans.ToImmutable();
    }

    /// <summary>The face, then those that letters come from that it lacks.</summary>
    private List<FontFile> FacesOf(string faceId) =>
        _faces.GetOrAdd(
            faceId,
            id =>
            {
                var (family, weight) = Typefaces.Find(id) is { } shipped ? (shipped.Family, shipped.Weight) : ("", OwnWeight);
                return [FontOf(id), .. Typefaces.Fallbacks.Where(other => other != family).Select(other => FontOf(Typefaces.Nearest(Typefaces.Shipped, other, weight).Id))];
            }
        );

    /// <summary>An own face whose file is gone is set in the first fallback, which tells its own name: pages then draw the same.</summary>
    private FontFile FontOf(string faceId) =>
        _fonts.GetOrAdd(
            faceId,
            id =>
            {
                if (Typefaces.Find(id) is { } face)
                {
                    return new FontFile(id, Path.Combine(_folder, face.File));
                }

                try
                {
                    return new FontFile(id, _ownFile(id));
                }
                catch (Exception error) when (error is IOException or UnauthorizedAccessException)
                {
                    return FontOf(Typefaces.Nearest(Typefaces.Shipped, Typefaces.Fallbacks[0], OwnWeight).Id);
                }
            }
        );

}
