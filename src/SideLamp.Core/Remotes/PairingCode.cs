using System.Globalization;
using NodaTime;

namespace SideLamp.Core.Remotes;

/// <summary>What lets one device in: six digits that stand on the streamer's screen, once, for two minutes and five tries.</summary>
/// <param name="Until">From this instant on it lets nobody in.</param>
/// <param name="TriesLeft">1 to <see cref="Tries"/>.</param>
public sealed record PairingCode(string Digits, Instant Until, int TriesLeft)
{
    public const int Length = 6;
    public const int Tries = 5;

    /// <summary>How many codes there are: a fresh one is any number below.</summary>
    public const int Numbers = 1_000_000;

    public static readonly Duration Lasts = Duration.FromMinutes(2);

    /// <param name="number">0 to below <see cref="Numbers"/>, by chance.</param>
    public static PairingCode Fresh(int number, Instant now) => new(number.ToString("D6", CultureInfo.InvariantCulture), now + Lasts, Tries);

    public bool IsOverAt(Instant now) => now >= Until;

    /// <summary>Whether these digits let a device in. Spaces and hyphens between them are how people read digits out.</summary>
    /// <returns>What is left of the code: null = it is used up, by the right digits or by the last try.</returns>
    public (bool LetsIn, PairingCode? Left) Try(string given, Instant now)
    {
        var digits = string.Concat(given.Where(letter => letter is not (' ' or '-')));
        return IsOverAt(now) || digits == Digits ? (!IsOverAt(now), null)
            : (false, TriesLeft > 1 ? this with { TriesLeft = TriesLeft - 1 } : null);
    }
}
