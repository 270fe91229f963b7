using System.Text;

namespace SideLamp.Core.Chat;

/// <summary>
/// One line of a chat server, looked at where it lies: nothing is copied or decoded before it is asked for. Sources: RFC 1459 and
/// RFC 2812, section 2.3.1; IRCv3, message tags.
/// </summary>
public readonly ref struct IrcLine
{
    /// <summary>In bytes, without its line break. Source: IRCv3, message tags: 8,191 of tags, 512 of all else.</summary>
    public const int Longest = 8191 + 512;

    private const int MostParameters = 15;
    private readonly ReadOnlySpan<byte> _tags;
    private readonly ReadOnlySpan<byte> _rest;

    private IrcLine(ReadOnlySpan<byte> tags, ReadOnlySpan<byte> source, ReadOnlySpan<byte> command, ReadOnlySpan<byte> rest)
    {
        _tags = tags;
        _rest = rest;
        Source = source;
        Command = command;
    }

    /// <summary>Who sent it, without its colon; empty = the server itself.</summary>
    public ReadOnlySpan<byte> Source { get; }

    /// <summary>A word, or three digits.</summary>
    public ReadOnlySpan<byte> Command { get; }

    /// <param name="line">Without its line break.</param>
    /// <returns>False where it is no line of a chat server: it has no command.</returns>
    public static bool TryRead(ReadOnlySpan<byte> line, out IrcLine read)
    {
        var rest = line;
        var tags = rest is [(byte)'@', ..] ? Word(ref rest)[1..] : [];
        var source = rest is [(byte)':', ..] ? Word(ref rest)[1..] : [];
        var command = Word(ref rest);
        read = new IrcLine(tags, source, command, rest);
        return !command.IsEmpty && !command.ContainsAnyExcept(Letters);
    }

    private static readonly System.Buffers.SearchValues<byte> Letters = System.Buffers.SearchValues.Create("ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789"u8);

    public bool Is(ReadOnlySpan<byte> command) => Ascii.EqualsIgnoreCase(Command, command);

    /// <summary>What the server calls whoever sent it.</summary>
    public string Nick => Text(Source.IndexOfAny((byte)'!', (byte)'@') is var end and >= 0 ? Source[..end] : Source);

    /// <summary>User and host, as <c>user@host</c>; empty = it has none.</summary>
    public string UserAndHost => Source.IndexOf((byte)'!') is var at and >= 0 ? Text(Source[(at + 1)..]) : Source.IndexOf((byte)'@') is var host and >= 0 ? Text(Source[host..]) : "";

    /// <param name="no">From 0.</param>
    /// <returns>Empty where there are fewer.</returns>
    public ReadOnlySpan<byte> Parameter(int no)
    {
        var rest = _rest;
        for (var at = 0; !rest.IsEmpty; at++)
        {
            if (rest[0] == ':' || at == MostParameters - 1)
            {
                return at == no ? rest[(rest[0] == ':' ? 1 : 0)..] : [];
            }

            var word = Word(ref rest);
            if (at == no)
            {
                return word;
            }
        }

        return [];
    }

    public int ParameterCount
    {
        get
        {
            var rest = _rest;
            var count = 0;
            while (!rest.IsEmpty)
            {
                count++;
                if (rest[0] == ':' || count == MostParameters)
                {
                    return count;
                }

                _ = Word(ref rest);
            }

            return count;
        }
    }

    /// <summary>What a tag says; empty = it is there and says nothing; null = it is not there. Of twins the last one counts, as the source asks.</summary>
    public string? Tag(ReadOnlySpan<byte> name)
    {
        // From the last one on.
        var rest = _tags;
        while (!rest.IsEmpty)
        {
            var end = rest.LastIndexOf((byte)';');
            var tag = rest[(end + 1)..];
            rest = end < 0 ? [] : rest[..end];
            if (tag.StartsWith(name) && (tag.Length == name.Length || tag[name.Length] == '='))
            {
                return tag.Length <= name.Length + 1 ? "" : Unescaped(tag[(name.Length + 1)..]);
            }
        }

        return null;
    }

    /// <summary>What is no UTF-8 becomes U+FFFD.</summary>
    public static string Text(ReadOnlySpan<byte> bytes) => Encoding.UTF8.GetString(bytes);

    /// <summary>Source: IRCv3, message tags, “Escaping values”: a lone backslash at the end is dropped, one before any other letter too.</summary>
    private static string Unescaped(ReadOnlySpan<byte> value)
    {
        if (!value.Contains((byte)'\\'))
        {
            return Text(value);
        }

        var plain = new byte[value.Length];
        var count = 0;
        for (var at = 0; at < value.Length; at++)
        {
            if (value[at] != '\\')
            {
                plain[count++] = value[at];
            }
            else if (++at < value.Length)
            {
                plain[count++] = value[at] switch
                {
                    (byte)':' => (byte)';',
                    (byte)'s' => (byte)' ',
                    (byte)'r' => (byte)'\r',
                    (byte)'n' => (byte)'\n',
                    var other => other,
                };
            }
        }

        return Text(plain.AsSpan(0, count));
    }

    /// <summary>The next word; the rest begins with the one after it.</summary>
    private static ReadOnlySpan<byte> Word(scoped ref ReadOnlySpan<byte> rest)
    {
        var end = rest.IndexOf((byte)' ');
        var word = end < 0 ? rest : rest[..end];
        rest = end < 0 ? [] : rest[end..].TrimStart((byte)' ');
        return word;
    }
}
