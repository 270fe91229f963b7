using System.Net;
using SideLamp.Server.Security;

namespace SideLamp.Server.Remotes;

/// <summary>
/// Whom the second listener hears: devices near by, by the address that they were shown, from our own pages. A name that somebody
/// else's domain was given for this computer (DNS rebinding) is not among the addresses.
/// </summary>
internal sealed class NetworkGate(RequestDelegate next)
{
    public async Task InvokeAsync(HttpContext context)
    {
        var (request, connection) = (context.Request, context.Connection);
        if (connection.RemoteIpAddress is not { } from || !LocalAddresses.IsNear(from))
        {
            await PagePolicy.Refuse(context, 403, "Side Lamp is open to the local network only.");
            return;
        }

        if (!IsOurs(request.Host, connection))
        {
            await PagePolicy.Refuse(context, 421, "This address is not Side Lamp's. Use the one that it shows on its page Outputs.");
            return;
        }

        var origin = request.Headers.Origin.ToString();
        if ((origin.Length > 0 && !string.Equals(origin, $"http://{request.Host}", StringComparison.OrdinalIgnoreCase)) || PagePolicy.IsFromElsewhere(request))
        {
            await PagePolicy.Refuse(context, 403, "Another site's page may not use Side Lamp.");
            return;
        }

        if (origin.Length == 0 && (PagePolicy.Changes(request) || context.WebSockets.IsWebSocketRequest))
        {
            await PagePolicy.Refuse(context, 401, "From the local network, Side Lamp listens to its own pages only.");
            return;
        }

        PagePolicy.Add(context);
        await next(context);
    }

    /// <summary>Whether it is this computer's address, on which the request came in, or its own name.</summary>
    private static bool IsOurs(HostString host, ConnectionInfo connection)
    {
        if (host.Port != connection.LocalPort)
        {
            return false;
        }

        if (IPAddress.TryParse(host.Host, out var address))
        {
            return address.Equals(connection.LocalIpAddress?.MapToIPv4());
        }

        var name = Dns.GetHostName();
        return new[] { name, name + ".local" }.Contains(host.Host, StringComparer.OrdinalIgnoreCase);
    }
}
