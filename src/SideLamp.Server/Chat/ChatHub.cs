using System.Collections.Immutable;
using System.Threading.Channels;
using NodaTime;
using SideLamp.Core;
using SideLamp.Core.Airing;
using SideLamp.Core.Chat;
using SideLamp.Core.Editing;
using SideLamp.Core.Events;
using SideLamp.Core.Loop;
using SideLamp.Server.Data;
using SideLamp.Server.Loop;
using SideLamp.Store;

namespace SideLamp.Server.Chat;

/// <summary>How chat is doing, for the pages.</summary>
/// <param name="Rev">Of the list of messages: a page asks for what is later than what it has.</param>
/// <param name="Messages">How many came since the session began.</param>
/// <param name="People">From how many.</param>
/// <param name="Shed">How many came so fast that they were counted and not listed.</param>
/// <param name="LastAt">When the last message came; null = none has since the start.</param>
public sealed record ChatInView(long Rev, long Messages, int People, int Held, int Questions, int Shown, long Shed, Instant? LastAt, ImmutableArray<ChatSourceView> Sources);

/// <param name="HasLogin">Whether a name and a password were entered.</param>
/// <param name="Nick">The name alone; empty = one of our own.</param>
public sealed record ChatSourceView(ChatSourceId Source, ChatHealth Health, string? Why, ImmutableArray<string> Channels, string? Print, bool HasLogin, string Nick);

/// <summary>
/// Where all messages come together: each gets its number, is looked through and listed; what the show goes by is told to the loop, in one
/// piece each 50 ms. Under a flood messages are shed that would only be listed; votes, commands and takings-back never.
/// </summary>
public sealed class ChatHub : BackgroundService
{
    /// <summary>More of them waiting make their senders wait.</summary>
    private const int MostWaiting = 4096;

    /// <summary>In one piece, at the most.</summary>
    private const int MostListed = 200;

    private const int MostCommands = 50;

    private const int MostPeople = 200_000;
    private const int MostHeldBack = 20_000;

    private static readonly TimeSpan Piece = TimeSpan.FromMilliseconds(50);
    private static readonly TimeSpan EraseEvery = TimeSpan.FromHours(1);
    private static readonly TimeSpan KeepEvery = TimeSpan.FromMilliseconds(500);

    private readonly Channel<Work> _works = Channel.CreateBounded<Work>(new BoundedChannelOptions(MostWaiting) { SingleReader = true });
    private readonly ChatRing _ring = new();
    private readonly ChatRepository _kept;
    private readonly ShowLoop _loop;
    private readonly PictureBook _book;
    private readonly TimeProvider _time;
    private readonly EngineClock _clock;
    private readonly ILogger<ChatHub> _logger;
    private readonly ChatFilter _filter;
    private readonly HashSet<string> _people = [];
    private readonly List<KeptMessage> _unkept = [];
    private readonly Lock _counting = new();

    // What is on its way to the disk is there before somebody is forgotten: it would be written behind it.
    private readonly Lock _keeping = new();

    private Pending _pending = new();
    private Bars _bars = Bars.None;
    private long _no;
    private long _messages;
    private long _shed;
    private long _session;
    private Instant? _lastAt;
    private ImmutableList<ChatMessage> _shownBefore = [];

    public ChatHub(DataFolder folder, ShowLoop loop, PictureBook book, EngineClock clock, TimeProvider time, ILogger<ChatHub> logger)
    {
        (_kept, _loop, _book, _clock, _time, _logger) = (new ChatRepository(folder.Writing), loop, book, clock, time, logger);
        _filter = new ChatFilter(text => book.Words.IsBarred(text, loop.Stage.Show.NeverShow));
    }

    /// <summary>Somebody was put out of chat: no label tells of the person any more. On the hub's own way; it is not to be held up.</summary>
    internal event Action<string>? Removed;

    /// <summary>How it is doing, without its sources.</summary>
    public ChatInView View
    {
        get
        {
            var (held, questions, shown) = _ring.Counts;
            lock (_counting)
            {
                return new ChatInView(_ring.Rev, _messages, _people.Count, held, questions, shown, _shed, _lastAt, []);
            }
        }
    }

    /// <summary>What a chat server's lines brought.</summary>
    internal ValueTask Hear(IReadOnlyList<Heard> heard) => _works.Writer.WriteAsync(new Work(heard, null));

    /// <summary>Messages, and what is taken back, from elsewhere.</summary>
    /// <returns>How many messages were new.</returns>
    internal async Task<int> Hear(IReadOnlyList<Heard> heard, CancellationToken stop)
    {
        var done = new TaskCompletionSource<int>(TaskCreationOptions.RunContinuationsAsynchronously);
        await _works.Writer.WriteAsync(new Work(heard, done), stop);
        return await done.Task.WaitAsync(stop);
    }

    internal ChatLines Since(long rev, int most)
    {
        var (now, isAnew, lines) = _ring.Since(rev, most);
        return new ChatLines(now, isAnew, [.. lines.Select(ViewOf)]);
    }

    internal ChatLines Before(long no, int most, ChatList which, string? find)
    {
        var (rev, lines) = _ring.Before(
            no,
            most,
            line =>
                !(which == ChatList.Questions && (!line.IsQuestion || line.IsGone))
                && !(which == ChatList.Held && (line.Held == HeldBack.No || line.IsGone))
                && !(which == ChatList.Shown && !line.IsShown)
                && (find is null || line.Message.Text.Contains(find, StringComparison.CurrentCultureIgnoreCase) || line.Message.Name.Contains(find, StringComparison.CurrentCultureIgnoreCase))
        );
        return new ChatLines(rev, false, [.. lines.Select(ViewOf)]);
    }

    /// <exception cref="RefusedException">It is not listed any more, or was taken back.</exception>
    internal ChatMessage Find(long no) => _ring.Find(no) is { IsGone: false } line ? line.Message : throw RefusedException.NotFound("message any more");

    /// <summary>A hand lets a message in that was held back.</summary>
    internal void LetIn(long no)
    {
        _ = Find(no);
        foreach (var line in _ring.Change([no], line => line with { Held = HeldBack.No }))
        {
            Keep(line);
            lock (_counting)
            {
                _pending.Candidates.Add(line.Message);
            }
        }
    }

    /// <summary>A hand takes a message back, as a moderator would.</summary>
    internal ValueTask Remove(long no) => Hear([new Heard.Gone(Find(no).Key, "")]);

    /// <summary>All that somebody wrote is forgotten, and whose the person's votes were.</summary>
    /// <returns>What named the person.</returns>
    internal async Task<ChatMessage> Forget(long no)
    {
        var message = Find(no);
        await Hear([new Heard.Gone(null, message.Person)], CancellationToken.None);
        await _loop.Ask(new ForgetInput(message.Person, message.Name));
        _ring.Erase(line => line.Message.Person == message.Person);
        lock (_keeping)
        {
            lock (_counting)
            {
                _unkept.RemoveAll(one => one.Message.Person == message.Person);
            }

            _kept.Forget(message.Person);
        }

        return message;
    }

    private Instant Now => Instant.FromUnixTimeMilliseconds(_time.GetUtcNow().ToUnixTimeMilliseconds());

    private ChatLineView ViewOf(ChatLine line)
    {
        var (message, list) = (line.Message, _loop.Stage.Show.NeverShow);
        var name = _book.Words.NameOf(message.Name, list);
        return new ChatLineView(message.No, line.Rev, message.At, name, ChatMessage.InitialOf(name), message.Role, line.IsGone ? "" : _book.Words.Covered(message.Text, list), message.Channel, line.Held, line.IsQuestion, line.IsGone, line.IsShown);
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        await Task.Yield();
        Remember();
        _loop.Changed += Follow;
        try
        {
            await Task.WhenAll(TakeAll(stoppingToken), TellAll(stoppingToken), KeepAll(stoppingToken));
        }
        catch (OperationCanceledException)
        {
            // The server stops.
        }
        finally
        {
            _loop.Changed -= Follow;
            KeepOnce();
        }
    }

    /// <summary>What was written before Side Lamp ended last.</summary>
    private void Remember()
    {
        _bars = _loop.Stage.Kept.Chat.Bars;
        try
        {
            _kept.Erase(Now - ChatMessage.Kept);
            var session = _loop.Stage.Kept.Figures.Session;
            var shown = _loop.Stage.Kept.Chat.Queue.Shown.Select(one => one.No).ToHashSet();
            _no = _kept.Newest();
            foreach (var (message, held, isGone) in _kept.Last(ChatRing.Most))
            {
                _ring.Add(LineOf(message, held) with { IsGone = isGone, IsShown = shown.Contains(message.No) });
                if (session is null || message.At >= session.Began)
                {
                    Count(message);
                }
            }

            _session = session?.No ?? 0;
            _lastAt = null;
        }
        catch (Exception error)
        {
            _logger.LogError(error, "What was written in chat before could not be read.");
        }
    }

    private ChatLine LineOf(ChatMessage message, HeldBack held) => new(message, 0, held) { IsQuestion = ChatText.IsQuestion(message.Text, _loop.Stage.Show.ChatRules.Ask) };

    private void Count(ChatMessage message)
    {
        lock (_counting)
        {
            _messages++;
            if (_people.Count < MostPeople)
            {
                _people.Add(message.Person);
            }

            _lastAt = _clock.Now;
        }
    }

    private async Task TakeAll(CancellationToken stop)
    {
        await foreach (var work in _works.Reader.ReadAllAsync(stop))
        {
            try
            {
                var fresh = 0;
                foreach (var one in work.Heard)
                {
                    fresh += one is Heard.Said said && Take(said.Message) ? 1 : 0;
                    if (one is Heard.Gone gone)
                    {
                        Take(new TakenBack(gone.Key, gone.Person, _no));
                    }
                }

                work.Done?.SetResult(fresh);
            }
            catch (Exception error)
            {
                _logger.LogError(error, "A message could not be worked out.");
                work.Done?.SetException(error);
            }

            // Votes, commands and takings-back are lost never: whoever sends waits.
            while (IsFull)
            {
                await Task.Delay(Piece, _time, stop);
            }
        }
    }

    private bool IsFull
    {
        get
        {
            lock (_counting)
            {
                return _pending.Papers.Count + _pending.Commands.Count + _pending.Gone.Count > MostHeldBack;
            }
        }
    }

    /// <returns>Whether it is new.</returns>
    private bool Take(ChatMessage sent)
    {
        if (sent.Key.Id.Length > 0 && _ring.Has(sent.Key))
        {
            return false;
        }

        // What the sender gave no id has one of ours, that no other run of ours gives.
        var no = ++_no;
        var key = sent.Key.Id.Length > 0 ? sent.Key : sent.Key with { Id = $"no {no} of {Now.ToUnixTimeMilliseconds()}" };

        var stage = _loop.Stage;
        if (stage.Kept.Figures.Session is { } session && session.No != _session)
        {
            Renew(session.No);
        }

        var message = sent with { Key = key, No = no };
        Count(message);
        if (_bars.Has(message.Ref))
        {
            // It was taken back before it came.
            _ring.Add(LineOf(message with { Text = "" }, HeldBack.No) with { IsGone = true });
            return true;
        }

        var isAnswer = Vote(message, stage) | Command(message, stage);
        var held = _filter.Of(message, stage.Show.ChatRules);
        lock (_counting)
        {
            if (_pending.Listed >= MostListed)
            {
                _shed++;
                return true;
            }

            _pending.Listed++;
            if (held == HeldBack.No && !isAnswer)
            {
                _pending.Candidates.Add(message);
            }
        }

        var line = LineOf(message, held);
        _ring.Add(line);
        Keep(line);
        return true;
    }

    private void Renew(long session)
    {
        lock (_counting)
        {
            (_session, _messages, _shed) = (session, 0, 0);
            _people.Clear();
        }
    }

    private bool Vote(ChatMessage message, Stage stage)
    {
        var isVote = false;
        foreach (var (id, run) in stage.Kept.Chat.Votes)
        {
            if (run.Closed is null && stage.Show.Vote(id) is { Feed: null } vote && message.Role >= vote.Least && vote.OptionIn(message.Text) is { } option)
            {
                lock (_counting)
                {
                    _pending.Papers.Add(new CastPaper(id, run.No, option, message.Ref, _clock.Now));
                }

                isVote = true;
            }
        }

        return isVote;
    }

    private bool Command(ChatMessage message, Stage stage)
    {
        if (Commanding.Meant(stage.Show.ChatCommands, message.Text) is not var (command, words))
        {
            return false;
        }

        if (command.IsOn)
        {
            lock (_counting)
            {
                _pending.Commands.Enqueue(new SentCommand(command.Id, message with { Text = words }));
            }
        }

        return true;
    }

    private void Take(TakenBack gone)
    {
        _bars = _bars.With([gone], Now);
        if (gone.Key is null)
        {
            Removed?.Invoke(gone.Person);
        }

        lock (_counting)
        {
            _pending.Gone.Add(gone);
            _pending.Candidates.RemoveAll(one => _bars.Has(one.Ref));
        }

        foreach (var line in _ring.Change(_ring.Meant([gone]), line => line.IsGone ? line : line with { IsGone = true, Message = line.Message with { Text = "" } }))
        {
            Keep(line);
        }
    }

    private void Keep(ChatLine line)
    {
        lock (_counting)
        {
            _unkept.Add(new KeptMessage(line.Message, line.Held, line.IsGone));
        }
    }

    /// <summary>What waits is told to the loop in one piece.</summary>
    private async Task TellAll(CancellationToken stop)
    {
        using var timer = new PeriodicTimer(Piece, _time);
        while (await timer.WaitForNextTickAsync(stop))
        {
            if (Taken() is { } input)
            {
                await _loop.Tell(input, stop);
            }
        }
    }

    private ChatInput? Taken()
    {
        lock (_counting)
        {
            var byItself = _loop.Stage.Show.ChatRules.ByItself;
            _pending.Listed = 0;
            if ((_pending.Candidates.Count == 0 || !byItself) && _pending.Gone.Count + _pending.Papers.Count + _pending.Commands.Count == 0)
            {
                _pending.Candidates.Clear();
                return null;
            }

            var commands = Enumerable.Range(0, Math.Min(MostCommands, _pending.Commands.Count)).Select(_ => _pending.Commands.Dequeue()).ToImmutableArray();
            var input = new ChatInput(byItself ? [.. _pending.Candidates] : [], [.. _pending.Gone], [.. _pending.Papers], commands);
            _pending = new Pending { Commands = _pending.Commands };
            return input;
        }
    }

    private async Task KeepAll(CancellationToken stop)
    {
        using var timer = new PeriodicTimer(KeepEvery, _time);
        var erased = _time.GetTimestamp();
        while (await timer.WaitForNextTickAsync(stop))
        {
            KeepOnce();
            if (_time.GetElapsedTime(erased) > EraseEvery)
            {
                erased = _time.GetTimestamp();
                EraseOld();
            }
        }
    }

    private void EraseOld()
    {
        var before = Now - ChatMessage.Kept;
        try
        {
            _kept.Erase(before);
            _ring.Erase(line => line.Message.At < before);
        }
        catch (Exception error)
        {
            _logger.LogError(error, "Old messages could not be erased.");
        }
    }

    private void KeepOnce()
    {
        lock (_keeping)
        {
            KeepWaiting();
        }
    }

    private void KeepWaiting()
    {
        List<KeptMessage> all;
        lock (_counting)
        {
            all = [.. _unkept];
            _unkept.Clear();
        }

        if (all.Count == 0)
        {
            return;
        }

        try
        {
            _kept.Add(all);
        }
        catch (Exception error)
        {
            // The show goes on; they are listed, and forgotten with the server.
            _logger.LogError(error, "Messages could not be kept.");
        }
    }

    /// <summary>What was shown is marked.</summary>
    private void Follow(Stage before, Stage after)
    {
        var shown = after.Kept.Chat.Queue.Shown;
        if (!ReferenceEquals(shown, _shownBefore))
        {
            _shownBefore = shown;
            _ring.Change(shown.Select(one => one.No), line => line.IsShown ? line : line with { IsShown = true });
        }
    }

    private sealed record Work(IReadOnlyList<Heard> Heard, TaskCompletionSource<int>? Done);

    /// <summary>What the loop has not been told yet.</summary>
    private sealed class Pending
    {
        public List<ChatMessage> Candidates { get; } = [];

        public List<TakenBack> Gone { get; } = [];

        public List<CastPaper> Papers { get; } = [];

        public Queue<SentCommand> Commands { get; init; } = [];

        public int Listed { get; set; }
    }
}
