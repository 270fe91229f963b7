using System.Collections.Immutable;
using System.Text.Json.Serialization;

namespace SideLamp.Core.Chat;

/// <summary>A chat server, and the channels that are listened to. What lets us in is no part of the show.</summary>
/// <param name="Host">A name or an address of the network.</param>
/// <param name="IsTls">Whether the way is encrypted.</param>
public sealed record ChatSource(ChatSourceId Id, string Name, string Host, int Port, bool IsTls, ImmutableArray<string> Channels)
{
    public const int Most = 10;
    private const int MostChannels = 20;

    public bool IsOff { get; init; }

    /// <summary>The SHA-256 of a certificate that nobody vouches for and the streamer trusts, in hex; empty = none.</summary>
    public string Trusts { get; init; } = "";

    /// <summary>Of its messages' keys.</summary>
    [JsonIgnore]
    public string Source => $"/chat/{Id.Value}";

    public bool Equals(ChatSource? other) => other is not null && (Id, Name, Host, Port, IsTls, IsOff, Trusts) == (other.Id, other.Name, other.Host, other.Port, other.IsTls, other.IsOff, other.Trusts) && Channels.SequenceEqual(other.Channels);

    public override int GetHashCode() => HashCode.Combine(Id, Host, Port);

    /// <summary>Whether it is the same way to the same server: then it need not be connected anew.</summary>
    public bool LeadsLike(ChatSource other) => (Host, Port, IsTls, IsOff, Trusts) == (other.Host, other.Port, other.IsTls, other.IsOff, other.Trusts) && Channels.SequenceEqual(other.Channels);

    public IEnumerable<Fault> Faults()
    {
        if (Names.FaultIn(Name, thing: "the source") is { } unnamed)
        {
            yield return unnamed;
        }

        if (Uri.CheckHostName(Host) == UriHostNameType.Unknown || Host.Length > 253)
        {
            yield return new Fault("/host", "Give the server’s name or address alone, such as chat.hollow-lane.example.");
        }

        if (Port is < 1 or > 65535)
        {
            yield return new Fault("/port", "A port lies between 1 and 65535. Chat servers mostly use 6697 encrypted, 6667 plain.");
        }

        if (Channels.Length > MostChannels || Channels.Any(one => !IrcNames.IsChannel(one)))
        {
            yield return new Fault("/channels", Channels.Length > MostChannels ? $"One source listens to up to {MostChannels} channels." : $"A channel begins with # and has no spaces, such as #lantern-cloth. “{Channels.First(one => !IrcNames.IsChannel(one))}” is none.");
        }

        if (Trusts.Length > 0 && (Trusts.Length != 64 || !Trusts.All(char.IsAsciiHexDigit)))
        {
            yield return new Fault("/trusts", "The fingerprint of a certificate has 64 letters and digits.");
        }
    }
}
