using System.Text;
using SideLamp.Core.Events;
using SideLamp.Server.Data;
using SideLamp.Server.Live;
using SideLamp.Server.Loop;

namespace SideLamp.Server.Events;

/// <summary>Writes what labels say into text files of other programs: replaced whole, never half, and no file that was there before.</summary>
public sealed class LabelFiles(ShowLoop loop, DataFolder folder, TimeProvider time, Findings findings) : BackgroundService
{
    private static readonly TimeSpan Every = TimeSpan.FromMilliseconds(250);

    /// <summary>What each file says by now.</summary>
    private readonly Dictionary<string, string> _written = [];

    private (Figures Figures, IReadOnlyList<Label> Labels)? _seen;

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(Every, time);
        try
        {
            while (await timer.WaitForNextTickAsync(stoppingToken))
            {
                Look();
            }
        }
        catch (OperationCanceledException)
        {
            // The server stops: files keep what they say.
        }
    }

    private void Look()
    {
        var kept = loop.Stage.Kept;
        if (_seen is var (figures, labels) && ReferenceEquals(figures, kept.Seen) && labels.SequenceEqual(kept.Show.Labels))
        {
            return;
        }

        foreach (var gone in (_seen?.Labels ?? []).Where(label => kept.Show.Labels.All(one => one.Id != label.Id)))
        {
            findings.Set(KeyOf(gone), null);
        }

        var isDone = true;
        foreach (var label in kept.Show.Labels)
        {
            var trouble = label.File.Length == 0 ? null : Write(label.File, LabelWords.Of(label, kept.Seen).Text);
            findings.Set(KeyOf(label), trouble is null ? null : $"The label “{label.Name}” is not written to {label.File}: {trouble}");
            isDone &= trouble is null;
        }

        // What could not be written is tried again.
        _seen = isDone ? (kept.Seen, kept.Show.Labels) : null;
    }

    private static string KeyOf(Label label) => $"label file {label.Id}";

    /// <returns>Why not, in a sentence; null when it says so.</returns>
    private string? Write(string path, string text)
    {
        if (_written.GetValueOrDefault(path) == text)
        {
            return null;
        }

        var beside = $"{path}.{Guid.NewGuid():N}";
        try
        {
            if (!folder.LabelFiles.Has(path))
            {
                if (Path.Exists(path))
                {
                    return "there is a file already, and it is not of Side Lamp. Choose another name, so that nothing is lost.";
                }

                folder.LabelFiles.Add(path);
            }

            using (var file = new FileStream(beside, FileMode.CreateNew, FileAccess.Write))
            {
                file.Write(Encoding.UTF8.GetBytes(text));
            }

            File.Move(beside, path, overwrite: true);
            _written[path] = text;
            return null;
        }
        catch (Exception error) when (error is IOException or UnauthorizedAccessException)
        {
            File.Delete(beside);
            return error.Message;
        }
    }
}
