using System.IO.Pipelines;
using System.Net;
using System.Net.Sockets;
using SideLamp.StandIns;

namespace SideLamp.Server.Tests;

/// <summary>The chat stand-in on a port of its own, in the process of the tests: it can be told what to say, and go away.</summary>
internal sealed class ChatServer : IAsyncDisposable
{
    private readonly List<TcpClient> _clients = [];
    private CancellationTokenSource _stop = new();
    private TcpListener? _listener;

    private ChatServer(int port) => Port = port;

    public GardenChat Chat { get; } = new(TimeProvider.System);

    public int Port { get; private set; }

    public static ChatServer Begin()
    {
        var server = new ChatServer(0);
        server.Open();
        return server;
    }

    /// <summary>At the same port as before.</summary>
    public void Open()
    {
        _stop = new CancellationTokenSource();
        _listener = new TcpListener(IPAddress.Loopback, Port);
        _listener.Start();
        Port = ((IPEndPoint)_listener.LocalEndpoint).Port;
        _ = Accept(_listener, _stop.Token);
    }

    public async Task Close()
    {
        await _stop.CancelAsync();
        _listener?.Stop();
        lock (_clients)
        {
            _clients.ForEach(client => client.Dispose());
            _clients.Clear();
        }
    }

    public string Source(string name = "garden") => $$"""{"id":"{{name}}","name":"Garden","host":"127.0.0.1","port":{{Port}},"isTls":false,"channels":["{{GardenChat.Channel}}"]}""";

    public async ValueTask DisposeAsync()
    {
        await Close();
        _stop.Dispose();
        _listener?.Dispose();
    }

    private async Task Accept(TcpListener listener, CancellationToken stop)
    {
        try
        {
            while (true)
            {
                var client = await listener.AcceptTcpClientAsync(stop);
                lock (_clients)
                {
                    _clients.Add(client);
                }

                _ = Chat.Serve(PipeReader.Create(client.GetStream()), PipeWriter.Create(client.GetStream()), stop);
            }
        }
        catch (Exception error) when (error is OperationCanceledException or SocketException or ObjectDisposedException)
        {
            // It is closed.
        }
    }
}
