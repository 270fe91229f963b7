using System.Collections.Immutable;
using SideLamp.Core.Airing;
using SideLamp.Core.Editing;
using SideLamp.Core.Events;

namespace SideLamp.Core.Loop;

/// <summary>What events set off.</summary>
internal sealed partial class Fold
{
    /// <summary>What viewers did is counted, and sets off what it does.</summary>
    private Turn Hear(Stage stage, FiguresInput input)
    {
        // What is not heard is told anew each time: what fails as a whole would fail each time, and no figure would move again.
        var figures = stage.Kept with { Figures = input.Figures, Air = stage.Air with { Heard = Math.Max(stage.Air.Heard ?? 0, input.Figures.Newest) } };
        return Alone(Turn.Nothing(stage), new ToDo("What viewers did", turn => HearAll(turn.Stage, input), so => so with { Kept = figures }));
    }

    private Turn HearAll(Stage stage, FiguresInput input)
    {
        var news = Hearing.News(stage, input);
        var heard = Hearing.With(stage, input, news, now);
        var byHand = Hearing.ByHand(stage, input, news, now).ToImmutableArray();
        heard = heard.Told(byHand.Select(one => TrailLine.Of(new LogLine(one, null))).OfType<TrailLine>());
        var met = Hearing.Met(stage, heard).ToList();
        var turn = Turn.Nothing(heard);
        var commands = Hearing.Commands(stage, heard, news, now, now + skew, (one, error) => turn = turn with { Stage = LeftOut(turn.Stage, $"An event of the kind “{one.Event.Kind}”", now), Faults = turn.Faults.Add($"{one.Event.Key}: {error}") }).ToList();
        turn = DoAll(turn, commands);
        foreach (var (label, cue) in met)
        {
            var marked = turn.Stage with { Kept = turn.Stage.Kept with { Air = turn.Stage.Air with { GoalsMet = turn.Stage.Air.GoalsMet.SetItem(label.Id, input.Figures.Session?.No ?? 0) } } };
            turn = turn with { Stage = marked.Told(new TrailLine(now, $"Goal met: {label.Name}", null)) };
            // Nothing comes by itself during lights out (rule 21).
            turn = cue is null || marked.Air.Held ? turn : DoAll(turn, [new RunCue(cue, $"goal {label.Name}")]);
        }

        return turn with { Happenings = byHand.AddRange(turn.Happenings) };
    }

    /// <summary>Whatever rules ask of its age or of first times: a hand wants it.</summary>
    private Turn ShowAgain(Stage stage, ViewerEvent one)
    {
        var rule = AlertRule.For(stage.Show.AlertRules, one, isFirst: true, stage.Show.Counting.Currency) ?? throw RefusedException.Conflict("No alert is for an event like this. Add one on the page Alerts.");
        return Do(stage, new Announce([Hearing.Queued(rule, AlertEvent.Of(one), stage.Show.AlertPace, now) with { IsAgain = true, From = null, Until = null }], []));
    }

    /// <summary>Alerts that tell of nobody.</summary>
    private Turn Test(Stage stage, PressTest test)
    {
        var show = stage.Show;
        var rule = show.AlertRules.First(one => one.Id == test.Rule);
        var alerts = Enumerable.Range(0, test.Count).Select(no => Hearing.Queued(rule, show.SampleOf(rule, no), show.AlertPace, now) with { From = null });
        return Do(stage, new Announce([.. alerts], []), test.Id, test.Told);
    }
}
