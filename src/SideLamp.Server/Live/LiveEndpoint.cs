namespace SideLamp.Server.Live;

/// <summary>Where pages connect.</summary>
internal static class LiveEndpoint
{
    /// <param name="own">Whether those who ask there are on this computer: desks among them.</param>
    public static RouteHandlerBuilder MapLive(this IEndpointRouteBuilder app, bool own) =>
        app.MapGet("/live", (HttpContext context, LiveHub hub, IHostApplicationLifetime life) => Serve(context, hub, life, own));

    private static async Task Serve(HttpContext context, LiveHub hub, IHostApplicationLifetime life, bool own)
    {
        if (!context.WebSockets.IsWebSocketRequest)
        {
            context.Response.StatusCode = 400;
            return;
        }

        using var socket = await context.WebSockets.AcceptWebSocketAsync();
        using var stop = CancellationTokenSource.CreateLinkedTokenSource(context.RequestAborted, life.ApplicationStopping);
        await hub.Serve(socket, own, stop.Token);
    }
}
