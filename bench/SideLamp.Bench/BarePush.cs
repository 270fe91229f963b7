using System.Collections.Concurrent;
using System.Net.WebSockets;
using System.Text;

namespace SideLamp.Bench;

/// <summary>The floor for a press: a request that only pushes a line to every open page, which draws a box.</summary>
internal static class BarePush
{
    private const string Page = """
        <!doctype html><body style="background:transparent"><div id="canvas"></div><script>
        const socket = new WebSocket(`ws://${location.host}/live`);
        socket.onmessage = (event) => {
          const box = document.createElement('div');
          box.textContent = event.data;
          document.getElementById('canvas').replaceChildren(box);
        };
        </script></body>
        """;

    public static async Task Serve(int port)
    {
        var builder = WebApplication.CreateSlimBuilder();
        builder.WebHost.ConfigureKestrel(kestrel => kestrel.ListenLocalhost(port));
        builder.Logging.ClearProviders();
        var app = builder.Build();
        var sockets = new ConcurrentBag<WebSocket>();
        app.UseWebSockets();
        app.MapGet("/", () => Results.Text(Page, "text/html"));
        app.Map(
            "/live",
            async context =>
            {
                var socket = await context.WebSockets.AcceptWebSocketAsync();
                sockets.Add(socket);
                await socket.ReceiveAsync(new byte[64], context.RequestAborted);
            }
        );
        app.MapPost(
            "/press",
            async context =>
            {
                using var reader = new StreamReader(context.Request.Body);
                var words = Encoding.UTF8.GetBytes(await reader.ReadToEndAsync());
                foreach (var socket in sockets.Where(socket => socket.State == WebSocketState.Open))
                {
                    await socket.SendAsync(words, WebSocketMessageType.Text, endOfMessage: true, CancellationToken.None);
                }
            }
        );
        Console.WriteLine("ready");
        await app.RunAsync();
    }
}
