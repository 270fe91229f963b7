using System.Net;
using System.Net.Http.Headers;
using System.Net.Sockets;
using SideLamp.Core.Feeds;
using SideLamp.Core.Tables;
using SideLamp.Server.Data;
using SideLamp.Server.Security;

namespace SideLamp.Server.Feeds;

/// <summary>What an address answered.</summary>
public abstract record WebAnswer
{
    private WebAnswer() { }

    /// <param name="Bytes">Unpacked.</param>
    /// <param name="Mark">By which it can be asked whether that still stands.</param>
    public sealed record Came(byte[] Bytes, WebMark Mark) : WebAnswer;

    /// <summary>What came last still stands.</summary>
    public sealed record Stands : WebAnswer;

    /// <param name="Trouble">Why not, in a sentence, and what to do.</param>
    /// <param name="After">Not to be asked again before; null = as usual.</param>
    /// <param name="IsPrivate">Whether it is in the streamer's own network, and would be read with consent.</param>
    public sealed record Failed(string Trouble, TimeSpan? After = null, bool IsPrivate = false) : WebAnswer;
}

/// <summary>What tells one version of an answer from another. Source: RFC 9110, section 8.8.</summary>
/// <param name="At">The address that gave it, after all redirects: to another it says nothing.</param>
public sealed record WebMark(EntityTagHeaderValue? Tag, DateTimeOffset? Modified, Uri? At)
{
    public static readonly WebMark None = new(null, null, null);
}

/// <summary>What an address is asked.</summary>
/// <param name="Mark">Of what came last.</param>
/// <param name="Consent">Whether it may be in the streamer's own network.</param>
/// <param name="Key">What lets us in; null = nothing. It goes to its own origin alone.</param>
public sealed record WebAsk(Uri Address, WebMark Mark, bool Consent, WebKey? Key = null);

/// <summary>
/// Asks addresses of strangers for words: HTTP/1.1, no proxy, no cookies, redirects followed by hand, and no machine asked that the streamer
/// did not mean. Each feed has one of its own.
/// </summary>
public sealed class WebGetter : IDisposable
{
    private const int MostRedirects = 5;
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(15);
    private static readonly TimeSpan LongestWait = TimeSpan.FromHours(1);
    private static readonly HttpRequestOptionsKey<bool> Consent = new("consent");

    private readonly HttpClient _client;
    private readonly int _ownPort;
    private readonly Func<string, CancellationToken, Task<IPAddress[]>> _resolve;

    /// <param name="ownPort">Of Side Lamp itself, which no feed may ask.</param>
    /// <param name="atOnce">How many answers of one server are waited for at once.</param>
    /// <param name="resolve">Finds the addresses of a name; null = as the machine does.</param>
    public WebGetter(int ownPort, int atOnce = 1, Func<string, CancellationToken, Task<IPAddress[]>>? resolve = null)
    {
        (_ownPort, _resolve) = (ownPort, resolve ?? Dns.GetHostAddressesAsync);
        var handler = new SocketsHttpHandler
        {
            UseProxy = false,
            UseCookies = false,
            AllowAutoRedirect = false,
            AutomaticDecompression = DecompressionMethods.All,
            ConnectTimeout = Patience,
            MaxResponseHeadersLength = 64,
            // A name is looked up again from time to time.
            PooledConnectionLifetime = TimeSpan.FromMinutes(2),
            MaxConnectionsPerServer = atOnce,
            ConnectCallback = Connect,
        };
        _client = new HttpClient(handler) { Timeout = Timeout.InfiniteTimeSpan };
        _client.DefaultRequestHeaders.UserAgent.ParseAdd("SideLamp/1");
        _client.DefaultRequestHeaders.Accept.ParseAdd("*/*");
    }

    public async Task<WebAnswer> Get(WebAsk ask, CancellationToken stop)
    {
        var address = ask.Address;
        using var late = CancellationTokenSource.CreateLinkedTokenSource(stop);
        late.CancelAfter(Patience);
        try
        {
            return await Follow(ask, late.Token);
        }
        catch (ForbiddenException error)
        {
            return new WebAnswer.Failed(error.Message, IsPrivate: error.IsPrivate);
        }
        catch (HttpRequestException error) when (error.InnerException is ForbiddenException forbidden)
        {
            return new WebAnswer.Failed(forbidden.Message, IsPrivate: forbidden.IsPrivate);
        }
        catch (OperationCanceledException) when (!stop.IsCancellationRequested)
        {
            return new WebAnswer.Failed($"{address.Host} has not answered within {Patience.TotalSeconds:0} s.");
        }
        catch (Exception error) when (error is HttpRequestException or IOException or InvalidDataException or SocketException)
        {
            return new WebAnswer.Failed(WhyNot(address, error));
        }
    }

    public void Dispose() => _client.Dispose();

    private async Task<WebAnswer> Follow(WebAsk ask, CancellationToken stop)
    {
        var (address, mark, consent, key) = ask;
        var at = key?.Added(address) ?? address;
        for (var turn = 0; turn <= MostRedirects; turn++)
        {
            using var request = new HttpRequestMessage(HttpMethod.Get, at) { Version = HttpVersion.Version11, VersionPolicy = HttpVersionPolicy.RequestVersionExact };
            // Consent is for the one place that was named.
            request.Options.Set(Consent, consent && IsSameOrigin(at, address));
            key?.AddTo(request);
            if (at == mark.At)
            {
                if (mark.Tag is not null)
                {
                    request.Headers.IfNoneMatch.Add(mark.Tag);
                }

                request.Headers.IfModifiedSince = mark.Modified;
            }

            using var answer = await _client.SendAsync(request, HttpCompletionOption.ResponseHeadersRead, stop);
            if ((int)answer.StatusCode is 301 or 302 or 303 or 307 or 308 && answer.Headers.Location is { } to)
            {
                var next = new Uri(at, to);
                if (FaultIn(next, from: at) is { } fault)
                {
                    return new WebAnswer.Failed(fault);
                }

                at = next;
                continue;
            }

            return await Read(at, answer, mark, stop);
        }

        return new WebAnswer.Failed($"{address.Host} sends from one address to the next without end. Give the address that it leads to in a browser.");
    }

    private static async Task<WebAnswer> Read(Uri at, HttpResponseMessage answer, WebMark mark, CancellationToken stop)
    {
        if (answer.StatusCode == HttpStatusCode.NotModified && at == mark.At)
        {
            return new WebAnswer.Stands();
        }

        if (!answer.IsSuccessStatusCode)
        {
            return new WebAnswer.Failed(Refusal(at, answer.StatusCode), WaitOf(answer));
        }

        await using var body = await answer.Content.ReadAsStreamAsync(stop);
        using var bytes = new MemoryStream();
        var buffer = new byte[81_920];
        for (int read; (read = await body.ReadAsync(buffer, stop)) > 0;)
        {
            bytes.Write(buffer, 0, read);
            if (bytes.Length > Source.LargestBytes)
            {
                return new WebAnswer.Failed($"{at.Host} gives more than {Source.LargestBytes >> 20} MB, the most that Side Lamp reads. Look for an address that gives less.");
            }
        }

        return new WebAnswer.Came(bytes.ToArray(), new WebMark(answer.Headers.ETag, answer.Content.Headers.LastModified, at));
    }

    /// <summary>Connects to an address that was looked at, and to no other that the name may turn to meanwhile.</summary>
    private async ValueTask<Stream> Connect(SocketsHttpConnectionContext context, CancellationToken stop)
    {
        var (host, port) = (context.DnsEndPoint.Host, context.DnsEndPoint.Port);
        var consent = context.InitialRequestMessage.Options.TryGetValue(Consent, out var given) && given;
        var addresses = IPAddress.TryParse(host, out var literal) ? [literal] : await _resolve(host, stop);
        foreach (var address in addresses)
        {
            if (port == _ownPort && WebGuard.IsOwn(address))
            {
                throw new ForbiddenException("This is Side Lamp's own address: a feed cannot read it.", false);
            }

            var reach = WebGuard.ReachOf(address);
            if (reach == Reach.Never || (reach == Reach.Private && !consent))
            {
                throw reach == Reach.Private
                    ? new ForbiddenException($"{Place(host, address)} is in your own network. It is read only if you say so.", true)
                    : new ForbiddenException($"{Place(host, address)} is no address that a feed may read.", false);
            }
        }

        var socket = new Socket(SocketType.Stream, ProtocolType.Tcp) { NoDelay = true };
        try
        {
            await socket.ConnectAsync(addresses, port, stop);
            return new NetworkStream(socket, ownsSocket: true);
        }
        catch
        {
            socket.Dispose();
            throw;
        }
    }

    private static string Place(string host, IPAddress address) => host == address.ToString() ? host : $"{host} ({address})";

    private static bool IsSameOrigin(Uri one, Uri other) => Uri.Compare(one, other, UriComponents.SchemeAndServer, UriFormat.SafeUnescaped, StringComparison.OrdinalIgnoreCase) == 0;

    private static string? FaultIn(Uri next, Uri from) =>
        next.Scheme is not ("http" or "https") ? $"{from.Host} leads to an address that is no web address."
        : from.Scheme == "https" && next.Scheme == "http" ? $"{from.Host} leads from https to http, where anybody on the way could change the words. Ask whoever runs it."
        : next.UserInfo.Length > 0 ? $"{from.Host} leads to an address with a password in it."
        : null;

    private static string Refusal(Uri at, HttpStatusCode status) =>
        (int)status switch
        {
            401 or 403 => $"{at.Host} wants a key, or another one than it gets, or does not give this to anybody ({(int)status}).",
            404 or 410 => $"{at.Host} has nothing at this address ({(int)status}). Look whether it is spelled as it should be.",
            429 => $"{at.Host} is asked too often (429). Let it be read less often.",
            >= 500 => $"{at.Host} is in trouble itself (it says {(int)status}). Side Lamp goes on trying.",
            var other => $"{at.Host} does not give it (it says {other}).",
        };

    /// <summary>Source: RFC 9110, section 10.2.3.</summary>
    private static TimeSpan? WaitOf(HttpResponseMessage answer)
    {
        var wait = answer.Headers.RetryAfter is { } told ? told.Delta ?? told.Date - DateTimeOffset.UtcNow : null;
        return wait is { } time && time > TimeSpan.Zero ? (time < LongestWait ? time : LongestWait) : null;
    }

    private static string WhyNot(Uri address, Exception error) =>
        error switch
        {
            HttpRequestException { HttpRequestError: HttpRequestError.NameResolutionError } => $"There is no {address.Host} to be found. Look at the address, and whether this computer is online.",
            HttpRequestException { HttpRequestError: HttpRequestError.SecureConnectionError } => $"{address.Host} cannot show that it is itself: its certificate does not hold.",
            HttpRequestException { HttpRequestError: HttpRequestError.ConnectionError } or SocketException => $"{address.Host} takes no connection. Look at the address, and whether this computer is online.",
            InvalidDataException => $"What {address.Host} gives is packed wrongly.",
            _ => $"The answer of {address.Host} broke off.",
        };

    private sealed class ForbiddenException(string message, bool isPrivate) : Exception(message)
    {
        public bool IsPrivate { get; } = isPrivate;
    }
}
