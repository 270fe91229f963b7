using System.Text;

namespace SideLamp.Server.Data;

/// <summary>Files that are there whole, as they were or as they are to be, whenever the power goes.</summary>
internal static class WholeFile
{
    /// <exception cref="IOException">It cannot be kept; what was there stands.</exception>
    public static void Write(string file, string text)
    {
        var fresh = file + ".new";
        using (var stream = new FileStream(fresh, FileMode.Create, FileAccess.Write))
        {
            stream.Write(Encoding.UTF8.GetBytes(text));
            stream.Flush(flushToDisk: true);
        }

        File.Move(fresh, file, overwrite: true);
    }
}
