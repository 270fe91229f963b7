using System.Security.Cryptography;
using System.Text;

namespace SideLamp.Server.Security;

/// <summary>
/// Whom the server listens to. Any page the streamer has open can send requests to this machine, so the Host must be ours, the
/// Origin must be ours, and a change without an Origin needs the key that lies in the data folder.
/// </summary>
public sealed class Gate(RequestDelegate next, GateOptions options)
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
        if (origin.Length > 0 && !options.Origins.Contains(origin))
        {
            await Refuse(context, 403, "Another site's page may not use Side Lamp.");
            return;
        }

        var changes = !HttpMethods.IsGet(request.Method) && !HttpMethods.IsHead(request.Method);
        if (origin.Length == 0 && (changes || context.WebSockets.IsWebSocketRequest) && !HasKey(request))
        {
            await Refuse(context, 401, "A program that changes something sends the key of the data folder: Authorization: Bearer …");
            return;
        }

        context.Response.Headers.XContentTypeOptions = "nosniff";
        context.Response.Headers["Referrer-Policy"] = "no-referrer";
        await next(context);
    }

    private bool HasKey(HttpRequest request) =>
        CryptographicOperations.FixedTimeEquals(Encoding.UTF8.GetBytes(request.Headers.Authorization.ToString()), Encoding.UTF8.GetBytes($"Bearer {options.Key}"));

    private static Task Refuse(HttpContext context, int status, string title) => Results.Problem(title: title, statusCode: status).ExecuteAsync(context);
}

/// <param name="Key">128 random bits in hex, kept in the data folder, for programs of the streamer's own.</param>
public sealed record GateOptions(IReadOnlySet<string> Hosts, IReadOnlySet<string> Origins, string Key)
{
    public static GateOptions For(int port, string key)
    {
        var hosts = new[] { $"127.0.0.1:{port}", $"localhost:{port}", $"[::1]:{port}" };
        return new GateOptions(hosts.ToHashSet(StringComparer.OrdinalIgnoreCase), hosts.Select(host => $"http://{host}").ToHashSet(StringComparer.OrdinalIgnoreCase), key);
    }
}
