using System.Collections.Immutable;
using System.Net;
using System.Net.NetworkInformation;
using System.Net.Sockets;
using SideLamp.Server.Security;

namespace SideLamp.Server.Remotes;

/// <summary>How this computer is reached from its local network.</summary>
internal static class LocalAddresses
{
    /// <summary>Its IPv4 addresses there, the likeliest one first: of a network that leads somewhere, and not of machines within this one.</summary>
    public static ImmutableArray<string> Now() =>
        [
            .. NetworkInterface
                .GetAllNetworkInterfaces()
                .Where(one => one is { OperationalStatus: OperationalStatus.Up, NetworkInterfaceType: not NetworkInterfaceType.Loopback })
                .Select(one => one.GetIPProperties())
                .OrderByDescending(one => one.GatewayAddresses.Count > 0)
                .SelectMany(one => one.UnicastAddresses)
                .Select(one => one.Address)
                .Where(one => one.AddressFamily == AddressFamily.InterNetwork && WebGuard.ReachOf(one) == Reach.Private)
                .Select(one => one.ToString())
                .Distinct(),
        ];

    /// <summary>Whether somebody asks from there, or from this computer itself.</summary>
    public static bool IsNear(IPAddress address) => WebGuard.ReachOf(address) == Reach.Private;
}
