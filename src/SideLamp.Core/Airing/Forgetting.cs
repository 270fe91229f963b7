using SideLamp.Core.Events;

namespace SideLamp.Core.Airing;

/// <summary>What viewers wrote goes from all that the air remembers, so that nothing brings it back (rule 37) and it is kept nowhere.</summary>
public static class Forgetting
{
    /// <summary>The very same where nothing of it is remembered. What is on air stays: that is for takings-back.</summary>
    public static AirState Without(this AirState air, Func<MessageRef, bool> isGone)
    {
        bool IsGone(Remembered? one) => one?.Said?.Message is { } message && isGone(message);
        var last = air.Last.Where(one => IsGone(one.Value)).Select(one => one.Key).ToList();
        var acts = air.Acts.ConvertAll(act => Without(act, IsGone));
        var isSame = last.Count == 0 && !acts.Where((act, at) => !ReferenceEquals(act, air.Acts[at])).Any() && air.LightsOut?.Exists(IsGone) != true && !air.Asides.Exists(one => IsGone(one.What));
        return isSame ? air : air with { Last = air.Last.RemoveRange(last), Acts = acts, LightsOut = air.LightsOut?.RemoveAll(IsGone), Asides = air.Asides.RemoveAll(one => IsGone(one.What)) };
    }

    /// <summary>The act stays: taken back, it leaves the seat empty.</summary>
    private static Act Without(Act act, Predicate<Remembered?> isGone) =>
        act.Seats.Any(seat => isGone(seat.Before)) || act.LightsOut?.Exists(isGone) == true || act.Forgotten?.Exists(one => isGone(one.What)) == true || act.Uncovered?.Exists(one => isGone(one.What)) == true
            ? act with
            {
                Seats = [.. act.Seats.Select(seat => isGone(seat.Before) ? seat with { Before = null } : seat)],
                LightsOut = act.LightsOut?.RemoveAll(isGone),
                Forgotten = act.Forgotten?.RemoveAll(one => isGone(one.What)),
                Uncovered = act.Uncovered?.RemoveAll(one => isGone(one.What)),
            }
            : act;
}
