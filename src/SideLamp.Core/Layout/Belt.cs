using System.Collections.Immutable;
using SideLamp.Core.Tickers;

namespace SideLamp.Core.Layout;

/// <summary>What moves through a node's box: pages place its pieces by the program.</summary>
/// <param name="Program">Its pace and its order.</param>
/// <param name="Pieces">What items show, each once however often it passes.</param>
public sealed record Belt(BeltProgram Program, ImmutableArray<Piece> Pieces);

/// <summary>What an item shows.</summary>
/// <param name="Id">Of its words: equal lines are one piece.</param>
/// <param name="Nodes">As of a picture, with the piece's corner at that of the belt's box; the belt is the parent of the outermost.</param>
public sealed record Piece(string Id, ImmutableArray<Node> Nodes);
