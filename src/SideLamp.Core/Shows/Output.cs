namespace SideLamp.Core.Shows;

/// <summary>A link that shows the seats on a page.</summary>
/// <param name="Token">128 random bits in lower-case hex. Whoever has it can see the output, and do nothing else.</param>
public sealed record Output(OutputId Id, string Name, string Token);
