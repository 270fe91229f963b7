using System.Collections.Immutable;
using System.Globalization;
using SideLamp.Core.Chat;
using SideLamp.Core.Events;
using SideLamp.Core.Frame;
using SideLamp.Core.Shows;

namespace SideLamp.Core.Editing;

/// <summary>One of the show's lists that are edited one entry at a time, each by its address.</summary>
/// <param name="Name">In addresses, and in the paths of values.</param>
/// <param name="Word">One entry, in a sentence.</param>
/// <param name="Words">Several of them.</param>
/// <param name="Id">What the entry is addressed by: of letters, digits and hyphens, never what a person calls it.</param>
/// <param name="NameOf">What a person calls it.</param>
/// <param name="Faults">All that is wrong with an entry of that show.</param>
public sealed record EntryList<T>(
    string Name,
    string Word,
    string Words,
    int Most,
    Func<Show, ImmutableArray<T>> Of,
    Func<Show, ImmutableArray<T>, Show> With,
    Func<T, string> Id,
    Func<T, string> NameOf,
    Func<T, Show, IEnumerable<Fault>> Faults
)
    where T : class
{
    /// <summary>A new entry under the id that it will have, made of 40 random bits in hex where a person does not choose it.</summary>
    public Func<T, Show, string, T> Identified { get; init; } = (entry, _, _) => entry;

    /// <summary>The show without what other things say of entries that are gone.</summary>
    public Func<Show, Show> Cleared { get; init; } = show => show;

    /// <summary>Why an entry has to stay; null when it may go.</summary>
    public Func<Show, T, string?> Needed { get; init; } = (_, _) => null;

    public T? Find(Show show, string id) => Of(show).FirstOrDefault(entry => Id(entry) == id);

    /// <summary>Of an entry, as edits name the values they touch.</summary>
    public string PathOf(string id) => $"{Name}/{id}";
}

/// <summary>The lists themselves.</summary>
public static class EntryLists
{
    private const int MostSeats = 40;
    private const int MostClear = 20;
    private const int MostFinishes = 200;
    private const int LongestFinish = 20_000;
    private const string OwnSeat = "own-";

    public static EntryList<Cue> Cues { get; } =
        new("cues", "cue", "cues", Cue.Most, show => show.Cues, (show, all) => show with { Cues = all }, cue => cue.Id.Value, cue => cue.Name, (cue, show) => cue.Faults(show))
        {
            Identified = (cue, _, fresh) => cue.Id.Value.Length > 0 ? cue : cue with { Id = new CueId($"q{fresh}") },
            Cleared = show => show with { DeskPages = [.. show.DeskPages.Select(page => page.Cues.All(cue => show.Cue(cue) is not null) ? page : page with { Cues = page.Cues.RemoveAll(cue => show.Cue(cue) is null) })], Timers = [.. show.Timers.Select(timer => timer.WithCues(cue => show.Cue(cue) is not null))], Labels = [.. show.Labels.Select(label => label.WhenMet is { } cue && show.Cue(cue) is null ? label with { WhenMet = null } : label)] },
        };

    public static EntryList<DeskPage> DeskPages { get; } =
        new("desk-pages", "page of the desk", "pages of the desk", DeskPage.Most, show => show.DeskPages, (show, all) => show with { DeskPages = all }, page => page.Id.Value, page => page.Name, (page, _) => page.Faults())
        {
            Identified = (page, _, fresh) => page with { Id = new DeskPageId($"d{fresh}") },
        };

    public static EntryList<Timer> Timers { get; } =
        new("timers", "timer", "timers", Timer.Most, show => show.Timers, (show, all) => show with { Timers = all }, timer => timer.Id.Value, timer => timer.Name, (timer, show) => timer.Faults(cue => show.Cue(cue) is not null))
        {
            Cleared = show => show with { Cues = [.. show.Cues.Select(cue => cue with { Steps = [.. cue.Steps.Select(step => step with { Timers = step.Timers.RemoveAll(one => show.Timer(one.Timer) is null) })] })] },
        };

    public static EntryList<Label> Labels { get; } =
        new("labels", "label", "labels", Label.Most, show => show.Labels, (show, all) => show with { Labels = all }, label => label.Id.Value, label => label.Name, (label, show) => label.Faults(cue => show.Cue(cue) is not null));

    public static EntryList<AlertRule> Alerts { get; } =
        new("alerts", "alert rule", "alert rules", AlertRule.Most, show => show.AlertRules, (show, all) => show with { AlertRules = all }, rule => rule.Id.Value, rule => rule.Kind, (rule, show) => rule.Faults(id => show.Graphic(id) is not null))
        {
            Identified = (rule, _, fresh) => rule with { Id = new AlertId($"w{fresh}") },
        };

    public static EntryList<ChatSource> ChatSources { get; } =
        new("chat-sources", "chat source", "chat sources", ChatSource.Most, show => show.ChatSources, (show, all) => show with { ChatSources = all }, one => one.Id.Value, one => one.Name, (one, _) => one.Faults())
        {
            Identified = (one, _, fresh) => one.Id.Value is { Length: > 0 } ? one : one with { Id = new ChatSourceId($"i{fresh}") },
        };

    public static EntryList<ChatCommand> ChatCommands { get; } =
        new("chat-commands", "command", "commands", ChatCommand.Most, show => show.ChatCommands, (show, all) => show with { ChatCommands = all }, one => one.Id.Value, one => one.Name, (one, show) => one.Faults(id => show.Graphic(id) is not null, id => show.Timer(id) is not null));

    public static EntryList<Vote> Votes { get; } =
        new("votes", "vote", "votes", Vote.Most, show => show.Votes, (show, all) => show with { Votes = all }, one => one.Id.Value, one => one.Question, (one, show) => one.Faults(id => show.Feed(id) is not null));

    public static EntryList<Adapter> Adapters { get; } =
        new("adapters", "adapter", "adapters", Adapter.Most, show => show.Adapters, (show, all) => show with { Adapters = all }, one => one.Id.Value, one => one.Name, (one, _) => one.Faults());

    public static EntryList<Seat> Seats { get; } =
        new("seats", "seat", "seats of its own", MostSeats, show => show.OwnSeats, (show, all) => show with { OwnSeats = all }, seat => seat.Id.Value, seat => seat.Name, (seat, _) => seat.Faults())
        {
            Identified = (seat, show, _) => seat with { Id = new SeatId($"{OwnSeat}{show.OwnSeats.Select(NumberOf).DefaultIfEmpty().Max() + 1}") },
            Cleared = show => show with { SeatOrder = [.. show.SeatOrder.Where(id => show.Seat(id) is not null)] },
            Needed = (show, seat) => show.Graphics.FirstOrDefault(graphic => graphic.Seat == seat.Id) is { } sitting ? $"“{sitting.Name}” sits in this seat. Give it another one first." : null,
        };

    public static EntryList<KeepClear> KeepClear { get; } =
        new("keep-clear", "area to keep clear", "areas to keep clear", MostClear, show => show.KeepClear, (show, all) => show with { KeepClear = all }, area => area.Id.Value, area => area.Name, (area, _) => area.Faults())
        {
            Identified = (area, _, fresh) => area with { Id = new AreaId($"a{fresh}") },
        };

    public static EntryList<SavedFinish> SavedFinishes { get; } =
        new("saved-finishes", "saved finish", "saved finishes", MostFinishes, show => show.SavedFinishes, (show, all) => show with { SavedFinishes = all }, finish => finish.Id.Value, finish => finish.Name, (finish, _) => finish.Faults(LongestFinish))
        {
            Identified = (finish, _, fresh) => finish with { Id = new FinishId($"f{fresh}") },
        };

    private static int NumberOf(Seat seat) => seat.Id.Value.StartsWith(OwnSeat, StringComparison.Ordinal) && int.TryParse(seat.Id.Value.AsSpan(OwnSeat.Length), CultureInfo.InvariantCulture, out var number) ? number : 0;
}
