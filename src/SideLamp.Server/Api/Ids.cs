using System.Security.Cryptography;

namespace SideLamp.Server.Api;

/// <summary>Fresh names and secrets.</summary>
public static class Ids
{
    /// <summary>A name that no other thing has: 40 random bits after its kind's letter.</summary>
    public static string Fresh(string kind) => kind + Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(5));

    /// <summary>128 random bits in hex.</summary>
    public static string Secret() => Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(16));
}
