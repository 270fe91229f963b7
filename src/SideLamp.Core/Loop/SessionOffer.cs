using NodaTime;
using SideLamp.Core.Airing;

namespace SideLamp.Core.Loop;

/// <summary>A stream begins: the first lighting by hand after long darkness offers a fresh session.</summary>
internal static class SessionOffer
{
    private static readonly Duration LongDark = Duration.FromHours(4);

    /// <summary>The air with the offer where one is due, and with since when it is dark.</summary>
    public static AirState In(AirState before, AirState after, IEnumerable<Happening> news)
    {
        var dark = !after.Airings.IsEmpty ? null : before.Airings.IsEmpty ? before.DarkSince : (Instant?)after.Now;
        var begins = before.DarkSince is { } since && after.Now - since >= LongDark && news.Any(one => one is { Kind: HappeningKind.Lit, Origin: Origin.Person });
        return dark == after.DarkSince && !begins ? after : after with { DarkSince = dark, OffersFresh = after.OffersFresh || begins };
    }

    /// <summary>The session is another one by now, or goes on as it is.</summary>
    public static AirState Answered(AirState air) => air.OffersFresh || air.DarkSince is not null ? air with { OffersFresh = false, DarkSince = null } : air;
}
