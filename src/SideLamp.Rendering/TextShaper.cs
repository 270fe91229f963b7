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
    private const int MostRemembered = 20_000;

    /// <summary>An emoji's picture hangs this far below the baseline, in em; the page does the same.</summary>
    private const double EmojiDrop = 0.14;

    /// <summary>Letters that an own face lacks come in the fallbacks' regular weight.</summary>
    private const int OwnWeight = 400;

    private static readonly Feature[] NoLigatures = [Feature.Parse("-liga"), Feature.Parse("-clig")];
    private readonly ConcurrentDictionary<string, FontFile> _fonts = new();
    private readonly ConcurrentDictionary<(string, TextStyle, bool), ShapedLine> _lines = new();
    private readonly ConcurrentDictionary<(string, TextStyle), Paragraph> _paragraphs = new();
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
        Remembered(_paragraphs, (text, style), () =>
        {
            var (levels, paragraph) = Icu.LevelsOf(text, null);
            var (runs, spacing) = ShapeRuns(text, style, levels);
            var advance = new double[text.Length + 1];
            var clusters = new HashSet<int> { text.Length };
            foreach (var glyph in runs.SelectMany(run => run.Glyphs))
            {
                advance[glyph.Cluster] += glyph.Advance;
                clusters.Add(glyph.Cluster);
            }

            foreach (var end in Icu.GraphemesOf(text))
            {
                // Letter spacing follows each grapheme that is drawn.
                advance[end - 1] += Emphasis.IsMark(text[end - 1]) ? 0 : spacing;
            }

            return new Paragraph(
                text,
                (paragraph & 1) == 1,
                Sums(advance),
                [.. Icu.LineBreaksOf(text)],
                [.. Icu.GraphemesOf(text).Where(clusters.Contains)],
                FontOf(style.Face).CapHeight
            );
        });

    public ShapedLine ShapeLine(string text, TextStyle style, bool rtl) =>
        Remembered(_lines, (text, style, rtl), () =>
        {
            var (levels, _) = Icu.LevelsOf(text, rtl);
            var (runs, spacing) = ShapeRuns(text, style, levels);
            var spaces = Math.Max(0, Icu.GraphemesOf(text).Count - text.Count(Emphasis.IsMark) - 1) * spacing;
            var width = runs.Sum(run => run.Width) + spaces;
            return new ShapedLine(text, rtl, width, spacing, InkOf(runs, spaces), SpansOf(runs));
        });

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

    private (List<Run> Runs, double Spacing) ShapeRuns(string text, TextStyle style, byte[] levels)
    {
        var items = Itemizer.Split(
            text,
            levels,
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
        new(text.Substring(item.Start, item.Length), item, 1, new Box(0, EmojiDrop - 1, 1, 1), [new Glyph(item.Start, 1)]);

    private static Run ShapeRun(string text, Item item, double spacing)
    {
        using var buffer = new Buffer();
        buffer.ClusterLevel = ClusterLevel.MonotoneGraphemes;
        // The whole line goes along, so that joining letters see their neighbours.
        buffer.AddUtf16(text.AsSpan(), item.Start, item.Length);
        buffer.Direction = item.Rtl ? Direction.RightToLeft : Direction.LeftToRight;
        buffer.Script = item.Script;
        buffer.Language = new Language("en");
        var font = item.Font!;
        font.Font.Shape(buffer, spacing != 0 ? NoLigatures : []);
        double em = font.UnitsPerEm;
        var (pen, ink) = (0.0, default(Box));
        var glyphs = new List<Glyph>();
        var positions = buffer.GlyphPositions;
        foreach (var (glyph, at) in buffer.GlyphInfos.Select((glyph, at) => (glyph, at)))
        {
            var place = positions[at];
            if (font.Font.TryGetGlyphExtents(glyph.Codepoint, out var extents) && extents.Width != 0)
            {
                var x = pen + ((place.XOffset + extents.XBearing) / em);
                var y = -(place.YOffset + extents.YBearing) / em;
                ink = ink.Union(new Box(x, y, extents.Width / em, -extents.Height / em));
            }

            pen += place.XAdvance / em;
            glyphs.Add(new Glyph((int)glyph.Cluster, place.XAdvance / em));
        }

        return new Run(text.Substring(item.Start, item.Length), item, pen, ink, glyphs);
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

    private List<FontFile> FacesOf(string faceId)
    {
        var (family, weight) = Typefaces.Find(faceId) is { } shipped ? (shipped.Family, shipped.Weight) : ("", OwnWeight);
        return
        [
            FontOf(faceId),
            .. Typefaces.Fallbacks.Where(other => other != family).Select(other => FontOf(Typefaces.Nearest(Typefaces.Shipped, other, weight).Id)),
        ];
    }

    private FontFile FontOf(string faceId) =>
        _fonts.GetOrAdd(faceId, id => new FontFile(id, Typefaces.Find(id) is { } face ? Path.Combine(_folder, face.File) : _ownFile(id)));

    private static TValue Remembered<TKey, TValue>(ConcurrentDictionary<TKey, TValue> memory, TKey key, Func<TValue> make)
        where TKey : notnull
    {
        if (memory.TryGetValue(key, out var known))
        {
            return known;
        }

        if (memory.Count > MostRemembered)
        {
            memory.Clear();
        }

        return memory[key] = make();
    }

    private sealed record Glyph(int Cluster, double Advance);

    private sealed record Run(string Text, Item Item, double Width, Box Ink, List<Glyph> Glyphs);
}
