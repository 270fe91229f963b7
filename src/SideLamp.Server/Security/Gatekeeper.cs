using System.Security.Cryptography;
using System.Text;

namespace SideLamp.Server.Security;

/// <summary>Who may do more than look on.</summary>
public sealed class Gatekeeper(GateOptions options)
{
    /// <summary>Whether it is a program of the streamer's own.</summary>
    public bool HasKey(HttpRequest request) => IsSame(request.Headers.Authorization.ToString(), $"Bearer {options.Key}");

    /// <summary>Whether it is somebody who watches over Side Lamp.</summary>
    public bool MayWatch(HttpRequest request) => HasKey(request) || IsSame(KeyGiven(request), options.HealthKey);

    /// <summary>The key that a program sends: as a bearer, or where it can send no headers in the address. Empty = none.</summary>
    public static string KeyGiven(HttpRequest request) => BearerOf(request) ?? request.Query["key"].ToString();

    /// <summary>What stands behind <c>Authorization: Bearer</c>; null = nothing.</summary>
    public static string? BearerOf(HttpRequest request) => request.Headers.Authorization.ToString() is ['B' or 'b', 'e', 'a', 'r', 'e', 'r', ' ', .. var key] ? key.Trim() : null;

    private static bool IsSame(string given, string key) => CryptographicOperations.FixedTimeEquals(Encoding.UTF8.GetBytes(given), Encoding.UTF8.GetBytes(key));

    /// <summary>Links to outputs are told to the desk's own pages, and to programs with the key.</summary>
    public bool MayReadLinks(HttpContext context) =>
        HasKey(context.Request) || context.Request.Headers.Origin.Count > 0 || context.Request.Headers["Sec-Fetch-Site"] == "same-origin";
}

/// <param name="Key">128 random bits in hex, kept in the data folder, for programs of the streamer's own.</param>
/// <param name="HealthKey">The same, for whoever only watches.</param>
public sealed record GateOptions(IReadOnlySet<string> Hosts, IReadOnlySet<string> Origins, string Key, string HealthKey)
{
    public static GateOptions For(int port, string key, string healthKey)
    {
        var hosts = new[] { $"127.0.0.1:{port}", $"localhost:{port}", $"[::1]:{port}" };
        return new GateOptions(hosts.ToHashSet(StringComparer.OrdinalIgnoreCase), hosts.Select(host => $"http://{host}").ToHashSet(StringComparer.OrdinalIgnoreCase), key, healthKey);
    }
}
