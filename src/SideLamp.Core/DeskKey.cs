namespace SideLamp.Core;

/// <summary>A key of the desk: one character, that the desk does not use itself.</summary>
public static class DeskKey
{
    /// <summary>What the desk itself uses.</summary>
    private const string Taken = "?";

    public static string? FaultIn(string? key) =>
        key switch
        {
            null => null,
            { Length: not 1 } => "A key is one character, such as 1 or q.",
            _ when char.IsWhiteSpace(key[0]) || char.IsControl(key[0]) => "A key is one character, such as 1 or q.",
            Taken => "The ? shows the list of keys. Choose another one.",
            _ => null,
        };
}
