namespace SideLamp.Core.Events;

/// <summary>Where the picture of somebody is, as senders tell it.</summary>
public static class PictureAddress
{
    private const int Longest = 2000;

    /// <summary>A whole address of the web, without names and passwords; empty where it is none.</summary>
    public static string In(string said) =>
        said.Length <= Longest && Uri.TryCreate(said, UriKind.Absolute, out var address) && address is { Scheme: "https" or "http", UserInfo: "", Host.Length: > 0 } ? address.AbsoluteUri : "";
}
