using SideLamp.Core.Airing;
using SideLamp.Core.Shows;

namespace SideLamp.Core.Loop;

/// <summary>What the air is told of what graphics are lit while it is so (rule 35).</summary>
internal static class Conditions
{
    /// <summary>What it does not know yet.</summary>
    public static IEnumerable<AirCommand> News(Stage stage)
    {
        foreach (var watch in stage.Air.Watches.Where(one => stage.Show.Graphic(one.Graphic)?.While is null))
        {
            yield return new Unwatched(watch.Graphic);
        }

        var feeds = stage.Kept.Feeds;
        foreach (var graphic in stage.Show.Graphics)
        {
            if (graphic.While is { } condition)
            {
                var told = new Watched(graphic.Id, condition.Holds(feeds), condition.OnAfter, condition.OffAfter);
                if (stage.Air.Watches.Find(one => one.Graphic == graphic.Id) is not { } watch || (watch.Holds, watch.On, watch.Off) != (told.Holds, told.On, told.Off))
                {
                    yield return told;
                }
            }
        }
    }
}
