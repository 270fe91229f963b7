using SideLamp.Core.Airing;
using SideLamp.Core.Shows;

namespace SideLamp.Core.Loop;

/// <summary>What the air is told of what graphics are lit while it is so (rule 35).</summary>
internal static class Conditions
{
    /// <summary>What it knows of graphics that are lit while nothing any more.</summary>
    public static IEnumerable<Unwatched> Over(Stage stage) => stage.Air.Watches.Where(one => stage.Show.Graphic(one.Graphic)?.While is null).Select(watch => new Unwatched(watch.Graphic));

    /// <summary>What it does not know yet of a graphic; null = nothing.</summary>
    public static Watched? News(Stage stage, Graphic graphic)
    {
        if (graphic.While is not { } condition)
        {
            return null;
        }

        var told = new Watched(graphic.Id, condition.Holds(stage.Kept.Feeds), condition.OnAfter, condition.OffAfter);
        return stage.Air.Watches.Find(one => one.Graphic == graphic.Id) is { } watch && (watch.Holds, watch.On, watch.Off) == (told.Holds, told.On, told.Off) ? null : told;
    }
}
