namespace SideLamp.Core.Airing;

/// <summary>What happened on air, in sentences for the streamer.</summary>
public static class Trail
{
    /// <param name="name">Of the graphic; null = it has none.</param>
    /// <returns>Null for what is no news of its own.</returns>
    public static string? Tell(Happening happening, string? name)
    {
        var by = happening.By is { } how ? $" by {how}" : "";
        return (happening.Kind, happening.Origin) switch
        {
            (HappeningKind.Lit, Origin.Person) => $"{name} lit{by}",
            (HappeningKind.Lit, Origin.Alert) => $"{name} came as an alert",
            (HappeningKind.Lit, _) => $"{name} came by itself",
            (HappeningKind.Darkened, Origin.Person) => $"{name} dark{by}",
            (HappeningKind.Darkened, _) => $"{name} left by itself",
            (HappeningKind.Changed, Origin.Person) => $"{name} changed{by}",
            (HappeningKind.LightsOut, _) => $"Lights out{by}",
            (HappeningKind.LightsBack, _) => $"Lights back{by}",
            (HappeningKind.Skipped, Origin.Person) => $"{name} called off{by}",
            (HappeningKind.Skipped, _) => $"{name} was to come by itself, and did not",
            (HappeningKind.Aside, _) => $"{name} makes way, and comes back",
            (HappeningKind.TimerEnded, _) => $"Timer “{happening.What}” came to zero",
            (HappeningKind.PhaseBegan or HappeningKind.TimeAdded or HappeningKind.Figures or HappeningKind.Chat, _) => happening.What,
            (HappeningKind.Revoked, _) => $"{name} went at once: it must not be seen",
            (HappeningKind.BeltMoved, _) => $"{name}: {happening.What}{by}",
            (HappeningKind.RowStepped, _) => $"{happening.What}{by}",
            (HappeningKind.Cue, _) => $"Cue “{happening.What}”{by}",
            (HappeningKind.TakenBack, _) => $"Taken back: {happening.What}{(name is null ? "" : $", {name}")}",
            (HappeningKind.Hush, _) => $"Hush{by}",
            (HappeningKind.HushOver, _) => "Hush over",
            (HappeningKind.Missed, _) => $"{name ?? happening.What} was missed",
            (HappeningKind.EverySwitchedOn, _) => $"{name} comes by itself from now on",
            (HappeningKind.EverySwitchedOff, _) => $"{name} comes by itself no more",
            (HappeningKind.ChainsEnded, _) => "Too much had fallen due: nothing comes by itself any more",
            (HappeningKind.LetCome, _) => $"What comes by itself comes again{by}",
            (HappeningKind.SwitchedOff, _) => $"{name ?? happening.What} fell due again and again, and was switched off",
            (HappeningKind.LeftOut, _) => $"{name ?? happening.What ?? "Something"} had its turn, could not be worked out, and was left out",
            (HappeningKind.Quieted, _) => $"So many come at once: those for {name} are only counted for now",
            (HappeningKind.AlertsPaused, _) => $"Alerts wait{by}",
            (HappeningKind.AudienceCleared, _) => $"All that the audience sent was taken off{by}",
            (HappeningKind.AlertsGoOn, _) => $"Alerts come again{by}",
            _ => null,
        };
    }
}
