using System.Text;
using System.Text.Json;
using SideLamp.Core.Json;

namespace SideLamp.Server.Data;

/// <summary>Files that are there whole, as they were or as they are to be, whenever the power goes.</summary>
internal static class WholeFile
{
    /// <summary>What it holds. One that is damaged is set aside under another name, and the streamer is told.</summary>
    /// <param name="none">Where there is no file, or a damaged one.</param>
    public static (T Held, bool WasDamaged) Read<T>(string file, T none)
    {
        try
        {
            return (File.Exists(file) ? CoreJson.Read<T>(File.ReadAllText(file)) : none, false);
        }
        catch (JsonException)
        {
            File.Move(file, file + ".damaged", overwrite: true);
            return (none, true);
        }
    }

    /// <exception cref="IOException">It cannot be kept; what was there stands.</exception>
    public static void Write<T>(string file, T held)
    {
        var fresh = file + ".new";
        using (var stream = new FileStream(fresh, FileMode.Create, FileAccess.Write))
        {
            stream.Write(Encoding.UTF8.GetBytes(CoreJson.WriteWhole(held)));
            stream.Flush(flushToDisk: true);
        }

        File.Move(fresh, file, overwrite: true);
    }
}
