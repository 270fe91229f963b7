using SideLamp.Core.Media;
using SideLamp.Core.Templates;
using SideLamp.Core.Text;
using SideLamp.Server.Loop;
using SideLamp.Store;

namespace SideLamp.Server.Api;

/// <summary>Takes files in: what they are, their bytes say, not their names.</summary>
public static class Intake
{
    /// <exception cref="RefusedException">It is too large, damaged, or nothing that pages can show.</exception>
    public static async Task<AssetView> Receive(HttpRequest request, AssetRepository assets, string? name)
    {
        var bytes = await ReadAll(request, MediaFile.LargestVideo);
        return Keep(assets, bytes, name ?? "file");
    }

    /// <exception cref="RefusedException">It is too large, damaged, or nothing that pages can show.</exception>
    public static AssetView Keep(AssetRepository assets, byte[] bytes, string name)
    {
        var read = MediaFile.Recognise(bytes);
        if (read.Value is not { } file)
        {
            throw RefusedException.Faulty(read.Faults);
        }

        return AssetView.Of(assets.Add(bytes, file, Words.Clean(name, FieldKind.Text)), file.Font);
    }

    /// <exception cref="RefusedException">There is more than this.</exception>
    public static async Task<byte[]> ReadAll(HttpRequest request, int most)
    {
        using var copy = new MemoryStream();
        var buffer = new byte[81920];
        int read;
        while ((read = await request.Body.ReadAsync(buffer)) > 0)
        {
            copy.Write(buffer, 0, read);
            if (copy.Length > most)
            {
                throw RefusedException.Faulty("", $"The file is larger than {most >> 20} MiB. Save it smaller.");
            }
        }

        return copy.ToArray();
    }
}
