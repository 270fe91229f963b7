using SideLamp.Core;
using SideLamp.Core.Airing;
using SideLamp.Core.Chat;
using SideLamp.Core.Editing;
using SideLamp.Core.Events;
using SideLamp.Core.Loop;
using SideLamp.Core.Shows;
using SideLamp.Server.Chat;
using SideLamp.Server.Data;
using SideLamp.Server.Events;
using SideLamp.Server.Loop;

namespace SideLamp.Server.Api;

/// <summary>Something that a hand does with a message.</summary>
/// <param name="Id">Chosen by the sender: a repeat with the same id does nothing.</param>
public sealed record MessageWish(CommandId Id, MessageAct Act);

/// <summary>A line to be tried, without anything of it being done.</summary>
/// <param name="Name">Who would write it.</param>
public sealed record LineTrial(string Text, ChatRole Role = ChatRole.Viewer, string Name = "somebody");

/// <param name="Command">Which one it is meant for; null = none.</param>
/// <param name="Words">The viewer's words.</param>
/// <param name="WhyNot">Why nothing would be done, in a sentence; null = it would.</param>
/// <param name="Waits">Whether it would wait, for a hush, lights out or a hand holds back what the audience sends.</param>
/// <param name="Vote">The vote that it counts for; null = none that is open.</param>
/// <param name="Option">Which option, from 0.</param>
/// <param name="Held">Why it would be held back.</param>
/// <param name="IsQuestion">Whether it asks.</param>
public sealed record LineTried(ChatCommandId? Command, string Words, string? WhyNot, bool Waits, VoteId? Vote, int? Option, HeldBack Held, bool IsQuestion);

/// <summary>Messages of chat, and what a hand does with them.</summary>
internal static class ChatEndpoints
{
    private const int MostLines = 1000;

    public static void MapChat(this RouteGroupBuilder api)
    {
        api.MapGet("/chat/lines", (long? since, int? most, ChatHub hub) => hub.Since(since ?? 0, Math.Clamp(most ?? MostLines, 1, MostLines))).WithName("getChatLines");
        api.MapGet("/chat/lines/before/{no:long}", (long no, int? most, string? find, string? which, ChatHub hub) => hub.Before(no, Math.Clamp(most ?? MostLines, 1, MostLines), ListOf(which), string.IsNullOrWhiteSpace(find) ? null : find.Trim()))
            .WithName("getChatLinesBefore")
            .ProducesProblem(400);
        api.MapPost("/chat/lines/{no:long}", async (long no, MessageWish wish, ChatHub hub, ShowLoop loop) => new Pressed(true, (await loop.Ask(new MessageInput(hub.Find(no), wish.Act, wish.Id))).IsKept))
            .WithName("useMessage")
            .ProducesProblem(404)
            .ProducesProblem(409);
        api.MapPost("/chat/lines/{no:long}/let-in", (long no, ChatHub hub) => hub.LetIn(no)).WithName("letMessageIn").ProducesProblem(404);
        api.MapDelete("/chat/lines/{no:long}", async (long no, ChatHub hub) => await hub.Remove(no)).WithName("removeMessage").ProducesProblem(404);
        api.MapDelete("/chat/lines/{no:long}/person", async (long no, ChatHub hub, EventKeeper events) =>
        {
            var message = await hub.Forget(no);
            await events.Forget(message.Person, message.Name);
        }).WithName("forgetPerson").ProducesProblem(404);
        api.MapPut(
                "/chat-sources/{id}/login",
                (string id, ChatLogin login, FeedKeys keys, ShowLoop loop) =>
                {
                    RefusedException.ThrowIfAny([.. login.Faults()]);
                    keys.Keep(Known(id, loop), login);
                }
            )
            .WithName("putChatLogin")
            .ProducesProblem(400)
            .ProducesProblem(404);
        api.MapDelete("/chat-sources/{id}/login", (string id, FeedKeys keys, ShowLoop loop) => keys.Keep(Known(id, loop), null)).WithName("deleteChatLogin").ProducesProblem(404);
        api.MapPost("/chat/try", Try).WithName("tryLine").ProducesProblem(400);
    }

    /// <summary>By its word in small letters; left out: all.</summary>
    private static ChatList ListOf(string? word) =>
        word is null ? ChatList.Everything
        : Enum.GetValues<ChatList>().Where(list => list.ToString().Equals(word, StringComparison.OrdinalIgnoreCase)).Select(list => (ChatList?)list).FirstOrDefault()
            ?? throw RefusedException.Faulty("/which", "Messages are listed as everything, questions, held or shown.");

    private static ChatSourceId Known(string id, ShowLoop loop) => EntryLists.ChatSources.Find(loop.Stage.Show, id)?.Id ?? throw RefusedException.NotFound("chat source");

    private static LineTried Try(LineTrial trial, ShowLoop loop, PictureBook book, TimeProvider time)
    {
        if (trial.Text.Trim().Length is 0 or > ChatMessage.LongestText || Names.FaultIn(trial.Name) is not null)
        {
            throw RefusedException.Faulty("/text", $"Write a line of 1 to {ChatMessage.LongestText} characters.");
        }

        var (stage, now) = (loop.Stage, NodaTime.Instant.FromDateTimeOffset(time.GetUtcNow()));
        var message = new ChatMessage(long.MaxValue, new EventKey("/try", "1"), "/try", "", trial.Name, trial.Role, trial.Text.Trim(), now);
        var meant = Commanding.Meant(stage.Show.ChatCommands, message.Text);
        var vote = stage.Kept.Chat.Votes.Where(one => one.Value.Closed is null).Select(one => stage.Show.Vote(one.Key)).OfType<Vote>().FirstOrDefault(one => one.Feed is null && trial.Role >= one.Least && one.OptionIn(message.Text) is not null);
        return new LineTried(
            meant?.Command.Id,
            meant?.Words ?? "",
            meant is var (command, words) ? Commanding.WhyNot(command, message, words, stage.Kept.Chat, now) : null,
            stage.HoldsAudience,
            vote?.Id,
            vote?.OptionIn(message.Text),
            new ChatFilter(text => book.Words.IsBarred(text, stage.Show.NeverShow)).Of(message, stage.Show.ChatRules),
            ChatText.IsQuestion(message.Text, stage.Show.ChatRules.Ask)
        );
    }
}
