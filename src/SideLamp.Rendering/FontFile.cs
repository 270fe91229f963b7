using HarfBuzzSharp;

namespace SideLamp.Rendering;

/// <summary>One loaded font file. Measures are in font units; <see cref="UnitsPerEm"/> of them are one em.</summary>
internal sealed class FontFile : IDisposable
{
    /// <summary>A fair guess for fonts that do not say how high their capitals are.</summary>
    private const double UsualCapHeight = 0.7;

    private readonly Blob _blob;
    private readonly Face _face;

    public FontFile(string id, string path)
    {
        Id = id;
        _blob = Blob.FromFile(path);
        _face = new Face(_blob, 0);
        UnitsPerEm = _face.UnitsPerEm;
        Font = new Font(_face);
        Font.SetScale(UnitsPerEm, UnitsPerEm);
        Font.SetFunctionsOpenType();
        CapHeight = TryInk('H', out var ink) ? ink.YBearing / (double)UnitsPerEm : UsualCapHeight;
    }

    public string Id { get; }

    public int UnitsPerEm { get; }

    public Font Font { get; }

    /// <summary>In em.</summary>
    public double CapHeight { get; }

    public bool Has(int rune) => Font.TryGetNominalGlyph((uint)rune, out _);

    public void Dispose()
    {
        Font.Dispose();
        _face.Dispose();
        _blob.Dispose();
    }

    private bool TryInk(char letter, out GlyphExtents ink)
    {
        ink = default;
        return Font.TryGetNominalGlyph(letter, out var glyph) && Font.TryGetGlyphExtents(glyph, out ink);
    }
}
