namespace SideLamp.Core.Events;

/// <summary>A message of a viewer's that something shows: where it is taken back, that goes (rule 37).</summary>
/// <param name="Person">Who wrote it.</param>
/// <param name="No">In which order it arrived.</param>
public sealed record MessageRef(EventKey Key, string Person, long No);
