using SideLamp.Server.Api;

namespace SideLamp.Server.Security;

/// <summary>
/// Whom the server listens to. Any page the streamer has open can send requests to this machine, so the Host must be ours, the
/// Origin must be ours, another site's page may not even ask for a picture, and a change without an Origin needs the key that
/// lies in the data folder.
/// </summary>
public sealed class Gate(RequestDelegate next, GateOptions options, Gatekeeper keeper)
{
    public async Task InvokeAsync(HttpContext context)
    {
        var request = context.Request;
        if (!options.Hosts.Contains(request.Host.Value ?? ""))
        {
            await PagePolicy.Refuse(context, 421, "This address is not Side Lamp's. Use the one that it printed at its start.");
            return;
        }

        var origin = request.Headers.Origin.ToString();
        if ((origin.Length > 0 && !options.Origins.Contains(origin)) || PagePolicy.IsFromElsewhere(request))
        {
            await PagePolicy.Refuse(context, 403, "Another site's page may not use Side Lamp.");
            return;
        }

        // Whoever pushes, or sends events, has a key of its own, which is looked at there.
        var changes = PagePolicy.Changes(request) && !request.Path.StartsWithSegments("/push") && !request.Path.StartsWithSegments(EventEndpoints.Path);
        if (origin.Length == 0 && (changes || context.WebSockets.IsWebSocketRequest) && !keeper.HasKey(request))
        {
            await PagePolicy.Refuse(context, 401, "A program that changes something sends the key of the data folder: Authorization: Bearer …");
            return;
        }

        PagePolicy.Add(context);
        await next(context);
    }
}
