using System.Globalization;
using SideLamp.Core.Tables;
using SideLamp.Server.Files;

namespace SideLamp.Server.Feeds;

/// <summary>One look at a file that another program writes.</summary>
/// <param name="Bytes">What was in it; null when it could not be had.</param>
/// <param name="Signature">Of the file; null when there is none.</param>
/// <param name="IsStill">Whether nothing changed while it was read.</param>
/// <param name="Trouble">Why it could not be had, in a sentence; null when it is only not there.</param>
public sealed record FileLook(byte[]? Bytes, FileSignature? Signature, bool IsStill, string? Trouble)
{
    public bool IsMissing => Bytes is null && Trouble is null;
}

/// <summary>Reads files that other programs are writing.</summary>
public static class SourceFile
{
    /// <param name="known">What it was when it was last taken: an unchanged file need not be read again.</param>
    /// <returns>Null when it is just that.</returns>
    public static FileLook? Look(string path, FileSignature? known)
    {
        try
        {
            var (file, errno) = UnixFile.Open(path);
            if (file is null)
            {
                return new FileLook(null, null, true, errno switch
                {
                    UnixFile.NoEntry or UnixFile.NotAFolder => null,
                    UnixFile.NotAllowed => "Side Lamp may not read this file. Change its permissions.",
                    UnixFile.TooManyLinks => "This is a link that leads back to itself. Give the path of the file.",
                    _ => $"The file cannot be read (error {errno.ToString(CultureInfo.InvariantCulture)}). It may lie on a computer that is away.",
                });
            }

            using (file)
            {
                return Look(file, known);
            }
        }
        catch (IOException error)
        {
            return new FileLook(null, null, true, $"The file cannot be read: {error.Message.TrimEnd('.')}.");
        }
    }

    private static FileLook? Look(UnixFile file, FileSignature? known)
    {
        var (kind, before) = file.Ask();
        if (kind != FileKind.Regular)
        {
            return new FileLook(null, before, true, kind == FileKind.Folder ? "This is a folder, not a file. Give the path of a file in it." : "This is a pipe or a device, not a file. Give the path of a file.");
        }

        if (before.Size > Source.LargestBytes)
        {
            return new FileLook(null, before, true, $"The file is {before.Size >> 20:N0} MB large; Side Lamp reads files up to {Source.LargestBytes >> 20} MB.");
        }

        if (known == before)
        {
            return null;
        }

        // One more than fits tells that it has grown meanwhile.
        var bytes = file.Read(Source.LargestBytes + 1, before.Size);
        var after = file.Ask().Signature;
        return bytes.Length > Source.LargestBytes ? new FileLook(null, after, false, $"The file is larger than {Source.LargestBytes >> 20} MB, the most that Side Lamp reads.") : new FileLook(bytes, after, before == after, null);
    }
}
