namespace SideLamp.Core.Shows;

/// <summary>Which key of the desk belongs to what: each to one thing only.</summary>
public static class Keys
{
    /// <summary>Every key that the show uses, and what for, in words.</summary>
    public static IEnumerable<(string Key, string Owner)> Of(Show show)
    {
        foreach (var graphic in show.Graphics)
        {
            foreach (var (key, what) in Of(graphic))
            {
                yield return (key, what is null ? $"“{graphic.Name}”" : $"“{graphic.Name}” ({what})");
            }
        }

        foreach (var timer in show.Timers)
        {
            if (timer.Key is { } key)
            {
                yield return (key, $"the timer “{timer.Name}”");
            }
        }

        foreach (var feed in show.Feeds)
        {
            foreach (var (key, what) in new[] { (feed.NextKey, "next row"), (feed.BackKey, "row before") })
            {
                if (key is not null)
                {
                    yield return (key, $"the feed “{feed.Name}” ({what})");
                }
            }
        }

        foreach (var page in show.DeskPages)
        {
            if (page.Key is { } key)
            {
                yield return (key, $"the page “{page.Name}” of the desk");
            }
        }

        foreach (var cue in show.Cues)
        {
            if (cue.Key is { } key)
            {
                yield return (key, $"the cue “{cue.Name}”");
            }
        }
    }

    private static IEnumerable<(string Key, string? What)> Of(Graphic graphic)
    {
        if (graphic.Key is { } key)
        {
            yield return (key, null);
        }

        if (graphic.NextKey is { } next)
        {
            yield return (next, "next card");
        }

        foreach (var (field, keys) in graphic.CountKeys)
        {
            if (keys.Up is { } up)
            {
                yield return (up, $"{field} +1");
            }

            if (keys.Down is { } down)
            {
                yield return (down, $"{field} −1");
            }
        }
    }
}

/// <summary>The keys that step a number of a graphic by one.</summary>
public sealed record CountKeys(string? Up, string? Down);
