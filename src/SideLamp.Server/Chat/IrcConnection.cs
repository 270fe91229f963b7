using System.Buffers;
using System.IO.Pipelines;
using System.Net.Security;
using System.Net.Sockets;
using System.Security.Authentication;
using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;
using System.Text;
using System.Threading.Channels;
using NodaTime;
using SideLamp.Core.Chat;

namespace SideLamp.Server.Chat;

/// <summary>How a chat source is doing.</summary>
public enum ChatHealth
{
    Off,
    Connecting,
    Connected,

    /// <summary>The server is there and does not want us, or cannot be reached.</summary>
    Refused,
}

/// <param name="Why">What is wrong, in a sentence; null = nothing.</param>
/// <param name="Channels">Those that we are in.</param>
/// <param name="Print">The SHA-256 of a certificate that nobody vouches for, in hex: the streamer may trust it; else null.</param>
public sealed record ChatCondition(ChatHealth Health, string? Why, System.Collections.Immutable.ImmutableArray<string> Channels, string? Print);

/// <summary>The way to one chat server: connected, and connected again when it breaks. Passwords stand in none of its sentences.</summary>
internal sealed class IrcConnection(ChatSource source, ChatLogin? login, Func<ChatRules> rules, Func<IReadOnlyList<Heard>, ValueTask> hear, TimeProvider time, Func<double> chance)
{
    private static readonly TimeSpan ConnectWithin = TimeSpan.FromSeconds(15);

    /// <summary>Whoever is silent so long is asked; who then stays silent is gone.</summary>
    private static readonly TimeSpan AskAfter = TimeSpan.FromSeconds(60);

    private static readonly TimeSpan FirstWait = TimeSpan.FromSeconds(1);
    private static readonly TimeSpan LongestWait = TimeSpan.FromMinutes(1);

    /// <summary>A server that misses twice is no trouble yet.</summary>
    private const int MissesToTrouble = 3;

    /// <summary>Who was told no is not asked again at once.</summary>
    private static readonly TimeSpan WaitWhenRefused = TimeSpan.FromMinutes(2);

    private readonly Channel<string> _toSay = Channel.CreateBounded<string>(new BoundedChannelOptions(20) { FullMode = BoundedChannelFullMode.DropWrite });
    private volatile IrcSession? _session;
    private volatile ChatCondition _condition = new(ChatHealth.Connecting, null, [], null);
    private string? _print;

    public ChatSource Source => source;

    public ChatLogin? Login => login;

    public ChatCondition Condition => _condition;

    /// <summary>Says something in a channel; where we are not in it, nothing is said.</summary>
    public void Say(string channel, string text)
    {
        if (_session?.Say(channel, text) is { } line)
        {
            _toSay.Writer.TryWrite(line);
        }
    }

    public async Task Run(CancellationToken stop)
    {
        var (wait, misses) = (FirstWait, 0);
        while (!stop.IsCancellationRequested)
        {
            string? why;
            var (isRefused, needsHand) = (false, false);
            try
            {
                var began = time.GetTimestamp();
                why = await Talk(stop);
                isRefused = needsHand = why is not null;
                why ??= "The connection was closed.";
                // What held for a while is tried again soon.
                wait = time.GetElapsedTime(began) > LongestWait ? FirstWait : wait;
            }
            catch (OperationCanceledException) when (stop.IsCancellationRequested)
            {
                return;
            }
            catch (Exception error) when (error is IOException or SocketException or AuthenticationException or OperationCanceledException or TimeoutException)
            {
                why = Told(error);
                needsHand = error is AuthenticationException;
            }

            _session = null;
            misses = _condition.Health == ChatHealth.Connected ? 1 : misses + 1;
            _condition = new ChatCondition(needsHand || misses >= MissesToTrouble ? ChatHealth.Refused : ChatHealth.Connecting, why, [], _print);
            await Task.Delay((isRefused ? WaitWhenRefused : wait) * (0.8 + (0.4 * chance())), time, stop);
            wait = TimeSpan.FromTicks(Math.Min(wait.Ticks * 2, LongestWait.Ticks));
        }
    }

    private string Told(Exception error) =>
        _print is not null ? "The server shows a certificate that nobody vouches for. Trust it only where you know the server."
        : error switch
        {
            SocketException { SocketErrorCode: SocketError.HostNotFound or SocketError.NoData or SocketError.TryAgain } => $"There is no server called {source.Host}, or this computer is offline.",
            SocketException { SocketErrorCode: SocketError.ConnectionRefused } => $"Nobody answers at {source.Host}, port {source.Port}.",
            OperationCanceledException or TimeoutException => $"{source.Host} does not answer.",
            AuthenticationException => $"The way to {source.Host} cannot be encrypted at port {source.Port}: {error.Message.ReplaceLineEndings(" ").TrimEnd('.')}.",
            _ => $"The connection to {source.Host} broke: {error.Message.ReplaceLineEndings(" ").TrimEnd('.')}.",
        };

    /// <returns>Why the server does not want us; null = the connection ended.</returns>
    private async Task<string?> Talk(CancellationToken stop)
    {
        _print = null;
        using var socket = new TcpClient { NoDelay = true };
        using var connecting = CancellationTokenSource.CreateLinkedTokenSource(stop);
        connecting.CancelAfter(ConnectWithin);
        await socket.ConnectAsync(source.Host, source.Port, connecting.Token);
        await using Stream stream = source.IsTls ? await Encrypted(socket.GetStream(), connecting.Token) : socket.GetStream();
        using var writer = new LineWriter(stream);
        using var talking = CancellationTokenSource.CreateLinkedTokenSource(stop);
        var session = new IrcSession(source, login, rules, RandomNumberGenerator.GetInt32(10_000, 100_000).ToString(System.Globalization.CultureInfo.InvariantCulture));
        foreach (var line in session.Begin())
        {
            await writer.Send(line, talking.Token);
        }

        var saying = SayAll(writer, session, talking.Token);
        try
        {
            return await Listen(stream, writer, session, talking.Token);
        }
        finally
        {
            await talking.CancelAsync();
            await saying.ContinueWith(_ => { }, TaskScheduler.Default);
        }
    }

    private async Task<SslStream> Encrypted(NetworkStream stream, CancellationToken stop)
    {
        var encrypted = new SslStream(stream);
        try
        {
            await encrypted.AuthenticateAsClientAsync(new SslClientAuthenticationOptions { TargetHost = source.Host, RemoteCertificateValidationCallback = IsTrusted }, stop);
            return encrypted;
        }
        catch
        {
            await encrypted.DisposeAsync();
            throw;
        }
    }

    private bool IsTrusted(object sender, X509Certificate? certificate, X509Chain? chain, SslPolicyErrors errors)
    {
        if (errors == SslPolicyErrors.None || certificate is null)
        {
            return errors == SslPolicyErrors.None;
        }

        var print = Convert.ToHexStringLower(SHA256.HashData(certificate.GetRawCertData()));
        if (string.Equals(print, source.Trusts, StringComparison.OrdinalIgnoreCase))
        {
            return true;
        }

        _print = print;
        return false;
    }

    private async Task<string?> Listen(Stream stream, LineWriter writer, IrcSession session, CancellationToken stop)
    {
        var reader = PipeReader.Create(stream, new StreamPipeReaderOptions(leaveOpen: true));
        var (isTooLong, isAsked) = (false, false);
        while (true)
        {
            using var patience = CancellationTokenSource.CreateLinkedTokenSource(stop);
            patience.CancelAfter(AskAfter);
            ReadResult read;
            try
            {
                read = await reader.ReadAsync(patience.Token);
            }
            catch (OperationCanceledException) when (!stop.IsCancellationRequested && !isAsked)
            {
                isAsked = true;
                await writer.Send("PING :sidelamp", stop);
                continue;
            }

            isAsked = false;
            var buffer = read.Buffer;
            var heard = new List<Heard>();
            while (buffer.PositionOf((byte)'\n') is { } end)
            {
                if (!isTooLong)
                {
                    Take(buffer.Slice(0, end), session, heard);
                }

                isTooLong = false;
                buffer = buffer.Slice(buffer.GetPosition(1, end));
            }

            if (buffer.Length > IrcLine.Longest + 2)
            {
                // What no server may send is passed over up to its end.
                isTooLong = true;
                buffer = buffer.Slice(buffer.End);
            }

            reader.AdvanceTo(buffer.Start, buffer.End);
            foreach (var one in heard)
            {
                switch (one)
                {
                    case Heard.Send(var line):
                        await writer.Send(line, stop);
                        break;
                    case Heard.In:
                        _session = session;
                        break;
                    case Heard.Refused(var why):
                        return why;
                }
            }

            if (_session is not null)
            {
                _condition = new ChatCondition(ChatHealth.Connected, session.Trouble, session.Joined, null);
            }

            if (heard.Exists(one => one is Heard.Said or Heard.Gone))
            {
                // Where too much waits, the server waits.
                await hear(heard);
            }

            if (read.IsCompleted)
            {
                return null;
            }
        }
    }

    private void Take(ReadOnlySequence<byte> line, IrcSession session, List<Heard> heard)
    {
        if (line.Length is 0 or > IrcLine.Longest + 1)
        {
            return;
        }

        var bytes = line.IsSingleSegment ? line.FirstSpan : line.ToArray();
        heard.AddRange(session.Take(bytes.TrimEnd((byte)'\r'), Instant.FromUnixTimeMilliseconds(time.GetUtcNow().ToUnixTimeMilliseconds())));
    }

    /// <summary>One answer in two seconds: servers put out whoever says more.</summary>
    private async Task SayAll(LineWriter writer, IrcSession session, CancellationToken stop)
    {
        await foreach (var line in _toSay.Reader.ReadAllAsync(stop))
        {
            if (ReferenceEquals(session, _session))
            {
                await writer.Send(line, stop);
                await Task.Delay(TimeSpan.FromSeconds(2), time, stop);
            }
        }
    }

    /// <summary>Lines go out one after the other, whoever sends them.</summary>
    private sealed class LineWriter(Stream stream) : IDisposable
    {
        private readonly SemaphoreSlim _turn = new(1);

        public async Task Send(string line, CancellationToken stop)
        {
            // Nothing that somebody wrote makes two lines of one.
            var bytes = Encoding.UTF8.GetBytes(line.Split('\r', '\n', '\0')[0] + "\r\n");
            await _turn.WaitAsync(stop);
            try
            {
                await stream.WriteAsync(bytes, stop);
                await stream.FlushAsync(stop);
            }
            finally
            {
                _turn.Release();
            }
        }

        public void Dispose() => _turn.Dispose();
    }
}
