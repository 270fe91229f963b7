using System.Text;
using NodaTime;
using SideLamp.Core.Chat;
using SideLamp.Core.Events;

namespace SideLamp.Core.Tests.Chat;

/// <summary>The talk with a chat server. Sources, from memory: RFC 2812; IRCv3 capability negotiation, SASL, server time, account tag.</summary>
public sealed class IrcSessionTests
{
    private static readonly Instant Now = Instant.FromUtc(2026, 6, 20, 21, 30);
    private static readonly ChatSource Source = new(new ChatSourceId("garden"), "Garden", "garden.example", 6697, IsTls: true, ["#lantern-cloth", "#hedge"]);
    private readonly IrcSession _session = new(Source, null, () => ChatRules.AtFirst, "12345");

    [Fact]
    public void It_asks_in_takes_what_the_server_offers_and_joins_when_it_is_in()
    {
        Assert.Equal(["CAP LS 302", "NICK lamp12345", "USER sidelamp 0 * :Side Lamp"], _session.Begin());
        Assert.Empty(Sent(":s CAP * LS * :message-tags sasl=PLAIN"));
        Assert.Equal(["CAP REQ :message-tags server-time account-tag"], Sent(":s CAP * LS :server-time account-tag odd/cap"));
        Assert.Equal(["CAP END"], Sent(":s CAP * ACK :message-tags server-time account-tag"));
        Assert.Equal(["NICK lamp12"], Sent(":s 433 * lamp12345 :in use"));
        Assert.Equal(["JOIN #lantern-cloth,#hedge"], Sent(":s 001 lamp12 :welcome"));
        Assert.Equal(["PONG :12 34"], Sent("PING :12 34"));
        Assert.Empty(_session.Joined);
        Assert.Empty(Sent(":lamp12!u@h JOIN #Lantern-Cloth"));
        Assert.Empty(Sent(":s 475 lamp12 #hedge :bad key"));
        Assert.Equal(["#lantern-cloth", "#hedge: bad key."], _session.Joined.Append(_session.Trouble));
        Assert.Equal(("PRIVMSG #lantern-cloth :one", (string?)null, (string?)null), (_session.Say("#lantern-cloth", "one\r\nQUIT"), _session.Say("#hedge", "one"), _session.Say("#lantern-cloth", " \n")));
    }

    [Fact]
    public void With_a_password_it_uses_sasl_and_says_what_is_refused_without_the_password()
    {
        var session = new IrcSession(Source, new ChatLogin("odalys", "s3cret"), () => ChatRules.AtFirst, "12345");
        Assert.Contains("PASS s3cret", session.Begin());
        Assert.Equal(["CAP REQ :message-tags sasl"], Lines(session, ":s CAP * LS :message-tags sasl=PLAIN,EXTERNAL"));
        Assert.Equal(["AUTHENTICATE PLAIN"], Lines(session, ":s CAP * ACK :message-tags sasl"));
        // RFC 4616: authorization, authentication and password, each behind a NUL.
        Assert.Equal([$"AUTHENTICATE {Convert.ToBase64String("\0odalys\0s3cret"u8)}"], Lines(session, "AUTHENTICATE +"));
        Assert.Equal(["CAP END"], Lines(session, ":s 903 odalys :done"));
        var refused = Assert.IsType<Heard.Refused>(session.Take(":s 904 odalys :s3cret is wrong"u8, Now).Single());
        Assert.DoesNotContain("s3cret", refused.Why, StringComparison.Ordinal);
        Assert.DoesNotContain("s3cret", new ChatLogin("odalys", "s3cret").ToString(), StringComparison.Ordinal);
    }

    [Fact]
    public void A_message_has_its_person_role_time_and_id_from_the_line()
    {
        var said = Said("@msgid=m1;account=Moss;time=2026-06-20T21:29:58.000Z;role=member;display-name=Moss\\sand\\sCo :moss!m@h PRIVMSG #Lantern-Cloth :\u0002why\u0002 \u000304,12a white\u0003 cloth?");
        Assert.Equal((new EventKey("/chat/garden", "m1"), "garden.example/Moss", "moss", "Moss and Co", ChatRole.Member, "why a white cloth?"), (said!.Key, said.Person, said.Nick, said.Name, said.Role, said.Text));
        Assert.Equal(Now - Duration.FromSeconds(2), said.At);
        // A sender's clock that is ahead, or far behind, counts for nothing.
        Assert.Equal([Now, Now], new[] { "2027-01-01T00:00:00Z", "2026-06-01T00:00:00Z" }.Select(time => Said($"@time={time} :a!a@h PRIVMSG #hedge :x")!.At));
        Assert.Equal("waves", Said(":a!a@h PRIVMSG #hedge :\u0001ACTION waves\u0001")!.Text);
        Assert.All(new[] { ":a!a@h PRIVMSG lamp12345 :for you alone", ":a!a@h PRIVMSG #hedge :\u0001VERSION\u0001", ":a!a@h PRIVMSG #hedge :  ", "PRIVMSG #hedge :x" }, line => Assert.Null(Said(line)));
    }

    [Fact]
    public void Signs_in_the_channel_give_roles_and_follow_modes_and_names()
    {
        Sent(":s 005 me PREFIX=(qaohv)~&@%+ CHANTYPES=# :are supported");
        Sent(":s 353 me = #hedge :~@odalys +oldbarn pim");
        Assert.Equal([ChatRole.Owner, ChatRole.Member, ChatRole.Viewer], new[] { "odalys", "oldbarn", "pim" }.Select(RoleOf));
        Sent(":s MODE #hedge +bo-v *!*@bad pim oldbarn");
        Assert.Equal([ChatRole.Moderator, ChatRole.Viewer], new[] { "pim", "oldbarn" }.Select(RoleOf));
        Sent(":pim!p@h NICK pimpernel");
        Assert.Equal((ChatRole.Moderator, ChatRole.Viewer), (RoleOf("pimpernel"), RoleOf("pim")));
        Sent(":pimpernel!p@h QUIT :bye");
        Assert.Equal(ChatRole.Viewer, RoleOf("pimpernel"));
    }

    [Fact]
    public void Somebody_without_an_account_stays_the_same_person_by_another_name_and_whoever_comes_after_is_another()
    {
        var first = Said(":wren!w@h PRIVMSG #hedge :A")!.Person;
        Sent(":wren!w@h NICK wren_away");
        Assert.Equal(first, Said(":wren_away!w@h PRIVMSG #hedge :B")!.Person);
        Assert.NotEqual(first, Said(":wren!other@h PRIVMSG #hedge :B")!.Person);
    }

    [Fact]
    public void Takings_back_name_a_message_or_a_person_by_the_streamers_rules()
    {
        Said("@account=Moss :moss!m@h PRIVMSG #hedge :x");
        Assert.Equal([new Heard.Gone(new EventKey("/chat/garden", "m7"), ""), new Heard.Gone(null, "garden.example/Moss")], Heard(":w!w@h REDACT #hedge m7 :no").Concat(Heard(":w!w@h KICK #hedge MOSS :no")));
        Assert.Empty(Heard(":w!w@h KICK #hedge nobody :no"));
        var rules = ChatRules.AtFirst with { TakingBack = [new TakingBackRule("CLEAN", TakesBack.Message, "target-id", 1), new TakingBackRule("CLEAN", TakesBack.Person, "", 2)] };
        var session = new IrcSession(Source, null, () => rules, "1");
        session.Take(":moss!m@h PRIVMSG #hedge :x"u8, Now);
        Assert.Equal([new Heard.Gone(new EventKey("/chat/garden", "m8"), ""), new Heard.Gone(null, "garden.example/~moss!m@h")], session.Take("@target-id=m8 :s CLEAN #hedge moss"u8, Now));
    }

    [Fact]
    public void Our_own_answers_are_not_heard_and_a_hand_of_the_same_name_is()
    {
        Sent(":s 001 odalys :welcome");
        Sent(":odalys!o@h JOIN #hedge");
        _session.Say("#hedge", "Good evening!");
        Assert.Null(Said(":odalys!o@h PRIVMSG #hedge :Good evening!"));
        Assert.NotNull(Said(":odalys!o@h PRIVMSG #hedge :A moth!"));
    }

    private ChatRole RoleOf(string nick) => Said($":{nick}!u@h PRIVMSG #hedge :x")!.Role;

    private List<Heard> Heard(string line) => _session.Take(Encoding.UTF8.GetBytes(line), Now);

    private IEnumerable<string> Sent(string line) => Lines(_session, line);

    private static List<string> Lines(IrcSession session, string line) => [.. session.Take(Encoding.UTF8.GetBytes(line), Now).OfType<Heard.Send>().Select(one => one.Line)];

    private ChatMessage? Said(string line) => Heard(line).OfType<Heard.Said>().SingleOrDefault()?.Message;
}
