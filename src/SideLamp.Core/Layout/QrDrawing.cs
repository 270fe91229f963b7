using System.Globalization;
using System.Text;
using QRCoder;
using QRCoder.Exceptions;

namespace SideLamp.Core.Layout;

/// <summary>Words as the squares of a QR code. Source: ISO/IEC 18004, by the QRCoder library; error correction M.</summary>
public static class QrDrawing
{
    /// <summary>The code with its quiet zone of four squares; null when the words are too many for one.</summary>
    /// <returns>How many squares a side has, and the dark ones as an SVG path, one unit a square.</returns>
    public static (int Side, string Path)? Of(string words)
    {
        try
        {
            using var code = QRCodeGenerator.GenerateQrCode(words, QRCodeGenerator.ECCLevel.M, forceUtf8: true);
            var rows = code.ModuleMatrix;
            var path = new StringBuilder();
            for (var y = 0; y < rows.Count; y++)
            {
                for (var x = 0; x < rows.Count; x++)
                {
                    var start = x;
                    while (x < rows.Count && rows[y][x])
                    {
                        x++;
                    }

                    if (x > start)
                    {
                        path.Append(CultureInfo.InvariantCulture, $"M{start} {y}h{x - start}v1h{start - x}z");
                    }
                }
            }

            return (rows.Count, path.ToString());
        }
        catch (DataTooLongException)
        {
            return null;
        }
    }
}
