namespace SideLamp.Core.Shows;

/// <summary>A link that shows the seats on a page.</summary>
/// <param name="Token">128 random bits in lower-case hex. Whoever has it can see the output, and do nothing else.</param>
/// <param name="Sounds">Whether its page plays the sounds of graphics.</param>
public sealed record Output(OutputId Id, string Name, string Token, bool Sounds = true)
{
    /// <summary>As it is told to somebody who may know its link, or may not.</summary>
    public Output Told(bool withLink) => withLink ? this : this with { Token = "" };
}
