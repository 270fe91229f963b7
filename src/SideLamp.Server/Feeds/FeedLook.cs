using System.Text;
using SideLamp.Core;
using SideLamp.Core.Editing;
using SideLamp.Core.Feeds;
using SideLamp.Server.Api;
using SideLamp.Server.Data;

namespace SideLamp.Server.Feeds;

/// <summary>Has the bytes of a source once, for somebody who asks what it would make.</summary>
public sealed class FeedLook(ServeOptions options)
{
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(5);

    /// <exception cref="RefusedException">They cannot be had; it says why.</exception>
    public async Task<byte[]> BytesOf(LookWish wish, CancellationToken stop)
    {
        if (wish.Text is { } text)
        {
            return Encoding.UTF8.GetBytes(text);
        }

        if (wish.Path == Feed.Pushed)
        {
            throw RefusedException.Faulty("/path", "Nothing is read here: other programs send it.");
        }

        if (Feed.PathFaultIn(wish.Path) is { } fault)
        {
            throw RefusedException.Faulty([fault]);
        }

        return Feed.IsAddress(wish.Path) ? await OfAddress(wish, new Uri(wish.Path!), stop) : await OfFile(wish.Path!, stop);
    }

    private async Task<byte[]> OfAddress(LookWish wish, Uri address, CancellationToken stop)
    {
        RefusedException.ThrowIfAny(wish.Key?.Faults() ?? [], "/key");
        var key = wish.Key is { } given ? WebKey.For(address, given) : null;
        using var getter = new WebGetter(options.Port);
        return await getter.Get(new WebAsk(address, WebMark.None, wish.Private ?? false, key), stop) switch
        {
            WebAnswer.Came came => came.Bytes,
            WebAnswer.Failed { IsPrivate: true } failed => throw RefusedException.Faulty("/private", failed.Trouble),
            WebAnswer.Failed failed => throw RefusedException.Faulty("/path", failed.Trouble),
            _ => throw RefusedException.Faulty("/path", "The address gave nothing."),
        };
    }

    private static async Task<byte[]> OfFile(string path, CancellationToken stop)
    {
        // On a thread of its own: a file on a computer that is away can hold it for ever.
        var look = OwnThread.Run(() => SourceFile.Look(path, null)!);
        try
        {
            var looked = await look.WaitAsync(Patience, stop);
            return looked.Bytes ?? throw RefusedException.Faulty("/path", looked.Trouble ?? "There is no such file yet. It can be added all the same: it is read as soon as it is there.");
        }
        catch (TimeoutException)
        {
            throw RefusedException.Faulty("/path", $"The file has not answered for {Patience.TotalSeconds:0} s. It may lie on a computer that is away.");
        }
    }
}
