using System.Collections.Immutable;
using SideLamp.Server.Files;

namespace SideLamp.Server.Data;

/// <summary>
/// Files that are held open, and whether they still lie under their names: one that was moved or deleted swallows what is
/// written, and says nothing.
/// </summary>
internal sealed class HeldFiles(params ImmutableArray<string> paths)
{
    private ImmutableArray<FileSignature?> _known = [];

    /// <summary>What lies there now are the files that are held.</summary>
    public void Remember() => _known = Look();

    public bool AreInPlace() => Look().Zip(_known).All(pair => pair is ({ } found, { } held) && (found.Device, found.Inode) == (held.Device, held.Inode));

    private ImmutableArray<FileSignature?> Look() => [.. paths.Select(UnixFile.At)];
}
