using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Chat;
using SideLamp.Core.Events;
using SideLamp.Core.Feeds;
using SideLamp.Core.Layout;
using SideLamp.Core.Loop;

namespace SideLamp.Server.Live;

/// <summary>What the show goes by of chat, as desks see it. Words of the never-show list are covered.</summary>
/// <param name="NextAt">When the next message comes by itself; null = none does.</param>
/// <param name="On">The message on air; null = none is.</param>
/// <param name="HeldSince">Since when what the audience sends waits for a hand; null = it may come.</param>
public sealed record ChatDeskView(ImmutableArray<QueuedView> Queue, Instant? NextAt, OnScreenView? On, Instant? HeldSince, ImmutableArray<AheadCommandView> Ahead, ImmutableArray<VoteView> Votes, ImmutableArray<CommandCountView> Commands)
{
    /// <summary>Of messages that wait, so many are laid out before their turn.</summary>
    private const int FittedAhead = 6;

    public static ChatDeskView Of(Stage stage, PictureBook book)
    {
        var (chat, show, words) = (stage.Kept.Chat, stage.Show, book.Words);
        return new ChatDeskView(
            [.. chat.Queue.Waiting.Select((one, at) => new QueuedView(one.Message.No, words.NameOf(one.Message.Name, show.NeverShow), words.Covered(ChatText.Shown(one.Message.Text, show.ChatRules), show.NeverShow), one.IsPinned, at < FittedAhead ? FitOf(one.Message, stage, book) : null))],
            stage.Air.Held ? null : chat.NextAt(show.ChatRules),
            stage.Air.Airings.Where(one => one is { Holds: true, Said.Message: not null }).Select(one => new OnScreenView(one.Graphic, one.Said!.Message!.No, words.NameOf(one.Said.Name, show.NeverShow), words.Covered(one.Said.Words, show.NeverShow))).FirstOrDefault(),
            chat.HeldSince,
            [.. chat.Ahead.Select(one => new AheadCommandView(one.Command, one.Message.No, words.NameOf(one.Message.Name, show.NeverShow), words.Covered(one.Message.Text, show.NeverShow), one.At))],
            [.. show.Votes.Where(vote => chat.Votes.ContainsKey(vote.Id)).Select(vote => ViewOf(vote, chat.Votes[vote.Id]))],
            [.. show.ChatCommands.Where(one => chat.Runs.ContainsKey(one.Id)).Select(one => new CommandCountView(one.Id, chat.Runs[one.Id].Count, chat.Runs[one.Id].Lines.Count))]
        );
    }

    /// <summary>What becomes of its words in the graphic that shows messages.</summary>
    private static TextFit? FitOf(ChatMessage message, Stage stage, PictureBook book)
    {
        if (stage.Show.ChatRules.Graphic is not { } graphic || stage.Kept.Chosen(graphic) is not { } chosen || book.ContentOf(stage.Show, chosen, chosen.UpCard, ShownMessage.Of(message, stage.Show.ChatRules)) is not { } pinned)
        {
            return null;
        }

        var asks = pinned.Content.Words.Where(one => Placeholders.TakenBy(one.Value).Any(taken => taken.Feed.Value == AlertEvent.Word && taken.Column == "words")).Select(one => one.Key).FirstOrDefault();
        return book.PictureOf(pinned, stage.Kept).Fits.FirstOrDefault(fit => fit.Field == asks);
    }

    private static VoteView ViewOf(Vote vote, VoteRun run)
    {
        var counts = VoteResult.CountsOf(vote, run);
        return new VoteView(vote.Id, run.No, run.Opened, run.Closes, run.Closed, counts, Shares.Of(counts), counts.Sum(), VoteResult.WinnerOf(vote, counts));
    }
}

/// <summary>A message that waits.</summary>
/// <param name="Fit">What becomes of its words on screen; null = it is not laid out yet, or nothing shows it.</param>
public sealed record QueuedView(long No, string Name, string Words, bool IsPinned, TextFit? Fit);

/// <summary>A message on air.</summary>
public sealed record OnScreenView(GraphicId Graphic, long No, string Name, string Words);

/// <summary>A command that waits to be done.</summary>
public sealed record AheadCommandView(ChatCommandId Command, long No, string Name, string Words, Instant At);

/// <param name="Counts">By option.</param>
/// <param name="Shares">In whole percent, which add up to 100.</param>
/// <param name="Winner">Of several with as many, all of them.</param>
public sealed record VoteView(VoteId Vote, long Run, Instant Opened, Instant? Closes, Instant? Closed, ImmutableArray<long> Counts, ImmutableArray<int> Shares, long Total, string Winner);

/// <param name="Count">How often it was used.</param>
/// <param name="Lines">How many of its words are shown now.</param>
public sealed record CommandCountView(ChatCommandId Command, long Count, int Lines);
