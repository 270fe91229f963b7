using System.Text;
using NodaTime;
using SideLamp.Core.Chat;
using SideLamp.Core.Events;

namespace SideLamp.Core.Tests.Chat;

/// <summary>Lines of chat servers. Sources, from memory: RFC 1459 and RFC 2812, section 2.3.1; IRCv3 message tags.</summary>
public sealed class IrcLineTests
{
    private static readonly Instant Now = Instant.FromUtc(2026, 6, 20, 21, 30);

    // IRCv3 message tags, “Escaping values”: the whole table, a letter that needs no escape, and a lone backslash at the end.
    [Theory]
    [InlineData(@"a\:b", "a;b")]
    [InlineData(@"a\sb", "a b")]
    [InlineData(@"a\\b", @"a\b")]
    [InlineData(@"a\rb", "a\rb")]
    [InlineData(@"a\nb", "a\nb")]
    [InlineData(@"a\bb", "abb")]
    [InlineData(@"ab\", "ab")]
    [InlineData(@"\\s", @"\s")]
    [InlineData("", "")]
    public void The_escaping_table_of_message_tags(string escaped, string meant)
    {
        Assert.Equal(meant, Tag($"@k={escaped} PING :x", "k"));
    }

    [Theory]
    // RFC 2812, 3.3.1, and the trailing parameter that holds spaces and a colon.
    [InlineData(":Angel!wings@irc.org PRIVMSG #cloth :Are you: receiving this ?", "Angel", "wings@irc.org", "PRIVMSG", new[] { "#cloth", "Are you: receiving this ?" })]
    [InlineData("PRIVMSG #cloth ::)", "", "", "PRIVMSG", new[] { "#cloth", ":)" })]
    [InlineData("PRIVMSG #cloth :", "", "", "PRIVMSG", new[] { "#cloth", "" })]
    [InlineData("@a=1;b;+c.d/e=2 :n!u@h 001 me", "n", "u@h", "001", new[] { "me" })]
    [InlineData(":irc.example 353 me = #cloth :@ferrywren +oldbarn", "irc.example", "", "353", new[] { "me", "=", "#cloth", "@ferrywren +oldbarn" })]
    // No more than fifteen: the last one takes the rest.
    [InlineData("X 1 2 3 4 5 6 7 8 9 10 11 12 13 14 15 16", "", "", "X", new[] { "1", "2", "3", "4", "5", "6", "7", "8", "9", "10", "11", "12", "13", "14", "15 16" })]
    public void A_line_falls_into_its_parts(string line, string nick, string host, string command, string[] parameters)
    {
        Assert.True(IrcLine.TryRead(Encoding.UTF8.GetBytes(line), out var read));
        Assert.Equal((nick, host, command, parameters.Length), (read.Nick, read.UserAndHost, IrcLine.Text(read.Command), read.ParameterCount));
        for (var at = 0; at < parameters.Length; at++)
        {
            Assert.Equal(parameters[at], IrcLine.Text(read.Parameter(at)));
        }

        Assert.True(read.Parameter(parameters.Length).IsEmpty);
    }

    [Fact]
    public void Of_twin_tags_the_last_counts_and_a_tag_that_is_not_there_is_no_empty_one()
    {
        Assert.Equal(("2", "", null), (Tag("@k=1;k=2 PING", "k"), Tag("@k PING", "k"), Tag("@key=1 PING", "k")));
    }

    [Theory]
    [InlineData("")]
    [InlineData(" PING")]
    [InlineData(":only.a.source")]
    [InlineData("@only=tags")]
    [InlineData("<script>")]
    public void What_has_no_command_is_no_line(string line) => Assert.False(IrcLine.TryRead(Encoding.UTF8.GetBytes(line), out _));

    [Fact]
    public void Whatever_bytes_come_a_session_throws_nothing_and_sends_no_second_line()
    {
        var seed = Environment.TickCount;
        var random = new Random(seed);
        var parts = new[] { "@", ":", " ", ";", "=", "\\", "PRIVMSG", "#lantern-cloth", "CAP", "LS", "MODE", "+o-v", "353", "KICK", "NICK", "JOIN", "\u0001ACTION ", "\u0003", "12,4", "msgid", "time", "é", "\ud83e\udd8b", "005", "PREFIX=(ov)@+", "ERROR", "AUTHENTICATE" };
        var session = new IrcSession(Source, new ChatLogin("odalys", "secret"), () => ChatRules.AtFirst, "12345");
        for (var run = 0; run < 20_000; run++)
        {
            var bytes = Enumerable.Range(0, random.Next(12)).SelectMany(_ => random.Next(4) == 0 ? [(byte)random.Next(256)] : Encoding.UTF8.GetBytes(parts[random.Next(parts.Length)])).Where(one => one != '\n').ToArray();
            try
            {
                var heard = session.Take(bytes, Now);
                Assert.DoesNotContain(heard.OfType<Heard.Send>(), one => one.Line.Contains('\n', StringComparison.Ordinal));
            }
            catch (Exception error) when (error is not Xunit.Sdk.XunitException)
            {
                Assert.Fail($"Seed {seed}, {Convert.ToHexString(bytes)}: {error}");
            }
        }
    }

    private static readonly ChatSource Source = new(new ChatSourceId("garden"), "Garden", "garden.example", 6697, IsTls: true, ["#lantern-cloth"]);

    private static string? Tag(string line, string name) => IrcLine.TryRead(Encoding.UTF8.GetBytes(line), out var read) ? read.Tag(Encoding.UTF8.GetBytes(name)) : throw new InvalidOperationException(line);
}
