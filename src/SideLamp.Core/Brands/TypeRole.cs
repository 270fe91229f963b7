namespace SideLamp.Core.Brands;

public enum TypeRole
{
    Heading,
    Body,

    /// <summary>Numbers that move: timers, scores, prices.</summary>
    Figures,
}
