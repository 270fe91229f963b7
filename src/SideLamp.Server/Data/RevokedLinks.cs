using System.Security.Cryptography;
using System.Text;
using SideLamp.Core.Shows;

namespace SideLamp.Server.Data;

/// <summary>
/// Links that were replaced because they leaked, by their hash, in a file of their own: whatever copy of the show is opened
/// later, such a link stays dark.
/// </summary>
public sealed class RevokedLinks(string folder)
{
    private readonly string _file = Path.Combine(folder, "revoked-links");
    private readonly Lock _turn = new();

    /// <summary>On the disk when this returns.</summary>
    public void Add(string token)
    {
        lock (_turn)
        {
            using var stream = new FileStream(_file, FileMode.Append, FileAccess.Write);
            stream.Write(Encoding.ASCII.GetBytes(HashOf(token) + "\n"));
            stream.Flush(flushToDisk: true);
        }
    }

    /// <summary>The show, where outputs with such a link have a new one.</summary>
    public Show Obeyed(Show show)
    {
        if (!File.Exists(_file))
        {
            return show;
        }

        var revoked = File.ReadAllLines(_file).ToHashSet(StringComparer.Ordinal);
        return show.Outputs.Any(output => revoked.Contains(HashOf(output.Token)))
            ? show with { Outputs = [.. show.Outputs.Select(output => revoked.Contains(HashOf(output.Token)) ? output with { Token = Ids.Secret() } : output)] }
            : show;
    }

    private static string HashOf(string token) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(token)));
}
