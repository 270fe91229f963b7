using System.Collections.Immutable;
using SideLamp.Core;
using SideLamp.Core.Chat;
using SideLamp.Core.Loop;
using SideLamp.Server.Data;
using SideLamp.Server.Events;
using SideLamp.Server.Loop;

namespace SideLamp.Server.Chat;

/// <summary>Keeps a connection to each chat source of the show, as it is set up now, and says there what commands answer.</summary>
public sealed class ChatWorker(ShowLoop loop, ChatHub hub, EventKeeper events, FeedKeys keys, TimeProvider time, IHostApplicationLifetime life, ILogger<ChatWorker> logger) : BackgroundService
{
    private static readonly TimeSpan LookEvery = TimeSpan.FromMilliseconds(250);

    private readonly Dictionary<ChatSourceId, Running> _running = [];
    private long _answered;

    /// <summary>How all sources are doing.</summary>
    public ImmutableArray<ChatSourceView> Sources
    {
        get
        {
            lock (_running)
            {
                return [.. loop.Stage.Show.ChatSources.Select(source => ViewOf(source, _running.GetValueOrDefault(source.Id)?.Connection))];
            }
        }
    }

    private ChatSourceView ViewOf(ChatSource source, IrcConnection? connection)
    {
        var condition = source.IsOff ? new ChatCondition(ChatHealth.Off, null, [], null) : connection?.Condition ?? new ChatCondition(ChatHealth.Connecting, null, [], null);
        var login = keys.Chat(source.Id);
        return new ChatSourceView(source.Id, condition.Health, condition.Why, condition.Channels, condition.Print, login is not null, login?.Nick ?? "");
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        // The demo's chat server begins with this program.
        await life.Begun(stoppingToken);
        using var timer = new PeriodicTimer(LookEvery, time);
        hub.Removed += Unname;
        try
        {
            do
            {
                try
                {
                    await Look(stoppingToken);
                }
                catch (Exception error) when (error is not OperationCanceledException)
                {
                    logger.LogError(error, "Chat sources could not be looked after.");
                }
            } while (await timer.WaitForNextTickAsync(stoppingToken));
        }
        catch (OperationCanceledException)
        {
            // The server stops.
        }
    }

    /// <summary>Money stays, of nobody by name.</summary>
    private void Unname(string person) =>
        events.Forget(person, null).ContinueWith(failed => logger.LogError(failed.Exception, "Somebody who was put out is still named by labels."), CancellationToken.None, TaskContinuationOptions.OnlyOnFaulted, TaskScheduler.Default);

    private async Task Look(CancellationToken stop)
    {
        var wanted = loop.Stage.Show.ChatSources.Where(source => !source.IsOff).ToDictionary(source => source.Id);
        foreach (var (id, running) in _running.ToList())
        {
            if (!wanted.TryGetValue(id, out var source) || !source.LeadsLike(running.Connection.Source) || keys.Chat(id) != running.Connection.Login)
            {
                await running.Stop.CancelAsync();
                await running.Done.ContinueWith(_ => { }, TaskScheduler.Default);
                running.Stop.Dispose();
                lock (_running)
                {
                    _running.Remove(id);
                }
            }
        }

        foreach (var source in wanted.Values.Where(source => !_running.ContainsKey(source.Id)))
        {
            var connection = new IrcConnection(source, keys.Chat(source.Id), () => loop.Stage.Show.ChatRules, hub.Hear, time, Random.Shared.NextDouble);
            var ending = CancellationTokenSource.CreateLinkedTokenSource(stop);
            lock (_running)
            {
                _running[source.Id] = new Running(connection, ending, Task.Run(() => connection.Run(ending.Token), CancellationToken.None));
            }
        }

        foreach (var answer in loop.Stage.Kept.Chat.Answers.Where(one => one.No > _answered))
        {
            _answered = answer.No;
            _running.Values.FirstOrDefault(one => one.Connection.Source.Source == answer.To.Key.Source)?.Connection.Say(answer.To.Channel, answer.Text);
        }
    }

    private sealed record Running(IrcConnection Connection, CancellationTokenSource Stop, Task Done);
}
