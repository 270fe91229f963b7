using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;
using NodaTime;
using NodaTime.Text;
using SideLamp.Core.Events;
using SideLamp.Core.Templates;
using SideLamp.Core.Text;

namespace SideLamp.Core.Chat;

/// <summary>What a line of the server brings.</summary>
public abstract record Heard
{
    /// <summary>A line to be sent, without its line break.</summary>
    public sealed record Send(string Line) : Heard;

    /// <summary>Somebody wrote something. It has no number yet.</summary>
    public sealed record Said(ChatMessage Message) : Heard;

    /// <summary>Something is taken back.</summary>
    public sealed record Gone(EventKey? Key, string Person) : Heard;

    /// <summary>We are in.</summary>
    public sealed record In : Heard;

    /// <summary>The server does not want us, and why, in a sentence.</summary>
    public sealed record Refused(string Why) : Heard;
}

/// <summary>
/// One connection's talk with a chat server: what is heard, and what is to be answered. It sends nothing itself. Not to be used by two
/// at once. Sources: RFC 2812; IRCv3: capability negotiation, SASL, message tags, server time, account tag, message ids.
/// </summary>
/// <param name="rules">As they are now.</param>
/// <param name="digits">Five, of a name that nobody else has.</param>
public sealed partial class IrcSession(ChatSource source, ChatLogin? login, Func<ChatRules> rules, string digits)
{
    private const int MostKnown = 50_000;
    private const int LongestJoin = 400;
    private const int SaslPiece = 400;
    private static readonly string[] Wanted = ["message-tags", "server-time", "account-tag", "multi-prefix", "draft/message-redaction"];

    private readonly HashSet<string> _offered = [];
    private readonly Dictionary<string, string> _persons = [];
    private readonly Dictionary<string, string> _accounts = [];
    private readonly Dictionary<(string Channel, string Nick), string> _signs = [];
    private readonly HashSet<string> _joined = [];
    private readonly Dictionary<string, string> _barred = [];
    private readonly Queue<string> _answered = [];
    private string _modes = "ov";
    private string _marks = "@+";
    private string _nick = login?.Nick ?? $"lamp{digits}";
    private int _tries;

    /// <summary>The channels we are in, as the streamer writes them.</summary>
    public ImmutableArray<string> Joined => [.. source.Channels.Where(one => _joined.Contains(IrcNames.Folded(one)))];

    /// <summary>Why some of them are closed to us, in a sentence; null = none is.</summary>
    public string? Trouble => _barred.Count == 0 ? null : string.Join(" ", _barred.Select(one => $"{one.Key}: {one.Value}"));

    /// <summary>What is sent first.</summary>
    public IEnumerable<string> Begin()
    {
        yield return "CAP LS 302";
        if (login?.Password is { Length: > 0 } password)
        {
            yield return $"PASS {password}";
        }

        yield return $"NICK {_nick}";
        yield return "USER sidelamp 0 * :Side Lamp";
    }

    /// <summary>One line that says something in a channel; null = we are not in it.</summary>
    /// <param name="text">Of several lines the first.</param>
    public string? Say(string channel, string text)
    {
        var line = text.Split('\r', '\n', '\0')[0].Trim();
        if (line.Length == 0 || !_joined.Contains(IrcNames.Folded(channel)))
        {
            return null;
        }

        _answered.Enqueue(line);
        if (_answered.Count > 20)
        {
            _answered.Dequeue();
        }

        return $"PRIVMSG {channel} :{line}";
    }

    /// <summary>What a line brings, in order. What is not understood brings nothing.</summary>
    public List<Heard> Take(ReadOnlySpan<byte> bytes, Instant now)
    {
        var heard = new List<Heard>();
        if (!IrcLine.TryRead(bytes, out var line))
        {
            return heard;
        }

        if (line.Is("PRIVMSG"u8))
        {
            if (MessageIn(line, now) is { } message)
            {
                heard.Add(new Heard.Said(message));
            }

            return heard;
        }

        foreach (var rule in rules().TakingBack)
        {
            if (line.Is(Encoding.ASCII.GetBytes(rule.Command)))
            {
                TakenBack(line, rule, heard);
            }
        }

        var command = IrcLine.Text(line.Command).ToUpperInvariant();
        switch (command)
        {
            case "PING":
                heard.Add(new Heard.Send($"PONG :{IrcLine.Text(line.Parameter(line.ParameterCount - 1))}"));
                break;
            case "CAP":
                Negotiate(line, heard);
                break;
            case "AUTHENTICATE":
                Authenticate(heard);
                break;
            case "903":
                heard.Add(new Heard.Send("CAP END"));
                break;
            case "902" or "904" or "905" or "906" or "464":
                heard.Add(new Heard.Refused("The server does not take this name and password. Enter them anew."));
                break;
            case "465":
                heard.Add(new Heard.Refused($"The server keeps us out: {Last(line)}"));
                break;
            case "432":
                heard.Add(new Heard.Refused($"The server does not take the name “{_nick}”. Choose another one."));
                break;
            case "433" or "436":
                if (++_tries > 5)
                {
                    heard.Add(new Heard.Refused($"The name “{_nick}” is taken on this server. Choose another one."));
                    break;
                }

                _nick = $"{login?.Nick ?? "lamp"}{digits[..Math.Min(digits.Length, _tries + 1)]}";
                heard.Add(new Heard.Send($"NICK {_nick}"));
                break;
            case "001":
                _nick = IrcLine.Text(line.Parameter(0)) is { Length: > 0 } given ? given : _nick;
                heard.Add(new Heard.In());
                heard.AddRange(Joins().Select(one => new Heard.Send(one)));
                break;
            case "005":
                ReadPrefixes(line);
                break;
            case "353":
                ReadNames(line);
                break;
            case "JOIN":
                Enter(line);
                break;
            case "PART" or "KICK":
                Leave(command == "PART" ? line.Nick : IrcLine.Text(line.Parameter(1)), IrcLine.Text(line.Parameter(0)), heard, command == "KICK");
                break;
            case "NICK":
                Rename(line);
                break;
            case "QUIT":
                Forget(line.Nick);
                break;
            case "MODE":
                Turn(line);
                break;
            case "403" or "405" or "471" or "473" or "474" or "475" or "476" or "477" or "489":
                _barred[IrcLine.Text(line.Parameter(1))] = Last(line);
                break;
            case "ERROR":
                heard.Add(new Heard.Refused($"The server says: {Last(line)}"));
                break;
        }

        return heard;
    }

    private static string Last(IrcLine line) => Words.Clean(IrcLine.Text(line.Parameter(line.ParameterCount - 1)), FieldKind.Text) is { Length: > 0 } text ? text.TrimEnd('.') + "." : "it gives no reason.";

    private void Negotiate(IrcLine line, List<Heard> heard)
    {
        var act = IrcLine.Text(line.Parameter(1)).ToUpperInvariant();
        var caps = IrcLine.Text(line.Parameter(line.ParameterCount - 1)).Split(' ', StringSplitOptions.RemoveEmptyEntries);
        switch (act)
        {
            case "LS":
                _offered.UnionWith(caps.Select(one => one.Split('=')[0]));
                if (line.ParameterCount > 3)
                {
                    // An asterisk stands before the last: more of them come.
                    return;
                }

                var wished = Wanted.Where(_offered.Contains).Concat(login?.Password is { Length: > 0 } && _offered.Contains("sasl") ? ["sasl"] : Array.Empty<string>()).ToList();
                heard.Add(new Heard.Send(wished.Count == 0 ? "CAP END" : $"CAP REQ :{string.Join(' ', wished)}"));
                break;
            case "ACK":
                heard.Add(new Heard.Send(caps.Contains("sasl") ? "AUTHENTICATE PLAIN" : "CAP END"));
                break;
            case "NAK":
                heard.Add(new Heard.Send("CAP END"));
                break;
        }
    }

    /// <summary>Source: RFC 4616; IRCv3 SASL: pieces of 400, and an empty one after a full one.</summary>
    private void Authenticate(List<Heard> heard)
    {
        var secret = Convert.ToBase64String(Encoding.UTF8.GetBytes($"\0{login!.Nick}\0{login.Password}"));
        for (var at = 0; at < secret.Length; at += SaslPiece)
        {
            heard.Add(new Heard.Send($"AUTHENTICATE {secret[at..Math.Min(secret.Length, at + SaslPiece)]}"));
        }

        if (secret.Length % SaslPiece == 0)
        {
            heard.Add(new Heard.Send("AUTHENTICATE +"));
        }
    }

    /// <summary>As many channels in a line as it holds.</summary>
    private IEnumerable<string> Joins()
    {
        var line = "";
        foreach (var channel in source.Channels)
        {
            if (line.Length + channel.Length > LongestJoin)
            {
                yield return $"JOIN {line}";
                line = "";
            }

            line += line.Length == 0 ? channel : $",{channel}";
        }

        if (line.Length > 0)
        {
            yield return $"JOIN {line}";
        }
    }

    private ChatMessage? MessageIn(IrcLine line, Instant now)
    {
        var channel = IrcLine.Text(line.Parameter(0));
        if (!IrcNames.IsChannel(channel))
        {
            // What is written to us alone is for nobody's eyes.
            return null;
        }

        var text = Plain(IrcLine.Text(line.Parameter(1)));
        var nick = line.Nick;
        if (text.Length == 0 || nick.Length == 0 || (IrcNames.Folded(nick) == IrcNames.Folded(_nick) && _answered.Contains(text)))
        {
            return null;
        }

        var folded = IrcNames.Folded(nick);
        var tag = new Dictionary<string, string?>();
        var ruling = rules();
        foreach (var name in ruling.Roles.Select(rule => rule.Tag).Where(name => name.Length > 0).Distinct())
        {
            tag[name] = line.Tag(Encoding.UTF8.GetBytes(name));
        }

        var said = Cut(Words.Clean(line.Tag("display-name"u8) is { Length: > 0 } shown ? shown : nick, FieldKind.Text).Trim(), ChatMessage.LongestName);
        return new ChatMessage(
            0,
            new EventKey(source.Source, IdOf(line.Tag("msgid"u8) ?? line.Tag("id"u8) ?? "")),
            PersonOf(line, folded),
            folded,
            said.Length > 0 ? said : "?",
            ruling.RoleOf(one => tag.GetValueOrDefault(one), _signs.GetValueOrDefault((IrcNames.Folded(channel), folded), "")),
            text,
            TimeOf(line.Tag("time"u8), now)
        )
        {
            Channel = channel,
            Picture = PictureAddress.In(line.Tag(Encoding.UTF8.GetBytes(ruling.PictureTag)) ?? ""),
        };
    }

    private static string IdOf(string id) => id.Length > EventReader.LongestKey || id.Any(char.IsControl) ? "" : id;

    /// <summary>Who it is: the account, or the name and host at first sight, whatever name is taken later.</summary>
    private string PersonOf(IrcLine line, string nick)
    {
        if (_persons.Count > MostKnown)
        {
            _persons.Clear();
            _accounts.Clear();
        }

        if (line.Tag("account"u8) is { Length: > 0 } account)
        {
            _accounts[IrcNames.Folded(account)] = $"{source.Host}/{account}";
            return _persons[nick] = $"{source.Host}/{account}";
        }

        return _persons.TryGetValue(nick, out var known) ? known : _persons[nick] = $"{source.Host}/~{nick}!{line.UserAndHost}";
    }

    private void TakenBack(IrcLine line, TakingBackRule rule, List<Heard> heard)
    {
        var what = rule.Tag.Length > 0 ? line.Tag(Encoding.UTF8.GetBytes(rule.Tag)) : IrcLine.Text(line.Parameter(rule.Parameter - 1));
        if (what is not { Length: > 0 and <= EventReader.LongestKey })
        {
            return;
        }

        if (rule.What == TakesBack.Message)
        {
            heard.Add(new Heard.Gone(new EventKey(source.Source, what), ""));
        }
        else if ((_persons.GetValueOrDefault(IrcNames.Folded(what)) ?? _accounts.GetValueOrDefault(IrcNames.Folded(what))) is { } person)
        {
            heard.Add(new Heard.Gone(null, person));
        }
    }

    private void ReadPrefixes(IrcLine line)
    {
        for (var at = 1; at < line.ParameterCount; at++)
        {
            if (PrefixToken().Match(IrcLine.Text(line.Parameter(at))) is { Success: true } match && match.Groups[1].Length == match.Groups[2].Length)
            {
                (_modes, _marks) = (match.Groups[1].Value, match.Groups[2].Value);
            }
        }
    }

    private void ReadNames(IrcLine line)
    {
        var channel = IrcNames.Folded(IrcLine.Text(line.Parameter(2)));
        foreach (var name in IrcLine.Text(line.Parameter(3)).Split(' ', StringSplitOptions.RemoveEmptyEntries))
        {
            var nick = name.TrimStart(_marks.ToCharArray());
            Sign(channel, nick.Split('!')[0], name[..^nick.Length]);
        }
    }

    private void Sign(string channel, string nick, string signs)
    {
        var key = (channel, IrcNames.Folded(nick));
        if (signs.Length == 0)
        {
            _signs.Remove(key);
        }
        else if (_signs.Count < MostKnown)
        {
            _signs[key] = signs;
        }
    }

    private void Enter(IrcLine line)
    {
        var channel = IrcLine.Text(line.Parameter(0));
        if (IrcNames.Folded(line.Nick) == IrcNames.Folded(_nick))
        {
            _joined.Add(IrcNames.Folded(channel));
            _barred.Remove(channel);
        }
    }

    private void Leave(string nick, string channel, List<Heard> heard, bool isKicked)
    {
        Sign(IrcNames.Folded(channel), nick, "");
        if (IrcNames.Folded(nick) == IrcNames.Folded(_nick) && _joined.Remove(IrcNames.Folded(channel)) && isKicked)
        {
            _barred[channel] = "Side Lamp was kicked from this channel.";
            heard.Add(new Heard.Send($"JOIN {channel}"));
        }
    }

    private void Rename(IrcLine line)
    {
        var (old, fresh) = (IrcNames.Folded(line.Nick), IrcNames.Folded(IrcLine.Text(line.Parameter(0))));
        _nick = old == IrcNames.Folded(_nick) ? IrcLine.Text(line.Parameter(0)) : _nick;
        // The same person by another name.
        var person = _persons.GetValueOrDefault(old) ?? $"{source.Host}/~{old}!{line.UserAndHost}";
        _persons.Remove(old);
        _persons[fresh] = person;
        foreach (var (channel, signs) in source.Channels.Select(IrcNames.Folded).Where(channel => _signs.ContainsKey((channel, old))).Select(channel => (channel, _signs[(channel, old)])).ToList())
        {
            Sign(channel, old, "");
            Sign(channel, fresh, signs);
        }
    }

    private void Forget(string nick)
    {
        var folded = IrcNames.Folded(nick);
        _persons.Remove(folded);
        foreach (var channel in source.Channels)
        {
            _signs.Remove((IrcNames.Folded(channel), folded));
        }
    }

    /// <summary>Somebody becomes more, or less. Source: RFC 2812, section 3.2.3.</summary>
    private void Turn(IrcLine line)
    {
        var channel = IrcNames.Folded(IrcLine.Text(line.Parameter(0)));
        var (adds, at) = (true, 2);
        foreach (var letter in IrcLine.Text(line.Parameter(1)))
        {
            if (letter is '+' or '-')
            {
                adds = letter == '+';
                continue;
            }

            var which = _modes.IndexOf(letter, StringComparison.Ordinal);
            // Lists, keys and limits have a parameter, too, which nobody's name is.
            if (which >= 0)
            {
                var nick = IrcLine.Text(line.Parameter(at));
                var signs = _signs.GetValueOrDefault((channel, IrcNames.Folded(nick)), "").Replace(_marks[which..(which + 1)], "", StringComparison.Ordinal);
                Sign(channel, nick, adds ? signs + _marks[which] : signs);
            }

            at += which >= 0 || "beIk".Contains(letter, StringComparison.Ordinal) || (letter == 'l' && adds) ? 1 : 0;
        }
    }

    /// <summary>Without marks of how it is written. Sources: CTCP (ACTION); IRC formatting codes.</summary>
    private static string Plain(string text)
    {
        if (text is ['\u0001', ..])
        {
            text = text.StartsWith("\u0001ACTION ", StringComparison.Ordinal) ? text[8..].TrimEnd('\u0001') : "";
        }

        return Cut(Words.Clean(Formats().Replace(text, ""), FieldKind.Text).Trim(), ChatMessage.LongestText);
    }

    /// <summary>Never within what is seen as one character.</summary>
    private static string Cut(string text, int longest) =>
        text.Length <= longest ? text : text[..StringInfo.ParseCombiningCharacters(text).TakeWhile(at => at < longest).LastOrDefault()].TrimEnd() + "…";

    private static Instant TimeOf(string? said, Instant now) => said is not null && InstantPattern.ExtendedIso.Parse(said) is { Success: true, Value: var at } && at < now && now - at < Bars.Live ? at : now;

    [GeneratedRegex(@"^PREFIX=\(([A-Za-z]+)\)(\S+)$", RegexOptions.NonBacktracking)]
    private static partial Regex PrefixToken();

    [GeneratedRegex("\u0003[0-9]{0,2}(,[0-9]{1,2})?|\u0004[0-9A-Fa-f]{0,6}|[\u0002\u000f\u0011\u0016\u001d\u001e\u001f]", RegexOptions.NonBacktracking)]
    private static partial Regex Formats();
}
