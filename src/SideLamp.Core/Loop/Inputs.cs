using System.Collections.Immutable;
using NodaTime;
using SideLamp.Core.Airing;
using SideLamp.Core.Chat;
using SideLamp.Core.Editing;
using SideLamp.Core.Events;
using SideLamp.Core.Feeds;

namespace SideLamp.Core.Loop;

/// <summary>Something that changes a show. All of it goes through one reader, one after the other.</summary>
public abstract record Input;

/// <summary>An act on air.</summary>
/// <param name="Page">Who presses: what its draft keeps is an edit of this page.</param>
public sealed record PressInput(Press Press, string Page = EditInput.Elsewhere) : Input;

/// <summary>What is loaded to be looked at before it is lit.</summary>
public sealed record StandbyInput(Standby Standby) : Input;

/// <param name="Page">Who edits.</param>
public sealed record EditInput(Edit Edit, string Page) : Input
{
    /// <summary>Whoever is no page: programs share this name, and do not know one another's edits.</summary>
    public const string Elsewhere = "elsewhere";
}

/// <summary>The last edit is taken back, or done again.</summary>
/// <param name="Page">Who asks.</param>
/// <param name="No">Another edit than the last one, to be taken back; null = the last one.</param>
public sealed record UndoInput(string Page, bool Back, long? No = null) : Input;

/// <summary>Something that was deleted is wanted again: with all that went with it where its edit can be taken back, else by itself.</summary>
/// <param name="No">Of what is in the bin.</param>
public sealed record OutOfBinInput(string Page, long No) : Input;

/// <summary>What a feed's source brought. An older one that still waits is replaced.</summary>
/// <param name="Feed">As it was when it was read: what was read with other settings counts no more.</param>
public sealed record ReadingInput(Feed Feed, FeedReading Reading, Instant At) : Input;

/// <summary>The pictures that a feed's cells name, all of them, as far as they are stored by now. An older telling that still waits is replaced.</summary>
/// <param name="Pictures">By what the cell says.</param>
public sealed record PicturesInput(FeedId Feed, ImmutableDictionary<string, CellPicture> Pictures) : Input;

/// <summary>What events count to by now. An older telling that still waits is replaced.</summary>
/// <param name="Unheard">The events behind them that may not have been heard yet, in the order of their arrival.</param>
public sealed record FiguresInput(Figures Figures, ImmutableList<HeardEvent> Unheard) : Input;

/// <summary>What came in by chat since the last telling, as far as the show goes by it.</summary>
/// <param name="Candidates">What may be seen without a hand having let it in, in order.</param>
/// <param name="Gone">What was taken back: it counts before all else.</param>
/// <param name="Papers">Votes.</param>
public sealed record ChatInput(ImmutableArray<ChatMessage> Candidates, ImmutableArray<TakenBack> Gone, ImmutableArray<CastPaper> Papers, ImmutableArray<SentCommand> Commands) : Input;

/// <summary>Somebody's vote, as chat brings it.</summary>
/// <param name="Run">The number of the vote's run at that time.</param>
public sealed record CastPaper(VoteId Vote, long Run, int Option, MessageRef Message, Instant At);

/// <summary>A message that is a command.</summary>
/// <param name="Message">With the viewer's words alone.</param>
public sealed record SentCommand(ChatCommandId Command, ChatMessage Message);

/// <summary>A hand does something with a message that may not wait in any queue.</summary>
public sealed record MessageInput(ChatMessage Message, MessageAct Act, CommandId Id) : Input;

/// <summary>Somebody is to be forgotten: what the person wrote and did is of nobody by name; sums stay.</summary>
public sealed record ForgetInput(string Person, string Name) : Input;

public enum MessageAct
{
    /// <summary>It goes on air.</summary>
    Show,

    /// <summary>It waits for its turn.</summary>
    Queue,
}

/// <summary>The alert of an event is shown again, at once and by hand.</summary>
public sealed record AgainInput(ViewerEvent Event) : Input;

/// <summary>Something may be due.</summary>
public sealed record TimeInput : Input;

/// <summary>The show is opened: timers to a time of day begin, or are set right.</summary>
public sealed record OpenedInput : Input;

/// <summary>The machine's clock has been set: what runs to a time of day is as long as it is from now.</summary>
public sealed record ClockSetInput : Input;
