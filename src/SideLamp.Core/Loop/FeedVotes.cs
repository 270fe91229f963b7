using System.Collections.Immutable;
using SideLamp.Core.Chat;

namespace SideLamp.Core.Loop;

/// <summary>Votes that are the rows of a feed: of a form nobody knows who wrote them.</summary>
internal static class FeedVotes
{
    public static ImmutableArray<long> Of(Vote vote, Kept kept)
    {
        var counts = new long[vote.Options.Length];
        if (vote.Feed is { } feed && kept.Values.TryGetValue(feed, out var value) && value.Tables[0].Column(vote.Column) is { } column)
        {
            // Of tens of thousands of rows most say the same: each text is looked at once.
            var byWord = vote.OptionsByWord();
            foreach (var (cell, rows) in column.Cells.CountBy(cell => cell))
            {
                if (Vote.OptionIn(cell, byWord) is { } option)
                {
                    counts[option] += rows;
                }
            }
        }

        return [.. counts];
    }
}
