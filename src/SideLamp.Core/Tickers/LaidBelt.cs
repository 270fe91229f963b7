using System.Collections.Immutable;

namespace SideLamp.Core.Tickers;

/// <summary>A belt as the layout has it now: what is to run, and how.</summary>
/// <param name="Part">Id of the part that shows it.</param>
/// <param name="Mirrored">As of <see cref="BeltProgram"/>; so are the other measures.</param>
/// <param name="Px">How far it goes in a frame; of a flip 1.</param>
/// <param name="Items">In their order; empty = there is nothing to tell.</param>
public sealed record LaidBelt(string Part, BeltMotion Motion, bool Mirrored, int Window, int Gap, int Px, int? Rounds, BeltEnd End, ImmutableArray<LaidItem> Items);

/// <summary>An item with the line of words that it is made from.</summary>
/// <param name="Piece">Of the line: equal lines have equal ids.</param>
public sealed record LaidItem(string Piece, int Length, string Line);
