using NodaTime;
using SideLamp.Core.Chat;
using SideLamp.Core.Events;

namespace SideLamp.StandIns;

/// <summary>What the demo's viewers write: guesses, questions and votes, with quiet spells and bursts, and what some of them try.</summary>
public sealed class GardenTalk(GardenChat chat, TimeProvider time)
{
    private const int BurstEvery = 9;

    private static readonly (string Nick, string Sign)[] Viewers =
    [
        ("ferrywren", "@"),
        ("odalys", "~"),
        ("oldbarn", "+"),
        ("harebell", "+"),
        ("quietfern", ""),
        ("mossandco", ""),
        ("tansy_lane", ""),
        ("larchlight", ""),
        ("brackenedge", ""),
        ("nightjar_nell", ""),
        ("pipistrelle9", ""),
        ("somebody_new", ""),
    ];

    private static readonly (string Nick, string Text)[] Talk =
    [
        ("quietfern", "is that the hedge in the back?"),
        ("oldbarn", "heart and dart again, told you"),
        ("mossandco", "Why a white cloth and not the wall of the shed?"),
        ("ferrywren", "links off tonight, thank you all 🌿"),
        ("tansy_lane", "A"),
        ("harebell", "A warm one please"),
        ("larchlight", "How long does one stay on the cloth before it goes?"),
        ("quietfern", "B. cold light for a cold night"),
        ("brackenedge", "!guess large yellow underwing"),
        ("nightjar_nell", "!ask do the bats come for them?"),
        ("pipistrelle9", "B"),
        ("oldbarn", "!guess setaceous hebrew character"),
        ("mossandco", "what is the little grey one top left?"),
        ("harebell", "it is so quiet out there, lovely"),
    ];

    /// <summary>What somebody always tries.</summary>
    private static readonly string[] Tries =
    [
        "<img src=x onerror=alert(1)> {{ timers.ends }} {% include 'x' %}",
        "look at http://hollow-lane.example/free now",
        "\u202Eempty lanes are the best\u202C",
        "z\u0300\u0301\u0302\u0303\u0304\u0305\u0306\u0307a\u0300\u0301\u0302\u0303\u0304\u0305l\u0300\u0301\u0302g\u0300\u0301\u0302o",
        "🦋🦋🦋🦋🦋🦋🦋🦋🦋🦋🦋🦋🦋🦋🦋🦋🦋🦋🦋🦋🦋🦋🦋🦋🦋🦋🦋🦋🦋🦋🦋🦋",
        "moth moth moth moth moth moth moth moth moth moth moth moth moth moth moth moth moth moth moth moth",
        "عثّة الليل على القماش الأبيض",
        // Look-alikes of a word that the demo covers, and what no line of chat should be long enough for.
        "ask at Τhοrnburу, or at t\u200Bhornbury",
        string.Concat(Enumerable.Repeat("mothlight ", 560)),
    ];

    public async Task Run(CancellationToken stop)
    {
        for (var turn = 0; ; turn++)
        {
            await Task.Delay(TimeSpan.FromSeconds(turn % 6 == 5 ? 40 : 5 + (turn * 5 % 9)), time, stop);
            if (turn % BurstEvery == BurstEvery - 1)
            {
                for (var one = 0; one < 12; one++)
                {
                    var (nick, _) = Viewers[2 + (one % 9)];
                    Say(nick, one % 3 == 0 ? "B" : one % 3 == 1 ? "A" : Talk[(turn + one) % Talk.Length].Text);
                    await Task.Delay(TimeSpan.FromMilliseconds(120), time, stop);
                }

                continue;
            }

            if (turn % 7 == 3)
            {
                // A moderator sees to it.
                var id = Say("somebody_new", Tries[turn / 7 % Tries.Length]);
                await Task.Delay(TimeSpan.FromSeconds(12), time, stop);
                if (turn / 7 % 2 == 0)
                {
                    chat.Redact(id);
                }

                continue;
            }

            var (who, text) = Talk[turn % Talk.Length];
            Say(who, text);
        }
    }

    /// <summary>Everybody is there, and nobody says anything.</summary>
    public void Gather()
    {
        foreach (var (nick, sign) in Viewers)
        {
            chat.Viewers[nick] = sign;
        }
    }

    private string Say(string nick, string text) => chat.Say(nick, text, RoleOf(nick) is var role && role != ChatRole.Viewer ? $"role={role.ToString().ToLowerInvariant()}" : "");

    private static ChatRole RoleOf(string nick) => Viewers.FirstOrDefault(one => one.Nick == nick).Sign switch { "~" => ChatRole.Owner, "@" => ChatRole.Moderator, "+" => ChatRole.Member, _ => ChatRole.Viewer };

    /// <summary>What they wrote before the demo is opened for the first time.</summary>
    /// <param name="now">When it is.</param>
    public static IEnumerable<ChatMessage> Before(Instant now, string source, string host) =>
        Talk.Select(
            (one, at) =>
                new ChatMessage(at + 1, new EventKey(source, $"demo-{at + 1}"), $"{host}/{one.Nick}", one.Nick, one.Nick, RoleOf(one.Nick), one.Text, now - Duration.FromSeconds((Talk.Length - at) * 41)) { Channel = GardenChat.Channel }
        );
}
