using System.Collections.Immutable;
using SideLamp.Core.Json;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;
using SideLamp.Server.Live;
using SideLamp.Server.Loop;

namespace SideLamp.Server.Data;

/// <summary>Now and then, off the show's way: a whole copy of the show is made, and stored files go that nothing uses.</summary>
/// <param name="samples">Files that templates show as samples: they stay.</param>
public sealed class Housekeeping(DataFolder data, ShowLoop loop, Keeper keeper, Shelf shelf, Findings findings, TimeProvider time, ImmutableHashSet<string> samples, ILogger<Housekeeping> logger) : BackgroundService
{
    private static readonly TimeSpan FirstAfter = TimeSpan.FromSeconds(20);
    private static readonly TimeSpan Every = TimeSpan.FromMinutes(10);

    /// <summary>What was stored later may be about to be used, or be what undo brings back.</summary>
    private static readonly TimeSpan UnusedFor = TimeSpan.FromDays(1);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        // What presses will name is there before the first of them.
        TidyLarge();
        for (var wait = FirstAfter; !stoppingToken.IsCancellationRequested; wait = Every)
        {
            await Task.Delay(wait, time, stoppingToken).ContinueWith(_ => { }, TaskScheduler.Default);
            if (!stoppingToken.IsCancellationRequested)
            {
                Tidy();
            }
        }
    }

    private void TidyLarge() => keeper.Tidy([.. shelf.Bundled.Values.Select(one => one.Source)]);

    private void Tidy()
    {
        try
        {
            if (keeper.Trouble is null)
            {
                data.File.Copy(data.Files);
                TidyLarge();
            }

            data.Assets.Collect(IsUsed(loop.Stage), UnusedFor, time.GetUtcNow());
            findings.Set("copy", null);
        }
        catch (Exception error)
        {
            if (error is InvalidDataException)
            {
                keeper.Renew();
            }

            logger.LogError(error, "The data folder could not be tidied.");
            findings.Set("copy", "No copy of the show could be made just now. Side Lamp tries again in ten minutes.");
        }
    }

    /// <summary>Whether anything that is kept, or that undo may bring back, names the file: ids are hashes, and stand in nothing else.</summary>
    private Predicate<string> IsUsed(Stage stage)
    {
        var kept = stage.History.Done.Concat(stage.History.Undone).SelectMany(edit => new[] { edit.Patch.Before, edit.Patch.After }).Concat(stage.Kept.Bin.All.Select(one => one.Body)).Append(CoreJson.WriteWhole(stage.Show));
        var text = string.Join('\n', kept.Concat(stage.Kept.Contents.Values.Select(CoreJson.WriteWhole)).Append(CoreJson.WriteWhole(stage.Choices.All.Values)).Concat(stage.Kept.Pictures.Values.SelectMany(feed => feed.Values).Select(one => one.Asset?.Value ?? "")));
        return file => samples.Contains(file) || text.Contains(file, StringComparison.Ordinal);
    }
}
