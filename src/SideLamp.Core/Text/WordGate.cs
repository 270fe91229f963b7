using System.Collections.Immutable;
using System.Globalization;
using System.Text;

namespace SideLamp.Core.Text;

/// <summary>A finished text, and what of it was on the never-show list.</summary>
/// <param name="Text">With those words covered.</param>
/// <param name="Hits">How many there were.</param>
public sealed record Gated(string Text, int Hits);

/// <summary>
/// Looks for words of the never-show list in finished texts, however they are written: capitals, marks on letters, letters that look
/// alike, and what takes no room between them make no difference. Sources: UAX #15 (NFKD), UTS #39.
/// </summary>
public sealed class WordGate(ILookAlikes lookAlikes)
{
    private const char Cover = '•';
    private const long MostBytes = 8 << 20;

    private readonly Remembered<(string, NeverShow), Gated> _known = new(MostBytes, (key, gated) => (key.Item1.Length * 4L) + 200);
    private readonly Remembered<NeverShow, List<Wanted>> _lists = new(MostBytes, (list, _) => 400 + list.Words.Sum(word => word.Length * 8L));

    public Gated Of(string text, NeverShow list) => list.Words.IsEmpty || text.Length == 0 ? new Gated(text, 0) : _known.Of((text, list), _ => Looked(text, list));

    private Gated Looked(string text, NeverShow list)
    {
        var (folded, from) = Folded(text);
        var hits = new List<(int From, int To)>();
        foreach (var wanted in _lists.Of(list, _ => [.. list.Words.Select(WantedOf).Where(one => one.Folded.Length > 0)]))
        {
            for (var at = folded.IndexOf(wanted.Folded, StringComparison.Ordinal); at >= 0; at = folded.IndexOf(wanted.Folded, at + 1, StringComparison.Ordinal))
            {
                var end = at + wanted.Folded.Length;
                if ((wanted.OpenAtStart || !IsInner(folded, at - 1, at)) && (wanted.OpenAtEnd || !IsInner(folded, end - 1, end)))
                {
                    hits.Add((from[at], from[end]));
                }
            }
        }

        return hits.Count == 0 ? new Gated(text, 0) : new Gated(Covered(text, hits), hits.Count);
    }

    /// <summary>Whether there is no border of a word between two places. Scripts that part no words have one everywhere.</summary>
    private static bool IsInner(string folded, int left, int right) => left >= 0 && right < folded.Length && IsOfWord(folded[left]) && IsOfWord(folded[right]);

    private static bool IsOfWord(char letter) => char.IsLetterOrDigit(letter) && letter < '\u0E00';

    private Wanted WantedOf(string word)
    {
        var plain = word.Trim();
        return new Wanted(Folded(plain.Trim(NeverShow.Open)).Folded.Trim(), plain.StartsWith(NeverShow.Open), plain.EndsWith(NeverShow.Open));
    }

    /// <summary>The text as it is compared, and where each of its letters comes from; one more, for its end.</summary>
    private (string Folded, List<int> From) Folded(string text)
    {
        var (folded, from) = (new StringBuilder(text.Length), new List<int>(text.Length + 1));
        var at = 0;
        foreach (var rune in text.EnumerateRunes())
        {
            foreach (var letter in Plain(rune))
            {
                // White space in a row is one space.
                if (letter != ' ' || (folded.Length > 0 && folded[^1] != ' '))
                {
                    folded.Append(letter);
                    from.Add(at);
                }
            }

            at += rune.Utf16SequenceLength;
        }

        from.Add(text.Length);
        return (folded.ToString(), from);
    }

    private string Plain(Rune rune)
    {
        if (Rune.IsWhiteSpace(rune))
        {
            return " ";
        }

        if (IsOfNoRoom(rune))
        {
            return "";
        }

        if (rune.IsAscii && Rune.IsLetter(rune))
        {
            return Small(Rune.ToLowerInvariant(rune).ToString());
        }

        var apart = string.Concat(rune.ToString().Normalize(NormalizationForm.FormKD).EnumerateRunes().Where(one => !IsOfNoRoom(one)));
        // A capital may look like one letter, and its small one like another; an upright stroke looks like too many.
        var likened = lookAlikes.Fold(apart).ToLowerInvariant();
        return Small(likened is [not 'l' and (>= 'a' and <= 'z')] ? likened : lookAlikes.Fold(apart.ToLowerInvariant()).ToLowerInvariant());
    }

    /// <summary>The one small letter that looks like two. Source: UTS #39.</summary>
    private static string Small(string letters) => letters.Replace("m", "rn", StringComparison.Ordinal);

    private static bool IsOfNoRoom(Rune rune) =>
        Rune.GetUnicodeCategory(rune) is UnicodeCategory.Format or UnicodeCategory.NonSpacingMark or UnicodeCategory.EnclosingMark or UnicodeCategory.Control || (rune.IsBmp && Emphasis.IsMark((char)rune.Value));

    private static string Covered(string text, List<(int From, int To)> hits)
    {
        var covered = new StringBuilder(text.Length);
        var at = 0;
        foreach (var rune in text.EnumerateRunes())
        {
            var place = at;
            at += rune.Utf16SequenceLength;
            var isHit = hits.Exists(hit => place >= hit.From && place < hit.To);
            if (!isHit || Rune.IsWhiteSpace(rune) || (rune.IsBmp && Emphasis.IsMark((char)rune.Value)))
            {
                covered.Append(rune);
            }
            else if (!IsOfNoRoom(rune))
            {
                covered.Append(Cover);
            }
        }

        return covered.ToString();
    }

    private sealed record Wanted(string Folded, bool OpenAtStart, bool OpenAtEnd);
}
