using NodaTime;
using SideLamp.Core.Text;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Feeds;

/// <summary>A text file that another program writes, read as a feed.</summary>
/// <param name="Id">The word placeholders use: lower-case letters, digits and hyphens.</param>
/// <param name="Path">An absolute path of this machine.</param>
/// <param name="Every">How often the file is looked at, 0.1 s to 1 hour.</param>
public sealed record Feed(FeedId Id, string Name, string Path, Duration Every)
{
    public const int Most = 100;
    public static readonly Duration LeastEvery = Duration.FromMilliseconds(100);
    public static readonly Duration GreatestEvery = Duration.FromHours(1);

    /// <summary>All that is wrong with this feed; empty when it is valid.</summary>
    public IEnumerable<Fault> Faults()
    {
        if (!PlaceholderName.IsOne(Id.Value))
        {
            yield return new Fault("/id", PlaceholderName.Rule);
        }
        else if (Id.Value == TimerWords.Name)
        {
            yield return new Fault("/id", $"“{TimerWords.Name}” is the word for timers. Choose another one.");
        }

        if (Names.FaultIn(Name) is { } unnamed)
        {
            yield return unnamed;
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
}
