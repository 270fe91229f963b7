using System.Globalization;
using System.Net;
using System.Net.Sockets;

namespace SideLamp.Server.Data;

/// <summary>Where the demo's stand-in for the web listens. The demo's feeds hold it, so it stays as it was chosen.</summary>
public static class StandInPort
{
    private const string FileName = "web-port";

    /// <returns>0 = there is no demo in the folder whose feeds ask it, nor will there be.</returns>
    public static int Of(ServeOptions options)
    {
        var file = FileIn(options.Data);
        if (!options.Fresh && File.Exists(file))
        {
            return int.TryParse(File.ReadAllText(file), CultureInfo.InvariantCulture, out var known) && known is > 0 and < 65536 ? known : 0;
        }

        var isMade = options.Fresh || !File.Exists(Path.Combine(options.Data, ShowFile.Name));
        return options.Empty || options.Describing || !isMade ? 0 : IsFree(options.Port + 1) ? options.Port + 1 : AnyFree();
    }

    public static bool IsFree(int port)
    {
        if (port > IPEndPoint.MaxPort)
        {
            return false;
        }

        try
        {
            using var probe = new TcpListener(IPAddress.Loopback, port);
            probe.Start();
            return true;
        }
        catch (SocketException error) when (error.SocketErrorCode is SocketError.AddressAlreadyInUse or SocketError.AccessDenied)
        {
            return false;
        }
    }

    /// <param name="data">The data folder, with the demo's files in it.</param>
    internal static void Keep(string data, int port) => File.WriteAllText(FileIn(data), port.ToString(CultureInfo.InvariantCulture));

    private static int AnyFree()
    {
        using var probe = new TcpListener(IPAddress.Loopback, 0);
        probe.Start();
        return ((IPEndPoint)probe.LocalEndpoint).Port;
    }

    private static string FileIn(string data) => Path.Combine(Path.GetFullPath(data), "demo", FileName);
}
