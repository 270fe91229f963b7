using SideLamp.Core.Editing;
using SideLamp.Core.Feeds;
using SideLamp.Core.Tables;

namespace SideLamp.Server.Feeds;

/// <summary>
/// Ticks a box in a file that another program may be writing at the same moment. The file is read again first, one mark of it is
/// changed where it stands, and then it is looked at: where an editor came between, its words win, and the box is ticked in them.
/// </summary>
public static class ChecklistWriter
{
    private const int MostTries = 8;
    private static readonly TimeSpan Pause = TimeSpan.FromMilliseconds(60);

    /// <param name="words">What stands behind the box.</param>
    /// <param name="twin">Which of those with the same words.</param>
    /// <exception cref="RefusedException">It cannot be done; the file is as it was.</exception>
    public static void Tick(Feed feed, string words, int twin, bool done)
    {
        for (var tries = 0; tries < MostTries; tries++)
        {
            if (tries > 0)
            {
                Thread.Sleep(Pause);
            }

            if (SourceFile.Look(feed.Path, null) is not { IsStill: true } look)
            {
                continue;
            }

            if (look.Bytes is not { } bytes)
            {
                throw RefusedException.Conflict(look.Trouble ?? "The file is gone.");
            }

            if (Checklist.Change(bytes, words, twin, done) is not { } change)
            {
                throw RefusedException.Conflict($"“{words}” is not in the file any more. Nothing was changed.");
            }

            if (change.IsDone || Write(feed.Path, bytes, change))
            {
                return;
            }
        }

        throw RefusedException.Conflict("The file is being written all the time. Nothing was changed.");
    }

    /// <summary>Whether it was written, and nobody came between.</summary>
    private static bool Write(string path, byte[] bytes, BoxChange change)
    {
        try
        {
            using var file = File.OpenHandle(path, FileMode.Open, FileAccess.ReadWrite, FileShare.ReadWrite | FileShare.Delete);
            if (!IsStill(file, bytes))
            {
                return false;
            }

            var written = change.Written(bytes);
            RandomAccess.Write(file, written, change.At);
            if (change.Old.Length != change.New.Length)
            {
                RandomAccess.SetLength(file, change.At + written.Length);
            }

            byte[] expected = [.. bytes[..change.At], .. change.Written(bytes), .. bytes[(change.At + change.Old.Length)..]];
            expected = change.Old.Length == change.New.Length ? expected : expected[..(change.At + written.Length)];
            Mend(file, change);
            // By its path: an editor may have put another file in its place.
            return SourceFile.Look(path, null) is { IsStill: true, Bytes: { } after } && after.AsSpan().SequenceEqual(expected);
        }
        catch (UnauthorizedAccessException)
        {
            throw RefusedException.Conflict("Side Lamp may not write this file. Change its permissions.");
        }
        catch (IOException error)
        {
            throw RefusedException.Conflict($"The file could not be written: {error.Message.TrimEnd('.')}.");
        }
    }

    private static bool IsStill(Microsoft.Win32.SafeHandles.SafeFileHandle file, byte[] bytes)
    {
        if (RandomAccess.GetLength(file) != bytes.Length)
        {
            return false;
        }

        var now = new byte[bytes.Length];
        var length = 0;
        while (length < now.Length && RandomAccess.Read(file, now.AsSpan(length), length) is var read and > 0)
        {
            length += read;
        }

        return now.AsSpan().SequenceEqual(bytes);
    }

    /// <summary>An editor that had just emptied the file leaves our mark behind a hole: what is behind its words is not of anybody.</summary>
    private static void Mend(Microsoft.Win32.SafeHandles.SafeFileHandle file, BoxChange change)
    {
        var hole = new byte[1];
        if (change.At > 0 && RandomAccess.GetLength(file) == change.At + change.New.Length && RandomAccess.Read(file, hole, change.At - 1) == 1 && hole[0] == 0 && change.Old.Length == 1)
        {
            // The editor's words come before it, or are still to come.
            var length = change.At;
            while (length > 0 && RandomAccess.Read(file, hole, length - 1) == 1 && hole[0] == 0)
            {
                length--;
            }

            RandomAccess.SetLength(file, length);
        }
    }
}
