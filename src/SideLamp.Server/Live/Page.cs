using System.Net.WebSockets;
using System.Text;
using System.Text.Json;
using System.Threading.Channels;
using SideLamp.Core;
using SideLamp.Core.Json;

namespace SideLamp.Server.Live;

/// <summary>How a page that shows an output is doing, by its own report.</summary>
/// <param name="Mute">Whether its browser refused to play a sound.</param>
public sealed record PageReport(int Width, int Height, double Fps, bool Awake, bool Mute);

/// <summary>One connected page. Its queue is bounded: one that cannot keep up gets a snapshot instead of what it missed.</summary>
/// <param name="device">The device whose remote it is; null = it is none.</param>
public sealed class Page(WebSocket socket, OutputId? output, string? token, string? device)
{
    private const int MostWaiting = 64;
    private const int LongestMessage = 4096;
    private readonly Channel<string> _queue = Channel.CreateBounded<string>(new BoundedChannelOptions(MostWaiting) { SingleReader = true });

    public string Id { get; } = Guid.NewGuid().ToString("n")[..8];

    /// <summary>The output it shows; null for a desk and a remote.</summary>
    public OutputId? Output { get; } = output;

    /// <summary>The token it came with: an output whose token was replaced shows nothing to it any more.</summary>
    public string? Token { get; } = token;

    /// <summary>The id of the device whose remote it is; null = it is none.</summary>
    public string? Device { get; } = device;

    public bool IsDesk => Output is null && Device is null;

    public PageReport? Report { get; set; }

    /// <summary>The latest revision that it has painted.</summary>
    public long Shown { get; set; }

    /// <summary>Whether it fell behind, so that only a snapshot helps.</summary>
    public bool Behind { get; private set; }

    public void Send(string message)
    {
        if (!_queue.Writer.TryWrite(message))
        {
            Behind = true;
        }
    }

    public void Send<T>(T message) => Send(CoreJson.Write(message));

    /// <summary>Throws away what waits; the caller sends a snapshot next.</summary>
    public void CatchUp()
    {
        while (_queue.Reader.TryRead(out _))
        {
        }

        Behind = false;
    }

    /// <summary>No more is sent after what waits already.</summary>
    public void Finish() => _queue.Writer.TryComplete();

    public async Task SendAll(CancellationToken stop)
    {
        await foreach (var message in _queue.Reader.ReadAllAsync(stop))
        {
            await socket.SendAsync(Encoding.UTF8.GetBytes(message), WebSocketMessageType.Text, endOfMessage: true, stop);
        }

        await socket.CloseOutputAsync(WebSocketCloseStatus.NormalClosure, null, stop);
    }

    /// <summary>The next message; null when the page has gone or sent nonsense.</summary>
    public static async Task<PageMessage?> Receive(WebSocket socket, CancellationToken stop)
    {
        var buffer = new byte[LongestMessage];
        var length = 0;
        try
        {
            while (length < buffer.Length)
            {
                var part = await socket.ReceiveAsync(buffer.AsMemory(length), stop);
                if (part.MessageType == WebSocketMessageType.Close)
                {
                    return null;
                }

                length += part.Count;
                if (part.EndOfMessage)
                {
                    return JsonSerializer.Deserialize<PageMessage>(buffer.AsSpan(0, length), CoreJson.Options);
                }
            }
        }
        catch (Exception error) when (error is WebSocketException or OperationCanceledException or JsonException or InvalidOperationException or IOException)
        {
            // A page that vanished or talks nonsense is a page that has gone.
        }

        return null;
    }
}
