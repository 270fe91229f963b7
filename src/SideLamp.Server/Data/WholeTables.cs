using System.Collections.Immutable;
using System.Text;
using System.Text.Json;
using SideLamp.Core;
using SideLamp.Core.Feeds;
using SideLamp.Core.Keeping;

namespace SideLamp.Server.Data;

/// <summary>The whole tables of feeds, as files beside the database, which keeps their first rows alone.</summary>
public sealed class WholeTables(string folder)
{
    private readonly string _folder = Path.Combine(folder, "tables");
    private ImmutableDictionary<FeedId, FeedValue> _kept = ImmutableDictionary<FeedId, FeedValue>.Empty;

    /// <summary>The values, whole where a file has one that is no older. What cannot be read of them is left as the database has it.</summary>
    public ImmutableDictionary<FeedId, FeedValue> Completed(ImmutableDictionary<FeedId, FeedValue> values)
    {
        foreach (var (feed, value) in values)
        {
            if (Read(feed) is { } whole)
            {
                // One that is older counts no more, but is known, and goes in its time.
                _kept = _kept.SetItem(feed, whole);
                values = whole.ChangedAt >= value.ChangedAt ? values.SetItem(feed, whole) : values;
            }
        }

        return values;
    }

    /// <summary>Writes those that are longer than what the database keeps, as far as they have changed since; files of others go.</summary>
    /// <exception cref="IOException">Some of it could not be written.</exception>
    public void Keep(ImmutableDictionary<FeedId, FeedValue> values)
    {
        var longer = values.Where(one => one.Value.IsLong).ToImmutableDictionary();
        foreach (var (feed, value) in longer.Where(one => _kept.GetValueOrDefault(one.Key) != one.Value))
        {
            Directory.CreateDirectory(_folder);
            var fresh = FileOf(feed) + ".new";
            using (var stream = new FileStream(fresh, FileMode.Create, FileAccess.Write))
            {
                stream.Write(Encoding.UTF8.GetBytes(Codecs.Value.Write(value)));
                stream.Flush(flushToDisk: true);
            }

            File.Move(fresh, FileOf(feed), overwrite: true);
        }

        foreach (var gone in _kept.Keys.Where(feed => !longer.ContainsKey(feed)))
        {
            File.Delete(FileOf(gone));
        }

        _kept = longer;
    }

    private FeedValue? Read(FeedId feed)
    {
        try
        {
            return File.Exists(FileOf(feed)) ? Codecs.Value.Read(File.ReadAllText(FileOf(feed))) : null;
        }
        catch (Exception error) when (error is JsonException or IOException or UnauthorizedAccessException or InvalidOperationException)
        {
            return null;
        }
    }

    private string FileOf(FeedId feed) => Path.Combine(_folder, $"{feed}.json");
}
