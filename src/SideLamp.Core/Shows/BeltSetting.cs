using SideLamp.Core.Tickers;

namespace SideLamp.Core.Shows;

/// <summary>How a graphic's belt runs, against what its template says; what is null is as there.</summary>
/// <param name="Px">Whole px a frame of the show, 1 to 24.</param>
/// <param name="Rounds">How often all items pass, 1 to 1,000; 0 = for ever.</param>
/// <param name="Gap">Between items, in design px, 0 to 1,000.</param>
/// <param name="GoesOn">Of one that goes on for ever: whether, lit again, it begins with what it had not told wholly, and not with its first item. Null = no.</param>
/// <param name="Ending">What becomes of one that does not go on for ever.</param>
/// <param name="Pinned">Lines that come first in every round, whatever its list brings; up to 1,000 letters, no placeholders.</param>
public sealed record BeltSetting(int? Px = null, int? Rounds = null, int? Gap = null, bool? GoesOn = null, BeltEnd? Ending = null, string? Pinned = null)
{
    public const int MostPx = 24;
    private const int MostRounds = 1000;
    private const int MostGap = 1000;
    private const int LongestPinned = 1000;

    public IEnumerable<Fault> Faults()
    {
        if (Px is < 1 or > MostPx)
        {
            yield return new Fault("/px", $"Items go 1 to {MostPx} whole px a frame.");
        }

        if (Rounds is < 0 or > MostRounds)
        {
            yield return new Fault("/rounds", $"Items pass 1 to {MostRounds:N0} times, or for ever: 0.");
        }

        if (Gap is < 0 or > MostGap)
        {
            yield return new Fault("/gap", $"The gap is 0 to {MostGap:N0} px wide.");
        }

        if (Pinned?.Length > LongestPinned)
        {
            yield return new Fault("/pinned", $"What is pinned has up to {LongestPinned:N0} characters.");
        }
    }
}
