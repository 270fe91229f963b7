using System.Collections.Immutable;
using System.Text.Json.Serialization;
using NodaTime;
using SideLamp.Core.Brands;

namespace SideLamp.Core.Shows;

/// <summary>A link that shows the seats on a page.</summary>
/// <param name="Token">128 random bits in lower-case hex. Whoever has it can see the output, and do nothing else.</param>
public sealed record Output(OutputId Id, string Name, string Token);

/// <summary>A text file that another program writes, read as a feed.</summary>
/// <param name="Id">The word placeholders use: lower-case letters, digits and hyphens.</param>
/// <param name="Path">An absolute path of this machine.</param>
/// <param name="Every">How often the file is looked at, 0.1 s to 1 hour.</param>
public sealed record Feed(FeedId Id, string Name, string Path, Duration Every)
{
    public static readonly Duration LeastEvery = Duration.FromMilliseconds(100);
    public static readonly Duration GreatestEvery = Duration.FromHours(1);

    /// <summary>All that is wrong with this feed; empty when it is valid.</summary>
    public IEnumerable<Fault> Faults()
    {
        if (Id.Value is not { Length: > 0 and <= 40 } id || !char.IsAsciiLetterLower(id[0]) || !id.All(IsIdLetter))
        {
            yield return new Fault("/id", "Use 1 to 40 lower-case letters, digits or underscores, beginning with a letter.");
        }

        if (string.IsNullOrWhiteSpace(Name) || Name.Length > Graphic.LongestName)
        {
            yield return new Fault("/name", $"Give it a name of 1 to {Graphic.LongestName} characters.");
        }

        if (!System.IO.Path.IsPathFullyQualified(Path) || Path.Length > 1000 || Path.Contains('\0', StringComparison.Ordinal))
        {
            yield return new Fault("/path", "Give the whole path of the file, beginning with /, such as /home/me/now.txt.");
        }

        if (Every < LeastEvery || Every > GreatestEvery)
        {
            yield return new Fault("/every", "A file can be read every 0.1 s to every hour.");
        }
    }

    private static bool IsIdLetter(char letter) => char.IsAsciiLetterLower(letter) || char.IsAsciiDigit(letter) || letter == '_';
}

/// <summary>Everything one stream needs. Immutable: an edit makes a new one.</summary>
/// <param name="LiveEdits">Whether edits of what is lit go to air at once (rule 27).</param>
/// <param name="LookFirst">Whether a press on the desk loads standby instead of lighting.</param>
/// <param name="Wardrobe">The brands that are kept besides the one that is worn; their names differ.</param>
public sealed record Show(
    string Name,
    Canvas Canvas,
    Brand Brand,
    ImmutableArray<Graphic> Graphics,
    ImmutableArray<Feed> Feeds,
    ImmutableArray<Output> Outputs,
    bool LiveEdits,
    bool LookFirst,
    ImmutableArray<Brand> Wardrobe
)
{
    /// <summary>All brands of the show, in the order of their names.</summary>
    [JsonIgnore]
    public ImmutableArray<Brand> Brands => [.. Wardrobe.Add(Brand).OrderBy(brand => brand.Name, StringComparer.OrdinalIgnoreCase)];

    /// <summary>Another of the show's brands is worn; null when there is none of that name.</summary>
    public Show? Wearing(string name) =>
        name == Brand.Name ? this
        : Brands.FirstOrDefault(brand => brand.Name == name) is { } chosen ? this with { Brand = chosen, Wardrobe = Brands.Remove(chosen) }
        : null;

    public Graphic? Graphic(GraphicId id) => Graphics.FirstOrDefault(graphic => graphic.Id == id);

    public Feed? Feed(FeedId id) => Feeds.FirstOrDefault(feed => feed.Id == id);

    public Output? Output(OutputId id) => Outputs.FirstOrDefault(output => output.Id == id);

    public Show With(Graphic graphic) => this with { Graphics = Put(Graphics, graphic, one => one.Id == graphic.Id) };

    public Show With(Feed feed) => this with { Feeds = Put(Feeds, feed, one => one.Id == feed.Id) };

    public Show With(Output output) => this with { Outputs = Put(Outputs, output, one => one.Id == output.Id) };

    /// <summary>In place of the one that matches, or at the end.</summary>
    private static ImmutableArray<T> Put<T>(ImmutableArray<T> all, T item, Predicate<T> same)
        where T : class
    {
        var old = all.FirstOrDefault(one => same(one));
        return old is null ? all.Add(item) : all.Replace(old, item);
    }
}
