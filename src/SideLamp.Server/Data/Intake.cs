using SideLamp.Core;
using SideLamp.Core.Editing;
using SideLamp.Core.Media;
using SideLamp.Core.Templates;
using SideLamp.Core.Text;
using SideLamp.Server.Api;
using SideLamp.Server.Views;
using SideLamp.Store;

namespace SideLamp.Server.Data;

/// <summary>Takes files in: what they are, their bytes say, not their names.</summary>
public static class Intake
{
    /// <summary>Large files are taken one after the other: four films at once need not fit into memory together.</summary>
    private static readonly SemaphoreSlim OneAtATime = new(1, 1);

    /// <exception cref="RefusedException">It is too large, damaged, or nothing that pages can show.</exception>
    public static Task<AssetView> Receive(HttpRequest request, AssetRepository assets, string? name) => Alone(request, MediaFile.LargestVideo, bytes => Keep(assets, bytes, name ?? "file"));

    /// <summary>Takes what is sent, when its turn comes.</summary>
    /// <exception cref="RefusedException">There is more than this, or it was refused.</exception>
    public static Task<T> Alone<T>(HttpRequest request, int most, Func<byte[], T> take) =>
        InTurn(
            async () =>
            {
                var bytes = await ReadAll(request, most);
                return await Task.Run(() => take(bytes));
            },
            request.HttpContext.RequestAborted
        );

    /// <summary>Makes a file to give out, when its turn comes.</summary>
    /// <exception cref="RefusedException">It was refused.</exception>
    public static Task<T> Packed<T>(HttpContext context, Func<T> pack) => InTurn(() => Task.Run(pack), context.RequestAborted);

    private static async Task<T> InTurn<T>(Func<Task<T>> work, CancellationToken gone)
    {
        await OneAtATime.WaitAsync(gone);
        try
        {
            return await work();
        }
        finally
        {
            OneAtATime.Release();
        }
    }

    /// <exception cref="RefusedException">It is too large, damaged, or nothing that pages can show.</exception>
    public static AssetView Keep(AssetRepository assets, byte[] bytes, string name)
    {
        var read = MediaFile.Recognise(bytes);
        if (read.Value is not { } file)
        {
            throw RefusedException.Faulty(read.Faults);
        }

        var clean = Words.Clean(name, FieldKind.Text);
        clean = clean.Length == 0 ? "file" : clean;
        return AssetView.Of(assets.Add(bytes, file, clean.Length > Names.Longest ? Spelling.Clean(clean[..Names.Longest]) : clean), file.Font);
    }

    /// <exception cref="RefusedException">There is more than this.</exception>
    private static async Task<byte[]> ReadAll(HttpRequest request, int most)
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
