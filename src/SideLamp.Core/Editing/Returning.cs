using SideLamp.Core.Shows;

namespace SideLamp.Core.Editing;

/// <summary>What undo, redo and the bin bring about: no other show than edits could have made.</summary>
public static class Returning
{
    /// <summary>What would be wrong with the show that is not wrong with the one of now, in a sentence; null = nothing.</summary>
    public static string? FaultIn(Show now, Show returned, Shelf shelf) => FaultsOf(returned, shelf).Except(FaultsOf(now, shelf)).FirstOrDefault();

    private static IEnumerable<string> FaultsOf(Show show, Shelf shelf) =>
        Edits
            .KeyClashes(show, "")
            .Select(fault => fault.Message)
            .Concat(show.Graphics.Where(graphic => shelf.Find(show, graphic.Template) is null).Select(graphic => $"“{graphic.Name}” is made from a template that was deleted. Bring that back first."))
            .Concat(show.Graphics.Where(graphic => show.Seat(graphic.Seat) is null).Select(graphic => $"“{graphic.Name}” sits in a seat that was deleted. Bring that back first."))
            .Concat(BinKinds.All.SelectMany(kind => kind.Of(show).SelectMany(one => kind.Faults(show, one.Id).Select(fault => $"{char.ToUpperInvariant(kind.Word[0])}{kind.Word[1..]} “{kind.NameOf(one.Entry)}”: {fault.Message}"))));
}
