using System.Collections.Immutable;
using SideLamp.Core.Json;

namespace SideLamp.Core.Shows;

/// <summary>One of a show's lists, whose entries are kept one by one, so that an edit of one writes that one, and takes back that one.</summary>
/// <param name="Name">In the store.</param>
/// <param name="Entries">Each with the id that it is kept under, in order.</param>
/// <param name="With">The show with these entries, in their order.</param>
/// <param name="Read">An entry from what was written of it.</param>
public sealed record ShowList(string Name, Func<Show, IEnumerable<(string Id, object Entry)>> Entries, Func<Show, IEnumerable<object>, Show> With, Func<string, object> Read)
{
    /// <summary>The show with these entries, as they were written, in their order.</summary>
    public Show WithWritten(Show show, IEnumerable<string> bodies) => With(show, bodies.Select(Read));
}

/// <summary>
/// The lists that are kept entry by entry. What is not among them is kept with the head of the show, so that nothing is lost
/// that somebody forgot to name here.
/// </summary>
public static class ShowLists
{
    /// <summary>The name of the list of own templates.</summary>
    public const string Templates = "template";

    public static readonly ImmutableArray<ShowList> All =
    [
        List("graphic", show => show.Graphics, (show, all) => show with { Graphics = all }, one => one.Id.Value),
        List("feed", show => show.Feeds, (show, all) => show with { Feeds = all }, one => one.Id.Value),
        List("output", show => show.Outputs, (show, all) => show with { Outputs = all }, one => one.Id.Value),
        List("cue", show => show.Cues, (show, all) => show with { Cues = all }, one => one.Id.Value),
        List("desk page", show => show.DeskPages, (show, all) => show with { DeskPages = all }, one => one.Id.Value),
        List("timer", show => show.Timers, (show, all) => show with { Timers = all }, one => one.Id.Value),
        List("label", show => show.Labels, (show, all) => show with { Labels = all }, one => one.Id.Value),
        List("alert", show => show.AlertRules, (show, all) => show with { AlertRules = all }, one => one.Id.Value),
        List("adapter", show => show.Adapters, (show, all) => show with { Adapters = all }, one => one.Id.Value),
        List("chat source", show => show.ChatSources, (show, all) => show with { ChatSources = all }, one => one.Id.Value),
        List("chat command", show => show.ChatCommands, (show, all) => show with { ChatCommands = all }, one => one.Id.Value),
        List("vote", show => show.Votes, (show, all) => show with { Votes = all }, one => one.Id.Value),
        List("brand", show => show.Wardrobe, (show, all) => show with { Wardrobe = all }, one => one.Name),
        List(Templates, show => show.OwnTemplates, (show, all) => show with { OwnTemplates = all }, one => one.Id.Value),
    ];

    /// <summary>What is kept in one piece: the show without those lists.</summary>
    public static Show HeadOf(Show show) => All.Aggregate(show, (so, list) => list.With(so, []));

    public static string Write(object entry) => CoreJson.WriteWhole(entry);

    private static ShowList List<T>(string name, Func<Show, ImmutableArray<T>> get, Func<Show, ImmutableArray<T>, Show> with, Func<T, string> id)
        where T : class =>
        new(name, show => get(show).Select(entry => (id(entry), (object)entry)), (show, all) => with(show, [.. all.Cast<T>()]), CoreJson.Read<T>);
}
