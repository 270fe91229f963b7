namespace SideLamp.Core.Chat;

/// <summary>As whom a chat server is asked in. No part of the show: it is written to no log, and goes nowhere with it.</summary>
/// <param name="Password">Empty = none is needed.</param>
public sealed record ChatLogin(string Nick, string Password)
{
    private const int LongestPassword = 400;

    public IEnumerable<Fault> Faults()
    {
        if (!IrcNames.IsNick(Nick))
        {
            yield return new Fault("/nick", "A name on a chat server has 1 to 40 letters, digits and -_[]{}\\|^`, and begins with none of the digits.");
        }

        if (Password.Length > LongestPassword || Password.Any(letter => char.IsControl(letter) || letter == ' '))
        {
            yield return new Fault("/password", $"The password has up to {LongestPassword} characters, no spaces and no line breaks.");
        }
    }

    public override string ToString() => "ChatLogin";
}
