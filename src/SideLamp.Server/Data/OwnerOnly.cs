using System.Runtime.InteropServices;
using SideLamp.Server.Remotes;

namespace SideLamp.Server.Data;

/// <summary>Files of the data folder hold links and keys: nobody but their owner reads them.</summary>
public static partial class OwnerOnly
{
    private static readonly string[] Secrets = ["key", "health-key", "feed-keys", PairedDevices.FileName];
    private const uint GroupAndOthers = 0b000_111_111;

    /// <summary>Whatever this process makes from now on is its owner's alone. Source: umask(2).</summary>
    public static void FromNowOn() => _ = Umask(GroupAndOthers);

    /// <summary>What is there already, from a former version or a copy by hand.</summary>
    public static void Mend(string folder)
    {
        foreach (var path in Directory.EnumerateFiles(folder, "show.*").Concat(Secrets.Select(name => Path.Combine(folder, name))).Where(File.Exists))
        {
            if (!OperatingSystem.IsWindows())
            {
                File.SetUnixFileMode(path, UnixFileMode.UserRead | UnixFileMode.UserWrite);
            }
        }
    }

    [LibraryImport("libc", EntryPoint = "umask")]
    private static partial uint Umask(uint mask);
}
