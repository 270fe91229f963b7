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
            await Refuse(context, 421, "This address is not Side Lamp's. Use the one that it printed at its start.");
            return;
        }

        var origin = request.Headers.Origin.ToString();
        if ((origin.Length > 0 && !options.Origins.Contains(origin)) || IsFromElsewhere(request))
        {
            await Refuse(context, 403, "Another site's page may not use Side Lamp.");
            return;
        }

        var changes = !HttpMethods.IsGet(request.Method) && !HttpMethods.IsHead(request.Method);
        // Whoever pushes, or sends events, has a key of its own, which is looked at there.
        changes &= !request.Path.StartsWithSegments("/push") && !request.Path.StartsWithSegments(EventEndpoints.Path);
        if (origin.Length == 0 && (changes || context.WebSockets.IsWebSocketRequest) && !keeper.HasKey(request))
        {
            await Refuse(context, 401, "A program that changes something sends the key of the data folder: Authorization: Bearer …");
            return;
        }

        var headers = context.Response.Headers;
        headers.XContentTypeOptions = "nosniff";
        headers["Referrer-Policy"] = "no-referrer";
        headers["Cross-Origin-Resource-Policy"] = "same-origin";
        headers.ContentSecurityPolicy = PolicyOf(request);
        await next(context);
    }

    /// <summary>
    /// Browsers say whose page asks. A link to a page may stand anywhere, and outputs may be framed; all else is for our own pages.
    /// Source: W3C Fetch Metadata Request Headers.
    /// </summary>
    private static bool IsFromElsewhere(HttpRequest request)
    {
        var site = request.Headers["Sec-Fetch-Site"].ToString();
        var isPage = request.Headers["Sec-Fetch-Mode"] == "navigate" && HttpMethods.IsGet(request.Method) && !request.Path.StartsWithSegments("/api") && !request.Path.StartsWithSegments("/assets");
        return site is "cross-site" or "same-site" && !isPage;
    }

    /// <summary>What our pages may load: nothing but ours. Source: CSP Level 3.</summary>
    private static string PolicyOf(HttpRequest request)
    {
        // The live socket is named as well: engines of years ago do not count it as 'self'.
        var policy =
            $"default-src 'self'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; media-src 'self' blob:; font-src 'self' data:; connect-src 'self' ws://{request.Host}; object-src 'none'; base-uri 'none'; form-action 'self'";
        return request.Path.StartsWithSegments("/out") ? policy : policy + "; frame-ancestors 'none'";
    }

    private static Task Refuse(HttpContext context, int status, string title) => Results.Problem(title: title, statusCode: status).ExecuteAsync(context);
}
