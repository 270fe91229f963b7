using System.Security.Cryptography;

namespace SideLamp.Server.Data;

/// <summary>Fresh names and secrets.</summary>
public static class Ids
{
    /// <summary>What no other thing is called: 40 random bits in hex.</summary>
    public static string Fresh() => Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(5));

    /// <summary>128 random bits in hex.</summary>
    public static string Secret() => Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(16));
}
