using System.Collections.Concurrent;
using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Feeds;
using SideLamp.Core.Loop;
using SideLamp.Core.Tables;
using SideLamp.Server.Loop;

namespace SideLamp.Server.Feeds;

/// <summary>What programs have pushed, by feed: each push is worked out on what the one before left, whatever the loop has come to by then.</summary>
public sealed class PushedFeeds(ShowLoop loop, EngineClock clock, FeedReads reads, FeedBudget budget)
{
    /// <summary>Of a feed that was deleted, in bytes.</summary>
    private const long MostAside = 1 << 20;

    private readonly ConcurrentDictionary<FeedId, State> _states = new();

    /// <summary>Takes a push.</summary>
    /// <param name="bytes">As they came.</param>
    /// <param name="change">What it makes of the tables that are there.</param>
    /// <exception cref="UnreadableException">It cannot be done; all stands as it was.</exception>
    public SourceTables Push(Feed feed, byte[] bytes, Func<ImmutableArray<Table>, SourceTables> change)
    {
        var state = _states.GetOrAdd(feed.Id, _ => new State());
        lock (state)
        {
            var began = clock.Now;
            var before = state.Content?.Tables ?? loop.Stage.Values.GetValueOrDefault(feed.Id)?.Tables ?? [];
            var content = change(before);
            if (!budget.Takes(feed.Id, content.Tables))
            {
                throw new UnreadableException($"All feeds together hold more than {FeedBudget.Most >> 20} MB with this. Nothing was changed.");
            }

            var isSame = content.Tables.SequenceEqual(before);
            (state.Content, state.At) = (content, clock.Now);
            reads.Take(feed.Id, bytes);
            reads.Add(feed.Id, new FeedReading.Found(content), isSame, state.At, state.At - began);
            Tell(feed, state);
            return content;
        }
    }

    /// <summary>After an edit of the feed, or when its deletion is undone: what was told of it as it was before counts no more.</summary>
    public void TellAgain(Feed feed)
    {
        if (_states.TryGetValue(feed.Id, out var state))
        {
            lock (state)
            {
                // Others may have filled the room while it was gone.
                state.Content = state.Content is { } content && budget.Takes(feed.Id, content.Tables) ? content : null;
                Tell(feed, state);
            }
        }
    }

    /// <summary>The feed is gone, and may come back by undo: what is small waits for that, and takes nobody’s room.</summary>
    public void SetAside(FeedId feed)
    {
        if (_states.TryGetValue(feed, out var state) && state.Content is { } content && content.Tables.Sum(table => table.Weight) > MostAside)
        {
            Forget(feed);
        }
    }

    /// <summary>A new feed begins with nothing, though there was one of its name.</summary>
    public void Forget(FeedId feed) => _states.TryRemove(feed, out _);

    private void Tell(Feed feed, State state)
    {
        if (state.Content is { } content)
        {
            loop.Tell(new ReadingInput(feed, new FeedReading.Found(content), state.At));
        }
    }

    private sealed class State
    {
        public SourceTables? Content { get; set; }

        public Instant At { get; set; }
    }
}
