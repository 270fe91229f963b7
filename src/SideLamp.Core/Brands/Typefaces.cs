using System.Collections.Immutable;

namespace SideLamp.Core.Brands;

/// <summary>One static font file: a family in one weight and style.</summary>
/// <param name="Id">Its name in pictures and on pages, such as <c>lexend-600</c>; of an own face, the id of its stored file.</param>
/// <param name="Weight">400 regular, 500 medium, 600 semi-bold, 700 bold.</param>
/// <param name="File">Its file name in <c>fonts/</c>; of an own face, empty.</param>
public sealed record Face(string Id, string Family, int Weight, bool Italic, string File);

/// <summary>The faces that ship with the app, and which of them serves a wish.</summary>
public static class Typefaces
{
    public static readonly ImmutableArray<Face> Shipped =
    [
        .. Family("Lexend", "Lexend", "lexend", 400, 500, 600, 700),
        .. Family("Barlow Condensed", "BarlowCondensed", "barlow-condensed", 400, -400, 500, 600, -600, 700),
        .. Family("Source Serif", "SourceSerif4", "source-serif", 400, -400, 600, -600, 700),
        .. Family("Arimo", "Arimo", "arimo", 400, -400, 700, -700),
        .. Family("Noto Sans", "NotoSans", "noto-sans", 400, 700),
        .. Family("Noto Sans Arabic", "NotoSansArabic", "noto-sans-arabic", 400, 700),
        .. Family("Noto Sans Hebrew", "NotoSansHebrew", "noto-sans-hebrew", 400, 700),
        .. Family("M PLUS 1p", "MPLUS1p", "m-plus-1p", 400, 700),
    ];

    /// <summary>Families a streamer may choose; the others only stand in for letters these lack.</summary>
    public static readonly ImmutableArray<string> Families = ["Lexend", "Barlow Condensed", "Source Serif", "Arimo", "Noto Sans"];

    /// <summary>
    /// Where letters come from that the chosen face lacks, in this order: Latin, Greek and Cyrillic; Arabic; Hebrew; Japanese.
    /// </summary>
    public static readonly ImmutableArray<string> Fallbacks = ["Noto Sans", "Noto Sans Arabic", "Noto Sans Hebrew", "M PLUS 1p"];

    private static readonly ImmutableDictionary<string, Face> ById = Shipped.ToImmutableDictionary(face => face.Id);

    public static Face? Find(string id) => ById.GetValueOrDefault(id);

    /// <summary>
    /// The face of a family that is nearest to a weight. Only files that exist are offered: an italic that the family lacks is its upright.
    /// </summary>
    public static Face Nearest(IEnumerable<Face> all, string family, int weight, bool italic = false) =>
        all.Where(face => face.Family == family)
            // At equal distance the heavier: thin strokes vanish over moving pictures.
            .MinBy(face => (face.Italic == italic ? 0 : 1, Math.Abs(face.Weight - weight), -face.Weight)) ?? throw new InvalidOperationException($"There is no face of {family}.");

    private static IEnumerable<Face> Family(string family, string filePrefix, string id, params int[] weights) =>
        weights.Select(weight =>
        {
            var (heavy, italic) = (Math.Abs(weight), weight < 0);
            var style = heavy switch
            {
                400 => "Regular",
                500 => "Medium",
                600 => "SemiBold",
                _ => "Bold",
            };
            return new Face(
                $"{id}-{heavy}{(italic ? "i" : "")}",
                family,
                heavy,
                italic,
                $"{filePrefix}_{heavy}{style}{(italic ? "_Italic" : "")}.ttf"
            );
        });
}
