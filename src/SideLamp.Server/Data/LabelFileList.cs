using System.Collections.Immutable;

namespace SideLamp.Server.Data;

/// <summary>The files that labels were written to: these are ours, and are written anew; no others are.</summary>
public sealed class LabelFileList(string path)
{
    private ImmutableHashSet<string> _all = File.Exists(path) ? [.. File.ReadAllLines(path)] : [];

    public bool Has(string file) => _all.Contains(file);

    /// <exception cref="IOException">It cannot be noted: then it must not be written either.</exception>
    public void Add(string file)
    {
        File.AppendAllLines(path, [file]);
        _all = _all.Add(file);
    }
}
