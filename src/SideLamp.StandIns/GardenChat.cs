using System.Buffers;
using System.Collections.Concurrent;
using System.Globalization;
using System.IO.Pipelines;
using System.Text;
using System.Threading.Channels;

namespace SideLamp.StandIns;

/// <summary>
/// Stands in for a chat server: one that many can join, with tags, accounts, moderators who take messages back and put people out.
/// Sources: RFC 2812; IRCv3: capability negotiation, message tags, server time, account tag, message ids, message redaction (draft).
/// </summary>
public sealed class GardenChat(TimeProvider time)
{
    public const string Channel = "#lantern-cloth";
    private const string Host = "garden.example";
    private const int LongestLine = 9000;
    private const int MostHeard = 1000;

    /// <summary>Whoever reads so slowly is put out.</summary>
    private const int MostWaiting = 200_000;

    private static readonly string[] Caps = ["message-tags", "server-time", "account-tag", "multi-prefix", "draft/message-redaction"];
    private readonly ConcurrentDictionary<Guest, byte> _guests = new();
    private readonly string _run = time.GetUtcNow().ToUnixTimeMilliseconds().ToString("x", CultureInfo.InvariantCulture);
    private long _said;

    /// <summary>Who is in the channel besides those who are connected, with the sign before the name.</summary>
    public ConcurrentDictionary<string, string> Viewers { get; } = new(StringComparer.OrdinalIgnoreCase);

    /// <summary>How many are connected.</summary>
    public int Guests => _guests.Count;

    /// <summary>What those who are connected have said lately, the newest last.</summary>
    public ConcurrentQueue<string> Heard { get; } = new();

    /// <summary>Whether a connection begins as those to a chat server do.</summary>
    public static bool IsChat(ReadOnlySpan<byte> first) => first.StartsWith("CAP "u8) || first.StartsWith("NICK "u8) || first.StartsWith("PASS "u8) || first.StartsWith("USER "u8);

    /// <summary>Serves one connection until it ends.</summary>
    public async Task Serve(PipeReader input, PipeWriter output, CancellationToken stop)
    {
        var guest = new Guest();
        _guests[guest] = 0;
        using var ending = CancellationTokenSource.CreateLinkedTokenSource(stop);
        var sending = SendAll(guest, output, ending.Token);
        try
        {
            await Listen(guest, input, ending.Token);
        }
        catch (Exception error) when (error is IOException or OperationCanceledException)
        {
            // It went.
        }
        finally
        {
            _guests.TryRemove(guest, out _);
            guest.Lines.Writer.TryComplete();
            await sending.ContinueWith(_ => { }, TaskScheduler.Default);
        }
    }

    /// <summary>A viewer writes something.</summary>
    /// <param name="tags">Besides those that all messages have, such as <c>role=member</c>.</param>
    /// <returns>The id of the message.</returns>
    public string Say(string nick, string text, string tags = "", string? id = null)
    {
        id ??= $"{_run}-{Interlocked.Increment(ref _said)}";
        var all = $"@msgid={id};time={Stamp()};account={nick}{(tags.Length > 0 ? $";{tags}" : "")}";
        Tell($"{all} :{nick}!{nick}@{Host} PRIVMSG {Channel} :{text}");
        return id;
    }

    /// <summary>A moderator takes a message back.</summary>
    public void Redact(string id, string by = "ferrywren") => Tell($":{by}!{by}@{Host} REDACT {Channel} {id} :not here");

    /// <summary>A moderator puts somebody out.</summary>
    public void Kick(string nick, string by = "ferrywren")
    {
        Viewers.TryRemove(nick, out _);
        Tell($":{by}!{by}@{Host} KICK {Channel} {nick} :good night");
    }

    /// <summary>A line to everybody in the channel, as it is.</summary>
    public void Tell(string line)
    {
        foreach (var guest in _guests.Keys.Where(guest => guest.IsIn))
        {
            if (!guest.Lines.Writer.TryWrite(line))
            {
                guest.Lines.Writer.TryComplete();
            }
        }
    }

    private string Stamp() => time.GetUtcNow().UtcDateTime.ToString("yyyy-MM-dd'T'HH:mm:ss.fff'Z'", CultureInfo.InvariantCulture);

    private static async Task SendAll(Guest guest, PipeWriter output, CancellationToken stop)
    {
        try
        {
            await foreach (var line in guest.Lines.Reader.ReadAllAsync(stop))
            {
                Encoding.UTF8.GetBytes(line + "\r\n", output);
                if (!guest.Lines.Reader.TryPeek(out _))
                {
                    await output.FlushAsync(stop);
                }
            }

            await output.FlushAsync(stop);
            await output.CompleteAsync();
        }
        catch (Exception error) when (error is IOException or OperationCanceledException or InvalidOperationException)
        {
            // It went.
        }
    }

    private async Task Listen(Guest guest, PipeReader input, CancellationToken stop)
    {
        while (true)
        {
            var read = await input.ReadAsync(stop);
            var buffer = read.Buffer;
            while (buffer.PositionOf((byte)'\n') is { } end)
            {
                var line = Encoding.UTF8.GetString(buffer.Slice(0, end)).TrimEnd('\r');
                buffer = buffer.Slice(buffer.GetPosition(1, end));
                if (!Take(guest, line))
                {
                    return;
                }
            }

            input.AdvanceTo(buffer.Start, buffer.End);
            if (read.IsCompleted || buffer.Length > LongestLine)
            {
                return;
            }
        }
    }

    /// <returns>Whether it stays.</returns>
    private bool Take(Guest guest, string line)
    {
        var words = (line.StartsWith('@') ? line[(line.IndexOf(' ', StringComparison.Ordinal) + 1)..] : line).Split(' ', StringSplitOptions.RemoveEmptyEntries);
        var rest = line.IndexOf(" :", StringComparison.Ordinal) is var at and >= 0 ? line[(at + 2)..] : words.Length > 0 ? words[^1] : "";
        void Answer(string what) => guest.Lines.Writer.TryWrite($":{Host} {what}");
        switch (words.FirstOrDefault()?.ToUpperInvariant())
        {
            case "CAP" when words.ElementAtOrDefault(1)?.ToUpperInvariant() == "LS":
                guest.IsAsking = true;
                Answer($"CAP * LS :{string.Join(' ', Caps)}");
                break;
            case "CAP" when words.ElementAtOrDefault(1)?.ToUpperInvariant() == "REQ":
                var asked = rest.Split(' ', StringSplitOptions.RemoveEmptyEntries);
                Answer($"CAP * {(asked.All(Caps.Contains) ? "ACK" : "NAK")} :{rest}");
                break;
            case "CAP" when words.ElementAtOrDefault(1)?.ToUpperInvariant() == "END":
                guest.IsAsking = false;
                Welcome(guest);
                break;
            case "NICK" when words.Length > 1:
                guest.Nick = words[1].TrimStart(':');
                Welcome(guest);
                break;
            case "USER":
                guest.HasUser = true;
                Welcome(guest);
                break;
            case "PING":
                Answer($"PONG {Host} :{rest}");
                break;
            case "JOIN" when words.Length > 1:
                Join(guest, words[1].Split(','));
                break;
            case "PRIVMSG" when guest.IsIn && words.Length > 2:
                Heard.Enqueue($"{guest.Nick}: {rest}");
                if (Heard.Count > MostHeard)
                {
                    Heard.TryDequeue(out _);
                }
                var id = $"{_run}-{Interlocked.Increment(ref _said)}";
                foreach (var other in _guests.Keys.Where(other => other.IsIn && other != guest))
                {
                    other.Lines.Writer.TryWrite($"@msgid={id};time={Stamp()};account={guest.Nick} :{guest.Nick}!{guest.Nick}@{Host} PRIVMSG {Channel} :{rest}");
                }

                break;
            // Whoever keeps order in the channel takes messages back, and puts people out.
            case "REDACT" when guest.IsIn && words.Length > 2 && IsModerator(guest):
                Redact(words[2], guest.Nick);
                break;
            case "KICK" when guest.IsIn && words.Length > 2 && IsModerator(guest):
                Kick(words[2], guest.Nick);
                break;
            case "QUIT":
                return false;
        }

        return true;
    }

    private bool IsModerator(Guest guest) => Viewers.GetValueOrDefault(guest.Nick) is "@" or "~";

    private static void Welcome(Guest guest)
    {
        if (guest.IsWelcome || guest.IsAsking || !guest.HasUser || guest.Nick.Length == 0)
        {
            return;
        }

        guest.IsWelcome = true;
        foreach (var line in new[] { $"001 {guest.Nick} :Good evening, {guest.Nick}", $"005 {guest.Nick} PREFIX=(qov)~@+ CHANTYPES=# CASEMAPPING=rfc1459 NETWORK=Garden :are supported", $"422 {guest.Nick} :No word of the day" })
        {
            guest.Lines.Writer.TryWrite($":{Host} {line}");
        }
    }

    private void Join(Guest guest, IEnumerable<string> channels)
    {
        foreach (var channel in channels)
        {
            if (!guest.IsWelcome || !channel.Equals(Channel, StringComparison.OrdinalIgnoreCase))
            {
                guest.Lines.Writer.TryWrite($":{Host} 403 {guest.Nick} {channel} :There is no such channel");
                continue;
            }

            guest.Lines.Writer.TryWrite($":{guest.Nick}!{guest.Nick}@{Host} JOIN {Channel}");
            guest.Lines.Writer.TryWrite($":{Host} 353 {guest.Nick} = {Channel} :{string.Join(' ', Viewers.Select(one => one.Value + one.Key).Append(guest.Nick))}");
            guest.Lines.Writer.TryWrite($":{Host} 366 {guest.Nick} {Channel} :End of names");
            guest.IsIn = true;
        }
    }

    private sealed class Guest
    {
        public Channel<string> Lines { get; } = System.Threading.Channels.Channel.CreateBounded<string>(MostWaiting);

        public string Nick { get; set; } = "";

        public bool HasUser { get; set; }

        public bool IsAsking { get; set; }

        public bool IsWelcome { get; set; }

        public bool IsIn { get; set; }
    }
}
