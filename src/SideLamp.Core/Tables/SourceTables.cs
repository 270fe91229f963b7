using System.Collections.Immutable;

namespace SideLamp.Core.Tables;

/// <summary>All that one read of a source brought.</summary>
/// <param name="Tables">At least one, each with a name of its own.</param>
/// <param name="Notes">What the streamer should know of it, in sentences.</param>
public sealed record SourceTables(ImmutableArray<Table> Tables, ImmutableArray<string> Notes)
{
    public bool Equals(SourceTables? other) => other is not null && Tables.SequenceEqual(other.Tables) && Notes.SequenceEqual(other.Notes);

    public override int GetHashCode() => HashCode.Combine(Tables.Length, Notes.Length);

    /// <summary>A text as a table: one row, whose column <c>text</c> is all of it.</summary>
    public static SourceTables OfText(string text) => TextTables.Whole(text);
}
