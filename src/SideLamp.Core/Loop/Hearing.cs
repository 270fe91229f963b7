using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Airing;
using SideLamp.Core.Editing;
using SideLamp.Core.Events;
using SideLamp.Core.Shows;

namespace SideLamp.Core.Loop;

/// <summary>What events set off besides being counted: alerts, thanks, time for timers, what happens when a goal is met. Each is heard once.</summary>
internal static class Hearing
{
    /// <summary>What is older lights nothing any more: a sender was away.</summary>
    private static readonly Duration TooOld = Duration.FromSeconds(30);

    /// <summary>Likewise where Side Lamp was away (rule 29).</summary>
    private static readonly Duration TooOldAfterStart = Duration.FromSeconds(10);

    /// <summary>Of the events those that have not been heard yet.</summary>
    public static ImmutableArray<HeardEvent> News(Stage stage, FiguresInput input) => stage.Air.Heard is { } heard ? [.. input.Unheard.Where(one => one.Seq > heard)] : [];

    /// <summary>The stage with the figures; what has been heard is not heard again, and whoever gave something is to be thanked.</summary>
    public static Stage With(Stage stage, FiguresInput input, ImmutableArray<HeardEvent> news, Instant now)
    {
        var isSame = stage.Kept.Figures.Session?.No == input.Figures.Session?.No;
        var thanks = isSame ? stage.Kept.Thanks : stage.Kept.Thanks.Fresh();
        thanks = thanks.With([.. news.Where(one => !one.IsTakenBack && ThanksList.Is(one.Event)).Select(one => one.Event)], now);
        thanks = news.Where(one => one.IsTakenBack).Aggregate(thanks, (so, one) => so.Without(one.Event));

        var newest = Math.Max(stage.Air.Heard ?? 0, input.Figures.Newest);
        var air = stage.Air.Heard == newest ? stage.Air : stage.Air with { Heard = newest };
        return stage with { Kept = stage.Kept with { Figures = input.Figures, Thanks = thanks, Air = isSame ? air : SessionOffer.Answered(air) } };
    }

    /// <summary>What they ask of the air, in their order.</summary>
    /// <param name="wall">This machine's clock: events bear its time.</param>
    /// <param name="leaveOut">Hears of each that cannot be worked out: it keeps no other one back.</param>
    public static IEnumerable<AirCommand> Commands(Stage before, Stage after, ImmutableArray<HeardEvent> news, Instant now, Instant wall, Action<HeardEvent, Exception> leaveOut)
    {
        var (show, goesOn) = (after.Show, after.Kept.Figures.Session is { Ended: null });
        var (alerts, missed) = (new Coming(show.AlertPace, now), new Coming(show.AlertPace, now));
        foreach (var heard in news)
        {
            IReadOnlyList<AirCommand> own = [];
            try
            {
                own = Of(heard).ToList();
            }
            catch (Exception error)
            {
                leaveOut(heard, error);
            }

            foreach (var command in own)
            {
                yield return command;
            }
        }

        foreach (var (label, _) in Met(before, after))
        {
            alerts.AddGoal(show.AlertRules.FirstOrDefault(rule => rule is { Kind: EventKinds.Goal, IsOff: false }), label);
        }

        if (Coming.Told(alerts, missed) is { } last)
        {
            yield return last;
        }

        IEnumerable<AirCommand> Of(HeardEvent heard)
        {
            var one = heard.Event;
            if (heard.IsTakenBack)
            {
                // What came before it is announced before it goes.
                if (Coming.Told(alerts, missed) is { } sooner)
                {
                    yield return sooner;
                }

                yield return new Retract(one);
                yield break;
            }

            foreach (var timer in show.Timers.Where(timer => timer.Door is { } door && door.Kind == one.Kind && IsAddable(one, show.Counting.Currency)))
            {
                yield return new GainTime(timer.Id, decimal.Min(UnitsOf(one), GainTime.MostUnits), $"{one.Seq}", one.Name);
            }

            if (AlertRule.For(show.AlertRules, one, heard.IsFirst, show.Counting.Currency) is { } rule)
            {
                var inTime = goesOn && wall - one.At <= (heard.IsLate ? TooOldAfterStart : TooOld);
                (inTime ? alerts : missed).Add(rule, one);
            }
        }
    }

    /// <summary>Alerts of one telling. Of very many of a kind the first are told one by one, and all others in one: a flood costs the queue no more than a burst.</summary>
    private sealed class Coming(AlertPace pace, Instant now)
    {
        private readonly List<(AlertRule Rule, AlertEvent Said, List<ViewerEvent> Others)> _all = [];
        private readonly Dictionary<(AlertId, string), (int Count, int At)> _known = [];

        public void Add(AlertRule rule, ViewerEvent one)
        {
            var (count, at) = _known.GetValueOrDefault((rule.Id, one.Unit));
            if (count > AlertBurst.Most)
            {
                _all[at].Others.Add(one);
                return;
            }

            _all.Add((rule, AlertEvent.Of(one), []));
            _known[(rule.Id, one.Unit)] = (count + 1, _all.Count - 1);
        }

        public void AddGoal(AlertRule? rule, Label label)
        {
            if (rule is not null)
            {
                _all.Add((rule, AlertEvent.Of(label), []));
            }
        }

        /// <summary>Null = there are none of either.</summary>
        public static Announce? Told(Coming alerts, Coming missed) =>
            (alerts.Taken(), missed.Taken()) is var (shown, late) && (shown.Length, late.Length) == (0, 0) ? null : new Announce(shown, late);

        private ImmutableArray<QueuedAlert> Taken()
        {
            ImmutableArray<QueuedAlert> all = [.. _all.Select(one => Queued(one.Rule, one.Said.With(one.Others), pace, now))];
            _all.Clear();
            _known.Clear();
            return all;
        }
    }

    /// <summary>What a hand did to what is counted, in sentences for the log.</summary>
    public static IEnumerable<Happening> ByHand(Stage before, FiguresInput input, ImmutableArray<HeardEvent> news, Instant now)
    {
        var (was, session) = (before.Kept.Figures.Session, input.Figures.Session);
        if (before.Air.Heard is not null && session != was && session is not null)
        {
            yield return Told(session.No > (was?.No ?? 0) ? "A fresh session began" : session.No < was?.No ? "The last session goes on" : session.Ended is null ? "The session goes on" : "The session ended");
        }

        foreach (var (_, one, _, isTakenBack) in news)
        {
            var what = $"{one.Kind} {one.Amount}";
            if (isTakenBack)
            {
                yield return Told($"Taken back: {what}");
            }
            else if (one.Key.Source == EventKey.ByHand)
            {
                yield return Told(one.IsCorrection ? $"Corrected: {one.Kind} {(one.Size < 0 ? "" : "+")}{one.Amount}, {one.Times:+0;-0;0} in number" : $"Entered by hand: {what}");
            }
        }

        Happening Told(string what) => new(now, HappeningKind.Figures, null, Origin.Person, What: what);
    }

    /// <summary>An alert that a rule asks for.</summary>
    public static QueuedAlert Queued(AlertRule rule, AlertEvent said, AlertPace pace, Instant now) =>
        new(rule.Graphic, null, now)
        {
            Said = said,
            Rule = rule.Id,
            Turn = rule.Turn,
            PushesAside = rule.PushesAside,
            From = now + pace.Of(said),
            Until = now + rule.WaitsAtMost,
        };

    /// <summary>Goals that are met by now and were not before: each once a session.</summary>
    public static IEnumerable<(Label Label, Cue? Cue)> Met(Stage before, Stage after)
    {
        var session = after.Kept.Figures.Session?.No ?? 0;
        foreach (var label in after.Show.Labels.Where(label => label.Target is not null && before.Show.Labels.Contains(label)))
        {
            if (after.Air.GoalsMet.GetValueOrDefault(label.Id) != session && LabelWords.Of(label, before.Kept.Figures).Percent < 100 && LabelWords.Of(label, after.Kept.Figures).Percent >= 100)
            {
                yield return (label, label.WhenMet is { } cue ? after.Show.Cue(cue) : null);
            }
        }
    }

    private static bool IsAddable(ViewerEvent one, string currency) => one is { IsCorrection: false, Size: > 0 } && (one.Unit.Length == 0 || one.Unit == currency);

    private static decimal UnitsOf(ViewerEvent one) => one.Unit.Length == 0 ? one.Size : new Money(one.Size, one.Unit).Amount;
}
