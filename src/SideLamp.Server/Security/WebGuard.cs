using System.Net;
using System.Net.NetworkInformation;
using System.Net.Sockets;

namespace SideLamp.Server.Security;

/// <summary>What an address on the network is to whoever asks a stranger's link for words.</summary>
public enum Reach
{
    /// <summary>Anybody's to reach.</summary>
    Public,

    /// <summary>Of this machine, or of the network that it stands in: only with the streamer's consent.</summary>
    Private,

    /// <summary>Never: of no single machine, or of what serves machines themselves.</summary>
    Never,
}

/// <summary>Which addresses feeds may ask. Sources: the special-purpose address registries of RFC 6890 for IPv4 and IPv6 (from memory).</summary>
public static class WebGuard
{
    private static readonly (IPNetwork Network, Reach Reach)[] Special =
    [
        .. Of(Reach.Private, "10.0.0.0/8", "100.64.0.0/10", "127.0.0.0/8", "172.16.0.0/12", "192.168.0.0/16", "::1/128", "fc00::/7"),
        .. Of(Reach.Never, "0.0.0.0/8", "169.254.0.0/16", "192.0.0.0/24", "192.0.2.0/24", "192.88.99.0/24", "198.18.0.0/15", "198.51.100.0/24", "203.0.113.0/24", "224.0.0.0/4", "240.0.0.0/4"),
        .. Of(Reach.Never, "::/128", "100::/64", "2001::/23", "2001:db8::/32", "fe80::/10", "fec0::/10", "ff00::/8"),
    ];

    public static Reach ReachOf(IPAddress address)
    {
        var plain = Unmapped(address);
        foreach (var (network, reach) in Special)
        {
            if (network.BaseAddress.AddressFamily == plain.AddressFamily && network.Contains(plain))
            {
                return reach;
            }
        }

        return Reach.Public;
    }

    /// <summary>Whether it is this machine's own, so that its own port could be asked through it.</summary>
    public static bool IsOwn(IPAddress address)
    {
        var plain = Unmapped(address);
        return IPAddress.IsLoopback(plain)
            || NetworkInterface.GetAllNetworkInterfaces().SelectMany(one => one.GetIPProperties().UnicastAddresses).Any(one => Unmapped(one.Address).Equals(plain));
    }

    /// <summary>IPv4 addresses that hide in IPv6 ones: mapped (RFC 4291), by NAT64 (RFC 6052), by 6to4 (RFC 3056).</summary>
    private static IPAddress Unmapped(IPAddress address)
    {
        if (address.AddressFamily != AddressFamily.InterNetworkV6)
        {
            return address;
        }

        if (address.IsIPv4MappedToIPv6)
        {
            return address.MapToIPv4();
        }

        var bytes = address.GetAddressBytes();
        return bytes.AsSpan() switch
        {
            [0x00, 0x64, 0xFF, 0x9B, 0, 0, 0, 0, 0, 0, 0, 0, ..] => new IPAddress(bytes.AsSpan(12)),
            [0x20, 0x02, ..] => new IPAddress(bytes.AsSpan(2, 4)),
            // The compatible form of old.
            [0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, not 0, ..] => new IPAddress(bytes.AsSpan(12)),
            _ => address,
        };
    }

    private static IEnumerable<(IPNetwork, Reach)> Of(Reach reach, params string[] networks) => networks.Select(network => (IPNetwork.Parse(network), reach));
}
