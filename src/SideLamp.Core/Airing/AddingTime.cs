using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Timers;

namespace SideLamp.Core.Airing;

/// <summary>The door by which events add time to a timer. What is paused stays paused; what has come to zero is not started again: it is offered.</summary>
internal sealed class AddingTime(Scene scene, Timing timing) : ScenePart(scene)
{
    private static readonly Duration Hour = Duration.FromHours(1);

    public string? Gain(GainTime gain)
    {
        if (Facts.Timer(gain.Timer) is not { } timer || timer.Door is not { } door)
        {
            return "No events add time to this timer. Set on its page how much they add.";
        }

        if (timer.Kind is TimerKind.Up or TimerKind.Clock)
        {
            return $"“{timer.Name}” does not come to zero: no time can be added to it.";
        }

        var run = State.Timers.Find(one => one.Timer == timer.Id) ?? timing.Fresh(timer);
        if (run.Added.Concat(run.Offered).Any(one => one.Event == gain.Event))
        {
            return null;
        }

        // The hour's limit is for all that was added, the latest end for what would come of it.
        var wished = Duration.Min(door.PerUnit * (double)Math.Min(gain.Units, GainTime.MostUnits), door.MostEach ?? Duration.MaxValue);
        var spent = run.Added.FindAll(one => Now - one.At < Hour).Aggregate(Duration.Zero, (sum, one) => sum + one.By);
        var by = Duration.Min(wished, (door.MostHour ?? Duration.MaxValue) - spent);
        if (door.Latest is { } latest && !run.AtEnd)
        {
            by = Duration.Min(by, Facts.Next(timer with { Until = latest, Day = null }, run.Began ?? Now) - (Now + (run.Length - run.At(Now))));
        }

        if (by <= Duration.Zero)
        {
            return null;
        }

        var added = new AddedTime(gain.Event, by, Now, gain.From);
        if (run.AtEnd)
        {
            timing.Keep(timer, run with { Offered = Known(run.Offered.Add(added)) });
            Say(timer, added, "offers");
            return null;
        }

        timing.Keep(timer, timing.Longer(timer, run, by) with { Added = Known(run.Added.Add(added)) });
        Say(timer, added, "adds");
        return null;
    }

    public string? Decide(DecideTime wish)
    {
        if (Facts.Timer(wish.Timer) is not { } timer || State.Timers.Find(one => one.Timer == wish.Timer) is not { } run)
        {
            return "There is no such timer any more.";
        }

        var (list, sentence) = wish.Act == TimeAct.Back ? (run.Added, "It was taken back already, or the timer has begun anew.") : (run.Offered, "It is not offered any more.");
        if (list.Find(one => one.Event == wish.Event) is not { } added)
        {
            return sentence;
        }

        timing.Keep(
            timer,
            wish.Act switch
            {
                TimeAct.Take => timing.Longer(timer, run, added.By) with { Offered = run.Offered.Remove(added), Added = Known(run.Added.Add(added with { At = Now })) },
                TimeAct.Drop => run with { Offered = run.Offered.Remove(added) },
                _ => (run.AtEnd ? run : timing.Longer(timer, run, -added.By)) with { Added = run.Added.Remove(added) },
            }
        );
        return null;
    }

    /// <summary>What is more than can be told apart is one with the next: the limit of an hour, and what can be taken back, still hold all of it.</summary>
    private static ImmutableList<AddedTime> Known(ImmutableList<AddedTime> list) =>
        list.Count <= AddedTime.MostKnown ? list : list.RemoveAt(0).SetItem(0, list[1] with { By = list[0].By + list[1].By, From = "Earlier ones" });

    private void Say(Timer timer, AddedTime added, string does) =>
        Happenings.Add(new Happening(Now, HappeningKind.TimeAdded, null, Origin.Automatic, What: $"{added.From} {does} {TimerFace.Plain(added.By)} to “{timer.Name}”"));
}
