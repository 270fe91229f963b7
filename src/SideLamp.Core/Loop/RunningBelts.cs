using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Airing;
using SideLamp.Core.Chat;
using SideLamp.Core.Feeds;
using SideLamp.Core.Tickers;

namespace SideLamp.Core.Loop;

/// <summary>The belts of what is on air: begun with their graphic, and following its words.</summary>
internal static class RunningBelts
{
    /// <param name="before">As it was when this turn began.</param>
    public static Stage Followed(Stage stage, Stage before, PictureBook book, Instant now)
    {
        var belts = ImmutableList.CreateBuilder<BeltRun>();
        foreach (var airing in stage.Air.Airings)
        {
            var running = stage.Air.Belts.FindAll(one => one.Airing == airing.Id);
            // What leaves goes as it was (rule 15).
            belts.AddRange(airing.Holds && airing.LitAt is not null ? FollowedOf(stage, before, airing, running, book, now) : running);
        }

        if (belts.SequenceEqual<BeltRun>(stage.Air.Belts, ReferenceEqualityComparer.Instance))
        {
            return stage;
        }

        // What is gone is remembered by its graphic: lit again, it may go on.
        var untold = before.Air.Airings.Where(airing => stage.Air.Airings.All(one => one.Id != airing.Id))
            .SelectMany(airing => stage.Air.Belts.FindAll(run => run.Airing == airing.Id).Select(run => KeyValuePair.Create((airing.Graphic, run.Part), run.Untold(airing.Leg?.End is { } left && left < now ? left : now) ?? "")));
        return stage with { Kept = stage.Kept with { Air = stage.Air with { Belts = belts.ToImmutable(), Untold = stage.Air.Untold.SetItems(untold) } } };
    }

    private static IEnumerable<BeltRun> FollowedOf(Stage stage, Stage before, Airing.Airing airing, ImmutableList<BeltRun> running, PictureBook book, Instant now)
    {
        // Most inputs change nothing that a belt is made from.
        if (!running.IsEmpty && stage.Kept.SaysLike(before.Kept) && before.Air.Airings.Contains(airing))
        {
            return running;
        }

        if (!stage.Kept.Contents.TryGetValue(airing.Content, out var content) || !book.HasBelts(content))
        {
            return running;
        }

        var atOnce = stage.Show.NeverShow != before.Show.NeverShow || content.Words.Values.SelectMany(Placeholders.FeedsIn).Any(feed => feed.Value == ChatWords.Name || stage.Show.Feed(feed)?.Audience == true);
        if (Drawn(stage.Kept, airing, content, book) is not { Faults.IsEmpty: true, Picture: var picture })
        {
            // What was seen last may stay, unless it must not be seen: what is not known to be allowed goes (rule 37).
            return atOnce ? running.ConvertAll(run => run.Follow(run.Emptied(), now, atOnce)) : running;
        }

        var start = Instant.Max(now, airing.LitAt!.Value + picture.Arrive);
        var found = picture.Belts.Where(laid => !laid.Items.IsEmpty || running.Exists(one => one.Part == laid.Part)).Select(laid =>
        {
            var run = running.Find(one => one.Part == laid.Part);
            return run is null || (run.Program.Motion, run.Program.Rate) != (laid.Motion, stage.Show.Canvas.Rate) || IsOver(run, airing, now) ? BeltRun.Begin(airing.Id, laid, stage.Show.Canvas.Rate, start, From(laid)) : run.Follow(laid, now, atOnce);
        });
        string? From(LaidBelt laid) => content.Finish.Belt?.GoesOn == true && laid.Rounds is null ? stage.Air.Untold.GetValueOrDefault((airing.Graphic, laid.Part)) : null;
        // What has no words any more travels out.
        var emptied = running.Where(run => picture.Belts.All(laid => laid.Part != run.Part)).Select(run => run.Follow(run.Emptied(), now, atOnce));
        return found.Concat(emptied).ToList();
    }

    /// <summary>Whether it has passed, or has run with other words, and is to begin anew: its graphic was lit again, or another card came up.</summary>
    private static bool IsOver(BeltRun run, Airing.Airing airing, Instant now) =>
        run.Program.Rounds is not null && ((airing.UpSince is { } since && since > run.Program.Start) || (airing.Phase == Phase.Reviving && run.Ends <= now));

    /// <summary>Null where it cannot be laid out: that is said where it is shown, and all else goes on.</summary>
    private static Drawn? Drawn(Kept kept, Airing.Airing airing, Shows.Content content, PictureBook book)
    {
        try
        {
            return book.DrawnOf(new Pinned(airing.Content, content), kept);
        }
        catch (Exception)
        {
            return null;
        }
    }
}
