using System.Security.Cryptography;
using System.Text;

namespace SideLamp.Server.Security;

/// <summary>Who may do more than look on.</summary>
public sealed class Gatekeeper(GateOptions options)
{
    /// <summary>Whether it is a program of the streamer's own.</summary>
    public bool HasKey(HttpRequest request) =>
        CryptographicOperations.FixedTimeEquals(Encoding.UTF8.GetBytes(request.Headers.Authorization.ToString()), Encoding.UTF8.GetBytes($"Bearer {options.Key}"));

    /// <summary>Links to outputs are told to the desk's own pages, and to programs with the key.</summary>
    public bool MayReadLinks(HttpContext context) =>
        HasKey(context.Request) || context.Request.Headers.Origin.Count > 0 || context.Request.Headers["Sec-Fetch-Site"] == "same-origin";
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
