using System.Globalization;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;

namespace SideLamp.StandIns;

/// <summary>Stands in for a service that tells what viewers do: it sends events to the door like any other program, with quiet spells, bursts and names that try things.</summary>
/// <param name="door">Where events are sent.</param>
/// <param name="key">The door's key as it is now; null = nothing is sent for now.</param>
public sealed class GardenViewers(Uri door, Func<string?> key, TimeProvider time)
{
    private const int BurstEvery = 12;
    private const int BurstSize = 14;
    private static readonly TimeSpan Quiet = TimeSpan.FromSeconds(100);

    private static readonly string[] Names =
    [
        "brackenedge",
        "mossandco",
        "nightjar_nell",
        "oldbarn",
        "thornbury",
        "quietfern",
        "lanternjar",
        "Wren Tansley",
        "عثّة الليل",
        "<b>bold</b> {{ timers.ends }}",
        "🦋🦋🦋🦋🦋🦋🦋🦋🦋🦋🦋🦋🦋🦋🦋🦋",
        "a-very-long-name-that-somebody-chose-to-see-whether-the-plate-still-holds-it-all",
        "pipistrelle9",
        "Corin Fairweather",
    ];

    private readonly string _run = time.GetUtcNow().ToUnixTimeMilliseconds().ToString(CultureInfo.InvariantCulture);
    private int _sent;

    /// <summary>How many the door did not take.</summary>
    public int Refused { get; private set; }

    public async Task Run(CancellationToken stop)
    {
        using var http = new HttpClient();
        for (var turn = 1; ; turn++)
        {
            await Task.Delay(turn % 5 == 0 ? Quiet : TimeSpan.FromSeconds(18 + (turn * 7 % 20)), time, stop);
            if (turn % BurstEvery == 0)
            {
                for (var one = 0; one < BurstSize; one++)
                {
                    await Send(http, "follow", new JsonObject { ["name"] = $"{NameOf(one)}{turn}" }, stop);
                    await Task.Delay(TimeSpan.FromMilliseconds(300), time, stop);
                }

                continue;
            }

            var (kind, data) = Act(turn);
            await Send(http, kind, data, stop);
        }
    }

    /// <summary>What somebody does next; of one turn always the same.</summary>
    private (string Kind, JsonObject Data) Act(int turn)
    {
        var name = NameOf(turn * 5);
        return (turn % 7) switch
        {
            0 => ("tip", new JsonObject { ["name"] = name, ["amount"] = 2 + (turn % 9), ["currency"] = "EUR", ["words"] = "for the hedgerow" }),
            3 => ("tip", new JsonObject { ["name"] = name, ["amount"] = 1.5m, ["currency"] = "EUR", ["words"] = "look under the ivy! https://hollow-lane.example <script>alert(1)</script>" }),
            2 => ("visit", new JsonObject { ["name"] = name, ["count"] = 6 + (turn % 30) }),
            4 => ("member", new JsonObject { ["name"] = name, ["months"] = 1 + (turn % 24), ["tier"] = "Torch bearer" }),
            5 => ("gift", new JsonObject { ["name"] = name, ["count"] = 1 + (turn % 5), ["gift"] = $"{_run}-{turn}" }),
            _ => ("follow", new JsonObject { ["name"] = name }),
        };
    }

    private static string NameOf(int at) => Names[at % Names.Length];

    /// <summary>What is not taken is not sent again: the next one comes soon.</summary>
    private async Task Send(HttpClient http, string kind, JsonObject data, CancellationToken stop)
    {
        if (key() is not { } secret)
        {
            return;
        }

        var body = new JsonObject { ["specversion"] = "1.0", ["id"] = $"{_run}-{++_sent}", ["source"] = "/stand-in/garden", ["type"] = kind, ["data"] = data };
        using var request = new HttpRequestMessage(HttpMethod.Post, door) { Content = new StringContent(body.ToJsonString(), Encoding.UTF8, "application/cloudevents+json") };
        request.Headers.Authorization = new AuthenticationHeaderValue("Bearer", secret);
        try
        {
            using var answer = await http.SendAsync(request, stop);
            Refused += answer.IsSuccessStatusCode ? 0 : 1;
        }
        catch (HttpRequestException)
        {
            // The server starts or stops.
        }
    }
}
