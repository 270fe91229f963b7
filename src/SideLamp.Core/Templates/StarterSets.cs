using System.Collections.Immutable;

namespace SideLamp.Core.Templates;

/// <summary>Templates that an evening of some kind usually needs, to begin with.</summary>
public sealed record StarterSet(string Id, string Name, ImmutableArray<TemplateId> Templates);

public static class StarterSets
{
    public static readonly ImmutableArray<StarterSet> All =
    [
        Set("talk", "Talk", "name", "two-people", "topic", "quote", "chat-message", "live-bug", "starting-soon", "short-break", "good-night"),
        Set("making", "Making", "name", "caption", "checklist", "stopwatch", "reach-us", "chat-message", "starting-soon", "short-break", "good-night"),
        Set("play", "Play", "name-only", "score", "counter", "corner-timer", "label", "alert-corner", "goal", "starting-soon", "short-break", "good-night"),
        Set("outdoors", "Outdoors", "name", "place-bug", "live-bug", "caption", "checklist", "schedule", "crawl", "starting-soon", "good-night"),
    ];

    public static StarterSet? Find(string id) => All.FirstOrDefault(set => set.Id == id);

    private static StarterSet Set(string id, string name, params string[] templates) =>
        new(id, name, [.. templates.Select(template => new TemplateId(template))]);
}
