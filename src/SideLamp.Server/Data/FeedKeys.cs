using System.Collections.Immutable;
using System.Security.Cryptography;
using System.Text;
using System.Text.RegularExpressions;
using SideLamp.Core;
using SideLamp.Core.Chat;

namespace SideLamp.Server.Data;

/// <summary>What lets us in to an address, as somebody wants it to be sent.</summary>
/// <param name="Name">Of the header, or of the part of the address.</param>
/// <param name="InAddress">Whether it stands in the address, as in <c>?key=…</c>, and not in a header.</param>
public sealed partial record KeyWish(string Name, string Value, bool InAddress = false)
{
    private const int Longest = 4000;

    /// <summary>Headers that say how the request itself is sent. Source: RFC 9110, section 7.6.1.</summary>
    private static readonly string[] NotOurs = ["host", "connection", "content-length", "content-type", "transfer-encoding", "te", "upgrade", "trailer", "proxy-authorization", "expect"];

    public IEnumerable<Fault> Faults()
    {
        if (!Token().IsMatch(Name) || Name.Length > 100)
        {
            yield return new Fault("/name", "The name is one word of letters, digits and hyphens, such as Authorization or X-Key.");
        }
        else if (!InAddress && (NotOurs.Contains(Name, StringComparer.OrdinalIgnoreCase) || !IsOfRequests(Name)))
        {
            yield return new Fault("/name", $"The header {Name} is set by Side Lamp itself. Give the name of the one that the service asks for.");
        }

        if (Value.Length is 0 or > Longest || Value.Any(letter => letter is < ' ' or > '~'))
        {
            yield return new Fault("/value", $"The key is 1 to {Longest} plain letters, without line breaks.");
        }
    }

    /// <summary>Some headers are about a body, and a question has none.</summary>
    private static bool IsOfRequests(string name)
    {
        using var request = new HttpRequestMessage();
        return request.Headers.TryAddWithoutValidation(name, "");
    }

    /// <summary>Source: RFC 9110, section 5.6.2.</summary>
    [GeneratedRegex("^[A-Za-z0-9!#$%&'*+.^_`|~-]+$", RegexOptions.NonBacktracking)]
    private static partial Regex Token();
}

/// <summary>What lets us in to one origin.</summary>
/// <param name="Origin">Such as <c>https://hollow-lane.example</c>: nobody else gets it.</param>
public sealed record WebKey(string Origin, string Name, string Value, bool InAddress)
{
    private const int Shown = 3;

    public static WebKey For(Uri address, KeyWish wish) => new(OriginOf(address), wish.Name, wish.Value, wish.InAddress);

    /// <summary>What may stand on a screen that is streamed.</summary>
    public string Masked => Value.Length > Shown * 4 ? $"••••{Value[^Shown..]}" : "••••";

    /// <summary>The address with the key in it, where that is its place.</summary>
    public Uri Added(Uri address) =>
        InAddress && IsFor(address)
            ? new UriBuilder(address) { Query = $"{(address.Query.Length > 1 ? address.Query[1..] + "&" : "")}{Uri.EscapeDataString(Name)}={Uri.EscapeDataString(Value)}" }.Uri
            : address;

    /// <summary>Adds the header, where that is its place, and the request goes to its origin.</summary>
    public void AddTo(HttpRequestMessage request)
    {
        if (!InAddress && request.RequestUri is { } address && IsFor(address))
        {
            request.Headers.TryAddWithoutValidation(Name, Value);
        }
    }

    private bool IsFor(Uri address) => OriginOf(address) == Origin;

    private static string OriginOf(Uri address) => address.GetLeftPart(UriPartial.Authority).ToLowerInvariant();
}

/// <summary>
/// The keys of feeds: what lets us in to addresses, and what lets programs push. In a file of their own, which is its owner's
/// alone: they are no part of the show, and go nowhere with it.
/// </summary>
public sealed class FeedKeys
{
    private readonly string _file;
    private readonly Lock _turn = new();
    private volatile Stored _keys;

    public FeedKeys(string folder)
    {
        _file = Path.Combine(folder, "feed-keys");
        (_keys, var wasDamaged) = WholeFile.Read(_file, Stored.None);
        Said = wasDamaged ? "The file with the keys of feeds was damaged, and is set aside: enter them anew." : null;
    }

    /// <summary>How they were found, in a sentence; null = as they were left.</summary>
    public string? Said { get; }

    /// <summary>What lets a feed in to its address; null = nothing is needed.</summary>
    public WebKey? Of(FeedId feed) => _keys.Web.GetValueOrDefault(feed.Value);

    /// <summary>Keeps it. Null = none from now on.</summary>
    /// <exception cref="IOException">It cannot be kept.</exception>
    public void Keep(FeedId feed, WebKey? key) => Change(keys => keys with { Web = key is null ? keys.Web.Remove(feed.Value) : keys.Web.SetItem(feed.Value, key) });

    /// <summary>The key of whoever pushes; null = none has been made.</summary>
    public string? Push(FeedId feed) => _keys.Push.GetValueOrDefault(feed.Value);

    /// <summary>Makes one where there is none.</summary>
    /// <exception cref="IOException">It cannot be kept.</exception>
    public void EnsurePush(FeedId feed)
    {
        if (Push(feed) is null)
        {
            RenewPush(feed);
        }
    }

    /// <summary>Another key: whoever has the old one pushes no more.</summary>
    public void RenewPush(FeedId feed) => Change(keys => keys with { Push = keys.Push.SetItem(feed.Value, Ids.Secret()) });

    public bool OpensPush(FeedId feed, string given) => _keys.Push.TryGetValue(feed.Value, out var key) && CryptographicOperations.FixedTimeEquals(Encoding.UTF8.GetBytes(given), Encoding.UTF8.GetBytes(key));

    /// <summary>The key of whoever sends events; null = none has been made.</summary>
    public string? Events => _keys.Events;

    /// <summary>Makes one where there is none.</summary>
    /// <exception cref="IOException">It cannot be kept.</exception>
    public void EnsureEvents()
    {
        if (Events is null)
        {
            RenewEvents();
        }
    }

    /// <summary>Another key: whoever has the old one sends no more.</summary>
    public void RenewEvents() => Change(keys => keys with { Events = Ids.Secret() });

    public bool OpensEvents(string given) => _keys.Events is { } key && CryptographicOperations.FixedTimeEquals(Encoding.UTF8.GetBytes(given), Encoding.UTF8.GetBytes(key));

    /// <summary>As whom a chat server is asked in; null = by a name of our own.</summary>
    public ChatLogin? Chat(ChatSourceId source) => _keys.Chat?.GetValueOrDefault(source.Value);

    /// <summary>Keeps it. Null = none from now on.</summary>
    /// <exception cref="IOException">It cannot be kept.</exception>
    public void Keep(ChatSourceId source, ChatLogin? login) =>
        Change(keys => (keys.Chat ?? Stored.NoLogins) is var chat ? keys with { Chat = login is null ? chat.Remove(source.Value) : chat.SetItem(source.Value, login) } : keys);

    /// <summary>What belonged to a feed of this name that was there before.</summary>
    public void Forget(FeedId feed)
    {
        if (_keys.Web.ContainsKey(feed.Value) || _keys.Push.ContainsKey(feed.Value))
        {
            Change(keys => keys with { Web = keys.Web.Remove(feed.Value), Push = keys.Push.Remove(feed.Value) });
        }
    }

    /// <summary>Writes all of them into a folder that was made anew.</summary>
    public void KeepAgain() => Change(keys => keys);

    private void Change(Func<Stored, Stored> change)
    {
        lock (_turn)
        {
            var changed = change(_keys);
            WholeFile.Write(_file, changed);
            _keys = changed;
        }
    }

    /// <param name="Web">By the feed's id.</param>
    /// <param name="Push">By the feed's id.</param>
    /// <param name="Events">Of whoever sends events; null = none has been made.</param>
    /// <param name="Chat">By the chat source's id.</param>
    private sealed record Stored(ImmutableSortedDictionary<string, WebKey> Web, ImmutableSortedDictionary<string, string> Push, string? Events = null, ImmutableSortedDictionary<string, ChatLogin>? Chat = null)
    {
        public static readonly ImmutableSortedDictionary<string, ChatLogin> NoLogins = ImmutableSortedDictionary<string, ChatLogin>.Empty;

        public static readonly Stored None = new(ImmutableSortedDictionary<string, WebKey>.Empty, ImmutableSortedDictionary<string, string>.Empty);
    }
}
