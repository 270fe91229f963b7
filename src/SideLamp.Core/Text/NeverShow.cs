using System.Collections.Immutable;

namespace SideLamp.Core.Text;

/// <summary>What becomes of words on the never-show list.</summary>
public enum NeverShowAct
{
    /// <summary>Their letters are covered by dots; all else shows.</summary>
    Mask,

    /// <summary>A graphic that holds one is not lit, and goes at once where it is.</summary>
    HoldBack,
}

/// <summary>Words that must not appear, wherever they come from.</summary>
/// <param name="Words">Each found as a whole word, or words, however it is written; with <c>*</c> at an end, also within a longer one.</param>
public sealed record NeverShow(ImmutableArray<string> Words, NeverShowAct Act = NeverShowAct.Mask)
{
    public const char Open = '*';

    private const int Most = 1000;
    private const int Longest = 100;

    public static NeverShow Nothing { get; } = new([]);

    public bool Equals(NeverShow? other) => other is not null && Act == other.Act && Words.SequenceEqual(other.Words);

    public override int GetHashCode() => HashCode.Combine(Act, Words.Length);

    /// <summary>All that is wrong with it.</summary>
    public IEnumerable<Fault> Faults()
    {
        if (Words.Length > Most)
        {
            yield return new Fault("/words", $"The list holds up to {Most:N0} words.");
        }

        foreach (var (word, at) in Words.Select((word, at) => (word, at)).Where(one => one.word.Length > Longest || !one.word.Any(char.IsLetterOrDigit)))
        {
            yield return new Fault($"/words/{at}", $"A word of the list has 1 to {Longest} characters, and a letter or a figure among them.");
        }
    }
}

/// <summary>Tells letters that look alike. Source: UTS #39, the skeleton of confusables.</summary>
public interface ILookAlikes
{
    /// <summary>A text in the letters that stand for all that look like them.</summary>
    string Fold(string text);
}
