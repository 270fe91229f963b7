using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json.Serialization;
using SideLamp.Core.Feeds;
using SideLamp.Core.Tables;

namespace SideLamp.Core.Events;

/// <summary>What an alert tells: one event, or several of a kind in one.</summary>
/// <param name="Kind">As of a <see cref="ViewerEvent"/>.</param>
/// <param name="Name">Of the first of them.</param>
/// <param name="Unit">What its size is counted in: a currency, or empty.</param>
/// <param name="Size">Of all of them together, where sizes of the kind add up; else of the first.</param>
public sealed record AlertEvent(string Kind, string Name, string Words, string Tier, string Unit, long Size)
{
    /// <summary>The word in placeholders, as <c>{{ event.name }}</c>; no feed may have it.</summary>
    public const string Word = "event";

    /// <summary>The events that it stands for, the first one first: who takes one back takes it from here. Of a test none.</summary>
    public ImmutableList<long> Seqs { get; init; } = [];

    /// <summary>The names of the first of those, in their order: where the first one is taken back, the next one is told.</summary>
    public ImmutableList<string> Names { get; init; } = [];

    /// <summary>The gift that brought all of them; empty = none, or several.</summary>
    public string Gift { get; init; } = "";

    /// <summary>The message of chat that it shows; null = it shows none.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public MessageRef? Message { get; init; }

    /// <summary>The address of the picture of whoever wrote it; empty = none is shown.</summary>
    public string Picture { get; init; } = "";

    /// <summary>How many besides the first.</summary>
    public int Others { get; init; }

    /// <summary>Whether nobody did it: it is counted nowhere, and nobody is to be thanked.</summary>
    public bool IsTest { get; init; }

    [JsonIgnore]
    public string Amount => Unit.Length == 0 ? Size.ToString("#,##0", CultureInfo.InvariantCulture) : new Money(Size, Unit).ToString();

    /// <summary>The name, and how many are with it.</summary>
    [JsonIgnore]
    public string Who =>
        Others switch
        {
            0 => Name,
            1 => $"{Name} and 1 other",
            _ => $"{Name} and {Others.ToString("#,##0", CultureInfo.InvariantCulture)} others",
        };

    public static AlertEvent Of(ViewerEvent one) => new(one.Kind, one.Name, one.Words, one.Tier, one.Unit, one.Size) { Seqs = one.Seq > 0 ? [one.Seq] : [], Names = [one.Name], Gift = GiftOf(one) };

    /// <summary>A goal is met: its name, and what was to be reached.</summary>
    public static AlertEvent Of(Label goal)
    {
        var target = decimal.Min(goal.Target ?? 0, Money.MostIn(goal.Unit));
        return new AlertEvent(EventKinds.Goal, goal.Name, "", "", goal.Unit, goal.Unit.Length == 0 ? (long)target : Money.Of(target, goal.Unit).Minor);
    }

    /// <summary>Both in one. What one of them wrote is not told as all their words.</summary>
    public AlertEvent With(AlertEvent other) =>
        this with
        {
            Words = "",
            Tier = Tier == other.Tier ? Tier : "",
            Size = AddsUp ? Size > long.MaxValue - other.Size ? long.MaxValue : Size + other.Size : Size,
            // Of very many the later ones are only counted.
            Seqs = Seqs.AddRange(other.Seqs.Take(MostSeqs - Seqs.Count)),
            Names = Names.Count == Seqs.Count ? Names.AddRange(other.Names.Take(MostNames - Names.Count)) : Names,
            Gift = IsOfOneGift(other) ? Gift : "",
            // Whoever gives many at once is one.
            Others = IsOfOneGift(other) && Kind == EventKinds.Gift ? Others : Others + 1 + other.Others,
        };

    /// <summary>Whether one gift brought both.</summary>
    public bool IsOfOneGift(AlertEvent other) => Gift.Length > 0 && Gift == other.Gift;

    /// <summary>Ids of gifts are a sender's own.</summary>
    private static string GiftOf(ViewerEvent one) => one.Gift.Length == 0 ? "" : $"{one.Key.Source} {one.Gift}";

    /// <summary>With all of these, which go with it.</summary>
    public AlertEvent With(IReadOnlyCollection<ViewerEvent> others) =>
        others.Count == 0
            ? this
            : With(
                Of(others.First()) with
                {
                    Size = (long)decimal.Min(long.MaxValue, others.Sum(one => (decimal)one.Size)),
                    Seqs = [.. others.Take(MostSeqs).Select(one => one.Seq)],
                    Names = [.. others.Take(MostNames).Select(one => one.Name)],
                    Gift = others.Select(GiftOf).Distinct().Take(2).ToList() is [var gift] ? gift : "",
                    Others = others.Count - 1,
                }
            );

    /// <summary>Without one that was taken back; null = it was the only one. Where it was the first, the next one's name is told.</summary>
    public AlertEvent? Without(ViewerEvent gone)
    {
        var at = Seqs.IndexOf(gone.Seq);
        if (at < 0)
        {
            return this;
        }

        var names = at < Names.Count ? Names.RemoveAt(at) : Names;
        return Seqs.Count == 1
            ? null
            : this with { Name = at > 0 ? Name : names.FirstOrDefault(""), Names = names, Seqs = Seqs.RemoveAt(at), Others = Math.Max(0, Others - 1), Size = AddsUp ? Size - gone.Size : Size };
    }

    /// <summary>Whether both may be told in one: amounts of two currencies have no sum.</summary>
    public bool GoesWith(AlertEvent other) => (Kind, Unit, IsTest) == (other.Kind, other.Unit, other.IsTest);

    /// <summary>As feeds are, so that words are filled in with it like with any other.</summary>
    public static FeedNow Told(IEnumerable<(string Name, string Says)> cells)
    {
        var table = new Table("", [.. cells.Select(one => Column.Of(one.Name, [one.Says]))]);
        return new FeedNow([table], table, 0);
    }

    public FeedNow Told() =>
        Told(
            [
                ("name", Who),
                ("amount", Amount),
                ("value", (Unit.Length == 0 ? Size : new Money(Size, Unit).Amount).ToString("0.##", CultureInfo.InvariantCulture)),
                ("count", Size.ToString(CultureInfo.InvariantCulture)),
                ("initial", Name is [.. { Length: > 0 } name] ? StringInfo.GetNextTextElement(name).ToUpperInvariant() : "?"),
                ("words", Words),
                ("picture", Picture),
                ("tier", Tier),
                ("others", Others.ToString(CultureInfo.InvariantCulture)),
                ("kind", Kind),
            ]
        );

    /// <summary>Something of the kind that might happen, to look at and for tests: names are made up.</summary>
    /// <param name="least">The size that it has at least, in whole units.</param>
    /// <param name="no">Which of many, from 0: each has another name.</param>
    public static AlertEvent Sample(string kind, decimal least, string currency, string tier, int no = 0)
    {
        var name = Samples[no % Samples.Length] + (no < Samples.Length ? "" : $" {(no / Samples.Length) + 1}");
        var count = (long)decimal.Clamp(decimal.Ceiling(least), 1, MostSample);
        return kind switch
        {
            EventKinds.Tip => new AlertEvent(kind, name, "For the hedgerow", "", currency, Money.Of(decimal.Max(5, decimal.Min(least, MostSample)), currency).Minor),
            EventKinds.Member => new AlertEvent(kind, name, "", tier.Length > 0 ? tier : "Tier 1", "", Math.Max(3, count)),
            EventKinds.Gift => new AlertEvent(kind, name, "", tier, "", Math.Max(5, count)),
            EventKinds.Visit => new AlertEvent(kind, name, "", "", "", Math.Max(24, count)),
            EventKinds.Reward => new AlertEvent(kind, name, "Name the next moth", "", "", count),
            _ => new AlertEvent(kind, name, "", tier, "", count),
        } with
        {
            IsTest = true,
        };
    }

    private const int MostSeqs = 1000;
    private const int MostNames = 20;
    private const decimal MostSample = 1_000_000;

    private static readonly string[] Samples = ["mossandco", "Wren Tansley", "pipistrelle9", "Bramble Okafor", "lanternlee", "Hazel Quist", "dusk_and_dew", "Corin Fairweather", "Pim"];

    private bool AddsUp => Kind is EventKinds.Tip or EventKinds.Gift or EventKinds.Visit;
}
