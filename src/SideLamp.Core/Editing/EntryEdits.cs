using System.Collections.Immutable;
using SideLamp.Core.Chat;
using SideLamp.Core.Events;
using SideLamp.Core.Frame;
using SideLamp.Core.Json;
using SideLamp.Core.Shows;

namespace SideLamp.Core.Editing;

/// <summary>What is to change in one entry of a list; what is left out stays.</summary>
/// <param name="Revision">Of the show that it was made on.</param>
public abstract record EntryEdit<T>(long Revision)
{
    public abstract T On(T entry);

    /// <summary>Each value of an entry, and whether this gives it another.</summary>
    internal abstract IEnumerable<(string Path, bool Given)> Values { get; }
}

public sealed record CueEdit(long Revision, string? Name = null, ImmutableArray<CueStep>? Steps = null, bool? IsQuiet = null) : EntryEdit<Cue>(Revision)
{
    public Maybe<string?> Key { get; init; }

    public override Cue On(Cue entry) => entry with { Name = Name ?? entry.Name, Key = Key.Or(entry.Key), Steps = Steps ?? entry.Steps, IsQuiet = IsQuiet ?? entry.IsQuiet };

    internal override IEnumerable<(string, bool)> Values => [("name", Name is not null), ("key", Key.IsGiven), ("steps", Steps is not null), ("isQuiet", IsQuiet is not null)];
}

public sealed record DeskPageEdit(long Revision, string? Name = null, ImmutableArray<GraphicId>? Graphics = null, ImmutableArray<CueId>? Cues = null) : EntryEdit<DeskPage>(Revision)
{
    public Maybe<string?> Key { get; init; }

    public override DeskPage On(DeskPage entry) => entry with { Name = Name ?? entry.Name, Key = Key.Or(entry.Key), Graphics = Graphics ?? entry.Graphics, Cues = Cues ?? entry.Cues };

    internal override IEnumerable<(string, bool)> Values => [("name", Name is not null), ("key", Key.IsGiven), ("graphics", Graphics is not null), ("cues", Cues is not null)];
}

/// <summary>As of a <see cref="Timers.Timer"/>. The word that placeholders use stays.</summary>
public sealed record TimerEdit(
    long Revision,
    string? Name = null,
    Timers.TimerKind? Kind = null,
    NodaTime.Duration? Length = null,
    NodaTime.LocalTime? Until = null,
    Timers.AtZero? AtZero = null,
    Timers.TimerForm? Form = null,
    NodaTime.Duration? Step = null,
    Timers.PhasePlan? Phases = null,
    ImmutableArray<Timers.TimerWarning>? Warnings = null
) : EntryEdit<Timer>(Revision)
{
    public Maybe<NodaTime.LocalDate?> Day { get; init; }

    public Maybe<string?> Locale { get; init; }

    public Maybe<string?> Pattern { get; init; }

    public Maybe<Timers.TimeDoor?> Door { get; init; }

    public Maybe<CueId?> Cue { get; init; }

    public Maybe<string?> Key { get; init; }

    public Maybe<string?> Zone { get; init; }

    public override Timer On(Timer entry) =>
        entry with
        {
            Name = Name ?? entry.Name,
            Kind = Kind ?? entry.Kind,
            Length = Length ?? entry.Length,
            Until = Until ?? entry.Until,
            AtZero = AtZero ?? entry.AtZero,
            Form = Form ?? entry.Form,
            Step = Step ?? entry.Step,
            Phases = Phases ?? entry.Phases,
            Warnings = Warnings ?? entry.Warnings,
            Day = Day.Or(entry.Day),
            Locale = Locale.Or(entry.Locale),
            Pattern = Pattern.Or(entry.Pattern),
            Door = Door.Or(entry.Door),
            Zone = Zone.Or(entry.Zone),
            Cue = Cue.Or(entry.Cue),
            Key = Key.Or(entry.Key),
        };

    internal override IEnumerable<(string, bool)> Values =>
        [
            ("name", Name is not null),
            ("kind", Kind is not null),
            ("length", Length is not null),
            ("until", Until is not null),
            ("atZero", AtZero is not null),
            ("form", Form is not null),
            ("step", Step is not null),
            ("phases", Phases is not null),
            ("warnings", Warnings is not null),
            ("day", Day.IsGiven),
            ("locale", Locale.IsGiven),
            ("pattern", Pattern.IsGiven),
            ("door", Door.IsGiven),
            ("zone", Zone.IsGiven),
            ("cue", Cue.IsGiven),
            ("key", Key.IsGiven),
        ];
}

/// <summary>As of a <see cref="Events.Label"/>. The word that placeholders use stays.</summary>
public sealed record LabelEdit(
    long Revision,
    string? Name = null,
    string? Kind = null,
    LabelFigure? Figure = null,
    CountedOver? Over = null,
    string? Words = null,
    string? Fallback = null,
    string? Currency = null,
    decimal? Start = null,
    string? File = null
) : EntryEdit<Label>(Revision)
{
    public Maybe<decimal?> Target { get; init; }

    public Maybe<CueId?> WhenMet { get; init; }

    public override Label On(Label entry) =>
        entry with
        {
            Name = Name ?? entry.Name,
            Kind = Kind ?? entry.Kind,
            Figure = Figure ?? entry.Figure,
            Over = Over ?? entry.Over,
            Words = Words ?? entry.Words,
            Fallback = Fallback ?? entry.Fallback,
            Currency = Currency ?? entry.Currency,
            Start = Start ?? entry.Start,
            File = File ?? entry.File,
            Target = Target.Or(entry.Target),
            WhenMet = WhenMet.Or(entry.WhenMet),
        };

    internal override IEnumerable<(string, bool)> Values =>
        [
            ("name", Name is not null),
            ("kind", Kind is not null),
            ("figure", Figure is not null),
            ("over", Over is not null),
            ("words", Words is not null),
            ("fallback", Fallback is not null),
            ("currency", Currency is not null),
            ("start", Start is not null),
            ("file", File is not null),
            ("target", Target.IsGiven),
            ("whenMet", WhenMet.IsGiven),
        ];
}

/// <summary>As of an <see cref="Adapter"/>.</summary>
/// <param name="Takes">Those that become others; an empty one is taken away.</param>
public sealed record AdapterEdit(long Revision, string? Name = null, string? Each = null, ImmutableDictionary<string, string>? Takes = null) : EntryEdit<Adapter>(Revision)
{
    public override Adapter On(Adapter entry)
    {
        var takes = Takes is null ? entry.Takes : entry.Takes.SetItems(Takes);
        return entry with { Name = Name ?? entry.Name, Each = Each ?? entry.Each, Takes = takes.RemoveRange(takes.Where(one => one.Value.Length == 0).Select(one => one.Key)) };
    }

    internal override IEnumerable<(string, bool)> Values => [("name", Name is not null), ("each", Each is not null), .. (Takes?.Keys ?? []).Select(part => ($"takes/{part}", true))];
}

/// <summary>As of a <see cref="ChatSource"/>.</summary>
public sealed record ChatSourceEdit(long Revision, string? Name = null, string? Host = null, int? Port = null, bool? IsTls = null, ImmutableArray<string>? Channels = null, bool? IsOff = null, string? Trusts = null) : EntryEdit<ChatSource>(Revision)
{
    public override ChatSource On(ChatSource entry) =>
        entry with { Name = Name ?? entry.Name, Host = Host ?? entry.Host, Port = Port ?? entry.Port, IsTls = IsTls ?? entry.IsTls, Channels = Channels ?? entry.Channels, IsOff = IsOff ?? entry.IsOff, Trusts = Trusts ?? entry.Trusts };

    internal override IEnumerable<(string, bool)> Values =>
        [("name", Name is not null), ("host", Host is not null), ("port", Port is not null), ("isTls", IsTls is not null), ("channels", Channels is not null), ("isOff", IsOff is not null), ("trusts", Trusts is not null)];
}

/// <summary>As of a <see cref="ChatCommand"/>. The word that placeholders use stays.</summary>
public sealed record ChatCommandEdit(
    long Revision,
    string? Name = null,
    string? Word = null,
    CommandAct? Act = null,
    bool? IsPattern = null,
    bool? IsOn = null,
    ChatRole? Least = null,
    NodaTime.Duration? EachPerson = null,
    NodaTime.Duration? ForAll = null,
    NodaTime.Duration? Waits = null,
    int? Longest = null,
    string? Field = null,
    string? Answer = null
) : EntryEdit<ChatCommand>(Revision)
{
    public Maybe<GraphicId?> Graphic { get; init; }

    public Maybe<TimerId?> Timer { get; init; }

    public override ChatCommand On(ChatCommand entry) =>
        entry with
        {
            Name = Name ?? entry.Name,
            Word = Word ?? entry.Word,
            Act = Act ?? entry.Act,
            IsPattern = IsPattern ?? entry.IsPattern,
            IsOn = IsOn ?? entry.IsOn,
            Least = Least ?? entry.Least,
            EachPerson = EachPerson ?? entry.EachPerson,
            ForAll = ForAll ?? entry.ForAll,
            Waits = Waits ?? entry.Waits,
            Longest = Longest ?? entry.Longest,
            Field = Field ?? entry.Field,
            Answer = Answer ?? entry.Answer,
            Graphic = Graphic.Or(entry.Graphic),
            Timer = Timer.Or(entry.Timer),
        };

    internal override IEnumerable<(string, bool)> Values =>
        [
            ("name", Name is not null),
            ("word", Word is not null),
            ("act", Act is not null),
            ("isPattern", IsPattern is not null),
            ("isOn", IsOn is not null),
            ("least", Least is not null),
            ("eachPerson", EachPerson is not null),
            ("forAll", ForAll is not null),
            ("waits", Waits is not null),
            ("longest", Longest is not null),
            ("field", Field is not null),
            ("answer", Answer is not null),
            ("graphic", Graphic.IsGiven),
            ("timer", Timer.IsGiven),
        ];
}

/// <summary>As of a <see cref="Vote"/>. The word that placeholders use stays.</summary>
public sealed record VoteEdit(long Revision, string? Question = null, ImmutableArray<VoteOption>? Options = null, bool? MayChange = null, ChatRole? Least = null, string? Column = null) : EntryEdit<Vote>(Revision)
{
    public Maybe<NodaTime.Duration?> Length { get; init; }

    public Maybe<FeedId?> Feed { get; init; }

    public override Vote On(Vote entry) =>
        entry with
        {
            Question = Question ?? entry.Question,
            Options = Options ?? entry.Options,
            MayChange = MayChange ?? entry.MayChange,
            Least = Least ?? entry.Least,
            Column = Column ?? entry.Column,
            Length = Length.Or(entry.Length),
            Feed = Feed.Or(entry.Feed),
        };

    internal override IEnumerable<(string, bool)> Values =>
        [
            ("question", Question is not null),
            ("options", Options is not null),
            ("mayChange", MayChange is not null),
            ("least", Least is not null),
            ("column", Column is not null),
            ("length", Length.IsGiven),
            ("feed", Feed.IsGiven),
        ];
}

/// <summary>As of an <see cref="AlertRule"/>.</summary>
public sealed record AlertEdit(
    long Revision,
    string? Kind = null,
    GraphicId? Graphic = null,
    bool? IsOff = null,
    decimal? Least = null,
    string? Tier = null,
    bool? FirstTime = null,
    AlertTurn? Turn = null,
    bool? PushesAside = null
) : EntryEdit<AlertRule>(Revision)
{
    public Maybe<NodaTime.Duration?> Waits { get; init; }

    public override AlertRule On(AlertRule entry) =>
        entry with
        {
            Kind = Kind ?? entry.Kind,
            Graphic = Graphic ?? entry.Graphic,
            IsOff = IsOff ?? entry.IsOff,
            Least = Least ?? entry.Least,
            Tier = Tier ?? entry.Tier,
            FirstTime = FirstTime ?? entry.FirstTime,
            Turn = Turn ?? entry.Turn,
            PushesAside = PushesAside ?? entry.PushesAside,
            Waits = Waits.Or(entry.Waits),
        };

    internal override IEnumerable<(string, bool)> Values =>
        [
            ("kind", Kind is not null),
            ("graphic", Graphic is not null),
            ("isOff", IsOff is not null),
            ("least", Least is not null),
            ("tier", Tier is not null),
            ("firstTime", FirstTime is not null),
            ("turn", Turn is not null),
            ("pushesAside", PushesAside is not null),
            ("waits", Waits.IsGiven),
        ];
}

/// <summary>As of a <see cref="Frame.Seat"/>.</summary>
public sealed record SeatEdit(long Revision, string? Name = null, int? Column = null, int? Row = null, Box? Room = null) : EntryEdit<Seat>(Revision)
{
    public override Seat On(Seat entry) => entry with { Name = Name ?? entry.Name, Column = Column ?? entry.Column, Row = Row ?? entry.Row, Room = Room ?? entry.Room };

    internal override IEnumerable<(string, bool)> Values => [("name", Name is not null), ("column", Column is not null), ("row", Row is not null), ("room", Room is not null)];
}

public sealed record KeepClearEdit(long Revision, string? Name = null, Box? Area = null) : EntryEdit<KeepClear>(Revision)
{
    public override KeepClear On(KeepClear entry) => entry with { Name = Name ?? entry.Name, Area = Area ?? entry.Area };

    internal override IEnumerable<(string, bool)> Values => [("name", Name is not null), ("area", Area is not null)];
}

public sealed record SavedFinishEdit(long Revision, string? Name = null, string? Source = null) : EntryEdit<SavedFinish>(Revision)
{
    public override SavedFinish On(SavedFinish entry) => entry with { Name = Name ?? entry.Name, Source = Source ?? entry.Source };

    internal override IEnumerable<(string, bool)> Values => [("name", Name is not null), ("source", Source is not null)];
}

/// <param name="After">The entry that it comes after; null = it comes last.</param>
/// <param name="Fresh">40 random bits in hex: what a person gives no id is named after them.</param>
public sealed record AddEntry<T>(EntryList<T> List, T Entry, string? After, string Fresh) : Edit
    where T : class
{
    public override Edited Apply(EditScope scope)
    {
        var (show, all) = (scope.Show, List.Of(scope.Show));
        Edits.AtMost(List.Most, all.Length + 1, "", List.Words);
        var entry = List.Identified(Entry, show, Fresh);
        var after = After is null ? all.Length - 1 : Entries.PlaceOf(List, show, After);
        return new Edited(Entries.Checked(List, show, all.Insert(after + 1, entry), entry), $"new: {List.NameOf(entry)}", [List.PathOf(List.Id(entry))]) { Id = List.Id(entry) };
    }
}

public sealed record EditEntry<T>(EntryList<T> List, string Id, EntryEdit<T> Wish) : Edit
    where T : class
{
    public override long? Seen => Wish.Revision;

    public override Edited Apply(EditScope scope)
    {
        var all = List.Of(scope.Show);
        var at = Entries.PlaceOf(List, scope.Show, Id);
        var edited = Wish.On(all[at]);
        var (was, now) = (List.NameOf(all[at]), List.NameOf(edited));
        var paths = Edits.Touched(List.PathOf(Id) + "/", [.. Wish.Values]);
        return new Edited(Entries.Checked(List, scope.Show, all.SetItem(at, edited), edited), was == now ? $"{List.Word} “{now}”" : $"the name of {now}", paths) { Id = List.Id(edited) };
    }
}

public sealed record DeleteEntry<T>(EntryList<T> List, string Id) : Edit
    where T : class
{
    public override Edited Apply(EditScope scope)
    {
        var (show, all) = (scope.Show, List.Of(scope.Show));
        var entry = all[Entries.PlaceOf(List, show, Id)];
        return List.Needed(show, entry) is { } reason
            ? throw RefusedException.Conflict(reason)
            : new Edited(List.Cleared(List.With(show, all.Remove(entry))), $"deleted: {List.NameOf(entry)}", [List.PathOf(Id)]);
    }
}

/// <summary>Where an entry goes.</summary>
/// <param name="After">The entry that it comes after; null = it comes first.</param>
public sealed record PlaceWish(long Revision, string? After);

public sealed record MoveEntry<T>(EntryList<T> List, string Id, PlaceWish Wish) : Edit
    where T : class
{
    public override long? Seen => Wish.Revision;

    public override Edited Apply(EditScope scope)
    {
        var all = List.Of(scope.Show);
        var entry = all[Entries.PlaceOf(List, scope.Show, Id)];
        var rest = List.With(scope.Show, all.Remove(entry));
        var after = Wish.After is { } other && other != Id ? Entries.PlaceOf(List, rest, other) : -1;
        // The order is one value of its own: no entry is called so.
        return Wish.After == Id
            ? new Edited(scope.Show, "", [])
            : new Edited(List.With(scope.Show, List.Of(rest).Insert(after + 1, entry)), $"the order of the {List.Words}", [$"order of {List.Name}"]) { Id = Id };
    }
}

/// <summary>What edits of entries have in common.</summary>
internal static class Entries
{
    /// <exception cref="RefusedException">There is none.</exception>
    public static int PlaceOf<T>(EntryList<T> list, Show show, string id)
        where T : class
    {
        var all = list.Of(show);
        for (var at = 0; at < all.Length; at++)
        {
            if (list.Id(all[at]) == id)
            {
                return at;
            }
        }

        throw RefusedException.NotFound(list.Word);
    }

    /// <summary>The show with these entries, of which one is new or changed.</summary>
    /// <exception cref="RefusedException">Something is wrong with that one.</exception>
    public static Show Checked<T>(EntryList<T> list, Show show, ImmutableArray<T> all, T changed)
        where T : class
    {
        var after = list.With(show, all);
        RefusedException.ThrowIfAny(list.Faults(changed, after));
        if (all.Count(entry => list.Id(entry) == list.Id(changed)) > 1)
        {
            throw RefusedException.Faulty("/id", $"There is a {list.Word} called “{list.Id(changed)}” already. Choose another name.");
        }

        RefusedException.ThrowIfAny(Edits.KeyClashes(after, "/key"));
        return list.Cleared(after);
    }
}
