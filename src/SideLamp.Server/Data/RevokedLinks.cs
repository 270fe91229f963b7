using System.Security.Cryptography;
using System.Text;
using SideLamp.Core.Shows;

namespace SideLamp.Server.Data;

/// <summary>
/// Links that were replaced because they leaked, by their hash, in a file of their own: whatever copy of the show is opened
/// later, such a link stays dark.
/// </summary>
public sealed class RevokedLinks
{
    private readonly string _file;
    private readonly Lock _turn = new();

    /// <summary>What the file holds, should it get lost.</summary>
    private readonly HashSet<string> _hashes;

    public RevokedLinks(string folder)
    {
        _file = Path.Combine(folder, "revoked-links");
        _hashes = File.Exists(_file) ? File.ReadAllLines(_file).ToHashSet(StringComparer.Ordinal) : [];
    }

    /// <summary>On the disk when this returns.</summary>
    public void Add(string token)
    {
        lock (_turn)
        {
            _hashes.Add(HashOf(token));
            Write(FileMode.Append, [HashOf(token)]);
        }
    }

    /// <summary>Writes all of them into a folder that was made anew.</summary>
    public void KeepAgain()
    {
        lock (_turn)
        {
            Write(FileMode.Create, _hashes);
        }
    }

    /// <summary>The show, where outputs with such a link have a new one.</summary>
    public Show Obeyed(Show show)
    {
        lock (_turn)
        {
            return show.Outputs.Any(output => _hashes.Contains(HashOf(output.Token)))
                ? show with { Outputs = [.. show.Outputs.Select(output => _hashes.Contains(HashOf(output.Token)) ? output with { Token = Ids.Secret() } : output)] }
                : show;
        }
    }

    private void Write(FileMode mode, IEnumerable<string> hashes)
    {
        using var stream = new FileStream(_file, mode, FileAccess.Write);
        stream.Write(Encoding.ASCII.GetBytes(string.Concat(hashes.Select(hash => hash + "\n"))));
        stream.Flush(flushToDisk: true);
    }

    private static string HashOf(string token) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(token)));
}
