using System.Globalization;
using System.Text;
using SideLamp.Core.Brands;

namespace SideLamp.Server.Api;

/// <summary>The faces for pages: the same files that text is measured with.</summary>
public static class FontFiles
{
    /// <summary>
    /// Each file is a family of its own, with nothing left for the browser to choose. The overrides put the baseline at
    /// top + size in every face, so that pictures need not know a font's own metrics.
    /// </summary>
    public static string StyleSheet() =>
        Typefaces
            .Shipped.Aggregate(
                new StringBuilder(),
                (css, face) =>
                    css.Append(
                        CultureInfo.InvariantCulture,
                        $"@font-face{{font-family:\"{face.Id}\";src:url(\"/fonts/{face.File}\");font-weight:normal;font-style:normal;font-display:block;ascent-override:100%;descent-override:0%;line-gap-override:0%}}\n"
                    )
            )
            .ToString();
}
